"""How long painting takes, surface by surface: preparing what is old, cutting in, every coat (hours; house rules)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from types import MappingProxyType

from narrow_cornice.derived.coated.coatings import Coated, coated_surfaces
from narrow_cornice.derived.coated.pieces import STENCIL, masked, repeats_of
from narrow_cornice.derived.measured.at_work import at_work, is_high, slower_for
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom, trimmed_room
from narrow_cornice.explained.figures import Figure, explained, renamed, table, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.finishes.spread import Method
from narrow_cornice.finishes.systems import preparations
from narrow_cornice.job.finishes import Colour, Paint, group_and_thing, surface_key
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import OpeningPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.kinds import KINDS, TrimKind

WIDE_TRIM = 100.0  # mm across, from which a coat takes longer
OVERHEAD: tuple[str, ...] = ("ceiling", "frieze", "cornice")  # groups done off a ladder in a high room
ROUND_THE_ROOM: dict[str, TrimKind] = {surface_key(kind, "room"): kind for kind in KINDS}
ONCE = table("by roller", 1.0, "", "as the rates are")


@explained("preparing", "h", "area ÷ in an hour")
def preparing(area: float, in_an_hour: float) -> float:
    """Return the hours of one preparation: washing, sanding, stripping."""
    return area / in_an_hour


@explained("masking", "h", "tape ÷ 1000 ÷ masking")
def masking_hours(tape: float, masking: float) -> float:
    """Return the hours of putting tape on and taking it off, by its length in mm."""
    return tape / 1000 / masking


@explained("laying the stencil on", "h", "repeats × a repeat of a stencil")
def stencilling(repeats: float, a_repeat_of_a_stencil: float) -> float:
    """Return the hours of a stencil: each repeat is laid on, brushed and lifted."""
    return repeats * a_repeat_of_a_stencil


@explained("coats", "h", "area × coats ÷ staining boards")
def staining(area: float, coats: float, staining_boards: float) -> float:
    """Return the hours of the coats of a stain."""
    return area * coats / staining_boards


@explained("coats", "h", "how many × coats × a radiator")
def radiator_coats(how_many: float, coats: float, a_radiator: float) -> float:
    """Return the hours of painting radiators, which go by the piece."""
    return how_many * coats * a_radiator


@explained("coats", "h", "area × (coats + more for the first) ÷ a coat × height × method")
def coating(area: float, coats: float, more_for_the_first: float, a_coat: float, height: float, method: float) -> float:
    """Return the hours of the coats of a surface, primer among them."""
    return area * (coats + more_for_the_first) / a_coat * height * method


@explained("cutting in", "h", "edges ÷ 1000 × coats ÷ cutting in")
def cutting(edges: float, coats: float, cutting_in: float) -> float:
    """Return the hours of cutting in along the edges of a surface, in every coat; edges in mm."""
    return edges / 1000 * coats / cutting_in


@explained("coats", "h", "length ÷ 1000 × coats ÷ a coat × height")
def trim_coats(length: float, coats: float, a_coat: float, height: float) -> float:
    """Return the hours of the coats of trim, by its length in mm."""
    return length / 1000 * coats / a_coat * height


@explained("coats", "h", "coats × a side of a door")
def door_coats(coats: float, a_side_of_a_door: float) -> float:
    """Return the hours of the coats of a side of a door, its edges with it."""
    return coats * a_side_of_a_door


@by_identity(times=1, each="room")
def painting_hours(
    room: Room, changed_rules: dict[str, float], paints: tuple[Paint, ...], colours: tuple[Colour, ...]
) -> Mapping[str, Figure]:
    """Return the hours of every surface of a room that is given a paint, by its key."""
    trimmed = trimmed_room(room, changed_rules)
    rules = house_rules_of(changed_rules)
    made, slower = {}, slower_for(room, rules)
    for one in coated_surfaces(room, changed_rules, paints, colours):
        if one.paint is not None and one.coats is not None and one.painted.value > 0:
            hours = _hours_of(one, room, trimmed, rules)
            if hours is not None:
                made[one.surface.key] = at_work(hours, slower)
    return MappingProxyType(made)


def _hours_of(one: Coated, room: Room, trimmed: TrimmedRoom | None, rules: HouseRules) -> Figure | None:
    """Return the hours of one surface; the edges of a door are painted with its faces."""
    surface = one.surface
    high = trimmed is not None and is_high(trimmed.height.value, rules) and surface.group in OVERHEAD
    kind = ROUND_THE_ROOM.get(surface.key)
    if surface.kind == "door":
        if surface.group != "door face":
            return None
        door = OpeningPath(room.id, group_and_thing(surface.key)[1]).found(room)
        panelled = door is not None and door.leaf == "panelled"
        side = renamed(rules.figure("hours_panelled_door" if panelled else "hours_door_side"), "a side of a door")
        return total(surface.name[:60], "h", [door_coats(_all_coats(one), side)])
    if kind is not None and surface.kind == "trim" and trimmed is not None:
        height = _height(high, rules)
        return total(
            surface.name[:60], "h", [*_before(one, rules), _trim(kind, trimmed, _all_coats(one), height, rules)]
        )
    if surface.group == "radiator":
        coats = radiator_coats(_many_of(one, room), _all_coats(one), rules.figure("hours_radiator"))
        return total(surface.name[:60], "h", [*_before(one, rules), coats])
    if surface.kind == "block" and trimmed is not None:
        return total(
            surface.name[:60], "h", [*_of_block(one, room, trimmed, rules), *_coats_of(one, None, high, rules)]
        )
    extent = None
    if trimmed is not None and surface.wall_id and surface.kind == "wall":
        extent = trimmed.measured.face(surface.wall_id).extent
    elif trimmed is not None and surface.key == "ceiling@room":
        edges = total("edges", "run", [side.length for side in trimmed.measured.plan.sides])
        return total(surface.name[:60], "h", list(_coats_of(one, edges, high, rules)))
    return _plain(one, extent, high, rules)


# By identity, so that of a room one of whose finishes changed the others are not reckoned again.
@by_identity(times=3, each="wall")
def _plain(one: Coated, extent: Figure | None, high: bool, rules: HouseRules) -> Figure:
    """Return the hours of a wall, which is cut in below and above, or of what has no edges of its own."""
    edges = total("edges", "run", [extent, extent]) if extent is not None else None
    return total(one.surface.name[:60], "h", list(_coats_of(one, edges, high, rules)))


def _all_coats(one: Coated) -> Figure:
    """Return the coats of a surface with its primer and its sealer."""
    primed = 1.0 if one.primer is not None else 0.0
    sealed = one.seal_coats.value if one.seal_coats is not None else 0.0
    others = " and ".join(word for word, there in (("primer", primed), ("sealer", sealed)) if there)
    own = one.coats.value if one.coats is not None else 0.0
    return table("coats", own + primed + sealed, "", f"with its {others}" if others else "of paint")


def _height(high: bool, rules: HouseRules) -> Figure:
    return rules.figure("hours_high") if high else table("height", 1.0, "", "within reach")


def _before(one: Coated, rules: HouseRules) -> Iterator[Figure]:
    """Yield the hours of what is done before paint."""
    known = preparations()
    for key in one.works:
        yield preparing(one.painted, renamed(rules.figure(known[key].rule), "in an hour"), called=known[key].words)


def _coats_of(one: Coated, edges: Figure | None, high: bool, rules: HouseRules) -> Iterator[Figure]:
    """Yield the hours of preparing a surface, of its coats, and of cutting in along its edges."""
    yield from _before(one, rules)
    coats = _all_coats(one)
    if one.paint is not None and one.paint.stains:
        yield staining(one.painted, coats, rules.figure("hours_stain"))
        return
    strong = one.hiding is not None and one.hiding.coats > rules.value("coats")
    more = table("more for the first", rules.value("hours_strong") - 1.0 if strong else 0.0, "", "strong change")
    rate = rules.figure("hours_coat_ceiling" if one.surface.kind == "ceiling" else "hours_coat")
    yield coating(one.painted, coats, more, rate, _height(high, rules), _by(one.method, rules))
    if edges is not None:
        yield cutting(edges, coats, rules.figure("hours_cut_in"))


def _by(method: Method, rules: HouseRules) -> Figure:
    return ONCE if method == "roller" else rules.figure(f"hours_by_{method}")


def _many_of(one: Coated, room: Room) -> Figure:
    """Return of how many pieces the area of a surface is."""
    piece = next((each for each in room.finishes.pieces if each.id == group_and_thing(one.surface.key)[1]), None)
    return table("how many", float(piece.count) if piece is not None else 1.0, "", "of the piece")


def _of_block(one: Coated, room: Room, trimmed: TrimmedRoom, rules: HouseRules) -> Iterator[Figure]:
    """Yield the hours that a block or a stencil takes beside its coats: tape, and laying the stencil on."""
    block = next((each for each in room.finishes.blocks if each.id == group_and_thing(one.surface.key)[1]), None)
    if block is None:
        return
    if block.kind == STENCIL:
        yield stencilling(repeats_of(block), rules.figure("hours_stencil"))
    else:
        yield masking_hours(masked(block, trimmed.measured.face(one.surface.wall_id)), rules.figure("hours_mask"))


def _trim(kind: TrimKind, trimmed: TrimmedRoom, coats: Figure, height: Figure, rules: HouseRules) -> Figure:
    piece = trimmed.trim.of(kind)
    wide = piece.height is not None and piece.height.value >= WIDE_TRIM
    lengths = [run.length for run in trimmed.runs if run.kind == kind and not run.there]
    rate = rules.figure("hours_wide_trim" if wide else "hours_narrow_trim")
    return trim_coats(total("length", "run", lengths), coats, rate, height)
