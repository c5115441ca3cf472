"""Areas of unions of rectangles."""

from __future__ import annotations

import pytest
from hypothesis import given, strategies as st
from shapely import box, union_all

from narrow_cornice.survey.faces import Rect, union_area

numbers = st.integers(0, 60).map(float)
rects = st.builds(Rect, numbers, numbers, numbers, numbers)


@given(st.lists(rects, max_size=9))
def test_union_area_agrees_with_a_geometry_library(several: list[Rect]) -> None:
    shapes = [box(*rect) for rect in several if rect.area > 0]
    assert union_area(several) == pytest.approx(union_all(shapes).area if shapes else 0.0)


def test_common_part() -> None:
    assert Rect(0, 0, 10, 10).within(Rect(5, 5, 20, 8)) == Rect(5, 5, 10, 8)
    assert Rect(0, 0, 1, 1).within(Rect(5, 5, 6, 6)).area == 0
