"""Changes to the list to buy and the second look."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from msgspec.structs import replace

from narrow_cornice.job.bought import CuttingPlan, OwnLine, Purchase, Quote, SheetCutting, quote_key
from narrow_cornice.job.edits.making import EditError, changed_one, checked_name, fresh_id, without_one
from narrow_cornice.job.edits.shop_edits import with_shop
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job

MOST_LEFT = 500  # left-over sheets of a line
LONGEST_BAR = 20_000.0  # mm


def tick(line: str, bought: str | None, name: str) -> Edit:
    """Tick a line to buy off with what was bought, or take the tick away (None)."""

    def apply(job: Job) -> Job:
        ticks = {key: value for key, value in job.ticks.items() if key != line}
        if bought is not None:
            ticks[line] = str(bought)
        return replace(job, ticks=ticks)

    return Edit(f"{'bought' if bought is not None else 'not bought'}: {name[:40]}", apply)


def record_purchase(line: str, purchase: Purchase | None, name: str) -> Edit:
    """Write down what was really got of a line, what was paid and what was taken instead; None forgets it."""
    if purchase is not None:
        if purchase.paid is not None and not 0 <= purchase.paid <= 1e7:
            raise EditError(f"{purchase.paid:g} cannot have been paid.", where="paid")
        if any(not 0 <= count <= 1e6 for _, count in purchase.got):
            raise EditError("So many cannot have been got.", where="got", remedy="0 to 1 000 000 of each size.")
        got = tuple((size, count) for size, count in purchase.got if count)
        purchase = replace(purchase, got=got, instead=purchase.instead.strip())

    def apply(job: Job) -> Job:
        rest = {key: one for key, one in job.purchases.items() if key != line}
        kept = {line: purchase} if purchase is not None and purchase != Purchase() else {}
        return replace(job, purchases={**rest, **kept})

    return Edit(f"bought of {name[:40]}", apply)


def take_quotes(quotes: Mapping[str, Quote], shop: str) -> Edit:
    """Take up prices and stock that a shop told, by what is bought and its size; tins of paint are priced by them."""

    def apply(job: Job) -> Job:
        paints = tuple(
            replace(
                paint,
                sizes=tuple(
                    replace(tin, price=quotes[key].price) if (key := quote_key(paint.id, tin.litres)) in quotes else tin
                    for tin in paint.sizes
                ),
            )
            for paint in job.paints
        )
        same = all(new == old for new, old in zip(paints, job.paints, strict=True))
        return replace(job, paints=job.paints if same else paints, quotes={**job.quotes, **quotes})

    return Edit(f"prices of {shop[:40]}", apply)


def keep_cutting_plan(line: str, plan: CuttingPlan | None, name: str) -> Edit:
    """Keep a cutting plan for a line to buy; None goes back to the quick count."""

    def apply(job: Job) -> Job:
        rest = {key: one for key, one in job.cutting.items() if key != line}
        return replace(job, cutting=rest if plan is None else {**rest, line: plan})

    return Edit(f"{'cutting plan for' if plan else 'quick count for'} {name[:40]}", apply)


def keep_sheet_plan(line: str, plan: SheetCutting | None, name: str) -> Edit:
    """Keep a cutting plan of sheets for a line to buy; None goes back to the quick count."""

    def apply(job: Job) -> Job:
        rest = {key: one for key, one in job.sheets.items() if key != line}
        return replace(job, sheets=rest if plan is None else {**rest, line: plan})

    return Edit(f"{'sheets found for' if plan else 'quick count for'} {name[:40]}", apply)


def set_left_over(line: str, lengths: Sequence[float], name: str) -> Edit:
    """Say which bars of a line are there already, in mm; none where the list is empty."""
    bars = tuple(sorted(float(one) for one in lengths))
    if any(not 1.0 <= one <= LONGEST_BAR for one in bars):
        raise EditError(f"A left-over is from 1 mm to {LONGEST_BAR / 1000:g} m long.", where=name[:40])

    def apply(job: Job) -> Job:
        rest = {key: one for key, one in job.left_over.items() if key != line}
        return replace(job, left_over={**rest, line: bars} if bars else rest)

    return Edit(f"{len(bars)} left-overs of {name[:40]}", apply)


def set_left_sheets(line: str, sizes: Sequence[tuple[float, float]], name: str) -> Edit:
    """Say which sheets of a line are there already, by their length along the grain and their width in mm."""
    sheets = tuple(sorted((float(long), float(wide)) for long, wide in sizes))
    if len(sheets) > MOST_LEFT or any(not 1.0 <= one <= LONGEST_BAR for size in sheets for one in size):
        raise EditError(f"A left-over sheet is up to {LONGEST_BAR / 1000:g} m long and wide.", where=name[:40])

    def apply(job: Job) -> Job:
        rest = {key: one for key, one in job.left_sheets.items() if key != line}
        return replace(job, left_sheets={**rest, line: sheets} if sheets else rest)

    return Edit(f"{len(sheets)} left-over sheets of {name[:40]}", apply)


def keep_finding(finding: str, reason: str | None, says: str) -> Edit:
    """Keep what the second look found, with the reason; None takes the keeping back."""
    if reason is not None and not reason.strip():
        raise EditError("A reason is missing.", where="keep it, because", remedy="A few words are enough.")

    def apply(job: Job) -> Job:
        kept = {key: value for key, value in job.kept.items() if key != finding}
        if reason is not None:
            kept[finding] = reason.strip()
        return replace(job, kept=kept)

    return Edit(f"{'keep' if reason is not None else 'look again at'}: {says[:40]}", apply)


def mark_for_mixing(line: str, marked: bool, name: str) -> Edit:
    """Mark the tins of a line to buy to be mixed before starting, or not."""
    return Edit(
        f"{'mix' if marked else 'do not mix'} {name[:40]}",
        lambda job: replace(job, mixing=tuple(sorted({*job.mixing, line} if marked else {*job.mixing} - {line}))),
    )


def add_own_line(name: str = "") -> Edit:
    """Write a line to buy of one's own; what it is and costs is said then. Its identity is given here."""

    def apply(job: Job) -> Job:
        fresh = fresh_id("l", (one.id for one in job.own_lines))
        called = checked_name(name or f"Line {len(job.own_lines) + 1}", "A line to buy")
        return replace(job, own_lines=(*job.own_lines, OwnLine(fresh, called)))

    return Edit("a line of one's own", apply)


def change_own_line(line_id: str, **fields: Any) -> Edit:
    """Change a line of one's own: name, shop (a name), count, unit, price, room, optional. Raises EditError for what
    none can have."""
    if "name" in fields:
        fields = {**fields, "name": checked_name(fields["name"], "A line to buy")}
    for key, most in (("count", 1e6), ("price", 1e7)):
        if key in fields and not 0 <= fields[key] <= most:
            raise EditError(f"A {key} of {fields[key]:g} cannot be.", where=key, remedy=f"0 to {most:g}.")

    def apply(job: Job) -> Job:
        changed = fields
        if "shop" in fields:
            job, shop = with_shop(job, fields["shop"])
            changed = {**fields, "shop": shop}
        return replace(job, own_lines=changed_one(job.own_lines, line_id, **changed))

    key, value = next(iter(fields.items()))
    return Edit(f"own line: {key} {value}"[:80], apply)


def remove_own_line(line_id: str, name: str) -> Edit:
    """Take a line of one's own off the list, with its tick."""

    def apply(job: Job) -> Job:
        ticks = {key: value for key, value in job.ticks.items() if key != f"own:{line_id}"}
        return replace(job, own_lines=without_one(job.own_lines, line_id), ticks=ticks)

    return Edit(f"off the list: {name[:40]}", apply)
