"""Pieces that move: nowhere yet, or too large for the ways in that they must go by; altered ones nobody said how of
(B4, M6)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.measured.carrying import passage
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.review.finding import Finding, Grade, JobSeen
from narrow_cornice.units.show import show_size


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look at every piece of every room that is to move."""
    rooms = {room.id: room for room in seen.job.rooms}
    for room in seen.job.rooms:
        for piece in room.brief.furnishings:
            name = piece.name[:60] or "A piece"
            if piece.decision == "alter" and not piece.how.strip():
                says = f"{name} is altered, and nobody said how"
                yield _finding(f"{room.id}:{piece.id}:how", room.id, room.name, says, "no finish, no change")
            if piece.decision != "move":
                continue
            if piece.to not in rooms or piece.to == room.id:
                yield _finding(
                    f"{room.id}:{piece.id}:to", room.id, room.name, f"{name} moves, and nobody said where", "no room"
                )
                continue
            sizes = sorted(one.mm for one in (piece.width, piece.depth, piece.height) if one is not None)
            if len(sizes) < 3:
                continue
            for at in (room, rooms[piece.to]):
                doors = [one for one in at.measured.openings if one.kind in ("door", "doorway")]
                if doors and not any(sizes[1] <= one.height.mm and sizes[0] <= one.width.mm for one in doors):
                    measured = " × ".join(show_size(mm, seen.job.settings) for mm in reversed(sizes))
                    widest = max(doors, key=lambda one: one.width.mm)
                    wide = show_size(widest.width.mm, seen.job.settings)
                    says = f"{name} goes through no door of the {at.name[:40]}: the widest is {wide}"
                    key = f"{room.id}:{piece.id}:door:{at.id}"
                    yield _finding(key, room.id, room.name, says, measured, "will not fit")
            for way in seen.job.ways_in:
                through = passage(way)
                fits = (
                    sizes[1] <= way.height.mm and sizes[0] <= way.width.mm
                    if way.kind == "door"
                    else sizes[2] <= through.most.value and sizes[0] <= way.width.mm
                )
                if not fits:
                    measured = " × ".join(show_size(mm, seen.job.settings) for mm in reversed(sizes))
                    says = f"{name} does not go by {way.name[:40]} on its way to the {rooms[piece.to].name[:40]}"
                    key = f"{room.id}:{piece.id}:{way.id}"
                    yield _finding(key, room.id, room.name, says, measured, "will not fit")


def _finding(key: str, room_id: str, room: str, says: str, measured: str, grade: Grade = "worth a thought") -> Finding:
    return Finding(
        key=f"pieces moved:{key}",
        grade=grade,
        room_id=room_id,
        room=room,
        where="the brief",
        says=says,
        many="What is to move, and how, is open: {n} places",
        measured=measured,
        rule="A piece that moves stands in both rooms' lists and must be carried there (brief, ways in).",
        risk="It is found out on the day, on the stair.",
        by_brief=True,
        about=BriefPath(room_id, "furnishings"),
    )
