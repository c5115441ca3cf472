"""Going from part to part of the window by key: rooms, drawing or letter, sheets, bench, tally."""

from __future__ import annotations

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QApplication, QWidget

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.place_page import PlacePage


def next_part(rooms: QWidget, page: PlacePage, on_the_bench: Bench, tally: QWidget) -> None:
    """Give the keyboard to the next part of the window."""
    parts: list[QWidget] = [rooms, *page.parts()]
    bench = on_the_bench.view.widget()
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
    parts.append(tally)
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
