"""The parts of built-ins as they are listed, cut and weighed, and the hardware that holds them."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

import msgspec

from narrow_cornice.casework.boards import materials, sheet_goods
from narrow_cornice.casework.carcass import Carcasses
from narrow_cornice.casework.hardware import (
    BAND_MORE,
    GLUE_A_BOTTLE,
    PINS_A_SHELF,
    PLUGS_A_FILLER,
    SCREWS_A_JOINT,
    brackets_for,
    hinges_for,
    ledger_fixings_for,
    straps_for,
    wall_fixings_for,
)
from narrow_cornice.casework.parts import FRAME, Part
from narrow_cornice.derived.built.cut_outs import CutOut, cut_outs_of, holes_in
from narrow_cornice.derived.built.fitted import board_of, built_in_of, new_parts, timber_of
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.faces import Rect
from narrow_cornice.units.told import Bare, Told, together

MM3 = 1e-9  # cubic metres
M2 = 1e-6  # square metres of a mm²
HEAVY = 25.0  # kg, over which two people carry
GLASS = 10.0  # kg/m² of mirror or pane, 4 mm
TUBE = 1.0  # kg/m of rail
# Of the board of a front, what is left where it is cut out: a frame for a pane, slats with gaps.
LEFT_OF_BOARD = {"plain": 1.0, "mirror": 1.0, "glass": 0.35, "slatted": 0.6}
GLAZED = {"mirror": 1.0, "glass": 0.65}  # of the face of a front that is mirror or pane
EDGES_ALIKE = 13.0  # mm by which a seen edge is shorter than its part: what of it is in a groove, or under a band
JOINED = ("bottom", "top", "divider", "fixed shelf", "partition")


class PartLine(msgspec.Struct, frozen=True):
    """Parts that are alike: what they are, how many, the size they are cut to with the grain along their length, of
    which sheet goods (empty for timber), what one weighs, how much of its edges is seen and whether that is covered
    with a band, whether its grain shows."""

    kind: str
    count: int
    length: float
    width: float
    thickness: float
    board: str
    weight: float
    edges: float
    banded: bool
    grain: bool
    carcass: int
    bay: str

    @property
    def edges_seen(self) -> str:
        """Return in words which of its edges are seen, and what is done to them; empty for none."""
        if self.edges <= 0.0:
            return ""
        whole = abs(self.edges - 2.0 * (self.length + self.width)) < EDGES_ALIKE
        return f"{'all' if whole else 'front'}, {'band' if self.banded else 'sealed'}"

    @property
    def grain_runs(self) -> str:
        """Return in words how its grain lies: along its length where it shows, empty where nothing shows."""
        return "along" if self.grain else ""


def weight_of(run: BuiltIn, part: Part) -> float:
    """Return what a part weighs in kg, by the density of its material; fronts with the mirror or pane that is in
    them."""
    if part.kind == "rail":
        return part.length * 1e-3 * TUBE
    board = board_of(run, part)
    material = sheet_goods()[board].material if board else timber_of(run, part)
    solid = part.length * part.width * part.thickness * MM3 * materials()[material].density
    glazed = part.length * part.width * M2 * GLASS * GLAZED.get(part.face, 0.0)
    return solid * LEFT_OF_BOARD[part.face] + glazed


def parts_of(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> tuple[PartLine, ...]:
    """Return the parts of a run, alike ones together, in the order in which they come."""
    return _listed(run, built_in_of(room, run, changed_rules).run, cut_outs_of(room, run, changed_rules))


@by_identity(times=1, each="built")
def _listed(run: BuiltIn, made: Carcasses, holes: tuple[CutOut, ...]) -> tuple[PartLine, ...]:
    alike: dict[tuple[object, ...], list[Part]] = {}
    for part in new_parts(run, made):
        mine = holes_in(part, holes) if holes else ()
        # A part that is cut out is none of those that are not, however alike: it is a line of its own.
        own = part.box if mine else None
        key = (part.kind, round(part.length, 2), round(part.width, 2), part.thickness, part.face, own)
        alike.setdefault(key, []).append(part)
    lines = []
    for same in alike.values():
        one, board = same[0], board_of(run, same[0])
        grain = materials()[sheet_goods()[board].material].grain if board else True
        lines.append(
            PartLine(
                _called(one, holes_in(one, holes) if holes else ()),
                len(same),
                one.length,
                one.width,
                one.thickness,
                board,
                weight_of(run, one),
                one.edges,
                is_banded(run, one),
                grain,
                one.carcass,
                one.bay if len({part.bay for part in same}) == 1 else "",
            )
        )
    return tuple(lines)


def _called(part: Part, holes: tuple[Rect, ...]) -> str:
    """Return what a part is called: its face where that is not plain, and what is cut out of it."""
    called = part.kind if part.face == "plain" else f"{part.kind}, {part.face}"
    cut = [Told(Bare(hole.u1 - hole.u0), " × ", Bare(hole.v1 - hole.v0)) for hole in holes]
    return together((Told(f"{called}, cut out "), together(cut, ", ")), "") if cut else called


def carcass_weights(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> tuple[float, ...]:
    """Return what each carcass weighs as it is carried in: with its fixed parts, without shelves, doors and drawers."""
    return _weights(run, built_in_of(room, run, changed_rules).run)


@by_identity(times=1, each="built")
def _weights(run: BuiltIn, made: Carcasses) -> tuple[float, ...]:
    if run.boxes != "new":
        return ()  # nobody carries in what is there
    carried = ("side", "divider", "bottom", "top", "fixed shelf", "partition", "back", *FRAME)
    numbers = sorted({part.carcass for part in made.parts if part.carcass >= 0})
    return tuple(
        sum(weight_of(run, part) for part in made.parts if part.carcass == number and part.kind in carried)
        for number in numbers
    )


def hardware_of(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> Mapping[str, float]:
    """Return how much of each piece of hardware a run takes, by identity, in what it is counted in."""
    return _hardware(run, built_in_of(room, run, changed_rules).run)


@by_identity(times=1, each="built")
def _hardware(run: BuiltIn, made: Carcasses) -> Mapping[str, float]:
    if made.fault or not made.parts:
        return MappingProxyType({})
    parts = new_parts(run, made)
    by_kind: dict[str, list[Part]] = {}
    for part in parts:
        by_kind.setdefault(part.kind, []).append(part)

    def many(*kinds: str) -> int:
        return sum(len(by_kind.get(kind, ())) for kind in kinds)

    hinged = [*by_kind.get("door", ()), *by_kind.get("bifold leaf", ())]
    rails = by_kind.get("rail", [])
    joints = [part for part in parts if part.kind in JOINED]
    fillers = many("filler", "top filler")
    pulled = {
        (bay.bay.id, clear.compartment.id, bay.carcass)
        for bay in made.bays
        for clear in bay.compartments
        if clear.compartment.holds == "pull-out"
    }
    framed = many(*FRAME)
    flaps = sum(
        (part.bay, part.compartment) not in made.beds for part in by_kind.get("flap", ())
    )  # beds have their own
    counted: dict[str, float] = {
        "pin": PINS_A_SHELF * many("shelf"),
        "hinge": sum(hinges_for(part.length, weight_of(run, part)) or 0 for part in hinged) + 2 * flaps,
        "stay": 2 * flaps,
        "runner": many("drawer end") / 2 + len(pulled),  # a pull-out has one below and one above
        "slide": many("sliding door"),
        "fold": many("bifold leaf") / 2,
        "handle": many("door", "flap", "drawer front", "sliding door") + many("bifold leaf") / 2,
        "rail": sum(part.length for part in rails) / 1000.0,
        "bracket": sum(brackets_for(part.length) for part in rails),
        "mirror": _glazed(parts, "mirror"),
        "pane": _glazed(parts, "glass"),
        "bed": len(made.beds) if run.boxes == "new" else 0,
        "strap": 0
        if run.boxes != "new" or run.hangs_at > 0 or all(bay.carcass < 0 for bay in made.bays)
        else straps_for(made.end - made.begin),
        "wall": (wall_fixings_for(made.end - made.begin) if run.boxes == "new" and run.hangs_at > 0 else 0)
        + sum(ledger_fixings_for(part.length) for part in by_kind.get("ledger", ())),
        "screw": 2 * SCREWS_A_JOINT * len(joints)
        + SCREWS_A_JOINT * (many("plinth") + many("worktop") + framed)
        + SCREWS_A_JOINT * (many("panel") + 2 * many("end shelf") + many("end back")),
        "plug": PLUGS_A_FILLER * fillers,
        "glue": (sum(2 * part.width for part in joints) + sum(part.length for part in parts if part.kind in FRAME))
        / GLUE_A_BOTTLE,
        "band": BAND_MORE * sum(part.edges for part in parts if is_banded(run, part)) / 1000.0,
    }
    return MappingProxyType({key: round(amount, 3) for key, amount in counted.items() if amount > 0})


def _glazed(parts: tuple[Part, ...], face: str) -> float:
    """Return the square metres of mirror or pane in fronts."""
    return sum(part.length * part.width * M2 * GLAZED[face] for part in parts if part.face == face)


def is_banded(run: BuiltIn, part: Part) -> bool:
    """Return whether the edges of a part that are seen are covered with a band; those of MDF are sealed and painted."""
    board = board_of(run, part)
    return bool(board) and part.edges > 0 and materials()[sheet_goods()[board].material].banded


@by_identity(times=1, each="built", of=as_built)
def unhung_doors(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> tuple[Part, ...]:
    """Return the doors that are too tall or too heavy for any number of hinges."""
    built = built_in_of(room, run, changed_rules)
    doors = (part for part in built.run.parts if part.kind in ("door", "bifold leaf"))
    return tuple(part for part in doors if hinges_for(part.length, weight_of(run, part)) is None)
