"""Which built-in of a room is looked at."""

from __future__ import annotations

from narrow_cornice.drawing.marks import About
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import BayPath, BuiltInPath, CompartmentPath


def run_of(room: Room, selected: About) -> BuiltIn | None:
    """Return the built-in that is selected, the first of the room where none is, None where it has none."""
    mine = room.casework.built_ins
    if selected is not None and selected.room == room.id:
        wanted = selected.id if isinstance(selected, BuiltInPath) else ""
        wanted = selected.built_in if isinstance(selected, (BayPath, CompartmentPath)) else wanted
        found = next((one for one in mine if one.id == wanted), None)
        if found is not None:
            return found
    return mine[0] if mine else None
