"""The search for a better programme, beside the window."""

from __future__ import annotations

from narrow_cornice.derived.programmed.programme import Programme, former_of, programme_of
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.searching import SECONDS, Searching
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job
from narrow_cornice.programme.solver import Solved, solved
from narrow_cornice.programme.works import Plan

KEY = "programme"


class ProgrammeWork(Searching):
    """The search for the plan that is wanted. ``of`` is what it is of."""

    of: Programme = Programme()

    def start(self, job: Job, seconds: float = SECONDS) -> None:
        """Search for the best plan of the job's works in its aim; of equals the one nearest to the plan there is."""
        self.of = programme = programme_of(job)
        former = former_of(job)

        def find(told: object, stopped: object) -> Solved:
            return solved(
                programme.works, programme.terms, job.programme.aim, seconds, former, told, stopped,  # type: ignore[arg-type]
            )  # fmt: skip

        self.search(KEY, find, lambda found: found.plan)


def programme_search(bench: Bench) -> ProgrammeWork:
    """Return the search beside a bench; what it finds is kept with the job where that still is as it was."""

    def listen(work: ProgrammeWork) -> None:
        def take(_: str, plan: object) -> None:
            job = bench.session.job
            if isinstance(plan, Plan) and programme_of(job).works == work.of.works:
                starts = {key: (one.start, one.hands) for key, one in plan.placed.items()}
                bench.do(edits.keep_programme(starts, plan.bound))
            bench.refresh()

        work.better.connect(lambda _: bench.refresh())
        work.done.connect(take)
        work.failed.connect(bench.session.refused.emit)

    return bench.work(ProgrammeWork, listen)
