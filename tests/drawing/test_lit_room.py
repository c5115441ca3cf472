"""The room as lit: what is seen of a surface follows its light, by the same rule as a colour under one lamp."""

from __future__ import annotations

import numpy as np
import pytest

from narrow_cornice.colour.lamplight import ADAPTED, under_lamp
from narrow_cornice.colour.tones import hex_of_light, linear_light, tone_difference
from narrow_cornice.derived.zoned.lamps import _bands
from narrow_cornice.derived.zoned.lit import LitRoom, lit_of, luminance
from narrow_cornice.drawing.lit_room import lit_unfolded, seen_tones
from narrow_cornice.drawing.marks import Area, Stroke
from narrow_cornice.drawing.unfolded import unfolded_room
from narrow_cornice.job.paths import FloorPath
from narrow_cornice.job.samples import demo_job


def under(kelvin: float, tones: list[str]) -> LitRoom:
    """Return surfaces on which the same light of a lamp falls everywhere."""
    light = np.tile(np.array(_bands(kelvin)), (len(tones), 1))
    reflectance = np.array([linear_light(tone) for tone in tones])
    return LitRoom(None, light, reflectance, 1, None, ())  # type: ignore[arg-type]


@pytest.mark.parametrize("kelvin", [2700.0, 4000.0, 6000.0])
def test_the_part_of_the_lamp_that_is_seen_is_three_tenths(kelvin: float) -> None:
    (shown,) = seen_tones(under(kelvin, ["#808080"]))
    seen = np.array(linear_light(shown))
    wanted = ADAPTED + (1.0 - ADAPTED) * np.array(_bands(kelvin))
    assert seen / luminance(seen) == pytest.approx(wanted / luminance(wanted), abs=0.08)  # steps of brightness


def test_a_surface_in_even_light_looks_as_it_does_under_the_lamp() -> None:
    """Two ways to the same: bands of red, green and blue here, CAT16 there."""
    tones = ["#c8d3c2", "#cdae84", "#a9614f", "#f3efe4"]
    for tone, shown in zip(tones, seen_tones(under(3000.0, tones)), strict=True):
        one, other = np.array(linear_light(shown)), np.array(linear_light(under_lamp(tone, 3000.0)))
        brightness = float(luminance(other) / luminance(one))
        red, green, blue = (float(band) for band in np.clip(one * brightness, 0.0, 1.0))
        assert tone_difference(hex_of_light((red, green, blue)), under_lamp(tone, 3000.0)) < 8.0


def test_the_unfolded_room_keeps_its_lines_and_gets_the_light_of_every_patch() -> None:
    job = demo_job()
    room = job.room("r1")
    by = (room, job.house_rules, job.paints, job.colours)
    lit = lit_of(*by)
    assert lit is not None
    drawing = lit_unfolded(*by, job.settings, 0.0)
    floor = [mark for mark in drawing.marks if isinstance(mark, Area) and mark.about == FloorPath("r1")]
    assert len({mark.fill for mark in floor}) > 10  # bright by the lamps, dim far from them
    plain = unfolded_room(room, job.house_rules, job.colours, job.settings, 0.0)
    lines = [mark for mark in plain.marks if isinstance(mark, Stroke)]
    assert {mark.points for mark in lines} <= {mark.points for mark in drawing.marks if isinstance(mark, Stroke)}
