"""What goes on each surface: the finish in force, its coats, its litres; and what a room needs of each paint."""

from __future__ import annotations

from dataclasses import dataclass

from narrow_cornice.errors import CorniceError
from narrow_cornice.finishes.coats import Hiding, coats_to_hide
from narrow_cornice.finishes.spread import litres, loss_of, practical_spread, theoretical_spread
from narrow_cornice.job.memo import by_identity
from narrow_cornice.job.model import Colour, Finish, Paint, Room
from narrow_cornice.takeoff.rooms import house_rules_of
from narrow_cornice.takeoff.surfaces import Surface, room_surfaces
from narrow_cornice.working.figures import Figure, choice, table
from narrow_cornice.working.house_rules import HouseRules


@dataclass(frozen=True, slots=True)
class Coated:
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


@by_identity(keep=1024)
def coated_surfaces(
    room: Room, changed_rules: dict[str, float], paints: tuple[Paint, ...], colours: tuple[Colour, ...]
) -> tuple[Coated, ...]:
    """Return the room's surfaces with what goes on them."""
    rules = house_rules_of(changed_rules)
    by_paint = {paint.id: paint for paint in paints}
    by_colour = {colour.id: colour for colour in colours}
    none = Finish()
    coated = []
    for surface in room_surfaces(room, changed_rules):
        own = room.finishes.get(surface.key)
        finish = own or room.finishes.get(surface.group, none)
        paint = by_paint.get(finish.paint or "")
        colour = by_colour.get(finish.colour or "")
        if paint is None:
            coated.append(Coated(surface, finish, own is not None, colour, None))
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
            one = choice("coats", 1, "", note="primer goes on once")
            primer_litres = litres(surface.net, one, state, finish.texture, _spread(primer, finish), rules)
            state = "sound"  # primed stuff no longer drinks
        amount = litres(surface.net, coats, state, finish.texture, _spread(paint, finish), rules)
        coated.append(
            Coated(surface, finish, own is not None, colour, paint, coats, amount, primer, primer_litres, hiding)
        )
    return tuple(coated)


@dataclass(frozen=True, slots=True)
class PaintNeed:
    """What one room needs of one paint in one colour: litres by surface name."""

    paint: Paint
    colour: Colour | None
    parts: tuple[tuple[str, Figure], ...]

    @property
    def litres(self) -> float:
        """Return the litres in all."""
        return sum(figure.value for _, figure in self.parts)


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


def named(colours: tuple[Colour, ...], colour_id: str) -> Colour:
    """Return the colour of that identity. Raises CorniceError."""
    for colour in colours:
        if colour.id == colour_id:
            return colour
    raise CorniceError(f"There is no colour “{colour_id[:40]}”.", where="colour")
