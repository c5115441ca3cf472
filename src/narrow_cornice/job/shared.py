"""What the rooms of a job share: its tables, its settings, its rules and its brief, without the rooms.

What follows from one room and from these is worked out of this and kept by it, so that an edit of another room works
nothing out again.
"""

from __future__ import annotations

from typing import Any

from narrow_cornice.job.model import Job, Room
from narrow_cornice.memo import by_identity

_OTHERS = tuple(name for name in Job.__struct_fields__ if name != "rooms")


def with_rooms_alone(job: Job, *rooms: Room) -> Job:
    """Return a job with those of its rooms alone, none mostly; the same object as long as they and all that the rooms
    share stay as they are."""
    return _shared(len(rooms), *rooms, *(getattr(job, name) for name in _OTHERS))


@by_identity(times=2, each="room")
def _shared(many: int, *parts: Any) -> Job:
    return Job(rooms=parts[:many], **dict(zip(_OTHERS, parts[many:], strict=True)))
