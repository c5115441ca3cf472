"""What is put on the walls, the floor and the ceiling of a room: fields of slats, boards, tiles and paper.

Places are as people type them: along a wall from its left end as one faces it, up from the floor. Of a floor or a
ceiling they are those of the plan (its first corner the origin, its second on +x). A place that is None is as far as it
goes: to the corner, down to the skirting, up to the cornice or the ceiling.
"""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from typing import Any, Literal

import msgspec

from narrow_cornice.features.laying import Pattern
from narrow_cornice.features.slats import Ends
from narrow_cornice.job.finishes import Board, Covering, Paper, Slat, Tile
from narrow_cornice.shipped import shipped_table
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.words import Id, Words

On = Literal["wall", "floor", "ceiling", "fronts"]
Across = Literal["middle", "left", "right", "typed"]
Up = Literal["middle", "bottom", "top", "typed"]
Way = Literal["upright", "level"]
Spot = tuple[float, float]


class Field(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A field of a ``covering``, on a wall, a floor, a ceiling or the ``fronts`` of a built-in. The covering is the
    slat, board, tile or paper of the job as its card has it: a field is all that is needed to lay it out, and a change
    of the card changes every field of it.

    ``left`` to ``top`` are its edges. ``pattern`` and ``way`` say how it is laid, ``joint`` and ``gap`` how far apart,
    None as the covering has it; ``count`` fixes the number of slats, ``ends`` what both their ends are. It starts
    ``across`` and ``up`` from where it is said, from ``start_x`` and ``start_y`` where that is typed. ``turn`` turns
    the pattern, ``angle`` and ``block`` are those of chevron and herringbone. ``border`` is a border of its own pieces
    all round, ``drain`` where a floor falls to.
    """

    id: Id
    name: Words
    covering: Covering
    wall: Id = ""
    on: On = "wall"
    built_in: Id = ""
    left: Length | None = None
    right: Length | None = None
    bottom: Length | None = None
    top: Length | None = None
    pattern: Pattern | None = None
    way: Way | None = None
    ends: Ends = "gap"
    gap: Length | None = None
    joint: Length | None = None
    count: int | None = None
    across: Across = "middle"
    up: Up = "middle"
    start_x: Length | None = None
    start_y: Length | None = None
    turn: float = 0.0
    angle: float = 45.0
    block: Length | None = None
    border: Length | None = None
    drain: Spot | None = None


class Walling(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """What is put on the walls of a room."""

    fields: tuple[Field, ...] = ()


class _Stuff(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    slats: dict[str, dict[str, Any]]
    boards: dict[str, dict[str, Any]]
    tiles: dict[str, dict[str, Any]]
    papers: dict[str, dict[str, Any]]


@cache
def shipped_coverings() -> Mapping[str, Covering]:
    """Return the slats, boards, tiles and papers that ship to begin with, by identity."""
    found = shipped_table("wall_stuff.toml", _Stuff)
    tables: tuple[tuple[dict[str, dict[str, Any]], Any], ...] = (
        (found.slats, Slat),
        (found.boards, Board),
        (found.tiles, Tile),
        (found.papers, Paper),
    )
    return {key: msgspec.convert({"id": key, **one}, kind) for table, kind in tables for key, one in table.items()}
