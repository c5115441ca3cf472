"""Working days: from the day the work begins, without Sundays, Saturdays unless they are worked on, and days on which
nobody works."""

from __future__ import annotations

from datetime import date

import msgspec

from narrow_cornice.job.programmed import Programming
from narrow_cornice.memo import by_identity

SATURDAY, SUNDAY = 5, 6
MOST = 4_000


class WorkingDays(msgspec.Struct, frozen=True):
    """The working days of a programme, as proleptic ordinals; none where nobody said when it begins."""

    days: tuple[int, ...] = ()

    def ordinal(self, day: int) -> int | None:
        """Return which day of the calendar a working day is, None where nobody said when the work begins."""
        return self.days[day] if 0 <= day < len(self.days) else None

    def on_or_after(self, ordinal: int) -> int | None:
        """Return the first working day that is not before one of the calendar, None where none is."""
        import bisect

        place = bisect.bisect_left(self.days, ordinal)
        return place if place < len(self.days) else None

    def is_worked(self, ordinal: int) -> bool:
        """Return whether a day of the calendar is worked on."""
        place = self.on_or_after(ordinal)
        return place is not None and self.days[place] == ordinal


@by_identity(times=1, each="job")
def working_days(programme: Programming) -> WorkingDays:
    """Return the working days of a programme."""
    begins = programme.begins.ordinal
    if begins is None:
        return WorkingDays()
    nobody = [(one.first, one.last) for one in programme.kept_free if not one.room]
    made: list[int] = []
    day = begins
    while len(made) < MOST and day < begins + 2 * MOST:
        weekday = date.fromordinal(day).weekday()
        free = weekday == SUNDAY or (weekday == SATURDAY and not programme.saturdays)
        if not free and not any(first <= day <= last for first, last in nobody):
            made.append(day)
        day += 1
    return WorkingDays(tuple(made))
