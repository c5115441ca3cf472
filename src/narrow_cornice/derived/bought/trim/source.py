"""Trim to buy: by profile in whole lengths, as they are sawn; and the knives of profiles that are milled."""

from __future__ import annotations

from msgspec.structs import replace

from narrow_cornice.cutting.allowances import bar_saw
from narrow_cornice.cutting.lengths import Lengths, lengths_to_buy
from narrow_cornice.derived.bought.in_lengths import kept_lengths, price_of_lengths
from narrow_cornice.derived.bought.lines import Bought, InLengths, Knife, LineToBuy, by_line, in_turn, room_by_room
from narrow_cornice.derived.bought.trim.needs import TrimNeed, not_cut, trim_needs
from narrow_cornice.derived.trimwork.prices import cut_lengths, knife_price, milled_for, price_per_metre
from narrow_cornice.explained.figures import Figure, table, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.job.bought import CuttingPlan
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.trimwork import MilledTrim
from narrow_cornice.memo import by_identity, by_value
from narrow_cornice.trim.catalogue import StockProfile
from narrow_cornice.trim.kinds import KINDS
from narrow_cornice.units.show import show_money
from narrow_cornice.units.told import Told, so_many
from narrow_cornice.units.words import several


def trim_to_buy(job: Job) -> Bought:
    """Return a line for each profile, from the floor up, then the knives; profiles nobody sells are named."""
    rules = house_rules_of(job.house_rules)
    needs = by_line(job, lambda room: trim_needs(room, job.house_rules, job.milled, job.joinery, job.settings))
    lines: list[LineToBuy] = []
    knives: list[LineToBuy] = []
    unsold: list[str] = []
    for key, wanted in sorted(needs.items(), key=lambda one: KINDS.index(one[1][0][2].kind)):
        first = wanted[0][2]
        milled = milled_for(first.kind, job.milled)
        if first.profile is not None:
            milled = sold_as(first.profile, milled)
        if milled is None:
            unsold.append(first.name)
            continue
        flat = in_turn(wanted)
        kept, left_over = job.cutting.get(key), job.left_over.get(key, ())
        lines.append(_trim_line_of(key, milled, kept, left_over, rules, *flat))
        made = first.profile is None or first.profile.price_per_metre is None
        bought = bool(lines[-1].buy)  # nothing is moulded where left-overs serve
        if made and bought and first.moulded and milled.knife_per_mm > 0:
            knives.append(_knife_line_of(key, milled, *flat))
    missing = [words for room in job.rooms for words in not_cut(room, job.house_rules, job.milled, job.joinery)]
    return Bought((*lines, *knives), tuple(unsold), tuple(missing))


@by_value(times=1, each="wall")
def sold_as(profile: StockProfile, maker: MilledTrim | None) -> MilledTrim | None:
    """Return a stock profile as something that can be bought; one without a price is made by whoever makes its kind."""
    if profile.price_per_metre is not None:
        return MilledTrim(profile.id, profile.name, (), profile.lengths, profile.price_per_metre, 0.0, profile.shop)
    return maker and replace(maker, id=profile.id, lengths=profile.lengths, shop=profile.shop or maker.shop)


@by_identity(times=1, each="line")
def _trim_line_of(
    key: str,
    milled: MilledTrim,
    kept: CuttingPlan | None,
    left_over: tuple[float, ...],
    rules: HouseRules,
    *wanted: str | TrimNeed,
) -> LineToBuy:
    """Return the line of the rooms' identities, names and needs, given in turn: kept as long as they are the same."""
    return _trim_line(key, room_by_room(wanted), milled, kept, left_over, rules)


def _why(needs: list[tuple[str, str, TrimNeed]], bars: Lengths, *, planned: bool, stale: bool) -> str:
    """Return what else is to be said of the lengths of a line: their rooms, what is proven, what is not sure yet."""
    why = f" in {', '.join(name[:40] for _, name, _ in needs)}"
    if planned and bars.bound is not None:
        dear = bars.price - bars.bound > 0.005 * max(1.0, bars.price / 1000)
        why += f"; no plan costs less than {show_money(bars.bound)}" if dear else "; no plan is cheaper: that is proven"
    if stale:
        why += "; the cutting plan kept was for other pieces"
    loose = [f"{wall} in {name[:40]}" for _, name, need in needs for wall in need.unsure]
    if loose:
        more = " and others" if loose[3:] else ""
        why += f"; with more for what is not sure: read {', '.join(loose[:3])}{more} first"
    owned = sum(bar.owned for bar in bars.bars)
    return why + (f"; {several(owned, 'left-over')} used first" if owned else "")


def _trim_line(
    key: str,
    needs: list[tuple[str, str, TrimNeed]],
    milled: MilledTrim,
    kept: CuttingPlan | None,
    left_over: tuple[float, ...],
    rules: HouseRules,
) -> LineToBuy:
    first = needs[0][2]
    shares = tuple((room_id, room, need.total(room)) for room_id, room, need in needs)
    needed = total("length", "run", [amount for _, _, amount in shares])
    per_metre = price_per_metre(milled, first.height)
    pieces = cut_lengths([length for _, _, need in needs for _, length, _ in need.cuts])
    saw = bar_saw(rules)
    planned = kept_lengths(kept, pieces, milled.lengths, saw, left_over)
    if planned is not None:
        bars = Lengths(planned.bars, planned.price * per_metre.value, (planned.bound or 0.0) * per_metre.value)
        how = "by the cutting plan kept"
    else:
        bars = lengths_to_buy(pieces, milled.lengths, per_metre.value, saw.between, left_over, saw.lost(milled.lengths))
        how = "longest first; ends squared, an allowance and a kerf for each"
    left = sum(bar.offcut for bar in bars.bars)
    runs = several(len(pieces), "piece")
    why = runs + _why(needs, bars, planned=planned is not None, stale=kept is not None and planned is None)
    words = bars.words or "nothing"
    prices = [
        price_of_lengths(
            table("lengths", count, "", f"whole lengths for {runs}, {how}"),
            table("length of one", length, "mm", milled.name),
            per_metre,
            called=so_many(count, length, "mm"),
        )
        for length, count in bars.by_length()
    ]
    return LineToBuy(
        key,
        "trim",
        f"{first.name}, {milled.name}" if first.profile is None else first.name,
        milled.shop,
        needed,
        tuple((length, count, price.value) for (length, count), price in zip(bars.by_length(), prices, strict=True)),
        total("price", "money", prices, listed=True),
        left,
        why,
        shares,
        words,
        InLengths(milled.lengths, bars, tuple(cut for _, _, need in needs for cut in need.cuts), first.kind),
    )


@by_identity(times=1, each="line")
def _knife_line_of(key: str, milled: MilledTrim, *wanted: str | TrimNeed) -> LineToBuy:
    """Return the knife of a made profile, ground once for all rooms that have it."""
    needs = room_by_room(wanted)
    first: TrimNeed = needs[0][2]
    cost = knife_price(
        table("girth", first.girth, "mm", "of the profile"),
        table("grinding per mm", milled.knife_per_mm, "money", milled.name),
    )
    lengths = [sum(figure.value for _, figure in need.pieces) for _, _, need in needs]
    whole = sum(lengths) or 1.0
    shares = tuple(
        (room_id, name, Figure(name[:60], length / whole, "knife", "table", note="by the length it needs"))
        for (room_id, name, _), length in zip(needs, lengths, strict=True)
    )
    return LineToBuy(
        f"knife:{key}",
        "knife",
        f"Knife for {first.name[:1].lower()}{first.name[1:]}",
        milled.shop,
        table("knife", 1.0, "knife", "ground once, for every length of this profile"),
        ((1.0, 1, cost.value),),
        cost,
        0.0,
        Told("ground to a girth of ", round(first.girth), ", once"),
        shares,
        "1 knife",
        Knife(first.kind),
    )
