"""The bench for the survey of a plan: readings, corners, diagonals, offsets, and what the others say of them."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any

from msgspec.structs import replace
from PyQt6.QtWidgets import QInputDialog

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.measured.surveys import corner_index, corner_key, next_of
from narrow_cornice.derived.measured.widths import LEVEL_WORDS, width_name
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, Caption, ChoiceRow, FigureRow, NoteRow, Row, TextRow, Title
from narrow_cornice.desk.places.measure.sizes import width_of
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.measured import WallAsRead
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import (
    AskedDiagonalPath,
    AskedWidthPath,
    CornerPath,
    DiagonalPath,
    HeightPath,
    OffsetPath,
    Read,
    ThingPath,
    WidthPath,
)
from narrow_cornice.survey.doubt import DOUBTFUL
from narrow_cornice.survey.plan import Plan, corner_name, facing_walls, pair_name, side_name
from narrow_cornice.survey.readings import AngleReading, Reading, as_reading, parse_angle
from narrow_cornice.units.lengths import Length, parse_length
from narrow_cornice.units.show import show_fine, show_size

MOST_WAYS = 8


def reading_rows(bench: Bench, path: Read, readings: Sequence[Reading | AngleReading], words: str) -> Iterator[Row]:
    """Yield a row for each reading and one for another, and what each is by its instrument."""
    for number in range(len(readings) + 1):
        label = f"Reading {number + 1}" if number < len(readings) else "Another reading"
        one = readings[number] if number < len(readings) else None
        if isinstance(one, Reading) and one.instrument != "tape":
            label += f", {one.instrument}"
        if one is not None and one.sigma is not None:
            label += f" ±{one.sigma:g}"
        if one is not None and one.aside:
            label += ", set aside"
        yield from bench.size_rows(path.nth(number), label)
    if isinstance(path, HeightPath):
        return
    doable = [n for n, one in enumerate(readings) if one.aside or len(readings) > 1]
    if doable:
        yield ButtonsRow(
            tuple(f"{'Count' if readings[n].aside else 'Set aside'} reading {n + 1}" for n in doable),
            lambda pressed: bench.do(
                edits.set_aside(
                    path.nth(doable[pressed]),
                    f"{words}, reading {doable[pressed] + 1}",
                    aside=not readings[doable[pressed]].aside,
                )
            ),
        )


def assumed_in_words(side: WallAsRead) -> str:
    """Return what is assumed of the corner at a side's end."""
    if side.assumed is None:
        return "nothing"
    return "square" if side.assumed == 90.0 else f"{side.assumed:g}°"


def corner_choices(bench: Bench, room: Room, side: WallAsRead) -> Iterator[Row]:
    """Yield what the corner at the end of a wall is, and what is assumed of it while nobody read it."""
    corner = edits.corner_after(room, side.id)
    yield ChoiceRow(
        f"Corner {corner}",
        (("left", "inside"), ("right", "outside")),
        side.turn,
        lambda value: bench.do(edits.set_turn(room.id, side.id, value, corner)),  # type: ignore[arg-type]
    )
    if any(not one.aside for one in side.angles):
        yield from bench.size_rows(CornerPath(room.id, side.id, reading=0), f"Angle of {corner}")
        return
    yield TextRow(
        f"{corner} is assumed",
        assumed_in_words(side),
        lambda text: assumption_typed(bench, room.id, side, corner, text),
    )
    yield from bench.size_rows(CornerPath(room.id, side.id, reading=0), f"Angle of {corner} read")


def assumption_typed(bench: Bench, room_id: str, side: WallAsRead, corner: str, text: str) -> bool:
    """Take "square", "nothing" or an angle, typed for what a corner is assumed to be."""
    word = text.strip().lower()
    try:
        if word and "square".startswith(word):
            return bench.do(edits.assume_corner(room_id, side.id, 90.0, corner))
        if word in ("", "-", "?") or "nothing".startswith(word):
            return bench.do(edits.assume_corner(room_id, side.id, None, corner))
        degrees = parse_angle(text).degrees
        return bench.do(edits.assume_corner(room_id, side.id, min(degrees, 360.0 - degrees), corner))
    except CorniceError as error:
        bench.session.refused.emit(error)
        return False


def _said_by_others(bench: Bench, job: Job, room: Room, path: ThingPath) -> Iterator[Row]:
    """Yield what each reading of a thing was adjusted by, and how much an error in it would show."""
    plan = measured_room(room, job.house_rules).plan
    network = plan.network
    if network is None or not plan.determined:
        yield NoteRow(plan.fault, "ochre")
        return
    mine = [n for n, one in enumerate(plan.observed) if one.about.thing == path.thing]
    if not mine:
        return
    yield Caption("Against the other readings")
    for n in mine:
        observed, residual, score = plan.observed[n], network.residuals[n], network.standardised[n]
        angle = observed.kind in ("angle", "assumed")
        value = f"{network.values[n]:.2f}°" if angle else show_size(network.values[n], job.settings)
        moved = f"{residual:+.2f}°" if angle else show_fine(residual, job.settings, sign=True)
        words = f"moved by {moved.replace('-', '−')}"
        if score is None:
            words += " · no other reading controls it"
        else:
            words += f" · {abs(score):.1f} standard deviations" + (": read it again" if abs(score) > DOUBTFUL else "")
        yield FigureRow("Adjusted", value, words, False, lambda: None)


def corner_rows(bench: Bench, job: Job, path: CornerPath) -> Iterator[Row]:
    """Yield the rows of a corner: its angle as read or assumed, as adjusted, and the ways to other corners."""
    room = job.room(path.room)
    at = corner_index(room.measured.walls, path.wall)
    if at is None:
        return
    side, corner = room.measured.walls[at - 1], corner_name(at)
    yield Title(f"Corner {corner}", room.name[:200])
    yield from reading_rows(bench, CornerPath(room.id, side.id), side.angles, f"corner {corner}")
    if not any(not one.aside for one in side.angles):
        yield TextRow(
            "Assumed", assumed_in_words(side), lambda text: assumption_typed(bench, room.id, side, corner, text)
        )
    yield ChoiceRow(
        "It turns",
        (("left", "inside"), ("right", "outside")),
        side.turn,
        lambda value: bench.do(edits.set_turn(room.id, side.id, value, corner)),  # type: ignore[arg-type]
    )
    plan = measured_room(room, job.house_rules).plan
    if plan.determined:
        sure = f"as adjusted · ±{plan.angle_sigmas[at]:.2f}°"
        yield FigureRow("Inside the room", f"{plan.angles[at]:.2f}°", sure, True, lambda: None)
    yield from _said_by_others(bench, job, room, path)
    yield Caption(f"From {corner} to another corner")
    count = len(room.measured.walls)
    others = [n for n in range(count) if (n - at) % count not in (0, 1, count - 1)]
    read = {frozenset((one.first, one.second)): one.id for one in room.measured.diagonals}
    ways = [(n, read.get(frozenset((side.id, corner_key(room.measured.walls, n))))) for n in others]
    wanted = next_of(plan, job.house_rules) or ()
    ways.sort(key=lambda way: (way[1] is None, not (at in wanted and way[0] in wanted), way[0]))

    def way_words(n: int, there: str | None) -> str:
        unread = "" if there else ", wanted next" if at in wanted and n in wanted else ", not read"
        return pair_name(*sorted((at, n))) + unread

    def go(pressed: int) -> None:
        n, there = ways[pressed]
        asked = AskedDiagonalPath(room.id, side.id, corner_key(room.measured.walls, n))
        bench.session.select(DiagonalPath(room.id, there) if there else asked)

    yield ButtonsRow(tuple(way_words(*way) for way in ways[:MOST_WAYS]), go)
    yield ButtonsRow(
        (f"Read {corner} off the line between two corners",), lambda _: _offset_asked(bench, room, side.id, corner)
    )
    yield from bench.findings(bench.about(room, path.thing))


def _offset_asked(bench: Bench, room: Room, wall_id: str, corner: str) -> None:
    """Ask for an offset: the two corners of the line and how far off it this one stands."""
    names = {corner_name(index): corner_key(room.measured.walls, index) for index in range(len(room.measured.walls))}
    text, given = QInputDialog.getText(
        bench,
        f"How far {corner} stands off a line",
        "From corner; to corner; off the line (−: to its right), parted by semicolons:",
        text="; ".join([*list(names)[:2], "100"]),
    )
    if not given:
        return
    try:
        parts = [part.strip() for part in text.split(";")]
        if len(parts) != 3 or any(part.upper() not in names for part in parts[:2]):
            raise CorniceError(f"“{text[:60]}” is no offset.", remedy="Write for example A; D; 120.")
        back = parts[2][:1] in "-−"
        length = parse_length(parts[2][1:] if back else parts[2], bench.session.job.settings.unit)
        reading = as_reading(Length(-length.mm if back else length.mm, parts[2]), bench.session.view.instrument)
        start, end = (names[part.upper()] for part in parts[:2])
        words = f"offset of {corner} from {parts[0].upper()} to {parts[1].upper()}"
        there = next(
            (one for one in room.measured.offsets if (one.of, one.start, one.end) == (wall_id, start, end)), None
        )
        before = there.readings if there is not None else ()
        bench.do(edits.put_offset(room.id, wall_id, start, end, (*before, reading), words))
    except CorniceError as error:
        bench.session.refused.emit(error)


def widths_from_wall(bench: Bench, room: Room, plan: Plan, index: int) -> Iterator[Row]:
    """Yield the widths read from a wall, and the walls facing it to which one can be read."""
    if not plan.determined:
        return
    side = room.measured.walls[index]
    mine = [one for one in room.measured.widths if side.id in (one.wall, one.other)]
    paths: list[WidthPath | AskedWidthPath] = [WidthPath(room.id, one.id) for one in mine]
    words = [width_name(room.measured.walls, one) for one in mine]
    half = float(round(plan.sides[index].length.value / 2))
    for other in facing_walls(plan, index):
        paths.append(AskedWidthPath(room.id, side.id, room.measured.walls[other].id, "middle", half))
        words.append(f"Read the width to {side_name(other, len(room.measured.walls))}")
    if paths:
        yield Caption("Widths to other walls")
        yield ButtonsRow(tuple(words), lambda pressed: bench.session.select(paths[pressed]))


def width_rows(bench: Bench, job: Job, path: WidthPath | AskedWidthPath) -> Iterator[Row]:
    """Yield the rows of a width between two walls: its readings, where it was read, what the others say."""
    room = job.room(path.room)
    one = width_of(room, path)
    if one is None:
        yield NoteRow("This is no longer there.")
        return
    words = width_name(room.measured.walls, one)
    here = WidthPath(room.id, one.id) if one.id else path.thing
    yield Title(words[:1].upper() + words[1:], room.name[:200])
    yield from reading_rows(bench, here, one.readings, words)
    if not one.readings:
        yield NoteRow("Nobody has read this yet. Say where, then type it here or on the drawing.")

    def moved(**fields: Any) -> bool:
        if one.id:
            return bench.do(edits.change_width(room.id, one.id, words, **fields))
        asked = replace(one, **fields)
        bench.session.select(
            AskedWidthPath(room.id, asked.wall, asked.other, asked.level, float(round(asked.place.mm)))
        )
        return True

    yield ChoiceRow("Read", tuple(LEVEL_WORDS.items()), one.level, lambda level: moved(level=level))
    names = {side.id: edits.wall_name(room, side.id) for side in room.measured.walls}
    yield ChoiceRow(
        f"From {names.get(one.wall, '?')} to",
        tuple((key, name) for key, name in names.items() if key != one.wall),
        one.other,
        lambda other: moved(other=other),
    )

    def placed(text: str) -> bool:
        try:
            return moved(place=parse_length(text, job.settings.unit))
        except CorniceError as error:
            bench.session.refused.emit(error)
            return False

    shown = show_size(one.place.mm, job.settings)
    yield TextRow("From its left end", shown, placed)
    yield from _said_by_others(bench, job, room, here)
    yield from bench.findings(bench.about(room, here))


def diagonal_rows(bench: Bench, job: Job, path: DiagonalPath | AskedDiagonalPath | OffsetPath) -> Iterator[Row]:
    """Yield the rows of a diagonal or an offset."""
    room, field = job.room(path.room), bench.size_field(path.thing)
    if field is None or not isinstance(field.path, Read):
        yield NoteRow("This is no longer there.")
        return
    here, words = field.path.thing, field.of
    yield Title(words[:1].upper() + words[1:], room.name[:200])
    readings = here.readings(room)
    yield from reading_rows(bench, here, readings, words)
    if not readings:
        yield NoteRow("Nobody has read this yet. Type it here, or on the drawing.")
    yield from _said_by_others(bench, job, room, here)
    yield from bench.findings(bench.about(room, here))
