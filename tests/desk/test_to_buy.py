"""To buy in the window: what was got, the parts of the work, what things cost, schemes, and a shop's desk."""

from __future__ import annotations

import threading
import time

import pytest
from driving import errands_over, field, press, settle, type_into
from PyQt6.QtWidgets import QApplication, QInputDialog

from narrow_cornice.derived.bought.lines import PHASES
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.desk.bench_rows import NoteRow
from narrow_cornice.desk.places.bought.handing_out import ask_prices, bring_prices, take_prices
from narrow_cornice.desk.places.bought.page import BoughtPage
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.instruments.shop_desk import DeskHabits, ShopDesk
from narrow_cornice.job import edits
from narrow_cornice.job.paths import LinePath, RoomPath, SurfacePath

pytestmark = pytest.mark.desk
SEDGE = "paint:wall-matt:sedge"


def bought(window: MainWindow, leaf: str) -> BoughtPage:
    window.session.look(place="bought", leaf=leaf)
    settle()
    page = window.page("bought")
    assert isinstance(page, BoughtPage)
    return page


def notes(window: MainWindow) -> str:
    return " ".join(row.text for row in window.bench.view.rows() if isinstance(row, NoteRow))


def test_what_was_got_is_written_down_and_changes_are_told(window: MainWindow) -> None:
    session, page = window.session, bought(window, "shop")
    session.select(LinePath(SEDGE))
    settle()
    type_into(field(window, "Got of 2"), "1")
    assert session.job.purchases[SEDGE].got == ((5.0, 1),)
    assert "Still to get 1 × 5 L" in notes(window)
    type_into(field(window, "Paid"), "eighty")
    assert "is no number" in window.notice()
    type_into(field(window, "Paid"), "81,50")
    type_into(field(window, "Taken instead"), "another matt")
    assert session.job.purchases[SEDGE].paid == 81.5
    names = [row.accessibleName() for slip in page.slips for row in slip.rows]
    mine = next(name for name in names if name.startswith("Washable matt, Sedge"))
    assert "bought in part" in mine
    assert "81.50 paid" in mine
    assert "Taken instead: another matt" in mine
    for _ in range(3):
        session.undo()
    assert session.job.purchases == {}


def test_lines_stand_by_the_part_of_the_work_too(window: MainWindow) -> None:
    page = bought(window, "phase")
    names = [slip.name.text() for slip in page.slips]
    assert names == [phase for phase, _ in to_buy(window.session.job).phases()]
    assert set(names) <= set(PHASES)
    page = bought(window, "shop")
    heavy = {slip.name.text(): slip.carried.text() for slip in page.slips}
    assert "have it delivered" in heavy["Timber yard"]


def test_what_a_room_costs_leads_to_what_it_is_of(window: MainWindow) -> None:
    session, page = window.session, bought(window, "cost")
    session.do(edits.change_house_rule("wage", 30.0, "price of an hour"))
    settle()
    rows = page._cost.sheet.rows
    assert rows[0].about == RoomPath("r1")
    assert rows[-1].cells[0].text == "All together"
    surface = next(place for place, row in enumerate(rows) if isinstance(row.about, SurfacePath))
    page._cost.selectRow(surface)
    settle()
    assert session.view.selected == rows[surface].about
    assert session.view.place == "bought"
    page._cost.selectRow(0)
    settle()
    assert session.view.selected is None
    assert "Materials" in notes(window)
    end = time.monotonic() + 20
    while "less" not in " ".join(window.bench.view.rows()[-1:].__repr__()) and time.monotonic() < end:
        settle()
        if press_there(window, "Single crown"):
            break
    assert session.job.rooms[0] != session.history._before[-1][1].rooms[0]  # a smaller cornice was taken


def press_there(window: MainWindow, words: str) -> bool:
    """Press the first offer that begins with some words, if it is there."""
    from narrow_cornice.desk.bench_rows import ButtonsRow

    for row in window.bench.view.rows():
        if isinstance(row, ButtonsRow):
            for index, one in enumerate(row.words):
                if one.startswith(words) and "less" in one:
                    row.pressed(index)
                    settle()
                    return True
    return False


def test_schemes_are_weighed_aside_and_rooms_taken_over(window: MainWindow) -> None:
    session = window.session
    session.do(edits.remove_scheme("v1", "Single crowns"))
    page = bought(window, "schemes")
    card = page._schemes.views[0]
    press_in(card, "Go on with another like it")
    session.do(edits.change_finishes({"r1": ["ceiling"]}, "left", left=True))
    settle()
    assert len(page._schemes.views) == 2
    end = time.monotonic() + 30
    while any("…" in one.text() for view in page._schemes.views for one in view._fields) and time.monotonic() < end:
        QApplication.processEvents()
        time.sleep(0.01)
    first, other = ([one.text() for one in view._fields] for view in page._schemes.views)
    assert first[0].startswith(f"{to_buy(session.job).price:,.2f}".replace(",", " ").removesuffix(".00"))
    assert "(+" in other[0]  # the other one has its ceiling to paint
    press_in(page._schemes.views[1], "Take its Chart Room")
    assert not session.job.rooms[0].finishes.surfaces["ceiling"].left
    press_in(page._schemes.views[1], "Work on it")
    assert session.job.scheme == "Orders in full"
    session.undo()
    session.undo()
    assert session.job.rooms[0].finishes.surfaces["ceiling"].left


def press_in(card: object, words: str) -> None:
    from PyQt6.QtWidgets import QPushButton, QWidget

    assert isinstance(card, QWidget)
    next(one for one in card.findChildren(QPushButton) if one.text() == words).click()
    settle()


def test_the_shop_is_asked_aside_and_survived(window: MainWindow, monkeypatch: pytest.MonkeyPatch) -> None:
    session, page = window.session, bought(window, "shop")
    shop = ShopDesk(0, DeskHabits(differ=0.2, out=0.4, seed=3))
    thread = threading.Thread(target=shop.serve)
    thread.start()
    try:
        monkeypatch.setattr(QInputDialog, "getText", lambda *_: (shop.address, True))
        ask_prices(window.out)
        errands_over(session)
    finally:
        shop.close()
        thread.join(5)
    assert session.job.quotes
    told = " ".join(row.accessibleName() for slip in page.slips for row in slip.rows)
    assert "now, " in told
    assert "he shop has none" in told
    assert session.settings.value("shop desk") == shop.address
    before = session.job
    bring_prices(window.into)  # it is closed now
    errands_over(session)
    assert "No shop's desk answers" in window.notice()
    take_prices(session, "http://example.org/")
    errands_over(session)
    assert "on this machine" in window.notice()
    assert session.job is before
    session.undo()
    assert session.job.quotes == {}
    assert press(window, "x") is False
