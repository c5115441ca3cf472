"""The list to buy on paper: a sheet for each shop, room or part of the work, and the take-off with the working of every
total."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from narrow_cornice.derived.bought.costs import costs
from narrow_cornice.derived.bought.deliveries import deliveries
from narrow_cornice.derived.bought.hours import job_hours, job_labour
from narrow_cornice.derived.bought.lines import InLengths, LineToBuy
from narrow_cornice.derived.bought.purchases import paid, still_in_words, tick_state, told_of
from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.derived.bought.to_buy import Parted, slips, to_buy
from narrow_cornice.drawing.marks import Drawing, Label, Pen, Point
from narrow_cornice.drawing.slips import line_picture
from narrow_cornice.exchange.cautions import cautions_of
from narrow_cornice.exchange.paper import Paper
from narrow_cornice.exchange.pdf_sheets import LEADING, Sheet, foot
from narrow_cornice.exchange.working_out import work_out
from narrow_cornice.explained.figures import Figure, renamed
from narrow_cornice.explained.working import working
from narrow_cornice.job.model import Job
from narrow_cornice.review.second_look import second_look
from narrow_cornice.units.show import show_money
from narrow_cornice.units.told import said_in

SAID, LINE_TALL = 108.0, 16.5  # mm: how wide the words of a line to buy are, and how tall a line is at least


def to_buy_pdf(job: Job, paper: Paper | None = None, *, parted: Parted = "shop") -> bytes:
    """Return the list to buy: a sheet for each shop (or room, or part of the work), with pictures, reasons, totals."""
    work_out(job)
    sheet = Sheet(job, f"{job.name}: to buy", paper)
    money = f" {job.settings.money}" if job.settings.money else ""
    heavy = {one.shop: one.weight for one in deliveries(job) if one.heavy} if parted == "shop" else {}
    word = {"shop": "by shop", "room": "by room", "phase": "by part of the work"}[parted]
    y = _list_head(sheet, job, word)
    begun = False
    for name, lines, room_id in slips(job, parted):
        if begun:  # a sheet for each, to be taken along
            foot(sheet, job)
            y = _list_head(sheet, job, word)
        begun = True
        sheet.text(14, y, name, 14, face="name", room=120)
        price = sum(line.share_of_price(room_id) if room_id else line.price for line in lines)
        sheet.text(sheet.wide - 14, y, f"{show_money(price)}{money}", 11, face="bold", anchor="right")
        sheet.line(((14, y + 2), (sheet.wide - 14, y + 2)), Pen("ink", 0.8))
        y += 9
        if lines[0].shop in heavy:
            words = f"About {heavy[lines[0].shop]:.0f} kg together: have it delivered, two people to carry."
            sheet.text(14, y - 2.5, words, 8.5, face="slanted", colour="rust", room=sheet.wide - 28)
            y += 4
        for line in lines:
            y = _list_row(sheet, job, line, y, room_id)
        y += 5
    y = _room_for(sheet, job, y, 60, _list_head)
    y = _all_together(sheet, job, y)
    kept = [finding for finding in second_look(job) if finding.kept]
    if kept:
        y = _room_for(sheet, job, y, 50, _list_head)
        sheet.text(14, y + 3, "Kept on purpose", 11, face="name")
        y += 8
        for finding in kept:
            y = _room_for(sheet, job, y, 26, _list_head)
            words = f"{finding.room}: {finding.says}. Kept, because {finding.kept}."
            y = _whole(sheet, job, y, words, _list_head, size=8.5, colour="ink") + 0.5
    y += 3
    for caution in _list_cautions(job):
        y = _room_for(sheet, job, y, 22, _list_head)
        y = sheet.wrapped(14, y, caution, 7.5, sheet.wide - 28, colour="soft") + 0.5
    foot(sheet, job)
    return sheet.content()


def _all_together(sheet: Sheet, job: Job, y: float) -> float:
    """Print the sum of all lines with its terms, and what is not in the list."""
    everything, money = to_buy(job), f" {job.settings.money}" if job.settings.money else ""
    terms = " + ".join(show_money(line.price) for line in everything.lines) or "0"
    sheet.text(14, y, "All together", 12, face="name")
    sheet.text(sheet.wide - 14, y, f"{show_money(everything.price)}{money}", 12, face="bold", anchor="right")
    terms += f" = {show_money(everything.price)}"
    y = _whole(sheet, job, y + 5, terms, _list_head, size=8) + 2
    if everything.left_out:
        words = f"Not in this list: {' '.join(everything.left_out)}"
        y = _whole(sheet, job, y, words, _list_head, size=8.5, colour="rust")
    return y


def _list_cautions(job: Job) -> tuple[str, ...]:
    """Return the cautions of all that is bought: of the trim, the paint and the built-ins of every room."""
    from narrow_cornice.derived.built.risks import risks_of
    from narrow_cornice.derived.risks import paint_risks, trim_risks

    return cautions_of(
        name
        for room in job.rooms
        for name in (
            *paint_risks(job, room), *trim_risks(job, room), *risks_of(room, job.house_rules)
        )
    )  # fmt: skip


def _list_head(sheet: Sheet, job: Job, word: str) -> float:
    sheet.page()
    sheet.text(14, 18, f"To buy for {job.name}", 20, face="name", room=150)
    sheet.text(14, 24, f"{job.place + ' · ' if job.place else ''}{word}", 9.5, face="slanted", colour="soft", room=150)
    return 36.0


def _list_row(sheet: Sheet, job: Job, line: LineToBuy, y: float, room_id: str) -> float:
    """Print one line whole, with its tick box and picture, and return where the next begins."""
    how = job.settings
    if room_id:
        share = next(amount for one, _, amount in line.shares if one == room_id)
        words = f"{share.shown(how)} of {line.bought_in(how)}"
        price = line.share_of_price(room_id)
    else:
        words = line.amounts_in(how)
        price = line.price if (was := paid(job, line)) is None else was
    told = " ".join(told_of(job, line)) or still_in_words(job, line)
    note = told or line.why_in(how)
    if line.key in job.mixing:
        note += "; mix the tins before starting"
    said = [
        (row, size, face, colour)
        for text, size, face, colour in (
            (line.name_in(how), 10.0, "bold", "ink"),
            (words, 9.0, "text", "ink"),
            (note, 8.0, "slanted", "soft"),
        )
        for row in sheet.lines(text, size, SAID, face)
    ]
    tall = max(LINE_TALL, 3.3 + 4.4 * len(said))
    y = _room_for(sheet, job, y, tall + 17.5, _list_head)
    box, corner = 3.6, (14.0, y - 3.2)
    sheet.line(
        (corner, (corner[0] + box, corner[1]), (corner[0] + box, corner[1] + box), (corner[0], corner[1] + box)),
        Pen("ink", 0.6),
        closed=True,
    )
    if tick_state(job, line) in ("bought", "changed"):
        sheet.line(((14.5, y - 1.4), (15.6, y - 0.2), (18.4, y - 4.6)), Pen("ink", 1.1))
    for number, (row, size, face, colour) in enumerate(said):
        sheet.text(21.0, y + 4.4 * number, row, size, face=face, colour=colour, room=SAID)
    sheet.text(sheet.wide - 14, y, show_money(price), 10, anchor="right")
    picture = line_picture(line, how)
    left, top, right, bottom = picture.bounds
    across, down = 46.0, 14.0
    scale = max((right - left) / across, (bottom - top) / down, 1.0 if isinstance(line.goods, InLengths) else 6.0)

    def at(point: Point) -> Point:
        return (132 + (point[0] - left) / scale, y - 4 + (point[1] - top) / scale)

    bare = [mark for mark in picture.marks if not isinstance(mark, Label)]
    sheet.drawing(Drawing("", "", tuple(bare), picture.bounds), at, scale)
    return y + tall


def takeoff_pdf(job: Job, paper: Paper | None = None) -> bytes:
    """Return the take-off: every total of the job with its working down to the surfaces and runs, and what each room
    costs."""
    work_out(job)
    sheet = Sheet(job, f"{job.name}: take-off", paper)
    y = _takeoff_head(sheet, job, "every total with its working")
    for figure, depth in _figures(job):
        y = _room_for(sheet, job, y, 34, _takeoff_head)
        x = 14.0 + 5.0 * depth
        face = "bold" if depth == 0 else "text"
        sheet.text(
            x, y, said_in(figure.name, job.settings), 10 if depth == 0 else 9, face=face, room=sheet.wide - x - 50
        )
        sheet.text(sheet.wide - 14, y, figure.shown(job.settings), 9.5, face=face, anchor="right")
        words = working(figure, job.settings) if len(figure.parts) != 1 else ""  # one term says nothing new
        words = words or said_in(figure.note, job.settings)
        y += 4.2
        if words:
            y = _whole(sheet, job, y, words, _takeoff_head, x=x) + 0.8
        y += 1.4 if depth else 2.2
    y = _costs(sheet, job, y)
    foot(sheet, job)
    return sheet.content()


def _figures(job: Job) -> Iterator[tuple[Figure, int]]:
    """Yield the totals of the job, each followed by the lines it adds up, and these by what each room needs of them."""
    for figure in tally(job).values():
        yield figure, 0
    for line in to_buy(job).lines:
        yield renamed(line.needed, line.name), 1
        for _, _, share in line.shares:
            yield share, 2
    yield job_hours(job), 0
    paid_for = job_labour(job)
    if paid_for is not None:
        yield paid_for, 0


def _costs(sheet: Sheet, job: Job, y: float) -> float:
    """Print what each room costs, and what is below it."""
    y = _room_for(sheet, job, y + 4, 50, _takeoff_head)
    sheet.text(14, y, "What it costs, room by room", 12, face="name")
    columns = ((sheet.wide - 74, "materials"), (sheet.wide - 52, "hours"), (sheet.wide - 33, "labour"))
    for x, words in (*columns, (sheet.wide - 14, "together")):
        sheet.text(x, y + 5, words, 7.5, colour="soft", anchor="right")
    y += 10
    for one in costs(job):
        y = _room_for(sheet, job, y, 30, _takeoff_head)
        face = "bold" if one.whole else "text"
        sheet.text(14 if one.whole else 19, y, one.words, 9, face=face, room=sheet.wide - 114)
        figures = (show_money(one.materials), f"{one.hours:.1f}", show_money(one.labour), show_money(one.together))
        for (x, _), text in zip((*columns, (sheet.wide - 14, "")), figures, strict=True):
            sheet.text(x, y, text, 9, face=face, anchor="right")
        y += 5.0
    return y


def _room_for(sheet: Sheet, job: Job, y: float, tall: float, head: Callable[[Sheet, Job, str], float]) -> float:
    """Return where the next goes: where the last ended if a page has so much left, else below the head of a new one."""
    if y <= sheet.tall - tall:
        return y
    foot(sheet, job)
    return head(sheet, job, "continued")


def _whole(
    sheet: Sheet,
    job: Job,
    y: float,
    words: str,
    head: Callable[[Sheet, Job, str], float],
    *,
    x: float = 14.0,
    size: float = 7.5,
    colour: str = "soft",
) -> float:
    """Print words to their end, over as many sheets as they take, and return where the next line would be."""
    room = sheet.wide - x - 14.0
    for line in sheet.lines(words, size, room):
        y = _room_for(sheet, job, y, 20, head)
        sheet.text(x, y, line, size, colour=colour, room=room)
        y += size * LEADING
    return y


def _takeoff_head(sheet: Sheet, job: Job, word: str) -> float:
    sheet.page()
    sheet.text(14, 18, f"Take-off, {job.name}", 20, face="name", room=sheet.wide - 28)
    sheet.text(14, 24, word, 9.5, face="slanted", colour="soft")
    return 34.0
