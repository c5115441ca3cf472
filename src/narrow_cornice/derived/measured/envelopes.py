"""Where a built-in is to go: what is surely clear, the scribes it needs, and how tall it can be stood up."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import NamedTuple

import msgspec
import numpy as np
from msgspec.structs import replace

from narrow_cornice.derived.measured.rooms import MeasuredRoom, measured_room
from narrow_cornice.derived.measured.surveys import plan_of
from narrow_cornice.derived.measured.touching import lying_before
from narrow_cornice.derived.measured.widths import SHARES, height_of_level
from narrow_cornice.explained.figures import Figure, choice, explained, table
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.measured import Recess, WallAsRead, WallWidth
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import RecessPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.envelope import SURE, Across, Clear, HeightAt, Usual, clear_height, clear_width
from narrow_cornice.survey.network import Point
from narrow_cornice.survey.plan import Plan, Side, on_floor
from narrow_cornice.survey.readings import SUREST_MM, Reading, counted, sigma_of
from narrow_cornice.units.told import Bare, Told

LOW_SIGMA = 3.0  # mm: standard uncertainty of a height under a slope or a beam
ALONG_EVERY = 100.0  # mm from height to height along a place under a slope
OFF_WALL = 300.0  # mm off its wall that a height is taken


class Fit(msgspec.Struct, frozen=True):
    """The envelope of one place for a built-in, or its ``fault`` in words.

    ``left`` and ``right`` say whether a wall stands at that end; ``scribe`` is for each such side, None where there is
    none. ``spot`` says where it is tightest, ``advice`` which reading would make it surer. ``along`` is how high it is
    clear from place to place, by mm from its left end, where a slope or something overhead comes lower somewhere.
    """

    recess: Recess
    wall: str
    fault: str = ""
    width: Figure | None = None
    height: Figure | None = None
    across: Clear | None = None
    upward: Clear | None = None
    scribe: Figure | None = None
    stands: Figure | None = None
    left: bool = False
    right: bool = False
    spot: str = ""
    advice: str = ""
    along: tuple[tuple[float, float], ...] = ()


@explained("clear at 95 %", "mm", "at the tightest spot − margin")
def clear_at_95(at_the_tightest_spot: float, margin: float) -> float:
    """Return what is clear in nineteen cases of twenty."""
    return at_the_tightest_spot - margin


@explained("clear height at 95 %", "mm", "over the floor − fall of the floor")
def on_level_floor(over_the_floor: float, fall_of_the_floor: float) -> float:
    """Return the clear height over a carcass that stands level on the highest part of a floor that falls."""
    return over_the_floor - fall_of_the_floor


@explained("scribe on each side", "mm", "widest − narrowest + for the pencil")
def scribe_each_side(widest: float, narrowest: float, for_the_pencil: float) -> float:
    """Return how wide a scribe is before it is cut to the wall."""
    return widest - narrowest + for_the_pencil


@explained("tallest that can be stood up", "mm", "√(max(lowest ceiling × lowest ceiling − depth × depth, 0))")
def tallest_stood_up(lowest_ceiling: float, depth: float) -> float:
    """Return the tallest carcass whose diagonal passes under the ceiling as it is tilted up."""
    return math.sqrt(max(0.0, lowest_ceiling * lowest_ceiling - depth * depth))


def height_places(heights: Sequence[Reading], walls: Sequence[str], plan: Plan, rules: HouseRules) -> list[HeightAt]:
    """Return the height readings with their place on the plan, where somebody said so; ``walls`` are identities."""
    made = []
    for _, one in counted(heights):
        at: Point | None = None
        if isinstance(one, Reading) and one.wall:
            index = next((i for i, wall in enumerate(walls) if wall == one.wall), None)
            if index is not None:
                side = plan.sides[index]
                at = on_floor(side, one.place if one.place is not None else side.length.value / 2, OFF_WALL)
        made.append(HeightAt(at, one.mm, sigma_of(one, rules)))
    return made


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="room")
def _upward(
    heights: tuple[Reading, ...],
    sides: tuple[WallAsRead, ...],
    plan: Plan,
    index: int,
    start: float,
    end: float,
    depth: float,
    changed_rules: dict[str, float],
) -> Clear:
    """Return the clear height over a place; one that an edit left as it was is not worked out again."""
    rules = house_rules_of(changed_rules)
    side = plan.sides[index]
    return clear_height(
        height_places(heights, [one.id for one in sides], plan, rules),
        [on_floor(side, start + (end - start) * u, depth * v) for u in (0.0, 0.5, 1.0) for v in (0.0, 1.0)],
        Usual(level=rules.value("usual_level")),
    )


def _leans(
    room: Room, index: int, left: bool, right: bool, tall: float, rules: HouseRules
) -> tuple[float | None, float, float]:
    """Return how much wider it gets for each mm up by the plumbed walls at its ends, how sure that is, and how far the
    walls may bow.

    None where neither was plumbed; an unplumbed one is taken for plumb, as surely as walls usually are. A gap read
    under a straight edge is how far a wall may bow, in place of what walls usually do.
    """
    usual = rules.value("usual_lean") / 1000.0
    slope, variance, read, bows = 0.0, 0.0, False, 0.0
    for there, neighbour in ((left, (index + 1) % len(room.measured.walls)), (right, index - 1)):
        if not there:
            continue
        truth = room.measured.trueness.get(room.measured.walls[neighbour].id)
        gaps = [abs(one.mm) for _, one in counted(truth.flat)] if truth is not None else []
        bows += max(gaps, default=rules.value("usual_bow")) ** 2
        mine = counted(truth.plumb) if truth is not None else []
        if not mine:
            variance += usual**2
            continue
        read = True
        slope -= sum(one.mm for _, one in mine) / len(mine) / tall  # leaning into the room makes it narrower above
        variance += sum(sigma_of(one, rules) ** 2 for _, one in mine) / len(mine) ** 2 / tall**2
    return (slope if read else None), max(1e-6, math.sqrt(variance)), math.sqrt(bows / 2.0)


def floor_fall(room: Room, plan: Plan, places: Sequence[Point], rules: HouseRules) -> float | None:
    """Return how far the floor falls over some places by its levels at corners, in mm, None where too few are read."""
    read = {one.corner: one.reading.mm for one in room.measured.levels}
    known = [(plan.corners[0], 0.0)]
    known += [
        (plan.corners[(n + 1) % len(room.measured.walls)], read[side.id])
        for n, side in enumerate(room.measured.walls)
        if side.id in read
    ]
    if len(known) < 2:
        return None
    slope = max(SUREST_MM, rules.value("usual_level")) / 1000.0
    xs = np.array([place for place, _ in known])
    middle = xs.mean(axis=0)
    rows = np.column_stack((np.ones(len(known)), xs - middle))
    sigma = max(SUREST_MM, rules.value("reading_sigma"))
    precision = rows.T @ rows / sigma**2 + np.diag([0.0, slope**-2.0, slope**-2.0])
    found = np.linalg.solve(precision, rows.T @ np.array([level for _, level in known]) / sigma**2)
    levels = np.column_stack((np.ones(len(places)), np.array(places) - middle)) @ found
    return float(levels.max() - levels.min())


def _lower_than(
    measured: MeasuredRoom, side: Side, start: float, end: float, depth: float, clear: float
) -> Figure | None:
    """Return the clear height where a slope or something overhead comes lower than the ceiling, else None."""
    room = measured.room
    footprint = [on_floor(side, start + (end - start) * u, depth * v) for u in (0.0, 0.5, 1.0) for v in (0.0, 1.0)]
    lowest, what = clear, ""
    for place in footprint:
        z = measured.ceiling.at(*place)
        if z < lowest - 1.0:
            lowest, what = z, "under the sloped ceiling"
    index = measured.plan.sides.index(side)
    for bulk, begins, ends, out in lying_before(measured.plan, room.measured.walls, room.measured.bulks, index):
        if begins < end and ends > start and out < depth and bulk.under.mm < lowest:
            lowest, what = bulk.under.mm, f"under {bulk.name[:40]}"
    if not what:
        return None
    return clear_at_95(
        Figure("at the tightest spot", lowest, "mm", "table", note=what),
        Figure("margin", SURE * LOW_SIGMA, "mm", "table", note="1.645 × what one reading of it is sure to"),
        called="clear height at 95 %",
    )


def _splay(plan: Plan, index: int, left: bool, right: bool) -> tuple[float, float]:
    """Return how much wider the room gets for each mm out of a wall, and how sure that is."""
    slope, variance = 0.0, 0.0
    for walled, corner in ((left, (index + 1) % len(plan.sides)), (right, index)):
        if walled:
            angle, sigma = math.radians(plan.angles[corner]), math.radians(plan.angle_sigmas[corner])
            slope -= 1.0 / math.tan(angle)
            variance += (sigma / math.sin(angle) ** 2) ** 2
    return slope, max(1e-5, math.sqrt(variance))


class Stretch(NamedTuple):
    """The stretch of a wall that a place lies before: the wall by its place in the round, from where to where along
    it, how far out of it, and whether a wall stands at its left and its right end."""

    wall: int
    start: float
    end: float
    depth: float
    left: bool
    right: bool


def _stretch_of(recess: Recess, room: Room, plan: Plan) -> Stretch:
    index = next(i for i, side in enumerate(room.measured.walls) if side.id == recess.wall)
    long = plan.sides[index].length.value
    start = recess.start.mm if recess.start else 0.0
    end = recess.end.mm if recess.end else long
    left = recess.start is None and plan.angles[(index + 1) % len(plan.sides)] < 170.0
    right = recess.end is None and plan.angles[index] < 170.0
    return Stretch(index, start, end, recess.depth.mm, left, right)


@by_identity(times=1, each="room", of=as_built)
def fit_of(room: Room, recess: Recess, changed_rules: dict[str, float]) -> Fit:
    """Return the envelope of a place for a built-in."""
    measured = measured_room(room, changed_rules)
    if measured.fault or measured.height is None:
        return Fit(recess, "", measured.fault)
    at = _stretch_of(recess, room, measured.plan)
    side, tall = measured.plan.sides[at.wall], measured.height.value
    if not 0.0 <= at.start < at.end <= side.length.value + 1.0:
        long = side.length.value
        said = ("It goes from ", Bare(at.start), " to ", Bare(at.end), f"; wall {side.name} is ", Bare(long), " long.")
        return Fit(recess, side.name, Told(*said))
    path = RecessPath(room.id, recess.id)
    upward, height = _upward_of(measured, at, changed_rules)
    deep = choice("depth", at.depth, "mm", path.sized("depth"), f"typed as {recess.depth.text}")
    lowest = table("lowest ceiling", upward.clear, "mm", "clear height at 95 % here; look at the rest of its path")
    along = _heights_along(measured, at, upward.clear) if height.value < upward.clear - 1.0 else ()
    stands = tallest_stood_up(lowest, deep)
    fit = Fit(recess, side.name, "", None, height, None, upward, None, stands, at.left, at.right, along=along)
    if not at.left and not at.right:
        width = choice("width", at.end - at.start, "mm", path, "no wall at either end")
        return replace(fit, width=width, spot=_spot_of_height(upward))
    between, across = _across_of(room, recess, measured.plan, at, tall, changed_rules)
    scribe = scribe_each_side(
        table("widest", across.most, "mm", "estimated anywhere on its face"),
        table("narrowest", across.least, "mm", "estimated anywhere on its face"),
        house_rules_of(changed_rules).figure("scribe_extra"),
    )
    z, d = across.spot
    return replace(
        fit,
        width=_clear_figure("clear width", across),
        across=across,
        scribe=scribe,
        spot=f"{_level_words(z / tall)}, {'at the back' if d < at.depth / 2 else 'at the front'}",
        advice=_advice(recess, between, across, tall),
    )


def _upward_of(measured: MeasuredRoom, at: Stretch, changed_rules: dict[str, float]) -> tuple[Clear, Figure]:
    """Return what is clear from the floor up before a stretch, and the height a carcass can have there."""
    room, plan, rules = measured.room, measured.plan, house_rules_of(changed_rules)
    side = plan.sides[at.wall]
    read = (room.measured.heights, room.measured.walls)
    upward = _upward(*read, plan, at.wall, at.start, at.end, at.depth, changed_rules)
    height = _clear_figure("clear height", upward)
    footprint = [
        on_floor(side, at.start + (at.end - at.start) * u, at.depth * v) for u in (0.0, 1.0) for v in (0.0, 1.0)
    ]
    fall = floor_fall(room, plan, footprint, rules)
    if fall is not None and fall > 0.5:
        falls = Figure("fall of the floor", fall, "mm", "table", note="across this place, by the levels at the corners")
        height = on_level_floor(height, falls, called="clear height at 95 %")
    lower = _lower_than(measured, side, at.start, at.end, at.depth, upward.clear)
    return upward, lower if lower is not None else height


def _heights_along(measured: MeasuredRoom, at: Stretch, level: float) -> tuple[tuple[float, float], ...]:
    """Return how high it is clear along a stretch, at the back and at the front, by mm from its left end: ``level``
    where nothing is lower, and nothing where it is that everywhere."""
    side, room = measured.plan.sides[at.wall], measured.room
    long = at.end - at.start
    many = max(2, math.ceil(long / ALONG_EVERY) + 1)
    before = [
        one
        for one in lying_before(measured.plan, room.measured.walls, room.measured.bulks, at.wall)
        if one.out < at.depth
    ]
    edges = {edge - at.start + aside for one in before for edge in (one.start, one.end) for aside in (-0.5, 0.5)}
    places = sorted({*(long * number / (many - 1) for number in range(many)), *(x for x in edges if 0 < x < long)})
    found = []
    for x in places:
        low = min(measured.ceiling.at(*on_floor(side, at.start + x, at.depth * v)) for v in (0.0, 1.0))
        low = min([low, *(one.bulk.under.mm for one in before if one.start <= at.start + x <= one.end)])
        found.append((x, min(level, low - SURE * LOW_SIGMA) if low < level - 1.0 else level))
    return tuple(found) if any(z < level for _, z in found) else ()


def _across_of(
    room: Room, recess: Recess, plan: Plan, at: Stretch, tall: float, changed_rules: dict[str, float]
) -> tuple[tuple[Across, ...], Clear]:
    """Return the widths read between the walls at a stretch's ends, and what is clear between them."""
    splay, splay_sigma = _splay(plan, at.wall, at.left, at.right)
    lean, lean_sigma, bow = _leans(room, at.wall, at.left, at.right, tall, house_rules_of(changed_rules))
    both, walked = at.left and at.right, (at.end - at.start, max(0.5, plan.sides[at.wall].sigma))
    between: tuple[Across, ...] = ()
    if both and room.measured.widths:
        read = (room.measured.widths, room.measured.walls)
        between = _between_the_ends(*read, plan, at.wall, at.depth, tall, changed_rules)
        if between:
            walked = _walked_without_widths(room, at.wall, changed_rules)
    width, sigma = walked
    return between, _across(
        recess, between, width, sigma, changed_rules, tall, splay, splay_sigma, lean, lean_sigma, bow, both
    )


def _advice(recess: Recess, between: Sequence[Across], across: Clear, tall: float) -> str:
    """Return which reading would make the width surer, empty for none."""
    levels = {one.level for one in recess.across} | {
        level for level, share in SHARES.items() if any(abs(one.height - share * tall) < 1.0 for one in between)
    }
    if len(levels) < 2:
        return "Read the width at the floor and at the top: how the walls lean is only assumed."
    if "middle" not in levels:
        return "Read the width half way up: how the walls bow is only assumed."
    if not any(one.depth == "front" for one in recess.across) and across.sigma > 4.0:
        return "Read the width at the front as well."
    return ""


def _clear_figure(name: str, clear: Clear) -> Figure:
    """Return what is clear as a figure with its working."""
    return clear_at_95(
        Figure(
            "at the tightest spot", clear.tight, "mm", "table", note="estimated from all readings", sigma=clear.sigma
        ),
        Figure(
            "margin",
            clear.margin,
            "mm",
            "table",
            note="one in twenty of the shapes that the readings allow comes nearer than this somewhere",
        ),
        called=f"{name} at 95 %",
    )


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="room")
def _across(
    recess: Recess,
    between: tuple[Across, ...],
    walked_width: float,
    walked_sigma: float,
    changed_rules: dict[str, float],
    tall: float,
    splay: float,
    splay_sigma: float,
    lean: float | None,
    lean_sigma: float,
    bow: float,
    both: bool,
) -> Clear:
    """Return the clear width from the widths read and from the wall as it was walked."""
    rules = house_rules_of(changed_rules)
    readings: Sequence[Across] = [
        Across(
            height_of_level(one.level, tall),
            0.0 if one.depth == "back" else recess.depth.mm,
            one.reading.mm,
            sigma_of(one.reading, rules),
        )
        for one in recess.across
        if not one.reading.aside
    ]
    walked = Across(min(rules.value("walked_height"), tall), 0.0, walked_width, walked_sigma)
    usual = Usual(rules.value("usual_lean"), bow, rules.value("usual_level"))
    if not both:  # one wall leans where two would
        usual = Usual(usual.lean / math.sqrt(2.0), usual.bow, usual.level)
    known_lean = None if lean is None else (lean, lean_sigma)
    return clear_width([*readings, *between, walked], tall, recess.depth.mm, (splay, splay_sigma), usual, known_lean)


@by_identity(times=1, each="room")
def _between_the_ends(
    widths: tuple[WallWidth, ...],
    sides: tuple[WallAsRead, ...],
    plan: Plan,
    index: int,
    depth: float,
    tall: float,
    changed_rules: dict[str, float],
) -> tuple[Across, ...]:
    """Return the widths read between the two walls at a recess's ends, as far out of its wall as they were read.

    Those further out than twice its depth say more of the splay than of the recess, and are left to the plan.
    """
    rules = house_rules_of(changed_rules)
    ends = {sides[(index + 1) % len(sides)].id, sides[index - 1].id}
    back = plan.sides[index]
    made = []
    for one in widths:
        if {one.wall, one.other} != ends:
            continue
        near = plan.sides[next(i for i, side in enumerate(sides) if side.id == one.wall)]
        x, y = on_floor(near, one.place.mm, 0.0)
        out = -((x - back.start[0]) * back.outward[0] + (y - back.start[1]) * back.outward[1])
        if -1.0 <= out <= 2.0 * depth:
            z = height_of_level(one.level, tall)
            made += [Across(z, out, read.mm, sigma_of(read, rules)) for _, read in counted(one.readings)]
    return tuple(made)


def _walked_without_widths(room: Room, index: int, changed_rules: dict[str, float]) -> tuple[float, float]:
    """Return how long a wall is, and how sure that is, by all readings but the widths, so that none counts twice.

    Where the plan is not determined without them, the wall says next to nothing of its own.
    """
    plan = plan_of(room.id, room.measured.walls, room.measured.diagonals, room.measured.offsets, changed_rules)
    if plan.determined:
        return plan.sides[index].length.value, max(0.5, plan.sides[index].sigma)
    whole = measured_room(room, changed_rules).plan.sides[index].length.value
    return whole, max(1000.0, whole)


def _level_words(share: float) -> str:
    return "near the floor" if share < 1 / 3 else "half way up" if share < 2 / 3 else "at the top"


def _spot_of_height(upward: Clear) -> Told:
    return Told("lowest ", upward.most - upward.least, " under the highest")
