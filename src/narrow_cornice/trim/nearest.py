"""The nearest stock profiles to a wanted section: single pieces, and up to four put up over one another.

What differs is the area that lies in one section and not in the other. The wanted face is sampled along the wall; each
piece, at each place, may stand off the wall as far as what is under it carries it, and is set where it differs least
(the median of the gaps, which minimises their sum). The best stack of pieces is then found exactly, place by place, by
dynamic programming over the number of pieces and the height that is filled.
"""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from typing import Any, NamedTuple

import msgspec

from narrow_cornice.trim.catalogue import StockPiece, StockProfile, assembled
from narrow_cornice.trim.kinds import OF_TRIM, TrimKind, Use
from narrow_cornice.trim.outline import Outline
from narrow_cornice.trim.profiles import Profile

MOST_PIECES = 4
SINGLES = 3  # pieces by themselves that are told, the nearest first
OVER = 0.15  # of the wanted height that an assembly may be higher or lower
RIP = 5.0  # mm between the widths a board is ripped to
HANGS = 3.0  # mm that a piece may stand out beyond what carries it
FEW = 6  # pieces of a stock whose stacks are all tried
SIZE_WEIGHT = 0.5  # of a difference in height or projection, against one in area

FOR_PART: dict[str, frozenset[Use]] = {
    "cymatium": frozenset({"crown"}),
    "crown": frozenset({"crown"}),
    "corona": frozenset({"board", "crown"}),
    "modillion band": frozenset({"bed mould", "board"}),
    "dentil band": frozenset({"bed mould", "board"}),
    "bed mould": frozenset({"bed mould", "base cap"}),
}  # what a single member of the cornice is bought as
ON_TOP = frozenset({"crown", "base cap", "back band"})  # nothing stands over them
AT_FOOT: frozenset[Use] = frozenset({"skirting"})  # they stand on nothing


class Match(msgspec.Struct, frozen=True):
    """Stock pieces that come near a wanted section: ``differs`` is the area not shared, as a share of the wanted one,
    ``in_proportion`` the same when the pieces are brought to the wanted height; ``taller`` and ``further`` what they
    are more in height and projection, in mm."""

    pieces: tuple[StockPiece, ...]
    profile: Profile
    differs: float
    taller: float
    further: float
    in_proportion: float = 0.0

    @property
    def key(self) -> str:
        """Return a key that is the same for the same pieces."""
        return "+".join(f"{one.profile.id}{'~' if one.flat else ''}" for one in self.pieces)

    @property
    def words(self) -> str:
        """Return the pieces from the top down, in words."""
        return " over ".join(one.words for one in reversed(self.pieces))

    @property
    def score(self) -> float:
        """Return what matches are ranked by: difference of shape and of size, both as shares."""
        wanted = (self.profile.height - self.taller, self.profile.projection - self.further)
        return self.differs + SIZE_WEIGHT * (abs(self.taller) / wanted[0] + abs(self.further) / max(1.0, wanted[1]))


class _Candidate(NamedTuple):
    """A piece as it may be put up: its face in samples, its height in mm, a board's own sizes."""

    profile: StockProfile
    face: Any
    height: float
    flat: bool
    rest: float | None  # a ripped board's width; of a flat board the most it may be


def nearest(
    wanted: Profile, kind: TrimKind, stock: Sequence[StockProfile], least: float, most: int = MOST_PIECES
) -> tuple[Match, ...]:
    """Return the nearest pieces and assemblies, the best first. Nothing stands out less than ``least`` mm.

    A cornice is filled from the ceiling down, everything else from its lower edge up.
    """
    import numpy as np

    cell = 1.0 if wanted.height <= 130 else 2.0
    down = kind == "cornice"
    count = max(4, round(wanted.height / cell))
    depth = _sampled(np, wanted.outline, wanted.height, count)
    if down:
        depth = depth[::-1]
    padded = np.concatenate([depth, np.zeros(max(1, int(OVER * count)))])
    candidates = _candidates(np, stock, OF_TRIM[kind].uses, wanted.height, cell, OF_TRIM[kind].flat_boards)
    made: list[list[_Placed]] = []
    table = [_costs(np, padded, one, cell, least, down) for one in candidates]
    # The lowest piece of a cornice lies against the wall; of what is filled upwards the first does anyway.
    foot = [_costs(np, padded, one, cell, least, down, free=False) for one in candidates] if down else table
    on_top = [bool(ON_TOP & set(one.profile.uses)) for one in candidates]
    order = np.argsort([float(costs[0]) + _rest(np, padded, len(one.face), cell, count)
                        for one, (costs, _) in zip(candidates, foot, strict=True)])  # fmt: skip
    for n in order:
        alone = not (down and "board" in candidates[n].profile.uses)  # a board is no cornice
        if alone and np.isfinite(foot[n][0][0]) and len(made) < SINGLES:
            made.append([_Placed(candidates[n], float(foot[n][1][0]))])
    made += _stacks(np, padded, candidates, table, foot, on_top, cell, count, down, most)
    if len(candidates) <= FEW:  # the search adds up rows; what it is judged by is more than their sum
        made += _every_plain_stack(candidates, on_top, len(padded), most)
    matches: dict[str, Match] = {}
    for one in made:
        match = _match(wanted, kind, one, down)
        matches.setdefault(match.key, match)
    return tuple(sorted(matches.values(), key=lambda match: match.score))


class _Placed(NamedTuple):
    candidate: _Candidate
    out: float


def _every_plain_stack(
    candidates: Sequence[_Candidate], on_top: Sequence[bool], rows: int, most: int
) -> Iterator[list[_Placed]]:
    """Yield every stack of up to three pieces against the wall that is no higher than it may be: of a small stock."""
    mine = [one for one, top in zip(candidates, on_top, strict=True) if not top]
    for many in range(1, min(3, most) + 1):
        for pieces in itertools.product(mine, repeat=many):
            if sum(len(one.face) for one in pieces) <= rows:
                yield [_Placed(one, 0.0) for one in pieces]


def _sampled(np: Any, outline: Outline, height: float, count: int) -> Any:
    """Return how far a face comes out at the middles of ``count`` cells up its height, in mm."""
    points = outline.polyline(0.12)
    middles = (np.arange(count) + 0.5) * height / count
    depth = np.zeros(count)
    for (z0, y0), (z1, y1) in itertools.pairwise(points):
        if abs(y1 - y0) < 1e-9:
            continue
        low, high = min(y0, y1), max(y0, y1)
        mine = (middles >= low) & (middles <= high)
        depth[mine] = np.maximum(depth[mine], z0 + (z1 - z0) * (middles[mine] - y0) / (y1 - y0))
    return depth


def _candidates(
    np: Any, stock: Sequence[StockProfile], uses: frozenset[Use], height: float, cell: float, flat: bool
) -> list[_Candidate]:
    """Return every way a piece may be put up; of boards that may be ripped alike, the narrowest."""
    made: list[_Candidate] = []
    ripped: dict[tuple[float, float], StockProfile] = {}
    most = height * (1 + OVER)
    for one in stock:
        if not uses & set(one.uses):
            continue
        tall, deep = one.height, one.depth
        if "board" in one.uses:
            cells = max(1, round(deep / cell))
            if flat:
                made.append(_Candidate(one, np.zeros(cells), deep, True, tall))
            width = RIP * 4
            while width < min(tall, most) + 1e-9:
                held = ripped.get((deep, width))
                if held is None or held.height > tall:
                    ripped[deep, width] = one
                width += RIP
        elif tall <= most:
            cells = max(1, round(tall / cell))
            made.append(_Candidate(one, _sampled(np, one.profile.outline, tall, cells), tall, False, None))
    for (deep, width), one in ripped.items():
        made.append(_Candidate(one, np.full(max(1, round(width / cell)), deep), width, False, width))
    return made


def _costs(
    np: Any, padded: Any, one: _Candidate, cell: float, least: float, down: bool, free: bool = True
) -> tuple[Any, Any]:
    """Return for each place from the anchored end what a piece there differs by, in mm², and how far out it stands.

    It stands on what is next to it towards the wall's foot, and no further out than that carries it; what is not
    ``free`` lies against the wall.
    """
    cells = len(one.face)
    if cells > len(padded):
        return np.array([np.inf]), np.array([0.0])
    face = one.face[::-1] if down else one.face
    windows = np.lib.stride_tricks.sliding_window_view(padded, cells)
    places = len(windows)
    carried = np.zeros(places)
    if down:  # the next cell further down
        carried[: len(padded) - cells] = padded[cells:][:places]
    else:
        carried[1:] = padded[: places - 1]
    carried = np.where(carried > 0, carried + HANGS, 0.0) if free else np.zeros(places)
    gaps = windows - face
    if one.flat and one.rest is not None:
        front = np.median(windows, axis=1)
        deep = np.minimum(one.rest, front)
        out = np.clip(front - deep, 0.0, carried)
        reach = out + np.minimum(one.rest, np.maximum(front - out, 0.0))
        costs = np.abs(windows - reach[:, None]).sum(axis=1) * cell
        thin = reach < least
    else:
        out = np.clip(np.median(gaps, axis=1), 0.0, carried)
        costs = np.abs(gaps - out[:, None]).sum(axis=1) * cell
        thin = out + face.max() < least - 1e-9
    return np.where(thin, np.inf, costs), out


def _rest(np: Any, padded: Any, filled: int, cell: float, count: int) -> float:
    """Return what is left of the wanted section where pieces end, and the weight of a height that differs."""
    area = float(padded.sum()) * cell
    return float(padded[filled:].sum()) * cell + SIZE_WEIGHT * abs(filled - count) / count * area


# Many parameters: the tables of a search that were made beside each other and are only read here.
def _stacks(
    np: Any,
    padded: Any,
    candidates: Sequence[_Candidate],
    table: Sequence[tuple[Any, Any]],
    foot: Sequence[tuple[Any, Any]],
    on_top: Sequence[bool],
    cell: float,
    count: int,
    down: bool,
    most: int,
) -> list[list[_Placed]]:
    """Return the best assembly of each number of pieces from two up, from the anchored end."""
    size = len(padded) + 1
    best = np.full(size, np.inf)
    best[0] = 0.0
    steps: list[Any] = []
    ends = np.array([_rest(np, padded, filled, cell, count) for filled in range(size)])
    made = []
    for number in range(1, most + 1):
        reached, chosen = np.full(size, np.inf), np.full(size, -1)
        closed, closing = np.full(size, np.inf), np.full(size, -1)
        for n, one in enumerate(candidates):
            if number > 1 and (on_top[n] if down else AT_FOOT & set(one.profile.uses)):
                continue  # a crown is the first under the ceiling, a skirting the first on the floor
            cells = len(one.face)
            ways: list[tuple[Any, Any, Any]] = []
            if down or not on_top[n]:
                ways.append((table[n][0], reached, chosen))
            if down or on_top[n]:  # it may close the assembly
                ways.append((foot[n][0], closed, closing))
            for costs, held, by in ways:
                new = np.full(size, np.inf)
                new[cells : cells + len(costs)] = best[: len(costs)] + costs
                better = new < held
                held[better], by[better] = new[better], n
        for held, by, final in ((reached, chosen, table), (closed, closing, foot)):
            if number > 1 and not (down and final is table) and np.isfinite(held + ends).any():
                made.append(_traced([*steps, by], int(np.argmin(held + ends)), candidates, table, final))
        steps.append(chosen)
        best = reached
    return made


def _traced(
    steps: Sequence[Any],
    filled: int,
    candidates: Sequence[_Candidate],
    table: Sequence[tuple[Any, Any]],
    final: Sequence[tuple[Any, Any]],
) -> list[_Placed]:
    """Return the pieces that fill so many cells, from the anchored end."""
    pieces: list[_Placed] = []
    for by in reversed(steps):
        n = int(by[filled])
        filled -= len(candidates[n].face)
        out = (table if pieces else final)[n][1][filled]
        pieces.append(_Placed(candidates[n], float(out)))
    return pieces[::-1]


def _match(wanted: Profile, kind: TrimKind, placed: Sequence[_Placed], down: bool) -> Match:
    """Return pieces at their true sizes, with what they differ by."""
    import shapely

    whole = sum(one.candidate.height for one in placed)
    at, pieces = 0.0, []
    front_wanted = _fronts(wanted)
    for one in placed:
        candidate = one.candidate
        low = whole - at - candidate.height if down else at
        width = candidate.rest
        if candidate.flat and width is not None:
            shift = wanted.height - whole if down else 0.0
            front = front_wanted(low + shift, low + shift + candidate.height)
            width = min(width, max(RIP * 4, round((front - one.out) / RIP) * RIP))
        pieces.append(StockPiece(candidate.profile, low, round(one.out * 2) / 2, candidate.flat, width))
        at += candidate.height
    pieces.sort(key=lambda piece: piece.at)
    profile = assembled(kind, pieces)
    shift = wanted.height - whole if down else 0.0
    other = shapely.affinity.translate(closed_section(profile), 0.0, shift)
    differs = closed_section(wanted).symmetric_difference(other).area / max(1.0, wanted.area)
    taller, further = profile.height - wanted.height, profile.projection - wanted.reach
    return Match(tuple(pieces), profile, float(differs), taller, further, in_proportion(wanted, profile))


def in_proportion(wanted: Profile, profile: Profile) -> float:
    """Return by how much two sections differ when one is brought to the other's height: of shape alone."""
    import shapely

    scale = wanted.height / profile.height
    other = shapely.affinity.scale(closed_section(profile), scale, scale, origin=(0.0, 0.0))
    return float(closed_section(wanted).symmetric_difference(other).area / max(1.0, wanted.area))


def nearest_to_member(wanted: Profile, name: str, stock: Sequence[StockProfile]) -> tuple[Match, ...]:
    """Return the single profiles that come nearest to one member of a cornice by itself, the best first."""
    uses = FOR_PART.get(name, frozenset({"crown", "bed mould"}))
    made = []
    for one in stock:
        if uses & set(one.uses):
            flat = "board" in one.uses
            width = max(1.0, min(one.height, round(wanted.reach / RIP) * RIP)) if flat else None
            placed = StockPiece(one, 0.0, 0.0, flat, width)
            made.append(_alone(wanted, placed))
    return tuple(sorted(made, key=lambda match: match.score))


def _alone(wanted: Profile, piece: StockPiece) -> Match:
    profile = assembled("cornice", (piece,))
    differs = closed_section(wanted).symmetric_difference(closed_section(profile)).area / max(1.0, wanted.area)
    taller, further = profile.height - wanted.height, profile.projection - wanted.reach
    return Match((piece,), profile, float(differs), taller, further, in_proportion(wanted, profile))


def _fronts(wanted: Profile) -> Any:
    """Return what gives the middle depth of the wanted face between two heights."""
    import numpy as np

    fine = max(8, round(wanted.height))
    depth = _sampled(np, wanted.outline, wanted.height, fine)

    def between(low: float, high: float) -> float:
        first = min(fine - 1, max(0, int(low / wanted.height * fine)))
        last = min(fine, max(first + 1, int(high / wanted.height * fine)))
        return float(np.median(depth[first:last]))

    return between


def closed_section(profile: Profile) -> Any:
    """Return a section as a polygon closed by the wall."""
    import shapely

    face = profile.outline.polyline(0.12)
    made = shapely.Polygon([(0.0, face[0][1]), *face, (0.0, face[-1][1])])
    return made if made.is_valid else made.buffer(0)
