"""Going about the window by key: from part to part (rooms, drawing or letter, sheets, bench, tally), and by Tab from
one thing to the next as the eye goes.

Pages, sheets and rows are made when they are first shown, so the order they were made in is no order to go by.
"""

from __future__ import annotations

from collections.abc import Sequence

from PyQt6.QtCore import QPoint, Qt
from PyQt6.QtWidgets import QAbstractButton, QApplication, QWidget

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.place_page import PlacePage

ONE_LINE = 10  # pixels by which the tops of things in one line differ at most


def stops(parts: Sequence[QWidget]) -> list[QWidget]:
    """Return where Tab stops: the parts one after another, each line by line and from the left to the right."""
    return [one for part in parts for one in _of_part(part)]


def _of_part(part: QWidget) -> list[QWidget]:
    there = [one for one in (part, *part.findChildren(QWidget)) if _stops_at(one)]
    placed = sorted(((_place(one, part), one) for one in there), key=lambda each: (each[0].y(), each[0].x()))
    lines: list[list[tuple[QPoint, QWidget]]] = []
    for place, one in placed:
        if not lines or place.y() - lines[-1][0][0].y() > ONE_LINE:
            lines.append([])
        lines[-1].append((place, one))
    return [one for line in lines for _, one in sorted(line, key=lambda each: each[0].x())]


def _place(one: QWidget, part: QWidget) -> QPoint:
    return one.mapTo(part, QPoint(0, 0)) if one is not part else QPoint(0, 0)


def _stops_at(one: QWidget) -> bool:
    """Return whether Tab stops at a thing; of buttons of which one is chosen, at that."""
    if not (
        one.isVisible() and one.isEnabled() and one.focusPolicy() & Qt.FocusPolicy.TabFocus == Qt.FocusPolicy.TabFocus
    ):
        return False
    if one.focusProxy() is not None:
        return False
    if isinstance(one, QAbstractButton) and one.isCheckable() and one.autoExclusive() and not one.isChecked():
        parent = one.parentWidget()
        alike = parent.findChildren(type(one), options=Qt.FindChildOption.FindDirectChildrenOnly) if parent else []
        return not any(other.isChecked() and other.autoExclusive() for other in alike)
    return True


def next_stop(parts: Sequence[QWidget], way: int) -> QWidget | None:
    """Return the stop after the one that has the keyboard, or before it (``way`` −1); the first where none has it."""
    order = stops(parts)
    if not order:
        return None
    focus = QApplication.focusWidget()
    at = next((index for index, one in enumerate(order) if one is focus), None)
    if at is None:  # something inside a stop, as the field for a size on the drawing
        inside = (index for index, one in enumerate(order) if focus is not None and one.isAncestorOf(focus))
        at = next(inside, -1 if way > 0 else 0)
    return order[(at + way) % len(order)]


def next_part(rooms: QWidget, page: PlacePage, on_the_bench: Bench, tally: QWidget) -> None:
    """Give the keyboard to the next part of the window."""
    bench = on_the_bench.view.widget()
    first = next(iter(stops([bench])), None) if bench is not None else None
    of_page = page.parts()
    parts: list[QWidget] = [rooms, *of_page, *([first] if first is not None else []), tally]
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
        len(of_page) if focus is not None and page.isAncestorOf(focus) else -1,  # else what is below its sheet
    )
    parts[(index + 1) % len(parts)].setFocus(Qt.FocusReason.ShortcutFocusReason)
