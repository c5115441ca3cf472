"""Trim against wall and window frame: the four schools with their contrasts, and walls tried as the accent."""

from __future__ import annotations

from typing import Literal, NamedTuple, get_args

from msgspec.structs import replace

from narrow_cornice.colour.contrast import Does, contrast_does, lightness_apart
from narrow_cornice.colour.tones import light_reflectance, lightness
from narrow_cornice.derived.coated.coatings import finished_surfaces
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.zoned.lamps import hung_lamps, lamp_figure
from narrow_cornice.derived.zoned.room_tones import BARE_WALL, surface_tones
from narrow_cornice.derived.zoned.zone_light import from_lamp, light_of_room
from narrow_cornice.explained.figures import Figure, total
from narrow_cornice.job.finishes import Colour, Finish, Paint
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import SurfacePath
from narrow_cornice.job.rules import house_rules_of

School = Literal["as the wall", "dark too", "contrast", "no trim"]
SCHOOLS: tuple[School, ...] = get_args(School)
WHY: dict[School, str] = {
    "as the wall": "The window stays large: the usual choice at dark frames.",
    "dark too": "Casing and frame are one dark shape in the wall.",
    "contrast": "A casing unlike the wall outlines the window, and makes it look smaller.",
    "no trim": "A plastered return: the wall goes round the corner.",
}
PLANE = 800.0  # mm over the floor at which the light of a room is told
TRIM_GROUPS = ("casing", "reveal")


class Schooled(NamedTuple):
    """A school on a room: the colour of its casing (None for no trim), and its contrasts against wall and frame."""

    school: School
    colour: Colour | None
    wall_tone: str
    frame_tone: str
    to_wall: float
    to_frame: float

    @property
    def wall_does(self) -> Does:
        """Return what the casing does on the wall."""
        return contrast_does(self.to_wall)

    @property
    def frame_does(self) -> Does:
        """Return what the casing does at the frame."""
        return contrast_does(self.to_frame)


class Accent(NamedTuple):
    """A wall tried as the accent: its surfaces, its area, its share of all walls."""

    wall: str
    name: str
    paths: tuple[SurfacePath, ...]
    area: Figure
    share: float


def wall_colour(job: Job, room: Room) -> Colour | None:
    """Return the colour that most of the walls of a room have."""
    areas: dict[str, tuple[float, Colour]] = {}
    for one in finished_surfaces(room, job.house_rules, job.paints, job.colours):
        if one.surface.kind == "wall" and one.colour is not None:
            had = areas.get(one.colour.id, (0.0, one.colour))[0]
            areas[one.colour.id] = (had + one.surface.net.value, one.colour)
    return max(areas.values(), key=lambda each: each[0])[1] if areas else None


def frame_tone(room: Room) -> str | None:
    """Return the tone of the window frames of a room, the darkest where they differ."""
    frames = [one.frame for one in room.measured.openings if one.kind == "window"]
    return min(frames, key=lightness) if frames else None


def schools_of(job: Job, room: Room) -> tuple[Schooled, ...]:
    """Return the four schools on a room that has windows and a colour on its walls, nothing for any other."""
    wall, frame = wall_colour(job, room), frame_tone(room)
    if wall is None or frame is None:
        return ()
    painted = [colour for colour in job.colours if colour.of == "paint"]
    dark = min(painted, key=lambda one: lightness_apart(one.hex, frame))
    unlike = max(painted, key=lambda one: lightness(one.hex))
    if contrast_does(lightness_apart(unlike.hex, wall.hex)) == "disappears":  # on a wall as pale as that
        unlike = max(painted, key=lambda one: lightness_apart(one.hex, wall.hex))
    chosen: dict[School, Colour | None] = {"as the wall": wall, "dark too": dark, "contrast": unlike, "no trim": None}
    made = []
    for school in SCHOOLS:
        colour = chosen[school]
        tone = colour.hex if colour is not None else wall.hex
        made.append(
            Schooled(school, colour, wall.hex, frame, lightness_apart(tone, wall.hex), lightness_apart(tone, frame))
        )
    return tuple(made)


def with_school(room: Room, one: Schooled) -> Room:
    """Return a room with its casings and reveals as a school has them, as it would be drawn."""
    if one.colour is None:
        openings = tuple(
            replace(each, cased=False) if each.kind == "window" else each for each in room.measured.openings
        )
        return replace(room, measured=replace(room.measured, openings=openings))
    surfaces = dict(room.finishes.surfaces)
    for group in TRIM_GROUPS:
        for key in [key for key in surfaces if key.split("@")[0] == group] or [group]:
            surfaces[key] = replace(surfaces.get(key) or Finish(), colour=one.colour.id)
    return replace(room, finishes=replace(room.finishes, surfaces=surfaces))


def accents_of(job: Job, room: Room) -> tuple[Accent, ...]:
    """Return every wall of a room that could be its accent, with its area and its share of all walls."""
    measured = measured_room(room, job.house_rules)
    if measured.fault:
        return ()
    by_wall: dict[str, list[tuple[SurfacePath, Figure]]] = {}
    for one in finished_surfaces(room, job.house_rules, job.paints, job.colours):
        if one.surface.kind == "wall" and one.surface.net.value > 0.0:
            path = SurfacePath.by_key(room.id, one.surface.key)
            by_wall.setdefault(one.surface.wall_id, []).append((path, one.surface.net))
    whole = sum(net.value for each in by_wall.values() for _, net in each) or 1.0
    made = []
    for face in measured.faces:
        each = by_wall.get(face.id, [])
        if each:
            area = total(f"wall {face.name}", "m²", [net for _, net in each], listed=True)
            made.append(Accent(face.id, face.name, tuple(path for path, _ in each), area, area.value / whole))
    return tuple(made)


def mean_light(
    room: Room,
    changed_rules: dict[str, float],
    paints: tuple[Paint, ...],
    colours: tuple[Colour, ...],
    instead: tuple[str, str] | None = None,
) -> Figure | None:
    """Return the mean light in a room at 800 mm from all its lamps, None without any; with one tone ``instead`` of
    another on its walls where that is asked."""
    measured = measured_room(room, changed_rules)
    lamps = hung_lamps(room, changed_rules)
    if measured.fault or not lamps:
        return None
    more = _changed_walls(room, changed_rules, (paints, colours), instead) if instead is not None else 0.0
    of_room = light_of_room(room, changed_rules, paints, colours, more)
    kept = house_rules_of(changed_rules).figure("maintenance")
    where = (room.name, of_room.area)
    parts = [from_lamp(of_room, one, lamp_figure(room.id, one), PLANE, where, kept) for one in lamps]
    return total("light", "lx", parts)


def _changed_walls(
    room: Room,
    changed_rules: dict[str, float],
    tables: tuple[tuple[Paint, ...], tuple[Colour, ...]],
    instead: tuple[str, str],
) -> float:
    """Return by how much the walls send back more where one tone is changed for another."""
    former, new = instead
    measured = measured_room(room, changed_rules)
    tones = surface_tones(room, changed_rules, *tables)
    whole = sum(face.length * face.tallest for face in measured.faces) or 1.0
    faces = [face for number, face in enumerate(measured.faces) if tones.get(number, BARE_WALL) == former]
    mine = sum(face.length * face.tallest for face in faces)
    return (light_reflectance(new) - light_reflectance(former)) / 100.0 * mine / whole
