"""The shelf under the job's name: rules as people say them, and what the job has as cards that are typed into."""

from __future__ import annotations

import pytest
from driving import choose, settle, type_into
from msgspec.structs import replace
from PyQt6.QtCore import Qt
from PyQt6.QtGui import QColor
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QColorDialog, QPushButton

from narrow_cornice.derived.bought.rule_uses import in_words, rule_uses
from narrow_cornice.desk.bench_widgets import Field
from narrow_cornice.desk.cards import WIDE, WIDEST, CardView
from narrow_cornice.desk.places.shelf.page import ShelfPage
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.house_rules import shipped_rules
from narrow_cornice.job import edits
from narrow_cornice.job.paths import HouseRulePath
from narrow_cornice.job.samples import demo_job
from narrow_cornice.trim.kinds import KINDS
from narrow_cornice.units.show import IMPERIAL, METRIC

pytestmark = pytest.mark.desk


def shelf(window: MainWindow, leaf: str) -> ShelfPage:
    window.go("shelf")
    window.session.look(leaf=leaf)
    settle()
    page = window.page("shelf")
    assert isinstance(page, ShelfPage)
    return page


def field_of(card: CardView, label: str) -> Field:
    return next(one for one in card.findChildren(Field) if one.accessibleName() == label)


def press_on(card: CardView | ShelfPage, words: str) -> None:
    next(one for one in card.findChildren(QPushButton) if one.text() == words and one.isVisible()).click()
    settle()


def test_rules_are_typed_as_people_say_them_and_given_back(window: MainWindow) -> None:
    session, page = window.session, shelf(window, "rules")
    assert page.rules.fields["skirting_share"].text() == "7 %"
    type_into(page.rules.fields["skirting_share"], "8 %")
    assert session.job.house_rules["skirting_share"] == pytest.approx(0.08)
    type_into(page.rules.fields["skirting_share"], "9")
    assert session.job.house_rules["skirting_share"] == pytest.approx(0.09)
    type_into(page.rules.fields["coats"], "three")
    assert "is no value of this rule. Write for example 2." in window.notice()
    type_into(page.rules.fields["kerf"], "1/8 in")
    assert session.job.house_rules["kerf"] == pytest.approx(3.175)
    press_on(page, "Usually 7 %")
    assert page.rules.fields["skirting_share"].text() == "7 %"
    assert "Used in" in page.rules._below["skirting_share"].text()
    session.undo()
    assert page.rules.fields["skirting_share"].text() == "9 %"


def test_every_rule_says_what_it_changes_and_reads_what_it_shows() -> None:
    topics = [rule.topic for rule in shipped_rules().values()]
    assert len(set(topics)) > 8
    assert topics == sorted(topics, key=topics.index)  # those of one topic stand together
    for rule in shipped_rules().values():
        assert rule.changes.endswith(".")
        for how in (METRIC, IMPERIAL):
            read = rule.read(rule.shown(rule.value, how), how.unit)
            assert read == pytest.approx(rule.value, abs=0.8 if how.unit == "in" else 5e-4)
        with pytest.raises(CorniceError):
            rule.read("a little", "mm")


def test_where_a_rule_is_used_is_counted_by_the_figures_that_rest_on_it() -> None:
    job = demo_job()
    uses = rule_uses(job)
    assert uses["reserve_least"]["lines to buy"] > 0
    assert "surfaces" not in uses["reserve_least"]
    none = edits.change_trim(job.rooms[0].id, "skirting", fitted=False).apply(job)
    assert rule_uses(none) != uses
    assert in_words({"lines to buy": 1, "surfaces": 30}) == "in 1 line to buy and 30 surfaces"
    assert in_words({}) == ""


def test_paints_colours_and_stock_are_cards_that_are_typed_into(
    window: MainWindow, monkeypatch: pytest.MonkeyPatch
) -> None:
    session, page = window.session, shelf(window, "paints")
    card = page.cards["paints"].views[0]
    type_into(field_of(card, "Tins"), "1 L 20; 4 L 70")
    assert [(tin.litres, tin.price) for tin in session.job.paints[0].sizes] == [(1, 20), (4, 70)]
    type_into(field_of(card, "Tins"), "1; 2")
    assert "not a size and a price" in window.notice()
    QTest.keyClick(field_of(card, "Tins"), Qt.Key.Key_Escape)
    type_into(field_of(card, "Solids"), "0")
    assert "not between" in window.notice()
    QTest.keyClick(field_of(card, "Solids"), Qt.Key.Key_Escape)
    type_into(field_of(card, "Primer"), "perhaps")
    assert "says nothing of a primer" in window.notice()
    page._paint_offers()[0][1]()
    QApplication.processEvents()
    assert len(page.cards["paints"].views) == len(session.job.paints) == len(demo_job().paints) + 1

    page = shelf(window, "colours")
    press_on(page, "Another colour")
    monkeypatch.setattr(QColorDialog, "getColor", lambda *_a, **_k: QColor("#123456"))
    press_on(page.cards["colours"].views[-1], "Pick its tone")
    assert session.job.colours[-1].hex == "#123456"
    press_on(page.cards["colours"].views[-1], "Remove it")
    assert len(session.job.colours) == len(demo_job().colours)
    press_on(page.cards["colours"].views[1], "Remove it")
    assert "still on something" in window.notice()

    page = shelf(window, "stock")
    type_into(field_of(page.cards["stock"].views[0], "Lengths"), "2.4 m; 3600")
    assert session.job.milled[0].lengths == (2400, 3600)


def test_the_menu_the_spine_and_the_field_lead_to_the_shelf(window: MainWindow) -> None:
    QTest.mouseClick(window.spine.buttons["shelf"], Qt.MouseButton.LeftButton)
    settle()
    assert window.session.view.place == "shelf"
    choose(window, "Colours")
    settle()
    assert window.session.view.leaf == "colours"
    type_into(window.bench.field, "paint washable")
    assert window.session.view.leaf == "paints"
    window.go("trim")
    type_into(window.bench.field, "skirting share of height")
    assert (window.session.view.place, window.session.view.selected) == ("trim", HouseRulePath("skirting_share"))
    page = shelf(window, "orders")
    assert page._empty.isVisible()
    assert "Bring in" in page._empty.text()


def test_nothing_on_a_card_or_of_the_leaves_is_cut_off(window: MainWindow) -> None:
    page = shelf(window, "paints")
    for _ in range(3):
        settle()
    for button in page.row.leaves.values():
        if button.isVisible():
            assert button.width() >= button.sizeHint().width(), button.text()
    fields = [one for one in page.findChildren(Field) if one.isVisible()]
    assert any(one.text().count(";") == 2 for one in fields)  # three tins and their prices
    for one in fields:
        assert one.width() >= one.fontMetrics().horizontalAdvance(one.text()) + 8, one.text()


def test_a_card_cuts_nothing_off(window: MainWindow) -> None:
    """What is too long beside its label stands below it, and a card is as wide as its longest text."""
    page, seen = shelf(window, "stock"), 0
    for leaf in page.cards:
        shelf(window, leaf)
        for card in page.cards[leaf].views:
            assert card.height() >= card.heightForWidth(card.width()), (leaf, card._name.text())
            for field in card.findChildren(Field):
                seen += 1
                assert field.height() >= field.sizeHint().height(), (leaf, field.text())
                room = field.width() - 2 * field.textMargins().left() - 4
                assert field.fontMetrics().horizontalAdvance(field.text()) <= room, (leaf, field.text())
    assert seen > 100
    long = next(milled for milled in window.session.job.milled if len(milled.kinds) > 3)
    everything = tuple(sorted(KINDS))
    window.session.do(edits.put_milled(replace(long, kinds=everything)))
    page = shelf(window, "stock")
    assert max(card.width() for card in page.cards["stock"].views) <= WIDEST * WIDE * window.theme.letters
