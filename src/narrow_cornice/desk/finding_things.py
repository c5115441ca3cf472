"""Finding a thing of the job by its name."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.coatings import finished_surfaces
from narrow_cornice.desk.session import Place
from narrow_cornice.drawing.marks import About
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job
from narrow_cornice.trim.choices import KINDS

Thing = tuple[str, Place, About]


def things(job: Job, room_id: str) -> Iterator[Thing]:
    """Yield every named thing, those of the room that is looked at first."""
    rooms = sorted(job.rooms, key=lambda room: room.id != room_id)
    for room in rooms:
        yield room.name, "measure", (room.id,)
        yield f"ceiling height {room.name}", "measure", (room.id, "height")
        for kind in KINDS:
            yield f"{kind} {room.name}", "trim", (room.id, "trim", kind)
        for side in room.measured.walls:
            yield f"wall {edits.wall_name(room, side.id)}", "measure", (room.id, "wall", side.id)
        for opening in room.measured.openings:
            yield opening.name, "measure", (room.id, "opening", opening.id)
        for one in finished_surfaces(room, job.house_rules, job.paints, job.colours):
            yield one.surface.name, "finishes", (room.id, "finish", one.surface.key)
    for line in to_buy(job).lines:
        yield line.name, "order", ("order", line.key)


def _plain(text: str) -> str:
    return text.lower().replace("–", "-").replace("—", "-").strip()


def found_thing(job: Job, text: str, room_id: str) -> tuple[Place, About] | None:
    """Return the place and path of the first thing whose name begins with, or holds, every word of the text."""
    words = _plain(text).split()
    if not words:
        return None
    held: tuple[Place, About] | None = None
    for name, place, about in things(job, room_id):
        plain = _plain(name)
        if plain.startswith(" ".join(words)):
            return place, about
        if held is None and all(word in plain for word in words):
            held = (place, about)
    return held
