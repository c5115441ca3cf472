"""Joints of long runs that lie on nothing: off a stud, or on a wall nobody knows (T9, M5)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.trimwork.cut_list import CutPiece, cut_list
from narrow_cornice.job.measured import Backing
from narrow_cornice.job.paths import StudsPath
from narrow_cornice.review.finding import Finding, JobSeen
from narrow_cornice.trim.scarfs import FROM_CORNER
from narrow_cornice.units.show import show_size
from narrow_cornice.units.words import several


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look at the joints of every room, wall by wall."""
    job = seen.job
    for room in job.rooms:
        loose: dict[str, list[CutPiece]] = {}
        for piece in cut_list(room, job.house_rules, job.milled, job.joinery):
            if piece.loose_joint:
                loose.setdefault(piece.loose_joint, []).append(piece)
        for wall, pieces in loose.items():
            known = room.measured.backing.get(wall, Backing()).kind != "unknown"
            name, kinds = pieces[0].wall, ", ".join(dict.fromkeys(one.kind for one in pieces))
            apart = show_size(FROM_CORNER, job.settings)
            off = "on no stud" if known else "on a wall nobody knows"
            measured = f"{several(len(pieces), 'joint')} of {kinds}"
            if known:
                measured += f"; no stud keeps each part within a bar and {apart} off corners"
            yield Finding(
                key=f"scarf loose:{room.id}:{wall}",
                grade="worth a thought",
                room_id=room.id,
                room=room.name,
                where=f"wall {name}",
                says=f"Joints on wall {name} lie {off}",
                many="Joints of long runs that lie on nothing: {n} walls",
                measured=measured,
                rule=f"Runs longer than the longest stock are scarfed on a stud, {apart} from a corner (lengths).",
                risk="A joint that is only glued opens when the wood dries. Say what is behind the wall, or block it.",
                about=StudsPath(room.id, wall, size="first"),
            )
