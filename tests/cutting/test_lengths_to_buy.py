"""Whole lengths for a list of pieces."""

from __future__ import annotations

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.cutting.allowances import BarSaw
from narrow_cornice.cutting.lengths import lengths_to_buy


@given(st.lists(st.floats(50, 9000), min_size=1, max_size=30), st.sampled_from([0, 3, 4]))
def test_every_piece_is_cut_whole_or_scarfed_and_no_bar_overflows(pieces: list[float], kerf: float) -> None:
    answer = lengths_to_buy(tuple(pieces), (2400.0, 3600.0, 4800.0), 2.0, kerf)
    cut = [0.0] * len(pieces)
    for bar in answer.bars:
        used = sum(length for _, length in bar.pieces) + kerf * (len(bar.pieces) - 1)
        # The cut that frees the off-cut takes a kerf from it, where there is as much.
        assert bar.offcut == pytest.approx(max(0.0, bar.stock - used - kerf), abs=1e-6)
        assert bar.offcut >= -1e-6
        for index, length in bar.pieces:
            cut[index] += length
    assert cut == pytest.approx(pieces)
    assert answer.price == pytest.approx(sum(bar.stock for bar in answer.bars) / 1000 * 2.0)
    assert sum(bar.stock for bar in answer.bars) >= sum(pieces) - 1e-6


def test_the_cheapest_length_wins_and_by_hand() -> None:
    # four pieces of 1 700: two to a 3 600, one to a 2 400 → 2 × 3.6 = 7.2 m against 4 × 2.4 = 9.6 m
    answer = lengths_to_buy((1700.0,) * 4, (2400.0, 3600.0), 10.0, 3)
    assert answer.by_length() == [(3600.0, 2)]
    assert answer.price == pytest.approx(72)
    assert [round(bar.offcut) for bar in answer.bars] == [194, 194]


def test_no_piece_is_joined_where_a_longer_bar_would_do_and_bars_are_as_short_as_they_may() -> None:
    answer = lengths_to_buy((4020.0, 1655.0, 501.0), (2400.0, 3000.0, 4800.0), 10.0, 3)
    assert sorted((bar.stock, [round(length) for _, length in bar.pieces]) for bar in answer.bars) == [
        (2400.0, [1655]),
        (4800.0, [4020, 501]),
    ]
    assert answer.price == pytest.approx(72.0)


def test_the_kerf_counts_between_pieces_only() -> None:
    assert len(lengths_to_buy((1200.0, 1200.0), (2400.0,), 1.0, 3).bars) == 2
    assert len(lengths_to_buy((1200.0, 1197.0), (2400.0,), 1.0, 3).bars) == 1
    assert len(lengths_to_buy((2400.0,), (2400.0,), 1.0, 3).bars) == 1


def test_ends_are_squared_and_pieces_cut_a_little_long_by_hand() -> None:
    """Two of 1 180 from 2 400: 2 × 1 180 + 2 × 5 + 3 are 2 373, the ends leave 2 380; two of 1 184 do not go."""
    saw = BarSaw(3.0, 10.0, 5.0)
    assert (saw.between, saw.lost([2400.0])) == (8.0, 25.0)

    def bars(*pieces: float) -> int:
        return len(lengths_to_buy(pieces, (2400.0,), 1.0, saw.between, (), saw.lost((2400.0,))).bars)

    assert bars(1180.0, 1180.0) == 1
    assert bars(1184.0, 1184.0) == 2
    assert lengths_to_buy((1180.0, 1180.0), (2400.0,), 10.0, 8.0, (), 25.0).price == pytest.approx(24.0)
    assert bars(2375.0) == 1
    assert saw.longest((2400.0,)) == 2375.0
    assert BarSaw(3.0).longest((2400.0,)) == 2400.0  # a wall of exactly a bar's length, where nothing is allowed
    left = lengths_to_buy((1000.0, 1180.0), (2400.0,), 10.0, 8.0, (1025.0,), 25.0)
    assert [(bar.stock, bar.owned) for bar in left.bars] == [(1025.0, True), (2400.0, False)]
