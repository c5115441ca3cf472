"""The sheets of what was found in a room: on its walls, places for built-ins, and the ways into the house."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from functools import partial
from typing import Any

from msgspec.structs import replace

from narrow_cornice.derived.coated.repairs import room_repairs
from narrow_cornice.derived.measured.carrying import passage
from narrow_cornice.derived.measured.envelopes import fit_of
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.rows.hanging_sizes import LEVELS, thing_name
from narrow_cornice.desk.rows.size_cells import size_cell
from narrow_cornice.desk.ruled_sheet import Cell, Ruled, SheetRow, row
from narrow_cornice.desk.session import Session
from narrow_cornice.errors import CorniceError
from narrow_cornice.finishes.repairs import repair_kinds
from narrow_cornice.job import edits
from narrow_cornice.job.hanging import kept_in, put_up_on_walls
from narrow_cornice.job.measured import Bulk, ConditionMark, WayIn
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import (
    AcrossPath,
    BulkPath,
    FramePath,
    HangingPath,
    MarkPath,
    RecessPath,
    TrimTherePath,
    WayInPath,
    path_to,
)
from narrow_cornice.units.lengths import Length, parse_length
from narrow_cornice.units.show import is_nought, show_fine, show_size

WAY_KINDS = ("door", "stair turn", "lift")
THINGS = tuple((path_to(kept.field), putting) for kept, putting in put_up_on_walls() if putting.sheet is not None)


def _repair_words(mark: ConditionMark, _: Settings) -> str:
    kind = repair_kinds().get(mark.kind)
    return kind.words if kind is not None else ""


def _depth_words(bulk: Bulk, settings: Settings) -> str:
    return f"{show_size(bulk.depth.mm, settings)} into the room"


SAYS: dict[type[HangingPath], Callable[[Any, Settings], str]] = {
    MarkPath: _repair_words,
    BulkPath: _depth_words,
    FramePath: lambda framed, _: f"framed with {framed.mould}",
    TrimTherePath: lambda old, _: old.decision,
}


def _in_order(kind: type[HangingPath], room: Room) -> Sequence[Any]:
    """Return the things of a kind; damage wall by wall, as its repairs are."""
    if kind is MarkPath:
        return [repair.mark for repair in room_repairs(room)]
    things: Sequence[Any] = kept_in(kind.field).held(room)
    return things


def fine(session: Session, mm: float) -> str:
    """Return a length as the job shows it."""
    return show_size(mm, session.job.settings)


def moved_by(session: Session, mm: float) -> str:
    """Return a correction with its sign, empty where there is none to speak of."""
    words = show_fine(mm, session.job.settings, sign=True).removesuffix(" mm")
    return "" if is_nought(words) else words


class FoundSheets:
    """Three sheets of the measuring place, and what typing into them does."""

    def __init__(self, bench: Bench) -> None:
        self.session, self.bench = bench.session, bench

    def each(self) -> Iterator[Ruled]:
        """Yield the sheets."""
        yield Ruled(
            ("things",),
            "On the walls",
            ("On the walls", "What", "Wall", "From left", "Above floor", "Width", "Height", "Says"),
            self._things,
            "Sockets, grilles, radiators, damage, beams, old trim: what is on this room's walls already.",
            lines=4,
        )
        yield Ruled(
            ("recesses",),
            "Places for built-ins",
            ("Built-in", "Wall", "Depth", "At the floor", "Half way", "At the top", "Clear width", "Height", "Scribe"),
            self._places,
            "Places for built-ins: how wide, deep and high they surely are, once they are read.",
            lines=3,
        )
        yield Ruled(
            ("ways in",),
            "Ways in",
            ("Way in", "Kind", "Width", "Height", "Other leg or depth", "Lets through"),
            self._ways_in,
            "Doors, stairs and lifts that everything must come through.",
            5,
            lines=3,
        )

    def _fine(self, mm: float) -> str:
        return fine(self.session, mm)

    def _things(self, room: Room) -> list[SheetRow]:
        """Return what is on the walls: fixtures, damage, beams and columns, framed things, trim that is there."""
        rows = []
        for kind, putting in THINGS:
            for thing in _in_order(kind, room):
                path = kind(room.id, thing.id)
                sizes = (size_cell(self.bench, path.sized(key)) if key else Cell("") for key in putting.sheet or ())
                name = putting.called.format(kind=thing.kind) if kind is TrimTherePath else thing_name(thing)
                what = putting.what.format(kind=getattr(thing, "kind", ""))
                says = SAYS[kind](thing, self.session.job.settings) if kind in SAYS else ""
                rows.append(row(path, name, what, edits.wall_name(room, thing.wall), *sizes, says))
        return rows

    def _places(self, room: Room) -> list[SheetRow]:
        """Return the places for built-ins with what is surely clear."""
        rows = []
        for recess in room.measured.recesses:
            about = RecessPath(room.id, recess.id)
            fit = fit_of(room, recess, self.session.job.house_rules)
            clear = [
                Cell("" if figure is None else self._fine(figure.value), number=True)
                for figure in (fit.width, fit.height, fit.scribe)
            ]
            across = (size_cell(self.bench, AcrossPath(room.id, recess.id, level, "back")) for level in LEVELS)
            wall = fit.wall or edits.wall_name(room, recess.wall)
            rows.append(row(about, recess.name, wall, size_cell(self.bench, about.sized("depth")), *across, *clear))
        return rows

    def _ways_in(self, room: Room) -> list[SheetRow]:
        """Return the ways into the house with what each lets through; they are the same for every room."""
        rows = []
        for way in self.session.job.ways_in:
            through = passage(way)

            def cell(key: str, way: WayIn = way) -> Cell:
                there = getattr(way, key)
                settings = self.session.job.settings
                shown = "" if there is None else show_size(there.mm, settings)
                return Cell(shown, partial(self._way_typed, way, key), number=True)

            rows.append(
                row(
                    WayInPath(way.id),
                    Cell(way.name, partial(self._way_typed, way, "name")),
                    Cell(way.kind, partial(self._way_typed, way, "kind")),
                    cell("width"),
                    cell("height"),
                    cell("second") if way.kind != "door" else Cell(""),
                    f"{through.words}: {self._fine(through.most.value)}",
                )
            )
        rows.append(row(WayInPath(""), Cell("", self._way_added), "", "", "", "", "write the name of another way in"))
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
        way = WayIn("", text.strip(), "door", Length(820, "820 mm"), Length(2000, "2000 mm"))
        return self.session.do_made(lambda: edits.put_way_in(way))
