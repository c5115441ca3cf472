"""Sheets as they are cut: the parts with their numbers and sizes, the grain, and what is left over."""

from __future__ import annotations

from narrow_cornice.cutting.saw_order import Cut, saw_order
from narrow_cornice.cutting.sheet_plans import CutSheet, Part
from narrow_cornice.derived.built.sheets import CutBoard
from narrow_cornice.drawing.marks import ALWAYS, About, Area, Drawing, Label, Mark, Pen, Point, Stroke
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import BuiltInPath
from narrow_cornice.units.show import bare_size
from narrow_cornice.units.words import several

BETWEEN = 160.0  # mm of paper between two sheets
HEAD = 640.0  # … and for the words over those of one kind
LETTER = 0.0105  # of the height of the paper that a letter is wide
TALL = 1.7  # times as wide as a letter is, the room that it needs upwards
CLEAR = 0.85  # of a part that its letters take at most, so that they keep clear of those of the next
TWO_LINES, ONE_LINE = 8.0, 2.6  # mm of paper a part is wide that has its number over its size, or beside it
USUAL_SHAPE = 1.45  # width to height of the paper


def sheet_marks(cut: CutBoard, scale: float, about: About, across: int) -> list[Mark]:
    """Return the sheets of one kind small, side by side, the parts empty of letters."""
    marks: list[Mark] = []
    for number, sheet in enumerate(cut.plan.sheets):
        column, row = number % across, number // across
        at = (column * (cut.kind.length * scale + 8), row * (cut.kind.width * scale + 8))
        marks += _sheet(cut, sheet, at, scale, about)
    return marks


def _sheet(cut: CutBoard, sheet: CutSheet, at: Point, scale: float, about: About) -> list[Mark]:
    x, y = at
    marks: list[Mark] = [
        Area(rectangle(x, y, cut.kind.length * scale, cut.kind.width * scale), "sheet", about, Pen("soft", 0.7))
    ]
    for one in sheet.placed:
        long, wide = one.size(cut.parts)
        name = cut.names[one.part]
        mine = about if about is not None else BuiltInPath(name.room, name.built_in)
        corner = (x + one.x * scale, y + one.y * scale)
        marks.append(Area(rectangle(*corner, long * scale, wide * scale), "wood", mine, Pen("ink", 0.6)))
    return marks


def cutting_drawing(job: Job, cuts: tuple[CutBoard, ...]) -> Drawing:
    """Return every sheet of a job with its parts, kind by kind: the number and size of each part."""
    cuts = tuple(cut for cut in cuts if cut.plan.sheets)
    if not cuts:
        words = "Nothing is cut from sheets yet: put a built-in into a place for one."
        return Drawing("Sheets", words, (), (0.0, 0.0, 3000.0, 2000.0))
    across = min(range(2, 9), key=lambda many: _largeness(cuts, many))
    letter = LETTER * _largeness(cuts, across)
    marks: list[Mark] = []
    y, wide = 0.0, 0.0
    for cut in cuts:
        heading = f"{cut.kind.name}: {_said(cut)}"
        marks.append(Label((0.0, y + HEAD * 0.58), heading, 9.5, "ink", "left", face="bold", within=ALWAYS))
        y += HEAD
        for number, sheet in enumerate(cut.plan.sheets):
            column, row = number % across, number // across
            at = (column * (cut.kind.length + BETWEEN), y + row * (cut.kind.width + BETWEEN))
            marks += _sheet(cut, sheet, at, 1.0, None)
            marks += _letters(job, cut, sheet, at, letter)
            wide = max(wide, at[0] + cut.kind.length)
        y += -(-len(cut.plan.sheets) // across) * (cut.kind.width + BETWEEN)
    count = sum(len(cut.plan.sheets) for cut in cuts)
    title = f"{several(count, 'sheet')} to cut"
    words = "grain runs from left to right · numbers as in the parts"
    return Drawing(title, words, tuple(marks), (-60.0, -60.0, wide + 60.0, y))


def _largeness(cuts: tuple[CutBoard, ...], across: int) -> float:
    """Return how much paper of the usual shape the sheets take with so many beside one another."""
    wide = max(min(across, len(cut.plan.sheets)) * (cut.kind.length + BETWEEN) for cut in cuts)
    tall = sum(HEAD + -(-len(cut.plan.sheets) // across) * (cut.kind.width + BETWEEN) for cut in cuts)
    return max(wide / USUAL_SHAPE, tall)


def _said(cut: CutBoard) -> str:
    sheets = len(cut.plan.sheets)
    proven = "no fewer will do" if sheets <= cut.least else f"{cut.least} at least"
    proven = "there already" if cut.owned else proven
    return f"{several(sheets, 'sheet')} for {len(cut.parts)} parts, {proven}"


def _size_words(job: Job, part: Part) -> str:
    return f"{bare_size(part.length, job.settings)} × {bare_size(part.width, job.settings)}"


def _letters(job: Job, cut: CutBoard, sheet: CutSheet, at: Point, letter: float) -> list[Mark]:
    """Return the number of each part, with what it is and its size where they have room; ``letter`` is how wide one is
    in mm of the drawing as it is first seen."""
    marks: list[Mark] = []
    for one in sheet.placed:
        long, wide = one.size(cut.parts)
        name = cut.names[one.part]
        middle = (at[0] + one.x + long / 2, at[1] + one.y + wide / 2)
        part = cut.parts[one.part]
        size = _size_words(job, part)
        about = BuiltInPath(name.room, name.built_in)
        upright = wide > 1.6 * long
        most = (max(long, wide) - letter) / letter if min(long, wide) > TALL * letter else 0.0
        texts = (f"{name.number} · {name.kind} · {size}", f"{name.number} · {name.kind}", f"{name.number}")
        text = next((one for one in texts if len(one) <= most), "")
        if text:
            room = CLEAR * min(max(long, wide), min(long, wide) / TALL * len(text))  # in the part or not at all
            marks.append(Label(middle, text, 7.5, "line", turned=upright, within=room, about=about))
    edge = cut.saw.edge_trim
    inside = rectangle(at[0] + edge, at[1] + edge, cut.kind.length - 2 * edge, cut.kind.width - 2 * edge)
    marks.append(Stroke(inside, Pen("rule", 0.5, dashed=True), closed=True))
    return marks


def sheet_to_saw(job: Job, cut: CutBoard, sheet: CutSheet, mm: float) -> Drawing:
    """Return one sheet for the saw: its parts with their numbers and sizes, its cuts with theirs in their order.

    ``mm`` is how many mm of the sheet one mm of the paper is, which the letters keep to.
    """
    marks: list[Mark] = [Area(rectangle(0, 0, cut.kind.length, cut.kind.width), "sheet", None, Pen("ink", 0.7))]
    said: list[Mark] = []
    for one in sheet.placed:
        long, wide = one.size(cut.parts)
        name, part = cut.names[one.part], cut.parts[one.part]
        marks.append(Area(rectangle(one.x, one.y, long, wide), "wood", None, Pen("ink", 0.5)))
        size = _size_words(job, part)
        x, y, room = one.x + long / 2, one.y + wide / 2, long - 2.0 * mm
        if wide > TWO_LINES * mm and room > 12.0 * mm:
            said.append(Label((x, y - 1.6 * mm), f"{name.number}", 9, "line", face="bold", within=room))
            said.append(Label((x, y + 2.0 * mm), size, 6.5, "line", within=room))
        elif wide > ONE_LINE * mm and room > 4.0 * mm:
            said.append(Label((x, y), f"{name.number} · {size}", 6.5, "line", within=room))
    order = saw_order(sheet, cut.parts, cut.kind, cut.saw)
    for number, each in enumerate(order.cuts if order is not None else (), 1):
        marks.append(Stroke((_on(each, each.begin), _on(each, each.end)), Pen("rust", 0.5, dashed=True)))
        said.append(_number(each, f"{number}", mm))
    return Drawing("", "", (*marks, *said), (0.0, 0.0, cut.kind.length, cut.kind.width))


def _on(cut: Cut, along: float, aside: float = 0.0) -> Point:
    """Return a place so far along a cut and so far beside it."""
    return (along, cut.at + aside) if cut.along else (cut.at + aside, along)


def _number(cut: Cut, number: str, mm: float) -> Label:
    """Return the number of a cut: beyond its end, or beside it where something stands there."""
    beyond, aside = 1.0 + 0.5 * len(number), 1.3 if cut.along else 0.6 + 0.6 * len(number)
    places = [(cut.end + beyond * mm, 0.0), *((cut.end + beyond * mm, way * aside * mm) for way in (-1, 1))]
    places += [(cut.end - back * mm, way * aside * mm) for back in (1.6, 3.2, 5.0) for way in (-1, 1)]
    long = cut.end - cut.begin
    places += [(cut.begin + long * share, way * aside * mm) for share in (0.8, 0.65, 0.5, 0.35, 0.2) for way in (-1, 1)]
    first, *others = (_on(cut, *place) for place in places)
    return Label(first, number, 5.5, "rust", elsewhere=tuple(others))


def rectangle(x: float, y: float, wide: float, tall: float) -> tuple[Point, ...]:
    """Return the corners of a rectangle from its upper left one."""
    return ((x, y), (x + wide, y), (x + wide, y + tall), (x, y + tall))
