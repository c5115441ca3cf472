"""The sheets of what was found in a room: on its walls, places for built-ins, and the ways into the house."""

from __future__ import annotations

from functools import partial
from typing import Any

from msgspec.structs import replace

from narrow_cornice.derived.coated.repairs import room_repairs
from narrow_cornice.derived.measured.carrying import passage
from narrow_cornice.derived.measured.envelopes import fit_of
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.drawing_page import row
from narrow_cornice.desk.ruled_sheet import Cell, RuledSheet, SheetRow
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.size_fields import size_field
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import About
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.measured import WayIn
from narrow_cornice.job.model import Room
from narrow_cornice.units.lengths import Length, parse_length, show_length

WAY_KINDS = ("door", "stair turn", "lift")


def size_cell(session: Session, bench: Bench, about: About) -> Cell:
    """Return the cell of a size by its path, typed into as on the bench."""
    field = size_field(session.job, about)
    if field is None:
        return Cell("")
    return Cell(field.shown(session.job), lambda text: bench.type_size(field.about, text), number=True)


def fine(session: Session, mm: float) -> str:
    """Return a length as finely as a sheet shows what was worked out."""
    return show_length(mm, session.job.settings.unit, step=0.5, denominator=32)


class FoundSheets:
    """Three sheets of the measuring place, and what typing into them does."""

    def __init__(self, session: Session, theme: Theme, bench: Bench) -> None:
        self.session, self.bench = session, bench
        self.things = RuledSheet(
            ("On the walls", "What", "Wall", "From left", "Above floor", "Width", "Height", "Says"),
            theme,
            "On the walls",
        )
        self.places = RuledSheet(
            ("Built-in", "Wall", "Depth", "At the floor", "Half way", "At the top", "Clear width", "Height", "Scribe"),
            theme,
            "Places for built-ins",
        )
        self.ways_in = RuledSheet(
            ("Way in", "Kind", "Width", "Height", "Other leg or depth", "Lets through"), theme, "Ways in", 5
        )

    def put_rows(self, room: Room | None, selected: About) -> None:
        """Fill the sheets."""
        for sheet, rows in ((self.things, self._things), (self.places, self._places), (self.ways_in, self._ways_in)):
            sheet.put([] if room is None else rows(room), () if room is None else selected)

    def _size_cell(self, about: About) -> Cell:
        return size_cell(self.session, self.bench, about)

    def _fine(self, mm: float) -> str:
        return fine(self.session, mm)

    def _things(self, room: Room) -> list[SheetRow]:
        """Return fixtures, damage and trim that is there."""
        rows = []
        for fixture in room.measured.fixtures:
            about = (room.id, "fixture", fixture.id)
            sizes = (self._size_cell((*about, key)) for key in ("place", "height", "width", "tall"))
            rows.append(row(about, fixture.name, fixture.kind, edits.wall_name(room, fixture.wall), *sizes, ""))
        for repair in room_repairs(room):
            about = (room.id, "mark", repair.mark.id)
            sizes = (self._size_cell((*about, key)) for key in ("place", "height", "width", "tall"))
            rows.append(row(about, repair.mark.kind, "damage", repair.wall, *sizes, repair.kind.words))
        for bulk in room.measured.bulks:
            about = (room.id, "bulk", bulk.id)
            sizes = (self._size_cell((*about, key)) for key in ("place", "under", "width"))
            wall = edits.wall_name(room, bulk.wall)
            depth = show_length(bulk.depth.mm, self.session.job.settings.unit)
            rows.append(row(about, bulk.name, bulk.kind, wall, *sizes, "", f"{depth} into the room"))
        for framed in room.trim.frames:
            about = (room.id, "frame", framed.id)
            sizes = (self._size_cell((*about, key)) for key in ("place", "height", "width", "tall"))
            wall = edits.wall_name(room, framed.wall)
            rows.append(row(about, framed.name, framed.kind, wall, *sizes, f"framed with {framed.mould}"))
        for one in room.measured.there:
            about = (room.id, "there", one.id)
            rows.append(
                row(
                    about,
                    f"{one.kind} that is there",
                    "old trim",
                    edits.wall_name(room, one.wall),
                    "",
                    "",
                    self._size_cell((*about, "thickness")),
                    self._size_cell((*about, "height")),
                    one.decision,
                )
            )
        return rows

    def _places(self, room: Room) -> list[SheetRow]:
        """Return the places for built-ins with what is surely clear."""
        rows = []
        for recess in room.measured.recesses:
            about = (room.id, "recess", recess.id)
            fit = fit_of(room, recess, self.session.job.house_rules)
            clear = [
                Cell("" if figure is None else self._fine(figure.value), number=True)
                for figure in (fit.width, fit.height, fit.scribe)
            ]
            across = (self._size_cell((*about, "across", level, "back")) for level in ("floor", "middle", "top"))
            wall = fit.wall or edits.wall_name(room, recess.wall)
            rows.append(row(about, recess.name, wall, self._size_cell((*about, "depth")), *across, *clear))
        return rows

    def _ways_in(self, room: Room) -> list[SheetRow]:
        """Return the ways into the house with what each lets through; they are the same for every room."""
        rows = []
        for way in self.session.job.ways_in:
            through = passage(way)

            def cell(key: str, way: WayIn = way) -> Cell:
                there = getattr(way, key)
                settings = self.session.job.settings
                shown = "" if there is None else show_length(there.mm, settings.unit, denominator=settings.denominator)
                return Cell(shown, partial(self._way_typed, way, key), number=True)

            rows.append(
                row(
                    ("way in", way.id),
                    Cell(way.name, partial(self._way_typed, way, "name")),
                    Cell(way.kind, partial(self._way_typed, way, "kind")),
                    cell("width"),
                    cell("height"),
                    cell("second") if way.kind != "door" else Cell(""),
                    f"{through.words}: {self._fine(through.most.value)}",
                )
            )
        rows.append(row(("way in", ""), Cell("", self._way_added), "", "", "", "", "write the name of another way in"))
        return rows

    def _way_typed(self, way: WayIn, key: str, text: str) -> bool:
        """Take a name, a kind or a size of a way in; an empty name takes it away."""
        try:
            if key == "name" and not text.strip():
                return self.session.do(edits.remove_way_in(way.id, way.name))
            if key == "name":
                value: Any = text.strip()
            elif key == "kind":
                value = next((one for one in WAY_KINDS if text.strip() and one.startswith(text.strip().lower())), None)
                if value is None:
                    raise CorniceError(f"“{text[:40]}” is no way in.", remedy="Write door, stair turn or lift.")
            else:
                value = parse_length(text, self.session.job.settings.unit) if text.strip() else None
            return self.session.do(edits.put_way_in(replace(way, **{key: value})))
        except CorniceError as error:
            self.session.refused.emit(error)
            return False

    def _way_added(self, text: str) -> bool:
        """Add a door of usual size by the name that was typed, to be sized in its row."""
        try:
            return self.session.do(
                edits.put_way_in(WayIn("", text.strip(), "door", Length(820, "820 mm"), Length(2000, "2000 mm")))
            )
        except CorniceError as error:
            self.session.refused.emit(error)
            return False
