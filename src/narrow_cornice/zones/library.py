"""The tables of zones that ship: uses, furniture, rugs, lamps, dressings and cloth."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from typing import Literal

import msgspec

from narrow_cornice.shipped import shipped_table

Layer = Literal["ambient", "task", "accent"]
LampWay = Literal["down", "up", "round"]
MadeOf = Literal["cloth", "flat", "blind"]
PieceForm = Literal["block", "seat", "table", "bed", "shelves", "post", "rack"]
Purpose = Literal["curtain", "lining", "blackout"]


class ZoneUse(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """What a zone can be for: its light in lux on a plane so high (mm), the layer that gives it, and its wash on a
    plan."""

    name: str
    light: float
    plane: float
    layer: Layer
    tone: str


class PieceKind(msgspec.Struct, frozen=True, forbid_unknown_fields=True, rename={"uses": "for"}):
    """A kind of furniture (mm): usual sizes, what is kept free round it, and what it is like (see the table)."""

    name: str
    width: float
    depth: float
    height: float
    uses: tuple[str, ...]
    front: float = 0.0
    sides: float = 0.0
    one_side: float = 0.0
    behind: float = 0.0
    opens: float = 0.0
    eyes: float = 0.0
    chair: bool = False
    legs: bool = False
    flat: bool = False
    back: bool = False
    large: bool = False
    soft: bool = False
    movable: bool = False
    form: PieceForm = "block"

    @property
    def is_bed(self) -> bool:
        """Return whether one lies in it."""
        return self.back and "sleeping" in self.uses and 0 < self.eyes < 1000


class RugSize(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A size of rug that is made (mm) and what one costs."""

    long: float
    wide: float
    price: float


class LampKind(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A kind of lamp: lumens, kelvin, which way its light goes and how narrow, how high it usually is; one that is
    ``plugged`` in is not wired by an electrician."""

    name: str
    layer: Layer
    lumens: float
    kelvin: float
    way: LampWay
    power: float
    height: float
    price: float
    shop: str
    plugged: bool = False


class DressingKind(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A way to dress a window (mm, see the table)."""

    name: str
    made: MadeOf
    heading: float = 0.0
    hem: float = 0.0
    side: float = 0.0
    price: float = 0.0
    step: float = 0.0
    pair: bool = False
    rod: bool = False


class Rods(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Rods: the lengths they come in (mm), what one costs and a metre more, and a bracket."""

    shop: str
    price: float
    lengths: tuple[float, ...]
    per_metre: float
    bracket: float


class ClothKind(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Cloth that ships: width and repeat in mm, the price of a metre, its tone, and what it is for."""

    name: str
    width: float
    repeat: float
    price: float
    tone: str
    purpose: Purpose = "curtain"


class MetalKind(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A metal in a finish, as a colour."""

    tone: str


class _Rugs(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    shop: str
    size: tuple[RugSize, ...]


@cache
def zone_uses() -> Mapping[str, ZoneUse]:
    """Return what zones can be for, by key."""
    return shipped_table("zone_uses.toml", dict[str, ZoneUse])


@cache
def furniture() -> Mapping[str, PieceKind]:
    """Return the kinds of furniture, by key."""
    return shipped_table("furniture.toml", dict[str, PieceKind])


@cache
def _rugs() -> _Rugs:
    return shipped_table("rugs.toml", _Rugs)


def rug_sizes() -> tuple[RugSize, ...]:
    """Return the sizes of rugs, the smallest first."""
    return _rugs().size


def rug_shop() -> str:
    """Return the identity of the shop that has rugs."""
    return _rugs().shop


@cache
def lamp_kinds() -> Mapping[str, LampKind]:
    """Return the kinds of lamps, by key."""
    return shipped_table("lamps.toml", dict[str, LampKind])


@cache
def _dressings() -> Mapping[str, DressingKind | Rods]:
    raw = shipped_table("dressings.toml", dict[str, dict[str, object]])
    made: dict[str, DressingKind | Rods] = {"rods": msgspec.convert(raw.pop("rods"), Rods)}
    made.update({key: msgspec.convert(row, DressingKind) for key, row in raw.items()})
    return made


@cache
def dressing_kinds() -> Mapping[str, DressingKind]:
    """Return the ways to dress a window, by key."""
    return {key: one for key, one in _dressings().items() if isinstance(one, DressingKind)}


def rods() -> Rods:
    """Return what rods there are."""
    found = _dressings()["rods"]
    assert isinstance(found, Rods)
    return found


@cache
def cloths() -> Mapping[str, ClothKind]:
    """Return the cloth that ships, by key."""
    return shipped_table("fabrics.toml", dict[str, ClothKind])


@cache
def metals() -> Mapping[str, MetalKind]:
    """Return metals in their finishes as colours, by name."""
    return shipped_table("metals.toml", dict[str, MetalKind])
