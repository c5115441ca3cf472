"""What is kept, drawn on its shelves, rails and trays: books as spines, clothes on hangers, boxes with their labels."""

from __future__ import annotations

import math
from collections.abc import Mapping

from narrow_cornice.casework.contents import kinds_kept
from narrow_cornice.casework.filling import Filling, Put, Spot, Things
from narrow_cornice.drawing.marks import About, Area, Mark, Pen, Point, Stroke

INKS = ("#7a8f86", "#8c5a45", "#a98e5f", "#5e7382", "#93a08c", "#6f5d57", "#b0a07c", "#4f6660")
CLOTH = ("#b9a58c", "#8b9aa0", "#a8876f", "#c3b59b", "#76858a", "#9c8f7c")
EDGE = Pen("line", 0.35)
MOST_DRAWN = 60  # of one kind on one spot; more are drawn as so many wider ones


def contents_marks(
    x: float, filling: Filling, spots: tuple[int, ...], things: Mapping[str, tuple[str, Things, About]]
) -> list[Mark]:
    """Return what is put on some of the spots of a filling, of a run whose left end is drawn at ``x``. ``things``
    says of each identity its kind, its sizes and what a pick of it selects."""
    mine = set(spots)
    marks: list[Mark] = []
    for put in filling.put:
        if put.spot in mine:
            kind, sizes, about = things[put.things]
            marks += _put(x, filling.spots[put.spot], put, kind, sizes, about)
    return marks


def _put(x: float, spot: Spot, put: Put, kind: str, sizes: Things, about: About) -> list[Mark]:
    left = x + spot.x + put.at
    marks: list[Mark] = []
    if put.pile > 1:
        rows = max(1, int((spot.tall + 1e-6) // sizes.tall))
        for number in range(-(-put.count * rows // put.pile)):
            at, up = left + number // rows * sizes.wide, spot.z + number % rows * sizes.tall
            marks += _stored(at, up, sizes.wide, sizes, number, about)
        return marks
    many = min(put.count, MOST_DRAWN)
    wide = sizes.wide * put.count / many
    for number in range(many):
        at = left + number * wide
        if spot.how == "rail":
            marks += _hung(at, spot, wide, sizes, number, about)
        elif spot.how == "tray":
            marks.append(_box(at, spot.z, wide, min(sizes.tall, spot.tall), CLOTH[number % len(CLOTH)], about))
        elif kinds_kept()[kind].wide < 60:
            marks.append(_spine(at, spot.z, wide, sizes.tall, number, about))
        else:
            marks += _stored(at, spot.z, wide, sizes, number, about)
    return marks


def _box(x: float, z: float, wide: float, tall: float, fill: str, about: About) -> Area:
    corners: tuple[Point, ...] = ((x, -z), (x + wide, -z), (x + wide, -z - tall), (x, -z - tall))
    return Area(corners, fill, about, EDGE)


def _spine(x: float, z: float, wide: float, tall: float, number: int, about: About) -> Area:
    """Return a book among books: no two neighbours are quite alike, and none is taller than the kind is."""
    shorter = (0.82 + 0.18 * abs(math.sin(number * 2.4 + 1.0))) * tall
    return _box(x, z, wide, shorter, INKS[(number * 5 + number // 7) % len(INKS)], about)


def _stored(x: float, z: float, wide: float, sizes: Things, number: int, about: About) -> list[Mark]:
    """Return a box or a pile with a line where its lid or its fold is."""
    gap = min(12.0, wide * 0.04)
    fill = CLOTH[number % len(CLOTH)]
    box = _box(x + gap, z, wide - 2 * gap, sizes.tall, fill, about)
    lid = -z - sizes.tall * 0.78
    return [box, Stroke(((x + gap, lid), (x + wide - gap, lid)), EDGE, about=about)]


def _hung(x: float, spot: Spot, wide: float, sizes: Things, number: int, about: About) -> list[Mark]:
    """Return a garment seen from its side, hanging from its rail."""
    top = -(spot.z + spot.tall)
    hem = top + min(sizes.tall * (0.84 + 0.16 * abs(math.sin(number * 1.7))), spot.tall)
    shoulder = top + 60.0
    corners: tuple[Point, ...] = (
        (x + wide * 0.5, top),
        (x + wide * 0.85, shoulder),
        (x + wide * 0.95, hem),
        (x + wide * 0.05, hem),
        (x + wide * 0.15, shoulder),
    )
    return [Area(corners, CLOTH[(number * 3 + 1) % len(CLOTH)], about, EDGE)]
