"""Changes to photographs of walls."""

from __future__ import annotations

import re
from collections.abc import Sequence

from msgspec.structs import replace

from narrow_cornice.job.edits.making import fresh_id, in_room
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import Photo, PhotoPoint
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths.in_room import with_measured


def add_photo(room_id: str, wall_id: str, name: str, content: bytes, points: Sequence[PhotoPoint]) -> Edit:
    """Lay a photograph over a wall, in place of the one that is there; its picture goes into the job."""

    def apply(job: Job) -> Job:
        job = remove_photo(room_id, wall_id, name).apply(job)
        room = job.room(room_id)
        fresh = fresh_id("p", (one.id for one in room.measured.photos))
        picture = f"{re.sub('[^a-z0-9]', '', room_id.lower()) or 'room'}-{wall_id.lower()}-{fresh}.jpg"
        number = 1
        while picture in job.pictures:
            number += 1
            picture = f"{picture.removesuffix('.jpg').rstrip('0123456789-')}-{number}.jpg"
        photos = (*room.measured.photos, Photo(fresh, wall_id, picture, tuple(points)))
        job = in_room(job, room_id, lambda one: with_measured(one, photos=photos))
        return replace(job, pictures={**job.pictures, picture: content})

    return Edit(f"photograph of wall {name}", apply)


def remove_photo(room_id: str, wall_id: str, name: str) -> Edit:
    """Take the photograph of a wall away, with its picture."""

    def apply(job: Job) -> Job:
        room = job.room(room_id)
        gone = {one.picture for one in room.measured.photos if one.wall == wall_id}
        if not gone:
            return job
        photos = tuple(one for one in room.measured.photos if one.wall != wall_id)
        job = in_room(job, room_id, lambda one: with_measured(one, photos=photos))
        return replace(job, pictures={key: one for key, one in job.pictures.items() if key not in gone})

    return Edit(f"remove the photograph of wall {name}", apply)
