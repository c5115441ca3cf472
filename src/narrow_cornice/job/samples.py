"""The jobs that ship: the demo of the pilot's house, and the start of a new job with its paints and trim."""

from __future__ import annotations

from functools import cache

from narrow_cornice.job.file import decode_json
from narrow_cornice.job.model import Job
from narrow_cornice.shipped import SHIPPED


def demo_job() -> Job:
    """Return the demo job: rooms of an old harbour pilot's house."""
    return _shipped("demo_job.json")


def starting_job() -> Job:
    """Return a new job: no rooms yet, a small deck of colours, paints and trim to begin with."""
    return _shipped("starting_job.json")


# Once: a job is a value, and what was worked out of it is found again by whoever opens it anew.
@cache
def _shipped(name: str) -> Job:
    return decode_json((SHIPPED / name).read_bytes(), name)
