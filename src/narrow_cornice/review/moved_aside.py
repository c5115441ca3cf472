"""Where something on a wall could go that lies over something else: the nearest free place, up or down or beside."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence

from msgspec.structs import replace

from narrow_cornice.derived.built.before_walls import standing_before
from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.job.edits.thing_edits import change_thing
from narrow_cornice.job.history import Edit
from narrow_cornice.review.finding import RoomSeen
from narrow_cornice.survey.faces import Rect
from narrow_cornice.trim.runs import casing_outer, height_on

Taken = Callable[[WallFace], list[Rect]]  # what of a wall is taken


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
    tall, u, v = rect.tall / 2 + aside, (rect.u0 + rect.u1) / 2, (rect.v0 + rect.v1) / 2
    highs = sorted({edge for one in covering for edge in (one.v0 - tall, one.v1 + tall)}, key=lambda one: abs(one - v))
    for size_of, words, found in (
        (
            "height",
            "above the floor",
            next((one for one in highs if _free(face, rect, (u, one), covering, aside)), None),
        ),
        ("place", "from the left", _free_place(face, rect, u, covering, aside)),
    ):
        if found is not None:
            size = seen.wish(found)
            edit = change_thing(seen.room.id, field, thing_id, name, **{size_of: size})
            yield replace(edit, title=f"Move it to {size.text} {words}")


# Many parameters: what is hung, and what each wall has.
def on_another_wall(
    seen: RoomSeen,
    face: WallFace,
    field: str,
    thing_id: str,
    name: str,
    rect: Rect,
    there: Taken,
) -> Iterator[Edit]:
    """Yield the edit that hangs a thing at its height on another wall of the room, as near to the middle of it as is
    free of what is ``there``: on the longest that has a place for it, nothing where none has."""
    aside = seen.rules.value("beside_trim")
    others = sorted((one for one in seen.measured.faces if one.id != face.id), key=lambda one: -one.length)
    for other in others:
        built_ins = standing_before(seen.room, other, seen.changed_rules)
        covering = [*there(other), *(Rect(one.left, 0.0, one.right, one.built.run.top) for one in built_ins)]
        covering += [Rect(one.start.value, one.bottom, one.end.value, one.top) for one in other.standing]
        found = _free_place(other, rect, other.length / 2, covering, aside)
        if found is not None:
            size = seen.wish(found)
            edit = change_thing(seen.room.id, field, thing_id, name, wall=other.id, place=size)
            yield replace(edit, title=f"Hang it on wall {other.name}")
            return


# Many parameters: what is moved, where to, and what it must be clear of.
def _free(face: WallFace, rect: Rect, at: tuple[float, float], covering: Sequence[Rect], aside: float) -> bool:
    """Return whether a thing with its middle at a place of a wall is clear of all else there."""
    wide, tall = rect.wide / 2 + aside, rect.tall / 2 + aside
    room = Rect(at[0] - wide, at[1] - tall, at[0] + wide, at[1] + tall)
    top = min(height_on(face.upper_edge, min(max(u, 0.0), face.length)) for u in (room.u0 + aside, room.u1 - aside))
    inside = room.u0 >= 0.0 and room.u1 <= face.length and room.v0 >= 0.0 and room.v1 <= top
    return inside and not any(one.within(room).area > 1.0 for one in covering)


def _free_place(face: WallFace, rect: Rect, near: float, covering: Sequence[Rect], aside: float) -> float | None:
    """Return the free place along a wall that is nearest to one, at the height that a thing has; None for none."""
    wide, v = rect.wide / 2 + aside, (rect.v0 + rect.v1) / 2
    edges = {edge for one in covering for edge in (one.u0 - wide, one.u1 + wide)}
    places = sorted({near, *edges}, key=lambda one: abs(one - near))
    return next((one for one in places if _free(face, rect, (one, v), covering, aside)), None)
