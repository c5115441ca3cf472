"""The wall drawn as an order: what is drawn is what was worked out, and stands where it is built."""

from __future__ import annotations

import itertools

import pytest

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.drawing.marks import Area, Label, Strip
from narrow_cornice.drawing.section import trim_section
from narrow_cornice.drawing.wall_order import wall_order
from narrow_cornice.job.paths import TrimPath
from narrow_cornice.job.samples import demo_job
from narrow_cornice.trim.orders import orders
from narrow_cornice.trim.proportion import SCHOOLS
from rooms import changed


@pytest.mark.parametrize("order", list(orders()))
@pytest.mark.parametrize("school", SCHOOLS)
def test_the_pieces_fill_the_wall_from_floor_to_ceiling(order: str, school: str) -> None:
    job = demo_job()
    room = changed(job.rooms[0], order=order, school=school)
    drawing = wall_order(room, {}, job.colours, job.settings, "w1")
    stone = [mark for mark in drawing.marks if isinstance(mark, Area) and mark.fill == "#e4d9c3"]
    edges = sorted((-max(y for _, y in one.points), -min(y for _, y in one.points)) for one in stone)
    high = measured_room(room, {}).height
    assert high is not None
    assert edges[0][0] == pytest.approx(0.0)
    assert edges[-1][1] == pytest.approx(high.value, abs=1e-6)
    assert all(low == pytest.approx(before, abs=1e-6) for (_, before), (low, _) in itertools.pairwise(edges))
    # nothing of the order stands on the elevation
    assert max(x for one in stone for x, _ in one.points) < 0


def test_its_names_have_the_sizes_and_lead_to_the_trim() -> None:
    job = demo_job()
    drawing = wall_order(job.rooms[0], {}, job.colours, job.settings, "w1")
    names = {mark.text: mark for mark in drawing.marks if isinstance(mark, Label)}
    assert names["frieze 223"].about == TrimPath("r1", "frieze")
    assert names["bed mould 112"].about == TrimPath("r1", "cornice", "bed mould")
    assert names["base 149"].about == TrimPath("r1", "skirting")
    assert "5 parts of 595" in names
    lines = sorted(mark.at[1] for mark in names.values() if mark.about and mark.anchor == "left")
    assert all(b - a > 100 for a, b in itertools.pairwise(lines))  # none stands on another
    nineteen = wall_order(changed(job.rooms[0], school="nineteen-part"), {}, job.colours, job.settings, "w1")
    assert any(isinstance(mark, Label) and mark.text.startswith("pedestal cap") for mark in nineteen.marks)
    plain = wall_order(changed(job.rooms[0], school="per-cent"), {}, job.colours, job.settings, "w1")
    assert "no column" in plain.subtitle


def test_the_section_of_a_cornice_has_one_crown_beside_it_for_comparison() -> None:
    job = demo_job()
    drawing = trim_section(job.rooms[0], {}, job.settings, "cornice", False)
    assert any(isinstance(mark, Label) and mark.text == "one crown of 222.5, for comparison" for mark in drawing.marks)
    assert sum(isinstance(mark, Strip) for mark in drawing.marks) == 3  # as lit, as seen, and the great crown
    plain = trim_section(job.rooms[0], {}, job.settings, "cornice", True)
    assert not any(isinstance(mark, Strip) for mark in plain.marks)
    left, _, right, _ = drawing.bounds
    assert all(left <= x <= right for mark in drawing.marks if isinstance(mark, Area) for x, _ in mark.points)
