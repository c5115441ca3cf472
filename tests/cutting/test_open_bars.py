"""The first bar with room, found by a tree, is the first that one meets going through them in turn."""

from __future__ import annotations

from hypothesis import given, strategies as st

from narrow_cornice.cutting.open_bars import OpenBars


@given(st.lists(st.tuples(st.integers(1, 400), st.integers(0, 5)), min_size=1, max_size=60), st.integers(400, 900))
def test_it_is_the_first_that_one_meets(pieces: list[tuple[int, int]], stock: int) -> None:
    bars, plain = OpenBars(len(pieces)), list[float]()
    for length, kerf in pieces:
        met = next((number for number, room in enumerate(plain) if room >= length), None)
        assert bars.place(length, length + kerf) == met
        if met is None:
            assert bars.open(stock - length - kerf) == len(plain)
            plain.append(stock - length - kerf)
        else:
            plain[met] -= length + kerf
    assert [bars.room(number) for number in range(len(plain))] == plain


def test_by_hand() -> None:
    bars = OpenBars(3)
    assert bars.place(10, 10) is None  # none is open
    assert [bars.open(room) for room in (5.0, 20.0, 30.0)] == [0, 1, 2]
    assert bars.place(10, 12) == 1
    assert bars.place(10, 12) == 2
    assert bars.place(5, 5) == 0
    assert bars.place(19, 19) is None
    assert [bars.room(number) for number in range(3)] == [0.0, 8.0, 18.0]
