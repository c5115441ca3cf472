"""A room in perspective as a drawing: flat true colours under thin lines, as a measured perspective by hand; or as its
lamps light it."""

from __future__ import annotations

from typing import NamedTuple

from narrow_cornice.boards.plain import plain_room
from narrow_cornice.boards.viewpoints import SIZE, eye_of, viewpoint_of
from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.coated.layers import layers_of
from narrow_cornice.derived.coated.pieces import BOARDED
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.derived.zoned.lamps import hung_lamps
from narrow_cornice.drawing.coloured import colours_of, drawn_colours
from narrow_cornice.drawing.in_perspective.lit_faces import lit_bodies
from narrow_cornice.drawing.in_perspective.shell import ceiling_on, floor_on, walls_on
from narrow_cornice.drawing.in_perspective.stage import Paint, Stage
from narrow_cornice.drawing.in_perspective.things import (
    built_ins_on,
    bulks_on,
    dressings_on,
    furniture_on,
    lamps_on,
)
from narrow_cornice.drawing.marks import Area, Drawing, Mark, Pen, Point, Stroke, areas
from narrow_cornice.job.finishes import Colour, Paint as Coating, group_and_thing
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import PiecePath
from narrow_cornice.job.presented import Viewpoint
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.zoned import Fabric
from narrow_cornice.memo import by_identity
from narrow_cornice.perspective.arranged import Arranged, arranged
from narrow_cornice.perspective.seen import Seen, seen_from

PAGE = (0.0, 0.0, *SIZE)
BENDS = 75.0  # degrees across, over which corners look drawn out (pictures of the room)
LEAST_SHOWN = 0.4  # pixels of the picture: smaller outlines are left out
MEADOW, SKY = "#cfc9ac", "#eef1ef"
FAR = 60_000.0  # mm of ground outdoors


class Scene(NamedTuple):
    """A room ready to be seen from anywhere: its bodies in order, and what their faces are painted with."""

    there: Arranged
    paints: tuple[Paint, ...]


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=2, each="room")
def scene_of(
    room: Room,
    changed_rules: dict[str, float],
    coatings: tuple[Coating, ...],
    colours: tuple[Colour, ...],
    fabrics: tuple[Fabric, ...],
    by_lamp: bool,
) -> Scene | None:
    """Return a room with all that stands in it, in order for any eye; None where it is not measured yet.

    This takes some tenths of a second: it is asked for aside.
    """
    stage = Stage()
    if room.outdoors:
        _outdoors(stage, room, changed_rules, coatings, colours)
        return Scene(arranged(stage.bodies), tuple(stage.paints))
    trimmed = trimmed_room(room, changed_rules)
    if trimmed is None:
        return None
    known, measured = colours_of(room.finishes.surfaces, colours), trimmed.measured
    floor_on(stage, measured, room.finishes.floor, known, changed_rules)
    ceiling_on(stage, measured, known, changed_rules)
    walls_on(stage, trimmed, known, changed_rules)
    bulks_on(stage, measured, known)
    built_ins_on(stage, trimmed, known, changed_rules)
    furniture_on(stage, measured, known, changed_rules)
    dressings_on(stage, measured, changed_rules, fabrics)
    lamps_on(stage, measured, changed_rules)
    bodies, paints = list(stage.bodies), list(stage.paints)
    if by_lamp:
        bodies, paints = lit_bodies(bodies, paints, room, changed_rules, coatings, colours)
    return Scene(arranged(bodies), tuple(paints))


# Many parameters: pieces outdoors and what they are finished with.
def _outdoors(
    stage: Stage,
    room: Room,
    changed_rules: dict[str, float],
    coatings: tuple[Coating, ...],
    colours: tuple[Colour, ...],
) -> None:
    """Put pieces that stand outdoors on their ground, side by side."""
    rules, left = house_rules_of(changed_rules), 0.0
    known = {
        group_and_thing(one.surface.key)[1]: one for one in coated_surfaces(room, changed_rules, coatings, colours)
    }
    ground = [(-FAR, -FAR), (FAR, -FAR), (FAR, FAR), (-FAR, FAR)]
    stage.sheet(
        (0.0, 0.0, 1.0, 0.0),
        stage.faces_of([Area(tuple(ground), MEADOW)], lambda x, y: (x, y, 0.0)),
    )
    for piece in room.finishes.pieces:
        one = known.get(piece.id)
        layers = layers_of(one, colours, rules) if one is not None else ()
        tone = layers[-1].tone if layers else "#d9d2c4"
        wide = piece.width.mm if piece.width is not None else 500.0
        tall = piece.height.mm if piece.height is not None else 500.0
        about = PiecePath(room.id, piece.id)
        deep = min(400.0, wide / 2)
        if piece.kind in BOARDED and piece.board is not None:
            step = piece.board.mm + (piece.gap.mm if piece.gap is not None else 0.0)
            for rail in (0.2, 0.8):
                up = tall * rail
                stage.block(_quad(left, wide, 22.0, 45.0), up - 45, up + 45, tone, about)
            x = left
            while x < left + wide - 1.0 and step > 5.0:
                stage.block(_quad(x, min(piece.board.mm, left + wide - x), 0.0, 20.0), 0.0, tall, tone, about)
                x += step
        else:
            stage.block(_quad(left, wide, 0.0, deep), 0.0, tall, tone, about)
        left += wide + 900.0


def _quad(left: float, wide: float, back: float, deep: float) -> list[Point]:
    return [(left, back), (left + wide, back), (left + wide, back + deep), (left, back + deep)]


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=2, each="room")
def _drawn(
    room: Room,
    changed_rules: dict[str, float],
    coatings: tuple[Coating, ...],
    colours: tuple[Colour, ...],
    fabrics: tuple[Fabric, ...],
    view: Viewpoint | None,
    by_lamp: bool,
) -> Drawing:
    title = f"{room.name[:60]}, in perspective"
    scene = scene_of(room, changed_rules, coatings, colours, fabrics, by_lamp)
    if scene is None or view is None:
        fault = measured_room(room, changed_rules).fault or "There is nothing to see yet."
        return Drawing(title, fault, (), PAGE)
    seen = seen_from(scene.there, eye_of(view, changed_rules))
    edge = ((0.0, 0.0), (SIZE[0], 0.0), SIZE, (0.0, SIZE[1]))
    back = Area(edge, SKY if room.outdoors else "#d8cdbb")
    marks = (back, *_marks(seen, scene.paints), Stroke(edge, Pen("ink", 1.0), closed=True))
    lamps = by_lamp and bool(hung_lamps(room, changed_rules))
    light = "as its lamps light it" if lamps else "in its own colours" + (", for want of lamps" if by_lamp else "")
    bent = ", which bends what is near its corners" if view.angle > BENDS else ""
    said = f"{light} · {view.angle:g}° across the picture{bent} · plumb lines drawn plumb"
    return Drawing(title, said, marks, PAGE)


# Many parameters: the room, what of the job it is drawn with, and from where.
def room_in_perspective(
    room: Room,
    changed_rules: dict[str, float],
    coatings: tuple[Coating, ...],
    colours: tuple[Colour, ...],
    fabrics: tuple[Fabric, ...],
    view: Viewpoint | None,
    by_lamp: bool = False,
) -> Drawing:
    """Return a room as it is seen from a viewpoint; one that is not measured yet as a sheet that says so."""
    return _drawn(plain_room(room), changed_rules, coatings, colours, fabrics, view, by_lamp)


def seen_of(job: Job, room: Room, *, by_lamp: bool = False, eye_of_room: Room | None = None) -> Drawing:
    """Return a room of a job in perspective from its own eye, or from that of another state of it."""
    view = viewpoint_of(eye_of_room or room, job.house_rules)
    colours = drawn_colours(job.colours, job.coverings)
    lit = by_lamp and not room.outdoors
    return room_in_perspective(room, job.house_rules, job.paints, colours, job.fabrics, view, lit)


def _marks(seen: Seen, paints: tuple[Paint, ...]) -> list[Mark]:
    """Return outlines on the picture as marks; those of one paint that follow one another as one."""
    marks: list[Mark] = []
    held: list[tuple[Point, ...]] = []
    last = -1

    def close() -> None:
        if not held:
            return
        paint = paints[last]
        if len(held) > 1 and paint.about is None:
            marks.append(areas(tuple(held), paint.fill, Pen(paint.fill[:7], 0.3)))
        else:
            marks.extend(Area(one, paint.fill, paint.about, _edge(paint.fill)) for one in held)
        held.clear()

    points = [(round(x, 2), round(y, 2)) for x, y in seen.places.tolist()]
    starts = seen.starts.tolist()
    for number, (key, line) in enumerate(zip(seen.keys.tolist(), seen.lines.tolist(), strict=True)):
        outline = tuple(points[starts[number] : starts[number + 1]])
        xs, ys = [x for x, _ in outline], [y for _, y in outline]
        if max(max(xs) - min(xs), max(ys) - min(ys)) < LEAST_SHOWN:
            continue
        if key != last or line:
            close()
        last = key
        if line:
            paint = paints[key]
            marks.append(Stroke(outline, paint.pen or Pen("line", 0.4), about=paint.about))
        else:
            held.append(outline)
    close()
    return marks


def _edge(fill: str) -> Pen | None:
    """Return a hair line in a face's own colour, so that no seam shows where two meet."""
    return Pen(fill, 0.3) if len(fill) == 7 else None
