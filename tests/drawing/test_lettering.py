"""Letters keep off one another, whatever the scale."""

from __future__ import annotations

import math
from itertools import combinations, pairwise
from xml.etree import ElementTree

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.drawing.lettering import PARTED, in_lines, letter_boxes, settled, usual_size
from narrow_cornice.drawing.marks import Dimension, Drawing, Label, Mark, Pen, Stroke
from narrow_cornice.drawing.plan import room_plan
from narrow_cornice.exchange.svg_drawing import svg_drawing
from narrow_cornice.job.samples import demo_job

SIZE = usual_size(20.0)


def drawn(*marks: Mark) -> Drawing:
    return Drawing("", "", marks, (0.0, 0.0, 1000.0, 1000.0))


def covered(drawing: Drawing, scale: float = 20.0) -> float:
    """Return the area in mm² where lettering lies on other lettering, its boxes drawn in by a tenth of a line."""
    total = 0.0
    boxes = letter_boxes(drawing, usual_size(scale))
    for one, other in combinations(boxes, 2):
        wide = min(one[2], other[2]) - max(one[0], other[0])
        tall = min(one[3], other[3]) - max(one[1], other[1]) - 0.2 * (one[3] - one[1])
        total += max(0.0, wide) * max(0.0, tall)
    return total


def test_a_label_goes_to_its_other_place_where_the_first_is_taken() -> None:
    fixed = Label((0.0, 0.0), "1 200")
    shy = Label((10.0, 5.0), "900", elsewhere=((12.0, 8.0), (600.0, 0.0)))
    made = settled(drawn(shy, fixed), SIZE)
    assert made.marks[1] == fixed
    assert made.marks[0].at == (600.0, 0.0)  # type: ignore[union-attr]
    alone = settled(drawn(shy), SIZE)
    assert alone.marks[0].at == (10.0, 5.0)  # type: ignore[union-attr]


def test_a_figure_slides_along_its_line_and_keeps_off_walls() -> None:
    line = Dimension((0.0, 0.0), (4000.0, 0.0), 0.0, "4 000", slides=True)
    there = Label((2000.0, -40.0), "a door")
    made = settled(drawn(line, there), SIZE).marks[0]
    assert isinstance(made, Dimension)
    assert (made.share, made.lift) != (0.5, 0.55)
    assert (made.start, made.end, made.text) == (line.start, line.end, line.text)
    wall = Stroke(((-500.0, -40.0), (4500.0, -40.0)), Pen("ink", 2.4))
    beside = settled(drawn(line, wall), SIZE).marks[0]
    assert isinstance(beside, Dimension)
    assert beside.lift < 0.0  # below its line, where no wall is


def test_what_has_one_place_only_keeps_it_and_others_go_beside() -> None:
    made = settled(drawn(Label((0.0, 0.0), "two"), Label((0.0, 0.0), "one", turned=True)), SIZE).marks
    assert made[1] == Label((0.0, 0.0), "one", turned=True)
    assert isinstance(made[0], Label)
    assert made[0].text == "two"
    assert covered(drawn(*made)) == 0.0
    wall = Stroke(((-500.0, 0.0), (500.0, 0.0)), Pen("ink", 2.4))
    off = settled(drawn(Label((0.0, 0.0), "three"), wall), SIZE).marks[0]
    assert isinstance(off, Label)
    assert abs(off.at[1]) > 50.0


def test_a_figure_longer_than_its_upright_line_stands_level_beside_it() -> None:
    chain = [Dimension((0.0, y), (0.0, y + 40.0), -200.0, text) for y, text in ((0.0, "70"), (40.0, "46"))]
    made = settled(drawn(*chain), SIZE).marks
    level = [mark for mark in made if isinstance(mark, Label)]
    assert [mark.text for mark in level] == ["70", "46"]
    assert all(mark.at[0] < -200.0 for mark in level)  # beyond their line, as seen from what they measure
    assert sum(isinstance(mark, Dimension) and not mark.text for mark in made) == 2
    assert any(isinstance(mark, Stroke) for mark in made)  # one of them is led to where it belongs


def test_what_finds_no_place_at_all_is_left_out() -> None:
    crowd = [Label((0.0, 0.0), f"{number} of very many words in one place", 30.0) for number in range(60)]
    made = [mark for mark in settled(drawn(*crowd), SIZE).marks if isinstance(mark, Label)]
    assert 5 < len(made) < 60
    assert covered(drawn(*made)) < 0.2 * len(made) * 30 * 30 * 20


@pytest.mark.parametrize("room_id", ["r1", "r2", "r3", "r4"])
def test_the_plans_of_the_demo_can_be_read(room_id: str) -> None:
    job = demo_job()
    plan = room_plan(job.room(room_id), job.house_rules, job.settings, 0.0)
    made = settled(plan, usual_size(25.0))
    assert covered(made, 25.0) <= covered(plan, 25.0)
    level = [mark for mark in made.marks if isinstance(mark, Label)]
    assert covered(drawn(*level), 25.0) == 0.0
    texts = {mark.text for mark in plan.marks if isinstance(mark, Label | Dimension)}
    assert {mark.text for mark in made.marks if isinstance(mark, Label | Dimension) and mark.text} == texts


points = st.tuples(st.floats(0.0, 900.0), st.floats(0.0, 900.0))


@given(st.lists(st.tuples(points, st.lists(points, max_size=4)), min_size=1, max_size=8))
def test_settled_letters_stand_clear_in_a_place_of_theirs_or_are_led_back_to_it(
    given_places: list[tuple[tuple[float, float], list]],
) -> None:
    labels = [Label(at, f"1 23{n}", elsewhere=tuple(others)) for n, (at, others) in enumerate(given_places)]
    made = settled(drawn(*labels), SIZE).marks
    after = {mark.text: mark for mark in made if isinstance(mark, Label)}
    led = [mark.points[0] for mark in made if isinstance(mark, Stroke)]
    for before in labels:
        if before.text not in after:
            continue
        near = min(math.dist(after[before.text].at, place) for place in (before.at, *before.elsewhere))
        assert near < 250.0 or any(math.dist(begin, before.at) < 1e-6 for begin in led)


@given(st.lists(st.text("ab ", min_size=1, max_size=12), max_size=8), st.integers(1, 40))
def test_a_subtitle_in_lines_loses_nothing_and_is_parted_no_more_than_it_must(parts: list[str], room: int) -> None:
    whole = PARTED.join(parts)
    lines = in_lines(whole, room, len)
    assert PARTED.join(lines) == whole
    for line, following in pairwise([*lines, ""]):
        assert len(line) <= room or PARTED not in line
        if following:
            assert len(line) + len(PARTED) + len(following.split(PARTED)[0]) > room


def test_all_that_stands_under_a_title_is_on_the_sheet_as_svg() -> None:
    job = demo_job()
    for room in job.rooms:
        plan = room_plan(room, job.house_rules, job.settings, 0)
        svg = ElementTree.fromstring(svg_drawing(plan, 50))
        left, top, wide, _ = map(float, svg.attrib["viewBox"].split())
        texts = [one for one in svg if one.tag.endswith("text") and one.attrib.get("font-style") == "italic"]
        words = [
            one for one in texts if float(one.attrib["y"]) < plan.bounds[1] and one.attrib["text-anchor"] == "start"
        ]
        assert PARTED.join(one.text or "" for one in words) == f"{plan.subtitle}{PARTED}1 : 50"
        for one in words:
            assert float(one.attrib["x"]) + usual_size(50)(one.text or "", 8.5, "slanted")[0] < left + wide
            assert top < float(one.attrib["y"]) < plan.bounds[1]
