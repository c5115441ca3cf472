""" "Show me where" of every finding leads somewhere, on jobs that anybody could make."""

from __future__ import annotations

import pytest
from driving import settle

from narrow_cornice.desk.bench_rows import Title
from narrow_cornice.desk.every_place import PLACES
from narrow_cornice.desk.place import Places
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.job import edits
from narrow_cornice.job.measured import Twin
from narrow_cornice.job.paths import FloorPath, JobPath, WallPath
from narrow_cornice.review.finding import Finding
from narrow_cornice.review.second_look import second_look
from random_built import mm
from random_jobs import random_job
from thorough import many

pytestmark = pytest.mark.desk


@pytest.mark.parametrize("seed", range(many(2, 24)))
def test_every_finding_is_about_something_that_is_there_and_has_a_home(seed: int) -> None:
    job = random_job(seed)
    for finding in second_look(job):
        assert isinstance(finding.about, JobPath)
        assert finding.about.there(job), finding.key
        assert Places(PLACES).home_of(finding.about), finding.key


@pytest.mark.parametrize("seed", range(100, 100 + many(1, 8)))
def test_show_me_where_selects_it_in_its_place(window: MainWindow, seed: int) -> None:
    job = random_job(seed)
    window.session._take_up(job, None, None)
    window.make_complete()
    settle()
    one_of_each: dict[str, Finding] = {finding.key.partition(":")[0]: finding for finding in second_look(job)}
    assert len(one_of_each) > 6
    for finding in list(one_of_each.values())[seed % 2 :: many(4, 1)]:  # some of them at every run
        window.bench.show_finding(finding)
        settle()
        _is_shown(window, finding)


def test_a_wall_is_shown_among_walls_though_things_can_be_put_on_it_where_one_looks(window: MainWindow) -> None:
    session = window.session
    session.look(place="measure", leaf="things")
    settle()
    session.select(WallPath("r1", "w1"))  # pressed on the drawing: something is to be put on it
    assert session.view.leaf == "things"
    session.select(None)
    window.bench.show_thing(WallPath("r1", "w1"))
    assert (session.view.leaf, session.view.selected) == ("walls", WallPath("r1", "w1"))
    session.look(place="trim", leaf="section")
    window.bench.show_thing(WallPath("r1", "w2"))
    assert (session.view.place, session.view.leaf) == ("measure", "walls")


def test_rooms_that_would_lie_over_one_another_are_shown(empty: MainWindow) -> None:
    """Two doors of one wall lead to two rooms that would have to stand in one place."""
    session = empty.session
    for name in ("First", "Second", "Third"):
        session.do(edits.add_room(name, mm(4000), mm(3000), mm(2500)))
    for room, wall, place in (("r1", "w2", 300), ("r1", "w2", 1700), ("r2", "w4", 1000), ("r3", "w4", 1000)):
        session.do(edits.add_opening(room, "door", wall, mm(place)))
    session.do(edits.join_openings("r1", "o1", Twin("r2", "o1"), "door"))
    session.do(edits.join_openings("r1", "o2", Twin("r3", "o1"), "door"))
    (found,) = (one for one in second_look(session.job) if isinstance(one.about, FloorPath))
    assert "Second and Third would lie over one another" in found.says
    empty.bench.show_finding(found)
    settle()
    _is_shown(empty, found)


def _is_shown(window: MainWindow, finding: Finding) -> None:
    view, places = window.session.view, window.places
    assert view.selected == finding.about
    assert view.place == places.home_of(finding.about)
    leaf = places.leaf_of(view)
    assert leaf is not None
    assert places[view.place].leaf(view.leaf) is leaf
    assert isinstance(finding.about, leaf.lists) or not any(
        isinstance(finding.about, one.lists) for one in places[view.place].leaves
    )  # the leaf whose sheet has it is in front, where one has
    assert not finding.about.room or view.room_id == finding.about.room
    title = window.bench.view.rows()[0]
    assert isinstance(title, Title)
    assert "Nothing measured" not in title.text
