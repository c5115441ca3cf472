"""What hangs on walls, to buy: hangers by what they carry, ledges, small things, screens, mirror and bars of false
windows, bases of showers."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import NamedTuple

from narrow_cornice.derived.bought.lines import Bought, InPacks, LineToBuy, counted_rooms, in_rooms
from narrow_cornice.derived.bought.measures import price_quoted
from narrow_cornice.derived.walled.bases import schools_of_base
from narrow_cornice.derived.walled.flights import flights_of
from narrow_cornice.derived.walled.hung_pictures import galleries_of
from narrow_cornice.derived.walled.shown import false_windows_of, screens_of
from narrow_cornice.explained.figures import explained, table, total
from narrow_cornice.features.wall_hung import hanger_for, wall_hung
from narrow_cornice.job.model import Job, Room
from narrow_cornice.units.show import cents
from narrow_cornice.units.told import amount_told

HALF_METRES = 500.0  # mm to which ledges and bars are bought


class Wanted(NamedTuple):
    """Something one thing asks for: the line's key, kind, name, shop and unit, how much, what one costs, and of what it
    is."""

    key: str
    kind: str
    name: str
    shop: str
    unit: str
    amount: float
    price: float
    of: str


@explained("price", "money", "amount × price of one, to 0.01")
def price_of_hung(amount: float, price_of_one: float) -> float:
    """Return the price of so much of something."""
    return cents(amount * price_of_one)


def hung_to_buy(job: Job) -> Bought:
    """Return a line for each kind of thing; what no hanger carries, and what does not come out, is said."""
    lines: dict[str, list[tuple[Room, Wanted]]] = {}
    missing: list[str] = []
    for room in counted_rooms(job):
        for one in _wanted(room, job.house_rules, missing):
            lines.setdefault(one.key, []).append((room, one))
    return Bought(tuple(_line(job, mine) for mine in lines.values()), (), tuple(missing))


# Long: one kind of thing after the other, as they are told apart by what they are made of.
def _wanted(room: Room, changed_rules: dict[str, float], missing: list[str]) -> Iterator[Wanted]:
    shipped = wall_hung()
    for group in galleries_of(room, changed_rules):
        if group.fault:
            missing.append(f"{group.gallery.name[:60]} in {room.name[:40]} is not counted: {group.fault}")
        if group.ledges:
            run = math.ceil((group.box[2] - group.box[0]) / HALF_METRES) * HALF_METRES / 1000 * len(group.ledges)
            yield Wanted(
                "hung:ledge", "hardware", "Picture ledge", shipped.shop, "m", run, shipped.ledge, group.gallery.name
            )
            continue
        for one in group.hung:
            hanger = hanger_for(one.rating)
            if hanger is None:
                what = f"{one.picture.name[:40]}, {one.weight.value:.0f} kg, in {room.name[:40]}"
                missing.append(f"No hanger carries {what}.")
                continue
            many = float(len(one.hooks))
            key = f"hung:hanger:{hanger.carries:g}"
            name = f"{hanger.name}, {hanger.carries:g} kg"
            yield Wanted(key, "hardware", name, shipped.shop, "pieces", many, hanger.price, group.gallery.name)
    for flown in flights_of(room, changed_rules):
        flight = flown.flight
        if flown.fault:
            missing.append(f"{flight.name[:60]} in {room.name[:40]} is not counted: {flown.fault}")
        elif flight.price > 0:
            key = f"hung:flight:{room.id}:{flight.id}"
            yield Wanted(
                key, "furniture", flight.name, flight.shop, "pieces", float(flown.count), flight.price, flight.name
            )
    for screen in screens_of(room, changed_rules):
        shown = screen.shown
        if shown.price:
            key = f"hung:screen:{room.id}:{shown.id}"
            yield Wanted(key, "furniture", shown.name, "furniture-shop", "pieces", 1.0, shown.price, shown.name)
    for mirror in false_windows_of(room, changed_rules):
        if mirror.panes is None:
            missing.append(f"{mirror.window.name[:60]} in {room.name[:40]} is not counted: {mirror.fault}")
            continue
        made, wide, tall = mirror.panes, mirror.box[2] - mirror.box[0], mirror.box[3] - mirror.box[1]
        bars = 2 * (wide + tall) + (made.across - 1) * tall + (made.up - 1) * wide
        metres = math.ceil(bars / HALF_METRES) * HALF_METRES / 1000
        name = mirror.window.name
        yield Wanted(
            "hung:mirror", "hardware", "Mirror, cut to panes", shipped.shop, "m²", made.glass, shipped.mirror, name
        )
        yield Wanted("hung:bar", "hardware", "Bar for false windows", shipped.shop, "m", metres, shipped.bar, name)
    for base in room.walling.bases:
        school = next(one for one in schools_of_base(room, base) if one.way == base.way)
        if school.materials is None:
            missing.append(f"{base.name[:60]} in {room.name[:40]} is not counted: {school.fault}")
        else:
            key = f"hung:base:{room.id}:{base.id}"
            words = f"{base.name}, {base.way}"
            yield Wanted(key, "tile", words, shipped.shop, "pieces", 1.0, school.materials.value, base.name)


def _line(job: Job, wanted: list[tuple[Room, Wanted]]) -> LineToBuy:
    first = wanted[0][1]
    counted = (
        (room.id, room.name, table(one.of[:60], one.amount, one.unit, "counted where it hangs")) for room, one in wanted
    )
    shares = in_rooms(counted, first.unit)
    needed = total(first.name, first.unit, [share for _, _, share in shares])
    amount = round(needed.value, 2) if first.unit in ("m²", "m") else float(round(needed.value))
    if first.unit == "pieces":
        size, count = 1.0, max(1, round(amount))
    else:  # cut to size: one of it, as large as it is
        size, count = amount, 1
    each = price_quoted(job.quotes, first.key, cents(first.price * size), size)
    cost = price_of_hung(
        table("amount", float(count), "", f"of {size:g} {first.unit}" if first.unit != "pieces" else "pieces"),
        table("price of one", each, "money", first.name),
    )
    shown = amount_told(amount, first.unit)
    return LineToBuy(
        first.key,
        first.kind,
        first.name,
        first.shop,
        needed,
        ((size, count, cost.value),),
        total("price", "money", [cost], listed=True),
        0.0,
        f"{', '.join(dict.fromkeys(one.of[:40] for _, one in wanted))}, in {', '.join(n[:40] for _, n, _ in shares)}",
        shares,
        shown if first.unit != "pieces" or amount != 1 else "1 piece",
        InPacks(),
    )
