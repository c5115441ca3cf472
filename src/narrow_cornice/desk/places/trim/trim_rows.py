"""The bench for a kind of trim or a member of the cornice."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from narrow_cornice.derived.bought.reductions import Reduced, reductions
from narrow_cornice.derived.built.parts import HEAVY
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.trimwork.built_up import built_of, largest_size
from narrow_cornice.derived.trimwork.cut_list import cut_list, parts_of_piece
from narrow_cornice.derived.trimwork.fitting_hours import fitting_hours
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom, trimmed_room
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
from narrow_cornice.desk.later import later
from narrow_cornice.desk.places.trim.panel_rows import add_panel_rows
from narrow_cornice.desk.places.trim.section_rows import whole_section
from narrow_cornice.desk.places.trim.stock_rows import stock_choice
from narrow_cornice.desk.rows.caution_rows import caution_rows
from narrow_cornice.desk.rows.room_rows import order_choices
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import Figure, renamed
from narrow_cornice.job import edits
from narrow_cornice.job.edits.trim_edits import REDUCTIONS
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import TrimPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.survey.readings import parse_angle
from narrow_cornice.trim.choices import TrimChoice
from narrow_cornice.trim.kinds import FRAMING, MEMBERED, OF_TRIM, TrimKind
from narrow_cornice.trim.runs import corner_counts, run_total
from narrow_cornice.units.show import show_money
from narrow_cornice.units.told import said_in
from narrow_cornice.units.words import several


def trim_rows(bench: Bench, job: Job, path: TrimPath) -> Iterator[Row]:
    """Yield the rows of a kind of trim, or of one member of the cornice."""
    room, kind = job.room(path.room), path.kind
    trimmed = trimmed_room(room, job.house_rules)
    if trimmed is None:
        yield Title(path.key.capitalize(), room.name[:200])
        yield NoteRow(measured_room(room, job.house_rules).fault, "ochre")
        return
    if path.member:
        yield from _member_rows(bench, room, trimmed, path, job.house_rules)
        return
    piece, declared = trimmed.trim.of(kind), OF_TRIM[kind]
    walls = sorted({run.wall_name for run in trimmed.runs if run.kind == kind})
    yield Title(kind.capitalize(), f"{room.name[:100]}, " + (several(len(walls), "wall") if walls else "not fitted"))
    yield from order_choices(bench, job, room)
    yield ToggleRow(
        f"{kind.capitalize()} fitted",
        piece.fitted,
        lambda on: bench.do(edits.change_trim(room.id, kind, fitted=on)),
    )
    if piece.missing:
        yield NoteRow(piece.missing.capitalize() + ".", "ochre")
    if declared.stands == "as the dado" and trimmed.trim.borrowed and piece.built:
        yield NoteRow("This school has no pedestal: what is not typed is borrowed from the nineteen-part wall.")
    if piece.fitted or piece.missing:
        yield from bench.size_rows(TrimPath(room.id, kind), "Width" if declared.across else "Height")
        if declared.has_face:
            yield from bench.size_rows(TrimPath(room.id, kind, size="projection"), "Projection")
        yield from bench.size_rows(TrimPath(room.id, kind, size="top"), "Top above floor")
    if piece.stock:
        yield from stock_choice(bench, room, kind, piece.stock)
    elif kind == "cornice":
        yield Caption("Its members, from the top")
        for member in trimmed.trim.members:
            yield ToggleRow(
                f"{member.name}, {member.height.shown(job.settings)}",
                member.fitted,
                _member_toggle(bench, TrimPath(room.id, kind, member.name)),
            )
        yield from _how_built(bench, job, room, trimmed)
    if kind == MEMBERED and piece.built:
        sprung = next((one for one in parts_of_piece(piece) if one.spring is not None), None)
        if sprung is not None and not built_of(
            piece, room.trim.choices, room.trim.curves, house_rules_of(job.house_rules)
        ):
            yield spring_row(bench, room, MEMBERED, sprung.spring)
        if len(trimmed.trim.members) > 1:
            yield from _reductions(bench, job, room)
    if piece.built and piece.height is not None:
        to_buy = run_total(trimmed.runs, kind)
        yield from bench.working(piece.height)
        yield from _lengths(bench, job, room, trimmed, kind, to_buy)
        yield from whole_section(bench, job, room, trimmed, kind)
        if kind not in FRAMING:
            yield from _corners(bench, job, room, kind)
    if declared.around == "panels" or declared.stands == "as the dado":
        yield from add_panel_rows(bench, job, room)
    yield from bench.findings(bench.about(room, TrimPath(room.id, kind)))


def _how_built(bench: Bench, job: Job, room: Room, trimmed: TrimmedRoom) -> Iterator[Row]:
    """Yield whether a large cornice is built of its members or made as one piece."""
    piece, rules = trimmed.trim.of(MEMBERED), house_rules_of(job.house_rules)
    chosen = room.trim.choices.get(MEMBERED, TrimChoice())
    largest = largest_size(piece)
    if largest is None or not piece.built or largest <= rules.value("one_piece_cornice"):
        return
    built = built_of(piece, room.trim.choices, room.trim.curves, rules)
    if largest <= rules.value("solid_cornice"):
        yield ToggleRow(
            "In one piece", chosen.solid, lambda on: bench.do(edits.change_trim(room.id, MEMBERED, solid=on))
        )
    elif chosen.solid:
        yield NoteRow("It is too large to be one piece: no timber is so wide.", "rust")
    if built:
        names = ", ".join(one.name for one in built)
        yield NoteRow(f"Built of {names}: each is cut, and bought, by itself.")


def _reductions(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    """Yield the ways to have a smaller cornice that keep its sizes, each with what it costs more or less.

    All there is to buy is reckoned again for each, so what they cost comes a moment after the rest.
    """
    ways = later(bench, job, TrimPath(room.id, MEMBERED), lambda: reductions(job, room.id))
    money = f" {job.settings.money}" if job.settings.money else ""

    def words(one: Reduced) -> str:
        if one.there:
            return f"{one.manner.capitalize()}: as it is"
        return f"{one.manner.capitalize()}: {show_money(abs(one.price))}{money} {'more' if one.price > 0 else 'less'}"

    yield Caption("For more or less money")
    yield ButtonsRow(
        tuple(f"{one.capitalize()} …" for one in REDUCTIONS) if ways is None else tuple(words(one) for one in ways),
        lambda pressed: bench.do(edits.reduce_cornice(room.id, REDUCTIONS[pressed])),
    )


def _member_toggle(bench: Bench, path: TrimPath) -> Callable[[bool], object]:
    return lambda on: bench.do(edits.change_trim(path.room, path.key, fitted=None if on else False))


def _lengths(bench: Bench, job: Job, room: Room, trimmed: TrimmedRoom, kind: TrimKind, to_buy: Figure) -> Iterator[Row]:
    mine = [run for run in trimmed.runs if run.kind == kind]
    if not mine:
        return
    yield Caption("Lengths")
    inside, outside = corner_counts(trimmed.runs, kind)
    yield bench.figure_row(to_buy, True)
    corners = f"{inside} inside corners, {outside} outside" if kind not in FRAMING else "around openings and panels"
    yield NoteRow(f"{several(len(mine), 'piece')} · {corners}")
    density = house_rules_of(job.house_rules).value("trim_density")
    cuts = cut_list(room, job.house_rules, job.milled, job.joinery)
    weights = [one.weight(density) for one in cuts if one.kind == kind]
    if weights:
        heaviest = max(weights)
        two = ": two people" if heaviest > HEAVY else ""
        words = f"{sum(weights):.1f} kg in all, the heaviest piece {heaviest:.1f} kg{two}"
        yield NoteRow(f"{words}, of timber of {density:g} kg/m³", "rust" if two else "soft")
        if two:
            yield from caution_rows(("heavy",))
    fitting = fitting_hours(room, job.house_rules, job.milled, job.joinery).get(kind)
    if fitting is not None:
        yield bench.figure_row(renamed(fitting, "fitting"), False)
    profile = trimmed.trim.of(kind).profile
    if profile is not None:
        surface = next((one for one in room_surfaces(room, job.house_rules) if one.key == f"{kind}@room"), None)
        if surface is not None:
            yield bench.figure_row(surface.net, False)


def _corners(bench: Bench, job: Job, room: Room, kind: TrimKind) -> Iterator[Row]:
    """Yield how the corners of a kind are cut, with the settings of the saw and their working."""
    yield Caption("At the saw")
    yield ChoiceRow(
        "Inside corners",
        (("coped", "coped, whole job"), ("mitred", "mitred, whole job")),
        job.joinery.inside_corners,
        lambda way: bench.do(edits.change_joinery(inside_corners=way)),
    )
    shown: set[str] = set()
    for piece in cut_list(room, job.house_rules, job.milled, job.joinery):
        if piece.kind != kind:
            continue
        for end in (piece.left, piece.right):
            if end.setting is None or end.cut == "scarfed" or end.meets in shown:
                continue
            shown.add(end.meets)
            yield NoteRow(f"{end.cut.capitalize()}, {said_in(end.meets, job.settings)}:")
            yield bench.figure_row(end.setting.mitre, False)
            if end.setting.bevel.parts:
                yield bench.figure_row(end.setting.bevel, False)


def spring_row(bench: Bench, room: Room, key: str, spring: Figure | None) -> Row:
    """Return the row in which the spring of a moulding is typed, as it was measured of what is bought."""
    measured = room.trim.choices.get(key, TrimChoice()).spring
    by_sizes = f"{spring.value:.1f}° by its sizes" if spring is not None else ""
    return TextRow(
        "Spring",
        f"{measured:g}°" if measured is not None else by_sizes,
        lambda text: _spring_typed(bench, room, key, text),
    )


def _spring_typed(bench: Bench, room: Room, key: str, text: str) -> bool:
    """Take the spring that was typed, none for an empty field or one that is left as its sizes give it."""
    try:
        bare = text.strip()
        degrees = None if not bare or "sizes" in bare else parse_angle(bare).degrees
        return bench.do(edits.change_trim(room.id, key, spring=degrees))
    except CorniceError as error:
        bench.session.refused.emit(error)
        return False


def _member_rows(
    bench: Bench, room: Room, trimmed: TrimmedRoom, path: TrimPath, changed_rules: dict[str, float]
) -> Iterator[Row]:
    """Yield the rows of one member of the cornice."""
    member = next((one for one in trimmed.trim.members if one.name == path.member), None)
    if member is None:
        yield Title(path.member.capitalize(), room.name[:200])
        yield NoteRow("This order has no such member.")
        return
    yield Title(member.name.capitalize(), f"Member of the cornice, {room.name[:100]}")
    yield ToggleRow(f"{member.name.capitalize()} fitted", member.fitted, _member_toggle(bench, path))
    yield from bench.size_rows(path.thing, "Height")
    yield from bench.working(member.height)
    rules = house_rules_of(changed_rules)
    built = built_of(trimmed.trim.of(MEMBERED), room.trim.choices, room.trim.curves, rules)
    mine = next((one for one in built if one.member == path.member and one.spring is not None), None)
    if mine is not None:
        yield spring_row(bench, room, path.key, mine.spring)
