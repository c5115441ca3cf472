"""From where rooms are seen, and what is seen from there."""

from __future__ import annotations

import pytest
from msgspec.structs import replace

from narrow_cornice.boards.before import as_it_was, held_against
from narrow_cornice.boards.differences import differences
from narrow_cornice.boards.viewpoints import eye_of, usual_viewpoint, viewpoint_of
from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.job import edits
from narrow_cornice.job.history import History
from narrow_cornice.job.presented import Viewpoint
from narrow_cornice.job.presented_checks import check_presented
from narrow_cornice.job.samples import demo_job
from narrow_cornice.perspective.eye import places_on_picture
from narrow_cornice.units.lengths import parse_length
from narrow_cornice.zones.plan_shapes import inside


def test_the_eye_stands_in_the_room_under_its_ceiling() -> None:
    """Of every room of the demo; under slopes it stands where there is headroom."""
    job = demo_job()
    for room in job.rooms:
        view = usual_viewpoint(room, job.house_rules)
        assert view is not None
        if room.outdoors:
            continue
        measured = measured_room(room, job.house_rules)
        assert inside(measured.plan.corners, (view.x, view.y))
        assert measured.ceiling.at(view.x, view.y) > eye_of(view, job.house_rules).at[2]


def test_the_eye_that_somebody_puts_is_taken_and_given_back() -> None:
    """It is one change, undone like all else; None is the rule's again."""
    history = History(demo_job())
    usual = viewpoint_of(history.job.room("r1"), {})
    mine = Viewpoint(900.0, 800.0, (2000.0, 2500.0), parse_length("1150 mm"), angle=50.0)
    assert history.do(edits.see_from("r1", mine))
    assert viewpoint_of(history.job.room("r1"), {}) == mine
    assert eye_of(mine, {}).at == (900.0, 800.0, 1150.0)
    history.undo()
    assert viewpoint_of(history.job.room("r1"), {}) == usual


def test_an_eye_that_sees_nothing_is_refused() -> None:
    """It does not look at the place where it stands."""
    job = demo_job()
    with pytest.raises(Exception, match="looks at the place"):
        edits.see_from("r1", Viewpoint(1.0, 1.0, (1.0, 1.0))).apply(job)
    with pytest.raises(Exception, match="between"):
        check_presented(replace(job.room("r1").presented, eye=Viewpoint(0, 0, (1.0, 1.0), angle=179.0)), "x")


def test_a_known_corner_is_where_a_hand_drawn_perspective_has_it() -> None:
    """A corner of the floor by like triangles, from the eye of the parlour."""
    job = demo_job()
    room = job.room("r2")
    eye = eye_of(replace(viewpoint_of(room, {}), to=(4840.0, 3000.0), x=4840.0, y=500.0, angle=90.0), {})
    eye = eye._replace(towards=(4840.0, 3000.0, eye.at[2]))
    found = places_on_picture(eye, [(4840.0 - 1250.0, 3000.0, 0.0)])[0]
    half = eye.size[0] / 2
    assert found == pytest.approx((half - half * 0.5, eye.size[1] / 2 + half * eye.at[2] / 2500.0), abs=0.01)


def test_a_room_as_it_was_has_nothing_new_in_it() -> None:
    """No new trim, built-ins, papers or pieces; what is there stays; the room as it is measured does too."""
    room = demo_job().room("r2")
    before = as_it_was(room)
    assert before.measured is room.measured
    assert not before.walling.fields
    assert not before.casework.built_ins
    assert all(piece.price is None for piece in before.zones.pieces)
    assert all(choice.fitted is False for choice in before.trim.choices.values())


def test_differences_add_up() -> None:
    """Against nothing all of the work is more; against the other scheme what both have is not listed."""
    job = demo_job()
    room = job.room("r2")
    whole = {one.what: one for one in differences(job, room)}
    assert whole["Materials"].before == "0"
    assert whole["Materials"].more == f"+{whole['Materials'].after}"
    for unit in ("mm", "in"):  # as the tally shows it, which is not to the sixteenth
        shown = edits.change_settings(unit=unit).apply(job)
        trim = next(one for one in differences(shown, shown.room("r2")) if one.what == "Trim")
        assert trim.after == tally(shown)["trim"].shown(shown.settings)
    scheme = job.schemes[0]
    other = edits.present_on(against=scheme.id).apply(job)
    words, there = held_against(other, room)
    assert words == scheme.name
    assert there is not None
    assert {one.what for one in differences(other, room)} < set(whole) | {"Labour"}
