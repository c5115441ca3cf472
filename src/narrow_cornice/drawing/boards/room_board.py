"""The board of a room: the room in perspective, its palette by true area, its walls, its trim in section, materials and
finishes as cards, what is new, kept, moved or can be left out, and why."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from functools import partial

from narrow_cornice.boards.reasons import Reason, reasons_of
from narrow_cornice.derived.coloured.room_palette import Shade, palette_of_room
from narrow_cornice.derived.presented.items import Item, items_shown
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.drawing.boards.sheet import Box, Laid, Letters, made_small
from narrow_cornice.drawing.coloured import colours_of, drawn_colours
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.in_perspective.room_in_perspective import seen_of
from narrow_cornice.drawing.marks import Area, Drawing, Label, Mark, Pen, Stroke, bounds_of
from narrow_cornice.drawing.room_colours import ink_on
from narrow_cornice.drawing.section import section_marks
from narrow_cornice.drawing.wall_face import face_marks
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import ItemPath, RolePath, TrimPath
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.kinds import TrimKind
from narrow_cornice.units.show import show_money

MARGIN, GAP = 0.03, 0.016  # of the paper's width
LEFT = 0.575  # of what is between the margins
BETWEEN = 350.0  # mm between two walls
USUAL_TALL = 3100.0  # mm of a wall with what is between it and the next row
SECTIONS: tuple[TrimKind, ...] = ("cornice", "dado rail", "skirting")
MOST_POINTS, LEAST_POINTS = 11.5, 6.5  # of the lists, as large as there is room for
SWATCHES = 9  # finishes shown as cards; the list has all
STATES = (("new", "New"), ("altered", "Altered"), ("moved", "Moved"), ("kept", "Kept"), ("let go", "Goes"))


@by_identity(times=1, each="room")
def room_board(job: Job, room: Room) -> Drawing:
    """Return the board of a room on the job's paper."""
    return laid_board(job, room).drawing(f"{room.name[:60]}, its board", _said(job))


def _said(job: Job) -> str:
    return f"{job.presenting.paper} · drag a card to move it · what changes in the job changes here"


@by_identity(times=1, each="room")
def laid_board(job: Job, room: Room) -> Laid:
    """Return the cards of a room's board where they lie."""
    laid = Laid(job.presenting.paper, room.id, room.presented.cards)
    letters = laid.letters
    wide, tall = letters.wide, letters.tall
    margin, gap = MARGIN * wide, GAP * wide
    head = 0.062 * wide
    left = (wide - 2 * margin) * LEFT
    right = wide - 2 * margin - left - gap
    laid.put("title", room.name, Box(margin, margin, wide - 2 * margin, head), lambda box: _title(laid, job, room, box))
    top = margin + head + gap * 0.6
    view_tall = min(left / 1.6, (tall - top - margin) * 0.62)
    view_wide = view_tall * 1.6
    laid.put(
        "view",
        "The room",
        Box(margin, top, min(left, view_wide), view_tall),
        lambda box: _view(job, room, box),
    )
    shades = palette_of_room(job, room)
    ribbon = 0.05 * wide
    y = top + view_tall + gap
    laid.put("palette", "Palette", Box(margin, y, left, ribbon), lambda box: _ribbon(letters, room, shades, box))
    y += ribbon + gap
    rest = tall - margin - y
    section = left * 0.2
    laid.put("walls", "Walls", Box(margin, y, left - section - gap, rest), lambda box: _walls(job, room, box, letters))
    laid.put(
        "section",
        "Trim in section",
        Box(margin + left - section, y, section, rest),
        lambda box: _section(job, room, box, letters),
    )
    x = margin + left + gap
    items = items_shown(job, room)
    y = _finishes(laid, items, Box(x, top, right, tall - margin - top), room)
    reasons = reasons_of(job, room)
    _lists(laid, job, room, items, reasons, Box(x, y, right, tall - margin - y))
    return laid


def _title(laid: Laid, job: Job, room: Room, box: Box) -> Iterator[Mark]:
    letters = laid.letters
    name = laid.words("title", room.name)
    yield letters.line(box.x, box.y + box.tall * 0.42, name, 30, "name", room=box.wide * 0.6)
    where = ", ".join(part for part in (job.name, job.place) if part)
    right = box.x + box.wide
    yield letters.line(right, box.y + box.tall * 0.3, where, 11, "slanted", "soft", "right", box.wide * 0.4)
    style = (room.brief.style.shown or job.brief.style.shown) or ""
    moods = ", ".join(mood.shown for mood in (room.brief.moods or job.brief.moods) if mood.shown)
    manner = " · ".join(part for part in (style, moods, job.scheme) if part)
    yield letters.line(right, box.y + box.tall * 0.62, manner, 9.5, "text", "soft", "right", box.wide * 0.4)
    y = box.y + box.tall
    yield Stroke(((box.x, y), (right, y)), Pen("ink", 0.9))


def _view(job: Job, room: Room, box: Box) -> Iterator[Mark]:
    drawing = seen_of(job, room)
    if not drawing.marks:
        yield from _empty(box, drawing.subtitle)
        return
    yield from made_small(drawing, box, left=True)


def _empty(box: Box, words: str) -> Iterator[Mark]:
    yield Area(box.ring(), "sheet", None, Pen("rule", 0.4, dashed=True))
    yield Label((box.x + box.wide / 2, box.y + box.tall / 2), words[:90], 8, "soft", face="slanted")


def _ribbon(letters: Letters, room: Room, shades: Sequence[Shade], box: Box) -> Iterator[Mark]:
    """Yield the colours of a room as lengths of their true areas, their names in or under them."""
    whole = sum(shade.area.value for shade in shades)
    if whole <= 0:
        yield from _empty(box, "No colour is chosen yet.")
        return
    x = box.x
    size = letters.size(7.5)
    for shade in shades:
        long = box.wide * shade.area.value / whole
        about = RolePath(room.id, shade.colour)
        yield Area(Box(x, box.y, long, box.tall).ring(), shade.hex, about, Pen("paper", 0.4))
        share = f"{100 * shade.area.value / whole:.0f} %"
        ink = ink_on(shade.hex)
        at = (x + 1.6, box.y + box.tall - letters.height(7.5) * 1.55)
        yield Label(at, shade.name, size, ink, "left", "bold", within=long - 3.0, about=about)
        yield Label((x + 1.6, box.y + box.tall - letters.height(7.5) * 0.6), share, size, ink, "left", within=long - 3)
        x += long


def _walls(job: Job, room: Room, box: Box, letters: Letters) -> Iterator[Mark]:
    """Yield every wall beside the next, as seen from inside."""
    yield letters.line(box.x, box.y + letters.height(8) / 2, "Walls, as seen from inside", 8, "slanted", "soft")
    head = letters.height(8) * 1.5
    below = Box(box.x, box.y + head, box.wide, box.tall - head)
    trimmed = trimmed_room(room, job.house_rules) if not room.outdoors else None
    if trimmed is None:
        yield from _empty(below, "No walls here." if room.outdoors else "Not measured yet.")
        return
    colours = colours_of(room.finishes.surfaces, drawn_colours(job.colours, job.coverings))
    marks: list[Mark] = []
    rows = _rows_of([face.length for face in trimmed.faces], below)
    faces = iter(trimmed.faces)
    low = 0.0
    for count in rows:
        along, tall = 0.0, 0.0
        row = [next(faces) for _ in range(count)]
        low += max(face.tallest for face in row)
        for face in row:
            frame = Frame((along, low), (1.0, 0.0), (0.0, -1.0))
            marks += face_marks(frame, face, trimmed, colours, job.house_rules)
            along += face.length + BETWEEN
            tall = max(tall, face.tallest)
        low += BETWEEN
    yield from made_small(Drawing("", "", tuple(marks), bounds_of(marks)), below, left=True)


def _rows_of(lengths: Sequence[float], box: Box) -> list[int]:
    """Return how many walls stand in each row, so that they come out as large as the place lets them."""
    best: tuple[float, list[int]] = (0.0, [len(lengths)])
    for rows in range(1, len(lengths) + 1):
        target = sum(lengths) / rows
        counts: list[int] = []
        now, many = 0.0, 0
        for length in lengths:
            if many and now + length / 2 > target and len(counts) < rows - 1:
                counts.append(many)
                now, many = 0.0, 0
            now, many = now + length + BETWEEN, many + 1
        counts.append(many)
        at, widest = 0, 0.0
        for count in counts:
            widest = max(widest, sum(lengths[at : at + count]) + BETWEEN * (count - 1))
            at += count
        scale = min(box.wide / widest, box.tall / (len(counts) * USUAL_TALL))
        if scale > best[0]:
            best = (scale, counts)
    return best[1]


def _section(job: Job, room: Room, box: Box, letters: Letters) -> Iterator[Mark]:
    """Yield the cornice and the skirting in section, both to one scale."""
    yield letters.line(box.x, box.y + letters.height(8) / 2, "In section", 8, "slanted", "soft")
    head = letters.height(8) * 1.5
    below = Box(box.x, box.y + head, box.wide, box.tall - head)
    trimmed = trimmed_room(room, job.house_rules) if not room.outdoors else None
    marks: list[Mark] = []
    top = 0.0
    for kind in SECTIONS:
        profile = trimmed.trim.of(kind).profile if trimmed is not None else None
        if profile is not None:
            made = section_marks(profile, TrimPath(room.id, kind))
            _, high, _, low = bounds_of(made)
            drawn = made_small(
                Drawing("", "", tuple(made), bounds_of(made)),
                Box(0.0, top, 10_000.0, low - high),
                left=True,
            )
            marks += drawn
            top += low - high + 30.0
    if marks:
        yield from made_small(Drawing("", "", tuple(marks), bounds_of(marks)), below, left=True)
    else:
        yield from _empty(below, "No trim yet.")


def _finishes(laid: Laid, items: Sequence[Item], box: Box, room: Room) -> float:
    """Put materials and finishes on the sheet as cards; return where the next thing goes."""
    letters = laid.letters
    cards: dict[str, Item] = {}
    for item in items:
        if item.tone and item.topic in ("finishes", "walls", "windows"):
            cards.setdefault(item.sample or item.key, item)
    shown = list(cards.values())
    columns = 3
    gap = letters.wide * 0.008
    each = (box.wide - (columns - 1) * gap) / columns
    swatch = each * 0.42
    said = [sum(len(one) for one in _said_of(letters, item.name, item, each)) for item in shown[:SWATCHES]]
    tall = swatch + letters.height(9.5) * 1.3 + letters.height(8) * (max(2, *said, 0) + 0.2)
    for number, item in enumerate(shown[:SWATCHES]):
        row, column = divmod(number, columns)
        place = Box(box.x + column * (each + gap), box.y + row * (tall + gap), each, tall)
        laid.put(f"card:{item.key}", item.name, place, partial(_card, laid, item, swatch, room))
    rows = -(-min(len(shown), SWATCHES) // columns)
    return box.y + rows * (tall + gap) + gap


# Many parameters: a card on its sheet.
def _card(laid: Laid, item: Item, swatch: float, room: Room, box: Box) -> Iterator[Mark]:
    letters, about = laid.letters, ItemPath(room.id, item.key)
    shadow = Box(box.x + 0.9, box.y + 1.1, box.wide, box.tall)
    yield Area(shadow.ring(), "#2a27241a")
    yield Area(box.ring(), "paper", about, Pen("rule", 0.4))
    inner = Box(box.x + 1.2, box.y + 1.2, box.wide - 2.4, swatch)
    yield Area(inner.ring(), item.tone, about)
    y = inner.y + inner.tall + letters.height(9.5) * 0.75
    name = laid.words(f"card:{item.key}", item.name)
    colour, _, _ = name.partition(" in ")
    yield letters.line(box.x + 1.6, y, colour, 9.5, "bold", room=box.wide - 3, about=about)
    for words in itertools.chain.from_iterable(_said_of(letters, name, item, box.wide)):
        y += letters.height(8)
        if y + letters.height(8) / 2 <= box.y + box.tall + 0.1:
            yield letters.line(box.x + 1.6, y, words, 8, "text", "soft", room=box.wide - 3, about=about)


def _said_of(letters: Letters, name: str, item: Item, wide: float) -> tuple[list[str], list[str]]:
    """Return the lines under the name of a card: its product, and what else is said of it, in two lines at most."""
    _, _, product = name.partition(" in ")
    return letters.lines(product, 8, wide - 3, most=1), letters.lines(item.said, 8, wide - 3, most=2)


# Many parameters: what stands on the right of a board.
def _lists(laid: Laid, job: Job, room: Room, items: Sequence[Item], reasons: Sequence[Reason], box: Box) -> None:
    """Put the lists on the sheet: items by their state, what can be left out, reasons, the cost."""
    letters = laid.letters
    listed = [item for item in items if item.topic != "finishes"]
    parts: list[tuple[str, str, list[tuple[str, Item | None]]]] = []
    for state, words in STATES:
        mine = [item for item in listed if item.state == state and not item.optional]
        if mine:
            parts.append((f"list:{state}", words, [(_words_of(item), item) for item in _together(mine)]))
    spare = [item for item in items if item.optional]
    if spare:
        parts.append(("list:optional", "Can be left out", [(_words_of(item), item) for item in spare]))
    if reasons:
        parts.append(("list:why", "Why", [(reason.words, None) for reason in reasons]))
    if job.presenting.costs:
        whole = sum(item.cost or 0.0 for item in items)
        money = f" {job.settings.money}" if job.settings.money else ""
        parts.append(
            ("list:cost", "Cost", [(f"Materials and labour of what is listed: {show_money(whole)}{money}", None)])
        )
    gap = letters.wide * 0.012
    points = MOST_POINTS
    column = (box.wide - gap) / 2
    while points > LEAST_POINTS and _taken(letters, parts, points, column) > 2 * box.tall * 0.94:
        points -= 0.4
    x, y = box.x, box.y
    for key, words, lines in parts:
        texts = [(letters.lines(f"· {text}", points, column), item) for text, item in lines]
        tall = letters.height(points + 1.5) * 1.25 + sum(len(each) for each, _ in texts) * letters.height(points)
        if y > box.y and y + tall > box.y + box.tall and x == box.x:
            x, y = box.x + column + gap, box.y
        fits = int((box.y + box.tall - y - letters.height(points + 1.5) * 1.25) / letters.height(points))
        place = Box(x, y, column, min(tall, max(0.0, box.y + box.tall - y)))
        if fits > 0:
            laid.put(key, words, place, partial(_list, laid, room, (key, words), texts, (points, fits)))
        y += tall + gap


def _taken(
    letters: Letters, parts: Sequence[tuple[str, str, list[tuple[str, Item | None]]]], points: float, wide: float
) -> float:
    """Return how tall lists are together in letters of a size."""
    whole = 0.0
    for _, _, lines in parts:
        whole += letters.height(points + 1.5) * 1.25 + letters.wide * 0.012
        whole += sum(len(letters.lines(f"· {text}", points, wide)) for text, _ in lines) * letters.height(points)
    return whole


# Many parameters: a list on its sheet.
def _list(
    laid: Laid,
    room: Room,
    named: tuple[str, str],
    texts: Sequence[tuple[list[str], Item | None]],
    sized: tuple[float, int],
    box: Box,
) -> Iterator[Mark]:
    letters, (points, fits) = laid.letters, sized
    y = box.y + letters.height(points + 1.5) * 0.55
    yield letters.line(box.x, y, laid.words(*named), points + 1.5, "name", room=box.wide)
    y += letters.height(points + 1.5) * 0.55
    left = fits
    waiting = sum(len(lines) for lines, _ in texts)
    for lines, item in texts:
        if len(lines) > left - (1 if waiting > left else 0):
            y += letters.height(points)
            yield letters.line(
                box.x, y, "and more: see the record of answers", points, "slanted", "ochre", room=box.wide
            )
            return
        about = ItemPath(room.id, item.key) if item is not None else None
        for line in lines:
            y += letters.height(points)
            yield letters.line(box.x, y, line, points, room=box.wide, about=about)
        left -= len(lines)
        waiting -= len(lines)


def _together(items: Sequence[Item]) -> list[Item]:
    """Return items with those that are alike but for a number after their name as one."""
    made: dict[tuple[str, str, str], Item] = {}
    for item in items:
        base = item.name.rstrip("0123456789 ").lower() if item.topic == "furniture" else item.name
        made.setdefault((item.topic, base, item.state), item)
    return list(made.values())


def _words_of(item: Item) -> str:
    """Return an item in a line: its name, what it is like, why."""
    said = ", ".join(part for part in (item.said, item.why) if part)
    return f"{item.name[:1].upper()}{item.name[1:]}{f': {said}' if said else ''}"
