"""What was found on walls: repairs, places for built-ins, studs, ways in; by hand."""

from __future__ import annotations

import math

import pytest
from msgspec.structs import replace

from narrow_cornice.derived.bought.answer import takeoff_answer
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.repairs import room_repairs
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.measured.backing import stud_places
from narrow_cornice.derived.measured.carrying import passage
from narrow_cornice.derived.measured.envelopes import Fit, clear_at_95, fit_of, tallest_stood_up
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import choice
from narrow_cornice.job import edits
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.measured import AcrossReading, Backing, WayIn
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.review.second_look import second_look
from narrow_cornice.survey.readings import Reading
from narrow_cornice.survey.ways_in import longest_round_turn
from narrow_cornice.units.lengths import Length
from rooms import changed, trimmed_of


def mm(value: float) -> Length:
    return Length(float(value), f"{value:g}")


def plain(*made: Edit) -> Job:
    history = History(starting_job())
    history.do(edits.add_room("Room", mm(4000), mm(3000), mm(2500)))
    for edit in made:
        history.do(edit)
    return history.job


def keys(job: Job) -> set[str]:
    return {one.key.split(":")[0] for one in second_look(job)}


def test_a_crack_is_measured_by_its_longer_side_and_brings_its_filler() -> None:
    job = plain(
        edits.put_up("r1", "marks", "crack", "w1", mm(900), mm(1500), mm(40), mm(1200)),
        edits.put_up("r1", "marks", "poor patch", "w2", mm(900), mm(1500), mm(500), mm(400)),
    )
    crack, patch = room_repairs(job.rooms[0])
    assert crack.quantity.value == pytest.approx(1.2)
    assert crack.needs[0][1].value == pytest.approx(1.2 * 0.25)
    assert patch.quantity.value == pytest.approx(0.2)
    assert patch.wall == "B–C"
    filler = to_buy(job).line("repair:filler")
    assert filler is not None
    assert filler.needed.value == pytest.approx(1.2 * 0.25 + 0.2 * 1.2)
    assert filler.buy == ((1, 1, 9.0),)
    assert filler.left == pytest.approx(1 - 0.54)
    answer = takeoff_answer(job)
    assert [one["unit"] for one in answer["order"] if one["kind"] == "repair"] == ["kg"]
    assert sum(one["hours"] for one in answer["repairs"]) == pytest.approx(1.2 * 0.5 + 0.2 * 1.5)


def test_damage_that_is_not_known_is_refused() -> None:
    with pytest.raises(CorniceError, match="Nothing is known of a “ghosts”"):
        edits.put_up("r1", "marks", "ghosts", "w1", mm(1), mm(1), mm(1), mm(1))


def test_an_arch_leaves_its_spandrels_to_the_wall() -> None:
    job = plain(edits.add_opening("r1", "arch", "w1", mm(1000)))
    wall = next(one for one in room_surfaces(job.rooms[0], {}) if one.key == "upper wall@w1")
    # 1 000 × 2 200 with a rise of 500: the curve leaves (1 − π/4) of 1 000 × 500
    assert wall.openings.value == pytest.approx(2.2 - 0.5 * (1 - math.pi / 4))


def test_studs_by_spacing_and_as_found() -> None:
    assert stud_places(Backing("studs", mm(400), mm(150)), 1000) == (150, 550, 950)
    assert stud_places(Backing("studs", mm(400), mm(150), (Reading(700), Reading(310))), 1000) == (310, 700)
    assert stud_places(Backing("masonry"), 1000) == stud_places(None, 1000) == ()


def test_standing_up_as_the_handbook_works_it() -> None:
    """2 400 × 600 needs 2 473.9 of ceiling; so under 2 473.9 the tallest of 600 deep is 2 400."""
    ceiling = choice("lowest ceiling", math.hypot(2400, 600), "mm")
    assert tallest_stood_up(ceiling, choice("depth", 600, "mm")).value == pytest.approx(2400)
    assert math.hypot(2400, 600) == pytest.approx(2473.9, abs=0.05)
    assert clear_at_95(choice("a", 1400, "mm"), choice("b", 7, "mm")).value == 1393


def test_ways_in_by_hand() -> None:
    door = passage(WayIn("i1", "door", "door", mm(800), mm(2000)))
    assert door.most.value == pytest.approx(math.hypot(800, 2000))
    assert door.lets_through(2600, 600)
    assert not door.lets_through(3000, 2200)
    # two corridors of 1 000: the ladder is 2√2 m
    assert longest_round_turn(1000, 1000) == pytest.approx(2000 * math.sqrt(2))
    turn = passage(WayIn("i2", "turn", "stair turn", mm(1000), mm(2100), mm(1000)))
    assert turn.most.value == pytest.approx(math.hypot(2000 * math.sqrt(2), 2100))
    assert not turn.lets_through(turn.most.value + 1, 100)
    lift = passage(WayIn("i3", "lift", "lift", mm(900), mm(2100), mm(1200)))
    assert lift.most.value == pytest.approx(math.sqrt(900**2 + 1200**2 + 2100**2))


def test_the_space_for_a_built_in_gets_surer_as_it_is_read() -> None:
    job = plain(edits.put_up("r1", "recesses", "built-in", "w1", mm(350), name="Shelves"))
    unread = fit_of(job.rooms[0], job.rooms[0].measured.recesses[0], {})
    assert unread.width is not None
    assert unread.scribe is not None
    assert "floor and at the top" in unread.advice
    read = [
        AcrossReading(Reading(value, str(value)), level, "back")  # type: ignore[arg-type]
        for level, value in (("floor", 4002), ("middle", 4000), ("top", 3994))
    ]
    history = History(job)
    history.do(edits.set_across("r1", "e1", read, "Shelves"))
    fit = fit_of(history.job.rooms[0], history.job.rooms[0].measured.recesses[0], {})
    assert fit.across is not None
    assert fit.width is not None
    assert fit.width.value < 3994
    assert fit.spot.startswith("at the top")
    assert fit.scribe is not None
    assert fit.scribe.value == pytest.approx(fit.across.most - fit.across.least + 3)
    assert fit.stands is not None
    assert fit.height is not None
    assert fit.stands.value == pytest.approx(math.sqrt(fit.height.value**2 - 350**2))
    free = fit_of(
        history.job.rooms[0], replace(history.job.rooms[0].measured.recesses[0], start=mm(500), end=mm(1700)), {}
    )
    assert free.width is not None
    assert free.width.value == 1200
    assert free.scribe is None
    wrong = fit_of(history.job.rooms[0], replace(history.job.rooms[0].measured.recesses[0], end=mm(5000)), {})
    assert "4000 long" in wrong.fault


def test_things_follow_their_wall_when_it_is_broken_and_go_with_it() -> None:
    history = History(plain(edits.put_up("r1", "fixtures", "socket", "w1", mm(3300))))
    history.do(edits.put_up("r1", "fixtures", "switch", "w1", mm(400)))
    history.do(edits.put_up("r1", "marks", "crack", "w1", mm(1500), mm(900), mm(10), mm(400)))
    history.do(edits.put_up("r1", "there", "skirting", "w1", mm(120), mm(18)))
    history.do(edits.set_backing("r1", "w1", "A–B", Backing("masonry")))
    before = history.job
    history.do(edits.break_wall("r1", "w1", "A–B", "projection", mm(1000), mm(1500), mm(400)))
    room = history.job.rooms[0]
    names = {one.name: (one.wall, one.place.mm) for one in room.measured.fixtures}
    assert names["socket 1"] == ("w1", 800)  # beyond the breast, whose far side is at 2 500
    assert names["switch 1"] == (room.measured.walls[4].id, 400)
    assert (room.measured.marks[0].wall, room.measured.marks[0].place.mm) == (room.measured.walls[2].id, 500)
    assert {one.wall for one in room.measured.there} == {
        room.measured.walls[0].id,
        room.measured.walls[2].id,
        room.measured.walls[4].id,
    }
    assert set(room.measured.backing) == {
        room.measured.walls[0].id,
        room.measured.walls[2].id,
        room.measured.walls[4].id,
    }
    assert decode_job(encode_job(history.job), "again") == history.job
    history.do(edits.straighten_wall("r1", 0, "A–B"))
    assert sorted(one.place.mm for one in history.job.rooms[0].measured.fixtures) == [400, 3300]
    assert history.job.rooms[0].measured.marks[0].place.mm == 1500
    history.undo()
    history.undo()
    assert history.job == before
    history.do(edits.remove_wall("r1", "w1", "A–B"))
    room = history.job.rooms[0]
    assert room.measured.fixtures == room.measured.marks == room.measured.there == ()
    assert room.measured.backing == {}


def test_what_the_second_look_says_of_walls() -> None:
    old = edits.put_up("r1", "there", "skirting", "w1", mm(120), mm(18))
    other = edits.put_up("r1", "there", "skirting", "w2", mm(140), mm(18))
    assert "old trim meets" in keys(plain(old, other))
    same = edits.put_up("r1", "there", "skirting", "w2", mm(121), mm(18))
    assert not any("two heights" in one.says for one in second_look(plain(old, same)))
    with pytest.raises(CorniceError, match="already"):
        plain(old, old)
    match = plain(old, edits.change_thing("r1", "there", "t1", "skirting", decision="match"))
    (finding,) = [one for one in second_look(match) if one.key.startswith("old trim")]
    history = History(match)
    history.do(finding.fixes[0])
    assert trimmed_of(history.job.rooms[0], {}).trim.of("skirting").height.value == 120  # type: ignore[union-attr]
    assert "old trim meets" not in keys(history.job)
    low = plain(edits.put_up("r1", "fixtures", "grille", "w1", mm(900), mm(100)))
    (grille,) = [one for one in second_look(low) if one.key.startswith("fixture covered")]
    assert grille.grade == "unsafe"
    assert "fixture covered" not in keys(plain(edits.put_up("r1", "fixtures", "grille", "w1", mm(900), mm(600))))
    place = edits.put_up("r1", "recesses", "built-in", "w1", mm(350), name="Shelves")
    assert "recess unsure" in keys(plain(place))
    narrow = plain(place, edits.put_way_in(WayIn("", "hatch", "stair turn", mm(500), mm(600), mm(500))))
    assert any("does not come in by hatch" in one.says for one in second_look(narrow))
    cracked = plain(
        edits.put_up("r1", "marks", "crack", "w1", mm(900), mm(1500), mm(10), mm(500)),
        edits.change_finish(["r1"], ["upper wall"], "paint", paint="wall-matt", state="sound"),
    )
    (unprimed,) = [one for one in second_look(cracked) if one.key.startswith("damage unprimed")]
    history = History(cracked)
    history.do(unprimed.fixes[0])
    assert "damage unprimed" not in keys(history.job)


def test_the_demo_shows_each_of_them() -> None:
    assert {"old trim meets", "fixture covered", "recess unsure"} <= keys(demo_job())


def test_plumbed_walls_and_a_floor_that_falls_reach_the_built_in() -> None:
    place = edits.put_up("r1", "recesses", "built-in", "w1", mm(400), name="Shelves")

    def fit(*made: Edit) -> Fit:
        job = plain(place, *made)
        return fit_of(job.rooms[0], job.rooms[0].measured.recesses[0], {})

    unread = fit()
    # both side walls lean 10 mm into the room over the height: 20 mm narrower at the top, and surer than by habit
    leaning = fit(
        edits.set_trueness("r1", "w2", "B–C", "plumb", (mm(10),)),
        edits.set_trueness("r1", "w4", "D–A", "plumb", (mm(10),)),
    )
    assert unread.across is not None
    assert leaning.across is not None
    assert leaning.across.back[-1][1] - leaning.across.back[0][1] == pytest.approx(-20, abs=0.5)
    assert leaning.across.back[-1][2] < unread.across.back[-1][2]
    assert leaning.spot.startswith("at the top")
    # a gap of 8 mm under the straight edge: the wall may bow by that, and less is surely clear
    hollow = fit(edits.set_trueness("r1", "w2", "B–C", "flat", (mm(8),)))
    assert hollow.across is not None
    assert hollow.across.margin > unread.across.margin + 1
    # 12 mm of fall along the 4 000 of the wall
    falling = fit(edits.set_level("r1", "w1", "B", Length(-12.0, "-12")))
    assert unread.height is not None
    assert falling.height is not None
    assert unread.height.value - falling.height.value == pytest.approx(12, abs=1.5)
    assert "fall of the floor" in falling.height.sentence


def test_a_slope_or_a_beam_over_it_is_the_height_there_is() -> None:
    place = edits.put_up("r1", "recesses", "built-in", "w1", mm(400), name="Shelves")
    slope = edits.set_slope("r1", "w1", "A–B", mm(1200), mm(1500))
    job = plain(place, slope)
    fit = fit_of(job.rooms[0], job.rooms[0].measured.recesses[0], {})
    assert fit.height is not None
    assert 1190 < fit.height.value < 1200  # at the wall itself, where the back of the carcass stands
    beam = plain(place, edits.put_up("r1", "bulks", "lowered ceiling", "w1", mm(1000)))
    low = fit_of(beam.rooms[0], beam.rooms[0].measured.recesses[0], {})
    assert low.height is not None
    assert 2190 < low.height.value < 2200


def test_a_boxed_pipe_covers_its_strip_of_wall_and_its_piece_of_ceiling() -> None:
    """A pipe box of 400 × 300 from floor to ceiling on a 4 000 wall without openings: a tenth of that wall."""
    bare = plain().rooms[0]
    kept = edits.put_up("r1", "bulks", "column", "w1", mm(1800))
    boxed = plain(kept).rooms[0]
    (bulk,) = boxed.measured.bulks
    against = replace(bulk, width=mm(400), depth=mm(300), under=mm(0), top=None)

    def nets(*bulks: object) -> dict[str, float]:
        made = room_surfaces(changed(bare, bulks=bulks), {})
        return {one.key: one.net.value for one in made}

    before, after = nets(), nets(against)
    walls = [key for key in before if key.endswith("@w1")]
    assert walls
    for key in walls:
        assert after[key] == pytest.approx(before[key] * 0.9)
    trim = trimmed_of(bare, {}).trim
    assert trim is not None
    out = trim.of("cornice").projection
    assert out is not None
    assert before["ceiling@room"] - after["ceiling@room"] == pytest.approx(0.4 * (0.3 - out.value / 1000))
    assert after[f"boxing@{bulk.id}"] == pytest.approx((2 * 0.3 + 0.4) * 2.5)
    # free in the room it takes nothing of the wall, and its whole top off the ceiling; a low one nothing at all
    free = nets(replace(against, out=Reading(900.0, "900")))
    assert [free[key] for key in walls] == pytest.approx([before[key] for key in walls])
    assert before["ceiling@room"] - free["ceiling@room"] == pytest.approx(0.12)
    low = nets(replace(against, top=mm(1200)))
    assert low["ceiling@room"] == before["ceiling@room"]
    assert all(low[key] < before[key] for key in walls if "upper" in key)
