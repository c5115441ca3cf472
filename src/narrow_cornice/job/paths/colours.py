"""The paths of colours in rooms: the role of one, the bridge material, and what two rooms share."""

from __future__ import annotations

from typing import ClassVar

from narrow_cornice.job.model import Room
from narrow_cornice.job.paths.in_room import InRoom, JobPath


class RolePath(InRoom, frozen=True):
    """A colour as it is in a room."""

    word: ClassVar[str] = "role"
    colour: str


class BridgePath(InRoom, frozen=True):
    """The bridge material of a room; ``tone`` is one of its palette, from nought, −1 for the whole."""

    word: ClassVar[str] = "bridge"
    tone: int = -1

    @property
    def thing(self) -> BridgePath:
        """Return the path of the whole material."""
        return BridgePath(self.room)

    def held(self, room: Room) -> bool:
        """Return whether its room has one."""
        return room.colours.bridge is not None


class NeighboursPath(InRoom, frozen=True):
    """A room beside another, and what their colours share."""

    word: ClassVar[str] = "neighbours"
    other: str


class DeckColourPath(JobPath, frozen=True):
    """A colour of a deck, by its tone."""

    word: ClassVar[str] = "deck colour"
    id: str
