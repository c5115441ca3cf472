"""Works laid over days."""

from __future__ import annotations

import random
import time


def works_over_days() -> None:
    """Lay 300 works of 12 rooms over days: at once, and searched for in 2 and in 20 seconds, against the bound."""
    from narrow_cornice.programme.serial import planned
    from narrow_cornice.programme.solver import solved
    from narrow_cornice.programme.works import Terms, Work, in_parts

    chance, works = random.Random(1), list[Work]()
    for room in range(12):
        mine: list[str] = []
        for number in range(25):
            after = (mine[-1] if chance.random() < 0.75 else chance.choice(mine),) if mine else ()
            hours, hands = chance.uniform(0.3, 6), (1, 2) if chance.random() < 0.6 else (1, 1)
            dries, air = chance.choice([0, 0, 4, 4, 16, 24]), chance.choice(["", "dust", "wet", "wet"])
            key = f"r{room}:{number}"
            works.append(Work(key, f"r{room}", key, hours, hands, after, dries, air, noisy=chance.random() < 0.1))  # type: ignore[arg-type]
            mine.append(key)
    for crew in (2, 4):
        terms = Terms(crew, (4, 28))
        parts = in_parts(works, terms)
        begin = time.perf_counter()
        at_once = planned(parts, terms)
        spent = (time.perf_counter() - begin) * 1000
        found = [solved(parts, terms, seconds=seconds) for seconds in (2.0, 20.0)]
        over = [100 * (one.plan.end / one.bound - 1) for one in found]
        print(
            f"{len(parts)} works in 12 rooms by {crew}: {at_once.days} days at once in {spent:.0f} ms; "
            f"{over[0]:.1f} % over the bound in 2 s, {over[1]:.1f} % in 20 s (aim 5)"
        )
