"""A room as it is built: all that decides its shape, and nothing of how it is painted or shown.

What follows from the shape alone is worked out of this and kept by it, so that a colour changed measures no wall again:
an edit that leaves the shape as it was leaves the same object here.
"""

from __future__ import annotations

from typing import Any

from narrow_cornice.job.coloured import RoomColours
from narrow_cornice.job.finishes import Finish, RoomFinishes
from narrow_cornice.job.model import Room
from narrow_cornice.job.presented import Presented
from narrow_cornice.memo import by_identity
from narrow_cornice.units.words import Tone

# What stands in place of what a room as it is built knows nothing of. (Tests put there what fails when it is looked at,
# so that nothing that is worked out of a shape can lean on a colour.)
UNPAINTED: dict[str, Finish] = {}
UNTONED: Tone = RoomFinishes().floor
UNCOLOURED, UNSHOWN = RoomColours(), Presented()
# Whatever else there is, or comes to be, is of its shape.
_SHAPED = tuple(name for name in RoomFinishes.__struct_fields__ if name not in ("surfaces", "floor"))
_BUILT = tuple(name for name in Room.__struct_fields__ if name not in ("finishes", "colours", "presented"))


@by_identity(times=4, each="room")
def as_built(room: Room) -> Room:
    """Return a room without its paint, the tone of its floor, its colours and how it is presented; the same object as
    long as nothing else of it changes."""
    said = room.finishes
    return _built(_shaped(*[getattr(said, name) for name in _SHAPED]), *[getattr(room, name) for name in _BUILT])


# Several of each room: while a room is asked for as it is, these are not asked for again and would be let go first.
@by_identity(times=4, each="room")
def _shaped(*parts: Any) -> RoomFinishes:
    return RoomFinishes(surfaces=UNPAINTED, floor=UNTONED, **dict(zip(_SHAPED, parts, strict=True)))


@by_identity(times=4, each="room")
def _built(finishes: RoomFinishes, *parts: Any) -> Room:
    others = dict(zip(_BUILT, parts, strict=True))
    return Room(finishes=finishes, colours=UNCOLOURED, presented=UNSHOWN, **others)
