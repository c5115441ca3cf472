"""Old trim that stays: two heights that meet in a corner, or new trim of another height beside it (T10, M3)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.job.edits.thing_edits import change_thing
from narrow_cornice.job.edits.trim_edits import change_trim
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import TrimThere
from narrow_cornice.job.paths import TrimTherePath
from narrow_cornice.review.finding import Finding, RoomSeen, together
from narrow_cornice.trim.kinds import TrimKind

SAID = "not said"
NOTICED = 2.0  # mm by which heights may differ before it is seen


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Walk the corners and compare what stays on the wall before with what stays on the wall after."""
    sides = seen.room.measured.walls
    staying = {(one.wall, one.kind): one for one in seen.room.measured.there if one.decision != "replace"}
    for index, side in enumerate(sides):
        following = sides[(index + 1) % len(sides)]
        for (wall, kind), mine in staying.items():
            if wall != side.id:
                continue
            other = staying.get((following.id, kind))
            if other is None or abs(other.height.mm - mine.height.mm) <= NOTICED:
                continue
            if mine.meets == other.meets == SAID:
                on_block = _stated(seen, mine)
                heights = (mine.height.mm, other.height.mm)
                yield _finding(seen, mine.id, index, f"{kind} of two heights meets", heights, (on_block,))
    yield from _beside_new(seen, staying)
    for one in staying.values():
        piece = seen.trim.of(one.kind)
        if one.decision != "match" or piece.height is None or not piece.built:
            continue
        if abs(piece.height.value - one.height.mm) > NOTICED:
            index = next(i for i, side in enumerate(sides) if side.id == one.wall)
            yield _finding(
                seen,
                one.id,
                index,
                f"new {one.kind} does not match the old",
                (piece.height.value, one.height.mm),
                _like_old(seen, one, f"Use {seen.size(one.height.mm)}"),
            )


def _beside_new(seen: RoomSeen, staying: dict[tuple[str, TrimKind], TrimThere]) -> Iterator[Finding]:
    """Look at old trim that stays beside walls that get new trim of the same kind, and nobody said how they meet."""
    sides = seen.room.measured.walls
    for index, side in enumerate(sides):
        for kind in (kind for wall, kind in staying if wall == side.id):
            one, piece = staying[side.id, kind], seen.trim.of(kind)
            beside = [sides[index - 1].id, sides[(index + 1) % len(sides)].id]
            new = [wall for wall in beside if (wall, kind) not in staying]
            if one.decision != "keep" or one.meets != SAID or not piece.built or piece.height is None or not new:
                continue
            if abs(piece.height.value - one.height.mm) <= NOTICED:
                if proud := _proud(seen, one):
                    thick = (piece.projection.value if piece.projection is not None else 0.0, one.thickness.mm)
                    says = f"new {kind} meets the old of the same height and another thickness"
                    yield _finding(seen, one.id, index, says, thick, _as_thick(seen, one), proud)
                continue
            shimmed = (_shimmed(seen, one),) if _proud(seen, one) else ()
            title = f"Use {seen.size(one.height.mm)} for the new" + (", shimmed to its face" if shimmed else "")
            like = _like_old(seen, one, title)
            fixes = (*(together(title, [fix, *shimmed]) for fix in like), _stated(seen, one))
            says = f"new {kind} meets the old of another height"
            heights = (piece.height.value, one.height.mm)
            yield _finding(seen, one.id, index, says, heights, fixes, _proud(seen, one))


def _like_old(seen: RoomSeen, one: TrimThere, title: str) -> tuple[Edit, ...]:
    """Return the fix that gives new trim the height of the old; none where that is next to nothing."""
    height = seen.wish(one.height.mm)
    return (replace(change_trim(seen.room.id, one.kind, height=height), title=title),) if height.mm > 0 else ()


def _as_thick(seen: RoomSeen, one: TrimThere) -> tuple[Edit, ...]:
    """Return the fixes that make new trim as thick as the old, or say that it is shimmed to its face."""
    fixes = [_shimmed(seen, one)]
    thick = seen.wish(one.thickness.mm)
    if thick.mm >= seen.rules.value("least_thickness"):
        as_old = change_trim(seen.room.id, one.kind, projection=thick)
        fixes.insert(0, replace(as_old, title=f"{seen.size(one.thickness.mm)} thick like the old"))
    return tuple(fixes)


def _shimmed(seen: RoomSeen, one: TrimThere) -> Edit:
    edit = change_thing(seen.room.id, "there", one.id, f"old {one.kind}", meets="shimmed to its face")
    return replace(edit, title="Shim to its face")


def _proud(seen: RoomSeen, one: TrimThere) -> str:
    """Return how far new trim stands before the old or behind it, in words: what a shim has to make up for."""
    piece = seen.trim.of(one.kind)
    if piece.projection is None or abs(piece.projection.value - one.thickness.mm) <= NOTICED:
        return ""
    proud = piece.projection.value - one.thickness.mm
    return f"; the {'new' if proud > 0 else 'old'} stands {seen.size(abs(proud))} proud: shim the other"


def _stated(seen: RoomSeen, one: TrimThere) -> Edit:
    edit = change_thing(seen.room.id, "there", one.id, f"old {one.kind}", meets="on a block")
    return replace(edit, title="Meet on a block")


def _finding(
    seen: RoomSeen,
    thing_id: str,
    index: int,
    says: str,
    heights: tuple[float, float],
    fixes: tuple[Edit, ...],
    proud: str = "",
) -> Finding:
    wall, (one, other) = seen.measured.plan.sides[index].name, heights
    return Finding(
        key=f"old trim meets:{seen.room.id}:{thing_id}:{says[:12]}",
        grade="will show",
        room_id=seen.room.id,
        room=seen.room.name,
        where=f"wall {wall}",
        says=f"{says[:1].upper()}{says[1:]} at wall {wall}: {seen.size(one)} and {seen.size(other)}",
        many=says[:1].upper() + says[1:] + ": {n} places",
        measured=f"{seen.size(abs(one - other))} apart{proud}",
        rule="Trim has one height on every wall, or it is stated where it changes (trim).",
        risk="A step in the corner is the first thing seen. Match, replace, or meet on a block.",
        about=TrimTherePath(seen.room.id, thing_id),
        fixes=fixes,
    )
