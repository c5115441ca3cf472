"""Where things go, in words: the bays and shelves they are put on, and what would make room for the rest."""

from __future__ import annotations

from narrow_cornice.casework.filling import Things
from narrow_cornice.derived.built.contents import RoomFilling
from narrow_cornice.job.model import Job, Room


def where_words(job: Job, room: Room, found: RoomFilling, kept_id: str) -> str:
    """Return the bays and shelves that things went to, empty where they went nowhere."""
    names = {run.id: (run.name, [bay.id for bay in run.bays]) for run in room.casework.built_ins}
    by_bay: dict[tuple[str, str, str], list[int]] = {}
    for put in found.filling.put:
        if put.things == kept_id:
            spot = found.filling.spots[put.spot]
            by_bay.setdefault((found.runs[put.spot], spot.bay, spot.how), []).append(put.spot)
    said = []
    for (run, bay, how), spots in by_bay.items():
        name, bays = names[run]
        numbers = sorted({_level(found, run, bay, spot) for spot in spots})
        word = {"shelf": "shelf", "rail": "rail", "tray": "drawer"}[how]
        plural = {"shelf": "shelves", "rail": "rails", "tray": "drawers"}[how]
        said.append(
            f"{name[:40]}, bay {bays.index(bay) + 1}, {word if len(numbers) == 1 else plural} {_ranges(numbers)}"
        )
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


def _ranges(numbers: list[int]) -> str:
    """Return numbers with those that follow one another as from–to."""
    parts: list[list[int]] = []
    for number in numbers:
        if parts and number == parts[-1][-1] + 1:
            parts[-1].append(number)
        else:
            parts.append([number])
    return ", ".join(f"{part[0]}" if len(part) == 1 else f"{part[0]}–{part[-1]}" for part in parts)


def left_words(job: Job, room: Room, found: RoomFilling, things: Things) -> str:
    """Return how many of some things have no room, and why; empty where all have some."""
    for kept, count, why in found.filling.left:
        if kept == things.id:
            return f"{count} of {things.count} have no room: {why}."
    return ""
