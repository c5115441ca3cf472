"""The bench for the finish of a surface or of a group of surfaces."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from typing import get_args

from narrow_cornice.derived.coated.coatings import Coated, coated_surfaces
from narrow_cornice.derived.coated.coverings import over_all
from narrow_cornice.derived.coated.painting_hours import painting_hours
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import (
    ButtonsRow,
    ChoiceRow,
    NoteRow,
    Row,
    SizeRow,
    Title,
    ToggleRow,
)
from narrow_cornice.desk.places.finishes.system_rows import (
    covering_rows,
    layer_rows,
    of_what_rows,
    preparation_rows,
    seal_row,
    system_row,
)
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import renamed
from narrow_cornice.finishes.spread import Method
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Finish, Substrate, group_and_thing
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import SurfacePath

STATES = (("sound", "sound old paint"), ("glossy", "glossy old paint"), ("patched", "patched"), ("bare", "bare"))
TEXTURES = ("smooth", "light texture", "heavy", "brick", "rough-sawn")
USUAL, NONE = "as usual", "no primer"
METHODS = get_args(Method)
SUBSTRATES = tuple(one for one in get_args(Substrate) if one != "anything")


def _coated(bench: Bench, room: Room) -> tuple[Coated, ...]:
    job = bench.session.job
    return coated_surfaces(room, job.house_rules, job.paints, job.colours)


def finish_rows(bench: Bench, job: Job, path: SurfacePath) -> Iterator[Row]:
    """Yield the rows of the finish of a surface, or of every surface of a group."""
    room, key, group, single = job.room(path.room), path.key, path.group, bool(path.of)
    coated = [one for one in _coated(bench, room) if one.surface.key == key]
    if not single:
        coated = [one for one in _coated(bench, room) if one.surface.group == group]
    if not coated:
        yield Title(group.capitalize(), room.name[:200])
        yield NoteRow("There is no such surface in this room now.")
        return
    alike = [other for other in _coated(bench, room) if other.surface.group == group and not other.own]
    one = coated[0] if single or not alike else alike[0]
    shared = len(alike) > 1
    finish = one.finish
    yield Title(
        one.surface.name[:200] if single else f"Every {group}",
        room.name[:100]
        + (f" · {one.surface.net.shown(job.settings)} net" if single else f" · {_how_many(coated, alike)}"),
    )
    if single and one.own:
        yield NoteRow("This one has a finish of its own")
    elif single and shared:
        yield NoteRow(f"Shares its finish with {len(alike) - 1} more")
    keys = (key,) if single and one.own else (group,)
    yield from _finish_fields(bench, job, room, keys, finish, one)
    acts = dict(_spreading(job, path, one, shared))
    if acts:
        yield ButtonsRow(tuple(acts), lambda index: bench.do(list(acts.values())[index]))
    if single:
        yield from layer_rows(job, one)
        yield from covering_rows(bench, job, room, one)
        yield from bench.working(one.litres if one.litres is not None else one.surface.net)
        for more in (one.primer_litres, one.seal_litres):
            if more is not None:
                yield bench.figure_row(more, False)
        hours = painting_hours(room, job.house_rules, job.paints, job.colours).get(key)
        if hours is not None:
            yield bench.figure_row(renamed(hours, "hours"), False)
        if one.hiding is not None and one.colour is not None:
            seen = "nothing is seen of it" if one.hiding.hides else f"ΔE00 {one.hiding.left:.1f} is still seen"
            over = f"the primer tinted to {one.tint.name[:40]}" if one.tint else "the colour there now"
            yield NoteRow(f"Over {over}: after {one.hiding.coats} coats {seen}.")
    yield from bench.findings(lambda finding: finding.room_id == room.id and isinstance(finding.about, SurfacePath))


def _how_many(coated: Sequence[Coated], alike: Sequence[Coated]) -> str:
    """Return in words how many surfaces there are, and how many of them go their own way."""
    own = len(coated) - len(alike)
    return f"{len(coated)} surfaces" + (f", {own} with a finish of {'its' if own == 1 else 'their'} own" if own else "")


def _finish_fields(
    bench: Bench, job: Job, room: Room, keys: tuple[str, ...], finish: Finish, one: Coated
) -> Iterator[Row]:
    where = ", ".join(one.surface.name[:40] if group_and_thing(key)[1] else key for key in keys)

    def change(word: str, **fields: object) -> None:
        bench.do(edits.change_finish([room.id], keys, f"{where}: {word}", **fields))

    yield ToggleRow("Leave it as it is", one.left, lambda on: change("left as it is" if on else "not left", left=on))
    if one.left:
        if not one.surface.asked and not finish.left:
            yield NoteRow("Nobody asked for it: give it a paint, and it is counted.")
            yield from _first_paint(job, change)
        return
    yield from system_row(one, change)
    yield from _covered_with(job, one, change)
    if finish.covering is not None:
        return
    yield from _colour_and_paint(job, one, change)
    shown = str(finish.coats) if finish.coats is not None else ""
    hint = f"{one.coats.value:g} by rule" if one.coats is not None else "by rule"
    yield SizeRow("Coats", shown, hint, lambda text: _coats(bench, room, keys, where, text))
    yield from _how(job, room, one, change)


def _covered_with(job: Job, one: Coated, change: Callable[..., None]) -> Iterator[Row]:
    """Yield the choice of a paper or a tile in place of paint, where the job has any."""
    if over_all(job) and one.surface.kind in ("wall", "floor"):
        worn = (("", "paint"), *((each.id, each.name) for each in over_all(job)))
        words = dict(worn)
        yield ChoiceRow(
            "Covered with",
            worn,
            one.finish.covering or "",
            lambda value: change(words[value][:40], covering=value or None),
        )


def _colour_and_paint(job: Job, one: Coated, change: Callable[..., None]) -> Iterator[Row]:
    colours = (("", "none"), *((colour.id, colour.name) for colour in job.colours))
    swatches, names = ("", *(colour.hex for colour in job.colours)), dict(colours)
    paints = {paint.id: paint.name for paint in job.paints}
    yield ChoiceRow(
        "Colour",
        colours,
        one.finish.colour or "",
        lambda value: change(names[value][:40], colour=value or None),
        swatches,
    )
    plain = tuple((paint.id, paint.name) for paint in job.paints if not paint.primer)
    yield ChoiceRow(
        "Paint",
        (("", "none"), *plain),
        one.finish.paint or "",
        lambda value: change(paints.get(value, "no paint")[:40], paint=value or None),
    )


def _how(job: Job, room: Room, one: Coated, change: Callable[..., None]) -> Iterator[Row]:
    """Yield in which state a surface is, how paint is put on it and over what."""
    finish = one.finish
    colours = (("", "not said"), *((colour.id, colour.name) for colour in job.colours))
    swatches, names = ("", *(colour.hex for colour in job.colours)), dict(colours)
    found = dict(STATES)[one.surface.found]
    states = (("", f"as it comes: {found}"), *STATES)
    yield ChoiceRow(
        "State", states, finish.state or "", lambda value: change(value or "as it comes", state=value or None)
    )
    yield _primer_row(job, finish, one, change)
    yield ChoiceRow(
        "Texture",
        tuple((value, value) for value in TEXTURES),
        finish.texture,
        lambda value: change(value, texture=value),
    )
    yield ChoiceRow(
        "Put on by",
        tuple((value, value) for value in METHODS),
        one.method,
        lambda value: change(value, method=value),
    )
    yield from of_what_rows(room, one, change)
    yield ChoiceRow(
        "Over",
        colours,
        finish.over or "",
        lambda value: change(f"over {names.get(value, 'nothing known')[:40]}", over=value or None),
        swatches,
    )
    yield from seal_row(job, one, change)
    yield from preparation_rows(one, change)


def _first_paint(job: Job, change: Callable[..., None]) -> Iterator[Row]:
    """Yield the choice of a paint for what nobody asked for."""
    paints = {paint.id: paint.name for paint in job.paints if not paint.primer}
    options = (("", "none"), *paints.items())
    yield ChoiceRow("Paint", options, "", lambda value: change(paints.get(value, "no paint")[:40], paint=value or None))


def _primer_row(job: Job, finish: Finish, one: Coated, change: Callable[..., None]) -> ChoiceRow:
    """Return the choice of a primer: as the school has it, none, or one of the job's."""
    primers = {paint.id: paint.name for paint in job.paints if paint.primer}
    own = one.primer.name if one.primer is not None else "none"
    usual = f"as usual: {own}" if finish.primer is None else "as usual"
    current = USUAL if finish.primer is None else finish.primer or NONE

    def chosen(value: str) -> None:
        primer = {USUAL: None, NONE: ""}.get(value, value)
        change(primers.get(value, "primer as usual" if value == USUAL else "no primer")[:40], primer=primer)

    return ChoiceRow("Primer", ((USUAL, usual), (NONE, "none"), *primers.items()), current, chosen)


def _coats(bench: Bench, room: Room, keys: tuple[str, ...], where: str, text: str) -> bool:
    clean = text.strip()
    if clean and not (clean.isdigit() and 1 <= int(clean[:4]) <= 12):
        bench.session.refused.emit(
            CorniceError(
                f"“{clean[:40]}” is not a number of coats.", where="coats", remedy="1 to 12, or empty for the rule."
            )
        )
        return False
    coats = int(clean) if clean else None
    return bench.do(edits.change_finish([room.id], keys, f"{where}: {clean or 'usual'} coats", coats=coats))


def _spreading(job: Job, path: SurfacePath, one: Coated, many: bool) -> Iterator[tuple[str, edits.Edit]]:
    """Yield what gives a surface a finish of its own, its group's again, or all rooms the same, under its words."""
    fields = {name: getattr(one.finish, name) for name in Finish.__struct_fields__}
    if path.of and many and not one.own:
        title = f"own finish for {one.surface.name[:40]}"
        yield "Give this one its own finish", edits.change_finish([path.room], [path.key], title, **fields)
    if path.of and one.own:
        yield f"Finish like every {path.group}", edits.share_finish(path.room, path.key, path.group)
    if len(job.rooms) > 1:
        rooms = [room.id for room in job.rooms]
        every = edits.change_finish(rooms, [path.group], f"every {path.group} of the house", **fields)
        yield "Like this in every room", every
