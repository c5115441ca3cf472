"""Two pictures of a room as one: with a slide between them, or side by side."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from msgspec.structs import replace

from narrow_cornice.boards.before import held_against
from narrow_cornice.boards.viewpoints import SIZE
from narrow_cornice.drawing.boards.sheet import Box, made_small
from narrow_cornice.drawing.in_perspective.room_in_perspective import seen_of
from narrow_cornice.drawing.marks import Area, Areas, Drawing, Handle, Label, Mark, Pen, Point, Stroke, areas
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import SlidePath
from narrow_cornice.memo import by_identity
from narrow_cornice.perspective.cutting_faces import clipped, parted


@by_identity(times=2, each="room")
def both(job: Job, room: Room, by_lamp: bool = False) -> tuple[str, Drawing, Drawing]:
    """Return what a room is held against in words, that in perspective, and the room itself, from the same eye."""
    words, other = held_against(job, room)
    now = seen_of(job, room, by_lamp=by_lamp)
    there = Drawing("", f"{words} has no such room.", (), now.bounds)
    if other is not None:
        there = seen_of(job, other, by_lamp=by_lamp, eye_of_room=room)
    return words, there, now


def slid(job: Job, room: Room, share: float, by_lamp: bool = False) -> Drawing:
    """Return both pictures in one, parted at a share of the width: to the left of it what was, to the right what is."""
    words, there, now = both(job, room, by_lamp)
    if not now.marks:
        return now
    at = min(1.0, max(0.0, share)) * SIZE[0]
    marks: list[Mark] = [*_side(there.marks, at, left=True), *_side(now.marks, at, left=False)]
    marks.append(Stroke(((at, 0.0), (at, SIZE[1])), Pen("paper", 3.4)))
    marks.append(Stroke(((at, 0.0), (at, SIZE[1])), Pen("verdigris", 1.4)))
    edge = ((0.0, 0.0), (SIZE[0], 0.0), SIZE, (0.0, SIZE[1]))
    marks.append(Stroke(edge, Pen("ink", 1.0), closed=True))
    grip = ((at - 26, SIZE[1] / 2), (at, SIZE[1] / 2 - 38), (at + 26, SIZE[1] / 2), (at, SIZE[1] / 2 + 38))
    about = SlidePath(room.id)
    marks += [Area(grip, "paper", about, Pen("verdigris", 1.4)), Handle((at, SIZE[1] / 2), about, grip)]
    marks.append(Label((4.0, SIZE[1] + 40.0), words, 10, "ink", "left", "name"))
    marks.append(Label((SIZE[0] - 4.0, SIZE[1] + 40.0), "as proposed", 10, "ink", "right", "name"))
    said = f"{words} | as proposed · drag the slide, or [ and ]"
    return Drawing(f"{room.name[:60]}, before and after", said, tuple(marks), (0.0, 0.0, SIZE[0], SIZE[1] + 70.0))


def side_by_side(job: Job, room: Room, by_lamp: bool = False) -> Drawing:
    """Return both pictures beside one another."""
    words, there, now = both(job, room, by_lamp)
    wide, tall = SIZE
    gap = wide * 0.05
    marks: list[Mark] = [*made_small(there, Box(0.0, 0.0, wide, tall))]
    marks += made_small(now, Box(wide + gap, 0.0, wide, tall))
    for x, text in ((0.0, words), (wide + gap, "as proposed")):
        marks.append(Label((x + 6.0, tall + 60.0), text, 11, "ink", "left", "name"))
    bounds = (0.0, 0.0, 2 * wide + gap, tall + 110.0)
    return Drawing(f"{room.name[:60]}, side by side", f"{words} | as proposed", tuple(marks), bounds)


def _side(marks: Sequence[Mark], at: float, *, left: bool) -> Iterator[Mark]:
    """Yield what of a picture lies on one side of an upright line."""
    sign = -1.0 if left else 1.0

    def inside(point: tuple[float, float, float]) -> float:
        return sign * (point[0] - at)

    def ring(points: Sequence[Point]) -> tuple[Point, ...]:
        if all(sign * (x - at) >= 0 for x, _ in points):
            return tuple(points)
        if all(sign * (x - at) < 0 for x, _ in points):
            return ()
        return tuple((x, y) for x, y, _ in clipped([(x, y, 0.0) for x, y in points], inside))

    for mark in marks:
        if isinstance(mark, Area):
            kept = ring(mark.points)
            if len(kept) > 2:
                yield replace(mark, points=kept)
        elif isinstance(mark, Areas):
            outlines = [kept for one in mark.outlines if len(kept := ring(one)) > 2]
            if outlines:
                yield areas(tuple(outlines), mark.fill, mark.pen)
        elif isinstance(mark, Stroke):
            points = (*mark.points, mark.points[0]) if mark.closed else mark.points
            for part in parted([(x, y, 0.0) for x, y in points], inside):
                yield replace(mark, points=tuple((x, y) for x, y, _ in part), closed=False)
