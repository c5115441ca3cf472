"""The programme: an end after the day it is wanted, days that works are fixed to and cannot have, hands that are
missing, air too cold for paint (G1 to G3)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.programmed.programme import Programme, programme_of
from narrow_cornice.job.edits.programme_edits import change_programme, keep_programme, wish_of_work
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import WorkPath
from narrow_cornice.job.programmed import Programming
from narrow_cornice.programme.works import DAY, Work
from narrow_cornice.review.finding import Finding, Grade, JobSeen
from narrow_cornice.units.words import several

MOST_HANDS = 4  # who can work in a home at once, without standing in one another's way


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look at a programme that somebody has begun to say something of."""
    job = seen.job
    if job.programme == Programming():
        return
    programme = programme_of(job)
    if programme.fault:
        yield _finding("fault", "The programme cannot be laid out", programme.fault, "will not fit")
        return
    yield from _late(seen, programme)
    yield from _fixed(programme)
    yield from _hands(programme)
    least = seen.rules.value("least_warm")
    wet = [work for work in programme.works if work.air == "wet" and not work.outdoors]
    if wet and job.programme.warm < least:
        warmer = change_programme(warm=max(12.0, least))
        yield _finding(
            "cold",
            "It is too cold indoors for paint",
            f"{job.programme.warm:g} °C; {least:g} at least",
            "will not fit",
            (replace(warmer, title=f"Heat to {max(12.0, least):g} °C"),),
            wet[0],
        )


def _late(seen: JobSeen, programme: Programme) -> Iterator[Finding]:
    ends, by = programme.ends_on, seen.job.brief.by.ordinal
    if ends is None or by is None or ends <= by:
        return
    hands = programme.terms.crew
    fixes = []
    for more in range(hands + 1, MOST_HANDS + 1):
        edit = change_programme(hands=more)
        sooner = programme_of(keep_programme(None).apply(edit.apply(seen.job))).ends_on
        if sooner is not None and sooner <= by:
            fixes.append(replace(edit, title=f"{more} people"))
            break
    late = ends - by
    yield _finding(
        "late",
        f"The work ends {several(late, 'day')} after it is wanted",
        f"{programme.plan.days} working days by {several(hands, 'hand')}",
        "will not fit",
        tuple(fixes),
        max(programme.works, key=lambda work: programme.plan.placed[work.id].end),
    )


def _fixed(programme: Programme) -> Iterator[Finding]:
    """Yield works that are fixed to a day which they cannot have."""
    for work in programme.works:
        start = programme.plan.placed[work.id].start
        if work.fixed is not None and start // DAY != work.fixed:
            free = wish_of_work(work.id.partition("#")[0], work.name, day=None)
            yield _finding(
                f"fixed:{work.id}",
                f"{work.name[:60]} cannot be done on the day it is fixed to",
                f"{start // DAY - work.fixed} working days later at the earliest",
                "will not fit",
                (replace(free, title="Let it go to any day"),),
                work,
            )


def _hands(programme: Programme) -> Iterator[Finding]:
    short = [work for work in programme.works if work.hands[0] > programme.terms.crew]
    if short:
        more = max(work.hands[0] for work in short)
        yield _finding(
            "hands",
            f"{len(short)} works need {more} hands",
            f"there {'is one' if programme.terms.crew == 1 else f'are {programme.terms.crew}'}",
            "worth a thought",
            (replace(change_programme(hands=more), title=f"{more} people"),),
            short[0],
        )


# Many parameters: the words of a finding, each said where it is found.
def _finding(
    key: str, says: str, measured: str, grade: Grade, fixes: tuple[Edit, ...] = (), work: Work | None = None
) -> Finding:
    return Finding(
        key=f"programme kept:{key}",
        grade=grade,
        room_id="",
        room="The house",
        where="the programme",
        says=says,
        measured=measured,
        rule="What must be done and dry comes first, by the hands there are, in the air there is (house rules).",
        risk="A day that cannot be kept costs more the later it is known.",
        about=WorkPath(work.id if work is not None else ""),
        fixes=fixes,
    )
