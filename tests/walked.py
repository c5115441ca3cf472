"""A room counted again in plain code: walls and ceilings by sampling places of them, runs by walking along their walls.

It shares nothing with the program but what was read and decided: the adjusted corners, the sizes of trim, where panels
and built-ins stand. It knows no rectangles, no unions and no formula of a ring.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from narrow_cornice.derived.built.before_walls import standing_before, standing_in
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.job.finishes import Slat
from narrow_cornice.job.measured import RAISED, Bulk
from narrow_cornice.job.walled import Field
from narrow_cornice.trim.kinds import OF_TRIM, WALL_KINDS, TrimKind

Places = NDArray[np.float64]
Mask = NDArray[np.bool_]


class Band(NamedTuple):
    """Trim of a kind along a wall: from which height to which, how far out; whether it follows the ceiling; old."""

    kind: TrimKind
    low: float
    high: float
    out: float
    follows: bool
    old: bool


class Hole(NamedTuple):
    """Something in a wall or before it: from where to where, its heights; whether it lets no trim of its reach by."""

    left: float
    right: float
    low: float
    high: float
    rise: float = 0.0


def hidden_by(field: Field, u: Places, v: Places) -> Mask:
    """Return which places lie between the edges of a field, and inside its outline where it has one."""
    low = [float(one.mm) if one is not None else -1e9 for one in (field.left, field.bottom)]
    high = [float(one.mm) if one is not None else 1e9 for one in (field.right, field.top)]
    found = (u > low[0]) & (u < high[0]) & (v > low[1]) & (v < high[1])
    if field.outline:
        crossed = np.zeros(found.shape, dtype=bool)
        for (u0, v0), (u1, v1) in zip(field.outline, (*field.outline[1:], field.outline[0]), strict=True):
            if v0 != v1:
                crossed ^= ((v0 > v) != (v1 > v)) & (u < u0 + (u1 - u0) * (v - v0) / (v1 - v0))
        found = found & crossed
    return found


class Walked:
    """A room, walked: its corners, and what stops, covers and opens each wall."""

    def __init__(self, trimmed: TrimmedRoom, changed_rules: dict[str, float]) -> None:
        self.trimmed, self.rules = trimmed, changed_rules
        self.room = trimmed.room
        self.tall = trimmed.height.value
        self.corners = [np.array(one) for one in trimmed.measured.plan.corners]
        self.count = len(self.corners)
        casing = trimmed.trim.of("casing")
        self.setback = trimmed.walls[0].casing.setback.value
        self.casing = casing.height.value if casing.built and casing.height is not None else 0.0

    # ---- the plan

    def wall(self, index: int) -> tuple[Places, Places, Places, float]:
        """Return a wall's left end as seen from inside, the step along it, the step into the room, and its length."""
        end, start = self.corners[(index + 1) % self.count], self.corners[index]
        long = float(np.linalg.norm(end - start))
        along = (start - end) / long
        return end, along, np.array([along[1], -along[0]]) * -1.0, long

    def inward(self, index: int) -> Places:
        """Return the step into the room from a wall: to the left of the walk round it."""
        start, end = self.corners[index], self.corners[(index + 1) % self.count]
        step = (end - start) / np.linalg.norm(end - start)
        return np.array([-step[1], step[0]])

    def angle(self, corner: int) -> float:
        """Return the angle inside the room at a corner, in degrees."""
        before, here = self.corners[corner - 1], self.corners[corner]
        after = self.corners[(corner + 1) % self.count]
        one, two = before - here, after - here
        turn = math.degrees(math.atan2(two[0] * one[1] - two[1] * one[0], float(one @ two)))
        return turn % 360.0

    def inside(self, places: Places) -> Mask:
        """Return which of many places (n × 2) lie inside the walls, by how often a ray from each crosses them."""
        x, y = places[:, 0], places[:, 1]
        crossed = np.zeros(len(places), dtype=bool)
        for index in range(self.count):
            (x0, y0), (x1, y1) = self.corners[index], self.corners[(index + 1) % self.count]
            if y0 == y1:
                continue
            spans = (y0 > y) != (y1 > y)
            crossed ^= spans & (x < x0 + (x1 - x0) * (y - y0) / (y1 - y0))
        return crossed

    def ceiling(self, places: Places) -> Places:
        """Return the height of the ceiling over many places."""
        low = np.full(len(places), self.tall)
        for index, wall in enumerate(self.room.measured.walls):
            if wall.slope is None or wall.slope.low.mm >= self.tall - 1.0:
                continue
            off = (places - self.corners[index]) @ self.inward(index)
            rise = (self.tall - wall.slope.low.mm) / wall.slope.run.mm
            low = np.minimum(low, wall.slope.low.mm + off * rise)
        return low

    def footprint(self, bulk: Bulk) -> Places:
        """Return the four corners of what stands in the room, on the plan."""
        index = [one.id for one in self.room.measured.walls].index(bulk.wall)
        left, along, _, _ = self.wall(index)
        into = self.inward(index)
        near, far = bulk.place.mm, bulk.place.mm + bulk.width.mm
        back, front = bulk.out.mm, bulk.out.mm + bulk.depth.mm
        return np.array(
            [left + along * u + into * d for u, d in ((near, back), (far, back), (far, front), (near, front))]
        )

    # ---- one wall

    def holes(self, index: int) -> list[tuple[Hole, float]]:
        """Return the openings of a wall, each with how far its casing reaches beyond it (nought for none)."""
        wall = self.room.measured.walls[index]
        made = []
        for one in self.room.measured.openings:
            if one.wall == wall.id:
                low = one.sill.mm if one.kind in RAISED else 0.0
                rise = min(one.rise.mm, one.height.mm) if one.kind == "arch" else 0.0
                hole = Hole(one.place.mm, one.place.mm + one.width.mm, low, low + one.height.mm, rise)
                cased = self.casing + self.setback if one.cased and self.casing else 0.0
                made.append((hole, cased))
        return made

    def standing(self, index: int) -> list[Hole]:
        """Return what stands against a wall: by its own wall or come up to it from another, and built-ins."""
        wall, made = self.room.measured.walls[index], []
        left, along, _, long = self.wall(index)
        into = self.inward(index)
        for bulk in self.room.measured.bulks:
            top = self.tall if bulk.top is None else max(bulk.top.mm, bulk.under.mm)
            if bulk.wall == wall.id:
                if bulk.out.mm <= 1.0:
                    made.append(Hole(bulk.place.mm, bulk.place.mm + bulk.width.mm, bulk.under.mm, top))
                continue
            ring = self.footprint(bulk)
            for a, b in ((0, 3), (1, 2), (2, 3)):
                ends = [((one - left) @ along, (one - left) @ into) for one in (ring[a], ring[b])]
                if sum(abs(out) for _, out in ends) / 2 <= 25.0:
                    u0, u1 = sorted(min(max(u, 0.0), long) for u, _ in ends)
                    if u1 - u0 > 25.0:
                        made.append(Hole(u0, u1, bulk.under.mm, top))
        face = self.trimmed.faces[index]
        for one in standing_before(self.room, face, self.rules):
            if one.built.built_in.sequence == "units first":
                made.append(Hole(one.start, one.end, 0.0, one.built.run.top))
        return made

    def bands(self, index: int) -> Iterator[Band]:
        """Yield the trim along a wall as it is decided: new, or old where it stays."""
        wall = self.room.measured.walls[index]
        for kind in WALL_KINDS:
            piece, stands = self.trimmed.trim.of(kind), OF_TRIM[kind].stands
            old = next(
                (
                    one
                    for one in self.room.measured.there
                    if one.wall == wall.id and one.kind == kind and one.decision == "keep"
                ),
                None,
            )
            follows = kind == "cornice"
            if old is not None:
                tops = {"on the floor": old.height.mm, "under the ceiling": self.tall}
                top = tops.get(stands, piece.top if piece.built else 0.0)
                if top > 0:
                    yield Band(kind, top - old.height.mm, top, old.thickness.mm, follows, True)
            elif piece.built and piece.profile is not None and piece.projection is not None:
                yield Band(kind, piece.bottom, piece.top, piece.projection.value, follows, False)

    def edge(self, index: int, along: Places) -> Places:
        """Return the height of the ceiling along a wall."""
        left, step, _, _ = self.wall(index)
        return self.ceiling(left[None, :] + along[:, None] * step[None, :])

    def there(self, index: int, band: Band, along: Places) -> Mask:
        """Return at which places along a wall a band of trim runs: not where an opening with its casing, what stands
        there, or (but for a cornice) the ceiling is in its way."""
        runs = np.ones(len(along), dtype=bool)
        for hole, cased in self.holes(index):
            low = hole.low if hole.low <= 0.0 and not self._window(index, hole) else hole.low - cased
            if band.low < hole.high + cased - 1e-9 and band.high > low + 1e-9:
                runs &= (along < hole.left - cased) | (along > hole.right + cased)
        for one in self.standing(index):
            if band.low < one.high - 1e-9 and band.high > one.low + 1e-9:
                runs &= (along < one.left) | (along > one.right)
        if not band.follows:
            runs &= self.edge(index, along) >= band.high - 1e-6
        return runs

    def _window(self, index: int, hole: Hole) -> bool:
        wall = self.room.measured.walls[index]
        return any(
            one.kind in RAISED and one.wall == wall.id and one.place.mm == hole.left
            for one in self.room.measured.openings
        )

    def painted_wall(self, index: int, step: float) -> float:
        """Return the area of a wall that is painted, in m², of places every ``step`` mm."""
        _, _, _, long = self.wall(index)
        columns, rows = max(1, round(long / step)), max(1, round(self.tall / step))
        wide, tall = long / columns, self.tall / rows
        chance = np.random.default_rng(index)  # somewhere in each cell, so that no moulding falls in step with them
        u = (np.arange(columns) + chance.random(columns)) * wide
        v = (np.arange(rows) + chance.random(rows)) * tall
        uu, vv = u[:, None], v[None, :]
        edge = self.edge(index, u)[:, None]
        wall = vv < edge
        for hole, cased in self.holes(index):
            open_here = (uu > hole.left) & (uu < hole.right) & (vv > hole.low) & (vv < hole.high)
            if hole.rise > 0:
                middle, half, spring = (hole.left + hole.right) / 2, (hole.right - hole.left) / 2, hole.high - hole.rise
                over = (vv > spring) & (((uu - middle) / half) ** 2 + ((vv - spring) / hole.rise) ** 2 > 1.0)
                open_here &= ~over
            wall &= ~open_here
            if cased > 0:
                bare = self.setback
                below = cased if self._window(index, hole) else 0.0
                outer = (uu > hole.left - cased) & (uu < hole.right + cased)
                outer = outer & (vv > hole.low - below) & (vv < hole.high + cased)
                inner = (uu > hole.left - bare) & (uu < hole.right + bare)
                inner = inner & (vv > hole.low - (bare if below else 0.0)) & (vv < hole.high + bare)
                wall &= ~(outer & ~inner)
        for one in self.standing(index):
            wall &= ~((uu > one.left) & (uu < one.right) & (vv > one.low) & (vv < one.high))
        for band in self.bands(index):
            runs = self.there(index, band, u)[:, None]
            down = self.tall - edge if band.follows else 0.0
            wall &= ~(runs & (vv > band.low - down) & (vv < band.high - down))
        mould = self.trimmed.trim.of("panel mould")
        height = mould.height.value if mould.built and mould.height is not None else 0.0
        for _, rect in self.trimmed.panels_of(self.room.measured.walls[index].id).covered(height):
            wall &= ~((uu > rect.u0) & (uu < rect.u1) & (vv > rect.v0) & (vv < rect.v1))
        wall_id = self.room.measured.walls[index].id
        for field in self.covered("wall", wall_id):
            wall &= ~hidden_by(field, uu, vv)
        return float(wall.sum()) * wide * tall / 1e6

    def covered(self, on: str, wall: str = "") -> Iterator[Field]:
        """Yield the fields that hide what they lie on; between slats without felt it is painted."""
        lying = {one.field.id for one in fields_of(self.room, self.rules) if not one.fault}
        for field in self.room.walling.fields:
            between = isinstance(field.covering, Slat) and field.covering.mount != "on felt"
            if field.id in lying and field.on == on and wall in ("", field.wall) and not between:
                yield field

    # ---- the ceiling

    def plan(self, step: float) -> tuple[Places, float]:
        """Return places all over the plan, ``step`` apart, and how much each stands for, in m²."""
        corners = np.array(self.corners)
        low, high = corners.min(axis=0), corners.max(axis=0)
        count = np.maximum(1, np.round((high - low) / step)).astype(int)
        size = (high - low) / count
        x = low[0] + (np.arange(count[0]) + 0.5) * size[0]
        y = low[1] + (np.arange(count[1]) + 0.5) * size[1]
        places = np.stack(np.meshgrid(x, y, indexing="ij"), axis=-1).reshape(-1, 2)
        return places[self.inside(places)], float(size[0] * size[1]) / 1e6

    def free_floor(self, step: float) -> float:
        """Return the area of the floor on which nothing stands and nothing is laid, in m²."""
        places, each = self.plan(step)
        free = np.ones(len(places), dtype=bool)
        for field in self.covered("floor"):
            free &= ~hidden_by(field, places[:, 0], places[:, 1])
        walls = [one.id for one in self.room.measured.walls]
        for face, one in standing_in(self.room, self.rules):
            run = one.built.built_in
            if run.hangs_at > 0 or run.on_ledgers:
                continue
            index = walls.index(face.id)
            left, along, _, _ = self.wall(index)
            u, off = (places - left) @ along, (places - left) @ self.inward(index)
            stands = (u > one.left) & (u < one.right) & (off > 0) & (off < one.built.run.depth)
            for there in one.built.run.bays:
                if there.bay.for_knees:
                    stands &= (u < one.left + there.x) | (u > one.left + there.x + there.width)
            free &= ~stands
        return float(free.sum()) * each

    def painted_ceiling(self, step: float) -> float:
        """Return the area of a level ceiling that is painted, in m²."""
        places, each = self.plan(step)
        free = np.ones(len(places), dtype=bool)
        for index in range(self.count):
            left, along, _, long = self.wall(index)
            into = self.inward(index)
            band = next((one for one in self.bands(index) if one.kind == "cornice"), None)
            if band is None:
                continue
            u, off = (places - left) @ along, (places - left) @ into
            under = (off > 0) & (off < band.out)
            # Round an outside corner the mitre reaches on, by as much as it is off the wall.
            for corner, past in (((index + 1) % self.count, -u), (index, u - long)):
                angle = self.angle(corner)
                reach = off * math.tan(math.radians(max(0.0, angle - 180.0) / 2.0)) if angle > 180.0 else 0.0
                under &= past <= reach
            # In an inside corner each run has what is nearer to its own wall: it ends on the half of the angle.
            at = np.clip(u, 0.0, long)
            under &= self.there(index, band, at)
            free &= ~under
        for field in self.covered("ceiling"):
            free &= ~hidden_by(field, places[:, 0], places[:, 1])
        for bulk in self.room.measured.bulks:
            if bulk.top is None or bulk.top.mm >= self.tall - 1.0:
                ring = self.footprint(bulk)
                within = np.ones(len(places), dtype=bool)
                for a, b in zip(ring, np.roll(ring, -1, axis=0), strict=True):
                    edge = b - a
                    within &= edge[0] * (places[:, 1] - a[1]) - edge[1] * (places[:, 0] - a[0]) <= 0
                other = np.ones(len(places), dtype=bool)
                for a, b in zip(ring, np.roll(ring, -1, axis=0), strict=True):
                    edge = b - a
                    other &= edge[0] * (places[:, 1] - a[1]) - edge[1] * (places[:, 0] - a[0]) >= 0
                free &= ~(within | other)
        return float(free.sum()) * each

    # ---- runs

    def length_of(self, kind: TrimKind, *, old: bool) -> float:
        """Return how much of a kind runs along the walls, in mm, walked millimetre by millimetre."""
        total = 0.0
        for index in range(self.count):
            _, _, _, long = self.wall(index)
            count = max(1, round(long))
            u = (np.arange(count) + 0.5) * long / count
            for band in self.bands(index):
                if band.kind == kind and band.old is old:
                    rising = np.ones(count)
                    if band.follows:
                        edges = self.edge(index, np.linspace(0.0, long, count + 1))
                        rising = np.hypot(np.diff(edges), long / count) / (long / count)
                    total += float((self.there(index, band, u) * rising).sum()) * long / count
        return total
