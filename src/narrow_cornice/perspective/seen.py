"""What an eye sees of bodies that were put in order: outlines on its picture, the farthest first, cut at its edges."""

from __future__ import annotations

from typing import Any, NamedTuple

import numpy as np

from narrow_cornice.perspective.arranged import Arranged
from narrow_cornice.perspective.cutting_faces import clipped, parted
from narrow_cornice.perspective.eye import Camera, Eye, camera


class Seen(NamedTuple):
    """Outlines on a picture, each over the one before: places in pixels (p, 2), where each outline begins among them
    (n + 1), the key of its face (n), and whether it is a line (n)."""

    places: Any
    starts: Any
    keys: Any
    lines: Any


def seen_from(there: Arranged, eye: Eye) -> Seen:
    """Return what an eye sees: every later outline lies over the earlier ones. Raises EyeError."""
    view = camera(eye)
    order = [np.arange(there.first[one], there.first[one + 1]) for one in there.order(eye.at)]
    if not order:
        return Seen(np.zeros((0, 2)), np.zeros(1, dtype=int), np.zeros(0, dtype=int), np.zeros(0, dtype=bool))
    faces = np.concatenate(order)
    before = view.before(there.places)
    forms = before @ view.within().T
    forms[:, 0] -= view.near
    heads = there.starts[:-1]
    low, high = np.minimum.reduceat(forms, heads, axis=0), np.maximum.reduceat(forms, heads, axis=0)
    shown = faces[(high[faces] >= 0.0).all(axis=1)]
    whole = (low[shown] >= 0.0).all(axis=1)
    counts = (there.starts[shown + 1] - there.starts[shown]).astype(int)
    cut: dict[int, list[Any]] = {}
    for number in np.flatnonzero(~whole):
        face = shown[number]
        cut[int(number)] = _cut(view, before[there.starts[face] : there.starts[face + 1]], bool(there.lines[face]))
    if not cut:
        flat = np.repeat(there.starts[shown], counts) + _steps(counts)
        starts = np.concatenate([[0], np.cumsum(counts)]).astype(int)
        return Seen(view.on_picture(before[flat]), starts, there.keys[shown], there.lines[shown])
    return _joined(there, view, before, shown, counts, cut)


def _steps(counts: Any) -> Any:
    """Return 0, 1, 2 … for each of so many counts, one after the other."""
    ends = np.cumsum(counts)
    return np.arange(int(ends[-1]) if len(ends) else 0) - np.repeat(ends - counts, counts)


# Many parameters: what was worked out of one eye.
def _joined(there: Arranged, view: Camera, before: Any, shown: Any, counts: Any, cut: dict[int, list[Any]]) -> Seen:
    """Return outlines with those that were cut at the picture's edges in their places."""
    chunks: list[Any] = []
    lengths: list[int] = []
    numbers: list[int] = []
    last = 0
    for number, parts in [*cut.items(), (len(shown), [])]:
        if number > last:
            run = slice(last, number)
            flat = np.repeat(there.starts[shown[run]], counts[run]) + _steps(counts[run])
            chunks.append(before[flat])
            lengths += counts[run].tolist()
            numbers += range(last, number)
        for part in parts:
            chunks.append(part)
            lengths.append(len(part))
            numbers.append(number)
        last = number + 1
    if not chunks:
        return Seen(np.zeros((0, 2)), np.zeros(1, dtype=int), np.zeros(0, dtype=int), np.zeros(0, dtype=bool))
    faces = shown[np.array(numbers, dtype=int)]
    starts = np.concatenate([[0], np.cumsum(lengths)]).astype(int)
    return Seen(view.on_picture(np.concatenate(chunks)), starts, there.keys[faces], there.lines[faces])


def _cut(view: Camera, before: Any, line: bool) -> list[Any]:
    """Return what of a face that reaches over the edges of the picture, or past the eye, is seen."""
    parts = [[tuple(point) for point in before.tolist()]]
    for number, (a, b, c) in enumerate(view.within().tolist()):
        off = view.near if number == 0 else 0.0

        def inside(point: Any, a: float = a, b: float = b, c: float = c, off: float = off) -> float:
            return float(a * point[0] + b * point[1] + c * point[2] - off)

        if line:
            parts = [piece for part in parts for piece in parted(part, inside)]
        else:
            parts = [made for part in parts if len(made := clipped(part, inside)) > 2]
    return [np.array(part, dtype=float) for part in parts if len(part) > 1]
