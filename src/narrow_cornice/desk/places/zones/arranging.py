"""Suggested arrangements of the pieces of a room, found beside the window and offered on the bench."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from PyQt6.QtCore import pyqtSignal

from narrow_cornice.derived.zoned.arranged import fields_of, suggest
from narrow_cornice.derived.zoned.standing import is_gone
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, Caption, NoteRow, Row
from narrow_cornice.desk.searching import Searching
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Room
from narrow_cornice.zones.arrange import Arrangement
from narrow_cornice.zones.library import furniture

SAID = 3  # of what speaks against an arrangement


class ArrangingWork(Searching):
    """The search for arrangements of a room's pieces; ``found`` are those so far, for the room they were found for.
    ``looked`` tells of one that is to be shown on the plan."""

    looked = pyqtSignal(object)
    found: tuple[Arrangement, ...] = ()
    room_id = ""

    def start(self, job: Job, room: Room, moving: tuple[str, ...]) -> None:
        """Search for arrangements of some pieces of a room; the others stay."""
        self.found, self.room_id = (), room.id
        rules = job.house_rules
        self.search(room.id, lambda told, stopped: suggest(room, rules, moving, told, stopped), lambda found: found)


def arranging_of(bench: Bench) -> ArrangingWork:
    """Return the search beside a bench; what it finds is offered and never taken by itself."""

    def keep(_: str, found: object) -> None:
        work = arranging_of(bench)
        assert isinstance(found, tuple)
        work.found = found
        if not found:
            bench.session.told.emit("These pieces find no place together: take one away, or make room.")
        bench.refresh()

    def better(found: object) -> None:
        assert isinstance(found, tuple)
        arranging_of(bench).found = found
        bench.refresh()

    def listen(work: ArrangingWork) -> None:
        work.done.connect(keep)
        work.better.connect(better)
        work.failed.connect(bench.session.refused.emit)

    return bench.work(ArrangingWork, listen)


def arranging_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    """Yield the asking for arrangements, and those that were found."""
    here = [piece for piece in room.zones.pieces if not is_gone(room, piece)]
    if not here:
        return
    work = arranging_of(bench)
    yield Caption("Arrangements")
    unplaced = tuple(piece.id for piece in here if piece.x is None)
    large = tuple(piece.id for piece in here if not furniture()[piece.kind].flat)
    if work.line == room.id:
        count = len(work.found)
        yield NoteRow(f"Looking for places … {count} found so far." if count else "Looking for places …")
        yield ButtonsRow(("Stop",), lambda _: work.stop())
    else:
        asks = [("Suggest places for all pieces", tuple(piece.id for piece in here))]
        if unplaced:
            asks.insert(0, ("Suggest places for those not placed", unplaced))
        elif len(large) < len(here):
            asks.append(("… but rugs stay", large))

        def begin(index: int) -> None:
            work.start(job, room, asks[index][1])
            bench.refresh()

        yield ButtonsRow(tuple(words for words, _ in asks), begin)
    if work.room_id != room.id:
        return
    there = {piece.id for piece in room.zones.pieces}
    for number, one in enumerate(work.found, 1):
        if not set(one.places) <= there:
            continue
        said = "; ".join(one.said[:SAID]) or "everything stays free that should"
        yield NoteRow(f"{number}: {_where(room, one)}; {said} ({one.points:.1f} against it).")
        yield ButtonsRow((f"Look at {number}", f"Take {number}"), partial(_look_or_take, bench, room.id, one))


def _where(room: Room, one: Arrangement) -> str:
    """Return at which walls the largest pieces of an arrangement stand."""
    named = {piece.id: piece for piece in room.zones.pieces}
    at_walls = sorted((key for key, put in one.places.items() if put.wall), key=lambda key: -named[key].width.mm)
    words = (f"{named[key].name[:24]} at {edits.wall_name(room, one.places[key].wall)}" for key in at_walls[:SAID])
    return ", ".join(words) or "all free on the floor"


def _look_or_take(bench: Bench, room_id: str, one: Arrangement, index: int) -> None:
    """Show an arrangement on the plan, or stand the pieces of a room as it has them."""
    if index == 0:
        arranging_of(bench).looked.emit(one)
        return
    bench.do(edits.take_arrangement(room_id, fields_of(one)))
