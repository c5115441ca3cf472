"""The brief: who needs what, how it should feel, what may be done, what is there and what becomes of it."""

import re
from typing import Literal

import msgspec

from narrow_cornice.units.lengths import Length
from narrow_cornice.units.words import Id, Tone, Words

Tenure = Literal["not said", "owned", "rented"]
PermissionState = Literal["not asked", "asked", "given", "refused"]
Rank = Literal["must", "wish"]
Decision = Literal["keep", "alter", "move", "let go"]
Permit = Literal[
    "paint the walls", "paint the woodwork", "make holes", "change the floor", "change what the street sees"
]
Worker = Literal["not said", "a crew", "the client", "the client with help"]


class Manner(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A style or a mood: one of the styles table by its ``key``, or somebody's own ``words`` that suggest nothing."""

    key: Id = ""
    words: Words = ""

    @property
    def shown(self) -> str:
        """Return it in words, empty where nobody said."""
        return self.key or self.words


class Day(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A date as somebody wrote it, and the day it names (proleptic ordinal), None where it is none to reckon with."""

    text: Words = ""
    ordinal: int | None = None


class OwnRule(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A rule of the house, in its own words."""

    id: Id
    words: Words


class Person(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Somebody the house is for, by role: how high they reach, and whether steps and edges are a danger to them."""

    id: Id
    name: Words = ""
    reach: Length | None = None
    steps: Literal["steady", "unsteady"] = "steady"


class Permission(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Something that somebody else decides, and what they said."""

    id: Id
    what: Permit = "paint the walls"
    state: PermissionState = "not asked"
    by: Words = ""


class Need(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """What somebody does in a room or wishes for, in the order of rank. ``answer`` is what meets it."""

    id: Id
    who: Words = ""
    words: Words = ""
    rank: Rank = "must"
    answer: Words = ""


class Furnishing(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A piece that is in the room, with what becomes of it; ``to`` is the room it moves to, ``how`` what is altered."""

    id: Id
    name: Words = ""
    decision: Decision = "keep"
    how: Words = ""
    to: Id = ""
    width: Length | None = None
    depth: Length | None = None
    height: Length | None = None


class FixedElement(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Something that stays and that everything must agree with, with its colours as #rrggbb."""

    id: Id
    name: Words = ""
    colours: tuple[Tone, ...] = ()


class ToHide(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Something nobody should see, and the answer to it."""

    id: Id
    name: Words = ""
    answer: Words = ""


class RoomBrief(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """The brief of one room; an empty style or mood is the house's. ``furnished`` says whether furniture stays there
    while it is worked in, None where its pieces say so."""

    style: Manner = Manner()
    moods: tuple[Manner, ...] = ()
    needs: tuple[Need, ...] = ()
    furnishings: tuple[Furnishing, ...] = ()
    fixed: tuple[FixedElement, ...] = ()
    hide: tuple[ToHide, ...] = ()
    furnished: bool | None = None


class HouseBrief(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """The brief of the whole job: ``rules`` are the house's own, ``budget`` in its money, ``by`` when
    it is to be done."""

    style: Manner = Manner()
    moods: tuple[Manner, ...] = ()
    tenure: Tenure = "not said"
    rules: tuple[OwnRule, ...] = ()
    budget: float | None = None
    by: Day = Day()
    worker: Worker = "not said"
    people: tuple[Person, ...] = ()
    permissions: tuple[Permission, ...] = ()


def rules_in_words(text: str) -> tuple[str, ...]:
    """Return the house's own rules one by one; they are written in one line, parted by semicolons or full stops."""
    parts = (part.strip(" \t\n.") for part in re.split(r";|\.\s|\n", text))
    return tuple(dict.fromkeys(part for part in parts if part))
