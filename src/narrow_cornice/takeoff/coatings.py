"""What goes on each surface: the finish in force, its coats, its litres; and what a room needs of each paint."""

from __future__ import annotations

import msgspec

from narrow_cornice.finishes.coats import Hiding, coats_to_hide
from narrow_cornice.finishes.spread import litres, loss_of, practical_spread, theoretical_spread
from narrow_cornice.job.memo import by_identity
from narrow_cornice.job.model import Colour, Finish, Paint, Room
from narrow_cornice.takeoff.rooms import house_rules_of
from narrow_cornice.takeoff.surfaces import Surface, room_surfaces
from narrow_cornice.working.figures import Figure, choice, table, total
from narrow_cornice.working.house_rules import HouseRules


class Coated(msgspec.Struct, frozen=True):
    """A surface with its finish: coats and litres as figures, None where no paint is chosen yet."""

    surface: Surface
    finish: Finish
    own: bool
    colour: Colour | None
    paint: Paint | None
    coats: Figure | None = None
    litres: Figure | None = None
    primer: Paint | None = None
    primer_litres: Figure | None = None
    hiding: Hiding | None = None


def paint_line(paint: str, colour: str | None) -> str:
    """Return the key of the order line for a paint in a colour."""
    return f"paint:{paint}:{colour or ''}"


def _spread(paint: Paint, finish: Finish) -> Figure:
    solids = table("volume solids", paint.solids, "%", f"{paint.name}, maker's sheet")
    film = table("dry film", paint.film, "µm", f"{paint.name}, maker's sheet")
    return practical_spread(theoretical_spread(solids, film), loss_of(finish.method))


def _coats(finish: Finish, hiding: Hiding | None, rules: HouseRules) -> Figure:
    if finish.coats is not None:
        return choice("coats", finish.coats, "", note="chosen")
    if hiding is not None and hiding.coats > rules.value("coats"):
        seen = "hidden" if hiding.hides else "still seen"
        return table("coats", hiding.coats, "", f"to hide the colour there now; ΔE00 {hiding.left:.1f}, {seen}")
    return rules.figure("coats")


class Finished(msgspec.Struct, frozen=True):
    """A surface with the finish in force: what a drawing needs to know of it."""

    surface: Surface
    finish: Finish
    own: bool
    colour: Colour | None
    paint: Paint | None


@by_identity(keep=1024)
def finished_surfaces(
    room: Room, changed_rules: dict[str, float], paints: tuple[Paint, ...], colours: tuple[Colour, ...]
) -> tuple[Finished, ...]:
    """Return the room's surfaces with their finish, colour and paint; nothing is measured of the colours yet."""
    by_paint = {paint.id: paint for paint in paints}
    by_colour = {colour.id: colour for colour in colours}
    none = Finish()
    finished = []
    for surface in room_surfaces(room, changed_rules):
        own = room.finishes.get(surface.key)
        finish = own or room.finishes.get(surface.group, none)
        colour, paint = by_colour.get(finish.colour or ""), by_paint.get(finish.paint or "")
        finished.append(Finished(surface, finish, own is not None, colour, paint))
    return tuple(finished)


@by_identity(keep=1024)
def coated_surfaces(
    room: Room, changed_rules: dict[str, float], paints: tuple[Paint, ...], colours: tuple[Colour, ...]
) -> tuple[Coated, ...]:
    """Return the room's surfaces with what goes on them, in coats and litres."""
    rules = house_rules_of(changed_rules)
    by_paint = {paint.id: paint for paint in paints}
    by_colour = {colour.id: colour for colour in colours}
    coated = []
    spreads: dict[tuple[str, str], Figure] = {}

    def spread(paint: Paint, finish: Finish) -> Figure:
        key = (paint.id, finish.method)
        if key not in spreads:
            spreads[key] = _spread(paint, finish)
        return spreads[key]

    for one in finished_surfaces(room, changed_rules, paints, colours):
        surface, finish, colour, paint = one.surface, one.finish, one.colour, one.paint
        if paint is None:
            coated.append(Coated(surface, finish, one.own, colour, None))
            continue
        hiding = None
        over = by_colour.get(finish.over or "")
        if over is not None and colour is not None:
            hiding = coats_to_hide(
                over.hex, colour.hex, paint.hiding, int(rules.value("most_coats")), rules.value("hidden_difference")
            )
        coats = _coats(finish, hiding, rules)
        primer = by_paint.get(finish.primer or "")
        primer_litres = None
        state = finish.state
        if primer is not None:
            once = choice("coats", 1, "", note="primer goes on once")
            primer_litres = litres(surface.net, once, state, finish.texture, spread(primer, finish), rules)
            state = "sound"  # primed stuff no longer drinks
        amount = litres(surface.net, coats, state, finish.texture, spread(paint, finish), rules)
        coated.append(Coated(surface, finish, one.own, colour, paint, coats, amount, primer, primer_litres, hiding))
    return tuple(coated)


class PaintNeed(msgspec.Struct, frozen=True):
    """What one room needs of one paint in one colour: litres by surface name."""

    paint: Paint
    colour: Colour | None
    parts: tuple[tuple[str, Figure], ...]

    def total(self, name: str) -> Figure:
        """Return the litres in all under the room's name."""
        return _parts_total(self, name[:60])


@by_identity(keep=8192)
def _parts_total(need: PaintNeed, name: str) -> Figure:
    return total(name, "L", [figure for _, figure in need.parts])


@by_identity(keep=1024)
def paint_needs(
    room: Room, changed_rules: dict[str, float], paints: tuple[Paint, ...], colours: tuple[Colour, ...]
) -> dict[str, PaintNeed]:
    """Return what the room needs, by the key of the order line."""
    parts: dict[str, list[tuple[str, Figure]]] = {}
    what: dict[str, tuple[Paint, Colour | None]] = {}
    for one in coated_surfaces(room, changed_rules, paints, colours):
        if one.paint is not None and one.litres is not None and one.litres.value > 0:
            key = paint_line(one.paint.id, one.colour.id if one.colour else None)
            parts.setdefault(key, []).append((one.surface.name, one.litres))
            what[key] = (one.paint, one.colour)
        if one.primer is not None and one.primer_litres is not None and one.primer_litres.value > 0:
            key = paint_line(one.primer.id, None)
            parts.setdefault(key, []).append((one.surface.name, one.primer_litres))
            what[key] = (one.primer, None)
    return {key: PaintNeed(*what[key], tuple(figures)) for key, figures in parts.items()}
