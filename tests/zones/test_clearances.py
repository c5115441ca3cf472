"""What must stay free round pieces, against a brute-force check that walks the floor in small steps."""

from __future__ import annotations

import math

import pytest
import shapely
from hypothesis import assume, example, given, settings, strategies as st

from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.zones.clearances import (
    Obstacle,
    Standing,
    Wanted,
    free_before,
    overlaps,
    shortages,
    strip_of,
    wanted_round,
)
from narrow_cornice.zones.library import furniture
from narrow_cornice.zones.plan_shapes import Footprint, area_of, box_round, clipped, inside, into, middle_of, out_of
from narrow_cornice.zones.stretches import Stretch, dead_corners, free_of, largest
from thorough import many

ROOM = ((0.0, 0.0), (5000.0, 0.0), (5000.0, 4000.0), (0.0, 4000.0))
BENT = ((0.0, 0.0), (5000.0, 0.0), (5000.0, 2000.0), (3000.0, 2000.0), (3000.0, 4000.0), (0.0, 4000.0))
RULES = HouseRules()
FEET = st.builds(
    Footprint,
    st.floats(600, 4400),
    st.floats(600, 3400),
    st.floats(300, 1500),
    st.floats(300, 1000),
    st.floats(0, 360),
)


def standing(kind: str, foot: Footprint, name: str = "a") -> Standing:
    return Standing(name, name, furniture()[kind], foot, furniture()[kind].height)


def points_in(foot: Footprint, count: int = 30) -> list[tuple[float, float]]:
    w, d = foot.width / 2, foot.depth / 2
    steps = [(k + 0.5) / count * 2 - 1 for k in range(count)]
    return [foot.at(u * w, v * d) for u in steps for v in steps]


@given(FEET)
@settings(max_examples=many(40, 400), deadline=None)
def test_a_footprint_is_where_it_says(foot: Footprint) -> None:
    corners = foot.corners
    assert area_of(corners) == pytest.approx(foot.width * foot.depth)
    assert middle_of(corners) == pytest.approx((foot.x, foot.y))
    for corner in corners:
        ((u, v),) = foot.own([corner])
        assert abs(u) == pytest.approx(foot.width / 2)
        assert abs(v) == pytest.approx(foot.depth / 2)
    again = box_round(corners, foot.turn)
    assert (again.x, again.y, again.width, again.depth) == pytest.approx((foot.x, foot.y, foot.width, foot.depth))


@given(FEET, FEET)
@settings(max_examples=many(60, 1000), deadline=None)
def test_what_is_clipped_to_a_box_is_what_both_cover(one: Footprint, other: Footprint) -> None:
    box = (other.x - other.width / 2, other.y - other.depth / 2, other.x + other.width / 2, other.y + other.depth / 2)
    both = shapely.Polygon(one.corners).intersection(shapely.box(*box))
    part = clipped(one.corners, *box)
    assert (area_of(part) if part else 0.0) == pytest.approx(both.area, abs=1e-3)


@given(FEET, FEET)
@settings(max_examples=many(60, 1000), deadline=None)
def test_running_into_one_another_agrees_with_looking_for_a_common_place(one: Footprint, other: Footprint) -> None:
    deep = into(one.corners, other.corners)
    assert deep == pytest.approx(into(other.corners, one.corners))
    assume(deep == 0.0 or deep > 60.0)  # what hardly touches is missed by looking in steps
    common = any(inside(other.corners, point) for point in points_in(one)) or any(
        inside(one.corners, point) for point in points_in(other)
    )
    assert common == (deep > 0.0)


@given(FEET)
@settings(max_examples=many(40, 600), deadline=None)
def test_reaching_out_of_a_room_agrees_with_looking(foot: Footprint) -> None:
    out = out_of(BENT, foot.corners)
    assume(out == 0.0 or out > 60.0)
    assert (out > 0.0) == any(not inside(BENT, point) for point in points_in(foot))


@given(FEET, FEET, st.sampled_from(["front", "left", "right", "behind"]), st.floats(300, 1200))
@example(Footprint(2899.0, 941.0, 778.0, 707.0, 122.5), Footprint(4145.0, 600.0, 1026.0, 699.0), "behind", 300.0)
@settings(max_examples=many(40, 600), deadline=None)
def test_how_far_it_is_free_agrees_with_walking_outwards(
    foot: Footprint, other: Footprint, side: str, reach: float
) -> None:
    """The strip is walked outwards in steps of 10 mm, across its whole width, till something is met."""
    assume(out_of(ROOM, foot.corners) == 0.0 and into(foot.corners, other.corners) == 0.0)
    strip = strip_of(foot, side, reach)  # type: ignore[arg-type]
    free, ends = free_before(strip, ROOM, [other.corners])
    walked = reach
    for step in range(int(reach / 10) + 1):
        v = -strip.depth / 2 + step * 10
        across = [strip.at((-0.5 + k / 60) * (strip.width - 0.2), v) for k in range(61)]
        if any(not inside(ROOM, point) or inside(other.corners, point) for point in across):
            walked = step * 10
            break
    assert free == pytest.approx(walked, abs=30.0)
    if ends == -2:
        assert free == pytest.approx(reach)


def test_what_is_wanted_round_pieces_by_hand() -> None:
    """Drawers: their travel and 600. A chair: 750. A bed: 600 at its sides and foot."""
    chest = {one.side: one for one in wanted_round(furniture()["chest of drawers"], RULES)}
    assert chest["front"] == Wanted("front", 400 + 600, "doors and drawers", "before_doors")
    desk = {one.side: one.reach for one in wanted_round(furniture()["desk"], RULES)}
    assert desk == {"front": 750}
    bed = {one.side: one.reach for one in wanted_round(furniture()["double bed"], RULES)}
    assert bed == {"front": 600, "left": 600, "right": 600}
    table = {one.side: one.reach for one in wanted_round(furniture()["dining table"], RULES)}
    assert table == {"front": 750, "left": 750, "right": 750, "behind": 750}
    assert wanted_round(furniture()["rug"], RULES) == ()


def test_a_chest_too_near_the_opposite_wall_is_told_with_what_there_is() -> None:
    narrow = ((0.0, 0.0), (3000.0, 0.0), (3000.0, 1300.0), (0.0, 1300.0))
    chest = standing("chest of drawers", Footprint(1500, 240, 1000, 480))
    (short,) = shortages(chest, [chest], [], narrow, RULES)
    assert short.what == "wall"
    assert short.there_is == pytest.approx(1300 - 480)
    wide = ((0.0, 0.0), (3000.0, 0.0), (3000.0, 1480.0), (0.0, 1480.0))
    assert not list(shortages(chest, [chest], [], wide, RULES))


def test_what_lies_flat_or_is_put_aside_is_in_nobodys_way() -> None:
    sofa = standing("sofa", Footprint(2500, 500, 1900, 880))
    for kind in ("rug", "low table", "stool"):
        other = standing(kind, Footprint(2500, 1250, 800, 500), "b")
        assert not list(shortages(sofa, [sofa, other], [], ROOM, RULES))
    chest = standing("chest of drawers", Footprint(2500, 1200, 800, 480, 180), "b")
    (short,) = shortages(sofa, [sofa, chest], [], ROOM, RULES)
    assert (short.what, short.other) == ("piece", "b")
    assert short.there_is == pytest.approx(1200 - 240 - 940)


def test_a_single_bed_wants_one_of_its_sides_free() -> None:
    against = standing("single bed", Footprint(475, 1025, 950, 2050))
    assert not list(shortages(against, [against], [], ROOM, RULES))
    beside = standing("wardrobe", Footprint(1400, 1000, 1200, 600, 90), "w")
    (short,) = shortages(against, [against, beside], [], ROOM, RULES)
    assert short.wanted.why == "beside a bed"
    assert short.there_is == pytest.approx(1400 - 300 - 950)


def test_doors_walls_and_pieces_are_run_into_chairs_are_pushed_under_tables() -> None:
    swing = Obstacle("door", "o1", "hall door", ((0.0, 0.0), (800.0, 0.0), (600.0, 600.0), (0.0, 800.0)))
    chest = standing("chest of drawers", Footprint(400, 240, 700, 480))
    assert [one.what for one in overlaps(chest, [chest], [swing], ROOM)] == ["door"]
    table = standing("dining table", Footprint(2500, 2000, 1600, 900), "t")
    chair = standing("chair", Footprint(2500, 2500, 450, 500, 180), "c")
    assert not list(overlaps(chair, [table, chair], [], ROOM))
    bench = standing("sofa", Footprint(2500, 2500, 1900, 880, 180), "s")
    assert [one.what for one in overlaps(bench, [table, bench], [], ROOM)] == ["piece"]
    hung = Obstacle("built-in", "c1", "shelf", chest.foot.corners, bottom=1500.0)
    assert not list(overlaps(chest, [chest], [hung], ROOM))


def test_free_stretches_are_what_nothing_takes() -> None:
    assert free_of(0, 4000, [(500, 1500), (1200, 1800), (3900, 4200)]) == [
        Stretch(0, 0.0, 500),
        Stretch(0, 1800, 3900),
    ]
    assert [one.long for one in largest([Stretch(0, 0, 250), Stretch(1, 0, 900), Stretch(2, 100, 2000)])] == [1900, 900]


def test_a_dead_corner_has_a_little_wall_on_both_sides() -> None:
    free = [[Stretch(0, 3500, 4000)], [Stretch(1, 0, 400)], [], [Stretch(3, 0, 3000)]]
    (corner,) = dead_corners(free, [4000, 3000, 4000, 3000], [True] * 4)
    assert (corner.left, corner.right, corner.on_left, corner.on_right) == (0, 1, 500, 400)
    assert not dead_corners(free, [4000, 3000, 4000, 3000], [False] * 4)


def test_a_strip_goes_on_from_the_side_it_is_on() -> None:
    foot = Footprint(1000, 1000, 800, 400, 30)
    for side, place in (("front", (0, 200)), ("behind", (0, -200)), ("left", (-400, 0)), ("right", (400, 0))):
        strip = strip_of(foot, side, 500)  # type: ignore[arg-type]
        begin = strip.at(0.0, -250.0)
        assert begin == pytest.approx(foot.at(*place))
        assert math.dist(strip.at(0, 250), begin) == pytest.approx(500)
