"""What a built-in stands before: windows and doors, sockets, grilles, radiators (never covered in silence)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.built.before_walls import Standing, standing_in
from narrow_cornice.derived.built.cut_outs import behind, cut_outs_of, in_the_way
from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.job.edits.casework_edits import cut_through
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import Fixture
from narrow_cornice.job.paths import BuiltInPath
from narrow_cornice.review.finding import Finding, Grade, RoomSeen
from narrow_cornice.survey.faces import Rect

UNSAFE = ("grille", "radiator")  # what must stay open, or keep its distance
NEVER_CUT = ("radiator",)  # what nothing stands before, cut out or not


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at everything on the wall behind each built-in."""
    for face, one in standing_in(seen.room, seen.changed_rules):
        yield from _behind(seen, one, face)


def _behind(seen: RoomSeen, one: Standing, face: WallFace) -> Iterator[Finding]:
    run = one.built.built_in
    holes = {hole.thing: hole for hole in cut_outs_of(seen.room, run, seen.changed_rules)}
    for hole in face.openings:
        if behind(one, hole.rect):
            yield _finding(seen, one, hole.opening.id, "will not fit", hole.opening.name, f"on wall {face.name}")
    for thing, rect in face.hung:
        if not isinstance(thing, Fixture) or not behind(one, rect):
            continue
        cut = holes.get(thing.id)
        if cut is None or thing.kind in NEVER_CUT:
            grade: Grade = "unsafe" if thing.kind in UNSAFE else "will show"
            fixes = () if thing.kind in NEVER_CUT else (_cut(seen, one, thing, rect),)
            yield _finding(seen, one, thing.id, grade, thing.name, f"on wall {face.name}", fixes)
        elif uprights := in_the_way(one.built.run, cut):
            measured = f"a {' and a '.join(uprights)} is in the way of its cut-out"
            yield _finding(seen, one, thing.id, "will not fit", thing.name, measured)


def _cut(seen: RoomSeen, one: Standing, thing: Fixture, rect: Rect) -> Edit:
    """Return the fix that cuts a run out for something behind it, with the margin."""
    margin = seen.rules.value("cut_out_margin")
    wide, tall = (seen.size(size + 2 * margin) for size in (rect.u1 - rect.u0, rect.v1 - rect.v0))
    edit = cut_through(seen.room.id, one.built.built_in.id, thing.id, thing.name)
    return replace(edit, title=f"Cut it through, {wide} × {tall}")


# Many parameters: the words of a finding, each said where it is found.
def _finding(
    seen: RoomSeen,
    one: Standing,
    what: str,
    grade: Grade,
    thing: str,
    measured: str,
    fixes: tuple[Edit, ...] = (),
) -> Finding:
    run = one.built.built_in
    return Finding(
        key=f"built-in covers:{seen.room.id}:{run.id}:{what}",
        grade=grade,
        room_id=seen.room.id,
        room=seen.room.name,
        where=run.name[:60],
        says=f"{run.name[:40]} stands before {thing[:40]}",
        many="Built-ins stand before what is on their walls: {n} things",
        measured=measured,
        rule="Openings are cut out, never covered; sockets stay in reach, grilles open, heaters at their distance.",
        risk="A licensed electrician moves sockets; nothing combustible near a heater without its sheet.",
        about=BuiltInPath(seen.room.id, run.id),
        fixes=fixes,
    )
