"""What goes on each surface: the finish in force, its coats, its litres; and what a room needs of each paint."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

import msgspec
from msgspec.structs import replace

from narrow_cornice.derived.coated.surface import Surface
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.explained.figures import Figure, choice, table, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.finishes.coats import Hiding, Primed, coats_to_hide
from narrow_cornice.finishes.spread import Method, State, litres, loss_of, practical_spread, theoretical_spread
from narrow_cornice.job.finishes import Colour, Finish, Paint
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity

NO_FINISH = Finish()  # what is on a surface nobody gave anything


class Coated(msgspec.Struct, frozen=True, gc=False):
    """A surface with its finish: coats and litres as figures, None where no paint is chosen yet; the ``state`` it is
    painted in, and the colour its primer is tinted to where it is."""

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
    state: State = "sound"
    tint: Colour | None = None


def paint_line(paint: str, colour: str | None) -> str:
    """Return the key of the line to buy for a paint in a colour."""
    return f"paint:{paint}:{colour or ''}"


def primer_of(finish: Finish, surface: Surface, paints: tuple[Paint, ...], needed: bool) -> Paint | None:
    """Return the primer of a surface: the one that was chosen, or where none was the first of the job that is for such
    a surface, if one is ``needed``."""
    if finish.primer is not None:
        return next((paint for paint in paints if paint.id == finish.primer), None)
    fit = (paint for paint in paints if paint.primer and paint.on in ("anything", surface.substrate))
    return next(fit, None) if needed else None


def _coats(finish: Finish, hiding: Hiding | None, rules: HouseRules) -> Figure:
    if finish.coats is not None:
        return choice("coats", finish.coats, "", note="chosen")
    if hiding is not None and hiding.coats > rules.value("coats"):
        seen = "hidden" if hiding.hides else "still seen"
        return table("coats", hiding.coats, "", f"to hide the colour there now; ΔE00 {hiding.left:.1f}, {seen}")
    return rules.figure("coats")


class Finished(msgspec.Struct, frozen=True, gc=False):
    """A surface with the finish in force: what a drawing needs to know of it."""

    surface: Surface
    finish: Finish
    own: bool
    colour: Colour | None
    paint: Paint | None


@by_identity(times=1, each="room")
def finished_surfaces(
    room: Room, changed_rules: dict[str, float], paints: tuple[Paint, ...], colours: tuple[Colour, ...]
) -> tuple[Finished, ...]:
    """Return the room's surfaces with their finish, colour and paint; nothing is measured of the colours yet."""
    by_paint = {paint.id: paint for paint in paints}
    by_colour = {colour.id: colour for colour in colours}
    finished = []
    for surface in room_surfaces(room, changed_rules):
        own = room.finishes.surfaces.get(surface.key)
        finish = own or room.finishes.surfaces.get(surface.group, NO_FINISH)
        colour, paint = by_colour.get(finish.colour or ""), by_paint.get(finish.paint or "")
        finished.append(Finished(surface, finish, own is not None, colour, paint))
    return tuple(finished)


@by_identity(times=1, each="room")
def _spread_of(paint: Paint, method: Method) -> Figure:
    solids = table("volume solids", paint.solids, "%", f"{paint.name}, maker's sheet")
    film = table("dry film", paint.film, "µm", f"{paint.name}, maker's sheet")
    return practical_spread(theoretical_spread(solids, film), loss_of(method))


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=3, each="wall")
def _coated(
    surface: Surface,
    finish: Finish,
    own: bool,
    colour: Colour | None,
    paint: Paint | None,
    paints: tuple[Paint, ...],
    over: Colour | None,
    rules: HouseRules,
) -> Coated:
    """Return one surface with what goes on it; one that an edit left as it was is not worked out again."""
    state: State = finish.state or surface.found
    if paint is None:
        return Coated(surface, finish, own, colour, None, state=state)
    hiding, strong = _hiding(colour, paint, over, rules), False
    if hiding is not None and not hiding.hides:
        strong = True
    everywhere = rules.value("prime_everywhere") > 0
    needed = (state != "sound" or strong or everywhere) and not paint.primer
    primer = primer_of(finish, surface, paints, needed)
    tint = None
    if primer is not None and strong:
        tint, hiding = colour, _hiding(colour, paint, over, rules, primer)
    coats = _coats(finish, hiding, rules)
    primer_litres = None
    drinks = state
    if primer is not None:
        once = choice("coats", 1, "", note="primer goes on once")
        spread = _spread_of(primer, finish.method)
        patches = surface.patches if state == "patched" and not strong and not everywhere else None
        on = patches if patches is not None and patches.value < surface.net.value else surface.net
        primer_litres = litres(on, once, state, finish.texture, spread, rules)
        drinks = "sound"  # primed stuff no longer drinks
    amount = litres(surface.net, coats, drinks, finish.texture, _spread_of(paint, finish.method), rules)
    return Coated(surface, finish, own, colour, paint, coats, amount, primer, primer_litres, hiding, state, tint)


def _hiding(
    colour: Colour | None, paint: Paint, over: Colour | None, rules: HouseRules, primer: Paint | None = None
) -> Hiding | None:
    """Return how many coats hide the colour there now, over a primer tinted to the new one where it is given; None
    where one of the two is not said."""
    if over is None or colour is None:
        return None
    primed = Primed(primer.hiding, rules.value("tint_share")) if primer is not None else None
    most, unseen = int(rules.value("most_coats")), rules.value("hidden_difference")
    return coats_to_hide(over.hex, colour.hex, paint.hiding, most, unseen, primed)


@by_identity(times=1, each="room")
def coated_surfaces(
    room: Room, changed_rules: dict[str, float], paints: tuple[Paint, ...], colours: tuple[Colour, ...]
) -> tuple[Coated, ...]:
    """Return the room's surfaces with what goes on them, in coats and litres."""
    rules = house_rules_of(changed_rules)
    by_colour = {colour.id: colour for colour in colours}
    return tuple(
        _coated(
            one.surface,
            one.finish,
            one.own,
            one.colour,
            one.paint,
            paints,
            by_colour.get(one.finish.over or ""),
            rules,
        )
        for one in finished_surfaces(room, changed_rules, paints, colours)
    )


class PaintNeed(msgspec.Struct, frozen=True):
    """What one room needs of one paint in one colour: litres by surface name."""

    paint: Paint
    colour: Colour | None
    parts: tuple[tuple[str, Figure], ...]

    def total(self, name: str) -> Figure:
        """Return the litres in all under the room's name."""
        return _parts_total(self, name[:60])


@by_identity(times=1, each="wall")
def _parts_total(need: PaintNeed, name: str) -> Figure:
    return total(name, "L", [figure for _, figure in need.parts], listed=True)


@by_identity(times=3, each="wall")
def _of_surface(litres: Figure, surface: Surface) -> Figure:
    """Return the litres of a surface under its name, with the word for several of its group."""
    return replace(litres, name=surface.name[:60], like=f"× {surface.group}")


@by_identity(times=1, each="room")
def paint_needs(
    room: Room, changed_rules: dict[str, float], paints: tuple[Paint, ...], colours: tuple[Colour, ...]
) -> Mapping[str, PaintNeed]:
    """Return what the room needs, by the key of its line to buy."""
    parts: dict[str, list[tuple[str, Figure]]] = {}
    what: dict[str, tuple[Paint, Colour | None]] = {}
    for one in coated_surfaces(room, changed_rules, paints, colours):
        if one.paint is not None and one.litres is not None and one.litres.value > 0:
            key = paint_line(one.paint.id, one.colour.id if one.colour else None)
            parts.setdefault(key, []).append((one.surface.name, _of_surface(one.litres, one.surface)))
            what[key] = (one.paint, one.colour)
        if one.primer is not None and one.primer_litres is not None and one.primer_litres.value > 0:
            key = paint_line(one.primer.id, one.tint.id if one.tint else None)
            parts.setdefault(key, []).append((one.surface.name, _of_surface(one.primer_litres, one.surface)))
            what[key] = (one.primer, one.tint)
    needs = {key: _need(*what[key], *(one for part in figures for one in part)) for key, figures in parts.items()}
    return MappingProxyType(needs)


@by_identity(times=1, each="wall")
def _need(paint: Paint, colour: Colour | None, *flat: str | Figure) -> PaintNeed:
    """Return a need from names and litres in turn; equal ones of the same figures are the same object."""
    names = [one for one in flat if isinstance(one, str)]
    figures = [one for one in flat if isinstance(one, Figure)]
    return PaintNeed(paint, colour, tuple(zip(names, figures, strict=True)))
