"""Changes to the logbook: what was done and used, its photographs, when the house was handed over."""

from __future__ import annotations

from typing import Any

from msgspec.structs import replace

from narrow_cornice.job.edits.making import EditError, changed_one, fresh_id, without_one
from narrow_cornice.job.edits.programme_edits import day_of
from narrow_cornice.job.finishes import LeftTin
from narrow_cornice.job.history import Edit
from narrow_cornice.job.logged import Entry, Logbook
from narrow_cornice.job.model import Job
from narrow_cornice.job.presented_checks import check_logbook


def _logbook(title: str, change: Any) -> Edit:
    def apply(job: Job) -> Job:
        made: Logbook = change(job.logbook)
        made = replace(made, entries=tuple(sorted(made.entries, key=lambda one: one.day)))
        check_logbook(made, "logbook")
        return replace(job, logbook=made)

    return Edit(title[:90], apply)


def log_entries(entries: tuple[Entry, ...]) -> Edit:
    """Write entries into the logbook; each gets an identity of its own."""
    if not entries:
        raise EditError("There is nothing to write down.", remedy="Write what was done, as: 2 L on the walls, 3 h.")

    def change(logbook: Logbook) -> Logbook:
        there = list(logbook.entries)
        for entry in entries:
            there.append(replace(entry, id=fresh_id("e", (one.id for one in there))))
        return replace(logbook, entries=tuple(there))

    many = f"{len(entries)} entries" if len(entries) > 1 else entries[0].words[:60] or "an entry"
    return _logbook(f"logbook: {many}", change)


def change_entry(entry_id: str, called: str, **fields: Any) -> Edit:
    """Change an entry of the logbook."""
    return _logbook(
        f"logbook, {called[:40]}: {', '.join(fields)}",
        lambda logbook: replace(logbook, entries=changed_one(logbook.entries, entry_id, **fields)),
    )


def remove_entry(entry_id: str, called: str) -> Edit:
    """Take an entry out of the logbook, with the photographs that only it shows."""

    def apply(job: Job) -> Job:
        gone = next((one for one in job.logbook.entries if one.id == entry_id), None)
        job = replace(job, logbook=replace(job.logbook, entries=without_one(job.logbook.entries, entry_id)))
        if gone is None or not gone.pictures:
            return job
        used = {name for one in job.logbook.entries for name in one.pictures}
        lost = {name for name in gone.pictures if name not in used}
        return replace(job, pictures={name: one for name, one in job.pictures.items() if name not in lost})

    return Edit(f"remove from the logbook: {called[:50]}", apply)


def add_entry_picture(entry_id: str, content: bytes) -> Edit:
    """Keep a photograph with an entry."""

    def apply(job: Job) -> Job:
        entry = next((one for one in job.logbook.entries if one.id == entry_id), None)
        if entry is None:
            raise EditError("This entry is no longer there.", where="logbook")
        name = fresh_id("day-", (one.removesuffix(".jpg") for one in job.pictures)) + ".jpg"
        entries = changed_one(job.logbook.entries, entry_id, pictures=(*entry.pictures, name))
        return replace(job, logbook=replace(job.logbook, entries=entries), pictures={**job.pictures, name: content})

    return Edit("photograph of the day", apply)


def hand_over(text: str) -> Edit:
    """Say when the house was handed over. Raises EditError for a text that names no day."""
    day = day_of(text)
    return _logbook("handed over", lambda logbook: replace(logbook, handed_over=day))


def shelve_left_over(tin: LeftTin, name: str) -> Edit:
    """Put what is left of a tin on the shelf of the job."""

    def apply(job: Job) -> Job:
        fresh = replace(tin, id=fresh_id("t", (one.id for one in job.left_paint)))
        return replace(job, left_paint=(*job.left_paint, fresh))

    return Edit(f"left over: {tin.litres:g} L {name[:40]}", apply)
