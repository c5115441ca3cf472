"""The window: the spine at the left, the place in the middle, the bench at the right, the tally below."""

from __future__ import annotations

from functools import partial
from pathlib import Path

from PyQt6.QtCore import QMimeData, Qt, QTimer
from PyQt6.QtGui import QCloseEvent, QDragEnterEvent, QDropEvent, QKeyEvent, QPaintEvent
from PyQt6.QtWidgets import (
    QHBoxLayout,
    QInputDialog,
    QMenu,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.bringing_in import BringingIn
from narrow_cornice.desk.filing import SUFFIX, Filing
from narrow_cornice.desk.focus_parts import next_part, next_stop
from narrow_cornice.desk.fold_splitter import Foldable, Folds, FoldSplitter
from narrow_cornice.desk.handing_out import HandingOut
from narrow_cornice.desk.menus import Action, fill_job_menu
from narrow_cornice.desk.one_window import Listening
from narrow_cornice.desk.place import WITH_KEYS, Desk, Key, Place, Places
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.press_buttons import PressButton
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.spine import Spine
from narrow_cornice.desk.tally_bar import TallyBar
from narrow_cornice.desk.theme import Theme
from narrow_cornice.desk.view import TO_SETTLE, TallyPath
from narrow_cornice.desk.window_look import WindowLook
from narrow_cornice.desk.working_aside import WorkingAside
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.history import Edit
from narrow_cornice.survey.readings import AngleError
from narrow_cornice.units.lengths import LengthError, parse_length
from narrow_cornice.units.told import said_in, told_of

SPINE, BENCH = 148, 268  # pixels


def _dropped_file(data: QMimeData | None, suffixes: tuple[str, ...]) -> Path | None:
    """Return the first file of some endings among what is dropped, None for none."""
    urls = data.urls() if data is not None and data.hasUrls() else []
    paths = (Path(url.toLocalFile()) for url in urls if url.isLocalFile())
    return next((path for path in paths if path.suffix.lower() in suffixes), None)


class MainWindow(WindowLook):
    """One window, one session, and the places that are given to it."""

    def __init__(self, session: Session, theme: Theme, places: tuple[Place, ...]) -> None:
        super().__init__()
        self.session = session
        self.theme = theme
        self.places = Places(places)
        self.filing = Filing(session, self, lambda: self.go(self.places.beginning.key), self.hide_notice)
        self.out = HandingOut(session, theme, self, self.drawn, self._cautions)
        self.into = BringingIn(session, theme, self, self.go)
        self.again = False  # whether the window is to be made again in another theme
        self._before_shown = self._alone = False
        session.follows = self.places.followed
        if not session.view.place:
            session.look(
                **self.places.going_to(self.places.opening_of(session.job, session.remembered), session.remembered)
            )
        self.aside = WorkingAside(session, self.places, self.tell)
        self.aside.ready.connect(lambda moved: self.refresh(moved=moved))
        self.aside.drawn.connect(self._show_drawing)
        self.aside.late.connect(lambda: self.tally.say("Working it out …"))
        self.setWindowTitle("Narrow Cornice[*]")
        self.setMinimumSize(980, 600)
        self.resize(1280, 800)
        self._menu = QMenu(self)
        self._build()
        self._undo, self._redo = fill_job_menu(self, self._menu, self.filing, self)
        session.changed.connect(lambda _: self.aside.ask(moved=True))
        session.looked.connect(lambda: self.aside.ask(moved=False))
        session.filed.connect(self._filed)
        session.saving_ended.connect(self.tally.show_state)
        session.refused.connect(self.tell)
        session.told.connect(self.tally.say)
        session.runner.busy.connect(self._busy)
        self.setAcceptDrops(True)
        self._listening = Listening(self)
        self._listening.wanted.connect(self.come_forward)
        self.restore_look()
        self._filed()
        self._sees_all = False  # whether more than the drawing has been shown
        self.page(session.view.place).first_sight()
        self._stack.setCurrentWidget(self.page(session.view.place))

    # ---- building

    def _build(self) -> None:
        theme, session = self.theme, self.session
        body = QWidget()
        lay = QVBoxLayout(body)
        lay.setContentsMargins(0, 0, 0, 0)
        lay.setSpacing(0)
        lay.addWidget(self._build_notice())
        self.spine = Spine(session, theme, self._menu, self.places)
        self.spine.place_wanted.connect(self.go)
        self.spine.room_wanted.connect(self.add_room)
        self.rooms = self.spine.rooms
        self.rooms.picked.connect(lambda room: session.look(room_id=room, selected=None))
        self.bench = Bench(session, theme, self.places)
        self.bench.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.bench.room_wanted.connect(self.add_room)
        self.bench.found.connect(self._found)
        self.pages: dict[str, PlacePage] = {}
        self._stack = QStackedWidget()
        self._stack.setObjectName("middle")
        self.left, self.right = Foldable(self.spine), Foldable(self.bench)
        self._middle = FoldSplitter(Qt.Orientation.Horizontal, theme)
        for index, (part, stretch) in enumerate(((self.left, 0), (self._stack, 1), (self.right, 0))):
            self._middle.addWidget(part)
            self._middle.setStretchFactor(index, stretch)
        self.left.least(int(140 * theme.letters))
        self.right.least(int(230 * theme.letters))
        self._middle.say(1, "Fold the spine (F7)", Folds(self.left.is_folded, self.fold_rooms, (1, 0)))
        self._middle.say(2, "Fold the bench (F8)", Folds(self.right.is_folded, self.fold_bench, (-1, 0)))
        self._middle.setSizes([int(SPINE * theme.letters), 900, int(BENCH * theme.letters)])
        lay.addWidget(self._middle, 1)
        self.tally = TallyBar(session, theme, self.places)
        self.tally.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
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
        seen = PressButton("Understood")
        seen.clicked.connect(self._notice.hide)
        row.addWidget(seen)
        self._notice.hide()
        return self._notice

    def page(self, place: str) -> PlacePage:
        """Return a place's page, made when it is first wanted."""
        if place not in self.pages:
            page = self.places[place].page(Desk(self.bench, self.out, self.into, self.places))
            page.letter.connect(self._letter)
            page.alone_wanted.connect(self.show_alone)
            self.pages[place] = page
            self._stack.addWidget(page)
        return self.pages[place]

    def _cautions(self) -> tuple[str, ...]:
        """Return the cautions of the place that is looked at, in the room that is."""
        return self.places[self.session.view.place].cautions(self.session.job, self.session.room())

    def drawn(self) -> Drawing | None:
        """Return the drawing that is looked at, None where there is none yet."""
        session = self.session
        return self.places.drawing(session.job, session.view, session.room())

    # ---- showing

    def refresh(self, *, moved: bool) -> None:
        """Bring drawing, bench, tally and second look up to date."""
        session = self.session
        self._before_shown, self._sees_all = False, True
        page = self.page(session.view.place)
        if self._stack.currentWidget() is not page:
            self._stack.setCurrentWidget(page)
        self.spine.show_job(session.view.place)
        self.rooms.refresh()
        counted = self.aside.counted(moved=moved, visible=self.isVisible())
        if counted or self.places[session.view.place].of_all is None:
            page.refresh()
        self.bench.refresh(counted=counted)
        if counted:
            self.tally.refresh(moved=moved and session.before is not None)
            self.spine.show_left(self.places.left_to_settle(session.job), self.places.standing(session.job))
        undo, redo = session.history.undo_title, session.history.redo_title
        self._undo.setText("&Undo" + (f": {undo[:60].replace('&', '&&')}" if undo else ""))
        self._undo.setEnabled(bool(undo))
        self._redo.setText("&Redo" + (f": {redo[:60].replace('&', '&&')}" if redo else ""))
        self._redo.setEnabled(bool(redo))
        if moved:
            self._notice.hide()
        self.setWindowModified(session.unsaved)

    def _show_drawing(self) -> None:
        """Show the drawing of the page in front, which is worked out before the counts are."""
        page = self.pages.get(self.session.view.place)
        if page is not None and page is self._stack.currentWidget() and self._sees_all:
            page.first_sight()
            page.paint_now()

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Once the drawing is seen, show the rest; then count aside what all of it needs counted."""
        super().paintEvent(event)
        if not self._sees_all:
            QTimer.singleShot(0, lambda: self.refresh(moved=False))

    def stand_down(self) -> None:
        """Let what is being worked out end unseen, remember how the window stands, and hear nobody any more."""
        self.aside.end()
        self.bench.end()
        self.remember_look()
        self._listening.listen(None)

    def make_complete(self) -> None:
        """Count everything here and now (for pictures and tests)."""
        self.aside.count_now()
        self.refresh(moved=False)

    def _filed(self) -> None:
        self.tally.show_state()
        self.spine.show_job(self.session.view.place)
        name = self.session.path.name if self.session.path else self.session.job.name[:80]
        self.setWindowTitle(f"{name}[*] – Narrow Cornice")
        self._listening.listen(self.session.path)
        self.setWindowModified(self.session.unsaved)

    def tell(self, error: CorniceError | str) -> None:
        """Show a message in the window, without stopping the work."""
        text = said_in(told_of(error), self.session.job.settings) if isinstance(error, CorniceError) else str(error)
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
        selected = self.places.stays_selected(place, self.session.view.selected)
        self.session.look(**self.places.going_to(place, self.session.remembered), selected=selected)
        page = self.page(self.session.view.place)
        page.focus_drawing()
        return page

    def keyPressEvent(self, event: QKeyEvent | None) -> None:
        """Have a letter that nothing was typed into taken as the drawing takes it."""
        assert event is not None
        if event.text().isalpha() and not event.modifiers() & ~Qt.KeyboardModifier.ShiftModifier:
            self.page(self.session.view.place).take_letter(event.text())
            return
        super().keyPressEvent(event)

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
            change = f"Before “{self.session.last_change[:60]}” · Space shows it as it is now"
            if drawing is not None:
                page.show_other(titled(drawing, drawing.title, change))

    def _found(self, text: str) -> None:
        field = self.bench.size_field(self.session.view.selected)
        try:
            parse_length(text, self.session.job.settings.unit)
            is_size = True
        except LengthError:
            is_size = False
        if is_size and field is not None:
            if self.bench.type_size(field.path, text):
                self.bench.field.clear()
            return
        from narrow_cornice.desk.finding_things import found_thing

        thing = found_thing(self.places, self.session.job, text, self.session.view.room_id)
        if thing is None:
            words = "Select something with a size first." if is_size else "Nothing here is called that."
            self.tell(f"“{text[:60]}”: {words}")
            return
        self.bench.show_thing(thing)
        self.bench.field.clear()
        self.hide_notice()

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
            ("Find", self.find_thing, "Ctrl+F"),
            ("Next part of the window", self.next_part, "F6"),
            ("Redo", self.redo, "Ctrl+Y"),
        ]
        for number in range(1, 1 + min(WITH_KEYS, max(len(place.leaves) for place in self.places.each))):
            made.append((f"Leaf {number}", partial(self._turn_to, number), f"Alt+{number}"))
        for place in self.places.each:
            made += [(key.words, partial(self._key_of, place, key), key.key) for key in place.keys]
        return made

    def _turn_to(self, number: int) -> None:
        """Turn to a leaf of the place by its number."""
        place = self.places[self.session.view.place]
        if number <= len(place.leaves):
            self.session.turn_to(place.leaves[number - 1].key)
            self.page(place.key).focus_drawing()

    def find_thing(self) -> None:
        """Give the keyboard to the field to find a thing or type a size, unfolding the bench for it."""
        if self.right.is_folded():
            self.fold_bench()
        self.bench.field.setFocus()
        self.bench.field.selectAll()

    def _key_of(self, place: Place, key: Key) -> None:
        key.done(self.page(place.key))

    def next_part(self) -> None:
        """Give the keyboard to the next part of the window."""
        first_total = next(iter(self.tally.buttons.values()))
        next_part(self.rooms.list, self.page(self.session.view.place), self.bench, first_total)

    def focusNextPrevChild(self, forwards: bool) -> bool:
        """Go on as the eye goes: message, spine, place, bench, tally."""
        parts = [self._notice, self.left, self.page(self.session.view.place), self.right, self.tally]
        stop = next_stop([part for part in parts if part.isVisible()], 1 if forwards else -1)
        if stop is None:
            return False
        stop.setFocus(Qt.FocusReason.TabFocusReason if forwards else Qt.FocusReason.BacktabFocusReason)
        return True

    def add_room(self) -> None:
        """Begin a new room, where rooms are begun."""
        place = self.places.beginning
        place.begin_room(self.go(place.key))

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
        """Put the sheet that is looked at on paper, or into a PDF."""
        self.page(self.session.view.place).print_sheet()

    def shelf(self) -> list[Action]:
        """Return what stands under the job's name, leaf by leaf."""
        each = ((place, leaf) for place in self.places.each if not place.group for leaf in place.leaves)
        return [(leaf.words, partial(self._go_to_leaf, place.key, leaf.key), None) for place, leaf in each]

    def _go_to_leaf(self, place: str, leaf: str) -> None:
        self.go(place)
        self.session.look(leaf=leaf, seen_as="")

    def show_keys(self) -> None:
        """Show the list of keys."""
        from narrow_cornice.desk.keys_page import keys_dialog

        keys_dialog(self.places, self.theme, self).exec()

    def show_guide(self) -> None:
        """Show the guide beside the work."""
        from narrow_cornice.desk.about import guide_dialog

        guide_dialog(self.theme, self).show()

    def show_about(self) -> None:
        """Show what the program is, with its version."""
        from narrow_cornice.desk.about import about_dialog

        about_dialog(self.theme, self).exec()

    def come_forward(self) -> None:
        """Come to the front, for somebody who opened this job once more."""
        self.setWindowState(self.windowState() & ~Qt.WindowState.WindowMinimized)
        self.show()
        self.raise_()
        self.activateWindow()

    def dragEnterEvent(self, event: QDragEnterEvent | None) -> None:
        """Take a job file that is held over the window, or a file that the place takes."""
        if event is not None and self._taking(event.mimeData()) is not None:
            event.acceptProposedAction()

    def dropEvent(self, event: QDropEvent | None) -> None:
        """Open a job file that was dropped on the window; another file goes to the place that takes it."""
        path = self._taking(event.mimeData()) if event is not None else None
        if path is None or event is None:
            return
        event.acceptProposedAction()
        if path.suffix.lower() == SUFFIX:
            self.filing.open(path)
        else:
            self.page(self.session.view.place).take_file(path)

    def _taking(self, dropped: QMimeData | None) -> Path | None:
        """Return the file that is held over the window if it is a job, or if the place that is looked at takes it."""
        return _dropped_file(dropped, (SUFFIX, *self.page(self.session.view.place).takes_files))

    def closeEvent(self, event: QCloseEvent | None) -> None:
        """Let go of the job, or stay."""
        assert event is not None
        if self.again:
            self.stand_down()
            return
        if not self.filing.may_end():
            event.ignore()
            return
        self.session.errands.stop()
        self.hide()  # whatever still has to be waited for is not waited for in sight
        self.stand_down()
        self.session.close(discard=True)
