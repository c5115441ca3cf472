"""Systems, woods under stain, tints of primers, tiles from the middle."""

from __future__ import annotations

from itertools import pairwise
from typing import get_args

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.colour.tones import difference, linear_light
from narrow_cornice.derived.coated.surface import SurfaceKind
from narrow_cornice.exchange.cautions import cautions_of
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.finishes.coats import Primed, coats_to_hide, suggested_tint, swatches
from narrow_cornice.finishes.paper import papering, rolls_for
from narrow_cornice.finishes.sundries import sundries
from narrow_cornice.finishes.systems import preparations, systems
from narrow_cornice.finishes.tiles import TileError, centred, grout_of, tiles_needed, tiling
from narrow_cornice.finishes.woods import opacities, species, stained
from narrow_cornice.job.finishes import Substrate


def test_every_system_is_made_of_what_there_is() -> None:
    rules, kinds, substrates = HouseRules(), set(get_args(SurfaceKind)), set(get_args(Substrate))
    for key, system in systems().items():
        assert set(system.kinds) <= kinds, key
        assert set(system.on) <= substrates, key
        assert set(system.works) <= set(preparations()), key
        assert list(system.works) == sorted(system.works, key=lambda one: system.works.index(one))
        assert len(cautions_of(system.cautions)) == len(system.cautions), key
        assert system.why.endswith("."), key
    for preparation in preparations().values():
        assert rules.value(preparation.rule) > 0
    used = {work for sundry in sundries().values() for work in sundry.works}
    assert used <= set(preparations())


def test_a_system_suits_what_it_is_for() -> None:
    fence, walls = systems()["fence"], systems()["walls"]
    assert fence.suits("piece", "wood")
    assert not fence.suits("wall", "plaster")
    assert walls.suits("wall", "plaster")
    assert not walls.suits("wall", "masonry")
    assert fence.primer == "never"  # no primer, no topcoat on fences
    assert systems()["raw-plaster"].primer == "always"
    assert systems()["patches"].part == "patches"


def far(one: str, other: str) -> float:
    return difference(linear_light(one), linear_light(other))


@pytest.mark.parametrize("wood", list(species()))
def test_more_opacity_and_more_coats_hide_more_of_the_wood(wood: str) -> None:
    ground, stain = species()[wood].colour("new"), "#41665a"
    left = []
    for opacity, staining in opacities().items():
        seen = stained(ground, stain, opacity, 4)  # type: ignore[arg-type]
        assert seen[0] == ground
        away = [far(one, stain) for one in seen]
        assert all(later <= former + 0.6 for former, later in pairwise(away))  # towards the stain, as far as it goes
        left.append(away[1])
        assert staining.flat[1] <= staining.upright[1]  # flat boards wear out sooner
    assert left == sorted(left, reverse=True)  # clear, semi-transparent, semi-solid, solid
    assert far(stained(ground, stain, "clear", 1)[1], ground) < far(stained(ground, stain, "solid", 1)[1], ground)


def test_swatches_end_at_the_colour_that_hides() -> None:
    seen = swatches("#8f8a80", "#c8d3c2", 3.5, 3)
    assert seen[0] == "#8f8a80"
    assert len(seen) == 4
    assert far(seen[-1], "#c8d3c2") < 1.0
    primed = swatches("#8f8a80", "#c8d3c2", 3.5, 3, Primed(1.5, 0.5))
    assert len(primed) == 5


@given(
    st.sampled_from(["#2a2724", "#a9614f", "#f3efe4", "#41665a"]), st.sampled_from(["#f3efe4", "#a9614f", "#c8d3c2"]),
    st.floats(0.5, 4.0),
)  # fmt: skip
def test_no_share_of_tint_takes_fewer_coats_than_the_one_suggested(old: str, new: str, hiding: float) -> None:
    share = suggested_tint(old, new, hiding, 4, 1.0, 1.5)

    def judged(tint: float) -> tuple[int, float]:
        found = coats_to_hide(old, new, hiding, 4, 1.0, Primed(1.5, tint))
        return (found.coats, 0.0) if found.hides else (5, found.left)

    assert all(judged(share) <= judged(other) for other in (0.0, 0.25, 0.5, 0.75, 1.0))


@given(st.floats(300, 8000), st.floats(40, 600), st.floats(0, 6))
def test_tiles_lie_alike_at_both_ends_and_no_end_is_under_half_where_that_can_be(
    length: float, tile: float, joint: float
) -> None:
    row = centred(length, tile, joint)
    covered = row.whole * tile + max(0, row.whole - 1) * joint
    if row.end:
        covered += 2 * (row.end + (joint if row.whole else joint / 2))
    assert covered <= length + 1e-6
    assert length - covered <= 2 * joint + 1e-6
    if row.end and length > 3 * tile:
        assert row.end >= tile / 2 - joint - 1e-6


def test_tiles_by_hand() -> None:
    """2 450 mm of tiles 200 wide with joints of 2: eleven whole ones are 2 220, 230 is left, 113 at each end."""
    assert centred(2450, 200, 2) == (11, 113, -87)
    assert grout_of.formula(100, 200, 8, 2, 1.7) == pytest.approx(0.408)  # type: ignore[attr-defined]
    wall = ((0.0, 0.0), (1000.0, 0.0), (1000.0, 1000.0), (0.0, 1000.0))
    plain = tiling(wall, (), (200.0, 200.0), 0.0)
    assert (plain.places, plain.cut) == (25, 0)
    holed = tiling(wall, ((200.0, 200.0, 600.0, 600.0),), (200.0, 200.0), 0.0)
    assert (holed.places, holed.cut) == (21, 0)  # four places lie wholly in the opening
    shifted = tiling(wall, ((100.0, 200.0, 500.0, 600.0),), (200.0, 200.0), 0.0)
    assert (shifted.places, shifted.cut) == (23, 4)
    assert tiling(wall, (), (200.0, 200.0), 0.0, turned=True).places > 25
    assert tiles_needed.formula(1.0, 40_000.0, 0.1, 25.0) == 28  # type: ignore[attr-defined]
    assert tiles_needed.formula(1.0, 40_000.0, 0.1, 31.0) == 31  # type: ignore[attr-defined]
    with pytest.raises(TileError):
        centred(0, 200, 2)
    with pytest.raises(TileError):
        tiling(((0.0, 0.0), (90_000.0, 0.0), (90_000.0, 90_000.0)), (), (10.0, 10.0), 1.0)


def test_paper_of_the_handbook() -> None:
    made = papering(14_200, 2450, 10_050, 530, 640, "straight", 100)
    assert (made.cut, made.per_roll, made.strips, made.rolls) == (2560, 3, 27, 9)
    assert rolls_for(27, 10_050, 2560, 0.0) == 9
