"""The order list: paint by product and colour in tins, trim by profile in whole lengths, with cost and reasons."""

from __future__ import annotations

from typing import Literal

import msgspec

from narrow_cornice.derived.bought.lines import LineToBuy, price_of_tins
from narrow_cornice.derived.bought.trim import TrimNeed, knife_line_of, sold_as, trim_line_of, trim_needs
from narrow_cornice.derived.coated.coatings import PaintNeed, paint_needs
from narrow_cornice.derived.coated.repairs import packs, room_repairs
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.trimwork.prices import milled_for
from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.finishes.repairs import repair_materials
from narrow_cornice.finishes.tins import Tins, TinSize, cheapest_tins, reserve, tins_in_words
from narrow_cornice.job.memo import by_identity
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.trim.choices import KINDS


@explained("to have", "L", "needed + touch up reserve")
def with_reserve(needed: float, touch_up_reserve: float) -> float:
    """Return the litres to have in the house: what is needed and what is kept back."""
    return needed + touch_up_reserve


def _paint_line(key: str, needs: list[tuple[str, str, PaintNeed]], rules: HouseRules, shop: str) -> LineToBuy:
    paint, colour = needs[0][2].paint, needs[0][2].colour
    shares = tuple((room_id, name, need.total(name)) for room_id, name, need in needs)
    needed = total("litres", "L", [amount for _, _, amount in shares])
    kept = reserve(needed, rules.figure("reserve_share"), rules.figure("reserve_least"))
    to_have = with_reserve(needed, kept)
    tins: Tins = cheapest_tins(to_have.value, tuple(TinSize(size.litres, size.price) for size in paint.sizes))
    buy = tuple((size.litres, count, size.price * count) for size, count in tins.buy)
    chosen = f"the cheapest tins that hold {to_have.value:.2f} L"
    prices = [
        price_of_tins(
            table("tins", count, "", chosen),
            table("price of one", size.price, "money", f"{paint.name}, {size.litres:g} L, {shop}"),
            called=f"{count} × {size.litres:g} L",
        )
        for size, count in tins.buy
    ]
    surfaces = sum(len(need.parts) for _, _, need in needs)
    where = ", ".join(name[:40] for _, name, _ in needs)
    words = tins_in_words(tins)
    name = f"{paint.name}, {colour.name}" if colour else paint.name
    why = f"{surfaces} {'surface' if surfaces == 1 else 'surfaces'} in {where}"
    return LineToBuy(
        key,
        "paint",
        name,
        paint.shop,
        to_have,
        buy,
        total("price", "money", prices),
        tins.litres - to_have.value,
        why,
        shares,
        words,
        colour=colour,
        paint=paint,
    )


@by_identity(keep=4096)
def _paint_line_of(key: str, rules: HouseRules, shop: str, *wanted: str | PaintNeed) -> LineToBuy:
    """Return the line of the rooms' identities, names and needs, given in turn: kept as long as they are the same."""
    return _paint_line(key, list(zip(wanted[::3], wanted[1::3], wanted[2::3], strict=True)), rules, shop)  # type: ignore[arg-type]


@by_identity(keep=256)
def _repair_line(key: str, *wanted: str | Figure) -> LineToBuy:
    """Return the line of a material of repairs, of the rooms' identities, names and amounts, given in turn."""
    material = repair_materials()[key]
    shares = tuple(zip(wanted[::3], wanted[1::3], wanted[2::3], strict=True))
    needed = total(material.name, material.measure, [amount for _, _, amount in shares])  # type: ignore[misc]
    buy, have = packs(material, needed.value)
    prices = [
        price_of_tins(
            table("tins", count, "", "the cheapest packs that are enough"),
            table("price of one", price / count, "money", f"{material.name}, {size:g} {material.measure}"),
            called=f"{count} × {size:g} {material.measure}",
        )
        for size, count, price in buy
    ]
    rooms = ", ".join(str(name)[:40] for _, name, _ in shares)
    words = " + ".join(f"{count} × {size:g} {material.measure}" for size, count, _ in buy)
    return LineToBuy(
        f"repair:{key}",
        "repair",
        material.name,
        material.shop,
        needed,
        buy,
        total("price", "money", prices),
        have - needed.value,
        f"repairs in {rooms}",
        shares,  # type: ignore[arg-type]
        words,
    )


class ToBuy(msgspec.Struct, frozen=True):
    """The whole order with what stands beside it: kinds of trim nobody sells here, rooms that wait to be measured."""

    lines: tuple[LineToBuy, ...]
    unsold: tuple[str, ...]
    waiting: tuple[str, ...]
    shop_names: dict[str, str] = {}

    @property
    def price(self) -> float:
        """Return the price of all lines."""
        return sum(line.price for line in self.lines)

    def line(self, key: str) -> LineToBuy | None:
        """Return the line of that key, None where it is no longer ordered."""
        return next((line for line in self.lines if line.key == key), None)

    def shop_of(self, line: LineToBuy) -> str:
        """Return the name of the shop where a line is bought."""
        return self.shop_names.get(line.shop, line.shop)

    def shops(self) -> list[tuple[str, list[LineToBuy]]]:
        """Return the lines by shop, as the names of these, in the order they first appear."""
        slips: dict[str, list[LineToBuy]] = {}
        for line in self.lines:
            slips.setdefault(line.shop, []).append(line)
        return [(self.shop_names.get(shop, shop), lines) for shop, lines in slips.items()]


@by_identity(keep=64)
def to_buy(job: Job) -> ToBuy:
    """Return what the job needs to buy."""
    rules = house_rules_of(job.house_rules)
    paints: dict[str, list[tuple[str, str, PaintNeed]]] = {}
    trims: dict[str, list[tuple[str, str, TrimNeed]]] = {}
    waiting = []
    for room in job.rooms:
        if measured_room(room, job.house_rules).fault:
            waiting.append(room.name)
            continue
        for key, need in paint_needs(room, job.house_rules, job.paints, job.colours).items():
            paints.setdefault(key, []).append((room.id, room.name, need))
        for key, trim in trim_needs(room, job.house_rules, job.milled, job.joinery).items():
            trims.setdefault(key, []).append((room.id, room.name, trim))
    shops = job.shop_names()
    lines = []
    for key, needs in paints.items():
        at = needs[0][2].paint.shop
        flat = [one for need in needs for one in need]
        lines.append(_paint_line_of(key, rules, shops.get(at, at), *flat))
    unsold: list[str] = []
    knives: list[LineToBuy] = []
    ordered = sorted(trims.items(), key=lambda one: KINDS.index(one[1][0][2].kind))
    for key, wanted in ordered:
        profile = wanted[0][2].profile
        stock = milled_for(wanted[0][2].kind, job.milled)
        if profile is not None:
            stock = sold_as(profile, stock)
        if stock is None:
            unsold.append(wanted[0][2].name)
            continue
        kept, left_over = job.cutting.get(key), job.left_over.get(key, ())
        lines.append(trim_line_of(key, stock, kept, left_over, rules, *(one for need in wanted for one in need)))
        if (profile is None or profile.price_per_metre is None) and stock.knife_per_mm > 0:
            knives.append(knife_line_of(key, stock, *(one for need in wanted for one in need)))
    lines += knives
    materials: dict[str, list[str | Figure]] = {}
    for room in job.rooms:
        for material, amount in _material_needs(room).items():
            materials.setdefault(material, []).extend((room.id, room.name, amount))
    lines += [_repair_line(key, *flat) for key, flat in materials.items()]
    return ToBuy(tuple(lines), tuple(unsold), tuple(waiting), shops)


@by_identity(keep=1024)
def _material_needs(room: Room) -> dict[str, Figure]:
    """Return what a room's repairs need of each material."""
    parts: dict[str, list[Figure]] = {}
    for repair in room_repairs(room):
        for key, amount in repair.needs:
            parts.setdefault(key, []).append(amount)
    return {key: total(room.name[:60], amounts[0].unit, amounts) for key, amounts in parts.items()}


def tick_state(job: Job, line: LineToBuy) -> Literal["", "bought", "changed"]:
    """Return whether a line was bought, and whether what it asks has changed since."""
    bought = job.ticks.get(line.key)
    if bought is None:
        return ""
    return "bought" if bought == line.bought_as else "changed"
