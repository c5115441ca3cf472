"""Widths read between two walls: what they say of the plan, which is walked at one height, and of a recess."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence

from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.job.measured import Level, Trueness, WallAsRead, WallWidth
from narrow_cornice.job.paths import WidthPath
from narrow_cornice.survey.network import Width
from narrow_cornice.survey.plan import Observed, side_name
from narrow_cornice.survey.readings import Reading, counted, sigma_of

SHARES: dict[Level, float] = {"floor": 0.0, "middle": 0.5, "top": 1.0}
LEVEL_WORDS: dict[Level, str] = {"floor": "at the floor", "middle": "half way up", "top": "at the top"}
UNREAD_HEIGHT = 2400.0  # mm: how high the top is taken to be while no ceiling height has been read


def height_of_level(level: Level, tall: float) -> float:
    """Return how high above the floor a level lies in a room ``tall`` high, in mm."""
    return SHARES[level] * tall


def mean_height(heights: Sequence[Reading]) -> float:
    """Return the mean of the ceiling heights that count, or a usual one while there is none, in mm."""
    read = [one.mm for _, one in counted(heights)]
    return sum(read) / len(read) if read else UNREAD_HEIGHT


def from_plan_to_level(
    walls: Sequence[str], level: Level, tall: float, trueness: Mapping[str, Trueness], rules: HouseRules
) -> tuple[float, float]:
    """Return how much wider it is between two walls at a level than where the plan is walked, and how sure that is.

    A wall that was plumbed leans as read; one that was not is taken for plumb, as surely as walls usually are. Each may
    bow as a parabola over its height by what walls usually do.
    """
    z, walked = height_of_level(level, tall), min(rules.value("walked_height"), tall)
    wider, variance = 0.0, 0.0
    bend = 4.0 * (z * (tall - z) - walked * (tall - walked)) / tall**2
    for wall in walls:
        truth = trueness.get(wall)
        plumb = counted(truth.plumb) if truth is not None else []
        if plumb:
            share = (z - walked) / tall
            wider -= sum(one.mm for _, one in plumb) / len(plumb) * share  # leaning in makes it narrower above
            variance += sum(sigma_of(one, rules) ** 2 for _, one in plumb) / len(plumb) ** 2 * share**2
        else:
            variance += (rules.value("usual_lean") / 1000.0 * (z - walked)) ** 2
        variance += (rules.value("usual_bow") * bend) ** 2
    return wider, math.sqrt(variance)


def width_name(sides: Sequence[WallAsRead], width: WallWidth) -> str:
    """Return the words for a width, as "A–B to C–D at the top"."""
    names = [
        next((side_name(index, len(sides)) for index, side in enumerate(sides) if side.id == wall), "?")
        for wall in (width.wall, width.other)
    ]
    return f"{names[0]} to {names[1]} {LEVEL_WORDS[width.level]}"


def observed_widths(
    room_id: str,
    sides: Sequence[WallAsRead],
    widths: Sequence[WallWidth],
    heights: Sequence[Reading],
    trueness: Mapping[str, Trueness],
    rules: HouseRules,
) -> list[Observed]:
    """Return the widths as observations of the plan: each brought to the height the plan is walked at."""
    if not widths:
        return []
    count, tall = len(sides), mean_height(heights)
    places = {side.id: index for index, side in enumerate(sides)}
    made = []
    for width in widths:
        near, far = places.get(width.wall), places.get(width.other)
        if near is None or far is None or near == far:
            continue
        wider, leaning = from_plan_to_level((width.wall, width.other), width.level, tall, trueness, rules)
        for n, one in counted(width.readings):
            sigma = math.hypot(sigma_of(one, rules), leaning)
            ends = (near, (near + 1) % count, far, (far + 1) % count)
            observation = Width(*ends, width.place.mm, one.mm - wider, sigma)
            about = WidthPath(room_id, width.id, reading=n)
            made.append(Observed(observation, "width", about, width_name(sides, width)))
    return made
