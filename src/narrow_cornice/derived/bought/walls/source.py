"""Slats, boards and blocks to buy: the lengths their pieces are sawn from, and what is behind them."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import NamedTuple

from narrow_cornice.cutting.allowances import bar_saw
from narrow_cornice.cutting.lengths import Lengths, lengths_to_buy
from narrow_cornice.derived.bought.in_lengths import kept_lengths, price_of_lengths
from narrow_cornice.derived.bought.lines import (
    Bought,
    InLengths,
    InPacks,
    LineToBuy,
    Share,
    counted_rooms,
    in_rooms,
    in_turn,
)
from narrow_cornice.derived.bought.measures import material_line, price_quoted, quoted
from narrow_cornice.derived.coated.coverings import covering_line
from narrow_cornice.derived.walled.amounts import Taken, taken_of
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.finishes.sundries import sundries
from narrow_cornice.job.finishes import IN_LENGTHS, Board, Overlay, Paper, Slat, Tile
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.units.show import cents
from narrow_cornice.units.told import Told, said_in, so_many
from narrow_cornice.units.words import several

MM_A_METRE = 1000.0
IN_METRES = {"laths": "of laths, in rows behind the slats", "tile-edge": "of edge trim, along outer edges of tiles"}


class Piece(NamedTuple):
    """A piece to saw: the room's identity and name, the field it is of, and its length in mm."""

    room: str
    room_name: str
    name: str
    length: float


@explained("price of blocks", "money", "blocks × price of one, to 0.01")
def price_of_blocks(blocks: float, price_of_one: float) -> float:
    """Return the price of so many blocks."""
    return cents(blocks * price_of_one)


def wall_stuff_to_buy(job: Job) -> Bought:
    """Return a line for each slat and each board with its battens, and for laths and felt; what does not lie, and what
    is longer than it is sold, is said."""
    rules = house_rules_of(job.house_rules)
    missing: list[str] = []
    pieces: dict[tuple[str, bool], list[Piece]] = {}
    blocks: dict[str, list[tuple[str, str, Taken]]] = {}
    cement: dict[str, list[tuple[str, str, Taken]]] = {}
    behind: dict[str, list[Share]] = {}
    for room in counted_rooms(job):
        for one in fields_of(room, job.house_rules):
            if one.fault:
                missing.append(
                    f"{one.field.name[:60]} in {room.name[:40]} is not counted: {said_in(one.fault, job.settings)}"
                )
        for taken in taken_of(room, job.house_rules):
            covering = taken.laid.covering
            if isinstance(covering, Overlay) and taken.amount is not None:
                cement.setdefault(covering.id, []).append((room.id, room.name, taken))
            for key, figure in _behind(taken):
                if figure is not None:
                    behind.setdefault(key, []).append((room.id, room.name, _measured(key, figure)))
            if isinstance(covering, Tile | Paper):
                continue
            if taken.plan is not None:
                blocks.setdefault(covering.id, []).append((room.id, room.name, taken))
            for of_battens, lengths in ((False, taken.lengths), (True, taken.battens)):
                mine = [Piece(room.id, room.name, taken.laid.field.name, length) for length in lengths]
                if mine:
                    pieces.setdefault((covering.id, of_battens), []).extend(mine)
    lines = []
    for covering in job.coverings:
        if isinstance(covering, Overlay) and (laid := cement.get(covering.id)):
            lines.append(_cement(job, covering, laid))
        if not isinstance(covering, IN_LENGTHS):
            continue
        for of_battens in (False, True):
            if sawn := pieces.get((covering.id, of_battens)):
                lines.append(_sawn(job, covering, sawn, rules, battens=of_battens))
        if there := blocks.get(covering.id):
            assert isinstance(covering, Board)
            lines.append(_blocks(job, covering, there))
    for key, each in behind.items():
        material = quoted(job.quotes, f"sundry:{key}", sundries()[key])
        wanted = in_turn(in_rooms(each, material.measure))
        lines.append(material_line(f"sundry:{key}", "sundry", "slats, boards, tiles and cement", material, *wanted))
    return Bought(tuple(lines), (), tuple(missing))


def _behind(taken: Taken) -> tuple[tuple[str, Figure | None], ...]:
    """Return what goes with a field, by the keys of the table of sundries."""
    return (
        ("laths", taken.laths),
        ("felt", taken.felt),
        ("bond", taken.bond),
        ("cement-sealer", taken.sealer),
        ("tile-edge", taken.edge),
    )


def _amounts(held: list[tuple[str, str, Taken]]) -> Iterator[Share]:
    """Yield what fields take, those that take a number of something."""
    return ((room, name, taken.amount) for room, name, taken in held if taken.amount is not None)


@explained("price of bags", "money", "bags × price of one, to 0.01")
def price_of_bags(bags: float, price_of_one: float) -> float:
    """Return the price of so many bags."""
    return cents(bags * price_of_one)


def _cement(job: Job, overlay: Overlay, held: list[tuple[str, str, Taken]]) -> LineToBuy:
    """Return the bags of an overlay."""
    key = covering_line(overlay.id)
    shares = in_rooms(_amounts(held), "kg")
    needed = total(overlay.name, "kg", [amount for _, _, amount in shares])
    bags = math.ceil(needed.value / overlay.bag - 1e-9)
    each = price_quoted(job.quotes, key, overlay.price, overlay.bag)
    cost = price_of_bags(
        table("bags", float(bags), "", f"whole bags of {overlay.bag:g} kg"),
        table("price of one", each, "money", overlay.name),
    )
    return LineToBuy(
        key,
        "overlay",
        overlay.name,
        overlay.shop,
        needed,
        ((overlay.bag, bags, cost.value),),
        total("price", "money", [cost], listed=True),
        bags * overlay.bag - needed.value,
        Told(overlay.thickness, f" in {', '.join(name[:40] for _, name, _ in shares)}"),
        shares,
        f"{several(bags, 'bag')} of {overlay.bag:g} kg",
        InPacks(),
        bags * overlay.bag,
    )


def _measured(key: str, figure: Figure) -> Figure:
    """Return laths and edge trim in metres, all else in its own measure."""
    note = IN_METRES.get(key)
    return table(figure.name, math.ceil(figure.value / 100.0) / 10.0, "m", note) if note else figure


def _sawn(job: Job, covering: Slat | Board, pieces: list[Piece], rules: HouseRules, *, battens: bool) -> LineToBuy:
    """Return the lengths that pieces of a slat, of a board or of its battens are sawn from."""
    key = f"{covering_line(covering.id)}{':battens' if battens else ''}"
    price = covering.batten_price if battens and isinstance(covering, Board) else covering.price
    metre = table("price of a metre", price_quoted(job.quotes, key, price), "money", covering.name)
    lengths = tuple(one.length for one in pieces)
    saw, sold, there = bar_saw(rules), tuple(sorted(covering.lengths)), job.left_over.get(key, ())
    kept = kept_lengths(job.cutting.get(key), lengths, sold, saw, there)
    if kept is not None:
        bars = Lengths(kept.bars, kept.price * metre.value, (kept.bound or 0.0) * metre.value)
    else:
        bars = lengths_to_buy(lengths, sold, metre.value, saw.between, there, saw.lost(sold))
    prices = [
        price_of_lengths(
            table("lengths", float(count), "", f"whole lengths for {several(len(lengths), 'piece')}"),
            table("length of one", length, "mm", "as it is sold"),
            metre,
            called=so_many(count, length, "mm"),
        )
        for length, count in bars.by_length()
    ]
    fields: dict[tuple[str, str], dict[str, float]] = {}
    for one in pieces:
        of_room = fields.setdefault((one.room, one.room_name), {})
        of_room[one.name] = of_room.get(one.name, 0.0) + one.length
    shares = tuple(
        (room, name, total(name[:60], "run", [table(field[:60], sawn, "run", "sawn") for field, sawn in each.items()]))
        for (room, name), each in fields.items()
    )
    what = "battens" if battens else "slats" if isinstance(covering, Slat) else "boards"
    planned = "by the cutting plan kept" if kept is not None else "longest first"
    return LineToBuy(
        key,
        "slats" if isinstance(covering, Slat) else "boards",
        f"{covering.name}, battens" if battens else covering.name,
        covering.shop,
        total("length", "run", [amount for _, _, amount in shares]),
        tuple((length, count, cost.value) for (length, count), cost in zip(bars.by_length(), prices, strict=True)),
        total("price", "money", prices, listed=True),
        sum(bar.offcut for bar in bars.bars),
        f"{len(lengths)} {what} in {', '.join(name[:40] for _, name in fields)}, {planned}",
        shares,
        bars.words or "nothing",
        InLengths(sold, bars, tuple((one.name, one.length, number) for number, one in enumerate(pieces, 1))),
    )


def _blocks(job: Job, board: Board, held: list[tuple[str, str, Taken]]) -> LineToBuy:
    """Return the blocks of a board that lie in a pattern, by their cut plan; a block is sold by its length."""
    key = f"{covering_line(board.id)}:blocks"
    shares = in_rooms(_amounts(held), "blocks")
    needed = total(board.name, "blocks", [amount for _, _, amount in shares])
    laying = held[0][2].laid.laying
    long = laying.width if laying is not None else board.block
    each = price_quoted(job.quotes, key, cents(board.price * long / MM_A_METRE))
    cost = price_of_blocks(
        table("blocks", needed.value, "", "by the cut plan"), table("price of one", each, "money", board.name)
    )
    cut = sum(len(taken.plan.cut) for _, _, taken in held if taken.plan is not None)
    count = round(needed.value)
    return LineToBuy(
        key,
        "boards",
        board.name,
        board.shop,
        needed,
        ((1.0, count, cost.value),),
        total("price", "money", [cost], listed=True),
        0.0,
        Told("blocks of ", long, f", {cut} of them cut, in {', '.join(name[:40] for _, name, _ in shares)}"),
        shares,
        f"{count} blocks",
        InPacks(),
    )
