"""A room without how it is presented: what is worked out of it stays while only answers, cards or the eye change."""

from __future__ import annotations

from typing import Any

from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity

PARTS = tuple(name for name in Room.__struct_fields__ if name != "presented")


def plain_room(room: Room) -> Room:
    """Return a room without how it is presented, the same object as long as nothing else of it changes."""
    return _plain(*(getattr(room, name) for name in PARTS))


@by_identity(times=2, each="room")
def _plain(*parts: Any) -> Room:
    return Room(**dict(zip(PARTS, parts, strict=True)))
