"""What was really bought of a line: how much of it is got, what was paid, and what is still to get.

A line that was ticked, or of which something was got, is never changed in silence: what it asks now and what was bought
stand side by side (O1).
"""

from __future__ import annotations

from typing import Literal

from narrow_cornice.derived.bought.lines import LineToBuy
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.explained.figures import Figure, choice, renamed, total
from narrow_cornice.job.bought import Purchase, quote_key
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import LinePath
from narrow_cornice.units.show import ShownIn, show_money
from narrow_cornice.units.told import said_in, so_many, together

TickState = Literal["", "part", "bought", "changed"]
NOTHING = Purchase()


def tick_state(job: Job, line: LineToBuy) -> TickState:
    """Return whether a line was bought, or some of it, and whether what it asks has changed since."""
    bought = job.ticks.get(line.key)
    if bought is None:
        return "part" if job.purchases.get(line.key, NOTHING).got else ""
    return "bought" if bought == line.bought_as else "changed"


def still_to_get(job: Job, line: LineToBuy) -> tuple[tuple[float, int], ...]:
    """Return how many of each size of a line are still to be got; nothing of one that is ticked as it stands."""
    if tick_state(job, line) == "bought":
        return ()
    got = dict(job.purchases.get(line.key, NOTHING).got)
    left = ((size, count - got.get(size, 0)) for size, count, _ in line.buy)
    return tuple((size, count) for size, count in left if count > 0)


def got_beyond(job: Job, line: LineToBuy) -> tuple[tuple[float, int], ...]:
    """Return what was got of a line beyond what it asks now: sizes it no longer has, and more than it wants."""
    wanted = {size: count for size, count, _ in line.buy}
    got = job.purchases.get(line.key, NOTHING).got
    return tuple((size, count - wanted.get(size, 0)) for size, count in got if count > wanted.get(size, 0))


def paid(job: Job, line: LineToBuy) -> float | None:
    """Return what was paid for a line, None where nobody said."""
    return job.purchases.get(line.key, NOTHING).paid


def paid_so_far(job: Job) -> Figure | None:
    """Return what was paid for all lines together, None where nobody said of any."""
    parts = [
        choice(line.name[:80], amount, "money", LinePath(line.key), "as it was written down")
        for line in to_buy(job).lines
        if (amount := paid(job, line)) is not None
    ]
    return total("paid", "money", parts, listed=True) if parts else None


def cost_as_paid(job: Job) -> Figure:
    """Return what the list comes to with what was paid in place of what was reckoned."""
    parts = []
    for line in to_buy(job).lines:
        amount = paid(job, line)
        parts.append(
            renamed(line.cost, line.name[:80])
            if amount is None
            else choice(line.name[:80], amount, "money", LinePath(line.key), "paid")
        )
    return total("cost with what was paid", "money", parts, listed=True)


def told_of(job: Job, line: LineToBuy) -> tuple[str, ...]:
    """Return in a sentence each what is to be known of a line before it is bought: what changed since it was ticked,
    what was taken instead, prices that are not what they were, and what a shop does not have."""
    purchase, said = job.purchases.get(line.key, NOTHING), []
    if tick_state(job, line) == "changed":
        said.append(f"Ticked when it was {job.ticks[line.key]}; now it is {line.bought_in(job.settings)}.")
    if beyond := got_beyond(job, line):
        said.append(f"Got beyond what it asks now: {_many(line, beyond, job.settings)}.")
    if purchase.instead:
        said.append(f"Taken instead: {purchase.instead[:80]}.")
    for size, count, _ in line.buy:
        quote, parts = job.quotes.get(quote_key(line.code, size)), list[str]()
        if quote is None:
            continue
        if quote.stock is not None and quote.stock < count:
            parts.append(f"the shop has {'none' if quote.stock == 0 else f'only {quote.stock}'}, {count} wanted")
        if quote.was is not None and abs(quote.was - quote.price) >= 0.005:
            parts.append(f"{show_money(quote.price)} now, {show_money(quote.was)} before")
        if parts:
            words = f"{_size(line, size)}{'; '.join(parts)}."
            said.append(f"{words[:1].upper()}{words[1:]}")
    return tuple(said)


def _size(line: LineToBuy, size: float) -> str:
    """Return which size something is said of, where there are several."""
    if len(line.buy) == 1 or line.measure == "mm":
        return ""
    return f"{size:g} {line.measure}: "


def _many(line: LineToBuy, what: tuple[tuple[float, int], ...], how: ShownIn) -> str:
    each = (so_many(count, size, line.measure) for size, count in what)
    return said_in(together(each, " + "), how)


def still_in_words(job: Job, line: LineToBuy) -> str:
    """Return what is still to be got of a line of which some was, empty where that is not said."""
    if tick_state(job, line) != "part":
        return ""
    left = still_to_get(job, line)
    return f"still to get {_many(line, left, job.settings)}" if left else "all got, not ticked yet"
