"""Dates as people write them in a letter."""

from __future__ import annotations

import re
from datetime import date, datetime

# The day comes before the month where both are figures, as on the building sites this is made for.
_FIGURES = ("%Y-%m-%d", "%d.%m.%Y", "%d/%m/%Y", "%d.%m.%y")
# Whatever the desktop speaks, the months go by these: the system's own words for them would hang on its language.
_MONTHS = (
    *("january", "february", "march", "april", "may", "june", "july"),
    *("august", "september", "october", "november", "december"),
)
_LEAST_LETTERS = 3
_IN_WORDS = (
    re.compile(r"(?P<day>\d{1,2}) (?P<month>[a-z]+)\.? (?P<year>\d{4})"),
    re.compile(r"(?P<month>[a-z]+)\.? (?P<day>\d{1,2}) (?P<year>\d{4})"),
    re.compile(r"(?P<month>[a-z]+)\.? (?P<year>\d{4})"),
    re.compile(r"(?P<year>\d{4})-(?P<month>\d{1,2})"),
    re.compile(r"(?P<month>\d{1,2})/(?P<year>\d{4})"),
)
_ORDINAL = re.compile(r"\b(\d{1,2})(?:st|nd|rd|th)\b", re.IGNORECASE)
_LEADING = re.compile(r"^(?:by|before|until|till|at the latest)\s+(?:the\s+)?", re.IGNORECASE)


def parse_date(text: str) -> date | None:
    """Return the day that a text names, the last one of a month that it names, None where it names neither.

    Read are 2027-03-15, 15.3.2027, 15/3/2027, 15 March 2027, March 15, 2027 and March 2027, with "by" or "before".
    """
    bare = _ORDINAL.sub(r"\1", _LEADING.sub("", text.strip())).replace(",", " ")
    bare = " ".join(word for word in bare.lower().split() if word != "of")
    for form in _FIGURES:
        try:
            return datetime.strptime(bare, form).date()
        except ValueError:
            continue
    from calendar import monthrange  # which the start can do without

    for words in _IN_WORDS:
        found = words.fullmatch(bare)
        month = _month(found["month"]) if found is not None else 0
        if found is None or not month:
            continue
        year, day = int(found["year"]), found.groupdict().get("day")
        try:
            return date(year, month, int(day) if day else monthrange(year, month)[1])
        except ValueError:
            return None
    return None


def _month(word: str) -> int:
    """Return the number of a month, nought for what is none."""
    if word.isdigit():
        return int(word) if 1 <= int(word) <= len(_MONTHS) else 0
    if len(word) < _LEAST_LETTERS:
        return 0
    return next((number for number, name in enumerate(_MONTHS, 1) if name.startswith(word)), 0)


def today() -> int:
    """Return the present day as its proleptic ordinal."""
    return date.today().toordinal()
