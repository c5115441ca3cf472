"""What stands before what, once and for every eye: space parted by planes until nothing in a part hides another.

Fuchs, Kedem and Naylor, *On Visible Surface Generation by A Priori Tree Structures* (1980). Bodies are parted by the
planes around them first, so that most are never cut; only bodies that run into one another are parted by the planes
of their sheets. Faces of one sheet go together and keep their order.
"""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Iterator, Sequence
from typing import Any, NamedTuple

import numpy as np

from narrow_cornice.perspective.bodies import Body, Face, Plane, Sheet
from narrow_cornice.perspective.cutting_faces import cut

TOUCH = 1e-6  # of the size of all, within which a place is on a plane
TRIED = 14  # planes at a time among which the best is chosen
CUT_COST = 4.0  # what a sheet cut in two costs against one more on the fuller side
FACE_COST = 0.2  # and more for each face that it carries


class Piece(NamedTuple):
    """A sheet or what is left of one: of which body it is, the ``number`` of the sheet among all, its faces, and the
    corners (4, 3) of a rectangle of its plane round them."""

    body: int
    number: int
    sheet: Sheet
    faces: tuple[Face, ...]
    corners: Any


class Node(NamedTuple):
    """A part of space: its plane, what lies on it, and what is behind and before it; of a last one only ``on``."""

    plane: Plane | None
    on: tuple[int, ...]
    behind: int = -1
    before: int = -1


class Arranged(NamedTuple):
    """Bodies in order for any eye: the pieces, the nodes of the tree (its root the last, -1 for nothing), and all faces
    as arrays: places (p, 3), where each face begins among them (f + 1), its key (f), whether it is a line (f), and at
    which face each piece begins (pieces + 1). ``whole`` are the pieces that are sheets the tree has cut, uncut, by the
    number of the sheet; ``corners`` those of all pieces (pieces, 4, 3)."""

    pieces: tuple[Piece, ...]
    nodes: tuple[Node, ...]
    places: Any
    starts: Any
    keys: Any
    lines: Any
    first: Any
    whole: dict[int, int]
    corners: Any
    touch: float

    def order(self, at: Sequence[float]) -> list[int]:
        """Return the pieces that are turned to an eye, the farthest first.

        A sheet that the tree has cut is put together again where the first of it stands, if all that stands between its
        pieces lies before its plane: what does it can hide but cannot be hidden by it.
        """
        order = list(self._in_tree(at))
        places: dict[int, list[int]] = {}
        for place, one in enumerate(order):
            number = self.pieces[one].number
            if number in self.whole:
                places.setdefault(number, []).append(place)
        gone: set[int] = set()
        for number, mine in places.items():
            a, b, c, d = self.pieces[order[mine[0]]].sheet.plane
            between = [
                order[place] for place in range(mine[0] + 1, mine[-1]) if self.pieces[order[place]].number != number
            ]
            if between and float((self.corners[between] @ np.array((a, b, c))).min()) < d - self.touch:
                continue
            order[mine[0]] = self.whole[number]
            gone.update(mine[1:])
        return [one for place, one in enumerate(order) if place not in gone]

    def _in_tree(self, at: Sequence[float]) -> Iterator[int]:
        x, y, z = at
        stack: list[tuple[int, bool]] = [(len(self.nodes) - 1, False)]
        while stack:
            index, emit = stack.pop()
            if index < 0:
                continue
            node = self.nodes[index]
            if emit or node.plane is None:
                for one in node.on:
                    sheet = self.pieces[one].sheet
                    a, b, c, d = sheet.plane
                    if sheet.both or a * x + b * y + c * z > d:
                        yield one
                continue
            a, b, c, d = node.plane
            nearer, farther = (node.before, node.behind) if a * x + b * y + c * z > d else (node.behind, node.before)
            stack += [(nearer, False), (index, True), (farther, False)]


def arranged(bodies: Sequence[Body]) -> Arranged:
    """Return bodies in order for every eye."""
    sheets = [(number, sheet) for number, body in enumerate(bodies) for sheet in body.sheets]
    pieces = [
        Piece(body, number, sheet, tuple(sheet.faces), corners)
        for number, (body, sheet) in enumerate(sheets)
        if (corners := _corners_of(sheet.plane, sheet.faces)) is not None
    ]
    size = max((float(np.abs(one.corners).max()) for one in pieces), default=1.0)
    parter = _Parter(bodies, TOUCH * size)
    parter.part(pieces)
    kept = list(parter.pieces)
    many = Counter(one.number for one in kept)
    whole: dict[int, int] = {}
    for one in pieces:
        if many[one.number] > 1:
            whole[one.number] = len(kept)
            kept.append(one)
    faces = [face for one in kept for face in one.faces]
    places = [point for face in faces for point in face.points]
    return Arranged(
        tuple(kept),
        tuple(parter.nodes),
        np.array(places, dtype=float).reshape(-1, 3),
        np.concatenate([[0], np.cumsum([len(face.points) for face in faces], dtype=int)]).astype(int),
        np.array([face.key for face in faces], dtype=int),
        np.array([face.line for face in faces], dtype=bool),
        np.concatenate([[0], np.cumsum([len(one.faces) for one in kept], dtype=int)]).astype(int),
        whole,
        np.array([one.corners for one in kept]).reshape(-1, 4, 3),
        parter.touch,
    )


def _corners_of(plane: Plane, faces: Sequence[Face]) -> Any:
    """Return the corners of a rectangle round faces in their plane (4, 3), None where there are none."""
    points = np.array([point for face in faces for point in face.points], dtype=float).reshape(-1, 3)
    if not len(points):
        return None
    nx, ny, nz, off = plane
    first = faces[0].points
    ux, uy, uz = (first[1][axis] - first[0][axis] for axis in range(3)) if len(first) > 1 else (0.0, 0.0, 0.0)
    lean = ux * nx + uy * ny + uz * nz
    ux, uy, uz = ux - lean * nx, uy - lean * ny, uz - lean * nz
    if ux * ux + uy * uy + uz * uz <= 1e-18:  # any way along the plane
        ux, uy, uz = (-ny, nx, 0.0) if abs(nz) < 0.9 else (0.0, -nz, ny)
    long = math.sqrt(ux * ux + uy * uy + uz * uz)
    ux, uy, uz = ux / long, uy / long, uz / long
    vx, vy, vz = ny * uz - nz * uy, nz * ux - nx * uz, nx * uy - ny * ux
    along = points @ np.array(((ux, vx), (uy, vy), (uz, vz)))
    (u0, v0), (u1, v1) = along.min(axis=0).tolist(), along.max(axis=0).tolist()
    return np.array(
        [
            (nx * off + ux * s + vx * t, ny * off + uy * s + vy * t, nz * off + uz * s + vz * t)
            for s, t in ((u0, v0), (u1, v0), (u1, v1), (u0, v1))
        ]
    )


def _weighed(pieces: list[Piece]) -> tuple[Any, Any]:
    """Return the corners of pieces (n, 4, 3) and what cutting each costs (n)."""
    weights = np.array([CUT_COST + FACE_COST * len(one.faces) for one in pieces])
    return np.stack([one.corners for one in pieces]), weights


class _Parter:
    """Parts space until nothing in a part hides another; keeps the nodes, children before their parents."""

    def __init__(self, bodies: Sequence[Body], touch: float) -> None:
        self.bodies = bodies
        self.touch = touch
        self.pieces: list[Piece] = []
        self.nodes: list[Node] = []

    def _last(self, pieces: Sequence[Piece]) -> int:
        start = len(self.pieces)
        self.pieces += pieces
        self.nodes.append(Node(None, tuple(range(start, len(self.pieces)))))
        return len(self.nodes) - 1

    def part(self, pieces: list[Piece]) -> int:
        """Return the number of the node that holds pieces, -1 for none; it is the last that was made.

        Without recursion: many sheets in a row would be deeper than a thread's stack.
        """
        # A task is a list to part, or the plane and the sheets on it of a node whose two sides are done by then.
        tasks: list[tuple[list[Piece] | None, Any]] = [(pieces, None)]
        done: list[int] = []
        while tasks:
            todo, node = tasks.pop()
            if todo is None:
                plane, on = node
                before, behind = done.pop(), done.pop()
                start = len(self.pieces)
                self.pieces += on
                self.nodes.append(Node(plane, tuple(range(start, len(self.pieces))), behind, before))
                done.append(len(self.nodes) - 1)
                continue
            if not todo:
                done.append(-1)
                continue
            first = todo[0].body
            alone = all(one.body == first for one in todo)
            if len(todo) == 1 or (alone and self.bodies[first].convex):
                done.append(self._last(todo))
                continue
            found = None if alone else self._between(todo)
            plane, on, behind_it, before_it = found or self._through(todo)
            tasks += [(None, (plane, on)), (before_it, None), (behind_it, None)]
        return done.pop()

    def _between(self, pieces: list[Piece]) -> Any:
        """Return a plane around one of the bodies that parts them best, with what is behind and before it; None where
        none parts them at all."""
        there = sorted({one.body for one in pieces})
        known: dict[Plane, int] = {}
        for body in there:
            for plane in self.bodies[body].around:
                known.setdefault(plane, body)
        every = list(known.items())
        corners, weights = _weighed(pieces)
        owners = np.array([one.body for one in pieces])
        step = max(1, len(every) // TRIED)
        for offset in range(step):  # a share of the planes first; the others only where none of these parts anything
            chosen = every[offset::step]
            planes = np.array([plane for plane, _ in chosen])
            off = np.einsum("pck,nk->npc", corners, planes[:, :3]) - planes[:, 3][:, None, None]
            low, high = off.min(axis=2), off.max(axis=2)
            on = (low > -self.touch) & (high < self.touch)
            mine = np.array([body for _, body in chosen])[:, None] == owners[None, :]
            front = np.where(on, ~mine, low > -self.touch)
            back = np.where(on, mine, high < self.touch)
            both = ~front & ~back
            fronts, backs = (front | both).sum(axis=1), (back | both).sum(axis=1)
            cost = both @ weights + np.maximum(fronts, backs)
            cost = np.where((fronts == 0) | (backs == 0) | (front.sum(axis=1) == 0), np.inf, cost)
            for best in np.argsort(cost)[:TRIED]:
                if not np.isfinite(cost[best]):
                    break
                found = self._divided(pieces, chosen[best][0], front[best], back[best], [])
                if found[2] and found[3]:  # rectangles reach over a plane where what they hold may not
                    return found
        return None

    def _through(self, pieces: list[Piece]) -> Any:
        """Return the plane of one of the sheets that cuts fewest, with what lies on it, behind and before it."""
        step = max(1, len(pieces) // TRIED)
        planes = np.array([one.sheet.plane for one in pieces[::step]])
        corners, weights = _weighed(pieces)
        off = np.einsum("pck,nk->npc", corners, planes[:, :3]) - planes[:, 3][:, None, None]
        low, high = off.min(axis=2), off.max(axis=2)
        on = (low > -self.touch) & (high < self.touch)
        front, back = ~on & (low > -self.touch), ~on & (high < self.touch)
        both = ~on & ~front & ~back
        cost = both @ weights + np.maximum(front.sum(axis=1), back.sum(axis=1))
        best = int(cost.argmin())
        plane = pieces[best * step].sheet.plane
        lying = [one for one, here in zip(pieces, on[best], strict=True) if here]
        lying = lying or [pieces[best * step]]
        rest = [one for one, here in zip(pieces, on[best], strict=True) if not here and one is not pieces[best * step]]
        keep = np.array(
            [not here and one is not pieces[best * step] for one, here in zip(pieces, on[best], strict=True)]
        )
        return self._divided(rest, plane, front[best][keep], back[best][keep], lying)

    def _divided(self, pieces: list[Piece], plane: Plane, front: Any, back: Any, on: list[Piece]) -> Any:
        behind: list[Piece] = []
        before: list[Piece] = []
        for one, ahead, after in zip(pieces, front, back, strict=True):
            if ahead:
                before.append(one)
            elif after:
                behind.append(one)
            else:
                for side, held in ((1.0, before), (-1.0, behind)):
                    faces = cut(one.faces, plane, side, self.touch)
                    corners = _corners_of(one.sheet.plane, faces)
                    if corners is not None:
                        held.append(one._replace(faces=faces, corners=corners))
        return plane, on, behind, before
