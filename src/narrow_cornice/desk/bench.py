"""The bench: what is selected, its fields, its working, its second look.

What it shows of a thing the places say (``ThingsShown``); it knows none of them by name.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import TYPE_CHECKING, Protocol, TypeVar

from PyQt6.QtCore import QObject, pyqtSignal
from PyQt6.QtWidgets import QHBoxLayout, QInputDialog, QLineEdit, QVBoxLayout, QWidget

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
from narrow_cornice.desk.bench_widgets import OneLine, without_tags
from narrow_cornice.desk.remembered import Remembered
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.size_field import SizeField
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import About
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import Figure
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.explained.sentences import spell
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Room
from narrow_cornice.survey.readings import parse_angle, parse_reading
from narrow_cornice.survey.walk import read_walk
from narrow_cornice.units.lengths import parse_length
from narrow_cornice.units.show import show_number, show_size
from narrow_cornice.units.told import said_in

if TYPE_CHECKING:
    from narrow_cornice.review.bundles import Bundle
    from narrow_cornice.review.finding import Finding

MOST_STEPS = 12


class Work(QObject):
    """Something that is worked out beside the bench for one of its rows."""

    def wait(self) -> None:
        """Stop it and wait for it (before the window ends)."""


AnyWork = TypeVar("AnyWork", bound=Work)


class ThingsShown(Protocol):
    """What the bench asks of the places."""

    def rows(self, bench: Bench, path: About) -> Iterator[Row]:
        """Yield the rows of a thing, of the room that is looked at for none."""

    def size_field(self, job: Job, path: About) -> SizeField | None:
        """Return the size that a path stands for, None where it has none."""

    def total_of(self, job: Job, name: str) -> tuple[Figure, Figure | None, str] | None:
        """Return a total of the tally, what follows from it and what that lacks; None where there is none."""

    def names(self) -> list[tuple[str, str]]:
        """Return the key and the name of every place."""

    def home_of(self, path: ThingPath) -> str:
        """Return the key of the place that a thing is shown in, empty where every place shows it."""

    def leading_to(self, path: ThingPath, remembered: Remembered) -> dict[str, object]:
        """Return what of the view changes on being led to a thing."""

    def leads_home(self, path: ThingPath) -> bool:
        """Return whether a figure that rests on a thing leads to the place it is shown in."""


def chain_of(figure: Figure) -> list[Figure]:
    """Return what a figure rests on in the order it is worked out, itself last; tables are left to one's own step."""
    found: list[Figure] = []
    seen: set[int] = set()

    def take(one: Figure) -> None:
        if id(one) not in seen:
            seen.add(id(one))
            found.append(one)

    def walk(one: Figure) -> None:
        if id(one) in seen:
            return
        for part in one.parts:
            if part.source and part.parts:  # a mean of readings stands for them until it is pressed
                take(part)
            elif part.parts or part.origin in ("reading", "choice"):
                walk(part)
        take(one)

    walk(figure)
    return found


class Bench(QWidget):
    """The right-hand side of the window."""

    room_wanted = pyqtSignal()
    found = pyqtSignal(str)

    def __init__(self, session: Session, theme: Theme, places: ThingsShown) -> None:
        super().__init__()
        self.setObjectName("bench")
        self.session = session
        self.theme = theme
        self.places = places
        self._drilled: list[Figure] = []
        self._drilled_for: About = None
        self.is_counted = True  # whether what needs the whole job counted can be shown
        self.view = BenchView(theme)
        self.field = OneLine()
        self.field.setPlaceholderText("Find, or type a size")
        self.field.setAccessibleName("Find, or type a size")
        self.field.setToolTip("Find a thing by its name, or type a size for what is selected (Ctrl+F)")
        self.field.returnPressed.connect(lambda: self.found.emit(self.field.text()))
        lay = QVBoxLayout(self)
        lay.setContentsMargins(0, 10, 0, 0)
        lay.setSpacing(0)
        line = QHBoxLayout()
        line.setContentsMargins(16, 0, 14, 0)
        line.addWidget(self.field)
        lay.addLayout(line)
        lay.addWidget(self.view)

    def work(self, kind: type[AnyWork], listen: Callable[[AnyWork], None]) -> AnyWork:
        """Return what works something out beside the bench, made and listened to when it is first wanted."""
        there = self.findChild(kind)
        if isinstance(there, kind):
            return there
        made = kind(self)
        listen(made)
        return made

    def end(self) -> None:
        """Let what is being worked out aside end."""
        for work in self.findChildren(Work):
            work.wait()

    # ---- what is shown

    def refresh(self, *, counted: bool = True) -> None:
        """Show what is selected now; what needs the whole job counted may be left for a moment later."""
        self.is_counted = counted
        path = self.session.view.selected
        if path != self._drilled_for:
            self._drilled, self._drilled_for = [], path
        if path is not None and path.of_all and not counted:
            self.view.show_rows([Title("Counting …", self.session.job.name[:200])])
        else:
            self.view.show_rows(list(self.places.rows(self, path)))

    def write_into(self, label: str) -> None:
        """Give the keyboard to the field of that label, where the bench has one."""
        for field in self.view.findChildren(QLineEdit):
            if field.accessibleName() == label:
                field.setFocus()
                return

    def size_field(self, path: About) -> SizeField | None:
        """Return the size that a path stands for in the job as it is, None where it has none."""
        return self.places.size_field(self.session.job, path)

    # ---- pieces that many rows are made of

    def size_rows(self, path: ThingPath, label: str) -> Iterator[Row]:
        """Yield the row of a size, with what the order wants where that differs."""
        job = self.session.job
        field = self.size_field(path)
        if field is None:
            return
        wish, use = "", None
        if field.wants is not None and field.mm is not None and abs(field.wants - field.mm) > field.near:
            shown = show_size(field.wants, job.settings)
            wish = f"The order wants {shown}: use it"
            edit = field.edit
            use = lambda: self.do(edit(None))  # noqa: E731 (a callback as a value)
        hint = "none" if field.wants is None else "as the order has it"
        yield SizeRow(label, field.shown(job), hint, self.typed_size(field.path), wish, use)

    def typed_size(self, path: ThingPath) -> Callable[[str], bool]:
        """Return what typing into the row of a size does."""
        return lambda text: self.type_size(path, text)

    def type_size(self, path: ThingPath, text: str) -> bool:
        """Take a typed size for a path; return whether it was accepted."""
        job = self.session.job
        field = self.size_field(path)
        if field is None:
            return False
        if text.strip() == field.shown(job).strip():
            return True  # showing a size and entering it again changes nothing
        try:
            if not text.strip() and field.may_be_empty:
                return self.session.do(field.edit(None))
            if field.kind == "walk":
                return self.session.do(field.edit((read_walk(text, job.settings.unit), self.session.view.instrument)))
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
            chain = [*figure.parts[: MOST_STEPS * 2], figure]
        for one in chain:
            yield self.figure_row(one, one is figure)
        if self._drilled or figure.origin == "worked":
            hidden = [part for part in figure.parts if all(part is not one for one in chain)]
            for part in hidden[:6] if self._drilled else [part for part in hidden if part.origin == "house rule"]:
                yield self.figure_row(part, False)
        if figure.parts:
            from narrow_cornice.explained.working import working

            yield NoteRow(working(figure, self.session.job.settings)[:600])
        if self._drilled:
            yield ButtonsRow(("Back",), lambda _: self._undrill())

    def figure_row(self, figure: Figure, strong: bool) -> FigureRow:
        """Return a figure as a row."""
        settings = self.session.job.settings
        note = said_in(figure.note, settings)
        below = note or spell(
            said_in(figure.sentence, settings),
            {name: show_number(part.value) for name, part in figure.inputs if part.origin == "table" and not part.unit},
        )
        if figure.origin in ("house rule", "table", "choice", "reading") and not figure.parts:
            below = f"{figure.origin}: {note}" if note else figure.origin
        if figure.sigma is not None and settings.unit == "mm":
            below = f"{below} · ±{figure.sigma:.1f}"
        below = below if len(below) <= 160 else below[:158] + " …"
        return FigureRow(
            said_in(figure.name, settings)[:60],
            figure.shown(settings),
            below,
            strong,
            lambda: self.follow(figure),
            figure,
        )

    def follow(self, figure: Figure) -> None:
        """Go one step nearer to where a figure came from: its own arithmetic, or the place it was read or chosen."""
        shown = self._drilled[-1] if self._drilled else None
        if figure.source and (figure.origin != "worked" or figure is shown):
            if self.places.leads_home(figure.source):
                self.show_thing(figure.source)
            else:
                self.session.select(figure.source)
        elif figure.parts and figure is not shown:
            self._drilled.append(figure)
            self.refresh()

    def _undrill(self) -> None:
        self._drilled.pop()
        self.refresh()

    def findings(self, wanted: Callable[[Finding], bool], title: str = "Second look") -> Iterator[Row]:
        """Yield what the second look says of some things, those of one kind bundled, under a heading."""
        if not self.is_counted:
            return
        from narrow_cornice.review.bundles import bundled  # the second look comes in with the first counting
        from narrow_cornice.review.second_look import second_look

        found = [finding for finding in second_look(self.session.job) if wanted(finding)]
        if not found:
            return
        yield Caption(title)
        for bundle in bundled(found):
            yield self.bundle_row(bundle)

    def bundle_row(self, bundle: Bundle) -> FindingRow:
        """Return findings of one kind as a row; one alone as itself."""
        if len(bundle.findings) == 1:
            return self.finding_row(bundle.first)
        return FindingRow(
            bundle.key,
            bundle.grade,
            bundle.says,
            bundle.first.rule,
            () if bundle.kept else tuple(fix.title for fix in bundle.fixes),
            "",
            lambda index: self.do(bundle.fixes[index]),
            lambda: None,
            lambda: self.show_finding(bundle.first),
            tuple(self.finding_row(one) for one in bundle.findings),
        )

    def finding_row(self, finding: Finding) -> FindingRow:
        """Return a finding as a row."""
        return FindingRow(
            finding.key,
            finding.grade,
            finding.says,
            f"{finding.told[:1].upper()}{finding.told[1:]}. {finding.rule} {finding.risk}",
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
        reason, given = QInputDialog.getText(
            self, "Keep it", f"{without_tags(finding.says[:200])}.\nKeep it, because …"
        )
        if given:
            self.session.do_made(lambda: edits.keep_finding(finding.key, reason, finding.says))

    def show_finding(self, finding: Finding) -> None:
        """Go to what a finding is about."""
        self.show_thing(finding.about)

    def show_thing(self, path: ThingPath) -> None:
        """Go to the place that shows a thing, and select it."""
        self.session.look(**self.places.leading_to(path, self.session.remembered))
        self.session.select(path)

    def of_kinds(self, room: Room, *kinds: type[ThingPath]) -> Callable[[Finding], bool]:
        """Return the test for findings of a room about things of some kinds."""
        return lambda finding: finding.room_id == room.id and isinstance(finding.about, kinds)

    def about(self, room: Room, *things: ThingPath) -> Callable[[Finding], bool]:
        """Return the test for findings of a room about one of some things."""
        return lambda finding: finding.room_id == room.id and any(finding.about.within(thing) for thing in things)
