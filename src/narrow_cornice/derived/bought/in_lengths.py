"""Goods that come in lengths: what whole lengths cost, and the bars of a cutting plan that was kept."""

from __future__ import annotations

from narrow_cornice.cutting.allowances import BarSaw
from narrow_cornice.cutting.lengths import Bar, Lengths
from narrow_cornice.cutting.plans import offcut_of
from narrow_cornice.explained.figures import explained
from narrow_cornice.job.bought import CuttingPlan
from narrow_cornice.units.show import cents


@explained("price of lengths", "money", "lengths × length of one ÷ 1000 × price per metre, to 0.01")
def price_of_lengths(lengths: float, length_of_one: float, price_per_metre: float) -> float:
    """Return the price of several whole lengths of trim, sold by the metre; lengths in mm."""
    return cents(lengths * length_of_one / 1000 * price_per_metre)


def kept_lengths(
    plan: CuttingPlan | None,
    pieces: tuple[float, ...],
    sold: tuple[float, ...],
    saw: BarSaw,
    left_over: tuple[float, ...] = (),
) -> Lengths | None:
    """Return the bars of a plan that was kept, priced at one a metre, if it is for these pieces, this trim and these
    left-overs."""
    if plan is None or plan.stocks != sold or plan.left_over != left_over:
        return None
    if (plan.kerf, plan.lost) != (saw.between, saw.lost(sold)):
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
            offcut_of(length - plan.lost, [plan.pieces[index] for index in held], saw.between),
            number in plan.owned,
        )
        for number, (length, held) in enumerate(plan.bars)
    )
    return Lengths(bars, sum(bar.stock for bar in bars if not bar.owned) / 1000.0, plan.bound)
