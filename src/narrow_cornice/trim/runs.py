"""Runs: trim along walls from corner to corner, stopping at doors and at what stands before the wall, and around
openings.

Along a wall, u is measured from the left end as seen from inside. A run stops at every opening whose height
meets the run's own, at the outer edge of the casing where there is one, and at every beam or boxed pipe in its way.
What is bought for a run is measured at its longest: at an outside corner a mitred piece is longer than its wall, by as
much as the corner's own angle asks. A cornice follows a sloped ceiling: it rakes, and its knees are cut in the plane of
the wall.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Sequence
from typing import Literal

import msgspec

from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.trim.fitted import Fitted, FittedTrim
from narrow_cornice.trim.kinds import FRAMING, OF_TRIM, WALL_KINDS, TrimKind

End = Literal["inside", "outside", "stop", "knee"]
CasingHead = Literal["mitred", "butted", "corner blocks"]
Part = Literal["along", "leg", "head", "upright", "level", "stile", "rail", "over fronts"]
OVER_FRONTS: Part = "over fronts"


class Hole(msgspec.Struct, frozen=True):
    """An opening in a wall, for runs: its readings as figures, and whether it reaches down to the floor; below a door
    or a doorway is no wall."""

    id: str
    name: str
    to_floor: bool
    place: Figure
    width: Figure
    sill: Figure
    height: Figure
    cased: bool

    @property
    def bottom(self) -> float:
        """Return the height of the lower edge above the floor, in mm."""
        return 0.0 if self.to_floor else self.sill.value

    @property
    def top(self) -> float:
        """Return the height of the upper edge above the floor, in mm."""
        return self.bottom + self.height.value


class Blocked(msgspec.Struct, frozen=True):
    """Something that stands against a wall and stops trim: from and to along it as figures, its heights in mm."""

    name: str
    start: Figure
    end: Figure
    bottom: float
    top: float


class Staying(msgspec.Struct, frozen=True):
    """Trim that is on a wall already and stays: its kind, its height and how thick it is, in mm; its ``girth`` is that
    of a plain board, since nobody read its moulding."""

    kind: TrimKind
    height: float
    thickness: float

    @property
    def girth(self) -> Figure:
        """Return the length of its face across, in mm."""
        note = "height and thickness of the old trim; its moulding was not read"
        return table("girth", self.height + self.thickness, "mm", note)


class CasingWay(msgspec.Struct, frozen=True):
    """How openings are cased: the setback from the edge of the jamb, how head and legs meet, and the plinth blocks'
    height (nought for none)."""

    setback: Figure
    head: CasingHead = "mitred"
    plinth: float = 0.0


NO_WAY = CasingWay(Figure("setback", 0.0, "mm", "choice", note="the casing begins at the jamb"))


class Wall(msgspec.Struct, frozen=True):
    """A wall for runs: its adjusted length and the angles of its corners inside the room, left and right as seen
    from inside, in degrees; ``upper_edge`` is the ceiling's line along it, (u, z) in mm, empty for a level one.

    ``blocked`` is what stands against it; ``there`` the trim that is on it already and stays; ``ceiling`` how high the
    room is.
    """

    id: str
    name: str
    length: Figure
    left: Figure
    right: Figure
    holes: tuple[Hole, ...]
    upper_edge: tuple[tuple[float, float], ...] = ()
    blocked: tuple[Blocked, ...] = ()
    there: tuple[Staying, ...] = ()
    casing: CasingWay = NO_WAY
    ceiling: float = 0.0


def corner_kind(corner: Figure) -> Literal["inside", "outside"]:
    """Return what a corner of that angle is for a run."""
    return "inside" if corner.value <= 180.0 else "outside"


class Run(msgspec.Struct, frozen=True, gc=False):
    """A straight stretch of one kind of trim: on which wall, where it lies, how long it is on the wall, how long to
    buy.

    ``part`` is what it is a part of: it runs along the wall, is a leg or the head of the casing of the opening
    ``around`` (its identity), an upright or level side of the frame of a panel or a framed thing, a stile or a rail, or
    goes on over the fronts of the built-in ``around``; ``words`` name what it goes round, or lies on. ``low`` is how
    much lower than usual its two ends hang, under a sloped ceiling; ``old`` is the old trim that stays in its place: it
    is painted and not bought, and ``lies`` between two heights of its own.
    """

    wall: str
    wall_name: str
    kind: TrimKind
    start: float
    end: float
    length: Figure
    to_buy: Figure
    left: End
    right: End
    part: Part = "along"
    around: str = ""
    words: str = ""
    low: tuple[float, float] = (0.0, 0.0)
    old: Staying | None = None
    lies: tuple[float, float] | None = None

    @property
    def there(self) -> bool:
        """Return whether it is old trim that stays."""
        return self.old is not None

    @property
    def over(self) -> bool:
        """Return whether it goes on over the fronts of a built-in, and not along the wall."""
        return self.part == OVER_FRONTS

    @property
    def slope(self) -> float:
        """Return the angle it rises at from left to right, in degrees."""
        return math.degrees(math.atan2(self.low[0] - self.low[1], self.end - self.start))


@explained("stop left of the opening", "mm", "place − casing")
def stop_before(place: float, casing: float) -> float:
    """Return where a run stops that comes from the left: at the outer edge of the casing."""
    return place - casing


@explained("start right of the opening", "mm", "place + width + casing")
def start_after(place: float, width: float, casing: float) -> float:
    """Return where a run begins again right of an opening."""
    return place + width + casing


@explained("run", "mm", "to − from here")
def between(to: float, from_here: float) -> float:
    """Return the length of a run between two places along a wall."""
    return to - from_here


@explained("beyond the corner", "mm", "projection × slope of the mitre")
def beyond_corner(projection: float, slope_of_the_mitre: float) -> float:
    """Return how far a mitred piece reaches beyond an outside corner."""
    return projection * slope_of_the_mitre


def _beyond(projection: Figure, corner: Figure) -> Figure:
    """Return the reach beyond an outside corner; a right angle has the slope 1."""
    over = (corner.value - 180.0) / 2.0
    slope = table(
        "slope of the mitre",
        math.tan(math.radians(over)),
        "",
        f"tangent of {over:.2f}°: half of what {corner.name} ({corner.value:.1f}°) is over 180°",
    )
    return beyond_corner(projection, slope, called=f"beyond {corner.name}")


@explained("casing with its setback", "mm", "casing + setback")
def casing_and_setback(casing: float, setback: float) -> float:
    """Return how far a casing reaches from the edge of its opening."""
    return casing + setback


@explained("leg of the casing", "mm", "height of the opening + casings above and below × casing")
def casing_leg(height_of_the_opening: float, casings_above_and_below: float, casing: float) -> float:
    """Return the longest point of an upright casing, mitred."""
    return height_of_the_opening + casings_above_and_below * casing


@explained("leg of the casing", "mm", "height of the opening + setbacks above and below × setback − plinth block")
def butted_leg(
    height_of_the_opening: float, setbacks_above_and_below: float, setback: float, plinth_block: float
) -> float:
    """Return an upright casing that ends square under its head or its corner block, and on its plinth block."""
    return height_of_the_opening + setbacks_above_and_below * setback - plinth_block


@explained("leg of the casing", "mm", "leg − plinth block")
def leg_on_plinth(leg: float, plinth_block: float) -> float:
    """Return an upright casing that stands on a plinth block."""
    return leg - plinth_block


@explained("rake", "mm", "√(along × along + rise × rise)")
def rake(along: float, rise: float) -> float:
    """Return the length of a run that rises, from how far it goes along the wall and up."""
    return math.sqrt(along * along + rise * rise)


@explained("head of the casing", "mm", "width of the opening + 2 × casing")
def casing_head(width_of_the_opening: float, casing: float) -> float:
    """Return the longest point of a level casing, mitred at both ends."""
    return width_of_the_opening + 2 * casing


_CORNER = Figure("corner", 0.0, "mm", "choice", note="the left end of the wall as seen from inside")


def _meets(piece: Fitted, hole: Hole, casing: float) -> bool:
    """Return whether the opening or its casing stands in the way of the piece."""
    low = hole.bottom - (0.0 if hole.to_floor else casing)
    return piece.bottom < hole.top + casing - 1e-9 and piece.top > low + 1e-9


def too_low(upper_edge: Sequence[tuple[float, float]], height: float) -> tuple[tuple[float, float], ...]:
    """Return the stretches of a wall along which it does not reach a height."""
    spans: list[tuple[float, float]] = []
    for (u0, z0), (u1, z1) in itertools.pairwise(upper_edge):
        if z0 >= height - 1e-6 and z1 >= height - 1e-6:
            continue
        if z0 < height and z1 < height:
            spans.append((u0, u1))
        else:
            meet = u0 + (u1 - u0) * (height - z0) / (z1 - z0)
            spans.append((u0, meet) if z0 < height else (meet, u1))
    joined: list[tuple[float, float]] = []
    for start, end in spans:
        if joined and start <= joined[-1][1] + 1e-6:
            joined[-1] = (joined[-1][0], end)
        else:
            joined.append((start, end))
    return tuple(joined)


def casing_outer(wall: Wall, piece: Fitted) -> Figure | None:
    """Return how far a casing reaches from the edge of an opening, None where none is fitted."""
    if not piece.built or piece.height is None:
        return None
    setback = wall.casing.setback
    return casing_and_setback(piece.height, setback) if setback.value > 0 else piece.height


def _stops(wall: Wall, trim: FittedTrim, piece: Fitted) -> list[tuple[Figure, Figure]]:
    """Return where something interrupts a run: openings with their casings, and what stands against the wall."""
    casing = casing_outer(wall, trim.of("casing"))
    none = Figure("casing", 0.0, "mm", "choice", note="no casing here")
    stops: list[tuple[Figure, Figure]] = []
    for hole in wall.holes:
        width = casing if casing is not None and hole.cased else none
        if _meets(piece, hole, width.value):
            stops.append((stop_before(hole.place, width), start_after(hole.place, hole.width, width)))
    stops += [
        (one.start, one.end) for one in wall.blocked if piece.bottom < one.top - 1e-9 and piece.top > one.bottom + 1e-9
    ]
    return stops


def wall_runs(wall: Wall, trim: FittedTrim, kind: TrimKind) -> tuple[Run, ...]:
    """Return the runs of one kind along one wall, from left to right."""
    old = next((one for one in wall.there if one.kind == kind), None)
    piece = as_it_stays(trim.of(kind), old, wall.ceiling) if old is not None else trim.of(kind)
    if not piece.built or piece.projection is None or (piece.profile is None and old is None):
        return ()
    stops = _stops(wall, trim, piece)
    rakes = kind == "cornice" and bool(too_low(wall.upper_edge, piece.top))
    if not rakes:
        for begin, end in too_low(wall.upper_edge, piece.top) if wall.upper_edge else ():
            note = f"the ceiling is lower than the {kind} from here"
            stops.append(
                (Figure("ceiling", begin, "mm", "table", note=note), Figure("ceiling", end, "mm", "table", note=note))
            )
    stops.sort(key=lambda stop: stop[0].value)
    runs: list[Run] = []
    at, left = _CORNER, "corner"

    def close(to: Figure, right: str) -> None:
        if to.value - at.value <= 1e-6:
            return
        left_end: End = corner_kind(wall.left) if left == "corner" else "stop"
        right_end: End = corner_kind(wall.right) if right == "corner" else "stop"
        if rakes:
            runs.extend(_under_slopes(wall, piece, at.value, to.value, (left_end, right_end), old))
            return
        whole = at is _CORNER and to is wall.length
        length = (
            wall.length if whole else between(to, at, called=f"{kind} on {wall.name}", like=f"pieces on {wall.name}")
        )
        to_buy = _to_buy(wall, piece, length, left_end, right_end)
        ends = (at.value, to.value, length, to_buy, left_end, right_end)
        runs.append(Run(wall.id, wall.name, kind, *ends, old=old, lies=(piece.bottom, piece.top) if old else None))

    for stop, again in stops:
        if stop.value >= wall.length.value:
            continue  # it was read to stand past the end of the wall, and is told as such
        close(stop, "stop")
        if again.value > at.value:
            at, left = again, "stop"
    if at.value < wall.length.value:
        close(wall.length, "corner")
    return tuple(runs)


def as_it_stays(piece: Fitted, old: Staying, ceiling: float) -> Fitted:
    """Return a kind of trim at the size of the old one that stays, where it stands on the floor, under the ceiling, or
    on the line of the new one; a rail whose line nobody knows is not fitted."""
    stands = OF_TRIM[old.kind].stands
    tops = {"on the floor": old.height, "under the ceiling": ceiling}
    top = tops.get(stands, piece.top if piece.built else 0.0)
    size = table(old.kind, old.height, "mm", "the old trim that stays")
    out = table("projection", old.thickness, "mm", "the old trim that stays")
    bottom = top - old.height
    return msgspec.structs.replace(piece, fitted=top > 0, height=size, projection=out, bottom=bottom, top=top)


def _to_buy(wall: Wall, piece: Fitted, length: Figure, left: End, right: End) -> Figure:
    """Return a run's length over its longest points: beyond its outside corners."""
    beyond = [
        _beyond(piece.projection, corner)
        for end, corner in ((left, wall.left), (right, wall.right))
        if end == "outside" and piece.projection is not None
    ]
    return total(f"{piece.kind} on {wall.name}, mitred", "mm", [length, *beyond]) if beyond else length


def _under_slopes(
    wall: Wall, piece: Fitted, start: float, end: float, ends: tuple[End, End], old: Staying | None
) -> Iterator[Run]:
    """Yield the stretches of a cornice that follows the ceiling's line along a wall, straight one by straight one."""
    line = [(u, z) for u, z in wall.upper_edge if start < u < end]
    line = [(start, height_on(wall.upper_edge, start)), *line, (end, height_on(wall.upper_edge, end))]
    stretches = [(a, b) for a, b in itertools.pairwise(line) if b[0] - a[0] > 1e-6]
    for index, ((u0, z0), (u1, z1)) in enumerate(stretches):
        left: End = ends[0] if index == 0 else "knee"
        right: End = ends[1] if index == len(stretches) - 1 else "knee"
        note = f"along wall {wall.name}, under its ceiling"
        along = Figure("along", u1 - u0, "mm", "table", note=note)
        length = along
        if abs(z1 - z0) > 1e-6:
            length = rake(along, Figure("rise", abs(z1 - z0), "mm", "table", note=note), called="cornice, raking")
        low = (max(0.0, piece.top - z0), max(0.0, piece.top - z1))
        to_buy = _to_buy(wall, piece, length, left, right)
        yield Run(
            wall.id,
            wall.name,
            piece.kind,
            u0,
            u1,
            length,
            to_buy,
            left,
            right,
            low=low,
            old=old,
            lies=(piece.bottom, piece.top) if old else None,
        )


def height_on(upper_edge: Sequence[tuple[float, float]], u: float) -> float:
    """Return the height of a wall's upper edge, the ceiling's line, at a place along it."""
    for (u0, z0), (u1, z1) in itertools.pairwise(upper_edge):
        if u0 - 1e-9 <= u <= u1 + 1e-9:
            return z0 + (z1 - z0) * (u - u0) / max(1e-9, u1 - u0)
    return upper_edge[-1][1]


def casing_runs(wall: Wall, trim: FittedTrim) -> tuple[Run, ...]:
    """Return the pieces of casing round every cased opening of the wall: two legs and a head; a window has a
    piece below as well. Where head and legs are butted the head lies over the legs; between corner blocks both end."""
    piece = trim.of("casing")
    outer = casing_outer(wall, piece)
    if piece.height is None or outer is None:
        return ()
    way = wall.casing
    runs: list[Run] = []
    for hole in wall.holes:
        if not hole.cased:
            continue
        note = "a door is cased above, a window above and below"
        sides = 1 if hole.to_floor else 2
        ends = Figure("casings above and below", sides, "", "choice", note=note)
        plinth = Figure("plinth block", way.plinth if hole.to_floor else 0.0, "mm", "table", note="under the leg")
        if way.head == "mitred":
            leg = casing_leg(hole.height, ends, outer, called=f"leg, {hole.name[:40]}", like="legs")
            if plinth.value:
                leg = leg_on_plinth(leg, plinth, called=f"leg, {hole.name[:40]}", like="legs")
        else:
            leg = butted_leg(hole.height, ends, way.setback, plinth, called=f"leg, {hole.name[:40]}", like="legs")
        between_blocks = way.head == "corner blocks"
        head = casing_head(
            hole.width,
            way.setback if between_blocks else outer,
            called=f"head, {hole.name[:40]}",
            like="heads and sills",
        )
        width = outer.value
        u0, u1 = hole.place.value, hole.place.value + hole.width.value
        sides_of_it: list[tuple[Part, float, float, Figure]] = [
            ("leg", u0 - width, u0, leg),
            ("leg", u1, u1 + width, leg),
        ]
        sides_of_it += [("head", u0 - width, u1 + width, head)] * sides
        runs += [
            Run(wall.id, wall.name, "casing", start, end, long, long, "stop", "stop", part, hole.id, hole.name)
            for part, start, end, long in sides_of_it
        ]
    return tuple(runs)


def runs_of_wall(wall: Wall, trim: FittedTrim) -> tuple[Run, ...]:
    """Return every run of one wall, kind by kind, the casings last."""
    return (*(run for kind in WALL_KINDS for run in wall_runs(wall, trim, kind)), *casing_runs(wall, trim))


def in_order(walls: Sequence[Sequence[Run]]) -> tuple[Run, ...]:
    """Return the runs of several walls kind by kind, and of each kind in the order of the walls."""
    rank = {kind: index for index, kind in enumerate((*WALL_KINDS, *FRAMING))}
    return tuple(sorted((run for runs in walls for run in runs), key=lambda run: rank[run.kind]))


def run_total(runs: Sequence[Run], kind: TrimKind) -> Figure:
    """Return the length to buy of one kind as a figure, run by run."""
    mine = [run.to_buy for run in runs if run.kind == kind and not run.there]
    return total(f"{kind} to buy", "run", mine)


def corner_counts(runs: Sequence[Run], kind: TrimKind) -> tuple[int, int]:
    """Return how many inside and outside corners the runs of a kind make (two ends make one corner).

    A corner that only one of its two walls reaches with the run is half a corner and still has to be worked,
    so halves are rounded up.
    """
    ends = [end for run in runs if run.kind == kind and not run.there for end in (run.left, run.right)]
    return -(-ends.count("inside") // 2), -(-ends.count("outside") // 2)
