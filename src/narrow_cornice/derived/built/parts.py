"""The parts of built-ins as they are listed, cut and weighed, and the hardware that holds them."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

import msgspec

from narrow_cornice.casework.boards import materials, sheet_goods
from narrow_cornice.casework.carcass import Carcasses, Part
from narrow_cornice.casework.hardware import PINS_A_SHELF, hinges_for, straps_for
from narrow_cornice.derived.built.fitted import board_of, built_in_of
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity

MM3 = 1e-9  # cubic metres
HEAVY = 25.0  # kg, over which two people carry


class PartLine(msgspec.Struct, frozen=True):
    """Parts that are alike: what they are, how many, the size they are cut to with the grain along their length, of
    which sheet goods (empty for timber), what one weighs, how much of its edges is seen, whether its grain shows."""

    kind: str
    count: int
    length: float
    width: float
    thickness: float
    board: str
    weight: float
    edges: float
    grain: bool
    carcass: int
    bay: str


def weight_of(run: BuiltIn, part: Part) -> float:
    """Return what a part weighs in kg, by the density of its material."""
    board = board_of(run, part)
    material = sheet_goods()[board].material if board else run.lipping.material if run.lipping is not None else "oak"
    return part.length * part.width * part.thickness * MM3 * materials()[material].density


def parts_of(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> tuple[PartLine, ...]:
    """Return the parts of a run, alike ones together, in the order in which they come."""
    return _listed(run, built_in_of(room, run, changed_rules).run)


@by_identity(times=1, each="wall")
def _listed(run: BuiltIn, made: Carcasses) -> tuple[PartLine, ...]:
    alike: dict[tuple[object, ...], list[Part]] = {}
    for part in made.parts:
        key = (part.kind, round(part.length, 2), round(part.width, 2), part.thickness)
        alike.setdefault(key, []).append(part)
    lines = []
    for same in alike.values():
        one, board = same[0], board_of(run, same[0])
        grain = materials()[sheet_goods()[board].material].grain if board else True
        lines.append(
            PartLine(
                one.kind,
                len(same),
                one.length,
                one.width,
                one.thickness,
                board,
                weight_of(run, one),
                one.edges,
                grain,
                one.carcass,
                one.bay if len({part.bay for part in same}) == 1 else "",
            )
        )
    return tuple(lines)


def carcass_weights(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> tuple[float, ...]:
    """Return what each carcass weighs as it is carried in: with its fixed parts, without shelves, doors and drawers."""
    return _weights(run, built_in_of(room, run, changed_rules).run)


@by_identity(times=1, each="wall")
def _weights(run: BuiltIn, made: Carcasses) -> tuple[float, ...]:
    carried = ("side", "divider", "bottom", "top", "fixed shelf", "back")
    numbers = sorted({part.carcass for part in made.parts if part.carcass >= 0})
    return tuple(
        sum(weight_of(run, part) for part in made.parts if part.carcass == number and part.kind in carried)
        for number in numbers
    )


def hardware_of(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> Mapping[str, int]:
    """Return how many of each piece of hardware a run takes, by identity."""
    return _hardware(run, built_in_of(room, run, changed_rules).run)


@by_identity(times=1, each="wall")
def _hardware(run: BuiltIn, made: Carcasses) -> Mapping[str, int]:
    if made.fault or not made.parts:
        return MappingProxyType({})
    parts = made.parts
    doors = [part for part in parts if part.kind == "door"]
    drawers = sum(part.kind == "drawer front" for part in parts)
    counted = {
        "pin": PINS_A_SHELF * sum(part.kind == "shelf" for part in parts),
        "hinge": sum(hinges_for(part.length, weight_of(run, part)) or 0 for part in doors),
        "runner": drawers,
        "handle": len(doors) + drawers,
        "strap": straps_for(made.end - made.begin),
    }
    return MappingProxyType({key: many for key, many in counted.items() if many})


@by_identity(times=1, each="wall")
def unhung_doors(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> tuple[Part, ...]:
    """Return the doors that are too tall or too heavy for any number of hinges."""
    built = built_in_of(room, run, changed_rules)
    doors = (part for part in built.run.parts if part.kind == "door")
    return tuple(part for part in doors if hinges_for(part.length, weight_of(run, part)) is None)
