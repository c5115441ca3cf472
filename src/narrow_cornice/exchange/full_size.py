"""A profile at full size, for whoever grinds the knife: SVG and DXF in millimetres, PDF in tiles with marks.

The outline is closed by the wall. In DXF arcs are arcs (bulges of one closed polyline); conic arcs become chords that
leave them by less than a hundredth of a millimetre.
"""

from __future__ import annotations

import io
import math
from collections.abc import Callable, Sequence
from functools import partial
from html import escape

from narrow_cornice.drawing.marks import Pen, Point
from narrow_cornice.exchange.cautions import TRIM_WORK, cautions, in_short
from narrow_cornice.exchange.paper import Paper
from narrow_cornice.exchange.pdf_sheets import Sheet, foot
from narrow_cornice.exchange.plain_text import printable
from narrow_cornice.job.model import Job
from narrow_cornice.trim.outline import Arc, Outline
from narrow_cornice.trim.profiles import Profile

FINE = math.radians(0.6)  # of turn between the chords of a conic
MARGIN, OVERLAP = 10.0, 10.0  # mm of paper round a tile, and what neighbouring tiles share


def outline_with_bulges(outline: Outline) -> list[tuple[float, float, float]]:
    """Return a closed outline as (z, y, bulge): the bulge is the tangent of a quarter of the arc that begins there."""
    start = outline.segments[0].start
    corners: list[tuple[float, float, float]] = [(0.0, start[1], 0.0)] if start[0] > 1e-6 else []
    for segment in outline.segments:
        if isinstance(segment, Arc):
            corners.append((*segment.start, math.tan(segment.sweep / 4)))
            continue
        points = [segment.start, *segment.points(FINE)[:-1]]
        corners += [(z, y, 0.0) for z, y in points]
    end = outline.segments[-1].end
    corners.append((*end, 0.0))
    if end[0] > 1e-6:  # along the ceiling back to the wall
        corners.append((0.0, end[1], 0.0))
    # A level start at the wall and a corner that came twice are one.
    return [one for n, one in enumerate(corners) if n == 0 or math.dist(one[:2], corners[n - 1][:2]) > 1e-9]


def profile_dxf(profile: Profile, name: str) -> bytes:
    """Return the profile as one closed polyline in a DXF whose unit is the millimetre."""
    import ezdxf

    document = ezdxf.new("R2010")  # type: ignore[attr-defined]
    document.header["$INSUNITS"] = 4
    document.layers.add("profile", color=7)
    document.layers.add("note", color=8)
    space = document.modelspace()
    space.add_lwpolyline(
        outline_with_bulges(profile.outline), format="xyb", close=True, dxfattribs={"layer": "profile"}
    )
    words = printable(f"{name}, full size, mm")
    space.add_text(words, height=4.0, dxfattribs={"layer": "note"}).set_placement((0.0, -10.0))
    held = io.StringIO()
    document.write(held)
    return held.getvalue().encode("utf-8")


def profile_svg(profile: Profile, name: str) -> bytes:
    """Return the profile as SVG that prints at full size."""
    points = _closed(profile)
    wide, tall = max(z for z, _ in points), profile.height
    path = " ".join(f"{'L' if n else 'M'}{z:.4f} {tall - y:.4f}" for n, (z, y) in enumerate(points)) + " Z"
    size = f"width='{wide + 10:.3f}mm' height='{tall + 16:.3f}mm' viewBox='-5 -5 {wide + 10:.3f} {tall + 16:.3f}'"
    title = escape(printable(name))
    text = (
        f"<svg xmlns='http://www.w3.org/2000/svg' {size}><title>{title}</title>"
        f"<path d='{path}' fill='none' stroke='#2a2724' stroke-width='0.2'/>"
        f"<text x='0' y='{tall + 7:.3f}' font-size='4' font-family='sans-serif'>{title}, full size</text></svg>\n"
    )
    return text.encode("utf-8")


def _closed(profile: Profile) -> list[Point]:
    points = profile.outline.polyline(FINE)
    if points[0][0] > 1e-6:
        points.insert(0, (0.0, points[0][1]))
    return [*points, (0.0, profile.height)] if points[-1][0] > 1e-6 else points


def profile_pdf(job: Job, profile: Profile, name: str, paper: Paper | None = None) -> bytes:
    """Return the profile at full size, in tiles with crosses to lay them over one another by."""
    sheet = Sheet(job, f"{name}, full size", paper, to_scale=True)
    points = _closed(profile)
    wide, tall = max(z for z, _ in points), profile.height

    def draw(left: float, top: float) -> None:
        sheet.line(tuple((left + z, top + tall - y) for z, y in points), Pen("ink", 0.6), closed=True)

    in_tiles(sheet, job, name, (wide, tall), cautions(*TRIM_WORK), draw)
    return sheet.content()


def tiles_for(sheet: Sheet, wide: float, tall: float) -> tuple[int, int]:
    """Return how many tiles of a paper a drawing at full size takes across and down."""
    room = _room(sheet)
    return max(1, math.ceil(wide / room[0])), max(1, math.ceil(tall / room[1]))


def _room(sheet: Sheet) -> tuple[float, float]:
    return sheet.wide - 2 * MARGIN - OVERLAP, sheet.tall - 2 * MARGIN - 30.0 - OVERLAP


# Many parameters: the paper, and what is drawn on it.
def in_tiles(
    sheet: Sheet,
    job: Job,
    name: str,
    size: tuple[float, float],
    said: Sequence[str],
    draw: Callable[[float, float], None],
) -> None:
    """Draw something of a size in mm at full size over as many pages as it takes; ``draw`` is given where on the paper
    its upper left corner lies. Neighbouring tiles share a strip with crosses to lay them over one another by."""
    room = _room(sheet)
    across, down = tiles_for(sheet, *size)
    for row in range(down):
        for column in range(across):
            sheet.page()
            words = f", tile {_row_name(row)}{column + 1} of {_row_name(down - 1)}{across}" if across * down > 1 else ""
            sheet.text(MARGIN, 14, f"{name}{words}", 12, face="name", room=sheet.wide - 2 * MARGIN)
            sheet.text(MARGIN, 19, "Full size: print without scaling, and measure the 50 mm line.", 8, colour="soft")
            _tile(sheet, room, partial(draw, MARGIN - column * room[0], 26.0 - row * room[1]))
            base = sheet.tall - 18.0
            sheet.line(((sheet.wide - 60, base), (sheet.wide - 10, base)), Pen("ink", 0.8))
            sheet.text(sheet.wide - 35, base - 1.5, "50 mm", 7, anchor="middle")
            whole = len(sheet.lines(" ".join(said), 6.5, sheet.wide - 85)) <= 3
            sheet.caution(said if whole else (in_short(said),), 6.5, sheet.wide - 85)
            foot(sheet, job)


def _row_name(row: int) -> str:
    """Return the letters of a row of tiles: A to Z, then AA."""
    return chr(65 + row) if row < 26 else chr(64 + row // 26) + chr(65 + row % 26)


def _tile(sheet: Sheet, room: tuple[float, float], draw: Callable[[], None]) -> None:
    """Draw what lies on a tile, and a cross in each corner of what it shares with its neighbours."""
    right, low = MARGIN + room[0] + OVERLAP, 26.0 + room[1] + OVERLAP
    with sheet.pdf.rect_clip(MARGIN, 26.0, right - MARGIN, low - 26.0):
        draw()
    for x in (MARGIN, MARGIN + room[0]):
        for y in (26.0, 26.0 + room[1]):
            cx, cy = x + OVERLAP / 2, y + OVERLAP / 2
            sheet.line(((cx - 3, cy), (cx + 3, cy)), Pen("soft", 0.3))
            sheet.line(((cx, cy - 3), (cx, cy + 3)), Pen("soft", 0.3))
