"""Changes to finishes and colours."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from msgspec.structs import replace

from narrow_cornice.colour.tones import checked_colour
from narrow_cornice.finishes.systems import systems
from narrow_cornice.job.edits.making import (
    EditError,
    changed_one,
    checked_name,
    checked_size,
    fresh_id,
    put_one,
    room_edit,
    with_finishes,
    without_one,
)
from narrow_cornice.job.edits.walling_edits import add_field, nothing_lies_in
from narrow_cornice.job.finishes import (
    Colour,
    Finish,
    LeftTin,
    Paint,
    Piece,
    PieceKind,
    TestBoard,
    group_and_thing,
)
from narrow_cornice.job.history import Edit
from narrow_cornice.job.house_stock import HouseTin
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.walled import Field
from narrow_cornice.units.lengths import Length, plain_length
from narrow_cornice.units.words import several


def change_finish(room_ids: Iterable[str], keys: Iterable[str], title: str, **fields: Any) -> Edit:
    """Change the finish of surfaces or groups of surfaces in one or many rooms.

    A key without "@" is a group: its single surfaces lose what they had of their own in the changed fields.
    """
    wanted = tuple(keys)
    return change_finishes(dict.fromkeys(room_ids, wanted), title, **fields)


def lay_out(room_id: str, surface_key: str, called: str, field: Field) -> Edit:
    """Lay a field of the covering that a surface was given as a whole, in place of that."""
    laid = add_field(room_id, field)
    bare = change_finish([room_id], [surface_key], called, covering=None)
    return Edit(f"lay out {called[:40]}", lambda job: laid.apply(bare.apply(job)))


def change_finishes(room_keys: Mapping[str, Sequence[str]], title: str, **fields: Any) -> Edit:
    """Change the finish of surfaces of many rooms at once, each room by the keys of its own."""

    def change(room: Room) -> Room:
        surfaces = dict(room.finishes.surfaces)
        for key in room_keys[room.id]:
            group, thing = group_and_thing(key)
            surfaces[key] = replace(surfaces.get(key) or surfaces.get(group) or Finish(), **fields)
            if thing:
                continue
            for other in [one for one in surfaces if one != key and group_and_thing(one)[0] == group]:
                surfaces[other] = replace(surfaces[other], **fields)
                if surfaces[other] == surfaces[key]:
                    del surfaces[other]
        return with_finishes(room, surfaces=surfaces)

    return Edit(title, lambda job: replace(job, rooms=tuple(change(r) if r.id in room_keys else r for r in job.rooms)))


def share_finish(room_id: str, key: str, name: str) -> Edit:
    """Let a single surface share the finish of its group again."""
    return room_edit(
        f"{name[:40]} like the others",
        room_id,
        lambda room: with_finishes(
            room, surfaces={one: finish for one, finish in room.finishes.surfaces.items() if one != key}
        ),
    )


def add_colour(name: str, hex_colour: str) -> Edit:
    """Add a colour to the job."""
    new, tone = checked_name(name, "A colour"), checked_colour(hex_colour)

    def apply(job: Job) -> Job:
        colour = Colour(fresh_id("c", (one.id for one in job.colours)), new, tone)
        return replace(job, colours=(*job.colours, colour))

    return Edit(f"add colour {new[:40]}", apply)


def change_colour(colour_id: str, name: str, hex_colour: str) -> Edit:
    """Change a colour's name and tone, wherever it is used."""
    new, tone = checked_name(name, "A colour"), checked_colour(hex_colour)
    return Edit(
        f"colour {new[:40]}",
        lambda job: replace(job, colours=changed_one(job.colours, colour_id, name=new, hex=tone)),
    )


def put_paints(paints: Sequence[Paint], title: str) -> Edit:
    """Put paints of product sheets into the job, in place of those of their identity."""

    def apply(job: Job) -> Job:
        every = job.paints
        for paint in paints:
            every = put_one(every, paint)
        return replace(job, paints=every)

    return Edit(title, apply)


def use_system(room_keys: Mapping[str, Sequence[str]], key: str) -> Edit:
    """Give surfaces, by room, a system: what it says counts where nothing else was chosen."""
    name = systems()[key].name.lower() if key else "no system"
    return change_finishes(room_keys, f"{name}: {_many(room_keys)}", system=key)


def _many(room_keys: Mapping[str, Sequence[str]]) -> str:
    count = sum(len(keys) for keys in room_keys.values())
    return several(count, "surface")


def add_piece(room_id: str, kind: PieceKind, name: str = "") -> Edit:
    """Put a thing that is finished by itself into a room, in the sizes that are usual."""
    usual = USUAL_PIECES[kind]

    def change(room: Room) -> Room:
        pieces = room.finishes.pieces
        number = sum(one.kind == kind for one in pieces) + 1
        called = checked_name(name or f"{kind} {number}", "A piece")
        sizes = {key: plain_length(mm) for key, mm in usual.items()}
        fresh = replace(Piece(fresh_id("p", (one.id for one in pieces)), called, kind), **sizes)
        return with_finishes(room, pieces=(*pieces, fresh))

    return room_edit(f"add {name[:40] or kind}", room_id, change)


USUAL_PIECES: dict[PieceKind, dict[str, float]] = {
    "fence": {"width": 6000.0, "depth": 20.0, "height": 1500.0, "board": 120.0, "gap": 15.0},
    "screen": {"width": 1800.0, "depth": 20.0, "height": 2000.0, "board": 40.0, "gap": 20.0},
    "furniture": {"width": 1000.0, "depth": 450.0, "height": 800.0},
    "radiator": {"width": 1000.0, "height": 600.0},
    "metalwork": {"width": 1000.0, "depth": 50.0, "height": 900.0},
    "small things": {"width": 60.0, "depth": 40.0, "height": 60.0},
    "other": {"width": 500.0, "depth": 500.0, "height": 500.0},
}


def change_piece(room_id: str, piece_id: str, name: str, /, **fields: Any) -> Edit:
    """Change a piece: its name, kind, sizes, sides or how many there are. Raises EditError for what none can have."""
    for key, value in fields.items():
        if isinstance(value, Length):
            checked_size(value, f"{key} of {name[:40]}", zero=key == "gap")
    if "name" in fields:
        fields["name"] = checked_name(fields["name"], "A piece")
    if "count" in fields and not 1 <= fields["count"] <= 10_000:
        raise EditError(f"{fields['count']} of {name[:40]} cannot be.", where="how many", remedy="1 to 10 000.")
    key, value = next(iter(fields.items()))
    shown = value.text if isinstance(value, Length) else value
    return room_edit(
        f"{name[:40]}: {key} {shown}"[:90],
        room_id,
        lambda room: with_finishes(room, pieces=changed_one(room.finishes.pieces, piece_id, **fields)),
    )


def remove_piece(room_id: str, piece_id: str, name: str) -> Edit:
    """Take a piece out of a room, with what was decided about it alone."""

    def change(room: Room) -> Room:
        pieces = without_one(room.finishes.pieces, piece_id)
        kept = {key: one for key, one in room.finishes.surfaces.items() if group_and_thing(key)[1] != piece_id}
        return with_finishes(room, pieces=pieces, surfaces=kept)

    return room_edit(f"remove {name[:40]}", room_id, change)


def remove_covering(covering_id: str, name: str) -> Edit:
    """Take a covering out of the job; what it was on has nothing on it then. Refused while a field is of it."""

    def bare(room: Room) -> Room:
        surfaces = {
            key: replace(one, covering=None) if one.covering == covering_id else one
            for key, one in room.finishes.surfaces.items()
        }
        return with_finishes(room, surfaces=surfaces) if surfaces != room.finishes.surfaces else room

    def apply(job: Job) -> Job:
        nothing_lies_in(job, covering_id, name)
        schemes = tuple(replace(one, rooms=tuple(map(bare, one.rooms))) for one in job.schemes)
        kept = tuple(one for one in job.coverings if one.id != covering_id)
        return replace(job, coverings=kept, rooms=tuple(map(bare, job.rooms)), schemes=schemes)

    return Edit(f"remove {name[:40]}", apply)


def put_left_tin(tin: LeftTin, name: str) -> Edit:
    """Put paint that is left over into the stock of the job, in place of the one of its identity."""
    if not 0 < tin.litres <= 1000:
        raise EditError(f"{tin.litres:g} L of {name[:40]} cannot be left over.", where="litres")
    return Edit(
        f"left over: {tin.litres:g} L {name[:40]}", lambda job: replace(job, left_paint=put_one(job.left_paint, tin))
    )


def take_from_house(tin: HouseTin) -> Edit:
    """Take a tin from the shelf of the house into the stock of the job, with its paint and colour where the job does
    not have them."""

    def apply(job: Job) -> Job:
        paints = job.paints if any(one.id == tin.paint.id for one in job.paints) else (*job.paints, tin.paint)
        colours = job.colours
        if tin.colour is not None and all(one.id != tin.colour.id for one in colours):
            colours = (*colours, tin.colour)
        fresh = replace(tin.left, id=fresh_id("t", (one.id for one in job.left_paint)))
        return replace(job, paints=paints, colours=colours, left_paint=(*job.left_paint, fresh))

    return Edit(f"from the house: {tin.words[:40]}", apply)


def remove_left_tin(tin_id: str, name: str) -> Edit:
    """Take left-over paint out of the stock: it was used up or thrown away."""
    return Edit(
        f"no longer left over: {name[:40]}",
        lambda job: replace(job, left_paint=without_one(job.left_paint, tin_id)),
    )


def put_test_board(board: TestBoard, name: str) -> Edit:
    """Write a test board into the log, in place of the one of its identity; one that is taken stands alone for its
    stain."""

    def apply(job: Job) -> Job:
        return replace(job, test_boards=put_one(job.test_boards, board))

    return Edit(f"test board: {name[:40]}", apply)


def remove_test_board(board_id: str) -> Edit:
    """Take a test board out of the log."""
    return Edit("a test board less", lambda job: replace(job, test_boards=without_one(job.test_boards, board_id)))
