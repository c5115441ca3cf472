"""Sizes from orders and schools, against the trade's ratios and worked examples."""

from __future__ import annotations

import math

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import reading
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.trim.orders import order_called, orders
from narrow_cornice.trim.proportion import SCHOOLS, proportion

RULES = HouseRules()


def wall(height: float, order: str, school: str):  # type: ignore[no-untyped-def]
    return proportion(reading("ceiling height", height, "mm", None), order_called(order), school, RULES)  # type: ignore[arg-type]


def test_worked_example_doric_five_parts() -> None:
    doric = wall(2974, "Doric", "five-part")
    expected = {
        "entablature": 594.8,
        "architrave": 148.7,
        "frieze": 223.05,
        "cornice": 223.05,
        "column": 2379.2,
        "diameter": 297.4,
        "skirting": 148.7,
        "casing": 148.7,
        "picture_rail_top": 2527.9,
    }
    for name, value in expected.items():
        assert getattr(doric, name).value == pytest.approx(value, abs=1e-9), name
    members = {name: figure.value for name, figure in doric.members.items()}
    assert members == pytest.approx({"cymatium": 55.7625, "corona": 55.7625, "bed mould": 111.525})
    assert doric.pedestal is None
    assert doric.dado_rail is None


def test_worked_example_tuscan_nineteen_parts() -> None:
    tuscan = wall(2974, "tuscan", "nineteen-part")
    expected = {
        "pedestal": 626.1,
        "entablature": 469.6,
        "architrave": 134.2,
        "cornice": 201.2,
        "skirting": 139.1,
        "dado_rail": 69.6,
    }
    for name, value in expected.items():
        assert getattr(tuscan, name).value == pytest.approx(value, abs=0.05), name


def test_per_cent_wall() -> None:
    plain = wall(2400, "doric", "per-cent")
    assert plain.skirting.value == pytest.approx(168)  # 7 % of 2400
    assert plain.casing.value == 85  # half of 168 is 84, up to the next 5
    assert plain.cornice.value == pytest.approx(134.4)
    assert plain.entablature is None
    assert HouseRules({"casing_step": 10}).value("casing_step") == 10


TABLE = {
    "tuscan": (7, 1.75, (2, 2, 3), {"cymatium": 1, "corona": 2, "bed mould": 1}),
    "doric": (8, 2, (2, 3, 3), {"cymatium": 1, "corona": 1, "bed mould": 2}),
    "ionic": (9, 2.25, (5, 6, 7), {"cymatium": 1, "corona": 1, "bed mould": 2}),
    "corinthian": (10, 2.5, (3, 3, 4), {"cymatium": 1, "corona": 1, "modillion band": 1, "bed mould": 2}),
    "composite": (10, 2.5, (3, 3, 4), {"cymatium": 1, "corona": 1, "modillion band": 1, "bed mould": 2}),
}


@given(st.sampled_from(sorted(TABLE)), st.sampled_from(["five-part", "nineteen-part"]), st.floats(1800, 6000))
def test_all_orders_hold_the_table_and_sum_to_the_whole(order: str, school: str, height: float) -> None:
    column, entablature, parts, members = TABLE[order]
    one = wall(height, order, school)
    diameter = one.diameter.value
    assert one.column.value == pytest.approx(column * diameter, rel=1e-12)
    assert one.entablature.value == pytest.approx(entablature * diameter, rel=1e-12)
    sizes = (one.architrave.value, one.frieze.value, one.cornice.value)
    for size, part in zip(sizes, parts, strict=True):
        assert size == pytest.approx(one.entablature.value * part / sum(parts), rel=1e-12)
    assert math.fsum(sizes) == pytest.approx(one.entablature.value, rel=1e-9)
    assert math.fsum(figure.value for figure in one.members.values()) == pytest.approx(one.cornice.value, rel=1e-9)
    whole = sum(members.values())
    for name, part in members.items():
        assert one.members[name].value == pytest.approx(one.cornice.value * part / whole, rel=1e-12)
    pedestal = one.pedestal.value if one.pedestal else 0.0
    assert pedestal + one.column.value + one.entablature.value == pytest.approx(height, rel=1e-9)
    if school == "nineteen-part":
        assert pedestal == pytest.approx(height * 4 / 19)
        assert one.skirting.value == pytest.approx(pedestal * 2 / 9)
        assert one.dado_rail.value == pytest.approx(pedestal / 9)
    else:
        assert one.skirting.value == pytest.approx(diameter / 2)
    assert one.picture_rail_top.value == pytest.approx(height - one.cornice.value - one.frieze.value)


def test_there_are_five_orders_from_heavy_to_light() -> None:
    assert list(orders()) == list(TABLE)
    assert SCHOOLS == ("five-part", "nineteen-part", "per-cent")


@pytest.mark.parametrize(
    ("height", "order", "school"),
    [(0, "doric", "five-part"), (-5, "doric", "per-cent"), (2400, "gothic", "five-part"), (2400, "doric", "golden")],
)
def test_what_is_not_known_is_refused(height: float, order: str, school: str) -> None:
    with pytest.raises(CorniceError):
        wall(height, order, school)


def test_unknown_house_rules_are_refused() -> None:
    with pytest.raises(CorniceError, match="no house rule"):
        HouseRules({"nonsense": 1})
