"""Printed sheets as PDF: paper, faces and words of every sheet, and drawings to scale.

The writer (fpdf2) costs time to import, so it is imported where it is used.
"""

from __future__ import annotations

import io
import itertools
import logging
from collections.abc import Callable, Sequence
from contextlib import nullcontext
from typing import TYPE_CHECKING

from narrow_cornice.colour.tones import channels
from narrow_cornice.drawing.lettering import fitted, settled, usual_size
from narrow_cornice.drawing.marks import (
    MM_PER_POINT,
    Area,
    Areas,
    Dimension,
    Drawing,
    Label,
    Mark,
    Pen,
    Photograph,
    Point,
    Strip,
    Stroke,
    dimension_line,
    lettered_for,
    reading_turn,
)
from narrow_cornice.exchange.going import one_by_one, tell
from narrow_cornice.exchange.paper import Paper, usual_paper
from narrow_cornice.exchange.plain_text import printable
from narrow_cornice.exchange.svg_drawing import resolved
from narrow_cornice.job.model import Job
from narrow_cornice.shipped import SHIPPED

if TYPE_CHECKING:
    from fpdf import FPDF

_JOINERS = {"\u200d", "\ufe0f", "\ufe0e"}
HAIR = 0.02  # of a line, by which its words may be longer or shorter together than one by one
SCALES = (1, 2, 2.5, 5, 10, 20, 25, 50, 75, 100, 200, 500)
_FACES = {
    "text": ("Lato", "", "Lato-Regular.ttf"),
    "bold": ("Lato", "B", "Lato-Bold.ttf"),
    "name": ("Vollkorn", "B", "Vollkorn-SemiBold.ttf"),
    "slanted": ("Vollkorn", "I", "Vollkorn-Italic.ttf"),
}


ABOVE_FOOT = 14.0  # mm from the lower edge to what stands over the foot of a sheet
LEADING = 1.32 * MM_PER_POINT  # mm from a line of wrapped words to the next, for each point of them
LONGEST = 100_000  # letters of words that are printed to their end
HEADING = 12.0  # points: larger letters of the name's face at the top of a sheet are its heading


class Sheet:
    """A PDF being written: sheets of one paper, the job's usual one where none is given, with the program's two faces,
    in mm from the upper left corner. What is drawn ``to_scale`` asks whoever prints it not to fit it to the paper."""

    def __init__(
        self, job: Job, title: str, paper: Paper | None, *, landscape: bool = False, to_scale: bool = False
    ) -> None:
        from fpdf import FPDF
        from fpdf.prefs import ViewerPreferences

        paper = paper or usual_paper(job.settings)
        # A sign that neither face has is printed as an empty box; that is harmless and no news to a person.
        logging.getLogger("fpdf").setLevel(logging.ERROR)
        logging.getLogger("fontTools").setLevel(logging.ERROR)
        self.pdf: FPDF = FPDF(
            orientation="landscape" if landscape else "portrait", unit="mm", format=(paper.wide, paper.tall)
        )
        self.pdf.set_auto_page_break(False)
        self.pdf.set_margins(0, 0, 0)
        self.pdf.c_margin = 0
        for family, style, name in _FACES.values():
            self.pdf.add_font(family, style, SHIPPED / "fonts" / name)
        # Names may be written in any script: what the program's own faces lack comes from a third one.
        self.pdf.add_font("Fallback", "", SHIPPED / "fonts" / "DejaVuSans.ttf")
        self.pdf.set_fallback_fonts(["Fallback"], exact_match=False)
        self._signs = {sign for font in self.pdf.fonts.values() for sign in getattr(font, "cmap", {})}
        self.pdf.set_text_shaping(True)
        self._widths: dict[tuple[str, float, str], float] = {}
        self.pdf.set_title(printable(title))
        self.pdf.set_creator("Narrow Cornice")
        self.pdf.set_lang("en")
        self.pdf.viewer_preferences = ViewerPreferences(
            display_doc_title=True, print_scaling="None" if to_scale else None
        )
        self._headed = ""  # the heading that the last bookmark leads to
        self._is_bare = True  # whether this sheet has no heading yet
        self.ends = self.tall - ABOVE_FOOT  # where what is printed has to end, over what is said at its foot

    @property
    def wide(self) -> float:
        """Return the width of the paper."""
        return float(self.pdf.w)

    @property
    def tall(self) -> float:
        """Return the height of the paper."""
        return float(self.pdf.h)

    def page(self) -> None:
        """Begin a new sheet of paper. Raises ``StoppedError`` where no more are wanted."""
        tell(f"sheet {int(self.pdf.page_no()) + 1}")
        self.pdf.add_page()
        self._is_bare = True
        self.ends = self.tall - ABOVE_FOOT

    def content(self) -> bytes:
        """Return the finished PDF."""
        return bytes(self.pdf.output())

    def _face(self, face: str, size: float) -> None:
        family, style, _ = _FACES[face]
        self.pdf.set_font(family, style, size)

    def clean(self, text: str, most: int = 400) -> str:
        """Return text as it can be printed: a sign that no face has becomes a box, a joiner of such signs nothing."""
        return "".join(
            sign if ord(sign) in self._signs else "" if sign in _JOINERS else "□" for sign in printable(text, most)
        )

    def width_of(self, text: str, size: float, face: str = "text") -> float:
        """Return the width of a line of text in mm."""
        key = (face, size, text)
        wide = self._widths.get(key)
        if wide is None:  # shaping the same words again and again is most of what a long list costs
            self._face(face, size)
            wide = self._widths[key] = float(self.pdf.get_string_width(self.clean(text)))
        return wide

    def fitted(self, text: str, size: float, room: float, face: str = "text") -> str:
        """Return as much of the text as fits into ``room`` mm, ending in "…" where it was cut."""
        return fitted(self.clean(text), room, lambda line: self.width_of(line, size, face))

    def box(self, x: float, y: float, wide: float, tall: float, colour: str) -> None:
        """Print a small card of a colour."""
        self.pdf.set_fill_color(*channels(colour))
        self.pdf.set_draw_color(*channels(resolved("soft")))
        self.pdf.set_line_width(0.15)
        self.pdf.rect(x, y, wide, tall, style="DF")

    def text(
        self,
        x: float,
        y: float,
        text: str,
        size: float = 9,
        *,
        face: str = "text",
        colour: str = "ink",
        anchor: str = "left",
        room: float | None = None,
        least: float | None = None,
    ) -> None:
        """Print a line with its baseline at ``y``; where letters of ``size`` have no ``room``, in smaller ones down to
        ``least``."""
        if room is not None and least is not None:
            wide = self.width_of(self.clean(text), size, face)
            size = size if wide <= room else max(least, 0.99 * size * room / wide)
        clean = self.fitted(text, size, room, face) if room is not None else self.clean(text)
        if not clean.strip():
            return
        wide = self.width_of(clean, size, face)
        self._face(face, size)
        self.pdf.set_text_color(*channels(resolved(colour)))
        left = x - {"left": 0.0, "middle": wide / 2, "right": wide}[anchor]
        tall = size * MM_PER_POINT
        if self._is_bare and face == "name" and size >= HEADING:
            self._is_bare = False
            if clean != self._headed:
                self._headed = clean
                self.pdf.start_section(clean)  # a bookmark
        self.pdf.set_xy(left, y - 0.8 * tall)  # a cell puts the baseline of its line 0.8 of the letters' size down
        self.pdf.cell(wide + 1, tall, clean)

    def lines(self, text: str, size: float, room: float, face: str = "text") -> list[str]:
        """Return text parted between words into lines of at most ``room`` mm."""
        line, about = "", 0.0
        lines: list[str] = []
        blank = self.width_of("n n", size, face) - 2 * self.width_of("n", size, face)
        for word in self.clean(text, LONGEST).split():
            # Words are measured one by one, each once: a line of them is as long but for a hair between two letters.
            wide = self.width_of(word, size, face)
            longer, sum_of = (f"{line} {word}", about + blank + wide) if line else (word, wide)
            near = abs(sum_of - room) < HAIR * room
            if line and (self.width_of(longer, size, face) if near else sum_of) > room:
                lines.append(line)
                line, about = word, wide
            else:
                line, about = longer, sum_of
        return [*lines, line]

    def wrapped(
        self,
        x: float,
        y: float,
        text: str,
        size: float,
        room: float,
        *,
        face: str = "text",
        colour: str = "ink",
        most: int = 99,
    ) -> float:
        """Print text in lines of at most ``room`` mm and return where the next line would be."""
        step = size * LEADING
        lines = self.lines(text, size, room, face)
        if len(lines) > most:
            lines = [*lines[: most - 1], lines[most - 1] + " …"]
        for one in lines:
            self.text(x, y, one, size, face=face, colour=colour, room=room)
            y += step
        return y

    def caution(self, said: Sequence[str], size: float = 7.0, room: float | None = None) -> None:
        """Print cautions over the foot of the sheet, all of them whole, and say where what else is printed ends."""
        left, step = 14.0, size * LEADING
        room = self.wide - 2 * left if room is None else room
        lines = self.lines(" ".join(said), size, room) if said else []
        begins = self.tall - ABOVE_FOOT - step * (len(lines) - 1)
        for number, one in enumerate(lines):
            self.text(left, begins + step * number, one, size, colour="soft", room=room)
        self.ends = begins - 2.0 * step if lines else self.tall - ABOVE_FOOT

    def line(self, points: tuple[Point, ...], pen: Pen, *, closed: bool = False) -> None:
        """Draw a line through points given in mm of paper."""
        self.pdf.set_draw_color(*channels(resolved(pen.colour)[:7]))
        self.pdf.set_line_width(pen.weight * MM_PER_POINT)
        if pen.dashed:
            self.pdf.set_dash_pattern(dash=1.2, gap=0.9)
        if closed:
            self.pdf.polygon(points, style="D")
        else:
            for a, b in itertools.pairwise(points):
                self.pdf.line(a[0], a[1], b[0], b[1])
        if pen.dashed:
            self.pdf.set_dash_pattern()

    def area(self, points: tuple[Point, ...], fill: str, pen: Pen | None = None) -> None:
        """Fill an outline given in mm of paper."""
        value = resolved(fill)
        self.pdf.set_fill_color(*channels(value[:7]))
        if len(value) == 9:
            with self.pdf.local_context(fill_opacity=int(value[7:9], 16) / 255):
                self.pdf.polygon(points, style="F")
        else:
            self.pdf.polygon(points, style="F")
        if pen is not None:
            self.line(points, pen, closed=True)

    def drawing(self, drawing: Drawing, at: Callable[[Point], Point], scale: float) -> None:
        """Draw every mark; ``at`` maps the drawing's mm to the paper's."""
        drawing = lettered_for(drawing, 1.0 / scale)
        for mark in settled(drawing, usual_size(scale)).marks:
            self._mark(mark, at, scale)

    def _mark(self, mark: Mark, at: Callable[[Point], Point], scale: float) -> None:
        match mark:
            case Area(points=points, fill=fill, pen=pen):
                self.area(tuple(at(point) for point in points), fill, pen)
            case Areas(outlines=outlines, fill=fill, pen=pen):
                for outline in outlines:
                    self.area(tuple(at(point) for point in outline), fill, pen)
            case Stroke(points=points, pen=pen, closed=closed):
                self.line(tuple(at(point) for point in points), pen, closed=closed)
            case Strip():
                for quad, shade in mark.bands():
                    self.area(tuple(at(point) for point in quad), shade)
            case Label():
                if mark.within is not None and self.width_of(mark.text, mark.size, mark.face) > mark.within / scale:
                    return
                x, y = at(mark.at)
                tall = mark.size * MM_PER_POINT
                if mark.patch:
                    wide = self.width_of(mark.text, mark.size, mark.face) + 0.6
                    across, down = (tall, wide) if mark.turned else (wide, tall)
                    with self.pdf.local_context(fill_opacity=0.85):
                        self.pdf.set_fill_color(*channels(resolved("paper")))
                        self.pdf.rect(x - across / 2, y - down / 2, across, down, style="F")
                if mark.turned:
                    with self.pdf.rotation(90, x, y):
                        self.text(
                            x,
                            y + tall * 0.35,
                            mark.text,
                            mark.size,
                            face=mark.face,
                            colour=mark.colour,
                            anchor=mark.anchor,
                        )
                else:
                    self.text(
                        x, y + tall * 0.35, mark.text, mark.size, face=mark.face, colour=mark.colour, anchor=mark.anchor
                    )
            case Dimension():
                self._dimension(mark, at)
            case Photograph(corner=(px, py)):
                (x0, y0), (x1, y1) = at((px, py)), at((px + mark.wide, py + mark.tall))
                with self.pdf.local_context(fill_opacity=mark.opacity, stroke_opacity=mark.opacity):
                    self.pdf.image(io.BytesIO(mark.content), x0, y0, x1 - x0, y1 - y0)

    def _dimension(self, mark: Dimension, at: Callable[[Point], Point]) -> None:
        a, b = (at(point) for point in dimension_line(mark))
        thin = Pen(mark.colour, 0.5)
        for line in ((a, b), (at(mark.start), a), (at(mark.end), b)):
            self.line(line, thin)
        self.pdf.set_fill_color(*channels(resolved(mark.colour)))
        for x, y in (a, b):
            self.pdf.circle(x, y, 0.45, style="F")
        share = 0.5 if mark.beside else mark.share
        x, y = a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share
        if mark.beside:
            right = a[0] >= at(mark.start)[0]
            self.text(
                x + (1.5 if right else -1.5),
                y + 0.9,
                mark.text,
                7.5 * mark.small,
                colour=mark.colour,
                anchor="left" if right else "right",
            )
            return
        turn = reading_turn(a, b)
        with self.pdf.rotation(-turn, x, y) if turn else nullcontext():
            self.text(x, y + 0.45 - 2.5 * mark.lift, mark.text, 7.5 * mark.small, colour=mark.colour, anchor="middle")


def fitting_scale(drawing: Drawing, wide: float, tall: float) -> float:
    """Return the largest usual scale at which the drawing fits into wide × tall mm of paper."""
    left, top, right, bottom = drawing.bounds
    needed = max((right - left) / wide, (bottom - top) / tall)
    return next((scale for scale in SCALES if scale >= needed), needed)


def drawings_pdf(drawings: Sequence[Drawing], job: Job, paper: Paper | None = None, said: Sequence[str] = ()) -> bytes:
    """Return drawings on sheets, one each, to a usual scale that is stated, with the cautions of what they show as they
    are ``said``."""
    sheet = Sheet(job, job.name, paper, landscape=True, to_scale=True)
    for drawing in drawings:
        sheet.page()
        sheet.text(14, 17, drawing.title, 18, face="name", room=sheet.wide - 28)
        margin = 14.0
        sheet.caution(said)
        room = min(sheet.ends - 30, sheet.tall - 46)
        scale = fitting_scale(drawing, sheet.wide - 2 * margin, room)
        sheet.text(
            14, 23, f"{drawing.subtitle} · 1 : {scale:g}", 9, face="slanted", colour="soft", room=sheet.wide - 28
        )
        left, top, right, bottom = drawing.bounds
        x0 = (sheet.wide - (right - left) / scale) / 2
        y0 = 28 + (room - (bottom - top) / scale) / 2

        def at(
            point: Point, left: float = left, top: float = top, scale: float = scale, x0: float = x0, y0: float = y0
        ) -> Point:
            return (x0 + (point[0] - left) / scale, y0 + (point[1] - top) / scale)

        sheet.drawing(drawing, at, scale)
        foot(sheet, job)
    return sheet.content()


def on_sheets(job: Job, title: str, drawings: Sequence[Drawing], paper: Paper | None) -> bytes:
    """Return sheets that are laid out already on paper, each made as large as the paper lets it."""
    left, top, right, bottom = drawings[0].bounds
    landscape = (bottom - top) <= right - left
    sheet = Sheet(job, title, paper, landscape=landscape)
    for drawing in one_by_one(list(drawings), "sheet"):
        sheet.page()
        x0, y0, x1, y1 = drawing.bounds
        scale = max((x1 - x0) / sheet.wide, (y1 - y0) / sheet.tall)
        dx, dy = (sheet.wide - (x1 - x0) / scale) / 2, (sheet.tall - (y1 - y0) / scale) / 2

        def at(point: Point, x0: float = x0, y0: float = y0, scale: float = scale, d: Point = (dx, dy)) -> Point:
            return (d[0] + (point[0] - x0) / scale, d[1] + (point[1] - y0) / scale)

        sheet.drawing(drawing, at, scale)
    return sheet.content()


def foot(sheet: Sheet, job: Job) -> None:
    """Print the job's name and the number of the sheet at its foot."""
    y = sheet.tall - 8
    sheet.line(((14, y - 4.5), (sheet.wide - 14, y - 4.5)), Pen("rule", 0.5))
    sheet.text(14, y, f"{job.name}, {job.place}" if job.place else job.name, 8, face="slanted", colour="soft", room=120)
    sheet.text(sheet.wide - 14, y, f"{sheet.pdf.page_no()}", 8, colour="soft", anchor="right")
