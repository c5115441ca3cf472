"""Rooms in perspective: what stands there is drawn where it is, hidden by what stands before it."""

from __future__ import annotations

import math

import pytest
from msgspec.structs import replace

from narrow_cornice.boards.viewpoints import eye_of, viewpoint_of
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.zoned.standing import standing_pieces
from narrow_cornice.drawing.boards.eye_plan import eye_plan
from narrow_cornice.drawing.coloured import drawn_colours
from narrow_cornice.drawing.in_perspective.room_in_perspective import room_in_perspective, scene_of
from narrow_cornice.drawing.marks import Area, Areas, Drawing, Handle, points_of
from narrow_cornice.exchange.svg_drawing import svg_drawing
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import BuiltInPath, EyePath, OpeningPath, StoodPath, SurfacePath, TrimPath
from narrow_cornice.job.presented import Viewpoint
from narrow_cornice.job.samples import demo_job
from narrow_cornice.perspective.eye import places_on_picture
from narrow_cornice.survey.plan import on_floor
from narrow_cornice.units.lengths import parse_length
from narrow_cornice.zones.plan_shapes import inside
from random_jobs import random_job
from thorough import many

JOB = demo_job()


def seen(job: Job, room: Room, view: Viewpoint | None = None, by_lamp: bool = False) -> Drawing:
    view = view or viewpoint_of(room, job.house_rules)
    colours = drawn_colours(job.colours, job.coverings)
    return room_in_perspective(room, job.house_rules, job.paints, colours, tuple(job.fabrics), view, by_lamp)


def test_a_room_shows_its_walls_trim_built_ins_and_furniture() -> None:
    """All of them can be pointed at; all that is drawn lies on the picture."""
    drawing = seen(JOB, JOB.room("r2"))
    kinds = {type(mark.about) for mark in drawing.marks if mark.about is not None}
    assert kinds >= {SurfacePath, TrimPath, BuiltInPath, StoodPath, OpeningPath}
    left, top, right, low = drawing.bounds
    for mark in drawing.marks:
        for x, y in points_of(mark):
            assert left - 0.1 <= x <= right + 0.1
            assert top - 0.1 <= y <= low + 0.1


def test_a_window_is_where_its_corners_are() -> None:
    """The frame of the bay window, seen from the middle of the parlour, has the corners that a central projection of
    its measured place has, to a hundredth of a pixel."""
    room = JOB.room("r2")
    measured = measured_room(room, {})
    opening = next(one for one in room.measured.openings if one.kind == "window")
    index = [face.id for face in measured.faces].index(opening.wall)
    side = measured.plan.sides[index]
    rect = next(one.rect for one in measured.faces[index].openings if one.opening.id == opening.id)
    middle = on_floor(side, (rect.u0 + rect.u1) / 2, 2600.0)
    aim = on_floor(side, (rect.u0 + rect.u1) / 2, 0.0)
    view = Viewpoint(middle[0], middle[1], aim, angle=80.0)
    bare = replace(room, zones=replace(room.zones, pieces=(), dressings=(), lamps=()), casework=type(room.casework)())
    corners = [(*on_floor(side, u, 0.0), v) for u in (rect.u0, rect.u1) for v in (rect.v0, rect.v1)]
    wanted = places_on_picture(eye_of(view, {}), corners)
    frame = max(
        (m for m in seen(JOB, bare, view).marks if isinstance(m, Area) and m.about == OpeningPath("r2", opening.id)),
        key=lambda m: max(x for x, _ in m.points) - min(x for x, _ in m.points),
    )
    for place in wanted:
        assert place is not None
        assert min(math.dist(place, point) for point in frame.points) < 0.011  # marks are kept to a hundredth


def topmost(drawing: Drawing, place: tuple[float, float]) -> object:
    """Return what the last area over a place of a picture is of."""
    found = None
    for mark in drawing.marks:
        if isinstance(mark, Area) and inside(mark.points, place):
            found = mark.about
    return found


def test_furniture_hides_the_floor_below_it_and_is_hidden_from_below() -> None:
    """Seen from above its middle a table top is the table's, and the floor under it is not seen; from under the table
    the top hides the ceiling."""
    room = JOB.room("r2")
    room = replace(room, zones=replace(room.zones, lamps=()))  # a pendant hangs before it
    piece = next(one for one in standing_pieces(room, {}) if one.kind.form == "table")
    x, y = piece.foot.x, piece.foot.y
    view = Viewpoint(x, y - 600.0, (x, y), parse_length("2200 mm"), parse_length("400 mm"), angle=110.0)
    place = places_on_picture(eye_of(view, {}), [(x, y, piece.height), (x, y, 0.0)])
    drawing = seen(JOB, room, view)
    assert place[0] is not None
    assert place[1] is not None
    assert topmost(drawing, place[0]) == StoodPath("r2", piece.id)
    assert topmost(drawing, place[1]) == StoodPath("r2", piece.id)
    low = Viewpoint(x - 50.0, y - 300.0, (x, y), parse_length("120 mm"), parse_length("500 mm"), angle=100.0)
    under = places_on_picture(eye_of(low, {}), [(x, y, piece.height - 35.0)])[0]
    assert under is not None
    assert topmost(seen(JOB, room, low), under) == StoodPath("r2", piece.id)


def test_a_colour_is_true_on_its_wall_by_day_and_lit_by_the_lamps() -> None:
    """By day the very colour of the paint; under lamps many tones, warmer ones."""
    room = JOB.room("r2")
    walls = [m.fill for m in seen(JOB, room).marks if isinstance(m, Area) and isinstance(m.about, SurfacePath)]
    assert "#c8d3c2" in walls
    lit = {
        mark.fill
        for mark in seen(JOB, room, by_lamp=True).marks
        if isinstance(mark, Area) and isinstance(mark.about, SurfacePath)
    }
    assert len(lit) > 8
    red = sum(int(fill[1:3], 16) - int(fill[5:7], 16) for fill in lit) / len(lit)
    assert red > 0


def test_changing_the_eye_puts_nothing_in_order_anew() -> None:
    """The room is put in order once for every eye."""
    room, colours = JOB.room("r2"), drawn_colours(JOB.colours, JOB.coverings)
    fabrics = tuple(JOB.fabrics)
    before = scene_of(room, JOB.house_rules, JOB.paints, colours, fabrics, False)
    assert before is scene_of(room, JOB.house_rules, JOB.paints, colours, fabrics, False)
    assert before is not None
    assert len(before.there.keys) > 1000


@pytest.mark.parametrize("seed", range(many(1, 40)))
def test_random_rooms_come_out(seed: int) -> None:
    """Whatever was built in, hung up or laid, from whatever eye: a picture, or words that say why not."""
    job = random_job(seed)
    for room in job.rooms[:3]:
        drawing = seen(job, room)
        assert drawing.marks or drawing.subtitle
        if drawing.marks:
            assert svg_drawing(drawing, 4.0).count("<") > 5


def test_a_room_that_is_not_measured_says_so() -> None:
    """There is nothing to see yet."""
    room = Room("r9", "Boot room")
    drawing = seen(replace(JOB, rooms=(room,)), room)
    assert not drawing.marks
    assert drawing.subtitle


def test_the_plan_shows_the_eye_and_both_its_ends_can_be_moved() -> None:
    """Where it stands, and where it looks."""
    handles = [m.about for m in eye_plan(JOB, JOB.room("r1")).marks if isinstance(m, Handle)]
    assert EyePath("r1") in handles
    assert EyePath("r1", what="aim") in handles
    moved = edits.see_from("r1", Viewpoint(500.0, 700.0, (2000.0, 2000.0))).apply(JOB)
    at = [m.at for m in eye_plan(moved, moved.room("r1")).marks if isinstance(m, Handle) and m.about == EyePath("r1")]
    assert at == [(500.0, -700.0)]


def test_tiles_of_one_paint_are_one_mark() -> None:
    """Thousands of tiles are drawn as few marks."""
    drawing = seen(JOB, JOB.room("r5"))
    assert any(isinstance(mark, Areas) and len(mark.outlines) > 5 for mark in drawing.marks)
    assert len(drawing.marks) < 5000


def test_a_picture_too_wide_for_its_corners_says_so() -> None:
    room = JOB.room("r1")
    for angle, bent in ((75.0, False), (80.0, True)):
        drawing = seen(JOB, room, Viewpoint(500.0, 700.0, (2000.0, 2000.0), angle=angle))
        assert ("bends" in drawing.subtitle) == bent
