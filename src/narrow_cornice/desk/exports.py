"""Handing out: what is asked, where it goes, and the writing of it aside."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING

from PyQt6.QtWidgets import QFileDialog

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.desk.drawing_page import drawing_of, trim_kind_of
from narrow_cornice.desk.session import Session
from narrow_cornice.drawing.elevation import wall_elevation
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.drawing.plan import room_plan
from narrow_cornice.drawing.section import trim_section
from narrow_cornice.drawing.strip import wall_strip
from narrow_cornice.drawing.unfolded import unfolded_room
from narrow_cornice.job.file import write_whole
from narrow_cornice.job.model import Job, Room

if TYPE_CHECKING:
    from narrow_cornice.desk.window import MainWindow


class Exports:
    """Each asks for a file and writes it on the runner; the window is told how it went."""

    def __init__(self, session: Session, window: MainWindow) -> None:
        self._session = session
        self._window = window

    def write(self, path: Path, content: Callable[[], bytes]) -> None:
        """Make the content and write it whole, aside."""

        def work() -> Path:
            write_whole(path, content())
            return path

        self._session.runner.run(
            f"Writing {path.name}",
            work,
            lambda done: self._window.tally.say(f"Written: {done.name}"),
            self._window.tell,
        )

    def _ask(self, title: str, name: str, suffix: str) -> Path | None:
        from narrow_cornice.desk.filing import file_name

        folder = self._session.path.parent if self._session.path is not None else Path.home()
        chosen, _ = QFileDialog.getSaveFileName(
            self._window, title, str(folder / f"{file_name(name)}.{suffix}"), f"{suffix.upper()} (*.{suffix})"
        )
        if not chosen:
            return None
        path = Path(chosen)
        return path if path.suffix else path.with_suffix(f".{suffix}")

    def order(self, kind: str, by_room: bool) -> None:
        """Hand out the order list as CSV or PDF."""
        job = self._session.job
        path = self._ask("The order", f"{job.name} order", kind)
        if path is None:
            return
        from narrow_cornice.exchange.csv_lists import order_by_room, order_by_shop
        from narrow_cornice.exchange.pdf_sheets import order_pdf

        if kind == "csv":
            self.write(path, lambda: (order_by_room(job) if by_room else order_by_shop(job)).encode("utf-8"))
        else:
            self.write(path, lambda: order_pdf(job, by_room=by_room))

    def brief(self) -> None:
        """Hand out the brief for the client to sign."""
        job = self._session.job
        path = self._ask("The brief", f"{job.name} brief", "pdf")
        if path is not None:
            from narrow_cornice.exchange.brief_pdf import brief_pdf

            self.write(path, lambda: brief_pdf(job))

    def surfaces_csv(self) -> None:
        """Hand out the schedule of surfaces."""
        job = self._session.job
        path = self._ask("The schedule", f"{job.name} surfaces", "csv")
        if path is not None:
            from narrow_cornice.exchange.csv_lists import surfaces_list

            self.write(path, lambda: surfaces_list(job).encode("utf-8"))

    def drawing_pdf(self) -> None:
        """Hand out the drawing that is looked at as PDF."""
        drawing, job = drawing_of(self._session), self._session.job
        if drawing is None or not drawing.marks:
            self._window.tell("There is no drawing to print yet.")
            return
        path = self._ask("This sheet", drawing.title, "pdf")
        if path is not None:
            from narrow_cornice.exchange.pdf_sheets import drawings_pdf

            self.write(path, lambda: drawings_pdf([drawing], job))

    def drawing_svg(self) -> None:
        """Hand out the drawing that is looked at as SVG, to a scale that fits A4."""
        drawing = drawing_of(self._session)
        if drawing is None or not drawing.marks:
            self._window.tell("There is no drawing to hand out yet.")
            return
        path = self._ask("This drawing", drawing.title, "svg")
        if path is not None:
            from narrow_cornice.exchange.pdf_sheets import fitting_scale
            from narrow_cornice.exchange.svg_drawing import svg_drawing

            scale = fitting_scale(drawing, 280, 170)
            self.write(path, lambda: svg_drawing(drawing, scale).encode("utf-8"))

    def drawing_dxf(self) -> None:
        """Hand out the drawing that is looked at as DXF, in millimetres, in layers."""
        drawing = drawing_of(self._session)
        if drawing is None or not drawing.marks:
            self._window.tell("There is no drawing to hand out yet.")
            return
        path = self._ask("This drawing", drawing.title, "dxf")
        if path is not None:
            from narrow_cornice.exchange.dxf_drawing import drawing_dxf

            self.write(path, lambda: drawing_dxf(drawing))

    def room_dxf(self) -> None:
        """Hand out the plan and every wall of the room as DXF files in a folder."""
        room, job = self._session.room(), self._session.job
        if room is None or measured_room(room, job.house_rules).fault:
            self._window.tell("This room has no drawings yet: it is not measured.")
            return
        folder = QFileDialog.getExistingDirectory(self._window, "A folder for the drawings")
        if not folder:
            return
        from narrow_cornice.desk.filing import file_name
        from narrow_cornice.exchange.dxf_drawing import drawing_dxf

        drawings = every_drawing(job, room, self._session.view.turn, "cornice")
        for drawing in drawings[1 : 2 + len(room.measured.walls)]:
            path = Path(folder) / f"{file_name(drawing.title)}.dxf"
            self.write(path, partial(drawing_dxf, drawing))

    def readings_csv(self) -> None:
        """Hand out the readings of the room as a table that can be brought in again."""
        room = self._session.room()
        if room is None:
            self._window.tell("There is no room yet.")
            return
        path = self._ask("The readings", f"{room.name} readings", "csv")
        if path is not None:
            from narrow_cornice.exchange.readings_csv import readings_table

            self.write(path, lambda: readings_table(room).encode("utf-8"))

    def measuring_sheets(self) -> None:
        """Hand out blank sheets to take to site, named after the rooms and openings."""
        job = self._session.job
        path = self._ask("Measuring sheets", f"{job.name} measuring sheets", "pdf")
        if path is not None:
            from narrow_cornice.exchange.measuring_sheet import measuring_sheets_pdf

            self.write(path, lambda: measuring_sheets_pdf(job))

    def full_size(self, suffix: str) -> None:
        """Hand out the profile of the selected trim at full size: PDF in tiles, DXF or SVG."""
        room, job = self._session.room(), self._session.job
        kind = trim_kind_of(self._session.view.selected)
        trimmed = trimmed_room(room, job.house_rules) if room is not None else None
        piece = trimmed.trim.of(kind) if trimmed is not None else None
        if room is None or piece is None or piece.profile is None:
            self._window.tell(f"No {kind} is fitted here: select a piece of trim that is.")
            return
        profile, name = piece.profile, f"{room.name} {kind}"
        path = self._ask("The profile at full size", f"{name} full size", suffix)
        if path is not None:
            from narrow_cornice.exchange.full_size import profile_dxf, profile_pdf, profile_svg

            makers = {
                "pdf": lambda: profile_pdf(job, profile, name),
                "dxf": lambda: profile_dxf(profile, name),
                "svg": lambda: profile_svg(profile, name),
            }
            self.write(path, makers[suffix])

    def orders(self) -> None:
        """Hand out all orders of the job as a file, to be changed by hand and brought in again."""
        job = self._session.job
        path = self._ask("The orders", f"{job.name} orders", "toml")
        if path is not None:
            from narrow_cornice.exchange.orders_file import orders_toml

            self.write(path, lambda: orders_toml(tuple(job.order_keys().values())))

    def catalogue(self, suffix: str) -> None:
        """Hand out all stock profiles of the job, its own and those that ship, to be brought in elsewhere."""
        job = self._session.job
        path = self._ask("The catalogue", f"{job.name} profiles", suffix)
        if path is not None:
            from narrow_cornice.derived.trimwork.stock_match import catalogue_of
            from narrow_cornice.exchange.profiles_in import catalogue_csv, catalogue_file

            profiles = catalogue_of(job.catalogue)
            written = catalogue_csv if suffix == "csv" else catalogue_file
            self.write(path, partial(written, profiles, job.shop_names()))

    def cut_list(self) -> None:
        """Hand out the cut list of every room and how the bars are cut."""
        job = self._session.job
        path = self._ask("The cut list", f"{job.name} cut list", "pdf")
        if path is not None:
            from narrow_cornice.exchange.cut_list_pdf import cut_list_pdf

            self.write(path, lambda: cut_list_pdf(job))

    def room_pdf(self) -> None:
        """Hand out every drawing of the room as one PDF."""
        room, job = self._session.room(), self._session.job
        if room is None or measured_room(room, job.house_rules).fault:
            self._window.tell("This room has no drawings yet: it is not measured.")
            return
        path = self._ask("The room's drawings", f"{room.name} drawings", "pdf")
        turn = self._session.view.turn
        kind = trim_kind_of(self._session.view.selected)
        if path is not None:
            from narrow_cornice.exchange.pdf_sheets import drawings_pdf

            self.write(path, lambda: drawings_pdf(every_drawing(job, room, turn, kind), job))


def every_drawing(job: Job, room: Room, turn: float, kind: str) -> list[Drawing]:
    """Return the unfolded room, its plan, every wall and the section of a kind of trim."""
    drawings = [
        unfolded_room(room, job.house_rules, job.colours, job.settings, turn),
        room_plan(room, job.house_rules, job.settings, turn),
    ]
    for side in room.measured.walls:
        drawings.append(wall_elevation(room, job.house_rules, job.colours, job.settings, side.id, job.pictures))
    drawings.append(wall_strip(room, job.house_rules, job.colours, job.settings))
    section = trim_section(room, job.house_rules, job.settings, kind, False)  # type: ignore[arg-type]
    return [*drawings, section] if section.marks else drawings
