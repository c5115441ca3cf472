"""What every edit is made with: fresh identities, one room changed, names and sizes a job can have."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable

from msgspec.structs import replace

from narrow_cornice.errors import CorniceError
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import (
    Job,
    Room,
)
from narrow_cornice.units.lengths import Length

LONGEST_NAME = 10_000
LARGEST_ROOM_MM = 100_000.0


class EditError(CorniceError, ValueError):
    """A change that cannot be made; the job stays as it was."""


def fresh_id(prefix: str, taken: Iterable[str]) -> str:
    """Return prefix + the next number that no identity in ``taken`` uses."""
    pattern = re.compile(re.escape(prefix) + r"(\d{1,9})")
    numbers = [int(found.group(1)) for one in taken if (found := pattern.fullmatch(one))]
    return f"{prefix}{max(numbers, default=0) + 1}"


def in_room(job: Job, room_id: str, change: Callable[[Room], Room]) -> Job:
    """Return the job with one room changed, the same job if the room was not."""
    rooms = tuple(change(room) if room.id == room_id else room for room in job.rooms)
    return job if all(new is old for new, old in zip(rooms, job.rooms, strict=True)) else replace(job, rooms=rooms)


def room_edit(title: str, room_id: str, change: Callable[[Room], Room]) -> Edit:
    """Return an edit that changes one room."""
    return Edit(title, lambda job: in_room(job, room_id, change))


def checked_name(text: str, what: str) -> str:
    """Return a name without the spaces round it. Raises EditError for none or one too long."""
    name = text.strip()
    if not name:
        raise EditError(f"{what} needs a name.", where="name")
    if len(name) > LONGEST_NAME:
        raise EditError(
            f"This name is {len(name)} characters long.", where="name", remedy=f"{LONGEST_NAME} are the most."
        )
    return name


def checked_size(length: Length | None, what: str, *, zero: bool = False) -> Length | None:
    """Return the length if a building can have it."""
    if length is None:
        return None
    if length.mm < 0 or (length.mm == 0 and not zero):
        raise EditError(f"{what} must be more than nought; “{length.text}” is {length.mm:g} mm.", where=what)
    if length.mm > LARGEST_ROOM_MM:
        raise EditError(
            f"{what} of {length.mm / 1000:g} m is more than a room has.", where=what, remedy="Is the unit right?"
        )
    return length
