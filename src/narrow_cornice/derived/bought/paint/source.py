"""Paint to buy: by product and colour, in the cheapest tins that hold what is needed and a reserve."""

from __future__ import annotations

from narrow_cornice.derived.bought.lines import Bought, InTins, LineToBuy, by_line, in_turn, price_of_tins, room_by_room
from narrow_cornice.derived.coated.coatings import PaintNeed, paint_needs
from narrow_cornice.explained.figures import explained, table, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.finishes.tins import Tins, TinSize, cheapest_tins, reserve, tins_in_words
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import METRIC


def paint_to_buy(job: Job) -> Bought:
    """Return a line for each paint in each colour."""
    rules, shops = house_rules_of(job.house_rules), job.shop_names()
    lines = []
    for key, needs in by_line(job, lambda room: paint_needs(room, job.house_rules, job.paints, job.colours)).items():
        at = needs[0][2].paint.shop
        lines.append(_paint_line_of(key, rules, shops.get(at, at), *in_turn(needs)))
    return Bought(tuple(lines))


@explained("to have", "L", "needed + touch up reserve")
def with_reserve(needed: float, touch_up_reserve: float) -> float:
    """Return the litres to have in the house: what is needed and what is kept back."""
    return needed + touch_up_reserve


def _paint_line(key: str, needs: list[tuple[str, str, PaintNeed]], rules: HouseRules, shop: str) -> LineToBuy:
    paint, colour = needs[0][2].paint, needs[0][2].colour
    shares = tuple((room_id, name, need.total(name)) for room_id, name, need in needs)
    needed = total("litres", "L", [amount for _, _, amount in shares], listed=True)
    kept = reserve(needed, rules.figure("reserve_share"), rules.figure("reserve_least"))
    to_have = with_reserve(needed, kept)
    shown = to_have.rounded(METRIC)  # litres are shown alike in both unit worlds, and the tins hold what is shown
    tins: Tins = cheapest_tins(
        max(shown, to_have.value), tuple(TinSize(size.litres, size.price) for size in paint.sizes)
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
    words = tins_in_words(tins)
    tinted = f"tinted {100 * rules.value('tint_share'):g} % to " if paint.primer else ""
    name = f"{paint.name}, {tinted}{colour.name}" if colour else paint.name
    why = f"{surfaces} {'surface' if surfaces == 1 else 'surfaces'} in {where}"
    return LineToBuy(
        key,
        "paint",
        name,
        paint.shop,
        to_have,
        buy,
        total("price", "money", prices, listed=True),
        tins.litres - to_have.value,
        why,
        shares,
        words,
        InTins(paint, colour),
    )


@by_identity(times=1, each="wall")
def _paint_line_of(key: str, rules: HouseRules, shop: str, *wanted: str | PaintNeed) -> LineToBuy:
    """Return the line of the rooms' identities, names and needs, given in turn: kept as long as they are the same."""
    return _paint_line(key, room_by_room(wanted), rules, shop)
