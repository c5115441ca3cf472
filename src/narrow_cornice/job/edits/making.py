"""What every edit is made with: fresh identities, one room changed, names and sizes a job can have."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable, Sequence
from typing import Any, TypeVar

import msgspec
from msgspec.structs import replace

from narrow_cornice.errors import CorniceError
from narrow_cornice.job.history import Edit
from narrow_cornice.job.limits import LARGEST_ROOM_MM
from narrow_cornice.job.model import Job, Room
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.told import Long, Told

LONGEST_NAME = 10_000


Thing = TypeVar("Thing", bound=msgspec.Struct)  # one with an identity


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


def with_trim(room: Room, **fields: Any) -> Room:
    """Return the room with other choices of its trim."""
    return replace(room, trim=replace(room.trim, **fields))


def with_finishes(room: Room, **fields: Any) -> Room:
    """Return the room with other finishes."""
    return replace(room, finishes=replace(room.finishes, **fields))


def identity_of(thing: Any) -> str:
    """Return the identity of a thing that has one."""
    return str(thing.id)


def changed_one(things: Sequence[Thing], identity: str, **fields: Any) -> tuple[Thing, ...]:
    """Return things with the one of that identity changed."""
    return tuple(replace(one, **fields) if identity_of(one) == identity else one for one in things)


def without_one(things: Sequence[Thing], identity: str) -> tuple[Thing, ...]:
    """Return things without the one of that identity."""
    return tuple(one for one in things if identity_of(one) != identity)


def put_one(things: Sequence[Thing], one: Thing) -> tuple[Thing, ...]:
    """Return things with one in place of that of its identity, or at their end."""
    mine = identity_of(one)
    if any(identity_of(other) == mine for other in things):
        return tuple(one if identity_of(other) == mine else other for other in things)
    return (*things, one)


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
        raise EditError(Told(f"{what} must be more than nought; “{length.text}” is ", length.mm, "."), where=what)
    if length.mm > LARGEST_ROOM_MM:
        raise EditError(
            Told(f"{what} of ", Long(length.mm), " is more than a room has."), where=what, remedy="Is the unit right?"
        )
    return length
