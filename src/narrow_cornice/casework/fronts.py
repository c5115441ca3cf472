"""Fronts of a carcass: hinged, sliding, bifold, flaps, drawers; laid over it or inset; all gaps equal."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import NamedTuple

from narrow_cornice.casework.inside import drawer_heights
from narrow_cornice.casework.parts import Kind, Part
from narrow_cornice.casework.wishes import Compartment, Front, Habits, Stuff

SLIDE_APART = 6.0  # mm between the two planes of sliding doors
WIDEST_SLIDING = 1000.0
LEAST_LEAF = 120.0  # mm of a door beside a panel


class Opening(NamedTuple):
    """What one front closes: its bay and its lowest compartment, its front, between which x and heights fronts laid
    over the carcass share out what there is, and between which it is clear."""

    bay: str
    compartment: Compartment
    front: Front
    across: tuple[float, float]
    low: float
    high: float
    clear_across: tuple[float, float]
    clear_low: float
    clear_high: float


def fronts_of(
    bays: Sequence[Sequence[Opening]], stuff: Stuff, habits: Habits, carcass: int, deep: float
) -> Iterator[Part]:
    """Yield the fronts of a carcass, all but sliding ones."""
    makers = _Fronts(stuff, habits, carcass, deep)
    for mine in bays:
        for one in mine:
            if one.compartment.holds == "drawers" and one.front == "open":
                yield from makers.drawers(one)
            elif one.compartment.holds == "pull-out" and one.front == "open":
                yield makers.front("drawer front", one, *makers.edges(one))
            elif one.front == "flap":
                yield makers.front("flap", one, *makers.edges(one))
            elif one.front in ("doors", "bifold"):
                yield from makers.leaves(one)


def sliding_fronts(
    openings: Sequence[tuple[int, Opening]], stuff: Stuff, habits: Habits, deep: float
) -> Iterator[Part]:
    """Yield the sliding doors of one row of carcasses, of its openings with the number of their carcass: they go on
    over neighbouring bays whose openings are alike, from one carcass to the next."""
    group: list[tuple[int, Opening]] = []
    for number, one in openings:
        if one.front != "sliding":
            continue
        last = group[-1][1] if group else None
        goes_on = last is not None and abs(last.across[1] - one.across[0]) < 0.1
        if last is not None and not (goes_on and abs(last.low - one.low) < 0.1 and abs(last.high - one.high) < 0.1):
            yield from _sliding(group, stuff, habits, deep)
            group = []
        group.append((number, one))
    if group:
        yield from _sliding(group, stuff, habits, deep)


def _sliding(group: Sequence[tuple[int, Opening]], stuff: Stuff, habits: Habits, deep: float) -> Iterator[Part]:
    """Yield sliding doors in two planes over neighbouring openings: each overlaps the next, and they lose what their
    tracks take above and below."""
    thick, first = stuff.front, group[0][1]
    left, right = first.across[0] + habits.front_gap / 2, group[-1][1].across[1] - habits.front_gap / 2
    leaves = max(2, math.ceil((right - left) / WIDEST_SLIDING - 1e-9))
    wide = (right - left + habits.slide_overlap * (leaves - 1)) / leaves
    low, tall = first.low + habits.track_below, first.high - first.low - habits.track_below - habits.track_above
    for leaf in range(leaves):
        x = left + leaf * (wide - habits.slide_overlap)
        y = deep + (leaf % 2) * (thick + SLIDE_APART)
        box = (x, y, low, wide, thick, tall)
        number, one = next((of for of in group if of[1].across[1] > x + wide / 2), group[-1])
        edges = 2 * (wide + tall)
        face = one.compartment.face
        yield Part("sliding door", number, one.bay, box, tall, wide, thick, edges, one.compartment.id, face)


def fronts_between(one: Opening, stuff: Stuff, habits: Habits) -> tuple[float, float]:
    """Return between which heights the fronts of an opening share out what there is."""
    return _Fronts(stuff, habits, 0, 0.0).edges(one)[1]


class _Fronts:
    """Makes the fronts of one carcass."""

    def __init__(self, stuff: Stuff, habits: Habits, carcass: int, deep: float) -> None:
        self.stuff, self.habits, self.carcass, self.deep = stuff, habits, carcass, deep
        self.gap = habits.inset_gap if stuff.inset else habits.front_gap

    def edges(self, one: Opening) -> tuple[tuple[float, float], tuple[float, float]]:
        """Return between which x and heights the fronts of an opening lie, half a gap beyond them each way: those that
        are inset keep a whole gap from what is round them."""
        if not self.stuff.inset:
            return one.across, (one.low, one.high)
        half = self.gap / 2
        left, right = one.clear_across
        return (left + half, right - half), (one.clear_low + half, one.clear_high - half)

    def front(self, kind: Kind, one: Opening, x: tuple[float, float], z: tuple[float, float]) -> Part:
        """Return a front between two edges each way, half a gap kept from each."""
        gap, thick = self.gap, self.stuff.front
        wide, tall = x[1] - x[0] - gap, z[1] - z[0] - gap
        y = self.deep - thick if self.stuff.inset else self.deep
        box = (x[0] + gap / 2, y, z[0] + gap / 2, wide, thick, tall)
        size = (wide, tall) if kind in ("drawer front", "flap") else (tall, wide)
        face = "plain" if kind == "drawer front" else one.compartment.face
        return Part(kind, self.carcass, one.bay, box, *size, thick, 2 * (wide + tall), one.compartment.id, face)

    def leaves(self, one: Opening) -> Iterator[Part]:
        """Yield hinged doors of one leaf or two, or bifold leaves in pairs."""
        (left, right), z = self.edges(one)
        past_left, past_right = one.compartment.panel
        if past_left + past_right > 0 and past_left + past_right >= right - left - LEAST_LEAF:
            yield self.front("panel", one, (left, right), z)  # nothing of it opens
            return
        if past_left > 0:
            yield self.front("panel", one, (left, left + past_left), z)
        if past_right > 0:
            yield self.front("panel", one, (right - past_right, right), z)
        left, right = left + past_left, right - past_right
        if one.front == "bifold":
            leaves = 2 * max(1, math.ceil((right - left) / 2 / self.habits.widest_bifold - 1e-9))
        else:
            leaves = 1 if right - left - self.gap <= self.habits.widest_door else 2
        wide = (right - left) / leaves
        kind: Kind = "bifold leaf" if one.front == "bifold" else "door"
        for leaf in range(leaves):
            yield self.front(kind, one, (left + leaf * wide, left + (leaf + 1) * wide), z)

    def drawers(self, one: Opening) -> Iterator[Part]:
        """Yield drawer fronts, graduated as the drawers behind them are."""
        x, (z, high) = self.edges(one)
        for step in drawer_heights(one.compartment, high - z, self.habits):
            yield self.front("drawer front", one, x, (z, z + step))
            z += step
