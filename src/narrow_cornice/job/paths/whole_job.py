"""The paths of what belongs to the whole job: ways in, lines to buy, colours, paints, trim and profiles of its own."""

from __future__ import annotations

from typing import ClassVar

from narrow_cornice.job.paths.in_room import JobPath


class WayInPath(JobPath, frozen=True):
    """A way into the house, or one of its sizes; an empty identity is one that is still to be written."""

    word: ClassVar[str] = "way in"
    id: str
    size: str = ""

    @property
    def thing(self) -> WayInPath:
        """Return the path of the way itself."""
        return WayInPath(self.id)

    def sized(self, size: str) -> WayInPath:
        """Return the path of one of its sizes."""
        return WayInPath(self.id, size)


class LinePath(JobPath, frozen=True):
    """A line to buy, by its key."""

    word: ClassVar[str] = "order"
    of_all: ClassVar[bool] = True
    key: str


class ColourPath(JobPath, frozen=True):
    """A colour of the job."""

    word: ClassVar[str] = "colour"
    id: str


class PaintPath(JobPath, frozen=True):
    """A paint of the job."""

    word: ClassVar[str] = "paint"
    id: str


class CoveringPath(JobPath, frozen=True):
    """A paper or a tile of the job."""

    word: ClassVar[str] = "covering"
    id: str


class MilledPath(JobPath, frozen=True):
    """Trim milled to order."""

    word: ClassVar[str] = "milled"
    id: str


class ProfilePath(JobPath, frozen=True):
    """A stock profile of the job's own."""

    word: ClassVar[str] = "profile"
    id: str


class WorkPath(JobPath, frozen=True):
    """A work of the programme, by what it is called by there."""

    word: ClassVar[str] = "work"
    of_all: ClassVar[bool] = True
    key: str
