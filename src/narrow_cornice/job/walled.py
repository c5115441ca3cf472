"""What is put on the walls, the floor and the ceiling of a room: fields of slats, boards, tiles and paper, pictures,
many small things, screens, false windows, and the base of a shower.

Places are as people type them: along a wall from its left end as one faces it, up from the floor. Of a floor or a
ceiling they are those of the plan (its first corner the origin, its second on +x). A place that is None is as far as it
goes: to the corner, down to the skirting, up to the cornice or the ceiling.
"""

from collections.abc import Mapping
from functools import cache
from typing import Any, Literal

import msgspec

from narrow_cornice.features.laying import Pattern
from narrow_cornice.features.pictures import Arranged
from narrow_cornice.features.screens import Ways
from narrow_cornice.features.slats import Ends
from narrow_cornice.job.finishes import Board, Covering, Overlay, Paper, Slat, Tile
from narrow_cornice.shipped import shipped_table
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.words import Id, Tone, Words

On = Literal["wall", "floor", "ceiling", "fronts"]
Across = Literal["middle", "left", "right", "typed", "on from left", "on from right"]
Up = Literal["middle", "bottom", "top", "typed"]
Way = Literal["upright", "level"]
Outwards = Literal["trimmed", "mitred"]
BaseWay = Literal["tiled", "preformed"]
OF_BLOCKS: tuple[Pattern, ...] = ("chevron", "herringbone")  # patterns of blocks
Spot = tuple[float, float]


class Field(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A field of a ``covering``, on a wall, a floor, a ceiling or the ``fronts`` of a built-in. The covering is the
    slat, board, tile or paper of the job as its card has it: a field is all that is needed to lay it out, and a change
    of the card changes every field of it.

    ``left`` to ``top`` are its edges, ``outline`` the corners of one of its own, none for all that is between them.
    ``pattern`` and ``way`` say how it is laid, ``joint`` and ``gap`` how far apart, None as the covering has it;
    ``count`` fixes the number of slats, ``ends`` what both their ends are. It starts ``across`` and ``up`` from where
    it is said, from ``start_x`` and ``start_y`` where that is typed. ``turn`` turns the pattern, ``angle`` and
    ``block`` are those of chevron and herringbone. ``border`` is a border of its own pieces all round, ``drain``
    where a floor falls to. Tiles may go into the ``reveals`` of openings that have no casing; ``outwards`` says how
    they are closed there and at outside corners. A ``strip`` of another tile may lie between their rows, over the row
    that ends nearest to ``strip_over`` from the lower edge (None: half way up). Where tiles are to be ``only_whole``
    (relief, painted ones), what takes a cut one stays free. Paper on a wall may go on from the
    wall beside it, at its left or right end, as if the corner were not there.
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
    outline: tuple[Spot, ...] = ()
    reveals: bool = False
    outwards: Outwards = "trimmed"
    strip: Tile | None = None
    strip_over: Length | None = None
    only_whole: bool = False

    @property
    def cards(self) -> tuple[Covering, ...]:
        """Return the coverings it is of: its own, and its strip's."""
        return (self.covering,) if self.strip is None else (self.covering, self.strip)

    @property
    def of_blocks(self) -> bool:
        """Return whether its boards are laid as blocks in a pattern: one that was chosen, or that they come in."""
        one = self.covering
        return isinstance(one, Board) and (self.pattern in OF_BLOCKS or one.block > 0)

    @property
    def runs(self) -> Way | Literal[""]:
        """Return which way its slats or boards run, none for what has no way: tiles, paper, blocks of a pattern."""
        one = self.covering
        if isinstance(one, Slat):
            return self.way or "upright"
        if not isinstance(one, Board) or self.of_blocks:
            return ""
        return self.way or ("upright" if one.meets == "batten" else "level")

    @property
    def goes_on(self) -> Literal["", "left", "right"]:
        """Return the end at which it goes on from the wall beside it, none where it begins by itself: only paper that
        comes in rolls goes on."""
        if self.on != "wall" or not isinstance(self.covering, Paper) or self.covering.panels:
            return ""
        return {"on from left": "left", "on from right": "right"}.get(self.across, "")  # type: ignore[return-value]


class Picture(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A picture in its frame: its outer size, how far below its upper edge it hangs by its fitting, its weight in kg
    (None: by its area), and the colour of its frame."""

    id: Id
    name: Words
    width: Length
    height: Length
    hook: Length = Length(60.0, "60 mm")
    weight: float | None = None
    colour: Id | None = None
    tone: Tone = "#a9a08d"


class Gallery(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """Pictures that hang together on a wall: how they are ``arranged``, what they hang ``over`` (a piece of furniture
    or a built-in of the room), the ``middle`` of the group along the wall and its ``height`` above the floor, None for
    where the rule has it; ``seated`` says that it is looked at sitting."""

    id: Id
    name: Words
    wall: Id
    pictures: tuple[Picture, ...] = ()
    how: Arranged = "row"
    gap: Length | None = None
    columns: int | None = None
    over: Id = ""
    middle: Length | None = None
    height: Length | None = None
    seated: bool = False


class Tinted(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A colour of the job with its share."""

    colour: Id
    share: float = 1.0


class Flight(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """Many small things inside an outline on a wall: how many, or how many to a square metre; how large each is and in
    which colours; another ``seed`` puts them otherwise."""

    id: Id
    name: Words
    wall: Id
    outline: tuple[Spot, ...]
    count: int | None = None
    density: float = 12.0
    size: Length = Length(90.0, "90 mm")
    colours: tuple[Tinted, ...] = ()
    seed: int = 1
    price: float = 4.0
    shop: Id = "furniture-shop"


class Shown(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A screen on a wall, or a projector's picture: its diagonal and depth, in which ``way`` it joins the wall or is
    hidden, its middle along the wall and above the floor (None: by the rule), the piece it is looked at from, the
    built-in whose bay it stands in, and of a projector its throw and lumens."""

    id: Id
    name: Words
    wall: Id
    diagonal: Length
    way: Ways = "dark wall"
    depth: Length = Length(70.0, "70 mm")
    middle: Length | None = None
    height: Length | None = None
    seat: Id = ""
    built_in: Id = ""
    throw: float = 1.5
    lumens: float = 2000.0
    price: float | None = None


class FalseWindow(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A false window of mirror panes in a grid of bars: where its lower left corner is, its size, how many panes across
    and up (None: as the windows of the house), and how wide frame and bars are."""

    id: Id
    name: Words
    wall: Id
    place: Length
    bottom: Length
    width: Length
    tall: Length
    across: int | None = None
    up: int | None = None
    frame: Length = Length(60.0, "60 mm")
    bar: Length = Length(25.0, "25 mm")
    colour: Id | None = None


class WetBase(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """The base of a shower: its size, and whether it is tiled or comes preformed."""

    id: Id
    name: Words
    width: Length
    depth: Length
    way: BaseWay = "tiled"


class Walling(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """What is put on the walls of a room."""

    fields: tuple[Field, ...] = ()
    galleries: tuple[Gallery, ...] = ()
    flights: tuple[Flight, ...] = ()
    screens: tuple[Shown, ...] = ()
    windows: tuple[FalseWindow, ...] = ()
    bases: tuple[WetBase, ...] = ()


class _Stuff(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    slats: dict[str, dict[str, Any]]
    boards: dict[str, dict[str, Any]]
    tiles: dict[str, dict[str, Any]]
    papers: dict[str, dict[str, Any]]
    overlays: dict[str, dict[str, Any]]


@cache
def shipped_coverings() -> Mapping[str, Covering]:
    """Return the slats, boards, tiles, papers and overlays that ship to begin with, by identity."""
    found = shipped_table("wall_stuff.toml", _Stuff)
    tables: tuple[tuple[dict[str, dict[str, Any]], Any], ...] = (
        (found.slats, Slat),
        (found.boards, Board),
        (found.tiles, Tile),
        (found.papers, Paper),
        (found.overlays, Overlay),
    )
    return {key: msgspec.convert({"id": key, **one}, kind) for table, kind in tables for key, one in table.items()}
