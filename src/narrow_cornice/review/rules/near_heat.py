"""Wood round a fireplace, and mirrors over what is hot (cautions)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.job.edits.opening_edits import change_opening
from narrow_cornice.job.measured import Fixture
from narrow_cornice.job.paths import FramePath, OpeningPath
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.survey.faces import Rect


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every fireplace with a casing, and at what is framed over heat."""
    for face in seen.measured.faces:
        hot: list[tuple[str, Rect]] = [
            (one.name[:40], rect) for one, rect in face.hung if isinstance(one, Fixture) and one.kind == "radiator"
        ]
        fires: list[tuple[str, Rect]] = []
        for one in face.openings:
            if one.opening.kind != "fireplace":
                continue
            fires.append((one.opening.name[:40], one.rect))
            if one.opening.cased and seen.trim.of("casing").built:
                yield _wood(seen, face.name, one.opening.id, one.opening.name)
        for framed, rect in seen.trimmed.panels_of(face.id).framed:
            # A mirror over a mantel is what mantels are for; a screen there is cooked.
            sources = {"mirror": hot, "screen": [*hot, *fires]}.get(framed.kind, [])
            if below := next((name for name, source in sources if _over(rect, source)), ""):
                yield _mirror(seen, face.name, framed.id, framed.name, framed.kind, below)


def _over(rect: Rect, source: Rect) -> bool:
    """Return whether something hangs over a source of heat."""
    return rect.u0 < source.u1 and source.u0 < rect.u1 and rect.v0 >= source.v1 - 1.0


def _wood(seen: RoomSeen, wall: str, opening_id: str, name: str) -> Finding:
    setback = seen.rules.value("casing_setback")
    bare = replace(change_opening(seen.room.id, opening_id, name, cased=False), title="No wood round it")
    return Finding(
        key=f"near heat:{seen.room.id}:{opening_id}",
        grade="unsafe",
        room_id=seen.room.id,
        room=seen.room.name,
        where=f"{name[:40]}, wall {wall}",
        says=f"The casing of {name[:40]} is wood round a fire",
        many="Wood round fires: {n} fireplaces",
        measured=f"{seen.size(setback)} from the opening",
        rule="Wood keeps the distance from a fire that its maker's sheet and the local code ask (cautions).",
        risk="It chars and may burn. A surround of stone or metal takes its place, or it stands back as they say.",
        about=OpeningPath(seen.room.id, opening_id),
        fixes=(bare,),
    )


# Many parameters: the words of a finding.
def _mirror(seen: RoomSeen, wall: str, framed_id: str, name: str, kind: str, below: str) -> Finding:
    return Finding(
        key=f"near heat:{seen.room.id}:{framed_id}",
        grade="worth a thought",
        room_id=seen.room.id,
        room=seen.room.name,
        where=f"{name[:40]}, wall {wall}",
        says=f"{name[:40].capitalize()} hangs over {below}",
        many="Mirrors and screens over heat: {n} of them",
        measured=f"a {kind} right over {below}",
        rule="Heaters keep their distance, by the maker's sheet of what hangs there (cautions).",
        risk="Heat dries out a frame and blinds the back of a mirror; a screen fails.",
        about=FramePath(seen.room.id, framed_id),
    )
