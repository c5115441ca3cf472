"""The paths of built-ins: a run, a bay of it, a compartment of that; and of what is to be kept."""

from __future__ import annotations

from typing import ClassVar

from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.casework import BayWish, BuiltIn, CompartmentWish, Kept
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
        return isinstance(other, (BayPath, CompartmentPath)) and (other.room, other.built_in) == (self.room, self.id)


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

    def holds(self, other: ThingPath) -> bool:
        """Return whether another path is of a compartment of it."""
        if not isinstance(other, CompartmentPath):
            return False
        return (other.room, other.built_in, other.bay) == (self.room, self.built_in, self.id)


class CompartmentPath(Sized, frozen=True):
    """A compartment of a bay, or one of its sizes."""

    word: ClassVar[str] = "compartment"
    built_in: str
    bay: str
    id: str

    @property
    def of_bay(self) -> BayPath:
        """Return the path of its bay."""
        return BayPath(self.room, self.built_in, self.bay)

    def found(self, room: Room) -> tuple[BuiltIn, BayWish, CompartmentWish] | None:
        """Return it with its run and its bay, None where it is no longer there."""
        found = self.of_bay.found(room)
        if found is None:
            return None
        run, bay = found
        mine: CompartmentWish | None = identified(run.compartments_of(bay), self.id)
        return None if mine is None else (run, bay, mine)

    def held(self, room: Room) -> bool:
        """Return whether its room has it."""
        return self.found(room) is not None


class KeptPath(Sized, frozen=True):
    """Things of one kind that are to be kept in the built-ins of a room, or one of their sizes."""

    word: ClassVar[str] = "kept"
    id: str

    def found(self, room: Room) -> Kept | None:
        """Return them, None where they are no longer there."""
        found: Kept | None = identified(room.casework.contents, self.id)
        return found

    def held(self, room: Room) -> bool:
        """Return whether its room has them."""
        return self.found(room) is not None
