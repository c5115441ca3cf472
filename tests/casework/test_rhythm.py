"""Bays by rule, by hand, and what holds of every rule in every run."""

from __future__ import annotations

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.casework.rhythm import about, divided_at, equal, narrow_and_wide, widest_in_the_middle


def whole(widths: tuple[float | None, ...], inner: float, boards: float = 0.0) -> list[float]:
    """Return widths with those that share what is left."""
    left = inner - boards - sum(one for one in widths if one is not None)
    free = sum(one is None for one in widths)
    return [left / free if one is None else one for one in widths]


def test_narrow_and_wide_by_hand() -> None:
    """Three narrow and two wide of 1.5 times: 3 n + 3 n = 3 000, n = 500, the wide ones 750."""
    widths = narrow_and_wide(3000, 5, 1.5)
    assert widths == (500, None, 500, None, 500)
    assert whole(widths, 3000) == [500, 750, 500, 750, 500]
    assert narrow_and_wide(3000, 2, 1.5) is None
    assert narrow_and_wide(500, 5, 1.5) is None  # too narrow


def test_widest_in_the_middle_by_hand() -> None:
    """1, 2, 4, 2, 1 shares of 3 000."""
    widths = widest_in_the_middle(3000, 5, 2.0)
    assert widths == (300, 600, None, 600, 300)
    assert whole(widths, 3000) == [300, 600, 1200, 600, 300]
    assert whole(widest_in_the_middle(2400, 4, 2.0) or (), 2400) == [400, 800, 800, 400]


def test_about_a_window_by_hand() -> None:
    """2 000 inside, boards of 20, a window's middle at 800: one and a half bays and a board are 800: 520."""
    widths = about(2000, 800, [20, 20])
    assert widths == (520, 520, None)  # the last has what is over: 2 000 − 3 × 520 − … at the right
    assert widths[0] is not None
    assert widths[0] + 20 + 520 / 2 == 800  # the middle of the second stands under the window's
    even = about(2000, 800, [20])
    assert even == (790, None)  # the divider's middle at 800
    assert about(2000, 1200, [20, 20]) == (None, 520, 520)
    assert about(2000, 100, [20, 20]) is None


def test_dividers_on_studs_by_hand() -> None:
    """Studs every 600 from 100: three bays of 1 800 want dividers at 600 and 1 200, and get 700 and 1 300."""
    widths = divided_at(1800, [100, 700, 1300], [20, 20])
    assert widths == (690, 580, None)
    assert whole(widths, 1800, 40)[2] == pytest.approx(1800 - 1300 - 10)
    assert divided_at(1800, [100, 700, 1300], [20, 40]) == (690, 570, None)  # two carcasses meet at the second
    assert divided_at(1800, [700], [20, 20]) is None


@given(st.floats(600, 6000), st.integers(1, 9), st.floats(1.05, 2.5))
def test_every_rule_fills_the_run(inner: float, bays: int, ratio: float) -> None:
    for widths in (equal(bays), narrow_and_wide(inner, bays, ratio), widest_in_the_middle(inner, bays, ratio)):
        if widths is None:
            continue
        assert len(widths) == bays
        assert None in widths
        made = whole(widths, inner)
        assert sum(made) == pytest.approx(inner)
        assert min(made) > 0
        assert made == pytest.approx(made[::-1], abs=0.2) or bays % 2 == 0
