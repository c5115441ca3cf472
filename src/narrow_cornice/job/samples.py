"""The jobs that ship: the demo of the pilot's house, and the start of a new job with its paints and trim."""

from __future__ import annotations

from functools import cache

from msgspec.structs import replace

from narrow_cornice.job.file import decode_json
from narrow_cornice.job.model import Job
from narrow_cornice.shipped import SHIPPED


@cache
def demo_job() -> Job:
    """Return the demo job: rooms of an old harbour pilot's house, with the pictures of its bridge materials and its
    photographs."""
    job = _shipped("demo_job.json")
    named = {room.colours.bridge.picture for room in job.rooms if room.colours.bridge is not None}
    pictures = {name: bridge_picture(name) for name in named}
    shown = {photo.picture for room in job.rooms for photo in room.presented.photos}
    pictures |= {name: (SHIPPED / "photographs" / name).read_bytes() for name in shown}
    return replace(job, pictures=dict(sorted(pictures.items())))


def bridge_pictures() -> tuple[str, ...]:
    """Return the names of the pictures of bridge materials that ship."""
    return tuple(sorted(path.name for path in (SHIPPED / "pictures").glob("*.jpg")))


def bridge_picture(name: str) -> bytes:
    """Return a picture of a bridge material that ships (JPEG), by its name."""
    return (SHIPPED / "pictures" / name).read_bytes()


def starting_job() -> Job:
    """Return a new job: no rooms yet, a small deck of colours, paints and trim to begin with."""
    return _shipped("starting_job.json")


# Once: a job is a value, and what was worked out of it is found again by whoever opens it anew.
@cache
def _shipped(name: str) -> Job:
    return decode_json((SHIPPED / name).read_bytes(), name)
