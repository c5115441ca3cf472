"""Rooms to test with: one changed in its parts, and the trim of one that is measured."""

from __future__ import annotations

from typing import Any

from msgspec.structs import replace

from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom, trimmed_room
from narrow_cornice.job.model import Room

PARTS = ("measured", "trim", "finishes")


def changed(room: Room, **fields: Any) -> Room:
    """Return a room with some fields changed, each in the part that has it."""
    for field, value in fields.items():
        part = next((one for one in PARTS if field in getattr(room, one).__struct_fields__), "")
        if not part:
            room = replace(room, **{field: value})
        else:
            room = replace(room, **{part: replace(getattr(room, part), **{field: value})})
    return room


def trimmed_of(room: Room, changed_rules: dict[str, float]) -> TrimmedRoom:
    """Return a room with its trim; it must be measured."""
    made = trimmed_room(room, changed_rules)
    assert made is not None
    return made
