"""A field as it lies: its pieces on the wall that was measured, where its rows start, what is narrow of it, its gap as
a figure."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Sequence
from typing import TYPE_CHECKING

from msgspec.structs import replace

from narrow_cornice.cutting.allowances import bar_saw
from narrow_cornice.derived.walled.grounds import Ground, ground_of
from narrow_cornice.derived.walled.laid import LaidField, Row
from narrow_cornice.derived.walled.lengthwise import NEAR, lengthwise, places_along, strips_along
from narrow_cornice.derived.walled.paper_corners import Carried, beside, carried_from
from narrow_cornice.derived.walled.turned import (
    NO_EDGES,
    Edges,
    edges_of,
    outer_edges,
    stops_in,
    turned_into,
)
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import choice, reading, table
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.features.boards import board_and_batten, centred_courses
from narrow_cornice.features.falls import fall_to
from narrow_cornice.features.laying import IN_ROWS, Laying, checked
from narrow_cornice.features.middle import anchor_from_middle, from_middle
from narrow_cornice.features.pieces import Piece, cut_to, laid, thinnest
from narrow_cornice.features.region import FieldError, Region, region_from
from narrow_cornice.features.rows import Anchor, stops_of
from narrow_cornice.features.slats import clear_of_joints, cut_by, gap_between, gaps_of, slats_between, with_count
from narrow_cornice.features.strips import band_near, laid_round, region_of_strip, region_without
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.finishes import Board, Covering, Overlay, Paper, Slat, Tile
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import FieldPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.walled import Field
from narrow_cornice.memo import by_identity
from narrow_cornice.units.told import Told, told_of

if TYPE_CHECKING:
    pass

MOST_TURNS = 6


@by_identity(times=1, each="room", of=as_built)
def fields_of(room: Room, changed_rules: dict[str, float]) -> tuple[LaidField, ...]:
    """Return the fields of a room as they lie."""
    made: dict[str, LaidField] = {}

    def lay(field: Field, waiting: tuple[str, ...]) -> None:
        if field.id in made:
            return
        ground, edges, carried = ground_of(room, field, changed_rules), edges_of(room, field, changed_rules), None
        if field.goes_on:
            walls = beside(room, field, changed_rules)
            if walls.field is not None and walls.field.id not in waiting:
                lay(walls.field, (*waiting, walls.field.id))
            carried = carried_from(made.get(walls.field.id) if walls.field else None, field, ground.region, walls)
        made[field.id] = _field(ground, edges, field, changed_rules, room.id, carried)

    for one in room.walling.fields:
        lay(one, (one.id,))
    return tuple(made[one.id] for one in room.walling.fields)


# Many parameters: kept by the identity of each, so that an edit elsewhere lays nothing anew.
@by_identity(times=1, each="wall")
def _field(
    ground: Ground,
    edges: Edges,
    field: Field,
    changed_rules: dict[str, float],
    room_id: str,
    carried: Carried | None = None,
) -> LaidField:
    if ground.region is None:
        return LaidField(field, ground, ground.fault)
    rules = house_rules_of(changed_rules)
    try:
        made = WAYS[type(field.covering)](LaidField(field, ground, carried=carried), rules, room_id)
        return _turned(made, made.region, edges)
    except CorniceError as error:
        return LaidField(field, ground, told_of(error))


def _turned(made: LaidField, region: Region, edges: Edges) -> LaidField:
    """Return a field with what of it turns its edges, and what there is of it; its strip likewise."""
    note = "its outline without what it goes round"
    if made.laying is not None and edges is not NO_EDGES:
        turned = tuple(turned_into(edges, made.laying, region, made.band, of_strip=made.field.strip is None))
        # What is left of a tile at the end of a reveal moves with the rows of the wall: it is solved with them.
        rows = tuple(
            one._replace(
                stops=(*one.stops, *stops_in(turned, one.axis, made.laying.shifts if one.axis == 0 else (0.0,)))
            )
            for one in made.rows
        )
        made = replace(
            made, turned=turned, rows=rows, outer=outer_edges(edges, region, turned, made.band if made.strip else None)
        )
        note += ", and its reveals" if turned else ""
    whole = region.area / 1e6 + sum(one.area for one in made.turned)
    strip = None
    if made.strip is not None:
        strip = _turned(made.strip, made.strip.region, edges)
        whole -= made.strip.region.area / 1e6
        note += ", and its strip"
    area = table(made.field.name[:60], whole, "m²", note)
    return replace(made, area=area, thin=thinnest(before_seams(made)), strip=strip)


def before_seams(made: LaidField) -> tuple[Piece, ...]:
    """Return the pieces of a field; of a floor that falls as they lie before its seams are cut, since what a seam cuts
    of a chip is not narrow but folded."""
    if made.fall is None or made.laying is None:
        return made.pieces
    return _flat(made.laying, made.region)


@by_identity(times=1, each="wall")
def _flat(laying: Laying, region: Region) -> tuple[Piece, ...]:
    return laid(laying, region)


# ---- tiles, and blocks of wood that lie like tiles


def _tiles(made: LaidField, rules: HouseRules, room_id: str) -> LaidField:
    tile, field = made.covering, made.field
    assert isinstance(tile, Tile)
    joint = tile.joint if field.joint is None else float(field.joint.mm)
    laying = Laying(field.pattern or tile.laid, tile.width, tile.height, joint, turn=field.turn, angle=field.angle)
    made = _only_whole(made, laying) if field.only_whole else _as_tiles(made, laying)
    if field.drain is not None and field.on == "floor":
        if made.strip is not None:
            raise FieldError("No strip goes through a floor that falls.", where="strip", remedy="Leave one of both.")
        return _falling(made, rules)
    return made


def _only_whole(made: LaidField, laying: Laying) -> LaidField:
    """Return the whole tiles that find room, as many as can be in the middle; the field is what they cover, with the
    joints between them."""
    import shapely

    field, region = made.field, made.region
    if field.strip is not None or field.border is not None or field.drain is not None:
        raise FieldError(
            "Only whole ones go with no strip, no border and no fall.", where="whole", remedy="Leave one of both."
        )
    laying, _ = _started(checked(laying), region, field)
    if laying.pattern in IN_ROWS and not laying.turn:
        x, y = laying.start
        if field.across == "middle":
            x = _middle(region.bounds[0], region.bounds[2], laying.width, laying.joint)
        if field.up == "middle":
            y = _middle(region.bounds[1], region.bounds[3], laying.height, laying.joint)
        laying = replace(laying, start=(x, y))
    pieces = tuple(one for one in laid(laying, region) if one.whole)
    if not pieces:
        raise FieldError("No whole one finds room.", where="whole", remedy="Take smaller tiles, or let them be cut.")
    half = laying.joint / 2 + NEAR
    shapes = shapely.buffer(shapely.polygons([one.outline for one in pieces]), half, join_style="mitre")
    covered = region_from(shapely.buffer(shapely.union_all(shapes), -half, join_style="mitre"))
    return replace(made, ground=replace(made.ground, region=covered), laying=laying, pieces=pieces)


def _middle(low: float, high: float, size: float, joint: float) -> float:
    """Return where the first of as many whole pieces as find room begins, so that both ends are alike."""
    many = math.floor((high - low + joint + NEAR) / (size + joint))
    return low + (high - low - many * (size + joint) + joint) / 2


def _falling(made: LaidField, rules: HouseRules) -> LaidField:
    """Return tiles on a floor that falls to its drain, cut along the seams of its planes."""
    import shapely

    assert made.laying is not None
    assert made.field.drain is not None
    region = made.region
    fall = fall_to(region.parts[0][0], made.field.drain, rules.value("least_fall"))
    pieces: list[Piece] = []
    for plane in fall.planes:
        part = shapely.intersection(region.shape, shapely.Polygon(plane.ring))
        pieces += laid(made.laying, region_from(part))
    return replace(made, pieces=tuple(_apart(pieces)), fall=fall)


def _apart(pieces: Sequence[Piece]) -> Iterator[Piece]:
    """Yield pieces with cells that are told apart where they came from layings over different parts."""
    places: dict[tuple[float, float], int] = {}
    for piece in pieces:
        anchor = (round(piece.anchor[0], 3), round(piece.anchor[1], 3))
        yield piece._replace(cell=places.setdefault(anchor, len(places)))


def _as_tiles(made: LaidField, laying: Laying) -> LaidField:
    field, region = made.field, made.region
    laying = checked(laying)
    border: tuple[Piece, ...] = ()
    if field.border is not None and field.border.mm > 0:
        region, border = _border(region, float(field.border.mm), laying)
    if field.strip is not None and isinstance(field.covering, Tile):
        return replace(_round_strip(made, laying, region, field.strip), border=border)
    laying, rows = _started(laying, region, field)
    return replace(made, laying=laying, rows=rows, pieces=laid(laying, region), border=border)


def _round_strip(made: LaidField, laying: Laying, region: Region, tile: Tile) -> LaidField:
    """Return tiles with a strip of another between their rows. Where the rows start may follow from what is left
    without the strip, and where the strip lies from the rows: worked out in turn until both stay."""
    field, _, bottom, _, top = made.field, *region.bounds
    over = float(field.strip_over.mm) if field.strip_over is not None else (top - bottom - tile.height) / 2
    laying, rows = _started(laying, region, field)
    band = band_near(bottom + over, laying, tile.height)
    for _ in range(MOST_TURNS):
        laying, rows = _started(laying, region_without(region, band), field)
        former, band = band, band_near(bottom + over, laying, tile.height)
        if abs(former.low - band.low) < NEAR:
            break
    there = region_of_strip(region, band)
    row = Laying("straight", tile.width, tile.height, laying.joint)
    x = anchor_from_middle(row, there, 0).start(laying.joint)
    row = replace(row, start=(x, band.low))
    own = replace(field, name=f"{field.name}, strip", covering=tile, strip=None, border=None)
    strip = LaidField(own, Ground(there, made.ground.keep_off), laying=row, pieces=laid(row, there), band=band)
    return replace(made, laying=laying, rows=rows, pieces=laid_round(laying, region, band), band=band, strip=strip)


def _started(laying: Laying, region: Region, field: Field) -> tuple[Laying, tuple[Row, ...]]:
    """Return a laying that starts where its field says, with its rows where it has some."""
    left, bottom, right, top = region.bounds
    plain = laying.pattern in IN_ROWS and laying.turn == 0.0
    x: Anchor | None = None
    y: Anchor | None = None
    if field.across != "middle":
        typed = float(field.start_x.mm) if field.start_x is not None else 0.0
        x = {"left": Anchor(left), "right": Anchor(right - laying.width), "typed": Anchor(left + typed)}.get(
            field.across
        )
    if field.up != "middle":
        typed = float(field.start_y.mm) if field.start_y is not None else 0.0
        y = {"bottom": Anchor(bottom), "top": Anchor(top - laying.height), "typed": Anchor(bottom + typed)}[field.up]
    if plain:
        x = x or anchor_from_middle(laying, region, 0)
        y = y or anchor_from_middle(laying, region, 1)
        rows = (
            Row(0, stops_of(region.upright, laying.shifts), laying.width, laying.joint, x),
            Row(1, stops_of(region.level), laying.height, laying.joint, y),
        )
        return replace(laying, start=(x.start(laying.joint), y.start(laying.joint))), rows
    if x is None or y is None:
        middle = from_middle(laying, region).start
        x, y = x or Anchor(middle[0]), y or Anchor(middle[1])
    return replace(laying, start=(x.at, y.at)), ()


def _border(region: Region, wide: float, laying: Laying) -> tuple[Region, tuple[Piece, ...]]:
    """Return what is left inside a border as wide as that, and the border's pieces: those below and above from side to
    side, those at the sides between them."""
    import shapely

    left, bottom, right, top = region.bounds
    if min(right - left, top - bottom) <= 2 * (wide + laying.joint):
        raise FieldError(Told("A border of ", wide, " leaves nothing inside."), where="border")
    inner = (
        left + wide + laying.joint,
        bottom + wide + laying.joint,
        right - wide - laying.joint,
        top - wide - laying.joint,
    )
    sides = (
        ((left, bottom, right, bottom + wide), 0.0),
        ((left, top - wide, right, top), 0.0),
        ((left, inner[1], left + wide, inner[3]), 90.0),
        ((right - wide, inner[1], right, inner[3]), 90.0),
    )
    pieces: list[Piece] = []
    for box, turn in sides:
        part = shapely.intersection(region.shape, shapely.box(*box))
        try:
            strip = region_from(part)
        except FieldError:
            continue  # something stands there
        # turned by a quarter, a piece's lower left corner comes to lie at the lower right of where it starts
        start = (box[0], box[1]) if turn == 0.0 else (box[2], box[1])
        row = Laying("straight", laying.width, wide, laying.joint, start, turn)
        first = len(pieces)
        pieces += [one._replace(cell=one.cell + 100_000 * (first + 1)) for one in laid(row, strip)]
    return region_from(shapely.intersection(region.shape, shapely.box(*inner))), tuple(pieces)


# ---- boards


def _boards(made: LaidField, rules: HouseRules, room_id: str) -> LaidField:
    board, field = made.covering, made.field
    assert isinstance(board, Board)
    joint = 0.0 if field.joint is None else float(field.joint.mm)
    if field.of_blocks:
        long = float(field.block.mm) if field.block is not None else board.block or min(board.lengths)
        pattern = field.pattern or "herringbone"
        return _as_tiles(made, Laying(pattern, long, board.shows, joint, turn=field.turn, angle=field.angle))
    upright = field.runs == "upright"
    axis = 0 if upright else 1  # along which boards follow one another
    low, high = made.region.bounds[axis], made.region.bounds[axis + 2]
    shows, on_batten = board.shows, 0
    battens: tuple[Piece, ...] = ()
    if board.meets == "batten":
        keep_off = [(a - low, b - low) for a, b in made.ground.keep_off] if axis == 0 else []
        found, on_batten = board_and_batten(high - low, board.shows, board.batten, keep_off)
        shows, anchor = found.shows, Anchor(low)
        places = [low + middle - board.batten / 2 for middle in found.middles]
        battens = lengthwise(made.region, axis, places, board.batten, bar_saw(rules).longest(board.lengths), rules)
    else:
        anchor = _held(field, axis, low, high, shows)
    edges = made.region.upright if axis == 0 else made.region.level
    begins = places_along(anchor.at, shows + joint, low, high)
    pieces = lengthwise(made.region, axis, begins, shows, bar_saw(rules).longest(board.lengths), rules)
    row = Row(axis, stops_of(edges), shows, joint, anchor)
    return replace(
        made,
        pieces=pieces,
        battens=battens,
        rows=() if board.meets == "batten" else (row,),
        on_batten=on_batten,
        count=len(begins),
    )


def _held(field: Field, axis: int, low: float, high: float, shows: float) -> Anchor:
    """Return what holds courses of boards: the middle (both ends alike, none under half), an end, or what was typed."""
    said = field.across if axis == 0 else field.up
    typed = field.start_x if axis == 0 else field.start_y
    if said in ("left", "bottom"):
        return Anchor(low)
    if said in ("right", "top"):
        return Anchor(high - shows)
    if said == "typed":
        return Anchor(low + (float(typed.mm) if typed is not None else 0.0))
    first = centred_courses(high - low, shows).first
    return Anchor(low + first - shows if first > NEAR else low)


# ---- slats


def _slats(made: LaidField, rules: HouseRules, room_id: str) -> LaidField:
    slat, field = made.covering, made.field
    assert isinstance(slat, Slat)
    axis = 0 if field.runs == "upright" else 1
    low, high = made.region.bounds[axis], made.region.bounds[axis + 2]
    wished = slat.gap if field.gap is None else float(field.gap.mm)
    joints = [(a - low, b - low) for a, b in made.ground.joints if low < a < high] if axis == 0 else []
    cut = 0
    if field.count is not None:
        found = with_count(high - low, slat.width, field.count, field.ends)
        if found is None:
            raise FieldError(Told(f"{field.count} slats of ", slat.width, " do not stand there."), where="number")
        cut = cut_by(found, slat.width, joints)
    elif joints:
        found, cut = clear_of_joints(high - low, slat.width, wished, field.ends, joints)
    else:
        found = slats_between(high - low, slat.width, wished, field.ends)
    step = slat.width + found.gap
    begins = [low + found.first + number * step for number in range(found.count)]
    pieces = lengthwise(made.region, axis, begins, slat.width, bar_saw(rules).longest(slat.lengths), rules)
    path = FieldPath(room_id, field.id)
    gap = gap_between(
        reading("length", high - low, "mm", path, "from end to end, as measured"),
        choice("count", float(found.count), "", path, Told("the number whose gap is nearest to ", wished)),
        table("slat", slat.width, "mm", slat.name),
        choice("gaps", float(gaps_of(found.count, field.ends)), "", path, f"both ends end with a {ENDS[field.ends]}"),
    )
    return replace(made, pieces=pieces, gap=gap, count=found.count, cut_by=cut)


ENDS = {"gap": "gap", "slat": "slat", "half": "half gap"}


# ---- paper


def _drops(made: LaidField, rules: HouseRules, room_id: str) -> LaidField:
    paper, field = made.covering, made.field
    assert isinstance(paper, Paper)
    left, bottom, right, top = made.region.bounds
    anchor = {
        "left": Anchor(left),
        "right": Anchor(right - paper.width),
        "typed": Anchor(left + (float(field.start_x.mm) if field.start_x is not None else 0.0)),
    }.get(field.across)
    first = 0
    if made.carried is not None:
        if made.carried.fault:
            raise FieldError(made.carried.fault, where="start", remedy="Let it start by itself.")
        # The strip that turns the corner goes on here with what is left of it.
        rest = paper.width - made.carried.used
        anchor = Anchor(left - made.carried.used if field.goes_on == "left" else right - rest)
        begun = math.ceil((right - left - rest) / paper.width - NEAR)
        first = made.carried.number if field.goes_on == "left" else made.carried.number - begun
    if anchor is None:
        row = Laying("straight", paper.width, top - bottom, 0.0)
        anchor = anchor_from_middle(row, made.region, 0)
    begins = places_along(anchor.at, paper.width, left, right)
    if paper.panels:  # a mural hangs in the order of its panels, its middle on the middle of the wall
        wide = paper.panels * paper.width
        if wide < right - left - NEAR or paper.length < top - bottom - NEAR:
            raise FieldError(
                Told("The mural is ", wide, " × ", paper.length, ", the wall ", right - left, " × ", top - bottom, "."),
                remedy="Take a larger one, or cover less of the wall.",
            )
        if field.across == "middle":
            anchor = Anchor((left + right - wide) / 2)
        begins = [anchor.at + number * paper.width for number in range(paper.panels)]
    pieces = cut_to(strips_along(0, [(place, paper.width, bottom, top) for place in begins]), made.region)
    row_made = Row(0, stops_of(made.region.upright), paper.width, 0.0, anchor)
    return replace(made, pieces=pieces, rows=(row_made,), count=len({piece.number for piece in pieces}), first=first)


# ---- cement


def _overlaid(made: LaidField, rules: HouseRules, room_id: str) -> LaidField:
    return made  # it has no pieces


WAYS: dict[type[Covering], Callable[..., LaidField]] = {
    Tile: _tiles,
    Paper: _drops,
    Slat: _slats,
    Board: _boards,
    Overlay: _overlaid,
}
