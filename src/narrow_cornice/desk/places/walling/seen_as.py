"""What a room can be seen as in Walls: one wall large with what is put on it, or as it is set out."""

from __future__ import annotations

from narrow_cornice.desk.place import SeenAs
from narrow_cornice.desk.seen_as import WALL, tones
from narrow_cornice.desk.view import View
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import FalseWindowPath, FieldPath, FlightPath, GalleryPath, ShownPath
from narrow_cornice.job.walled import Field


def field_selected(view: View, room: Room) -> Field | None:
    """Return the field that is selected, None where none is."""
    selected = view.selected
    if not isinstance(selected, FieldPath) or selected.room != room.id:
        return None
    found = selected.found(room)
    return found if isinstance(found, Field) else None


def wall_seen(view: View, room: Room) -> str:
    """Return the wall that is looked at: that of the selected field, or of the built-in it lies on."""
    field = field_selected(view, room)
    if field is None:
        return view.wall_id
    if field.on == "fronts":
        run = next((one for one in room.casework.built_ins if one.id == field.built_in), None)
        place = next((one for one in room.measured.recesses if run is not None and one.id == run.place), None)
        return place.wall if place is not None else view.wall_id
    return field.wall or view.wall_id


def _field(job: Job, view: View, room: Room) -> Drawing:
    from msgspec.structs import replace

    from narrow_cornice.drawing.field_on_wall import fielded_wall, flat_field

    field = field_selected(view, room)
    if field is not None and field.on in ("floor", "ceiling"):
        return flat_field(room, job.house_rules, tones(job), job.settings, field.id)
    wall = wall_seen(view, room)
    drawn = WALL.draws(job, replace(view, wall_id=wall), room)
    return fielded_wall(drawn, room, job.house_rules, job.settings, wall, field.id if field is not None else "")


def _setout(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.field_setout import field_setout

    field = field_selected(view, room)
    return field_setout(
        room, job.house_rules, job.settings, wall_seen(view, room), field.id if field is not None else ""
    )


HUNG = (GalleryPath, FlightPath, ShownPath, FalseWindowPath)


def _hung(job: Job, view: View, room: Room) -> Drawing:
    from msgspec.structs import replace

    from narrow_cornice.drawing.over_walls import hung_wall

    selected = view.selected
    chosen = selected.found(room) if isinstance(selected, HUNG) and selected.room == room.id else None
    wall = chosen.wall if chosen is not None else wall_seen(view, room)
    drawn = WALL.draws(job, replace(view, wall_id=wall), room)
    return hung_wall(drawn, room, job.house_rules, job.settings, wall, chosen.id if chosen is not None else "")


def _ways(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.over_walls import screen_ways

    selected = view.selected
    screen = selected.id if isinstance(selected, ShownPath) else ""
    return screen_ways(room, job.house_rules, tones(job), job.settings, screen)


HANGS = SeenAs("hangs", "wall", _hung)
THREE = SeenAs("three", "three ways", _ways)
FIELD = SeenAs("field", "wall", _field)
SETOUT = SeenAs("setout", "set-out", _setout, under_lamps="never")
