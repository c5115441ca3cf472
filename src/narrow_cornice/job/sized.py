"""How large a job is, for the memos that keep what was worked out of it."""

from __future__ import annotations

from narrow_cornice import memo
from narrow_cornice.job.model import Job, Room

TABLES = ("paints", "colours", "milled", "catalogue", "orders", "shops", "ways_in", "fabrics", "furniture")
PARTS = ("measured", "trim", "finishes", "brief", "casework", "zones", "colours", "walling")


def size_memos(job: Job) -> None:
    """Let the memos keep as much as this job asks for."""
    tables = sum(len(getattr(job, name)) for name in TABLES)
    sides = [len(room.measured.walls) for room in job.rooms]
    memo.size_for(
        rooms=len(job.rooms),
        walls=sum(sides),
        sides=max(sides, default=0),
        built=sum(len(room.casework.built_ins) for room in job.rooms),
        things=tables + sum(things_in(room) for room in job.rooms),
    )


@memo.by_identity(times=1, each="room")
def things_in(room: Room) -> int:
    """Return of how many things a room consists: its walls, readings across, openings, choices, finishes of its own …

    An edit that leaves a room as it was counts nothing again.
    """
    lists = (getattr(part, name) for part in (getattr(room, key) for key in PARTS) for name in part.__struct_fields__)
    return sum(len(one) for one in lists if isinstance(one, tuple | dict))
