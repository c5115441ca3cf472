"""Profiles read from files: catalogues and single outlines, and what is wrong with those that cannot be read."""

from __future__ import annotations

import contextlib
import math

import pytest
import shapely
from hypothesis import given, strategies as st

from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.full_size import profile_dxf, profile_svg
from narrow_cornice.exchange.profiles_in import (
    catalogue_csv,
    catalogue_file,
    face_of_outline,
    profile_id,
    read_catalogue_csv,
    read_profile_svg,
    read_profiles_dxf,
)
from narrow_cornice.job.samples import starting_job
from narrow_cornice.trim.catalogue import StockProfile, catalogue_json, shipped_profiles
from narrow_cornice.trim.profiles import Profile, cornice_profile, kind_profile

CORNICE = cornice_profile((("cymatium", 40.0), ("corona", 30.0), ("bed mould", 60.0)), 120.0)


def as_stock(face: tuple[tuple[float, float], ...]) -> Profile:
    return StockProfile("own-x", "X", ("crown",), "pine", None, (2400.0,), "Yard", outline=face).profile


@pytest.mark.parametrize("profile", [CORNICE, kind_profile("casing", 95.0, 28.0)])
def test_what_is_handed_out_at_full_size_is_read_as_the_same_profile(profile: Profile) -> None:
    drawn = read_profiles_dxf(profile_dxf(profile, "A profile"))
    assert [(one.name, one.scale) for one in drawn] == [("profile", 1.0)]
    svg = read_profile_svg(profile_svg(profile, "A profile"))
    assert (svg.name, svg.scale) == ("A profile", pytest.approx(1.0, abs=1e-3))
    for found in (drawn[0], svg):
        made = as_stock(found.in_mm(found.scale or 1.0))
        assert made.height == pytest.approx(profile.height, abs=0.05)
        assert made.area == pytest.approx(profile.area, rel=2e-3)
        assert made.girth >= profile.height


def test_an_outline_lying_on_its_back_is_stood_up() -> None:
    # A triangle 60 high and 20 deep, lying on its long side and turned by 30°.
    corners = [(0.0, 0.0), (60.0, 0.0), (30.0, 20.0)]
    turn = math.radians(30)
    lying = [(x * math.cos(turn) - y * math.sin(turn), x * math.sin(turn) + y * math.cos(turn)) for x, y in corners]
    face = face_of_outline(lying)
    assert [(round(z, 6), round(y, 6)) for z, y in face] == [(0.0, 0.0), (20.0, 30.0), (0.0, 60.0)]


def test_svg_of_other_hands_moved_scaled_and_in_curves() -> None:
    picture = b"""<svg xmlns="http://www.w3.org/2000/svg" width="100mm" viewBox="0 0 50 50">
      <g transform="translate(5 5) scale(2)"><path d="M0 0 h10 a5 5 0 0 1 -5 5 v5 h-5 z"/></g>
      <rect x="1" y="1" width="2" height="2"/></svg>"""
    found = read_profile_svg(picture)
    assert found.scale == pytest.approx(2.0)
    face = found.in_mm(found.scale or 1.0)
    made = as_stock(face)
    assert (made.height, made.projection) == (pytest.approx(40.0), pytest.approx(40.0))
    # Of a square of 10 (times 4): the lower right quarter is gone, and the quarter circle of 5 bulges into it.
    assert made.area == pytest.approx(16 * (75 - (25 - math.pi * 25 / 4)), rel=0.2)


def area_of_svg(inside: str) -> float:
    found = read_profile_svg(f'<svg width="100mm" viewBox="0 0 100 100">{inside}</svg>'.encode())
    return shapely.Polygon(found.in_mm(found.scale or 1.0)).area


# Each stands on a back of its own; curves are inscribed chords, so a little less than by the formula.
@pytest.mark.parametrize(
    ("inside", "area"),
    [
        ('<rect width="20" height="30"/>', 600.0),
        ('<rect width="20" height="30" transform="skewX(45)"/>', 600.0),
        ('<rect width="20" height="30" transform="scale(2, 0.5) rotate(30)"/>', 600.0),
        ('<polygon points="0,0 20,30 0,60"/>', 600.0),
        ('<polyline points="0,0 20,30 0,60 0,0"/>', 600.0),
        ('<path d="M0 0 H20 A20 20 0 0 1 0 20 Z"/>', math.pi * 400 / 4),
        ('<path d="M0 0 L0 40 Q40 20 0 0 Z"/>', 2 / 3 * 40 * 20),  # a parabola has two thirds of its box
        ('<path d="m0 0 v40 c 20 0 20 -40 0 -40"/>', 480.0),  # 60 × 240 × the integral of t²(1 − t)², a thirtieth
        ('<g transform="matrix(0 1 -1 0 0 0)"><path d="M0 0h20v30h-20z M5 5 h1 v1 z"/></g>', 600.0),
    ],
)
def test_every_shape_that_a_drawing_of_other_hands_is_made_of(inside: str, area: float) -> None:
    assert area_of_svg(inside) == pytest.approx(area, rel=2e-3)


@given(st.lists(st.sampled_from([*"MmLlHhVvCcSsQqTtAaZz-. ", "1", "20", "0", "é", "1e9"]), max_size=30).map("".join))
def test_any_path_is_read_or_refused_in_words(path: str) -> None:
    with contextlib.suppress(CorniceError):
        area_of_svg(f'<path d="M0 0h9v9z {path}"/>')


@pytest.mark.parametrize(
    ("raw", "says"),
    [
        (b"", "no SVG"),
        (b"<svg", "no SVG"),
        (b"<svg xmlns='http://www.w3.org/2000/svg'/>", "no closed outline"),
        (b"<svg xmlns='http://www.w3.org/2000/svg'><path d='M0 0 L bogus'/></svg>", "cannot be read.*M0 0 L bogus"),
        (b"<svg xmlns='http://www.w3.org/2000/svg'><g transform='wiggle(3)'/></svg>", "wiggle"),
        (b"<svg>" + b"<g>" * 5000 + b"</g>" * 5000 + b"</svg>", "more deeply"),
        (b"<svg><path d='M0 0h9v9h-9'/></svg>", "no closed outline"),
        (b"<svg><symbol><path d='M0 0h9v9h-9z'/></symbol></svg>", "no closed outline"),
    ],
)
def test_pictures_that_hold_no_profile_say_so(raw: bytes, says: str) -> None:
    with pytest.raises(CorniceError, match=says):
        read_profile_svg(raw)
    with pytest.raises(CorniceError):
        read_profiles_dxf(raw)


def test_a_catalogue_goes_out_and_comes_in_again() -> None:
    some = shipped_profiles()[::9]
    assert catalogue_json(catalogue_file(some, {}), "x") == some
    lines = read_catalogue_csv(catalogue_csv(some, starting_job().shop_names()))
    assert [line.fault for line in lines] == [""] * len(some)
    assert {line.profile.shop for line in lines if line.profile} <= {"Moulding counter", "Timber yard"}
    for line, one in zip(lines, some, strict=True):
        assert line.profile is not None
        assert (line.profile.name, line.profile.uses, line.profile.lengths) == (one.name, one.uses, one.lengths)
        assert line.profile.price_per_metre == one.price_per_metre
        assert line.profile.profile.area == pytest.approx(one.profile.area, rel=0.01)
        assert line.profile.height == pytest.approx(one.height, abs=0.02)


def test_lines_of_a_catalogue_say_what_is_wrong_with_them() -> None:
    table = """name,uses,species,price_per_metre,lengths,shop,outline
Good,crown,pine,2.5,2400;3000,Yard,"0,0 20,0 20,40"
No use,nonsense,pine,2,2400,Yard,"0,0 20,0 20,40"
No point,crown,pine,2,2400,Yard,"0,0 20 20,40"
No price is fine,crown,pine,,,Yard,"0,0 20,0 20,40"
Good,crown,pine,2.5,2400,Yard,"0,0 20,0 20,40"
Behind,crown,pine,2,2400,Yard,"0,0 -20,10 20,40"
Short,crown,pine,2,10,Yard,"0,0 20,0 20,40"
,crown,pine,2,2400,Yard,"0,0 20,0 20,40"
"""
    lines = read_catalogue_csv(table.encode())
    assert [bool(line.profile) for line in lines] == [True, False, False, True, False, False, False, False]
    says = [
        "",
        "no use of a profile",
        "no point",
        "",
        "twice",
        "in front of its back",
        "lengths from 100",
        "needs a name",
    ]
    for line, words in zip(lines, says, strict=True):
        assert words in line.fault
    for raw in (b"", b"a,b\n1,2\n", b"\xff\xfe", b"\0"):
        with pytest.raises(CorniceError):
            read_catalogue_csv(raw)
    with pytest.raises(CorniceError, match="no catalogue"):
        catalogue_json(b'{"about": "x", "profiles": [{"id": 3}]}', "x")
    assert profile_id("Größe 12/x") == "own-gr-e-12-x"


def test_the_shipped_catalogue_is_about_a_hundred_and_twenty_different_profiles() -> None:
    profiles = shipped_profiles()
    assert 110 <= len(profiles) <= 130
    assert len({one.id for one in profiles}) == len({one.name for one in profiles}) == len(profiles)
    assert all(one.price_per_metre and one.profile.area > 50 for one in profiles)
