"""Handing out: what is asked, where it goes, and the writing of it aside; what every drawing can be handed out as."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from pathlib import Path

from PyQt6.QtWidgets import QWidget

from narrow_cornice.desk.asking_files import ask_folder, ask_save, may_write_over, usual_folder
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.paper import PAPERS, Paper, usual_paper
from narrow_cornice.exchange.plain_text import decimal_commas, file_name
from narrow_cornice.job.file import write_whole
from narrow_cornice.units.words import several

DECIMAL_COMMAS = "decimal commas"  # what the choice is kept under


class HandingOut:
    """Asks where something goes and writes it aside; the window is told how far it is and how it went.

    ``parent`` is what its dialogs belong to; ``drawn`` returns the drawing that is looked at, None where there is none,
    and ``cautions`` what the work that is looked at calls for.
    """

    def __init__(
        self,
        session: Session,
        theme: Theme,
        parent: QWidget,
        drawn: Callable[[], Drawing | None],
        cautions: Callable[[], tuple[str, ...]] = lambda: (),
    ) -> None:
        self.session = session
        self.theme = theme
        self.parent = parent
        self._drawn = drawn
        self.cautions = cautions

    @property
    def decimal_commas(self) -> bool:
        """Whether this person's tables have decimal commas, their cells parted by semicolons."""
        return bool(self.session.settings.value(DECIMAL_COMMAS, False, type=bool))

    def write(self, path: Path, content: Callable[[], bytes]) -> None:
        """Make the content and write it whole, aside."""

        commas = self.decimal_commas

        def work() -> str:
            with decimal_commas(wanted=commas):
                return write_whole(path, content()) or f"Written: {path.name}"

        self.session.errands.run(
            f"Writing {path.name}",
            work,
            self.session.told.emit,
            self.session.refused.emit,
        )

    def tell(self, error: CorniceError | str) -> None:
        """Tell why something cannot be handed out."""
        self.session.refused.emit(error)

    def ask(self, title: str, name: str, suffix: str) -> Path | None:
        """Ask for a file to write to, proposing a name. Returns None where none was chosen."""
        proposal = usual_folder(self.session.settings, self.session.path) / f"{file_name(name)}.{suffix}"
        return ask_save(self.parent, self.session.settings, title, proposal, f"{suffix.upper()} (*.{suffix})")

    def ask_folder(self, title: str, names: Sequence[str]) -> Path | None:
        """Ask for a folder to write files of these names into. Returns None where none was chosen, or where some of
        them are there and are not to be written over."""
        folder = ask_folder(
            self.parent, self.session.settings, title, usual_folder(self.session.settings, self.session.path)
        )
        if folder is None or not may_write_over(self.parent, [folder / name for name in names]):
            return None
        return folder

    def _drawing_to(self, doing: str) -> Drawing | None:
        """Return the drawing that is looked at; where there is none, that is told."""
        drawing = self._drawn()
        if drawing is not None and drawing.marks:
            return drawing
        self.tell(f"There is no drawing to {doing} yet.")
        return None

    def print_sheets(self, title: str, name: str, sheets: Callable[[Paper], bytes], begins_on: str = "") -> None:
        """Show sheets as they will come out, and print them or write them as PDF; ``name`` is proposed for the file,
        and the paper ``begins_on`` by its name where they were laid out for one."""
        from narrow_cornice.desk.printing import (  # printers and pages are loaded by whoever prints
            PrintDialog,
            print_on,
        )

        settings = self.session.settings
        names = {paper.name: paper for paper in PAPERS}
        usual = usual_paper(self.session.job.settings)
        key = f"paper {self.session.job.settings.unit}"
        kept = settings.value(key, usual.name, type=str)
        paper = names.get(begins_on) or names.get(kept, usual)
        how = self.session.job.settings
        dialog = PrintDialog(self.theme, self.parent, title, sheets, paper, [one.words(how) for one in PAPERS])

        def write(content: bytes) -> None:
            path = self.ask(title, name, "pdf")
            if path is not None:
                dialog.accept()
                self.write(path, lambda: content)

        def send(printer: str, copies: int, content: bytes) -> None:
            dialog.accept()
            self.session.errands.run(
                f"Printing on {printer}",
                lambda: print_on(printer, copies, content),
                lambda many: self.session.told.emit(f"Sent to {printer}: {several(many, 'sheet')}"),
                self.session.refused.emit,
            )

        dialog.to_file.connect(write)
        dialog.to_printer.connect(send)
        dialog.paper_chosen.connect(lambda paper: settings.setValue(key, paper.name))
        dialog.refused.connect(self.session.refused.emit)
        dialog.open()

    def drawing_pdf(self) -> None:
        """Print the drawing that is looked at."""
        drawing, job = self._drawing_to("print"), self.session.job
        if drawing is not None:
            from narrow_cornice.exchange.pdf_sheets import drawings_pdf

            said = self.cautions()
            self.print_sheets("This drawing", drawing.title, lambda paper: drawings_pdf([drawing], job, paper, said))

    def drawing_svg(self) -> None:
        """Hand out the drawing that is looked at as SVG, to a scale that fits A4 lying."""
        drawing = self._drawing_to("hand out")
        if drawing is None:
            return
        path = self.ask("This drawing", drawing.title, "svg")
        if path is not None:
            from narrow_cornice.exchange.pdf_sheets import fitting_scale
            from narrow_cornice.exchange.svg_drawing import svg_drawing

            scale = fitting_scale(drawing, 280, 170)
            self.write(path, lambda: svg_drawing(drawing, scale).encode("utf-8"))

    def drawing_png(self) -> None:
        """Hand out the drawing that is looked at as a picture."""
        drawing = self._drawing_to("hand out")
        if drawing is None:
            return
        path = self.ask("This drawing", drawing.title, "png")
        if path is not None:
            from narrow_cornice.desk.drawn_picture import png_of_drawing

            self.write(path, lambda: png_of_drawing(drawing))

    def drawing_dxf(self) -> None:
        """Hand out the drawing that is looked at as DXF, in millimetres, in layers."""
        drawing = self._drawing_to("hand out")
        if drawing is None:
            return
        path = self.ask("This drawing", drawing.title, "dxf")
        if path is not None:
            from narrow_cornice.exchange.dxf_drawing import drawing_dxf

            self.write(path, lambda: drawing_dxf(drawing))
