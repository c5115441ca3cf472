"""Materials of repairs to buy: what the damage of every room needs, in the cheapest packs that are enough."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from narrow_cornice.derived.bought.lines import Bought, InPacks, LineToBuy, price_of_tins, room_by_room
from narrow_cornice.derived.coated.repairs import packs, room_repairs
from narrow_cornice.explained.figures import Figure, table, total
from narrow_cornice.finishes.repairs import repair_materials
from narrow_cornice.job.model import Job, Room
from narrow_cornice.memo import by_identity


def repairs_to_buy(job: Job) -> Bought:
    """Return a line for each material; damage is counted before its room is measured."""
    materials: dict[str, list[str | Figure]] = {}
    for room in job.rooms:
        for material, amount in _material_needs(room).items():
            materials.setdefault(material, []).extend((room.id, room.name, amount))
    return Bought(tuple(_repair_line(key, *flat) for key, flat in materials.items()))


@by_identity(times=1, each="room")
def _material_needs(room: Room) -> Mapping[str, Figure]:
    """Return what a room's repairs need of each material."""
    parts: dict[str, list[Figure]] = {}
    for repair in room_repairs(room):
        for key, amount in repair.needs:
            parts.setdefault(key, []).append(amount)
    needs = {key: total(room.name[:60], amounts[0].unit, amounts) for key, amounts in parts.items()}
    return MappingProxyType(needs)


@by_identity(times=1, each="room")
def _repair_line(key: str, *wanted: str | Figure) -> LineToBuy:
    """Return the line of a material of repairs, of the rooms' identities, names and amounts, given in turn."""
    material = repair_materials()[key]
    shares = tuple(room_by_room(wanted))
    needed = total(material.name, material.measure, [amount for _, _, amount in shares])
    buy, have = packs(material, needed.value)
    prices = [
        price_of_tins(
            table("tins", count, "", "the cheapest packs that are enough"),
            table("price of one", price / count, "money", f"{material.name}, {size:g} {material.measure}"),
            called=f"{count} × {size:g} {material.measure}",
        )
        for size, count, price in buy
    ]
    rooms = ", ".join(name[:40] for _, name, _ in shares)
    words = " + ".join(f"{count} × {size:g} {material.measure}" for size, count, _ in buy)
    return LineToBuy(
        f"repair:{key}",
        "repair",
        material.name,
        material.shop,
        needed,
        buy,
        total("price", "money", prices, listed=True),
        have - needed.value,
        f"repairs in {rooms}",
        shares,
        words,
        InPacks(),
    )
