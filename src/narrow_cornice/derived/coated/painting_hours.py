"""How long painting takes, surface by surface: preparing what is old, cutting in, every coat (hours; house rules)."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from narrow_cornice.derived.coated.coatings import Coated, coated_surfaces
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom, trimmed_room
from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.finishes.spread import Method
from narrow_cornice.job.finishes import Colour, Paint
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.kinds import KINDS, TrimKind

WIDE_TRIM = 100.0  # mm across, from which a coat takes longer
OVERHEAD: tuple[str, ...] = ("ceiling", "frieze", "cornice")  # groups done off a ladder in a high room
ONCE = table("by roller", 1.0, "", "as the rates are")


@explained("preparing", "h", "area ÷ washing and degreasing + area ÷ filling and sanding")
def preparing(area: float, washing_and_degreasing: float, filling_and_sanding: float) -> float:
    """Return the hours of washing, filling and sanding what is old."""
    return area / washing_and_degreasing + area / filling_and_sanding


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
    if trimmed is None:
        return MappingProxyType({})
    rules = house_rules_of(changed_rules)
    made = {}
    for one in coated_surfaces(room, changed_rules, paints, colours):
        if one.paint is not None and one.coats is not None and one.surface.net.value > 0:
            hours = _hours_of(one, trimmed, rules)
            if hours is not None:
                made[one.surface.key] = hours
    return MappingProxyType(made)


def _hours_of(one: Coated, trimmed: TrimmedRoom, rules: HouseRules) -> Figure | None:
    """Return the hours of one surface; the edges of a door are painted with its faces."""
    surface = one.surface
    assert one.coats is not None
    primed = 1.0 if one.primer is not None else 0.0
    coats = table("coats", one.coats.value + primed, "", "with its primer" if primed else "of paint")
    high = trimmed.height.value > rules.value("hours_high_from") and surface.group in OVERHEAD
    height = rules.figure("hours_high") if high else table("height", 1.0, "", "within reach")
    parts = []
    if surface.found != "bare" and surface.kind != "door":
        parts.append(preparing(surface.net, rules.figure("hours_wash"), rules.figure("hours_sand")))
    kind = next((kind for kind in KINDS if surface.key == f"{kind}@room"), None)
    if surface.kind == "door":
        if surface.group != "door face":
            return None
        parts.append(door_coats(coats, rules.figure("hours_door_side")))
    elif kind is not None and surface.kind == "trim":
        parts.append(_trim(kind, trimmed, coats, height, rules))
    else:
        strong = one.hiding is not None and one.hiding.coats > rules.value("coats")
        more = table("more for the first", rules.value("hours_strong") - 1.0 if strong else 0.0, "", "strong change")
        rate = rules.figure("hours_coat_ceiling" if surface.kind == "ceiling" else "hours_coat")
        parts.append(coating(surface.net, coats, more, rate, height, _by(one.finish.method, rules)))
        if edges := _edges(one, trimmed):
            parts.append(cutting(edges, coats, rules.figure("hours_cut_in")))
    return total(surface.name[:60], "h", parts)


def _by(method: Method, rules: HouseRules) -> Figure:
    return ONCE if method == "roller" else rules.figure("hours_by_brush" if method == "brush" else "hours_by_spray")


def _trim(kind: TrimKind, trimmed: TrimmedRoom, coats: Figure, height: Figure, rules: HouseRules) -> Figure:
    piece = trimmed.trim.of(kind)
    wide = piece.height is not None and piece.height.value >= WIDE_TRIM
    lengths = [run.length for run in trimmed.runs if run.kind == kind and not run.there]
    rate = rules.figure("hours_wide_trim" if wide else "hours_narrow_trim")
    return trim_coats(total("length", "run", lengths), coats, rate, height)


def _edges(one: Coated, trimmed: TrimmedRoom) -> Figure | None:
    """Return along how much of its edges a wall or a level ceiling is cut in: a wall below and above."""
    if one.surface.wall_id:
        if one.surface.kind != "wall":
            return None
        extent = trimmed.measured.face(one.surface.wall_id).extent
        return total("edges", "run", [extent, extent])
    if one.surface.key == "ceiling@room":
        return total("edges", "run", [side.length for side in trimmed.measured.plan.sides])
    return None
