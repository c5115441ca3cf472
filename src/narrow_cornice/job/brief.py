"""The brief: who needs what, how it should feel, what may be done, what is there and what becomes of it."""

from __future__ import annotations

import re
from typing import Literal

import msgspec

from narrow_cornice.units.lengths import Length

Tenure = Literal["not said", "owned", "rented"]
Asked = Literal["not asked", "asked", "given", "refused"]
Rank = Literal["must", "wish"]
Decision = Literal["keep", "alter", "move", "let go"]
Permit = Literal[
    "paint the walls", "paint the woodwork", "make holes", "change the floor", "change what the street sees"
]
Worker = Literal["not said", "a crew", "the client", "the client with help"]


class Person(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Somebody the house is for, by role: how high they reach, and whether steps and edges are a danger to them."""

    id: str
    name: str = ""
    reach: Length | None = None
    steps: Literal["steady", "unsteady"] = "steady"


class Permission(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Something that somebody else decides, and what they said."""

    id: str
    what: Permit = "paint the walls"
    state: Asked = "not asked"
    by: str = ""


class Need(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """What somebody does in a room or wishes for, in the order of rank. ``answer`` is what meets it."""

    id: str
    who: str = ""
    words: str = ""
    rank: Rank = "must"
    answer: str = ""


class Furnishing(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A piece that is in the room, with what becomes of it; ``to`` is the room it moves to, ``how`` what is altered."""

    id: str
    name: str = ""
    decision: Decision = "keep"
    how: str = ""
    to: str = ""
    width: Length | None = None
    depth: Length | None = None
    height: Length | None = None


class FixedElement(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Something that stays and that everything must agree with, with its colours as #rrggbb."""

    id: str
    name: str = ""
    colours: tuple[str, ...] = ()


class ToHide(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Something nobody should see, and the answer to it."""

    id: str
    name: str = ""
    answer: str = ""


class RoomBrief(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """The brief of one room; an empty style or mood is the house's."""

    style: str = ""
    moods: tuple[str, ...] = ()
    needs: tuple[Need, ...] = ()
    pieces: tuple[Furnishing, ...] = ()
    fixed: tuple[FixedElement, ...] = ()
    hide: tuple[ToHide, ...] = ()


class HouseBrief(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """The brief of the whole job: ``rules`` are the house's own, ``budget`` in its money, ``by`` a date in words."""

    style: str = ""
    moods: tuple[str, ...] = ()
    tenure: Tenure = "not said"
    rules: str = ""
    budget: float | None = None
    by: str = ""
    worker: Worker = "not said"
    people: tuple[Person, ...] = ()
    permissions: tuple[Permission, ...] = ()


def house_rules_in_words(house: HouseBrief) -> tuple[str, ...]:
    """Return the house's own rules one by one; they are written in one line, parted by semicolons or full stops."""
    parts = (part.strip(" \t\n.") for part in re.split(r";|\.\s|\n", house.rules))
    return tuple(dict.fromkeys(part for part in parts if part))
