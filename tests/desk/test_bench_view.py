"""The column of rows: whatever comes in between or goes, the other rows keep their widgets and their places."""

from __future__ import annotations

import random

import pytest
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QLabel, QLineEdit, QPushButton, QWidget

from narrow_cornice.desk.bench_rows import ButtonsRow, Caption, FindingRow, NoteRow, Row, SizeRow, Title, ToggleRow
from narrow_cornice.desk.bench_view import BenchView
from narrow_cornice.desk.theme import Theme

pytestmark = pytest.mark.desk


def size(label: str, shown: str = "10") -> SizeRow:
    return SizeRow(label, shown, "", lambda _: True)


def finding(key: str, says: str = "It does not fit") -> FindingRow:
    return FindingRow(key, "will show", says, "", ("Mend it",), "", lambda _: None, lambda: None, lambda: None)


@pytest.fixture
def view(qapp: QApplication) -> BenchView:
    one = BenchView(Theme())
    one.resize(268, 500)
    one.show()
    return one


def laid_out(view: BenchView) -> list[QWidget]:
    items = (view._lay.itemAt(index) for index in range(view._lay.count()))
    return [widget for item in items if item is not None and (widget := item.widget()) is not None]


def test_rows_that_come_in_between_leave_the_others_their_widgets(view: BenchView) -> None:
    first: list[Row] = [Title("Wall", "Room"), size("Width"), Caption("Second look"), finding("a"), finding("b")]
    view.show_rows(first)
    width, a, b = (view._widgets[index] for index in (1, 3, 4))
    field = width.findChild(QLineEdit)
    assert field is not None
    field.setFocus()
    QTest.keyClicks(field, "7")
    between: list[Row] = [NoteRow("What would be saved"), ButtonsRow(("Crown",), lambda _: None)]
    view.show_rows([first[0], *between, *first[1:3], finding("c"), *first[3:]])
    assert view._widgets[3] is width
    assert [view._widgets[6], view._widgets[7]] == [a, b]
    assert field.text() == "710"  # what is being typed stays
    view.show_rows([first[0], first[1], first[4]])
    assert view._widgets[1:] == [width, b]
    assert laid_out(view) == view._widgets


@pytest.mark.parametrize("seed", range(4))
def test_whatever_is_shown_after_whatever_stands_as_if_it_were_shown_first(view: BenchView, seed: int) -> None:
    pick = random.Random(seed)
    for _ in range(25):
        rows: list[Row] = [Title(f"T{pick.random():.2f}", "")]
        for _ in range(pick.randrange(9)):
            name = pick.choice("abcd")
            rows.append(
                pick.choice(
                    [
                        size(name, str(pick.randrange(3))),
                        finding(name, f"says {pick.randrange(3)}"),
                        Caption(name),
                        NoteRow(f"note {pick.randrange(3)}"),
                        ToggleRow(name, pick.random() < 0.5, lambda _: None),
                        ButtonsRow(tuple(pick.choice("xyz") for _ in range(pick.randrange(1, 3))), lambda _: None),
                    ]
                )
            )
        view.show_rows(rows)
        fresh = BenchView(Theme())
        fresh.show_rows(rows)
        assert laid_out(view) == view._widgets
        assert [type(one) for one in view._widgets] == [type(one) for one in fresh._widgets]
        for one, other in zip(view._widgets, fresh._widgets, strict=True):
            assert shown_by(one) == shown_by(other)
        fresh.deleteLater()


def shown_by(widget: QWidget) -> list[str]:
    """Return every word and figure that a row shows."""
    labels = [one.text() for one in widget.findChildren(QLabel) if not one.isHidden()]
    fields = [one.text() for one in widget.findChildren(QLineEdit)]
    return [*labels, *fields, widget.accessibleName(), *([widget.text()] if isinstance(widget, QLabel) else [])]


def test_the_keyboard_stays_on_the_bench_when_what_had_it_is_gone(view: BenchView) -> None:
    """A finding that is mended goes with its button: the keyboard is on what stands there then, or is nearest above."""
    view.activateWindow()
    view.show_rows([Title("Wall", "Room"), size("Width"), finding("a"), size("Height")])
    button = next(one for one in view.findChildren(QPushButton) if one.text() == "Mend it")
    button.setFocus()
    assert QApplication.focusWidget() is button
    view.show_rows([Title("Wall", "Room"), size("Width"), size("Height")])
    QTest.qWait(0)
    fields = [one for one in view.findChildren(QLineEdit) if one.isVisible()]
    assert [one.accessibleName() for one in fields] == ["Width", "Height"]
    assert QApplication.focusWidget() is fields[1]
    view.show_rows([Title("Wall", "Room"), size("Width")])
    assert QApplication.focusWidget() is fields[0]
    view.show_rows([Title("Wall", "Room")])  # nothing takes it any more, and nothing falls
