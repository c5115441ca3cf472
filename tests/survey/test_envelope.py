"""Clear widths and heights: never wider than the recess truly is, but in one case of twenty."""

from __future__ import annotations

from statistics import NormalDist

import numpy as np
import pytest
from hypothesis import given, strategies as st

from narrow_cornice.survey.envelope import Across, HeightAt, Usual, _draws, _quantile, clear_height, clear_width
from thorough import many

TALL, DEPTH = 2400.0, 600.0
NO_SPLAY = (0.0, 1e-4)


def true_width(z: float, d: float, coefficients: np.ndarray) -> float:  # type: ignore[type-arg]
    c0, splay, lean, bow, twist = coefficients
    return float(c0 + splay * d + lean * z + bow * 4 * z * (TALL - z) / TALL**2 + twist * z * d / TALL)


@pytest.mark.parametrize("levels", [(1000.0,), (0.0, TALL), (0.0, TALL / 2, TALL)])
def test_ten_thousand_recesses_hold_their_carcass(levels: tuple[float, ...]) -> None:
    """The stated confidence is 95 %: at most one in twenty is too wide, however few widths were read."""
    chance = np.random.default_rng(len(levels))
    usual, count, failed, waste = Usual(), many(1700, 3400), 0, []
    grid = [(z, d) for z in np.linspace(0, TALL, 9) for d in (0.0, DEPTH)]
    for _ in range(count):
        lean = usual.lean / 1000 * 2**0.5
        truth = np.array(
            [
                chance.uniform(700, 2200),
                chance.normal(0, 0.01),
                chance.normal(0, lean),
                chance.normal(0, usual.bow * 2**0.5),
                chance.normal(0, lean / 2),
            ]
        )
        sigma = 2.0
        readings = [
            Across(z, d, true_width(z, d, truth) + chance.normal(0, sigma), sigma)
            for z in levels
            for d in ((0.0, DEPTH) if len(levels) == 3 else (0.0,))
        ]
        found = clear_width(readings, TALL, DEPTH, (0.0, 0.01), usual)
        narrowest = min(true_width(z, d, truth) for z, d in grid)
        failed += found.clear > narrowest
        waste.append(narrowest - found.clear)
    # 4 standard deviations of a share of one twentieth over this many tries
    assert failed / count <= 0.05 + 4 * (0.05 * 0.95 / count) ** 0.5
    # and it is no use being sure by wasting the recess: the better it is read, the less is given away
    assert np.median(waste) < {1: 26, 2: 16, 3: 9}[len(levels)]


def test_a_recess_read_at_floor_and_top() -> None:
    """1 412 wide at the floor and 1 401 at the top: the carcass is narrower than the top reading."""
    found = clear_width(
        [Across(0, 0, 1412, 2), Across(TALL / 2, 0, 1407, 2), Across(TALL, 0, 1401, 2)], TALL, 1.0, NO_SPLAY
    )
    assert found.spot[0] == TALL
    assert 1395 < found.clear < 1401
    assert found.most - found.least == pytest.approx(11, abs=1.5)
    assert not found.unread


def test_a_splay_that_closes_makes_the_front_the_tightest() -> None:
    found = clear_width([Across(1000, 0, 1400, 2)], TALL, DEPTH, (-0.02, 0.005))
    assert found.spot[1] == DEPTH
    assert found.clear < 1400 - 0.02 * DEPTH
    assert found.unread


@given(st.lists(st.tuples(st.floats(0, TALL), st.floats(-8, 8)), min_size=1, max_size=6), st.floats(0.5, 5))
def test_another_reading_never_makes_it_less_sure(read: list[tuple[float, float]], sigma: float) -> None:
    readings = [Across(z, 0.0, 1500 + off, sigma) for z, off in read]
    before = clear_width(readings, TALL, DEPTH)
    more = clear_width([*readings, Across(TALL, DEPTH, before.tight, sigma)], TALL, DEPTH)
    assert max(doubt for *_, doubt in more.back) <= max(doubt for *_, doubt in before.back) + 1e-9


def test_heights_at_known_places_make_a_plane() -> None:
    """A ceiling that falls 12 mm over 3 m, read at four corners."""
    readings = [HeightAt((x, y), 2500 - x * 12 / 3000, 2.0) for x in (0.0, 3000.0) for y in (0.0, 2000.0)]
    high = clear_height(readings, [(0.0, 0.0), (300.0, 300.0)])
    low = clear_height(readings, [(2700.0, 0.0), (3000.0, 300.0)])
    assert high.tight - low.tight == pytest.approx(10.8, abs=1.5)
    assert low.clear < 2488
    nowhere = clear_height([HeightAt(None, 2500, 2.0)], [(0.0, 0.0)])
    assert nowhere.unread
    assert nowhere.clear < 2490  # a reading nobody placed says less


def test_nothing_read_is_refused() -> None:
    with pytest.raises(ValueError, match="reading"):
        clear_width([], TALL, DEPTH)
    with pytest.raises(ValueError, match="reading"):
        clear_height([], [(0.0, 0.0)])


def test_the_draws_are_normal_and_the_same_every_time() -> None:
    """Against the closed form: their share below every tenth of a normal distribution, and nothing in common."""
    draws = _draws(5)
    assert np.array_equal(draws, _draws(5))
    normal = NormalDist()
    for row in draws:
        for tenth in range(1, 10):
            assert np.mean(row < normal.inv_cdf(tenth / 10)) == pytest.approx(tenth / 10, abs=0.03)
    assert np.abs(np.corrcoef(draws) - np.eye(5)).max() < 0.08


@given(st.lists(st.floats(-1e3, 1e3), min_size=2, max_size=50), st.floats(0, 1))
def test_the_quantile_is_that_of_the_package(values: list[float], share: float) -> None:
    assert _quantile(np.array(values), share) == pytest.approx(float(np.quantile(values, share)), abs=1e-9)
