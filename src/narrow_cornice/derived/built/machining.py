"""What is drilled in and cut out of each part of a built-in, as it lies on the bench: length along its grain."""

from __future__ import annotations

from collections.abc import Iterator

import msgspec

from narrow_cornice.casework.carcass import Carcasses
from narrow_cornice.casework.parts import NO_BOARD, Part
from narrow_cornice.derived.built.cut_outs import CutOut, cut_outs_of, holes_in
from narrow_cornice.derived.built.fitted import board_of, built_in_of, new_parts
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.model import Room

PIN = 5.0  # mm across
PIN_STEP = 32.0
PIN_EDGE = 37.0  # of both rows from the front and from the back edge
PIN_FREE = 96.0  # of a row from the boards below and above it
LYING = frozenset({"shelf", "fixed shelf", "bottom", "top", "worktop"})
ALONG = frozenset({"plinth", "top filler", "drawer front", "flap", "rail"})  # upright, with their grain level


class Bench(msgspec.Struct, frozen=True):
    """A part on the bench: what it is, how many are alike, what it is cut from (its identity), its length along the
    grain, width and thickness, pins as (along, across) and rectangles cut out as (along, across, long, wide), in mm
    from its lower left corner; its ``curve``: the radius of an end shelf, the rise of an arch. What is of timber has
    no board."""

    kind: str
    count: int
    board: str
    length: float
    width: float
    thickness: float
    pins: tuple[tuple[float, float], ...] = ()
    cut_outs: tuple[tuple[float, float, float, float], ...] = ()
    curve: float = 0.0


def on_the_bench(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> tuple[Bench, ...]:
    """Return the parts of a run as they lie on the bench, those that are alike once; of what is not cut from sheets
    only what is curved."""
    made = built_in_of(room, run, changed_rules).run
    holes = cut_outs_of(room, run, changed_rules)
    alike: dict[Bench, int] = {}
    for part in new_parts(run, made):
        if part.kind not in NO_BOARD or part.curve:
            one = _bench(part, board_of(run, part), made, holes)
            alike[one] = alike.get(one, 0) + 1
    return tuple(msgspec.structs.replace(one, count=many) for one, many in alike.items())


def _bench(part: Part, board: str, made: Carcasses, holes: tuple[CutOut, ...]) -> Bench:
    length, width = round(part.length, 2), round(part.width, 2)
    return Bench(
        part.kind,
        1,
        board,
        length,
        width,
        part.thickness,
        tuple((round(x, 2), round(y, 2)) for x, y in _pins(part, made)),
        tuple(_cut_outs(part, holes)),
        round(part.curve, 2),
    )


def _pins(part: Part, made: Carcasses) -> Iterator[tuple[float, float]]:
    """Yield where pins are drilled into an upright: two rows beside every compartment of loose shelves that it bounds,
    each once for both its sides."""
    if part.kind not in ("side", "divider"):
        return
    tongue = (part.length - part.box[5]) / 2
    left, right = part.box[0], part.box[0] + part.box[3]
    heights: set[float] = set()
    for bay in made.bays:
        if bay.carcass != part.carcass or min(abs(bay.x - right), abs(bay.x + bay.width - left)) > 0.1:
            continue
        for clear in bay.compartments:
            if clear.compartment.holds == "shelves" and clear.compartment.count:
                many = int((clear.high - clear.low - 2 * PIN_FREE) // PIN_STEP)
                heights |= {clear.low + PIN_FREE + PIN_STEP * at - part.box[2] + tongue for at in range(many + 1)}
    back = 16.0 if part.kind == "side" else 0.0  # a side goes behind the back
    for along in sorted(heights):
        for across in (back + PIN_EDGE, part.width - PIN_EDGE):
            yield along, across


def _cut_outs(part: Part, holes: tuple[CutOut, ...]) -> Iterator[tuple[float, float, float, float]]:
    x, _, z, wide, _, tall = part.box
    for rect in holes_in(part, holes):
        across, up = rect.u0 - x, rect.v0 - z
        if part.kind in LYING:
            continue  # a notch at its back edge, made where it is fitted
        if part.kind in ALONG:
            more = (part.length - wide) / 2
            yield round(across + more, 2), round(up, 2), round(rect.u1 - rect.u0, 2), round(rect.v1 - rect.v0, 2)
        else:
            more, aside = (part.length - tall) / 2, (part.width - wide) / 2
            yield (
                round(up + more, 2),
                round(across + aside, 2),
                round(rect.v1 - rect.v0, 2),
                round(rect.u1 - rect.u0, 2),
            )
