"""Changes to panels on walls, and to mirrors, screens and pictures framed with trim."""

from __future__ import annotations

import math
from typing import Any

from narrow_cornice.job.edits.making import changed_one, checked_size, fresh_id, room_edit, with_trim, without_one
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Room
from narrow_cornice.job.trimwork import Framed, FramedKind, Panelling
from narrow_cornice.survey.readings import as_reading
from narrow_cornice.trim.panels import Manner, Zone
from narrow_cornice.units.lengths import Length

SCREEN = math.sqrt(337.0)  # of a diagonal of 16 by 9, in the units of its sides

# width, height and usual middle above the floor, mm
USUAL_FRAMES: dict[FramedKind, tuple[float, float, float]] = {
    "mirror": (700, 1000, 1500),
    "picture": (600, 450, 1450),
    "screen": (0, 0, 1100),
}


def _size(mm: float) -> Length:
    return Length(round(mm, 1), f"{round(mm, 1):g}")


def screen_opening(diagonal: Length, air: float) -> tuple[Length, Length]:
    """Return width and height of the opening for a screen of 16 by 9: air on each side, three times as much above."""
    return _size(diagonal.mm * 16 / SCREEN + 2 * air), _size(diagonal.mm * 9 / SCREEN + 3 * air)


def add_panels(room_id: str, zone: Zone, manner: Manner, margin: Length) -> Edit:
    """Put a field of panels on all walls of a room."""
    checked_size(margin, "The margin round panels")

    def change(room: Room) -> Room:
        fresh = Panelling(fresh_id("p", (one.id for one in room.trim.panels)), zone, margin, manner)
        return with_trim(room, panels=(*room.trim.panels, fresh))

    return room_edit(f"{manner} panels {zone}", room_id, change)


def change_panels(room_id: str, panels_id: str, **fields: Any) -> Edit:
    """Change a field of panels: zone, manner, margin, wished width, alike, walls."""
    for key in ("margin", "wished"):
        if key in fields:
            checked_size(fields[key], f"The {key} of panels")
    key, value = next(iter(fields.items()))
    shown = value.text if isinstance(value, Length) else "the golden section" if value is None else value
    if key == "walls":
        shown = f"on {len(value)} walls" if value else "on all walls"
    return room_edit(
        f"panels: {key} {shown}",
        room_id,
        lambda room: with_trim(room, panels=changed_one(room.trim.panels, panels_id, **fields)),
    )


def remove_panels(room_id: str, panels_id: str) -> Edit:
    """Take a field of panels away."""
    return room_edit(
        "no panels here",
        room_id,
        lambda room: with_trim(room, panels=without_one(room.trim.panels, panels_id)),
    )


def add_frame(
    room_id: str, kind: FramedKind, wall_id: str, place: Length, diagonal: Length | None = None, air: float = 0.0
) -> Edit:
    """Frame a mirror, a picture or a screen on a wall, its middle at ``place``; a screen goes by its diagonal."""
    checked_size(place, "The place", zero=True)
    checked_size(diagonal, "The diagonal")
    wide, tall, middle = USUAL_FRAMES[kind]
    width, height = (_size(wide), _size(tall))
    if diagonal is not None:
        width, height = screen_opening(diagonal, air)

    def change(room: Room) -> Room:
        number = sum(one.kind == kind for one in room.trim.frames) + 1
        fresh = Framed(
            fresh_id("m", (one.id for one in room.trim.frames)),
            kind,
            wall_id,
            f"{kind} {number}",
            as_reading(place),
            as_reading(_size(middle)),
            width,
            height,
            diagonal=diagonal,
        )
        return with_trim(room, frames=(*room.trim.frames, fresh))

    return room_edit(f"add {kind}", room_id, change)


def change_screen(room_id: str, frame_id: str, name: str, diagonal: Length, air: float) -> Edit:
    """Change the diagonal of a framed screen, and its opening with it."""
    checked_size(diagonal, "The diagonal")
    width, tall = screen_opening(diagonal, air)
    return room_edit(
        f"{name[:40]}: diagonal {diagonal.text}",
        room_id,
        lambda room: with_trim(
            room, frames=changed_one(room.trim.frames, frame_id, diagonal=diagonal, width=width, tall=tall)
        ),
    )
