"""Schemes side by side as cards: how each looks, what it comes to, and what can be taken from it."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from PyQt6.QtCore import QObject, pyqtSignal

from narrow_cornice import memo
from narrow_cornice.desk.bench import Work
from narrow_cornice.desk.cards import Card
from narrow_cornice.desk.runner import Runner
from narrow_cornice.desk.seen_as import UNFOLDED
from narrow_cornice.desk.session import Session
from narrow_cornice.drawing.marks import Dimension, Drawing, Label, bounds_of
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Room
from narrow_cornice.review.schemes import SchemeFigures, SchemeThere, scheme_figures, schemes_of
from narrow_cornice.units.show import show_money, show_quantity

WAITING = "…"
MOST_KEPT = 48  # schemes whose figures are held


class SchemeWork(Work):
    """Works out beside the window what schemes come to; ``ready`` tells when there is more to show."""

    ready = pyqtSignal()

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self._runner = Runner(self)
        self._known: dict[int, tuple[Job, SchemeFigures]] = {}
        self._asked: set[int] = set()

    def figures(self, job: Job, failed: Callable[[CorniceError], None]) -> SchemeFigures | None:
        """Return what a job comes to; None while that is worked out."""
        known = self._known.get(id(job))
        if known is not None:
            return known[1]
        if id(job) not in self._asked:
            self._asked.add(id(job))
            self._runner.run("", partial(_aside, job), partial(self._take, job), failed)
        return None

    def _take(self, job: Job, found: SchemeFigures) -> None:
        self._asked.discard(id(job))
        self._known[id(job)] = (job, found)  # the job is held, so that its identity is no other's
        while len(self._known) > MOST_KEPT:
            del self._known[next(iter(self._known))]
        self.ready.emit()

    def wait(self) -> None:
        """Wait for what is under way (before the window ends)."""
        self._runner.wait()


def _aside(job: Job) -> SchemeFigures:
    with memo.kept_aside():  # what is not worked on drives out nothing that is
        return scheme_figures(job)


def scheme_cards(session: Session, work: SchemeWork) -> list[Card]:
    """Return a card for each scheme, the one that is worked on first."""
    room = session.room()
    schemes = schemes_of(session.job)
    first = work.figures(schemes[0].job, session.refused.emit)
    return [_card(session, one, work.figures(one.job, session.refused.emit), first, room) for one in schemes]


def _card(
    session: Session, one: SchemeThere, found: SchemeFigures | None, now: SchemeFigures | None, room: Room | None
) -> Card:
    seen = _room_of(one.job, room)
    picture = _bare(UNFOLDED.draws(one.job, session.view, seen)) if seen is not None else None
    fields = []
    for words, text, more in _said(one.job, found, None if now is found else now):
        fields.append((words, f"{text}{f'  ({more})' if more else ''}", None))
    doing: list[tuple[str, Callable[[], object]]] = []
    if not one.id:
        fresh = edits.keep_scheme(f"Scheme {len(session.job.schemes) + 2}")
        doing.append(("Go on with another like it", lambda: session.do(fresh)))
    else:
        doing.append(("Work on it", lambda: session.do(edits.take_scheme(one.id, one.name))))
        if seen is not None:
            words = f"Take its {seen.name[:24]}"
            doing.append((words, lambda: session.do(edits.take_room(one.id, seen.id, seen.name))))
        doing.append(("Remove", lambda: session.do(edits.remove_scheme(one.id, one.name))))
    note = "another way to do it" if one.id else "the one that is worked on"

    def rename(text: str) -> bool:
        return session.do_made(lambda: edits.rename_scheme(one.id, text))

    return Card(one.name, rename, tuple(fields), note, picture=picture, doing=tuple(doing))


def _bare(drawing: Drawing) -> Drawing:
    """Return a drawing without its letters, which are too small on a card."""
    marks = tuple(mark for mark in drawing.marks if not isinstance(mark, Label | Dimension))
    return Drawing(drawing.title, drawing.subtitle, marks, bounds_of(marks, 100.0))


def _room_of(job: Job, room: Room | None) -> Room | None:
    """Return the room that is looked at as a scheme has it, None where it has it not."""
    return next((one for one in job.rooms if room is not None and one.id == room.id), None)


def _said(job: Job, found: SchemeFigures | None, now: SchemeFigures | None) -> list[tuple[str, str, str]]:
    """Return what a scheme comes to, in words, and how much more or less than the one that is worked on."""
    if found is None:
        return [
            (words, WAITING, "") for words in ("Materials", "Labour", "Days", "Paint", "Trim", "Sheets", "To settle")
        ]
    money = f" {job.settings.money[:12]}" if job.settings.money else ""

    def more(name: str, show: Callable[[float], str]) -> str:
        if now is None:
            return ""
        by = (getattr(found, name) or 0.0) - (getattr(now, name) or 0.0)
        return f"{'+' if by > 0 else '−'}{show(abs(by))}" if abs(by) >= 0.005 else ""

    labour = "no price of an hour" if found.labour is None else f"{show_money(found.labour)}{money}"
    return [
        ("Materials", f"{show_money(found.cost)}{money}", more("cost", show_money)),
        ("Labour", labour, more("labour", show_money)),
        ("Days", f"{found.days:.0f}", more("days", lambda by: f"{by:.0f}")),
        ("Paint", show_quantity(found.litres, "L", job.settings), more("litres", lambda by: f"{by:.1f}")),
        ("Trim", show_quantity(found.trim, "run", job.settings), ""),
        ("Sheets", f"{found.sheets:g}", more("sheets", lambda by: f"{by:g}")),
        ("To settle", f"{found.settle}", more("settle", lambda by: f"{by:g}")),
    ]
