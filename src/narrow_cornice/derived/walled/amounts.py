"""What a field takes: tiles and blocks by their cut plan, pieces of slats and boards, drops of paper; adhesive, grout,
laths, hours and weight."""

from __future__ import annotations

import math
from collections import Counter

import msgspec
from msgspec.structs import replace

from narrow_cornice.casework.boards import materials
from narrow_cornice.derived.measured.at_work import at_work, slower_for
from narrow_cornice.derived.walled.laid import LaidField, with_strips
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.features.boards import Rip, ripped_together
from narrow_cornice.features.cut_plan import CutPlan, cut_plan
from narrow_cornice.features.pieces import Piece
from narrow_cornice.finishes.tiles import adhesive, grout, grout_of
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.finishes import Board, Overlay, Paper, Slat, Tile
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.units.told import Told
from narrow_cornice.units.words import several

SMALL_TILE = 60.0  # mm, up to which tiles take longer
NEAR = 1e-6


class Taken(msgspec.Struct, frozen=True):
    """What a field takes. ``amount`` is in tiles, strips or a length to saw ("run"); ``plan`` how tiles and blocks are
    cut; ``lengths`` the pieces of slats and boards in mm, ``battens`` those that lie over joints; ``drops`` how long
    strips of paper are cut, with how many of each; ``laths`` the laths behind and ``felt`` the felt, ``adhesive`` and
    ``grout`` in kg; ``weight`` in kg is what hangs on the wall, ``edge`` the edge trim of outer edges."""

    laid: LaidField
    amount: Figure | None = None
    plan: CutPlan | None = None
    lengths: tuple[float, ...] = ()
    battens: tuple[float, ...] = ()
    drops: tuple[tuple[float, int, bool], ...] = ()
    adhesive: Figure | None = None
    grout: Figure | None = None
    laths: Figure | None = None
    felt: Figure | None = None
    bond: Figure | None = None
    sealer: Figure | None = None
    hours: Figure | None = None
    weight: Figure | None = None
    edge: Figure | None = None

    @property
    def waste(self) -> float | None:
        """Return what share of the tiles or blocks that are taken is cut off, None where nothing is taken so."""
        return None if self.plan is None or not self.plan.taken else _cut_off(self.laid, self.plan)


@by_identity(times=1, each="wall")
def _cut_off(laid: LaidField, plan: CutPlan) -> float | None:
    laying = laid.laying
    if laying is None:
        return None
    each = laying.width * (2 * laying.width / math.sqrt(3.0) * 0.75 if laying.pattern == "hexagon" else laying.height)
    return max(0.0, 1.0 - sum(_area(piece) for piece in (*laid.with_reveals, *laid.border)) / (plan.taken * each))


@explained("tiles", "tiles", "whole + cut")
def tiles_taken(whole: float, cut: float) -> float:
    """Return the tiles that are taken: those laid whole, and those that are cut by the plan."""
    return whole + cut


@explained("blocks", "blocks", "whole + cut")
def blocks_taken(whole: float, cut: float) -> float:
    """Return the blocks that are taken: those laid whole, and those that are cut by the plan."""
    return whole + cut


@explained("laths", "run", "rows × length")
def laths_of(rows: float, length: float) -> float:
    """Return how many mm of laths lie behind slats, in rows."""
    return rows * length


@explained("laying", "h", "area ÷ in an hour")
def hours_of_laying(area: float, in_an_hour: float) -> float:
    """Return the hours of laying an area in m²."""
    return area / in_an_hour


@explained("edges", "h", "outer edges ÷ 1000 × hours a metre")
def hours_of_edges(outer_edges: float, hours_a_metre: float) -> float:
    """Return the hours that outer edges of tiles take, in mm, from the hours of a metre."""
    return outer_edges / 1000 * hours_a_metre


@explained("weight", "kg", "area × thickness × density ÷ 1000")
def weight_of_field(area: float, thickness: float, density: float) -> float:
    """Return the weight of an area in m² of a thickness in mm and a density in kg/m³."""
    return area * thickness * density / 1000


@by_identity(times=1, each="room", of=as_built)
def taken_of(room: Room, changed_rules: dict[str, float]) -> tuple[Taken, ...]:
    """Return what the fields of a room take, none of those that do not lie."""
    slower = slower_for(room, house_rules_of(changed_rules))
    return tuple(
        _at_work(_taken(one, changed_rules), slower)
        for one in with_strips(fields_of(room, changed_rules))
        if not one.fault
    )


@by_identity(times=1, each="wall")
def _at_work(taken: Taken, slower: Figure | None) -> Taken:
    return taken if taken.hours is None else replace(taken, hours=at_work(taken.hours, slower))


@by_identity(times=1, each="wall")
def _taken(laid: LaidField, changed_rules: dict[str, float]) -> Taken:
    rules = house_rules_of(changed_rules)
    if isinstance(laid.covering, Paper):
        return _papered(laid, laid.covering, rules)
    if isinstance(laid.covering, Overlay):
        return _overlaid(laid, laid.covering, rules)
    if laid.laying is not None:
        return _tiled(laid, rules)
    return _sawn(laid, rules)


def thing_of(laid: LaidField) -> tuple[float, float]:
    """Return how wide and tall the thing is that tiles or blocks are cut from."""
    assert laid.laying is not None
    wide = laid.laying.width
    return (wide, 2 * wide / math.sqrt(3.0)) if laid.laying.pattern == "hexagon" else (wide, laid.laying.height)


def load_of(taken: Taken) -> float:
    """Return what a square metre of a field weighs, in kg."""
    area = taken.laid.area
    return taken.weight.value / area.value if taken.weight is not None and area is not None and area.value else 0.0


def _tiled(laid: LaidField, rules: HouseRules) -> Taken:
    assert laid.laying is not None
    assert laid.area is not None
    thing = thing_of(laid)
    border = [one._replace(whole=one.whole and one.size[1] >= thing[1] - NEAR) for one in laid.border]
    edges = "kept" if rules.value("tile_edges_kept") else "any"
    every = [*laid.with_reveals, *border]
    plan = cut_plan(every, thing, rules.value("tile_kerf"), edges)  # type: ignore[arg-type]
    cut = sum(not one.whole for one in every)
    counted, unit = (blocks_taken, "blocks") if isinstance(laid.covering, Board) else (tiles_taken, "tiles")
    amount = counted(
        table("whole", float(plan.whole), unit, "laid uncut"),
        table("cut", float(len(plan.cut)), unit, f"for {cut} cut pieces; {plan.bound} at least"),
        called=laid.field.name[:60],
    )
    area = laid.area
    if isinstance(laid.covering, Board):
        hours = hours_of_laying(area, rules.figure("hours_blocks"), called=laid.field.name[:60])
        return Taken(
            laid, amount, plan, hours=hours, weight=_weight(laid, laid.covering.thickness, _density(laid, rules))
        )
    tile = laid.covering
    assert isinstance(tile, Tile)
    small = max(tile.width, tile.height) <= SMALL_TILE or laid.laying.pattern == "herringbone"
    joint = table("joint", laid.laying.joint, "mm", laid.field.name[:60])
    sizes = [table(word, getattr(tile, word), "mm", tile.name) for word in ("width", "height", "thickness")]
    each = grout_of(*sizes, joint, rules.figure("grout_density"))
    outer = [table(one.words, one.long, "run", "an outer edge of its tiles") for one in laid.outer]
    run = total("outer edges", "run", outer) if outer else None
    laying = hours_of_laying(
        area, rules.figure("hours_small_tile" if small else "hours_tile"), called=laid.field.name[:60]
    )
    if run is not None:
        rate = rules.figure("hours_mitred_tiles" if laid.field.outwards == "mitred" else "hours_tile_trim")
        laying = total(laid.field.name[:60], "h", [laying, hours_of_edges(run, rate)])
    return Taken(
        laid,
        amount,
        plan,
        edge=run if laid.field.outwards == "trimmed" else None,
        adhesive=adhesive(area, rules.figure("tile_adhesive"), called=laid.field.name[:60]),
        grout=grout(area, each, called=laid.field.name[:60]) if laid.laying.joint > 0 else None,
        hours=laying,
        weight=_weight(laid, tile.thickness, rules.figure("tile_density")),
    )


def _weight(laid: LaidField, thickness: float, density: Figure) -> Figure:
    assert laid.area is not None
    thick = table("thickness", thickness, "mm", laid.covering.name)
    return weight_of_field(laid.area, thick, density, called=laid.field.name[:60])


def _density(laid: LaidField, rules: HouseRules) -> Figure:
    covering = laid.covering
    assert isinstance(covering, Slat | Board)
    known = materials().get(covering.species)
    if known is None:
        return rules.figure("trim_density")
    return table("density", known.density, "kg/m³", covering.species)


def _sawn(laid: LaidField, rules: HouseRules) -> Taken:
    """Return the pieces of slats and boards with what is behind them."""
    covering, area = laid.covering, laid.area
    assert isinstance(covering, Slat | Board)
    assert area is not None
    together = _together(laid, rules) if isinstance(covering, Board) else ()
    sawn = [piece.size[0] for piece in laid.pieces]
    for a, b in together:  # the shorter comes out of the width of the longer
        longer, shorter = sorted((a, b), key=lambda one: -laid.pieces[one].size[0])
        sawn[longer], sawn[shorter] = laid.pieces[longer].size[0], 0.0
    lengths = tuple(sorted((one for one in sawn if one > 0), reverse=True))
    battens = tuple(sorted((piece.size[0] for piece in laid.battens), reverse=True))
    run = sum(lengths)
    two = (
        f"; {len(together)} more {'comes' if len(together) == 1 else 'come'} out of what is ripped off them"
        if together
        else ""
    )
    amount = table(laid.field.name[:60], run, "run", f"{several(len(lengths), 'piece')} as they are sawn{two}")
    covered = sum(_area(piece) for piece in laid.pieces) / 1e6
    wood = table("area", covered, "m²", f"of {several(len(lengths), 'piece')}")
    thick = table(
        "thickness", covering.depth if isinstance(covering, Slat) else covering.thickness, "mm", covering.name
    )
    weight = weight_of_field(wood, thick, _density(laid, rules), called=laid.field.name[:60])
    laths = felt = None
    if isinstance(covering, Slat):
        hours = hours_of_laying(
            table("area", run / 1000.0, "m", "metres of slats"),
            rules.figure("hours_slats"),
            called=laid.field.name[:60],
        )
        if covering.mount == "on felt":
            felt = area
        elif covering.mount == "on laths" and laid.field.on != "fronts":
            laths = _laths(laid, rules)
    else:
        hours = hours_of_laying(area, rules.figure("hours_boards"), called=laid.field.name[:60])
        laths = _laths(laid, rules) if covering.meets == "batten" or laid.field.runs == "upright" else None
    return Taken(laid, amount, None, lengths, battens, laths=laths, felt=felt, hours=hours, weight=weight)


def _together(laid: LaidField, rules: HouseRules) -> tuple[tuple[int, int], ...]:
    """Return which boards come two out of one, by the number of their pieces: those ripped at opposite sides, narrow
    enough to lie beside one another in its width."""
    if not laid.rows:  # with battens they are all alike
        return ()
    (row,) = laid.rows
    step, rips, numbers = row.width + row.joint, list[Rip](), list[int]()
    low = laid.region.bounds[row.axis]
    first = row.start + math.floor((low - row.start) / step + 1e-9) * step
    for number, piece in enumerate(laid.pieces):
        across = [point[row.axis] for point in piece.outline]
        begins = first + piece.number * step
        at_low, at_high = min(across) - begins > NEAR, begins + row.width - max(across) > NEAR
        if at_low != at_high:
            rips.append(Rip(piece.size[0], max(across) - min(across), at_high))
            numbers.append(number)
    pairs = ripped_together(rips, row.width, rules.value("kerf"))
    return tuple((numbers[a], numbers[b]) for a, b in pairs)


def _laths(laid: LaidField, rules: HouseRules) -> Figure:
    """Return the laths behind what stands upright: level rows from the lower to the upper end, no further apart than
    the house rule says."""
    left, bottom, right, top = laid.region.bounds
    upright = laid.field.runs == "upright"
    across, along = (top - bottom, right - left) if upright else (right - left, top - bottom)
    rows = math.ceil(across / rules.value("laths_apart") - 1e-9) + 1
    return laths_of(
        table("rows", float(rows), "", Told("no more than ", rules.value("laths_apart"), " apart")),
        table("length", along, "mm", "from end to end"),
        called=laid.field.name[:60],
    )


def _papered(laid: LaidField, paper: Paper, rules: HouseRules) -> Taken:
    """Return the drops, each as long as what it has to cover and the allowance, rounded up to the repeat; every other
    one begins half a repeat further down where the match drops."""
    by_drop: dict[int, tuple[float, float]] = {}
    for piece in laid.pieces:
        low, high = min(y for _, y in piece.outline), max(y for _, y in piece.outline)
        there = by_drop.get(piece.number, (low, high))
        by_drop[piece.number] = (min(low, there[0]), max(high, there[1]))
    allowance, cuts = rules.value("paper_allowance"), list[tuple[float, bool]]()
    begun = 0
    for number, (low, high) in sorted(by_drop.items()):
        place = laid.first + number
        if laid.carried is not None and place == laid.carried.number and laid.carried.serves(low, high):
            begun = 1  # what is left of a strip that is cut for the wall before
            continue
        bare = high - low + allowance
        cut = math.ceil(bare / paper.repeat - 1e-9) * paper.repeat if paper.match != "free" and paper.repeat else bare
        cuts.append((round(cut, 1), paper.match == "half-drop" and bool(place % 2)))
    amount = table(laid.field.name[:60], float(len(cuts)), "strips", _as_hung(begun))
    assert laid.area is not None
    hours = hours_of_laying(laid.area, rules.figure("hours_paper"), called=laid.field.name[:60])
    drops = tuple((cut, many, late) for (cut, late), many in sorted(Counter(cuts).items(), reverse=True))
    return Taken(laid, amount, drops=drops, hours=hours)


def _as_hung(begun: int) -> str:
    return "side by side, as they are hung" + (", after the rest of one from the wall before" if begun else "")


@explained("cement", "kg", "area × thickness × kg a mm")
def cement_for(area: float, thickness: float, kg_a_mm: float) -> float:
    """Return the cement of an overlay in kg, from an area in m², a thickness in mm and kg for a m² and a mm."""
    return area * thickness * kg_a_mm


@explained("bond coat", "L", "area ÷ spread")
def bond_for(area: float, spread: float) -> float:
    """Return the bond coat of an area in litres."""
    return area / spread


@explained("sealer", "L", "area × coats ÷ spread")
def sealer_for(area: float, coats: float, spread: float) -> float:
    """Return the sealer of an area in litres."""
    return area * coats / spread


def _overlaid(laid: LaidField, overlay: Overlay, rules: HouseRules) -> Taken:
    """Return the cement of an overlay with its bond coat and its sealer."""
    assert laid.area is not None
    name = laid.field.name[:60]
    thick = table("thickness", overlay.thickness, "mm", overlay.name)
    kg = table("kg a mm", overlay.per_mm, "kg", f"of a square metre, {overlay.name}")
    amount = cement_for(laid.area, thick, kg, called=name)
    coats = table("coats", float(overlay.seals), "", overlay.name)
    return Taken(
        laid,
        amount,
        bond=bond_for(laid.area, rules.figure("bond_spread"), called=name),
        sealer=sealer_for(laid.area, coats, rules.figure("sealer_spread"), called=name) if overlay.seals else None,
        hours=hours_of_laying(laid.area, rules.figure("hours_overlay"), called=name),
        weight=cement_for(laid.area, thick, kg, called=name),
    )


def _area(piece: Piece) -> float:
    import shapely

    return float(shapely.Polygon(piece.outline, piece.holes).area)
