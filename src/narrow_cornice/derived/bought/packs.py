"""Hardware and fixings that come in packs: as many packs as hold what is counted."""

from __future__ import annotations

import math

from narrow_cornice.casework.hardware import hardware
from narrow_cornice.derived.bought.lines import InPacks, LineToBuy, room_by_room
from narrow_cornice.derived.bought.measures import price_quoted
from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.job.model import Job
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import ONE_OF, cents
from narrow_cornice.units.told import amount_told, so_many


@explained("price of hardware", "money", "packs × price of one, to 0.01")
def price_of_packs(packs: float, price_of_one: float) -> float:
    """Return the price of so many packs of something: pieces, metres, bottles."""
    return cents(packs * price_of_one)


def hardware_line(key: str) -> str:
    """Return the key of the line of a piece of hardware."""
    return f"hardware:{key}"


def hardware_price(job: Job, key: str) -> float:
    """Return what a pack of hardware costs: what a shop last said of it, else as the table has it."""
    one = hardware()[key]
    return price_quoted(job.quotes, hardware_line(key), one.price, one.pack)


@by_identity(times=1, each="room")
def pack_line(key: str, what: str, price_of_one: float, *wanted: str | Figure) -> LineToBuy:
    """Return the line of one piece of hardware for something, of the rooms' identities, names and numbers, given in
    turn."""
    one = hardware()[key]
    shares = tuple(room_by_room(wanted))
    needed = total(one.name, one.unit, [amount for _, _, amount in shares])
    packs = math.ceil(needed.value / one.pack - 1e-6)
    unit = ONE_OF.get(one.unit, one.unit) if packs == one.pack == 1 else one.unit
    said = so_many(packs, one.pack, unit) if one.pack != 1 else amount_told(packs, unit)
    price = price_of_packs(
        table("packs", float(packs), "", f"of {one.pack:g} {one.unit}" if one.pack != 1 else "each by itself"),
        table("price of one", price_of_one, "money", one.name),
        called=f"{said} {one.name}",
    )
    return LineToBuy(
        hardware_line(key),
        "hardware",
        one.name,
        one.shop,
        needed,
        ((one.pack, packs, price.value),),
        total("price", "money", [price], listed=True),
        packs * one.pack - needed.value,
        f"{what} in {', '.join(name[:40] for _, name, _ in shares)}",
        shares,
        said,
        InPacks(),
    )
