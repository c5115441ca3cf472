"""The menu of a thing: what can be done with what lies under the pointer, on the drawing or on its sheet."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from PyQt6.QtWidgets import QMenu, QWidget

from narrow_cornice.desk.sheet_part import Invitation

Line = tuple[str, Callable[[], object]] | None  # its words and what it does, None for a rule between lines


def thing_menu(parent: QWidget, title: str, lines: Iterable[Line], invitations: Iterable[Invitation]) -> QMenu:
    """Return the menu of a thing by its name, with what the sheet invites to below."""
    menu = QMenu(parent)
    if title:
        head = menu.addAction(title[:80].replace("&", "&&"))
        if head is not None:
            head.setEnabled(False)
    for line in lines:
        if line is None:
            menu.addSeparator()
        else:
            _add(menu, *line)
    menu.addSeparator()
    for one in invitations:
        if not one.of:
            if one.done is not None:
                _add(menu, one.words, one.done)
            continue
        inner = menu.addMenu(one.words.replace("&", "&&"))
        for words, done in one.of:
            if inner is not None:
                _add(inner, words, done)
    return menu


def _add(menu: QMenu, words: str, done: Callable[[], object]) -> None:
    action = menu.addAction(words.replace("&", "&&"))
    if action is not None:
        action.triggered.connect(lambda _=False: done())
