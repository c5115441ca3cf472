"""A place with a drawing above and its ruled sheet below, both showing one selection."""

from __future__ import annotations

from collections.abc import Iterable
from functools import partial

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QMenu, QWidget

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.desk.canvas import Canvas
from narrow_cornice.desk.drawing_tools import Tool
from narrow_cornice.desk.fold_splitter import THICK, Folds, FoldSplitter
from narrow_cornice.desk.leaf_page import LeafPage
from narrow_cornice.desk.place import NO_ROOM, Desk, Place, SeenAs
from narrow_cornice.desk.rows.size_cells import size_cell
from narrow_cornice.desk.ruled_sheet import Cell, Ruled, RuledSheet
from narrow_cornice.desk.seen_as import WALL
from narrow_cornice.desk.sheet_part import Invitation, SheetPart
from narrow_cornice.desk.thing_menu import Line, thing_menu
from narrow_cornice.drawing.marks import About, Drawing
from narrow_cornice.drawing.unfolded import upright_turn
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.paths import HeightPath, Read, RoomPath, WallPath, room_of

DRAWING_SHARE = 0.5  # of the window that the drawing has until a person gives the sheet more
FEW_LINES = 6  # up to which the drawing keeps two thirds
LEAST_AND_MOST = (52, 220)  # pixels of lines that a sheet shows as it opens


class DrawingPage(LeafPage):
    """Canvas and sheets of the leaves of its place. A place says its rows in ``put_rows``."""

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk, place)
        self.bench = desk.bench
        self.canvas = Canvas(self.theme)
        self.canvas.set_tools(
            (
                *self.turning_tools(),
                ("by lamp", "By day, or under the room's lamps ( N )", self.change_lamp),
                ("whole", "The whole drawing ( 0 )", self.canvas.fit),
                ("alone", "The drawing alone on the screen (F11)", self.alone_wanted.emit),
            )
        )
        self._split = FoldSplitter(Qt.Orientation.Vertical, self.theme)
        self._split.addWidget(self.canvas)
        self.part = SheetPart(self.theme)
        self.part.fold_wanted.connect(self.fold_sheet)
        self._split.addWidget(self.part)
        self._split.setStretchFactor(0, 1)
        self._split.setStretchFactor(1, 0)
        self._split.say(
            1, "Move it, or press it to fold the sheet (F5)", Folds(self.part.is_folded, self.fold_sheet, (0, -1))
        )
        self._split.splitterMoved.connect(lambda *_: self._keep_height())
        self.lay.addWidget(self._split, 1)
        self._ruled: list[Ruled] = []
        self._sheets: dict[tuple[str, ...], RuledSheet] = {}  # those that have been looked at, by their leaves
        self._sheet_of = ""  # the leaf whose sheet stands below the drawing
        self.canvas.name_things(self._name_of)
        self.canvas.picked.connect(self._picked)
        self.canvas.size_wanted.connect(self.ask_size)
        self.canvas.size_typed.connect(self._size_typed)
        self.canvas.turned.connect(self.turn)
        self.canvas.stepped.connect(self.step_wall)
        self.canvas.letter.connect(self.take_letter)
        self.canvas.menu_wanted.connect(lambda about, place: self.menu_of(about, None).popup(place))

    def turning_tools(self) -> tuple[Tool, ...]:
        """Return the tools that turn what is drawn."""
        return (
            ("turn left", "Turn the room ( [ )", lambda: self.turn(-1)),
            ("turn right", "Turn the room ( ] )", lambda: self.turn(1)),
        )

    def _tools_of(self, seen: SeenAs | None) -> tuple[str, ...]:
        """Return the tools that do something to a drawing; none where there is none."""
        if seen is None:
            return ()
        turning = [words for words, _, _ in self.turning_tools()] if seen.turns else []
        lamp = [] if seen.under_lamps == "never" else ["by lamp"]
        return (*turning, *lamp, "whole", "alone")

    def take_letter(self, letter: str) -> None:
        """Take a letter that is the drawing's own, or pass it on."""
        if letter.lower() == "v":
            self.row.next_drawing()
        elif letter.lower() == "n":
            self.change_lamp()
        else:
            self.letter.emit(letter)

    def _add_room(self) -> None:
        self.bench.room_wanted.emit()

    def add_sheet(self, ruled: Ruled) -> None:
        """Put a ruled sheet below the drawing of its leaves; it is made and filled while one of them is looked at."""
        self._ruled.append(ruled)

    def _ruled_of(self, leaf: str) -> Ruled | None:
        return next((one for one in self._ruled if leaf in one.leaves), None)

    def sheet_of(self, leaf: str) -> RuledSheet:
        """Return the ruled sheet of a leaf, made if it is not there yet. Raises KeyError for a leaf that has none."""
        ruled = self._ruled_of(leaf)
        if ruled is None:
            raise KeyError(leaf)
        there = self._sheets.get(ruled.leaves)
        if there is not None:
            return there
        sheet = self._sheets[ruled.leaves] = RuledSheet(ruled.headings, self.theme, ruled.name, ruled.stretch)
        sheet.empty = ruled.empty
        sheet.picked.connect(self.session.select)
        sheet.menu_wanted.connect(lambda about, place: self.menu_of(about, sheet).popup(place))
        ruled.made(sheet)
        return sheet

    @property
    def sheets(self) -> list[RuledSheet]:
        """Return the ruled sheets that have been looked at."""
        return list(self._sheets.values())

    # ---- the sheet folded, unfolded, and of the height it was given

    def fold_sheet(self) -> None:
        """Fold the sheet of the leaf to its last line, or unfold it."""
        folded = not self.part.is_folded()
        self.session.remembered.keep_folded(self.place.key, self._sheet_of, folded=folded)
        self._set_sheet(folded)

    def _keep_height(self) -> None:
        if not self.part.is_folded():
            self.session.remembered.keep_sheet_height(self.place.key, self._sheet_of, self.part.height())

    def _set_sheet(self, folded: bool) -> None:
        """Give the sheet the height its leaf remembers."""
        self.part.fold(folded)
        kept = self.session.remembered.sheet_height(self.place.key, self._sheet_of)
        tall = self.part.line_height() + 2 if folded else kept or self._usual_height()
        self._split.setSizes([max(1, self._split.height() - tall - THICK), tall])
        self.part.say_rows()
        for index in range(1, self._split.count()):
            handle = self._split.handle(index)
            if handle is not None:
                handle.update()

    def stand_alone(self, *, alone: bool) -> None:
        """Leave the drawing alone on the page, or bring its leaves and its sheet back."""
        super().stand_alone(alone=alone)
        self.part.setVisible(not alone)

    def _usual_height(self) -> int:
        """Return the height of a sheet that nobody gave one: what leaves the drawing half of the window, if it can."""
        window = self.window()
        assert window is not None
        half = window.width() * window.height() * DRAWING_SHARE / max(1, self._split.width())
        least, most = (self.part.line_height() + int(lines * self.theme.letters) for lines in LEAST_AND_MOST)
        ruled = self._ruled_of(self._sheet_of)
        if ruled is not None and ruled.lines:  # where the sheet is the work: so many lines under their headings
            least = self.part.line_height() + int(25 * (ruled.lines + 1) * self.theme.letters) + 8
            least = min(least, self._split.height() // (2 if ruled.lines > FEW_LINES else 3))
        return int(min(max(most, least), max(least, self._split.height() - half - THICK)))

    def invitations(self) -> Iterable[Invitation]:
        """Yield what can be added to the sheet of the leaf that is looked at; each place has its own."""
        return ()

    # ---- showing

    def refresh(self) -> None:
        """Show the job and the view as they are now."""
        self.first_sight()
        self.say_cautions()
        self.put_rows()
        invite = Invitation("Add a room", self._add_room)
        self.part.invite(self.invitations() if self._has_something() else (invite,))
        self.part.say_rows()

    def _has_something(self) -> bool:
        """Return whether there is a room to look at, or the leaf that is looked at needs none."""
        leaf = self.leaf()
        return self.session.room() is not None or (leaf is not None and leaf.of_house)

    def first_sight(self) -> None:
        """Show the drawing that is looked at, and the sheet of its leaf with what was in it."""
        view, room = self.session.view, self.session.room()
        leaf, seen = self.leaf(), self.places.seen_as(view)
        self.show_where()
        drawing = self.places.drawing(self.session.job, view, room)
        if drawing is None:
            drawing = Drawing("No room yet", "Begin with a room: press “Add a room”, or Ctrl+R.", (), (0, 0, 100, 100))
        self.canvas.pointing = bool(view.pointing) and seen is not None and seen.key == WALL.key
        marked = self.marked()
        self.canvas.show_drawing(drawing, self.inset(), marked, self.callout() if marked is not None else "")
        self.canvas.say_tool("by lamp", "by day" if view.by_lamp else "by lamp")
        self.canvas.offer_tools(self._tools_of(seen if room is not None else None))
        if leaf is not None and leaf.key != self._sheet_of:
            self._sheet_of = leaf.key
            if self._ruled_of(leaf.key) is not None:
                self.part.show_sheet(self.sheet_of(leaf.key))
            self._set_sheet(self.session.remembered.folded(self.place.key, leaf.key))

    def paint_now(self) -> None:
        """Paint the drawing before anything else is done."""
        self.canvas.repaint()

    def inset(self) -> Drawing | None:
        """Return the small drawing in the corner of the large one, None for none."""
        return None

    def show_other(self, drawing: Drawing) -> None:
        """Show another drawing in place of its own until it is refreshed."""
        self.canvas.show_drawing(drawing, None, None, "")

    def parts(self) -> list[QWidget]:
        """Return the canvas and the sheet that is in front."""
        return [self.canvas, *[sheet for sheet in self.sheets if sheet.isVisible()], *self.row.leaves.values()][:2]

    def put_rows(self) -> None:
        """Fill the ruled sheet in front."""
        room, sheet = self.session.room(), self.part.front()
        ruled = self._ruled_of(self._sheet_of)
        if sheet is not None and ruled is not None:
            there = self._has_something()
            sheet.put(ruled.rows(room or NO_ROOM) if there else [], self.session.view.selected if there else None)

    def size_cell(self, path: ThingPath) -> Cell:
        """Return the cell of a size by its path, typed into as on the bench."""
        return size_cell(self.bench, path)

    def marked(self) -> ThingPath | None:
        """Return what is marked on the drawing: what is selected."""
        return self.session.view.selected

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

    def change_lamp(self) -> None:
        """Show drawings under the lamps of the room, or by day again."""
        self.session.look(by_lamp=not self.session.view.by_lamp)

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

    def menu_of(self, about: About, sheet: RuledSheet | None) -> QMenu:
        """Return what can be done with a thing of the drawing, or with a line of a sheet; it is selected with it."""
        meant = self.picked_as(about) if about is not None else None
        if meant is not None and meant != self.session.view.selected:
            self.session.select(meant)
        lines: list[Line] = []
        field = self.bench.size_field(meant)
        if meant is not None and field is not None:
            lines.append(
                (f"Type its size, {field.shown(self.session.job) or 'not read'}", partial(self.ask_size, meant))
            )
        if meant is not None:
            lines.append(("How it came about ( = )", partial(self.letter.emit, "=")))
        if sheet is not None:
            lines += [("Copy the chosen lines", sheet.copy_rows), ("Paste", sheet.paste)]
        else:
            lines += [None, ("Turn right ( ] )", partial(self.turn, 1)), ("The whole drawing ( 0 )", self.canvas.fit)]
            lines.append(("Alone on the screen (F11)", self.alone_wanted.emit))
        lines.append(("The second look ( L )", partial(self.letter.emit, "l")))
        title = self._name_of(meant) if meant is not None else ""
        return thing_menu(self, title, lines, self.invitations() if self._has_something() else ())

    def _picked(self, about: About) -> None:
        self.session.select(self.picked_as(about) if about is not None else None)

    def picked_as(self, about: ThingPath) -> About:
        """Return what a pick means in this place."""
        return about

    def ask_size(self, about: ThingPath) -> None:
        """Open a field on the drawing for the size of a thing."""
        field = self.bench.size_field(about)
        if field is not None:
            self.canvas.ask_size(about, field.shown(self.session.job), field.label, self.hint_of(about))

    def hint_of(self, about: ThingPath) -> str:
        """Return what stands below the field for a size: on the keys that go on from there, empty for nothing."""
        return ""

    def _size_typed(self, about: ThingPath, text: str, going_on: bool) -> None:
        field = self.bench.size_field(about)
        if field is None:
            self.canvas.end_size()
            return
        if self.bench.type_size(field.path, text):
            self.canvas.end_size()
            self.after_size(field.path, going_on=going_on)
        else:
            self.canvas.refuse_size()

    def after_size(self, path: ThingPath, *, going_on: bool) -> None:
        """Called when a size was taken on the drawing; ``going_on`` says that Tab was pressed."""

    def focus_drawing(self) -> None:
        """Give the drawing the keyboard; a size that was being typed on another one is left as it was."""
        self.canvas.end_size()
