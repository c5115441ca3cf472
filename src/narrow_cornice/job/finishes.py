"""What was decided about the surfaces of a room, and the colours and paints of the job."""

from __future__ import annotations

from typing import Literal

import msgspec

from narrow_cornice.finishes.spread import Method, State, Texture
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.words import Id, Tone, Words

FACE, INSIDE, DRAWERS = "casework face", "casework inside", "drawer box"
CASEWORK_GROUPS = (FACE, INSIDE, DRAWERS)  # the surfaces of built-ins, each by its run
Substrate = Literal["anything", "plaster", "wood"]
TwoTone = Literal["one tone", "at the dado rail", "at a height"]


class Finish(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """What goes on a surface. ``coats`` None takes the coats that hide ``over`` (the colour there now), or the
    house rule where that is not said; ``state`` None is as it comes: new timber and boards bare, a wall with repairs
    patched, all else sound; ``primer`` is a paint put on first, in one coat: None as the school has it, empty for
    none."""

    paint: Id | None = None
    colour: Id | None = None
    coats: int | None = None
    primer: Id | None = None
    state: State | None = None
    texture: Texture = "smooth"
    method: Method = "roller"
    over: Id | None = None


class RoomFinishes(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """The finishes of a room, by surface group ("upper wall") or by single surface ("upper wall@w1"), the single one
    first; where its walls change colour; and the tone of its floor."""

    surfaces: dict[Id, Finish] = {}
    two_tone: TwoTone = "one tone"
    split: Length | None = None
    floor: Tone = "#cdb48f"


class Colour(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A named colour of the job."""

    id: Id
    name: Words
    hex: Tone


class Tin(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A size a paint is sold in."""

    litres: float
    price: float


class Paint(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A paint: volume solids in per cent, dry film in µm, SX per coat (``hiding``), sizes and shop; whether it is a
    primer, and ``on`` what."""

    id: Id
    name: Words
    sheen: Words
    solids: float
    film: float
    sizes: tuple[Tin, ...]
    shop: Id
    hiding: float = 1.0
    primer: bool = False
    on: Substrate = "anything"


def surface_key(group: str, thing: str = "") -> str:
    """Return under which key a finish is kept: of a group, or of the surface of one thing."""
    return f"{group}@{thing}" if thing else group


def group_and_thing(key: str) -> tuple[str, str]:
    """Return the group of a finish's key and the thing it is of alone, empty for the whole group."""
    group, _, thing = key.partition("@")
    return group, thing


def slope_thing(wall_id: str) -> str:
    """Return by what the sloped ceiling over a wall goes, as the thing of a surface."""
    return f"slope-{wall_id}"
