"""The board of the whole house: every room in perspective over its palette, what the house needs, days and money."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coloured.room_palette import palette_of_room
from narrow_cornice.derived.presented.items import asked_of, samples_of
from narrow_cornice.derived.programmed.programme import programme_of
from narrow_cornice.drawing.boards.sheet import Box, Laid, made_small
from narrow_cornice.drawing.in_perspective.room_in_perspective import seen_of
from narrow_cornice.drawing.marks import Area, Drawing, Label, Mark, Pen, Stroke
from narrow_cornice.drawing.site_diary import said_of
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import RolePath, RoomPath
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import show_money
from narrow_cornice.units.words import several

MARGIN, GAP = 0.03, 0.018  # of the paper's width
MOST_ROOMS = 24


@by_identity(times=1, each="job")
def house_board(job: Job) -> Drawing:
    """Return the board of the house on the job's paper."""
    said = f"{job.presenting.paper} · drag a card to move it · what changes in the job changes here"
    return laid_house(job).drawing(f"{job.name[:60]}, its board", said)


@by_identity(times=1, each="job")
def laid_house(job: Job) -> Laid:
    """Return the cards of the house's board where they lie."""
    laid = Laid(job.presenting.paper, "", job.presenting.cards)
    letters = laid.letters
    margin, gap = MARGIN * letters.wide, GAP * letters.wide
    head = 0.062 * letters.wide
    laid.put("title", job.name, Box(margin, margin, letters.wide - 2 * margin, head), partial(_title, laid, job))
    top = margin + head + gap * 0.7
    foot = 0.105 * letters.wide
    rooms = job.rooms[:MOST_ROOMS]
    place = Box(margin, top, letters.wide - 2 * margin, letters.tall - top - margin - foot - gap)
    for room, box in zip(rooms, _grid(len(rooms), place, gap), strict=True):
        laid.put(f"room:{room.id}", room.name, box, partial(_room, laid, job, room))
    below = Box(margin, letters.tall - margin - foot, (letters.wide - 2 * margin - gap) / 2, foot)
    laid.put("facts", "The whole house", below, partial(_facts, laid, job))
    beside = below._replace(x=below.x + below.wide + gap)
    laid.put("samples", "Samples to bring", beside, partial(_samples, laid, job))
    return laid


def _grid(count: int, box: Box, gap: float) -> list[Box]:
    """Return as many places as there are rooms, each as large as can be."""
    if not count:
        return []
    best: tuple[float, int] = (0.0, 1)
    for columns in range(1, count + 1):
        rows = -(-count // columns)
        wide = (box.wide - (columns - 1) * gap) / columns
        tall = (box.tall - (rows - 1) * gap) / rows
        fits = min(wide, max(0.0, tall - 0.03 * box.wide) * 1.6)
        if fits > best[0]:
            best = (fits, columns)
    columns = best[1]
    rows = -(-count // columns)
    wide = (box.wide - (columns - 1) * gap) / columns
    tall = (box.tall - (rows - 1) * gap) / rows
    return [
        Box(box.x + (one % columns) * (wide + gap), box.y + (one // columns) * (tall + gap), wide, tall)
        for one in range(count)
    ]


def _title(laid: Laid, job: Job, box: Box) -> Iterator[Mark]:
    letters = laid.letters
    yield letters.line(box.x, box.y + box.tall * 0.42, laid.words("title", job.name), 30, "name", room=box.wide * 0.7)
    right = box.x + box.wide
    yield letters.line(right, box.y + box.tall * 0.3, job.place, 11, "slanted", "soft", "right", box.wide * 0.3)
    moods = ", ".join(mood.shown for mood in job.brief.moods if mood.shown)
    manner = " · ".join(part for part in (job.brief.style.shown, moods, job.scheme) if part)
    yield letters.line(right, box.y + box.tall * 0.62, manner, 9.5, "text", "soft", "right", box.wide * 0.3)
    yield Stroke(((box.x, box.y + box.tall), (right, box.y + box.tall)), Pen("ink", 0.9))


def _room(laid: Laid, job: Job, room: Room, box: Box) -> Iterator[Mark]:
    letters, about = laid.letters, RoomPath(room.id)
    name = letters.height(10) * 1.15
    ribbon = letters.height(8) * 0.9
    drawing = seen_of(job, room)
    tall = box.tall - name - ribbon
    wide = min(box.wide, tall * 1.6)
    place = Box(box.x, box.y, wide, wide / 1.6)
    if drawing.marks:
        yield from made_small(drawing, place, left=True)
    else:
        yield Area(place.ring(), "sheet", about, Pen("rule", 0.4, dashed=True))
        words = letters.line(place.x + wide / 2, place.y + place.tall / 2, drawing.subtitle, 8, "slanted", "soft")
        yield Label(words.at, words.text, words.size, words.colour, face=words.face)
    y = place.y + place.tall
    shades = palette_of_room(job, room)
    whole = sum(shade.area.value for shade in shades)
    x = box.x
    for shade in shades:
        long = wide * shade.area.value / whole
        yield Area(Box(x, y, long, ribbon).ring(), shade.hex, RolePath(room.id, shade.colour))
        x += long
    y += ribbon + name * 0.55
    yield letters.line(box.x, y, laid.words(f"room:{room.id}", room.name), 10, "name", room=wide, about=about)


def _facts(laid: Laid, job: Job, box: Box) -> Iterator[Mark]:
    lines = []
    new = sum(item.state == "new" for room in job.rooms for item in asked_of(job, room))
    kept = sum(item.state in ("kept", "moved", "altered") for room in job.rooms for item in asked_of(job, room))
    lines.append(f"{several(len(job.rooms), 'room')}, {new} things new, {kept} kept, altered or moved")
    programme = programme_of(job)
    if programme.works and not programme.fault:
        lines.append(said_of(job, programme).partition(" · ")[0])
    if job.presenting.costs:
        money = f" {job.settings.money}" if job.settings.money else ""
        lines.append(f"To be bought: {show_money(to_buy(job).price)}{money}")
    yield from _list(laid, ("facts", "The whole house"), lines, box)


def _samples(laid: Laid, job: Job, box: Box) -> Iterator[Mark]:
    names = [sample for sample, _ in samples_of(job)]
    letters = laid.letters
    room = int((box.tall - letters.height(10) * 1.4) / letters.height(8))
    text = letters.lines("; ".join(names), 8, box.wide)
    if len(text) > room:
        text = [*text[: max(0, room - 1)], "and more: see the record of answers"]
    yield from _list(laid, ("samples", "Samples to bring"), text, box)


def _list(laid: Laid, named: tuple[str, str], lines: list[str], box: Box) -> Iterator[Mark]:
    letters = laid.letters
    y = box.y + letters.height(10) * 0.6
    yield letters.line(box.x, y, laid.words(*named), 10, "name", room=box.wide)
    y += letters.height(10) * 0.5
    for text in lines:
        y += letters.height(8)
        yield letters.line(box.x, y, text, 8, room=box.wide)
