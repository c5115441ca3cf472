"""What is handed out here: drawings of a room, its readings, sheets to measure on."""

from __future__ import annotations

from functools import partial

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.desk.handing_out import HandingOut
from narrow_cornice.desk.seen_as import kind_selected
from narrow_cornice.drawing.coloured import drawn_colours
from narrow_cornice.drawing.elevation import wall_elevation
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.drawing.plan import room_plan
from narrow_cornice.drawing.section import trim_section
from narrow_cornice.drawing.strip import wall_strip
from narrow_cornice.drawing.unfolded import unfolded_room
from narrow_cornice.exchange.plain_text import file_names
from narrow_cornice.job.model import Job, Room
from narrow_cornice.trim.kinds import TrimKind


def room_pdf(out: HandingOut) -> None:
    """Print every drawing of the room."""
    room, job = out.session.room(), out.session.job
    if room is None or measured_room(room, job.house_rules).fault:
        out.tell("This room has no drawings yet: it is not measured.")
        return
    turn = out.session.view.turn
    kind = kind_selected(out.session.view.selected)
    from narrow_cornice.derived.risks import survey_risks, trim_risks
    from narrow_cornice.exchange.cautions import cautions_of
    from narrow_cornice.exchange.pdf_sheets import drawings_pdf

    said = cautions_of((*survey_risks(room), *trim_risks(job, room)))
    out.print_sheets(
        "The room's drawings",
        f"{room.name} drawings",
        lambda paper: drawings_pdf(every_drawing(job, room, turn, kind), job, paper, said),
    )


def room_dxf(out: HandingOut) -> None:
    """Hand out the plan and every wall of the room as DXF files in a folder."""
    room, job = out.session.room(), out.session.job
    if room is None or measured_room(room, job.house_rules).fault:
        out.tell("This room has no drawings yet: it is not measured.")
        return
    drawings = every_drawing(job, room, out.session.view.turn, "cornice")[1 : 2 + len(room.measured.walls)]
    names = [f"{name}.dxf" for name in file_names([drawing.title for drawing in drawings])]
    folder = out.ask_folder("A folder for the drawings", names)
    if folder is None:
        return
    from narrow_cornice.exchange.dxf_drawing import drawing_dxf

    for name, drawing in zip(names, drawings, strict=True):
        out.write(folder / name, partial(drawing_dxf, drawing))


def readings_csv(out: HandingOut) -> None:
    """Hand out the readings of the room as a table that can be brought in again."""
    room = out.session.room()
    if room is None:
        out.tell("There is no room yet.")
        return
    path = out.ask("The readings", f"{room.name} readings", "csv")
    if path is not None:
        from narrow_cornice.exchange.readings_csv import readings_table

        out.write(path, lambda: readings_table(room).encode("utf-8"))


def measuring_sheets(out: HandingOut) -> None:
    """Hand out blank sheets to take to site, named after the rooms and openings."""
    job = out.session.job
    from narrow_cornice.exchange.measuring_sheet import measuring_sheets_pdf

    out.print_sheets("Measuring sheets", f"{job.name} measuring sheets", lambda paper: measuring_sheets_pdf(job, paper))


def every_drawing(job: Job, room: Room, turn: float, kind: TrimKind) -> list[Drawing]:
    """Return the unfolded room, its plan, every wall and the section of a kind of trim."""
    drawings = [
        unfolded_room(room, job.house_rules, drawn_colours(job.colours, job.coverings), job.settings, turn),
        room_plan(room, job.house_rules, job.settings, turn),
    ]
    for side in room.measured.walls:
        drawings.append(
            wall_elevation(
                room, job.house_rules, drawn_colours(job.colours, job.coverings), job.settings, side.id, job.pictures
            )
        )
    drawings.append(wall_strip(room, job.house_rules, drawn_colours(job.colours, job.coverings), job.settings))
    section = trim_section(room, job.house_rules, job.settings, kind, False)
    return [*drawings, section] if section.marks else drawings
