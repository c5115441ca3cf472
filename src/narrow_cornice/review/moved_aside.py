"""Where something on a wall could go that lies over something else: the nearest free place, up or down or beside."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from msgspec.structs import replace

from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.job.edits.thing_edits import change_thing
from narrow_cornice.job.history import Edit
from narrow_cornice.review.finding import RoomSeen
from narrow_cornice.survey.faces import Rect
from narrow_cornice.trim.runs import casing_outer, height_on


def openings_with_casings(seen: RoomSeen, face: WallFace) -> list[tuple[str, Rect]]:
    """Return the openings of a wall with the casings round them, each with its name."""
    made = []
    for one in face.openings:
        casing = casing_outer(seen.trimmed.wall(face.id), seen.trim.of("casing")) if one.opening.cased else None
        out = casing.value if casing is not None else 0.0
        rect = one.rect
        made.append((one.opening.name[:40], Rect(rect.u0 - out, rect.v0 - out, rect.u1 + out, rect.v1 + out)))
    return made


# Many parameters: what is moved, and what it must be clear of.
def moved_aside(
    seen: RoomSeen, face: WallFace, field: str, thing_id: str, name: str, rect: Rect, covering: Sequence[Rect]
) -> Iterator[Edit]:
    """Yield the edits that move a thing, whose place is that of its middle, to the nearest free height and to the
    nearest free place along its wall, with a little space (house rule); nothing where there is none."""
    aside = seen.rules.value("beside_trim")
    wide, tall = rect.wide / 2 + aside, rect.tall / 2 + aside
    u, v = (rect.u0 + rect.u1) / 2, (rect.v0 + rect.v1) / 2
    top = min(height_on(face.upper_edge, min(max(at, 0.0), face.length)) for at in (rect.u0, rect.u1))

    def free(at: float, high: float) -> bool:
        room = Rect(at - wide, high - tall, at + wide, high + tall)
        inside = room.u0 >= 0.0 and room.u1 <= face.length and room.v0 >= 0.0 and room.v1 <= top
        return inside and not any(one.within(room).area > 1.0 for one in covering)

    highs = sorted({edge for one in covering for edge in (one.v0 - tall, one.v1 + tall)}, key=lambda one: abs(one - v))
    places = sorted({edge for one in covering for edge in (one.u0 - wide, one.u1 + wide)}, key=lambda one: abs(one - u))
    for size_of, words, found in (
        ("height", "above the floor", next((one for one in highs if free(u, one)), None)),
        ("place", "from the left", next((one for one in places if free(one, v)), None)),
    ):
        if found is not None:
            size = seen.wish(found)
            edit = change_thing(seen.room.id, field, thing_id, name, **{size_of: size})
            yield replace(edit, title=f"Move it to {size.text} {words}")
