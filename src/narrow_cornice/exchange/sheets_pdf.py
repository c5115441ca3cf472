"""Built-ins on paper: every sheet as it is cut, in the order of the saw, and the list of parts with their numbers."""

from __future__ import annotations

from collections.abc import Mapping
from functools import partial

from narrow_cornice.casework.hardware import hardware
from narrow_cornice.derived.built.parts import hardware_of, parts_of
from narrow_cornice.derived.built.risks import risks_of
from narrow_cornice.derived.built.sheets import cut_boards, numbers_of
from narrow_cornice.drawing.cutting import sheet_to_saw
from narrow_cornice.drawing.marks import Pen, Point
from narrow_cornice.exchange.cautions import cautions
from narrow_cornice.exchange.going import one_by_one
from narrow_cornice.exchange.paper import Paper
from narrow_cornice.exchange.pdf_sheets import Sheet, foot
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.model import Job, Room
from narrow_cornice.units.show import bare_size, show_measure, show_quantity
from narrow_cornice.units.told import said_in

LEFT, TOP, ROW = 14.0, 32.0, 5.6
BETWEEN = 16.0  # mm of paper between two sheets
HOW = (
    "Grain runs from left to right. Dashed lines are cuts from edge to edge of the piece, in the order of their "
    "numbers; the trim of the edges comes before. Parts carry the numbers of the list of parts."
)


def sheets_pdf(job: Job, paper: Paper | None = None) -> bytes:
    """Return every sheet that is cut, two on a page, and the parts of every built-in."""
    page = Sheet(job, f"{job.name}: sheets", paper)
    cuts = [cut for cut in cut_boards(job) if cut.plan.sheets]
    if not cuts:
        _begin(page, job, "Sheets", "Nothing is cut from sheets yet.")
        return page.content()
    drawn = [(cut, number) for cut in cuts for number in range(len(cut.plan.sheets))]
    y = 0.0
    for place, (cut, number) in enumerate(one_by_one(drawn, "sheet")):
        scale = (page.wide - 2 * LEFT) / cut.kind.length
        tall = cut.kind.width * scale
        if place == 0 or y + tall > page.ends:
            y = _begin(page, job, "Sheets", HOW)
        said = f"{cut.kind.name}, sheet {number + 1} of {len(cut.plan.sheets)}"
        page.text(LEFT, y, said, 10, face="bold")
        at = partial(_on_paper, top=y + 3.0, scale=scale)
        page.drawing(sheet_to_saw(job, cut, cut.plan.sheets[number], 1.0 / scale), at, 1.0 / scale)
        y += tall + BETWEEN
    _parts(page, job)
    return page.content()


def _on_paper(point: Point, top: float, scale: float) -> Point:
    return (LEFT + point[0] * scale, top + point[1] * scale)


def _begin(page: Sheet, job: Job, title: str, words: str) -> float:
    page.page()
    room = page.wide - 2 * LEFT
    page.text(LEFT, 16, f"{job.name}: {title}", 16, face="name", room=room)
    y = page.wrapped(LEFT, 22, words, 8, room, colour="soft")
    called_for = dict.fromkeys(name for room in job.rooms for name in risks_of(room, job.house_rules))
    page.caution(cautions("dust", *(called_for or {"tipping": None}), "ladders"))
    foot(page, job)
    return max(TOP, y + 5.0)


def _parts(page: Sheet, job: Job) -> None:
    """Print the parts of every built-in with their numbers, and its hardware."""
    columns = (
        ("No.", 0.0),
        ("Part", 18.0),
        ("How many", 70.0),
        ("Length", 92.0),
        ("Width", 112.0),
        ("Cut from", 118.0),
        ("Grain", 148.0),
        ("Edges", 160.0),
    )
    cuts = cut_boards(job)
    names = {cut.board: cut.kind.name for cut in cuts}
    y = _begin(
        page, job, "Parts", "Sizes as they are cut, length along the grain; edge band of 2 mm or more comes off them."
    )
    for room, run in [(one, run) for one in job.rooms for run in one.casework.built_ins]:
        y = _room_for(page, job, y, 5 * ROW)
        page.text(LEFT, y, f"{run.name}, {room.name}", 12, face="name", room=150)
        y += 4.0
        for words, x in columns:
            right = words in ("How many", "Length", "Width")
            page.text(LEFT + x, y, words, 7.5, colour="soft", anchor="right" if right else "left")
        for cells in _rows(job, room, run, numbers_of(cuts, room.id, run.id), names):
            y = _room_for(page, job, y + ROW, ROW)
            page.line(((LEFT, y - 4.0), (page.wide - LEFT, y - 4.0)), Pen("rule", 0.3))
            for text, (words, x) in zip(cells, columns, strict=True):
                right = words in ("How many", "Length", "Width")
                wide = 28.0 if words == "Cut from" else 60.0
                page.text(LEFT + x, y, text, 8.5, anchor="right" if right else "left", room=wide)
        y += 10.0


def _rows(
    job: Job, room: Room, run: BuiltIn, numbers: Mapping[int, str], names: dict[str, str]
) -> list[tuple[str, ...]]:
    rows: list[tuple[str, ...]] = []
    for line, part in enumerate(parts_of(room, run, job.house_rules)):
        sizes = (bare_size(part.length, job.settings), bare_size(part.width, job.settings))
        rows.append(
            (
                numbers.get(line, ""),
                said_in(part.kind, job.settings),
                f"{part.count}",
                *sizes,
                names.get(part.board, "tube" if part.kind == "rail" else "timber"),
                part.grain_runs,
                part.edges_seen,
            )
        )
    for key, many in hardware_of(room, run, job.house_rules).items():
        unit = hardware()[key].unit
        amount = show_measure(many) if unit == "pieces" else show_quantity(many, unit, job.settings)
        rows.append(("", hardware()[key].name, amount, *[""] * 5))
    return rows


def _room_for(page: Sheet, job: Job, y: float, tall: float) -> float:
    """Return where to go on: on the next page where this one is full."""
    return y if y + tall < page.ends else _begin(page, job, "Parts, continued", "")
