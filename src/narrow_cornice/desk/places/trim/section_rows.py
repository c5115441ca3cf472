"""The bench for a profile as it is drawn: one of its members, and what the whole comes to."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.trimwork.courses import courses_of, ends_of, words_of
from narrow_cornice.derived.trimwork.sections import (
    add_member,
    change_member,
    is_drawn,
    like,
    placed_member,
    profile_of,
    remove_member,
    undraw,
    with_dentils,
)
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom, trimmed_room
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, Caption, ChoiceRow, NoteRow, Row, SizeRow, Title, ToggleRow
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import HouseRulePath, MemberPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.trim.girth import girth_of
from narrow_cornice.trim.kinds import FRAMING, TrimKind
from narrow_cornice.trim.members import KINDS
from narrow_cornice.trim.sight import seen_from
from narrow_cornice.trim.spacing import gap_figure
from narrow_cornice.units.show import show_fine, show_section, show_size

CURVES = (("", "as the room"), ("roman", "Roman arcs"), ("greek", "Greek conics"))


def member_of_section(bench: Bench, job: Job, path: MemberPath) -> Iterator[Row]:
    """Yield the rows of one member of a profile."""
    room, kind = job.room(path.room), path.kind
    trimmed = trimmed_room(room, job.house_rules)
    if trimmed is None:
        yield Title(path.key.capitalize(), room.name[:200])
        yield NoteRow(measured_room(room, job.house_rules).fault, "ochre")
        return
    profile = profile_of(trimmed, kind)
    placed = placed_member(profile, path)
    if profile is None or placed is None:
        yield Title(kind.capitalize(), room.name[:200])
        yield NoteRow("This profile has no such member any more.", "ochre")
        return
    one = placed.member
    yield Title(one.kind.capitalize(), f"Member of the {kind}, {room.name[:100]}")

    def change(**fields: object) -> None:
        bench.session.do_made(lambda: change_member(trimmed, path, **fields))

    yield ChoiceRow("Member", tuple((name, name) for name in KINDS), one.kind, lambda name: change(kind=name))
    yield from bench.size_rows(path.thing, "Height")
    yield from bench.size_rows(path.sized("projection"), "Goes back" if one.back else "Comes out")
    yield ChoiceRow("Curves", CURVES, one.curves or "", lambda value: change(curves=value or None))
    yield ToggleRow("Goes back to the wall", one.back, lambda on: change(back=on))
    new = like(trimmed, path)
    yield ButtonsRow(
        ("Add one above", "Add one below", "Take it away"),
        lambda pressed: bench.session.do_made(
            lambda: (
                remove_member(trimmed, path)
                if pressed == 2
                else add_member(trimmed, path, "below" if pressed else "above", new)
            ),
        ),
    )
    yield from whole_section(bench, job, room, trimmed, kind)


def whole_section(bench: Bench, job: Job, room: Room, trimmed: TrimmedRoom, kind: TrimKind) -> Iterator[Row]:
    """Yield what a profile comes to, what the eye sees of it, and the way back to the order's own drawing."""
    profile = profile_of(trimmed, kind)
    if profile is None:
        return

    def shown(mm: float) -> str:
        return show_size(mm, job.settings)

    yield Caption("The profile")
    yield bench.figure_row(girth_of(profile), False)
    thinnest = shown(profile.outline.thinnest(0.08 * profile.height))
    words = f"Section {show_section(profile.area, job.settings.unit)} · thinnest {thinnest}"
    if profile.outline.undercut > 0.2:
        words += f" · undercut {shown(profile.outline.undercut)}: a knife needs two passes"
    yield NoteRow(f"{words}.")
    if is_drawn(room.trim.choices, kind):
        yield ButtonsRow(("Draw it as its order does",), lambda _: bench.session.do_made(lambda: undraw(trimmed, kind)))
    if kind == "cornice":
        yield from _course_rows(bench, job, trimmed)
    if kind in FRAMING:
        return
    rules = house_rules_of(job.house_rules)
    eye, distance = rules.value("eye_height"), rules.value("sight_distance")
    sight = seen_from(profile, trimmed.trim.of(kind).bottom, eye, distance)
    yield Caption("What the eye sees")
    yield SizeRow(
        "From", shown(distance), "off the wall", lambda text: bench.type_size(HouseRulePath("sight_distance"), text)
    )
    yield SizeRow(
        "Eye at", shown(eye), "above the floor", lambda text: bench.type_size(HouseRulePath("eye_height"), text)
    )
    for one in reversed(sight.members):
        hidden = f", {100 * one.hidden:.0f} % of its face hidden" if one.hidden > 0.005 else ""
        yield NoteRow(f"{one.name.capitalize()}: {one.angle:.2f}°{hidden}", "ochre" if one.hidden > 0.5 else "soft")


def _course_rows(bench: Bench, job: Job, trimmed: TrimmedRoom) -> Iterator[Row]:
    """Yield the dentils and modillions of a cornice wall by wall, or what puts dentils into it."""
    courses = courses_of(trimmed, job.house_rules)
    if not courses:
        bed = any(one.stack == "bed mould" for one in getattr(profile_of(trimmed, "cornice"), "members", ()))
        if bed:
            yield ButtonsRow(
                ("Dentils in the bed mould",), lambda _: bench.session.do_made(lambda: with_dentils(trimmed))
            )
        return
    yield Caption("Spaced to fit each wall")
    for run, course in courses:
        yield bench.figure_row(gap_figure(course, ends_of(run)), False)
        yield NoteRow(f"{course.wall}: {words_of(course, job.settings)}.")
    gaps = [course.gap for _, course in courses]
    yield NoteRow(
        f"Gaps differ by {show_fine(max(gaps) - min(gaps), job.settings)}; half a gap goes into each inside corner."
    )
