"""The paths of what the client sees and of what was done: eyes, items, cards, photographs, entries of the logbook."""

from __future__ import annotations

from typing import ClassVar

from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths.in_room import InRoom, JobPath, Sized, identified


class EyePath(Sized, frozen=True):
    """From where a room is seen; ``what`` is the place looked at ("aim"), the eye itself where it is empty."""

    word: ClassVar[str] = "eye"
    what: str = ""


class SlidePath(InRoom, frozen=True):
    """The slide between two pictures of a room."""

    word: ClassVar[str] = "slide"


class AnswerPath(InRoom, frozen=True):
    """An answer that can be given to an item: "yes", "no", "later"; or the next or the one before ("next", "back")."""

    word: ClassVar[str] = "answer"
    of_all: ClassVar[bool] = True
    key: str
    says: str


class ItemPath(InRoom, frozen=True):
    """An item that the client answers, by its key."""

    word: ClassVar[str] = "item"
    of_all: ClassVar[bool] = True
    key: str


class CardPath(JobPath, frozen=True):
    """A card of a board: of a room's, or of the house's own where ``board`` is empty."""

    word: ClassVar[str] = "card"
    of_all: ClassVar[bool] = True
    board: str
    key: str


class ClientPhotoPath(InRoom, frozen=True):
    """A photograph of the room as it is, or a part of it."""

    word: ClassVar[str] = "client photograph"
    id: str
    part: str = ""

    @property
    def thing(self) -> ClientPhotoPath:
        """Return the path of the whole photograph."""
        return ClientPhotoPath(self.room, self.id)

    def held(self, room: Room) -> bool:
        """Return whether its room has it."""
        photo = identified(room.presented.photos, self.id)
        return photo is not None and (not self.part or identified(photo.parts, self.part) is not None)


class EntryPath(JobPath, frozen=True):
    """An entry of the logbook."""

    word: ClassVar[str] = "entry"
    id: str

    def there(self, job: Job) -> bool:
        """Return whether the job has it."""
        return identified(job.logbook.entries, self.id) is not None


class LeftOverPath(JobPath, frozen=True):
    """A tin that is left over."""

    word: ClassVar[str] = "left over"
    id: str

    def there(self, job: Job) -> bool:
        """Return whether the job has it."""
        return identified(job.left_paint, self.id) is not None


class LessonPath(JobPath, frozen=True):
    """Something that the logbook teaches, by the house rule or the product it is about."""

    word: ClassVar[str] = "lesson"
    of_all: ClassVar[bool] = True
    key: str
