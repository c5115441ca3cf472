"""Windows in slopes: whether they lie within theirs, which decides what is counted and what is told."""

from __future__ import annotations

from narrow_cornice.derived.measured.rooms import MeasuredRoom
from narrow_cornice.job.measured import RoofWindow
from narrow_cornice.job.model import Room

SLACK = 0.5  # mm by which a window may go over: sizes are read in whole ones


def over_its_slope(measured: MeasuredRoom, room: Room, window: RoofWindow) -> float | None:
    """Return by how many mm a window goes over the slope it lies in, up it or along its wall, at most: nought or less
    where it lies within. None where no slope is over its wall."""
    index = next(index for index, wall in enumerate(room.measured.walls) if wall.id == window.wall)
    slope = room.measured.walls[index].slope
    plane = next((plane for plane in measured.ceiling.planes if plane.over == index), None)
    if slope is None or plane is None:
        return None
    up = window.up.mm + window.height.mm - slope.run.mm * plane.stretch
    along = window.place.mm + window.width.mm - measured.faces[index].length
    return max(up, along)
