"""The job as a value: frozen structs, written to the file as they are.

Identities are short strings that stay for the life of a thing. Dictionaries in here are never changed in place;
an edit puts a new one (see ``edits``).
"""

from __future__ import annotations

from typing import Literal

import msgspec

from narrow_cornice.finishes.spread import Method, State, Texture
from narrow_cornice.job.brief import HouseBrief, RoomBrief
from narrow_cornice.job.things import (
    Backing,
    Bulk,
    ConditionMark,
    Fixture,
    FloorLevel,
    Framed,
    Panelling,
    Photo,
    Recess,
    Slope,
    TrimThere,
    Trueness,
    WallWidth,
    WayIn,
)
from narrow_cornice.survey.plan import Turn
from narrow_cornice.survey.readings import AngleReading, Reading
from narrow_cornice.trim.catalogue import StockProfile
from narrow_cornice.trim.choices import TrimChoice
from narrow_cornice.trim.members import Curves
from narrow_cornice.trim.orders import Order
from narrow_cornice.trim.orders import orders as shipped_orders
from narrow_cornice.trim.proportion import School
from narrow_cornice.trim.runs import CasingHead
from narrow_cornice.units.lengths import Length, Unit

SCHEMA = 2

Rank = Literal["principal", "secondary", "plain"]
OpeningKind = Literal["door", "window", "doorway", "arch", "fireplace"]
TwoTone = Literal["one tone", "at the dado rail", "at a height"]


class WallAsRead(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """One wall as read: its readings (none while it follows from the others) and the corner at its end.

    ``turn`` says whether that corner is an inside one (left) or an outside one. ``angles`` are its readings, inside
    the room. While there are none, ``assumed`` is the angle between the two walls that is taken for granted (90 is
    square; of an outside corner it is the angle behind the walls), None where nothing is assumed. ``slope`` is the
    ceiling's over this wall, where it is lower than the rest.
    """

    id: str
    readings: tuple[Reading, ...] = ()
    turn: Turn = "left"
    assumed: float | None = 90.0
    angles: tuple[AngleReading, ...] = ()
    slope: Slope | None = None


class Diagonal(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """The distance between two corners that no wall joins. A corner goes by the wall that ends there."""

    id: str
    first: str
    second: str
    readings: tuple[Reading, ...] = ()


class CornerOffset(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """How far a corner stands off the straight line from one corner to another, positive into the room's left of it.

    Corners go by the wall that ends there.
    """

    id: str
    of: str
    start: str
    end: str
    readings: tuple[Reading, ...] = ()


class Opening(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A door, window or doorway: ``place`` is from the wall's left end as seen from inside to its near edge;
    ``sill`` is above the floor (windows); ``reveal`` the depth of the plastered or boarded side; ``rise`` how much of
    the height of an arch is its curve (half an ellipse); ``twin`` is the same opening seen from the next room, as
    "room/opening", empty where nobody said."""

    id: str
    kind: OpeningKind
    wall: str
    name: str
    place: Length
    width: Length
    height: Length
    sill: Length = Length(0.0)
    reveal: Length = Length(0.0)
    rise: Length = Length(0.0)
    frame: str = "#f4f1e8"
    cased: bool = True
    twin: str = ""


class Finish(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """What goes on a surface. ``coats`` None takes the coats that hide ``over`` (the colour there now), or the
    house rule where that is not said; ``primer`` is a paint put on first, in one coat."""

    paint: str | None = None
    colour: str | None = None
    coats: int | None = None
    primer: str | None = None
    state: State = "sound"
    texture: Texture = "smooth"
    method: Method = "roller"
    over: str | None = None


class Room(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A room: its walls in anticlockwise order, ceiling heights as read, openings, trim and finishes.

    ``fixtures``, ``marks`` (condition), trim that is ``there`` and ``recesses`` for built-ins go by their wall, as do
    ``backing`` and ``trueness``, ``panels`` and ``frames``. ``casing_heads`` says how head and legs of a casing meet.
    ``own_order`` is the order where it is none of those that ship. ``trim`` holds what differs from the order, by kind
    or "cornice: member". ``finishes`` are by surface group ("upper wall") or by single surface ("upper wall@w1"), the
    single one first.
    """

    id: str
    name: str
    sides: tuple[WallAsRead, ...]
    heights: tuple[Reading, ...] = ()
    diagonals: tuple[Diagonal, ...] = ()
    offsets: tuple[CornerOffset, ...] = ()
    widths: tuple[WallWidth, ...] = ()
    openings: tuple[Opening, ...] = ()
    fixtures: tuple[Fixture, ...] = ()
    marks: tuple[ConditionMark, ...] = ()
    there: tuple[TrimThere, ...] = ()
    recesses: tuple[Recess, ...] = ()
    bulks: tuple[Bulk, ...] = ()
    panels: tuple[Panelling, ...] = ()
    frames: tuple[Framed, ...] = ()
    photos: tuple[Photo, ...] = ()
    levels: tuple[FloorLevel, ...] = ()
    backing: dict[str, Backing] = {}
    trueness: dict[str, Trueness] = {}
    rank: Rank = "principal"
    order: str = "doric"
    own_order: Order | None = None
    school: School = "five-part"
    curves: Curves = "roman"
    casing_heads: CasingHead = "mitred"
    plinth_blocks: bool = False
    trim: dict[str, TrimChoice] = {}
    two_tone: TwoTone = "one tone"
    split: Length | None = None
    finishes: dict[str, Finish] = {}
    floor: str = "#cdb48f"
    brief: RoomBrief = RoomBrief()


def order_of(room: Room) -> Order:
    """Return the order of a room."""
    return room.own_order or shipped_orders()[room.order]


class Colour(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A named colour of the job, as #rrggbb."""

    id: str
    name: str
    hex: str


class Tin(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A size a paint is sold in."""

    litres: float
    price: float


class Paint(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A paint: volume solids in per cent, dry film in µm, SX per coat (``hiding``), sizes and shop."""

    id: str
    name: str
    sheen: str
    solids: float
    film: float
    sizes: tuple[Tin, ...]
    shop: str
    hiding: float = 1.0
    primer: bool = False


class MilledTrim(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Trim as made to order: for which kinds, in which lengths (mm), at a price per metre of a basic and a growing part
    (per mm of height), and what grinding the knife costs for each mm of the profile's girth, once."""

    id: str
    name: str
    kinds: tuple[str, ...]
    lengths: tuple[float, ...]
    price_per_metre: float
    price_per_metre_mm: float
    shop: str
    knife_per_mm: float = 0.0


class Joinery(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """How trim is joined where practitioners disagree: inside corners coped, which forgives movement and bad angles,
    or mitred."""

    inside_corners: Literal["coped", "mitred"] = "coped"


class CuttingPlan(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A cutting plan that was worked out and kept: for which ``pieces`` and which ``stocks`` (lengths in mm), what the
    saw took, the bars as (stock length, pieces by their index), and the price that was proven to be the least there
    can be, for each metre costing one. ``left_over`` are the bars there were already; ``owned`` says by their places
    which bars are those."""

    pieces: tuple[float, ...]
    stocks: tuple[float, ...]
    kerf: float
    bars: tuple[tuple[float, tuple[int, ...]], ...]
    bound: float
    left_over: tuple[float, ...] = ()
    owned: tuple[int, ...] = ()


class Settings(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """How the job shows its figures: the unit, its finest step, and the name of the money."""

    unit: Unit = "mm"
    step: float = 1
    denominator: int = 16
    money: str = ""


class Job(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A whole job. ``ticks`` are order lines bought, by line with what was bought; ``kept`` are findings kept, with the
    reason; ``cutting`` are cutting plans kept and ``left_over`` bars there are already (mm), by order line; ``mixing``
    are paint lines whose tins are marked to be mixed; ``catalogue`` are stock profiles and ``orders`` orders
    beside those that ship; ``pictures`` stand beside ``job.json`` in the file, by their names."""

    name: str
    place: str = ""
    schema: int = SCHEMA
    settings: Settings = Settings()
    house_rules: dict[str, float] = {}
    colours: tuple[Colour, ...] = ()
    paints: tuple[Paint, ...] = ()
    stock: tuple[MilledTrim, ...] = ()
    rooms: tuple[Room, ...] = ()
    ticks: dict[str, str] = {}
    kept: dict[str, str] = {}
    mixing: tuple[str, ...] = ()
    ways_in: tuple[WayIn, ...] = ()
    brief: HouseBrief = HouseBrief()
    joinery: Joinery = Joinery()
    cutting: dict[str, CuttingPlan] = {}
    left_over: dict[str, tuple[float, ...]] = {}
    catalogue: tuple[StockProfile, ...] = ()
    orders: tuple[Order, ...] = ()
    pictures: dict[str, bytes] = {}

    def order_keys(self) -> dict[str, Order]:
        """Return every order a room can have by its key: those that ship, and the job's own in their place."""
        return {**shipped_orders(), **{one.key: one for one in self.orders}}

    def room(self, room_id: str) -> Room:
        """Return the room of that identity. Raises KeyError where there is none."""
        for room in self.rooms:
            if room.id == room_id:
                return room
        raise KeyError(room_id)
