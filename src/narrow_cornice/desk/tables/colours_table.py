"""The colours of the job."""

from __future__ import annotations

from PyQt6.QtGui import QColor
from PyQt6.QtWidgets import QColorDialog, QWidget

from narrow_cornice.desk.ruled_sheet import Cell, SheetRow
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.tables.table_dialog import TableDialog, chosen_of, guarded
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import About
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Colour
from narrow_cornice.job.paths import ColourPath


def colours_dialog(session: Session, theme: Theme, parent: QWidget) -> TableDialog:
    """Return the colours of the job."""

    def row(colour: Colour) -> SheetRow:
        named = guarded(session, lambda text: edits.change_colour(colour.id, text, colour.hex))
        toned = guarded(session, lambda text: edits.change_colour(colour.id, colour.name, text.strip()))
        return SheetRow(ColourPath(colour.id), (Cell(colour.name, named, swatch=colour.hex), Cell(colour.hex, toned)))

    def rows() -> list[SheetRow]:
        return [row(colour) for colour in session.job.colours]

    def chosen_colour(chosen: About) -> Colour | None:
        found: Colour | None = chosen_of(ColourPath, chosen, session.job.colours)
        return found

    def add(_chosen: About) -> None:
        session.do(edits.add_colour(f"Colour {len(session.job.colours) + 1}", "#d8d2c4"))

    def picked(chosen: About) -> None:
        colour = chosen_colour(chosen)
        if colour is not None:
            tone = QColorDialog.getColor(QColor(colour.hex), parent, f"A tone for {colour.name[:60]}")
            if tone.isValid():
                session.do(edits.change_colour(colour.id, colour.name, tone.name()))

    def removed(chosen: About) -> None:
        colour = chosen_colour(chosen)
        if colour is not None:
            session.do(edits.remove_colour(colour.id, colour.name))

    buttons = {"Add a colour": add, "Pick its tone …": picked, "Remove it": removed}
    return TableDialog(
        session, theme, parent, "Colours of this job", ("Name", "Tone"), rows, buttons=buttons, stretch=0
    )
