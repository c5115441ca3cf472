"""Sheets that were found well filled, and the cheapest choice among them that cuts every part.

Column generation with fillings found by trial: a linear programme over the sheets found so far says what a part of
each size is worth, sheets are filled with what is worth most for its area in many orders, and those worth more than
they cost are taken up. A mixed-integer programme (HiGHS) then chooses whole sheets.
"""

from __future__ import annotations

import random
import time
from collections import Counter
from typing import Any

import numpy as np
from numpy.typing import NDArray

from narrow_cornice.cutting.guillotine import SCORES, SPLITS, Open, Problem, fill

MOST_SHEETS = 6000
TRIED = 120  # fillings tried for each kind of sheet with each set of prices
GAIN = 1e-6


class SheetPool:
    """The sheets found so far, each by its kind and how many of each size it holds."""

    def __init__(self, problem: Problem) -> None:
        alike = Counter(problem.sizes)
        self.sizes = list(alike)
        self.demand = np.array(list(alike.values()), dtype=float)
        at = {size: number for number, size in enumerate(self.sizes)}
        self.type_of = [at[size] for size in problem.sizes]
        self.members: list[list[int]] = [[] for _ in self.sizes]
        for part, kind in enumerate(self.type_of):
            self.members[kind].append(part)
        self.problem, self.rooms = problem, problem.rooms
        self.sheets: list[Open] = []
        self.columns: list[NDArray[np.float64]] = []
        self._known: set[tuple[int, bytes]] = set()

    def add(self, sheet: Open) -> bool:
        """Take up a sheet that is filled; returns whether it is new. Its spots name parts."""
        column = np.zeros(len(self.sizes))
        for part, *_ in sheet.spots:
            column[self.type_of[part]] += 1
        key = (sheet.kind, column.tobytes())
        if key in self._known or len(self.sheets) >= MOST_SHEETS:
            return False
        self._known.add(key)
        self.sheets.append(sheet)
        self.columns.append(column)
        return True

    def prices(self) -> tuple[float, NDArray[np.float64]]:
        """Return the price of the relaxed choice among the sheets, and what a part of each size is worth by it."""
        from scipy.optimize import linprog

        costs, rows, limits = self._asked()
        answer = linprog(costs, A_ub=rows, b_ub=limits, bounds=(0, None), method="highs")
        if answer.x is None:
            return float("inf"), np.zeros(len(self.sizes))
        return float(answer.fun), np.maximum(0.0, -answer.ineqlin.marginals[: len(self.sizes)])

    def _asked(self) -> tuple[NDArray[np.float64], Any, NDArray[np.float64]]:
        """Return what each sheet costs, and the conditions: every part cut, no more sheets of a kind than there are."""
        from scipy.sparse import csc_matrix, vstack

        costs = np.array([max(self.rooms[sheet.kind].price, GAIN) for sheet in self.sheets])
        cover = csc_matrix(np.array(self.columns).T)
        stock = [kind for kind, room in enumerate(self.rooms) if room.stock >= 0]
        limits = -self.demand
        rows = -cover
        if stock:
            kinds = np.array([sheet.kind for sheet in self.sheets])
            used = csc_matrix((kinds[None, :] == np.array(stock)[:, None]).astype(float))
            rows = vstack((rows, used)).tocsc()
            limits = np.concatenate((limits, [float(self.rooms[kind].stock) for kind in stock]))
        return costs, rows, limits

    def generate(self, worth: NDArray[np.float64], chance: random.Random, deadline: float) -> int:
        """Fill sheets with what is worth most for its area, in many orders; return how many were taken up."""
        density = [value / (size.length * size.width) for value, size in zip(worth, self.sizes, strict=True)]
        taken = 0
        for kind, room in enumerate(self.rooms):
            cost = room.price
            for _ in range(TRIED):
                if time.monotonic() > deadline:
                    return taken
                spread = chance.choice((0.05, 0.2, 0.5))
                shaken = [-one * (1 + spread * (chance.random() - 0.5)) for one in density]
                ranked = sorted(range(len(shaken)), key=shaken.__getitem__)
                alike = [(self.sizes[one], self.members[one].copy()) for one in ranked if worth[one] > 0]
                sheet = self.problem.fresh(kind)
                fill(alike, sheet, (chance.randrange(SCORES), chance.randrange(SPLITS)))
                value = sum(worth[self.type_of[part]] for part, *_ in sheet.spots)
                if value > cost + GAIN:
                    taken += self.add(sheet)
        return taken

    def choose(self, seconds: float) -> list[Open] | None:
        """Return the cheapest whole sheets that cut every part once, None where none was found in time."""
        from scipy.optimize import Bounds, LinearConstraint, milp

        costs, rows, limits = self._asked()
        answer = milp(
            costs,
            constraints=LinearConstraint(rows, -np.inf, limits),
            integrality=np.ones(len(costs)),
            bounds=Bounds(0, np.inf),
            options={"time_limit": max(0.1, seconds)},
        )
        return None if answer.x is None else self._once(np.round(answer.x).astype(int))

    def _once(self, times: NDArray[np.int_]) -> list[Open]:
        """Return the sheets chosen with every part cut once: what is cut too often is left out."""
        left = [list(each) for each in self.members]
        made = []
        for index in np.flatnonzero(times):
            sheet = self.sheets[index]
            for _ in range(times[index]):
                copy = Open(sheet.kind, sheet.free.copy(), [], 0.0, self.problem.least)
                for part, x, y, turned in sheet.spots:
                    kind = self.type_of[part]
                    size = self.sizes[kind]
                    if left[kind]:
                        copy.spots.append((left[kind].pop(), x, y, turned))
                        copy.used += size.length * size.width
                    else:
                        long, wide = (size.width, size.length) if turned else (size.length, size.width)
                        copy.free.append((x, y, long, wide))
                if copy.spots:
                    made.append(copy)
        return made
