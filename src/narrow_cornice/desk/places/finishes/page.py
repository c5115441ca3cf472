"""Finishes: the room in its colours with the schedule of every surface below it."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial

from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.coated.painting_hours import painting_hours
from narrow_cornice.derived.coated.painting_order import in_painting_order
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.offers import invitations as on_wall
from narrow_cornice.desk.place import Desk, Place
from narrow_cornice.desk.rows.repair_rows import repair_rows
from narrow_cornice.desk.ruled_sheet import Cell, Ruled, SheetRow, row
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.drawing.marks import About
from narrow_cornice.job import edits
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import OpeningPath, SurfacePath, ThingPath, TrimPath
from narrow_cornice.job.rules import house_rules_of


class FinishesPage(DrawingPage):
    """A colour and a paint for each surface, or for many at once."""

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk, place)
        self._many: list[About] = []
        self.add_sheet(
            Ruled(
                ("schedule",),
                "Schedule of surfaces",
                ("Surface", "Colour", "Paint", "Gross", "Openings", "Covered", "Net", "Coats", "Litres", "Hours"),
                self._schedule,
                "Every surface, once the room is measured.",
                made=lambda sheet: sheet.picked_many.connect(self._many_picked),
            )
        )
        self.add_sheet(
            Ruled(
                ("repairs",),
                "Repairs",
                ("Wall", "Damage", "Repair", "How much", "Hours", "Material", "Then it is"),
                self._repairs,
                "Damage that was found, and how it is mended.",
                2,
            )
        )
        self.add_cautions()

    def invitations(self) -> Iterator[Invitation]:
        """Yield what can be given to many surfaces at once, or marked for repair."""
        if self._sheet_of == "schedule":
            yield Invitation("Give the chosen lines a colour", of=tuple(self._colours()))
            yield Invitation("a paint", of=tuple(self._paints()))
            return
        room, wall = self.session.room(), self.session.view.wall_id
        if room is not None and wall:
            damage = on_wall(self.bench, room, wall, lambda field: field == "marks")
            yield Invitation(f"Damage on wall {edits.wall_name(room, wall)}", of=tuple(damage))

    def _repairs(self, room: Room) -> list[SheetRow]:
        return [row(about, *cells) for about, cells in repair_rows(self.session.job, room)]

    def _schedule(self, room: Room) -> list[SheetRow]:
        job = self.session.job
        unit = job.settings.unit
        self.sheet_of("schedule").sheet.head(3, "Gross m²" if unit == "mm" else "Gross sq ft")
        rows: list[SheetRow] = []
        coated = coated_surfaces(room, job.house_rules, job.paints, job.colours)
        hours = painting_hours(room, job.house_rules, job.paints, job.colours)
        for one in in_painting_order(coated, house_rules_of(job.house_rules)):
            surface = one.surface
            about = SurfacePath.by_key(room.id, surface.key)
            rows.append(
                row(
                    about,
                    surface.name,
                    Cell(one.colour.name if one.colour else "—", swatch=one.colour.hex if one.colour else ""),
                    one.paint.name if one.paint else "—",
                    *(
                        Cell(_bare(figure.shown(job.settings)) if figure.value else "", number=True)
                        for figure in (surface.gross, surface.openings, surface.covered)
                    ),
                    Cell(_bare(surface.net.shown(job.settings)), number=True),
                    Cell(f"{one.coats.value:g}{' + primer' if one.primer else ''}" if one.coats else "", number=True),
                    Cell(_bare(one.litres.shown(job.settings)) if one.litres else "", number=True),
                    Cell(f"{hours[surface.key].value:.1f}" if surface.key in hours else "", number=True),
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
            self.session.refused.emit("Choose lines of the schedule first: with Shift and Ctrl several.")
            return
        what = "colour" if "colour" in fields else "paint"
        surfaces = "1 surface" if len(keys) == 1 else f"{len(keys)} surfaces"
        self.session.do(edits.change_finish([room.id], keys, f"{what} of {surfaces}", **fields))

    def _colours(self) -> Iterator[tuple[str, Callable[[], object]]]:
        for colour in self.session.job.colours:
            yield colour.name[:60], partial(self.give, colour=colour.id)

    def _paints(self) -> Iterator[tuple[str, Callable[[], object]]]:
        for paint in self.session.job.paints:
            yield paint.name[:60], partial(self.give, paint=paint.id)

    def picked_as(self, about: ThingPath) -> About:
        """Return the finish of what was pointed at: trim is a surface here."""
        if isinstance(about, TrimPath):
            return SurfacePath(about.room, about.kind, "room")
        if isinstance(about, OpeningPath):
            job = self.session.job
            every = coated_surfaces(job.room(about.room), job.house_rules, job.paints, job.colours)
            shown = (SurfacePath.by_key(about.room, one.surface.key) for one in every)
            mine = (path for path in shown if path.of == about.id)
            return next(mine, about)
        return about


def _bare(shown: str) -> str:
    """Return a quantity without its unit, which stands in the heading."""
    return shown.removesuffix(" m²").removesuffix(" sq ft").removesuffix(" L")
