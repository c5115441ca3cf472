"""The elevation of a wall with its windows dressed: curtains in folds, shades, rods, over the drawing of the wall."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.colour.tones import toned
from narrow_cornice.derived.zoned.dressed import Dressed, dressed_of
from narrow_cornice.drawing.marks import Area, Drawing, Label, Mark, Pen, Stroke, bounds_of
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import DressingPath
from narrow_cornice.job.zoned import Fabric
from narrow_cornice.memo import by_identity

ASIDE = 1.0 / 3.0  # of the rod that a curtain covers drawn aside
FOLD = 55.0  # mm of a fold as drawn


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="drawing")
def dressed_wall(
    wall: Drawing, room: Room, changed_rules: dict[str, float], fabrics: tuple[Fabric, ...], wall_id: str
) -> Drawing:
    """Return the drawing of a wall with what hangs at its windows, as it is by day."""
    marks: list[Mark] = []
    for one in dressed_of(room, changed_rules, fabrics):
        if not one.fault and one.wall is not None and one.wall.id == wall_id:
            marks += dressing_marks(room.id, one)
    if not marks:
        return wall
    every = (*wall.marks, *marks)
    x0, y0, x1, y1 = bounds_of(marks, 120.0)
    left, top, right, bottom = wall.bounds
    return replace(wall, marks=every, bounds=(min(left, x0), min(top, y0), max(right, x1), max(bottom, y1)))


def dressing_marks(room_id: str, one: Dressed) -> Iterator[Mark]:
    """Yield what hangs at one window, as it is by day."""
    path = DressingPath(room_id, one.dressing.id)
    tone = one.fabric.tone if one.kind.made != "blind" else "#e4dccb"
    if one.kind.made != "cloth":
        low = one.bottom + (one.top - one.bottom) * 0.45  # half drawn
        ring = ((one.left, -one.top), (one.right, -one.top), (one.right, -low), (one.left, -low))
        yield Area(ring, f"{tone}e8", path, Pen("line", 0.8))
        bands = 4 if one.kind.made == "flat" or "banded" in one.dressing.kind else 0
        for band in range(1, bands):
            v = one.top - (one.top - low) * band / bands
            yield Stroke(((one.left, -v), (one.right, -v)), Pen("line", 0.4), about=path)
    else:
        wide = (one.right - one.left) * ASIDE
        sides = [(one.left, one.left + wide / 2), (one.right - wide / 2, one.right)]
        if not one.kind.pair:
            sides = [(one.left, one.left + wide)]
        for left, right in sides:
            yield from _folds(left, right, one.bottom, one.top, tone, path)
        rod = ((one.left - 40.0, -one.top - 12.0), (one.right + 40.0, -one.top - 12.0))
        yield Stroke(rod, Pen("line", 2.2), about=path)
        for end in rod:
            x, y = end
            yield Area(((x - 22, y - 22), (x + 22, y - 22), (x + 22, y + 22), (x - 22, y + 22)), "line", path)
    middle = (one.left + one.right) / 2.0
    yield Label((middle, -one.top - 110.0), one.dressing.name[:40], 8.5, "rust", about=path, patch=True)


# Many parameters: where a curtain hangs, and how it looks.
def _folds(left: float, right: float, bottom: float, top: float, tone: str, path: DressingPath) -> Iterator[Mark]:
    """Yield a curtain as folds, every other one in its own shade."""
    ring = ((left, -top), (right, -top), (right, -bottom), (left, -bottom))
    yield Area(ring, tone, path)
    count = max(3, round((right - left) / FOLD))
    for number in range(count):
        u0, u1 = left + (right - left) * number / count, left + (right - left) * (number + 1) / count
        shade = toned(tone, 1.0 if number % 2 else 0.93)
        yield Area(((u0, -top), (u1, -top), (u1, -bottom), (u0, -bottom)), shade)
        yield Stroke(((u1, -top), (u1, -bottom)), Pen("line", 0.25))
    yield Stroke(ring, Pen("line", 0.8), closed=True, about=path)
