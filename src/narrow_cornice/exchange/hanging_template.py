"""What hangs on walls for whoever hangs it: marks from the left end of the wall and the floor as a list, and templates
at full size to tape on the wall."""

from __future__ import annotations

import math
from collections.abc import Iterator
from functools import partial
from typing import NamedTuple

from narrow_cornice.derived.risks import wall_risks
from narrow_cornice.derived.walled.flights import Flown, flights_of
from narrow_cornice.derived.walled.hung_pictures import HungGroup, galleries_of
from narrow_cornice.derived.walled.shown import screens_of
from narrow_cornice.drawing.marks import Pen
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.cautions import cautions_of
from narrow_cornice.exchange.csv_lists import written
from narrow_cornice.exchange.full_size import in_tiles, tiles_for
from narrow_cornice.exchange.going import one_by_one
from narrow_cornice.exchange.paper import Paper
from narrow_cornice.exchange.pdf_sheets import Sheet, foot
from narrow_cornice.job.edits import wall_name
from narrow_cornice.job.model import Job, Room
from narrow_cornice.units.show import bare_size

HEADINGS = ("room", "wall", "what", "mark", "from the left", "above the floor", "said")
MOST_TILES = 300
CROSS = 6.0  # mm
LEFT, ROW = 14.0, 5.2


class Mark(NamedTuple):
    """A place to mark on a wall, in mm from its left end and the floor: of what, its number, and what is said of it."""

    wall: str
    what: str
    number: str
    u: float
    v: float
    said: str


def marks_of(job: Job, room: Room) -> Iterator[Mark]:
    """Yield every place to mark on the walls of a room: hooks of pictures, middles of small things and of screens."""
    tones = {one.id: one.name for one in job.colours}
    for group in galleries_of(room, job.house_rules):
        wall = wall_name(room, group.gallery.wall)
        for one in group.hung:
            for number, (u, v) in enumerate(one.hooks, 1):
                said = f"{one.weight.value:.1f} kg, hanger of {one.rated}"
                what = f"{group.gallery.name}: {one.picture.name}"
                yield Mark(wall, what, f"hook {number}", u, v, said)
    for flown in flights_of(room, job.house_rules):
        if flown.things is None:
            continue
        wall = wall_name(room, flown.flight.wall)
        for number, ((u, v), tint) in enumerate(zip(flown.things.places, flown.things.colours, strict=True), 1):
            colour = flown.flight.colours[tint].colour if tint < len(flown.flight.colours) else ""
            yield Mark(wall, flown.flight.name, str(number), u, v, tones.get(colour, ""))
    for made in screens_of(room, job.house_rules):
        if not made.fault:
            middle = (made.box[0] + made.box[2]) / 2
            yield Mark(wall_name(room, made.shown.wall), made.shown.name, "middle", middle, made.centre, made.shown.way)


def marks_table(job: Job) -> str:
    """Return every mark of the house as CSV."""
    lines = []
    for room in job.rooms:
        for one in marks_of(job, room):
            places = (bare_size(one.u, job.settings), bare_size(one.v, job.settings))
            lines.append((room.name, one.wall, one.what, one.number, *places, one.said))
    return written(HEADINGS, lines)


def template_pdf(job: Job, room: Room, paper: Paper | None = None) -> bytes:
    """Return the marks of a room as a list, then each group and each flight at full size in tiles. Raises CorniceError
    for more tiles than anybody tapes together."""
    sheet = Sheet(job, f"{room.name}: templates to hang by", paper, to_scale=True)
    said = cautions_of(wall_risks(job, room))
    _list(sheet, job, room, said)
    groups = [one for one in galleries_of(room, job.house_rules) if one.hung]
    flown = [one for one in flights_of(room, job.house_rules) if one.things is not None]
    every: list[HungGroup | Flown] = [*groups, *flown]
    for one in one_by_one(every, "template"):
        wide, tall = _size(one)
        across, down = tiles_for(sheet, wide, tall)
        name = _name(one)
        if across * down > MOST_TILES:
            raise CorniceError(
                f"{name} takes {across * down} pages at full size.",
                remedy="Take a larger paper, or go by the list of marks.",
            )
        if isinstance(one, HungGroup):
            in_tiles(sheet, job, name, (wide, tall), said, partial(_pictures, sheet, job, one))
        else:
            in_tiles(sheet, job, name, (wide, tall), said, partial(_things, sheet, job, one))
    return sheet.content()


def _name(one: HungGroup | Flown) -> str:
    return one.gallery.name if isinstance(one, HungGroup) else one.flight.name


def _box(one: HungGroup | Flown) -> tuple[float, float, float, float]:
    if isinstance(one, HungGroup):
        return one.box
    assert one.things is not None
    half = float(one.flight.size.mm) / 2
    xs, ys = zip(*one.things.places, strict=True)
    return min(xs) - half, min(ys) - half, max(xs) + half, max(ys) + half


def _size(one: HungGroup | Flown) -> tuple[float, float]:
    left, bottom, right, top = _box(one)
    return right - left, top - bottom


def _list(sheet: Sheet, job: Job, room: Room, said: tuple[str, ...]) -> None:
    """Write the marks of a room, page after page."""
    y = 0.0
    for number, one in enumerate(marks_of(job, room)):
        if number == 0 or y > sheet.ends:
            sheet.page()
            sheet.text(LEFT, 16, f"{room.name}: marks to hang by", 14, face="name", room=sheet.wide - 2 * LEFT)
            sheet.text(LEFT, 22, "From the left end of the wall as one faces it, and from the floor.", 8, colour="soft")
            sheet.caution(said, 6.5)
            foot(sheet, job)
            y = 30.0
        sheet.text(LEFT, y, f"wall {one.wall}", 8, room=18)
        sheet.text(LEFT + 20, y, f"{one.what}, {one.number}", 8, room=78)
        sheet.text(LEFT + 112, y, bare_size(one.u, job.settings), 8, anchor="right")
        sheet.text(LEFT + 130, y, bare_size(one.v, job.settings), 8, anchor="right")
        sheet.text(LEFT + 134, y, one.said, 7, colour="soft", room=sheet.wide - LEFT * 2 - 134)
        y += ROW


def _pictures(sheet: Sheet, job: Job, group: HungGroup, left: float, top: float) -> None:
    """Draw a group at full size: frames, hooks with crosses, and where it lies on the wall."""
    x0, _, _, y1 = group.box
    for one in group.hung:
        a, b, c, d = one.box
        corners = ((a, b), (c, b), (c, d), (a, d))
        sheet.line(tuple((left + u - x0, top + y1 - v) for u, v in corners), Pen("ink", 0.5), closed=True)
        sheet.text(left + a - x0 + 4, top + y1 - d + 8, one.picture.name, 9, room=c - a - 8)
        for u, v in one.hooks:
            _cross(sheet, left + u - x0, top + y1 - v)
            words = f"{bare_size(u, job.settings)} · {bare_size(v, job.settings)}"
            sheet.text(left + u - x0 + 8, top + y1 - v - 2, words, 7, colour="soft")


def _things(sheet: Sheet, job: Job, flown: Flown, left: float, top: float) -> None:
    """Draw a flight at full size: each thing as a round with its number."""
    assert flown.things is not None
    x0, _, _, y1 = _box(flown)
    half = float(flown.flight.size.mm) / 2
    tones = {one.id: one.name for one in job.colours}
    for number, ((u, v), tint) in enumerate(zip(flown.things.places, flown.things.colours, strict=True), 1):
        x, y = left + u - x0, top + y1 - v
        ring = tuple((x + half * math.cos(n * math.pi / 18), y + half * math.sin(n * math.pi / 18)) for n in range(36))
        sheet.line(ring, Pen("ink", 0.4), closed=True)
        _cross(sheet, x, y)
        colour = flown.flight.colours[tint].colour if tint < len(flown.flight.colours) else ""
        sheet.text(x + 4, y - 3, f"{number} {tones.get(colour, '')}".strip(), 8, room=2 * half)


def _cross(sheet: Sheet, x: float, y: float) -> None:
    sheet.line(((x - CROSS, y), (x + CROSS, y)), Pen("ink", 0.5))
    sheet.line(((x, y - CROSS), (x, y + CROSS)), Pen("ink", 0.5))
