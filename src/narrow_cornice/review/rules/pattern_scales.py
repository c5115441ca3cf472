"""Patterns of one scale only, or nothing plain to rest the eye (C7)."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator

from narrow_cornice.job.edits import change_zoned
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import StoodPath
from narrow_cornice.job.zoned import Stood
from narrow_cornice.review.finding import Finding, JobSeen

SCALES = ("small", "medium", "large")


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look at the patterns of the furniture and cloth of every room."""
    cloth = seen.job.cloth()
    for room in seen.job.rooms:
        patterned = [piece for piece in room.zones.pieces if piece.pattern != "plain"]
        scales = Counter(piece.pattern for piece in patterned)
        scales.update(cloth[one.fabric].pattern for one in room.zones.dressings if cloth[one.fabric].pattern != "plain")
        plain = [piece for piece in room.zones.pieces if piece.pattern == "plain"]
        if not patterned or sum(scales.values()) < 2:
            continue
        says = ""
        if len(scales) == 1:
            says = f"{sum(scales.values())} patterns of one scale, {next(iter(scales))}"
        elif not plain and len(room.zones.pieces) > 2:
            says = "Nothing plain among the furniture"
        if not says:
            continue
        yield Finding(
            key=f"pattern scales:{room.id}",
            grade="worth a thought",
            room_id=room.id,
            room=room.name,
            where="patterns",
            says=says,
            many="Patterns fight one another: {n} rooms",
            measured=", ".join(f"{count} {scale}" for scale, count in scales.items()),
            rule="Large, medium and small scale mixed, with plain areas to rest the eye.",
            risk="They fight, and the eye finds no rest.",
            about=StoodPath(room.id, patterned[-1].id),
            fixes=(_plain(room.id, patterned[-1]),),
        )


def _plain(room_id: str, piece: Stood) -> Edit:
    edit = change_zoned(room_id, "pieces", piece.id, piece.name, pattern="plain")
    return Edit(f"Plain for {piece.name[:24]}", edit.apply)
