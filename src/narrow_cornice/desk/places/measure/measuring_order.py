"""In which order the sizes of a room are read, and which is wanted next."""

from __future__ import annotations

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.measured.surveys import corner_key, largest_doubt, next_of
from narrow_cornice.desk.places.measure.sizes import fields_of
from narrow_cornice.desk.rows.hanging_sizes import LEVELS
from narrow_cornice.drawing.plan import FIRM
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import (
    AcrossPath,
    AskedDiagonalPath,
    DiagonalPath,
    HeightPath,
    OpeningPath,
    Read,
    WallPath,
    WidthPath,
)


def measuring_order(room: Room, changed_rules: dict[str, float]) -> list[ThingPath]:
    """Return the sizes of a room in the order they are read: walls, diagonals, widths, the one wanted next,
    heights, then each opening's, and the widths across places for built-ins."""
    walked: list[ThingPath] = [WallPath(room.id, wall.id, reading=0) for wall in room.measured.walls]
    walked += [DiagonalPath(room.id, one.id, reading=0) for one in room.measured.diagonals]
    walked += [WidthPath(room.id, one.id, reading=0) for one in room.measured.widths]
    wanted = wanted_reading(room, changed_rules)
    if wanted is not None and wanted not in walked:
        walked.append(wanted)
    walked += [HeightPath(room.id, reading=index) for index in range(max(1, len(room.measured.heights)))]
    for opening in room.measured.openings:
        walked += [OpeningPath(room.id, opening.id, size=field) for field in fields_of(opening.kind)]
    for recess in room.measured.recesses:
        walked += [AcrossPath(room.id, recess.id, level, "back") for level in LEVELS]
    return walked


def wanted_reading(room: Room, changed_rules: dict[str, float]) -> Read | None:
    """Return the path of the reading that would tell most, None where all walls are still to be walked, or all is firm
    and there is a reading more than the shape needs, so that a slip in one would show.

    Walls that nobody read come first, in the order walked.
    """
    plan = measured_room(room, changed_rules).plan
    read = sum(one.kind != "assumed" for one in plan.observed)
    if plan.determined and largest_doubt(plan) <= FIRM and read > 2 * len(plan.sides) - 3:
        return None
    pair = next_of(plan, changed_rules)
    if pair is None:
        return None
    first, second = pair
    walls = room.measured.walls
    for index, other in ((first, second), (second, first)):
        if (index + 1) % len(walls) == other:
            return WallPath(room.id, walls[index].id, reading=len(walls[index].readings))
    return AskedDiagonalPath(room.id, corner_key(walls, first), corner_key(walls, second), reading=0)


def next_wanted(room: Room, after: ThingPath, changed_rules: dict[str, float]) -> ThingPath | None:
    """Return the size to type after one: the next in measuring order, and after the last what would tell most; None
    where nothing more is wanted, rather than what was read already."""
    walked = measuring_order(room, changed_rules)
    for index, one in enumerate(walked[:-1]):
        if one.within(after) or after.within(one):
            return walked[index + 1]
    return wanted_reading(room, changed_rules)
