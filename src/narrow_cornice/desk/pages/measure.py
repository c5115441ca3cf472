"""Measure: the plan takes shape as readings are typed, side by side, in the order a person walks."""

from __future__ import annotations

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.drawing_page import DrawingPage, row
from narrow_cornice.desk.ruled_sheet import Cell, RuledSheet
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.size_fields import size_field
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import About
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.model import Room
from narrow_cornice.takeoff.rooms import measured_room
from narrow_cornice.units.lengths import parse_length, show_length


class MeasurePage(DrawingPage):
    """The survey of a room: its walls and heights as read, its openings."""

    def __init__(self, session: Session, theme: Theme, bench: Bench) -> None:
        super().__init__(session, theme, bench)
        self.walls = RuledSheet(
            ("Wall", "Read", "More readings", "Corner at its end", "Adjusted", "±", "Closing"),
            theme,
            "Walls as read",
            2,
        )
        self.openings = RuledSheet(
            ("Opening", "Kind", "Wall", "From left", "Width", "Height", "Sill", "Reveal"), theme, "Openings"
        )
        self.add_sheets([("Walls and heights", self.walls), ("Openings", self.openings)])
        self.add_cautions("measure")

    def put_rows(self) -> None:
        """Fill both sheets."""
        room = self.session.room()
        selected = self.session.view.selected
        if room is None:
            self.walls.put([], ())
            self.openings.put([], ())
            return
        self.walls.put(self._walls(room), selected)
        self.openings.put(self._openings(room), selected)

    def _size_cell(self, about: About) -> Cell:
        field = size_field(self.session.job, about)
        if field is None:
            return Cell("")
        return Cell(field.shown(self.session.job), lambda text: self.bench.type_size(field.about, text), number=True)

    def _walls(self, room: Room) -> list:  # type: ignore[type-arg]
        job = self.session.job
        settings = job.settings
        measured = measured_room(room, job.house_rules)
        rows = []
        for index, side in enumerate(room.sides):
            name = edits.wall_name(room, side.id)
            adjusted, doubt, closing = "", "", ""
            if measured.plan.determined:
                one = measured.plan.sides[index]
                adjusted = show_length(one.length.value, settings.unit, step=0.5, denominator=32)
                doubt = f"{one.sigma:.1f}" if settings.unit == "mm" else show_length(one.sigma, "in", denominator=32)
                closing = (
                    "follows" if one.follows else (f"{one.correction:+.1f}".replace("-", "−") if one.correction else "")
                )
            corner = name.split("–")[1]
            rows.append(
                row(
                    (room.id, "wall", side.id),
                    name,
                    self._size_cell((room.id, "wall", side.id, "0")),
                    Cell(self._more(side.readings[1:]), self._more_typed(room, side.id, name)),
                    Cell(
                        f"{corner}: {'inside' if side.turn == 'left' else 'outside'}, square",
                        lambda text, wall=side.id, at=corner: self._turned(room, wall, at, text),
                    ),
                    Cell(adjusted, number=True),
                    Cell(doubt, number=True),
                    Cell(closing, number=True),
                )
            )
        height = measured.height
        rows.append(
            row(
                (room.id, "height"),
                "ceiling height",
                self._size_cell((room.id, "height", "0")),
                Cell(self._more(room.heights[1:]), self._heights_typed(room)),
                "",
                Cell(height.shown(settings.unit) if height else "", number=True),
                Cell(
                    f"{height.sigma:.1f}" if height and height.sigma is not None and settings.unit == "mm" else "",
                    number=True,
                ),
                Cell(""),
            )
        )
        return rows

    def _more(self, readings: tuple) -> str:  # type: ignore[type-arg]
        settings = self.session.job.settings
        return "; ".join(
            show_length(one.mm, settings.unit, step=settings.step, denominator=settings.denominator) for one in readings
        )

    def _more_typed(self, room: Room, wall_id: str, name: str):  # type: ignore[no-untyped-def]
        def typed(text: str) -> bool:
            side = next(side for side in self.session.job.room(room.id).sides if side.id == wall_id)
            return self._readings(
                text, lambda more: edits.set_readings(room.id, wall_id, (*side.readings[:1], *more), name)
            )

        return typed

    def _heights_typed(self, room: Room):  # type: ignore[no-untyped-def]
        def typed(text: str) -> bool:
            first = self.session.job.room(room.id).heights[:1]
            return self._readings(text, lambda more: edits.set_heights(room.id, (*first, *more)))

        return typed

    def _readings(self, text: str, edit) -> bool:  # type: ignore[no-untyped-def]
        try:
            parts = [part for part in text.split(";") if part.strip()]
            more = tuple(parse_length(part, self.session.job.settings.unit) for part in parts)
            return self.session.do(edit(more))
        except CorniceError as error:
            self.session.refused.emit(error)
            return False

    def _turned(self, room: Room, wall_id: str, corner: str, text: str) -> bool:
        """Take "inside" or "outside", or as much of it as tells which, typed for a corner."""
        word = text.lower().split(":")[-1].strip()
        for turn, words in (("left", "inside"), ("right", "outside")):
            if word and (words.startswith(word) or word.startswith(words)):
                return self.session.do(edits.set_turn(room.id, wall_id, turn, corner))  # type: ignore[arg-type]
        self.session.refused.emit(CorniceError(f"“{text[:40]}” is no corner.", remedy="Write inside or outside."))
        return False

    def _openings(self, room: Room) -> list:  # type: ignore[type-arg]
        rows = []
        for opening in room.openings:
            about = (room.id, "opening", opening.id)
            rows.append(
                row(
                    about,
                    Cell(opening.name, lambda text, one=opening: self._renamed(room, one.id, one.name, text)),
                    opening.kind,
                    edits.wall_name(room, opening.wall),
                    self._size_cell((*about, "place")),
                    self._size_cell((*about, "width")),
                    self._size_cell((*about, "height")),
                    self._size_cell((*about, "sill")) if opening.kind == "window" else Cell(""),
                    self._size_cell((*about, "reveal")),
                )
            )
        return rows

    def _renamed(self, room: Room, opening_id: str, former: str, text: str) -> bool:
        try:
            return self.session.do(edits.change_opening(room.id, opening_id, former, name=text))
        except CorniceError as error:
            self.session.refused.emit(error)
            return False

    def picked_as(self, about: About) -> About:
        """Return walls for what lies on them, since here the wall is measured."""
        if len(about) > 2 and about[1] == "finish" and "@w" in about[2]:
            return (about[0], "wall", about[2].split("@")[1])
        return about

    def after_size(self, about: About) -> None:
        """Go on to the next size in measuring order."""
        self.ask_next(about)
