"""The page of the logbook: the diary, the shelf of left-overs, lessons, the house's book, and their sheets."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from datetime import date
from functools import partial
from pathlib import Path

from PyQt6.QtGui import QGuiApplication

from narrow_cornice.desk.bringing_in import read_aside
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.place import Desk, Place
from narrow_cornice.desk.places.logbook.rows import write
from narrow_cornice.desk.ruled_sheet import Cell, Ruled, SheetRow, row
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.drawing.logged.lessons import shown
from narrow_cornice.drawing.site_diary import day_words
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import LeftTin
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import EntryPath, LeftOverPath, LessonPath, LinePath
from narrow_cornice.job.pictures import SUFFIXES_IN
from narrow_cornice.logbook.book import house_book
from narrow_cornice.logbook.left_overs import on_shelf, timber_left
from narrow_cornice.logbook.lessons import lessons_of
from narrow_cornice.units.dates import today
from narrow_cornice.units.show import bare_size


class LogbookPage(DrawingPage):
    """What was done, what is left, what it teaches."""

    takes_files = SUFFIXES_IN

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk, place)
        self.into = desk.into
        self.add_sheet(
            Ruled(
                ("diary",),
                "Entries",
                ("Day", "Room", "What", "Colour", "Batch", "L", "m²", "How much", "Hours"),
                self._entries,
                "What was really done and used: write it in a few words on the bench, tick it from the programme, or "
                "paste lines here.",
                stretch=2,
                lines=5,
            )
        )
        self.add_sheet(
            Ruled(
                ("left",),
                "Left over",
                ("What", "L, or size", "Batch", "Where", "From", "Good till", "For"),
                self._left,
                "Tins that are left over, with where they are.",
                lines=4,
            )
        )
        self.add_sheet(
            Ruled(
                ("lessons",),
                "Lessons",
                ("What", "Reckoned", "Seen", "Together", "By"),
                self._lessons,
                "What the entries say of spread, hours and waste, against what the house rules reckon.",
                lines=4,
            )
        )
        self.add_sheet(
            Ruled(
                ("book",),
                "The house's book",
                ("Room", "Where", "Product", "Colour", "Sheen, size", "Batches", "Days", "Left"),
                self._book,
                "Every colour, product, batch and profile by room and day.",
                lines=5,
            )
        )

    def _entries(self, _: Room) -> list[SheetRow]:
        job = self.session.job
        rooms = {room.id: room.name for room in job.rooms}
        colours = {one.id: one for one in job.colours}
        rows = []
        for entry in reversed(job.logbook.entries):
            colour = colours.get(entry.colour)
            rows.append(
                row(
                    EntryPath(entry.id),
                    day_words(entry.day),
                    rooms.get(entry.room, ""),
                    entry.words,
                    Cell(colour.name if colour is not None else "", swatch=colour.hex if colour is not None else ""),
                    entry.batch,
                    Cell(_number(entry.litres), number=True),
                    Cell(_number(entry.area), number=True),
                    Cell(f"{entry.amount:g} {entry.unit}" if entry.amount is not None else "", number=True),
                    Cell(_number(entry.hours), number=True),
                )
            )
        return rows

    def _left(self, _: Room) -> list[SheetRow]:
        settings = self.session.job.settings
        timber = [
            row(
                LinePath(one.line),
                one.words,
                Cell(", ".join(" × ".join(bare_size(mm, settings) for mm in size) for size in one.sizes), number=True),
                "",
                "",
                "",
                "",
                "the next cutting plan",
            )
            for one in timber_left(self.session.job)
        ]
        tins = [
            row(
                LeftOverPath(one.tin.id),
                Cell(one.words, swatch=one.tone),
                Cell(f"{one.tin.litres:g}", number=True),
                one.tin.batch,
                one.tin.kept,
                day_words(one.tin.day) if one.tin.day is not None else "",
                Cell(day_words(one.until) if one.until is not None else "", warm=one.past),
                "touching up" if one.tin.touch_up else "the next job",
            )
            for one in on_shelf(self.session.job)
        ]
        return [*tins, *timber]

    def _lessons(self, _: Room) -> list[SheetRow]:
        return [
            row(
                LessonPath(one.key),
                one.words,
                Cell(shown(one, one.now), number=True),
                Cell(shown(one, one.seen), number=True),
                Cell(shown(one, one.new), number=True, strong=True),
                one.how,
            )
            for one in lessons_of(self.session.job)
        ]

    def _book(self, _: Room) -> list[SheetRow]:
        job = self.session.job
        rooms = {room.id: room.name for room in job.rooms}
        return [
            row(
                line.about,
                rooms.get(line.room, ""),
                line.where,
                line.product,
                Cell(line.colour, swatch=line.tone),
                line.said,
                ", ".join(line.batches),
                ", ".join(day_words(day) for day in line.days),
                line.left,
            )
            for line in house_book(job)
        ]

    def invitations(self) -> Iterator[Invitation]:
        """Yield what can be written, or put on the shelf."""
        leaf = self.leaf()
        key = leaf.key if leaf is not None else ""
        if key == "left":
            yield Invitation("A tin that is left over", of=tuple(self._tins()))
        elif key == "lessons":
            yield Invitation("Write what was done", lambda: self.session.look(leaf="diary", selected=None))
        elif key == "book":
            yield Invitation("The house is handed over today", self._hand_over)
        elif key == "diary":
            yield Invitation("Write what was done", self._begin_to_write)
            yield Invitation("Paste lines that were written elsewhere", self._paste)
            if isinstance(self.session.view.selected, EntryPath):
                yield Invitation("A photograph of this entry", self.ask_photo)

    def _tins(self) -> Iterator[tuple[str, Callable[[], object]]]:
        """Yield a tin of each paint in its colour that the job has."""
        job = self.session.job
        paints, colours = {one.id: one for one in job.paints}, {one.id: one for one in job.colours}
        finishes = (finish for room in job.rooms for finish in room.finishes.surfaces.values())
        used = {(finish.paint, finish.colour) for finish in finishes if finish.paint in paints}
        for paint, colour in sorted(used, key=lambda pair: (pair[0] or "", pair[1] or "")):
            shown_as = colours.get(colour or "")
            words = (
                f"{shown_as.name} in {paints[paint or ''].name}" if shown_as is not None else paints[paint or ""].name
            )
            tin = LeftTin("", paint or "", colour, 0.5, today())
            yield words[:70], partial(self._shelve, tin, words)

    def _shelve(self, tin: LeftTin, words: str) -> None:
        if self.session.do_made(lambda: edits.shelve_left_over(tin, words)):
            self.session.select(LeftOverPath(self.session.job.left_paint[-1].id))

    def _hand_over(self) -> None:
        self.session.do_made(lambda: edits.hand_over(date.fromordinal(today()).isoformat()))

    def _begin_to_write(self) -> None:
        """Show the bench of the logbook, with its line to write into."""
        self.session.select(None)
        self.bench.write_into("Write")

    def _paste(self) -> None:
        """Write down what is on the clipboard, a line an entry."""
        held = QGuiApplication.clipboard()
        text = held.text() if held is not None else ""
        if not text.strip():
            self.session.refused.emit("There are no words to paste: copy the lines first.")
            return
        write(self.bench, text)

    def ask_photo(self) -> None:
        """Ask for a photograph of the entry that is selected."""
        path = self.into.ask("A photograph of the day", f"Pictures ({' '.join(f'*{one}' for one in SUFFIXES_IN)})")
        if path is not None:
            self.take_file(path)

    def take_file(self, path: Path) -> None:
        """Keep a photograph that was chosen or dropped with the entry that is selected, or with the last one."""
        selected, entries = self.session.view.selected, self.session.job.logbook.entries
        if not entries:
            self.session.refused.emit("Write what was done first: a photograph is kept with an entry.")
            return
        entry_id = selected.id if isinstance(selected, EntryPath) else entries[-1].id

        def read(raw: bytes) -> bytes:
            from narrow_cornice.exchange.pictures_in import scaled_picture

            return scaled_picture(raw)[0]

        def take(content: bytes) -> None:
            if self.session.do_made(lambda: edits.add_entry_picture(entry_id, content)):
                self.session.look(place=self.place.key, leaf="diary", seen_as="pictures", selected=EntryPath(entry_id))

        read_aside(self.session, self, path, read, take)


def _number(value: float | None) -> str:
    return "" if value is None else f"{value:g}"
