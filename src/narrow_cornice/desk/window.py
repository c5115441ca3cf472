"""The window: rooms at the left, the place's sheet in the middle, the bench at the right, the tally below."""

from __future__ import annotations

from functools import cached_property
from typing import TYPE_CHECKING

from PyQt6.QtCore import QByteArray, Qt, QTimer
from PyQt6.QtGui import QCloseEvent, QShowEvent
from PyQt6.QtWidgets import (
    QHBoxLayout,
    QInputDialog,
    QMainWindow,
    QMenu,
    QPushButton,
    QSplitter,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.exports import Exports
from narrow_cornice.desk.filing import Filing
from narrow_cornice.desk.menus import fill_job_menu
from narrow_cornice.desk.rooms_strip import RoomsStrip
from narrow_cornice.desk.session import Place, Session
from narrow_cornice.desk.size_fields import size_field
from narrow_cornice.desk.tally_bar import TallyBar
from narrow_cornice.desk.theme import Theme
from narrow_cornice.desk.top_bar import LETTER_OF, TopBar
from narrow_cornice.desk.working_aside import WorkingAside
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.survey.readings import AngleError
from narrow_cornice.units.lengths import LengthError, parse_length

if TYPE_CHECKING:
    from narrow_cornice.desk.bringing_in import BringingIn

PLACES: tuple[Place, ...] = ("brief", "measure", "trim", "finishes", "order")
LETTERS = {letter.lower(): place for place, letter in LETTER_OF.items()}


class MainWindow(QMainWindow):
    """One window, one session."""

    def __init__(self, session: Session, theme: Theme) -> None:
        super().__init__()
        self.session = session
        self.theme = theme
        self.filing = Filing(session, self)
        self.exports = Exports(session, self)
        self.again = False  # whether the window is to be made again in another theme
        self._before_shown = False
        self.aside = WorkingAside(session, self.tell)
        self.aside.ready.connect(lambda moved: self.refresh(moved=moved))
        self.aside.late.connect(lambda: self.tally.say("Working it out …"))
        self.setWindowTitle("Narrow Cornice[*]")
        self.setMinimumSize(900, 560)
        self.resize(1280, 800)
        self._menu = QMenu(self)
        self._build()
        self._undo, self._redo = fill_job_menu(self, self._menu)
        session.changed.connect(lambda _: self.aside.ask(moved=True))
        session.looked.connect(lambda: self.aside.ask(moved=False))
        session.filed.connect(self._filed)
        session.refused.connect(self.tell)
        session.told.connect(self.tally.say)
        session.runner.busy.connect(self._busy)
        self._restore()
        self.refresh(moved=False)

    @cached_property
    def bringing(self) -> BringingIn:
        """Return what brings tables and drawings in, made when it is first wanted."""
        from narrow_cornice.desk.bringing_in import BringingIn

        return BringingIn(self.session, self)

    # ---- building

    def _build(self) -> None:
        theme, session = self.theme, self.session
        body = QWidget()
        lay = QVBoxLayout(body)
        lay.setContentsMargins(0, 0, 0, 0)
        lay.setSpacing(0)
        self.top = TopBar(theme, self._menu)
        self.top.place_wanted.connect(self.go)
        self.top.found.connect(self._found)
        lay.addWidget(self.top)
        self._notice = QWidget()
        self._notice.setObjectName("notice")
        self._notice.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        row = QHBoxLayout(self._notice)
        row.setContentsMargins(14, 5, 14, 5)
        self._notice_text = plain_label()
        self._notice_text.setWordWrap(True)
        self._notice_text.setAccessibleName("Message")
        row.addWidget(self._notice_text, 1)
        seen = QPushButton("Understood")
        seen.clicked.connect(self._notice.hide)
        row.addWidget(seen)
        self._notice.hide()
        lay.addWidget(self._notice)
        self._middle = QSplitter(Qt.Orientation.Horizontal)
        self._middle.setHandleWidth(1)
        self.rooms = RoomsStrip(session, theme)
        self.rooms.picked.connect(lambda room: session.look(room_id=room, selected=()))
        self.bench = Bench(session, theme)
        self.bench.room_wanted.connect(self.add_room)
        self.pages: dict[Place, QWidget] = {}
        self._stack = QStackedWidget()
        self._stack.setObjectName("middle")
        left = QWidget()
        left.setObjectName("roomsstrip")
        left.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        left_lay = QVBoxLayout(left)
        left_lay.setContentsMargins(0, 0, 0, 6)
        left_lay.addWidget(self.rooms, 1)
        add = QPushButton("Add a room")
        add.setProperty("link", True)
        add.clicked.connect(self.add_room)
        left_lay.addWidget(add, 0, Qt.AlignmentFlag.AlignHCenter)
        self.left = left
        self._middle.addWidget(left)
        self._middle.addWidget(self._stack)
        self._middle.addWidget(self.bench)
        for index, stretch in enumerate((0, 1, 0)):
            self._middle.setStretchFactor(index, stretch)
            self._middle.setCollapsible(index, False)
        left.setMinimumWidth(int(150 * self.theme.letters))
        self.bench.setMinimumWidth(int(250 * self.theme.letters))
        self._middle.setSizes([int(172 * self.theme.letters), 800, int(310 * self.theme.letters)])
        lay.addWidget(self._middle, 1)
        self.tally = TallyBar(session, theme)
        self.tally.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        for widget in (self.top, self.bench, self.rooms):
            widget.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.tally.picked.connect(lambda name: session.select(("tally", name)))
        lay.addWidget(self.tally)
        self.setCentralWidget(body)

    def page(self, place: Place) -> QWidget:
        """Return a place's page, made when it is first wanted."""
        if place not in self.pages:
            page = self._made(place)
            self.pages[place] = page
            self._stack.addWidget(page)
        return self.pages[place]

    def _made(self, place: Place) -> QWidget:
        """Make a page; each is imported when it is first wanted, so that the window opens at once."""
        if place == "order":
            from narrow_cornice.desk.pages.order import OrderPage

            order = OrderPage(self.session, self.theme)
            order.export_wanted.connect(lambda kind: self.exports.order(kind, order.by_room))
            return order
        if place == "brief":
            from narrow_cornice.desk.pages.brief import BriefPage

            brief = BriefPage(self.session, self.theme)
            brief.export_wanted.connect(self.exports.brief)
            return brief
        page: DrawingPage
        if place == "measure":
            from narrow_cornice.desk.pages.measure import MeasurePage

            page = MeasurePage(self.session, self.theme, self.bench)
        elif place == "trim":
            from narrow_cornice.desk.pages.trim import TrimPage

            page = TrimPage(self.session, self.theme, self.bench)
        else:
            from narrow_cornice.desk.pages.finishes import FinishesPage

            page = FinishesPage(self.session, self.theme, self.bench)
        page.letter.connect(self._letter)
        return page

    # ---- showing

    def refresh(self, *, moved: bool) -> None:
        """Bring drawing, bench, tally and second look up to date."""
        session = self.session
        self._before_shown = False
        page = self.page(session.view.place)
        if self._stack.currentWidget() is not page:
            self._stack.setCurrentWidget(page)
        self.top.show_job(session.job.name, self._place_words(), session.view.place)
        self.rooms.refresh()
        counted = self.aside.counted(moved=moved, visible=self.isVisible())
        if counted or session.view.place != "order":
            page.refresh()  # type: ignore[attr-defined]
        self.bench.refresh(counted=counted)
        if counted:
            self.tally.refresh(moved=moved and session.before is not None)
        undo, redo = session.history.undo_title, session.history.redo_title
        self._undo.setText(f"Undo: {undo[:60]}".replace("&", "&&") if undo else "Undo")
        self._undo.setEnabled(bool(undo))
        self._redo.setText(f"Redo: {redo[:60]}".replace("&", "&&") if redo else "Redo")
        self._redo.setEnabled(bool(redo))
        if moved:
            self._notice.hide()
        self.setWindowModified(session.unsaved)

    def showEvent(self, event: QShowEvent | None) -> None:
        """Once the window stands, count aside what the first sight of it left out."""
        super().showEvent(event)
        if not self.aside.began:
            QTimer.singleShot(40, lambda: self.refresh(moved=False))

    def _derive_no_more(self) -> None:
        """Let what is being worked out end unseen."""
        self.aside.end()
        self.bench.end()

    def make_complete(self) -> None:
        """Count everything here and now (for pictures and tests)."""
        self.aside.count_now()
        self.refresh(moved=False)

    def _place_words(self) -> str:
        path = self.session.path
        words = [self.session.job.place, path.name if path is not None else ""]
        return " · ".join(word for word in words if word)

    def _filed(self) -> None:
        self.tally.show_state()
        self.top.show_job(self.session.job.name, self._place_words(), self.session.view.place)
        name = self.session.path.name if self.session.path else self.session.job.name[:80]
        self.setWindowTitle(f"{name}[*] – Narrow Cornice")
        self.setWindowModified(self.session.unsaved)

    def tell(self, error: CorniceError | str) -> None:
        """Show a message in the window, without stopping the work."""
        text = str(error)
        if isinstance(error, LengthError | AngleError):
            text = f"“{error.text[:60]}”, at character {error.position + 1}: {text}"
        self._notice_text.setText(text[:1000])
        self._notice.show()

    def _busy(self, name: str) -> None:
        """Say what is being done aside."""
        if name:
            self.tally.say(f"{name} …")

    def hide_notice(self) -> None:
        """Take the message away."""
        self._notice.hide()

    def notice(self) -> str:
        """Return the message that is shown, empty for none."""
        return "" if self._notice.isHidden() else self._notice_text.text()

    # ---- going about

    def go(self, place: str) -> None:
        """Go to a place of the work."""
        where: Place = next(one for one in PLACES if one == place)
        page = self.page(where)
        if isinstance(page, DrawingPage) and self.session.view.sheet in page.left_out:
            self.session.look(place=where, sheet="plan" if where == "measure" else "unfolded")
        elif where == "measure" and self.session.view.place != "measure" and self.session.view.sheet == "unfolded":
            self.session.look(place=where, sheet="plan")
        elif (
            where in ("trim", "finishes") and self.session.view.place == "measure" and self.session.view.sheet == "plan"
        ):
            self.session.look(place=where, sheet="unfolded")
        else:
            self.session.look(place=where)
        page = self.page(self.session.view.place)
        for button in self.top.buttons.values():
            button.setChecked(button is self.top.buttons[where])
        page.focus_drawing()  # type: ignore[attr-defined]

    def _letter(self, letter: str) -> None:
        if letter.lower() in LETTERS:
            self.go(LETTERS[letter.lower()])
        elif letter == "=":
            widget = self._focus_working()
            if widget is not None:
                widget.setFocus()
        elif letter.lower() == "l":
            self.session.select(("tally", "to settle"))
        elif letter == " ":
            self.show_before()

    def _focus_working(self) -> QWidget | None:
        from narrow_cornice.desk.bench_widgets import FigureButton

        return next(iter(self.bench.findChildren(FigureButton)), None)

    def show_before(self) -> None:
        """Show the drawing as it was before the last change, and again as it is."""
        page = self.page(self.session.view.place)
        before = self.session.before
        if not isinstance(page, DrawingPage) or before is None:
            return
        self._before_shown = not self._before_shown
        if not self._before_shown:
            page.refresh()
            return
        from narrow_cornice.desk.drawing_page import drawing_for
        from narrow_cornice.drawing.unfolded import titled

        former = next((room for room in before.rooms if room.id == self.session.view.room_id), None)
        drawing = drawing_for(before, self.session.view, former) if former is not None else None
        if drawing is not None:
            change = self.session.last_change
            shown = titled(drawing, drawing.title, f"Before “{change[:60]}” · Space shows it as it is now")
            page.canvas.show_drawing(shown, None, (), "")

    def _found(self, text: str) -> None:
        selected = self.session.view.selected
        field = size_field(self.session.job, selected)
        try:
            parse_length(text, self.session.job.settings.unit)
            is_size = True
        except LengthError:
            is_size = False
        if is_size and field is not None:
            if self.bench.type_size(field.about, text):
                self.top.field.clear()
            return
        from narrow_cornice.desk.finding_things import found_thing

        thing = found_thing(self.session.job, text, self.session.view.room_id)
        if thing is None:
            words = "Select something with a size first." if is_size else "Nothing here is called that."
            self.tell(f"“{text[:60]}”: {words}")
            return
        place, about = thing
        self.session.look(place=place)
        self.session.select(about)
        self.top.field.clear()

    def add_room(self) -> None:
        """Ask for a new room."""
        from narrow_cornice.desk.room_dialog import RoomDialog

        RoomDialog(self.session, self).exec()

    def rename(self) -> None:
        """Ask for the job's name and place."""
        job = self.session.job
        name, given = QInputDialog.getText(self, "Name of the job", "Name:", text=job.name[:2000])
        if not given:
            return
        place, given = QInputDialog.getText(self, "Place of the job", "Place:", text=job.place[:2000])
        if given:
            try:
                self.session.do(edits.rename_job(name, place))
            except CorniceError as error:
                self.tell(error)

    def choose_meter(self) -> None:
        """Ask which port a laser meter is on, in Measure, where its readings go."""
        from narrow_cornice.desk.pages.measure import MeasurePage

        self.go("measure")
        page = self.page("measure")
        if isinstance(page, MeasurePage):
            page.choose_meter()

    def ask_meter(self) -> None:
        """Ask the laser meter for a reading, where one is listened to."""
        page = self.page("measure")
        laser = getattr(page, "laser", None)
        if laser is not None and laser.listening:
            laser.ask()
        else:
            self.tell(
                "No laser meter is listened to yet. Choose its port under Bring in, “Readings from a laser meter …”."
            )

    def print_sheet(self) -> None:
        """Put the sheet that is looked at on paper, as PDF."""
        if self.session.view.place == "brief":
            self.exports.brief()
        elif self.session.view.place == "order":
            page = self.page("order")
            self.exports.order("pdf", getattr(page, "by_room", False))
        else:
            self.exports.drawing_pdf()

    def show_table(self, which: str) -> None:
        """Show one of the job's tables."""
        from narrow_cornice.desk.profiles_dialogs import profiles_dialog
        from narrow_cornice.desk.tables.colours_table import colours_dialog
        from narrow_cornice.desk.tables.milled_table import milled_dialog
        from narrow_cornice.desk.tables.paints_table import paints_dialog
        from narrow_cornice.desk.tables.rules_table import rules_dialog

        tables = {
            "profiles": profiles_dialog,
            "colours": colours_dialog,
            "paints": paints_dialog,
            "stock": milled_dialog,
            "rules": rules_dialog,
        }
        tables[which](self.session, self.theme, self).exec()

    def show_keys(self) -> None:
        """Show the list of keys."""
        from narrow_cornice.desk.keys_page import keys_dialog

        keys_dialog(self.theme, self).exec()

    # ---- the look of the window

    def turn_evening(self) -> None:
        """Change between day and evening."""
        self.session.settings.setValue("evening", not self.theme.evening)
        self._make_again()

    def letters(self, letters: float) -> None:
        """Change the size of the letters."""
        self.session.settings.setValue("letters", letters)
        self._make_again()

    def _make_again(self) -> None:
        """Close and let the application make the window again in its new look; the session goes on."""
        self.again = True
        self.close()

    def fold(self, part: QWidget) -> None:
        """Fold a strip away or unfold it."""
        part.setVisible(part.isHidden())
        self._remember()

    def _restore(self) -> None:
        kept = self.session.settings
        geometry = kept.value("geometry")
        if isinstance(geometry, QByteArray):
            self.restoreGeometry(geometry)
        self.left.setVisible(kept.value("rooms shown", True, type=bool))
        self.bench.setVisible(kept.value("bench shown", True, type=bool))

    def _remember(self) -> None:
        kept = self.session.settings
        kept.setValue("geometry", self.saveGeometry())
        kept.setValue("rooms shown", not self.left.isHidden())
        kept.setValue("bench shown", not self.bench.isHidden())

    def closeEvent(self, event: QCloseEvent | None) -> None:
        """Let go of the job, or stay."""
        assert event is not None
        if self.again:
            self._derive_no_more()
            self._remember()
            return
        if not self.filing.may_leave():
            event.ignore()
            return
        self._derive_no_more()
        self._remember()
        self.session.close(discard=True)
