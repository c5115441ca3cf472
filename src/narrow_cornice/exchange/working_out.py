"""Working out what a list needs before it is written, room by room, so that it can be told of and stopped."""

from __future__ import annotations

from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.exchange.going import one_by_one
from narrow_cornice.job.model import Job


def work_out(job: Job) -> None:
    """Derive trim and coatings of every room; what is asked of them afterwards is known."""
    for room in one_by_one(job.rooms, "working out room"):
        trimmed_room(room, job.house_rules)
        coated_surfaces(room, job.house_rules, job.paints, job.colours)
