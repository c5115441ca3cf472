"""A place with a drawing above and its ruled sheet below, both showing one selection."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QButtonGroup, QHBoxLayout, QSplitter, QStackedWidget, QToolButton, QVBoxLayout, QWidget

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.canvas import Canvas
from narrow_cornice.desk.leaves import WALL
from narrow_cornice.desk.place import Desk, Place
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.rows.size_cells import size_cell
from narrow_cornice.desk.ruled_sheet import Cell, RuledSheet
from narrow_cornice.drawing.marks import About, Drawing
from narrow_cornice.drawing.unfolded import upright_turn
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.paths import HeightPath, Read, RoomPath, WallPath, room_of


class DrawingPage(PlacePage):
    """Canvas, sheet, and the leaves of its place to choose a drawing by. A place says its rows in ``put_rows``."""

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk.out)
        self.place = place
        self.places = desk.places
        self.bench = desk.bench
        self.session = desk.bench.session
        self.theme = desk.bench.theme
        self.sheets: list[RuledSheet] = []
        self._sheet_leaves: list[QToolButton] = []
        self._sheet_stack: QStackedWidget | None = None
        self._shown_for: About = None
        lay = QVBoxLayout(self)
        lay.setContentsMargins(10, 6, 10, 8)
        lay.setSpacing(4)
        top = QHBoxLayout()
        top.setContentsMargins(0, 0, 0, 0)
        self._leaves: dict[str, QToolButton] = {}
        group = QButtonGroup(self)
        for number, leaf in enumerate(desk.places.leaves, 1):
            if place.leaf(leaf.key) is None:
                continue
            button = QToolButton()
            button.setText(leaf.words)
            button.setProperty("leaf", True)
            button.setCheckable(True)
            button.setToolTip(f"{leaf.words} (Alt+{number})")
            button.clicked.connect(lambda _=False, one=leaf.key: self.session.look(sheet=one))
            group.addButton(button)
            self._leaves[leaf.key] = button
            top.addWidget(button)
        top.addStretch(1)
        self._tools = top
        self._add_tool("Turn left", "turn the room ( [ )", lambda: self.turn(-1))
        self._add_tool("Turn right", "turn the room ( ] )", lambda: self.turn(1))
        self._add_tool("Fit", "the whole drawing ( 0 )", lambda: self.canvas.fit())
        lay.addLayout(top)
        self.canvas = Canvas(self.theme)
        self._split = QSplitter(Qt.Orientation.Vertical)
        self._split.addWidget(self.canvas)
        self._split.setChildrenCollapsible(False)
        lay.addWidget(self._split, 1)
        self.canvas.name_things(self._name_of)
        self.canvas.picked.connect(self._picked)
        self.canvas.size_wanted.connect(self.ask_size)
        self.canvas.size_typed.connect(self._size_typed)
        self.canvas.turned.connect(self.turn)
        self.canvas.stepped.connect(self.step_wall)
        self.canvas.letter.connect(self.letter)

    def _add_tool(self, words: str, tip: str, pressed: Callable[[], None], *, below: bool = False) -> None:
        tool = QToolButton()
        tool.setText(words)
        tool.setToolTip(tip)
        tool.setProperty("plain", True)
        tool.clicked.connect(pressed)
        (self.sheet_tools if below else self._tools).addWidget(tool)

    def add_sheets(self, sheets: list[tuple[str, RuledSheet]]) -> None:
        """Put the ruled sheets below the drawing, one at a time where there are several."""
        holder = QWidget()
        lay = QVBoxLayout(holder)
        lay.setContentsMargins(0, 2, 0, 0)
        lay.setSpacing(2)
        stack = QStackedWidget()
        self._sheet_stack = stack
        row = QHBoxLayout()
        self.sheet_tools = row
        if len(sheets) > 1:
            group = QButtonGroup(self)
            for index, (words, _) in enumerate(sheets):
                leaf = QToolButton()
                leaf.setText(words)
                leaf.setProperty("leaf", True)
                leaf.setCheckable(True)
                leaf.setChecked(index == 0)
                leaf.clicked.connect(lambda _=False, i=index: stack.setCurrentIndex(i))
                group.addButton(leaf)
                self._sheet_leaves.append(leaf)
                row.addWidget(leaf)
        row.addStretch(1)
        lay.addLayout(row)
        for _, sheet in sheets:
            stack.addWidget(sheet)
            sheet.picked.connect(self.session.select)
            self.sheets.append(sheet)
        lay.addWidget(stack, 1)
        holder.setMinimumHeight(110)
        self._split.addWidget(holder)
        self._split.setStretchFactor(0, 5)
        self._split.setStretchFactor(1, 2)
        self._split.setSizes([460, 190])

    def add_cautions(self) -> None:
        """Put the cautions of this place below its sheet."""
        label = plain_label(" ".join(self.place.cautions))
        label.setWordWrap(True)
        label.setAccessibleName("Cautions")
        label.setStyleSheet(f"color: {self.theme.roles['ochre']}; font-size: {8 * self.theme.letters:.1f}pt;")
        layout = self.layout()
        assert layout is not None
        layout.addWidget(label)

    # ---- showing

    def refresh(self) -> None:
        """Show the job and the view as they are now."""
        view, room = self.session.view, self.session.room()
        for sheet, leaf in self._leaves.items():
            leaf.setChecked(sheet == view.sheet)
        if room is not None:
            drawing = self.places.drawing(self.session.job, view, room)
        else:
            drawing = Drawing("No room yet", "Begin with a room: press “Add a room”, or Ctrl+R.", (), (0, 0, 100, 100))
        self.canvas.pointing = bool(view.pointing) and view.sheet == WALL.key
        self.canvas.show_drawing(drawing, self.inset(), view.selected, self.callout())
        self.put_rows()
        if view.selected != self._shown_for:
            self._shown_for = view.selected
            self._follow(view.selected)

    def inset(self) -> Drawing | None:
        """Return the small drawing in the corner of the large one, None for none."""
        return None

    def show_other(self, drawing: Drawing) -> None:
        """Show another drawing in place of its own until it is refreshed."""
        self.canvas.show_drawing(drawing, None, None, "")

    def parts(self) -> list[QWidget]:
        """Return the canvas and the sheet that is in front."""
        return [self.canvas, *[sheet for sheet in self.sheets if sheet.isVisible()]]

    def _follow(self, selected: About) -> None:
        """Bring the ruled sheet that has the selection to the front."""
        if self._sheet_stack is None or selected is None or not self._sheet_leaves:
            return
        there = [
            any(row.about is not None and selected.within(row.about) for row in sheet.sheet.rows)
            for sheet in self.sheets
        ]
        if any(there) and not there[self._sheet_stack.currentIndex()]:
            index = there.index(True)
            self._sheet_stack.setCurrentIndex(index)
            self._sheet_leaves[index].setChecked(True)

    def put_rows(self) -> None:
        """Fill the ruled sheets; each place has its own."""
        raise NotImplementedError

    def size_cell(self, path: ThingPath) -> Cell:
        """Return the cell of a size by its path, typed into as on the bench."""
        return size_cell(self.bench, path)

    def callout(self) -> str:
        """Return the words beside what is selected."""
        path, job = self.session.view.selected, self.session.job
        if path is None:
            return ""
        words = self.places.words_of(job, path)
        if words is not None:
            return words
        field = self.bench.size_field(path)
        if field is None:
            return ""
        lettered = isinstance(path, Read) and not isinstance(path, HeightPath)  # corners keep their letters
        return f"{field.of if lettered else field.of.lower()} {field.shown(job)}"[:70].strip()

    def _name_of(self, path: ThingPath) -> str:
        """Return the words for a thing the pointer rests on."""
        job = self.session.job
        if room_of(job, path) is None or isinstance(path, RoomPath):
            return ""
        name = self.places.name_of(job, path)
        if name is not None:
            return name
        field = self.bench.size_field(path)
        return f"{field.label}: {field.shown(job)}" if field is not None else path.word

    # ---- doing

    def turn(self, way: int) -> None:
        """Turn the room by a quarter."""
        self.session.look(turn=(self.session.view.turn + 90.0 * way) % 360.0)

    def step_wall(self, way: int) -> None:
        """Go to the next wall, turned upright."""
        room = self.session.room()
        if room is None or not room.measured.walls:
            return
        ids = [side.id for side in room.measured.walls]
        wall = self.session.view.wall_id
        index = (ids.index(wall) + way) % len(ids) if wall in ids else 0
        measured = measured_room(room, self.session.job.house_rules)
        turn = upright_turn(measured, ids[index]) if not measured.fault else 0.0
        self.session.look(wall_id=ids[index], turn=turn, selected=WallPath(room.id, ids[index]))

    def _picked(self, about: About) -> None:
        self.session.select(self.picked_as(about) if about is not None else None)

    def picked_as(self, about: ThingPath) -> About:
        """Return what a pick means in this place."""
        return about

    def ask_size(self, about: ThingPath) -> None:
        """Open a field on the drawing for the size of a thing."""
        field = self.bench.size_field(about)
        if field is not None:
            self.canvas.ask_size(about, field.shown(self.session.job), field.label)

    def _size_typed(self, about: ThingPath, text: str) -> None:
        field = self.bench.size_field(about)
        if field is None:
            self.canvas.end_size()
            return
        if self.bench.type_size(field.path, text):
            self.canvas.end_size()
            self.after_size(field.path)
        else:
            self.canvas.refuse_size()

    def after_size(self, path: ThingPath) -> None:
        """Called when a size was taken on the drawing."""

    def focus_drawing(self) -> None:
        """Give the drawing the keyboard."""
        self.canvas.setFocus()
