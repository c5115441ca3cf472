"""Sheet goods and hardware to buy: what the built-ins of every room are cut from, and what holds them together."""

from __future__ import annotations

from narrow_cornice.casework.boards import sheet_goods
from narrow_cornice.casework.hardware import hardware
from narrow_cornice.derived.bought.boards.strips import strips_to_buy, unsold_strips
from narrow_cornice.derived.bought.lines import (
    Bought,
    InSheets,
    LineToBuy,
    by_line,
    in_turn,
)
from narrow_cornice.derived.bought.measures import price_quoted
from narrow_cornice.derived.bought.packs import hardware_price, pack_line
from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.derived.built.parts import hardware_of
from narrow_cornice.derived.built.sheets import CutBoard, cut_boards, line_of
from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Job, Room
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import cents
from narrow_cornice.units.told import Bare, Told
from narrow_cornice.units.words import several

M2 = 1e-6  # of a mm²


@explained("price of sheets", "money", "sheets × price of one, to 0.01")
def price_of_sheets(sheets: float, price_of_one: float) -> float:
    """Return the price of several sheets."""
    return cents(sheets * price_of_one)


def boards_to_buy(job: Job) -> Bought:
    """Return a line for each kind of sheet goods and each piece of hardware; what is larger than its sheet, timber of
    lippings, and what does not fit its place yet are said."""
    if not any(room.casework.built_ins for room in job.rooms):
        return Bought(())
    names = {room.id: room.name for room in job.rooms}
    lines = [
        _board_line(cut, _board_price(job, cut), *_names_of(cut, names)) for cut in cut_boards(job) if _is_listed(cut)
    ]
    held = by_line(job, lambda room: dict(_room_hardware(room, job.house_rules)))
    lines += [pack_line(key, "built-ins", hardware_price(job, key), *in_turn(needs)) for key, needs in held.items()]
    lines += strips_to_buy(job)
    return Bought(tuple(lines), (), tuple(dict.fromkeys(_left_out(job))))


def _is_listed(cut: CutBoard) -> bool:
    """Return whether sheets have a line: new ones that something is cut from, and those of which some are there, which
    is where that is said."""
    return cut.wanted is not None and bool(cut.parts or len(cut.wanted.kinds) > 1)


def _left_out(job: Job) -> list[str]:
    """Return what is built in and not in the lines, in a sentence each."""
    left = []
    runs = {(room.id, run.id): run for room in job.rooms for run in room.casework.built_ins}
    for cut in cut_boards(job):
        for one in cut.too_large:
            run = runs[one.room, one.built_in]
            left.append(f"A {one.kind} of {run.name[:60]} is larger than a sheet of {cut.kind.name}.")
    for room in job.rooms:
        for run in room.casework.built_ins:
            left += unsold_strips(run)
            if built_in_of(room, run, job.house_rules).fault:
                left.append(f"{run.name[:60]} does not fit its place yet.")
    return left


def _names_of(cut: CutBoard, names: dict[str, str]) -> list[str]:
    return [part for room in dict.fromkeys(one.room for one in cut.names) for part in (room, names[room])]


def _board_price(job: Job, cut: CutBoard) -> float:
    """Return what a sheet costs: what a shop last said of it, else as the table has it."""
    goods = sheet_goods()[cut.board]
    return price_quoted(job.quotes, line_of(cut.board), goods.price, goods.length * goods.width * M2)


@by_identity(times=1, each="line")
def _board_line(cut: CutBoard, price_of_one: float, *rooms: str) -> LineToBuy:
    """Return the line of one kind of sheet goods, of the rooms' identities and names, given in turn."""
    goods, sheets = sheet_goods()[cut.board], len(cut.plan.sheets)
    area: dict[str, float] = {}
    for name, part in zip(cut.names, cut.parts, strict=True):
        area[name.room] = area.get(name.room, 0.0) + part.length * part.width * M2
    shares = tuple(
        (room, name, table(name[:60], area[room], "m²", "parts as they are cut"))
        for room, name in zip(rooms[::2], rooms[1::2], strict=True)
    )
    needed = total(goods.name, "m²", [amount for _, _, amount in shares])
    whole = goods.length * goods.width * M2
    bought = Told(f"{sheets} × ", Bare(goods.length), " × ", Bare(goods.width))
    price = price_of_sheets(
        table("sheets", float(sheets), "", f"{several(len(cut.parts), 'part')}; {cut.least} at least"),
        table("price of one", price_of_one, "money", goods.name),
        called=bought,
    )
    return LineToBuy(
        line_of(cut.board),
        "board",
        goods.name,
        goods.shop,
        needed,
        ((whole, sheets, price.value),),
        total("price", "money", [price], listed=True),
        sheets * whole - needed.value,
        f"built-ins in {', '.join(name[:40] for _, name, _ in shares)}",
        shares,
        bought,
        InSheets(cut),
    )


@by_identity(times=1, each="room", of=as_built)
def _room_hardware(room: Room, changed_rules: dict[str, float]) -> tuple[tuple[str, Figure], ...]:
    counted: dict[str, list[Figure]] = {}
    for run in room.casework.built_ins:
        for key, many in hardware_of(room, run, changed_rules).items():
            unit = hardware()[key].unit
            counted.setdefault(key, []).append(table(run.name[:60], float(many), unit, "counted from its parts"))
    return tuple((key, total(room.name[:60], hardware()[key].unit, each)) for key, each in counted.items())
