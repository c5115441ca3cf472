"""Readings from tables, outlines from DXF, drawings to DXF, sheets for the site."""

from __future__ import annotations

import contextlib
import io
import itertools
import math

import ezdxf
import pytest
from ezdxf.document import Drawing
from hypothesis import given, strategies as st

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.measured.surveys import corner_key
from narrow_cornice.drawing.elevation import wall_elevation
from narrow_cornice.drawing.marks import Dimension, Stroke
from narrow_cornice.drawing.plan import room_plan
from narrow_cornice.drawing.section import trim_section
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.dxf_drawing import LAYERS, drawing_dxf, with_arcs
from narrow_cornice.exchange.dxf_outlines import DxfError, read_outlines
from narrow_cornice.exchange.measuring_sheet import measuring_sheets_pdf
from narrow_cornice.exchange.readings_csv import ReadingsError, read_readings, readings_table, take_readings
from narrow_cornice.job.edits.survey_edits import put_offset
from narrow_cornice.job.history import History
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.survey.readings import Reading
from narrow_cornice.survey.starting_figure import area

CHART = demo_job().rooms[0]


def faults(text: str) -> list[tuple[int, str]]:
    return [(one.number, one.fault) for one in read_readings(text.encode(), CHART, "mm") if one.fault]


def test_readings_go_where_they_belong_beside_those_that_are_there() -> None:
    table = """what,at,to,value,instrument,sigma
wall,A,B,4309,laser,1.9
diagonal,D,B,3815,tape,
corner,B,,88.9,,0.3
height,C,,2973
offset,E,B C,-12
"""
    lines = read_readings(table.encode(), CHART, "mm")
    assert [line.words for line in lines] == [
        "wall A–B",
        "B to D",
        "corner B",
        "ceiling height, near C",
        "offset of E from B to C",
    ]
    history = History(demo_job())
    history.do(take_readings(CHART, lines, replace=False))
    room = history.job.rooms[0]
    assert [(one.mm, one.instrument, one.sigma) for one in room.measured.walls[0].readings][-1] == (4309, "laser", 1.9)
    assert len(room.measured.walls[0].readings) == 3
    assert [one.mm for one in next(one for one in room.measured.diagonals if one.id == "d3").readings][-1] == 3815
    assert room.measured.walls[0].angles[-1].degrees == 88.9
    assert (room.measured.heights[-1].mm, room.measured.heights[-1].wall) == (2973, "w3")
    assert room.measured.offsets[0].readings[0].mm == -12
    history.undo()
    assert history.job == demo_job()
    history.do(take_readings(CHART, lines, replace=True))
    assert [one.mm for one in history.job.rooms[0].measured.walls[0].readings] == [4309]


@pytest.mark.parametrize(
    ("line", "why"),
    [
        ("wall,A,C,4310", "no wall joins A and C"),
        ("wall,A,Q,4310", "no corner “Q”"),
        ("wall,A,B,about four", "character 1"),
        ("ceiling,A,B,4310", "“ceiling” is no reading"),
        ("corner,B,,bent", "no angle"),
        ("diagonal,B,B,10", "same"),
        ("wall,A,B,4310,ruler", "“ruler” is no instrument"),
        ("wall,A,B,4310,tape,much", "“much” is no uncertainty"),
        ("offset,C,B,12", "line between two corners"),
        ("wall,A,B,", "character"),
    ],
)
def test_the_preview_says_which_line_is_wrong_and_why(line: str, why: str) -> None:
    ((number, fault),) = faults(f"what,at,to,value,instrument,sigma\nwall,A,B,4310\n{line}\n")
    assert number == 3
    assert why in fault


def test_other_separators_other_order_and_no_headings() -> None:
    semicolons = "value;what;to;at\n4310;wall;B;A\n"
    (line,) = read_readings(semicolons.encode(), CHART, "mm")
    assert (line.words, line.length.mm) == ("wall A–B", 4310)  # type: ignore[union-attr]
    (bare,) = read_readings(b"wall,A,B,14' 2\"", CHART, "mm")
    assert bare.length.mm == pytest.approx(4318)  # type: ignore[union-attr]
    for bad, says in ((b"\xff\xfe\x00", "not readable text"), (b"", "no readings"), (b"a\0b", "not a table")):
        with pytest.raises(ReadingsError, match=says):
            read_readings(bad, CHART, "mm")


def test_a_rooms_readings_go_out_and_come_back_the_same() -> None:
    for room in (one for one in demo_job().rooms if not one.outdoors):
        lines = read_readings(readings_table(room).encode(), room, "mm")
        assert not [line.fault for line in lines if line.fault]
        history = History(demo_job())
        history.do(take_readings(room, lines, replace=True))
        again = history.job.room(room.id)
        assert [[one.mm for one in side.readings] for side in again.measured.walls] == [
            [one.mm for one in side.readings] for side in room.measured.walls
        ]
        corners = zip(measured_room(again, {}).plan.corners, measured_room(room, {}).plan.corners, strict=True)
        assert max(math.dist(one, other) for one, other in corners) < 0.1  # sigmas and places of heights go along


@given(st.binary(max_size=300))
def test_no_bytes_stop_the_readers(raw: bytes) -> None:
    for read in (lambda: read_readings(raw, CHART, "mm"), lambda: read_outlines(raw)):
        with contextlib.suppress(CorniceError):
            read()


def dxf(*, unit: int, lines: bool = False, scale: float = 1.0) -> bytes:
    document = ezdxf.new("R2010")
    document.header["$INSUNITS"] = unit
    space = document.modelspace()
    corners = [(0, 0), (4000, 0), (4000, 3000), (2500, 3000), (2500, 2500), (0, 2500)]
    corners = [(x * scale, y * scale) for x, y in corners]
    if lines:
        for a, b in zip(corners, [*corners[1:], corners[0]], strict=True):
            space.add_line(b, a, dxfattribs={"layer": "walls"})
    else:
        space.add_lwpolyline(list(reversed(corners)), close=True, dxfattribs={"layer": "walls"})
        space.add_lwpolyline([(10, 10), (20, 10), (20, 20)], close=True)
        space.add_circle((5, 5), 3)
    held = io.StringIO()
    document.write(held)
    return held.getvalue().encode()


@pytest.mark.parametrize(("unit", "lines", "scale"), [(4, False, 1.0), (6, True, 0.001), (0, False, 1.0)])
def test_an_outline_becomes_a_walk(unit: int, lines: bool, scale: float) -> None:
    outline = read_outlines(dxf(unit=unit, lines=lines, scale=scale))[0]
    assert outline.layer == "walls"
    assert outline.scale == {4: 1.0, 6: 1000.0, 0: None}[unit]
    walk = outline.walk(outline.scale or 1.0)
    assert [round(mm) for mm, _ in walk] == [4000, 3000, 1500, 500, 2500, 2500]
    assert [round(angle) for _, angle in walk] == [90, 90, 90, 270, 90, 90]
    assert sum(angle for _, angle in walk) == pytest.approx(720)


def written(document: Drawing) -> bytes:
    held = io.StringIO()
    document.write(held)
    return held.getvalue().encode()


def test_a_bulge_becomes_a_chain_of_chords_near_the_curve() -> None:
    """A room of 4000 × 3000 with a half-round apse of radius 1500 on its right: 12 + π 1.5² ÷ 2 m²."""
    document = ezdxf.new("R2010")
    document.header["$INSUNITS"] = 4
    corners = [(0, 0, 0), (4000, 0, 1.0), (4000, 3000, 0), (0, 3000, 0)]
    document.modelspace().add_lwpolyline(corners, format="xyb", close=True)
    (outline,) = read_outlines(written(document))
    assert set(outline.corners) > {(0.0, 0.0), (0.0, 3000.0)}
    assert all(
        math.dist(one, (4000, 1500)) == pytest.approx(1500, abs=1.0) for one in outline.corners if one[0] > 4000.1
    )
    # chords lie at most 5 mm inside the curve, so the area is at most that much smaller along its length
    whole = 12e6 + math.pi * 1500**2 / 2
    assert whole - 5 * math.pi * 1500 < area(outline.corners) < whole
    assert 8 < len(outline.corners) < 40


def test_lines_and_an_arc_that_meet_are_one_outline_and_blocks_are_opened() -> None:
    """The same room drawn in metres as three lines and an arc, in a block put in twice as large at (10, 5)."""
    document = ezdxf.new("R2010")
    document.header["$INSUNITS"] = 6
    block = document.blocks.new("room")
    for a, b in (((4, 3), (0, 3)), ((0, 3), (0, 0)), ((0, 0), (4, 0.0002))):
        block.add_line(a, b, dxfattribs={"layer": "walls"})
    block.add_arc((4, 1.5), 1.5, -90, 90, dxfattribs={"layer": "walls"})
    document.modelspace().add_blockref("room", (10, 5), dxfattribs={"xscale": 2, "yscale": 2})
    (outline,) = read_outlines(written(document))
    assert outline.layer == "walls"
    assert min(x for x, _ in outline.corners) == pytest.approx(10, abs=0.002)
    assert max(x for x, _ in outline.corners) == pytest.approx(10 + 11, abs=0.02)
    assert area(outline.corners) == pytest.approx(4 * (12 + math.pi * 1.5**2 / 2), rel=0.003)


def test_a_room_drawn_in_metres_keeps_a_small_step() -> None:
    """Lines that meet in a step of 60 mm, drawn in metres without saying so."""
    document = ezdxf.new("R2010")
    document.header["$INSUNITS"] = 0
    corners = [(0, 0), (4, 0), (4, 3), (2, 3), (2, 2.94), (0, 2.94)]
    for a, b in zip(corners, [*corners[1:], corners[0]], strict=True):
        document.modelspace().add_line(a, b)
    (outline,) = read_outlines(written(document))
    assert len(outline.corners) == 6
    assert outline.scale is None


def test_what_is_no_outline_is_refused() -> None:
    open_line = ezdxf.new("R2010")
    open_line.modelspace().add_line((0, 0), (1000, 0))
    held = io.StringIO()
    open_line.write(held)
    with pytest.raises(DxfError, match="no closed outline"):
        read_outlines(held.getvalue().encode())
    with pytest.raises(DxfError, match="no DXF"):
        read_outlines(b"not a drawing at all")


def test_drawings_go_out_as_dxf_in_layers_one_to_one() -> None:
    job = demo_job()
    plan = room_plan(CHART, job.house_rules, job.settings, 0.0)
    document = ezdxf.read(io.StringIO(drawing_dxf(plan).decode()))
    assert document.header["$INSUNITS"] == 4
    assert set(LAYERS) <= {layer.dxf.name for layer in document.layers}
    used = {entity.dxf.layer for entity in document.modelspace()}
    assert {"wall", "opening", "dimension", "note"} <= used
    walls = [
        entity
        for entity in document.modelspace().query("LWPOLYLINE[layer=='wall']")
        if len(entity) == 2 and not entity.closed
    ]
    longest = max(math.dist(*[tuple(point) for point in wall.get_points("xy")]) for wall in walls)
    assert longest == pytest.approx(measured_room(CHART, {}).plan.sides[0].length.value)
    wall = wall_elevation(CHART, job.house_rules, job.colours, job.settings, "w2")
    face = ezdxf.read(io.StringIO(drawing_dxf(wall).decode())).modelspace()
    assert {"fixture", "condition", "finish", "trim"} <= {entity.dxf.layer for entity in face}


@pytest.mark.parametrize("number", range(5))
def test_the_plan_that_went_out_comes_back_as_the_same_room(number: int) -> None:
    job = demo_job()
    plan = measured_room(job.rooms[number], {}).plan
    outline, *others = read_outlines(drawing_dxf(room_plan(job.rooms[number], job.house_rules, job.settings, 0.0)))
    assert outline.layer == "room"
    assert abs(area(outline.corners)) == pytest.approx(abs(area(plan.corners)), rel=1e-9)
    walk = outline.walk(outline.scale or 0.0)
    assert sorted(length for length, _ in walk) == pytest.approx(sorted(side.length.value for side in plan.sides))
    assert sorted(angle for _, angle in walk) == pytest.approx(sorted(plan.angles))
    assert "dimension" not in {one.layer for one in others}


def test_what_goes_out_has_its_own_kinds() -> None:
    """Dimensions are dimensions and say what the sheet says, arcs are arcs, what is dashed is dashed, letters suit the
    size of the drawing, and its extents are told."""
    job = demo_job()
    plan = room_plan(CHART, job.house_rules, job.settings, 0.0)
    document = ezdxf.read(io.StringIO(drawing_dxf(plan).decode()))
    space = document.modelspace()
    assert {one.dxf.text for one in space.query("DIMENSION")} == {
        mark.text for mark in plan.marks if isinstance(mark, Dimension)
    }
    assert all(one.dxf.layer == "dimension" for one in space.query("DIMENSION"))
    for one in space.query("DIMENSION"):
        reach = math.dist(one.dxf.defpoint2, one.dxf.defpoint3)
        assert any(
            math.dist(mark.start, mark.end) == pytest.approx(reach)
            for mark in plan.marks
            if isinstance(mark, Dimension) and mark.text == one.dxf.text
        )
    assert space.query("LWPOLYLINE[layer=='sureness']")
    assert "ellipses drawn" in " ".join(one.dxf.text for one in space.query("TEXT"))
    dashed = [mark for mark in plan.marks if isinstance(mark, Stroke) and mark.pen.dashed]
    assert len(space.query("LWPOLYLINE[linetype=='DASHED']")) == len(dashed) > 0
    left, _, right, bottom = plan.bounds
    assert tuple(document.header["$EXTMIN"])[:2] == pytest.approx((left, -bottom))
    assert document.header["$EXTMAX"][0] == pytest.approx(right)
    section = trim_section(CHART, job.house_rules, job.settings, "cornice", False, False)
    small = ezdxf.read(io.StringIO(drawing_dxf(section).decode())).modelspace()
    wide = section.bounds[2] - section.bounds[0]
    assert all(one.dxf.height < wide / 20 for one in small.query("TEXT"))


@given(
    st.floats(1, 5000),
    st.floats(0.2, 6.2),
    st.integers(8, 60),
    st.floats(0, 6.28),
    st.booleans(),
)
def test_chords_of_a_circle_become_its_arcs(radius: float, turn: float, steps: int, begin: float, back: bool) -> None:
    step = turn / steps * (-1 if back else 1)
    points = [(radius * math.cos(begin + k * step), radius * math.sin(begin + k * step)) for k in range(steps + 1)]
    made = with_arcs([(0.0, 0.0), *points, (radius * 3, radius * 3)], closed=False)
    arcs = [(one, other) for one, other in itertools.pairwise(made) if one[2]]
    assert 1 <= len(arcs) <= 3
    assert len(made) <= 3 + len(arcs) + 1
    for (x0, y0, bulge), (x1, y1, _) in arcs:
        # the middle of the arc lies on the circle: the bulge is its rise over half its chord
        mx, my, half = (x0 + x1) / 2, (y0 + y1) / 2, math.dist((x0, y0), (x1, y1)) / 2
        nx, ny = (y1 - y0) / (2 * half), -(x1 - x0) / (2 * half)
        assert math.hypot(mx + nx * bulge * half, my + ny * bulge * half) == pytest.approx(radius, rel=1e-6)


def test_a_line_of_few_corners_stays_as_it_is() -> None:
    square = [(0.0, 0.0), (9.0, 0.0), (9.0, 9.0), (0.0, 9.0)]
    assert with_arcs(square, closed=True) == [(x, y, 0.0) for x, y in square]
    assert with_arcs(square, closed=False) == [(x, y, 0.0) for x, y in square]


def test_measuring_sheets_are_named_after_rooms_and_openings() -> None:
    content = measuring_sheets_pdf(demo_job())
    assert content.startswith(b"%PDF")
    assert content.count(b"/Type /Page\n") >= 3
    assert measuring_sheets_pdf(starting_job()).startswith(b"%PDF")


def test_an_offset_of_a_job_in_inches_comes_back_as_it_was() -> None:
    job = demo_job()
    room = job.rooms[0]
    corners = [corner_key(room.measured.walls, index) for index in range(3)]
    history = History(job)
    history.do(put_offset("r1", corners[1], corners[0], corners[2], (Reading(-12.25, "-12.25"),), "offset"))
    room = history.job.rooms[0]
    lines = read_readings(readings_table(room).encode(), room, "in")
    assert not [line.fault for line in lines if line.fault]
    history.do(take_readings(room, lines, replace=True))
    back = history.job.rooms[0].measured
    assert [one.mm for one in back.offsets[-1].readings] == [-12.25]
    assert [[one.mm for one in wall.readings] for wall in back.walls] == [
        [one.mm for one in wall.readings] for wall in room.measured.walls
    ]
