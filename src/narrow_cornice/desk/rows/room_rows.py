"""The bench for a room as a whole, and the choices of order and tone that other rows share."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from narrow_cornice.derived.coated.two_tones import split_of
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import (
    ButtonsRow,
    Caption,
    ChoiceRow,
    NoteRow,
    Row,
    TextRow,
    Title,
    ToggleRow,
)
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import SplitPath
from narrow_cornice.trim.proportion import SCHOOLS
from narrow_cornice.units.lengths import parse_length

Choices = Callable[[Bench, Job, Room], Iterator[Row]]


def room_rows(bench: Bench, job: Job, room: Room, *choices: Choices) -> Iterator[Row]:
    """Yield the rows of a room as a whole, with the choices that a place has for it."""
    yield Title(room.name[:300], f"{job.name[:80]}, the room as a whole")
    yield TextRow(
        "Name", room.name[:2000], lambda text: bench.session.do_made(lambda: edits.rename_room(room.id, text))
    )
    for one in choices:
        yield from one(bench, job, room)
    yield TextRow(
        "Floor colour",
        room.finishes.floor,
        lambda text: colour_typed(bench, lambda tone: edits.change_room(room.id, "floor", floor=tone), text),
    )
    measured = measured_room(room, job.house_rules)
    if room.outdoors:
        yield NoteRow("Outdoors: nothing is measured. Its fence and other pieces are in Finishes, Pieces and blocks.")
        walk = edits.set_outdoors(room.id, False, room.name)
        yield ButtonsRow(("Walk it after all",), lambda _: bench.do(walk))
    elif measured.fault:
        yield NoteRow(measured.fault, "ochre")
    elif measured.height is not None:
        yield from bench.working(measured.height)
    yield from bench.findings(
        lambda finding: finding.room_id == room.id and not finding.about.of_all,
        f"Second look, {room.name[:30]}",
    )
    yield Caption("This room")
    yield ButtonsRow(("Remove this room",), lambda _: bench.do(edits.remove_room(room.id, room.name)))


def colour_typed(bench: Bench, edit: Callable[[str], edits.Edit], text: str) -> bool:
    """Take a typed colour, with or without its #; return whether it was accepted."""
    tone = text.strip()
    return bench.session.do_made(lambda: edit(tone if tone.startswith("#") else f"#{tone}"))


def order_choices(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    """Yield the choices of order, school, curves and rank."""
    known = job.order_keys()
    names = tuple((key, order.name) for key, order in known.items())
    if room.trim.own_order is not None and room.trim.order not in known:
        names = (*names, (room.trim.order, room.trim.own_order.name))
    yield ChoiceRow(
        "Order",
        names,
        room.trim.order,
        lambda value: value != room.trim.order and bench.do(edits.choose_order(room.id, value)),
    )
    yield ChoiceRow(
        "School",
        tuple((one, one) for one in SCHOOLS),
        room.trim.school,
        lambda value: bench.do(edits.change_room(room.id, "school", school=value)),
    )
    yield ChoiceRow(
        "Curves",
        (("roman", "Roman arcs"), ("greek", "Greek conics")),
        room.trim.curves,
        lambda value: bench.do(edits.change_room(room.id, "curves", curves=value)),
    )
    by_rank = edits.BY_RANK[room.trim.rank]
    mine = (room.trim.order, room.trim.school, room.trim.curves)
    if any((one.trim.order, one.trim.school, one.trim.curves) != mine for one in job.rooms):
        yield ButtonsRow(("Give the whole house this order",), lambda _: bench.do(edits.order_of_the_house(room.id)))
    yield ChoiceRow(
        "Casings",
        (("mitred", "mitred"), ("butted", "head over the legs"), ("corner blocks", "corner blocks")),
        room.trim.casing_heads,
        lambda value: bench.do(edits.change_room(room.id, "casings", casing_heads=value)),
    )
    yield ToggleRow(
        "Plinth blocks",
        room.trim.plinth_blocks,
        lambda on: bench.do(edits.change_room(room.id, "plinth blocks", plinth_blocks=on)),
    )
    ranks = (("principal", "principal"), ("secondary", "secondary"), ("plain", "plain"))
    yield ChoiceRow(
        "Rank", ranks, room.trim.rank, lambda value: bench.do(edits.change_room(room.id, "rank", rank=value))
    )
    yield ButtonsRow(
        (f"Cornice by its rank: {by_rank}", "Every cornice by its room's rank"),
        lambda pressed: bench.do(edits.cornices_by_rank() if pressed else edits.reduce_cornice(room.id, by_rank)),
    )


def two_tone(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    """Yield how the walls change colour, and where."""
    options = (
        ("one tone", "one tone"),
        ("at the dado rail", "split at the dado rail"),
        ("at a height", "split at a height"),
    )

    def chosen(value: str) -> None:
        fields: dict[str, object] = {"two_tone": value}
        if value == "at a height" and room.finishes.split is None:
            fields["split"] = parse_length("900" if job.settings.unit == "mm" else "36", job.settings.unit)
        bench.do(edits.change_room(room.id, "walls", **fields))

    yield ChoiceRow("Walls", options, room.finishes.two_tone, chosen)
    if room.finishes.two_tone == "at a height":
        yield from bench.size_rows(SplitPath(room.id), "Split at")
    elif room.finishes.two_tone == "at the dado rail":
        trimmed = trimmed_room(room, job.house_rules)
        if trimmed is not None and split_of(trimmed) is None:
            yield NoteRow("No dado rail is fitted here, so the walls stay in one tone.", "ochre")
