"""Paint to buy: by product and colour, in the cheapest tins that hold what is needed and a reserve."""

from __future__ import annotations

from narrow_cornice.derived.bought.lines import Bought, InTins, LineToBuy, by_line, in_turn, price_of_tins, room_by_room
from narrow_cornice.derived.coated.coatings import PaintNeed, paint_line, paint_needs
from narrow_cornice.explained.figures import explained, table, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.finishes.tins import Tins, TinSize, cheapest_tins, reserve, tins_in_words
from narrow_cornice.job.finishes import LeftTin, Paint
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity, by_value
from narrow_cornice.units.dates import today
from narrow_cornice.units.show import METRIC
from narrow_cornice.units.words import several

MONTH = 30.44  # days


def paint_to_buy(job: Job) -> Bought:
    """Return a line for each paint in each colour."""
    rules, shops = house_rules_of(job.house_rules), job.shop_names()
    lines = []
    missing = []
    for key, needs in by_line(job, lambda room: paint_needs(room, job.house_rules, job.paints, job.colours)).items():
        at = needs[0][2].paint.shop
        there = left_tins(job.left_paint, key, needs[0][2].paint, rules)
        lines.append(_paint_line_of(key, rules, shops.get(at, at), there, *in_turn(needs)))
    for paint in job.paints:
        for tin in job.left_paint:
            if tin.paint == paint.id and past_its_age(tin, paint, rules):
                missing.append(f"{tin.litres:g} L of {paint.name[:40]} left over is past its age: throw it away.")
    return Bought(tuple(lines), (), tuple(missing))


def past_its_age(tin: LeftTin, paint: Paint, rules: HouseRules) -> bool:
    """Return whether left-over paint is older than it keeps; of what nobody dated it is not known."""
    if tin.day is None:
        return False
    return today() - tin.day > MONTH * (paint.keeps or rules.value("paint_keeps"))


def left_tins(stock: tuple[LeftTin, ...], line: str, paint: Paint, rules: HouseRules) -> tuple[LeftTin, ...]:
    """Return the left-over tins that serve a line, the oldest first: not those kept for touching up, nor too old."""
    mine = [
        tin
        for tin in stock
        if paint_line(tin.paint, tin.colour) == line and not tin.touch_up and not past_its_age(tin, paint, rules)
    ]
    return _kept_tins(*sorted(mine, key=lambda tin: (tin.day is None, tin.day or 0, tin.id)))


# By value, so that an edit of another tin leaves a line as it was.
@by_value(times=1, each="thing")
def _kept_tins(*tins: LeftTin) -> tuple[LeftTin, ...]:
    return tins


@explained("to buy", "L", "max(0, wanted − left over)")
def to_get(wanted: float, left_over: float) -> float:
    """Return the litres to buy beside what is there already."""
    return max(0.0, wanted - left_over)


@explained("to have", "L", "needed + touch up reserve")
def with_reserve(needed: float, touch_up_reserve: float) -> float:
    """Return the litres to have in the house: what is needed and what is kept back."""
    return needed + touch_up_reserve


# Many parameters: what is needed, what is there, and where it is bought.
def _paint_line(
    key: str, needs: list[tuple[str, str, PaintNeed]], rules: HouseRules, shop: str, there: tuple[LeftTin, ...]
) -> LineToBuy:
    paint, colour = needs[0][2].paint, needs[0][2].colour
    shares = tuple((room_id, name, need.total(name)) for room_id, name, need in needs)
    needed = total("litres", "L", [amount for _, _, amount in shares], listed=True)
    kept = reserve(needed, rules.figure("reserve_share"), rules.figure("reserve_least"))
    to_have = with_reserve(needed, kept)
    before = sum(tin.litres for tin in there)
    owned = table("left over", before, "L", "there already, the oldest first")
    missing = to_get(to_have, owned) if there else to_have
    shown = missing.rounded(METRIC)  # litres are shown alike in both unit worlds, and the tins hold what is shown
    tins: Tins = cheapest_tins(
        max(shown, missing.value), tuple(TinSize(size.litres, size.price) for size in paint.sizes)
    )
    buy = tuple((size.litres, count, round(size.price * count, 2)) for size, count in tins.buy)
    chosen = f"the cheapest tins that hold {shown:.2f} L"
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
    words = tins_in_words(tins) if tins.buy else "nothing"
    tinted = f"tinted {100 * rules.value('tint_share'):g} % to " if paint.primer else ""
    name = f"{paint.name}, {tinted}{colour.name}" if colour else paint.name
    why = f"{several(surfaces, 'surface')} in {where}"
    if there:
        batches = ", ".join(tin.batch for tin in there if tin.batch)
        why += f"; {before:g} L left over used first{f' (batch {batches})' if batches else ''}"
    return LineToBuy(
        key,
        "paint",
        name,
        paint.shop,
        to_have,
        buy,
        total("price", "money", prices, listed=True),
        tins.litres + before - to_have.value,
        why,
        shares,
        words,
        InTins(paint, colour, there),
    )


@by_identity(times=1, each="line")
def _paint_line_of(
    key: str, rules: HouseRules, shop: str, there: tuple[LeftTin, ...], *wanted: str | PaintNeed
) -> LineToBuy:
    """Return the line of the rooms' identities, names and needs, given in turn: kept as long as they are the same."""
    return _paint_line(key, room_by_room(wanted), rules, shop, there)
