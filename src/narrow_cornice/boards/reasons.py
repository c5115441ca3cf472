"""Why a room comes out as it does, in words for the client: what the brief asks for and what meets it, and what the
second look found and somebody decided to keep."""

from __future__ import annotations

from typing import NamedTuple

from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.memo import by_identity
from narrow_cornice.review.second_look import second_look

MOST = 8


class Reason(NamedTuple):
    """A reason in words, and what it is about."""

    words: str
    about: ThingPath


@by_identity(times=1, each="room")
def reasons_of(job: Job, room: Room) -> tuple[Reason, ...]:
    """Return the reasons of a room: needs of the brief with their answers, what is hidden and how, findings that were
    kept with what was said of them."""
    made = []
    for need in room.brief.needs:
        if need.words and need.answer:
            made.append(Reason(f"{need.who or 'Somebody'} {need.words}: {need.answer}", BriefPath(room.id)))
    made += [Reason(f"{one.name} is hidden: {one.answer}", BriefPath(room.id)) for one in room.brief.hide if one.answer]
    for finding in second_look(job):
        if finding.room_id == room.id and finding.kept:
            made.append(Reason(f"{finding.says}, and stays so: {finding.kept}", finding.about))
    return tuple(made[:MOST])
