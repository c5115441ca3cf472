"""Papers and tiles to buy: whole rolls of one batch, whole boxes, and the paste, adhesive and grout that go with
them."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from typing import NamedTuple

from msgspec.structs import replace

from narrow_cornice.cutting.lengths import lengths_to_buy
from narrow_cornice.derived.bought.lines import (
    Bought,
    InPacks,
    LineToBuy,
    Share,
    counted_rooms,
    in_rooms,
    in_turn,
)
from narrow_cornice.derived.bought.measures import material_line, price_quoted, quoted
from narrow_cornice.derived.coated.coverings import Covered, covering_line, room_coverings
from narrow_cornice.derived.walled.amounts import Taken, taken_of
from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.finishes.paper import rolls_for, strips_of_roll
from narrow_cornice.finishes.sundries import sundries
from narrow_cornice.finishes.tiles import laid_at_once
from narrow_cornice.job.finishes import OVER_ALL, Covering, Paper, Tile
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.units.show import cents
from narrow_cornice.units.told import Told, together
from narrow_cornice.units.words import several

SPACERS = 2.0  # of them for a tile


class Held(NamedTuple):
    """What one surface or field takes of a covering: the room's identity and name, what it is called, its amount; of
    paper how long strips are cut and how many of each (``drops``) and the mm along the wall where strips go on from one
    surface to the next; of tiles how many are ``cut``; adhesive and grout in kg, its area for paste."""

    room: str
    room_name: str
    name: str
    amount: Figure
    drops: tuple[tuple[float, int, bool], ...] = ()
    along: float = 0.0
    cut_length: float = 0.0
    cut: int = 0
    adhesive: Figure | None = None
    grout: Figure | None = None
    area: Figure | None = None


@explained("price of rolls", "money", "rolls × price of one, to 0.01")
def price_of_rolls(rolls: float, price_of_one: float) -> float:
    """Return the price of whole rolls or boxes."""
    return cents(rolls * price_of_one)


@explained("paste", "L", "area ÷ paste")
def paste_for(area: float, paste: float) -> float:
    """Return the paste of an area in litres."""
    return area / paste


def coverings_to_buy(job: Job) -> Bought:
    """Return a line for each paper and each tile, of whole surfaces and of fields, and for what holds them; what cannot
    be counted is said."""
    held: dict[str, list[Held]] = {}
    missing: list[str] = []
    known = {one.id: one for one in job.coverings}
    for room in counted_rooms(job):
        every = room_coverings(room, job.house_rules, job.paints, job.colours, job.coverings)
        for one in every.values():
            if one.fault:
                missing.append(f"{one.covering.name[:40]} on {one.surface.name[:40]}, {room.name[:40]}: {one.fault}")
            elif one.amount is not None:
                held.setdefault(one.covering.id, []).append(_of_surface(room, one, one.amount))
        for taken in taken_of(room, job.house_rules):
            if isinstance(taken.laid.covering, OVER_ALL) and taken.amount is not None:
                held.setdefault(taken.laid.covering.id, []).append(_of_field(room, taken, taken.amount))
    lines = []
    for key, mine in sorted(held.items(), key=lambda one: list(known).index(one[0])):
        covering = known[key]
        if not isinstance(covering, OVER_ALL):
            continue
        price = price_quoted(job.quotes, covering_line(key), covering.price, _unit(covering))
        lines.append(_paper(covering, mine, price) if isinstance(covering, Paper) else _tile(covering, mine, price))
    return Bought((*lines, *_with_them(job, known, held)), (), tuple(missing))


def _of_surface(room: Room, one: Covered, amount: Figure) -> Held:
    made = Held(room.id, room.name, one.surface.name, amount, area=one.surface.net)
    if one.papering is not None:
        wide = amount.parts[0].value
        return made._replace(along=wide, cut_length=one.papering.cut)
    cut = one.tiling.cut if one.tiling is not None else 0
    return made._replace(cut=cut, adhesive=one.adhesive, grout=one.grout)


def _of_field(room: Room, taken: Taken, amount: Figure) -> Held:
    laid = taken.laid
    made = Held(room.id, room.name, laid.field.name, amount, taken.drops, area=laid.area)
    cut = len(taken.plan.cut) if taken.plan is not None else 0
    return made._replace(cut=cut, adhesive=taken.adhesive, grout=taken.grout)


def _unit(covering: Paper | Tile) -> float:
    """Return the size a covering is sold in: a roll, or so many tiles in a box."""
    return 1.0 if isinstance(covering, Paper) else float(covering.box)


def _shares(held: list[Held], unit: str) -> tuple[Share, ...]:
    """Return what each room needs."""
    return in_rooms(((one.room, one.room_name, one.amount) for one in held), unit)


def _paper(paper: Paper, held: list[Held], price: float) -> LineToBuy:
    """Return the rolls of a paper: strips of one cut come off the same rolls, wherever they hang."""
    strips: dict[float, int] = {}
    along: dict[tuple[str, float], float] = {}
    for one in held:
        if one.along:
            along[one.room, one.cut_length] = along.get((one.room, one.cut_length), 0.0) + one.along
    for (_, cut), wide in along.items():  # walls of one height are hung round the room, corner after corner
        strips[cut] = strips.get(cut, 0) + math.ceil(wide / paper.width - 1e-9)
    half_drop = paper.repeat if paper.match == "half-drop" else 0.0
    drops = [one for each in held for one in each.drops]
    rolls, ends = _rolls_of_drops(drops, paper.length, half_drop / 2)
    for cut, many in strips.items():
        more = rolls_for(many, paper.length, cut, half_drop)
        rolls += more
        ends += _ends(more, many, paper.length, cut)
    for cut, many, _ in drops:
        strips[cut] = strips.get(cut, 0) + many
    cuts = together((Told(f"{many} of ", round(cut)) for cut, many in sorted(strips.items())), ", ")
    cost = price_of_rolls(
        table("rolls", float(rolls), "", f"strips: {cuts}; {paper.match} match"),
        table("price of one", price, "money", paper.name),
        called=f"{rolls} rolls",
    )
    shares = _shares(held, "strips")
    needed = replace(table("strips", float(sum(strips.values())), "strips", cuts), name=paper.name[:60])
    longest = max(strips)
    return LineToBuy(
        covering_line(paper.id),
        "paper",
        paper.name,
        paper.shop,
        needed,
        ((1.0, rolls, cost.value),),
        total("price", "money", [cost], listed=True),
        float(sum(strips_of_roll(end, longest) for end in ends)),  # strips of the highest wall, to mend with
        Told(*cuts.parts, f", in {', '.join(name[:40] for _, name, _ in shares)}; all of one batch"),
        shares,
        several(rolls, "roll"),
        InPacks(),
    )


def _ends(rolls: int, strips: int, long: float, cut: float) -> list[float]:
    """Return what is left of each roll once strips of one cut came off, roll after roll."""
    each = strips_of_roll(long, cut)
    of_each = [max(0, min(each, strips - number * each)) for number in range(rolls)]
    return [long - many * cut for many in of_each]


def _rolls_of_drops(drops: Sequence[tuple[float, int, bool]], long: float, drop: float) -> tuple[int, list[float]]:
    """Return the rolls that the drops of fields come off as they come out best, and what is left of each: those that
    begin further down from rolls of their own, but for the last of both kinds, if one roll holds them with the ``drop``
    between."""
    packed = []
    for late in (False, True):
        cuts = sorted((cut for cut, many, its in drops if its == late for _ in range(many)), reverse=True)
        packed.append(lengths_to_buy(tuple(cuts), (long,), 1.0, 0.0).bars if cuts else ())
    ends = [bar.offcut for bars in packed for bar in bars]
    if all(packed):
        free, other = (max(bar.offcut for bar in bars) for bars in packed)
        if long - other + drop <= free + 1e-9:
            ends.remove(free)
            ends.remove(other)
            ends.append(free + other - long - drop)
    return len(ends), ends


def _tile(tile: Tile, held: list[Held], price: float) -> LineToBuy:
    shares = _shares(held, "tiles")
    needed = total(tile.name, "tiles", [amount for _, _, amount in shares])
    boxes = math.ceil(needed.value / tile.box - 1e-9)
    cost = price_of_rolls(
        table("rolls", float(boxes), "", f"whole boxes of {tile.box}"),
        table("price of one", price, "money", tile.name),
        called=f"{boxes} boxes",
    )
    cut = sum(one.cut for one in held)
    return LineToBuy(
        covering_line(tile.id),
        "tile",
        tile.name,
        tile.shop,
        needed,
        ((float(tile.box), boxes, cost.value),),
        total("price", "money", [cost], listed=True),
        boxes * tile.box - needed.value,
        f"{cut} of them cut; {tile.laid}, in {', '.join(name[:40] for _, name, _ in shares)}; all of one batch",
        shares,
        f"{several(boxes, 'box', 'boxes')} of {tile.box}",
        InPacks(),
    )


def _spacers(one: Held, covering: Covering) -> Figure:
    """Return the spacers of a field of tiles; the chips of mosaic come with their joints, so that only its sheets are
    spaced."""
    at_once = 1
    if isinstance(covering, Tile):
        at_once = laid_at_once(covering.width, covering.height, covering.joint, covering.sheet)
    count = math.ceil(one.amount.value / at_once - 1e-9) * SPACERS
    return table(one.name[:60], count, "pieces", f"{SPACERS:g} for a {'tile' if at_once == 1 else 'sheet of mosaic'}")


def _with_them(job: Job, known: Mapping[str, Covering], held: dict[str, list[Held]]) -> Iterator[LineToBuy]:
    """Yield the lines of what holds papers and tiles."""
    rules = house_rules_of(job.house_rules)
    needs: dict[str, list[Share]] = {}

    def add(key: str, one: Held, figure: Figure | None) -> None:
        if figure is not None and figure.value > 0:
            needs.setdefault(key, []).append((one.room, one.room_name, figure))

    for covering, one in ((known[key], one) for key, mine in held.items() for one in mine):
        if isinstance(covering, Paper):
            if one.area is not None:
                add("paste", one, paste_for(one.area, rules.figure("paste_spread"), called=one.name[:60]))
            continue
        add("adhesive", one, one.adhesive)
        add("grout", one, one.grout)
        add("spacers", one, _spacers(one, covering))
    for key, each in needs.items():
        material = quoted(job.quotes, f"sundry:{key}", sundries()[key])
        wanted = in_turn(in_rooms(each, material.measure))
        yield material_line(f"sundry:{key}", "sundry", "paper and tiles", material, *wanted)
