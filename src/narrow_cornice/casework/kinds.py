"""Kinds of built-ins to begin with, read from ``data/built_in_kinds.toml`` and a job's own: starting points, not
templates."""

import math
from collections.abc import Mapping
from functools import cache
from types import MappingProxyType

import msgspec

from narrow_cornice.casework.boards import materials, sheet_goods
from narrow_cornice.casework.contents import kept_things
from narrow_cornice.casework.wishes import Boxes, Compartment, FreeEnds
from narrow_cornice.errors import CorniceError
from narrow_cornice.shipped import shipped_table
from narrow_cornice.units.words import Id, Words

LEAST_OF_DIFFERENT = 350.0  # mm of each of a run's different bays
MOST_BAYS, MOST_COMPARTMENTS = 60, 12


class Beginning(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A kind: its name, how wide a bay is at most, what it keeps, how deep it is usually; the compartments of its bays,
    repeated from the left; how tall it is and how far it hangs above the floor where it is not from floor to ceiling;
    its boards, its plinth (None: as usual), and whether its fronts are inset; the lipping of its shelves as material,
    thickness and height where they have one; whether its boxes are there already; its face frame as timber, width and
    thickness; its ends where no wall stands, with the shelves of a rounded one."""

    name: Words
    widest_bay: float
    keeps: Id
    deep: float
    bays: tuple[tuple[Compartment, ...], ...]
    tall: float | None = None
    hung: float | None = None
    worktop: Id = ""
    board: Id = "ply-18"
    fronts: Id = "mdf-18"
    back: Id = "ply-6"
    drawers: Id = "ply-12"
    plinth: float | None = None
    inset: bool = False
    lipping: tuple[Id, float, float] | None = None
    boxes: Boxes = "new"
    frame: tuple[Id, float, float] | None = None
    free_ends: FreeEnds = "square"
    end_shelves: int = 4

    @property
    def alone(self) -> bool:
        """Return whether one bay of it is all that is wanted along a wall, however long: a case that a bed folds
        into."""
        return any(one.holds == "bed" for bay in self.bays for one in bay)

    def stretch_of(self, begin: float, end: float) -> tuple[float, float]:
        """Return which part of a free stretch of a wall it begins along: all of it, or its middle."""
        over = (end - begin - self.widest_bay) / 2.0
        return (begin + over, end - over) if self.alone and over > 0 else (begin, end)

    def many_bays(self, width: float) -> int:
        """Return into how many bays a run so wide is divided at first: no fewer than it has different ones, if they
        fit."""
        many = max(1, math.ceil(width / self.widest_bay - 1e-9))
        return max(many, len(self.bays)) if width / len(self.bays) > LEAST_OF_DIFFERENT else many


class OwnKind(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A kind of somebody's own, by its identity."""

    id: Id
    kind: Beginning


@cache
def beginnings() -> Mapping[str, Beginning]:
    """Return the kinds that ship, by identity."""
    return MappingProxyType(shipped_table("built_in_kinds.toml", dict[str, Beginning]))


def checked_kind(kind: Beginning, where: str) -> Beginning:
    """Return the kind. Raises CorniceError with the place of what no kind can have."""

    def within(value: float | None, key: str, least: float, most: float) -> None:
        if value is not None and not least <= value <= most:
            raise CorniceError(
                f"{key} of {value:g} cannot be.", where=f"{where}.{key}", remedy=f"{least:g} to {most:g}."
            )

    within(kind.widest_bay, "widest_bay", 100, 10_000)
    within(kind.deep, "deep", 50, 3_000)
    within(kind.tall, "tall", 100, 10_000)
    within(kind.hung, "hung", 0, 10_000)
    within(kind.plinth, "plinth", 0, 1_000)
    if kind.lipping is not None:
        within(kind.lipping[1], "lipping", 1, 300)
        within(kind.lipping[2], "lipping", 1, 300)
    if kind.frame is not None:
        within(kind.frame[1], "frame", 10, 300)
        within(kind.frame[2], "frame", 5, 100)
    within(kind.end_shelves, "end_shelves", 0, 40)
    known = (
        ("keeps", kept_things(), kind.keeps),
        ("lipping", materials(), kind.lipping[0] if kind.lipping is not None else "oak"),
        ("frame", materials(), kind.frame[0] if kind.frame is not None else "oak"),
        *((key, sheet_goods(), getattr(kind, key)) for key in ("board", "fronts", "back", "drawers")),
        ("worktop", {"": None, **sheet_goods()}, kind.worktop),
    )
    for key, table, value in known:
        if value not in table:
            raise CorniceError(
                f"“{value[:40]}” is not known.", where=f"{where}.{key}", remedy=f"Known: {', '.join(table)[:200]}."
            )
    if not 1 <= len(kind.bays) <= MOST_BAYS or not all(1 <= len(bay) <= MOST_COMPARTMENTS for bay in kind.bays):
        raise CorniceError("A kind has a bay, and each bay a compartment.", where=f"{where}.bays")
    for bay in kind.bays:
        for one in bay:
            within(one.height, "height", 1, 10_000)
            within(one.count, "count", 0, 40)
            within(one.across, "across", 1, 20)
            for panel in one.panel:
                within(panel, "panel", 0, 5_000)
            for height in one.heights:
                within(height, "heights", 1, 10_000)
    return kind
