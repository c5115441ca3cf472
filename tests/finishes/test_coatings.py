"""Spread, coats and tins."""

from __future__ import annotations

import itertools
import sys
from concurrent.futures import ThreadPoolExecutor

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import choice, table
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.finishes.coats import coats_to_hide, layer_over
from narrow_cornice.finishes.spread import litres, loss_of, practical_spread, texture_factor, theoretical_spread
from narrow_cornice.finishes.tins import TinSize, cheapest_tins, reserve, tins_in_words
from narrow_cornice.memo import let_go

RULES = HouseRules()


def test_spread_of_the_worked_example() -> None:
    spread = theoretical_spread(table("volume solids", 38, "%", ""), table("dry film", 35, "µm", ""))
    assert spread.value == pytest.approx(10.86, abs=0.005)
    assert practical_spread(spread, loss_of("roller", RULES)).value == pytest.approx(10.857142857 * 0.9)
    assert [loss_of(way, RULES).value for way in ("brush", "roller", "spray")] == [0.05, 0.10, 0.25]
    kinds = ("smooth", "light texture", "heavy", "brick", "rough-sawn")
    assert [texture_factor(one).value for one in kinds] == [1.0, 1.15, 1.3, 1.4, 1.8]


def test_litres_by_hand() -> None:
    spread = choice("practical spread", 10, "m²/L")
    area, coats = choice("area", 20, "m²"), choice("coats", 2, "")
    assert litres(area, coats, "sound", "smooth", spread, RULES).value == pytest.approx(4.0)
    # bare: the first coat takes 1.3, so 2.3 coats in all; light texture 1.15
    assert litres(area, coats, "bare", "light texture", spread, RULES).value == pytest.approx(20 * 2.3 * 1.15 / 10)
    assert reserve(choice("l", 4, "L"), choice("s", 0.05, ""), choice("m", 0.25, "L")).value == 0.25
    assert reserve(choice("l", 40, "L"), choice("s", 0.05, ""), choice("m", 0.25, "L")).value == 2.0


def test_layers_of_the_worked_example() -> None:
    seen, layers = 0.1, []
    for _ in range(5):
        seen = layer_over(seen, 0.8, 1.0)
        layers.append(round(seen, 3))
    assert layers == [0.515, 0.652, 0.716, 0.750, 0.769]


@given(st.floats(0.01, 0.99), st.floats(0.02, 0.97), st.floats(0.05, 5))
def test_a_layer_brings_the_ground_nearer_to_the_endless_one(ground: float, endless: float, power: float) -> None:
    after = layer_over(ground, endless, power)
    assert abs(after - endless) <= abs(ground - endless) + 1e-9
    # two layers are as good as one of twice the power
    assert layer_over(after, endless, power) == pytest.approx(layer_over(ground, endless, 2 * power), abs=1e-6)


def test_coats_to_hide() -> None:
    same = coats_to_hide("#c8d3c2", "#c8d3c2", 1.0, 4, 1.0)
    assert (same.coats, same.hides) == (1, True)
    strong = coats_to_hide("#2a2724", "#f3efe4", 0.5, 4, 1.0)
    assert (strong.coats, strong.hides) == (4, False)
    assert strong.left > 1
    dense = coats_to_hide("#8f8a80", "#c8d3c2", 6.0, 4, 1.0)
    assert dense.hides
    assert dense.coats < 4


tins = st.builds(TinSize, st.sampled_from([0.25, 0.5, 0.75, 1, 2, 2.5, 4, 5, 10]), st.integers(3, 120).map(float))


@given(st.floats(0.01, 12), st.lists(tins, min_size=1, max_size=3, unique_by=lambda tin: tin.litres))
def test_no_set_of_tins_is_cheaper(need: float, sizes: list[TinSize]) -> None:
    found = cheapest_tins(need, tuple(sizes))
    assert found.litres >= need - 1e-6
    most = [int(need / size.litres) + 2 for size in sizes]
    best = min(
        (sum(count * size.price for count, size in zip(counts, sizes, strict=True)), sum(counts))
        for counts in itertools.product(*(range(one) for one in most))
        if sum(count * size.litres for count, size in zip(counts, sizes, strict=True)) >= need - 1e-9
    )
    assert found.price == pytest.approx(best[0])
    assert sum(count for _, count in found.buy) == best[1]  # ties go to the fewest tins


def test_tins_at_the_edges() -> None:
    sizes = (TinSize(1, 20), TinSize(2.5, 42), TinSize(5, 78))
    assert tins_in_words(cheapest_tins(9.3, sizes)) == "2 × 5 L"
    assert tins_in_words(cheapest_tins(2.5, sizes)) == "1 × 2.5 L"  # exactly full is enough
    assert cheapest_tins(0, sizes).buy == ()
    assert [count for _, count in cheapest_tins(0.001, (TinSize(1, 0.0),)).buy] == [1]
    huge = cheapest_tins(60_000.0, (TinSize(1, 20), TinSize(0.999, 21)))
    assert huge.litres >= 60_000
    assert huge.price <= 60_000 * 20
    with pytest.raises(CorniceError):
        cheapest_tins(1.0, ())


def test_many_threads_growing_one_table_get_the_tins_that_one_alone_gets() -> None:
    sizes = (TinSize(0.3, 5.1), TinSize(0.7, 9.9), TinSize(1.1, 13.2))
    needs = [0.13 * step for step in range(1, 400)]

    let_go()
    alone = [cheapest_tins(need, sizes) for need in needs]
    usual = sys.getswitchinterval()
    sys.setswitchinterval(1e-6)  # threads change over within the growing
    try:
        for _ in range(5):
            let_go()
            with ThreadPoolExecutor(8) as threads:
                assert list(threads.map(lambda need: cheapest_tins(need, sizes), reversed(needs))) == alone[::-1]
    finally:
        sys.setswitchinterval(usual)
