"""Changes to panels on walls, and to mirrors, screens and pictures framed with trim."""

from __future__ import annotations

from typing import Any

from narrow_cornice.job.edits.making import changed_one, checked_size, fresh_id, room_edit, with_trim, without_one
from narrow_cornice.job.hanging import screen_opening
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Room
from narrow_cornice.job.trimwork import Panelling
from narrow_cornice.trim.panels import Manner, Zone
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.words import several


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
        shown = f"on {several(len(value), 'wall')}" if value else "on all walls"
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
