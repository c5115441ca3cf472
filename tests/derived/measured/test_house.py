"""Rooms joined by their shared doors; by hand."""

from __future__ import annotations

import math

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.derived.measured.house import house_of, overlap
from narrow_cornice.drawing.house_plan import house_plan
from narrow_cornice.drawing.marks import Label
from narrow_cornice.job import edits
from narrow_cornice.job.history import History
from narrow_cornice.job.measured import Twin
from narrow_cornice.job.samples import starting_job
from narrow_cornice.review.second_look import second_look
from narrow_cornice.survey.house import SharedDoor, Standing, rooms_standing
from narrow_cornice.units.lengths import Length


def mm(value: float) -> Length:
    return Length(float(value), f"{value:g}")


def house(*rooms: tuple[float, float], doors: tuple[tuple[int, str, float, int, str, float], ...]) -> History:
    """Rooms of two sizes each, with doors (room, wall, place from the left) that lead to one another."""
    history = History(starting_job())
    for number, (long, wide) in enumerate(rooms, 1):
        history.do(edits.add_room(f"Room {number}", mm(long), mm(wide), mm(2500)))
    for first, wall, place, second, other, there in doors:
        paths = []
        for room, where, at in ((first, wall, place), (second, other, there)):
            history.do(edits.add_opening(f"r{room}", "door", where, mm(at)))
            fresh = history.job.rooms[room - 1].measured.openings[-1]
            history.do(edits.change_opening(f"r{room}", fresh.id, "door", reveal=mm(0)))
            paths.append((f"r{room}", fresh.id))
        history.do(edits.join_openings(*paths[0], Twin(*paths[1]), "door"))
    return history


def test_a_room_stands_beyond_the_door_a_walls_thickness_away() -> None:
    """Two rooms of 4 000 × 3 000: the right wall of the one has the door that is in the left wall of the other."""
    made = house_of(house((4000, 3000), (4000, 3000), doors=((1, "w2", 1000, 2, "w4", 600),)).job.rooms, {})
    (_, one), (_, other) = made.rooms
    assert (one.x, one.y, one.turn) == (0.0, 0.0, 0.0)
    # from the left end of w2, its upper one: the door's middle is at 3 000 − (1 000 + 419); in the other, whose w4
    # has its left end below, at 600 + 419
    assert (other.x, other.y) == (pytest.approx(4120), pytest.approx(3000 - 1419 - 1019))
    assert other.turn == pytest.approx(0.0)
    assert made.doors[0].miss == pytest.approx(0.0, abs=1e-6)
    assert overlap(*made.rooms) == 0.0


def test_a_door_in_another_wall_turns_the_room() -> None:
    made = house_of(house((4000, 3000), (4000, 3000), doors=((1, "w2", 1000, 2, "w1", 600),)).job.rooms, {})
    standing = made.rooms[1][1]
    assert math.degrees(standing.turn) % 360 == pytest.approx(270)
    assert standing((2981.0, 0.0)) == (pytest.approx(4120), pytest.approx(1581))  # 4 000 − 600 − 419 from A


def test_doors_round_a_ring_share_what_they_disagree_by() -> None:
    """Four rooms of 3 000 round a post, their doors in the middle of their walls; the last door is read 80 mm off."""
    ring = ((1, "w2", 1081, 2, "w4", 1081), (2, "w3", 1081, 3, "w1", 1081), (3, "w4", 1081, 4, "w2", 1081))
    whole = house_of(house(*[(3000, 3000)] * 4, doors=(*ring, (4, "w1", 1081, 1, "w3", 1081))).job.rooms, {})
    assert [one.miss for one in whole.doors] == pytest.approx([0.0] * 4, abs=1e-6)
    off = house_of(house(*[(3000, 3000)] * 4, doors=(*ring, (4, "w1", 1161, 1, "w3", 1081))).job.rooms, {})
    misses = [one.miss for one in off.doors]
    assert 5 < max(misses) < 40  # shared, where going round would have left all 80 at the last door
    assert sum(one**2 for one in misses) < 80**2 / 2
    walked, gaps = rooms_standing(1, ())
    assert walked == (Standing(0.0, 0.0, 0.0, 0),)
    assert gaps == ()


@given(
    st.lists(st.tuples(st.floats(-5000, 5000), st.floats(-5000, 5000), st.floats(-3.1, 3.1)), min_size=3, max_size=3),
    st.floats(50, 300),
)
def test_rooms_that_truly_stand_somewhere_are_found_there(
    places: list[tuple[float, float, float]], thick: float
) -> None:
    """Doors between all pairs of three rooms, made from where they stand: every door meets itself again."""
    standing = [Standing(x, y, turn, 0) for x, y, turn in places]
    doors = []
    for first, second, heading in ((0, 1, 0.3), (1, 2, 2.0), (2, 0, -1.2)):
        way = (math.cos(heading), math.sin(heading))
        at = (1000.0 * first, 700.0 * second)
        far = (at[0] + way[0] * thick, at[1] + way[1] * thick)
        sides = []
        for room, place, out in ((first, at, way), (second, far, (-way[0], -way[1]))):
            one = standing[room]
            back = Standing(0.0, 0.0, -one.turn, 0)
            sides += [back((place[0] - one.x, place[1] - one.y)), back(out)]
        doors.append(SharedDoor(first, second, *sides, thick))
    found, misses = rooms_standing(3, doors)
    assert max(misses) < 1e-3
    for one, room in zip(found[1:], standing[1:], strict=True):  # seen from the first room
        for corner in ((0.0, 0.0), (4000.0, 3000.0)):
            true = Standing(0.0, 0.0, -standing[0].turn, 0)(
                (room(corner)[0] - standing[0].x, room(corner)[1] - standing[0].y)
            )
            assert one(corner) == pytest.approx(true, abs=0.01)


def test_the_house_is_drawn_and_rooms_that_lie_over_one_another_are_told() -> None:
    history = house((4000, 3000), (2000, 2000), (1500, 1500), doors=((1, "w2", 1000, 2, "w4", 600),))
    drawing = house_plan(history.job.rooms, {}, history.job.settings, 0.0)
    assert "3 rooms, 1 shared door ·" in drawing.subtitle
    assert "stand beside" in drawing.subtitle
    names = {mark.text: mark.at for mark in drawing.marks if isinstance(mark, Label)}
    assert names["Room 1"][0] < names["Room 2"][0] < names["Room 3"][0]
    assert not [one for one in second_look(history.job) if one.key.startswith("rooms meet")]
    # the door of the other room in its own right wall: it would have to lie on the floor of the first
    wrong = house(
        (4000, 3000), (2000, 2000), (4000, 3000), doors=((1, "w2", 1000, 2, "w4", 600), (1, "w2", 1000, 3, "w4", 900))
    )
    (finding,) = [one for one in second_look(wrong.job) if one.key.startswith("rooms meet")]
    assert "Room 2 and Room 3" in finding.says
    assert "m² of both" in finding.measured
