"""The workbook: words are text, figures are numbers, and its own sums come to what the program says."""

from __future__ import annotations

import csv
import io
import re
from typing import Any

import msgspec
import pytest
from openpyxl import load_workbook

from narrow_cornice.derived.bought.hours import job_hours, job_labour
from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.exchange import xlsx_lists
from narrow_cornice.exchange.csv_lists import surfaces_list, to_buy_by_room
from narrow_cornice.exchange.xlsx_lists import to_buy_xlsx
from narrow_cornice.job.edits import change_house_rule
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import demo_job


def counted(sheet: Any, where: str) -> float:
    """Return what a cell comes to, counting the few kinds of formula that are written."""
    value = sheet[where].value
    if value is None:
        return 0.0
    if not isinstance(value, str):
        return float(value)
    assert value.startswith("="), f"{where} is a word: {value}"
    body = value[1:]
    if summed := re.fullmatch(r"SUM\(([A-Z])(\d+):\1(\d+)\)", body):
        column, first, last = summed.groups()
        return sum(counted(sheet, f"{column}{row}") for row in range(int(first), int(last) + 1))
    if product := re.fullmatch(r"ROUND\(([A-Z]\d+)\*([A-Z]\d+),2\)", body):
        return round(counted(sheet, product[1]) * counted(sheet, product[2]) + 1e-9, 2)
    if elsewhere := re.fullmatch(r"'([^']+)'!([A-Z]\d+)", body):
        return counted(sheet.parent[elsewhere[1]], elsewhere[2])
    if chosen := re.fullmatch(r'SUMIF\(([A-Z])2:\1(\d+),"\?\*",([A-Z])2:\3\2\)', body):
        kind, last, column = chosen.groups()
        rows = [row for row in range(2, int(last) + 1) if sheet[f"{kind}{row}"].value]
        return sum(counted(sheet, f"{column}{row}") for row in rows)
    parts = re.findall(r"([+-]?)([A-Z]\d+|\d+)", body)
    assert "".join(sign + part for sign, part in parts) == body
    return sum(
        (-1 if sign == "-" else 1) * (float(part) if part.isdigit() else counted(sheet, part)) for sign, part in parts
    )


def opened(job: Job) -> Any:
    return load_workbook(io.BytesIO(to_buy_xlsx(job)))


def row_of(sheet: Any, words: str) -> int:
    return next(row for row in range(1, sheet.max_row + 1) if sheet.cell(row, 1).value == words)


@pytest.fixture(scope="module")
def job() -> Job:
    return demo_job()


@pytest.fixture(scope="module")
def book(job: Job) -> Any:
    return opened(job)


def test_the_sums_of_the_list_are_formulas_and_come_to_its_total(job: Job, book: Any) -> None:
    shop, room = book["By shop"], book["By room"]
    total = tally(job)["cost"].rounded(job.settings)
    assert shop[f"I{row_of(shop, 'All together')}"].value.startswith("=")
    assert counted(shop, f"I{row_of(shop, 'All together')}") == pytest.approx(total, abs=0.005)
    for name, lines in to_buy(job).shops():
        told = counted(shop, f"I{row_of(shop, f'{name}, together')}")
        assert told == pytest.approx(sum(price for line in lines for _, _, price in line.buy), abs=0.005)
    by_hand = sum(float(row["share of price"] or 0) for row in csv.DictReader(io.StringIO(to_buy_by_room(job))))
    assert counted(room, f"G{row_of(room, 'All together')}") == pytest.approx(by_hand, abs=0.02)


def test_what_every_formula_comes_to_stands_beside_it(job: Job) -> None:
    priced = to_buy_xlsx(change_house_rule("wage", 30.0, "price of an hour").apply(job))
    formulas, values = load_workbook(io.BytesIO(priced)), load_workbook(io.BytesIO(priced), data_only=True)
    checked = 0
    for sheet in formulas:
        for cell in (one for row in sheet for one in row if one.data_type == "f"):
            there = values[sheet.title][cell.coordinate].value
            assert there == pytest.approx(counted(sheet, cell.coordinate), abs=1e-6), (sheet.title, cell.coordinate)
            checked += 1
    assert checked > 200


def test_the_schedule_holds_every_surface_with_its_net_area_as_a_formula(job: Job, book: Any) -> None:
    sheet = book["Surfaces"]
    rows = range(2, row_of(sheet, "All together") - 1)
    assert all(sheet[f"G{row}"].value == f"=D{row}-E{row}-F{row}" for row in rows)
    assert all(counted(sheet, f"G{row}") >= -1e-9 for row in rows)
    last = row_of(sheet, "All together")
    litres = sum(float(row["litres"] or 0) for row in csv.DictReader(io.StringIO(surfaces_list(job))))
    assert counted(sheet, f"K{last}") == pytest.approx(litres, abs=0.01 * len(rows))


def test_a_total_of_very_many_sums_is_that_of_all_lines(job: Job, book: Any, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(xlsx_lists, "LONGEST_FORMULA", 10)  # as if there were hundreds of rooms
    again = opened(job)
    for name, column in (("By shop", "I"), ("By room", "G")):
        cell = f"{column}{row_of(again[name], 'All together')}"
        assert again[name][cell].value.startswith("=SUMIF")
        assert counted(again[name], cell) == pytest.approx(counted(book[name], cell), abs=0.005)


def test_what_each_room_costs_is_materials_and_hours_at_the_price_of_one(job: Job) -> None:
    priced = change_house_rule("wage", 30.0, "price of an hour").apply(job)
    sheet = opened(priced)["Cost"]
    last = row_of(sheet, "All together")
    cost, worked = job_labour(priced), job_hours(priced)
    assert cost is not None
    assert counted(sheet, f"C{last}") == pytest.approx(worked.rounded(job.settings))
    assert cost.value == pytest.approx(30 * worked.rounded(job.settings))
    assert counted(sheet, f"E{last}") == pytest.approx(cost.value, abs=0.005)
    shares = opened(job)["By room"]
    materials = counted(shares, f"G{row_of(shares, 'All together')}")
    assert counted(sheet, f"F{last}") == pytest.approx(materials + counted(sheet, f"E{last}"), abs=0.01)
    assert sheet["D3"].value == "=D2"  # the price stands once


def test_figures_are_numbers_and_words_are_text(job: Job) -> None:
    rooms = (msgspec.structs.replace(job.rooms[0], name="=1+1\x07"), *job.rooms[1:])
    odd = opened(msgspec.structs.replace(job, rooms=rooms, name="@sum \ud800"))
    names = {cell.value: cell.data_type for cell in odd["By room"]["A"]}
    assert names["=1+1 "] == "s"  # a name is never worked out
    assert "=1+1 , together" in names
    counts = [cell for cell in odd["By shop"]["F"][1:] if cell.value is not None]
    assert counts
    assert all(cell.data_type == "n" for cell in counts)


def test_an_empty_job_has_a_workbook_with_nothing_in_it() -> None:
    book = opened(Job(name="Pilot House"))
    assert book.sheetnames == ["By shop", "By room", "Cost", "Surfaces"]
    assert counted(book["By shop"], f"I{row_of(book['By shop'], 'All together')}") == 0
    assert counted(book["Surfaces"], f"G{row_of(book['Surfaces'], 'All together')}") == 0
