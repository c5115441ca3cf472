"""Beams, boxed pipes, columns, lowered ceilings: what of them is painted, and what of walls and ceiling they cover."""

from __future__ import annotations

from narrow_cornice.derived.coated.areas import rectangle, underside, upright_faces
from narrow_cornice.derived.measured.rooms import AGAINST
from narrow_cornice.derived.measured.touching import BulkSide, touches
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.explained.figures import Figure, reading, total
from narrow_cornice.job.measured import Bulk
from narrow_cornice.job.paths import BulkPath
from narrow_cornice.survey.plan import on_floor


def overhead(bulk: Bulk) -> Figure:
    """Return the ceiling that something reaching up to it covers; a cornice stops at it."""
    return rectangle(
        Figure("width", bulk.width.mm, "mm", "reading", note=bulk.name[:60]),
        Figure("height", bulk.depth.mm, "mm", "table", note=f"depth of {bulk.name[:40]}"),
        called=bulk.name[:60],
    )


def reach_the_ceiling(trimmed: TrimmedRoom) -> list[Bulk]:
    """Return what stands up to or hangs from the level part of the ceiling."""
    room, measured = trimmed.room, trimmed.measured
    tall, sides = trimmed.height.value, [side.id for side in room.measured.walls]
    found = []
    for bulk in room.measured.bulks:
        side = measured.plan.sides[sides.index(bulk.wall)]
        middle = on_floor(side, bulk.place.mm + bulk.width.mm / 2, bulk.out.mm + bulk.depth.mm / 2)
        if (bulk.top is None or bulk.top.mm >= tall - AGAINST) and measured.ceiling.at(*middle) >= tall - AGAINST:
            found.append(bulk)
    return found


def hidden_faces(trimmed: TrimmedRoom, bulk: Bulk) -> set[BulkSide]:
    """Return the faces of something that are against walls and do not show."""
    index = [side.id for side in trimmed.room.measured.walls].index(bulk.wall)
    hidden = {touch.face for touch in touches(trimmed.measured.plan, index, bulk)}
    return {*hidden, "back"} if bulk.out.mm <= AGAINST else hidden


def faces_of_bulks(trimmed: TrimmedRoom) -> list[tuple[Bulk, Figure]]:
    """Return what beams, boxed pipes, columns and lowered pieces of ceiling have to be painted."""
    made, room = [], trimmed.room
    for bulk in room.measured.bulks:
        path = BulkPath(room.id, bulk.id)
        width = reading("width", bulk.width.mm, "mm", path.sized("width"))
        depth = reading("depth", bulk.depth.mm, "mm", path.sized("depth"))
        top = bulk.top.mm if bulk.top is not None else trimmed.height.value
        hidden = hidden_faces(trimmed, bulk)
        under = _under_slope(trimmed, bulk, top, hidden)
        if under:
            made.append((bulk, total(bulk.name[:60], "m²", under)))
            continue
        tall = Figure("tall", max(0.0, top - bulk.under.mm), "mm", "table", note="from its underside to its top")
        sides, fronts = (
            Figure("sides" if across else "fronts", float(sum(one not in hidden for one in pair)), "", "table",
                   note="that show: what is against a wall does not")
            for across, pair in ((True, ("near side", "far side")), (False, ("front", "back")))
        )  # fmt: skip
        parts = [upright_faces(sides, depth, fronts, width, tall)]
        if bulk.under.mm > 1.0:
            parts.append(underside(width, depth))
        made.append((bulk, total(bulk.name[:60], "m²", parts)))
    return made


SLICES = 200  # of a face under a slope, whose height is averaged over them


def _under_slope(trimmed: TrimmedRoom, bulk: Bulk, top: float, hidden: set[BulkSide]) -> list[Figure]:
    """Return the faces of something under a sloped ceiling, each up to the ceiling over it; none where it is level."""
    side = trimmed.measured.plan.sides[[one.id for one in trimmed.room.measured.walls].index(bulk.wall)]
    near, far = bulk.place.mm, bulk.place.mm + bulk.width.mm
    back, front, low = bulk.out.mm, bulk.out.mm + bulk.depth.mm, bulk.under.mm

    def seen(along: float, off: float) -> float:
        return min(top, trimmed.measured.ceiling.at(*on_floor(side, along, off))) - low

    if min(seen(along, off) for along in (near, far) for off in (back, front)) >= top - low - AGAINST:
        return []

    def heights(one: tuple[float, float], other: tuple[float, float]) -> list[float]:
        shares = [(number + 0.5) / SLICES for number in range(SLICES)]
        return [max(0.0, seen(*(a + (b - a) * share for a, b in zip(one, other, strict=True)))) for share in shares]

    faces: dict[BulkSide, tuple[list[float], float]] = {
        "near side": (heights((near, back), (near, front)), bulk.depth.mm),
        "front": (heights((near, front), (far, front)), bulk.width.mm),
        "far side": (heights((far, back), (far, front)), bulk.depth.mm),
        "back": (heights((near, back), (far, back)), bulk.width.mm),
    }
    parts = []
    for name, (tall, wide) in faces.items():
        if name in hidden:
            continue
        called = f"{name} of {bulk.name[:40]}"
        height = Figure("height", sum(tall) / SLICES, "mm", "table", note="on the average, up to the ceiling over it")
        parts.append(rectangle(Figure("width", wide, "mm", "reading", note=called), height, called=called))
    if low > 1.0:  # where the ceiling is lower than it is, nothing of it shows
        ends: tuple[BulkSide, BulkSide] = ("near side", "far side")
        shows = [sum(one > 0 for one in faces[name][0]) / SLICES for name in ends]
        width = Figure("width", bulk.width.mm, "mm", "reading", note=bulk.name[:60])
        depth = Figure("depth", bulk.depth.mm * sum(shows) / 2, "mm", "table", note=f"of {bulk.name[:40]} that shows")
        parts.append(underside(width, depth))
    return parts
