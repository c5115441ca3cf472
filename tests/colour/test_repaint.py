"""Parts of a photograph in other colours: what the light did stays, the rest is untouched."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings, strategies as st

from narrow_cornice.colour.repaint import grown, mask_of, oklab, outlines_of, own_colour, pixels_of_oklab, repainted
from narrow_cornice.colour.tones import channels, tone_difference
from thorough import many

OLD, NEW = "#c8c0a8", "#406a5c"


def lit(tone: str, light: np.ndarray) -> np.ndarray:
    """Return a wall of one paint under a light that falls off (h, w), as a camera takes it: in linear light."""
    shares = np.array(channels(tone)) / 255.0
    linear = np.where(shares <= 0.04045, shares / 12.92, ((shares + 0.055) / 1.055) ** 2.4)
    seen = np.clip(linear[None, None, :] * light[..., None], 0.0, 1.0)
    encoded = np.where(seen <= 0.0031308, seen * 12.92, 1.055 * seen ** (1 / 2.4) - 0.055)
    return np.rint(encoded * 255.0).astype(np.uint8)


def hexed(pixel: np.ndarray) -> str:
    return "#" + "".join(f"{int(one):02x}" for one in pixel)


def test_oklab_of_known_colours() -> None:
    """White is lightness 1 without hue; red is (0.62796, 0.22486, 0.12585) (Ottosson's table)."""
    assert oklab(np.array([255, 255, 255])) == pytest.approx([1.0, 0.0, 0.0], abs=1e-4)
    assert oklab(np.array([255, 0, 0])) == pytest.approx([0.62796, 0.22486, 0.12585], abs=2e-4)


@given(st.tuples(*[st.integers(0, 255)] * 3))
@settings(max_examples=many(60, 2000), deadline=None)
def test_oklab_and_back(pixel: tuple[int, int, int]) -> None:
    """What goes there comes back, to a step of 255."""
    assert np.abs(pixels_of_oklab(oklab(np.array(pixel))).astype(int) - np.array(pixel)).max() <= 1


def test_a_wall_in_falling_light_comes_out_as_if_it_had_been_painted() -> None:
    """The same light on the new paint, worked out from its reflectance, is what the repainted picture shows: the old
    colour being known, to less than the eye tells apart."""
    light = np.linspace(0.35, 1.0, 90)[None, :].repeat(60, axis=0)
    found = repainted(lit(OLD, light), np.ones((60, 90)), NEW, OLD)
    wanted = lit(NEW, light)
    for x in range(0, 90, 11):
        assert tone_difference(hexed(found[30, x]), hexed(wanted[30, x])) < 1.5


def test_without_the_old_colour_its_middle_comes_out_as_the_new_one() -> None:
    """Then the picture is taken to show the old paint as it is."""
    light = np.linspace(0.6, 1.0, 81)[None, :].repeat(40, axis=0)
    found = repainted(lit(OLD, light), np.ones((40, 81)), NEW)
    assert tone_difference(hexed(found[20, 40]), NEW) < 1.5
    lightness = oklab(found)[..., 0]
    assert (np.diff(lightness[20]) >= -0.006).all()  # it still falls off the same way


def test_grain_stays_and_the_rest_is_untouched() -> None:
    """The unevenness of the wall is there afterwards; a pixel outside the part is the same byte."""
    chance = np.random.default_rng(4)
    before = lit(OLD, 0.8 + 0.05 * chance.standard_normal((50, 70)))
    mask = np.zeros((50, 70))
    mask[10:40, 15:60] = 1.0
    found = repainted(before, mask, NEW)
    assert (found[mask == 0] == before[mask == 0]).all()
    old, new = oklab(before)[10:40, 15:60, 0], oklab(found)[10:40, 15:60, 0]
    assert np.corrcoef(old.ravel(), new.ravel())[0, 1] > 0.98
    assert new.std() / new.mean() == pytest.approx(old.std() / old.mean(), rel=0.1)


def test_a_part_is_grown_to_its_edges_and_round_what_hangs_on_it() -> None:
    """A wall under falling light beside another colour, with a picture on it: the wall, without the picture."""
    light = np.linspace(0.55, 1.0, 160)[None, :].repeat(110, axis=0)
    picture = lit(OLD, light)
    picture[:, :50] = lit("#7a3d2c", light)[:, :50]
    picture[30:60, 90:125] = np.array([40, 60, 90], dtype=np.uint8)
    found = grown(picture, (0.9, 0.8))
    wanted = np.zeros((110, 160), dtype=bool)
    wanted[:, 50:] = True
    wanted[30:60, 90:125] = False
    assert (found == wanted).mean() > 0.96
    assert not found[45, 105]
    (outline, holes), *rest = outlines_of(found)
    assert not rest
    assert len(holes) == 1
    back = mask_of((160, 110), [(outline, holes)])
    assert ((back > 0.5) == found).mean() > 0.97


def test_the_old_paints_own_colour_is_the_middle_one() -> None:
    """A glint and a shadow do not move it."""
    picture = lit(OLD, np.full((20, 20), 0.9))
    picture[:3, :3], picture[-3:, -3:] = 255, 10
    own = own_colour(oklab(picture), np.ones((20, 20)))
    assert own == pytest.approx(oklab(lit(OLD, np.full((1, 1), 0.9)))[0, 0], abs=1e-3)


def test_nothing_is_repainted_where_no_part_is() -> None:
    """An empty part leaves the picture as it is."""
    picture = lit(OLD, np.full((8, 8), 0.7))
    assert repainted(picture, np.zeros((8, 8)), NEW) is picture
