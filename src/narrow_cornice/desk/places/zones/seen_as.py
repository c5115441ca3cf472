"""What a room can be seen as in Zones: its floor cloth, its light, its walls with their windows dressed."""

from __future__ import annotations

from msgspec.structs import replace

from narrow_cornice.desk.place import SeenAs
from narrow_cornice.desk.seen_as import WALL
from narrow_cornice.desk.view import View
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import DressingPath, OpeningPath, StoodPath, WallPath


def _cloth(job: Job, view: View, room: Room, show: str) -> Drawing:
    from narrow_cornice.drawing.floor_cloth import floor_cloth

    from_where = ""
    if show == "sight" and isinstance(view.selected, StoodPath | OpeningPath):
        from_where = view.selected.id
    return floor_cloth(room, job.house_rules, job.colours, job.settings, view.turn, from_where, show)


def _zones(job: Job, view: View, room: Room) -> Drawing:
    return _cloth(job, view, room, "zones")


def _pieces(job: Job, view: View, room: Room) -> Drawing:
    return _cloth(job, view, room, "pieces")


def _sight(job: Job, view: View, room: Room) -> Drawing:
    return _cloth(job, view, room, "sight")


def _windows(job: Job, view: View, room: Room) -> Drawing:
    return _cloth(job, view, room, "windows")


def _light(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.light_plan import light_plan

    return light_plan(room, job.house_rules, job.paints, job.colours, job.settings, view.turn)


def _dressed(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.dressed_wall import dressed_wall

    wall = _wall_with_window(view, room)
    return dressed_wall(WALL.draws(job, replace(view, wall_id=wall), room), room, job.house_rules, job.fabrics, wall)


def _wall_with_window(view: View, room: Room) -> str:
    """Return the wall of the dressing that is selected, else the one that is looked at, or where nobody chose that and
    it has no window the first that has one."""
    openings = {one.id: one for one in room.measured.openings}
    one = view.selected.found(room) if isinstance(view.selected, DressingPath) else None
    if one is not None and one.opening in openings:
        return openings[one.opening].wall
    walls = [each.wall for each in room.measured.openings if each.kind == "window"]
    if view.wall_id in walls or not walls or isinstance(view.selected, WallPath):
        return view.wall_id
    return walls[0]


ZONES = SeenAs("zones", "plan", _zones, turns=True)
CLOTH = SeenAs("cloth", "plan", _pieces, turns=True)
SIGHT = SeenAs("sight", "plan", _sight, turns=True)
WINDOWS = SeenAs("windows", "plan", _windows, turns=True)
LIGHT = SeenAs("light", "light", _light, turns=True)
DRESSED = SeenAs("dressed", "wall", _dressed)
