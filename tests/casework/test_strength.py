"""Shelves: the worked example, beams reckoned by finite differences, and what must hold of every shelf."""

from __future__ import annotations

import json
import subprocess
import sys

import numpy as np
import pytest
from hypothesis import given, strategies as st
from msgspec.structs import replace

from narrow_cornice.casework.boards import known_material, materials
from narrow_cornice.casework.strength import (
    Lipping,
    Shelf,
    bend_point,
    checked_shelf,
    sag_of,
    stiffness_of,
)
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import choice
from narrow_cornice.explained.house_rules import HouseRules

RULES = HouseRules()
PLY = Shelf(span=900, depth=280, thickness=18, material="birch plywood", load=30)


def test_the_worked_example() -> None:
    """18 mm birch ply, 280 deep, 900 span, 30 kg/m: 2.17 mm, 3.5 after creep, over 900/400 = 2.25."""
    found = sag_of(PLY, RULES)
    assert found.at_once.value == pytest.approx(2.17, abs=0.005)
    assert found.after_years.value == pytest.approx(3.48, abs=0.005)
    assert found.allowed.value == 2.25
    assert not found.holds
    load = dict(dict(found.at_once.inputs)["bend"].inputs)["load"]
    assert load.value == pytest.approx(294.3)


def test_a_lipping_of_hardwood_brings_it_to_0_81() -> None:
    """20 × 40 on a 260 panel, tops flush: the same 280 over all."""
    found = sag_of(replace(PLY, lipping=Lipping("hardwood", 20, 40)), RULES)
    assert found.at_once.value == pytest.approx(0.806, abs=0.005)
    assert found.holds


def test_after_years_each_of_the_two_creeps_in_its_own_way() -> None:
    """Plywood by 0.6 and hardwood by 0.5: between the two."""
    lipped = sag_of(replace(PLY, lipping=Lipping("hardwood", 20, 40)), RULES)
    assert 1.5 < lipped.after_years.value / lipped.at_once.value < 1.6


def beam(span: float, stiffness: float, load: float, ends: str) -> float:
    """The sag in mm of EI y'''' = w by finite differences; span in mm, EI in N m², w in N/m."""
    cells = 400
    step = span / cells
    inner = cells - 1
    fourth = (
        6 * np.eye(inner) - 4 * (np.eye(inner, k=1) + np.eye(inner, k=-1)) + np.eye(inner, k=2) + np.eye(inner, k=-2)
    )
    # Beyond an end lies the mirror image: of the other sign where it is free to turn, of the same where it is held.
    for corner in (0, -1):
        fourth[corner, corner] += -1 if ends == "free" else 1
    y = np.linalg.solve(fourth / step**4 * stiffness * 1e6, np.full(inner, load / 1000))
    return float(y.max())


@pytest.mark.parametrize("ends", ["free", "fixed"])
@pytest.mark.parametrize("lipping", [None, Lipping("oak", 22, 45)])
def test_it_agrees_with_a_beam_by_finite_differences(ends: str, lipping: Lipping | None) -> None:
    shelf = Shelf(1100, 300, 22, "MDF", 25, lipping, "free" if ends == "free" else "fixed")
    found = sag_of(shelf, RULES)
    assert found.at_once.value == pytest.approx(beam(1100, stiffness_of(shelf).value, 25 * 9.81, ends), rel=0.005)


def test_the_stiffness_of_a_lipped_board_is_that_of_its_slices() -> None:
    """E I summed over slices a hundredth of a mm tall about the axis where the first moments cancel."""
    found = stiffness_of(replace(PLY, lipping=Lipping("hardwood", 20, 40))).value
    y = np.arange(0.005, 40, 0.01)
    width = 11.0 * 20 + np.where(y < 18, 8.5 * 260, 0.0)  # by their moduli
    axis = (width * y).sum() / width.sum()
    assert found == pytest.approx((width * (y - axis) ** 2).sum() * 0.01 / 1000, rel=1e-4)


def test_a_load_at_mid_span() -> None:
    """P L³ ÷ 48 E I: 20 kg on 900 of 18 × 280 ply is 196.2 × 729e6 ÷ (48 × 1 156.68e6) = 2.576 mm."""
    stiffness = stiffness_of(PLY)
    bend = bend_point(choice("point load", 20, "kg"), choice("span", 900, "mm"), stiffness)
    assert 900 * bend.value == pytest.approx(2.576, abs=0.001)


shelves = st.builds(
    Shelf,
    span=st.floats(200, 2400),
    depth=st.floats(100, 700),
    thickness=st.floats(6, 40),
    material=st.sampled_from(sorted(materials())),
    load=st.floats(1, 120),
    lipping=st.one_of(
        st.none(), st.builds(Lipping, st.sampled_from(["oak", "hardwood"]), st.floats(10, 40), st.floats(10, 80))
    ),
    ends=st.sampled_from(["free", "fixed"]),
)


@given(shelves)
def test_at_its_longest_span_a_shelf_sags_as_far_as_it_may(shelf: Shelf) -> None:
    found = sag_of(shelf, RULES)
    longest = sag_of(replace(shelf, span=found.longest.value), RULES)
    assert longest.after_years.value == pytest.approx(longest.allowed.value, rel=1e-6)
    assert found.holds is (shelf.span <= found.longest.value * (1 + 1e-9)) or found.longest.value == pytest.approx(
        shelf.span
    )


@given(shelves, st.floats(1.01, 2))
def test_more_load_sags_more_and_more_board_less(shelf: Shelf, more: float) -> None:
    sag = sag_of(shelf, RULES).after_years.value
    assert sag_of(replace(shelf, load=shelf.load * more), RULES).after_years.value == pytest.approx(sag * more)
    assert sag_of(replace(shelf, depth=shelf.depth * more), RULES).after_years.value < sag
    assert sag_of(replace(shelf, span=shelf.span * more), RULES).after_years.value == pytest.approx(sag * more**4)
    free, fixed = (sag_of(replace(shelf, ends=ends), RULES).after_years.value for ends in ("free", "fixed"))
    assert free == pytest.approx(5 * fixed)


def test_what_cannot_be_is_refused() -> None:
    for wrong in (
        replace(PLY, span=0),
        replace(PLY, load=float("nan")),
        replace(PLY, thickness=float("inf")),
        replace(PLY, lipping=Lipping("oak", 300, 40)),
    ):
        with pytest.raises(CorniceError):
            checked_shelf(wrong)
    assert known_material(" Birch  plywood") == "birch plywood"
    with pytest.raises(CorniceError, match="Known: softwood"):
        known_material("cheese")


def asked(*options: str) -> subprocess.CompletedProcess[str]:
    return subprocess.run(
        [sys.executable, "-m", "narrow_cornice.cli", "shelf", *options], capture_output=True, text=True, check=False
    )


def test_the_command_answers_as_the_contract_says() -> None:
    sizes = ("--span", "900", "--depth", "28 cm", "--thickness", "18", "--material", "birch plywood", "--load", "30")
    found = json.loads(asked(*sizes).stdout)
    assert found["sag"] == pytest.approx(2.17, abs=0.005)
    assert found["sag_long_term"] == pytest.approx(3.48, abs=0.005)
    assert found["allowed"] == 2.25
    assert found["longest_span"] == pytest.approx(900 * (2.25 / found["sag_long_term"]) ** (1 / 3))
    assert json.loads(asked(*sizes, "--ends", "fixed").stdout)["sag"] == pytest.approx(found["sag"] / 5)
    wrong = asked(*sizes[:1], "90x", *sizes[2:])
    assert wrong.returncode == 2
    assert wrong.stderr.startswith("narrow-cornice: span: “90x”")
