"""The bench: what is selected, its fields, its working, its second look."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import cached_property
from importlib import import_module
from types import ModuleType
from typing import TYPE_CHECKING

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QInputDialog, QVBoxLayout, QWidget

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.desk.bench_pages import room_rows
from narrow_cornice.desk.bench_rows import (
    ButtonsRow,
    Caption,
    FigureRow,
    FindingRow,
    NoteRow,
    Row,
    SizeRow,
    Title,
)
from narrow_cornice.desk.bench_view import BenchView
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.size_fields import room_of, size_field
from narrow_cornice.desk.theme import Theme
from narrow_cornice.desk.thing_fields import THING_FIELDS
from narrow_cornice.drawing.marks import About
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import Figure
from narrow_cornice.explained.sentences import spell
from narrow_cornice.job import edits
from narrow_cornice.job.bought import CuttingPlan
from narrow_cornice.job.model import Room
from narrow_cornice.review.finding import Finding
from narrow_cornice.review.second_look import second_look
from narrow_cornice.survey.readings import parse_angle, parse_reading
from narrow_cornice.units.lengths import parse_length
from narrow_cornice.units.show import show_number

if TYPE_CHECKING:
    from narrow_cornice.desk.cutting_work import CuttingWork

MOST_STEPS = 9
MEASURED = (
    "wall",
    "corner",
    "diagonal",
    "offset",
    "width",
    "height",
    "opening",
    *THING_FIELDS,
    "studs",
    "level",
    "slope",
)


def _page(name: str) -> ModuleType:
    """Return a page of the bench, imported when it is first wanted, so that the window opens at once."""
    return import_module(f"narrow_cornice.desk.bench_pages.{name}")


def chain_of(figure: Figure) -> list[Figure]:
    """Return what a figure rests on in the order it is worked out, itself last; tables are left to one's own step."""
    found: list[Figure] = []

    def walk(one: Figure) -> None:
        for _, part in one.inputs:
            if part.source and part.inputs:  # a mean of readings stands for them until it is pressed
                if all(part is not other for other in found):
                    found.append(part)
            elif part.inputs or part.origin in ("reading", "choice"):
                walk(part)
        if all(one is not other for other in found):
            found.append(one)

    walk(figure)
    return found


class Bench(QWidget):
    """The right-hand side of the window."""

    room_wanted = pyqtSignal()

    def __init__(self, session: Session, theme: Theme) -> None:
        super().__init__()
        self.setObjectName("bench")
        self.session = session
        self.theme = theme
        self._drilled: list[Figure] = []
        self._drilled_for: About = ()
        self._counted = True
        self.view = BenchView(theme)
        lay = QVBoxLayout(self)
        lay.setContentsMargins(0, 0, 0, 0)
        lay.addWidget(self.view)

    @cached_property
    def cutting(self) -> CuttingWork:
        """Return the search for the cheapest lengths, made when it is first wanted."""
        from narrow_cornice.desk.cutting_work import CuttingWork

        work = CuttingWork(self)
        work.better.connect(lambda _: self.refresh())
        work.done.connect(self._take_plan)
        work.failed.connect(self.session.refused.emit)
        return work

    def _take_plan(self, key: str, plan: CuttingPlan) -> None:
        """Keep a cutting plan that was found, as a change that can be undone."""
        line = to_buy(self.session.job).line(key)
        if line is not None:
            self.do(edits.keep_cutting_plan(key, plan, line.name))
        self.refresh()

    def end(self) -> None:
        """Let what is being worked out aside end."""
        if "cutting" in self.__dict__:
            self.cutting.wait()

    # ---- what is shown

    def refresh(self, *, counted: bool = True) -> None:
        """Show what is selected now; what needs the whole job counted may be left for a moment later."""
        self._counted = counted
        about = self.session.view.selected
        if about != self._drilled_for:
            self._drilled, self._drilled_for = [], about
        self.view.show_rows(list(self._rows(about)))

    def _rows(self, about: About) -> Iterator[Row]:
        job = self.session.job
        room = room_of(job, about)
        if about[:1] in (("order",), ("tally",)) and not self._counted:
            yield Title("Counting …", job.name[:200])
        elif about[:1] == ("order",):
            yield from _page("order_rows").order_rows(self, job, about)
        elif about[:1] == ("tally",):
            yield from _page("order_rows").tally_rows(self, job, about)
        elif about[:1] == ("house rule",):
            yield from _page("order_rows").rule_rows(self, job, about[1])
        elif room is None:
            room = self.session.room()
            if room is not None:
                yield from room_rows.room_rows(self, job, room)
            else:
                yield Title("Nothing measured yet", job.name)
                yield NoteRow("A job begins with a room: two walls and a height are enough to start.")
                yield ButtonsRow(("Add a room …",), lambda _: self.room_wanted.emit())
        elif len(about) < 2 or about[1] == "floor":
            yield from room_rows.room_rows(self, job, room)
        elif about[1] == "wall":
            yield from _page("measure_rows").wall_rows(self, job, room, about)
        elif about[1] == "corner":
            yield from _page("survey_rows").corner_rows(self, job, room, about)
        elif about[1] in ("diagonal", "offset"):
            yield from _page("survey_rows").distance_rows(self, job, room, about)
        elif about[1] == "width":
            yield from _page("survey_rows").width_rows(self, job, room, about)
        elif about[1] == "panels" and len(about) > 2:
            yield from _page("panel_rows").panel_rows(self, job, room, about)
        elif about[1] in THING_FIELDS:
            yield from _page("thing_rows").thing_rows(self, job, room, about)
        elif about[1] in ("studs", "level", "slope") and len(about) > 2:
            yield from _page("measure_rows").wall_rows(self, job, room, about)
        elif about[1] == "height":
            yield from _page("measure_rows").height_rows(self, job, room)
        elif about[1] == "opening":
            yield from _page("measure_rows").opening_rows(self, job, room, about)
        elif about[1] == "trim":
            yield from _page("trim_rows").trim_rows(self, job, room, about)
        elif about[1] == "stock" and len(about) > 3:
            yield from _page("stock_rows").offer_rows(self, job, room, about)
        elif about[1] == "finish":
            yield from _page("finish_rows").finish_rows(self, job, room, about)
        else:
            yield from room_rows.room_rows(self, job, room)

    # ---- pieces that many rows are made of

    def size_rows(self, about: About, label: str) -> Iterator[Row]:
        """Yield the row of a size, with what the order wants where that differs."""
        job = self.session.job
        field = size_field(job, about)
        if field is None:
            return
        wish, use = "", None
        if field.wants is not None and field.mm is not None and abs(field.wants - field.mm) > 0.05:
            shown = Figure("", field.wants, "mm").shown(
                job.settings.unit, step=0.5, denominator=job.settings.denominator
            )
            wish = f"The order wants {shown}: use it"
            edit = field.edit
            use = lambda: self.do(edit(None))  # noqa: E731 (a callback as a value)
        hint = "none" if field.wants is None else "as the order has it"
        yield SizeRow(label, field.shown(job), hint, self.typed_size(field.about), wish, use)

    def typed_size(self, about: About) -> Callable[[str], bool]:
        """Return what typing into the row of a size does."""
        return lambda text: self.type_size(about, text)

    def type_size(self, about: About, text: str) -> bool:
        """Take a typed size for a path; return whether it was accepted."""
        job = self.session.job
        field = size_field(job, about)
        if field is None:
            return False
        if text.strip() == field.shown(job).strip():
            return True  # showing a size and entering it again changes nothing
        try:
            if not text.strip() and field.may_be_empty:
                return self.session.do(field.edit(None))
            if field.kind == "angle":
                return self.session.do(field.edit(parse_angle(text)))
            if field.kind == "reading":
                return self.session.do(field.edit(parse_reading(text, job.settings.unit, self.session.view.instrument)))
            return self.session.do(field.edit(parse_length(text, job.settings.unit)))
        except CorniceError as error:
            self.session.refused.emit(error)
            return False

    def do(self, edit: edits.Edit) -> bool:
        """Make a change of the job."""
        return self.session.do(edit)

    def working(self, figure: Figure) -> Iterator[Row]:
        """Yield the working of a figure: how it came about, each step to be pressed."""
        if self._drilled:
            figure = self._drilled[-1]
        yield Caption("The working")
        chain = chain_of(figure)
        if len(chain) > MOST_STEPS:
            chain = [*[part for _, part in figure.inputs][: MOST_STEPS * 2], figure]
        for one in chain:
            yield self.figure_row(one, one is figure)
        if self._drilled or figure.origin == "worked":
            hidden = [part for _, part in figure.inputs if all(part is not one for one in chain)]
            for part in hidden[:6] if self._drilled else [part for part in hidden if part.origin == "house rule"]:
                yield self.figure_row(part, False)
        if figure.inputs:
            spelled = figure.spelled(self.session.job.settings.unit)
            yield NoteRow(f"{spelled} = {figure.shown(self.session.job.settings.unit)}"[:400])
        if self._drilled:
            yield ButtonsRow(("Back",), lambda _: self._undrill())

    def figure_row(self, figure: Figure, strong: bool) -> FigureRow:
        """Return a figure as a row."""
        unit = self.session.job.settings.unit
        below = figure.note or spell(
            figure.sentence,
            {name: show_number(part.value) for name, part in figure.inputs if part.origin == "table" and not part.unit},
        )
        if figure.origin in ("house rule", "table", "choice", "reading") and not figure.inputs:
            below = f"{figure.origin}: {figure.note}" if figure.note else figure.origin
        if figure.sigma is not None and unit == "mm":
            below = f"{below} · ±{figure.sigma:.1f}"
        below = below if len(below) <= 160 else below[:158] + " …"
        return FigureRow(figure.name[:60], figure.shown(unit), below, strong, lambda: self.follow(figure), figure)

    def follow(self, figure: Figure) -> None:
        """Go one step nearer to where a figure came from: its own arithmetic, or the place it was read or chosen."""
        shown = self._drilled[-1] if self._drilled else None
        if figure.source and (figure.origin != "worked" or figure is shown):
            if figure.source[0] == "house rule":
                self.session.select(("house rule", figure.source[1]))
                return
            place = "measure" if figure.source[1] in MEASURED else self.session.view.place
            self.session.look(place=place)
            self.session.select(figure.source)
        elif figure.inputs and figure is not shown:
            self._drilled.append(figure)
            self.refresh()

    def _undrill(self) -> None:
        self._drilled.pop()
        self.refresh()

    def findings(self, wanted: Callable[[Finding], bool], title: str = "Second look") -> Iterator[Row]:
        """Yield what the second look says of some things, under a heading."""
        found = [finding for finding in second_look(self.session.job) if wanted(finding)] if self._counted else []
        if not found:
            return
        yield Caption(title)
        for finding in found:
            yield self.finding_row(finding)

    def finding_row(self, finding: Finding) -> FindingRow:
        """Return a finding as a row."""
        return FindingRow(
            finding.key,
            finding.grade,
            finding.says,
            f"{finding.measured}. {finding.rule} {finding.risk}",
            () if finding.kept else tuple(fix.title for fix in finding.fixes),
            finding.kept or "",
            lambda index: self._fix(finding, index),
            lambda: self._keep(finding),
            lambda: self.show_finding(finding),
        )

    def _fix(self, finding: Finding, index: int) -> None:
        fix = finding.fixes[index]
        self.do(edits.Edit(f"{fix.title} ({finding.where[:30]})", fix.apply))

    def _keep(self, finding: Finding) -> None:
        if finding.kept is not None:
            self.do(edits.keep_finding(finding.key, None, finding.says))
            return
        reason, given = QInputDialog.getText(self, "Keep it", f"{finding.says[:200]}.\nKeep it, because …")
        if given:
            try:
                self.do(edits.keep_finding(finding.key, reason, finding.says))
            except CorniceError as error:
                self.session.refused.emit(error)

    def show_finding(self, finding: Finding) -> None:
        """Go to what a finding is about."""
        about = finding.about
        place = (
            "order"
            if about[0] == "order"
            else "brief"
            if "brief" in about[:2]
            else "measure"
            if about[1] in MEASURED
            else {"trim": "trim", "finish": "finishes"}[about[1]]
        )
        self.session.look(place=place)
        self.session.select(about)

    def about(self, room: Room, *starts: About) -> Callable[[Finding], bool]:
        """Return the test for findings of a room about one of some paths."""
        return lambda finding: (
            any(finding.about[: len(start)] == start for start in starts) and finding.room_id == room.id
        )
