"""Measure: the plan takes shape as readings are typed, side by side, in the order a person walks."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from functools import partial
from typing import Any, Literal

from msgspec.structs import replace
from PyQt6.QtWidgets import QComboBox

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.measured.surveys import doubts_of
from narrow_cornice.derived.measured.walks import closing_of, step_of
from narrow_cornice.derived.measured.widths import width_name
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.offers import offers, put
from narrow_cornice.desk.place import Desk, Place
from narrow_cornice.desk.places.measure.found_sheets import FoundSheets, fine, moved_by
from narrow_cornice.desk.places.measure.invitations import another_way_in, from_paper, invitations
from narrow_cornice.desk.places.measure.measuring_order import measuring_order, next_wanted, wanted_reading
from narrow_cornice.desk.places.measure.meter import LaserMeter
from narrow_cornice.desk.places.measure.opening_lines import opening_lines
from narrow_cornice.desk.places.measure.sizes import offset_name
from narrow_cornice.desk.places.measure.survey_rows import assumed_in_words, assumption_typed
from narrow_cornice.desk.places.measure.walk_rows import next_wall_name
from narrow_cornice.desk.ruled_sheet import Cell, Ruled, SheetRow, row
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.desk.size_field import SizeField
from narrow_cornice.drawing.marks import About
from narrow_cornice.drawing.photographs import sight_of
from narrow_cornice.drawing.walk import walk_drawing
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.edits import Edit
from narrow_cornice.job.measured import CornerOffset, Diagonal, WallAsRead, WallWidth
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import (
    AskedDiagonalPath,
    DiagonalPath,
    HeightPath,
    NextWallPath,
    OffsetPath,
    Read,
    SurfacePath,
    ThingPath,
    WallPath,
    WidthPath,
)
from narrow_cornice.survey.plan import Plan
from narrow_cornice.survey.readings import INSTRUMENTS, AngleReading, Reading, as_reading, parse_angle, parse_reading
from narrow_cornice.survey.walk import read_walk
from narrow_cornice.units.lengths import Length, parse_length, show_length
from narrow_cornice.units.show import show_size

METER = "meter on a port …"


def _wall_readings(room_id: str, wall_id: str, name: str, given: Sequence[Reading]) -> Edit:
    return edits.set_readings(room_id, wall_id, given, name)


def _diagonal_readings(room_id: str, one: Diagonal, words: str, given: Sequence[Reading]) -> Edit:
    return edits.put_diagonal(room_id, one.first, one.second, given, words)


def _offset_readings(room_id: str, one: CornerOffset, words: str, given: Sequence[Reading]) -> Edit:
    return edits.put_offset(room_id, one.of, one.start, one.end, given, words)


def _width_readings(room_id: str, one: WallWidth, words: str, given: Sequence[Reading]) -> Edit:
    return edits.put_width(room_id, one.wall, one.other, one.level, one.place, given, words)


class MeasurePage(DrawingPage):
    """The survey of a room: its walls, corners, diagonals and heights as read, its openings."""

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk, place)
        self.into = desk.into
        self.found = FoundSheets(self.bench)
        for ruled in (*self._sheets_of_leaves(), *self.found.each()):
            self.add_sheet(ruled)
        self._instrument = QComboBox()
        self._instrument.addItems([*INSTRUMENTS, METER])
        self._instrument.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self._instrument.setMinimumContentsLength(5)
        self._instrument.setAccessibleName("Reading with")
        self._instrument.setToolTip("What the next readings are taken with: it says how sure they are")
        self._instrument.textActivated.connect(self._read_with)
        self.part.add_tool(self._instrument, "read with")
        self.meter = LaserMeter(self, self)
        self.canvas.pointed.connect(self.place_pointed)
        self.canvas.editor.typing.connect(self._typing)
        self.canvas.editor.gone_back.connect(self._walk_back)
        self.add_cautions()

    def _sheets_of_leaves(self) -> Iterator[Ruled]:
        yield Ruled(
            ("walls",),
            "Walls as read",
            ("Wall", "Read", "More readings", "Corner at its end", "Angle read", "Adjusted", "±", "Moved by"),
            self._walls,
            "Walls as they are read: begin with a room and walk round it.",
            2,
        )
        yield Ruled(
            ("across",),
            "Across",
            ("Between", "Read", "More readings", "Adjusted", "Moved by", "Against the others"),
            self._ways,
            "Distances from corner to corner and across: they say what shape the room really has.",
            2,
            lines=4,
        )
        yield Ruled(
            ("heights",),
            "Ceiling heights",
            ("Height", "Read", "By wall", "At", "Instrument", "Off the mean"),
            self._heights,
            "Heights of the ceiling, each where it was read.",
            1,
            lines=4,
        )
        yield Ruled(
            ("openings",),
            "Openings",
            ("Opening", "Kind", "Wall", "From left", "Width", "Height", "Sill", "Reveal"),
            lambda room: opening_lines(self.bench, room),
            "Doors, windows, arches and fireplaces: choose a wall, and put one in by the line below.",
            lines=4,
        )

    def place_pointed(self, x: float, y: float) -> None:
        """Put what was asked for at a place of the wall, as surely as the photograph says."""
        view, room = self.session.view, self.session.room()
        if room is None or not view.pointing:
            return
        what = view.pointing
        self.session.look(pointing="")
        photo = next((one for one in room.measured.photos if one.wall == view.wall_id), None)
        fit = sight_of(photo) if photo is not None else None
        sigma = None if fit is None else round(max(1.0, fit.sigma((x, -y))), 1)
        u, v = (Reading(round(max(0.0, mm)), f"{round(max(0.0, mm))}", "photograph", sigma) for mm in (x, -y))
        offer = offers().get(what)
        if offer is None:
            return
        measured = measured_room(room, self.session.job.house_rules)
        ceiling = measured.height.value if measured.height is not None else 0.0
        sizes = offer.putting.pointed(offer.kind, u, v, ceiling)
        if sizes is None:
            return
        usual = (Length(200.0, "200 mm"),) * (len(offer.putting.asks) - 2)
        try:
            put(self.bench, room.id, view.wall_id, offer, (*sizes, *usual))
        except CorniceError as error:
            self.session.refused.emit(error)

    # ---- instruments

    def _read_with(self, name: str) -> None:
        """Read with another instrument, or ask for the port of a meter that sends its readings itself."""
        if name == METER:
            self._instrument.setCurrentText(self.session.view.instrument)
            self.meter.choose()
        else:
            self.session.look(instrument=name)

    def waiting(self) -> SizeField | None:
        """Return the reading that waits: the one being typed or selected, else the first that nobody read."""
        room = self.session.room()
        if room is None:
            return None
        job = self.session.job
        for path in (self.canvas.asked(), self.session.view.selected):
            field = self.bench.size_field(path)
            if field is not None and field.kind == "reading":
                return field
        order = [self.bench.size_field(path) for path in measuring_order(room, job.house_rules)]
        unread = (field for field in order if field is not None and field.kind == "reading" and field.mm is None)
        return next(unread, None)

    def walks_on(self) -> NextWallPath | None:
        """Return the next wall of a room that is being walked, if that is what waits for a reading."""
        room, asked = self.session.room(), self.canvas.asked()
        if isinstance(asked, NextWallPath):
            return asked
        if room is None or not room.measured.walking or asked is not None:
            return None
        field = self.bench.size_field(self.session.view.selected)
        return None if field is not None and field.kind == "reading" else NextWallPath(room.id)

    def invitations(self) -> Iterator[Invitation]:
        """Yield what can be added to the sheet in front."""
        room = self.session.room()
        if room is None:
            yield another_way_in(self.bench)
        else:
            yield from invitations(self.bench, room, self._sheet_of, self._ask_selected)
            if room.measured.walking:
                yield Invitation("From paper", of=from_paper(self.into, self.out))

    def _ask_selected(self, path: ThingPath) -> None:
        """Select a size and open the field for it on the drawing."""
        self.session.select(path)
        self.ask_size(path)

    def put_rows(self) -> None:
        """Fill the sheet in front, and show what is read with."""
        self._instrument.setCurrentText(self.session.view.instrument)
        super().put_rows()

    def _fine(self, mm: float) -> str:
        return fine(self.session, mm)

    def _doubt(self, mm: float) -> str:
        unit = self.session.job.settings.unit
        return f"{mm:.1f}" if unit == "mm" else show_length(mm, "in", denominator=32)

    def _off(self, plan: Plan, path: ThingPath) -> str:
        """Return how much the other readings speak against a thing, empty where they do not."""
        for doubt in doubts_of(plan):
            if doubt.observed.about.thing == path:
                off = f"{abs(doubt.off):.1f}°" if doubt.observed.kind == "angle" else self._fine(abs(doubt.off))
                return f"▲ off by {off}: read it again"
        return ""

    def _walls(self, room: Room) -> list[SheetRow]:
        plan = measured_room(room, self.session.job.house_rules).plan
        rows = []
        for index, side in enumerate(room.measured.walls):
            name = edits.wall_name(room, side.id)
            about = WallPath(room.id, side.id)
            adjusted, doubt, moved = "", "", ""
            if plan.determined:
                one = plan.sides[index]
                adjusted, doubt = self._fine(one.length.value), self._doubt(one.sigma)
                moved = "follows" if one.follows else moved_by(self.session, one.correction)
            corner = edits.corner_after(room, side.id)
            rows.append(
                row(
                    about,
                    name,
                    self.size_cell(about.nth(0)),
                    self._more(side.readings, partial(_wall_readings, room.id, side.id, name)),
                    Cell(
                        self._corner_words(side, corner, plan, index),
                        partial(self._corner_typed, room, side, corner),
                    ),
                    Cell(
                        "; ".join(f"{one.degrees:g}°" for one in side.angles),
                        partial(self._angles_typed, room, side, corner),
                        number=True,
                    ),
                    Cell(adjusted, number=True),
                    Cell(doubt, number=True),
                    Cell(self._off(plan, about) or moved, number=True),
                )
            )
        if room.measured.walking:
            path = NextWallPath(room.id)
            words = ("", "", "390 o turns outside, ? nobody read it", "", "", "", "")
            cell = Cell("", self.bench.typed_size(path), number=True)
            rows.append(row(path, f"{next_wall_name(room)}, next", cell, *words[1:]))
        return rows

    def _corner_words(self, side: WallAsRead, corner: str, plan: Plan, index: int) -> str:
        way = "inside" if side.turn == "left" else "outside"
        if any(not one.aside for one in side.angles):
            at = (index + 1) % len(plan.angles) if plan.angles else 0
            return f"{corner}: {way}" + (f", {plan.angles[at]:.1f}°" if plan.determined else ", read")
        return f"{corner}: {way}, {assumed_in_words(side).replace('nothing', 'not known')}"

    def _ways(self, room: Room) -> list[SheetRow]:
        plan = measured_room(room, self.session.job.house_rules).plan
        adjusted: dict[ThingPath, tuple[float, float]] = {}
        if plan.network is not None and plan.determined:
            for one, value, residual in zip(plan.observed, plan.network.values, plan.network.residuals, strict=True):
                adjusted.setdefault(one.about.thing, (value, residual))
        rows = []
        for path, words, readings, edit in self._read_between(room):
            known = adjusted.get(path)
            rows.append(
                row(
                    path,
                    words,
                    self.size_cell(path.nth(0)),
                    self._more(readings, edit),
                    Cell("" if known is None else self._fine(known[0]), number=True),
                    Cell("" if known is None else moved_by(self.session, known[1]), number=True),
                    Cell(self._off(plan, path)),
                )
            )
        wanted = wanted_reading(room, self.session.job.house_rules)
        if isinstance(wanted, AskedDiagonalPath):
            field = self.bench.size_field(wanted)
            if field is not None:
                rows.append(
                    row(
                        wanted.thing,
                        field.of,
                        self.size_cell(wanted),
                        "",
                        "",
                        "",
                        "wanted next: it would tell most",
                    )
                )
        return rows

    def _read_between(self, room: Room) -> Iterator[tuple[Read, str, Sequence[Reading], Callable[[Any], Edit]]]:
        """Return the diagonals, offsets and widths of a room: where each stands, its name, its readings, their edit."""
        for diagonal in room.measured.diagonals:
            about = DiagonalPath(room.id, diagonal.id)
            field = self.bench.size_field(about)
            if field is not None:
                yield about, field.of, diagonal.readings, partial(_diagonal_readings, room.id, diagonal, field.of)
        for off in room.measured.offsets:
            words = offset_name(room, off)
            yield OffsetPath(room.id, off.id), words, off.readings, partial(_offset_readings, room.id, off, words)
        for width in room.measured.widths:
            words = width_name(room.measured.walls, width)
            yield WidthPath(room.id, width.id), words, width.readings, partial(_width_readings, room.id, width, words)

    def _heights(self, room: Room) -> list[SheetRow]:
        mean = measured_room(room, self.session.job.house_rules).height
        rows = []
        for number, one in enumerate([*room.measured.heights, None]):
            about = HeightPath(room.id, reading=number)
            off = "" if one is None or mean is None else moved_by(self.session, one.mm - mean.value)
            by = one.instrument if isinstance(one, Reading) else ""
            words = f"reading {number + 1}" if one is not None else "another reading"
            wall, place = "", ""
            if isinstance(one, Reading):
                wall = edits.wall_name(room, one.wall) if any(s.id == one.wall for s in room.measured.walls) else ""
                place = "" if one.place is None else self._fine(one.place)
            rows.append(
                row(
                    about,
                    words,
                    self.size_cell(about),
                    Cell(wall, partial(self._height_placed, room, number, "wall")),
                    Cell(place, partial(self._height_placed, room, number, "place"), number=True),
                    by,
                    Cell(off, number=True),
                )
            )
        return rows

    def _height_placed(self, room: Room, number: int, what: Literal["wall", "place"], text: str) -> bool:
        """Say by which wall a height was read ("C–D", or a corner where the wall begins), and where along it."""
        heights = list(self.session.job.room(room.id).measured.heights)
        if number >= len(heights):
            return False
        try:
            if what == "wall":
                word = text.strip().upper().replace("-", "–")
                found = [side.id for side in room.measured.walls if edits.wall_name(room, side.id).startswith(word)]
                if word and not found:
                    raise CorniceError(f"There is no wall “{text[:20]}”.", remedy="Write it by its corners, as C–D.")
                heights[number] = replace(as_reading(heights[number]), wall=found[0] if word else "")
            else:
                mm = parse_length(text, self.session.job.settings.unit).mm if text.strip() else None
                heights[number] = replace(as_reading(heights[number]), place=mm)
            return self.session.do(edits.set_heights(room.id, heights))
        except CorniceError as error:
            self.session.refused.emit(error)
            return False

    def _more(self, readings: Sequence[Reading], edit: Callable[[Any], Edit]) -> Cell:
        """Return the cell of a thing's further readings, typed in one line."""
        settings = self.session.job.settings
        shown = "; ".join(show_size(one.mm, settings) for one in readings[1:])

        def change(text: str) -> Edit:
            parts = [part for part in text.split(";") if part.strip()]
            more = [parse_reading(part, settings.unit, self.session.view.instrument) for part in parts]
            # What stood there and was typed again keeps its instrument.
            kept = {one.mm: one for one in readings[1:]}
            return edit((*readings[:1], *(kept.get(one.mm, one) for one in more)))

        return Cell(shown, lambda text: self.session.do_made(lambda: change(text)))

    def _corner_typed(self, room: Room, side: WallAsRead, corner: str, text: str) -> bool:
        """Take "inside" or "outside", "square", "nothing" or an angle, typed for a corner."""
        done = None
        for word in text.lower().split(":")[-1].replace(",", " ").split():
            for turn, words in (("left", "inside"), ("right", "outside")):
                if (words.startswith(word) and len(word) > 1) or word == words[0]:
                    done = self.session.do(edits.set_turn(room.id, side.id, turn, corner))  # type: ignore[arg-type]
                    break
            else:
                if word[:1].isdigit() or word in ("square", "nothing", "?"):
                    done = assumption_typed(self.bench, room.id, side, corner, word)
        if done is None:
            refusal = CorniceError(
                f"“{text[:40]}” is no corner.", remedy="Write inside or outside, square or an angle."
            )
            self.session.refused.emit(refusal)
        return bool(done)

    def _angles_typed(self, room: Room, side: WallAsRead, corner: str, text: str) -> bool:
        def change() -> Edit:
            angles: list[AngleReading] = [parse_angle(part) for part in text.split(";") if part.strip()]
            return edits.set_angles(room.id, side.id, angles, corner)

        return self.session.do_made(change)

    def picked_as(self, about: ThingPath) -> About:
        """Return walls for what lies on them, since here the wall is measured."""
        if isinstance(about, SurfacePath):
            wall = WallPath(about.room, about.of)
            return wall if wall.there(self.session.job) else about
        return about

    # ---- walking round a new room

    def begin_room(self) -> None:
        """Begin a room and ask for its first wall, on the drawing."""
        if self.session.do(edits.begin_walk(edits.fresh_name(self.session.job))):
            path = NextWallPath(self.session.job.rooms[-1].id)
            self.session.look(room_id=path.room, leaf="walls", seen_as="", turn=0.0, selected=path)
            self.ask_size(path)

    def hint_of(self, about: ThingPath) -> str:
        """Return the keys that go on from a wall that is being walked."""
        if not isinstance(about, NextWallPath):
            return ""
        walls = len(self.session.job.room(about.room).measured.walls)
        close = "\nEnter: close the room on A · Esc: leave it for now" if walls else "\nor paste a whole walk"
        return "Tab: the next wall · o: its corner turns outside · ?: nobody read it" + close

    def _typing(self, about: About, text: str) -> None:
        """Let the plan grow with what is being typed."""
        if not isinstance(about, NextWallPath):
            return
        room, settings = self.session.job.room(about.room), self.session.job.settings
        try:
            typed = [step_of(one) for one in read_walk(text, settings.unit)] if text.strip() else []
        except CorniceError:
            return  # not yet a size: what was drawn stays
        self.canvas.show_drawing(
            walk_drawing(room, settings, self.session.view.turn, typed), None, self.session.view.selected, ""
        )
        self.canvas.keep_beside(about)

    def _walk_back(self, about: About) -> None:
        """Take the last wall back."""
        if isinstance(about, NextWallPath):
            room = self.session.job.room(about.room)
            if room.measured.walls:
                name = edits.wall_name(room, room.measured.walls[-1].id)
                self.session.do(edits.take_wall_back(room.id, name))
                self.ask_size(about)

    def _size_typed(self, about: ThingPath, text: str, going_on: bool) -> None:
        """Take a size; an empty wall of a walk closes the room."""
        if isinstance(about, NextWallPath) and not text.strip():
            if not going_on:
                self._close(about)
            return
        super()._size_typed(about, text, going_on)

    def _close(self, path: NextWallPath) -> None:
        """Close a walk, and ask for what is wanted next: the ceiling height once the shape is known."""
        room = self.session.job.room(path.room)
        if not self.session.do_made(lambda: edits.close_walk(room.id, closing_of(room))):
            self.ask_size(path)
            return
        self.canvas.end_size()
        rules = self.session.job.house_rules
        known = measured_room(self.session.job.room(path.room), rules).plan.determined
        wanted = None if known else wanted_reading(self.session.job.room(path.room), rules)
        asked = wanted if wanted is not None else HeightPath(room.id, reading=0)
        self.session.look(selected=asked, leaf="walls")
        self.ask_size(asked)

    def after_size(self, path: ThingPath, *, going_on: bool) -> None:
        """Go on to the next wall of a walk or close it, else to the next size in measuring order."""
        if isinstance(path, NextWallPath):
            self.session.select(path)
            if going_on:
                self.ask_size(path)
            else:
                self._close(path)
            return
        self.ask_next(path)

    def ask_next(self, path: ThingPath) -> None:
        """Go to the size that is measured next and ask for it."""
        room = self.session.room()
        if room is not None:
            following = next_wanted(room, path, self.session.job.house_rules)
            if following is None:
                self.session.told.emit("All sizes that are asked for are read.")
                return
            self.session.select(following)
            self.ask_size(following)
