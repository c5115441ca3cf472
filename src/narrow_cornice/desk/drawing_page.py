"""A place with a drawing above and its ruled sheet below, both showing one selection."""

from __future__ import annotations

from collections.abc import Callable

from PyQt6.QtCore import Qt, pyqtSignal
from PyQt6.QtWidgets import QButtonGroup, QHBoxLayout, QSplitter, QStackedWidget, QToolButton, QVBoxLayout, QWidget

from narrow_cornice.derived.coated.coatings import finished_surfaces
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.canvas import Canvas
from narrow_cornice.desk.ruled_sheet import RuledSheet, SheetRow
from narrow_cornice.desk.session import Session, Sheet, View
from narrow_cornice.desk.size_fields import next_wanted, size_field
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.elevation import wall_elevation
from narrow_cornice.drawing.envelope import envelope_drawing
from narrow_cornice.drawing.house_plan import house_plan
from narrow_cornice.drawing.marks import About, Drawing
from narrow_cornice.drawing.plan import room_plan
from narrow_cornice.drawing.section import trim_section
from narrow_cornice.drawing.strip import wall_strip
from narrow_cornice.drawing.unfolded import unfolded_room, upright_turn
from narrow_cornice.drawing.wall_order import wall_order
from narrow_cornice.exchange.cautions import cautions
from narrow_cornice.job.model import Job, Room
from narrow_cornice.trim.choices import KINDS, TrimKind
from narrow_cornice.trim.fitted import MEMBER_PREFIX
from narrow_cornice.units.lengths import show_length

SHEETS: tuple[tuple[Sheet, str], ...] = (
    ("unfolded", "Unfolded"),
    ("plan", "Plan"),
    ("elevation", "Wall"),
    ("section", "Section"),
    ("strip", "Strip"),
    ("house", "House"),
    ("proportion", "Proportion"),
    ("stock", "Stock"),
)


def trim_kind_of(selected: About) -> TrimKind:
    """Return the kind of trim that is selected, the cornice where none is."""
    if len(selected) > 2 and selected[1] in ("trim", "stock"):
        return next((kind for kind in KINDS if selected[2].startswith(kind)), "cornice")
    return "cornice"


def member_of(selected: About) -> str:
    """Return the member of the cornice that is selected, empty for none."""
    if len(selected) > 2 and selected[1] in ("trim", "stock") and selected[2].startswith(MEMBER_PREFIX):
        return selected[2].removeprefix(MEMBER_PREFIX)
    return ""


def drawing_of(session: Session, sheet: Sheet | None = None, *, room: Room | None = None) -> Drawing | None:
    """Return the drawing that is looked at, None where there is no room yet."""
    room = room or session.room()
    return None if room is None else drawing_for(session.job, session.view, room, sheet)


def drawing_for(job: Job, view: View, room: Room, sheet: Sheet | None = None) -> Drawing:
    """Return the drawing of a room that a view looks at; a pure function, for any thread."""
    sheet = sheet or view.sheet
    if sheet == "plan":
        return room_plan(room, job.house_rules, job.settings, view.turn)
    if sheet == "elevation":
        return wall_elevation(room, job.house_rules, job.colours, job.settings, view.wall_id, job.pictures)
    if sheet == "strip":
        return wall_strip(room, job.house_rules, job.colours, job.settings)
    if sheet == "proportion":
        return wall_order(room, job.house_rules, job.colours, job.settings, view.wall_id)
    if sheet == "stock":
        from narrow_cornice.drawing.profile_board import profile_board  # only whoever shops pays for it

        kind, member = trim_kind_of(view.selected), member_of(view.selected)
        return profile_board(room, job.house_rules, job.settings, kind, job.catalogue, job.milled, job.joinery, member)
    if sheet == "house":
        return house_plan(job.rooms, job.house_rules, job.settings, view.turn)
    if sheet == "section" and view.selected[1:2] == ("recess",) and len(view.selected) > 2:
        return envelope_drawing(room, job.house_rules, job.settings, view.selected[2])
    if sheet == "section":
        whole = "member" not in view.selected
        return trim_section(room, job.house_rules, job.settings, trim_kind_of(view.selected), False, whole)
    return unfolded_room(room, job.house_rules, job.colours, job.settings, view.turn)


class DrawingPage(QWidget):
    """Canvas, sheet, and the leaves to choose a drawing by. A place says its rows in ``put_rows``."""

    letter = pyqtSignal(str)
    left_out: frozenset[Sheet] = frozenset({"house", "proportion", "stock"})  # leaves that other places offer

    def __init__(self, session: Session, theme: Theme, bench: Bench, *, inset: bool = False) -> None:
        super().__init__()
        self.session = session
        self.theme = theme
        self.bench = bench
        self._inset = inset
        self.sheets: list[RuledSheet] = []
        self._sheet_leaves: list[QToolButton] = []
        self._sheet_stack: QStackedWidget | None = None
        self._shown_for: About = ()
        lay = QVBoxLayout(self)
        lay.setContentsMargins(10, 6, 10, 8)
        lay.setSpacing(4)
        top = QHBoxLayout()
        top.setContentsMargins(0, 0, 0, 0)
        self._leaves: dict[Sheet, QToolButton] = {}
        group = QButtonGroup(self)
        for number, (sheet, words) in enumerate(SHEETS, 1):
            leaf = QToolButton()
            leaf.setText(words)
            leaf.setProperty("leaf", True)
            leaf.setCheckable(True)
            leaf.setToolTip(f"{words} (Alt+{number})")
            leaf.clicked.connect(lambda _=False, one=sheet: session.look(sheet=one))
            leaf.setVisible(sheet not in self.left_out)
            group.addButton(leaf)
            self._leaves[sheet] = leaf
            top.addWidget(leaf)
        top.addStretch(1)
        self._tools = top
        self._add_tool("Turn left", "turn the room ( [ )", lambda: self.turn(-1))
        self._add_tool("Turn right", "turn the room ( ] )", lambda: self.turn(1))
        self._add_tool("Fit", "the whole drawing ( 0 )", lambda: self.canvas.fit())
        lay.addLayout(top)
        self.canvas = Canvas(theme)
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

    def add_cautions(self, where: str) -> None:
        """Put the cautions of this place below its sheet."""
        label = plain_label(" ".join(cautions(where)))
        label.setWordWrap(True)
        label.setAccessibleName("Cautions")
        label.setStyleSheet(f"color: {self.theme.roles['ochre']}; font-size: {8 * self.theme.letters:.1f}pt;")
        layout = self.layout()
        assert layout is not None
        layout.addWidget(label)

    # ---- showing

    def refresh(self) -> None:
        """Show the job and the view as they are now."""
        view = self.session.view
        for sheet, leaf in self._leaves.items():
            leaf.setChecked(sheet == view.sheet)
        drawing = drawing_of(self.session)
        if drawing is None:
            drawing = Drawing("No room yet", "Begin with a room: press “Add a room”, or Ctrl+R.", (), (0, 0, 100, 100))
        room = self.session.room()
        inset = None
        if self._inset and view.sheet == "unfolded" and room is not None:
            job = self.session.job
            inset = trim_section(room, job.house_rules, job.settings, trim_kind_of(view.selected), True)
        self.canvas.pointing = bool(view.pointing) and view.sheet == "elevation"
        self.canvas.show_drawing(drawing, inset, view.selected, self.callout())
        self.put_rows()
        if view.selected != self._shown_for:
            self._shown_for = view.selected
            self._follow(view.selected)

    def _follow(self, selected: About) -> None:
        """Bring the ruled sheet that has the selection to the front."""
        if self._sheet_stack is None or not selected or not self._sheet_leaves:
            return
        there = [
            any(row.about and row.about == selected[: len(row.about)] for row in sheet.sheet.rows)
            for sheet in self.sheets
        ]
        if any(there) and not there[self._sheet_stack.currentIndex()]:
            index = there.index(True)
            self._sheet_stack.setCurrentIndex(index)
            self._sheet_leaves[index].setChecked(True)

    def put_rows(self) -> None:
        """Fill the ruled sheets; each place has its own."""
        raise NotImplementedError

    def callout(self) -> str:
        """Return the words beside what is selected."""
        about, job = self.session.view.selected, self.session.job
        if len(about) < 2:
            return ""
        if about[1] == "finish":
            room = self.session.room()
            if room is not None:
                for one in finished_surfaces(room, job.house_rules, job.paints, job.colours):
                    if one.surface.key == about[2]:
                        colour = one.colour.name[:40] if one.colour else "no colour yet"
                        return f"{one.surface.name[:40]}: {colour}"
        if about[1] == "frame" and len(about) > 2:
            return self._frame_words(about)
        field = size_field(job, about)
        if field is None:
            return ""
        words = field.label.split(",")[0]
        lettered = about[1] in ("wall", "corner", "diagonal", "offset", "width")  # corners keep their letters
        return f"{words if lettered else words.lower()} {field.shown(job)}"[:70].strip()

    def _frame_words(self, about: About) -> str:
        """Return a framed thing with what its frame leaves open."""
        room, settings = self.session.room(), self.session.job.settings
        one = next((one for one in room.trim.frames if one.id == about[2]), None) if room is not None else None
        if one is None:
            return ""
        wide, tall = (show_length(size.mm, settings.unit, step=settings.step) for size in (one.width, one.tall))
        return f"{one.name[:40]} {wide.removesuffix(' mm')} × {tall}"

    def _name_of(self, about: About) -> str:
        """Return the words for a thing the pointer rests on."""
        job = self.session.job
        room = next((one for one in job.rooms if one.id == about[0]), None)
        if room is None or len(about) < 2:
            return ""
        if about[1] == "finish":
            for one in finished_surfaces(room, job.house_rules, job.paints, job.colours):
                if one.surface.key == about[2]:
                    return one.surface.name + (f", {one.colour.name}" if one.colour else "")
        if about[1] == "opening":
            return next((one.name for one in room.measured.openings if one.id == about[2]), "")
        field = size_field(job, about)
        return f"{field.label}: {field.shown(job)}" if field is not None else about[1]

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
        self.session.look(wall_id=ids[index], turn=turn, selected=(room.id, "wall", ids[index]))

    def _picked(self, about: About) -> None:
        self.session.select(self.picked_as(about))

    def picked_as(self, about: About) -> About:
        """Return what a pick means in this place."""
        return about

    def ask_size(self, about: About) -> None:
        """Open a field on the drawing for the size of a thing."""
        field = size_field(self.session.job, about)
        if field is not None:
            self.canvas.ask_size(about, field.shown(self.session.job), field.label)

    def _size_typed(self, about: About, text: str) -> None:
        field = size_field(self.session.job, about)
        if field is None:
            self.canvas.end_size()
            return
        if self.bench.type_size(field.about, text):
            self.canvas.end_size()
            self.after_size(field.about)
        else:
            self.canvas.refuse_size()

    def after_size(self, about: About) -> None:
        """Called when a size was taken on the drawing."""

    def focus_drawing(self) -> None:
        """Give the drawing the keyboard."""
        self.canvas.setFocus()

    def ask_next(self, about: About) -> None:
        """Go to the size that is measured next and ask for it."""
        room = self.session.room()
        if room is not None:
            following = next_wanted(room, about, self.session.job.house_rules)
            self.session.select(following)
            self.ask_size(following)


def row(about: About, *cells: object) -> SheetRow:
    """Return a sheet row."""
    from narrow_cornice.desk.ruled_sheet import Cell

    return SheetRow(about, tuple(cell if isinstance(cell, Cell) else Cell(str(cell)) for cell in cells))
