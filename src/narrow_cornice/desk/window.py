"""The window: rooms at the left, the place's sheet in the middle, the bench at the right, the tally below."""

from __future__ import annotations

from functools import partial

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
from narrow_cornice.desk.bringing_in import BringingIn
from narrow_cornice.desk.filing import Filing
from narrow_cornice.desk.focus_parts import next_part
from narrow_cornice.desk.handing_out import HandingOut
from narrow_cornice.desk.menus import TABLES, Action, fill_job_menu
from narrow_cornice.desk.place import Desk, Key, Place, Places
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.rooms_strip import RoomsStrip
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.tally_bar import TallyBar
from narrow_cornice.desk.theme import Theme
from narrow_cornice.desk.top_bar import TopBar
from narrow_cornice.desk.view import TO_SETTLE, TallyPath
from narrow_cornice.desk.working_aside import WorkingAside
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.history import Edit
from narrow_cornice.survey.readings import AngleError
from narrow_cornice.units.lengths import LengthError, parse_length


class MainWindow(QMainWindow):
    """One window, one session, and the places that are given to it."""

    def __init__(self, session: Session, theme: Theme, places: tuple[Place, ...]) -> None:
        super().__init__()
        self.session = session
        self.theme = theme
        self.places = Places(places)
        self.filing = Filing(session, self, lambda: self.go(self.places.beginning.key), self.hide_notice)
        self.out = HandingOut(session, self, self.drawn)
        self.into = BringingIn(session, theme, self, self.go)
        self.again = False  # whether the window is to be made again in another theme
        self._before_shown = False
        if not session.view.place:
            session.look(place=self.places.opening.key)
        self.aside = WorkingAside(session, self.places, self.tell)
        self.aside.ready.connect(lambda moved: self.refresh(moved=moved))
        self.aside.late.connect(lambda: self.tally.say("Working it out …"))
        self.setWindowTitle("Narrow Cornice[*]")
        self.setMinimumSize(900, 560)
        self.resize(1280, 800)
        self._menu = QMenu(self)
        self._build()
        self._undo, self._redo = fill_job_menu(self, self._menu, self.filing, self)
        session.changed.connect(lambda _: self.aside.ask(moved=True))
        session.looked.connect(lambda: self.aside.ask(moved=False))
        session.filed.connect(self._filed)
        session.refused.connect(self.tell)
        session.told.connect(self.tally.say)
        session.runner.busy.connect(self._busy)
        self._restore()
        self.refresh(moved=False)

    # ---- building

    def _build(self) -> None:
        theme, session = self.theme, self.session
        body = QWidget()
        lay = QVBoxLayout(body)
        lay.setContentsMargins(0, 0, 0, 0)
        lay.setSpacing(0)
        self.top = TopBar(theme, self._menu, self.places)
        self.top.place_wanted.connect(self.go)
        self.top.found.connect(self._found)
        lay.addWidget(self.top)
        lay.addWidget(self._build_notice())
        self._middle = QSplitter(Qt.Orientation.Horizontal)
        self._middle.setHandleWidth(1)
        self.rooms = RoomsStrip(session, theme)
        self.rooms.picked.connect(lambda room: session.look(room_id=room, selected=None))
        self.bench = Bench(session, theme, self.places)
        self.bench.room_wanted.connect(self.add_room)
        self.pages: dict[str, PlacePage] = {}
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
        self.tally = TallyBar(session, theme, self.places)
        self.tally.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        for widget in (self.top, self.bench, self.rooms):
            widget.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.tally.picked.connect(lambda name: session.select(TallyPath(name)))
        lay.addWidget(self.tally)
        self.setCentralWidget(body)

    def _build_notice(self) -> QWidget:
        """Return the line for messages, hidden until there is one."""
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
        return self._notice

    def page(self, place: str) -> PlacePage:
        """Return a place's page, made when it is first wanted."""
        if place not in self.pages:
            page = self.places[place].page(Desk(self.bench, self.out, self.places))
            page.letter.connect(self._letter)
            self.pages[place] = page
            self._stack.addWidget(page)
        return self.pages[place]

    def drawn(self) -> Drawing | None:
        """Return the drawing that is looked at, None where there is no room yet."""
        session, room = self.session, self.session.room()
        return None if room is None else self.places.drawing(session.job, session.view, room)

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
        if counted or not self.places[session.view.place].of_all:
            page.refresh()
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

    def go(self, place: str) -> PlacePage:
        """Go to a place of the work, and return its page."""
        to, former = self.places[place], self.places[self.session.view.place]
        self.session.look(place=to.key, sheet=self.places.leaf_on_entering(to, former, self.session.view.sheet))
        page = self.page(to.key)
        for button in self.top.buttons.values():
            button.setChecked(button is self.top.buttons[to.key])
        page.focus_drawing()
        return page

    def _letter(self, letter: str) -> None:
        place = self.places.by_letter(letter)
        if place is not None:
            self.go(place.key)
        elif letter == "=":
            widget = self._focus_working()
            if widget is not None:
                widget.setFocus()
        elif letter.lower() == "l":
            self.session.select(TallyPath(TO_SETTLE))
        elif letter == " ":
            self.show_before()

    def _focus_working(self) -> QWidget | None:
        from narrow_cornice.desk.bench_widgets import FigureButton

        return next(iter(self.bench.findChildren(FigureButton)), None)

    def show_before(self) -> None:
        """Show the drawing as it was before the last change, and again as it is."""
        page, before = self.page(self.session.view.place), self.session.before
        if before is None or not self.places[self.session.view.place].leaves:
            return
        self._before_shown = not self._before_shown
        if not self._before_shown:
            page.refresh()
            return
        from narrow_cornice.drawing.unfolded import titled

        former = next((room for room in before.rooms if room.id == self.session.view.room_id), None)
        if former is not None:
            drawing = self.places.drawing(before, self.session.view, former)
            change = self.session.last_change
            page.show_other(titled(drawing, drawing.title, f"Before “{change[:60]}” · Space shows it as it is now"))

    def _found(self, text: str) -> None:
        field = self.bench.size_field(self.session.view.selected)
        try:
            parse_length(text, self.session.job.settings.unit)
            is_size = True
        except LengthError:
            is_size = False
        if is_size and field is not None:
            if self.bench.type_size(field.path, text):
                self.top.field.clear()
            return
        from narrow_cornice.desk.finding_things import found_thing

        thing = found_thing(self.places, self.session.job, text, self.session.view.room_id)
        if thing is None:
            words = "Select something with a size first." if is_size else "Nothing here is called that."
            self.tell(f"“{text[:60]}”: {words}")
            return
        self.bench.show_thing(thing)
        self.top.field.clear()

    # ---- what the menu has done

    def do(self, edit: Edit) -> bool:
        """Make a change of the job."""
        return self.session.do(edit)

    def undo(self) -> None:
        """Take the last change back."""
        self.session.undo()

    def redo(self) -> None:
        """Make the last undone change again."""
        self.session.redo()

    def brings_in(self) -> list[Action]:
        """Return what can be brought in, place by place."""
        each = (one for place in self.places.each for one in place.brings_in)
        return [(one.words, partial(one.done, self.into), None) for one in each]

    def hands_out(self) -> list[Action]:
        """Return what can be handed out: the drawing that is looked at, and what each place has."""
        own: list[Action] = [
            ("This drawing as SVG …", self.out.drawing_svg, None),
            ("This drawing as DXF …", self.out.drawing_dxf, None),
        ]
        each = (one for place in self.places.each for one in place.hands_out)
        return own + [(one.words, partial(one.done, self.out), None) for one in each]

    def by_key(self) -> list[Action]:
        """Return what is done by key alone: going about the window, the leaves, what places have keys for."""
        made: list[Action] = [
            ("Find", self.top.field.setFocus, "Ctrl+F"),
            ("Next part of the window", self.next_part, "F6"),
            ("Redo", self.redo, "Ctrl+Y"),
        ]
        for number, leaf in enumerate(self.places.leaves, 1):
            made.append((leaf.words, partial(self.session.look, sheet=leaf.key), f"Alt+{number}"))
        for place in self.places.each:
            made += [(key.words, partial(self._key_of, place, key), key.key) for key in place.keys]
        return made

    def _key_of(self, place: Place, key: Key) -> None:
        key.done(self.page(place.key))

    def next_part(self) -> None:
        """Give the keyboard to the next part of the window."""
        first_total = next(iter(self.tally.buttons.values()))
        next_part(self.rooms.list, self.page(self.session.view.place), self.bench, first_total)

    def add_room(self) -> None:
        """Ask for a new room."""
        from narrow_cornice.desk.room_dialog import RoomDialog

        RoomDialog(self.session, self.places.beginning, self).exec()

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

    def print_sheet(self) -> None:
        """Put the sheet that is looked at on paper, as PDF."""
        self.page(self.session.view.place).print_sheet()

    def show_table(self, which: str) -> None:
        """Show one of the job's tables."""
        from narrow_cornice.desk.tables.colours_table import colours_dialog
        from narrow_cornice.desk.tables.milled_table import milled_dialog
        from narrow_cornice.desk.tables.paints_table import paints_dialog
        from narrow_cornice.desk.tables.profiles_table import profiles_dialog
        from narrow_cornice.desk.tables.rules_table import rules_dialog

        dialogs = (colours_dialog, paints_dialog, milled_dialog, profiles_dialog, rules_dialog)
        tables = dict(zip(TABLES, dialogs, strict=True))
        tables[which](self.session, self.theme, self).exec()

    def show_keys(self) -> None:
        """Show the list of keys."""
        from narrow_cornice.desk.keys_page import keys_dialog

        keys_dialog(self.places, self.theme, self).exec()

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

    def fold_rooms(self) -> None:
        """Fold the rooms away or unfold them."""
        self._fold(self.left)

    def fold_bench(self) -> None:
        """Fold the bench away or unfold it."""
        self._fold(self.bench)

    def _fold(self, part: QWidget) -> None:
        part.setVisible(part.isHidden())
        self._remember()

    def leave(self) -> None:
        """Close the window."""
        self.close()

    def is_evening(self) -> bool:
        """Return whether the window is in evening light."""
        return self.theme.evening

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
