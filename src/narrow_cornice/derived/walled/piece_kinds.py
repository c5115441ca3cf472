"""The pieces of a field by kind, as whoever cuts them counts them, and what a field lies on in words."""

from __future__ import annotations

from collections import Counter

from narrow_cornice.derived.walled.laid import LaidField
from narrow_cornice.features.pieces import Piece
from narrow_cornice.job.edits import wall_name
from narrow_cornice.job.model import Room
from narrow_cornice.job.walled import Field


def where_of(room: Room, field: Field) -> str:
    """Return in words what a field lies on."""
    if field.on == "wall":
        return f"wall {wall_name(room, field.wall)}"
    if field.on == "fronts":
        run = next((one for one in room.casework.built_ins if one.id == field.built_in), None)
        return f"fronts of {run.name[:40]}" if run is not None else "fronts"
    return f"the {field.on}"


def parts_of(laid: LaidField) -> tuple[tuple[str, tuple[Piece, ...]], ...]:
    """Return the pieces of a field by which part of it they are of."""
    return (
        ("inside", laid.pieces),
        ("border", laid.border),
        ("batten", laid.battens),
        ("reveal", tuple(piece for one in laid.turned for piece in one.pieces)),
    )


Kind = tuple[bool, float, float, str]


def kinds_of_pieces(pieces: tuple[Piece, ...]) -> list[tuple[Kind, int]]:
    """Return pieces by kind, how many there are of each: whether it is whole, its length and width to half a
    millimetre, and what is notched or pierced of it; whole ones first, the largest first."""
    counted: Counter[Kind] = Counter()
    for piece in pieces:
        long, wide = (round(size * 2) / 2 for size in piece.size)
        plain = len(piece.outline) == 4 and not piece.holes
        kind = "" if piece.whole or plain else ", with a hole" if piece.holes else ", to a shape"
        counted[piece.whole, long, wide, kind] += 1
    return sorted(counted.items(), key=lambda one: (not one[0][0], -one[0][1] * one[0][2], one[0][3]))
