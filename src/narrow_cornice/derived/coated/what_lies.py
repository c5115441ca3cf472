"""What lies on a wall or opens in it: as much of it as there is within the wall, under its ceiling, in a band of it."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from typing import NamedTuple

from narrow_cornice.derived.coated.areas import rectangle
from narrow_cornice.derived.coated.surface import none_here
from narrow_cornice.derived.measured.rooms import OpeningFace, WallFace
from narrow_cornice.explained.figures import Figure, total
from narrow_cornice.survey.faces import Rect
from narrow_cornice.trim.runs import height_on

SLICES = 24  # what a sloped ceiling cuts is counted in so many upright slices, each as high as its middle


def _under(face: WallFace, rect: Rect) -> list[Rect]:
    """Return as much of a rectangle as lies on the wall and under its ceiling: itself, or where the ceiling is lower
    than its upper edge upright slices of it."""
    rect = rect.within(Rect(0.0, 0.0, face.length, rect.v1))
    if rect.area <= 0:
        return []
    places = [rect.u0, *(u for u, _ in face.upper_edge if rect.u0 < u < rect.u1), rect.u1]
    made = []
    for left, right in itertools.pairwise(places):
        tops = [height_on(face.upper_edge, u) for u in (left, right)]
        if min(tops) >= rect.v1 - 1e-9:
            made.append(Rect(left, rect.v0, right, rect.v1))
            continue
        count = 1 if tops[0] == tops[1] else SLICES
        for number in range(count):
            u0, u1 = (left + (right - left) * place / count for place in (number, number + 1))
            made.append(Rect(u0, rect.v0, u1, min(rect.v1, height_on(face.upper_edge, (u0 + u1) / 2))))
    return [one for one in made if one.area > 0]


def _rect_figure(name: str, rect: Rect, like: str) -> Figure:
    return rectangle(
        Figure("width", rect.wide, "mm", "reading", note="on the wall, within this part"),
        Figure("height", rect.tall, "mm", "reading", note="on the wall, within this part"),
        called=name,
        like=like,
    )


class Lying(NamedTuple):
    """Something on a wall: its name, the word for several of its kind, and the rectangles it is of: one, or of what a
    sloped ceiling or an arch cuts many upright slices; and whether these ``follow`` the ceiling as they are, each as
    high as its middle."""

    name: str
    like: str
    rects: tuple[Rect, ...]
    follow: bool = False

    def within(self, band: Rect) -> Lying:
        """Return what of it lies in a band of its wall."""
        return self._replace(rects=tuple(one for rect in self.rects if (one := rect.within(band)).area > 0))

    def under(self, face: WallFace) -> Lying:
        """Return what of it lies on its wall and under the ceiling."""
        if self.follow:  # cut again, each slice would lose a corner
            return self.within(Rect(0.0, 0.0, face.length, face.tallest))
        return self._replace(rects=tuple(part for rect in self.rects for part in _under(face, rect)))

    def figure(self) -> Figure:
        """Return its area: of one rectangle by its sides."""
        if len(self.rects) == 1:
            return _rect_figure(self.name, self.rects[0], self.like)
        area = sum(rect.area for rect in self.rects) / 1_000_000
        note = "as much of it as there is under its ceiling or its arch, in upright slices"
        return Figure(self.name, area, "m²", "table", note=note, like=self.like)


def together(name: str, parts: Sequence[Lying], union: float) -> Figure:
    """Return what lies on a wall as one area; what lies in two of them, or in an opening, is counted once."""
    figures = [one.figure() for one in parts if one.rects]
    if not figures:
        return none_here(name)
    counted = sum(figure.value for figure in figures)
    twice = counted - union / 1_000_000
    if abs(twice) > 1e-9:
        figures.append(Figure("counted twice", -twice, "m²", "table", note="where these lie over one another"))
    return total(name, "m²", figures)


def _arch_is_free(face: WallFace, one: OpeningFace, lying: Sequence[Rect]) -> bool:
    """Return whether what an arch leaves of its rectangle is wall and nothing else: within the wall, under its ceiling,
    with nothing lying on it or opening beside it."""
    rect = one.rect
    head = Rect(rect.u0, rect.v1 - min(one.opening.rise.mm, rect.tall), rect.u1, rect.v1)
    inside = rect.u0 >= 0.0 and rect.u1 <= face.length
    clear = inside and all(height_on(face.upper_edge, u) >= rect.v1 - 1e-9 for u in (rect.u0, rect.u1))
    others = [*lying, *(other.rect for other in face.openings if other is not one)]
    return clear and not any(other.within(head).area > 1.0 for other in others)


def _arched(one: OpeningFace) -> list[Rect]:
    """Return an opening as it is cut: of an arch upright slices, each as high as its middle."""
    rect, rise = one.rect, min(one.opening.rise.mm, one.rect.tall)
    if one.opening.kind != "arch" or rise <= 0:
        return [rect]
    made, half = [], rect.wide / 2
    for number in range(2 * SLICES):
        u0, u1 = (rect.u0 + rect.wide * place / (2 * SLICES) for place in (number, number + 1))
        share = ((u0 + u1) / 2 - rect.u0 - half) / half
        made.append(Rect(u0, rect.v0, u1, rect.v1 - rise + rise * math.sqrt(max(0.0, 1.0 - share * share))))
    return made


def openings_of(face: WallFace, lying: Sequence[Lying]) -> tuple[list[Lying], set[str]]:
    """Return the openings of a wall as they are cut, and by their identities the arches that are counted as rectangles
    less their spandrels."""
    rects = [rect for one in lying for rect in one.rects]
    arches = {one.opening.id for one in face.openings if _arch_is_free(face, one, rects)}
    shapes = [((one.rect,) if one.opening.id in arches else tuple(_arched(one)), one) for one in face.openings]
    return [Lying(one.opening.name, "openings", shape).under(face) for shape, one in shapes], arches
