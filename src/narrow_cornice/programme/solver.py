"""The shortest plan of works there is, or the one with the fewest visits or changes of tool, by constraint programming
(CP-SAT of OR-Tools), with the bound that no plan is better than.

Each work is an interval; hands are shared (cumulative), a room is worked in by one work at a time (no overlap), what is
wet keeps dust out of its room until it is dry. When something is dry follows from the quarter of the day in which it
ends (a table), since nights count for drying and not for work.
"""

from __future__ import annotations

import math
import threading
import time
from collections.abc import Callable, Iterator, Mapping, Sequence
from contextlib import contextmanager
from typing import TYPE_CHECKING, Any, NamedTuple

from narrow_cornice.programme.serial import planned, sampled
from narrow_cornice.programme.works import DAY, Aim, Placed, Plan, Terms, Work, dry_by_quarter, least_end

if TYPE_CHECKING:
    from ortools.sat.python import cp_model

Told = Callable[[Plan], None]
SAMPLE_SHARE = 0.3  # of the time, in which plans at once are tried
NEAR_SHARE = 0.25  # of the time, in which as little as can be is moved
THREADS = 4  # ways of searching, in turn where there are fewer processors: with few of them no bound is found


class Solved(NamedTuple):
    """The best plan found, what no plan can be better than in its aim (quarters, visits, or days of a tool), what it
    comes to itself, and whether that is proven."""

    plan: Plan
    worth: float
    bound: float
    proven: bool


# Many parameters: what is planned, what for, and how long.
def solved(
    works: Sequence[Work],
    terms: Terms,
    aim: Aim = "shortest",
    seconds: float = 10.0,
    former: Mapping[str, int] | None = None,
    told: Told | None = None,
    stopped: Callable[[], bool] = lambda: False,
) -> Solved:
    """Return the best plan found in so many seconds. ``former`` are the beginnings of an earlier plan, from which as
    little as can be is moved; ``told`` hears of every better plan. Raises ProgrammeError."""
    begin = time.monotonic()
    first = min((planned(works, terms, former), planned(works, terms)), key=lambda plan: plan.end)
    if not works:
        return Solved(first, 0.0, 0.0, True)
    least = least_end(works, terms)
    if first.end > least and not any(work.fixed is not None for work in works):
        if told is not None:
            told(first)
        first = sampled(works, terms, first, SAMPLE_SHARE * seconds, stopped, told)
    made = _Model(works, terms, aim, first)
    spent = time.monotonic() - begin
    best, bound, proven = made.search(first, seconds * (1 - NEAR_SHARE if former else 1.0) - spent, told, stopped)
    if former and not stopped():
        left = seconds - (time.monotonic() - begin)
        if left > 0:
            best = made.nearest(best, former, left, stopped)
    worth = made.worth(best)
    bound = max(bound, float(least) if aim == "shortest" else math.ceil(least / DAY))
    proven = proven or worth <= bound + 1e-9
    ends = math.ceil(bound) if aim == "shortest" else least
    return Solved(Plan(best.placed, ends), worth, bound, proven)


def worth_of(works: Sequence[Work], plan: Plan, aim: Aim) -> float:
    """Return what a plan comes to in an aim: quarters till the end, days on which anything is done, or days of tools
    (each tool counted on each day that it is used)."""
    if aim == "shortest":
        return float(plan.end)
    days: set[tuple[str, int]] = set()
    for work in works:
        one = plan.placed[work.id]
        for day in range(one.start // DAY, (one.end - 1) // DAY + 1):
            days.add((work.tool if aim == "fewest changes of tool" else "", day))
    return float(len({key for key in days if key[0] or aim != "fewest changes of tool"}))


class _Model:
    """The model of one programme."""

    def __init__(self, works: Sequence[Work], terms: Terms, aim: Aim, first: Plan) -> None:
        from ortools.sat.python import cp_model

        self.works, self.terms, self.aim = works, terms, aim
        self.horizon = first.end if aim == "shortest" else first.end + 2 * DAY
        model = self.model = cp_model.CpModel()
        self.starts: dict[str, Any] = {}
        self.ends: dict[str, Any] = {}
        self.hands: dict[str, list[tuple[int, Any]]] = {}
        self.whole: dict[str, Any] = {}
        self.dry: dict[str, Any] = {}
        crew: list[tuple[Any, int]] = []
        skilled: dict[str, list[tuple[Any, int]]] = {}
        limited = {skill for skill, _ in terms.skilled}
        for work in works:
            mine = self._work(work)
            crew += mine
            if work.skill in limited:
                of_skill = [(interval, terms.of_skill(work, hands)) for interval, hands in mine]
                skilled.setdefault(work.skill, []).extend(of_skill)
        for work in works:
            for before in work.after:
                if before in self.starts:
                    model.add(self.starts[work.id] >= self.dry[before])
        self._crew(crew, self.terms.crew)
        for skill, many in terms.skilled:
            if skill in skilled:
                self._crew(skilled[skill], max(1, many))
        self._rooms()
        self.makespan = model.new_int_var(0, self.horizon, "end")
        model.add_max_equality(self.makespan, list(self.ends.values()))
        self.goal: Any = self.makespan
        if aim != "shortest":
            self.goal = self._days(crew) * (self.horizon + 1) + self.makespan
        model.minimize(self.goal)

    def _work(self, work: Work) -> list[tuple[Any, int]]:
        """Add a work; return its intervals with the hands each takes."""
        model, top = self.model, self.horizon
        low = work.earliest * DAY
        start = model.new_int_var(min(low, top), top, f"s {work.id}")
        if work.fixed is not None:
            model.add(start >= work.fixed * DAY)
            model.add(start < (work.fixed + 1) * DAY)
        end = model.new_int_var(0, top, f"e {work.id}")
        choices = list(self.terms.choices(work))
        made, options = [], []
        for hands in choices:
            length = work.length(hands)
            if len(choices) == 1:
                interval = model.new_interval_var(start, length, end, work.id)
                self.whole[work.id] = interval
                self.hands[work.id] = [(hands, None)]
            else:
                taken = model.new_bool_var(f"{work.id} by {hands}")
                interval = model.new_optional_interval_var(start, length, end, taken, f"{work.id} by {hands}")
                options.append(taken)
                self.hands.setdefault(work.id, []).append((hands, taken))
            made.append((interval, hands))
        if options:
            model.add_exactly_one(options)
            size = model.new_int_var(1, top, f"l {work.id}")
            self.whole[work.id] = model.new_interval_var(start, size, end, work.id)
        self.starts[work.id], self.ends[work.id] = start, end
        self.dry[work.id] = self._dry(work, end)
        self._hours(work, start, end)
        return made

    def _dry(self, work: Work, end: Any) -> Any:
        """Return when a work is dry: from the quarter of the day in which it ends, by a table."""
        if work.dries <= 0:
            return end
        model = self.model
        day = model.new_int_var(0, self.horizon // DAY + 1, f"d {work.id}")
        quarter = model.new_int_var(1, DAY, f"q {work.id}")
        model.add(end == day * DAY + quarter)
        table = dry_by_quarter(work.dries)
        later = model.new_int_var(0, max(table), f"t {work.id}")
        model.add_element(quarter, table, later)
        dry = model.new_int_var(0, self.horizon + max(table) + DAY, f"y {work.id}")
        model.add(dry == day * DAY + later)
        return dry

    def _hours(self, work: Work, start: Any, end: Any) -> None:
        """Keep a work off days on which it may not be done, and noise inside its hours."""
        model, terms = self.model, self.terms
        barred = [day for day in range(self.horizon // DAY + 1) if terms.bars(work, day)]
        fixed = [model.new_fixed_size_interval_var(day * DAY, DAY, f"bar {work.id} {day}") for day in barred]
        if fixed:
            model.add_no_overlap([self.whole[work.id], *fixed])
        low, high = terms.noise
        if work.noisy and terms.noise != (0, DAY) and self._longest(work) <= high - low:
            day = model.new_int_var(0, self.horizon // DAY, f"n {work.id}")
            model.add(start >= day * DAY + low)
            model.add(end <= day * DAY + high)

    def _longest(self, work: Work) -> int:
        return max(work.length(hands) for hands in self.terms.choices(work))

    def _crew(self, crew: list[tuple[Any, int]], many: int) -> None:
        """Share hands out: those of all works, or those that have one skill."""
        most = max([many, *(hands for _, hands in crew)])
        self.model.add_cumulative([one for one, _ in crew], [hands for _, hands in crew], most)

    def _rooms(self) -> None:
        """One work at a time in a room, and no dust where something is wet."""
        model = self.model
        rooms: dict[str, list[Work]] = {}
        for work in self.works:
            rooms.setdefault(work.room, []).append(work)
        for mine in rooms.values():
            if len(mine) > 1:
                model.add_no_overlap([self.whole[work.id] for work in mine])
            dusty = [work for work in mine if work.air == "dust"]
            for wet in (work for work in mine if work.air == "wet" and work.dries > 0 and dusty):
                size = model.new_int_var(1, self.horizon + ROOM_TO_DRY, f"w {wet.id}")
                span = model.new_interval_var(self.starts[wet.id], size, self.dry[wet.id], f"wet {wet.id}")
                for work in dusty:
                    model.add_no_overlap([self.whole[work.id], span])

    def _days(self, crew: list[tuple[Any, int]]) -> Any:
        """Return how many days are worked on, or of how many days each tool is used: a day without is a stretch that
        takes all of its hands, or all works of that tool."""
        model, days = self.model, range(self.horizon // DAY + 1)
        used = []
        if self.aim == "fewest visits":
            groups = [([one for one, _ in crew], [hands for _, hands in crew], max(h for _, h in crew))]
        else:
            tools: dict[str, list[Any]] = {}
            for work in self.works:
                if work.tool:
                    tools.setdefault(work.tool, []).append(self.whole[work.id])
            groups = [(mine, [1] * len(mine), len(mine)) for mine in tools.values()]
        for intervals, demands, most in groups:
            most = max(most, self.terms.crew)
            free = []
            for day in days:
                on = model.new_bool_var("")
                used.append(on)
                free.append(model.new_optional_fixed_size_interval_var(day * DAY, DAY, on.negated(), ""))
            model.add_cumulative([*intervals, *free], [*demands, *[most] * len(free)], most)
        self.used = used
        return sum(used)

    def _hint(self, plan: Plan) -> None:
        self.model.clear_hints()
        for work in self.works:
            one = plan.placed[work.id]
            self.model.add_hint(self.starts[work.id], one.start)
            self.model.add_hint(self.ends[work.id], one.end)
            for hands, taken in self.hands[work.id]:
                if taken is not None:
                    self.model.add_hint(taken, hands == one.hands)

    def _plan(self, value: Callable[[Any], int]) -> Plan:
        placed = {}
        for work in self.works:
            hands = next(many for many, taken in self.hands[work.id] if taken is None or value(taken))
            start = value(self.starts[work.id])
            placed[work.id] = Placed(start, start + work.length(hands), hands)
        return Plan(placed)

    def worth(self, plan: Plan) -> float:
        return worth_of(self.works, plan, self.aim)

    def search(
        self, first: Plan, seconds: float, told: Told | None, stopped: Callable[[], bool]
    ) -> tuple[Plan, float, bool]:
        """Return the best plan found, the bound of the aim, and whether it is proven best."""
        from ortools.sat.python import cp_model

        self._hint(first)
        solver = _solver(seconds)
        best = first

        def found(plan: Plan) -> None:
            nonlocal best
            if (self.worth(plan), plan.end) < (self.worth(best), best.end):
                best = plan
                if told is not None:
                    told(plan)

        with _ended_by(solver, stopped):
            status = solver.solve(self.model, _listener(self, found))
        if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            return first, 0.0, False  # somebody fixed what cannot be: the plan at once says what it misses
        found(self._plan(solver.value))
        bound = solver.best_objective_bound
        if self.aim != "shortest":
            bound = max(0, math.ceil((bound - self.horizon) / (self.horizon + 1) - 1e-6))
        return best, float(bound), status == cp_model.OPTIMAL

    def nearest(self, best: Plan, former: Mapping[str, int], seconds: float, stopped: Callable[[], bool]) -> Plan:
        """Return a plan as good as the best that moves as little as can be from a former one."""
        from ortools.sat.python import cp_model

        model = self.model
        model.add(self.makespan <= best.end)
        if self.aim != "shortest":
            model.add(sum(self.used) <= round(self.worth(best)))
        moves = []
        for key, there in former.items():
            if key in self.starts:
                moved = model.new_int_var(0, self.horizon + abs(there), f"m {key}")
                model.add_abs_equality(moved, self.starts[key] - there)
                moves.append(moved)
        model.minimize(sum(moves))
        self._hint(best)
        solver = _solver(seconds)
        kept = best
        far = sum(abs(best.placed[key].start - there) for key, there in former.items() if key in best.placed)

        def found(plan: Plan) -> None:
            nonlocal kept, far
            now = sum(abs(plan.placed[key].start - there) for key, there in former.items() if key in plan.placed)
            if now < far:
                kept, far = plan, now

        with _ended_by(solver, stopped):
            status = solver.solve(model, _listener(self, found))
        if status in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            found(self._plan(solver.value))
        return kept


ROOM_TO_DRY = 60 * DAY
WATCH = 0.05  # s


def _solver(seconds: float) -> cp_model.CpSolver:
    from ortools.sat.python import cp_model

    solver = cp_model.CpSolver()
    solver.parameters.max_time_in_seconds = max(0.05, seconds)
    solver.parameters.num_workers = THREADS
    solver.parameters.random_seed = 1
    return solver


@contextmanager
def _ended_by(solver: cp_model.CpSolver, stopped: Callable[[], bool]) -> Iterator[None]:
    """End a search soon after it is stopped: it hears nothing by itself until it finds a better plan."""
    over = threading.Event()

    def watch() -> None:
        while not over.wait(WATCH):
            if stopped():
                solver.stop_search()

    watcher = threading.Thread(target=watch, daemon=True)
    watcher.start()
    try:
        yield
    finally:
        over.set()
        watcher.join()


def _listener(made: _Model, found: Callable[[Plan], None]) -> Any:
    from ortools.sat.python import cp_model

    class Listener(cp_model.CpSolverSolutionCallback):  # type: ignore[misc]
        """Hears of plans while they are searched for."""

        def on_solution_callback(self) -> None:
            """Take up a plan."""
            found(made._plan(self.value))

    return Listener()
