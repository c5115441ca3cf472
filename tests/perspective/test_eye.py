"""Places on a picture against closed forms."""

from __future__ import annotations

import json
import math

import pytest
from hypothesis import given, settings, strategies as st
from tests.thorough import many

from narrow_cornice.perspective.eye import Eye, EyeError, camera, places_on_picture, vanishing_point
from narrow_cornice.perspective.request import ViewRequest, answered

LEVEL = Eye((0.0, 0.0, 1500.0), (0.0, 4000.0, 1500.0), 60.0, (1280.0, 800.0))


def test_places_by_hand() -> None:
    """60° over 1280 pixels: the picture stands 640 / tan 30° = 1108.51 pixels off; all else by like triangles."""
    focal = 640.0 / math.tan(math.radians(30.0))
    made = places_on_picture(LEVEL, [(0, 4000, 1500), (1000, 4000, 1500), (0, 2000, 0), (0, -1, 1500), (0, 0, 1500)])
    assert made[0] == pytest.approx((640.0, 400.0), abs=1e-9)
    assert made[1] == pytest.approx((640.0 + focal / 4, 400.0), abs=1e-9)
    assert made[2] == pytest.approx((640.0, 400.0 + focal * 0.75), abs=1e-9)
    assert made[3] is None
    assert made[4] is None


def test_the_edge_of_the_picture_is_half_the_angle_off() -> None:
    """What lies 30° to the right of where the eye looks is at the right edge."""
    place = (1000.0 * math.tan(math.radians(30.0)), 1000.0, 1500.0)
    assert places_on_picture(LEVEL, [place])[0] == pytest.approx((1280.0, 400.0), abs=1e-9)


def test_three_vanishing_points_stand_square() -> None:
    """For an eye that looks down aslant, ways square to one another vanish so that the middle of the picture is where
    the heights of their triangle meet, and (a − m) · (b − m) = −F² for each two (Hartley and Zisserman, 8.6)."""
    eye = Eye((0.0, 0.0, 3000.0), (2500.0, 4000.0, 1000.0), 55.0, (1000.0, 700.0))
    focal = camera(eye).focal
    points = [vanishing_point(eye, way) for way in ((1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0))]
    for first, second in ((0, 1), (1, 2), (0, 2)):
        a, b = points[first], points[second]
        assert a is not None
        assert b is not None
        dot = (a[0] - 500.0) * (b[0] - 500.0) + (a[1] - 350.0) * (b[1] - 350.0)
        assert dot == pytest.approx(-focal * focal, rel=1e-9)


def test_an_upright_picture_keeps_plumb_lines_plumb_and_looks_where_it_was_told() -> None:
    """Looking down at a table, legs are upright on the picture and the place looked at is in its middle."""
    eye = Eye((0.0, 0.0, 1600.0), (500.0, 3000.0, 400.0), 60.0, (1280.0, 800.0), upright=True)
    a, b, middle = places_on_picture(eye, [(900, 2500, 0), (900, 2500, 700), (500, 3000, 400)])
    assert a is not None
    assert b is not None
    assert a[0] == pytest.approx(b[0], abs=1e-9)
    assert middle == pytest.approx((640.0, 400.0), abs=1e-9)
    assert vanishing_point(eye, (0.0, 0.0, 1.0)) is None


@given(
    st.tuples(*[st.floats(-5000, 5000)] * 3),
    st.tuples(*[st.floats(-5000, 5000)] * 3),
    st.tuples(*[st.floats(-1, 1)] * 3),
)
@settings(max_examples=many(60, 2000), deadline=None)
def test_lines_stay_lines_and_run_to_their_vanishing_point(
    towards: tuple[float, float, float], start: tuple[float, float, float], way: tuple[float, float, float]
) -> None:
    """Three places of one line lie on one line of the picture, which goes through where its way vanishes."""
    eye = Eye((10.0, 20.0, 1500.0), towards, 70.0, (900.0, 600.0))
    if math.dist(eye.at, towards) < 100 or math.hypot(*way) < 0.1:
        return
    line = [tuple(s + 2000.0 * t * w for s, w in zip(start, way, strict=True)) for t in (0.0, 1.0, 2.5)]
    depths = camera(eye).before(line)[:, 2]
    end = vanishing_point(eye, way)
    if min(depths) < 200.0 or end is None or max(map(abs, end)) > 1e5:
        return
    (ax, ay), (bx, by), (cx, cy) = [point for point in places_on_picture(eye, line) if point is not None]
    long = math.hypot(cx - ax, cy - ay)
    if long < 1.0:
        return
    for px, py in ((bx, by), end):
        off = ((cx - ax) * (py - ay) - (cy - ay) * (px - ax)) / long
        far = max(1.0, math.hypot(px - ax, py - ay) / long)
        assert abs(off) < 1e-6 * far * max(1.0, long)


def test_an_eye_that_looks_straight_down_has_north_at_the_top() -> None:
    """A plan is a view from above."""
    eye = Eye((0.0, 0.0, 5000.0), (0.0, 0.0, 0.0), 90.0, (1000.0, 1000.0))
    assert places_on_picture(eye, [(1000, 2000, 0)])[0] == pytest.approx((600.0, 300.0), abs=1e-9)


@pytest.mark.parametrize(
    ("eye", "words"),
    [
        (Eye((0, 0, 0), (0, 0, 0), 60, (10, 10)), "where it is"),
        (Eye((0, 0, 0), (1, 0, 0), 180, (10, 10)), "angle"),
        (Eye((0, 0, 0), (1, 0, 0), float("nan"), (10, 10)), "reckoned"),
        (Eye((0, 0, 0), (1, 0, 0), 60, (0, 10)), "width"),
        (Eye((0, 0, 0), (0, 0, 5), 60, (10, 10), upright=True), "upright"),
    ],
)
def test_an_eye_that_sees_nothing_is_refused_in_words(eye: Eye, words: str) -> None:
    """Each says what is wrong."""
    with pytest.raises(EyeError, match=words):
        camera(eye)


def test_a_request_is_answered_place_by_place() -> None:
    """As the command line asks it."""
    asked = ViewRequest((0, 0, 1500), (0, 4000, 1500), 60, (1280, 800), [(0, 4000, 1500), (0, -5, 0)])
    found = answered(asked).points
    assert json.dumps(found) == "[[640.0, 400.0], null]"
