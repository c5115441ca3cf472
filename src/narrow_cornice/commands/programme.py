"""The programme of a job, on the command line."""

from __future__ import annotations

import math
from collections.abc import Callable
from contextlib import AbstractContextManager

from msgspec.structs import replace

from narrow_cornice.commands.answering import answer
from narrow_cornice.errors import CorniceError
from narrow_cornice.job.model import Job


def print_programme(
    job: Job, seconds: float, as_json: bool, quietly: Callable[[], AbstractContextManager[None]]
) -> None:
    """Print when every work of a job is done, by the best plan found in so many seconds (none: by that of the job)."""
    from narrow_cornice.derived.programmed.programme import former_of, programme_of
    from narrow_cornice.exchange.programme_out import programme_answer, programme_table
    from narrow_cornice.programme.solver import solved
    from narrow_cornice.programme.works import DAY

    if not 0 <= seconds <= 3600:
        raise CorniceError(f"{seconds:g} seconds cannot be.", where="seconds", remedy="0 to 3600.")
    programme = programme_of(job)
    if programme.fault:
        raise CorniceError(programme.fault)
    bound = math.ceil(programme.plan.bound / DAY)
    if seconds > 0 and programme.works:
        with quietly():
            found = solved(programme.works, programme.terms, job.programme.aim, seconds, former_of(job))
        programme = replace(programme, plan=found.plan, found=True)
        bound = math.ceil(found.plan.bound / DAY)
    if as_json:
        answer(programme_answer(job, programme, bound))
        return
    from narrow_cornice.drawing.site_diary import said_of

    print(said_of(job, programme).partition(" · light")[0])
    print(programme_table(job, programme), end="")
