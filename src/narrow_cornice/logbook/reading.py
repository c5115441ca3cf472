"""What somebody writes at the end of a day, as entries: "2 L Sedge on the walls, 14 m², 3 h, batch 4711".

Lines, or parts of one set apart by semicolons, are entries; a day, a room, a paint, a colour and a surface are looked
for among those that the job has, the longest name first, and go into the entry by their identity. What is left of the
words is kept as it was written.
"""

from __future__ import annotations

import re
from collections.abc import Iterable

from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.errors import CorniceError
from narrow_cornice.finishes.spread import LOSSES
from narrow_cornice.job.logged import Entry, EntryKind, Measured
from narrow_cornice.job.model import Job, Room
from narrow_cornice.units.dates import parse_date

MOST_LINES = 400
_NUMBER = r"(\d{1,6}(?:[.,]\d{1,4})?)"
_LITRES = re.compile(_NUMBER + r"\s*(?:l|lt|litres?|liters?)\b", re.IGNORECASE)
_HOURS = re.compile(_NUMBER + r"\s*(?:h|hrs?|hours?)\b", re.IGNORECASE)
_AREA = re.compile(_NUMBER + r"\s*(?:m²|m2|sqm)(?!\w)", re.IGNORECASE)
_FEET = re.compile(_NUMBER + r"\s*(?:ft²|sq\s*ft|sqft)(?!\w)", re.IGNORECASE)
_COATS = re.compile(r"(\d)\s*coats?\b|\b(one|two|three)\s+coats?\b", re.IGNORECASE)
_BATCH = re.compile(r"\bbatch(?:es)?\s*[:#]?\s*([\w/-]{1,40})", re.IGNORECASE)
_AMOUNT = re.compile(
    _NUMBER + r"\s*(m|metres?|meters?|m²|m2|sqm|kg|bags?|box|boxes|rolls?|sheets?|pieces?)(?!\w)", re.IGNORECASE
)
UNITS: dict[str, Measured] = {
    **dict.fromkeys(("m", "metre", "metres", "meter", "meters"), "m"),
    **dict.fromkeys(("m²", "m2", "sqm"), "m²"),
    "kg": "kg",
    **dict.fromkeys(("bag", "bags"), "bags"),
    **dict.fromkeys(("box", "boxes"), "boxes"),
    **dict.fromkeys(("roll", "rolls"), "rolls"),
    **dict.fromkeys(("sheet", "sheets"), "sheets"),
    **dict.fromkeys(("piece", "pieces"), "pieces"),
}
_WORDS = {"one": 1.0, "two": 2.0, "three": 3.0}
SQUARE_FOOT = 0.09290304  # m², exactly
KINDS: dict[str, EntryKind] = {
    "painted": "painted",
    "rolled": "painted",
    "sprayed": "painted",
    "stained": "painted",
    "fitted": "fitted",
    "fixed": "fitted",
    "built": "built",
    "laid": "laid",
    "tiled": "laid",
    "hung": "hung",
    "papered": "hung",
    "sanded": "prepared",
    "filled": "prepared",
    "washed": "prepared",
    "stripped": "prepared",
}


class LogError(CorniceError, ValueError):
    """Words that say nothing that could be written down."""


def read_entries(job: Job, text: str, day: int, room_id: str = "") -> tuple[Entry, ...]:
    """Return what was written as entries, of ``day`` and ``room_id`` where a line names none.

    Raises LogError for nothing, and for more than can be read at once.
    """
    parts = [part.strip(" \t-·•*") for line in text.splitlines() for part in line.split(";")]
    parts = [part for part in parts if part]
    if not parts:
        raise LogError("Nothing was written.", remedy="Write what was done, as: 2 L Sedge on the walls, 14 m², 3 h.")
    if len(parts) > MOST_LINES:
        raise LogError(f"{len(parts)} lines are too many at once; {MOST_LINES} are the most.")
    made, now = [], day
    for part in parts:
        head, found = _day_before(part)
        if found is not None:
            now, part = found, head
            if not part:
                continue
        made.append(_entry(job, part, now, room_id))
    if not made:
        raise LogError("Only days were written.", remedy="Write what was done on them as well.")
    return tuple(made)


def _day_before(part: str) -> tuple[str, int | None]:
    """Return what follows a day that a line begins with, and that day; the line itself and None where it begins with
    none."""
    head, colon, rest = part.partition(":")
    for words, left in (
        ((head, rest), (part.split(" ", 1)[0], part.partition(" ")[2]))
        if colon
        else (
            (part, ""),
            (part.split(" ", 1)[0], part.partition(" ")[2]),
        )
    ):
        found = parse_date(words) if any(sign.isdigit() for sign in words) and len(words) < 24 else None
        if found is not None:
            return left.strip(" ,:"), found.toordinal()
    return part, None


def _entry(job: Job, text: str, day: int, room_id: str) -> Entry:
    room = _named(text, ((room.name, room.id) for room in job.rooms)) or room_id
    colour = _named(text, ((one.name, one.id) for one in job.colours))
    paint = _named(text, ((one.name, one.id) for one in job.paints))
    held = next((one for one in job.rooms if one.id == room), None)
    litres = _first(_LITRES, text)
    lower = text.lower()
    kind = next((kind for word, kind in KINDS.items() if re.search(rf"\b{word}\b", lower)), None)
    if kind is None:
        kind = "painted" if litres is not None or paint else "other"
    surface = ""
    if kind == "painted":  # only then it is asked which of the room's paints it was
        surface, paint, colour = _surface(job, held, text, paint, colour)
    area = _first(_AREA, text)
    feet = _first(_FEET, text)
    if area is None and feet is not None:
        area = feet * SQUARE_FOOT
    batch = _BATCH.search(text)
    method = next((way for way in LOSSES if re.search(rf"\b{way}(?:ed|ing|er)?\b", lower)), "")
    amount = _AMOUNT.search(_LITRES.sub("", _AREA.sub("", text, count=1)))
    return Entry(
        "",
        day,
        text[:2000],
        room,
        kind,
        surface=surface,
        paint=paint,
        colour=colour,
        batch=batch.group(1) if batch else "",
        litres=litres,
        area=area,
        coats=_coats(text),
        method=method,
        amount=float(amount.group(1).replace(",", ".")) if amount else None,
        unit=UNITS[amount.group(2).lower()] if amount else "",
        hours=_first(_HOURS, text),
    )


def _first(pattern: re.Pattern[str], text: str) -> float | None:
    found = pattern.search(text)
    return float(found.group(1).replace(",", ".")) if found else None


def _coats(text: str) -> float:
    found = _COATS.search(text)
    if not found:
        return 1.0
    return float(found.group(1)) if found.group(1) else _WORDS[found.group(2).lower()]


def _named(text: str, named: Iterable[tuple[str, str]]) -> str:
    """Return the identity of the thing whose name stands in a text, of several the one with the longest name, empty for
    none."""
    lower = text.lower()
    found = [
        (len(name), key) for name, key in named if name and re.search(rf"(?<!\w){re.escape(name.lower())}(?!\w)", lower)
    ]
    return max(found)[1] if found else ""


def _surface(job: Job, room: Room | None, text: str, paint: str, colour: str) -> tuple[str, str, str]:
    """Return the surface that a text is of, with its paint and colour, where the room has one such and only one."""
    if room is None:
        return "", paint, colour
    lower, fitting = text.lower(), []
    for one in coated_surfaces(room, job.house_rules, job.paints, job.colours):
        if one.paint is None or one.left:
            continue
        if (paint and one.paint.id != paint) or (colour and one.finish.colour != colour):
            continue
        words = {one.surface.group.lower(), one.surface.group.lower().split()[-1], one.surface.name.lower()}
        named = any(re.search(rf"\b{re.escape(word.rstrip('s'))}s?\b", lower) for word in words)
        fitting.append((named, one))
    chosen = [one for named, one in fitting if named]
    if not chosen and (paint or colour):
        chosen = [one for _, one in fitting]
    products = {(one.paint.id, one.finish.colour or "") for one in chosen if one.paint is not None}
    groups = {one.surface.group for one in chosen}
    if len(products) == 1:
        (paint, colour) = products.pop()
    return groups.pop() if len(groups) == 1 else "", paint, colour
