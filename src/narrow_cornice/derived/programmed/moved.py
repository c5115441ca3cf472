"""What of a programme moved by a change of the job: how many works, and when it ends now."""

from __future__ import annotations

from narrow_cornice.derived.programmed.programme import programme_of
from narrow_cornice.job.model import Job
from narrow_cornice.job.programmed import Programming
from narrow_cornice.programme.works import DAY
from narrow_cornice.units.words import several


def moved(before: Job, after: Job) -> tuple[str, ...]:
    """Return in a few words how many works are done on another day than before, and by how much the end moved; nothing
    of a programme that nobody has begun to say anything of."""
    if after.programme == Programming() or before.name != after.name:
        return ()
    was, now = programme_of(before), programme_of(after)
    if bool(was.fault) != bool(now.fault):
        return ("programme: it cannot be laid out" if now.fault else "programme: it is laid out again",)
    if now.fault or was.days.ordinal(0) != now.days.ordinal(0):  # all moved, as was asked for
        return ()
    both = was.plan.placed.keys() & now.plan.placed.keys()
    count = sum(was.plan.placed[key].start // DAY != now.plan.placed[key].start // DAY for key in both)
    later = now.plan.days - was.plan.days
    if not count and not later:
        return ()
    words = f"{several(count, 'work')} moved"
    if later:
        days = "day" if abs(later) == 1 else "days"
        words += f", done {abs(later)} {days} {'later' if later > 0 else 'sooner'}"
    return (f"programme: {words}",)
