"""The list to buy and the schedule as a workbook (XLSX): figures as numbers, words as text, totals as formulas."""

from __future__ import annotations

import io
import re
from collections.abc import Iterable, Sequence
from typing import Any, NamedTuple

from narrow_cornice.derived.bought.hours import room_hours
from narrow_cornice.derived.bought.lines import LineToBuy
from narrow_cornice.derived.bought.to_buy import tick_state, to_buy
from narrow_cornice.exchange.csv_lists import SCHEDULE, schedule_rows
from narrow_cornice.exchange.going import one_by_one
from narrow_cornice.exchange.working_out import work_out
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of

LONGEST = 32_000  # signs a cell can hold, nearly
LONGEST_FORMULA = 8000  # signs of a formula, nearly
CONTROL = re.compile(r"[\x00-\x08\x0b\x0c\x0e-\x1f\ud800-\udfff\ufffe\uffff]")  # what a workbook must not hold
BY_ROOM = "By room"
AREA, MONEY, AMOUNT = "0.00", "#,##0.00", "0.###"


class Column(NamedTuple):
    """A column: its heading, how wide it is in signs, and how its numbers are shown."""

    heading: str
    wide: float
    shown: str = ""


COST = (
    Column("room", 20), Column("materials", 14, MONEY), Column("hours", 10, "0.0"),
    Column("price of an hour", 16, MONEY), Column("labour", 14, MONEY), Column("together", 14, MONEY),
)  # fmt: skip
SHOP = (
    Column("shop", 18), Column("kind", 12), Column("name", 44), Column("needed", 10, AMOUNT), Column("unit", 8),
    Column("count", 8), Column("size", 10, AMOUNT), Column("price of one", 12, MONEY), Column("price", 12, MONEY),
    Column("bought", 12), Column("why", 60),
)  # fmt: skip
ROOM = (
    Column("room", 20), Column("shop", 18), Column("kind", 12), Column("name", 44), Column("share", 10, AMOUNT),
    Column("unit", 8), Column("share of price", 14, MONEY),
)  # fmt: skip
WIDE = {"room": 20, "surface": 34, "paint": 26, "colour": 18, "state": 22, "primer": 22}
SHOWN = dict.fromkeys(("gross", "openings", "covered", "net", "litres", "primer litres"), AREA) | {"hours": "0.0"}
SUMMED = ("gross", "openings", "covered", "net", "litres", "primer litres", "hours")
SURFACES = tuple(Column(heading, WIDE.get(heading, 12), SHOWN.get(heading, "")) for heading in SCHEDULE)


def to_buy_xlsx(job: Job) -> bytes:
    """Return the list by shop and by room, what each room costs and the schedule of surfaces, each on a sheet.

    Raises StoppedError where it is not wanted any more.
    """
    from openpyxl import Workbook

    work_out(job)
    book = Workbook()
    book.properties.title = _text(f"{job.name}: to buy")
    book.properties.creator = "Narrow Cornice"
    first = book.active
    assert first is not None
    _by_shop(_begun(first, "By shop", SHOP), job)
    materials = _by_room(_begun(book.create_sheet(), BY_ROOM, ROOM), job)
    _cost(_begun(book.create_sheet(), "Cost", COST), job, materials)
    _surfaces(_begun(book.create_sheet(), "Surfaces", SURFACES), job)
    held = io.BytesIO()
    book.save(held)
    return held.getvalue()


def _begun(sheet: Any, name: str, columns: Sequence[Column]) -> Any:
    """Return a sheet with its headings, which stay in sight."""
    from openpyxl.styles import Font
    from openpyxl.utils import get_column_letter

    sheet.title = name
    for number, column in enumerate(columns, 1):
        _put(sheet, 1, number, column.heading).font = Font(bold=True)
        sheet.column_dimensions[get_column_letter(number)].width = column.wide
    sheet.freeze_panes = "A2"
    return sheet


def _text(words: str) -> str:
    return CONTROL.sub(" ", words)[:LONGEST]


def _put(sheet: Any, row: int, column: int, value: str | float | None, shown: str = "") -> Any:
    """Put a value into a cell: words are text whatever they begin with."""
    cell = sheet.cell(row=row, column=column)
    if isinstance(value, str):
        cell.value = _text(value)
        cell.data_type = "s"
    else:
        cell.value = value
        if shown and value is not None:
            cell.number_format = shown
    return cell


def _row(sheet: Any, row: int, columns: Sequence[Column], values: Iterable[str | float | None]) -> None:
    for number, (column, value) in enumerate(zip(columns, values, strict=False), 1):
        _put(sheet, row, number, value, column.shown)


def _formula(sheet: Any, row: int, column: int, formula: str, shown: str) -> None:
    from openpyxl.styles import Font

    cell = sheet.cell(row=row, column=column, value=formula)
    cell.number_format, cell.font = shown, Font(bold=True)


def _amount(line: LineToBuy, value: float) -> float:
    return round(value / 1000 if line.measure == "mm" else value, 3)


# Many parameters: where the sum stands, and of what.
def _together(sheet: Any, name: str, first: int, row: int, letter: str, sums: list[str]) -> int:
    """Write the sum of the rows from the first on, and note where it stands. Returns the row to go on with."""
    if row == first:
        return row
    _put(sheet, row, 1, f"{name}, together")
    _formula(sheet, row, ord(letter) - 64, f"=SUM({letter}{first}:{letter}{row - 1})", MONEY)
    sums.append(f"{letter}{row}")
    return row + 2


def _all_together(sheet: Any, row: int, letter: str, sums: list[str]) -> None:
    """Write the sum of the sums; where it would be longer than a cell takes, that of all lines, which have a kind."""
    kind = "B" if letter == "I" else "C"
    formula = f"={'+'.join(sums) or '0'}"
    if len(formula) > LONGEST_FORMULA:
        formula = f'=SUMIF({kind}2:{kind}{row - 1},"?*",{letter}2:{letter}{row - 1})'
    _put(sheet, row, 1, "All together")
    _formula(sheet, row, ord(letter) - 64, formula, MONEY)


def _by_shop(sheet: Any, job: Job) -> None:
    """Write the list shop by shop, with a sum for each and one of them all."""
    everything, row, sums = to_buy(job), 2, list[str]()
    states = {"": "", "bought": "bought", "changed": "bought, changed since"}
    for shop, lines in everything.shops():
        first = row
        for line in lines:
            unit = "m" if line.measure == "mm" else line.measure
            needed: float | None = _amount(line, line.needed.rounded(job.settings))
            for size, count, price in line.buy:
                each = price / count if count else 0.0
                ticked = states[tick_state(job, line)]
                _row(sheet, row, SHOP, (shop, line.kind, line.name, needed, unit, count, _amount(line, size), each))
                _formula(sheet, row, 9, f"=ROUND(F{row}*H{row},2)", MONEY)
                _put(sheet, row, 10, ticked)
                _put(sheet, row, 11, line.why)
                needed, row = None, row + 1  # once a line
        row = _together(sheet, shop, first, row, "I", sums)
    _all_together(sheet, row, "I", sums)
    for words in everything.left_out:
        row += 1
        _put(sheet, row, 1, "not in this list")
        _put(sheet, row, 3, words)


def _by_room(sheet: Any, job: Job) -> dict[str, str]:
    """Write each room's share of every line, with a sum for each room. Returns where these stand, by room."""
    everything, row, sums = to_buy(job), 2, list[str]()
    where: dict[str, str] = {}
    for room in one_by_one(job.rooms, "room"):
        first = row
        for line in everything.lines:
            for room_id, name, amount in line.shares:
                if room_id == room.id:
                    unit = "m" if line.measure == "mm" else line.measure
                    share = _amount(line, amount.rounded(job.settings))
                    price = round(line.share_of_price(room.id), 2)
                    _row(sheet, row, ROOM, (name, everything.shop_of(line), line.kind, line.name, share, unit, price))
                    row += 1
        if row > first:
            where[room.id] = f"G{row}"
        row = _together(sheet, room.name, first, row, "G", sums)
    _all_together(sheet, row, "G", sums)
    return where


def _cost(sheet: Any, job: Job, materials: dict[str, str]) -> None:
    """Write materials and labour of each room; the price of an hour stands once, to be changed in the sheet."""
    row, wage = 2, house_rules_of(job.house_rules).value("wage")
    for room in job.rooms:
        hours = room_hours(room, job.house_rules, job.paints, job.colours, job.milled, job.joinery)
        _row(sheet, row, COST, (room.name, None, hours.rounded(job.settings) if hours is not None else 0.0))
        there = materials.get(room.id)
        _formula(sheet, row, 2, f"='{BY_ROOM}'!{there}" if there else "=0", MONEY)
        if row == 2:
            _put(sheet, row, 4, wage, MONEY)
        else:
            _formula(sheet, row, 4, "=D2", MONEY)
        _formula(sheet, row, 5, f"=ROUND(C{row}*D{row},2)", MONEY)
        _formula(sheet, row, 6, f"=B{row}+E{row}", MONEY)
        row += 1
    _put(sheet, row + 1, 1, "All together")
    for letter, shown in zip("BCEF", (MONEY, "0.0", MONEY, MONEY), strict=True):
        _formula(sheet, row + 1, ord(letter) - 64, f"=SUM({letter}2:{letter}{max(2, row - 1)})", shown)


def _surfaces(sheet: Any, job: Job) -> None:
    """Write every surface; net is gross less openings and what is covered, in the sheet too."""
    from openpyxl.utils import get_column_letter

    at = {heading: get_column_letter(number) for number, heading in enumerate(SCHEDULE, 1)}
    gross, openings, covered = (at[heading] for heading in ("gross", "openings", "covered"))
    net = SCHEDULE.index("net") + 1
    row = 2
    for values in schedule_rows(job):
        _row(sheet, row, SURFACES, (None if value == "" else value for value in values))
        _formula(sheet, row, net, f"={gross}{row}-{openings}{row}-{covered}{row}", AREA)
        row += 1
    _put(sheet, row + 1, 1, "All together")
    for heading in SUMMED:
        letter, number = at[heading], SCHEDULE.index(heading) + 1
        _formula(sheet, row + 1, number, f"=SUM({letter}2:{letter}{max(2, row - 1)})", SHOWN[heading])
