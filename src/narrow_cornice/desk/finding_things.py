"""Finding a thing of the job by its name."""

from __future__ import annotations

from narrow_cornice.desk.place import Places
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.model import Job


def _plain(text: str) -> str:
    return text.lower().replace("–", "-").replace("—", "-").strip()


def found_thing(places: Places, job: Job, text: str, room_id: str) -> ThingPath | None:
    """Return the path of the first thing whose name begins with, or holds, every word of the text."""
    words = _plain(text).split()
    if not words:
        return None
    held: ThingPath | None = None
    for name, path in places.found(job, room_id):
        plain = _plain(name)
        if plain.startswith(" ".join(words)):
            return path
        if held is None and all(word in plain for word in words):
            held = path
    return held
