"""Lines of one's own to buy: nails, tape, glue, hire, each as it was written."""

from __future__ import annotations

from narrow_cornice.derived.bought.lines import Bought, InPacks, LineToBuy, Share
from narrow_cornice.explained.figures import Figure, choice, explained, table, total
from narrow_cornice.job.bought import OwnLine
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import LinePath
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import METRIC, cents, show_money, show_quantity

ANYWHERE = "Anywhere"  # where it is bought, while nobody said


@explained("price of a line", "money", "count × price of one, to 0.01")
def price_of_own(count: float, price_of_one: float) -> float:
    """Return the price of a line of one's own."""
    return cents(count * price_of_one)


def own_line_key(identity: str) -> str:
    """Return the key of the line to buy of a line of one's own."""
    return f"own:{identity}"


def own_to_buy(job: Job) -> Bought:
    """Return the lines somebody wrote; one that is optional costs nothing until it is wanted."""
    rooms = [part for room in job.rooms for part in (room.id, room.name)]
    return Bought(tuple(_line(one, *rooms) for one in job.own_lines))


@by_identity(times=1, each="line")
def _line(one: OwnLine, *rooms: str) -> LineToBuy:
    """Return a line, shared by its room or by all rooms alike (their identities and names, in turn)."""
    each = list(zip(rooms[::2], rooms[1::2], strict=True))
    mine = [room for room in each if room[0] == one.room] or each
    path = LinePath(own_line_key(one.id))
    needed = choice(one.name[:60], one.count, one.unit, path, "written by hand")
    shares: tuple[Share, ...] = tuple(
        (room, name, Figure(name[:60], one.count / len(mine), one.unit, "table", note="its part of the line"))
        for room, name in mine
    )
    price_of_one = choice("price of one", one.price, "money", path, "written by hand")
    price = price_of_own(choice("count", one.count, "", path, "written by hand"), price_of_one)
    words = show_quantity(one.count, one.unit, METRIC)
    cost = total("price", "money", [price], listed=True)
    if one.optional:
        cost = table("price", 0.0, "money", f"optional: {show_money(price.value)} if it is wanted")
        words = f"{words}, optional"
    where = ", ".join(name[:40] for _, name in mine) if one.room else "the whole house"
    why = f"a line of your own, {where}" + (f"; {show_money(price.value)} if it is wanted" if one.optional else "")
    whole = one.count == int(one.count)
    buy = ((1.0, int(one.count), cost.value),) if whole else ((one.count, 1, cost.value),)
    shop = one.shop or ANYWHERE
    return LineToBuy(path.key, "own", one.name, shop, needed, buy, cost, 0.0, why, shares, words, InPacks())
