"""The paths of surfaces, and of where walls change colour."""

from __future__ import annotations

from typing import ClassVar, Self

from narrow_cornice.job.finishes import group_and_thing, surface_key
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths.in_room import InRoom, Sized, identified


class SurfacePath(InRoom, frozen=True):
    """A surface: every one of its ``group``, or the one of a ``thing`` alone."""

    word: ClassVar[str] = "finish"
    group: str
    of: str = ""

    @property
    def key(self) -> str:
        """Return the key of its finish."""
        return surface_key(self.group, self.of)

    @property
    def steps(self) -> tuple[str, ...]:
        """Return the fields that tell it from others."""
        return (self.key,)

    @classmethod
    def by_key(cls, room_id: str, key: str) -> Self:
        """Return the path of the surface that a key of a finish is of."""
        return cls(room_id, *group_and_thing(key))


class PiecePath(Sized, frozen=True):
    """A thing that is finished by itself: a fence, furniture, a radiator."""

    word: ClassVar[str] = "piece"
    id: str

    def held(self, room: Room) -> bool:
        """Return whether its room has it."""
        return identified(room.finishes.pieces, self.id) is not None


class SplitPath(InRoom, frozen=True):
    """Where the walls of a room change colour."""

    word: ClassVar[str] = "split"
