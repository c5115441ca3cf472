"""What is bought as pictures: tins of their true relative size with what will be left, bars with their pieces."""

from __future__ import annotations

import math
from collections import Counter

from narrow_cornice.colour.tones import toned
from narrow_cornice.derived.bought.lines import InLengths, InPacks, InSheets, InTins, Knife, LineToBuy
from narrow_cornice.drawing.cutting import rectangle, sheet_marks
from narrow_cornice.drawing.marks import Area, Drawing, Label, Mark, Pen, Stroke, bounds_of
from narrow_cornice.job.paths import LinePath
from narrow_cornice.units.show import ShownIn, bare_size
from narrow_cornice.units.told import amount_told, said_in

TIN_MM = 62.0  # height of a one-litre tin as drawn; others by the cube root of their litres
LETTER = 12.5  # of the drawing for each letter of a tin's size, as small as the list shows it
METRE = 62.0  # mm on the drawing for a metre of trim
SHEET_SCALE = 0.055  # of a sheet, on a slip
CUT = 0.2  # a saw cut of about 3 mm, to the same scale
ROOMY = 5.2  # of the drawing for each letter of a number with its length
BAR = 13.0
UNCOLOURED = "#e8e3d6"


PIECE = 26.0  # mm of the box that stands for one piece


def line_picture(line: LineToBuy, how: ShownIn) -> Drawing:
    """Return the picture of one line to buy, with the lengths of its pieces as a job shows them."""
    match line.goods:
        case InLengths() as goods:
            marks = _bars(line, goods, how)
        case InSheets(cut=cut):
            marks = sheet_marks(cut, SHEET_SCALE, LinePath(line.key), 4)
        case Knife():
            marks = _knife(line)
        case InTins(colour=colour):
            marks = _tins(line, colour.hex if colour is not None else UNCOLOURED, how)
        case InPacks():
            marks = _one_by_one(line) if all(size == 1 for size, _, _ in line.buy) else _tins(line, UNCOLOURED, how)
    return Drawing(line.name, line.why, tuple(marks), bounds_of(marks, 8))


def _tins(line: LineToBuy, colour: str, how: ShownIn) -> list[Mark]:
    """Return the tins or packs side by side; the last one shows what will be left in it."""
    sizes = [litres for litres, count, _ in line.buy for _ in range(count)]
    shown = Counter(sizes[:24])
    marks: list[Mark] = []
    about = LinePath(line.key)
    begin, left = 0.0, line.left
    # Tins stand beside one another in their true relative size; packs of pieces only beside those of their own line.
    whole = max(sizes, default=1.0) if isinstance(line.goods, InPacks) and line.measure not in ("L", "kg") else 1.0
    for index, litres in enumerate(sizes[:24]):
        tall = TIN_MM * (litres / whole) ** (1 / 3)
        wide, many = tall * 0.82, shown[litres]
        words = said_in(amount_told(litres, line.measure), how)
        words = f"{many} × {words}" if many > 1 else words
        # Small tins take the room that their size is written in, once under all of a size.
        room = max(wide, LETTER * len(words) / many)
        x = begin + (room - wide) / 2
        # What will be left stands in the last tins, so those are drawn opened from the end.
        remains = 1.0
        after = sum(sizes[index + 1 :])
        if left > after:
            remains = min(1.0, (left - after) / litres)
        marks.append(Area(rectangle(x, -tall, wide, tall), "#f7f4ec", about, Pen("ink", 0.8)))
        full = remains if left > after else 1.0
        used = 1.0 - full if left > after else 0.0
        body = tall * 0.9
        if used > 0:
            marks.append(Area(rectangle(x, -body, wide, body * used), toned(colour, 1.55), about))
        marks.append(Area(rectangle(x, -body * (1 - used), wide, body * (1 - used)), colour, about))
        marks.append(Stroke(((x, -body), (x + wide, -body)), Pen("ink", 0.6)))
        marks.append(Stroke(rectangle(x, -tall, wide, tall), Pen("ink", 0.9), closed=True, about=about))
        if index + 1 == len(sizes[:24]) or sizes[index + 1] != litres:
            middle = begin + room - (many * room + (many - 1) * 10) / 2
            marks.append(Label((middle, 19.0), words, 8, "soft", about=about))
        begin += room + 10
    if len(sizes) > 24:
        marks.append(Label((begin + 14, -TIN_MM / 2), f"and {len(sizes) - 24} more", 9, "soft", "left"))
    return marks


def _one_by_one(line: LineToBuy) -> list[Mark]:
    """Return one box for what is bought piece by piece, and how many of it."""
    many = sum(count for _, count, _ in line.buy)
    box = rectangle(0.0, -PIECE, PIECE, PIECE)
    about = LinePath(line.key)
    words = f"× {many}"
    return [
        Area(box, UNCOLOURED, about, Pen("ink", 0.9)),
        Label((PIECE + 8.0, -PIECE / 2 + 6.0), words, 9, "soft", "left", about=about),
    ]


def _knife(line: LineToBuy) -> list[Mark]:
    """Return a blank of steel with a moulding ground out of its edge."""
    edge = [(62 - 9 * math.sin(step / 14 * math.pi * 2) * (step / 14), -38 * step / 14) for step in range(15)]
    blank = ((0.0, 0.0), *edge, (0.0, -38.0))
    about = LinePath(line.key)
    holes: list[Mark] = [Area(rectangle(x, -24, 6, 10), "sheet", about, Pen("soft", 0.6)) for x in (10, 28)]
    return [Area(blank, "#b8bcbd", about, Pen("ink", 0.9)), *holes]


def _bars(line: LineToBuy, goods: InLengths, how: ShownIn) -> list[Mark]:
    """Return each length bought with the pieces cut from it; what is left is empty."""
    marks: list[Mark] = []
    about = LinePath(line.key)
    bars = goods.bars.bars
    shown = bars[:14]
    for row, bar in enumerate(shown):
        y = row * (BAR + 6)
        paper = "#e4ead9" if bar.owned else "#fbf8f1"  # a left-over that is there already
        marks.append(
            Area(rectangle(0, y, bar.stock / 1000 * METRE, BAR), paper, about, Pen("soft", 0.6, dashed=bar.owned))
        )
        x = 0.0
        for index, length in bar.pieces:
            wide = length / 1000 * METRE
            marks.append(Area(rectangle(x, y, wide, BAR), "wood", about, Pen("ink", 0.6)))
            number = goods.cuts[index][2] if index < len(goods.cuts) else 0
            middle = (x + wide / 2, y + BAR / 2)
            short = bare_size(length, how)
            long = f"{number} · {short}"
            text = long if wide > ROOMY * len(long) and number else short
            marks.append(Label(middle, text, 7, "ink", within=wide, about=about))
            x += wide + CUT
    if len(bars) > len(shown):
        marks.append(Label((0, len(shown) * (BAR + 6) + 8), f"and {len(bars) - len(shown)} more", 9, "soft", "left"))
    return marks
