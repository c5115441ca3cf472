"""Rows of pieces: where they may begin so that nothing narrow is left, solved exactly."""

from __future__ import annotations

import pytest
from hypothesis import given, settings, strategies as st

from narrow_cornice.features.region import box_ring, region_of
from narrow_cornice.features.rows import (
    Anchor,
    Stop,
    best_start,
    border_for,
    left_at,
    narrowest,
    nearest_joint,
    nearest_start,
    stops_of,
)
from narrow_cornice.features.spans import common, joined, nearest
from thorough import many

STOPS = st.lists(
    st.builds(Stop, st.integers(0, 40_000).map(lambda n: n / 10), st.booleans(), st.sampled_from([0.0, 0.5])),
    min_size=1,
    max_size=6,
)


def test_edges_know_where_the_field_lies() -> None:
    region = region_of([box_ring((0, 0, 1000, 800))], [box_ring((300, 200, 500, 400))])
    assert [(edge.at, edge.above) for edge in region.upright] == [(0, True), (300, False), (500, True), (1000, False)]
    assert [(edge.at, edge.above) for edge in region.level] == [(0, True), (200, False), (400, True), (800, False)]
    assert (region.upright[1].low, region.upright[1].high) == (200, 400)


def test_what_is_left_at_an_edge_by_hand() -> None:
    # tiles of 100 with a joint of 2 from 30: the one at the left end is 28 wide, that at 1000 is 52
    assert left_at(Stop(0, after=True), 30, 100, 2) == pytest.approx(28)
    assert left_at(Stop(1000, after=False), 30, 100, 2) == pytest.approx(52)
    assert left_at(Stop(132, after=False), 30, 100, 2) == 100  # it ends with a whole tile
    assert left_at(Stop(131, after=False), 30, 100, 2) == 100  # and here within its joint


@settings(max_examples=many(300, 5000), deadline=None)
@given(STOPS, st.integers(20, 600).map(float), st.integers(0, 10).map(float), st.integers(0, 900).map(float))
def test_no_start_does_better_than_the_best(stops: list[Stop], width: float, joint: float, wished: float) -> None:
    start, found = best_start(stops, width, joint, wished)
    assert found == pytest.approx(narrowest(stops, start, width, joint), abs=1e-6)
    step = width + joint
    assert abs(start - wished) <= step + 1e-6
    assert all(narrowest(stops, wished + step * n / 997, width, joint) <= found + 1e-6 for n in range(997))


@settings(max_examples=many(200, 5000), deadline=None)
@given(STOPS, st.integers(60, 600).map(float), st.integers(1, 10).map(float), st.integers(0, 900).map(float))
def test_the_nearest_start_leaves_nothing_narrower(stops: list[Stop], width: float, joint: float, start: float) -> None:
    least, step = width / 3, width + joint
    found = nearest_start(stops, width, joint, least, start)
    tried = [start + step * n / 499 for n in range(-499, 500)]
    good = [one for one in tried if narrowest(stops, one, width, joint) >= least]
    if found is None:
        assert not good
        return
    assert narrowest(stops, found, width, joint) >= least - 1e-4
    assert all(abs(found - start) <= abs(one - start) + 1e-6 for one in good)


@settings(max_examples=many(200, 5000), deadline=None)
@given(STOPS, st.integers(60, 600).map(float), st.integers(0, 900).map(float), st.sampled_from([0.0, 0.5]))
def test_the_nearest_joint_leaves_nothing_narrower(stops: list[Stop], width: float, at: float, share: float) -> None:
    anchor, least, joint = Anchor(at, share), width / 3, 3.0
    found = nearest_joint(stops, width, anchor, least, joint, (1.0, 8.0))
    tried = [1.0 + 7.0 * n / 499 for n in range(500)]
    good = [one for one in tried if narrowest(stops, anchor.start(one), width, one) >= least]
    if found is None:
        assert not good
        return
    assert 1.0 <= found <= 8.0
    assert narrowest(stops, anchor.start(found), width, found) >= least - 1e-4
    assert all(abs(found - joint) <= abs(one - joint) + 1e-6 for one in good)


def test_a_border_leaves_whole_pieces() -> None:
    border = border_for(1000, 100, 2, 30)
    assert border is not None
    # 9 tiles and 10 joints: 1000 − 900 − 20 = 80, 40 at each end
    assert border == (40, 9)
    assert border_for(100, 100, 2, 30) is None


def test_spans() -> None:
    assert joined([(3, 4), (0, 1), (1, 2), (9, 5)]) == ((0, 2), (3, 4))
    assert common(((0, 5), (8, 9)), ((4, 8.5),)) == ((4, 5), (8, 8.5))
    assert nearest(((0, 1), (4, 5)), 2) == 1
    assert nearest((), 2) is None


def test_stops_are_told_once() -> None:
    region = region_of([box_ring((0, 0, 1000, 800))], [box_ring((300, 200, 500, 400)), box_ring((300, 500, 500, 600))])
    assert len(stops_of(region.upright)) == 4
    assert len(stops_of(region.upright, (0.0, 0.5))) == 8
