"""What is reckoned of an entry, beside what was written: its area, its litres, its hours."""

from __future__ import annotations

from narrow_cornice.derived.coated.coatings import Coated, coated_surfaces, method_of, texture_of
from narrow_cornice.derived.programmed.programme import programme_of
from narrow_cornice.explained.figures import table
from narrow_cornice.finishes.spread import Method, theoretical_spread
from narrow_cornice.job.finishes import Paint
from narrow_cornice.job.logged import Entry, EntryKind
from narrow_cornice.job.model import Job
from narrow_cornice.programme.works import Work

BY_SKILL: dict[str, EntryKind] = {"painter": "painted", "joiner": "fitted", "tiler": "laid", "paperhanger": "hung"}


def surfaces_of_entry(job: Job, entry: Entry) -> tuple[Coated, ...]:
    """Return the surfaces of the job that an entry is of: those of its room with its paint and colour, and of its group
    where it names one."""
    room = next((one for one in job.rooms if one.id == entry.room), None)
    if room is None or not entry.paint:
        return ()
    return tuple(
        one
        for one in coated_surfaces(room, job.house_rules, job.paints, job.colours)
        if one.paint is not None
        and one.paint.id == entry.paint
        and (not entry.colour or one.finish.colour == entry.colour)
        and (not entry.surface or one.surface.group == entry.surface)
    )


def area_of(job: Job, entry: Entry) -> float | None:
    """Return the m² that an entry is of: as written, else what the job has of such surfaces; None where neither is
    known."""
    if entry.area is not None:
        return entry.area
    found = surfaces_of_entry(job, entry)
    return sum(one.painted.value for one in found) if found else None


def method_of_entry(job: Job, entry: Entry) -> Method | None:
    """Return how paint was put on: as written, else as the job has it where all such surfaces are done alike."""
    if entry.method:
        return entry.method  # type: ignore[return-value]
    ways = {method_of(one.finish) for one in surfaces_of_entry(job, entry)}
    return ways.pop() if len(ways) == 1 else None


def reckoned_litres(job: Job, entry: Entry, area: float) -> float | None:
    """Return the litres that are reckoned for the m² and coats of an entry on the surfaces it is of, with their texture
    and what bare stuff and wood drink; None where the job has no such surface."""
    found = [
        (one.painted.value, one.litres.value / one.coats.value)
        for one in surfaces_of_entry(job, entry)
        if one.litres is not None and one.coats is not None and one.coats.value > 0 and one.painted.value > 0
    ]
    whole = sum(painted for painted, _ in found)
    if whole <= 0:
        return None
    return sum(litres for _, litres in found) / whole * area * entry.coats


def texture_of_entry(job: Job, entry: Entry) -> str:
    """Return what the surfaces of an entry are like, empty where nobody knows or they differ."""
    textures = {texture_of(one.finish) for one in surfaces_of_entry(job, entry)}
    return textures.pop() if len(textures) == 1 else ""


def full_spread(paint: Paint) -> float:
    """Return how far a paint goes when nothing is lost, in m² for a litre and a coat."""
    solids, film = table("volume solids", paint.solids, "%", ""), table("dry film", paint.film, "µm", "")
    return theoretical_spread(solids, film).value


def reckoned_hours(job: Job, entry: Entry) -> float | None:
    """Return the hours that the programme has for the work of an entry, None for one of no work of it."""
    work = _work(job, entry.work)
    return work.hours if work is not None else None


def _work(job: Job, key: str) -> Work | None:
    if not key:
        return None
    return next((one for one in programme_of(job).works if one.id == key), None)


def entry_of_work(job: Job, key: str, day: int) -> Entry | None:
    """Return an entry for a work of the programme as it was reckoned, to be put right; None where it is not there."""
    work = _work(job, key)
    if work is None:
        return None
    kind = BY_SKILL.get(work.skill, "other")
    if kind == "fitted" and work.id.split(":")[1:2] == ["build"]:
        kind = "built"
    return Entry("", day, work.name, work.room, kind, work=work.id, hours=round(work.hours, 2))
