"""What a smaller cornice saves: each reduction keeps the sizes of the order and is priced as it would be bought."""

from __future__ import annotations

import msgspec

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.job.edits.trim_edits import REDUCTIONS, Reduction, reduce_cornice
from narrow_cornice.job.model import Job
from narrow_cornice.memo import by_identity


class Reduced(msgspec.Struct, frozen=True):
    """One way to have the cornice: how much more the whole job costs by it, in money; nought for what is there."""

    manner: Reduction
    price: float
    there: bool


@by_identity(times=8, each="job")
def reductions(job: Job, room_id: str) -> tuple[Reduced, ...]:
    """Return the ways to have a room's cornice with what each costs more or less than now."""
    now = to_buy(job).price
    made = []
    for manner in REDUCTIONS:
        other = reduce_cornice(room_id, manner).apply(job)
        made.append(Reduced(manner, to_buy(other).price - now, other == job))
    return tuple(made)
