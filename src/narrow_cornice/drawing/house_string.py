"""The house in colour: one card a room, its colours by true area, threads where neighbours share a family, gaps where
they do not, and what would mend one."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence

from narrow_cornice.derived.coloured.house_colours import Link, links_of, mends, rooms_in_order
from narrow_cornice.derived.coloured.room_palette import Shade, palette_of_room
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.drawing.marks import LAID_WIDE, Area, Drawing, Label, Mark, Pen, Point, Stroke, bounds_of
from narrow_cornice.drawing.room_colours import ink_on
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import NeighboursPath, RolePath, RoomPath
from narrow_cornice.memo import by_identity
from narrow_cornice.zones.plan_shapes import edges

TALL, FOOT, EDGE = 1450.0, 520.0, 34.0
LINE = 165.0  # between two lines of a name, so that large letters have room
NARROWEST, WIDEST = 620.0, 900.0
GAP = 240.0
LEAST_BAND = 48.0  # of a card's height, below which a colour is a line
NAMED_BAND = 96.0
ROW = 3200.0
MOST_IN_ROW = 6
STEPS = 18
STRAIGHT = 430.0  # that a hanging thread falls past the words of threads between neighbours
HANGS, HANGS_LOWER = 220.0, 600.0  # how far the highest bows below that, and each further one
ASIDE = 70.0  # between threads that hang from one card


@by_identity(times=2, each="job")
def house_string(job: Job, room_id: str) -> Drawing:
    """Return the rooms of a job as a string of palettes; the room that is looked at is marked."""
    rooms = rooms_in_order(job)
    title = "The house in colour"
    if not rooms:
        said = "No room has a colour yet: give surfaces colours in Roles."
        return Drawing(title, said, (), (0.0, 0.0, 3000.0, 1600.0))
    marks: list[Mark] = []
    places: dict[str, tuple[float, float, float, dict[str, float]]] = {}
    wides = [_wide(job, room) for room in rooms]
    in_row = min(MOST_IN_ROW, math.ceil(len(rooms) / math.ceil(len(rooms) / MOST_IN_ROW)))
    x = y = 0.0
    for number, (room, wide) in enumerate(zip(rooms, wides, strict=True)):
        if number and number % in_row == 0:
            x, y = 0.0, y + ROW
        card, middles = _card(job, room, x, y, wide, chosen=room.id == room_id)
        marks += card
        places[room.id] = (x, y, wide, middles)
        x += wide + GAP
    links, order = links_of(job), [room.id for room in rooms]
    lower = _levels(links, places, order)
    for link in links:
        marks += _thread(job, link, places, order, lower.get((link.first, link.second), 0))
    said = "one card a room, as wide as its walls are long · a thread where two rooms share a family, a gap where not"
    return Drawing(title, said, tuple(marks), bounds_of(marks, 60.0), wide=LAID_WIDE)


def _wide(job: Job, room: Room) -> float:
    measured = measured_room(room, job.house_rules)
    round_it = sum(math.dist(a, b) for a, b in edges(measured.plan.corners)) if measured.plan.determined else 0.0
    return min(WIDEST, max(NARROWEST, round_it / 22.0))


# Many parameters: a room, and where its card lies.
def _card(
    job: Job, room: Room, x: float, y: float, wide: float, *, chosen: bool
) -> tuple[list[Mark], dict[str, float]]:
    """Return the card of a room, and the middle of each of its colours, by their identity."""
    shades = palette_of_room(job, room)
    whole = sum(shade.area.value for shade in shades) or 1.0
    about = RoomPath(room.id)
    outer = _box(x - EDGE, y - EDGE, wide + 2 * EDGE, TALL + FOOT + 2 * EDGE)
    marks: list[Mark] = [Area(tuple((px + 14, py + 16) for px, py in outer), "#2a272420")]
    marks.append(Area(outer, "paper", about, Pen("verdigris", 2.0) if chosen else Pen("rule", 0.8)))
    heights = _heights([shade.area.value / whole for shade in shades])
    middles: dict[str, float] = {}
    at = y
    for shade, tall in zip(shades, heights, strict=True):
        path = RolePath(room.id, shade.colour)
        marks.append(Area(_box(x, at, wide, tall), shade.hex, path))
        middles[shade.colour] = at + tall / 2.0
        ink = ink_on(shade.hex)
        share = 100.0 * shade.area.value / whole
        if tall >= NAMED_BAND:
            top = at + min(tall / 2.0, 74.0) if tall > 200.0 else at + tall / 2.0
            marks.append(
                Label((x + 22, top), shade.name.partition(",")[0][:22], 9, ink, "left", about=path, within=wide - 190)
            )
            marks.append(Label((x + wide - 22, top), f"{share:.0f}", 8.5, ink, "right", about=path))
        at += tall
    marks.append(Stroke(_box(x, y, wide, TALL), Pen("rule", 0.5), closed=True))
    foot = y + TALL + 120
    lines = _in_two(room.name[:26])
    for line, words in enumerate(lines):
        marks.append(
            Label((x + 8, foot + LINE * line), words, 11, "ink", "left", "name", about=about, within=wide + EDGE)
        )
    moods = ", ".join(one.shown for one in (room.brief.moods or job.brief.moods))[:34]
    at_foot = (x + 8, foot + LINE * len(lines))
    marks.append(Label(at_foot, moods, 9, "soft", "left", "slanted", about=about, within=wide))
    return marks, middles


def _in_two(name: str) -> tuple[str, ...]:
    """Return a name in two lines, parted at the blank nearest to its middle, where it is long and has one."""
    blanks = [index for index, sign in enumerate(name) if sign == " "]
    if len(name) < 9 or not blanks:
        return (name,)
    at = min(blanks, key=lambda index: abs(index - len(name) / 2.0))
    return name[:at], name[at + 1 :]


def _heights(shares: Sequence[float]) -> list[float]:
    """Return the heights of bands by their shares, none so small that nobody sees it; together a card's."""
    raw = [max(LEAST_BAND, share * TALL) for share in shares]
    over = sum(raw) - TALL
    spare = sum(one - LEAST_BAND for one in raw)
    return [one - over * (one - LEAST_BAND) / spare if spare > 0 else TALL / len(raw) for one in raw]


def _box(x: float, y: float, wide: float, tall: float) -> tuple[Point, ...]:
    return ((x, y), (x + wide, y), (x + wide, y + tall), (x, y + tall))


Places = dict[str, tuple[float, float, float, dict[str, float]]]


def _levels(links: Sequence[Link], places: Places, order: Sequence[str]) -> dict[tuple[str, str], int]:
    """Return how far down each thread hangs that joins cards of one row that are not beside one another: the shorter
    ones higher, and none where another hangs that it would cross."""
    spans: list[tuple[int, int, tuple[str, str]]] = []
    for link in links:
        if link.first in places and link.second in places and places[link.first][1] == places[link.second][1]:
            first, last = sorted((order.index(link.first), order.index(link.second)))
            if last - first > 1:
                spans.append((first, last, (link.first, link.second)))
    levels: dict[tuple[str, str], int] = {}
    hung: list[tuple[int, int, int]] = []
    for first, last, key in sorted(spans, key=lambda one: (one[1] - one[0], one[0])):
        taken = {level for a, b, level in hung if a < last and first < b}
        levels[key] = next(level for level in range(len(spans) + 1) if level not in taken)
        hung.append((first, last, levels[key]))
    return levels


# Many parameters: a link, where the cards lie in their order, and how far down it hangs.
def _thread(job: Job, link: Link, places: Places, order: Sequence[str], level: int) -> Iterator[Mark]:
    """Yield the thread between two cards: from colour to colour where they agree, broken where they do not."""
    one, other = link.first, link.second
    if one not in places or other not in places:
        return
    if order.index(one) > order.index(other):
        one, other = other, one
    through = link.through
    if through is not None and one != link.first:
        through = (through[1], through[0])
    path = NeighboursPath(link.first, link.second)
    (x0, y0, w0, m0), (x1, y1, w1, m1) = places[one], places[other]
    pen = Pen("verdigris", 1.6) if through is not None else Pen("soft" if link.on_purpose else "rust", 1.4, dashed=True)
    start_y = m0[through[0].colour] if through is not None else y0 + TALL * 0.3
    end_y = m1[through[1].colour] if through is not None else y1 + TALL * 0.36
    beside = y0 == y1 and order.index(other) == order.index(one) + 1
    if beside:
        start, end = (x0 + w0, start_y), (x1, end_y)
        yield Stroke(_curve(start, end), pen, about=path)
        words_at = ((start[0] + end[0]) / 2.0, max(y0, y1) + TALL + FOOT + 170.0)
    elif y0 == y1:
        off, foot = ASIDE * level, y0 + TALL + FOOT + EDGE
        start, end = (x0 + w0 / 2.0 - off, foot), (x1 + w1 / 2.0 + off, foot)
        drop = HANGS + HANGS_LOWER * level
        yield Stroke(_hanging(start, end, drop), pen, about=path)
        words_at = ((start[0] + end[0]) / 2.0, foot + STRAIGHT + 0.75 * drop + 110.0)
    else:
        start, end = (x0 + w0 / 2.0, y0 + TALL + FOOT + EDGE), (x1 + 200.0, y1 - EDGE)
        yield Stroke(_down(start, end), pen, about=path)
        words_at = ((start[0] + end[0]) / 2.0, start[1] + 520.0)
    for x, y in (start, end):
        ring = tuple((x + 16 * math.cos(a * math.pi / 6), y + 16 * math.sin(a * math.pi / 6)) for a in range(12))
        yield Area(ring, pen.colour, path)
    yield from _said(job, link, through, words_at, path, in_one=y0 == y1 and not beside)


def _curve(start: Point, end: Point) -> tuple[Point, ...]:
    (x0, y0), (x1, y1) = start, end
    bend = (x1 - x0) * 0.55
    return tuple(_bezier((x0, y0), (x0 + bend, y0), (x1 - bend, y1), (x1, y1), s / STEPS) for s in range(STEPS + 1))


def _hanging(start: Point, end: Point, drop: float) -> tuple[Point, ...]:
    """Return a thread that hangs from two cards of a row: straight down past the words between them, then round."""
    (x0, y0), (x1, y1) = (start[0], start[1] + STRAIGHT), (end[0], end[1] + STRAIGHT)
    bow = [_bezier((x0, y0), (x0, y0 + drop), (x1, y1 + drop), (x1, y1), s / STEPS) for s in range(STEPS + 1)]
    return (start, *bow, end)


def _down(start: Point, end: Point) -> tuple[Point, ...]:
    """Return a thread from a card to one of a lower row."""
    (x0, y0), (x1, y1) = start, end
    return tuple(_bezier((x0, y0), (x0, y0 + 320.0), (x1, y1 - 320.0), (x1, y1), s / STEPS) for s in range(STEPS + 1))


# Many parameters: the four points of a curve of Bézier, and how far along it.
def _bezier(a: Point, b: Point, c: Point, d: Point, t: float) -> Point:
    u = 1.0 - t
    weights = (u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t)
    x = sum(w * p[0] for w, p in zip(weights, (a, b, c, d), strict=True))
    return x, sum(w * p[1] for w, p in zip(weights, (a, b, c, d), strict=True))


# Many parameters: a link, what it goes through, and where its words stand; there is room for one line of them.
def _said(
    job: Job, link: Link, through: tuple[Shade, Shade] | None, at: Point, path: NeighboursPath, *, in_one: bool
) -> Iterator[Mark]:
    x, y = at
    aside = tuple((x + dx, y) for dx in (300.0, -300.0, 600.0, -600.0))
    if through is not None:
        same = through[0].colour == through[1].colour
        lines: tuple[str, ...] = (through[0].name[:20], "goes on" if same else f"meets {through[1].name[:16]}")
        if in_one:
            lines = (" ".join(lines),)
        for line, words in enumerate(lines):
            there = tuple((px, y + 145 * line) for px, _ in aside)
            yield Label((x, y + 145 * line), words, 9.5, "verdigris", face="bold", about=path, elsewhere=there)
        y += 145 * (len(lines) - 1)
    else:
        words = "apart on purpose" if link.on_purpose else "nothing in common"
        yield Label(at, words, 9.5, "soft" if link.on_purpose else "rust", face="bold", about=path, elsewhere=aside)
    where = f"through {link.door[:22]}" if link.door else "seen together"
    below = tuple((px, y + 135) for px, _ in aside)
    yield Label((x, y + 135), where, 8.5, "soft", face="slanted", about=path, elsewhere=below)
    if through is None and not link.on_purpose:
        offers = mends(job, link)
        if offers:
            first = offers[0]
            said = f"{first.former.name[:16]} as {first.colour.name}"
            yield Label((x, y + 280), said, 9, "verdigris", face="bold", about=path, elsewhere=((x, y + 330),))
