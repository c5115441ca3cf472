"""Cloth, rugs and the lumen method, by hand."""

from __future__ import annotations

import math

import pytest
from hypothesis import given, settings, strategies as st

from narrow_cornice.colour.interreflection import Shining, lit, mean_on
from narrow_cornice.colour.lumen_method import lumen_method, reaching, room_index, utilisation
from narrow_cornice.colour.patches import CEILING, FLOOR, box, patches_of
from narrow_cornice.colour.shares import off_wish, shares_of
from narrow_cornice.explained.figures import Figure, table
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.zones.clearances import Standing
from narrow_cornice.zones.dressing import cloth_needed, cut_to_repeat, rod_length, stepped, widths_of_cloth
from narrow_cornice.zones.library import (
    cloths,
    dressing_kinds,
    furniture,
    lamp_kinds,
    metals,
    rods,
    rug_sizes,
    zone_uses,
)
from narrow_cornice.zones.plan_shapes import Footprint, out_of
from narrow_cornice.zones.rugs import rug_offers, rug_wanted
from thorough import many


def size(mm: float) -> Figure:
    return table("size", mm, "mm", "")


def test_cloth_of_a_window_by_hand() -> None:
    """A window of 1 200, a rod 200 beyond on both sides, twice full, cloth 1 400 wide: 3 200 ÷ 1 400 is 3 widths. A
    drop of 2 300 with 150 for heading and hem each is 2 600, to a repeat of 320: 2 880. Together 8.64 m."""
    rod = rod_length(size(1200), size(200))
    assert rod.value == 1600
    widths = widths_of_cloth(rod, table("fullness", 2.0, "", ""), size(1400))
    assert widths.value == 3
    cut = cut_to_repeat(size(2300), size(150), size(150), size(320))
    assert cut.value == 2880
    assert cloth_needed(widths, cut).value == 8640


def test_ready_made_shades_come_in_steps() -> None:
    assert stepped(751, 50) == 800
    assert stepped(750, 50) == 750


def test_a_rug_reaches_under_seats_and_beyond_a_table() -> None:
    rules = HouseRules()
    table_there = Standing("t", "t", furniture()["dining table"], Footprint(2500, 2000, 1600, 900), 745)
    wanted = rug_wanted(((0, 0), (5000, 0), (5000, 4000), (0, 4000)), [table_there], 0.0, rules)
    assert wanted is not None
    assert (wanted.width, wanted.depth) == pytest.approx((1600 + 1200, 900 + 1200))
    sofa = Standing("s", "s", furniture()["sofa"], Footprint(2500, 500, 1900, 880), 820)
    chair = Standing("c", "c", furniture()["armchair"], Footprint(2500, 2600, 780, 800, 180), 850)
    both = rug_wanted(((0, 0), (5000, 0), (5000, 4000), (0, 4000)), [sofa, chair], 0.0, rules)
    assert both is not None  # from 200 under the front of the one to 200 under the front of the other
    assert both.depth == pytest.approx((2600 - 400 + 200) - (500 + 440 - 200))
    offers, _ = rug_offers(((0, 0), (5000, 0), (5000, 4000), (0, 4000)), [table_there], 0.0, rules)
    first = offers[0]
    assert first.reaches
    assert first.floor >= rules.value("rug_floor")
    assert out_of(((0, 0), (5000, 0), (5000, 4000), (0, 4000)), first.foot.corners) == 0.0
    smaller = [one for one in offers if one.size.long * one.size.wide < first.size.long * first.size.wide]
    assert not any(one.reaches for one in smaller)


def test_the_tables_are_of_one_cast() -> None:
    for use in zone_uses().values():
        assert 50 <= use.light <= 600
    for kind in furniture().values():
        assert set(kind.uses) <= set(zone_uses())
        assert not (kind.flat and kind.back)
    for lamp in lamp_kinds().values():
        assert lamp.power == 0 if lamp.way == "round" else lamp.power >= 1
    assert list(rods().lengths) == sorted(rods().lengths)
    assert all(one.long >= one.wide for one in rug_sizes())
    assert {one.purpose for one in cloths().values()} == {"curtain", "lining", "blackout"}
    assert all(one.price > 0 for one in dressing_kinds().values() if one.made == "blind")
    assert len({one.tone for one in metals().values()}) == len(metals())


# ---- the lumen method


def test_the_room_index_of_a_rectangle_is_that_of_the_handbook() -> None:
    """5 by 4 m, 1.9 m from plane to lamp: 5·4 ÷ (1.9 · 9) = 1.1696."""
    found = room_index(table("area", 20.0, "m²", ""), size(1900), size(18_000))
    assert found.value == pytest.approx(20 / (1.9 * 9))
    light = lumen_method(
        table("lumens", 4000, "lm", ""), table("u", 0.5, "", ""), table("m", 0.8, "", ""), table("a", 20, "m²", "")
    )
    assert light.value == 80


def test_matt_light_between_two_squares_is_the_closed_form() -> None:
    """F of two opposite unit squares a side apart (room index ½) is 0.19982."""
    assert reaching(0.5, 1.0) == pytest.approx(0.19982, rel=0.01)


@pytest.mark.parametrize(
    ("k", "way", "power", "down"), [(1.0, 1.0, 1.0, 1.0), (2.0, 0.0, 0.0, 0.5), (1.5, 1.0, 4.0, 1.0)]
)
def test_utilisation_agrees_with_light_between_patches(k: float, way: float, power: float, down: float) -> None:
    height = 2.0
    side = 2 * k * height
    room = box(side, side, height * 1.001)
    patches = patches_of(room, side / 10)
    lamps = [
        Shining(((i + 0.5) / 5 * side, (j + 0.5) / 5 * side, height * 0.999), 40.0, way, power)
        for i in range(5)
        for j in range(5)
    ]
    back = {FLOOR: 0.2, CEILING: 0.7}
    rho = [[back.get(int(one), 0.5)] for one in patches.surface]
    found = lit(patches, room.outline, rho, lamps)
    on_floor = mean_on(patches, found.falling[:, 0], FLOOR) * side * side / 1000.0
    assert utilisation(k, 0.7, 0.5, 0.2, down, power) == pytest.approx(on_floor, rel=0.06)


@given(st.floats(0.5, 5), *[st.floats(0.05, 0.9)] * 3)
@settings(max_examples=many(30, 300), deadline=None)
def test_lighter_surfaces_never_make_it_darker(k: float, ceiling: float, walls: float, floor: float) -> None:
    there = utilisation(k, ceiling, walls, floor, 1.0, 1.0)
    assert 0 < there <= 1 / (1 - floor)
    for lighter in ((ceiling + 0.05, walls, floor), (ceiling, walls + 0.05, floor), (ceiling, walls, floor + 0.05)):
        assert utilisation(k, *lighter, 1.0, 1.0) >= there - 1e-9


# ---- shares of colours


def test_shares_leave_neutrals_out_and_make_a_hundred() -> None:
    areas = [("dominant", 30.0), ("second", 15.0), ("accent", 5.0), ("neutral", 80.0), ("metal", 1.0)]
    shares = shares_of(areas)  # type: ignore[arg-type]
    assert shares == {"dominant": 60.0, "second": 30.0, "accent": 10.0}
    assert off_wish(shares, "60/30/10") == {"dominant": 0.0, "second": 0.0, "accent": 0.0}
    assert math.isclose(sum(shares_of([("neutral", 3.0), ("metal", 1.0)]).values()), 100.0)
