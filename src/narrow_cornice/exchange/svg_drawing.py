"""Drawings as SVG, to scale: one millimetre of paper is ``scale`` millimetres of the building."""

from __future__ import annotations

import base64
from html import escape

from narrow_cornice.drawing.letter_places import figure_place
from narrow_cornice.drawing.lettering import PARTED, fitted, in_lines, settled, usual_size
from narrow_cornice.drawing.marks import (
    MM_PER_POINT,
    ROLES,
    Area,
    Areas,
    Dimension,
    Drawing,
    Handle,
    Label,
    Mark,
    Pen,
    Photograph,
    Point,
    Strip,
    Stroke,
    dimension_line,
    lettered_for,
    reading_turn,
)
from narrow_cornice.exchange.going import one_by_one
from narrow_cornice.exchange.plain_text import printable

_FAMILY = {
    "text": "font-family='Lato, sans-serif'",
    "bold": "font-family='Lato, sans-serif' font-weight='700'",
    "name": "font-family='Vollkorn, serif' font-weight='600'",
    "slanted": "font-family='Vollkorn, serif' font-style='italic'",
}
TITLE_SIZE = 14
SUBTITLE_SIZE = 8.5  # points


def resolved(colour: str) -> str:
    """Return a role or colour as #rrggbb or #rrggbbaa on white paper."""
    return ROLES.get(colour, colour)


def _points(points: tuple[Point, ...]) -> str:
    return " ".join(f"{x:.2f},{y:.2f}" for x, y in points)


def _stroke(pen: Pen | None, scale: float) -> str:
    if pen is None:
        return ""
    weight = pen.weight * MM_PER_POINT * scale
    dash = f" stroke-dasharray='{4 * weight:.2f} {3 * weight:.2f}'" if pen.dashed else ""
    return f" stroke='{resolved(pen.colour)[:7]}' stroke-width='{weight:.2f}'{dash} stroke-linejoin='round'"


def _fill(colour: str) -> str:
    value = resolved(colour)
    opacity = f" fill-opacity='{int(value[7:9], 16) / 255:.3f}'" if len(value) == 9 else ""
    return f"fill='{value[:7]}'{opacity}"


def _about(mark: Mark) -> str:
    return f" data-about='{escape(printable('/'.join(mark.about.parts)))}'" if mark.about else ""


def _text(
    at: Point, text: str, size: float, colour: str, anchor: str, family: str, *, scale: float, turn: float = 0
) -> str:
    x, y = at
    tall = size * MM_PER_POINT * scale
    place = {"left": "start", "middle": "middle", "right": "end"}[anchor]
    rotate = f" transform='rotate({turn:g} {x:.2f} {y:.2f})'" if turn else ""
    return (
        f"<text x='{x:.2f}' y='{y + tall * 0.35:.2f}' font-size='{tall:.2f}' text-anchor='{place}' {family} "
        f"fill='{resolved(colour)[:7]}'{rotate}>{escape(printable(text))}</text>"
    )


def _mark(mark: Mark, scale: float) -> list[str]:
    match mark:
        case Area(points=points, fill=fill, pen=pen):
            return [f"<polygon points='{_points(points)}' {_fill(fill)}{_stroke(pen, scale)}{_about(mark)}/>"]
        case Areas(outlines=outlines, fill=fill, pen=pen):
            ways = " ".join(f"M{_points(outline)}Z" for outline in outlines)
            return [f"<path d='{ways}' {_fill(fill)}{_stroke(pen, scale)}/>"]
        case Stroke(points=points, pen=pen, closed=closed):
            name = "polygon" if closed else "polyline"
            return [f"<{name} points='{_points(points)}' fill='none'{_stroke(pen, scale)}{_about(mark)}/>"]
        case Strip():
            bands = [f"<polygon points='{_points(quad)}' fill='{shade}'/>" for quad, shade in mark.bands()]
            return [f"<g{_about(mark)}>", *bands, "</g>"]
        case Label(at=at, text=text, size=size, colour=colour, anchor=anchor, face=face, turned=turned, within=within):
            if within is not None and len(text) * size * 0.52 * MM_PER_POINT * scale > within:
                return []
            letters = _text(at, text, size, colour, anchor, _FAMILY[face], scale=scale, turn=-90 if turned else 0)
            if not mark.patch:
                return [letters]
            wide, tall = usual_size(scale)(text, size, face)
            u, v = (tall * 0.4, wide / 2) if turned else (wide / 2, tall * 0.4)
            box = tuple((at[0] + x, at[1] + y) for x, y in ((-u, -v), (u, -v), (u, v), (-u, v)))
            return [f"<polygon points='{_points(box)}' fill='{resolved('paper')}' fill-opacity='0.85'/>", letters]
        case Dimension():
            return _dimension(mark, scale)
        case Handle():
            return []
        case Photograph(corner=(x, y)):
            held = base64.b64encode(mark.content).decode("ascii")
            return [
                f"<image x='{x:.2f}' y='{y:.2f}' width='{mark.wide:.2f}' height='{mark.tall:.2f}' "
                f"opacity='{mark.opacity:g}' preserveAspectRatio='none' href='data:image/png;base64,{held}'/>"
            ]


def _dimension(mark: Dimension, scale: float) -> list[str]:
    """Return a dimension: its line, the two legs, a dot at each end and the figure."""
    a, b = dimension_line(mark)
    thin = Pen(mark.colour, 0.5)
    middle = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
    at = figure_place(mark, 8 * mark.small * mark.lift * MM_PER_POINT * scale)
    parts, points = [f"<g{_about(mark)}>"], 8 * mark.small
    for line in ((a, b), (mark.start, a), (mark.end, b)):
        parts.append(f"<polyline points='{_points(line)}' fill='none'{_stroke(thin, scale)}/>")
    for x, y in (a, b):
        parts.append(f"<circle cx='{x:.2f}' cy='{y:.2f}' r='{0.5 * scale:.2f}' fill='{resolved(mark.colour)[:7]}'/>")
    if mark.beside:
        right = a[0] >= mark.start[0]
        at = (middle[0] + (1.5 if right else -1.5) * scale, middle[1])
        parts.append(
            _text(at, mark.text, points, mark.colour, "left" if right else "right", _FAMILY["text"], scale=scale)
        )
        return [*parts, "</g>"]
    parts.append(
        _text(at, mark.text, points, mark.colour, "middle", _FAMILY["text"], scale=scale, turn=reading_turn(a, b))
    )
    return [*parts, "</g>"]


def svg_drawing(drawing: Drawing, scale: float, *, plain: bool = False) -> str:
    """Return the drawing as an SVG document at 1 : ``scale``, with its title over it unless it is to be ``plain`` or
    is a sheet that carries its own."""
    drawing = lettered_for(drawing, 1.0 / scale)
    left, top, right, bottom = drawing.bounds
    if plain or drawing.sheet:
        parts = [
            f"<svg xmlns='http://www.w3.org/2000/svg' width='{(right - left) / scale:.2f}mm' "
            f"height='{(bottom - top) / scale:.2f}mm' "
            f"viewBox='{left:.2f} {top:.2f} {right - left:.2f} {bottom - top:.2f}'>",
            f"<title>{escape(printable(drawing.title))}</title>",
        ]
        for mark in one_by_one(settled(drawing, usual_size(scale)).marks, "line"):
            parts += _mark(mark, scale)
        return "\n".join([*parts, "</svg>", ""])
    wide = max(right - left, 80 * scale)
    size_of = usual_size(scale)
    words = in_lines(
        f"{drawing.subtitle}{PARTED}1 : {scale:g}",
        wide - 6 * scale,
        lambda text: size_of(text, SUBTITLE_SIZE, "slanted")[0],
    )
    head = (12 + 4 * len(words)) * scale  # paper for the title, 16 mm where one line is enough
    tall = bottom - top + head
    begin = left + 3 * scale
    title = fitted(printable(drawing.title), wide - 6 * scale, lambda text: size_of(text, TITLE_SIZE, "name")[0])
    parts = [
        f"<svg xmlns='http://www.w3.org/2000/svg' width='{wide / scale:.2f}mm' height='{tall / scale:.2f}mm' "
        f"viewBox='{left:.2f} {top - head:.2f} {wide:.2f} {tall:.2f}'>",
        f"<title>{escape(printable(drawing.title))}</title>",
        _text((begin, top - head + 5 * scale), title, TITLE_SIZE, "ink", "left", _FAMILY["name"], scale=scale),
    ]
    for number, text in enumerate(words):
        at = (begin, top - head + (11 + 4 * number) * scale)
        parts.append(_text(at, text, SUBTITLE_SIZE, "soft", "left", _FAMILY["slanted"], scale=scale))
    for mark in one_by_one(settled(drawing, size_of).marks, "line"):
        parts += _mark(mark, scale)
    return "\n".join([*parts, "</svg>", ""])
