"""The unfolded room: every wall once, nothing over anything else, whatever the room's shape."""

from __future__ import annotations

import math
import random
from collections.abc import Sequence

import pytest
import shapely
from hypothesis import assume, given, settings, strategies as st
from msgspec.structs import replace

from goods import sawn
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.measured.surveys import plan_of as surveyed
from narrow_cornice.drawing.elevation import wall_elevation
from narrow_cornice.drawing.envelope import envelope_drawing
from narrow_cornice.drawing.marks import Area, Dimension, Drawing, Label, Strip, Stroke, bounds_of, dimension_line
from narrow_cornice.drawing.plan import room_plan
from narrow_cornice.drawing.section import trim_section
from narrow_cornice.drawing.slips import line_picture
from narrow_cornice.drawing.squared import squared_corners
from narrow_cornice.drawing.strip import wall_strip
from narrow_cornice.drawing.unfolded import turning, unfolded_room, upright_turn
from narrow_cornice.drawing.unfolding import UnfoldedWall, outward_of, unfolded_walls
from narrow_cornice.job import edits
from narrow_cornice.job.history import History
from narrow_cornice.job.measured import WallAsRead
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import DiagonalPath, OpeningPath, SurfacePath, TrimPath, WallPath
from narrow_cornice.job.samples import demo_job
from narrow_cornice.job.walled import Field, shipped_coverings
from narrow_cornice.survey.plan import Plan, Point, Turn, plan_area
from narrow_cornice.survey.readings import AngleReading, Reading
from narrow_cornice.survey.triangles import triangles
from narrow_cornice.trim.kinds import KINDS
from narrow_cornice.units.lengths import parse_length
from rooms import changed
from simulated import true_angle, true_room
from thorough import many


def overlap(one: Sequence[Point], other: Sequence[Point]) -> float:
    """Return the common area of two convex outlines, clipped edge by edge (Sutherland and Hodgman)."""
    left = list(one) if plan_area(one) > 0 else list(reversed(one))
    knife = list(other) if plan_area(other) > 0 else list(reversed(other))
    for (x0, y0), (x1, y1) in zip(knife, [*knife[1:], knife[0]], strict=True):

        def off(p: Point, x0: float = x0, y0: float = y0, x1: float = x1, y1: float = y1) -> float:
            return (x1 - x0) * (p[1] - y0) - (y1 - y0) * (p[0] - x0)

        cut: list[Point] = []
        for p, q in zip(left, [*left[1:], *left[:1]], strict=True):
            if off(p) >= 0:
                cut.append(p)
            if off(p) * off(q) < 0:
                share = off(p) / (off(p) - off(q))
                cut.append((p[0] + (q[0] - p[0]) * share, p[1] + (q[1] - p[1]) * share))
        left = cut
    return plan_area(left) if len(left) > 2 else 0.0


def placed_walls(plan: Plan, height: float) -> tuple[UnfoldedWall, ...]:
    lengths = [side.length.value for side in plan.sides]
    return unfolded_walls(squared_corners(plan), lengths, [height] * len(lengths))


def check(plan: Plan, placed: tuple[UnfoldedWall, ...], height: float) -> None:
    corners = squared_corners(plan)
    rooms = [[corners[i] for i in triangle] for triangle in triangles(corners)]
    for index, place in enumerate(placed):
        assert place.index == index
        length = math.dist(corners[index], corners[(index + 1) % len(corners)])
        assert plan_area(place.quad) == pytest.approx(length * height)
        assert length == pytest.approx(plan.sides[index].length.value, rel=0.03, abs=30)
        assert all(overlap(place.quad, room) < 20 for room in rooms), f"wall {index} lies over the room"
        assert all(overlap(place.quad, other.quad) < 20 for other in placed[:index]), f"wall {index} over another"
        mirrored = place.frame.u[0] * place.frame.v[1] - place.frame.u[1] * place.frame.v[0]
        assert mirrored == pytest.approx(length / plan.sides[index].length.value)
        if place.leader is None:
            assert place.frame.origin == corners[(index + 1) % len(corners)]
            assert place.frame.v == outward_of(corners, index)


def walked(sides: Sequence[tuple[float, Turn]]) -> Plan:
    walls = tuple(WallAsRead(f"w{i}", (Reading(mm, ""),), turn) for i, (mm, turn) in enumerate(sides))
    return surveyed("r1", walls, (), (), {})


def plan_of(*sides: tuple[float, Turn]) -> Plan:
    plan = walked(sides)
    assert plan.determined, plan.fault
    return plan


@st.composite
def notched_plans(draw: st.DrawFn) -> Plan:
    """A room with notches into it or out of it on all four sides."""
    runs = []
    for _ in range(4):
        pieces: list[tuple[float, Turn]] = []
        for _ in range(draw(st.integers(0, 3))):
            deep, wide = draw(st.integers(80, 700)), draw(st.integers(200, 1500))
            first: Turn = draw(st.sampled_from(["left", "right"]))
            second: Turn = "right" if first == "left" else "left"
            pieces += [(draw(st.integers(1000, 2000)), first), (deep, second), (wide, second), (deep, first)]
        pieces.append((draw(st.integers(1000, 2000)), "left"))
        runs.append(pieces)

    def along(pieces: list[tuple[float, Turn]]) -> float:
        return sum(mm for index, (mm, _) in enumerate(pieces) if index % 2 == 0)

    for one, other in ((0, 2), (1, 3)):  # opposite sides are made equally long by their last piece
        short, gap = (
            (one, along(runs[other]) - along(runs[one]))
            if along(runs[one]) < along(runs[other])
            else (other, along(runs[one]) - along(runs[other]))
        )
        mm, turn = runs[short][-1]
        runs[short][-1] = (mm + gap, turn)
    plan = walked([piece for run in runs for piece in run])
    assume(plan.determined)  # notches near a corner may run into one another: that is no room
    return plan


@given(notched_plans(), st.floats(1800, 4500))
def test_walls_of_any_right_angled_room_never_overlap(plan: Plan, height: float) -> None:
    check(plan, placed_walls(plan, height), height)


def test_a_plain_room_needs_no_leaders_and_the_cheeks_of_a_breast_do() -> None:
    square = plan_of((4000, "left"), (3000, "left"), (4000, "left"), (3000, "left"))
    assert all(place.leader is None for place in placed_walls(square, 2500))
    job = demo_job()
    chart = measured_room(job.rooms[0], job.house_rules)
    aside = [place.index for place in placed_walls(chart.plan, 2974) if place.leader]
    assert aside == [3, 5]


def test_a_room_round_a_court_keeps_the_inner_walls_clear() -> None:
    court = plan_of(
        (6000, "left"),
        (2000, "left"),
        (4000, "right"),
        (2000, "right"),
        (4000, "left"),
        (2000, "left"),
        (6000, "left"),
        (6000, "left"),
    )
    placed = placed_walls(court, 2600)
    check(court, placed, 2600)
    assert sum(place.leader is not None for place in placed) >= 2


def drawings(job: Job, turn: float = 0.0) -> list[Drawing]:
    made = []
    for room in (one for one in job.rooms if not one.outdoors):
        made.append(unfolded_room(room, job.house_rules, job.colours, job.settings, turn))
        made.append(room_plan(room, job.house_rules, job.settings, turn))
        made.append(wall_strip(room, job.house_rules, job.colours, job.settings))
        made += [envelope_drawing(room, job.house_rules, job.settings, one.id) for one in room.measured.recesses]
        made += [
            wall_elevation(room, job.house_rules, job.colours, job.settings, side.id) for side in room.measured.walls
        ]
        made += [
            trim_section(room, job.house_rules, job.settings, kind, plain) for kind in KINDS for plain in (True, False)
        ]
    return made


@pytest.mark.parametrize("turn", [0.0, 90.0, 180.0, 270.0, 33.0])
def test_every_drawing_lies_in_its_bounds_and_says_what_it_is(turn: float) -> None:
    for drawing in drawings(demo_job(), turn):
        assert drawing.title
        assert drawing.subtitle
        left, top, right, bottom = drawing.bounds
        x0, y0, x1, y1 = bounds_of(drawing.marks)
        if drawing.marks:
            assert left - 1 <= x0, drawing.title
            assert top - 1 <= y0
            assert x1 <= right + 1
            assert y1 <= bottom + 1


def test_every_surface_and_piece_of_trim_can_be_pointed_at() -> None:
    job = demo_job()
    room = job.rooms[0]
    drawing = unfolded_room(room, job.house_rules, job.colours, job.settings, 0)
    about = {mark.about for mark in drawing.marks if not isinstance(mark, Label)}
    for side in room.measured.walls:
        assert SurfacePath.by_key("r1", f"upper wall@{side.id}") in about
        assert SurfacePath.by_key("r1", f"lower wall@{side.id}") in about
    for kind in ("skirting", "dado rail", "casing", "cornice"):
        assert TrimPath("r1", kind) in about
    for opening in room.measured.openings:
        leaf = SurfacePath("r1", "door face", opening.id)
        assert OpeningPath("r1", opening.id) in about or leaf in about
    assert SurfacePath("r1", "ceiling", "room") in about


def test_a_door_is_drawn_with_its_panels_or_flush() -> None:
    """Two leaves of a wide door with two panels each, and plain ones."""
    history = History(demo_job())
    door = next(one for one in history.job.rooms[0].measured.openings if one.kind == "door")

    def leaf() -> list[Area]:
        about = SurfacePath("r1", "door face", door.id)
        return [mark for mark in drawings(history.job)[0].marks if isinstance(mark, Area) and mark.about == about]

    assert len(leaf()) == 1 + 2 * 2
    history.do(edits.change_opening("r1", door.id, door.name, leaf="flush"))
    assert len(leaf()) == 1


def test_true_colours_and_the_areas_drawn_are_the_areas_counted() -> None:
    job = demo_job()
    room = job.rooms[0]
    drawing = unfolded_room(room, job.house_rules, job.colours, job.settings, 0)
    upper = [
        mark for mark in drawing.marks if isinstance(mark, Area) and mark.about == SurfacePath("r1", "upper wall", "w2")
    ]
    assert {mark.fill for mark in upper} == {"#c8d3c2"}
    length = measured_room(room, job.house_rules).plan.sides[1].length.value
    assert abs(plan_area(upper[0].points)) == pytest.approx(length * (2974 - 900), rel=0.01)  # drawn square
    strips = [mark for mark in drawing.marks if isinstance(mark, Strip) and mark.about == TrimPath("r1", "cornice")]
    assert len(strips) == 6  # of eight walls, two are behind the bookcases
    assert strips[0].colour == "#f3efe4"
    assert len(set(strips[0].tones)) > 5


def test_turning_four_times_is_home_and_a_wall_can_be_stood_upright() -> None:
    assert turning(360)((3.0, 5.0)) == turning(0)((3.0, 5.0)) == (3.0, -5.0)
    assert turning(90)((0.0, 1.0)) == (1.0, 0.0)
    job = demo_job()
    measured = measured_room(job.rooms[0], job.house_rules)
    for index, side in enumerate(job.rooms[0].measured.walls):
        turned = turning(upright_turn(measured, side.id))
        x, y = turned(outward_of(squared_corners(measured.plan), index))
        assert (x, y) == pytest.approx((0.0, -1.0), abs=1e-6)


def test_the_plan_shows_each_wall_with_its_doubt_and_what_follows() -> None:
    job = demo_job()
    texts = [
        mark.text
        for mark in room_plan(job.rooms[1], job.house_rules, job.settings, 0).marks
        if isinstance(mark, Dimension)
    ]
    assert len(texts) == 9
    assert sum("not read" in text for text in texts) == 1
    assert sum("read A to H next" in text for text in texts) == 1
    assert any("±" in text for text in texts)
    history = History(job)
    history.do(edits.set_readings("r2", "w2", (), "B–C"))
    walk = room_plan(history.job.rooms[1], job.house_rules, job.settings, 0)
    assert "Not determined yet: read" in walk.subtitle
    walls = [mark for mark in walk.marks if isinstance(mark, Stroke) and mark.pen.dashed and mark.pen.colour == "ochre"]
    assert len(walls) == 2


def test_the_plan_shows_its_doubts_and_what_to_read_next() -> None:
    job = demo_job()
    plan = room_plan(job.rooms[0], job.house_rules, job.settings, 0)
    rust = [mark for mark in plan.marks if isinstance(mark, Label) and mark.colour == "rust" and "off" in mark.text]
    assert [mark.about for mark in rust] == [DiagonalPath("r1", "d3")]
    assert any(isinstance(mark, Dimension) and mark.text.startswith("read C to E") for mark in plan.marks)
    assert "ellipses drawn 50 times" in plan.subtitle
    ellipses = [mark for mark in plan.marks if isinstance(mark, Area) and mark.fill == "#c08a2b40"]
    assert len(ellipses) == 8


@given(st.integers(0, 10_000), st.integers(4, 14), st.floats(1800, 3500))
@settings(max_examples=many(25, 200), deadline=None)
def test_walls_of_crooked_rooms_never_overlap(seed: int, count: int, height: float) -> None:
    points = true_room(random.Random(seed), count)
    walls = tuple(
        WallAsRead(
            f"w{i}",
            (Reading(math.dist(points[i], points[(i + 1) % count]), ""),),
            "left",
            None,
            (AngleReading(true_angle(points, (i + 1) % count)),),
        )
        for i in range(count)
    )
    plan = surveyed("r1", walls, (), (), {})
    assert plan.determined, plan.fault
    check(plan, placed_walls(plan, height), height)


def test_dimension_chains_add_up() -> None:
    job = demo_job()
    drawing = wall_elevation(job.rooms[0], job.house_rules, job.colours, job.settings, "w1")
    level = [mark for mark in drawing.marks if isinstance(mark, Dimension) and mark.start[1] == mark.end[1]]
    chain, whole = level[:-1], level[-1]
    assert sum(abs(mark.start[0] - mark.end[0]) for mark in chain) == pytest.approx(abs(whole.start[0] - whole.end[0]))
    a, b = dimension_line(whole)
    assert a[1] == b[1] > 0  # below the floor


def test_other_units_and_a_room_with_everything_fitted() -> None:
    history = History(demo_job())
    for kind in KINDS:
        history.do(edits.change_trim("r2", kind, fitted=True))
    history.do(edits.change_settings(unit="in"))
    assert all(
        drawing.marks or "fitted" in drawing.subtitle or "Two walls" in drawing.subtitle or "No " in drawing.subtitle
        for drawing in drawings(history.job)
    )
    waiting = replace(history.job, rooms=tuple(changed(room, heights=()) for room in history.job.rooms))
    assert any("has not been read" in drawing.subtitle for drawing in drawings(waiting))


def test_tins_and_bars_are_drawn_to_their_true_relative_size() -> None:
    job = demo_job()
    lines = {line.key: line for line in to_buy(job).lines}
    ceiling = line_picture(lines["paint:ceiling-flat:chalk"], job.settings)
    one = line_picture(lines["paint:wall-matt:clay"], job.settings)
    tall = [
        max(y for _, y in mark.points) - min(y for _, y in mark.points)
        for drawing in (ceiling, one)
        for mark in drawing.marks
        if isinstance(mark, Area)
    ][::1]
    assert max(tall) / 62.0 == pytest.approx(10 ** (1 / 3))
    skirting = lines["trim:skirting:147.5×35"]
    bars = line_picture(skirting, job.settings)
    widths = [max(x for x, _ in mark.points) for mark in bars.marks if isinstance(mark, Area)]
    assert max(widths) == pytest.approx(4.8 * 62)
    assert sum(isinstance(mark, Area) for mark in bars.marks) == len(sawn(skirting).bars.bars) + sum(
        len(bar.pieces) for bar in sawn(skirting).bars.bars
    )
    inches = line_picture(skirting, replace(job.settings, unit="in"))
    lengths = [mark.text.split(" · ")[-1] for mark in inches.marks if isinstance(mark, Label) and mark.within]
    assert lengths
    assert all(length.endswith(('"', "'")) for length in lengths)


def test_sizes_typed_in_a_room_reach_its_drawing() -> None:
    history = History(demo_job())
    before = drawings(history.job)[0]
    history.do(edits.set_heights("r1", (parse_length("2500"),)))
    after = drawings(history.job)[0]
    assert after.bounds[3] - after.bounds[1] < before.bounds[3] - before.bounds[1]
    assert "2 500 mm" in after.subtitle
    assert Reading(2500.0, "2500") in history.job.rooms[0].measured.heights


def test_sloped_ceilings_hinge_on_from_their_walls_at_their_true_size() -> None:
    job = demo_job()
    attic = next(room for room in job.rooms if room.name == "Attic Berth")
    drawing = unfolded_room(attic, job.house_rules, job.colours, job.settings, 0.0)
    areas = {surface.key: surface.gross.value for surface in room_surfaces(attic, {})}
    for key in ("ceiling@slope-w1", "ceiling@slope-w3"):
        (slope,) = [
            mark for mark in drawing.marks if isinstance(mark, Area) and mark.about == SurfacePath.by_key("r4", key)
        ]
        assert abs(plan_area(slope.points)) / 1e6 == pytest.approx(areas[key], rel=0.01)  # drawn square
    walls = [
        mark for mark in drawing.marks if isinstance(mark, Area) and mark.about == SurfacePath("r4", "upper wall", "w2")
    ]
    assert len(walls[0].points) == 6  # a gable
    assert "sloped, 1 188 mm to" in drawing.subtitle


def test_boards_on_a_ceiling_stand_beside_the_room_clear_of_its_walls() -> None:
    """All of the ceiling smaller than the rest, seen in a mirror; without a field its colour alone, as before."""
    job = demo_job()
    for room in job.rooms[:2]:
        bare = unfolded_room(room, job.house_rules, job.colours, job.settings, 0.0)
        boards = Field("", "Ceiling", shipped_coverings()["board-tongue"], on="ceiling")
        there = edits.add_field(room.id, boards).apply(job)
        made = unfolded_room(there.room(room.id), job.house_rules, job.colours, job.settings, 0.0)
        assert made.bounds == bare.bounds
        (name,) = [mark for mark in made.marks if isinstance(mark, Label) and "in a mirror" in mark.text]
        about = SurfacePath(room.id, "ceiling", "room")
        (ring,) = [mark for mark in made.marks if isinstance(mark, Area) and mark.about == about]
        ceiling = shapely.Polygon(ring.points)
        plan = plan_area(measured_room(room, job.house_rules).plan.corners)
        assert 0 < ceiling.area / plan < 1
        left, top, right, bottom = made.bounds
        assert left <= ceiling.bounds[0] <= ceiling.bounds[2] <= right
        assert top <= ceiling.bounds[1] <= ceiling.bounds[3] <= name.at[1] <= bottom
        walls = [mark for mark in bare.marks if isinstance(mark, Area) and isinstance(mark.about, WallPath)]
        assert not any(ceiling.intersects(shapely.Polygon(wall.points)) for wall in walls)
