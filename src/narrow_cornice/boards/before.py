"""A room as it is before anything is done: old colours where somebody said them, old trim, what stands there."""

from __future__ import annotations

from msgspec.structs import replace

from narrow_cornice.job.casework import Casework
from narrow_cornice.job.finishes import Finish
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.walled import Walling
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.choices import TrimChoice
from narrow_cornice.trim.kinds import KINDS

BEFORE = ""  # what a room is held against where no scheme is named


@by_identity(times=1, each="room")
def as_it_was(room: Room) -> Room:
    """Return a room as it is before the work: nothing new in it, its surfaces in the colours they have now."""
    surfaces = {
        key: Finish(paint=finish.paint, colour=finish.over) if finish.over is not None else Finish()
        for key, finish in room.finishes.surfaces.items()
    }
    pieces = tuple(one for one in room.zones.pieces if one.price is None)
    zones = replace(
        room.zones,
        pieces=pieces,
        lamps=tuple(one for one in room.zones.lamps if one.there),
        dressings=tuple(one for one in room.zones.dressings if one.there),
    )
    built = tuple(run for run in room.casework.built_ins if run.boxes != "new")
    return replace(
        room,
        finishes=replace(room.finishes, surfaces=surfaces, blocks=()),
        zones=zones,
        casework=replace(room.casework, built_ins=built) if built else Casework(),
        walling=Walling(),
        trim=replace(room.trim, choices={kind: TrimChoice(fitted=False) for kind in KINDS}, panels=(), frames=()),
    )


def held_against(job: Job, room: Room) -> tuple[str, Room | None]:
    """Return what a room is held against, in words and as a room: as it was, or as another scheme has it; None where
    that scheme has no such room."""
    against = job.presenting.against
    if against == BEFORE:
        return "as it is now", as_it_was(room)
    scheme = next((one for one in job.schemes if one.id == against), None)
    if scheme is None:
        return "as it is now", as_it_was(room)
    return scheme.name, next((one for one in scheme.rooms if one.id == room.id), None)
