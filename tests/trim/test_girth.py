"""The working of a girth, and tones of colour."""

from __future__ import annotations

import pytest
from hypothesis import given, strategies as st

from arithmetic import evaluate
from narrow_cornice.colour.tones import checked_colour, difference, lightness, linear_light, make_ready, toned
from narrow_cornice.errors import CorniceError
from narrow_cornice.trim.girth import girth_of
from narrow_cornice.trim.profiles import cornice_profile, kind_profile


@given(st.floats(10, 400), st.floats(10, 200), st.integers(0, 3))
def test_the_working_comes_to_the_girth(height: float, out: float, kind: int) -> None:
    profile = [
        *(kind_profile(one, height, out) for one in ("skirting", "dado rail", "casing")),
        cornice_profile((("cymatium", height), ("corona", height / 2), ("bed mould", height)), out),
    ][kind]
    figure = girth_of(profile)
    assert figure.value == pytest.approx(profile.girth, rel=1e-9)
    for _, part in figure.inputs:
        if part.inputs:
            said = evaluate(part.sentence, {name: one.value for name, one in part.inputs})
            assert said == pytest.approx(part.value, rel=1e-9)


def test_tones_and_lightness() -> None:
    make_ready()
    assert lightness("#ffffff") == pytest.approx(100, abs=0.01)
    assert lightness("#000000") == pytest.approx(0, abs=0.01)
    assert linear_light("#ffffff") == pytest.approx((1, 1, 1))
    assert linear_light("#bcbcbc")[0] == pytest.approx(0.5029, abs=1e-3)  # mid reflectance is far up the sRGB scale
    assert difference(linear_light("#808080"), linear_light("#808080")) == 0
    assert difference(linear_light("#000000"), linear_light("#ffffff")) == pytest.approx(100, abs=0.1)
    assert toned("#808080", 0.5) == "#404040"
    assert toned("#808080", 1.0) == "#808080"
    assert toned("#000000", 1.5) == "#808080"
    assert checked_colour("#ABCDEF") == "#abcdef"
    for bad in ("red", "#12345", "#12345g", "", "#1234567"):
        with pytest.raises(CorniceError, match="not a colour"):
            checked_colour(bad)
