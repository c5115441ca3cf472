"""Parts for the machine and the bench: a DXF each that reads back at its size, and a label each."""

from __future__ import annotations

import io
import math
import zipfile
from itertools import pairwise

import ezdxf
import pytest
from ezdxf import path

from narrow_cornice.derived.built.machining import PIN_EDGE, PIN_STEP, Bench, on_the_bench
from narrow_cornice.derived.built.sheets import cut_boards
from narrow_cornice.exchange.parts_out import labels_pdf, part_dxf, parts_zip
from narrow_cornice.job import edits
from narrow_cornice.job.samples import demo_job


def test_every_part_that_is_cut_is_there_with_how_many() -> None:
    job = demo_job()
    many = sum(
        part.count
        for room in job.rooms
        for run in room.casework.built_ins
        for part in on_the_bench(room, run, job.house_rules)
    )
    assert many == sum(len(cut.parts) for cut in cut_boards(job))
    names = zipfile.ZipFile(io.BytesIO(parts_zip(job))).namelist()
    assert len(names) == len(set(names))
    assert sum(int(name.rsplit(" ", 2)[1]) for name in names) == many
    assert all(name.endswith(" off.dxf") for name in names)


def test_a_side_has_its_pins_in_two_rows_and_reads_back_at_its_size() -> None:
    job = demo_job()
    room = job.room("r1")
    parts = on_the_bench(room, room.casework.built_ins[1], job.house_rules)
    side = max((part for part in parts if part.kind == "side"), key=lambda part: part.length)
    document = ezdxf.read(io.StringIO(part_dxf(side, "Right bookcase").decode()))
    space = document.modelspace()
    (outline,) = space.query("LWPOLYLINE[layer=='outline']")
    assert {tuple(point[:2]) for point in outline.get_points()} >= {(0.0, 0.0), (side.length, side.width)}
    pins = [circle.dxf.center for circle in space.query("CIRCLE[layer=='pins']")]
    assert len(pins) == len(side.pins) > 20
    rows = sorted({round(pin.y, 2) for pin in pins})
    assert rows == [16.0 + PIN_EDGE, pytest.approx(side.width - PIN_EDGE)]
    along = sorted({pin.x for pin in pins})
    assert [b - a for a, b in pairwise(along)] == pytest.approx([PIN_STEP] * (len(along) - 1))
    assert all(0 < pin.x < side.length for pin in pins)
    lowest = next(part for part in parts if part.kind == "side" and part.length < 800)
    assert lowest.pins == ()  # it holds drawers


def test_a_back_is_cut_out_where_the_socket_is() -> None:
    job = edits.cut_through("r1", "c2", "f2", "alcove socket").apply(demo_job())
    room = job.room("r1")
    socket = next(one for one in room.measured.fixtures if one.name == "alcove socket")
    job = edits.cut_through("r1", "c2", socket.id, socket.name).apply(demo_job())
    room = job.room("r1")
    backs = [part for part in on_the_bench(room, room.casework.built_ins[1], job.house_rules) if part.kind == "back"]
    (cut,) = [part for part in backs if part.cut_outs]
    ((along, across, long, wide),) = cut.cut_outs
    assert 0 < along < along + long < cut.length
    assert 0 < across < across + wide < cut.width
    document = ezdxf.read(io.StringIO(part_dxf(cut, "Right bookcase").decode()))
    assert len(document.modelspace().query("LWPOLYLINE[layer=='cut out']")) == 1


def test_there_is_a_label_for_each_part() -> None:
    job = demo_job()
    content = labels_pdf(job)
    many = sum(len(cut.parts) for cut in cut_boards(job))
    assert content.startswith(b"%PDF")
    assert content.count(b"/Type /Page\n") == -(-many // 24)


def test_what_is_curved_is_drawn_with_its_arc() -> None:
    """A shelf of a rounded end is a quarter of a circle, an arched rail is cut out by a segment that rises half of what
    it is wide: the area under the arcs, from points on them, is that of the circles."""
    for part, area in (
        (Bench("end shelf", 4, "ply-18", 282.0, 282.0, 18.0, curve=282.0), math.pi * 282.0**2 / 4),
        (Bench("arched rail", 1, "", 500.0, 295.0, 21.0, curve=250.0), 500 * 295 - math.pi * 250.0**2 / 2),
    ):
        document = ezdxf.read(io.StringIO(part_dxf(part, "Bookcase").decode()))
        (outline,) = document.modelspace().query("LWPOLYLINE[layer=='outline']")
        points = [(p.x, p.y) for p in path.make_path(outline).flattening(0.001)]
        doubled = sum(x * v - u * y for (x, y), (u, v) in pairwise([*points, points[0]]))
        assert abs(doubled) / 2 == pytest.approx(area, rel=1e-3)  # it flattens by Bézier curves
