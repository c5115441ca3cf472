"""Sockets, switches and grilles that trim would cover (M3; grilles and vents stay open)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from msgspec.structs import replace

from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.derived.trimwork.lying import trim_rects
from narrow_cornice.job.edits.thing_edits import change_thing
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import Fixture
from narrow_cornice.job.paths import FixturePath
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.survey.faces import Rect
from narrow_cornice.trim.runs import casing_outer, height_on

COVERABLE = ("socket", "switch", "grille")


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every fixture against the runs of trim and the openings of its wall."""
    for face in seen.measured.faces:
        runs = [run for run in seen.trimmed.runs_of(face.id) if run.kind != "casing"]
        mould = seen.trim.of("panel mould")
        framed = seen.trimmed.panels_of(face.id).covered(mould.height.value if mould.height is not None else 0.0)
        covering = [rect for run in runs for rect in trim_rects(run, seen.trim)]
        covering += [one for _, one in framed]
        for one in face.openings:
            casing = casing_outer(seen.trimmed.wall(face.id), seen.trim.of("casing")) if one.opening.cased else None
            out = casing.value if casing is not None else 0.0
            covering.append(Rect(one.rect.u0 - out, one.rect.v0 - out, one.rect.u1 + out, one.rect.v1 + out))
        for fixture, rect in ((one, rect) for one, rect in face.hung if isinstance(one, Fixture)):
            over = next((run.kind for run in runs if _lies_over(trim_rects(run, seen.trim), rect)), "")
            over = over or next((name for name, one in framed if one.within(rect).area > 1.0), "")
            inside = next((one.opening.name for one in face.openings if one.rect.within(rect).area > 1.0), "")
            if fixture.kind not in COVERABLE or not (over or inside):
                continue
            what = f"the {over}" if over else inside[:40]
            yield Finding(
                key=f"fixture covered:{seen.room.id}:{fixture.id}",
                grade="unsafe" if fixture.kind == "grille" and over else "will show",
                room_id=seen.room.id,
                room=seen.room.name,
                where=f"{fixture.name}, wall {face.name}",
                says=f"{fixture.name[:1].upper()}{fixture.name[1:60]} lies under {what}",
                many="Fixtures lie under trim or in openings: {n} places",
                measured=f"its middle is {seen.size(fixture.height.mm)} above the floor",
                rule="Sockets and switches stay in reach, grilles and vents stay open (cautions).",
                risk="Moving one is work for a licensed electrician; cutting trim round it shows.",
                about=FixturePath(seen.room.id, fixture.id),
                fixes=tuple(_out_of_it(seen, face, fixture, rect, covering)),
            )


def _out_of_it(
    seen: RoomSeen, face: WallFace, fixture: Fixture, rect: Rect, covering: Sequence[Rect]
) -> Iterator[Edit]:
    """Yield the fixes that move a fixture to the nearest free place above or below, and to the nearest beside."""
    aside = seen.rules.value("beside_trim")
    wide, tall = rect.wide / 2 + aside, rect.tall / 2 + aside
    u, v = (rect.u0 + rect.u1) / 2, (rect.v0 + rect.v1) / 2
    top = min(height_on(face.upper_edge, at) for at in (max(0.0, rect.u0), min(face.length, rect.u1)))

    def free(at: float, high: float) -> bool:
        room = Rect(at - wide, high - tall, at + wide, high + tall)
        inside = room.u0 >= 0.0 and room.u1 <= face.length and room.v0 >= 0.0 and room.v1 <= top
        return inside and not any(one.within(room).area > 1.0 for one in covering)

    highs = [edge for one in covering for edge in (one.v0 - tall, one.v1 + tall)]
    places = [edge for one in covering for edge in (one.u0 - wide, one.u1 + wide)]
    for field, words, found in (
        ("height", "above the floor", sorted((one for one in highs if free(u, one)), key=lambda one: abs(one - v))),
        ("place", "from the left", sorted((one for one in places if free(one, v)), key=lambda one: abs(one - u))),
    ):
        if found:
            size = seen.wish(found[0])
            edit = change_thing(seen.room.id, "fixtures", fixture.id, fixture.name, **{field: size})
            yield replace(edit, title=f"Move it to {size.text} {words}")


def _lies_over(parts: Sequence[Rect], rect: Rect) -> bool:
    return any(one.within(rect).area > 1.0 for one in parts)
