"""Areas of unions of rectangles."""

from __future__ import annotations

import pytest
from hypothesis import given, strategies as st
from shapely import box, union_all

from narrow_cornice.survey.faces import Rect, room_beside, union_area

numbers = st.integers(0, 60).map(float)
rects = st.builds(Rect, numbers, numbers, numbers, numbers)


@given(st.lists(rects, max_size=9))
def test_union_area_agrees_with_a_geometry_library(several: list[Rect]) -> None:
    shapes = [box(*rect) for rect in several if rect.area > 0]
    assert union_area(several) == pytest.approx(union_all(shapes).area if shapes else 0.0)


def test_common_part() -> None:
    assert Rect(0, 0, 10, 10).within(Rect(5, 5, 20, 8)) == Rect(5, 5, 10, 8)
    assert Rect(0, 0, 1, 1).within(Rect(5, 5, 6, 6)).area == 0


def test_room_beside_what_is_in_a_wall() -> None:
    assert room_beside(4000, [], 900, 150) == (300, 900)
    assert room_beside(1250, [], 900, 150) == (175, 900)  # in the middle of what it fits into
    assert room_beside(1016, [], 900, 150) == (150, 716)  # narrower, clear of both corners
    assert room_beside(4000, [(300, 1200)], 900, 150) == (1500, 900)
    assert room_beside(3000, [(900, 2900)], 900, 150) == (150, 600)  # before it: the widest there is
    assert room_beside(500, [(0, 500)], 900, 150) == (175, 150)  # none is free: it is told to lie on another


@given(st.integers(400, 6000), st.lists(st.tuples(st.integers(0, 6000), st.integers(0, 900)), max_size=4))
def test_what_is_put_beside_others_lies_clear_of_them_where_there_is_room(
    length: int, taken: list[tuple[int, int]]
) -> None:
    spans = [(float(start), float(start + wide)) for start, wide in taken]
    start, wide = room_beside(float(length), spans, 900, 150)
    if wide > 150:
        assert start >= 150 - 1e-9
        assert start + wide <= length - 150 + 1e-9
        assert all(over <= start - 150 + 1e-9 or begin >= start + wide + 150 - 1e-9 for begin, over in spans)
