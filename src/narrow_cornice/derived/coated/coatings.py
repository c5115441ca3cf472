"""What goes on each surface: the finish in force, its coats, its litres; and what a room needs of each paint."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

import msgspec
from msgspec.structs import replace

from narrow_cornice.derived.coated.surface import Surface, none_here
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.explained.figures import Figure, choice, table, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.finishes.coats import Hiding, Primed, coats_to_hide
from narrow_cornice.finishes.spread import (
    Method,
    State,
    Texture,
    drunk,
    litres,
    loss_of,
    practical_spread,
    theoretical_spread,
)
from narrow_cornice.finishes.systems import System, systems
from narrow_cornice.finishes.woods import opacities, species
from narrow_cornice.job.finishes import Colour, Finish, Paint, Substrate
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity

NO_FINISH = Finish()  # what is on a surface nobody gave anything


class Finished(msgspec.Struct, frozen=True, gc=False):
    """A surface with the finish in force: what a drawing needs to know of it."""

    surface: Surface
    finish: Finish
    own: bool
    colour: Colour | None
    paint: Paint | None

    @property
    def left(self) -> bool:
        """Whether it stays as it is."""
        return is_left(self.surface, self.finish)

    @property
    def waits(self) -> bool:
        """Whether somebody still has to say what goes on it."""
        return self.paint is None and not self.left and self.finish.covering is None


class Coated(Finished, frozen=True, gc=False):
    """A surface with its finish: coats and litres as figures, None where no paint is chosen yet; the ``state`` it is
    painted in, the colour its primer is tinted to where it is and by what share, the sealer that comes last with its
    litres, and the ``area`` that is painted where it is not all of it. One that is ``left`` stays as it is, one with a
    ``covering`` is papered or tiled."""

    coats: Figure | None = None
    litres: Figure | None = None
    primer: Paint | None = None
    primer_litres: Figure | None = None
    hiding: Hiding | None = None
    state: State = "sound"
    tint: Colour | None = None
    seal: Paint | None = None
    seal_coats: Figure | None = None
    seal_litres: Figure | None = None
    area: Figure | None = None

    @property
    def painted(self) -> Figure:
        """Return the area that is painted."""
        return self.area or self.surface.net

    @property
    def substrate(self) -> Substrate:
        """Return what it is of: as somebody said, else as it looks."""
        return self.finish.substrate or self.surface.substrate

    @property
    def method(self) -> Method:
        """Return how paint is put on."""
        return method_of(self.finish)

    @property
    def system(self) -> System | None:
        """Return the system it is finished by, None for none."""
        return systems().get(self.finish.system)

    @property
    def works(self) -> tuple[str, ...]:
        """Return what is done to it before paint, by the keys of the preparations."""
        if self.finish.preparation is not None:
            return self.finish.preparation
        if self.system is not None:
            return self.system.works
        return USUAL_WORKS[self.state if self.surface.found != "bare" else "bare"]


USUAL_WORKS: dict[State, tuple[str, ...]] = {
    "sound": ("wash", "sand"),
    "patched": ("wash", "sand"),
    "glossy": ("wash", "dull"),
    "bare": (),
}


def method_of(finish: Finish) -> Method:
    """Return how paint is put on: as its system has it where that says so."""
    system = systems().get(finish.system)
    return system.method if system is not None and system.method is not None else finish.method


def texture_of(finish: Finish) -> Texture:
    """Return the texture in force: a system's where it has one and nobody said a rougher."""
    system = systems().get(finish.system)
    if system is not None and system.texture is not None and finish.texture == "smooth":
        return system.texture
    return finish.texture


def is_left(surface: Surface, finish: Finish) -> bool:
    """Return whether a surface stays as it is: by decision, or while nobody asked for it; of one that is covered all
    over nothing is left to ask for."""
    asked = surface.asked and surface.net.value > 0
    return finish.left or (not asked and finish.paint is None and finish.covering is None)


def paint_line(paint: str, colour: str | None) -> str:
    """Return the key of the line to buy for a paint in a colour."""
    return f"paint:{paint}:{colour or ''}"


def primer_of(finish: Finish, surface: Surface, paints: tuple[Paint, ...], needed: bool) -> Paint | None:
    """Return the primer of a surface: the one that was chosen, or where none was the first of the job that is for such
    a surface, if one is ``needed``."""
    if finish.primer is not None:
        return next((paint for paint in paints if paint.id == finish.primer), None)
    substrate = finish.substrate or surface.substrate
    fit = sorted((one for one in paints if one.primer and one.on in ("anything", substrate)), key=_for_anything)
    return next(iter(fit), None) if needed else None


def _for_anything(primer: Paint) -> bool:
    return primer.on == "anything"  # one for the very thing comes first


def _coats(finish: Finish, paint: Paint, hiding: Hiding | None, rules: HouseRules) -> Figure:
    if finish.coats is not None:
        return choice("coats", finish.coats, "", note="chosen")
    if paint.stains:
        return table("coats", opacities()[paint.opacity].coats, "", f"usual of a {paint.opacity} stain")
    system = systems().get(finish.system)
    if system is not None and system.coats is not None and (hiding is None or hiding.coats <= system.coats):
        return table("coats", system.coats, "", f"system: {system.name.lower()}")
    if hiding is not None and hiding.coats > rules.value("coats"):
        seen = "hidden" if hiding.hides else "still seen"
        return table("coats", hiding.coats, "", f"to hide the colour there now; ΔE00 {hiding.left:.1f}, {seen}")
    return rules.figure("coats")


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
def _spread_of(paint: Paint, method: Method, rules: HouseRules) -> Figure:
    solids = table("volume solids", paint.solids, "%", f"{paint.name}, maker's sheet")
    film = table("dry film", paint.film, "µm", f"{paint.name}, maker's sheet")
    return practical_spread(theoretical_spread(solids, film), loss_of(method, rules))


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=5, each="wall")
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
    system = systems().get(finish.system)
    state: State = finish.state or (system.state if system is not None and system.state else surface.found)
    if paint is None or is_left(surface, finish) or finish.covering is not None:
        return Coated(surface, finish, own, colour, None, state=state)
    hiding, strong = _hiding(colour, paint, over, rules), False
    if hiding is not None and not hiding.hides:
        strong = True
    everywhere = rules.value("prime_everywhere") > 0
    priming = system.primer if system is not None else "as usual"
    usual = state != "sound" or strong or everywhere
    needed = (usual or priming == "always") and priming != "never" and not paint.primer and not paint.stains
    primer = primer_of(finish, surface, paints, needed)
    tint = None
    if primer is not None and strong:
        tint, hiding = colour, _hiding(colour, paint, over, rules, primer)
    coats = _coats(finish, paint, hiding, rules)
    method, texture = method_of(finish), texture_of(finish)
    patches_alone = system is not None and system.part == "patches"
    area = None
    if patches_alone:
        area = surface.patches or none_here("patches")
        area = area if area.value < surface.net.value else surface.net  # part of it may be covered
    primer_litres = None
    drinks: State = state
    if primer is not None:
        once = choice("coats", 1, "", note="primer goes on once")
        spread = _spread_of(primer, method, rules)
        spots = state == "patched" and not strong and not everywhere
        patches = surface.patches if spots or patches_alone else None
        on = patches if patches is not None and patches.value < surface.net.value else surface.net
        primer_litres = litres(area or on, once, state, texture, spread, rules)
        drinks = "sound"  # primed stuff no longer drinks
    spread = _spread_of(paint, method, rules)
    if paint.stains and finish.species in species():
        spread = drunk(spread, table("drinks", species()[finish.species].drinks, "", species()[finish.species].name))
    amount = litres(area or surface.net, coats, drinks, texture, spread, rules)
    seal, seal_coats, seal_litres = _sealed(area or surface.net, finish, method, paints, rules)
    # Many fields: all that is said of one surface.
    return Coated(
        surface, finish, own, colour, paint, coats, amount, primer, primer_litres, hiding, state, tint,
        seal, seal_coats, seal_litres, area,
    )  # fmt: skip


def _sealed(
    area: Figure, finish: Finish, method: Method, paints: tuple[Paint, ...], rules: HouseRules
) -> tuple[Paint | None, Figure | None, Figure | None]:
    """Return the clear coat that comes last, how often, and its litres: the one chosen, else where the system asks for
    one the first of the job's."""
    system = systems().get(finish.system)
    times = system.seal if system is not None else 0
    seal = next((one for one in paints if one.id == finish.seal), None) if finish.seal else None
    if seal is None and times and finish.seal is None:
        seal = next((one for one in paints if one.opacity == "clear"), None)
    if seal is None:
        return None, None, None
    coats = table("coats", times or 1, "", "of a sealer")
    way: Method = "brush" if method == "trowel" else method
    return seal, coats, litres(area, coats, "sound", "smooth", _spread_of(seal, way, rules), rules)


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
        for also, amount, tone in ((one.primer, one.primer_litres, one.tint), (one.seal, one.seal_litres, None)):
            if also is not None and amount is not None and amount.value > 0:
                key = paint_line(also.id, tone.id if tone else None)
                parts.setdefault(key, []).append((one.surface.name, _of_surface(amount, one.surface)))
                what[key] = (also, tone)
    needs = {key: _need(*what[key], *(one for part in figures for one in part)) for key, figures in parts.items()}
    return MappingProxyType(needs)


@by_identity(times=1, each="wall")
def _need(paint: Paint, colour: Colour | None, *flat: str | Figure) -> PaintNeed:
    """Return a need from names and litres in turn; equal ones of the same figures are the same object."""
    names = [one for one in flat if isinstance(one, str)]
    figures = [one for one in flat if isinstance(one, Figure)]
    return PaintNeed(paint, colour, tuple(zip(names, figures, strict=True)))
