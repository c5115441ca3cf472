"""Dates as people write them in a letter."""

from __future__ import annotations

import re
from datetime import date, datetime

# The day comes before the month where both are figures, as on the building sites this is made for.
_DAYS = ("%Y-%m-%d", "%d.%m.%Y", "%d/%m/%Y", "%d.%m.%y", "%d %B %Y", "%d %b %Y", "%B %d %Y", "%b %d %Y")
_MONTHS = ("%B %Y", "%b %Y", "%Y-%m", "%m/%Y")
_ORDINAL = re.compile(r"\b(\d{1,2})(?:st|nd|rd|th)\b", re.IGNORECASE)
_LEADING = re.compile(r"^(?:by|before|until|till|at the latest)\s+(?:the\s+)?", re.IGNORECASE)


def parse_date(text: str) -> date | None:
    """Return the day that a text names, the last one of a month that it names, None where it names neither.

    Read are 2027-03-15, 15.3.2027, 15/3/2027, 15 March 2027, March 15, 2027 and March 2027, with "by" or "before".
    """
    bare = _ORDINAL.sub(r"\1", _LEADING.sub("", text.strip())).replace(",", " ")
    bare = " ".join(word for word in bare.split() if word.lower() != "of")
    for form in _DAYS:
        try:
            return datetime.strptime(bare, form).date()
        except ValueError:
            continue
    for form in _MONTHS:
        try:
            first = datetime.strptime(bare, form).date()
        except ValueError:
            continue
        import calendar

        return first.replace(day=calendar.monthrange(first.year, first.month)[1])
    return None


def today() -> int:
    """Return the present day as its proleptic ordinal."""
    return date.today().toordinal()
