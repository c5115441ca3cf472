"""Typed paths: where something stands that can be pointed at, selected, found or told of.

There is one frozen struct for each kind of thing; those of the job stand in ``job.paths``. A path names identities
and fields, never words that a person types.
"""

from __future__ import annotations

from typing import ClassVar

import msgspec


class ThingPath(msgspec.Struct, frozen=True):
    """The path of one thing. ``word`` names its kind in texts for other programs; ``room`` is the identity of the room
    it is in, empty for what belongs to the whole house. ``of_all`` says that showing it takes the whole job counted."""

    word: ClassVar[str] = ""
    of_all: ClassVar[bool] = False

    @property
    def room(self) -> str:
        """Return the identity of the room it is in, empty for what belongs to the house."""
        return ""

    @property
    def thing(self) -> ThingPath:
        """Return the path of the whole thing, where this one is of one of its sizes or readings."""
        return self

    @property
    def steps(self) -> tuple[str, ...]:
        """Return the fields that tell it from others of its kind, as texts."""
        return tuple(str(getattr(self, name)) for name in self.__struct_fields__ if name != "room")

    @property
    def parts(self) -> tuple[str, ...]:
        """Return it as texts: room, kind, and what tells it from others; for keys and for other programs."""
        steps = list(self.steps)
        while steps and steps[-1] in ("", "None"):
            steps.pop()
        return tuple(part for part in (self.room, self.word) if part) + tuple(steps)

    def within(self, other: ThingPath | None) -> bool:
        """Return whether it is another one, or a part of it: a size, a reading, a thing of that room."""
        return other is not None and (other in (self, self.thing) or other.holds(self))

    def holds(self, other: ThingPath) -> bool:
        """Return whether another path is of something in this one, beyond its own sizes and readings."""
        return False


class HouseRulePath(ThingPath, frozen=True):
    """A house rule."""

    word: ClassVar[str] = "house rule"
    key: str
