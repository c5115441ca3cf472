"""Profiles: girth, area and outline at any size, and the shade they throw."""

from __future__ import annotations

import itertools
import math

import numpy as np
import pytest
from hypothesis import given, strategies as st
from shapely import Polygon

from narrow_cornice.trim.members import CURVES, KINDS, Curves, member
from narrow_cornice.trim.outline import Arc, Conic, Line, Outline
from narrow_cornice.trim.profiles import Profile, cornice_profile, kind_profile
from narrow_cornice.trim.shade import AMBIENT, shade_strip, shade_tones

sizes = st.floats(6, 600)


@st.composite
def profiles(draw: st.DrawFn) -> Profile:
    height, out = draw(sizes), draw(sizes)
    kind, curves = draw(st.integers(0, 4)), draw(st.sampled_from(CURVES))
    if kind == 0:
        names = draw(st.lists(st.sampled_from(["cymatium", "corona", "modillion band", "bed mould"]), min_size=1,
                              max_size=4, unique=True))  # fmt: skip
        return cornice_profile(tuple((name, draw(sizes)) for name in names), out, curves)
    return kind_profile(["skirting", "dado rail", "picture rail", "casing"][kind - 1], height, out, curves)


@given(profiles())
def test_girth_and_area_agree_with_fine_integration(profile: Profile) -> None:
    fine = np.asarray(profile.outline.polyline(math.radians(0.03)))
    steps = np.hypot(*np.diff(fine, axis=0).T)
    assert profile.girth == pytest.approx(float(steps.sum()), rel=1e-3)
    area = float(np.sum((fine[1:, 0] + fine[:-1, 0]) / 2 * np.diff(fine[:, 1])))
    assert profile.area == pytest.approx(area, rel=1e-3)


@given(profiles())
def test_every_profile_is_a_simple_closed_outline(profile: Profile) -> None:
    face = profile.outline.polyline(math.radians(3))
    closed = Polygon([(-1.0, 0.0), *face, (-1.0, profile.height)])
    assert closed.is_valid
    assert profile.area > 0
    assert max(y for _, y in face) == pytest.approx(profile.height)
    assert max(z for z, _ in face) <= profile.projection * (1 + 1e-9) + 1e-9
    assert profile.girth >= profile.height - 1e-9


def test_quarter_circles_by_hand() -> None:
    ovolo = member("ovolo", (0, 0), 10, 10)
    assert isinstance(ovolo[0], Arc)
    assert ovolo[0].length == pytest.approx(math.pi * 5)
    assert Outline(tuple(ovolo)).area == pytest.approx(100 * math.pi / 4)  # the convex one holds the quarter disc …
    cavetto = Outline(tuple(member("cavetto", (0, 0), 10, 10)))
    assert cavetto.area == pytest.approx(100 - 100 * math.pi / 4)  # … the hollow one what is left of the square
    recta, reversa = (Outline(tuple(member(kind, (0, 0), 10, 10))) for kind in ("cyma recta", "cyma reversa"))
    assert recta.girth == reversa.girth == pytest.approx(math.pi * 5)
    assert recta.area == pytest.approx(50)
    bead = Outline(tuple(member("bead", (3, 0), 8, 0)))
    assert bead.girth == pytest.approx(math.pi * 4)
    assert bead.area == pytest.approx(3 * 8 + math.pi * 8)


@given(st.sampled_from(KINDS), sizes, sizes, st.sampled_from(CURVES))
def test_members_go_where_they_should(kind: str, height: float, out: float, curves: Curves) -> None:
    segments = member(kind, (5.0, 7.0), height, out, curves)  # type: ignore[arg-type]
    assert segments[0].start == pytest.approx((5, 7))
    assert segments[-1].end == pytest.approx((5 + out, 7 + height))
    for one, following in itertools.pairwise(segments):
        assert one.end == pytest.approx(following.start, abs=1e-6)


@given(st.sampled_from(KINDS), sizes, sizes, st.sampled_from(CURVES))
def test_every_member_is_measured_and_simple_in_both_constructions(
    kind: str, height: float, out: float, curves: Curves
) -> None:
    outline = Outline(tuple(member(kind, (0.0, 0.0), height, out, curves)))  # type: ignore[arg-type]
    fine = np.asarray(outline.polyline(math.radians(0.02)))
    assert outline.girth == pytest.approx(float(np.hypot(*np.diff(fine, axis=0).T).sum()), rel=1e-3)
    area = float(np.sum((fine[1:, 0] + fine[:-1, 0]) / 2 * np.diff(fine[:, 1])))
    assert outline.area == pytest.approx(area, rel=1e-3, abs=1e-6)
    face = outline.polyline(math.radians(3))
    assert Polygon([(-1.0, 0.0), *face, (-1.0, height)]).is_valid
    assert min(z for z, _ in face) >= -1e-9
    assert outline.turned_over(height).turned_over(height).girth == pytest.approx(outline.girth)


def test_conics_by_hand() -> None:
    """A weight of cos 45° with the control in the corner is a quarter circle; a parabola holds two thirds."""
    quarter = Conic((10.0, 0.0), (10.0, 10.0), (0.0, 10.0), math.cos(math.pi / 4))
    assert quarter.length == pytest.approx(math.pi * 5)
    assert quarter.z_dy == pytest.approx(25 * math.pi)
    assert all(math.hypot(*quarter.at(t / 10)) == pytest.approx(10) for t in range(11))
    parabola = Conic((0.0, 0.0), (0.0, 10.0), (10.0, 10.0), 1.0)
    assert parabola.z_dy == pytest.approx(100 / 6)
    ovolo = Outline(tuple(member("ovolo", (0, 0), 20, 20, "greek")))
    assert max(z for z, y in ovolo.polyline()) == pytest.approx(20)
    assert ovolo.polyline()[-1] == pytest.approx((20, 20))
    drawn_in = next(z for z, y in ovolo.polyline() if y == pytest.approx(0.93 * 20))
    assert drawn_in == pytest.approx(20 * 0.91)  # the quirk under its listel


def test_a_scotia_is_two_arcs_that_touch() -> None:
    first, second = member("scotia", (0.0, 0.0), 30, 24)
    assert isinstance(first, Arc)
    assert isinstance(second, Arc)
    assert first.end == pytest.approx(second.start)
    assert first.begin + first.sweep == pytest.approx(second.begin)  # one normal where they meet
    assert second.end == pytest.approx((24, 30))
    assert first.radius > second.radius > 0


def test_thinnest_place_and_undercut_by_hand() -> None:
    board = Outline((Line((0, 0), (20, 0)), Line((20, 0), (20, 60)), Line((20, 60), (6, 100))))
    assert board.thinnest(0) == 0  # its lower edge begins at the wall
    assert board.thinnest(10) == 20
    assert board.undercut == 0
    drip = Outline(tuple(member("corona", (0.0, 0.0), 40, 40)))
    assert drip.undercut == pytest.approx(5.0)  # half a round groove of a radius of an eighth of the projection


@given(profiles())
def test_turned_over_twice_is_the_same(profile: Profile) -> None:
    there = profile.outline.turned_over(profile.height)
    assert there.girth == pytest.approx(profile.girth)
    assert there.area == pytest.approx(profile.area)
    back = there.turned_over(profile.height).polyline()
    assert np.allclose(back, profile.outline.polyline(), atol=1e-6)


def test_a_plain_face_has_its_true_colour_and_an_overhang_throws_shadow() -> None:
    board = Outline((Line((0, 0), (20, 0)), Line((20, 0), (20, 100))))
    assert shade_tones(board, 100, 10) == pytest.approx([1.0] * 10)
    # A shelf of 40 at the top of a face of 100: at 45° its shadow reaches 40 down.
    shelf = Outline((Line((0, 0), (0, 90)), Line((0, 90), (40, 90)), Line((40, 90), (40, 100))))
    tones = shade_tones(shelf, 100, 100)
    assert tones[:10] == pytest.approx([1.0] * 10)
    assert all(tone < 0.9 for tone in tones[11:49])
    assert tones[51:] == pytest.approx([1.0] * 49)
    sloped = Outline((Line((30, 0), (0, 100)),))
    assert all(tone > 1.05 for tone in shade_tones(sloped, 100, 8))  # turned up to the light


@given(profiles())
def test_tones_stay_in_range(profile: Profile) -> None:
    strip = shade_strip(profile)
    assert all(AMBIENT <= tone <= 1.3 for tone in strip.tones)
    assert strip.cast >= 0
