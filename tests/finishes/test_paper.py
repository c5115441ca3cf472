"""Strips and rolls of wallpaper: worked cases, and that no fewer rolls would do."""

from __future__ import annotations

import math

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.finishes.paper import MATCHES, Match, PaperError, papering


def test_the_worked_case() -> None:
    # 2 450 + 100 is cut at four repeats of 640; 10 050 holds three of 2 560; 14 200 by 530 is 26.8 strips
    assert papering(14_200, 2450, 10_050, 530, 640, "straight", 100) == (2560, 3, 27, 9)


def test_a_paper_without_a_match_is_cut_to_the_wall() -> None:
    # 2 550 goes three times into 10 050 (7 650) and not four times (10 200)
    assert papering(14_200, 2450, 10_050, 530, 640, "free", 100) == (2550, 3, 27, 9)
    assert papering(14_200, 2450, 10_050, 530, 0, "straight", 100).cut == 2550


def test_every_other_strip_of_a_half_drop_takes_half_a_repeat_more() -> None:
    # 2 560 and 2 880 in turns: 2560 + 2880 + 2560 = 8 000, then 2880 + 2560 + 2880 = 8 320, 1 730 are left of that
    assert papering(14_200, 2450, 10_050, 530, 640, "half-drop", 100) == (2560, 3, 27, 9)
    # a roll of 8 100 holds three where it begins with a short strip and two where with a long one: 3, 2, 2, 2 and 1
    assert papering(5300, 2450, 8100, 530, 640, "half-drop", 100).rolls == 5
    assert papering(5300, 2450, 8100, 530, 640, "straight", 100).rolls == 4
    assert papering(6 * 530, 2450, 8100, 530, 640, "half-drop", 100).rolls == 3
    assert papering(6 * 530, 2450, 8100, 530, 640, "straight", 100).rolls == 2


def test_a_whole_number_of_widths_is_no_strip_more() -> None:
    assert papering(0.53 * 1000 * 3, 2450, 10_050, 0.53 * 1000, 0, "free", 100).strips == 3


@pytest.mark.parametrize(
    ("given_", "where"),
    [
        ((0, 2450, 10_050, 530, 0), "walls"),
        ((1000, -1, 10_050, 530, 0), "height"),
        ((1000, 2450, 0, 530, 0), "roll length"),
        ((1000, 2450, 10_050, 0, 0), "roll width"),
        ((1000, 2450, 10_050, 530, -5), "repeat"),
        ((1000, 2450, 2500, 530, 640), "roll length"),
        ((1000, math.nan, 10_050, 530, 640), "height"),
    ],
)
def test_sizes_that_cannot_be_are_told(given_: tuple[float, float, float, float, float], where: str) -> None:
    with pytest.raises(PaperError) as told:
        papering(*given_, "straight", 100)
    assert told.value.where == where


@given(
    st.integers(100, 60_000),
    st.integers(300, 3200),
    st.integers(5000, 25_000),
    st.integers(300, 1100),
    st.integers(0, 900),
    st.sampled_from(MATCHES),
)
# Many parameters: hypothesis hands every drawn size over by itself.
def test_the_rolls_hold_every_strip_and_one_less_does_not(
    walls: int, height: int, roll: int, width: int, repeat: int, match: Match
) -> None:
    try:
        found = papering(walls, height, roll, width, repeat, match, 100)
    except PaperError:
        assert height + 100 + 1.5 * repeat >= roll
        return
    assert (found.strips - 1) * width < walls <= found.strips * width
    assert found.cut >= height + 100
    if match != "free" and repeat:
        assert found.cut % repeat == 0
        assert found.cut - (height + 100) < repeat
    longs = [found.cut + (repeat / 2 if match == "half-drop" and number % 2 else 0) for number in range(found.strips)]
    rolls, left = 1, float(roll)
    for long in longs:  # strips in their order, as they are hung
        if long > left:
            rolls, left = rolls + 1, float(roll)
        left -= long
    assert found.rolls == rolls
