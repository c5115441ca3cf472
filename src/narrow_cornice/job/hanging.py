"""What hangs on a wall, in one table: checks, cutting up walls, putting something up and showing it all read it.

A row says where a kind of thing is kept, which fields name its walls, which sizes it has, how it follows when its wall
is cut up (``on_walls``), and how a person puts one up.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Mapping
from typing import Any, Literal, NamedTuple, get_args

import msgspec
from msgspec.structs import replace

from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.finishes.repairs import repair_kinds
from narrow_cornice.job.finishes import Block, BlockKind
from narrow_cornice.job.measured import (
    Bulk,
    BulkKind,
    ConditionMark,
    Fixture,
    FixtureKind,
    Recess,
    RoofWindow,
    TrimThere,
)
from narrow_cornice.job.model import Room
from narrow_cornice.job.trimwork import Framed, FramedKind
from narrow_cornice.survey.readings import Reading, as_reading
from narrow_cornice.trim.kinds import KINDS, OF_TRIM, WITH_FACE
from narrow_cornice.units.lengths import Length, plain_length

Part = Literal["measured", "trim", "finishes", "zones", "walling"]
Follows = Literal["where it lies", "on every part", "the wall", "the corner"]


class SizeAsked(msgspec.Struct, frozen=True):
    """A size that is asked for when a thing is put up, with what is proposed in millimetres or in inches, and whether
    it may be nought."""

    words: str
    mm: float
    inches: str
    zero: bool = False


class New(NamedTuple):
    """What a new thing is made of: its identity, kind, wall, name and the sizes that were asked for, and the rules."""

    id: str
    kind: str
    wall: str
    name: str
    sizes: tuple[Length, ...]
    rules: HouseRules


class Putting(msgspec.Struct, frozen=True):
    """How a kind of thing is put up on a wall.

    ``prefix`` begins its identities; ``kinds`` are those it can be of, ``called`` and ``title`` how one is offered and
    the change is called, ``named`` how it is; ``fresh`` makes it from the sizes that are asked for (``asks``, of some
    kinds ``asks_of``). ``words`` are those of its sizes, of which ``may_be_empty`` may be; ``sheet`` are the sizes that
    stand in a sheet under from the left, above the floor, width and height, and ``what`` its kind there. ``pointed``
    makes sizes of a point of a wall (its place and its height as readings) under a ceiling so high; of old trim the
    free edge is pointed at, the upper one of what stands on the floor. None for a kind that no point places.
    """

    prefix: str
    kinds: Callable[[], tuple[str, ...]]
    fresh: Callable[[New], Any]
    asks: tuple[SizeAsked, ...]
    words: dict[str, str]
    called: str = "{kind}"
    title: str = "add {kind}"
    named: str = "{kind} {number}"
    asks_of: dict[str, tuple[SizeAsked, ...]] = {}
    may_be_empty: tuple[str, ...] = ()
    one_of_a_kind: bool = False
    sheet: tuple[str, str, str, str] | None = None
    what: str = "{kind}"
    pointed: Callable[[str, Reading, Reading, float], tuple[Length, ...] | None] = lambda kind, u, v, ceiling: None

    def can_point(self, kind: str) -> bool:
        """Return whether one of a kind can be placed by pointing."""
        return self.pointed(kind, Reading(1.0), Reading(1.0), 2.0) is not None

    def asked(self, kind: str) -> tuple[SizeAsked, ...]:
        """Return the sizes that are asked for when one of a kind is put up."""
        return self.asks_of.get(kind, self.asks)


class OnWall(msgspec.Struct, frozen=True):
    """A kind of thing that goes by walls: kept in a ``field`` of a ``part`` of the room, a tuple of things or a
    dictionary by walls.

    ``walls`` are the fields that name its walls; ``along`` those that say where along it, of which the first decides
    where it lies, and ``wide`` how far on it reaches; ``sizes`` are its lengths and whether they may be nought,
    ``readings`` its readings of a length, ``signed`` those that may lie either way. ``stays`` says that it outlives
    its wall. ``putting`` says how one is put up and shown, where a person can do that.
    """

    part: Part
    field: str
    follows: Follows
    walls: tuple[str, ...] = ("wall",)
    along: tuple[str, ...] = ("place",)
    wide: str = ""
    sizes: dict[str, bool] = {}
    readings: tuple[str, ...] = ()
    signed: tuple[str, ...] = ()
    stays: bool = False
    putting: Putting | None = None

    def held(self, room: Room) -> Any:
        """Return what a room has of it."""
        return getattr(getattr(room, self.part), self.field)

    def put(self, room: Room, things: Any) -> Room:
        """Return the room with other things of this kind, the same room for equal ones."""
        if things == self.held(room):
            return room
        return replace(room, **{self.part: replace(getattr(room, self.part), **{self.field: things})})

    def each(self, room: Room) -> Iterator[tuple[str, Any]]:
        """Yield the things a room has of it, each with its place in the room's JSON."""
        held = self.held(room)
        for key, one in held.items() if isinstance(held, Mapping) else enumerate(held):
            yield f"{self.part}.{self.field}[{str(key)[:40]}]", one

    def named(self, thing: Any) -> tuple[str, ...]:
        """Return the walls that a thing names, as often as it names them."""
        walls: list[str] = []
        for field in self.walls:
            value = getattr(thing, field)
            walls += (value,) if isinstance(value, str) else value
        return tuple(wall for wall in walls if wall)


FROM_LEFT = SizeAsked("from the left", 600.0, "24", zero=True)
AGAINST_WALL = {"place": "from the left", "height": "above the floor", "width": "width", "tall": "height of it"}
READ = ("place", "height", "thickness", "out", "up")  # sizes that are read off the building, with an instrument
ABOUT_MIDDLE = {"place": True, "height": True, "width": False, "tall": False}
OPENING = {"place": True, "width": False, "height": False, "sill": True, "reveal": True, "rise": True}
ROOF_WINDOW = {"place": True, "up": True, "width": False, "height": False, "reveal": True}
BULK = {"place": True, "out": True, "width": False, "depth": False, "under": True, "top": False}

# width, height and usual middle above the floor, mm
USUAL_FIXTURES: dict[FixtureKind, tuple[float, float, float]] = {
    "socket": (86, 86, 300),
    "switch": (86, 86, 1050),
    "grille": (250, 150, 200),
    "radiator": (1000, 600, 450),
    "pipe": (22, 2400, 1200),
    "wall lamp": (120, 250, 1600),
}
# the same of what is framed
USUAL_FRAMES: dict[FramedKind, tuple[float, float, float]] = {
    "mirror": (700, 1000, 1500),
    "screen": (0, 0, 1100),
    "picture": (600, 450, 1450),
}
# width along the wall, depth into the room, underside above the floor, mm
USUAL_BULKS: dict[BulkKind, tuple[float, float, float]] = {
    "beam": (160, 3000, 2300),
    "boxed pipe": (200, 200, 0),
    "column": (250, 250, 0),
    "lowered ceiling": (1500, 900, 2200),
}


def _fixture(new: New) -> Fixture:
    kind = next(kind for kind in USUAL_FIXTURES if kind == new.kind)
    wide, tall, usual = USUAL_FIXTURES[kind]
    place, height = (*new.sizes, plain_length(usual))[:2]
    return Fixture(
        new.id, kind, new.wall, new.name, as_reading(place), as_reading(height), plain_length(wide), plain_length(tall)
    )


def _mark(new: New) -> ConditionMark:
    place, height, width, tall = new.sizes
    return ConditionMark(new.id, new.kind, new.wall, as_reading(place), as_reading(height), width, tall)


def _bulk(new: New) -> Bulk:
    kind = next(kind for kind in USUAL_BULKS if kind == new.kind)
    wide, deep, under = map(plain_length, USUAL_BULKS[kind])
    place = as_reading(new.sizes[0])
    return Bulk(new.id, kind, new.wall, new.name, place, Reading(0.0, "0"), wide, deep, under)


def _frame(new: New) -> Framed:
    """Return what is framed, its middle at the place; a screen goes by its diagonal, another by its height where that
    was read."""
    kind = next(kind for kind in USUAL_FRAMES if kind == new.kind)
    wide, tall, middle = map(plain_length, USUAL_FRAMES[kind])
    place, second = (*new.sizes, None)[:2]
    diagonal = second if kind == "screen" else None
    height = plain_length(0.0) if second is None or diagonal is not None else second
    if diagonal is not None:
        wide, tall = screen_opening(diagonal, new.rules.value("screen_air"))
    at = as_reading(place) if place is not None else Reading(0.0)
    return Framed(
        new.id, kind, new.wall, new.name, at, as_reading(height if height.mm else middle), wide, tall, diagonal=diagonal
    )


def _block(new: New) -> Block:
    kind = next(kind for kind in get_args(BlockKind) if kind == new.kind)
    place, height, width, tall = new.sizes
    repeat = plain_length(200.0) if kind == "stencil" else None
    return Block(new.id, kind, new.wall, new.name, as_reading(place), as_reading(height), width, tall, repeat, repeat)


def _roof_window(new: New) -> RoofWindow:
    place, up, width, height = new.sizes
    return RoofWindow(new.id, new.wall, new.name, as_reading(place), as_reading(up), width, height, plain_length(250.0))


def _recess(new: New) -> Recess:
    depth, start, end = (*new.sizes, None, None)[:3]
    assert depth is not None
    return Recess(new.id, new.name, new.wall, depth, start, end)


def _there(new: New) -> TrimThere:
    height, thickness = new.sizes
    kind = next(kind for kind in KINDS if kind == new.kind)
    return TrimThere(new.id, new.wall, kind, as_reading(height), as_reading(thickness))


def _edge_pointed_at(kind: str, _: Reading, v: Reading, ceiling: float) -> tuple[Length, ...] | None:
    """Return height and usual thickness of old trim whose free edge lies at a height."""
    stands = next((OF_TRIM[one].stands for one in KINDS if one == kind), "")
    if stands == "on the floor":
        return v, plain_length(18.0)
    if stands == "under the ceiling" and ceiling > v.mm:
        return replace(v, mm=ceiling - v.mm, text=f"{ceiling - v.mm:g}"), plain_length(18.0)
    return None


SCREEN = math.sqrt(337.0)  # of a diagonal of 16 by 9, in the units of its sides


def screen_opening(diagonal: Length, air: float) -> tuple[Length, Length]:
    """Return width and height of the opening for a screen of 16 by 9: air on each side, three times as much above."""
    sides = diagonal.mm * 16 / SCREEN + 2 * air, diagonal.mm * 9 / SCREEN + 3 * air
    wide, tall = (Length(round(mm, 1), f"{round(mm, 1):g}") for mm in sides)
    return wide, tall


FIXTURES = Putting(
    "f",
    lambda: get_args(FixtureKind),
    _fixture,
    (FROM_LEFT,),
    AGAINST_WALL,
    sheet=("place", "height", "width", "tall"),
    pointed=lambda kind, u, v, ceiling: (u, v),
)
MARKS = Putting(
    "k",
    lambda: tuple(repair_kinds()),
    _mark,
    (
        SizeAsked("from the left", 800.0, "32", zero=True),
        SizeAsked("above the floor", 1200.0, "48", zero=True),
        SizeAsked("width", 300.0, "12"),
        SizeAsked("height", 300.0, "12"),
    ),
    AGAINST_WALL,
    called="damage: {kind}",
    title="mark {kind}",
    sheet=("place", "height", "width", "tall"),
    what="damage",
    pointed=lambda kind, u, v, ceiling: (u, v),
)
BULKS = Putting(
    "z",
    lambda: get_args(BulkKind),
    _bulk,
    (FROM_LEFT,),
    {
        "place": "from the left",
        "out": "off the wall",
        "width": "along the wall",
        "depth": "into the room",
        "under": "underside",
        "top": "top",
    },
    may_be_empty=("top",),
    sheet=("place", "under", "width", ""),
)
FRAMES = Putting(
    "m",
    lambda: get_args(FramedKind),
    _frame,
    (FROM_LEFT,),
    AGAINST_WALL,
    asks_of={"screen": (SizeAsked("from the left", 1500.0, "60", zero=True), SizeAsked("diagonal", 1397.0, "55"))},
    sheet=("place", "height", "width", "tall"),
    pointed=lambda kind, u, v, ceiling: None if kind == "screen" else (u, v),
)
BLOCKS = Putting(
    "b",
    lambda: get_args(BlockKind),
    _block,
    (
        SizeAsked("from the left", 1200.0, "48", zero=True),
        SizeAsked("above the floor", 1400.0, "55", zero=True),
        SizeAsked("width", 800.0, "32"),
        SizeAsked("height", 600.0, "24"),
    ),
    {**AGAINST_WALL, "repeat_wide": "repeat, across", "repeat_tall": "repeat, up"},
    called="a painted {kind}",
    may_be_empty=("repeat_wide", "repeat_tall"),
    sheet=("place", "height", "width", "tall"),
    what="painted {kind}",
)
ROOF_WINDOWS = Putting(
    "rw",
    lambda: ("roof window",),
    _roof_window,
    (
        SizeAsked("from the left", 900.0, "36", zero=True),
        SizeAsked("up the slope", 600.0, "24", zero=True),
        SizeAsked("width", 780.0, "30"),
        SizeAsked("height up the slope", 1180.0, "46"),
    ),
    {
        "place": "from the left",
        "up": "up the slope",
        "width": "width",
        "height": "height up the slope",
        "reveal": "depth of its lining",
    },
    called="a window in the slope",
    sheet=("place", "up", "width", "height"),
    what="roof window",
)
RECESSES = Putting(
    "e",
    lambda: ("built-in",),
    _recess,
    (SizeAsked("depth", 350.0, "14"),),
    {"depth": "depth", "start": "from", "end": "to"},
    called="a place for a built-in",
    named="Built-in at {wall}",
    title="add {name}",
    may_be_empty=("start", "end"),
)
THERE = Putting(
    "t",
    lambda: WITH_FACE,
    _there,
    (SizeAsked("height", 120.0, "4 3/4"), SizeAsked("thickness", 18.0, "3/4")),
    {"height": "height", "thickness": "thickness"},
    called="{kind} that is there",
    title="{kind} there, {size}",
    one_of_a_kind=True,
    sheet=("", "", "thickness", "height"),
    what="old trim",
    pointed=_edge_pointed_at,
)

ON_WALLS: tuple[OnWall, ...] = (
    OnWall("measured", "openings", "where it lies", wide="width", sizes=OPENING),
    OnWall("measured", "fixtures", "where it lies", sizes=ABOUT_MIDDLE, putting=FIXTURES),
    OnWall("measured", "marks", "where it lies", sizes=ABOUT_MIDDLE, putting=MARKS),
    OnWall("measured", "widths", "where it lies", ("wall", "other"), sizes={"place": True}, readings=("readings",)),
    OnWall("measured", "roof_windows", "where it lies", wide="width", sizes=ROOF_WINDOW, putting=ROOF_WINDOWS),
    OnWall("measured", "bulks", "where it lies", sizes=BULK, putting=BULKS),
    OnWall("trim", "frames", "where it lies", sizes={**ABOUT_MIDDLE, "diagonal": False}, putting=FRAMES),
    OnWall(
        "finishes",
        "blocks",
        "where it lies",
        sizes={**ABOUT_MIDDLE, "repeat_wide": False, "repeat_tall": False},
        putting=BLOCKS,
    ),
    OnWall(
        "measured",
        "recesses",
        "where it lies",
        along=("start", "end"),
        sizes={"depth": False, "start": True, "end": False},
        putting=RECESSES,
    ),
    OnWall(
        "zones",
        "pieces",
        "where it lies",
        along=("x",),
        sizes={"width": False, "depth": False, "height": False},
        stays=True,
    ),
    OnWall(
        "walling",
        "fields",
        "where it lies",
        along=("left", "right"),
        sizes={"left": True, "right": False, "bottom": True, "top": False, "block": False, "border": False},
    ),
    OnWall(
        "walling", "galleries", "where it lies", along=("middle",), sizes={"gap": True, "middle": True, "height": False}
    ),
    OnWall("walling", "flights", "the wall", sizes={"size": False}),
    OnWall(
        "walling",
        "screens",
        "where it lies",
        along=("middle",),
        sizes={"diagonal": False, "depth": False, "middle": True, "height": False},
    ),
    OnWall(
        "walling",
        "windows",
        "where it lies",
        wide="width",
        sizes={"place": True, "bottom": True, "width": False, "tall": False, "frame": False, "bar": False},
    ),
    OnWall("zones", "lamps", "where it lies", along=("x",), sizes={"height": True}, stays=True),
    OnWall("measured", "heights", "where it lies", stays=True),
    OnWall("measured", "there", "on every part", sizes={"height": False, "thickness": False}, putting=THERE),
    OnWall("measured", "backing", "on every part", (), sizes={"spacing": False, "first": True}, readings=("found",)),
    OnWall("measured", "trueness", "on every part", (), signed=("plumb", "flat")),
    OnWall("trim", "panels", "on every part", ("walls",), sizes={"margin": False, "wished": False}),
    OnWall("measured", "photos", "the wall"),
    OnWall("measured", "levels", "the corner", ("corner",), signed=("reading",)),
    OnWall("measured", "diagonals", "the corner", ("first", "second"), readings=("readings",)),
    OnWall("measured", "offsets", "the corner", ("of", "start", "end"), signed=("readings",)),
)


# what hangs on the face of a wall, its place and height those of its middle
HUNG: tuple[OnWall, ...] = tuple(row for row in ON_WALLS if row.part == "measured" and row.sizes is ABOUT_MIDDLE)


def on_face(thing: Any) -> bool:
    """Return whether a thing that goes by a wall lies on its face, and not on the ceiling or the floor before it."""
    return getattr(thing, "on", "wall") == "wall"


def kept_in(field: str) -> OnWall:
    """Return the row of what is kept in a field. Raises KeyError where there is none."""
    for row in ON_WALLS:
        if row.field == field:
            return row
    raise KeyError(field)


def put_up_on_walls() -> Iterator[tuple[OnWall, Putting]]:
    """Yield the rows of what a person can put up on a wall."""
    for row in ON_WALLS:
        if row.putting is not None:
            yield row, row.putting
