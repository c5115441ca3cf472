"""Lengths as people type them."""

from __future__ import annotations

from fractions import Fraction

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.units.lengths import (
    Length,
    LengthError,
    parse_length,
    show_imperial,
    show_length,
    show_metric,
    usual_length,
)


@pytest.mark.parametrize(
    ("text", "unit", "mm"),
    [
        ("2630", "mm", 2630),
        ("2630 mm", "in", 2630),
        ("263cm", "mm", 2630),
        ("2.63 m", "mm", 2630),
        ("2,63 m", "mm", 2630),
        ("8' 7 1/2\"", "mm", 2628.9),
        ("8'-7½\"", "mm", 2628.9),
        ("8ft 7.5in", "mm", 2628.9),
        ("8 ft. 7 in.", "mm", 2616.2),
        ("8′ 7½″", "mm", 2628.9),
        ('103 1/2"', "mm", 2628.9),
        ("103 1/2", "in", 2628.9),
        ('7/8"', "mm", 22.225),
        ('⅞"', "mm", 22.225),
        ("2400 - 2*18 - 3", "mm", 2361),
        ("2400 − 2×18 − 3", "mm", 2361),
        ('8\' 7" - 2 x 3/4"', "mm", 2578.1),
        ("8' - 7\"", "mm", 2260.6),  # parted by spaces it is a difference
        ("8' 7", "mm", 2616.2),
        ("(2400 - 36) / 4", "mm", 591),
        ("2 974 mm", "mm", 2974),  # as it is shown
        ("2\u202f974", "mm", 2974),
        ("1412 / 3", "mm", float(Fraction(1412, 3))),
    ],
)
def test_reads_what_people_type(text: str, unit: str, mm: float) -> None:
    assert parse_length(text, unit).mm == mm  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("text", "position"),
    [
        ("", 0),
        ("8 foo", 2),
        ("2,630", 1),
        ("2/0", 2),
        ("5 / 0", 2),
        ("1 m 20", 4),
        ("2 mm * 3 mm", 5),
        ("5 / 3 mm", 2),
        ("12 +", 4),
        ("(12", 3),
        ("12)", 2),
        ("12 13", 3),
        ("=cmd", 0),
        ("٣", 0),  # figures of another script are not guessed at
        ("1e5", 1),
    ],
)
def test_refuses_the_rest_with_the_place(text: str, position: int) -> None:
    with pytest.raises(LengthError) as refused:
        parse_length(text)
    assert refused.value.position == position
    assert "Write for example" in str(refused.value)


@pytest.mark.parametrize("text", ["9" * 500, "(" * 199, "9" * 150, "200 km", "101000 m"])
def test_refuses_what_is_too_much(text: str) -> None:
    with pytest.raises(LengthError):
        parse_length(text)


@given(st.text(max_size=60))
def test_any_text_is_read_or_refused_inside_it(text: str) -> None:
    place = 0
    try:
        parse_length(text)
    except LengthError as refused:
        place = refused.position
    assert 0 <= place <= len(text)


@given(st.integers(0, 10**7))
def test_shown_metric_is_read_back_the_same(mm: int) -> None:
    assert parse_length(show_metric(mm)).mm == mm


@given(st.integers(0, 40_000), st.sampled_from([8, 16, 32]))
def test_shown_imperial_is_read_back_the_same(parts: int, denominator: int) -> None:
    mm = float(Fraction(parts, denominator) * Fraction(254, 10))
    shown = show_imperial(mm, denominator)
    assert parse_length(shown, "in").mm == mm


@given(st.floats(0, 50_000), st.sampled_from([0.5, 1]))
def test_metric_is_never_off_by_more_than_half_a_step(mm: float, step: float) -> None:
    assert abs(parse_length(show_metric(mm, step)).mm - mm) <= step / 2 + 1e-9


def test_fractions_are_reduced_and_signs_kept() -> None:
    assert show_imperial(25.4 * 7.5) == '7 1/2"'
    assert show_imperial(25.4 * 12) == "1'"
    assert show_imperial(0) == '0"'
    assert show_imperial(-25.4 / 2) == '−1/2"'
    assert show_metric(-2629.6) == "−2 630 mm"
    assert show_metric(2629.5, 0.5) == "2 629.5 mm"
    assert show_length(2628.9, "in", denominator=8) == "8' 7 1/2\""


def test_the_text_is_kept_as_typed() -> None:
    assert parse_length(" 2400 - 36 ").text == "2400 - 36"


def test_usual_sizes_are_whole_in_each_unit_world() -> None:
    assert usual_length(838, "mm") == Length(838.0, "838")
    assert usual_length(838, "in") == Length(838.2, '33"')
    assert usual_length(3, "in").mm == 25.4  # never nothing
    assert usual_length(0, "in").mm == 0
