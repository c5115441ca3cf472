"""A change typed, in 12 and in 60 rooms; the memory after a thousand; the schedule of the whole house."""

from __future__ import annotations

import gc
import random
import time
from collections.abc import Callable
from pathlib import Path

from msgspec.structs import replace
from timing import RUNS, median, timed
from windows import changed, settled, window_of

from narrow_cornice.cutting.lengths import lengths_to_buy as bars_to_buy
from narrow_cornice.derived.coated.coatings import finished_surfaces
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Piece
from narrow_cornice.memo import let_go
from narrow_cornice.units.lengths import parse_length, plain_length


def one_dimension(home: str) -> None:
    """Type one dimension in a 12-room job; the window brings drawing, bench, tally and second look up to date."""

    from narrow_cornice.derived.bought.tally import tally
    from narrow_cornice.desk.pictures import settle
    from narrow_cornice.desk.places.measure.handing_out import every_drawing
    from narrow_cornice.review.second_look import second_look

    window = window_of(home, 12)
    session = window.session
    settle()

    def fresh() -> None:
        let_go()
        job = session.job
        tally(job)
        second_look(job)
        for room in job.rooms:
            window.places.drawing(job, session.view, room)

    def everything() -> None:
        """Derive all there is of the job: as ``fresh``, and every other drawing of every room."""
        fresh()
        for room in session.job.rooms:
            every_drawing(session.job, room, 0, "cornice")

    def derived(make: Callable[[int], edits.Edit]) -> tuple[float, float, float]:
        """Return the median seconds of an edit derived again, and two median ratios, pair by pair.

        The first is to all rooms anew with one drawing each, the second to the whole job with every drawing of it.
        """
        again, rooms, whole = [], [], []
        for index in range(RUNS * 2):
            edit = make(index)
            gc.collect()  # what the other work left to be swept up is not this edit's
            begin = time.perf_counter()
            session.history.do(edit)
            tally(session.job)
            second_look(session.job)
            window.drawn()
            again.append(time.perf_counter() - begin)
            whole += timed(everything, 1)
            rooms += timed(fresh, 1)
        ratios = [median([b / a for a, b in zip(again, other, strict=True)]) for other in (rooms, whole)]
        return median(again), ratios[0], ratios[1]

    def typed(make: Callable[[int], edits.Edit]) -> str:
        """Return how long it takes until the drawing is painted, and until all is up to date and painted."""
        times = [changed(window, make(index)) for index in range(RUNS * 2)]
        drawing, taken = median([one.drawing for one in times]), median([one.taken for one in times])
        return f"drawing painted after {drawing * 1000:.0f} ms, all up to date and painted after {taken * 1000:.0f} ms"

    def width(index: int) -> edits.Edit:
        return edits.set_readings("r5", "w2", (parse_length(f"{3600 + index}"),), "B–C")

    def opening(index: int) -> edits.Edit:
        return edits.change_opening("r5", "o2", "left window", width=parse_length(f"{700 + index}"))

    def height(index: int) -> edits.Edit:
        return edits.set_heights("r5", (parse_length(f"{2900 + index}"),))

    fresh()
    for name, make in (("an opening", opening), ("a wall", width), ("a ceiling height", height)):
        again, rooms, whole = derived(make)
        print(
            f"{name} typed, 12 rooms: derived again in {again * 1000:.1f} ms; {whole:.1f} times quicker than the whole "
            f"job with all its drawings (aim 15 times), {rooms:.1f} times than it with one drawing for each room"
        )
        print(f"  … in the window: {typed(make)} (aim 10 for an opening, 15 else)")
    session.look(place="bought", leaf="", seen_as="", selected=None)
    settle()
    for name, make in (("an opening", opening), ("a wall", width), ("a ceiling height", height)):
        print(f"  … with the order in front, {name}: {typed(make)}")
    window.again = True
    window.close()


def growth(home: str) -> None:
    """Sixty rooms: an edit and a house rule, and how long the window stands still for them; packing of many bars."""
    window = window_of(home, 60)
    kinds: dict[str, Callable[[int], edits.Edit]] = {
        "an opening": lambda n: edits.change_opening("r5", "o2", "left window", width=parse_length(f"{700 + n}")),
        "a house rule": lambda n: edits.change_house_rule("reading_sigma", 2.1 + n / 10, "tape"),
    }
    for name, make in kinds.items():
        times = [changed(window, make(number)) for number in range(RUNS)]
        print(
            f"60 rooms, {name}: all up to date and painted in {median([one.taken for one in times]) * 1000:.0f} ms "
            f"(aim {'25' if name == 'an opening' else '2000'}), the window stood still for at most "
            f"{median([one.still for one in times]) * 1000:.0f} ms (aim 50)"
        )
    window.again = True
    window.close()
    packed = []
    for many in (1000, 4000):
        chance = random.Random(1)
        pieces = tuple(round(chance.uniform(250, 4200), 1) for _ in range(many))

        def pack(pieces: tuple[float, ...] = pieces) -> None:
            let_go()
            bars_to_buy(pieces, (4200.0, 5400.0), 3.0, 3.0)

        packed.append(median(timed(pack)))
    print(
        f"1000 pieces packed in {packed[0] * 1000:.1f} ms, 4000 in {packed[1] * 1000:.1f} ms: "
        f"{packed[1] / packed[0]:.1f} times (16 would be square)"
    )


def thousand_edits(home: str) -> None:
    """The memory of the window after a thousand edits in twelve rooms (a process of its own)."""
    from PyQt6.QtCore import QCoreApplication

    def held() -> float:
        line = next(one for one in Path("/proc/self/status").read_text().splitlines() if one.startswith("VmRSS"))
        return int(line.split()[1]) / 1024

    window = window_of(home, 12)
    QCoreApplication.processEvents()
    begun = held()
    for number in range(1000):
        room, width = f"r{1 + number % 12}", parse_length(f"{700 + number % 300}")
        window.session.do(edits.change_opening(room, "o2", "left window", width=width))
        while window.aside.waits:
            QCoreApplication.processEvents()
        if number % 5 == 0:
            QCoreApplication.processEvents()
    print(f"12 rooms: {begun:.0f} MB at first, {held():.0f} MB after 1000 edits (aim 150)", flush=True)
    window.again = True
    window.close()


def schedule(home: str) -> None:
    """The schedule of sixty rooms with a hundred surfaces each: scrolled, filtered, 500 lines edited at once,
    undone."""
    from PyQt6.QtWidgets import QApplication

    window = window_of(home, 60)
    session, page = window.session, window.page("finishes")
    wall = plain_length(500.0)
    rooms = []
    for room in session.job.rooms:
        more = 100 - len(finished_surfaces(room, {}, session.job.paints, session.job.colours))
        made = (Piece(f"q{n}", f"Shelf {n}", "other", wall, wall, wall) for n in range(max(0, more)))
        pieces = (*room.finishes.pieces, *made)
        rooms.append(replace(room, finishes=replace(room.finishes, pieces=pieces)))
    session.do(edits.Edit("pieces", lambda job: replace(job, rooms=tuple(rooms))))
    window.go("finishes")
    session.look(leaf="house")
    settled(window)
    sheet = page.sheet_of("house")
    lines = len(sheet.sheet.rows)
    bar = sheet.verticalScrollBar()

    def scroll() -> None:
        bar.setValue((bar.value() + 97) % max(1, bar.maximum()))
        sheet.viewport().repaint()

    scrolled = timed(scroll, 40)

    def sift(words: str) -> float:
        begin = time.perf_counter()
        page._sought.setText(words)
        sheet.viewport().repaint()
        return time.perf_counter() - begin

    sift("wall")
    sift("")
    sifted = [sift(words) for words in ("parlour wall", "", "shelf 7", "", "chalk 12", "", "no paint", "")]
    chosen: dict[str, list[str]] = {}
    for row in [row for row in sheet.sheet.rows if row.one.paint is not None][:500]:
        chosen.setdefault(row.about.room, []).append(row.about.key)
    edited, undone, whole = [], [], []
    for number in range(RUNS):
        edit = edits.change_finishes(chosen, "colour of 500", colour=session.job.colours[number % 3].id)
        begin = time.perf_counter()
        session.do(edit)
        QApplication.processEvents()
        edited.append(time.perf_counter() - begin)
        settled(window)
        whole.append(time.perf_counter() - begin)
        begin = time.perf_counter()
        session.undo()
        QApplication.processEvents()
        undone.append(time.perf_counter() - begin)
        settled(window)
    print(
        f"schedule of {lines} lines: a page scrolled and painted in {median(scrolled) * 1000:.1f} ms (aim 16), "
        f"filtered in {median(sifted) * 1000:.0f} ms, at most {max(sifted) * 1000:.0f} (aim 50), 500 lines edited in "
        f"{median(edited) * 1000:.0f} ms (aim 100), counted through in {median(whole) * 1000:.0f}, undone in "
        f"{median(undone) * 1000:.0f} ms (aim 100)"
    )
    window.again = True
    window.close()
