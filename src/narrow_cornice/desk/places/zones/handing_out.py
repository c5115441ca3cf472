"""What is handed out here: the plan of a room as it is used, with its windows; lists of all that."""

from __future__ import annotations

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.desk.handing_out import HandingOut
from narrow_cornice.drawing.coloured import drawn_colours
from narrow_cornice.drawing.dressed_wall import dressed_wall
from narrow_cornice.drawing.elevation import wall_elevation
from narrow_cornice.drawing.floor_cloth import floor_cloth
from narrow_cornice.drawing.light_plan import light_plan
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.job.model import Job, Room


def zones_pdf(out: HandingOut) -> None:
    """Print the plan of the room as it is used, its light, and its dressed windows."""
    room, job = out.session.room(), out.session.job
    if room is None or measured_room(room, job.house_rules).fault:
        out.tell("This room has no plan yet: it is not measured.")
        return
    turn = out.session.view.turn
    from narrow_cornice.derived.risks import zone_risks
    from narrow_cornice.exchange.cautions import cautions_of
    from narrow_cornice.exchange.pdf_sheets import drawings_pdf

    said = cautions_of(zone_risks(job, room))
    out.print_sheets(
        "The room as it is used",
        f"{room.name} zones",
        lambda paper: drawings_pdf(zone_drawings(job, room, turn), job, paper, said),
    )


def zone_drawings(job: Job, room: Room, turn: float) -> list[Drawing]:
    """Return the drawings of a room as it is used: zones, pieces, light, and each wall with a dressed window."""
    by = (room, job.house_rules, job.colours, job.settings, turn, "")
    made = [floor_cloth(*by, show) for show in ("zones", "pieces")]
    if room.zones.lamps:
        made.append(light_plan(room, job.house_rules, job.paints, job.colours, job.settings, turn))
    tones = drawn_colours(job.colours, job.coverings)
    dressed = {one.opening for one in room.zones.dressings}
    walls = dict.fromkeys(one.wall for one in room.measured.openings if one.id in dressed)
    for wall in walls:
        drawn = wall_elevation(room, job.house_rules, tones, job.settings, wall, job.pictures)
        made.append(dressed_wall(drawn, room, job.house_rules, job.fabrics, wall))
    return made


def zones_csv(out: HandingOut) -> None:
    """Hand out zones, pieces, windows and lamps of the house as a table."""
    job = out.session.job
    path = out.ask("Zones and furniture", f"{job.name} zones", "csv")
    if path is not None:
        from narrow_cornice.exchange.zones_csv import zones_table

        out.write(path, lambda: zones_table(job).encode("utf-8"))
