"""The paths of built-ins: a run, a bay of it, its loose shelves."""

from __future__ import annotations

from typing import ClassVar

from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.casework import BayWish, BuiltIn
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths.in_room import Sized, identified


class BuiltInPath(Sized, frozen=True):
    """A run of casework, or one of its sizes."""

    word: ClassVar[str] = "built-in"
    id: str

    def found(self, room: Room) -> BuiltIn | None:
        """Return it, None where it is no longer there."""
        found: BuiltIn | None = identified(room.casework.built_ins, self.id)
        return found

    def held(self, room: Room) -> bool:
        """Return whether its room has it."""
        return self.found(room) is not None

    def holds(self, other: ThingPath) -> bool:
        """Return whether another path is of a bay of it."""
        return isinstance(other, BayPath) and (other.room, other.built_in) == (self.room, self.id)


class BayPath(Sized, frozen=True):
    """A bay of a run of casework, or one of its sizes."""

    word: ClassVar[str] = "bay"
    built_in: str
    id: str

    @property
    def run(self) -> BuiltInPath:
        """Return the path of its run."""
        return BuiltInPath(self.room, self.built_in)

    def found(self, room: Room) -> tuple[BuiltIn, BayWish] | None:
        """Return it with its run, None where it is no longer there."""
        run = self.run.found(room)
        bay = run.bay(self.id) if run is not None else None
        return None if run is None or bay is None else (run, bay)

    def held(self, room: Room) -> bool:
        """Return whether its room has it."""
        return self.found(room) is not None
