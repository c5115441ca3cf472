"""How large a job is, for the memos that keep what was worked out of it."""

from __future__ import annotations

from typing import Any

import msgspec

from narrow_cornice import memo
from narrow_cornice.job.model import Job, Room

TABLES = ("paints", "colours", "milled", "catalogue", "orders", "shops", "ways_in")


def size_memos(job: Job) -> None:
    """Let the memos keep as much as this job asks for."""
    tables = sum(len(getattr(job, name)) for name in TABLES)
    memo.size_for(len(job.rooms), tables + sum(things_in(room) for room in job.rooms))


@memo.by_identity(times=2, each="room")
def things_in(room: Room) -> int:
    """Return of how many things a room consists: its walls and openings, every reading of them, each finish of its
    own … An edit that leaves a room as it was counts nothing again."""
    return _parts(room)


def _parts(value: Any) -> int:
    if isinstance(value, msgspec.Struct):
        return 1 + sum(_parts(getattr(value, name)) for name in value.__struct_fields__)
    if isinstance(value, tuple):
        return sum(_parts(one) for one in value)
    return sum(_parts(one) for one in value.values()) if isinstance(value, dict) else 0
