"""Sets of numbers as spans that do not meet: what is allowed of a start, a gap or a joint, worked out exactly."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence

Span = tuple[float, float]
NEAR = 1e-9


def joined(spans: Iterable[Span]) -> tuple[Span, ...]:
    """Return the spans in their order, those that touch as one; empty ones are left out, single places stay."""
    made: list[Span] = []
    for low, high in sorted(span for span in spans if span[1] >= span[0] - NEAR):
        if made and low <= made[-1][1] + NEAR:
            made[-1] = (made[-1][0], max(made[-1][1], high))
        else:
            made.append((low, max(low, high)))
    return tuple(made)


def common(one: Sequence[Span], other: Sequence[Span]) -> tuple[Span, ...]:
    """Return what lies in both sets."""
    return joined((max(a, c), min(b, d)) for a, b in one for c, d in other if min(b, d) >= max(a, c) - NEAR)


def nearest(spans: Sequence[Span], wished: float) -> float | None:
    """Return the place of a set that is nearest to a wished one, None of an empty set."""
    places = (min(max(wished, low), high) for low, high in spans)
    return min(places, key=lambda place: abs(place - wished), default=None)


def repeated(spans: Iterable[Span], period: float, low: float, high: float) -> tuple[Span, ...]:
    """Return a set that repeats by a ``period`` as far as it lies between two places."""
    made = []
    for a, b in spans:
        first, last = math.floor((low - b) / period), math.ceil((high - a) / period)
        made += [(max(low, a + n * period), min(high, b + n * period)) for n in range(first, last + 1)]
    return joined(made)
