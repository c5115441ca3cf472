"""Changes to the brief, by the path of a place in it; an empty room is the house."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, get_args, get_origin, get_type_hints

import msgspec
from msgspec.structs import replace

from narrow_cornice.colour.tones import checked_colour
from narrow_cornice.job import brief as brief_types
from narrow_cornice.job.brief import (
    Day,
    FixedElement,
    Furnishing,
    HouseBrief,
    Need,
    OwnRule,
    Permission,
    Person,
    RoomBrief,
    ToHide,
    rules_in_words,
)
from narrow_cornice.job.edits.making import EditError, checked_size, fresh_id
from narrow_cornice.job.finishes import Colour
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.job.styles import manner_of, moods, styles
from narrow_cornice.units.dates import parse_date
from narrow_cornice.units.lengths import Length, Unit, parse_length

LONGEST_WORDS = 2_000
MOST_MOODS, MOST_COLOURS, MOST_ITEMS = 6, 12, 500

ITEMS: dict[str, tuple[type[msgspec.Struct], str]] = {
    "people": (Person, "u"),
    "permissions": (Permission, "g"),
    "needs": (Need, "q"),
    "furnishings": (Furnishing, "b"),
    "fixed": (FixedElement, "x"),
    "hide": (ToHide, "h"),
}
_WORDS = {
    "needs": "need",
    "people": "person",
    "permissions": "permission",
    "furnishings": "piece",
    "fixed": "fixed element",
}


def brief_of(job: Job, room_id: str) -> HouseBrief | RoomBrief:
    """Return the brief of a room, of the house for none. Raises KeyError where that room is not there."""
    return job.room(room_id).brief if room_id else job.brief


def _with_brief(job: Job, room_id: str, brief: Any) -> Job:
    if not room_id:
        return replace(job, brief=brief)
    rooms = tuple(replace(room, brief=brief) if room.id == room_id else room for room in job.rooms)
    return replace(job, rooms=rooms)


def _changed(job: Job, room_id: str, **fields: Any) -> Job:
    return _with_brief(job, room_id, replace(brief_of(job, room_id), **fields))


def add_brief_item(path: BriefPath) -> Edit:
    """Add an empty item to the list of a path, to be filled in place."""
    room_id, which = path.room, path.list
    kind, prefix = ITEMS[which]

    def apply(job: Job) -> Job:
        there = getattr(brief_of(job, room_id), which)
        if len(there) >= MOST_ITEMS:
            raise EditError("That is more than one brief can have.", where=which)
        return _changed(job, room_id, **{which: (*there, kind(id=fresh_id(prefix, (one.id for one in there))))})

    return Edit(f"brief: add a {_WORDS.get(which, 'thing to hide')}", apply)


def remove_brief_item(path: BriefPath) -> Edit:
    """Take the item of a path out of the brief."""
    room_id, which, item_id = path.room, path.list, path.item

    def apply(job: Job) -> Job:
        there = getattr(brief_of(job, room_id), which)
        return _changed(job, room_id, **{which: tuple(one for one in there if one.id != item_id)})

    return Edit(f"brief: remove a {_WORDS.get(which, 'thing to hide')}", apply)


def set_furnished(room_id: str, stays: bool | None) -> Edit:
    """Say whether furniture stays in a room while it is worked in; None leaves it to its pieces."""
    words = {True: "furniture stays", False: "empty while it is worked in", None: "furnished as its pieces say"}[stays]
    return Edit(f"brief: {words}", lambda job: _changed(job, room_id, furnished=stays))


def raise_need(path: BriefPath, way: int) -> Edit:
    """Move the need of a path up (−1) or down (+1) in its rank."""
    room_id, item_id = path.room, path.item

    def apply(job: Job) -> Job:
        needs = list(job.room(room_id).brief.needs)
        at = next((i for i, one in enumerate(needs) if one.id == item_id), None)
        if at is None or not 0 <= at + way < len(needs):
            return job
        needs[at], needs[at + way] = needs[at + way], needs[at]
        return _changed(job, room_id, needs=tuple(needs))

    return Edit("brief: rank of a need", apply)


def set_brief(path: BriefPath, text: str, unit: Unit) -> Edit:
    """Put what was typed or chosen into a field of the brief. Raises EditError or LengthError."""
    room_id, which, item_id, field = path.room, path.list, path.item, path.field
    holder = ITEMS[which][0] if which else (RoomBrief if room_id else HouseBrief)
    value = _value(holder, field, text.strip(), unit)
    title = f"brief: {field.replace('_', ' ')} to {text.strip()[:40] or 'nothing'}"

    def apply(job: Job) -> Job:
        if not which:
            put = _own_rules(job.brief.rules, value) if field == "rules" else value
            return _changed(job, room_id, **{field: put})
        there = getattr(brief_of(job, room_id), which)
        return _changed(
            job,
            room_id,
            **{which: tuple(replace(one, **{field: value}) if one.id == item_id else one for one in there)},
        )

    return Edit(title, apply)


def _value(holder: type[msgspec.Struct], field: str, text: str, unit: Unit) -> Any:
    """Return a typed text as the field's own type."""
    hint = get_type_hints(holder, vars(brief_types))[field]
    if len(text) > LONGEST_WORDS:
        raise EditError(f"{len(text)} signs are more than a brief can hold here.", where=field)
    if field == "colours":
        tones = [
            part if part.startswith("#") else f"#{part}" for part in text.replace(",", " ").replace(";", " ").split()
        ]
        return tuple(checked_colour(tone.lower(), "colours") for tone in tones[:MOST_COLOURS])
    if field == "style":
        return manner_of(text, styles())
    if field == "moods":
        words = [word.strip().lower() for word in text.replace(";", ",").split(",")]
        return tuple(manner_of(word, moods()) for word in list(dict.fromkeys(filter(None, words)))[:MOST_MOODS])
    if field == "rules":
        return rules_in_words(text)
    if holder is HouseBrief and field == "by":
        day = parse_date(text)
        return Day(text, day.toordinal() if day is not None else None)
    if field == "budget":
        return _money(text)
    if get_origin(hint) is not None and Length in get_args(hint):
        return checked_size(parse_length(text, unit), field) if text else None
    if get_origin(hint) is not None and str(get_origin(hint)).endswith("Literal"):
        if text not in get_args(hint):
            raise EditError(f"“{text[:40]}” is none of: {', '.join(get_args(hint))}.", where=field)
        return text
    return text


def _own_rules(there: Sequence[OwnRule], words: Sequence[str]) -> tuple[OwnRule, ...]:
    """Return the house's own rules as they were written anew: one whose words stay is the same rule."""
    known = {rule.words: rule for rule in there}
    made: list[OwnRule] = []
    for one in words:
        fresh = fresh_id("rule", [rule.id for rule in (*there, *made)])
        made.append(known.get(one) or OwnRule(fresh, one))
    return tuple(made)


def _money(text: str) -> float | None:
    if not text:
        return None
    try:
        amount = float(text.replace(" ", "").replace("\u00a0", "").replace(",", "."))
    except ValueError:
        raise EditError(
            f"“{text[:40]}” is no amount of money.", where="budget", remedy="Write for example 2500."
        ) from None
    if not 0 <= amount < 1e9:
        raise EditError(f"A budget of {amount:g} cannot be.", where="budget")
    return amount


def take_fixed_colours(path: BriefPath) -> Edit:
    """Take the colours of the fixed element of a path into the colours of the job, named after it."""
    room_id, item_id = path.room, path.item

    def apply(job: Job) -> Job:
        element = next((one for one in job.room(room_id).brief.fixed if one.id == item_id), None)
        if element is None:
            return job
        colours = list(job.colours)
        for number, tone in enumerate(element.colours, 1):
            if all(one.hex.lower() != tone for one in colours):
                name = element.name or "fixed"
                called = name if len(element.colours) == 1 else f"{name} {number}"
                colours.append(Colour(fresh_id("c", (one.id for one in colours)), called, tone))
        return replace(job, colours=tuple(colours)) if len(colours) > len(job.colours) else job

    return Edit("take the fixed colours", apply)
