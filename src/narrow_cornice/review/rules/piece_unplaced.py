"""Pieces of the brief that stay in a room or come to it, and have no place on its plan (Z2, B4)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.zoned.free_walls import free_walls
from narrow_cornice.job.brief import Furnishing
from narrow_cornice.job.edits import stand_piece, usual_piece
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import BriefPath, StoodPath
from narrow_cornice.review.finding import Finding, JobSeen


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look at the rooms that are furnished, for what the brief sends there and nobody placed; and for what is drawn
    where it does not stay."""
    rooms = {room.id: room for room in seen.job.rooms}
    for room in seen.job.rooms:
        for one in room.brief.furnishings:
            to = rooms.get(one.to) if one.decision == "move" else None
            if to is None or to.id == room.id or not (to.zones.zones or to.zones.pieces):
                continue
            key = f"{room.id}:{one.id}"
            if all(piece.furnishing != key for piece in to.zones.pieces):
                yield _finding(seen, to, one, key, room.name)
        for piece in room.zones.pieces:
            if piece.x is None and not piece.furnishing:
                yield Finding(
                    key=f"piece unplaced:{room.id}:{piece.id}",
                    grade="worth a thought",
                    room_id=room.id,
                    room=room.name,
                    where="on the plan",
                    says=f"{piece.name[:40]} has no place yet",
                    many="Pieces have no place yet: {n} of them",
                    measured="not placed",
                    rule="What is to stand in a room is tried on its plan (furniture that matters for fitting).",
                    risk="It may not fit.",
                    about=StoodPath(room.id, piece.id),
                )


def _finding(seen: JobSeen, to: Room, one: Furnishing, key: str, comes_from: str) -> Finding:
    name = one.name[:40] or "A piece"
    return Finding(
        key=f"piece unplaced:{key}",
        grade="worth a thought",
        room_id=to.id,
        room=to.name,
        where="on the plan",
        says=f"{name} comes from {comes_from[:40]} and has no place here",
        many="Pieces have no place yet: {n} of them",
        measured="not on the plan",
        rule="A piece that moves appears in both rooms' lists, and comes along on the plan (brief, zones).",
        risk="It stands in the way on the day.",
        by_brief=True,
        about=BriefPath(to.id, "furnishings"),
        fixes=tuple(_at_free_wall(seen, to, one, key)),
    )


def _at_free_wall(seen: JobSeen, to: Room, one: Furnishing, key: str) -> Iterator[Edit]:
    """Yield the fix that stands a piece at the longest stretch of free wall that holds it."""
    usual = usual_piece("other", name=one.name[:200] or "a piece", furnishing=key)
    sizes = {name: getattr(one, name) or getattr(usual, name) for name in ("width", "depth", "height")}
    piece = replace(usual, **sizes)
    for stretch in free_walls(to, seen.job.house_rules).stretches:
        if stretch.long >= piece.width.mm:
            wall = to.measured.walls[stretch.wall].id
            put = replace(piece, wall=wall, x=round((stretch.start + stretch.end) / 2.0, 1))
            yield Edit("Stand it at the longest free wall", stand_piece(to.id, put).apply)
            return
