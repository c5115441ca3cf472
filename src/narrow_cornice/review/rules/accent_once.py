"""A colour used once in the whole house looks like a mistake: repeat each at least twice (C4)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from types import MappingProxyType

import msgspec
from msgspec.structs import replace

from narrow_cornice.colour.tones import difference, lab
from narrow_cornice.derived.coated.coatings import Coated
from narrow_cornice.job.edits.finish_edits import change_finish
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import SurfacePath
from narrow_cornice.memo import by_identity
from narrow_cornice.review.finding import Finding, JobSeen
from narrow_cornice.units.show import show_area

SMALL_SHARE = 0.1


class _Use(msgspec.Struct, frozen=True):
    """How a room uses a colour: its name, on how many surfaces, and the first of them."""

    colour: str
    count: int
    surface: str
    key: str
    area: float


@by_identity(times=1, each="room")
def _uses(coated: tuple[Coated, ...]) -> tuple[Mapping[str, _Use], float, int]:
    """Return the colours in use in a room, its painted area and the number of its painted surfaces."""
    uses: dict[str, _Use] = {}
    total, used = 0.0, 0
    for one in coated:
        if one.colour is None:
            continue
        used += 1
        total += one.surface.net.value
        former = uses.get(one.colour.id)
        uses[one.colour.id] = (
            replace(former, count=former.count + 1)
            if former is not None
            else _Use(one.colour.name, 1, one.surface.name, one.surface.key, one.surface.net.value)
        )
    return MappingProxyType(uses), total, used


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look for a colour on one surface only, and a small one."""
    total, used, unit = 0.0, 0, seen.job.settings.unit
    where: dict[str, list[tuple[Room, _Use]]] = {}
    for painted, coated in seen.coated:
        uses, area, count = _uses(coated)
        total, used = total + area, used + count
        for colour, use in uses.items():
            where.setdefault(colour, []).append((painted, use))
    if len(where) < 3:
        return
    for colour, places in where.items():
        painted, use = places[0]
        if len(places) > 1 or use.count > 1 or use.area > SMALL_SHARE * total:
            continue
        yield Finding(
            key=f"accent once:{colour}",
            grade="worth a thought",
            room_id=painted.id,
            room=painted.name,
            where=use.surface,
            says=f"{use.colour[:40]} is used once in the house",
            many="Accents used once in the house: {n} colours",
            measured=f"{show_area(use.area, unit)} of {show_area(total, unit)}, one surface of {used}",
            rule="An accent is repeated at least twice, on purpose (colour).",
            risk="Used once it looks like a left-over tin.",
            about=SurfacePath.by_key(painted.id, use.key),
            fixes=_nearest_used(seen, painted.id, use, colour, where),
        )


def _nearest_used(
    seen: JobSeen, room_id: str, use: _Use, colour: str, where: Mapping[str, list[tuple[Room, _Use]]]
) -> tuple[Edit, ...]:
    """Return the fix that gives the surface the nearest of the colours that the house has more than once."""
    tones = {one.id: one for one in seen.job.colours}
    mine = tones.get(colour)
    others = [
        tones[one]
        for one, places in where.items()
        if one != colour and one in tones and (len(places) > 1 or places[0][1].count > 1)
    ]
    if mine is None or not others:
        return ()
    nearest = min(others, key=lambda one: difference(lab(mine.hex), lab(one.hex)))
    edit = change_finish([room_id], [use.key], "", colour=nearest.id)
    return (replace(edit, title=f"Use {nearest.name[:30]} here"),)
