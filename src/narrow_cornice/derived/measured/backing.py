"""Where fixings can land behind a wall."""

from __future__ import annotations

from narrow_cornice.job.measured import Backing

MOST_STUDS = 400


def stud_places(backing: Backing | None, length: float) -> tuple[float, ...]:
    """Return the places of studs along a wall in mm from its left end: as found, else by first and spacing.

    Empty where there are none or nobody knows.
    """
    if backing is None or backing.kind != "studs":
        return ()
    if backing.found:
        return tuple(sorted(one.mm for one in backing.found if 0.0 <= one.mm <= length))
    if backing.spacing is None or backing.spacing.mm * MOST_STUDS < length:
        return ()
    first = backing.first.mm if backing.first is not None else backing.spacing.mm
    count = int((length - first) // backing.spacing.mm) + 1 if first <= length else 0
    return tuple(first + number * backing.spacing.mm for number in range(count))
