"""Materials of repairs to buy: what the damage of every room needs, in the cheapest packs that are enough."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from narrow_cornice.derived.bought.lines import Bought
from narrow_cornice.derived.bought.measures import material_line, quoted
from narrow_cornice.derived.coated.repairs import room_repairs
from narrow_cornice.explained.figures import Figure, total
from narrow_cornice.finishes.repairs import repair_materials
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Job, Room
from narrow_cornice.memo import by_identity


def repairs_to_buy(job: Job) -> Bought:
    """Return a line for each material; damage is counted before its room is measured."""
    materials: dict[str, list[str | Figure]] = {}
    for room in job.rooms:
        for material, amount in _material_needs(room).items():
            materials.setdefault(material, []).extend((room.id, room.name, amount))
    known = repair_materials()
    lines = [
        material_line(f"repair:{key}", "repair", "repairs", quoted(job.quotes, f"repair:{key}", known[key]), *flat)
        for key, flat in materials.items()
    ]
    return Bought(tuple(lines))


@by_identity(times=1, each="room", of=as_built)
def _material_needs(room: Room) -> Mapping[str, Figure]:
    """Return what a room's repairs need of each material."""
    parts: dict[str, list[Figure]] = {}
    for repair in room_repairs(room):
        for key, amount in repair.needs:
            parts.setdefault(key, []).append(amount)
    needs = {key: total(room.name[:60], amounts[0].unit, amounts) for key, amounts in parts.items()}
    return MappingProxyType(needs)
