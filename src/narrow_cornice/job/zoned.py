"""What was decided about how a room is used: its zones, what stands in it, how its windows are dressed, its lamps.

Places are in mm on the plan of the room (its first corner the origin, its second on +x). What stands against a wall
goes by it instead: ``x`` is the middle of it from the left end of the wall as one faces it, ``y`` how far its back is
off the wall; so it follows when the survey changes. Without ``x`` a thing is not placed yet.
"""

from collections.abc import Mapping
from functools import cache
from typing import Literal

import msgspec

from narrow_cornice.units.lengths import Length
from narrow_cornice.units.words import Id, Tone, Words
from narrow_cornice.zones.library import Layer, Purpose, cloths

Spot = tuple[float, float]
Drop = Literal["to the floor", "below the sill", "to the sill"]
Hangs = Literal["over the window", "under the cornice", "in the reveal"]
Lined = Literal["not lined", "lining", "blackout"]
Scale = Literal["plain", "small", "medium", "large"]  # of what is on a cloth
ShadeSide = Literal["in the reveal", "before the wall"]


class Zone(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A part of a room with a use, for so many people; what is needed there in words; its light in lux where it is not
    what the use asks for."""

    id: Id
    name: Words
    use: Id
    outline: tuple[Spot, ...]
    people: int = 1
    needs: Words = ""
    light: float | None = None


class Stood(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A piece on the plan, of a ``kind`` of the library. ``furnishing`` is the piece of the brief that it is, of this
    room or of one it comes from; ``colours`` are those of its main part and of others; ``price`` is of one that is to
    be bought, None for one that is there."""

    id: Id
    kind: Id
    name: Words
    width: Length
    depth: Length
    height: Length
    x: float | None = None
    y: float = 0.0
    turn: float = 0.0
    wall: Id = ""
    furnishing: Id = ""
    colours: tuple[Id, ...] = ()
    pattern: Scale = "plain"
    price: float | None = None
    shop: Id = "furniture-shop"


class Lamp(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A lamp of a kind; what is None is as that kind has it. ``height`` is that of its light above the floor, ``there``
    that it needs not be bought, ``colour`` the metal or colour it is seen in."""

    id: Id
    kind: Id
    name: Words
    x: float | None = None
    y: float = 0.0
    wall: Id = ""
    turn: float = 0.0
    height: Length | None = None
    layer: Layer | None = None
    lumens: float | None = None
    kelvin: float | None = None
    colour: Id | None = None
    there: bool = False
    price: float | None = None


class Dressing(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """How a window is dressed, or of a curtain across a zone between which two places of the plan it hangs. ``beyond``
    and ``above`` say where its rod is, None by the house rule; ``colour`` is the metal of the rod."""

    id: Id
    kind: Id
    name: Words
    opening: Id = ""
    line: tuple[Spot, Spot] | None = None
    fabric: Id = "linen"
    fullness: float | None = None
    drop: Drop = "to the floor"
    hangs: Hangs = "over the window"
    beyond: Length | None = None
    above: Length | None = None
    lined: Lined = "not lined"
    side: ShadeSide = "in the reveal"
    colour: Id | None = None
    there: bool = False


class Zoning(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """The use of a room. ``north`` is where north lies, in degrees anticlockwise from the first wall's way (+x of the
    plan), None where nobody said; ``bed_by_direction`` that the tradition of sleeping direction is kept."""

    zones: tuple[Zone, ...] = ()
    pieces: tuple[Stood, ...] = ()
    lamps: tuple[Lamp, ...] = ()
    dressings: tuple[Dressing, ...] = ()
    north: float | None = None
    bed_by_direction: bool = False


class Fabric(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A cloth of the job: width and repeat in mm, the price of a metre, its shop, its tone and purpose; ``pattern`` is
    the scale of what is on it."""

    id: Id
    name: Words
    width: float
    repeat: float
    price: float
    shop: Id = "cloth-shop"
    tone: Tone = "#d8cfbd"
    purpose: Purpose = "curtain"
    pattern: Scale = "plain"


class OwnPiece(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A size of furniture of the job's own: it is like a ``kind`` of the library, but for its name and sizes."""

    id: Id
    kind: Id
    name: Words
    width: Length
    depth: Length
    height: Length


@cache
def shipped_fabrics() -> Mapping[str, Fabric]:
    """Return the cloth that ships, by identity."""
    return {
        key: Fabric(key, one.name, one.width, one.repeat, one.price, tone=one.tone, purpose=one.purpose)
        for key, one in cloths().items()
    }
