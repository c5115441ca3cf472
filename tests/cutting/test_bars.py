"""Lengths to buy: against every plan there is on small jobs, by hand, and against first-fit on large ones."""

from __future__ import annotations

import functools
import itertools
import json
import random
import subprocess
import sys
import time

import pytest
from hypothesis import given, settings, strategies as st

from narrow_cornice.cutting.bars import cut_plan
from narrow_cornice.cutting.first_fit import first_fit
from narrow_cornice.cutting.plans import BarKind, CutPlan, CuttingError, broken_rule, fits, offcut_of, price_of


def least_price(pieces: list[float], stock: list[BarKind], kerf: float) -> float:
    """The cheapest of all plans, by filling bars in every possible way (for few pieces)."""

    @functools.cache
    def least(left: frozenset[int], counts: tuple[int, ...]) -> float:
        if not left:
            return 0.0
        first, *rest = sorted(left)
        best = float("inf")
        for many in range(len(rest) + 1):
            for others in itertools.combinations(rest, many):
                held = [pieces[first], *(pieces[index] for index in others)]
                for kind, one in enumerate(stock):
                    if counts[kind] != 0 and fits(one.length, held, kerf):
                        fewer = tuple(c - (n == kind and c > 0) for n, c in enumerate(counts))
                        best = min(best, one.price + least(left - {first, *others}, fewer))
        return best

    return least(frozenset(range(len(pieces))), tuple(-1 if one.count is None else one.count for one in stock))


def plain(*lengths: float, price: float = 10.0) -> list[BarKind]:
    return [BarKind(f"{length:g}", length, length / 1000 * price) for length in lengths]


def checked_plan(pieces: list[float], stock: list[BarKind], kerf: float, seconds: float = 3.0) -> CutPlan:
    plan = cut_plan(pieces, stock, kerf, seconds)
    assert broken_rule(plan.bars, pieces, stock, kerf) == ""
    assert plan.price == pytest.approx(price_of(plan.bars, stock))
    assert plan.bound <= plan.price + 1e-9
    quick = first_fit(pieces, stock, kerf)
    if quick is not None:
        assert plan.price <= price_of(quick, stock) + 1e-9
    return plan


def test_a_bar_by_hand() -> None:
    """4 310 from 4 800 leaves 487 with a kerf of 3; two halves of 2 400 less a kerf fit to the last."""
    assert offcut_of(4800, [4310], 3) == 487
    assert fits(4800, [2398.5, 2398.5], 3)
    assert not fits(4800, [2399, 2399], 3)
    assert offcut_of(4800, [2398.5, 2398.5], 3) == 0
    plan = checked_plan([2398.5, 2398.5], plain(4800), 3)
    assert len(plan.bars) == 1
    assert plan.proven


def test_first_fit_is_not_the_best_and_the_best_is_found() -> None:
    """Of 1 000: 500 + 500, 350 + 350 + 300, 350 + 350 + 300 fill three bars; longest first wastes a fourth."""
    pieces = [500.0, 500, 350, 350, 350, 350, 300, 300]
    plan = checked_plan(pieces, plain(1000), 0)
    assert len(plan.bars) == 3
    assert plan.proven


@settings(max_examples=40, deadline=None)
@given(
    st.lists(st.integers(200, 2400).map(float), min_size=1, max_size=7),
    st.lists(st.sampled_from([1800.0, 2400.0, 3000.0, 3600.0]), min_size=1, max_size=3, unique=True),
    st.sampled_from([0.0, 3.0]),
    st.lists(st.integers(300, 1700).map(float), max_size=2),
    st.randoms(use_true_random=False),
)
def test_the_bound_is_under_every_plan_there_is(
    pieces: list[float], lengths: list[float], kerf: float, left_over: list[float], chance: random.Random
) -> None:
    stock = [BarKind(f"{one:g}", one, round(one / 1000 * chance.uniform(8, 12), 2)) for one in [*lengths, 2400.0]]
    stock += [BarKind(f"left {one:g}", one, 0.0, 1) for one in left_over]
    true = least_price(pieces, stock, kerf)
    plan = checked_plan(pieces, stock, kerf, 1.5)
    assert plan.bound <= true + 1e-6
    assert plan.price >= true - 1e-6
    assert plan.price <= true + max(min(one.price for one in stock if one.price), 0.01 * true) + 1e-6


def test_left_overs_are_used_first_and_stock_that_is_limited_is_not_overdrawn() -> None:
    stock = [*plain(2400), BarKind("left over", 1300, 0.0, 1), BarKind("the last 3 m", 3000, 20.0, 1)]
    plan = checked_plan([1250.0, 2350, 2900], stock, 3)
    assert sorted(stock[bar.stock].name for bar in plan.bars) == ["2400", "left over", "the last 3 m"]
    with pytest.raises(CuttingError, match=r"enough|no plan"):
        cut_plan([2900.0, 2900], [BarKind("3 m", 3000, 20.0, 1), BarKind("2 m", 2000, 12.0)], 3, 2.0)


def test_lengths_that_are_no_whole_millimetres() -> None:
    pieces = [1199.995, 1199.995, 600.004, 599.99, 1799.99]
    plan = checked_plan(pieces, plain(2400, 3000), 0)
    assert plan.price == pytest.approx(least_price(pieces, plain(2400, 3000), 0), abs=1e-6)


def test_an_everyday_job_and_large_ones_keep_near_their_bound() -> None:
    """How quick it is ``make bench`` says; here it may take what a busy machine takes."""
    chance = random.Random(4)
    everyday = [float(chance.randint(250, 4200)) for _ in range(25)]
    stock = [
        BarKind(f"{one}", float(one), round(one / 1000 * chance.uniform(4.2, 4.6), 2)) for one in (3600, 4200, 5400)
    ]
    plan = checked_plan(everyday, [*stock, BarKind("left", 1200, 0.0, 1)], 3, 60.0)
    assert plan.price <= plan.bound + max(min(one.price for one in stock), 0.01 * plan.bound)
    many = [float(chance.randint(250, 4200)) for _ in range(90)]
    best: list[CutPlan] = []
    large = cut_plan(
        many, plain(4800), 3, 60.0, best.append, lambda: bool(best) and best[-1].price <= best[-1].bound + 48
    )
    assert broken_rule(large.bars, many, plain(4800), 3) == ""
    assert large.price <= large.bound + 48.0 + 1e-6


def test_it_tells_of_better_plans_and_keeps_the_best_when_stopped() -> None:
    chance = random.Random(7)
    pieces = [float(chance.randint(300, 4000)) for _ in range(80)]
    stock = [
        BarKind(f"{one}", float(one), round(one / 1000 * chance.uniform(4, 5), 2)) for one in (3000, 3600, 4200, 5400)
    ]
    heard: list[CutPlan] = []
    begin = time.monotonic()
    plan = cut_plan(pieces, stock, 3, 60.0, heard.append, lambda: time.monotonic() - begin > 0.8)
    assert time.monotonic() - begin < 20
    assert [one.price for one in heard] == sorted((one.price for one in heard), reverse=True)
    assert plan.price == heard[-1].price
    assert broken_rule(plan.bars, pieces, stock, 3) == ""


@pytest.mark.parametrize(
    ("pieces", "stock", "kerf", "says"),
    [
        ([5000.0], plain(4800), 3, "longer than every bar"),
        ([100.0], [], 3, "no stock"),
        ([100.0], plain(4800), -1, "a saw does not take"),
        ([0.0], plain(4800), 3, "a piece of 0 mm"),
        ([100.0], [BarKind("odd", -5, 1.0)], 3, "no bar that can be bought"),
    ],
)
def test_what_cannot_be_cut_is_refused(pieces: list[float], stock: list[BarKind], kerf: float, says: str) -> None:
    with pytest.raises(CuttingError, match=says):
        cut_plan(pieces, stock, kerf, 1.0)


def asked(request: object) -> subprocess.CompletedProcess[str]:
    text = request if isinstance(request, str) else json.dumps(request)
    command = [sys.executable, "-m", "narrow_cornice.cli", "cut-lengths"]
    return subprocess.run(command, input=text, capture_output=True, text=True, timeout=120, check=False)


def test_the_command_answers_as_agreed() -> None:
    stock = [{"name": "4.8 m", "length": 4800, "price": 21.5, "count": None}]
    answer = asked(
        {"kerf": 3, "seconds": 5, "pieces": [{"name": "N wall", "length": 4310, "count": 1}], "stock": stock}
    )
    found = json.loads(answer.stdout)
    assert found["price"] == found["bound"] == 21.5
    (bar,) = found["bars"]
    assert (bar["stock"], bar["pieces"], bar["offcut"]) == ("4.8 m", ["N wall"], 487)
    assert found["seconds"] < 5
    two = json.loads(asked({"pieces": [{"name": "a", "length": 2000, "count": 3}], "stock": stock}).stdout)
    assert sorted(name for one in two["bars"] for name in one["pieces"]) == ["a", "a", "a"]
    assert two["price"] == 43.0
    for wrong, says in (
        ({"pieces": [{"name": "a", "length": 4801}], "stock": stock}, "pieces[0]"),
        ({"pieces": [{"name": "a", "length": "long"}], "stock": stock}, "$.pieces[0].length"),
        ({"pieces": [], "stock": []}, "no stock"),
        ("{", "JSON"),
    ):
        refused = asked(wrong)
        assert refused.returncode == 2
        assert says in refused.stderr
        assert len(refused.stderr.strip().splitlines()) == 1
