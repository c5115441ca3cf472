"""Finishes: the room in its colours with the schedule of every surface below it."""

from __future__ import annotations

from PyQt6.QtCore import QPoint
from PyQt6.QtWidgets import QMenu

from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.desk.bench_widgets import swatch_icon
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.place import Desk, Place
from narrow_cornice.desk.rows.repair_rows import repair_rows
from narrow_cornice.desk.ruled_sheet import Cell, RuledSheet, SheetRow, row
from narrow_cornice.drawing.marks import About
from narrow_cornice.job import edits
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import OpeningPath, SurfacePath, ThingPath, TrimPath


class FinishesPage(DrawingPage):
    """A colour and a paint for each surface, or for many at once."""

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk, place)
        theme = self.theme
        self.schedule = RuledSheet(
            ("Surface", "Colour", "Paint", "Gross", "Openings", "Covered", "Net", "Coats", "Litres"),
            theme,
            "Schedule of surfaces",
        )
        self.schedule.picked_many.connect(self._many_picked)
        self._many: list[About] = []
        self.repairs = RuledSheet(
            ("Wall", "Damage", "Repair", "How much", "Hours", "Material", "Then it is"), theme, "Repairs", 2
        )
        self.add_sheets([("Schedule", self.schedule), ("Repairs", self.repairs)])
        self._add_tool(
            "Colour for the chosen",
            "give every chosen row a colour (Shift and Ctrl choose several)",
            self._colours,
            below=True,
        )
        self._add_tool("Paint for the chosen", "give every chosen row a paint", self._paints, below=True)
        self.add_cautions()

    def put_rows(self) -> None:
        """Fill the schedule."""
        room = self.session.room()
        unit = "m²" if self.session.job.settings.unit == "mm" else "sq ft"
        self.schedule.sheet.head(3, f"Gross {unit}")
        self.schedule.put(self._rows(room) if room is not None else [], self.session.view.selected)
        repairs = repair_rows(self.session.job, room) if room is not None else []
        self.repairs.put([row(about, *cells) for about, cells in repairs], self.session.view.selected)

    def _rows(self, room: Room) -> list[SheetRow]:
        job = self.session.job
        unit = job.settings.unit
        rows: list[SheetRow] = []
        for one in coated_surfaces(room, job.house_rules, job.paints, job.colours):
            surface = one.surface
            about = SurfacePath.by_key(room.id, surface.key)
            rows.append(
                row(
                    about,
                    surface.name,
                    Cell(one.colour.name if one.colour else "—", swatch=one.colour.hex if one.colour else ""),
                    one.paint.name if one.paint else "—",
                    *(
                        Cell(_bare(figure.shown(unit)) if figure.value else "", number=True)
                        for figure in (surface.gross, surface.openings, surface.covered)
                    ),
                    Cell(_bare(surface.net.shown(unit)), number=True),
                    Cell(f"{one.coats.value:g}{' + primer' if one.primer else ''}" if one.coats else "", number=True),
                    Cell(_bare(one.litres.shown(unit)) if one.litres else "", number=True),
                )
            )
        return rows

    def _many_picked(self, abouts: list[About]) -> None:
        self._many = abouts

    def _chosen_keys(self) -> list[str]:
        chosen = [path for path in self._many if isinstance(path, SurfacePath)]
        selected = self.session.view.selected
        if not chosen and isinstance(selected, SurfacePath):
            chosen = [selected]
        return [path.key for path in chosen]

    def give(self, **fields: object) -> None:
        """Give every chosen surface the same colour or paint."""
        room, keys = self.session.room(), self._chosen_keys()
        if room is None or not keys:
            return
        what = "colour" if "colour" in fields else "paint"
        surfaces = "1 surface" if len(keys) == 1 else f"{len(keys)} surfaces"
        self.session.do(edits.change_finish([room.id], keys, f"{what} of {surfaces}", **fields))

    def _colours(self) -> None:
        menu = QMenu(self)
        for colour in self.session.job.colours:
            action = menu.addAction(swatch_icon(colour.hex, self.theme), colour.name[:60].replace("&", "&&"))
            if action is not None:
                action.triggered.connect(lambda _=False, one=colour.id: self.give(colour=one))
        self._offer(menu)

    def _paints(self) -> None:
        menu = QMenu(self)
        for paint in self.session.job.paints:
            action = menu.addAction(paint.name[:60].replace("&", "&&"))
            if action is not None:
                action.triggered.connect(lambda _=False, one=paint.id: self.give(paint=one))
        self._offer(menu)

    def _offer(self, menu: QMenu) -> None:
        if not self._chosen_keys():
            menu.clear()
            blank = menu.addAction("Choose rows of the schedule first")
            if blank is not None:
                blank.setEnabled(False)
        menu.exec(self.canvas.mapToGlobal(self.canvas.rect().topRight()) - QPoint(menu.sizeHint().width() + 8, 0))

    def picked_as(self, about: ThingPath) -> About:
        """Return the finish of what was pointed at: trim is a surface here."""
        if isinstance(about, TrimPath):
            return SurfacePath(about.room, about.kind, "room")
        if isinstance(about, OpeningPath):
            shown = (row.about for row in self.schedule.sheet.rows)
            mine = (path for path in shown if isinstance(path, SurfacePath) and path.of == about.id)
            return next(mine, about)
        return about


def _bare(shown: str) -> str:
    """Return a quantity without its unit, which stands in the heading."""
    return shown.removesuffix(" m²").removesuffix(" sq ft").removesuffix(" L")
