"""Changes to built-ins: putting one into its place, its boards and sizes, what it keeps."""

from __future__ import annotations

from typing import Any

from msgspec.structs import replace

from narrow_cornice.casework.boards import sheet_goods
from narrow_cornice.job.casework import BuiltIn, FrameWish, LippingWish
from narrow_cornice.job.edits.making import (
    EditError,
    changed_one,
    checked_name,
    checked_size,
    fresh_id,
    room_edit,
    with_finishes,
    without_one,
)
from narrow_cornice.job.edits.walling_edits import without_fields_of
from narrow_cornice.job.finishes import CASEWORK_GROUPS, surface_key
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import Recess
from narrow_cornice.job.model import Room
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.told import Told

BOARDS = ("board", "fronts", "back", "drawers", "worktop")
MOST_END_SHELVES = 40
LEAST_PIECE = 400.0  # mm, of the longest part that a run is built of
SIZES = {
    "plinth": "A plinth",
    "in_pieces": "The longest part of a built-in",
    "closure": "The closure at the ceiling",
    "tall": "The height of a built-in",
    "hung": "How far a built-in hangs above the floor",
}


def add_built_in(room_id: str, run: BuiltIn) -> Edit:
    """Put a run of casework into a place for one; its identity is given here."""
    name = checked_name(run.name, "A built-in")

    def change(room: Room) -> Room:
        mine = room.casework.built_ins
        fresh = replace(run, id=fresh_id("c", (one.id for one in mine)), name=name)
        return _with_runs(room, (*mine, fresh))

    return room_edit(f"build in {name[:40]}", room_id, change)


# Many parameters: a stretch of a wall, and what is built there.
def build_along(
    room_id: str, wall_id: str, run: BuiltIn, place: str, depth: Length, start: Length | None, end: Length | None
) -> Edit:
    """Make a place for a built-in along a wall, called ``place``, so deep, from ``start`` to ``end`` (None: the
    corner), and put a run into it."""
    called, name = checked_name(place, "A place"), checked_name(run.name, "A built-in")
    checked_size(depth, "The depth of a place")

    def change(room: Room) -> Room:
        places = room.measured.recesses
        recess = Recess(fresh_id("e", (one.id for one in places)), called, wall_id, depth, start, end)
        room = replace(room, measured=replace(room.measured, recesses=(*places, recess)))
        mine = room.casework.built_ins
        fresh = replace(run, id=fresh_id("c", (one.id for one in mine)), name=name, place=recess.id)
        return _with_runs(room, (*mine, fresh))

    return room_edit(f"build in {name[:40]}", room_id, change)


def change_built_in(room_id: str, run_id: str, **fields: Any) -> Edit:
    """Change a run: name, board, fronts, back, drawers, worktop, plinth, tall, hung, inset, lipping, keeps, place,
    in_pieces, sequence, boxes, frame, free_ends, end_shelves, over_fronts, closure. Raises EditError for what none can
    have."""
    if "name" in fields:
        fields = {**fields, "name": checked_name(fields["name"], "A built-in")}
    for key, what in SIZES.items():
        if key in fields:
            checked_size(fields[key], what, zero=key in ("plinth", "hung"))
    if fields.get("in_pieces") is not None and fields["in_pieces"].mm < LEAST_PIECE:
        raise EditError(
            f"Parts of {fields['in_pieces'].text} at most cannot be.",
            where="in_pieces",
            remedy=Told(LEAST_PIECE, " or more."),
        )
    key, value = next(iter(fields.items()))
    shown = value.text if isinstance(value, Length) else value
    if key in BOARDS:
        shown = sheet_goods()[value].name if value else "none"
    elif isinstance(value, FrameWish):
        checked_size(value.wide, "The width of a face frame")
        checked_size(value.thick, "The thickness of a face frame")
        shown = f"{value.material} {value.wide.text} × {value.thick.text}"
    elif key == "end_shelves":
        if not 0 <= value <= MOST_END_SHELVES:
            raise EditError(
                f"{value} shelves in a rounded end cannot be.", where=key, remedy=f"0 to {MOST_END_SHELVES}."
            )
    elif key == "over_fronts":
        shown = ", ".join(value) if value else "no trim"
    elif key == "lipping":
        shown = f"{value.material} {value.thick.mm:g} × {value.tall.mm:g}" if isinstance(value, LippingWish) else "none"
    elif value is None:
        shown = "none" if key == "frame" else "as usual"
    return room_edit(
        f"built-in: {key.replace('_', ' ')} {shown}", room_id, lambda room: changed_run(room, run_id, **fields)
    )


def cut_through(room_id: str, run_id: str, thing_id: str, name: str, *, cut: bool = True) -> Edit:
    """Cut a run out for something on the wall behind it, or close it again."""

    def change(room: Room) -> Room:
        run = run_in(room, run_id)
        if run is None:
            return room
        others = tuple(one for one in run.cut_through if one != thing_id)
        return changed_run(room, run_id, cut_through=(*others, thing_id) if cut else others)

    return room_edit(f"{'cut out for' if cut else 'closed over'} {name[:40]}", room_id, change)


def remove_built_in(room_id: str, run_id: str) -> Edit:
    """Take a run away with what was put on its surfaces; its place stays."""

    def change(room: Room) -> Room:
        bare = {
            key: finish
            for key, finish in room.finishes.surfaces.items()
            if key not in {surface_key(group, run_id) for group in CASEWORK_GROUPS}
        }
        if len(bare) < len(room.finishes.surfaces):
            room = with_finishes(room, surfaces=bare)
        return _with_runs(without_fields_of(room, run_id), without_one(room.casework.built_ins, run_id))

    return room_edit("no built-in here", room_id, change)


def run_in(room: Room, run_id: str) -> BuiltIn | None:
    """Return a run of a room, None where it is no longer there."""
    return next((one for one in room.casework.built_ins if one.id == run_id), None)


def _with_runs(room: Room, runs: tuple[BuiltIn, ...]) -> Room:
    return replace(room, casework=replace(room.casework, built_ins=runs))


def changed_run(room: Room, run_id: str, **fields: Any) -> Room:
    """Return the room with other fields of one of its runs."""
    return _with_runs(room, changed_one(room.casework.built_ins, run_id, **fields))
