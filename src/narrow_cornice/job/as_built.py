"""A room as it is built: all that decides its shape, and nothing of how it is painted or shown.

What follows from the shape alone is worked out of this and kept by it, so that a colour changed measures no wall again:
an edit that leaves the shape as it was leaves the same object here.
"""

from __future__ import annotations

from narrow_cornice.job.brief import RoomBrief
from narrow_cornice.job.casework import Casework
from narrow_cornice.job.coloured import RoomColours
from narrow_cornice.job.finishes import Block, Finish, Piece, RoomFinishes, TwoTone
from narrow_cornice.job.measured import Measured
from narrow_cornice.job.model import Room
from narrow_cornice.job.presented import Presented
from narrow_cornice.job.trimwork import Trimwork
from narrow_cornice.job.walled import Walling
from narrow_cornice.job.zoned import Zoning
from narrow_cornice.memo import by_identity
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.words import Tone

# What stands in place of what a room as it is built knows nothing of. (Tests put there what fails when it is looked at,
# so that nothing that is worked out of a shape can lean on a colour.)
UNPAINTED: dict[str, Finish] = {}
UNTONED: Tone = RoomFinishes().floor
UNCOLOURED, UNSHOWN = RoomColours(), Presented()


@by_identity(times=4, each="room")
def as_built(room: Room) -> Room:
    """Return a room without its paint, the tone of its floor, its colours and how it is presented; the same object as
    long as nothing else of it changes."""
    said = room.finishes
    return _built(
        room.id,
        room.name,
        room.measured,
        room.trim,
        _shaped(said.two_tone, said.split, said.blocks, said.pieces),
        room.brief,
        room.casework,
        room.zones,
        room.walling,
        room.outdoors,
    )


@by_identity(times=4, each="room")
def _shaped(
    two_tone: TwoTone, split: Length | None, blocks: tuple[Block, ...], pieces: tuple[Piece, ...]
) -> RoomFinishes:
    return RoomFinishes(UNPAINTED, floor=UNTONED, two_tone=two_tone, split=split, blocks=blocks, pieces=pieces)


# Many parameters: kept by the identity of each, so that the same shape is the same object; several for each room, since
# a room that is asked for as it is does not ask for this again.
@by_identity(times=4, each="room")
def _built(
    room_id: str,
    name: str,
    measured: Measured,
    trim: Trimwork,
    finishes: RoomFinishes,
    brief: RoomBrief,
    casework: Casework,
    zones: Zoning,
    walling: Walling,
    outdoors: bool,
) -> Room:
    return Room(
        room_id,
        name,
        measured,
        trim,
        finishes,
        brief,
        casework,
        zones,
        UNCOLOURED,
        walling,
        UNSHOWN,
        outdoors,
    )
