"""What hides what: every room is looked at by rays as well, which know no order."""

from __future__ import annotations

import math
import random

import numpy as np
from tests.thorough import many

from narrow_cornice.perspective.arranged import arranged
from narrow_cornice.perspective.bodies import Body, Face, Sheet, flat, plane_through, prism
from narrow_cornice.perspective.eye import Eye, camera
from narrow_cornice.perspective.seen import Seen, seen_from

SIZE = (640.0, 420.0)


def random_room(chance: random.Random) -> tuple[list[Body], list[tuple[float, float]]]:
    """Return a room of four or six corners with boxes in it, some turned, some through one another, and its outline;
    every face has a key of its own."""
    wide, deep, tall = chance.uniform(2, 7), chance.uniform(2, 6), chance.uniform(2.2, 3.2)
    outline = [(0.0, 0.0), (wide, 0.0), (wide, deep), (0.0, deep)]
    if chance.random() < 0.6:  # an L
        cx, cy = wide * chance.uniform(0.4, 0.7), deep * chance.uniform(0.4, 0.7)
        outline = [(0.0, 0.0), (wide, 0.0), (wide, cy), (cx, cy), (cx, deep), (0.0, deep)]
    bodies: list[Body] = []
    key = 0
    for (x0, y0), (x1, y1) in zip(outline, [*outline[1:], outline[0]], strict=True):
        ring = ((x0, y0, 0.0), (x1, y1, 0.0), (x1, y1, tall), (x0, y0, tall))
        bodies.append(flat(ring, key))
        # A patch on the wall, drawn over it, as a window is.
        ex, ey = (x1 - x0) * 0.3, (y1 - y0) * 0.3
        patch = (
            (x0 + ex, y0 + ey, 0.8),
            (x0 + 2 * ex, y0 + 2 * ey, 0.8),
            (x0 + 2 * ex, y0 + 2 * ey, 1.9),
            (x0 + ex, y0 + ey, 1.9),
        )
        plane = plane_through(ring)
        bodies[-1] = Body((Sheet(plane, (Face(ring, key), Face(patch, key + 1))),), (plane,))
        key += 2
    bodies.append(flat([(x, y, 0.0) for x, y in outline], key))
    bodies.append(flat([(x, y, tall) for x, y in reversed(outline)], key + 1))
    key += 2
    for _ in range(chance.randint(0, 9)):
        x, y = chance.uniform(0, wide), chance.uniform(0, deep)
        w, d, turn = chance.uniform(0.1, 1.2), chance.uniform(0.1, 1.2), chance.choice([0.0, chance.uniform(0, 90)])
        low = chance.choice([0.0, chance.uniform(0, 1.5)])
        cos, sin = math.cos(math.radians(turn)), math.sin(math.radians(turn))
        ring2 = [(x + u * cos - v * sin, y + u * sin + v * cos) for u, v in ((0, 0), (w, 0), (w, d), (0, d))]
        bodies.append(prism(ring2, low, low + chance.uniform(0.05, 1.5), range(key, key + 6)))
        key += 6
    return bodies, outline


def nearest_by_ray(bodies: list[Body], eye: Eye, pixel: tuple[float, float]) -> tuple[int | None, float]:
    """Return the key of the face that a ray through a pixel meets first and is turned to it, and how near in pixels of
    its angle the ray passes any edge or another face as near."""
    view = camera(eye)
    px, py = pixel
    x, y = view.middle
    way = view.ways.T @ np.array([(px - x) / view.focal, -(py - y) / view.focal, 1.0])
    best, found, clear = math.inf, None, math.inf
    for body in bodies:
        for sheet in body.sheets:
            normal = np.array(sheet.plane[:3])
            towards = float(normal @ way)
            if towards >= -1e-12:  # turned away
                continue
            far = (sheet.plane[3] - float(normal @ view.at)) / towards
            if far <= 1e-9:
                continue
            hit = view.at + way * far
            u = np.cross(normal, (0.3, 0.5, 0.81))
            u /= np.linalg.norm(u)
            v = np.cross(normal, u)
            for face in sheet.faces:
                ring = np.array(face.points)
                flat2 = np.stack([(ring - hit) @ u, (ring - hit) @ v], axis=1)
                ends = np.roll(flat2, -1, axis=0)
                cross = (flat2[:, 1] > 0) != (ends[:, 1] > 0)
                with np.errstate(divide="ignore", invalid="ignore"):
                    at = flat2[:, 0] - flat2[:, 1] * (ends[:, 0] - flat2[:, 0]) / (ends[:, 1] - flat2[:, 1])
                inside = bool((cross & (at > 0)).sum() % 2)
                lines = ends - flat2
                share = np.clip(-(flat2 * lines).sum(axis=1) / np.maximum((lines**2).sum(axis=1), 1e-12), 0, 1)
                off = np.linalg.norm(flat2 + lines * share[:, None], axis=1).min()
                clear = min(clear, float(off))
                if inside:
                    if abs(far - best) < 1e-6 and found is not None and face.key != found and sheet.faces[-1] != face:
                        clear = 0.0 if all(one.key != found for one in sheet.faces) else clear
                    if far < best - 1e-9 or (abs(far - best) <= 1e-9 and any(o.key == found for o in sheet.faces)):
                        clear = min(clear, abs(best - far)) if best < math.inf and abs(best - far) > 1e-9 else clear
                        best, found = min(far, best), face.key
                    elif far - best < 1e-3:
                        clear = min(clear, far - best)
    return found, clear


def painted_at(seen: Seen, pixel: tuple[float, float]) -> int | None:
    """Return the key of the last outline that lies over a pixel."""
    px, py = pixel
    found = None
    for number in range(len(seen.keys)):
        ring = seen.places[seen.starts[number] : seen.starts[number + 1]]
        x, y = ring[:, 0], ring[:, 1]
        if not (x.min() <= px <= x.max() and y.min() <= py <= y.max()):
            continue
        nx, ny = np.roll(x, -1), np.roll(y, -1)
        cross = (y > py) != (ny > py)
        with np.errstate(divide="ignore", invalid="ignore"):
            at = x + (py - y) * (nx - x) / (ny - y)
        if int((cross & (at > px)).sum()) % 2:
            found = int(seen.keys[number])
    return found


def test_random_rooms_hide_what_rays_say_is_hidden() -> None:
    """Of rooms with boxes, turned and through one another, every pixel shows the face that a ray meets first."""
    looked = 0
    for seed in range(many(30, 1000)):
        chance = random.Random(seed)
        bodies, outline = random_room(chance)
        low = outline[0]
        at = (low[0] + chance.uniform(0.1, 0.9), low[1] + chance.uniform(0.1, 0.9), chance.uniform(0.3, 2.0))
        turn = chance.uniform(-0.3, 1.9)
        towards = (at[0] + math.cos(turn), at[1] + math.sin(turn), at[2] + chance.uniform(-0.6, 0.4))
        eye = Eye(at, towards, chance.uniform(35, 100), SIZE, chance.random() < 0.5)
        seen = seen_from(arranged(bodies), eye)
        for _ in range(14):
            pixel = (chance.uniform(1, SIZE[0] - 1), chance.uniform(1, SIZE[1] - 1))
            wanted, clear = nearest_by_ray(bodies, eye, pixel)
            if clear < 2e-3:
                continue  # on an edge, or where two faces are as near: either is right
            looked += 1
            assert painted_at(seen, pixel) == wanted, (seed, pixel)
    assert looked > many(180, 8000)


def test_order_does_not_hang_on_how_bodies_are_given() -> None:
    """The same pixels show the same faces when the bodies are given the other way round."""
    chance = random.Random(7)
    bodies, _ = random_room(chance)
    eye = Eye((0.4, 0.4, 1.5), (2.0, 2.0, 1.2), 70.0, SIZE)
    one, other = seen_from(arranged(bodies), eye), seen_from(arranged(bodies[::-1]), eye)
    for _ in range(60):
        pixel = (chance.uniform(1, SIZE[0] - 1), chance.uniform(1, SIZE[1] - 1))
        if nearest_by_ray(bodies, eye, pixel)[1] > 2e-3:
            assert painted_at(one, pixel) == painted_at(other, pixel)


def test_all_that_is_seen_lies_on_the_picture() -> None:
    """Outlines are cut at the edges of the picture; none is left over that lies outside."""
    for seed in range(many(10, 200)):
        chance = random.Random(1000 + seed)
        bodies, _ = random_room(chance)
        eye = Eye((0.5, 0.5, 1.4), (2.0, 1.0 + chance.random(), 1.0), chance.uniform(20, 120), SIZE)
        seen = seen_from(arranged(bodies), eye)
        if not len(seen.keys):  # out of the room, or within a box
            continue
        assert seen.places[:, 0].min() > -1e-6
        assert seen.places[:, 0].max() < SIZE[0] + 1e-6
        assert seen.places[:, 1].min() > -1e-6
        assert seen.places[:, 1].max() < SIZE[1] + 1e-6


def test_a_line_is_cut_where_it_leaves_the_picture_and_hidden_by_what_is_before_it() -> None:
    """A line along a wall is drawn in stretches, and lies under a box that stands before it."""
    wall = ((4.0, -5.0, 0.0), (4.0, -5.0, 3.0), (4.0, 5.0, 3.0), (4.0, 5.0, 0.0))
    plane = plane_through(wall)
    assert plane[0] < 0  # it looks at the eye
    line = ((4.0, -5.0, 1.5), (4.0, 5.0, 1.5))
    behind = Body((Sheet(plane, (Face(wall, 0), Face(line, 1, line=True))),), (plane,))
    box = prism([(2.0, -0.5), (3.0, -0.5), (3.0, 0.5), (2.0, 0.5)], 0.0, 2.0, [2, 3, 4, 5, 6, 7])
    seen = seen_from(arranged([behind, box]), Eye((0.0, 0.0, 1.5), (1.0, 0.0, 1.5), 60.0, SIZE))
    number = int(np.flatnonzero(seen.lines)[0])
    ends = seen.places[seen.starts[number] : seen.starts[number + 1]]
    assert sorted(ends[:, 0]) == [0.0, SIZE[0]]
    assert np.allclose(ends[:, 1], SIZE[1] / 2)
    assert number < min(np.flatnonzero(seen.keys >= 2))
    assert painted_at(seen, (320.0, 210.0)) == 5  # the side of the box that is turned to the eye
