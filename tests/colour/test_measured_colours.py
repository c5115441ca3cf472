"""Colours against published pairs and the figures of the handbook; the deck; palettes; colours under a lamp."""

from __future__ import annotations

import io
import math
from collections import Counter

import numpy as np
import pytest
from coloraide import Color
from hypothesis import given, settings, strategies as st
from PIL import Image

from narrow_cornice.colour.agreeing import agree
from narrow_cornice.colour.deck import deeper, nearest, neighbours, paler, relatives, shipped_deck
from narrow_cornice.colour.lamplight import DAYLIGHT, under_lamp, white_of
from narrow_cornice.colour.palette import palette_of
from narrow_cornice.colour.tones import lab, light_reflectance, lightness, tone_difference
from narrow_cornice.colour.undertone import chroma_of, hue_of, is_neutral, is_warm, undertone
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.bridge_picture import pixels_of
from narrow_cornice.job.pictures import PictureError
from thorough import many

TONES = st.integers(0, 0xFFFFFF).map(lambda number: f"#{number:06x}")

# Pairs of the test data published with CIEDE2000 (Sharma, Wu and Dalal 2005): L a b, L a b, ΔE00.
PUBLISHED = (
    ((50.0, 2.6772, -79.7751), (50.0, 0.0, -82.7485), 2.0425),
    ((50.0, -1.3802, -84.2814), (50.0, 0.0, -82.7485), 1.0),
    ((50.0, 2.5, 0.0), (73.0, 25.0, -18.0), 27.1492),
    ((60.2574, -34.0099, 36.2677), (60.4626, -34.1751, 39.4387), 1.2644),
    ((2.0776, 0.0795, -1.135), (0.9033, -0.0636, -0.5514), 0.9082),
)


@pytest.mark.parametrize(("one", "other", "apart"), PUBLISHED)
def test_differences_are_those_that_were_published(
    one: tuple[float, ...], other: tuple[float, ...], apart: float
) -> None:
    found = Color("lab-d65", one).delta_e(Color("lab-d65", other), method="2000")
    assert found == pytest.approx(apart, abs=1e-4)


def test_light_given_back_is_the_y_of_a_surface() -> None:
    for tone in ("#ffffff", "#000000", "#c8d3c2", "#a9614f"):
        assert light_reflectance(tone) == pytest.approx(100 * Color(tone).luminance(white=None), abs=0.02)
        assert lightness(tone) == pytest.approx(116 * _cube(light_reflectance(tone) / 100) - 16, abs=0.05)


def _cube(y: float) -> float:
    return y ** (1 / 3) if y > (6 / 29) ** 3 else y / (3 * (6 / 29) ** 2) + 4 / 29


def test_the_deck_is_laid_out_evenly_and_every_colour_once() -> None:
    deck = shipped_deck()
    assert len(deck) == 400
    for field in ("id", "name", "hex"):
        assert len({getattr(one, field) for one in deck}) == 400
    families = Counter(one.family for one in deck)
    assert families.pop("neutral") == 16
    assert set(families.values()) == {16}
    hues = Counter(int(hue_of(one.hex) // 30) for one in deck if chroma_of(one.hex) > 8)
    assert len(hues) == 12  # every twelfth of the circle
    light = Counter(int(lightness(one.hex) // 20) for one in deck)
    assert all(light[band] >= 20 for band in (1, 2, 3, 4))
    assert all(is_neutral(one.hex) for one in deck if one.family == "neutral")


@settings(max_examples=many(6, 60), deadline=None)
@given(TONES)
def test_neighbours_are_the_nearest_there_are(tone: str) -> None:
    deck = shipped_deck()
    found = neighbours(tone, deck, 3)
    by_distance = sorted((tone_difference(one.hex, tone), one.hex) for one in deck if one.hex != tone)
    assert tone_difference(found[0].hex, tone) <= by_distance[0][0] + 1.5  # CIE76 chooses who is asked
    assert [tone_difference(one.hex, tone) for one in found] == sorted(tone_difference(one.hex, tone) for one in found)
    best = nearest(tone, deck)
    assert best is not None
    assert tone_difference(best.hex, tone) <= by_distance[0][0] + 1.5


@settings(max_examples=many(40, 400), deadline=None)
@given(TONES)
def test_relatives_run_from_pale_to_deep_in_one_hue(tone: str) -> None:
    kin = relatives(tone, shipped_deck())
    light = [lightness(one.hex) for one in kin]
    assert light == sorted(light, reverse=True)
    for one in kin:
        apart = abs((hue_of(one.hex) - hue_of(tone) + 180) % 360 - 180)
        assert apart <= 14.0 or (chroma_of(tone) < 6 and chroma_of(one.hex) < 6)
    up, down = paler(tone, shipped_deck()), deeper(tone, shipped_deck())
    assert up is None or lightness(up.hex) > lightness(tone)
    assert down is None or lightness(down.hex) < lightness(tone)


def test_undertones_are_called_by_what_is_seen() -> None:
    assert undertone("#c8d3c2") == "green, cool"
    assert undertone("#a9614f") == "red, warm"
    assert undertone("#2f6a8a") == "blue, cool"
    assert undertone("#808080") == "none"
    assert undertone("#86827c").endswith("grey, warm")
    assert is_warm("#e2cdb8")
    assert not is_warm("#b8c4cc")


@given(TONES)
@settings(max_examples=many(60, 1000), deadline=None)
def test_every_colour_has_an_undertone_in_words(tone: str) -> None:
    assert undertone(tone) == "none" or undertone(tone).rsplit(", ")[1] in ("warm", "cool")


@given(TONES, TONES)
@settings(max_examples=many(40, 500), deadline=None)
def test_colours_agree_both_ways(one: str, other: str) -> None:
    assert agree(one, other) == agree(other, one)
    assert agree(one, one)


# ---- pictures


@pytest.mark.parametrize("seed", range(many(3, 20)))
def test_a_picture_of_known_colours_gives_them_back(seed: int) -> None:
    rng = np.random.default_rng(seed)
    tones = [(176, 58, 46), (38, 92, 148), (238, 232, 214), (58, 60, 66), (122, 156, 92), (214, 168, 92)]
    shares = rng.dirichlet([6.0] * len(tones))
    counts = np.maximum(400, (40_000 * shares).astype(int))
    given_pixels = np.concatenate([np.tile(tone, (count, 1)) for tone, count in zip(tones, counts, strict=True)])
    noisy = np.clip(given_pixels + rng.normal(0, 3, given_pixels.shape), 0, 255).astype(np.uint8)
    found = palette_of(noisy, 6)
    assert sum(one.share for one in found) == pytest.approx(1.0)
    assert [one.share for one in found] == sorted((one.share for one in found), reverse=True)
    for tone, count in zip(tones, counts, strict=True):
        wanted = "#{:02x}{:02x}{:02x}".format(*tone)
        near = min(found, key=lambda one: tone_difference(one.hex, wanted))
        assert tone_difference(near.hex, wanted) < 2.0
        assert near.share == pytest.approx(count / counts.sum(), abs=0.03)


def test_colours_that_nobody_parts_are_one() -> None:
    pixels = np.array([[120, 150, 90]] * 500 + [[122, 151, 92]] * 500 + [[240, 240, 240]] * 200)
    assert len(palette_of(pixels, 5)) == 2


@settings(max_examples=many(10, 100), deadline=None)
@given(st.integers(1, 300), st.integers(2, 12), st.integers(0, 1000))
def test_any_picture_gives_a_palette_whose_shares_make_one(many_pixels: int, colours: int, seed: int) -> None:
    pixels = np.random.default_rng(seed).integers(0, 256, (many_pixels, 3))
    found = palette_of(pixels, colours)
    assert 1 <= len(found) <= colours
    assert sum(one.share for one in found) == pytest.approx(1.0)
    assert palette_of(pixels, colours) == found


def test_what_is_no_picture_is_refused() -> None:
    with pytest.raises(PictureError):
        pixels_of(b"%!PS-Adobe-3.0 EPSF-3.0")
    with pytest.raises(CorniceError, match="no pixels"):
        palette_of(np.empty((0, 3)), 5)
    with pytest.raises(CorniceError, match="palette of 40"):
        palette_of(np.zeros((4, 3)), 40)


def test_what_is_seen_through_does_not_count() -> None:
    picture = Image.new("RGBA", (40, 40), (200, 0, 0, 0))
    picture.paste((20, 90, 60, 255), (0, 0, 40, 10))
    raw = io.BytesIO()
    picture.save(raw, "PNG")
    found = palette_of(pixels_of(raw.getvalue()), 4)
    assert [one.hex for one in found] == ["#145a3c"]


# ---- under a lamp


def test_the_whites_of_lamps_lie_on_the_planckian_locus() -> None:
    assert white_of(2856.0) == pytest.approx((0.4476, 0.4074), abs=0.002)  # CIE standard illuminant A
    with pytest.raises(CorniceError):
        white_of(200.0)


def test_a_warm_lamp_warms_what_it_shines_on_and_daylight_changes_nothing() -> None:
    for tone in ("#c8d3c2", "#808080", "#2f6a8a"):
        assert under_lamp(tone, DAYLIGHT) == tone
        yellow = [lab(under_lamp(tone, kelvin))[2] for kelvin in (6000.0, 4000.0, 3000.0, 2700.0)]
        assert yellow == sorted(yellow)
        assert yellow[-1] > lab(tone)[2] + 3


def test_three_tenths_of_the_change_are_seen() -> None:
    """White under a lamp: 0.7 of daylight's white and 0.3 of the lamp's, in XYZ by hand."""
    x, y = white_of(2700.0)
    lamp = (x / y, 1.0, (1 - x - y) / y)
    day = Color("#808080").convert("xyz-d65").coords()
    whole = Color("#ffffff").convert("xyz-d65").coords()
    expected = [0.7 * d + 0.3 * light * day[1] for d, light in zip(day, lamp, strict=True)]
    shown = Color("xyz-d65", expected).convert("srgb").clip().to_string(hex=True)
    assert tone_difference(under_lamp("#808080", 2700.0), shown) < 0.6
    assert math.isclose(whole[1], 1.0, abs_tol=1e-6)
