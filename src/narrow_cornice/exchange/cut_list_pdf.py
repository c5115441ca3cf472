"""The cut list for the saw: every room's pieces with a picture of each end, and how the bars are cut."""

from __future__ import annotations

import math

from narrow_cornice.derived.bought.lines import InLengths, LineToBuy
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.built.parts import HEAVY
from narrow_cornice.derived.risks import trim_risks
from narrow_cornice.derived.trimwork.courses import courses_of, words_of
from narrow_cornice.derived.trimwork.cut_list import cut_list
from narrow_cornice.derived.trimwork.end_cuts import EndCut
from narrow_cornice.derived.trimwork.prices import marked_off, read_first
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.drawing.marks import Pen
from narrow_cornice.exchange.cautions import cautions_of
from narrow_cornice.exchange.going import one_by_one
from narrow_cornice.exchange.paper import Paper
from narrow_cornice.exchange.pdf_sheets import Sheet, foot
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.units.show import UNIT_NAMES, bare_size, show_fine, show_money, show_size
from narrow_cornice.units.told import said_in

LEFT, RIGHT, ROW = 14.0, 196.0, 10.6
NAME = 44.0  # mm of paper for the name of a piece
BAR, METRE = 6.0, 30.0  # mm of paper: how high a bar is drawn, and a metre of it
BOARD = (15.0, 5.0)  # mm of paper: the end of a piece in its picture
SMALLEST_OF_PIECE = 4.5  # points of letters in a piece of a bar
HOW = (
    "Pieces lie face up: a cornice flat on its back with its wall edge towards you, other trim with its face towards "
    "you, a casing with its inner edge towards you. Lengths are over the longest points. Coped ends are cut as given, "
    "then sawn back along the edge."
)


def cut_list_pdf(job: Job, paper: Paper | None = None) -> bytes:
    """Return the cut list of every measured room, then the cutting plan of every profile."""
    sheet = Sheet(job, f"{job.name}: cut list", paper)
    y = _begin(sheet, job, "Cut list", HOW)
    none = True
    density = house_rules_of(job.house_rules).value("trim_density")
    for room in one_by_one(job.rooms, "room"):
        pieces = cut_list(room, job.house_rules, job.milled, job.joinery)
        if not pieces:
            continue
        none = False
        y = _room_for(sheet, job, y, 4 * ROW)
        sheet.text(LEFT, y, room.name, 13, face="name", room=120)
        y += 3.0
        for words, x in (("Piece", 22.0), ("Length", 84.0), ("Left end", 92.0), ("Right end", 145.0)):
            sheet.text(x, y + 2.5, words, 7.5, colour="soft", anchor="right" if words == "Length" else "left")
        y += 4.0
        for one in pieces:
            y = _room_for(sheet, job, y, ROW, room.name)
            sheet.line(((LEFT, y), (RIGHT, y)), Pen("rule", 0.3))
            sheet.text(20.0, y + 5.5, str(one.number), 8, colour="soft", anchor="right")
            name = said_in(one.name, job.settings)
            sheet.text(22.0, y + (4.0 if one.unsure else 5.5), name, 9.0, room=NAME, least=5.5)
            length = marked_off(one.length, job.settings)
            sheet.text(84.0, y + 5.5, length, 9, face="bold", anchor="right")
            if (weight := one.weight(density)) > HEAVY:
                sheet.text(84.0, y + 9.2, f"{weight:.0f} kg: two people", 6.5, colour="rust", anchor="right")
            if one.unsure:
                words = f"± {show_size(one.unsure, job.settings)}: {read_first(one.wall)}"
                sheet.text(22.0, y + 7.4, words, 7, colour="rust", room=60)
            for x, end, left in ((92.0, one.left, True), (145.0, one.right, False)):
                _picture(sheet, x, y + 1.8, end, left)
                sheet.wrapped(x + BOARD[0] + 3.0, y + 3.2, said_in(end.words, job.settings), 6.6, 33.0, most=3)
            y += ROW
        y = _courses(sheet, job, room, y + 4.0)
        y += 8.0
    if none:
        sheet.text(LEFT, y + 4, "No room has been measured yet.", 10, colour="soft")
    sawn = [(line, line.goods) for line in to_buy(job).lines if isinstance(line.goods, InLengths)]
    lines = [(line, goods) for line, goods in sawn if goods.bars.bars]
    if lines:
        y = _begin(
            sheet,
            job,
            "How the bars are cut",
            "Each piece begins with its number in the cut list of its room; "
            f"lengths in {UNIT_NAMES[job.settings.unit]}.",
        )
        for line, goods in lines:
            y = _bars(sheet, job, line, goods, y)
    return sheet.content()


def _courses(sheet: Sheet, job: Job, room: Room, y: float) -> float:
    """Write the dentils and modillions of a room, wall by wall; return where to go on."""
    trimmed = trimmed_room(room, job.house_rules)
    for _, course in courses_of(trimmed, job.house_rules) if trimmed is not None else ():
        y = _room_for(sheet, job, y, 5.0, room.name)
        first = show_fine(course.first, job.settings)
        words = f"{course.wall}: {words_of(course, job.settings)}, the first {first} from the left end of the wall"
        sheet.text(22.0, y + 2.5, words, 8, room=RIGHT - 24)
        y += 4.6
    return y


def _begin(sheet: Sheet, job: Job, title: str, words: str) -> float:
    sheet.page()
    sheet.text(LEFT, 18, f"{job.name}: {title}", 16, face="name", room=RIGHT - LEFT, least=9.0)
    y = sheet.wrapped(LEFT, 24, words, 8, RIGHT - LEFT, colour="soft")
    said = cautions_of(name for room in job.rooms for name in trim_risks(job, room))
    sheet.caution(said)
    foot(sheet, job)
    return y + 6.0


def _room_for(sheet: Sheet, job: Job, y: float, tall: float, going_on: str = "Cut list") -> float:
    """Return where to go on: on the next sheet of paper where this one is full."""
    return y if y + tall < sheet.ends else _begin(sheet, job, f"{going_on}, continued", "")


def _picture(sheet: Sheet, x: float, y: float, end: EndCut, left: bool) -> None:
    """Draw the end of a piece as it lies, its cut at the side it is cut on; a tilted blade leaves a dashed edge."""
    wide, tall = BOARD
    mitre = min(60.0, abs(end.setting.mitre.value)) if end.setting is not None else 0.0
    slant = tall * math.tan(math.radians(mitre))
    far, near = (0.0, slant) if end.far_edge_longer else (slant, 0.0)  # how much shorter each edge is
    if left:
        corners = ((x + far, y), (x + wide, y), (x + wide, y + tall), (x + near, y + tall))
        cut = ((x + far, y), (x + near, y + tall))
    else:
        corners = ((x, y), (x + wide - far, y), (x + wide - near, y + tall), (x, y + tall))
        cut = ((x + wide - far, y), (x + wide - near, y + tall))
    sheet.area(corners, "#efe3c8", Pen("ink", 0.4))
    sheet.line(cut, Pen("ink", 1.2))
    if end.setting is not None and abs(end.setting.bevel.value) > 0.05:
        over = 1.6 if left else -1.6
        sheet.line(tuple((px + over, py) for px, py in cut), Pen("ink", 0.4, dashed=True))


def _bars(sheet: Sheet, job: Job, line: LineToBuy, goods: InLengths, y: float) -> float:
    """Draw the bars of one line with their pieces; return where to go on."""
    bars = goods.bars
    y = _room_for(sheet, job, y, 10 + 2 * (BAR + 3))
    money = f" {job.settings.money}" if job.settings.money else ""
    sheet.text(LEFT, y, line.name_in(job.settings), 11, face="name", room=120)
    sheet.text(RIGHT, y, f"{line.bought_in(job.settings)}, {show_money(line.price)}{money}", 9, anchor="right")
    y += 4.0
    if bars.bound is not None:
        sheet.text(LEFT, y, f"No plan costs less than {show_money(bars.bound)}{money}.", 7.5, colour="soft")
        y += 3.5
    scale = min(METRE, (RIGHT - LEFT) / max(bar.stock for bar in bars.bars) * 1000)
    for bar in bars.bars:
        y = _room_for(sheet, job, y, BAR + 3, line.name_in(job.settings))
        sheet.area(_rectangle(LEFT, y, bar.stock / 1000 * scale), "#fbf8f1", Pen("soft", 0.3, dashed=bar.owned))
        if bar.owned:
            sheet.text(LEFT + bar.stock / 1000 * scale + 1.5, y + 3.8, "left-over", 6.5, colour="soft")
        x = LEFT
        for index, length in bar.pieces:
            wide = length / 1000 * scale
            sheet.area(_rectangle(x, y, wide), "#efe3c8", Pen("ink", 0.4))
            name, _, number = goods.cuts[index] if index < len(goods.cuts) else ("", 0.0, 0)
            names = (f"{number} · {name}", f"{number}") if number else (name,)
            _in_piece(sheet, x, y + 2.5, wide, names, 5.5)
            _in_piece(sheet, x, y + 5.0, wide, (bare_size(length, job.settings),), 6.5, "bold")
            x += wide
        y += BAR + 1.5
    useful = bars.useful(house_rules_of(job.house_rules).value("least_useful"))
    if useful:
        words = ", ".join(bare_size(one, job.settings) for one in useful[:20])
        sheet.text(LEFT, y + 2.0, f"Off-cuts worth keeping: {words}", 7.5, colour="soft", room=RIGHT - LEFT)
        y += 3.5
    return y + 7.0


def _in_piece(
    sheet: Sheet, x: float, y: float, wide: float, texts: tuple[str, ...], size: float, face: str = "text"
) -> None:
    """Print the first of several texts that has room within a piece, the last in small letters or not at all: a figure
    that is cut off would be another figure."""
    room = wide - 0.6
    text = next((one for one in texts if sheet.width_of(one, size, face) <= room), texts[-1])
    if sheet.width_of(text, SMALLEST_OF_PIECE, face) <= room:
        sheet.text(x + wide / 2, y, text, size, face=face, anchor="middle", room=room, least=SMALLEST_OF_PIECE)


def _rectangle(x: float, y: float, wide: float) -> tuple[tuple[float, float], ...]:
    return ((x, y), (x + wide, y), (x + wide, y + BAR), (x, y + BAR))
