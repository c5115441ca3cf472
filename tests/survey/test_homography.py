"""Photographs squared up: known cameras, noise, points that will not do."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given, strategies as st

from narrow_cornice.survey.homography import SeenPoint, squared_up

CORNERS = ((0.0, 0.0), (4000.0, 0.0), (4000.0, 2600.0), (0.0, 2600.0))


def camera(turn: float, tilt: float, far: float):  # type: ignore[no-untyped-def]
    """A camera ``far`` mm before the wall, turned and tilted in degrees; returns the map from wall to pixels."""
    a, b = math.radians(turn), math.radians(tilt)
    yaw = np.array([[math.cos(a), 0, math.sin(a)], [0, 1, 0], [-math.sin(a), 0, math.cos(a)]])
    pitch = np.array([[1, 0, 0], [0, math.cos(b), -math.sin(b)], [0, math.sin(b), math.cos(b)]])

    def seen(u: float, v: float) -> tuple[float, float]:
        place = np.array([u - 2000.0, 1300.0 - v, 0.0])
        x, y, z = pitch @ yaw @ place + np.array([0.0, 0.0, far])
        return (800 + 1200 * x / z, 600 + 1200 * y / z)

    return seen


@given(st.floats(-35, 35), st.floats(-20, 20), st.floats(3000, 7000))
def test_four_points_give_the_wall_back_exactly(turn: float, tilt: float, far: float) -> None:
    seen = camera(turn, tilt, far)
    fit = squared_up([SeenPoint(seen(*corner), corner) for corner in CORNERS])
    assert max(fit.misses) < 1e-4
    for place in ((1234.0, 567.0), (3900.0, 2500.0), (50.0, 90.0)):
        assert fit.wall(seen(*place)) == pytest.approx(place, abs=1e-3)
        assert fit.pixel(place) == pytest.approx(seen(*place), abs=1e-4)


def test_more_points_make_it_surer_and_the_stated_uncertainty_holds() -> None:
    chance = np.random.default_rng(5)
    seen = camera(20, 8, 4200)
    places = [*CORNERS, (1000, 2040), (1838, 2040), (2600, 900), (3400, 1900)]
    probe = (2950.0, 350.0)
    errors: dict[int, list[float]] = {4: [], 8: []}
    stated: dict[int, list[float]] = {4: [], 8: []}
    for _ in range(300):
        sights = [
            SeenPoint(tuple(np.array(seen(*p)) + chance.normal(0, 2, 2)), tuple(np.array(p) + chance.normal(0, 3, 2)))
            for p in places
        ]
        for count in (4, 8):
            fit = squared_up(sights[:count], 2.0, 3.0)
            found = fit.wall(tuple(np.array(seen(*probe)) + chance.normal(0, 2, 2)))
            errors[count].append(math.dist(found, probe))
            stated[count].append(fit.sigma(probe))
    for count in (4, 8):
        # the error is of two directions, each of the stated standard deviation
        rms = math.sqrt(sum(one**2 for one in errors[count]) / 300 / 2)
        assert rms == pytest.approx(np.mean(stated[count]), rel=0.15)
    assert np.mean(stated[8]) < np.mean(stated[4])


def test_a_point_that_is_not_where_it_is_said_to_be_makes_everything_unsurer() -> None:
    seen = camera(10, 0, 4200)
    good = [SeenPoint(seen(*corner), corner) for corner in CORNERS]
    sure = squared_up([*good, SeenPoint(seen(1000, 2040), (1000.0, 2040.0))])
    unsure = squared_up([*good, SeenPoint(seen(1000, 2040), (1700.0, 2040.0))])
    assert sure.strain == 1.0
    assert unsure.strain > 10
    assert unsure.sigma((2000.0, 1300.0)) > 100 > 10 > sure.sigma((2000.0, 1300.0))


@pytest.mark.parametrize(
    ("sights", "says"),
    [
        ([SeenPoint((0, 0), (0, 0))] * 3, "four points"),
        ([SeenPoint((x, 100.0), (x, 0.0)) for x in (0.0, 100.0, 200.0, 300.0)], "one line"),
        (
            [
                SeenPoint(p, w)
                for p, w in zip(
                    ((0.0, 0.0), (100.0, 0.0), (0.0, 100.0), (100.0, 100.0)),
                    ((0.0, 0.0), (100.0, 0.0), (100.0, 100.0), (0.0, 100.0)),
                    strict=True,
                )
            ],
            "inside out",
        ),
    ],
)
def test_points_that_will_not_do(sights: list[SeenPoint], says: str) -> None:
    with pytest.raises(ValueError, match=says):
        squared_up(sights)
