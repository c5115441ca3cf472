"""Where things go, in words: the bays and shelves they are put on, and what would make room for the rest."""

from __future__ import annotations

from narrow_cornice.casework.filling import Things
from narrow_cornice.derived.built.contents import RoomFilling, why_words
from narrow_cornice.derived.built.sheets import ranges
from narrow_cornice.job.model import Job, Room

WORDS = {"shelf": ("shelf", "shelves"), "rail": ("rail", "rails"), "tray": ("drawer", "drawers")}


def where_words(job: Job, room: Room, found: RoomFilling, kept_id: str, *, bays: bool = True) -> str:
    """Return the runs, their ``bays`` and shelves that things went to, empty where they went nowhere."""
    names = {run.id: (run.name, [bay.id for bay in run.bays]) for run in room.casework.built_ins}
    together: dict[tuple[str, str, str], set[int]] = {}
    for put in found.filling.put:
        if put.things == kept_id:
            spot, run = found.filling.spots[put.spot], found.runs[put.spot]
            key = (run, spot.bay if bays else "", spot.how)
            together.setdefault(key, set()).add(_level(found, run, spot.bay, put.spot))
    said = []
    for (run, bay, how), levels in together.items():
        name, numbers = names[run]
        one, several = WORDS[how]
        of_bay = f", bay {numbers.index(bay) + 1}" if bay else ""
        said.append(f"{name[:40]}{of_bay}, {one if len(levels) == 1 else several} {ranges(sorted(levels))}")
    return "; ".join(said)


def _level(found: RoomFilling, run: str, bay: str, spot: int) -> int:
    """Return which of its sort a spot is in its bay, from below."""
    mine = found.filling.spots[spot]
    same = sorted(
        {
            round(one.z, 1)
            for one, of in zip(found.filling.spots, found.runs, strict=True)
            if of == run and one.bay == bay and one.how == mine.how
        }
    )
    return same.index(round(mine.z, 1)) + 1


def left_words(job: Job, room: Room, found: RoomFilling, things: Things) -> str:
    """Return how many of some things have no room, and why; empty where all have some."""
    for left in found.filling.left:
        if left.things == things.id:
            return f"{left.count} of {things.count} have no room: {why_words(left, job.settings)}."
    return ""
