"""What a shop's goods weigh together, and which shops are asked to deliver (heavy goods by weight)."""

from __future__ import annotations

from typing import NamedTuple

from narrow_cornice.casework.boards import materials, sheet_goods
from narrow_cornice.derived.bought.lines import InLengths, InSheets, InTins, LineToBuy
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.trimwork.cut_list import cut_list
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity

PAINT = 1.35  # kg a litre, tin and all
M3 = 1e-9  # of a mm³


class Delivery(NamedTuple):
    """What is bought at one shop, by its identity, and weighs so much together: of ``unknown`` lines nobody knows what
    they weigh."""

    shop: str
    name: str
    weight: float
    unknown: int
    heavy: bool


def weight_of(job: Job, line: LineToBuy) -> float | None:
    """Return what all that is bought of a line weighs in kg, None where that is not known."""
    goods = line.goods
    if isinstance(goods, InTins):
        return sum(size * count for size, count, _ in line.buy) * PAINT
    if isinstance(goods, InSheets):
        board = sheet_goods()[goods.cut.board]
        volume = board.length * board.width * board.thickness * M3
        return volume * materials()[board.material].density * sum(count for _, count, _ in line.buy)
    if isinstance(goods, InLengths) and goods.trim is not None:
        density, rooms = house_rules_of(job.house_rules).value("trim_density"), {room for room, _, _ in line.shares}
        pieces = [
            one
            for room in job.rooms
            if room.id in rooms
            for one in cut_list(room, job.house_rules, job.milled, job.joinery)
            if one.kind == goods.trim
        ]
        sawn = sum(one.length for one in pieces)
        each = sum(one.weight(density) for one in pieces) / sawn if sawn else 0.0
        return each * sum(size * count for size, count, _ in line.buy)
    return line.weight or None


@by_identity(times=2, each="job")
def deliveries(job: Job) -> tuple[Delivery, ...]:
    """Return what each shop's goods weigh, the shops in the order of the list."""
    least = house_rules_of(job.house_rules).value("delivery_from")
    made = []
    for name, lines in to_buy(job).shops():
        weights = [weight_of(job, line) for line in lines]
        together = sum(one for one in weights if one is not None)
        made.append(Delivery(lines[0].shop, name, together, sum(one is None for one in weights), together >= least))
    return tuple(made)
