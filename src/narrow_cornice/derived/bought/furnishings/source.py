"""Cloth, rods, shades, lamps, rugs and pieces to buy, as the rooms are dressed and furnished with them."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence

from narrow_cornice.derived.bought.lines import Bought, InPacks, LineToBuy, in_rooms, in_turn, room_by_room
from narrow_cornice.derived.bought.measures import price_quoted
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.zoned.dressed import Dressed, dressed_of, rod_bought
from narrow_cornice.derived.zoned.standing import is_gone
from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.zoned import Fabric
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import cents, show_kelvin, show_lumens, show_quantity
from narrow_cornice.units.told import Bare, Long, Told
from narrow_cornice.units.words import several
from narrow_cornice.zones.library import lamp_kinds, rods

CUT = 100.0  # mm to which a shop cuts cloth
Wanted = dict[str, list[tuple[str, str, Figure]]]


@explained("price of cloth", "money", "length ÷ 1000 × price of a metre, to 0.01")
def price_of_cloth(length: float, price_of_a_metre: float) -> float:
    """Return the price of a length of cloth in mm."""
    return cents(length / 1000.0 * price_of_a_metre)


@explained("price of a shade", "money", "area × price of a square metre, to 0.01")
def price_of_shade(area: float, price_of_a_square_metre: float) -> float:
    """Return the price of a ready-made shade."""
    return cents(area * price_of_a_square_metre)


@explained("price of all", "money", "number × price of one, to 0.01")
def price_of_number(number: float, price_of_one: float) -> float:
    """Return the price of several of one thing."""
    return cents(number * price_of_one)


def furnishings_to_buy(job: Job) -> Bought:
    """Return the lines of what rooms are dressed and furnished with; what cannot be had or counted is said."""
    rooms = [room for room in job.rooms if not room.outdoors and not measured_room(room, job.house_rules).fault]
    missing: list[str] = []
    lines = [*_cloth(job, rooms, missing), *_rods(job, rooms, missing), *_shades(job, rooms)]
    lines += [*_lamps(job, rooms), *_pieces(job, rooms)]
    return Bought(tuple(lines), (), tuple(missing))


def _dressed(job: Job, rooms: Sequence[Room], missing: list[str] | None = None) -> Iterator[tuple[Room, Dressed]]:
    """Yield the dressed windows of rooms that are to be bought; why one is not counted is said."""
    for room in rooms:
        for one in dressed_of(room, job.house_rules, job.fabrics):
            if one.dressing.there:
                continue
            if one.fault:
                if missing is not None:
                    missing.append(f"{one.dressing.name[:40]}, {room.name[:40]}: {one.fault}")
                continue
            yield room, one


def _cloth(job: Job, rooms: Sequence[Room], missing: list[str]) -> Iterator[LineToBuy]:
    wanted: Wanted = {}
    fabrics: dict[str, Fabric] = {}
    for room, one in _dressed(job, rooms, missing):
        for fabric, figure in ((one.fabric, one.cloth), (one.lining_fabric, one.lining)):
            if fabric is not None and figure is not None:
                fabrics[fabric.id] = fabric
                wanted.setdefault(fabric.id, []).append((room.id, room.name, figure))
    for key, each in wanted.items():
        price = price_quoted(job.quotes, f"cloth:{key}", fabrics[key].price)
        yield _cloth_line(fabrics[key], price, *in_turn(in_rooms(each, "run")))


# Many parameters: what the line is, and the rooms that share it.
@by_identity(times=1, each="line")
def _cloth_line(fabric: Fabric, price: float, *flat: str | Figure) -> LineToBuy:
    shares = tuple(room_by_room(flat))
    needed = total(fabric.name[:60], "run", [amount for _, _, amount in shares])
    length = math.ceil(needed.value / CUT - 1e-6) * CUT
    cost = price_of_cloth(
        table("length", length, "mm", "cut to a tenth of a metre"),
        table("price of a metre", price, "money", fabric.name[:60]),
        called=Told(Long(length)),
    )
    where = ", ".join(name[:40] for _, name, _ in shares)
    repeat: tuple[str | float, ...] = ("; repeat ", fabric.repeat) if fabric.repeat else ()
    return LineToBuy(
        f"cloth:{fabric.id}",
        "cloth",
        fabric.name,
        fabric.shop,
        needed,
        ((length / 1000.0, 1, cost.value),),
        total("price", "money", [cost], listed=True),
        length - needed.value,
        Told(fabric.width, " wide", *repeat, f", in one length, for {where}"),
        shares,
        Told(Long(length)),
        InPacks(),
    )


def _rods(job: Job, rooms: Sequence[Room], missing: list[str]) -> Iterator[LineToBuy]:
    wanted: dict[float, tuple[float, list[tuple[str, str, Figure]]]] = {}
    for room, one in _dressed(job, rooms):
        if one.rod is None:
            continue
        found = rod_bought(one.rod.value)
        if found is None:
            long = show_quantity(one.rod.value, "mm", job.settings)
            missing.append(f"a rod of {long} for {one.dressing.name[:40]}, {room.name[:40]}: none is made so long")
            continue
        size, price = found
        figure = table(one.dressing.name[:60], 1.0, "pieces", Told("rod of ", one.rod.value))
        wanted.setdefault(size, (price, []))[1].append((room.id, room.name, figure))
    for size, (price, each) in sorted(wanted.items()):
        key = f"rod:{size:g}"
        one_price = price_quoted(job.quotes, key, price)
        words = ("rod", Told("Curtain rod ", Bare(size), ", with its brackets and ends"), rods().shop)
        yield _number_line(key, words, one_price, "cut to length", *in_turn(in_rooms(each, "pieces")))


def _shades(job: Job, rooms: Sequence[Room]) -> Iterator[LineToBuy]:
    wanted: dict[tuple[str, float, float, str], list[tuple[str, str, Figure]]] = {}
    prices: dict[tuple[str, float, float, str], float] = {}
    for room, one in _dressed(job, rooms):
        if one.area is None:
            continue
        key: tuple[str, float, float, str] = (one.dressing.kind, *one.size, one.dressing.side)
        prices[key] = price_of_shade(
            one.area, table("price of a square metre", one.kind.price, "money", one.kind.name)
        ).value
        figure = table(one.dressing.name[:60], 1.0, "pieces", one.opening[:60])
        wanted.setdefault(key, []).append((room.id, room.name, figure))
    for key, each in wanted.items():
        kind, wide, tall, side = key
        code = f"shade:{kind}:{wide:g}:{tall:g}:{side}"
        of = f"{kind.capitalize()}{'' if 'shade' in kind else ' shade'} "
        name = Told(of, Bare(wide), " × ", Bare(tall))
        price = price_quoted(job.quotes, code, prices[key])
        yield _number_line(code, ("shade", name, rods().shop), price, side, *in_turn(in_rooms(each, "pieces")))


def _lamps(job: Job, rooms: Sequence[Room]) -> Iterator[LineToBuy]:
    wanted: dict[tuple[str, float, float, float], list[tuple[str, str, Figure]]] = {}
    for room in rooms:
        for lamp in room.zones.lamps:
            if lamp.there:
                continue
            kind = lamp_kinds()[lamp.kind]
            lumens = kind.lumens if lamp.lumens is None else lamp.lumens
            key = (lamp.kind, lumens, lamp.kelvin or kind.kelvin, kind.price if lamp.price is None else lamp.price)
            figure = table(lamp.name[:60], 1.0, "pieces", room.name[:60])
            wanted.setdefault(key, []).append((room.id, room.name, figure))
    for (sort, lumens, kelvin, price), each in wanted.items():
        kind = lamp_kinds()[sort]
        code = f"lamp:{sort}:{lumens:g}:{kelvin:g}:{price:g}"
        name = f"{kind.name[:1].upper()}{kind.name[1:]}, {show_lumens(lumens)}, {show_kelvin(kelvin)}"
        one_price = price_quoted(job.quotes, code, price)
        fitted = "plugged in" if kind.plugged else "fitted by an electrician"
        yield _number_line(code, ("lamp", name, kind.shop), one_price, fitted, *in_turn(in_rooms(each, "pieces")))


def _pieces(job: Job, rooms: Sequence[Room]) -> Iterator[LineToBuy]:
    for room in rooms:
        for piece in room.zones.pieces:
            if piece.price is None or is_gone(room, piece):
                continue
            size: tuple[str | float, ...] = (Bare(piece.width.mm), " × ", Bare(piece.depth.mm))
            code = f"furniture:{room.id}:{piece.id}"
            rug = piece.kind == "rug"
            name = Told(f"{piece.name[:60]} ", *size) if rug else piece.name
            figure = table(piece.name[:60], 1.0, "pieces", room.name[:60])
            words = ("rug" if rug else "furniture", name, piece.shop)
            why = "with a grip underneath" if rug else Told(*size)
            price = price_quoted(job.quotes, code, piece.price)
            yield _number_line(code, words, price, why, room.id, room.name, figure)


# Many parameters: what the line is, and the rooms that share it.
@by_identity(times=1, each="line")
def _number_line(key: str, words: tuple[str, str, str], price: float, why: str, *flat: str | Figure) -> LineToBuy:
    """Return the line of so many of one thing, of the rooms' identities, names and numbers, given in turn."""
    kind, name, shop = words
    shares = tuple(room_by_room(flat))
    needed = total(name[:60], "pieces", [amount for _, _, amount in shares])
    number = round(needed.value)
    cost = price_of_number(
        table("number", float(number), "", "each by itself"),
        table("price of one", price, "money", name[:60]),
        called=f"{number} × {name[:60]}",
    )
    where = ", ".join(room[:40] for _, room, _ in shares)
    return LineToBuy(
        key,
        kind,
        name,
        shop,
        needed,
        ((1.0, number, cost.value),),
        total("price", "money", [cost], listed=True),
        0.0,
        f"{why}, for {where}",
        shares,
        several(number, "piece"),
        InPacks(),
    )
