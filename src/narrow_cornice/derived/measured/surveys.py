"""What was read of a room, as observations of its network and as figures; and the plan they make."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence

from narrow_cornice.derived.measured.widths import observed_widths
from narrow_cornice.explained.figures import Figure, reading
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.job.measured import CornerOffset, Diagonal, Trueness, WallAsRead, WallWidth
from narrow_cornice.job.paths import CornerPath, DiagonalPath, OffsetPath, Read, WallPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.doubt import next_reading, reach_of
from narrow_cornice.survey.network import Distance, Offset, interior_angle
from narrow_cornice.survey.plan import (
    Doubt,
    Observed,
    Plan,
    corner_name,
    doubts,
    measured_plan,
    pair_name,
    side_name,
)
from narrow_cornice.survey.readings import SUREST_DEGREES, Reading, counted, instrument_sigma, sigma_of
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.told import Told


def mean_of_readings(
    name: str, readings: Sequence[Length], source: Read, rules: HouseRules, what: str
) -> Figure | None:
    """Return the mean of the readings that count as a figure with its uncertainty, None where there is none.

    Readings of unequal uncertainty weigh by the inverse of its square.
    """
    mine = counted(readings)
    if not mine:
        return None
    sigmas = [sigma_of(one, rules) for _, one in mine]
    if len(mine) == 1:
        ((_, one),) = mine
        by = f", {one.instrument}" if isinstance(one, Reading) and one.instrument != "tape" else ""
        note = f"typed as {one.text}{by}" if one.text else what
        return reading(name, one.mm, "mm", source, note, sigmas[0])
    values = [one.mm for _, one in mine]
    spread = max(values) - min(values)
    leaves = [
        reading(f"reading {n + 1}", one.mm, "mm", source.nth(n), f"typed as {one.text}", sigma)
        for (n, one), sigma in zip(mine, sigmas, strict=True)
    ]
    sigma, weights = math.sqrt(1.0 / sum(one**-2 for one in sigmas)), list[Figure]()
    if max(sigmas) - min(sigmas) < 1e-9:
        sentence = f"({' + '.join(term.name for term in leaves)}) ÷ {len(values)}"
        value = sum(values) / len(values)
    else:
        weights = [
            Figure(f"weight {n + 1}", one**-2 * sigma**2, "", "table", note="by how sure it is")
            for (n, _), one in zip(mine, sigmas, strict=True)
        ]
        terms = zip(leaves, weights, strict=True)
        sentence = " + ".join(f"{term.name} × {weight.name}" for term, weight in terms)
        value = sum(one * weight.value for one, weight in zip(values, weights, strict=True))
    parts = (*leaves, *weights)
    note = Told(f"mean of {len(values)} readings, spread ", spread)
    return Figure(name, value, "mm", "worked", sentence, tuple(one.name for one in parts), parts, source, note, sigma)


@by_identity(times=1, each="wall")
def side_reading(
    name: str, readings: tuple[Reading, ...], room_id: str, wall_id: str, changed_rules: dict[str, float]
) -> Figure | None:
    """Return the mean of a wall's readings as a figure."""
    return mean_of_readings(f"wall {name}", readings, WallPath(room_id, wall_id), house_rules_of(changed_rules), "read")


def interior(side: WallAsRead) -> float | None:
    """Return the interior angle that is assumed of the corner at a side's end, None where none is."""
    if side.assumed is None:
        return None
    return side.assumed if side.turn == "left" else 360.0 - side.assumed


def corner_index(sides: Sequence[WallAsRead], wall_id: str) -> int | None:
    """Return the index of the corner at the end of a wall, None where that wall is not there."""
    return next(((index + 1) % len(sides) for index, side in enumerate(sides) if side.id == wall_id), None)


def corner_key(sides: Sequence[WallAsRead], index: int) -> str:
    """Return the wall by which a corner goes: the one that ends there."""
    return sides[(index - 1) % len(sides)].id


def observed_of(
    room_id: str,
    sides: Sequence[WallAsRead],
    diagonals: Sequence[Diagonal],
    offsets: Sequence[CornerOffset],
    rules: HouseRules,
    *,
    widths: Sequence[WallWidth] = (),
    heights: Sequence[Reading] = (),
    trueness: Mapping[str, Trueness] | None = None,
) -> tuple[Observed, ...]:
    """Return every reading that counts as an observation with where it can be changed."""
    count = len(sides)
    made: list[Observed] = []
    for index, side in enumerate(sides):
        for n, one in counted(side.readings):
            distance = Distance(index, (index + 1) % count, one.mm, sigma_of(one, rules))
            about = WallPath(room_id, side.id, reading=n)
            made.append(Observed(distance, "side", about, f"wall {side_name(index, count)}"))
    for index, side in enumerate(sides):
        at = (index + 1) % count
        ends = (at, (at + 1) % count, (at - 1) % count)
        read = [(n, one) for n, one in enumerate(side.angles) if not one.aside]
        for n, angle in read:
            sigma = angle.sigma or max(SUREST_DEGREES, rules.value("angle_sigma"))
            corner = CornerPath(room_id, side.id, reading=n)
            made.append(
                Observed(
                    interior_angle(*ends, count, angle.degrees, sigma), "angle", corner, f"corner {corner_name(at)}"
                )
            )
        assumed = interior(side)
        if not read and assumed is not None:
            sigma = max(SUREST_DEGREES, rules.value("square_sigma"))
            words = f"corner {corner_name(at)}, assumed"
            made.append(
                Observed(interior_angle(*ends, count, assumed, sigma), "assumed", CornerPath(room_id, side.id), words)
            )
    for diagonal in diagonals:
        ends_at = [corner_index(sides, key) for key in (diagonal.first, diagonal.second)]
        first, second = ends_at
        if first is None or second is None or first == second:
            continue
        for n, one in counted(diagonal.readings):
            between = DiagonalPath(room_id, diagonal.id, reading=n)
            observation = Distance(first, second, one.mm, sigma_of(one, rules))
            made.append(Observed(observation, "diagonal", between, pair_name(*sorted((first, second)))))
    for offset in offsets:
        of, start, end = (corner_index(sides, key) for key in (offset.of, offset.start, offset.end))
        if of is None or start is None or end is None or len({of, start, end}) < 3:
            continue
        for n, one in counted(offset.readings):
            off = OffsetPath(room_id, offset.id, reading=n)
            words = f"offset of {corner_name(of)} from {pair_name(start, end)}"
            made.append(Observed(Offset(of, start, end, one.mm, sigma_of(one, rules)), "offset", off, words))
    made += observed_widths(room_id, sides, widths, heights, trueness or {}, rules)
    return tuple(made)


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="room")
def plan_of(
    room_id: str,
    sides: tuple[WallAsRead, ...],
    diagonals: tuple[Diagonal, ...],
    offsets: tuple[CornerOffset, ...],
    changed_rules: dict[str, float],
    widths: tuple[WallWidth, ...] = (),
    heights: tuple[Reading, ...] = (),
    trueness: Mapping[str, Trueness] | None = None,
) -> Plan:
    """Return the plan that a room's readings make.

    ``heights`` and ``trueness`` say where widths at the floor and at the top were read and how their walls lean.
    """
    rules = house_rules_of(changed_rules)
    count = len(sides)
    read = [
        side_reading(side_name(index, count), side.readings, room_id, side.id, changed_rules)
        for index, side in enumerate(sides)
    ]
    observed = observed_of(room_id, sides, diagonals, offsets, rules, widths=widths, heights=heights, trueness=trueness)
    guesses = {(index + 1) % count: 90.0 if side.turn == "left" else 270.0 for index, side in enumerate(sides)}
    return measured_plan(observed, read, guesses)


@by_identity(times=1, each="room")
def doubts_of(plan: Plan) -> tuple[Doubt, ...]:
    """Return the readings of a plan that the others speak against, the likeliest wrong one first."""
    return doubts(plan)


@by_identity(times=1, each="room")
def largest_doubt(plan: Plan) -> float:
    """Return the largest standard uncertainty in mm of any side or diagonal of a determined plan."""
    return reach_of(plan.network) if plan.network is not None else 0.0


@by_identity(times=1, each="room")
def next_of(plan: Plan, changed_rules: dict[str, float]) -> tuple[int, int] | None:
    """Return the two corners whose distance is best read next, None where all has been read."""
    if plan.wanted is not None:
        return plan.wanted
    if plan.network is None or not plan.determined:
        return None
    rules = house_rules_of(changed_rules)
    return next_reading(plan.network, lambda mm: instrument_sigma("tape", mm, rules))
