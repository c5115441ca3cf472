"""The sheets that the built-ins of a job are cut from: at once as they are counted, and from the fewest as searched."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

import msgspec
from msgspec.structs import replace

from narrow_cornice.casework.boards import materials, sheet_goods
from narrow_cornice.cutting.sheet_plans import CutSheet, Part, Placed, Saw, SheetKind, SheetPlan, ways
from narrow_cornice.cutting.sheets import first_plan
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


class CutBoard(msgspec.Struct, frozen=True):
    """All that is cut from one kind of sheet goods: the parts with whose they are, the sheet, the saw, the plan that is
    counted with (``found`` where somebody had it searched for), and what is larger than a sheet."""

    board: str
    names: tuple[Named, ...]
    parts: tuple[Part, ...]
    kind: SheetKind
    saw: Saw
    plan: SheetPlan
    too_large: tuple[Named, ...]
    found: bool = False

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


def to_keep(cut: CutBoard, plan: SheetPlan) -> SheetCutting:
    """Return a plan as a job keeps it."""
    return SheetCutting(
        tuple((part.length, part.width) for part in cut.parts),
        all(part.grain for part in cut.parts),
        (cut.kind.length, cut.kind.width),
        cut.saw.kerf,
        cut.saw.edge_trim,
        tuple(tuple((one.part, one.x, one.y, one.turned) for one in sheet.placed) for sheet in plan.sheets),
        min(len(plan.sheets), least_of(plan, cut.kind)),
    )


def _kept_plan(cut: CutBoard, kept: SheetCutting) -> SheetPlan | None:
    """Return the plan that was kept, None where it is for other parts, another sheet or another saw."""
    sheets = tuple(CutSheet(0, tuple(Placed(*one) for one in sheet)) for sheet in kept.sheets)
    price = len(sheets) * cut.kind.price
    plan = SheetPlan(sheets, price, kept.least * cut.kind.price, 0.0)
    return plan if to_keep(cut, plan) == kept else None


def cut_boards(job: Job) -> tuple[CutBoard, ...]:
    """Return what is cut from each kind of sheet goods of a job."""
    rooms = [(room.id, room_parts(room, job.house_rules)) for room in job.rooms if room.casework.built_ins]
    boards = dict.fromkeys(board for _, parts in rooms for board in parts)
    flat = {
        board: [one for room_id, parts in rooms if board in parts for one in (room_id, parts[board])]
        for board in boards
    }
    return tuple(_cut(board, job.house_rules, job.sheets.get(line_of(board)), *each) for board, each in flat.items())


@by_identity(times=8, each="job")
def _cut(board: str, changed_rules: dict[str, float], kept: SheetCutting | None, *rooms: object) -> CutBoard:
    """Return what is cut from one kind of sheet goods, by the plan that was found and kept where it is for these parts;
    worked out again when a part of it changes."""
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
            for _ in range(line.count):
                name = Named(str(room_id), run, line.kind, len(names) + 1, at)
                part = Part(round(line.length, 2), round(line.width, 2), grain)
                if ways(part, kind, saw):
                    names.append(name)
                    parts.append(part)
                else:
                    too_large.append(name)
    cut = CutBoard(board, tuple(names), tuple(parts), kind, saw, SheetPlan((), 0.0, 0.0, 0.0), tuple(too_large))
    plan = _kept_plan(cut, kept) if kept is not None else None
    return replace(cut, plan=plan if plan is not None else first_plan(parts, kind, saw), found=plan is not None)


def numbers_of(cuts: tuple[CutBoard, ...], room_id: str, run_id: str) -> Mapping[int, str]:
    """Return the numbers on the sheets of the parts of a run, by the line of its parts: "12" or "12–15"."""
    found: dict[int, list[int]] = {}
    for cut in cuts:
        for one in cut.names:
            if (one.room, one.built_in) == (room_id, run_id):
                found.setdefault(one.line, []).append(one.number)
    words = {line: f"{each[0]}" if len(each) == 1 else f"{each[0]}–{each[-1]}" for line, each in found.items()}
    return MappingProxyType(words)
