"""Papers and tiles to buy: whole rolls of one batch, whole boxes, and the paste, adhesive and grout that go with
them."""

from __future__ import annotations

import math
from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.bought.lines import (
    Bought,
    InPacks,
    LineToBuy,
    Share,
    counted_rooms,
    in_turn,
)
from narrow_cornice.derived.bought.measures import material_line, price_quoted, quoted
from narrow_cornice.derived.coated.coverings import Covered, covering_line, room_coverings
from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.finishes.paper import rolls_for
from narrow_cornice.finishes.sundries import sundries
from narrow_cornice.job.finishes import Covering, Paper, Tile
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.units.show import cents

SPACERS = 2.0  # of them for a tile

Held = tuple[str, str, Covered]  # a room's identity, its name, and one of its surfaces


@explained("price of rolls", "money", "rolls × price of one, to 0.01")
def price_of_rolls(rolls: float, price_of_one: float) -> float:
    """Return the price of whole rolls or boxes."""
    return cents(rolls * price_of_one)


@explained("paste", "L", "area ÷ paste")
def paste_for(area: float, paste: float) -> float:
    """Return the paste of an area in litres."""
    return area / paste


def coverings_to_buy(job: Job) -> Bought:
    """Return a line for each paper and each tile, and for what holds them; what cannot be counted is said."""
    held: dict[str, list[Held]] = {}
    missing = []
    for room in counted_rooms(job):
        every = room_coverings(room, job.house_rules, job.paints, job.colours, job.coverings)
        for one in every.values():
            if one.fault:
                missing.append(f"{one.covering.name[:40]} on {one.surface.name[:40]}, {room.name[:40]}: {one.fault}")
            else:
                held.setdefault(one.covering.id, []).append((room.id, room.name, one))
    lines = []
    for covering in job.coverings:
        if mine := held.get(covering.id):
            price = price_quoted(job.quotes, covering_line(covering.id), covering.price, _unit(covering))
            lines.append(_paper(covering, mine, price) if isinstance(covering, Paper) else _tile(covering, mine, price))
    return Bought((*lines, *_with_them(job, held)), (), tuple(missing))


def _unit(covering: Covering) -> float:
    """Return the size a covering is sold in: a roll, or so many tiles in a box."""
    return 1.0 if isinstance(covering, Paper) else float(covering.box)


def _shares(held: list[Held], unit: str) -> tuple[Share, ...]:
    """Return what each room needs."""
    by_room: dict[str, tuple[str, list[Figure]]] = {}
    for room, name, one in held:
        if one.amount is not None:
            by_room.setdefault(room, (name, []))[1].append(one.amount)
    return tuple((room, name, total(name[:60], unit, parts)) for room, (name, parts) in by_room.items())


def _paper(paper: Paper, held: list[Held], price: float) -> LineToBuy:
    """Return the rolls of a paper: strips of one cut come off the same rolls, wherever they hang."""
    strips: dict[float, int] = {}
    along: dict[tuple[str, float], float] = {}
    for room, _, one in held:
        assert one.papering is not None
        wide = next(figure.value for _, figure in one.amount.inputs) if one.amount is not None else 0.0
        along[room, one.papering.cut] = along.get((room, one.papering.cut), 0.0) + wide
    for (_, cut), wide in along.items():  # walls of one height are hung round the room, corner after corner
        strips[cut] = strips.get(cut, 0) + math.ceil(wide / paper.width - 1e-9)
    drop = paper.repeat / 2 if paper.match == "half-drop" else 0.0
    rolls = sum(rolls_for(many, paper.length, cut, drop) for cut, many in strips.items())
    cuts = ", ".join(f"{many} of {cut:.0f} mm" for cut, many in sorted(strips.items()))
    cost = price_of_rolls(
        table("rolls", float(rolls), "", f"strips: {cuts}; {paper.match} match"),
        table("price of one", price, "money", paper.name),
        called=f"{rolls} rolls",
    )
    shares = _shares(held, "strips")
    needed = replace(table("strips", float(sum(strips.values())), "strips", cuts), name=paper.name[:60])
    held_strips = sum(math.floor(paper.length / cut + 1e-9) for cut in strips) / len(strips) * rolls
    return LineToBuy(
        covering_line(paper.id),
        "paper",
        paper.name,
        paper.shop,
        needed,
        ((1.0, rolls, cost.value),),
        total("price", "money", [cost], listed=True),
        max(0.0, math.floor(held_strips) - needed.value),
        f"{cuts}, in {', '.join(name[:40] for _, name, _ in shares)}; all of one batch",
        shares,
        f"{rolls} {'roll' if rolls == 1 else 'rolls'}",
        InPacks(),
    )


def _tile(tile: Tile, held: list[Held], price: float) -> LineToBuy:
    shares = _shares(held, "tiles")
    needed = total(tile.name, "tiles", [amount for _, _, amount in shares])
    boxes = math.ceil(needed.value / tile.box - 1e-9)
    cost = price_of_rolls(
        table("rolls", float(boxes), "", f"whole boxes of {tile.box}"),
        table("price of one", price, "money", tile.name),
        called=f"{boxes} boxes",
    )
    cut = sum(one.tiling.cut for _, _, one in held if one.tiling is not None)
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
        f"{boxes} {'box' if boxes == 1 else 'boxes'} of {tile.box}",
        InPacks(),
    )


def _with_them(job: Job, held: dict[str, list[Held]]) -> Iterator[LineToBuy]:
    """Yield the lines of what holds papers and tiles."""
    rules = house_rules_of(job.house_rules)
    needs: dict[str, dict[str, tuple[str, list[Figure]]]] = {}

    def add(key: str, room: str, name: str, figure: Figure | None) -> None:
        if figure is not None and figure.value > 0:
            needs.setdefault(key, {}).setdefault(room, (name, []))[1].append(figure)

    for room, name, one in (each for mine in held.values() for each in mine):
        if isinstance(one.covering, Paper):
            called = one.surface.name[:60]
            add("paste", room, name, paste_for(one.surface.net, rules.figure("paste_spread"), called=called))
            continue
        add("adhesive", room, name, one.adhesive)
        add("grout", room, name, one.grout)
        if one.amount is not None:
            spacers = table(one.surface.name[:60], one.amount.value * SPACERS, "pieces", f"{SPACERS:g} for a tile")
            add("spacers", room, name, spacers)
    for key, by_room in needs.items():
        material = quoted(job.quotes, f"sundry:{key}", sundries()[key])
        wanted = [(room, name, total(name[:60], material.measure, parts)) for room, (name, parts) in by_room.items()]
        yield material_line(f"sundry:{key}", "sundry", "paper and tiles", material, *in_turn(wanted))
