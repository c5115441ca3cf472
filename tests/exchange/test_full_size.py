"""Profiles at full size: what goes out is as large as what was drawn."""

from __future__ import annotations

import io
import math
import re

import ezdxf
import pytest
from ezdxf import path as dxf_path
from hypothesis import given, strategies as st
from shapely import Polygon

from narrow_cornice.exchange.full_size import outline_with_bulges, profile_dxf, profile_pdf, profile_svg
from narrow_cornice.job.samples import demo_job
from narrow_cornice.trim.members import CURVES, Curves
from narrow_cornice.trim.profiles import Profile, cornice_profile, kind_profile
from printed import pages
from rooms import trimmed_of

MEMBERS = (("cymatium", 55.0), ("corona", 55.0), ("bed mould", 110.0))


@given(st.floats(20, 400), st.floats(10, 400), st.sampled_from(CURVES))
def test_the_knife_makers_outline_has_the_area_of_the_profile(height: float, out: float, curves: Curves) -> None:
    for profile in (cornice_profile(MEMBERS, out, curves), kind_profile("skirting", height, out, curves)):
        document = ezdxf.read(io.StringIO(profile_dxf(profile, "a profile").decode()))
        assert document.header["$INSUNITS"] == 4
        (line,) = document.modelspace().query("LWPOLYLINE")
        points = [(one.x, one.y) for one in dxf_path.make_path(line).flattening(0.005)]
        shape = Polygon(points)
        assert shape.is_valid
        assert shape.area == pytest.approx(profile.area, rel=2e-3, abs=0.05)
        assert shape.bounds[3] - shape.bounds[1] == pytest.approx(profile.height, abs=1e-6)


def test_a_quarter_circle_is_an_arc_of_the_drawing() -> None:
    bulges = outline_with_bulges(cornice_profile(MEMBERS, 220.0).outline)
    assert any(abs(bulge) == pytest.approx(math.tan(math.pi / 8)) for *_, bulge in bulges)


def test_svg_is_in_true_millimetres() -> None:
    text = profile_svg(cornice_profile(MEMBERS, 220.0), "Pilot <House>").decode()
    assert "width='230.000mm'" in text
    assert "viewBox='-5 -5 230.000 236.000'" in text
    assert "Pilot &lt;House&gt;" in text
    places = [float(one) for one in re.findall(r"-?\d+\.\d{4}", text)]
    assert max(places) == pytest.approx(220.0)


def test_a_large_profile_is_printed_in_tiles_and_a_small_one_on_one_sheet() -> None:
    job = demo_job()
    trim = trimmed_of(job.rooms[0], {}).trim
    assert trim is not None

    def sheets(profile: Profile | None) -> int:
        assert profile is not None
        printed = pages(profile_pdf(job, profile, "Chart Room"))
        assert all("Chart Room" in sheet for sheet in printed)
        return len(printed)

    assert sheets(trim.of("skirting").profile) == 1
    assert sheets(trim.of("cornice").profile) == 2  # 223 wide: two tiles beside one another
    assert sheets(cornice_profile(MEMBERS, 220.0)) == 2
