"""The blacks that are in a room already: frames of pictures may repeat one, so that a dark screen is not alone (W6)."""

from __future__ import annotations

from typing import NamedTuple

from narrow_cornice.colour.tones import lab
from narrow_cornice.derived.coloured.room_palette import palette_of_room
from narrow_cornice.features.screens import HIDES, SWITCHED_OFF
from narrow_cornice.job.model import Job, Room

BLACK = 32.0  # L* up to which a colour passes for black beside a screen that is off


class Dark(NamedTuple):
    """A black that is there: what has it, its tone, and the job's colour it is, None where it is none."""

    name: str
    hex: str
    colour: str | None


def darks_of(job: Job, room: Room) -> tuple[Dark, ...]:
    """Return the blacks of a room: screens that are seen first, then its dark colours, the darkest first."""
    screens = [one for one in room.walling.screens if one.way not in HIDES and one.way != "projector"]
    made = [Dark(one.name, SWITCHED_OFF, None) for one in screens[:1]]
    dark = sorted(
        (one for one in palette_of_room(job, room) if lab(one.hex)[0] <= BLACK), key=lambda one: lab(one.hex)[0]
    )
    made += [Dark(one.name, one.hex, one.colour if one.owned else None) for one in dark]
    return tuple(made)
