"""How long a thing takes, as a median of several runs."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable

RUNS = 9


def median(times: list[float]) -> float:
    return statistics.median(times)


def timed(work: Callable[[], object], runs: int = RUNS) -> list[float]:
    times = []
    for _ in range(runs):
        begin = time.perf_counter()
        work()
        times.append(time.perf_counter() - begin)
    return times
