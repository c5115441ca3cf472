"""The cut plan: every piece is cut once, what comes off one tile fits in it, and no plan takes fewer."""

from __future__ import annotations

import itertools
import json

import pytest
import shapely
from hypothesis import given, settings, strategies as st

from narrow_cornice.features.cut_plan import cut_plan
from narrow_cornice.features.laying import Laying
from narrow_cornice.features.middle import from_middle
from narrow_cornice.features.pieces import laid
from narrow_cornice.features.region import FieldError, box_ring, region_of
from narrow_cornice.features.tile_request import read_tiles, tiles_answer
from thorough import many


def answered(**asked: object) -> dict:  # type: ignore[type-arg]
    return tiles_answer(read_tiles(json.dumps(asked)))


def test_an_off_cut_serves_the_other_edge() -> None:
    """A wall of 2.6 tiles by three rows, from the left: each row's last piece is 0.6 of a tile, so none serves twice;
    from 0.4 there are two of 0.4 and 0.2 a row that come from one."""
    wall = {"region": [520, 300], "tile": [200, 100], "joint": 0, "pattern": "straight"}
    assert answered(**wall, start=[0, 0])["buy"] == 6 + 3
    shifted = answered(**wall, start=[-120, 0])  # 80 + 200 + 200 + 40 a row
    assert (shifted["whole"], shifted["cut"]) == (6, 6)
    assert shifted["buy"] == 6 + 2  # 80 + 80 + 40, and 80 + 40 + 40
    assert answered(**wall, start=[-120, 0], reuse=False)["buy"] == 6 + 6
    # with their own edges in the joints no more than a left and a right piece come of one tile
    assert answered(**wall, start=[-120, 0], edges="kept")["buy"] == 6 + 3


def brute_force(sizes: list[tuple[float, float]], tile: tuple[float, float]) -> int:
    """Return the fewest tiles for boxes that are all as tall as a tile, by trying every way."""
    order = sorted((wide for wide, _ in sizes), reverse=True)
    best = [len(order)]

    def go(number: int, bins: list[float]) -> None:
        if len(bins) >= best[0]:
            return
        if number == len(order):
            best[0] = len(bins)
            return
        for index in range(len(bins)):
            if bins[index] + order[number] <= tile[0] + 1e-6:
                bins[index] += order[number]
                go(number + 1, bins)
                bins[index] -= order[number]
        go(number + 1, [*bins, order[number]])

    go(0, [])
    return best[0]


@settings(max_examples=many(60, 2000), deadline=None)
@given(st.integers(150, 900), st.integers(1, 4), st.integers(60, 300), st.integers(0, 299), st.integers(10, 400))
def test_no_plan_takes_fewer_on_small_walls(wide: int, rows: int, tile: int, start: int, opening: int) -> None:
    """Rows as tall as a tile, a doorway in them: by trying every way of cutting the same pieces."""
    region = region_of(
        [box_ring((0, 0, wide, rows * 100))], [box_ring((wide / 3, 0, min(wide / 3 + opening, wide - 5), rows * 100))]
    )
    pieces = laid(Laying("straight", tile, 100, 0, (float(start), 0.0)), region)
    cut = [piece.size for piece in pieces if not piece.whole]
    if len(cut) > 9:
        return
    plan = cut_plan(pieces, (tile, 100), edges="any")
    assert plan.taken == plan.whole + brute_force(cut, (tile, 100))
    assert plan.bound <= len(plan.cut)


@settings(max_examples=many(40, 1000), deadline=None)
@given(
    st.integers(400, 2000),
    st.integers(400, 1500),
    st.sampled_from(["straight", "running", "third", "diagonal", "herringbone", "hexagon", "chevron"]),
    st.sampled_from([(200.0, 100.0), (150.0, 150.0), (300.0, 60.0)]),
    st.sampled_from([0.0, 2.0]),
)
# Many parameters: hypothesis hands every drawn size over by itself.
def test_what_comes_off_one_tile_lies_clear_in_it(
    wide: int, tall: int, pattern: str, tile: tuple[float, float], kerf: float
) -> None:
    region = region_of([box_ring((0, 0, wide, tall))], [box_ring((100, 50, 333, 251))])
    laying = from_middle(Laying(pattern, *tile, 2.0, angle=30.0), region)  # type: ignore[arg-type]
    pieces = laid(laying, region)
    thing = (max(x for p in pieces for x, _ in p.in_itself), max(y for p in pieces for _, y in p.in_itself))
    plan = cut_plan(pieces, thing, kerf, "kept")
    cut = sorted(number for group in plan.cut for number in group)
    assert cut == [number for number, piece in enumerate(pieces) if not piece.whole]
    area = sum(shapely.Polygon(pieces[number].in_itself).area for number in cut)
    assert area <= len(plan.cut) * thing[0] * thing[1]
    for group in plan.cut:
        cells = {}
        for number in group:
            cells.setdefault(pieces[number].cell, []).append(shapely.Polygon(pieces[number].in_itself))
        assert _somehow_clear([shapely.union_all(shapes) for shapes in cells.values()], thing, kerf)


def _somehow_clear(shapes: list[shapely.Geometry], thing: tuple[float, float], kerf: float) -> bool:
    """Return whether shapes lie clear of one another in a tile when each may be turned by half a turn."""
    ways = []
    for shape in shapes:
        turned = shapely.transform(shape, lambda points: [thing[0], thing[1]] - points)
        ways.append((shape, turned))
    return any(
        all(
            not shapely.intersects(shapely.buffer(a, -0.03), shapely.buffer(b, -0.03))
            and (kerf == 0 or shapely.distance(a, b) > kerf - 0.05)
            for a, b in itertools.combinations(chosen, 2)
        )
        for chosen in itertools.product(*ways)
    )


def test_requests_that_cannot_be_are_told() -> None:
    good = {"region": [1000, 1000], "tile": [100, 100]}
    for change, where in (
        ({"region": [0, 1000]}, "region, width"),
        ({"tile": [100, -3]}, "height"),
        ({"joint": -1}, "joint"),
        ({"openings": [[0, 0, -5, 10]]}, "opening 1, width"),
        ({"kerf": 400}, "kerf"),
        ({"tile": [1, 1], "region": [9000, 9000]}, "width"),
    ):
        with pytest.raises(FieldError) as told:
            answered(**{**good, **change})
        assert told.value.where == where
    for raw in ('{"region": [1, 2]}', "[", '{"region": [10, 10], "tile": [1, 1], "pattern": "odd"}'):
        with pytest.raises(FieldError):
            read_tiles(raw)


def test_an_answer_names_what_is_narrow() -> None:
    """100 wide tiles from 30 over 1000: 28 at the left, 52 at the right; 20 high ones fit ten times without a joint."""
    found = answered(region=[1000, 200], tile=[100, 20], joint=2, start=[30, 0])
    assert found["narrowest"] == pytest.approx(2.0)  # 200 = 9 · 22 + 2
    assert sum(len(piece["outline"]) for piece in found["pieces"]) == 4 * len(found["pieces"])
    assert len(found["pieces"]) == found["whole"] + found["cut"]
    exact = answered(region=[1018, 218], tile=[100, 20], joint=2)
    assert (exact["whole"], exact["cut"], exact["buy"], exact["narrowest"]) == (100, 0, 100, None)
