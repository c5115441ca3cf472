"""What of a field comes out narrow, and the nearest ways to have it otherwise: another start, another joint or gap, a
border. Each is worked out exactly and is a change of the field."""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from typing import Any, NamedTuple

from narrow_cornice.derived.walled.laid import LaidField, Row
from narrow_cornice.derived.walled.laid_fields import before_seams
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.features.pieces import Piece, thickness
from narrow_cornice.features.rows import (
    best_start,
    border_for,
    left_at,
    narrowest,
    nearest_joint,
    nearest_start,
)
from narrow_cornice.features.slats import clear_of_joints, cut_by, with_count
from narrow_cornice.job.finishes import Overlay, Paper, Slat, Tile
from narrow_cornice.job.model import Settings
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.show import bare_size, show_size

NEAR = 1e-3
SPACERS = 0.5  # mm by which spacers grow
STEP = 0.1  # mm, to which what is offered is rounded
MOST_WORSE = 0.5  # mm by which rounding may leave a piece narrower


class Narrow(NamedTuple):
    """A row whose narrowest piece is narrower than it should be: how wide that is, how wide it should be at least, and
    where it lies (at which edges)."""

    row: Row
    narrowest: float
    least: float
    at: tuple[float, ...]


class Choice(NamedTuple):
    """A way to have it otherwise: its words, what it changes of the field, how wide the narrowest is then of what it
    moves, and whether nothing narrow is left anywhere."""

    words: str
    fields: dict[str, Any]
    narrowest: float
    settles: bool = False


def narrow_rows(laid: LaidField, changed_rules: dict[str, float]) -> tuple[Narrow, ...]:
    """Return the rows of a field that leave a piece narrower than the house rule has it; of paper none."""
    if isinstance(laid.covering, Paper):
        return ()
    share = house_rules_of(changed_rules).value("sliver_share")
    return tuple(
        Narrow(row, thin, share * row.width, tuple(sorted({s.at for s in row.stops if _left(row, s) < thin + NEAR})))
        for row in laid.rows
        if (thin := narrowest(row.stops, row.start, row.width, row.joint)) < share * row.width - NEAR
    )


def _left(row: Row, stop: Any) -> float:
    return left_at(stop, row.start, row.width, row.joint)


@by_identity(times=1, each="wall")
def slivers(laid: LaidField, changed_rules: dict[str, float]) -> tuple[Piece, ...]:
    """Return the pieces that are thinner than the house rule has it, wherever they lie: of tiles in rows also what is
    left of a tile's length, of which a third is more than a third of its height."""
    if isinstance(laid.covering, Paper) or laid.fault:
        return ()
    least = least_of(laid, changed_rules)
    narrow = narrow_rows(laid, changed_rules) if isinstance(laid.covering, Tile) else ()

    def short(piece: Piece) -> bool:
        return any(_extent(piece, one.row.axis) < one.least - NEAR for one in narrow)

    return tuple(
        piece for piece in before_seams(laid) if not piece.whole and (thickness(piece) < least or short(piece))
    )


def _extent(piece: Piece, axis: int) -> float:
    along = [point[axis] for point in piece.outline]
    return max(along) - min(along)


def least_of(laid: LaidField, changed_rules: dict[str, float]) -> float:
    """Return how thin a cut piece of a field may be, in mm."""
    return house_rules_of(changed_rules).value("sliver_share") * _size(laid) - NEAR


def _size(laid: LaidField) -> float:
    """Return how thin a whole piece is."""
    if laid.laying is not None:
        return min(laid.laying.width, laid.laying.height)
    if laid.rows:
        return laid.rows[0].width
    return 0.0 if isinstance(laid.covering, Overlay) else laid.covering.width


@by_identity(times=1, each="wall")
def choices_of(laid: LaidField, changed_rules: dict[str, float], settings: Settings) -> tuple[Choice, ...]:
    """Return the nearest ways to have no piece of a field narrower than the house rule has it."""
    rules = house_rules_of(changed_rules)
    made: list[Choice] = []
    narrow = narrow_rows(laid, changed_rules)
    if len(narrow) > 1:
        made += _both(laid, narrow, settings)
    for one in narrow:
        alone = len(narrow) == 1
        made += [
            way._replace(settles=alone and way.narrowest >= one.least - NEAR) for way in _moved(laid, one, settings)
        ]
        if isinstance(laid.covering, Tile):
            made += [way._replace(settles=alone) for way in _jointed(laid, one, rules, settings)]
            made += [way._replace(settles=alone) for way in _bordered(laid, one, rules, settings)]
    if isinstance(laid.covering, Slat):
        made += _other_gaps(laid, laid.covering, settings)
    made += _stretches(laid, changed_rules, settings)
    return tuple({tuple(sorted((k, str(v)) for k, v in one.fields.items())): one for one in made}.values())


def _length(mm: float) -> Length:
    return Length(round(mm, 1), f"{round(mm, 1):g} mm")


NAMES = (("across", "start_x"), ("up", "start_y"))


def _moved(laid: LaidField, narrow: Narrow, settings: Settings) -> Iterator[Choice]:
    """Yield the nearest start that will do, or the one with the widest narrowest piece where none does."""
    row = narrow.row
    low = laid.region.bounds[row.axis]
    start = nearest_start(row.stops, row.width, row.joint, narrow.least, row.start)
    words = "{by} {way}: none under {least}"
    if start is None:
        start, thin = best_start(row.stops, row.width, row.joint, row.start)
        if thin <= narrow.narrowest + 1.0:
            return
        words = "{by} {way}: {least}, the best there is"
    start, found = _rounded(row, start)
    by = start - row.start
    if abs(by) < STEP / 2 or found < narrow.narrowest + NEAR:
        return
    way = (("to the left", "to the right"), ("down", "up"))[row.axis][by > 0]
    said, typed = NAMES[row.axis]
    said_as = words.format(by=show_size(abs(by), settings), way=way, least=show_size(found, settings))
    yield Choice(said_as, {said: "typed", typed: _length(start - low)}, found)


def _both(laid: LaidField, narrow: tuple[Narrow, ...], settings: Settings) -> Iterator[Choice]:
    """Yield the nearest starts of both directions together, where both will do."""
    ways = [next(_moved(laid, one, settings), None) for one in narrow]
    if any(way is None or way.narrowest < one.least - NEAR for way, one in zip(ways, narrow, strict=True)):
        return
    fields: dict[str, Any] = {}
    for way in ways:
        fields |= way.fields if way is not None else {}
    least = min(way.narrowest for way in ways if way is not None)
    yield Choice(f"Move both ways: none under {show_size(least, settings)}", fields, least, settles=True)


def _rounded(row: Row, start: float) -> tuple[float, float]:
    """Return a start to a tenth of a millimetre, to the side on which less is lost, and the narrowest piece then."""
    down, up = (int(start / STEP) * STEP, (int(start / STEP) + 1) * STEP)
    return max(
        ((place, narrowest(row.stops, place, row.width, row.joint)) for place in (down, up)), key=lambda one: one[1]
    )


def _jointed(laid: LaidField, narrow: Narrow, rules: HouseRules, settings: Settings) -> Iterator[Choice]:
    """Yield the nearest joint that will do; the other direction must not be made worse by it."""
    row = narrow.row
    between = (rules.value("joint_least"), rules.value("joint_most"))
    joint = nearest_joint(row.stops, row.width, row.anchor, narrow.least, row.joint, between, SPACERS)
    if joint is None or abs(joint - row.joint) < STEP / 2:
        return
    joint = round(joint, 2)
    found = narrowest(row.stops, row.anchor.start(joint), row.width, joint)
    if found < narrow.least - MOST_WORSE:
        return
    for other in laid.rows:
        if other.axis != row.axis:
            before = narrowest(other.stops, other.start, other.width, other.joint)
            after = narrowest(other.stops, other.anchor.start(joint), other.width, joint)
            if after < min(before, rules.value("sliver_share") * other.width) - NEAR:
                return
    shown = show_size(joint, settings) if settings.unit == "in" else f"{joint:g} mm"
    words = f"Joints of {shown}: none under {show_size(found, settings)}"
    yield Choice(words, {"joint": Length(joint, f"{joint:g} mm")}, found)


def _bordered(laid: LaidField, narrow: Narrow, rules: HouseRules, settings: Settings) -> Iterator[Choice]:
    """Yield a border that leaves whole tiles between its two sides, where the field is a plain rectangle."""
    region, row = laid.region, narrow.row
    if (
        laid.field.border is not None
        or laid.band is not None
        or len(region.parts) != 1
        or region.parts[0][1]
        or len(region.parts[0][0]) != 4
    ):
        return
    left, bottom, right, top = region.bounds
    length = (right - left, top - bottom)[row.axis]
    border = border_for(length, row.width, row.joint, rules.value("border_least"))
    if border is not None and border.wide <= row.width:
        words = f"A border of {show_size(border.wide, settings)} round {border.pieces} whole ones"
        yield Choice(words, {"border": _length(border.wide)}, row.width)


def _other_gaps(laid: LaidField, slat: Slat, settings: Settings) -> Iterator[Choice]:
    """Yield the number of slats nearest to the present one that leaves fewer of them cut, by gaps of fronts or by what
    stands in the field; the upright edges in it count like gaps of no width."""
    field = laid.field
    if laid.gap is None or field.runs != "upright":
        return
    low, _, high, _ = laid.region.bounds
    inner = [edge.at - low for edge in laid.region.upright if low + NEAR < edge.at < high - NEAR]
    joints = sorted({*((a - low, b - low) for a, b in laid.ground.joints if low < a < high), *((u, u) for u in inner)})
    there = with_count(high - low, slat.width, laid.count, field.ends)
    if not joints or there is None:
        return
    wished = slat.gap if field.gap is None else float(field.gap.mm)
    found, cut = clear_of_joints(high - low, slat.width, wished, field.ends, joints)
    now = cut_by(there, slat.width, joints)
    if cut < now:
        words = f"{found.count} slats, gap {bare_size(round(found.gap, 2), settings)}: {cut or 'none'} cut lengthwise"
        yield Choice(words, {"count": found.count}, slat.width, settles=cut == 0)


def _stretches(laid: LaidField, changed_rules: dict[str, float], settings: Settings) -> Iterator[Choice]:
    """Yield the widest stretch of the field that nothing stands in, where something does and leaves slivers."""
    if not slivers(laid, changed_rules) or laid.field.on != "wall" or laid.band is not None:
        return
    left, bottom, right, top = laid.region.bounds
    places = sorted({left, right, *(edge.at for edge in laid.region.upright)})
    free = [(a, b) for a, b in itertools.pairwise(places) if _is_clear(laid, (a, bottom, b, top))]
    widest = max(free, key=lambda one: one[1] - one[0], default=(left, right))
    if right - left - (widest[1] - widest[0]) < 1.0:
        return
    words = f"Only from {bare_size(widest[0], settings)} to {show_size(widest[1], settings)}"
    yield Choice(words, {"left": _length(widest[0]), "right": _length(widest[1])}, 0.0)


def _is_clear(laid: LaidField, box: tuple[float, float, float, float]) -> bool:
    import shapely

    part = shapely.box(*box)
    return bool(shapely.area(shapely.intersection(laid.region.shape, part)) > 0.995 * part.area)
