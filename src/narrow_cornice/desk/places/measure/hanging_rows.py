"""The bench for what was found on walls and between them: fixtures, damage, old trim, places for built-ins."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial
from typing import get_args

from msgspec.structs import replace

from narrow_cornice.derived.coated.repairs import room_repairs
from narrow_cornice.derived.measured.backing import stud_places
from narrow_cornice.derived.measured.envelopes import fit_of
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.risks import risks_of_thing
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, Caption, ChoiceRow, NoteRow, Row, TextRow, Title
from narrow_cornice.desk.rows.caution_rows import caution_rows
from narrow_cornice.desk.rows.framed_rows import framed_rows
from narrow_cornice.desk.rows.hanging_sizes import DEPTHS, LEVELS, thing_name
from narrow_cornice.finishes.repairs import repair_kinds, repair_materials
from narrow_cornice.job import edits
from narrow_cornice.job.hanging import kept_in
from narrow_cornice.job.measured import (
    Backing,
    BackingKind,
    ConditionMark,
    Meets,
    Recess,
    TrimThere,
    Trueness,
)
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import AcrossPath, HangingPath, LevelPath, RecessPath, SlopePath, StudsPath
from narrow_cornice.job.trimwork import Framed
from narrow_cornice.survey.readings import as_reading
from narrow_cornice.units.lengths import Length, parse_length
from narrow_cornice.units.show import bare_size, show_number
from narrow_cornice.units.told import said_in
from narrow_cornice.units.words import several

MEETS: tuple[Meets, ...] = get_args(Meets)
BACKINGS: tuple[BackingKind, ...] = get_args(BackingKind)


def hanging_rows(bench: Bench, job: Job, path: HangingPath) -> Iterator[Row]:
    """Yield the rows of a thing on a wall: its name, its wall, its sizes, and what is of its kind alone."""
    room = job.room(path.room)
    thing, putting = path.found(room), kept_in(path.field).putting
    if thing is None or putting is None:
        return
    name = thing_name(thing)
    wall = edits.wall_name(room, thing.wall)

    def change(**fields: object) -> bool:
        return bench.session.do_made(lambda: edits.change_thing(room.id, path.field, thing.id, name, **fields))

    yield Title(name[:1].upper() + name[1:300], f"On wall {wall}, {room.name[:100]}")
    if hasattr(thing, "name"):
        yield TextRow("Name", thing.name[:2000], lambda text: change(name=text))
    walls = tuple((side.id, edits.wall_name(room, side.id)) for side in room.measured.walls)
    yield ChoiceRow("On wall", walls, thing.wall, lambda value: change(wall=value))
    for key, words in putting.words.items():
        yield from bench.size_rows(path.sized(key), words[:1].upper() + words[1:])
    if isinstance(thing, ConditionMark):
        yield from _mark_rows(bench, room, thing, change)
    elif isinstance(thing, TrimThere):
        yield from _there_rows(thing, change)
    elif isinstance(thing, Framed):
        yield from framed_rows(bench, job, room, thing)
    elif isinstance(thing, Recess):
        yield from _recess_rows(bench, job, room, thing)
    yield from caution_rows(risks_of_thing(thing))
    yield from bench.findings(bench.about(room, path.thing))
    yield ButtonsRow(
        (f"Remove {name[:60]}",), lambda _: bench.do(edits.remove_thing(room.id, path.field, thing.id, name))
    )


def across_rows(bench: Bench, job: Job, path: AcrossPath) -> Iterator[Row]:
    """Yield the rows of the place for a built-in that a width was read across."""
    yield from hanging_rows(bench, job, RecessPath(path.room, path.recess))


def _there_rows(thing: TrimThere, change: Callable[..., bool]) -> Iterator[Row]:
    """Yield what becomes of trim that is there, and how new trim meets it."""
    yield ChoiceRow(
        "What becomes of it",
        (("keep", "keep it"), ("match", "match it elsewhere"), ("replace", "replace it")),
        thing.decision,
        lambda value: change(decision=value),
    )
    if thing.decision != "replace":
        yield ChoiceRow(
            "New trim meets it", tuple((one, one) for one in MEETS), thing.meets, lambda value: change(meets=value)
        )


def _mark_rows(bench: Bench, room: Room, mark: ConditionMark, change: Callable[..., bool]) -> Iterator[Row]:
    """Yield what is wrong and the repair it causes."""
    kinds = tuple((kind, kind) for kind in repair_kinds())
    yield ChoiceRow("What is wrong", kinds, mark.kind, lambda value: change(kind=value))
    lies = (("wall", "the wall"), ("ceiling", "the ceiling before it"), ("floor", "the floor before it"))
    yield ChoiceRow("It is on", lies, mark.on, lambda value: change(on=value))
    if mark.on != "wall":
        yield NoteRow("“Above the floor” is how far its middle is off the wall.")
    yield TextRow("Note", mark.note[:500], lambda text: change(note=text))
    repair = next((one for one in room_repairs(room) if one.mark.id == mark.id), None)
    if repair is None:
        return
    yield Caption("The repair")
    yield NoteRow(f"{repair.kind.words[:1].upper()}{repair.kind.words[1:]}. About {show_number(repair.hours)} hours.")
    yield bench.figure_row(repair.quantity, True)
    for key, amount in repair.needs:
        yield bench.figure_row(replace(amount, name=repair_materials()[key].name), False)


def _recess_rows(bench: Bench, job: Job, room: Room, recess: Recess) -> Iterator[Row]:
    """Yield the widths read across a place, and the envelope that follows."""
    yield Caption("Widths between the walls")
    for level in reversed(LEVELS):
        for depth in DEPTHS:
            words = {"floor": "At the floor", "middle": "Half way up", "top": "At the top"}[level]
            yield from bench.size_rows(AcrossPath(room.id, recess.id, level, depth), f"{words}, {depth}")
    fit = fit_of(room, recess, job.house_rules)
    if fit.fault:
        yield NoteRow(fit.fault, "ochre")
        return
    yield Caption("The space there is")
    if fit.spot:
        yield NoteRow(f"Tightest {said_in(fit.spot, job.settings)}.")
    if fit.advice:
        yield NoteRow(fit.advice, "ochre")
    backing = room.measured.backing.get(recess.wall, Backing())
    if backing.kind == "studs":
        length = measured_room(room, job.house_rules).face(recess.wall).length
        start, end = (recess.start.mm if recess.start else 0.0), (recess.end.mm if recess.end else length)
        studs = [place for place in stud_places(backing, length) if start <= place <= end]
        places = ", ".join(bare_size(place, job.settings) for place in studs[:12])
        yield NoteRow(
            f"{several(len(studs), 'stud')} behind it, from the left at {places}." if studs else "No stud behind it."
        )
    elif backing.kind == "masonry":
        yield NoteRow("Masonry behind it: fixings land anywhere, by the maker's sheet.")
    for figure in (fit.height, fit.scribe, fit.stands):
        if figure is not None:
            yield bench.figure_row(figure, False)
    if fit.width is not None:
        yield from bench.working(fit.width)
    yield ButtonsRow(("Draw it",), lambda _: bench.session.look(leaf="recesses", seen_as=""))


# ---- what belongs to a wall as a whole


def wall_truth_rows(bench: Bench, room: Room, wall_id: str, name: str) -> Iterator[Row]:
    """Yield what stands behind a wall, how it stands, and the floor at its end."""
    backing = room.measured.backing.get(wall_id, Backing())

    def chosen(value: str) -> None:
        kind = next(one for one in BACKINGS if one == value)
        bench.do(edits.set_backing(room.id, wall_id, name, replace(backing, kind=kind)))

    yield Caption("The ceiling over it")
    yield from bench.size_rows(SlopePath(room.id, wall_id, size="low"), "Low at the wall")
    yield from bench.size_rows(SlopePath(room.id, wall_id, size="run"), "Slope runs out to")
    yield Caption("Behind it, and how it stands")
    yield ChoiceRow("Behind it", tuple((one, one) for one in BACKINGS), backing.kind, chosen)
    if backing.kind == "studs":
        yield from bench.size_rows(StudsPath(room.id, wall_id, size="spacing"), "Studs apart")
        yield from bench.size_rows(StudsPath(room.id, wall_id, size="first"), "First from the left")
        yield _readings_row(
            bench,
            "Found one by one",
            backing.found,
            lambda found: edits.set_backing(
                room.id, wall_id, name, replace(backing, found=tuple(as_reading(one) for one in found))
            ),
        )
    truth = room.measured.trueness.get(wall_id, Trueness())
    for key, words, readings in (
        ("plumb", "Leans into the room by", truth.plumb),
        ("flat", "Gap under a straight edge", truth.flat),
    ):
        yield _readings_row(
            bench,
            words,
            readings,
            partial(edits.set_trueness, room.id, wall_id, name, key),
        )
    yield from bench.size_rows(LevelPath(room.id, wall_id), f"Floor at {name.split('–')[1]} against A")


def _readings_row(
    bench: Bench, label: str, readings: tuple[Length, ...], edit: Callable[[list[Length]], edits.Edit]
) -> TextRow:
    unit = bench.session.job.settings.unit

    def typed(text: str) -> bool:
        parts = [part for part in text.split(";") if part.strip()]
        return bench.session.do_made(lambda: edit([_signed_length(part, unit) for part in parts]))

    return TextRow(label, "; ".join(one.text or f"{one.mm:g}" for one in readings), typed)


def _signed_length(text: str, unit: str) -> Length:
    """Return a length that may lie the other way, written with a minus before it."""
    bare = text.strip()
    if bare[:1] in "-−":
        length = parse_length(bare[1:], unit)  # type: ignore[arg-type]
        return Length(-length.mm, bare)
    return parse_length(bare, unit)  # type: ignore[arg-type]
