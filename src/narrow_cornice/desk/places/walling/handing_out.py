"""What is handed out here: walls as they are set out, on paper and as DXF, and their pieces as a table."""

from __future__ import annotations

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.desk.handing_out import HandingOut
from narrow_cornice.desk.places.walling.seen_as import SETOUT
from narrow_cornice.drawing.field_setout import field_setout
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.job.model import Job, Room


def setouts(job: Job, room: Room) -> list[Drawing]:
    """Return the set-out of every wall of a room that has a field, and of its other fields."""
    fields = room.walling.fields
    by = (room, job.house_rules, job.settings)
    walls = dict.fromkeys(one.wall for one in fields if one.on == "wall")
    return [
        *(field_setout(*by, wall) for wall in walls),
        *(field_setout(*by, "", one.id) for one in fields if one.on != "wall"),
    ]


def setout_pdf(out: HandingOut) -> None:
    """Print the set-out of the walls of the room, to scale."""
    room, job = out.session.room(), out.session.job
    if room is None or measured_room(room, job.house_rules).fault or not room.walling.fields:
        out.tell("Nothing is put on the walls of this room yet.")
        return
    from narrow_cornice.derived.risks import wall_risks
    from narrow_cornice.exchange.cautions import cautions_of
    from narrow_cornice.exchange.pdf_sheets import drawings_pdf

    said = cautions_of(wall_risks(job, room))
    out.print_sheets(
        "Set-out of the walls",
        f"{room.name} set-out",
        lambda paper: drawings_pdf(setouts(job, room), job, paper, said),
    )


def setout_dxf(out: HandingOut) -> None:
    """Hand out the set-out that is looked at, in millimetres."""
    room, job = out.session.room(), out.session.job
    if room is None or not room.walling.fields:
        out.tell("Nothing is put on the walls of this room yet.")
        return
    path = out.ask("Set-out as DXF", f"{room.name} set-out", "dxf")
    if path is not None:
        from narrow_cornice.exchange.dxf_drawing import drawing_dxf

        drawing = SETOUT.draws(job, out.session.view, room)
        out.write(path, lambda: drawing_dxf(drawing))


def pieces_csv(out: HandingOut) -> None:
    """Hand out the pieces of all fields of the house as a table."""
    job = out.session.job
    path = out.ask("Pieces of all fields", f"{job.name} pieces", "csv")
    if path is not None:
        from narrow_cornice.exchange.fields_csv import fields_table

        out.write(path, lambda: fields_table(job).encode("utf-8"))


def template(out: HandingOut) -> None:
    """Print the marks of the room, and its pictures and small things at full size in tiles."""
    room, job = out.session.room(), out.session.job
    if room is None or not (room.walling.galleries or room.walling.flights or room.walling.screens):
        out.tell("Nothing hangs on the walls of this room yet.")
        return
    from narrow_cornice.exchange.hanging_template import template_pdf

    out.print_sheets("Templates to hang by", f"{room.name} templates", lambda paper: template_pdf(job, room, paper))


def marks_csv(out: HandingOut) -> None:
    """Hand out the marks of the house as a table."""
    job = out.session.job
    path = out.ask("Marks to hang by", f"{job.name} marks", "csv")
    if path is not None:
        from narrow_cornice.exchange.hanging_template import marks_table

        out.write(path, lambda: marks_table(job).encode("utf-8"))
