"""Changes to built-ins: putting one into its place, its boards and what it keeps, its bays."""

from __future__ import annotations

from typing import Any

from msgspec.structs import replace

from narrow_cornice.casework.boards import sheet_goods
from narrow_cornice.job.casework import BayWish, BuiltIn, LippingWish
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

MOST_BAYS = 60
MOST_SHELVES = 40
MOST_DRAWERS = 12
BOARDS = ("board", "fronts", "back", "drawers")


def add_built_in(room_id: str, run: BuiltIn) -> Edit:
    """Put a run of casework into a place for one; its identity is given here."""
    name = checked_name(run.name, "A built-in")

    def change(room: Room) -> Room:
        mine = room.casework.built_ins
        fresh = replace(run, id=fresh_id("c", (one.id for one in mine)), name=name)
        return _with_runs(room, (*mine, fresh))

    return room_edit(f"build in {name[:40]}", room_id, change)


def change_built_in(room_id: str, run_id: str, **fields: Any) -> Edit:
    """Change a run: name, board, fronts, back, drawers, plinth, lipping, keeps, place."""
    if "name" in fields:
        fields = {**fields, "name": checked_name(fields["name"], "A built-in")}
    if "plinth" in fields:
        checked_size(fields["plinth"], "A plinth", zero=True)
    key, value = next(iter(fields.items()))
    shown = value.text if isinstance(value, Length) else value
    if key in BOARDS:
        shown = sheet_goods()[value].name
    elif key == "lipping":
        shown = f"{value.material} {value.thick.mm:g} × {value.tall.mm:g}" if isinstance(value, LippingWish) else "none"
    return room_edit(f"built-in: {key} {shown}", room_id, lambda room: _changed(room, run_id, **fields))


def remove_built_in(room_id: str, run_id: str) -> Edit:
    """Take a run away; its place stays."""
    return room_edit(
        "no built-in here", room_id, lambda room: _with_runs(room, without_one(room.casework.built_ins, run_id))
    )


def change_bay(room_id: str, run_id: str, bay_id: str, **fields: Any) -> Edit:
    """Change a bay: width, shelves, front, below, drawers. Raises EditError for what no bay can have."""
    for key, what in (("width", "The width of a bay"), ("below", "What is closed below")):
        if key in fields:
            checked_size(fields[key], what)
    for key, most in (("shelves", MOST_SHELVES), ("drawers", MOST_DRAWERS)):
        if key in fields and not 0 <= fields[key] <= most:
            raise EditError(f"{fields[key]} {key} in one bay cannot be.", where=key, remedy=f"{most} at most.")
    key, value = next(iter(fields.items()))
    shown = value.text if isinstance(value, Length) else "as the others leave" if value is None else value

    def change(room: Room) -> Room:
        run = _run(room, run_id)
        return room if run is None else _changed(room, run_id, bays=changed_one(run.bays, bay_id, **fields))

    return room_edit(f"bay: {key} {shown}", room_id, change)


def one_more_bay(room_id: str, run_id: str, beside: str = "") -> Edit:
    """Put one more bay into a run, like the one it stands beside, the last where none is named."""

    def change(room: Room) -> Room:
        run = _run(room, run_id)
        if run is None:
            return room
        if len(run.bays) >= MOST_BAYS:
            raise EditError(f"More than {MOST_BAYS} bays cannot be.", where="bays")
        at = next((number for number, bay in enumerate(run.bays) if bay.id == beside), len(run.bays) - 1)
        like = run.bays[at] if run.bays else BayWish("")
        fresh = replace(like, id=fresh_id("b", (bay.id for bay in run.bays)), width=None)
        return _changed(room, run_id, bays=(*run.bays[: at + 1], fresh, *run.bays[at + 1 :]))

    return room_edit("one more bay", room_id, change)


def one_bay_less(room_id: str, run_id: str, bay_id: str) -> Edit:
    """Take a bay away; the others share its room. Raises EditError for the only one."""

    def change(room: Room) -> Room:
        run = _run(room, run_id)
        if run is None or run.bay(bay_id) is None:
            return room
        if len(run.bays) == 1:
            raise EditError("A built-in has one bay at least.", where="bays", remedy="Or take it away altogether.")
        return _changed(room, run_id, bays=without_one(run.bays, bay_id))

    return room_edit("one bay less", room_id, change)


def _run(room: Room, run_id: str) -> BuiltIn | None:
    return next((one for one in room.casework.built_ins if one.id == run_id), None)


def _with_runs(room: Room, runs: tuple[BuiltIn, ...]) -> Room:
    return replace(room, casework=replace(room.casework, built_ins=runs))


def _changed(room: Room, run_id: str, **fields: Any) -> Room:
    return _with_runs(room, changed_one(room.casework.built_ins, run_id, **fields))
