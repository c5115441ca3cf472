"""Schemes side by side: what each way to do the job comes to (O4)."""

from __future__ import annotations

from typing import NamedTuple

from msgspec.structs import replace

from narrow_cornice.derived.bought.hours import job_hours, job_labour
from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.programmed.programme import days_figure
from narrow_cornice.job.edits.scheme_edits import FIRST
from narrow_cornice.job.model import Job
from narrow_cornice.memo import by_identity
from narrow_cornice.review.bundles import to_decide


class SchemeFigures(NamedTuple):
    """What a scheme comes to: cost of materials, hours and what they cost (None while an hour has no price), days of
    the hands that work on it, litres, sheets, metres of trim in mm, and how much is left to settle."""

    cost: float
    hours: float
    labour: float | None
    days: float
    litres: float
    sheets: float
    trim: float
    settle: int


class SchemeThere(NamedTuple):
    """A scheme: its identity (empty for the one that is worked on), its name, and the job as it is by it."""

    id: str
    name: str
    job: Job


@by_identity(times=8, each="job")
def schemes_of(job: Job) -> tuple[SchemeThere, ...]:
    """Return the scheme that is worked on and the others, each as a job of its own."""
    others = (SchemeThere(one.id, one.name, replace(job, rooms=one.rooms, schemes=())) for one in job.schemes)
    return (SchemeThere("", job.scheme or FIRST, job), *others)


@by_identity(times=24, each="job")
def scheme_figures(job: Job) -> SchemeFigures:
    """Return what a scheme comes to."""
    sums, hours, paid = tally(job), job_hours(job), job_labour(job)
    days = days_figure(job).value  # as its programme has it, with drying
    return SchemeFigures(
        to_buy(job).price,
        hours.rounded(job.settings),
        paid.rounded(job.settings) if paid is not None else None,
        days,
        sums["paint"].rounded(job.settings),
        sums["sheets"].value,
        sums["trim"].value,
        len(to_decide(job)),
    )
