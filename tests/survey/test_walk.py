"""A walk written down, and rooms of other shapes made from it."""

from __future__ import annotations

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.history import History
from narrow_cornice.job.model import Room
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.survey.plan import plan_area
from narrow_cornice.survey.readings import AngleError, AngleReading, Reading, parse_angle, parse_reading
from narrow_cornice.survey.walk import WalkError, read_walk
from narrow_cornice.units.lengths import Length, LengthError, parse_length


def mm(value: float) -> Length:
    return Length(float(value), f"{value:g}")


def area(room: Room) -> float:
    measured = measured_room(room, {})
    assert not measured.fault, measured.fault
    return plan_area(measured.plan.corners)


def test_a_walk_is_read_wall_by_wall() -> None:
    walk = read_walk("4310; 3.62 m; 1178; 390 o; 1641 O; 388 mm; 14' 2\" o; ?; ? o", "mm")
    assert [wall.turn for wall in walk] == ["left", "left", "left", "right", "right", "left", "right", "left", "right"]
    assert [wall.length.mm if wall.length else None for wall in walk] == [
        4310,
        3620,
        1178,
        390,
        1641,
        388,
        4318,
        None,
        None,
    ]
    assert read_walk("12o; 8' o", "in")[0].length == Length(304.8, "12")


@pytest.mark.parametrize(("text", "position"), [("", 0), ("4310; ; 3", 5), ("4310; x", 6), ("4310; 36p0", 8), ("o", 0)])
def test_what_is_no_walk_says_where(text: str, position: int) -> None:
    with pytest.raises(WalkError) as refused:
        read_walk(text, "mm")
    assert refused.value.position == position
    assert "wall" in str(refused.value)


def test_a_room_from_a_whole_walk() -> None:
    history = History(starting_job())
    walk = read_walk("4310; 3620; 1178; 390 o; 1641 o; 390; 1491; ?", "mm")
    history.do(edits.add_walked_room("Chart Room", walk, mm(2974)))
    room = history.job.rooms[0]
    assert area(room) == 4310 * 3620 - 390 * 1641
    assert measured_room(room, {}).plan.sides[7].follows
    for bad in (walk[:2], ()):
        with pytest.raises(CorniceError, match="do not make a room"):
            edits.add_walked_room("x", bad, mm(2500))


def test_an_l_by_a_notch_keeps_openings_where_they_stand() -> None:
    history = History(starting_job())
    history.do(edits.add_room("Room", mm(4000), mm(3000), mm(2500)))
    history.do(edits.add_opening("r1", "window", "w1", mm(2000)))
    history.do(edits.add_opening("r1", "window", "w2", mm(500)))
    before = area(history.job.rooms[0])
    history.do(edits.notch_corner("r1", "w1", "B", mm(1200), mm(900)))
    room = history.job.rooms[0]
    assert len(room.measured.walls) == 6
    assert area(room) == before - 1200 * 900
    assert [opening.place.mm for opening in room.measured.openings] == [800, 500]
    assert measured_room(room, {}).plan.inside_corners() == 5
    with pytest.raises(CorniceError, match="outside corner"):
        history.do(edits.notch_corner("r1", room.measured.walls[1].id, "C", mm(100), mm(100)))
    with pytest.raises(CorniceError, match="as long as the wall"):
        history.do(edits.notch_corner("r1", "w2", "C", mm(5000), mm(100)))
    with pytest.raises(CorniceError, match="where the notch would be"):
        history.do(edits.notch_corner("r1", "w1", "B", mm(850), mm(100)))


@given(st.integers(100, 2900), st.integers(100, 3900), st.integers(0, 3))
def test_a_notch_takes_its_own_area(across: int, along: int, which: int) -> None:
    history = History(starting_job())
    history.do(edits.add_walked_room("Room", read_walk("4000; 3000; 4000; 3000", "mm"), mm(2500)))
    wall = f"w{which + 1}"
    sizes = (mm(along), mm(across)) if which % 2 == 0 else (mm(across), mm(along))
    history.do(edits.notch_corner("r1", wall, "x", *sizes))
    assert area(history.job.rooms[0]) == pytest.approx(12e6 - along * across)


def test_walls_are_added_and_removed_one_at_a_time() -> None:
    history = History(demo_job())
    history.do(edits.add_wall("r1", "w1", "A–B"))
    assert "bring the walk back" in measured_room(history.job.rooms[0], {}).fault
    history.do(edits.set_turn("r1", "w9", "right", "C"))
    assert history.job.rooms[0].measured.walls[1].id == "w9"
    history.do(edits.remove_wall("r1", "w9", "B–C"))
    assert history.job.rooms[0].measured.walls == demo_job().rooms[0].measured.walls
    history.do(edits.change_finish(["r1"], ["upper wall@w2"], "own", colour="clay"))
    history.do(edits.remove_wall("r1", "w2", "B–C"))
    room = history.job.rooms[0]
    assert all(opening.wall != "w2" for opening in room.measured.openings)
    assert not any(key.endswith(("@w2", "@o4")) for key in room.finishes.surfaces)
    four = History(starting_job())
    four.do(edits.add_room("Room", mm(4000), mm(3000), mm(2500)))
    four.do(edits.remove_wall("r1", "w4", "D–A"))
    with pytest.raises(CorniceError, match="fewest"):
        four.do(edits.remove_wall("r1", "w1", "A–B"))


def test_colours_paints_and_stock_are_removed_only_when_free() -> None:
    history = History(demo_job())
    for edit in (edits.remove_colour("sedge", "Sedge"), edits.remove_paint("wall-matt", "Washable matt")):
        with pytest.raises(CorniceError, match=r"still on (something|a surface)"):
            history.do(edit)
    history.do(edits.remove_colour("plaster", "Raw plaster"))
    history.do(edits.remove_built_in("r1", "c1"))
    history.do(edits.change_finish(["r1"], ["skirting"], "primed", primer="wood-primer"))
    with pytest.raises(CorniceError, match="still on a surface"):
        history.do(edits.remove_paint("wood-primer", "Primer"))
    history.do(edits.remove_milled("pine-cornice", "pine"))
    assert len(history.job.milled) == 1
    assert parse_length("1").mm == 1


def test_readings_and_angles_may_say_how_sure_they_are() -> None:
    assert parse_reading("4310 ± 3", "mm") == Reading(4310.0, "4310", "tape", 3.0)
    assert parse_reading('14\' 2" +- 1/8"', "mm", "laser").sigma == pytest.approx(3.175)
    assert parse_reading("4310", "mm").sigma is None
    assert parse_angle("91.3 ± 0.2") == AngleReading(91.3, "91.3", 0.2)
    assert parse_angle("88° 30'").sigma is None
    for text, place in (("4310 ± x", 7), ("43q10 ± 3", 2), ("4310 ± 0", 7)):
        with pytest.raises(LengthError) as caught:
            parse_reading(text, "mm")
        assert caught.value.position == place
    with pytest.raises(AngleError):
        parse_angle("91 ± sure")


def test_a_walk_with_corners_that_were_read_and_some_that_nobody_knows() -> None:
    walk = read_walk("2000 @90.5; 3000 @?; 2000 o; ? @135", "mm")
    assert [one.turn for one in walk] == ["left", "left", "right", "left"]
    assert [one.assumed for one in walk] == [90.0, None, 90.0, 90.0]
    assert [one.angle.degrees if one.angle else None for one in walk] == [90.5, None, None, 135]
    with pytest.raises(CorniceError, match="corner after wall 2") as caught:
        read_walk("2000; 3000 @bent; 2000; ?", "mm")
    assert caught.value.position == "2000; 3000 @bent".index("@") + 1  # type: ignore[attr-defined]
