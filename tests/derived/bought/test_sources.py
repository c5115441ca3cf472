"""What is to be bought is the sum of declared sources: one of the test's own is on every list."""

from __future__ import annotations

import ast
import csv
import io
from pathlib import Path

import pytest

from narrow_cornice.derived.bought import sources
from narrow_cornice.derived.bought.answer import takeoff_answer
from narrow_cornice.derived.bought.lines import Bought, InPacks, LineToBuy, counted_rooms, price_of_tins
from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.drawing.slips import line_picture
from narrow_cornice.exchange.csv_lists import to_buy_by_room, to_buy_by_shop
from narrow_cornice.exchange.list_pdf import to_buy_pdf
from narrow_cornice.explained.figures import Figure, table, total
from narrow_cornice.job.edits import rename_room
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import demo_job
from printed import said

BOUGHT = Path(sources.__file__).parent


def nails(job: Job) -> Bought:
    """Return a pack of nails for every measured room."""
    shares = tuple(
        (room.id, room.name, Figure(room.name, 50.0, "pieces", "table", note="a handful"))
        for room in counted_rooms(job)
    )
    needed = total("nails", "pieces", [amount for _, _, amount in shares])
    packs = -(-int(needed.value) // 120)
    cost = price_of_tins(table("packs", packs, "", "enough"), table("price of one", 4.0, "money", "nails"))
    line = LineToBuy(
        "nails:40",
        "nails",
        "Nails, 40 mm",
        "the ironmonger",
        needed,
        ((120.0, packs, cost.value),),
        cost,
        packs * 120 - needed.value,
        "to hold it all",
        shares,
        f"{packs} × 120 pieces",
        InPacks(),
    )
    return Bought((line,), ("screws",))


@pytest.fixture
def job(monkeypatch: pytest.MonkeyPatch) -> Job:
    monkeypatch.setattr(sources, "SOURCES", (*sources.SOURCES, nails))
    return rename_room("r1", "The Day Room").apply(demo_job())  # another job than any that was counted


def rows(text: str) -> list[dict[str, str]]:
    return list(csv.DictReader(io.StringIO(text.removeprefix("\ufeff"))))


def test_another_source_is_on_every_list(job: Job) -> None:
    everything = to_buy(job)
    assert everything.lines[-1].name == "Nails, 40 mm"
    assert everything.unsold == ("screws",)
    assert everything.price == pytest.approx(sum(line.price for line in everything.lines))
    assert [shop for shop, _ in everything.shops()][-1] == "the ironmonger"
    mine = next(row for row in rows(to_buy_by_shop(job)) if row["kind"] == "nails")
    assert (mine["needed"], mine["unit"], mine["count"], mine["price"]) == ("300", "pieces", "3", "12.0")
    shares = [row for row in rows(to_buy_by_room(job)) if row["name"] == "Nails, 40 mm"]
    assert [row["share"] for row in shares] == ["50"] * 6
    assert sum(float(row["share of price"]) for row in shares) == pytest.approx(12.0)
    answer = takeoff_answer(job)
    assert answer["order"][-1]["kind"] == "nails"
    assert answer["order"][-1]["buy"] == [{"size": 120.0, "count": 3, "price": 12.0}]
    assert answer["total"] == everything.price


def test_its_cost_is_in_the_tally_and_its_picture_and_paper_are_made(job: Job) -> None:
    cost = tally(job)["cost"]
    assert cost.inputs[-1][1].value == pytest.approx(12.0)
    before = [line.price for line in to_buy(job).lines[:-1]]
    assert cost.value == pytest.approx(sum(before) + 12.0)
    line = to_buy(job).lines[-1]
    assert len(line_picture(line, job.settings).marks) > 6
    assert line.name in said(to_buy_pdf(job))


def test_each_source_is_a_folder_and_one_line_and_knows_no_other() -> None:
    folders = sorted(path.parent.name for path in BOUGHT.glob("*/source.py"))
    assert len(folders) == len(sources.SOURCES)
    for path in BOUGHT.rglob("*.py"):
        inside = path.relative_to(BOUGHT).parts
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            name = str(node.module) if isinstance(node, ast.ImportFrom) else ""
            of = name.removeprefix("narrow_cornice.derived.bought.").split(".")[0]
            if of in folders and name.startswith("narrow_cornice.derived.bought."):
                assert inside in ((of, inside[-1]), ("sources.py",)), (path, name)
