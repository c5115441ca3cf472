"""The page of the programme: the diary, and its sheets: works, days, what is wanted by when."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.programmed.day_by_day import keeps_brush, wanted_by, works_on
from narrow_cornice.derived.programmed.programme import hour_words, programme_of
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.place import Desk, Place
from narrow_cornice.desk.places.programme.rows import own_work
from narrow_cornice.desk.places.programme.work_rows import time_words
from narrow_cornice.desk.ruled_sheet import Cell, Ruled, SheetRow, row
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.drawing.site_diary import day_at, day_called
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job import edits
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import LinePath, WorkPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import kept_aside
from narrow_cornice.programme.works import dry_at


class ProgrammePage(DrawingPage):
    """The diary of the job with its sheets."""

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk, place)
        self.add_sheet(
            Ruled(
                ("works",),
                "Works",
                ("Room", "Work", "Begins", "Ends", "Hands", "Hours", "Dry", "Tool"),
                self._works,
                "Works come from finishes, repairs, trim, built-ins and walls; add your own by the line below.",
                lines=6,
            )
        )
        self.add_sheet(
            Ruled(
                ("days",),
                "Days",
                ("Day", "From", "To", "Room", "Work", "Hands", "Tool", ""),
                self._days,
                "What is done on each day, once there is something to do.",
                lines=6,
            )
        )
        self.add_sheet(
            Ruled(
                ("wanted",),
                "Wanted by",
                ("There by", "What", "How much", "Where", "For"),
                self._wanted,
                "What is bought, by the day on which it must be there.",
                lines=6,
            )
        )
        self.canvas.dragged.connect(self._dragged)
        self.canvas.dropped.connect(self._dropped)
        self.add_cautions()

    def _works(self, _: Room) -> list[SheetRow]:
        job = self.session.job
        programme, rooms = programme_of(job), {room.id: room.name for room in job.rooms}
        begins = house_rules_of(job.house_rules).value("day_begins")
        rows = []
        for work in sorted(programme.works, key=lambda one: programme.plan.placed[one.id].start):
            placed = programme.plan.placed[work.id]
            dry = time_words(programme, dry_at(placed.end, work.dries), begins) if work.dries else ""
            rows.append(
                row(
                    WorkPath(work.id),
                    rooms.get(work.room, "the house"),
                    Cell(work.name, strong=work.fixed is not None),
                    Cell(time_words(programme, placed.start, begins), whole=True),
                    Cell(time_words(programme, placed.end, begins, ends=True), whole=True),
                    Cell(str(placed.hands), number=True),
                    Cell(f"{work.hours:.1f}", number=True),
                    Cell(dry, whole=True),
                    work.tool,
                )
            )
        return rows

    def _days(self, _: Room) -> list[SheetRow]:
        job = self.session.job
        programme, rooms = programme_of(job), {room.id: room.name for room in job.rooms}
        begins = house_rules_of(job.house_rules).value("day_begins")
        rows = []
        for day in range(programme.plan.days):
            called = day_called(programme, day)
            for number, one in enumerate(works_on(programme, day, begins)):
                rows.append(
                    row(
                        WorkPath(one.work.id),
                        Cell("" if number else called, strong=True, whole=True),
                        Cell(hour_words(one.begins), number=True),
                        Cell(hour_words(one.ends), number=True),
                        rooms.get(one.work.room, "the house"),
                        one.work.name,
                        Cell(str(one.hands), number=True),
                        one.work.tool,
                        "goes on"
                        if one.goes_on
                        else f"keep the {one.work.tool}"
                        if keeps_brush(programme, one)
                        else "",
                    )
                )
        return rows

    def _wanted(self, _: Room) -> list[SheetRow]:
        job = self.session.job
        programme, shops = programme_of(job), job.shop_names()
        rows = []
        for one in wanted_by(job):
            rows.append(
                row(
                    LinePath(one.line.key),
                    Cell(day_called(programme, one.day), whole=True),
                    one.line.name_in(job.settings),
                    one.line.bought_in(job.settings),
                    shops.get(one.line.shop, one.line.shop),
                    one.work.name if one.work is not None else "before the work begins",
                )
            )
        return rows

    def invitations(self) -> Iterator[Invitation]:
        """Yield a work of one's own."""
        yield Invitation("A work of your own", lambda: own_work(self.bench))

    # ---- fixing a day with the hand

    def _moved(self, about: ThingPath, x: float) -> Edit | None:
        """Return the edit that fixes a work to the day it is dragged to."""
        job = self.session.job
        if not isinstance(about, WorkPath):
            return None
        programme = programme_of(job)
        work = next((one for one in programme.works if one.id == about.key), None)
        ordinal = programme.days.ordinal(day_at(x))
        if work is None or ordinal is None:
            return None
        return edits.wish_of_work(about.key.partition("#")[0], work.name, day=ordinal)

    def _dragged(self, about: ThingPath, x: float, _: float) -> None:
        """Show the diary as it would be with a work on another day; the job waits until it is let go."""
        edit, seen, room = self._moved(about, x), self.places.seen_as(self.session.view), self.session.room()
        if edit is None or seen is None or room is None:
            return
        with kept_aside():
            drawing = seen.draws(edit.apply(self.session.job), self.session.view, room)
        self.canvas.show_dragged(drawing, "", about)

    def _dropped(self, about: ThingPath, x: float, _: float) -> None:
        """Fix the work to the day on which it was let go."""
        edit = self._moved(about, x)
        if edit is not None:
            self.session.select(about)
            self.session.do(edit)
        elif isinstance(about, WorkPath):
            self.session.select(about)
        self.refresh()
