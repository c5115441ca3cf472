"""Going from part to part of the window by key: rooms, drawing or letter, sheets, bench, tally."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QApplication, QWidget

from narrow_cornice.desk.drawing_page import DrawingPage

if TYPE_CHECKING:
    from narrow_cornice.desk.window import MainWindow


def next_part(window: MainWindow) -> None:
    """Give the keyboard to the next part of the window."""
    page = window.page(window.session.view.place)
    parts: list[QWidget] = [window.rooms.list]
    if isinstance(page, DrawingPage):
        parts += [page.canvas, *[sheet for sheet in page.sheets if sheet.isVisible()]]
    elif letter := getattr(page, "letter", None):
        first_blank = letter.first_blank()
        parts += [first_blank] if first_blank is not None else []
    elif slips := getattr(page, "slips", []):
        parts += slips[0].rows[:1]
    bench = window.bench.view.widget()
    first = bench.nextInFocusChain() if bench is not None else None
    while (
        first is not None
        and first is not bench
        and not (
            bench is not None
            and bench.isAncestorOf(first)
            and first.focusPolicy() & Qt.FocusPolicy.TabFocus
            and first.isVisible()
        )
    ):
        first = first.nextInFocusChain()
    if first is not None and first is not bench:
        parts.append(first)
    parts.append(window.tally.buttons["paint"])
    focus = QApplication.focusWidget()
    index = next(
        (
            i
            for i, part in enumerate(parts)
            if focus is not None
            and (
                part is focus
                or part.isAncestorOf(focus)
                or (part is first and bench is not None and bench.isAncestorOf(focus))
            )
        ),
        -1,
    )
    parts[(index + 1) % len(parts)].setFocus(Qt.FocusReason.ShortcutFocusReason)


# ---- the job
