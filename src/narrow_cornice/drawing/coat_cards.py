"""The coats of a room as cards: each finish as it is seen from what is there now to its last coat, and where it
goes."""

from __future__ import annotations

import math

from narrow_cornice.derived.coated.coatings import Coated, coated_surfaces
from narrow_cornice.derived.coated.layers import Layer, layers_of
from narrow_cornice.drawing.marks import Area, Drawing, Label, Mark, Pen, Stroke, bounds_of
from narrow_cornice.explained.figures import total
from narrow_cornice.job.finishes import Colour, Paint
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import SurfacePath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity

WIDE, TALL, GAP = 300.0, 78.0, 52.0
BELOW = 84.0  # room for the words below a card, which do not shrink with it
FEWEST = 3  # columns
LYING = 2.4  # how much wider than tall a sheet of them is
STEP = 7.0  # by which each coat stops short of the one below it, as on a painter's own card


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="drawing")
def coat_cards(
    room: Room,
    changed_rules: dict[str, float],
    paints: tuple[Paint, ...],
    colours: tuple[Colour, ...],
    settings: Settings,
) -> Drawing:
    """Return a card for each finish of a room: its coats one over the other, each stopping short of the one below."""
    title = f"{room.name[:60]}, coat by coat"
    rules = house_rules_of(changed_rules)
    cards: dict[tuple[object, ...], list[tuple[Coated, tuple[Layer, ...]]]] = {}
    for one in coated_surfaces(room, changed_rules, paints, colours):
        if (layers := layers_of(one, colours, rules)) and one.painted.value > 0:
            cards.setdefault((one.paint, one.primer, layers), []).append((one, layers))
    if not cards:
        said = "No surface has a paint and a colour yet: give it both in the sheet below."
        return Drawing(title, said, (), (0.0, 0.0, 200.0, 120.0))
    marks: list[Mark] = []
    columns = max(FEWEST, math.ceil(math.sqrt(len(cards) * LYING * (TALL + BELOW + GAP) / (WIDE + GAP))))
    for place, mine in enumerate(cards.values()):
        row, column = divmod(place, columns)
        marks += _card(room.id, mine, column * (WIDE + GAP), row * (TALL + BELOW + GAP), settings)
    return Drawing(title, "from what is there now, at the left, to the last coat", tuple(marks), bounds_of(marks, 10))


def _card(
    room_id: str, mine: list[tuple[Coated, tuple[Layer, ...]]], left: float, top: float, settings: Settings
) -> list[Mark]:
    one, layers = mine[0]
    about = SurfacePath.by_key(room_id, one.surface.key)
    marks: list[Mark] = []
    wide = WIDE / len(layers)
    for place, layer in enumerate(layers):  # each coat begins where the one below has been seen
        x, up = left + place * wide, top + place * STEP / len(layers)
        marks.append(Area(((x, up), (left + WIDE, up), (left + WIDE, top + TALL), (x, top + TALL)), layer.tone, about))
        marks.append(Stroke(((x, up), (x, top + TALL)), Pen("soft", 0.5), about=about))
        marks.append(Label((x + wide / 2, top + TALL + 14), layer.words, 7.5, "soft", within=wide + 6, about=about))
    corners = ((left, top), (left + WIDE, top), (left + WIDE, top + TALL), (left, top + TALL))
    marks.append(Stroke(corners, Pen("ink", 0.8), closed=True, about=about))
    colour = one.colour.name if one.colour is not None else "its own colour"
    paint = one.paint.name if one.paint is not None else ""
    where = one.surface.name if len(mine) == 1 else f"{one.surface.name[:40]} and {len(mine) - 1} more"
    area = total("area", "m²", [each.painted for each, _ in mine], listed=True).shown(settings)
    name, said = f"{colour[:40]}, {paint[:40].lower()}", f"{where[:60]}, {area}"
    marks.append(Label((left, top + TALL + 40), name, 9, "ink", "left", "bold", about=about))
    marks.append(Label((left, top + TALL + 66), said, 8, "soft", "left", about=about))
    return marks
