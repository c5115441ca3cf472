"""Strips and rolls of wallpaper: worked cases, and that no fewer rolls would do."""

from __future__ import annotations

import itertools
import math

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.finishes.paper import MATCHES, Match, PaperError, papering, rolls_for


def test_the_worked_case() -> None:
    # 2 450 + 100 is cut at four repeats of 640; 10 050 holds three of 2 560; 14 200 by 530 is 26.8 strips
    assert papering(14_200, 2450, 10_050, 530, 640, "straight", 100) == (2560, 3, 27, 9)


def test_a_paper_without_a_match_is_cut_to_the_wall() -> None:
    # 2 550 goes three times into 10 050 (7 650) and not four times (10 200)
    assert papering(14_200, 2450, 10_050, 530, 640, "free", 100) == (2550, 3, 27, 9)
    assert papering(14_200, 2450, 10_050, 530, 0, "straight", 100).cut == 2550


def test_every_other_strip_of_a_half_drop_begins_half_a_repeat_further_down() -> None:
    # 14 and 13 of 2 560, three to a roll: four rolls of each, and the last gives two, a loss of 320, and one: 8 000
    assert papering(14_200, 2450, 10_050, 530, 640, "half-drop", 100) == (2560, 3, 27, 9)
    # of 5 and 5 from rolls of 8 100, a roll of each kind, then two and two, which one roll does not hold
    assert papering(5300, 2450, 8100, 530, 640, "half-drop", 100).rolls == 4
    assert papering(5300, 2450, 8100, 530, 640, "straight", 100).rolls == 4
    # of 3 and 2 one roll holds three, another two; of 1 and 1 one holds both: 2 560 + 320 + 2 560 = 5 440
    assert papering(5 * 530, 2450, 8100, 530, 640, "half-drop", 100).rolls == 2
    assert papering(2 * 530, 2450, 5440, 530, 640, "half-drop", 100).rolls == 1
    assert papering(2 * 530, 2450, 5430, 530, 640, "half-drop", 100).rolls == 2
    # 2 480 + 100 leaves 620 of five repeats over: the next strip begins 320 on, so 2 880 each and three to 8 700
    assert papering(13_400, 2480, 8700, 530, 640, "half-drop", 100) == (2880, 3, 26, 9)
    assert papering(13_400, 2480, 8700, 530, 640, "straight", 100) == (3200, 2, 26, 13)


def holds(first: int, late: int, long: float, cut: float, repeat: float) -> bool:
    """Return whether a roll holds so many strips of each kind: each is laid where the pattern is as it has to be."""
    at = begun = 0.0 if first else repeat / 2
    for kind in [0] * first + [1] * late:
        while (at - kind * repeat / 2) % repeat > 1e-6:
            at += repeat / 2
        at += cut
    return at - begun <= long + 1e-6


@pytest.mark.parametrize("strips", [1, 2, 3, 7, 10, 17])
@pytest.mark.parametrize(("long", "bare", "repeat"), [(8100, 2250, 640), (10_050, 2580, 640), (5300, 2580, 530)])
def test_no_way_of_cutting_half_drops_takes_fewer_rolls(strips: int, long: float, bare: float, repeat: float) -> None:
    """By trying every number of strips of either kind on every roll, strip by strip."""
    cut = math.ceil(bare / repeat) * repeat
    each = int(long // cut)
    fewest = {(0, 0): 0}
    for first, late in itertools.product(range((strips + 1) // 2 + 1), range(strips // 2 + 1)):
        ways = [
            1 + fewest[first - a, late - b]
            for a, b in itertools.product(range(min(first, each) + 1), range(min(late, each) + 1))
            if a + b and holds(a, b, long, cut, repeat)
        ]
        fewest.setdefault((first, late), min(ways, default=0))
    assert rolls_for(strips, long, cut, repeat) == fewest[(strips + 1) // 2, strips // 2]


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
        assert height + 100 + repeat > roll
        return
    assert (found.strips - 1) * width < walls <= found.strips * width
    assert found.cut >= height + 100
    if match != "free" and repeat:
        assert found.cut % (repeat / 2 if match == "half-drop" else repeat) == 0
        assert found.cut - (height + 100) < repeat
    each = math.floor(roll / found.cut)
    assert found.per_roll == each
    fewest = math.ceil(found.strips / each)
    assert fewest <= found.rolls <= fewest + (match == "half-drop")
