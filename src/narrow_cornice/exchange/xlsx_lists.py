"""The list to buy and the schedule as a workbook (XLSX): figures as numbers, words as text, totals as formulas."""

from __future__ import annotations

import io
import re
from collections.abc import Iterable, Sequence
from typing import TYPE_CHECKING, Any, NamedTuple

from narrow_cornice.derived.bought.hours import room_hours
from narrow_cornice.derived.bought.purchases import NOTHING, paid, tick_state
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.exchange.csv_lists import (
    LEFT_OUT,
    NO_SIZE,
    SCHEDULE,
    TICKED,
    amount_of,
    schedule_rows,
    shares_of,
    unit_of,
)
from narrow_cornice.exchange.going import one_by_one
from narrow_cornice.exchange.working_out import work_out
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of

if TYPE_CHECKING:
    from xlsxwriter import Workbook

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
    Column("bought", 12), Column("why", 60), Column("phase", 22), Column("paid", 12, MONEY), Column("instead", 24),
)  # fmt: skip
ROOM = (
    Column("room", 20), Column("shop", 18), Column("kind", 12), Column("name", 44), Column("share", 10, AMOUNT),
    Column("unit", 8), Column("share of price", 14, MONEY),
)  # fmt: skip
WIDE = {
    **{"room": 20, "surface": 34, "paint": 26, "colour": 18, "state": 22, "primer": 22},
    **{"system": 24, "before paint": 34, "sealer": 22, "covering": 28},
}
AREAS = ("gross", "openings", "covered", "net", "litres", "primer litres", "sealer litres")
SHOWN = dict.fromkeys(AREAS, AREA) | {"hours": "0.0"}
SUMMED = (*AREAS, "hours")
SURFACES = tuple(Column(heading, WIDE.get(heading, 12), SHOWN.get(heading, "")) for heading in SCHEDULE)


class Sheet:
    """A sheet of a workbook that is being written, row and column from 1. What every formula comes to is written beside
    it, so that it is there too for whoever opens the workbook without counting."""

    def __init__(self, book: Workbook, name: str, columns: Sequence[Column]) -> None:
        self.columns = columns
        self._book = book
        self._sheet = book.add_worksheet(name)
        self._values: dict[tuple[int, int], float] = {}
        self._looks: dict[tuple[str, bool], Any] = {}
        for number, column in enumerate(columns, 1):
            self._sheet.set_column(number - 1, number - 1, column.wide)
            self._sheet.write_string(0, number - 1, column.heading, self._look("", bold=True))
        self._sheet.freeze_panes(1, 0)  # the headings stay in sight

    def _look(self, shown: str, *, bold: bool) -> Any:
        if (shown, bold) not in self._looks:
            self._looks[shown, bold] = self._book.add_format({"num_format": shown or "General", "bold": bold})
        return self._looks[shown, bold]

    def put(self, row: int, column: int, value: str | float | None, shown: str = "") -> None:
        """Put a value into a cell: words are text whatever they begin with."""
        if isinstance(value, str):
            self._sheet.write_string(row - 1, column - 1, CONTROL.sub(" ", value)[:LONGEST])
        elif value is not None:
            self._values[row, column] = value
            self._sheet.write_number(row - 1, column - 1, value, self._look(shown, bold=False))

    def row(self, row: int, values: Iterable[str | float | None]) -> None:
        """Put values into the cells of a row, each as its column shows numbers."""
        for number, (column, value) in enumerate(zip(self.columns, values, strict=False), 1):
            self.put(row, number, value, column.shown)

    def formula(self, row: int, letter: str, formula: str, value: float) -> None:
        """Write a formula and what it comes to."""
        column = ord(letter) - 64
        self._values[row, column] = value
        look = self._look(self.columns[column - 1].shown, bold=True)
        self._sheet.write_formula(row - 1, column - 1, formula, look, round(value, 9))

    def value(self, row: int, letter: str) -> float:
        """Return the number in a cell, nought where there is none."""
        return self._values.get((row, ord(letter) - 64), 0.0)

    def sum(self, row: int, letter: str, first: int, last: int) -> None:
        """Write the sum of the cells of a column from one row to another."""
        value = sum(self.value(one, letter) for one in range(first, last + 1))
        self.formula(row, letter, f"=SUM({letter}{first}:{letter}{max(first, last)})", value)


def to_buy_xlsx(job: Job) -> bytes:
    """Return the list by shop and by room, what each room costs and the schedule of surfaces, each on a sheet.

    Raises StoppedError where it is not wanted any more.
    """
    from xlsxwriter import Workbook

    work_out(job)
    held = io.BytesIO()
    book = Workbook(held, {"in_memory": True})
    title = CONTROL.sub(" ", f"{job.name}: to buy")[:250]
    book.set_properties({"title": title, "author": "Narrow Cornice"})
    _by_shop(Sheet(book, "By shop", SHOP), job)
    by_room = Sheet(book, BY_ROOM, ROOM)
    _cost(Sheet(book, "Cost", COST), job, by_room, _by_room(by_room, job))
    _surfaces(Sheet(book, "Surfaces", SURFACES), job)
    book.close()
    return held.getvalue()


def _cents(value: float) -> float:
    return round(value + 1e-9, 2)


def _together(sheet: Sheet, name: str, first: int, row: int, letter: str) -> int:
    """Write the sum of the rows from the first on. Returns the row to go on with."""
    if row == first:
        return row
    sheet.put(row, 1, f"{name}, together")
    sheet.sum(row, letter, first, row - 1)
    return row + 2


def _all_together(sheet: Sheet, row: int, letter: str, sums: list[int]) -> None:
    """Write the sum of the sums; where it would be longer than a cell takes, that of all lines, which have a kind."""
    kind = "B" if sheet.columns is SHOP else "C"
    formula = f"={'+'.join(f'{letter}{one}' for one in sums) or '0'}"
    if len(formula) > LONGEST_FORMULA:
        formula = f'=SUMIF({kind}2:{kind}{row - 1},"?*",{letter}2:{letter}{row - 1})'
    sheet.put(row, 1, "All together")
    sheet.formula(row, letter, formula, sum(sheet.value(one, letter) for one in sums))


def _by_shop(sheet: Sheet, job: Job) -> None:
    """Write the list shop by shop, with a sum for each and one of them all."""
    everything, row, sums = to_buy(job), 2, list[int]()
    for shop, lines in everything.shops():
        first = row
        for line in lines:
            needed: float | None = amount_of(line, line.needed.rounded(job.settings))
            for size, count, price in line.buy or NO_SIZE:
                each = price / count if count else 0.0
                sheet.row(
                    row,
                    (
                        shop,
                        line.kind,
                        line.name_in(job.settings),
                        needed,
                        unit_of(line),
                        count,
                        amount_of(line, size),
                        each,
                    ),
                )
                sheet.formula(row, "I", f"=ROUND(F{row}*H{row},2)", _cents(count * each))
                sheet.put(row, 10, TICKED[tick_state(job, line)] or None)
                sheet.put(row, 11, line.why_in(job.settings))
                sheet.put(row, 12, line.phase)
                sheet.put(row, 13, paid(job, line) if needed is not None else None)
                sheet.put(row, 14, job.purchases.get(line.key, NOTHING).instead or None)
                needed, row = None, row + 1  # once a line
        sums += [row] if row > first else []
        row = _together(sheet, shop, first, row, "I")
    _all_together(sheet, row, "I", sums)
    for words in everything.left_out:
        row += 1
        sheet.put(row, 1, LEFT_OUT)
        sheet.put(row, 3, words)


def _by_room(sheet: Sheet, job: Job) -> dict[str, int]:
    """Write each room's share of every line, with a sum for each room. Returns the rows of these, by room."""
    row = 2
    where: dict[str, int] = {}
    for room in one_by_one(job.rooms, "room"):
        first = row
        for values in shares_of(job, room.id):
            sheet.row(row, values)
            row += 1
        if row > first:
            where[room.id] = row
        row = _together(sheet, room.name, first, row, "G")
    _all_together(sheet, row, "G", list(where.values()))
    return where


def _cost(sheet: Sheet, job: Job, by_room: Sheet, where: dict[str, int]) -> None:
    """Write materials and labour of each room; the price of an hour stands once, to be changed in the sheet."""
    row, wage = 2, house_rules_of(job.house_rules).value("wage")
    for room in job.rooms:
        worked = room_hours(room, job.house_rules, job.paints, job.colours, job.milled, job.joinery, job.coverings)
        hours = worked.rounded(job.settings) if worked is not None else 0.0
        sheet.row(row, (room.name, None, hours, wage if row == 2 else None))
        there = where.get(room.id)
        materials = by_room.value(there, "G") if there else 0.0
        sheet.formula(row, "B", f"='{BY_ROOM}'!G{there}" if there else "=0", materials)
        if row > 2:
            sheet.formula(row, "D", "=D2", wage)
        labour = _cents(hours * wage)
        sheet.formula(row, "E", f"=ROUND(C{row}*D{row},2)", labour)
        sheet.formula(row, "F", f"=B{row}+E{row}", materials + labour)
        row += 1
    sheet.put(row + 1, 1, "All together")
    for letter in "BCEF":
        sheet.sum(row + 1, letter, 2, row - 1)


def _surfaces(sheet: Sheet, job: Job) -> None:
    """Write every surface; net is gross less openings and what is covered, in the sheet too."""
    at = {heading: chr(65 + number) for number, heading in enumerate(SCHEDULE)}
    gross, openings, covered = (at[heading] for heading in ("gross", "openings", "covered"))
    row = 2
    for values in schedule_rows(job):
        sheet.row(row, (None if value == "" else value for value in values))
        net = sheet.value(row, gross) - sheet.value(row, openings) - sheet.value(row, covered)
        sheet.formula(row, at["net"], f"={gross}{row}-{openings}{row}-{covered}{row}", net)
        row += 1
    sheet.put(row + 1, 1, "All together")
    for heading in SUMMED:
        sheet.sum(row + 1, at[heading], 2, row - 1)
