"""Parts of built-ins for the machine and the bench: a DXF each, and a label each."""

from __future__ import annotations

import io
import math
import zipfile

from narrow_cornice.casework.boards import materials, sheet_goods
from narrow_cornice.derived.built.machining import PIN, Bench, on_the_bench
from narrow_cornice.derived.built.parts import parts_of
from narrow_cornice.derived.built.sheets import cut_boards
from narrow_cornice.exchange.going import one_by_one
from narrow_cornice.exchange.paper import Paper
from narrow_cornice.exchange.pdf_sheets import Sheet
from narrow_cornice.exchange.plain_text import file_name, printable
from narrow_cornice.job.model import Job
from narrow_cornice.units.show import bare_size

COLUMNS, ROWS = 3, 8  # of labels on a sheet
EDGE = 8.0  # mm of the sheet round the labels
SMALLEST = 5.5  # points of letters that a label has no room for in larger ones


def parts_zip(job: Job) -> bytes:
    """Return every part of every built-in as DXF, those that are alike once, in a ZIP; how many there are and what
    they are cut from stands in each name."""
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as files:
        for room in one_by_one(job.rooms, "room"):
            for run in room.casework.built_ins:
                for number, part in enumerate(on_the_bench(room, run, job.house_rules), 1):
                    goods = sheet_goods()[part.board].name if part.board else "timber"
                    size = f"{part.length:.0f} x {part.width:.0f}"
                    called = f"{file_name(run.name[:40])} {number:02d} {part.kind} {size}"
                    name = f"{called} {file_name(goods)} {part.count} off"
                    files.writestr(f"{file_name(room.name[:40])}/{name}.dxf", part_dxf(part, run.name))
    return held.getvalue()


def part_dxf(part: Bench, run: str) -> bytes:
    """Return a part as DXF in mm, its length along x: its outline, what is cut out, pins, and its grain."""
    import ezdxf

    document = ezdxf.new("R2010")  # type: ignore[attr-defined]
    document.header["$INSUNITS"] = 4
    for layer, colour in (("outline", 7), ("cut out", 1), ("pins", 5), ("note", 8)):
        document.layers.add(layer, color=colour)
    space = document.modelspace()

    def box(x: float, y: float, long: float, wide: float, layer: str) -> None:
        corners = [(x, y), (x + long, y), (x + long, y + wide), (x, y + wide)]
        space.add_lwpolyline(corners, close=True, dxfattribs={"layer": layer})

    if part.curve:
        space.add_lwpolyline(_curved(part), format="xyb", close=True, dxfattribs={"layer": "outline"})
    else:
        box(0.0, 0.0, part.length, part.width, "outline")
    for hole in part.cut_outs:
        box(*hole, "cut out")
    for along, across in part.pins:
        space.add_circle((along, across), PIN / 2, dxfattribs={"layer": "pins"})
    goods = sheet_goods()[part.board] if part.board else None
    grain = ", grain along" if goods is None or materials()[goods.material].grain else ""
    of = goods.name if goods is not None else "timber"
    words = f"{part.count} x {part.kind}, {run[:60]}: {part.length:g} x {part.width:g} x {part.thickness:g}, {of}"
    note = space.add_text(printable(words + grain), height=12.0, dxfattribs={"layer": "note"})
    note.set_placement((0.0, -24.0))
    text = io.StringIO()
    document.write(text)
    return text.getvalue().encode("utf-8")


def _curved(part: Bench) -> list[tuple[float, float, float]]:
    """Return the outline of a part with an arc, as x, y and bulge (the tangent of a quarter of the arc's angle): a
    quarter of a circle about the lower left corner, or an arch cut into the lower edge."""
    if part.kind == "end shelf":
        return [(0.0, 0.0, 0.0), (part.length, 0.0, math.tan(math.pi / 8)), (0.0, part.width, 0.0)]
    bulge = -2 * part.curve / part.length
    return [(0.0, 0.0, bulge), (part.length, 0.0, 0.0), (part.length, part.width, 0.0), (0.0, part.width, 0.0)]


def labels_pdf(job: Job, paper: Paper | None = None) -> bytes:
    """Return a label for each part that is cut from a sheet: its number on the sheets, what it is and where it goes."""
    sheet = Sheet(job, f"{job.name}, labels", paper)
    wide, tall = (sheet.wide - 2 * EDGE) / COLUMNS, (sheet.tall - 2 * EDGE) / ROWS
    rooms = {room.id: room for room in job.rooms}
    at = 0
    for cut in one_by_one(cut_boards(job), "board"):
        for name in cut.names:
            room = rooms[name.room]
            run = next(one for one in room.casework.built_ins if one.id == name.built_in)
            line = parts_of(room, run, job.house_rules)[name.line]
            if at % (COLUMNS * ROWS) == 0:
                sheet.page()
            place = at % (COLUMNS * ROWS)
            x, y = EDGE + place % COLUMNS * wide, EDGE + place // COLUMNS * tall
            size = " × ".join(bare_size(mm, job.settings) for mm in (line.length, line.width, line.thickness))
            sheet.text(x + 4.0, y + 11.0, f"{name.number}", 20, face="bold", room=20)
            sheet.text(x + 22.0, y + 8.0, name.kind.capitalize(), 10, face="bold", room=wide - 26)
            sheet.text(x + 22.0, y + 13.0, size, 9, room=wide - 25, least=SMALLEST)
            sheet.text(x + 4.0, y + 19.0, f"{run.name}, {room.name}", 8, room=wide - 8, least=SMALLEST)
            edges = f" · {bare_size(line.edges, job.settings)} of edge seen" if line.edges else ""
            sheet.text(x + 4.0, y + 24.0, f"{cut.kind.name}{edges}", 7.5, colour="soft", room=wide - 8, least=SMALLEST)
            at += 1
    if not at:
        sheet.page()
        sheet.text(EDGE, 20.0, "Nothing is cut from sheets yet.", 10, room=150)
    return sheet.content()
