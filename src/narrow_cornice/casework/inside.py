"""What a compartment holds: shelves at equal or said distances, rails, drawers, trays, cubbies."""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple

import msgspec

from narrow_cornice.casework.parts import RAIL, Box, Clear, Kind, Part
from narrow_cornice.casework.wishes import Compartment, Habits, Stuff
from narrow_cornice.units.told import Told

LEAST_CLEAR = 50.0  # between two shelves
LEAST_FRONT = 60.0  # of a drawer
TRAY_TALL = 60.0
LEAST_BOX = 80.0  # mm between runners
LEAST_SIDE = 15.0
RUNNERS = tuple(float(length) for length in range(250, 601, 50))


class Inside(NamedTuple):
    """A compartment as a place: what is clear, from ``x`` and how wide, where its back is, between which heights the
    fronts of its drawers share out what there is (None: they have none of their own), and whether one of its shelves is
    fixed, since a tall side needs it."""

    clear: Clear
    x: float
    width: float
    y: float
    edges: tuple[float, float] | None = None
    fix: bool = False

    def shelf(self, kind: Kind, stuff: Stuff, z: float, place: tuple[float, float], tongue: float) -> Iterator[Part]:
        """Yield a shelf and its lipping, whose top is flush with it; whose they are is said by who asks."""
        (x, wide), board, (lip, tall) = place, stuff.board, stuff.lipping
        back = self.clear.depth - lip
        edge = wide if lip == 0 else 0.0
        yield Part(kind, 0, "", (x, self.y, z, wide, back, board), wide + 2 * tongue, back, board, edge)
        if lip > 0:
            box = (x, self.y + back, z + board - tall, wide, lip, tall)
            yield Part("lipping", 0, "", box, wide, tall, lip, wide)


class Held(NamedTuple):
    """What is in a compartment, or its ``fault`` in words: its parts, whose carcass and bay nobody said yet."""

    fault: str
    made: tuple[Part, ...]
    compartment: str

    def parts(self, carcass: int, bay: str) -> Iterator[Part]:
        """Yield its parts as those of a bay."""
        for one in self.made:
            yield msgspec.structs.replace(one, carcass=carcass, bay=bay, compartment=self.compartment)


def inside_of(place: Inside, stuff: Stuff, habits: Habits) -> Held:
    """Return what is in a compartment."""
    one, clear = place.clear.compartment, place.clear
    tall = clear.high - clear.low
    fault = ""
    made: tuple[Part, ...] = ()
    if one.holds == "shelves":
        fault, made = _shelves(place, stuff, habits)
    elif one.holds == "rail":
        step = tall / max(1, one.count)
        if step < 2 * habits.rail_below:
            fault = Told(f"{one.count} rails have ", max(0.0, step), " each to hang something in.")
        made = tuple(_rails(place, habits, step))
    elif one.holds in ("drawers", "trays"):
        low, high = place.edges or (clear.low, clear.high)
        steps = drawer_heights(one, high - low, habits)
        runner = RUNNERS[0] + habits.drawer_behind
        wide = place.width - 2 * habits.runner_room
        if min(steps) < (LEAST_FRONT if one.holds == "drawers" else LEAST_CLEAR / 2):
            fault = Told(f"{one.count} {one.holds} have ", max(0.0, min(steps)), " at the least: too little.")
        elif clear.depth < runner:
            fault = _too_deep(f"{one.holds.capitalize()} take ", runner, clear.depth)
        elif wide < LEAST_BOX:
            fault = Told(max(0.0, wide), f" between runners is too little for {one.holds}.")
        else:
            made = tuple(_drawers(place, steps, stuff, habits))
    elif one.holds == "pull-out":
        fault, made = _pull_out(place, stuff, habits)
    elif one.holds == "cubbies":
        each = (tall - (one.count - 1) * stuff.board) / max(1, one.count)
        wide = (place.width - (one.across - 1) * stuff.board) / max(1, one.across)
        if min(each, wide) < LEAST_CLEAR:
            fault = Told("Cubbies of ", max(0.0, wide), " × ", max(0.0, each), " are too small.")
        else:
            made = tuple(_cubbies(place, each, wide, stuff, habits))
    return Held(fault, made, one.id)


def _too_deep(takes: str, runner: float, clear: float) -> Told:
    return Told(takes, runner, " of depth at least, and ", clear, " is clear.")


def clear_heights(one: Compartment, tall: float, board: float) -> list[float]:
    """Return the clear heights between the shelves of a compartment from below: said ones first, the others, and what
    is over the highest, share what is left."""
    said = list(one.heights[: one.count])
    rest = one.count + 1 - len(said)
    left = tall - one.count * board - sum(said)
    return [*said, *([left / rest] * rest)]


def _shelves(place: Inside, stuff: Stuff, habits: Habits) -> tuple[str, tuple[Part, ...]]:
    """Return loose shelves; the one nearest half way up is fixed where a tall side needs it."""
    one, clear = place.clear.compartment, place.clear
    heights = clear_heights(one, clear.high - clear.low, stuff.board)
    if one.count and min(heights) < LEAST_CLEAR:
        return Told(f"{one.count} shelves leave ", max(0.0, min(heights)), " between them."), ()
    levels, z = [], clear.low
    for height in heights[:-1]:
        levels.append(z + height)
        z += height + stuff.board
    middle = (clear.low + clear.high) / 2
    fixed = min(range(len(levels)), key=lambda at: abs(levels[at] - middle)) if place.fix and levels else -1
    made: list[Part] = []
    play, tongue = habits.shelf_play, stuff.board * habits.groove
    for number, z in enumerate(levels):
        if number == fixed:
            made += place.shelf("fixed shelf", stuff, z, (place.x, place.width), tongue)
        else:
            made += place.shelf("shelf", stuff, z, (place.x + play / 2, place.width - play), 0.0)
    return "", tuple(made)


def _rails(place: Inside, habits: Habits, step: float) -> Iterator[Part]:
    """Yield rails one over the other, each ``rail_below`` what is above it."""
    clear = place.clear
    for number in range(max(1, clear.compartment.count)):
        z = clear.high - number * step - habits.rail_below - RAIL
        box: Box = (place.x, place.y + (clear.depth - RAIL) / 2, z, place.width, RAIL, RAIL)
        yield Part("rail", 0, "", box, place.width, RAIL, RAIL)


def drawer_heights(one: Compartment, tall: float, habits: Habits) -> list[float]:
    """Return how much of a height each drawer takes from below: equally, by equal steps, or each in one ratio to the
    next above it."""
    many = max(1, one.count)
    if one.grading == "steps":
        least = (tall - habits.drawer_step * many * (many - 1) / 2) / many
        return [least + habits.drawer_step * (many - 1 - number) for number in range(many)]
    shares = [habits.drawer_ratio ** (many - 1 - number) if one.grading == "ratio" else 1.0 for number in range(many)]
    return [tall * share / sum(shares) for share in shares]


def _drawers(place: Inside, steps: list[float], stuff: Stuff, habits: Habits) -> Iterator[Part]:
    """Yield the boxes of drawers, or of trays that are no taller than what lies on them needs."""
    clear, one, thin = place.clear, place.clear.compartment, stuff.drawer
    deep = max(length for length in RUNNERS if length <= clear.depth - habits.drawer_behind)
    front = place.y + clear.depth
    z = place.edges[0] if place.edges else clear.low
    for step in steps:
        low, over = max(z, clear.low), min(z + step, clear.high)
        z += step
        tall = max(LEAST_SIDE, over - low - habits.drawer_less)
        up = low + habits.drawer_less / 2
        if one.holds == "trays":
            tall = min(TRAY_TALL, tall)
        wide = place.width - 2 * habits.runner_room
        x, y = place.x + habits.runner_room, front - deep
        for at in (x, x + wide - thin):
            yield Part("drawer side", 0, "", (at, y, up, thin, deep, tall), deep, tall, thin, deep)
        for at in (y, y + deep - thin):
            box: Box = (x + thin, at, up, wide - 2 * thin, thin, tall)
            yield Part("drawer end", 0, "", box, wide - 2 * thin, tall, thin, 0.0)
        inner, within = wide - 2 * thin, deep - 2 * thin
        bottom = min(stuff.back, tall)
        box = (x + thin, y + thin, up, inner, within, bottom)
        yield Part("drawer bottom", 0, "", box, within + thin, inner + thin, stuff.back, 0.0)


def _pull_out(place: Inside, stuff: Stuff, habits: Habits) -> tuple[str, tuple[Part, ...]]:
    """Return a pull-out: two ends as tall as it is, and between them levels with a bottom and two low sides each."""
    clear, one, thin = place.clear, place.clear.compartment, stuff.drawer
    low, high = place.edges or (clear.low, clear.high)
    low, high = max(low, clear.low), min(high, clear.high)
    tall, wide = high - low - habits.drawer_less, place.width - 2 * habits.runner_room
    runner = RUNNERS[0] + habits.drawer_behind
    each = (tall - stuff.back) / max(1, one.count)
    if clear.depth < runner:
        return _too_deep("A pull-out takes ", runner, clear.depth), ()
    if wide < LEAST_BOX:
        return Told(max(0.0, wide), " between runners is too little for a pull-out."), ()
    if each < 2 * TRAY_TALL:
        return Told(f"{one.count} levels of a pull-out have ", max(0.0, each), " each: too little."), ()
    deep = max(length for length in RUNNERS if length <= clear.depth - habits.drawer_behind)
    x, y, z = place.x + habits.runner_room, place.y + clear.depth - deep, low + habits.drawer_less / 2
    made = []
    for at in (y, y + deep - thin):
        made.append(Part("drawer end", 0, "", (x, at, z, wide, thin, tall), tall, wide, thin, wide))
    between, inner = deep - 2 * thin, wide - 2 * thin
    for number in range(max(1, one.count)):
        up = z + each * number
        for at in (x, x + wide - thin):
            box: Box = (at, y + thin, up, thin, between, TRAY_TALL)
            made.append(Part("drawer side", 0, "", box, between, TRAY_TALL, thin, between))
        box = (x + thin, y + thin, up, inner, between, stuff.back)
        made.append(Part("drawer bottom", 0, "", box, between + thin, inner + thin, stuff.back))
    return "", tuple(made)


def _cubbies(place: Inside, each: float, wide: float, stuff: Stuff, habits: Habits) -> Iterator[Part]:
    """Yield partitions from bottom to top, and the shelves between them."""
    clear, board, tongue = place.clear, stuff.board, stuff.board * habits.groove
    tall = clear.high - clear.low
    for number in range(1, clear.compartment.across):
        x = place.x + number * (wide + board) - board
        box: Box = (x, place.y, clear.low, board, clear.depth, tall)
        yield Part("partition", 0, "", box, tall + 2 * tongue, clear.depth, board, tall)
    for column in range(clear.compartment.across):
        at = place.x + column * (wide + board)
        for row in range(1, clear.compartment.count):
            z = clear.low + row * (each + board) - board
            yield from place.shelf("fixed shelf", stuff, z, (at, wide), tongue)
