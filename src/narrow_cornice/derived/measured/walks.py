"""A room while it is walked: its walls so far as a walk, and how it would close."""

from __future__ import annotations

from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.measured import WallAsRead
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.open_walk import Closing, OpenWalk, WalkedWall, closing, reckoned
from narrow_cornice.survey.plan import Turn
from narrow_cornice.survey.readings import counted
from narrow_cornice.survey.walk import Walked


def as_walked(wall: WallAsRead) -> WalkedWall:
    """Return a wall as read as a step of a walk: the mean of its readings, and its corner as read or assumed."""
    read = [one.mm for _, one in counted(wall.readings)]
    angles = [one.degrees for one in wall.angles if not one.aside]
    degrees, turn = _turn(sum(angles) / len(angles) if angles else None, wall.assumed, wall.turn)
    return WalkedWall(sum(read) / len(read) if read else None, turn, degrees)


def step_of(walked: Walked) -> WalkedWall:
    """Return a wall as it was typed as a step of a walk."""
    degrees, turn = _turn(None if walked.angle is None else walked.angle.degrees, walked.assumed, walked.turn)
    return WalkedWall(None if walked.length is None else walked.length.mm, turn, degrees)


def _turn(interior: float | None, assumed: float | None, turn: Turn) -> tuple[float | None, Turn]:
    """Return how far a corner turns, and which way: by its interior angle where it was read, else as assumed."""
    if interior is not None:
        return abs(180.0 - interior), "left" if interior <= 180.0 else "right"
    return (None if assumed is None else 180.0 - assumed), turn


@by_identity(times=4, each="room", of=as_built)
def walk_of(room: Room) -> OpenWalk:
    """Return the walk of a room so far."""
    return reckoned([as_walked(wall) for wall in room.measured.walls])


@by_identity(times=4, each="room", of=as_built)
def closing_of(room: Room) -> Closing:
    """Return how the walk of a room would close."""
    return closing(walk_of(room))
