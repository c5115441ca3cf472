"""Lists as CSV (RFC 4180, UTF-8 with a mark so that spreadsheets read it as such)."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterable, Iterator, Sequence

from narrow_cornice.casework.boards import sheet_goods
from narrow_cornice.casework.hardware import hardware
from narrow_cornice.derived.bought.lines import LineToBuy
from narrow_cornice.derived.bought.purchases import NOTHING, tick_state, told_of
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.derived.built.parts import hardware_of, parts_of
from narrow_cornice.derived.built.sheets import cut_boards, numbers_of
from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.coated.coverings import room_coverings
from narrow_cornice.derived.coated.painting_hours import painting_hours
from narrow_cornice.derived.coated.painting_order import turns
from narrow_cornice.exchange.going import one_by_one
from narrow_cornice.exchange.plain_text import cell, decimals_are_commas
from narrow_cornice.exchange.working_out import work_out
from narrow_cornice.finishes.systems import preparations
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.units.told import said_in

LEFT_OUT = "not in this list"  # the kind of a row that says what is left out, and why
MARK = "\ufeff"
DECIMAL = re.compile(r"\d+\.\d+")  # a size that is shown, in a cell of its own
NO_SIZE = ((0.0, 0, 0.0),)  # of a line of which nothing is bought: what is left over serves


def written(header: Sequence[str], rows: Iterable[Sequence[object]]) -> str:
    """Return a list as CSV: cells that a spreadsheet would take for a formula are marked as text, short rows filled.

    Numbers have a decimal point and cells are parted by commas; inside ``plain_text.decimal_commas`` they have a comma,
    and cells are parted by semicolons.
    """
    commas = decimals_are_commas()
    held = io.StringIO()
    writer = csv.writer(held, delimiter=";" if commas else ",")
    writer.writerow(header)
    for row in rows:
        row = [*row, *[""] * (len(header) - len(row))]
        writer.writerow([_cell(one, commas) for one in row])
    return MARK + held.getvalue()


def _cell(value: object, commas: bool) -> object:
    if commas and (isinstance(value, float) or (isinstance(value, str) and DECIMAL.fullmatch(value))):
        return str(value).replace(".", ",")
    return cell(value) if isinstance(value, str) else value


TICKED = {"": "", "part": "in part", "bought": "bought", "changed": "bought, changed since"}


def unit_of(line: LineToBuy) -> str:
    """Return the unit in which amounts of a line are listed: metres of what is measured in mm."""
    return "m" if line.measure == "mm" else line.measure


def amount_of(line: LineToBuy, value: float) -> float:
    """Return an amount of a line in the unit in which it is listed."""
    amount = round(value / 1000 if line.measure == "mm" else value, 3)
    return int(amount) if amount == int(amount) else amount


def shares_of(job: Job, room_id: str) -> Iterator[list[str | float]]:
    """Return a room's share of every line to buy: room, shop, kind, name, share, unit, share of the price."""
    everything = to_buy(job)
    for line in everything.lines:
        for one, name, amount in line.shares:
            if one == room_id:
                share, price = amount_of(line, amount.rounded(job.settings)), round(line.share_of_price(room_id), 2)
                yield [
                    name,
                    everything.shop_of(line),
                    line.kind,
                    line.name_in(job.settings),
                    share,
                    unit_of(line),
                    price,
                ]


def to_buy_by_shop(job: Job) -> str:
    """Return the list to buy with one row for each size of each line, shop by shop; trim in metres."""
    rows: list[list[object]] = []
    work_out(job)
    everything = to_buy(job)
    for shop, lines in everything.shops():
        for line in lines:
            needed: object = amount_of(line, line.needed.rounded(job.settings))
            left: object = amount_of(line, line.left_over(job.settings))
            for size, count, price in line.buy or NO_SIZE:
                rows.append(
                    [
                        shop,
                        line.kind,
                        line.name_in(job.settings),
                        needed,
                        unit_of(line),
                        count,
                        amount_of(line, size),
                        round(price, 2),
                        left,
                        TICKED[tick_state(job, line)],
                        line.why_in(job.settings),
                        line.phase,
                        dict(job.purchases.get(line.key, NOTHING).got).get(size, ""),
                        job.purchases.get(line.key, NOTHING).instead,
                        " ".join(told_of(job, line)),
                    ]
                )
                needed = left = ""  # once a line: whoever adds up the column adds it once
    rows += [["", LEFT_OUT, words] for words in everything.left_out]
    return written(
        [
            "shop",
            "kind",
            "name",
            "needed",
            "unit",
            "count",
            "size",
            "price",
            "left over",
            "ticked",
            "why",
            "phase",
            "got",
            "instead",
            "told",
        ],
        rows,
    )


def to_buy_by_room(job: Job) -> str:
    """Return the list to buy with one row for each room's share of each line."""
    rows: list[Sequence[object]] = []
    work_out(job)
    for room in job.rooms:
        rows += shares_of(job, room.id)
    rows += [["", "", LEFT_OUT, words] for words in to_buy(job).left_out]
    return written(["room", "shop", "kind", "name", "share", "unit", "share of price"], rows)


SCHEDULE = (
    "room", "surface", "kind", "gross", "openings", "covered", "net", "paint", "colour", "coats", "litres", "state",
    "primer", "primer litres", "painted in turn", "hours", "of", "system", "before paint", "sealer", "sealer litres",
    "covering",
)  # fmt: skip


AREAS = ("gross", "openings", "covered", "net")  # in m²


def schedule_rows(job: Job) -> Iterator[list[str | float]]:
    """Return what stands under the headings of the schedule for every surface; areas in m², "" where there is none."""
    turn = turns(house_rules_of(job.house_rules))
    for room in one_by_one(job.rooms, "room"):
        hours = painting_hours(room, job.house_rules, job.paints, job.colours)
        covered = room_coverings(room, job.house_rules, job.paints, job.colours, job.coverings)
        for one in coated_surfaces(room, job.house_rules, job.paints, job.colours):
            surface = one.surface
            works = ", ".join(preparations()[key].words for key in one.works) if one.paint is not None else ""
            yield [
                room.name,
                surface.name,
                surface.kind,
                *(round(figure.value, 4) for figure in (surface.gross, surface.openings, surface.covered, surface.net)),
                one.paint.name if one.paint else "",
                one.colour.name if one.colour else "",
                one.coats.value if one.coats else "",
                round(one.litres.value, 4) if one.litres else "",
                one.state,
                one.primer.name if one.primer else "",
                round(one.primer_litres.value, 4) if one.primer_litres else "",
                turn[surface.kind],
                round(hours[surface.key].value, 2) if surface.key in hours else "",
                one.substrate,
                one.system.name if one.system else "",
                works,
                one.seal.name if one.seal else "",
                round(one.seal_litres.value, 4) if one.seal_litres else "",
                covered[surface.key].covering.name if surface.key in covered else "as it is" if one.left else "",
            ]


def surfaces_list(job: Job) -> str:
    """Return every surface with its areas in m², what goes on it and how much."""
    return written([f"{one} m²" if one in AREAS else one for one in SCHEDULE], schedule_rows(job))


def parts_list(job: Job) -> str:
    """Return every part of every built-in with the size it is cut to in mm, length along the grain."""
    rows: list[list[object]] = []
    cuts = cut_boards(job)
    for room in one_by_one(job.rooms, "room"):
        for run in room.casework.built_ins:
            if fault := built_in_of(room, run, job.house_rules).fault:
                rows.append([room.name, run.name, LEFT_OUT, said_in(fault, job.settings)])
            numbers = numbers_of(cuts, room.id, run.id)
            for line, part in enumerate(parts_of(room, run, job.house_rules)):
                board = sheet_goods()[part.board].name if part.board else "tube" if part.kind == "rail" else "timber"
                sizes = [round(size, 2) for size in (part.length, part.width, part.thickness)]
                weight, edges = round(part.weight, 3), round(part.edges, 1)
                seen = (part.grain_runs, part.edges_seen)
                what = (room.name, run.name, part.kind, numbers.get(line, ""), part.count)
                rows.append([*what, *sizes, board, edges, weight, *seen])
            for key, many in hardware_of(room, run, job.house_rules).items():
                rows.append([room.name, run.name, hardware()[key].name, "", many])
    header = ["room", "built-in", "part", "numbers", "count"]
    sizes_of = ["length mm", "width mm", "thickness mm", "cut from", "edges seen mm", "weight of one kg"]
    return written([*header, *sizes_of, "grain", "edges"], rows)
