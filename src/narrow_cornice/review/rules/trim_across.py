"""Trim of two heights on either side of an open doorway, where both are seen at once (T10)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.job.edits.trim_edits import change_trim
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import Twin
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import TrimPath
from narrow_cornice.review.finding import Finding, JobSeen
from narrow_cornice.trim.fitted import Fitted
from narrow_cornice.trim.kinds import KINDS, OF_TRIM, TrimKind
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.show import show_size

SEEN = tuple(kind for kind in KINDS if OF_TRIM[kind].through_doorways)
NOTICED = 2.0  # mm by which heights may differ before it is seen
OPEN = ("doorway", "arch")


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look through every open doorway that two rooms share."""
    rooms = {room.id: room for room in seen.job.rooms}
    for room in seen.job.rooms:
        for opening in room.measured.openings:
            twin = opening.twin
            other = rooms.get(twin.room) if twin is not None else None
            # Each doorway is looked through once, from the room that comes first.
            if twin is None or opening.kind not in OPEN or other is None or Twin(room.id, opening.id).key > twin.key:
                continue
            for kind in SEEN:
                yield from _meeting(seen, room, other, opening.id, opening.name, kind)


def _piece(seen: JobSeen, room: Room, kind: TrimKind) -> Fitted | None:
    trimmed = trimmed_room(room, seen.job.house_rules)
    piece = trimmed.trim.of(kind) if trimmed is not None else None
    return piece if piece is not None and piece.built else None


def _meeting(seen: JobSeen, room: Room, other: Room, opening: str, name: str, kind: TrimKind) -> Iterator[Finding]:
    here, there = _piece(seen, room, kind), _piece(seen, other, kind)
    if here is None or there is None or here.height is None or there.height is None:
        return
    apart = max(
        abs(here.height.value - there.height.value), abs(here.top - there.top) if not OF_TRIM[kind].across else 0.0
    )
    if apart <= NOTICED:
        return
    settings = seen.job.settings

    def shown(mm: float) -> str:
        return show_size(mm, settings)

    one, two = shown(here.height.value), shown(there.height.value)
    if one == two:
        one, two = f"{one} up to {shown(here.top)}", f"{two} up to {shown(there.top)}"
    yield Finding(
        key=f"trim across:{room.id}:{opening}:{kind}",
        grade="will show",
        room_id=room.id,
        room=room.name,
        where=name[:60],
        says=f"{kind.capitalize()} of two heights meets at the {name[:40]}: {one} here, {two} in the {other.name[:40]}",
        many=kind.capitalize() + " of two heights meets at open doorways: {n} places",
        measured=f"{shown(apart)} apart",
        rule="Trim keeps one height through an open doorway, or it is stated where it changes (trim).",
        risk="Both are seen at once, and the step reads as a mistake.",
        about=TrimPath(room.id, kind),
        fixes=_fixes(room, other, kind, here, there),
    )


def _fixes(room: Room, other: Room, kind: TrimKind, here: Fitted, there: Fitted) -> tuple[Edit, ...]:
    made = []
    for where, like in ((room, there), (other, here)):
        assert like.height is not None
        size = Length(round(like.height.value, 1), f"{like.height.value:.1f}")
        edit = change_trim(where.id, kind, height=size)
        made.append(Edit(f"Use {size.text} in the {where.name[:30]}", edit.apply))
    return tuple(made)
