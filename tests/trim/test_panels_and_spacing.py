"""Panels with one margin all round, and dentils that fill a run exactly: by hand, and for any sizes."""

from __future__ import annotations

import math

import pytest
from hypothesis import assume, given, strategies as st

from narrow_cornice.explained.figures import Figure
from narrow_cornice.trim.panels import (
    SMALLEST,
    Space,
    common_width,
    free_spaces,
    nearest_count,
    panel_figure,
    panels_in,
    wished_width,
)
from narrow_cornice.trim.spacing import Course, count_for, face_length, gap_figure, spaced

margins = st.floats(40, 160)


@given(st.floats(200, 8000), st.floats(300, 2600), margins, st.floats(150, 1500))
def test_panels_are_equal_and_have_the_same_margin_all_round(
    wide: float, tall: float, margin: float, wish: float
) -> None:
    space = Space(100.0, 150.0, 100.0 + wide, 150.0 + tall)
    panels = panels_in(space, margin, wish)
    assume(panels)
    edges = [space.u0, *(edge for one in panels for edge in (one.u0, one.u1)), space.u1]
    gaps = [edges[n + 1] - edges[n] for n in range(0, len(edges), 2)]
    assert gaps == pytest.approx([margin] * (len(panels) + 1))
    assert [one.wide for one in panels] == pytest.approx([panels[0].wide] * len(panels))
    assert panels[0].wide >= SMALLEST - 1e-6
    for one in panels:
        assert (one.v0 - space.v0, space.v1 - one.v1) == pytest.approx((margin, margin))
    figure = panel_figure(space.wide, len(panels), Figure("margin", margin, "mm", "reading"), "panel")
    assert figure.value == pytest.approx(panels[0].wide)


@given(st.floats(150, 6000), margins, st.floats(120, 2000))
def test_no_other_number_of_panels_comes_nearer_to_the_wish(space: float, margin: float, wish: float) -> None:
    def far(n: int) -> float:
        width = (space - (n + 1) * margin) / n
        return abs(math.log(width / wish)) if width >= SMALLEST else math.inf

    best = nearest_count(space, margin, wish)
    others = [far(n) for n in range(1, 60)]
    assert (best == 0) == (min(others) == math.inf)
    if best:
        assert far(best) <= min(others) + 1e-9


def test_panels_of_a_wall_by_hand() -> None:
    # 3 000 wide, margin 100, wished 600: four are (3000 − 500) ÷ 4 = 625, three (3000 − 400) ÷ 3 = 867.
    assert nearest_count(3000.0, 100.0, 600.0) == 4
    assert [one.wide for one in panels_in(Space(0, 0, 3000, 800), 100.0, 600.0)] == [625.0] * 4
    assert nearest_count(200.0, 100.0, 600.0) == 0
    assert panels_in(Space(0, 0, 3000, 300), 100.0, 600.0) == ()
    assert wished_width(1818.0, 100.0) == pytest.approx(1000.0, abs=1.0)  # 1 618 over the golden section


def test_the_space_round_a_window_and_a_door() -> None:
    window = Space(1000.0, 900.0, 2000.0, 2100.0)
    door = Space(3000.0, 0.0, 4000.0, 2100.0)
    spaces = free_spaces(Space(0.0, 150.0, 5000.0, 2500.0), [door, window])
    assert spaces == (
        Space(0.0, 150.0, 1000.0, 2500.0),
        Space(1000.0, 150.0, 2000.0, 900.0),
        Space(1000.0, 2100.0, 2000.0, 2500.0),
        Space(2000.0, 150.0, 3000.0, 2500.0),
        Space(3000.0, 2100.0, 4000.0, 2500.0),
        Space(4000.0, 150.0, 5000.0, 2500.0),
    )
    low = free_spaces(Space(0.0, 0.0, 3000.0, 2000.0), [], [(0.0, 800.0)])
    assert low == (Space(800.0, 0.0, 3000.0, 2000.0),)


@given(st.lists(st.floats(500, 6000), min_size=1, max_size=8), margins, st.floats(300, 1200))
def test_a_common_width_makes_panels_no_less_alike_than_the_wished_one(
    spaces: list[float], margin: float, wish: float
) -> None:
    def spread(width: float) -> float:
        made = []
        for space in spaces:
            if space - 2 * margin >= 0.6 * width:
                n = nearest_count(space, margin, width)
                made.append((space - (n + 1) * margin) / n)
        return max(made) / min(made) if made else math.inf

    assert spread(common_width(spaces, margin, wish)) <= spread(wish) * (1 + 1e-9)


def test_dentils_between_two_inside_corners_by_hand() -> None:
    # 2 000 long, 50 out: the face is 1 900; dentils of 24 and gaps of 12 want 52.78 of them, half a gap at each end.
    face, begins = face_length(2000.0, 50.0, ("inside", 90.0), ("inside", 90.0))
    assert (face, begins) == (pytest.approx(1900.0), pytest.approx(50.0))
    assert count_for(face, 24.0, 12.0, 1.0) == 53
    ((count, gap),) = spaced([(face, 1.0)], 24.0, 12.0)
    assert count * 24.0 + count * gap == pytest.approx(face)
    # Round an outside corner a face is longer, and a whole one stands on it; a free end has one too.
    assert face_length(2000.0, 50.0, ("outside", 270.0), ("stop", 0.0)) == (pytest.approx(2050.0), pytest.approx(-50.0))
    course = Course("A–B", "dentils", count, 24.0, gap, begins + gap / 2, face, 0.0, 30.0)
    assert course.places()[-1][1] + gap / 2 == pytest.approx(begins + face)
    assert gap_figure(course, 1.0).value == pytest.approx(gap)


@given(
    st.lists(st.tuples(st.floats(300, 8000), st.sampled_from([0.0, 0.5, 1.0])), min_size=1, max_size=8),
    st.floats(10, 60),
    st.floats(6, 60),
)
def test_every_face_is_filled_exactly_and_gaps_hardly_differ(
    faces: list[tuple[float, float]], width: float, wish: float
) -> None:
    made = spaced(faces, width, wish)
    for (face, ends), (count, gap) in zip(faces, made, strict=True):
        if count:
            assert count * width + (count - 1 + ends) * gap == pytest.approx(face)
            assert gap > 0
    gaps = [gap for count, gap in made if count > 12]
    if gaps:
        assert max(gaps) / min(gaps) < 1.75
