"""The order list: paint by product and colour in tins, trim by profile in whole lengths, with cost and reasons."""

from __future__ import annotations

import math
import zlib
from collections.abc import Sequence
from functools import lru_cache
from typing import Any, Literal

import msgspec
from msgspec.structs import replace

from narrow_cornice.cutting.lengths import Bar, Lengths, lengths_to_buy
from narrow_cornice.cutting.stock import offcut_of
from narrow_cornice.finishes.repairs import repair_materials
from narrow_cornice.finishes.tins import Tins, TinSize, cheapest_tins, reserve, tins_in_words
from narrow_cornice.job.memo import by_identity
from narrow_cornice.job.model import Colour, CuttingPlan, Job, Joinery, Paint, Room, Stock
from narrow_cornice.takeoff.blocks import blocks_of
from narrow_cornice.takeoff.coatings import PaintNeed, paint_needs
from narrow_cornice.takeoff.cut_list import CutPiece, cut_list
from narrow_cornice.takeoff.repairs import packs, room_repairs
from narrow_cornice.takeoff.rooms import measured_room
from narrow_cornice.takeoff.sections import is_drawn
from narrow_cornice.takeoff.surveys import house_rules_of
from narrow_cornice.trim.catalogue import StockProfile
from narrow_cornice.trim.choices import KINDS, TrimKind
from narrow_cornice.trim.fitted import Piece
from narrow_cornice.trim.profiles import Profile
from narrow_cornice.units.lengths import Unit
from narrow_cornice.units.show import show_quantity
from narrow_cornice.working.figures import Figure, explained, table, total
from narrow_cornice.working.house_rules import HouseRules

LineKind = Literal["paint", "trim", "knife", "repair"]


class OrderLine(msgspec.Struct, frozen=True):
    """One line to buy.

    ``needed`` is in litres, mm, or the measure of a repair's material; ``buy`` is (size, count, price of all);
    ``shares`` is what each room needs of it, (room id, room name, amount); ``key`` stays the same while the thing does,
    which is how a tick finds its line; ``bought_as`` is what a tick made now would remember; ``cuts`` are pieces of
    trim by name and length, in the order in which ``bars`` number them.
    """

    key: str
    kind: LineKind
    name: str
    shop: str
    needed: Figure
    buy: tuple[tuple[float, int, float], ...]
    cost: Figure
    left: float
    why: str
    shares: tuple[tuple[str, str, Figure], ...]
    bought_as: str
    colour: Colour | None = None
    paint: Paint | None = None
    stock: Stock | None = None
    bars: Lengths | None = None
    cuts: tuple[tuple[str, float], ...] = ()
    profile_kind: str = ""

    @property
    def price(self) -> float:
        """Return the price of all that is bought."""
        return self.cost.value

    @property
    def measure(self) -> str:
        """Return what the amounts of this line are in: L, mm, or the measure of a material."""
        return "mm" if self.kind == "trim" else self.needed.unit

    def shown(self, amount: float, unit: Unit) -> str:
        """Return an amount of this line as the job shows it: litres, metres or feet, kilograms, pieces."""
        return show_quantity(amount, "run" if self.kind == "trim" else self.needed.unit, unit)

    def share_of_price(self, room_id: str) -> float:
        """Return the part of the price that falls on a room, by what it needs."""
        whole = sum(amount.value for _, _, amount in self.shares)
        mine = sum(amount.value for room, _, amount in self.shares if room == room_id)
        return self.price * mine / whole if whole else 0.0


@explained("price of tins", "money", "tins × price of one")
def price_of_tins(tins: float, price_of_one: float) -> float:
    """Return the price of several tins of one size."""
    return tins * price_of_one


@explained("price of lengths", "money", "lengths × length of one ÷ 1000 × price per metre")
def price_of_lengths(lengths: float, length_of_one: float, price_per_metre: float) -> float:
    """Return the price of several whole lengths of trim, sold by the metre; lengths in mm."""
    return lengths * length_of_one / 1000 * price_per_metre


@explained("to have", "L", "needed + touch up reserve")
def with_reserve(needed: float, touch_up_reserve: float) -> float:
    """Return the litres to have in the house: what is needed and what is kept back."""
    return needed + touch_up_reserve


def _paint_line(key: str, needs: list[tuple[str, str, PaintNeed]], rules: HouseRules) -> OrderLine:
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
            table("price of one", size.price, "money", f"{paint.name}, {size.litres:g} L, {paint.shop}"),
            called=f"{count} × {size.litres:g} L",
        )
        for size, count in tins.buy
    ]
    surfaces = sum(len(need.parts) for _, _, need in needs)
    where = ", ".join(name[:40] for _, name, _ in needs)
    words = tins_in_words(tins)
    name = f"{paint.name}, {colour.name}" if colour else paint.name
    why = f"{surfaces} {'surface' if surfaces == 1 else 'surfaces'} in {where}"
    return OrderLine(
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


class TrimNeed(msgspec.Struct, frozen=True):
    """What one room needs of one profile: the runs with the wall they are for, and the pieces they are cut as.

    ``girth`` is that of a profile that is made, for its knife; ``profile`` the stock profile it is otherwise.
    """

    kind: TrimKind
    height: float
    projection: float
    name: str
    pieces: tuple[tuple[str, Figure], ...]
    cuts: tuple[tuple[str, float], ...] = ()
    girth: float = 0.0
    profile: StockProfile | None = None

    def total(self, name: str) -> Figure:
        """Return the length of all pieces under the room's name."""
        return _pieces_total(self, name[:60])


@by_identity(keep=8192)
def _pieces_total(need: TrimNeed, name: str) -> Figure:
    return total(name, "run", [figure for _, figure in need.pieces])


@by_identity(keep=16384)
def _trim_need(
    kind: TrimKind,
    height: float,
    projection: float,
    name: str,
    girth: float,
    profile: StockProfile | None,
    cuts: int,
    *flat: str | float | Figure,
) -> TrimNeed:
    """Return a need from so many cuts as names and lengths in turn, then runs as names and figures in turn; equal ones
    of the same figures are the same object."""
    made = tuple(zip(flat[: 2 * cuts : 2], flat[1 : 2 * cuts : 2], strict=True))
    runs = tuple(zip(flat[2 * cuts :: 2], flat[2 * cuts + 1 :: 2], strict=True))
    return TrimNeed(kind, height, projection, name, runs, made, girth, profile)  # type: ignore[arg-type]


@by_identity(keep=1024)
def trim_needs(
    room: Room, changed_rules: dict[str, float], stock: tuple[Stock, ...], joinery: Joinery
) -> dict[str, TrimNeed]:
    """Return the pieces of trim the room needs, by the key of the order line."""
    measured = measured_room(room, changed_rules)
    if measured.trim is None:
        return {}
    needs: dict[str, TrimNeed] = {}
    listed = cut_list(room, changed_rules, stock, joinery)
    for kind in KINDS:
        piece = measured.trim.piece(kind)
        runs = [run for run in measured.runs if run.kind == kind and not run.there]
        if not runs or piece.height is None or piece.projection is None:
            continue
        pieces = tuple(
            (f"{room.name[:40]} {run.wall}{' ' + run.opening[:40] if run.opening else ''}", run.to_buy) for run in runs
        )
        mine = [one for one in listed if one.kind == kind]
        if piece.stock:
            _stock_needs(needs, room, piece, mine)
            continue
        size = f"{round(piece.height.value, 1):g}×{round(piece.projection.value, 1):g}"
        members = ""
        if kind == "cornice":
            members = " of " + ", ".join(member.name for member in measured.trim.members if member.fitted)
        drawn = f"~{_drawn_key(piece.profile)}" if piece.profile is not None and is_drawn(room.trim, kind) else ""
        key = f"trim:{kind}:{size}{members}{drawn}"
        name = f"{kind.capitalize()} {size.replace('×', ' × ')} mm{members}{', as drawn' if drawn else ''}"
        cuts = [(f"{room.name[:40]} {one.name}", one.length) for one in mine if not one.stock]
        flat: list[Any] = [one for part in (*cuts, *pieces) for one in part]
        girth = round(piece.profile.girth, 1) if piece.profile is not None else 0.0
        height, out = piece.height.value, piece.projection.value
        needs[key] = _trim_need(kind, height, out, name, girth, None, len(cuts), *flat)
    for board in {one.board.id: one.board for one in blocks_of(measured, changed_rules) if one.board}.values():
        cuts_of = [one for one in listed if one.stock == board.id and "block" in one.name]
        _stock_need(needs, room, board, cuts_of, "casing")
    return needs


def _drawn_key(profile: Profile) -> str:
    """Return a short key of a profile that somebody drew: the same for the same members."""
    members = [(one.member.kind, round(one.member.height, 1), round(one.member.out, 1)) for one in profile.members]
    return f"{zlib.crc32(repr(members).encode()):08x}"


def _stock_needs(needs: dict[str, TrimNeed], room: Room, piece: Piece, cuts: Sequence[CutPiece]) -> None:
    """Add what a piece put together from stock profiles needs of each of them."""
    for one in {each.profile.id: each.profile for each in piece.stock}.values():
        mine = [cut for cut in cuts if cut.stock == one.id and "block" not in cut.name]
        _stock_need(needs, room, one, mine, piece.kind)


def _stock_need(
    needs: dict[str, TrimNeed], room: Room, one: StockProfile, cuts: Sequence[CutPiece], kind: TrimKind
) -> None:
    """Add what is cut from a stock profile, to what the room needs of it for something else."""
    named = [(f"{room.name[:40]} {cut.name}", cut.length) for cut in cuts]
    lengths = [(name, _cut_length(length)) for name, length in named]
    flat: list[Any] = [each for part in (*named, *lengths) for each in part]
    key = f"stock:{one.id}"
    there = needs.get(key)
    if there is not None:
        flat = [each for part in (*there.cuts, *named, *there.pieces, *lengths) for each in part]
        named = [*there.cuts, *named]
    girth = round(one.profile.girth, 1) if one.price_per_metre is None else 0.0
    needs[key] = _trim_need(kind, one.height, one.depth, f"{one.name}, {one.species}", girth, one, len(named), *flat)


@lru_cache(maxsize=4096)
def _cut_length(mm: float) -> Figure:
    return Figure("cut length", mm, "mm", "table", note="from the cut list, over its longest points")


def stock_for(kind: TrimKind, stock: tuple[Stock, ...]) -> Stock | None:
    """Return the first stock that is sold as this kind of trim."""
    for one in stock:
        if kind in one.kinds:
            return one
    return None


@explained("price per metre", "money", "basic price + height × price per mm")
def metre_price(basic_price: float, height: float, price_per_mm: float) -> float:
    """Return the price of a metre of trim, which grows with its height."""
    return basic_price + height * price_per_mm


@explained("knife, ground once", "money", "girth × grinding per mm")
def knife_price(girth: float, grinding_per_mm: float) -> float:
    """Return what a knife for a made profile costs, by the length of its edge."""
    return girth * grinding_per_mm


@lru_cache(maxsize=1024)
def sold_as(profile: StockProfile, maker: Stock | None) -> Stock | None:
    """Return a stock profile as something the order can buy; one without a price is made by whoever makes its kind."""
    if profile.price_per_metre is not None:
        return Stock(profile.id, profile.name, (), profile.lengths, profile.price_per_metre, 0.0, profile.shop)
    return maker and replace(maker, id=profile.id, lengths=profile.lengths, shop=profile.shop or maker.shop)


@by_identity(keep=4096)
def _trim_line_of(
    key: str,
    stock: Stock,
    kept: CuttingPlan | None,
    left_over: tuple[float, ...],
    rules: HouseRules,
    *wanted: str | TrimNeed,
) -> OrderLine:
    """Return the line of the rooms' identities, names and needs, given in turn: kept as long as they are the same."""
    needs = list(zip(wanted[::3], wanted[1::3], wanted[2::3], strict=True))
    return _trim_line(key, needs, stock, kept, left_over, rules)  # type: ignore[arg-type]


@by_identity(keep=4096)
def _paint_line_of(key: str, rules: HouseRules, *wanted: str | PaintNeed) -> OrderLine:
    """Return the line of the rooms' identities, names and needs, given in turn: kept as long as they are the same."""
    return _paint_line(key, list(zip(wanted[::3], wanted[1::3], wanted[2::3], strict=True)), rules)  # type: ignore[arg-type]


def cut_lengths(pieces: Sequence[float]) -> tuple[float, ...]:
    """Return lengths as they are marked off: whole millimetres, rounded up but for less than a twentieth."""
    return tuple(float(math.ceil(length - 0.05)) for length in pieces)


def kept_lengths(
    plan: CuttingPlan | None, pieces: tuple[float, ...], stock: Stock, kerf: float, left_over: tuple[float, ...] = ()
) -> Lengths | None:
    """Return the bars of a plan that was kept, priced at one a metre, if it is for these pieces, this stock and these
    left-overs."""
    if plan is None or plan.stocks != stock.lengths or plan.kerf != kerf or plan.left_over != left_over:
        return None
    if sorted(plan.pieces) != sorted(pieces):
        return None
    # Equal pieces may stand in another order than when the plan was made: the n-th shortest is the n-th shortest.
    mine = sorted(range(len(pieces)), key=lambda index: (pieces[index], index))
    theirs = sorted(range(len(pieces)), key=lambda index: (plan.pieces[index], index))
    place = dict(zip(theirs, mine, strict=True))
    bars = tuple(
        Bar(
            length,
            tuple((place[index], plan.pieces[index]) for index in held),
            offcut_of(length, [plan.pieces[index] for index in held], kerf),
            number in plan.owned,
        )
        for number, (length, held) in enumerate(plan.bars)
    )
    return Lengths(bars, sum(bar.stock for bar in bars if not bar.owned) / 1000.0, plan.bound)


def _trim_line(
    key: str,
    needs: list[tuple[str, str, TrimNeed]],
    stock: Stock,
    kept: CuttingPlan | None,
    left_over: tuple[float, ...],
    rules: HouseRules,
) -> OrderLine:
    first = needs[0][2]
    shares = tuple((room_id, room, need.total(room)) for room_id, room, need in needs)
    needed = total("length", "run", [amount for _, _, amount in shares])
    per_metre = metre_price(
        table("basic price", stock.price_per_metre, "money", stock.name),
        table("height", first.height, "mm", "of the profile"),
        table("price per mm", stock.price_per_metre_mm, "money", stock.name),
    )
    pieces = cut_lengths([length for _, _, need in needs for _, length in need.cuts])
    kerf = rules.value("kerf")
    planned = kept_lengths(kept, pieces, stock, kerf, left_over)
    if planned is not None:
        bars = Lengths(planned.bars, planned.price * per_metre.value, (planned.bound or 0.0) * per_metre.value)
        how = "by the cutting plan kept"
    else:
        bars = lengths_to_buy(pieces, stock.lengths, per_metre.value, kerf, left_over)
        how = "longest first, saw kerf between"
    left = sum(bar.offcut for bar in bars.bars)
    runs = f"{len(pieces)} {'piece' if len(pieces) == 1 else 'pieces'}"
    why = f"{runs} in {', '.join(name[:40] for _, name, _ in needs)}"
    if kept is not None and planned is None:
        why += "; the cutting plan kept was for other pieces"
    owned = sum(bar.owned for bar in bars.bars)
    if owned:
        why += f"; {owned} {'left-over' if owned == 1 else 'left-overs'} used first"
    words = " + ".join(f"{count} × {length / 1000:g} m" for length, count in bars.by_length()) or "nothing"
    prices = [
        price_of_lengths(
            table("lengths", count, "", f"whole lengths for {runs}, {how}"),
            table("length of one", length, "mm", stock.name),
            per_metre,
            called=f"{count} × {length / 1000:g} m",
        )
        for length, count in bars.by_length()
    ]
    return OrderLine(
        key,
        "trim",
        f"{first.name}, {stock.name}" if first.profile is None else first.name,
        stock.shop,
        needed,
        tuple((length, count, count * length / 1000 * per_metre.value) for length, count in bars.by_length()),
        total("price", "money", prices),
        left,
        why,
        shares,
        words,
        stock=stock,
        bars=bars,
        cuts=tuple(cut for _, _, need in needs for cut in need.cuts),
        profile_kind=first.kind,
    )


@by_identity(keep=4096)
def _knife_line_of(key: str, stock: Stock, *wanted: str | TrimNeed) -> OrderLine:
    """Return the knife of a made profile, ground once for all rooms that have it."""
    needs = list(zip(wanted[::3], wanted[1::3], wanted[2::3], strict=True))
    first: TrimNeed = needs[0][2]  # type: ignore[assignment]
    cost = knife_price(
        table("girth", first.girth, "mm", "of the profile"),
        table("grinding per mm", stock.knife_per_mm, "money", stock.name),
    )
    lengths = [sum(figure.value for _, figure in need.pieces) for _, _, need in needs if isinstance(need, TrimNeed)]
    whole = sum(lengths) or 1.0
    shares = tuple(
        (room_id, name, Figure(str(name)[:60], length / whole, "knife", "table", note="by the length it needs"))
        for (room_id, name, _), length in zip(needs, lengths, strict=True)
    )
    return OrderLine(
        f"knife:{key}",
        "knife",
        f"Knife for {first.name[:1].lower()}{first.name[1:]}",
        stock.shop,
        table("knife", 1.0, "knife", "ground once, for every length of this profile"),
        ((1.0, 1, cost.value),),
        cost,
        0.0,
        f"ground to a girth of {first.girth:.0f} mm, once",
        shares,  # type: ignore[arg-type]
        "1 knife",
        profile_kind=first.kind,
    )


@by_identity(keep=256)
def _repair_line(key: str, *wanted: str | Figure) -> OrderLine:
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
    return OrderLine(
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


class Order(msgspec.Struct, frozen=True):
    """The whole order with what stands beside it: kinds of trim nobody sells here, rooms that wait to be measured."""

    lines: tuple[OrderLine, ...]
    unsold: tuple[str, ...]
    waiting: tuple[str, ...]

    @property
    def price(self) -> float:
        """Return the price of all lines."""
        return sum(line.price for line in self.lines)

    def line(self, key: str) -> OrderLine | None:
        """Return the line of that key, None where it is no longer ordered."""
        return next((line for line in self.lines if line.key == key), None)

    def shops(self) -> list[tuple[str, list[OrderLine]]]:
        """Return the lines by shop, in the order they first appear."""
        slips: dict[str, list[OrderLine]] = {}
        for line in self.lines:
            slips.setdefault(line.shop, []).append(line)
        return list(slips.items())


@by_identity(keep=64)
def order_list(job: Job) -> Order:
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
        for key, trim in trim_needs(room, job.house_rules, job.stock, job.joinery).items():
            trims.setdefault(key, []).append((room.id, room.name, trim))
    lines = [_paint_line_of(key, rules, *(one for need in needs for one in need)) for key, needs in paints.items()]
    unsold: list[str] = []
    knives: list[OrderLine] = []
    ordered = sorted(trims.items(), key=lambda one: KINDS.index(one[1][0][2].kind))
    for key, wanted in ordered:
        profile = wanted[0][2].profile
        stock = stock_for(wanted[0][2].kind, job.stock)
        if profile is not None:
            stock = sold_as(profile, stock)
        if stock is None:
            unsold.append(wanted[0][2].name)
            continue
        kept, left_over = job.cutting.get(key), job.left_over.get(key, ())
        lines.append(_trim_line_of(key, stock, kept, left_over, rules, *(one for need in wanted for one in need)))
        if (profile is None or profile.price_per_metre is None) and stock.knife_per_mm > 0:
            knives.append(_knife_line_of(key, stock, *(one for need in wanted for one in need)))
    lines += knives
    materials: dict[str, list[str | Figure]] = {}
    for room in job.rooms:
        for material, amount in _material_needs(room).items():
            materials.setdefault(material, []).extend((room.id, room.name, amount))
    lines += [_repair_line(key, *flat) for key, flat in materials.items()]
    return Order(tuple(lines), tuple(unsold), tuple(waiting))


@by_identity(keep=1024)
def _material_needs(room: Room) -> dict[str, Figure]:
    """Return what a room's repairs need of each material."""
    parts: dict[str, list[Figure]] = {}
    for repair in room_repairs(room):
        for key, amount in repair.needs:
            parts.setdefault(key, []).append(amount)
    return {key: total(room.name[:60], amounts[0].unit, amounts) for key, amounts in parts.items()}


def tick_state(job: Job, line: OrderLine) -> Literal["", "bought", "changed"]:
    """Return whether a line was bought, and whether what it asks has changed since."""
    bought = job.ticks.get(line.key)
    if bought is None:
        return ""
    return "bought" if bought == line.bought_as else "changed"
