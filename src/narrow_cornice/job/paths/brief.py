"""The paths of the brief, of a room and of the house."""

from __future__ import annotations

from typing import ClassVar

from msgspec.structs import replace

from narrow_cornice.job.model import Job
from narrow_cornice.job.paths.in_room import JobPath, room_of


class BriefPath(JobPath, frozen=True):
    """A place in the brief of a room, or of the house where ``room`` is empty: a ``field``, of the brief itself or of
    one ``item`` of a ``list`` of it."""

    word: ClassVar[str] = "brief"
    room: str = ""
    list: str = ""
    item: str = ""
    field: str = ""

    def at(self, field: str) -> BriefPath:
        """Return the path of a field of the same line."""
        return replace(self, field=field)

    def there(self, job: Job) -> bool:
        """Return whether its room is there."""
        return not self.room or room_of(job, self) is not None
