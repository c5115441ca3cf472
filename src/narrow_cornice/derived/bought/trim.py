"""What trim has to be bought: the pieces each room needs of each profile, in whole lengths, and the knives."""

from __future__ import annotations

import zlib
from collections.abc import Sequence
from functools import lru_cache
from typing import Any

import msgspec
from msgspec.structs import replace

from narrow_cornice.cutting.lengths import Bar, Lengths, lengths_to_buy
from narrow_cornice.cutting.plans import offcut_of
from narrow_cornice.derived.bought.lines import LineToBuy
from narrow_cornice.derived.trimwork.blocks import blocks_of
from narrow_cornice.derived.trimwork.cut_list import CutPiece, cut_list
from narrow_cornice.derived.trimwork.prices import cut_lengths, knife_price, price_per_metre
from narrow_cornice.derived.trimwork.sections import is_drawn
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.job.bought import CuttingPlan
from narrow_cornice.job.memo import by_identity
from narrow_cornice.job.model import Room
from narrow_cornice.job.trimwork import Joinery, MilledTrim
from narrow_cornice.trim.catalogue import StockProfile
from narrow_cornice.trim.choices import KINDS, TrimKind
from narrow_cornice.trim.fitted import Fitted
from narrow_cornice.trim.profiles import Profile


@explained("price of lengths", "money", "lengths × length of one ÷ 1000 × price per metre")
def price_of_lengths(lengths: float, length_of_one: float, price_per_metre: float) -> float:
    """Return the price of several whole lengths of trim, sold by the metre; lengths in mm."""
    return lengths * length_of_one / 1000 * price_per_metre


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
    room: Room, changed_rules: dict[str, float], stock: tuple[MilledTrim, ...], joinery: Joinery
) -> dict[str, TrimNeed]:
    """Return the pieces of trim the room needs, by the key of the order line."""
    trimmed = trimmed_room(room, changed_rules)
    if trimmed is None:
        return {}
    needs: dict[str, TrimNeed] = {}
    listed = cut_list(room, changed_rules, stock, joinery)
    for kind in KINDS:
        piece = trimmed.trim.of(kind)
        runs = [run for run in trimmed.runs if run.kind == kind and not run.there]
        if not runs or piece.height is None or piece.projection is None:
            continue
        pieces = tuple(
            (f"{room.name[:40]} {run.wall_name}{' ' + run.words[:40] if run.words else ''}", run.to_buy) for run in runs
        )
        mine = [one for one in listed if one.kind == kind]
        if piece.stock:
            _stock_needs(needs, room, piece, mine)
            continue
        size = f"{round(piece.height.value, 1):g}×{round(piece.projection.value, 1):g}"
        members = ""
        if kind == "cornice":
            members = " of " + ", ".join(member.name for member in trimmed.trim.members if member.fitted)
        drawn = (
            f"~{_drawn_key(piece.profile)}" if piece.profile is not None and is_drawn(room.trim.choices, kind) else ""
        )
        key = f"trim:{kind}:{size}{members}{drawn}"
        name = f"{kind.capitalize()} {size.replace('×', ' × ')} mm{members}{', as drawn' if drawn else ''}"
        cuts = [(f"{room.name[:40]} {one.name}", one.length) for one in mine if not one.stock]
        flat: list[Any] = [one for part in (*cuts, *pieces) for one in part]
        girth = round(piece.profile.girth, 1) if piece.profile is not None else 0.0
        height, out = piece.height.value, piece.projection.value
        needs[key] = _trim_need(kind, height, out, name, girth, None, len(cuts), *flat)
    for board in {one.board.id: one.board for one in blocks_of(trimmed, changed_rules) if one.board}.values():
        cuts_of = [one for one in listed if one.stock == board.id and one.block]
        _stock_need(needs, room, board, cuts_of, "casing")
    return needs


def _drawn_key(profile: Profile) -> str:
    """Return a short key of a profile that somebody drew: the same for the same members."""
    members = [(one.member.kind, round(one.member.height, 1), round(one.member.out, 1)) for one in profile.members]
    return f"{zlib.crc32(repr(members).encode()):08x}"


def _stock_needs(needs: dict[str, TrimNeed], room: Room, piece: Fitted, cuts: Sequence[CutPiece]) -> None:
    """Add what a piece put together from stock profiles needs of each of them."""
    for one in {each.profile.id: each.profile for each in piece.stock}.values():
        mine = [cut for cut in cuts if cut.stock == one.id and not cut.block]
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


@lru_cache(maxsize=1024)
def sold_as(profile: StockProfile, maker: MilledTrim | None) -> MilledTrim | None:
    """Return a stock profile as something the order can buy; one without a price is made by whoever makes its kind."""
    if profile.price_per_metre is not None:
        return MilledTrim(profile.id, profile.name, (), profile.lengths, profile.price_per_metre, 0.0, profile.shop)
    return maker and replace(maker, id=profile.id, lengths=profile.lengths, shop=profile.shop or maker.shop)


@by_identity(keep=4096)
def trim_line_of(
    key: str,
    stock: MilledTrim,
    kept: CuttingPlan | None,
    left_over: tuple[float, ...],
    rules: HouseRules,
    *wanted: str | TrimNeed,
) -> LineToBuy:
    """Return the line of the rooms' identities, names and needs, given in turn: kept as long as they are the same."""
    needs = list(zip(wanted[::3], wanted[1::3], wanted[2::3], strict=True))
    return _trim_line(key, needs, stock, kept, left_over, rules)  # type: ignore[arg-type]


def kept_lengths(
    plan: CuttingPlan | None,
    pieces: tuple[float, ...],
    stock: MilledTrim,
    kerf: float,
    left_over: tuple[float, ...] = (),
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
    stock: MilledTrim,
    kept: CuttingPlan | None,
    left_over: tuple[float, ...],
    rules: HouseRules,
) -> LineToBuy:
    first = needs[0][2]
    shares = tuple((room_id, room, need.total(room)) for room_id, room, need in needs)
    needed = total("length", "run", [amount for _, _, amount in shares])
    per_metre = price_per_metre(stock, first.height)
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
    words = bars.words or "nothing"
    prices = [
        price_of_lengths(
            table("lengths", count, "", f"whole lengths for {runs}, {how}"),
            table("length of one", length, "mm", stock.name),
            per_metre,
            called=f"{count} × {length / 1000:g} m",
        )
        for length, count in bars.by_length()
    ]
    return LineToBuy(
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
def knife_line_of(key: str, stock: MilledTrim, *wanted: str | TrimNeed) -> LineToBuy:
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
    return LineToBuy(
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
