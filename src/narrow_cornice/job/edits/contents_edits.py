"""Changes to what is to be kept in the built-ins of a room, and to what there was before."""

from __future__ import annotations

from typing import Any

from msgspec.structs import replace

from narrow_cornice.casework.contents import kinds_kept
from narrow_cornice.job.casework import Kept
from narrow_cornice.job.edits.making import (
    EditError,
    changed_one,
    checked_name,
    checked_size,
    fresh_id,
    room_edit,
    without_one,
)
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Room
from narrow_cornice.units.lengths import Length

MOST_THINGS = 100_000


def keep_here(room_id: str, kind: str, count: int) -> Edit:
    """Say that so many things of a kind are to be kept in a room. Raises EditError for a kind nobody knows."""
    if kind not in kinds_kept():
        raise EditError(f"Nothing known is called “{kind[:40]}”.", where="kind", remedy=", ".join(kinds_kept()))
    _checked_count(count)

    def change(room: Room) -> Room:
        mine = room.casework.contents
        return _with(room, (*mine, Kept(fresh_id("k", (one.id for one in mine)), kind, kind, count)))

    return room_edit(f"keep {count} {kind}", room_id, change)


def change_kept(room_id: str, kept_id: str, **fields: Any) -> Edit:
    """Change things that are kept: name, count, kind, use, tall, wide, deep."""
    key, value = next(iter(fields.items()))
    if key == "name":
        fields = {"name": checked_name(value, "What is kept")}
    elif key == "count":
        _checked_count(value)
    elif key in ("tall", "wide", "deep"):
        checked_size(value, f"How {key} one of them is")
    shown = value.text if isinstance(value, Length) else "as usual" if value is None else value

    def change(room: Room) -> Room:
        return _with(room, changed_one(room.casework.contents, kept_id, **fields))

    return room_edit(f"kept: {key} {shown}", room_id, change)


def keep_no_longer(room_id: str, kept_id: str) -> Edit:
    """Take things off the list of what is kept."""
    return room_edit("kept no longer", room_id, lambda room: _with(room, without_one(room.casework.contents, kept_id)))


def set_before(room_id: str, **fields: Length | None) -> Edit:
    """Say how many metres of shelf (``shelf_before``) or rail (``rail_before``) there were before."""
    value = next(iter(fields.values()))
    checked_size(value, "What there was before", zero=True)
    shown = value.text if value is not None else "not said"

    def change(room: Room) -> Room:
        return replace(room, casework=replace(room.casework, **fields))

    return room_edit(f"before: {shown}", room_id, change)


def _checked_count(count: int) -> None:
    if not 0 <= count <= MOST_THINGS:
        raise EditError(f"{count} of them cannot be kept.", where="count", remedy=f"{MOST_THINGS} at most.")


def _with(room: Room, contents: tuple[Kept, ...]) -> Room:
    return replace(room, casework=replace(room.casework, contents=contents))
