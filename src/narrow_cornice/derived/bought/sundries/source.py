"""Sundries to buy: what preparing, masking and painting use up, by area and system, in the cheapest packs."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from types import MappingProxyType
from typing import NamedTuple

from msgspec.structs import replace

from narrow_cornice.derived.bought.lines import Bought, by_line, in_turn
from narrow_cornice.derived.bought.measures import material_line, quoted
from narrow_cornice.derived.coated.coatings import Coated, coated_surfaces
from narrow_cornice.derived.coated.masking import room_masking
from narrow_cornice.explained.figures import Figure, explained, renamed, table, total
from narrow_cornice.finishes.spread import Method
from narrow_cornice.finishes.sundries import Sundry, sundries
from narrow_cornice.job.finishes import Colour, Paint
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity


@explained("used up", "", "area × times × for a square metre")
def by_area(area: float, times: float, for_a_square_metre: float) -> float:
    """Return what an area uses up."""
    return area * times * for_a_square_metre


@explained("used up", "", "tape ÷ 1000 × for a metre")
def by_tape(tape: float, for_a_metre: float) -> float:
    """Return what masking uses up; tape in mm."""
    return tape / 1000 * for_a_metre


@explained("used up", "", "litres × for a litre")
def by_litres(litres: float, for_a_litre: float) -> float:
    """Return what paint uses up that is thinned with solvent."""
    return litres * for_a_litre


def sundries_to_buy(job: Job) -> Bought:
    """Return a line for each sundry that something painted uses up; none where the house counts them otherwise."""
    if not house_rules_of(job.house_rules).value("count_sundries"):
        return Bought(())
    needs = by_line(job, lambda room: sundry_needs(room, job.house_rules, job.paints, job.colours))
    known = sundries()
    return Bought(
        tuple(
            material_line(
                f"sundry:{key}",
                "sundry",
                "used up",
                quoted(job.quotes, f"sundry:{key}", known[key]),
                *in_turn(needs[key]),
            )
            for key in known
            if key in needs
        )
    )


@by_identity(times=1, each="room")
def sundry_needs(
    room: Room, changed_rules: dict[str, float], paints: tuple[Paint, ...], colours: tuple[Colour, ...]
) -> Mapping[str, Figure]:
    """Return what a room uses up of each sundry, by its key."""
    every = coated_surfaces(room, changed_rules, paints, colours)
    coated = [_Done(one, one.works, one.method) for one in every if one.paint is not None]
    masking = room_masking(room, changed_rules, paints, colours)
    floor = next((one.surface.net for one in every if one.surface.kind == "floor"), None)
    overhead = any(one.of.surface.kind in ("wall", "ceiling") for one in coated)
    made = {}
    for key, sundry in sundries().items():
        parts = list(_of_surfaces(sundry, coated))
        if sundry.tape and masking is not None:
            parts.append(by_tape(masking, table("for a metre", sundry.tape, sundry.measure, sundry.name)))
        if sundry.floor and overhead and floor is not None:
            once = table("times", 1.0, "", "laid once")
            parts.append(by_area(floor, once, table("for a square metre", sundry.floor, sundry.measure, sundry.name)))
        if parts:
            made[key] = total(room.name[:60], sundry.measure, [replace(one, unit=sundry.measure) for one in parts])
    return MappingProxyType(made)


class _Done(NamedTuple):
    """A surface that is painted, what is done to it before and how paint is put on: asked for every sundry."""

    of: Coated
    works: tuple[str, ...]
    method: Method


def _of_surfaces(sundry: Sundry, coated: list[_Done]) -> Iterator[Figure]:
    """Yield what each surface uses up of a sundry."""
    once = table("times", 1.0, "", "once over")
    for one, works, method in coated:
        name, like = one.surface.name[:60], f"× {one.surface.group}"
        each = sum([sundry.works.get(work, 0.0) for work in works])
        if each and one.surface.kind != "door":
            share = table("for a square metre", each, sundry.measure, sundry.name)
            yield by_area(renamed(one.painted, "area"), once, share, called=name, like=like)
        if method in sundry.methods and one.coats is not None:
            share = table("for a square metre", sundry.methods[method], sundry.measure, sundry.name)
            yield by_area(renamed(one.painted, "area"), one.coats, share, called=name, like=like)
        if sundry.solvent and one.paint is not None and one.paint.thinner == "solvent" and one.litres is not None:
            share = table("for a litre", sundry.solvent, sundry.measure, sundry.name)
            yield by_litres(renamed(one.litres, "litres"), share, called=name, like=like)
