"""The sheets that the built-ins of a job are cut from: at once as they are counted, and from the fewest as searched."""

from __future__ import annotations

import math
from collections.abc import Mapping
from types import MappingProxyType

import msgspec
from msgspec.structs import replace

from narrow_cornice.casework.boards import materials, sheet_goods
from narrow_cornice.cutting.sheet_plans import CutSheet, Part, Placed, Saw, SheetKind, SheetPlan, usable, ways
from narrow_cornice.cutting.sheets import first_plan, on_left_overs
from narrow_cornice.derived.built.parts import PartLine, parts_of
from narrow_cornice.job.bought import SheetCutting
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity


class Named(msgspec.Struct, frozen=True):
    """A part that is cut: its room, its run, what it is, its number on the sheets, and which line of the parts of its
    run it is one of."""

    room: str
    built_in: str
    kind: str
    number: int
    line: int


def least_of(plan: SheetPlan, kind: SheetKind) -> int:
    """Return how many sheets of one kind a plan's bound comes to."""
    return round(plan.bound / kind.price) if kind.price else 0


class Wanted(msgspec.Struct, frozen=True):
    """What is to be cut from one kind of sheet goods: the parts, the sheets it can be cut from (new ones first, then
    each that is there already), and the saw."""

    parts: tuple[Part, ...]
    kinds: tuple[SheetKind, ...]
    saw: Saw


class CutBoard(msgspec.Struct, frozen=True):
    """All that is cut from one kind of sheet goods: the parts with whose they are, the sheet, the saw, the plan that is
    counted with (``found`` where somebody had it searched for), and what is larger than a sheet. What is cut from one
    that is there already is such a value of its own, ``owned``; the first says what is ``wanted`` of all together."""

    board: str
    names: tuple[Named, ...]
    parts: tuple[Part, ...]
    kind: SheetKind
    saw: Saw
    plan: SheetPlan
    too_large: tuple[Named, ...]
    found: bool = False
    owned: bool = False
    wanted: Wanted | None = None

    @property
    def least(self) -> int:
        """Return how many sheets are proven to be the least."""
        return least_of(self.plan, self.kind)


def room_parts(room: Room, changed_rules: dict[str, float]) -> Mapping[str, tuple[tuple[str, int, PartLine], ...]]:
    """Return by sheet goods what the built-ins of a room are made of: the run's identity, and parts that are alike with
    their place among its parts. An edit that leaves them as they were gives the same again."""
    runs = room.casework.built_ins
    flat = [one for run in runs for one in (run.id, parts_of(room, run, changed_rules))]
    return _by_board(*flat)


@by_identity(times=1, each="room")
def _by_board(*flat: str | tuple[PartLine, ...]) -> Mapping[str, tuple[tuple[str, int, PartLine], ...]]:
    made: dict[str, list[tuple[str, int, PartLine]]] = {}
    for run_id, lines in zip(flat[::2], flat[1::2], strict=True):
        for number, line in enumerate(lines):
            assert isinstance(line, PartLine)
            if line.board:
                made.setdefault(line.board, []).append((str(run_id), number, line))
    return MappingProxyType({board: tuple(lines) for board, lines in made.items()})


def line_of(board: str) -> str:
    """Return the key of the line to buy of a kind of sheet goods."""
    return f"board:{board}"


def to_keep(wanted: Wanted, plan: SheetPlan) -> SheetCutting:
    """Return a plan as a job keeps it."""
    kind, *left = wanted.kinds
    new = sum(sheet.kind == 0 for sheet in plan.sheets)
    return SheetCutting(
        tuple((part.length, part.width) for part in wanted.parts),
        all(part.grain for part in wanted.parts),
        (kind.length, kind.width),
        wanted.saw.kerf,
        wanted.saw.edge_trim,
        tuple(tuple((one.part, one.x, one.y, one.turned) for one in sheet.placed) for sheet in plan.sheets),
        min(new, least_of(plan, kind)),
        tuple((one.length, one.width) for one in left),
        tuple(sheet.kind for sheet in plan.sheets) if left else (),
    )


def _kept_plan(wanted: Wanted, kept: SheetCutting) -> SheetPlan | None:
    """Return the plan that was kept, None where it is for other parts, other sheets or another saw."""
    of = kept.of or (0,) * len(kept.sheets)
    sheets = tuple(
        CutSheet(kind, tuple(Placed(*one) for one in sheet)) for kind, sheet in zip(of, kept.sheets, strict=True)
    )
    price = sum(kind == 0 for kind in of) * wanted.kinds[0].price
    plan = SheetPlan(sheets, price, kept.least * wanted.kinds[0].price, 0.0)
    return plan if to_keep(wanted, plan) == kept else None


def cut_boards(job: Job) -> tuple[CutBoard, ...]:
    """Return what is cut from each kind of sheet goods of a job."""
    rooms = [(room.id, room_parts(room, job.house_rules)) for room in job.rooms if room.casework.built_ins]
    boards = dict.fromkeys(board for _, parts in rooms for board in parts)
    flat = {
        board: [one for room_id, parts in rooms if board in parts for one in (room_id, parts[board])]
        for board in boards
    }
    made = [
        _cut(board, job.house_rules, job.sheets.get(line_of(board)), job.left_sheets.get(line_of(board), ()), *each)
        for board, each in flat.items()
    ]
    return tuple(cut for cuts in made for cut in cuts)


@by_identity(times=8, each="job")
def _cut(
    board: str,
    changed_rules: dict[str, float],
    kept: SheetCutting | None,
    left_sheets: tuple[tuple[float, float], ...],
    *rooms: object,
) -> tuple[CutBoard, ...]:
    """Return what is cut from one kind of sheet goods, by the plan that was found and kept where it is for these parts,
    and then what is cut from each sheet that is there already; worked out again when a part of it changes."""
    rules, goods = house_rules_of(changed_rules), sheet_goods()[board]
    kind = SheetKind(goods.name, goods.length, goods.width, goods.price)
    saw = Saw(rules.value("kerf"), rules.value("sheet_trim"))
    grain = materials()[goods.material].grain
    names: list[Named] = []
    parts: list[Part] = []
    too_large: list[Named] = []
    for room_id, lines in zip(rooms[::2], rooms[1::2], strict=True):
        assert isinstance(lines, tuple)
        for run, at, line in lines:
            part = Part(round(line.length, 2), round(line.width, 2), grain)
            fits = bool(ways(part, kind, saw))
            for _ in range(line.count):
                name = Named(str(room_id), run, line.kind, len(names) + 1, at)
                if fits:
                    names.append(name)
                    parts.append(part)
                else:
                    too_large.append(name)
    left = tuple(SheetKind(f"{kind.name}, left-over", long, wide, 0.0, 1) for long, wide in left_sheets)
    wanted = Wanted(tuple(parts), (kind, *left), saw)
    found = _kept_plan(wanted, kept) if kept is not None else None
    main, *owned = _by_sheet(board, names, wanted, found or _at_once(wanted))
    return (replace(main, too_large=tuple(too_large), found=found is not None, wanted=wanted), *owned)


def _at_once(wanted: Wanted) -> SheetPlan:
    """Return a good plan: sheets that are there are filled first, the smallest first, and what is left is cut from new
    ones."""
    kind, *left = wanted.kinds
    if not left:
        return first_plan(wanted.parts, kind, wanted.saw)
    own = [
        CutSheet(number, sheet.placed)
        for number, sheet in enumerate(on_left_overs(wanted.parts, left, wanted.saw), 1)
        if sheet is not None
    ]
    taken = {one.part for sheet in own for one in sheet.placed}
    rest = [at for at in range(len(wanted.parts)) if at not in taken]
    new = first_plan([wanted.parts[at] for at in rest], kind, wanted.saw)
    sheets = [CutSheet(0, tuple(replace(one, part=rest[one.part]) for one in sheet.placed)) for sheet in new.sheets]
    # What is proven of the rest is not of the whole: other parts might be on the left-overs. Only areas are sure.
    area = sum(part.length * part.width for part in wanted.parts) - sum(one.length * one.width for one in left)
    least = max(0, math.ceil(area / math.prod(usable(kind, wanted.saw)) - 1e-9))
    return SheetPlan((*sheets, *own), new.price, least * kind.price, 0.0)


def _by_sheet(board: str, names: list[Named], wanted: Wanted, plan: SheetPlan) -> list[CutBoard]:
    """Return what is cut from new sheets, and then what from each that is there already, by a plan for all."""
    made = []
    for number, kind in enumerate(wanted.kinds):
        sheets = [sheet for sheet in plan.sheets if sheet.kind == number]
        if number and not sheets:
            continue
        mine = sorted(one.part for sheet in sheets for one in sheet.placed)
        at = {part: place for place, part in enumerate(mine)}
        placed = tuple(CutSheet(0, tuple(replace(one, part=at[one.part]) for one in sheet.placed)) for sheet in sheets)
        own = SheetPlan(placed, 0.0 if number else plan.price, 0.0 if number else plan.bound, 0.0)
        parts = tuple(wanted.parts[part] for part in mine)
        cut = CutBoard(board, tuple(names[part] for part in mine), parts, kind, wanted.saw, own, (), owned=number > 0)
        made.append(cut)
    return made


def numbers_of(cuts: tuple[CutBoard, ...], room_id: str, run_id: str) -> Mapping[int, str]:
    """Return the numbers on the sheets of the parts of a run, by the line of its parts: "12" or "12–15"."""
    found: dict[int, list[int]] = {}
    for cut in cuts:
        for one in cut.names:
            if (one.room, one.built_in) == (room_id, run_id):
                found.setdefault(one.line, []).append(one.number)
    return MappingProxyType({line: ranges(sorted(each)) for line, each in found.items()})


def ranges(numbers: list[int]) -> str:
    """Return numbers with those that follow one another as from–to."""
    parts: list[list[int]] = []
    for number in numbers:
        if parts and number == parts[-1][-1] + 1:
            parts[-1].append(number)
        else:
            parts.append([number])
    return ", ".join(f"{part[0]}" if len(part) == 1 else f"{part[0]}–{part[-1]}" for part in parts)
