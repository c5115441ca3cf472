"""What built-ins stand before: where trim stops at them and what of a wall they cover, where units come first."""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple

from narrow_cornice.derived.built.fitted import Built, built_in_of
from narrow_cornice.derived.measured.rooms import WallFace, measured_room
from narrow_cornice.explained.figures import table
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_value
from narrow_cornice.trim.runs import Blocked


class Standing(NamedTuple):
    """A built-in before its wall: the stretch it has there, and where the part of it that is clear lies, in mm."""

    built: Built
    start: float
    end: float
    left: float
    right: float


def standing_before(room: Room, face: WallFace, changed_rules: dict[str, float]) -> Iterator[Standing]:
    """Yield the built-ins that stand before a wall and fit their place; what is kept back is shared out."""
    for run in room.casework.built_ins:
        recess = next((one for one in room.measured.recesses if one.id == run.place), None)
        if recess is None or recess.wall != face.id:
            continue
        built = built_in_of(room, run, changed_rules)
        if built.fault or built.fit is None or built.fit.width is None:
            continue
        start = recess.start.mm if recess.start is not None else 0.0
        end = recess.end.mm if recess.end is not None else face.length
        wide = built.fit.width.value
        left = start + (end - start - wide) / 2
        yield Standing(built, start, end, left, left + wide)


def standing_in(room: Room, changed_rules: dict[str, float]) -> Iterator[tuple[WallFace, Standing]]:
    """Yield all built-ins that stand before the walls of a room, each with its wall."""
    for face in measured_room(room, changed_rules).faces:
        for one in standing_before(room, face, changed_rules):
            yield face, one


def standing_of(room: Room, run_id: str, changed_rules: dict[str, float]) -> tuple[WallFace, Standing] | None:
    """Return a built-in of a room with the wall it stands before, None where it does not fit or is not there."""
    return next((pair for pair in standing_in(room, changed_rules) if pair[1].built.built_in.id == run_id), None)


def before_wall(room: Room, face: WallFace, changed_rules: dict[str, float]) -> tuple[Blocked, ...]:
    """Return the built-ins that stand before a wall and come before its trim; those that fit their place."""
    return tuple(
        _blocked(one.built.built_in.name, one.start, one.end, one.built.run.top)
        for one in standing_before(room, face, changed_rules)
        if one.built.built_in.sequence == "units first"
    )


# By value, so that a wall whose built-ins stayed where they were is the same wall, whatever else was edited.
@by_value(times=1, each="wall")
def _blocked(name: str, start: float, end: float, top: float) -> Blocked:
    where = f"{name[:60]}, with its fillers"
    return Blocked(name, table("begins", start, "mm", where), table("ends", end, "mm", where), 0.0, top)
