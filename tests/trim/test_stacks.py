"""Stacks of members: any of them is a simple outline, and follows the size it is brought to."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given, strategies as st
from shapely import Polygon

from narrow_cornice.errors import CorniceError
from narrow_cornice.trim.members import CURVES, KINDS
from narrow_cornice.trim.profiles import cornice_profile, kind_profile, stack_profile
from narrow_cornice.trim.sight import seen_from
from narrow_cornice.trim.stacks import StackMember, checked_stack, face_of, height_of, out_of, scaled

SIZES = st.floats(2, 200)
MEMBERS = st.builds(StackMember, st.sampled_from(KINDS), SIZES, SIZES, st.sampled_from((None, *CURVES)))
STACKS = st.lists(MEMBERS, min_size=1, max_size=8).map(tuple)


@given(STACKS, st.sampled_from(CURVES))
def test_any_stack_is_a_simple_outline_with_its_own_girth_and_area(stack: tuple[StackMember, ...], curves: str) -> None:
    profile = stack_profile("cornice", stack, curves)  # type: ignore[arg-type]
    fine = np.asarray(profile.outline.polyline(math.radians(0.05)))
    assert Polygon([(-1.0, 0.0), *profile.outline.polyline(math.radians(2)), (-1.0, profile.height)]).is_valid
    assert profile.girth == pytest.approx(float(np.hypot(*np.diff(fine, axis=0).T).sum()), rel=1e-3)
    area = float(np.sum((fine[1:, 0] + fine[:-1, 0]) / 2 * np.diff(fine[:, 1])))
    assert profile.area == pytest.approx(area, rel=1e-3)
    assert profile.outline.segments[-1].end == pytest.approx((out_of(stack), height_of(stack)))


@given(STACKS, SIZES, SIZES)
def test_a_stack_brought_to_a_size_has_it_and_keeps_its_proportions(
    stack: tuple[StackMember, ...], height: float, out: float
) -> None:
    made = scaled(stack, height, out)
    assert (height_of(made), out_of(made)) == pytest.approx((height, out))
    for one, other in zip(stack, made, strict=True):
        assert other.height * height_of(stack) == pytest.approx(one.height * height)


def test_a_member_that_goes_back_ends_nearer_the_wall() -> None:
    stack = (StackMember("fillet", 10, 30), StackMember("ovolo", 20, 20, back=True))
    profile = stack_profile("dado rail", stack)
    assert profile.projection == 10
    top = next(point for point in profile.outline.polyline() if point[1] == pytest.approx(30.0))
    assert top == pytest.approx((10.0, 30.0))
    # A quarter circle of 20 over the 10: 10 × 30, 10 × 20, and a quarter of π 20².
    assert profile.area == pytest.approx(300 + 200 + math.pi * 100)
    two = (StackMember("fillet", 10, 30), StackMember("fillet", 5, 12, back=True), StackMember("fillet", 5, 4))
    face = stack_profile("cornice", two).outline.polyline()
    assert Polygon([(-1.0, 0.0), *face, (-1.0, 20.0)]).is_valid


def test_stacks_that_cannot_be_built_are_refused() -> None:
    with pytest.raises(CorniceError, match="from one to"):
        checked_stack((), "x")
    with pytest.raises(CorniceError, match="behind where the stack begins"):
        checked_stack((StackMember("fillet", 10, 5), StackMember("fillet", 5, 9, back=True)), "x")
    for bad in (-1.0, 1e9, math.nan, math.inf):
        with pytest.raises(CorniceError, match="must be from nought"):
            checked_stack((StackMember("fillet", 10, bad),), "x")


@given(SIZES, SIZES, st.sampled_from(("skirting", "casing", "dado rail", "picture rail", "panel mould")))
def test_the_faces_of_the_members_lie_on_the_outline(height: float, out: float, kind: str) -> None:
    profile = kind_profile(kind, height, out)
    face = Polygon([(-1.0, 0.0), *profile.outline.polyline(0.1), (-1.0, height)]).boundary.buffer(1e-6)
    for one in profile.members:
        for point in face_of(one, "roman", turned=kind == "skirting"):
            from shapely import Point

            assert face.intersects(Point(point))


def test_a_drawn_part_of_the_cornice_keeps_its_own_proportion() -> None:
    drawn = {"corona": (StackMember("corona", 40.0, 80.0),)}
    profile = cornice_profile((("cymatium", 50.0), ("corona", 40.0), ("bed mould", 60.0)), 190.0, "roman", drawn)
    corona = next(one for one in profile.members if one.stack == "corona")
    assert corona.start == pytest.approx((60.0, 60.0))  # the others come out by as much as they are high
    assert corona.end == pytest.approx((140.0, 100.0))
    assert profile.projection == 190.0


def test_what_the_eye_sees_of_a_step_is_worked_out_by_hand() -> None:
    # A board 100 high and 100 out over a lower one of 100 by 10, its foot at the eye's height: from 1 100 off the wall
    # the upper board's soffit is seen from below, and nothing is hidden.
    stack = (StackMember("fascia", 100, 10), StackMember("fascia", 100, 90))
    profile = stack_profile("architrave", stack)
    sight = seen_from(profile, 1600.0, 1600.0, 1100.0)
    assert sight.angle == pytest.approx(math.degrees(math.atan2(200.0, 1000.0)), abs=0.02)
    assert sight.hidden[-1][-1] == pytest.approx((0.0, 200.0))  # only the shelf on top, which lies above the eye
    # From above, by an eye 1 000 over its foot and 1 100 off the wall: the board hides what lies below the line that
    # goes over its lower front edge, at 900 × 90 ÷ 1 000 = 81 mm under it.
    above = seen_from(profile, 600.0, 1600.0, 1100.0)
    low = max(y for stretch in above.hidden for z, y in stretch if z == pytest.approx(10.0))
    assert low == pytest.approx(100.0, abs=0.1)
    seen = [y for _, y in above.places if y < 99.0]
    assert max(seen) == pytest.approx(100.0 - 900.0 * 90.0 / 1000.0, abs=2.0)
