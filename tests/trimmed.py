"""The trim of a room that is measured."""

from __future__ import annotations

from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom, trimmed_room
from narrow_cornice.job.model import Room


def trimmed_of(room: Room, changed_rules: dict[str, float]) -> TrimmedRoom:
    """Return a room with its trim; it must be measured."""
    made = trimmed_room(room, changed_rules)
    assert made is not None
    return made
