"""The bench for what was found on walls and between them: fixtures, damage, old trim, places for built-ins."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial
from typing import TYPE_CHECKING, get_args

from msgspec.structs import replace
from PyQt6.QtWidgets import QInputDialog

from narrow_cornice.derived.coated.repairs import room_repairs
from narrow_cornice.derived.measured.backing import stud_places
from narrow_cornice.derived.measured.envelopes import fit_of
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.desk.bench_pages.panel_rows import framed_rows
from narrow_cornice.desk.bench_rows import ButtonsRow, Caption, ChoiceRow, NoteRow, Row, TextRow, Title
from narrow_cornice.desk.thing_fields import DEPTHS, LEVELS, SIZE_WORDS, THING_FIELDS, thing_name, thing_of
from narrow_cornice.drawing.marks import About
from narrow_cornice.errors import CorniceError
from narrow_cornice.finishes.repairs import repair_kinds, repair_materials
from narrow_cornice.job import edits
from narrow_cornice.job.measured import (
    Backing,
    BackingKind,
    BulkKind,
    ConditionMark,
    FixtureKind,
    Meets,
    Recess,
    TrimThere,
    Trueness,
)
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.on_walls import kept_in
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.trimwork import Framed, FramedKind
from narrow_cornice.survey.readings import as_reading
from narrow_cornice.trim.choices import KINDS
from narrow_cornice.units.lengths import Length, parse_length
from narrow_cornice.units.show import show_number

if TYPE_CHECKING:
    from narrow_cornice.desk.bench import Bench

FIXTURES: tuple[FixtureKind, ...] = get_args(FixtureKind)
FRAMES: tuple[FramedKind, ...] = get_args(FramedKind)
BULKS: tuple[BulkKind, ...] = get_args(BulkKind)
MEETS: tuple[Meets, ...] = get_args(Meets)
BACKINGS: tuple[BackingKind, ...] = get_args(BackingKind)


def thing_rows(bench: Bench, job: Job, room: Room, about: About) -> Iterator[Row]:
    """Yield the rows of a thing on a wall."""
    thing = thing_of(room, about)
    if thing is None:
        return
    name = thing_name(thing)
    wall = edits.wall_name(room, thing.wall)
    field = THING_FIELDS[about[1]]
    yield Title(name[:1].upper() + name[1:300], f"On wall {wall}, {room.name[:100]}")
    if hasattr(thing, "name"):
        yield TextRow("Name", thing.name[:2000], lambda text: _change(bench, room, about, name=text))
    walls = tuple((side.id, edits.wall_name(room, side.id)) for side in room.measured.walls)
    yield ChoiceRow("On wall", walls, thing.wall, lambda value: _change(bench, room, about, wall=value))
    for key, words in SIZE_WORDS[about[1]].items():
        yield from bench.size_rows((room.id, about[1], thing.id, key), words[:1].upper() + words[1:])
    if isinstance(thing, ConditionMark):
        yield from _mark_rows(bench, job, room, thing, about)
    elif isinstance(thing, TrimThere):
        yield ChoiceRow(
            "What becomes of it",
            (("keep", "keep it"), ("match", "match it elsewhere"), ("replace", "replace it")),
            thing.decision,
            lambda value: _change(bench, room, about, decision=value),
        )
        if thing.decision != "replace":
            yield ChoiceRow(
                "New trim meets it",
                tuple((one, one) for one in MEETS),
                thing.meets,
                lambda value: _change(bench, room, about, meets=value),
            )
    elif isinstance(thing, Framed):
        yield from framed_rows(bench, job, room, thing)
    elif isinstance(thing, Recess):
        yield from _recess_rows(bench, job, room, thing)
    yield from bench.findings(bench.about(room, about[:3]))
    yield ButtonsRow((f"Remove {name[:60]}",), lambda _: bench.do(edits.remove_thing(room.id, field, thing.id, name)))


def _change(bench: Bench, room: Room, about: About, **fields: object) -> bool:
    thing = thing_of(room, about)
    try:
        return bench.do(edits.change_thing(room.id, THING_FIELDS[about[1]], thing.id, thing_name(thing), **fields))
    except CorniceError as error:
        bench.session.refused.emit(error)
        return False


def _mark_rows(bench: Bench, job: Job, room: Room, mark: ConditionMark, about: About) -> Iterator[Row]:
    """Yield what is wrong and the repair it causes."""
    kinds = tuple((kind, kind) for kind in repair_kinds())
    yield ChoiceRow("What is wrong", kinds, mark.kind, lambda value: _change(bench, room, about, kind=value))
    yield TextRow("Note", mark.note[:500], lambda text: _change(bench, room, about, note=text))
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
            yield from bench.size_rows((room.id, "recess", recess.id, "across", level, depth), f"{words}, {depth}")
    fit = fit_of(room, recess, job.house_rules)
    if fit.fault:
        yield NoteRow(fit.fault, "ochre")
        return
    yield Caption("The space there is")
    if fit.spot:
        yield NoteRow(f"Tightest {fit.spot}.")
    if fit.advice:
        yield NoteRow(fit.advice, "ochre")
    backing = room.measured.backing.get(recess.wall, Backing())
    if backing.kind == "studs":
        length = measured_room(room, job.house_rules).face(recess.wall).length
        start, end = (recess.start.mm if recess.start else 0.0), (recess.end.mm if recess.end else length)
        studs = [place for place in stud_places(backing, length) if start <= place <= end]
        places = ", ".join(f"{place:.0f}" for place in studs[:12])
        yield NoteRow(f"{len(studs)} studs behind it, {places} mm from the left." if studs else "No stud behind it.")
    elif backing.kind == "masonry":
        yield NoteRow("Masonry behind it: fixings land anywhere, by the maker's sheet.")
    for figure in (fit.height, fit.scribe, fit.stands):
        if figure is not None:
            yield bench.figure_row(figure, False)
    if fit.width is not None:
        yield from bench.working(fit.width)
    yield ButtonsRow(("Draw it",), lambda _: bench.session.look(sheet="section"))


# ---- what belongs to a wall as a whole


def wall_truth_rows(bench: Bench, room: Room, wall_id: str, name: str) -> Iterator[Row]:
    """Yield what stands behind a wall, how it stands, and the floor at its end."""
    backing = room.measured.backing.get(wall_id, Backing())

    def chosen(value: str) -> None:
        kind = next(one for one in BACKINGS if one == value)
        bench.do(edits.set_backing(room.id, wall_id, name, replace(backing, kind=kind)))

    yield Caption("The ceiling over it")
    yield from bench.size_rows((room.id, "slope", wall_id, "low"), "Low at the wall")
    yield from bench.size_rows((room.id, "slope", wall_id, "run"), "Slope runs out to")
    yield Caption("Behind it, and how it stands")
    yield ChoiceRow("Behind it", tuple((one, one) for one in BACKINGS), backing.kind, chosen)
    if backing.kind == "studs":
        yield from bench.size_rows((room.id, "studs", wall_id, "spacing"), "Studs apart")
        yield from bench.size_rows((room.id, "studs", wall_id, "first"), "First from the left")
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
    yield from bench.size_rows((room.id, "level", wall_id), f"Floor at {name.split('–')[1]} against A")


def _readings_row(
    bench: Bench, label: str, readings: tuple[Length, ...], edit: Callable[[list[Length]], edits.Edit]
) -> TextRow:
    unit = bench.session.job.settings.unit

    def typed(text: str) -> bool:
        try:
            given = [_signed_length(part, unit) for part in text.split(";") if part.strip()]
            return bench.do(edit(given))
        except CorniceError as error:
            bench.session.refused.emit(error)
            return False

    return TextRow(label, "; ".join(one.text or f"{one.mm:g}" for one in readings), typed)


def _signed_length(text: str, unit: str) -> Length:
    """Return a length that may lie the other way, written with a minus before it."""
    bare = text.strip()
    if bare[:1] in "-−":
        length = parse_length(bare[1:], unit)  # type: ignore[arg-type]
        return Length(-length.mm, bare)
    return parse_length(bare, unit)  # type: ignore[arg-type]


def add_to_wall(bench: Bench, room: Room, wall_id: str, name: str) -> None:
    """Ask what is on the wall and where, and put it there."""
    words = [
        *FIXTURES,
        *(f"damage: {kind}" for kind in repair_kinds()),
        *(f"{kind} that is there" for kind in KINDS if kind != "frieze"),
        "a place for a built-in",
        *BULKS,
        *FRAMES,
    ]
    what, given = QInputDialog.getItem(bench, f"On wall {name}", "What is there?", words, 0, False)
    if not given:
        return
    metric = bench.session.job.settings.unit == "mm"
    if what.startswith("damage: "):
        asked = "from the left, above the floor, width, height", "800; 1200; 300; 300" if metric else "32; 48; 12; 12"
    elif what.endswith(" that is there"):
        asked = "height, thickness", "120; 18" if metric else "4 3/4; 3/4"
    elif what == "a place for a built-in":
        asked = "depth", "350" if metric else "14"
    elif what == "screen":
        asked = "from the left, diagonal", "1500; 1397" if metric else "60; 55"
    else:
        asked = "from the left", "600" if metric else "24"
    text, given = QInputDialog.getText(
        bench, what[:1].upper() + what[1:], f"{asked[0].capitalize()} (parted by semicolons):", text=asked[1]
    )
    if not given:
        return
    try:
        sizes = [parse_length(part, bench.session.job.settings.unit) for part in text.split(";")]
        if len(sizes) != asked[0].count(",") + 1:
            raise CorniceError(f"{len(sizes)} sizes were given.", remedy=f"Needed are: {asked[0]}.")
        put(bench, room.id, wall_id, name, what, sizes)
    except CorniceError as error:
        bench.session.refused.emit(error)


def put(bench: Bench, room_id: str, wall_id: str, name: str, what: str, sizes: list[Length]) -> None:
    """Put one thing on a wall and select it. Raises CorniceError."""
    if what.startswith("damage: "):
        kind, edit = "mark", edits.add_mark(room_id, what.removeprefix("damage: "), wall_id, *sizes)
    elif what.endswith(" that is there"):
        trim = next(one for one in KINDS if what.startswith(one))
        kind, edit = "there", edits.add_trim_there(room_id, trim, wall_id, *sizes)
    elif what == "a place for a built-in":
        kind, edit = "recess", edits.add_recess(room_id, wall_id, f"Built-in at {name}", *sizes)
    elif what in FRAMES:
        framed = next(one for one in FRAMES if one == what)
        air = house_rules_of(bench.session.job.house_rules).value("screen_air")
        diagonal = sizes[1] if framed == "screen" else None
        kind, edit = "frame", edits.add_frame(room_id, framed, wall_id, sizes[0], diagonal, air)
    elif what in BULKS:
        bulk = next(one for one in BULKS if one == what)
        kind, edit = "bulk", edits.add_bulk(room_id, bulk, wall_id, *sizes)
    else:
        fixture = next(one for one in FIXTURES if one == what)
        kind, edit = "fixture", edits.add_fixture(room_id, fixture, wall_id, *sizes)
    if bench.do(edit):
        added = kept_in(THING_FIELDS[kind]).held(bench.session.job.room(room_id))[-1]
        bench.session.select((room_id, kind, added.id))


def repair_rows(job: Job, room: Room) -> list[tuple[About, tuple[str, ...]]]:
    """Return the repairs of a room as rows of a sheet."""
    materials = repair_materials()
    rows: list[tuple[About, tuple[str, ...]]] = []
    for repair in room_repairs(room):
        needs = ", ".join(
            f"{show_number(round(amount.value, 2))} {materials[key].measure} {materials[key].name.lower()}"
            for key, amount in repair.needs
        )
        rows.append(
            (
                (room.id, "mark", repair.mark.id),
                (
                    repair.wall,
                    repair.mark.kind,
                    repair.kind.words,
                    repair.quantity.shown(job.settings.unit),
                    f"{repair.hours:.1f}",
                    needs,
                    {"sound": "as it was", "patched": "patched: prime", "bare": "bare: prime"}[repair.kind.state],
                ),
            )
        )
    return rows
