"""Light between surfaces: a white furnace, form factors of a cube, all of it kept, and lamps by hand."""

from __future__ import annotations

import itertools
import json
import math

import numpy as np
import pytest
from hypothesis import given, settings, strategies as st

from narrow_cornice.colour.form_factors import convex, form_factors, seen, seen_from, unhidden
from narrow_cornice.colour.interreflection import Shining, direct_light, lit, mean_on, solid_angles
from narrow_cornice.colour.light_request import LightError, light_answer, read_light
from narrow_cornice.colour.patches import CEILING, FLOOR, Part, Patches, Solid, box, patches_of
from thorough import many

BENT = ((0.0, 0.0), (5.0, 0.0), (5.0, 2.0), (3.0, 2.0), (3.0, 4.0), (0.0, 4.0))


def prism(outline: tuple[tuple[float, float], ...], height: float) -> Solid:
    sides = [math.dist(a, b) for a, b in zip(outline, [*outline[1:], outline[0]], strict=True)]
    return Solid(outline, tuple(((0.0, height), (side, height)) for side in sides), (Part(outline, height),))


def attic() -> Solid:
    """Return a room 4 by 3 whose ceiling slopes from 1.2 at one long wall to 2.4 at the other."""
    outline = ((0.0, 0.0), (4.0, 0.0), (4.0, 3.0), (0.0, 3.0))
    upper = (((0.0, 1.2), (4.0, 1.2)), ((0.0, 1.2), (3.0, 2.4)), ((0.0, 2.4), (4.0, 2.4)), ((0.0, 2.4), (3.0, 1.2)))
    return Solid(outline, upper, (Part(outline, 1.2, 0.0, 0.4),))


def face(patches: Patches, factors: np.ndarray, one: int, other: int) -> float:
    mine, theirs = patches.of(one), patches.of(other)
    whole = (patches.areas[mine, None] * factors[np.ix_(mine, theirs)]).sum()
    return float(whole / patches.areas[mine].sum())


def test_a_face_of_a_cube_sends_the_opposite_one_what_the_closed_form_says() -> None:
    solid = box(1.0, 1.0, 1.0)
    patches = patches_of(solid, 0.1)
    factors = form_factors(patches, solid.outline)
    assert face(patches, factors, FLOOR, CEILING) == pytest.approx(0.19982, rel=0.01)
    assert face(patches, factors, 0, 2) == pytest.approx(0.19982, rel=0.01)
    for wall in range(4):
        assert face(patches, factors, FLOOR, wall) == pytest.approx(0.20004, rel=0.01)


@pytest.mark.parametrize("solid", [box(5.0, 4.0, 2.7), prism(BENT, 2.6), attic()])
def test_patches_cover_the_room_and_light_goes_both_ways_alike(solid: Solid) -> None:
    patches = patches_of(solid, 0.35)
    xs, ys = zip(*solid.outline, strict=True)
    shifted = [*solid.outline[1:], solid.outline[0]]
    plan = sum(x0 * y1 - x1 * y0 for (x0, y0), (x1, y1) in zip(solid.outline, shifted, strict=True)) / 2
    assert patches.areas[patches.of(FLOOR)].sum() == pytest.approx(plan)
    steep = math.sqrt(1 + solid.ceiling[0].east ** 2 + solid.ceiling[0].north ** 2)
    assert patches.areas[patches.of(CEILING)].sum() == pytest.approx(plan * steep)
    for wall, edge in enumerate(solid.upper):
        area = sum((u1 - u0) * (z0 + z1) / 2 for (u0, z0), (u1, z1) in itertools.pairwise(edge))
        assert patches.areas[patches.of(wall)].sum() == pytest.approx(area)
    middle = np.array([sum(xs) / len(xs) * 0.5, sum(ys) / len(ys) * 0.5, 1.0])
    if convex(solid.outline):  # every patch faces into the room
        assert (np.einsum("nd,nd->n", middle - patches.centres, patches.normals) > 0).all()
    factors = form_factors(patches, solid.outline)
    assert np.allclose(factors.sum(axis=1), 1.0, atol=1e-6)
    exchange = factors * patches.areas[:, None]
    assert np.allclose(exchange, exchange.T, atol=1e-12)


@pytest.mark.parametrize("solid", [box(5.0, 4.0, 2.7), prism(BENT, 2.6), attic()])
@pytest.mark.parametrize("rho", [0.2, 0.8])
def test_in_a_white_furnace_the_light_is_what_is_sent_over_what_is_taken_up(solid: Solid, rho: float) -> None:
    found = lit(patches_of(solid, 0.4), solid.outline, rho, (), 100.0)
    assert found.falling == pytest.approx(100.0 / (1.0 - rho), rel=0.005)


@settings(max_examples=many(6, 80), deadline=None)
@given(
    *[st.floats(2.0, 7.0)] * 2,
    st.floats(2.1, 3.5),
    *[st.floats(0.1, 0.9)] * 3,
    st.floats(0.05, 0.9),
    st.floats(50.0, 4000.0),
    st.sampled_from([(0.0, 0.0), (1.0, 1.0), (-1.0, 1.0), (1.0, 4.0)]),
)
def test_what_lamps_send_out_is_all_taken_up(
    long: float,
    wide: float,
    tall: float,
    x: float,
    y: float,
    z: float,
    rho: float,
    lumens: float,
    out: tuple[float, float],
) -> None:
    solid = box(long, wide, tall)
    patches = patches_of(solid, 0.4)
    lamp = Shining((x * long, y * wide, z * tall), lumens, *out)
    found = lit(patches, solid.outline, rho, [lamp])
    assert (found.direct[:, 0] * patches.areas).sum() == pytest.approx(lumens, rel=1e-6)
    taken = ((1.0 - rho) * found.falling[:, 0] * patches.areas).sum()
    assert taken == pytest.approx(lumens, rel=0.005)


def test_a_strong_wall_tints_its_neighbours_and_the_ceiling() -> None:
    solid = box(4.0, 3.0, 2.5)
    patches = patches_of(solid, 0.4)
    rho = np.full((len(patches.areas), 3), 0.7)
    rho[patches.of(0)] = (0.7, 0.1, 0.1)
    found = lit(patches, solid.outline, rho, [Shining((2.0, 1.5, 2.2), 1000.0)])
    for surface in (CEILING, 1, 3):
        red, green = (mean_on(patches, found.falling[:, band], surface) for band in (0, 1))
        assert red > 1.05 * green
    assert np.allclose(found.direct[:, 0], found.direct[:, 1])


def test_straight_under_a_lamp_the_light_is_candela_over_the_square_of_the_distance() -> None:
    solid = box(6.0, 6.0, 3.0)
    patches = patches_of(solid, 0.1)
    direct = direct_light(patches, [Shining((3.0, 3.0, 2.5), 1000.0)], solid.outline)[:, 0]
    below = np.argmin(np.linalg.norm(patches.centres - np.array([3.0, 3.0, 0.0]), axis=1))
    assert direct[below] == pytest.approx(1000.0 / (4 * math.pi) / 2.5**2, rel=0.01)
    down = direct_light(patches, [Shining((3.0, 3.0, 2.5), 1000.0, 1.0, 1.0)], solid.outline)[:, 0]
    assert down[below] == pytest.approx(1000.0 / math.pi / 2.5**2, rel=0.02)
    assert down[patches.of(CEILING)].max() == 0.0


def test_solid_angles_of_a_closed_room_make_a_whole() -> None:
    patches = patches_of(prism(BENT, 2.6), 0.5)
    square = patches_of(box(2.0, 3.0, 2.5), 0.5)
    assert solid_angles(square.corners, np.array([0.3, 2.2, 1.9])).sum() == pytest.approx(4 * math.pi)
    assert len(patches.areas) > 100


def test_a_corner_that_turns_in_hides_what_is_behind_it() -> None:
    places = np.array([[4.5, 0.5], [1.0, 3.5], [4.5, 1.8], [1.0, 0.5]])
    free = seen(places, BENT)
    assert free[0, 3]
    assert free[1, 3]
    assert not free[2, 1]  # round the corner at 3, 2
    assert (free == free.T).all()
    assert free.diagonal().all()


@settings(max_examples=many(60, 1500), deadline=None)
@given(st.tuples(*[st.floats(0.05, 4.95)] * 4))
def test_hiding_agrees_with_walking_along_the_way(ends: tuple[float, float, float, float]) -> None:
    """A way is free if every place on it lies in the room: walked in five hundred steps."""
    x0, y0, x1, y1 = ends
    if not (inside(x0, y0) and inside(x1, y1)):
        return
    steps = [(x0 + (x1 - x0) * k / 500, y0 + (y1 - y0) * k / 500) for k in range(501)]
    margins = [1.0 if inside(x, y, 1e-3) else -1.0 if not inside(x, y, -1e-3) else 0.0 for x, y in steps]
    if 0.0 in margins:
        return  # it grazes a wall: either answer will do
    free = bool(unhidden(np.array([[x0, y0]]), np.array([[x1, y1]]), BENT)[0, 0])
    assert free == all(one > 0 for one in margins)


def inside(x: float, y: float, off: float = 0.01) -> bool:
    return (off < x < 5 - off and off < y < 2 - off) or (off < x < 3 - off and off < y < 4 - off)


def test_a_place_before_a_square_sees_what_the_formula_for_it_says() -> None:
    """A square of 1 over the corner of which a place faces straight up, 1 below: closed form of the corner case."""
    a = 1.0
    root = math.sqrt(1 + a * a)
    expected = 1 / (2 * math.pi) * 2 * (a / root * math.atan(a / root))
    square = np.array([[[0.0, 0.0, 1.0], [0.0, 1.0, 1.0], [1.0, 1.0, 1.0], [1.0, 0.0, 1.0]]])
    found = seen_from(np.zeros((1, 3)), np.array([[0.0, 0.0, 1.0]]), square)
    assert found[0] == pytest.approx(expected, rel=1e-6)


# ---- as other programs ask for it


def asked(**changed: object) -> bytes:
    room = {
        "room": [5000, 4000, 2700],
        "reflectance": {"floor": 0.5, "ceiling": 0.5, "walls": [0.5, 0.5, 0.5, 0.5]},
        "lamps": [],
        "emit": 100,
        "patch": 400,
    }
    return json.dumps({**room, **changed}).encode()


def test_the_answer_has_the_white_furnace_and_the_walls_in_their_order() -> None:
    answer = light_answer(read_light(asked()))
    assert answer["mean"]["floor"] == pytest.approx(200.0, rel=0.005)
    assert answer["mean"]["walls"] == pytest.approx([200.0] * 4, rel=0.005)
    assert answer["direct"] == {"floor": 0.0, "ceiling": 0.0, "walls": [0.0] * 4}
    lamp = [{"at": [2500, 300, 1350], "lumens": 800}]
    near = light_answer(read_light(asked(lamps=lamp, emit=0)))["direct"]["walls"]
    assert near[0] == max(near)  # the wall along the length at y = 0 is the first


@pytest.mark.parametrize(
    ("changed", "where"),
    [
        ({"room": [5000, 4000]}, "room"),
        ({"room": [5000, 4000, -1]}, "room, height"),
        ({"lamps": [{"at": [2500, 300, 2900], "lumens": 800}]}, "lamp 1, z"),
        ({"lamps": [{"at": [2500, 300, 1000], "lumens": -5}]}, "lamp 1, lumens"),
        ({"reflectance": {"floor": 1.5, "ceiling": 0.5, "walls": [0.5] * 4}}, "reflectance, floor"),
        ({"patch": 12}, "patch"),
        ({"emit": 1e9}, "emit"),
    ],
)
def test_a_room_that_cannot_be_is_refused_with_its_place(changed: dict[str, object], where: str) -> None:
    with pytest.raises(LightError) as told:
        light_answer(read_light(asked(**changed)))
    assert where in f"{told.value} {told.value.where}"
