"""Pieces of a field: they cover their region, never overlap, keep their joints, and are what they are cut from."""

from __future__ import annotations

import itertools
import math

import pytest
import shapely
from hypothesis import given, settings, strategies as st

from narrow_cornice.features.laying import PATTERNS, Laying, Pattern, cells_over
from narrow_cornice.features.middle import from_middle
from narrow_cornice.features.pieces import Piece, laid, thickness, thinnest
from narrow_cornice.features.region import FieldError, Region, box_ring, region_of
from thorough import many

SIZES = st.integers(20, 400).map(float)


def shape_of(piece: Piece) -> shapely.Polygon:
    return shapely.Polygon(piece.outline, piece.holes)


@st.composite
def regions(draw: st.DrawFn) -> Region:
    """Return a wall with openings, sometimes under a slope."""
    wide, tall = draw(st.integers(300, 2500)), draw(st.integers(300, 2500))
    low = draw(st.integers(100, tall)) if draw(st.booleans()) else tall
    ring = ((0.0, 0.0), (float(wide), 0.0), (float(wide), float(low)), (0.0, float(tall)))
    holes = []
    for _ in range(draw(st.integers(0, 3))):
        x, y = draw(st.integers(-50, wide)), draw(st.integers(-50, tall))
        holes.append(box_ring((x, y, x + draw(st.integers(20, 900)), y + draw(st.integers(20, 900)))))
    try:
        return region_of([ring], holes)
    except FieldError:
        return region_of([ring])


@settings(max_examples=many(12, 10_000), deadline=None)
@given(
    regions(),
    st.sampled_from(PATTERNS),
    SIZES,
    SIZES,
    st.integers(0, 12).map(float),
    st.tuples(st.integers(-500, 3000), st.integers(-500, 3000)),
    st.sampled_from([0.0, 0.0, 90.0, 30.0, 17.3]),
    st.booleans(),
)
# Many parameters: hypothesis hands every drawn size over by itself.
def test_pieces_cover_their_region_and_never_overlap(
    region: Region,
    pattern: Pattern,
    width: float,
    height: float,
    joint: float,
    start: tuple[int, int],
    turn: float,
    middle: bool,
) -> None:
    laying = Laying(pattern, width, height, joint, (float(start[0]), float(start[1])), turn, 30.0)
    if pattern == "chevron" and laying.column < 15:
        laying = Laying(pattern, height * 2 + 40, height, joint, laying.start, turn, 30.0)
    if middle:
        laying = from_middle(laying, region)
    pieces = laid(laying, region)
    shapes = [shape_of(piece) for piece in pieces]
    tree = shapely.STRtree(shapes)
    for one, other in tree.query(shapes, predicate="intersects").T:
        if one < other:
            assert shapely.area(shapely.intersection(shapes[one], shapes[other], grid_size=1e-6)) < 0.1 * 0.1
            if pieces[one].cell != pieces[other].cell:
                assert joint < 0.01
    around = shapely.buffer(region.shape, 0.06, join_style="mitre")
    assert all(shapely.area(shapely.difference(shape, around)) < 1e-3 for shape in shapes)
    # what is bare is a joint: grown by half a joint and a tenth of a millimetre the pieces leave nothing but corners
    reach = joint / 2 + 0.1
    grown = shapely.union_all([shapely.buffer(shape, reach, join_style="mitre") for shape in shapes])
    cells = shapely.polygons(cells_over(laying, region).outlines)
    bare = shapely.difference(shapely.intersection(shapely.union_all(cells), region.shape), grown)
    assert shapely.buffer(bare, -0.1).area < 1e-3  # nowhere a tenth of a millimetre wide
    assert sum(shape.area for shape in shapes) <= around.area
    in_themselves = [(shape, shapely.Polygon(piece.in_itself)) for shape, piece in zip(shapes, pieces, strict=True)]
    for shape, itself in in_themselves:
        assert itself.area == pytest.approx(shapely.Polygon(shape.exterior).area, rel=1e-6, abs=1e-3)
        left, bottom, right, top = itself.bounds
        wide, tall = _thing(laying)
        assert min(left, bottom, wide - right, tall - top) > -1e-3


def _thing(laying: Laying) -> tuple[float, float]:
    if laying.pattern == "hexagon":
        return laying.width, 2 * laying.width / math.sqrt(3)
    wide, tall = laying.width, laying.height
    return (max(wide, tall), min(wide, tall)) if laying.pattern == "herringbone" else (wide, tall)


@pytest.mark.parametrize("pattern", PATTERNS)
def test_cells_fill_the_plane_and_their_joints(pattern: Pattern) -> None:
    """Without joints the cells of every pattern leave nothing bare; with them a share as joints of that width have."""
    region = region_of([box_ring((0, 0, 3000, 2000))])
    tight = laid(Laying(pattern, 240, 80, 0, (13.0, 7.0), angle=35.0), region)
    assert sum(shape_of(piece).area for piece in tight) == pytest.approx(region.area, rel=1e-5)


def test_herringbone_is_two_blocks_at_right_angles() -> None:
    region = region_of([box_ring((0, 0, 2000, 2000))])
    pieces = [piece for piece in laid(Laying("herringbone", 300, 100, 0, (1000.0, 1000.0)), region) if piece.whole]
    assert {round(piece.turn) for piece in pieces} == {45, 135}
    assert all(piece.size == pytest.approx((300, 100)) for piece in pieces)


def test_chevron_meets_on_upright_lines_and_is_cut_at_its_angle() -> None:
    region = region_of([box_ring((0, 0, 2000, 2000))])
    laying = Laying("chevron", 500, 90, 0, (1000.0, 0.0), angle=45.0)
    # by hand: (500 − 90 tan 45°) cos 45° = 289.91
    assert laying.column == pytest.approx(289.914, abs=1e-3)
    whole = [piece for piece in laid(laying, region) if piece.whole]
    for piece in whole:
        xs = sorted({round(x, 3) for x, _ in piece.outline})
        assert len(xs) == 2
        assert ((xs[0] - 1000.0) / laying.column) == pytest.approx(round((xs[0] - 1000.0) / laying.column), abs=1e-4)
        assert piece.size == pytest.approx((500, 90))
        assert thickness(piece) == pytest.approx(90)


def test_thickness_is_where_a_piece_is_thinnest() -> None:
    def of(*outline: tuple[float, float]) -> float:
        return thickness(Piece(outline, (), False, 0, 0, 0, (0.0, 0.0), 0.0))

    assert of((0, 0), (50, 0), (50, 200), (0, 200)) == 50
    # an L: its foot is 12 high, its leg 20 wide
    assert of((0, 0), (100, 0), (100, 12), (20, 12), (20, 90), (0, 90)) == 12
    # a right triangle of legs 30 and 40: its height over the long side is 24
    assert of((0, 0), (30, 0), (0, 40)) == pytest.approx(24)
    with_hole = Piece(box_ring((0, 0, 100, 100)), (box_ring((5, 20, 50, 60)),), False, 0, 0, 0, (0.0, 0.0), 0.0)
    assert thickness(with_hole) == 5


def test_from_the_middle_no_edge_is_under_half_a_tile() -> None:
    for wide, tall in itertools.product(range(1000, 1400, 7), (800, 955)):
        region = region_of([box_ring((0, 0, wide, tall))])
        laying = from_middle(Laying("straight", 200, 100, 3), region)
        pieces = laid(laying, region)
        found = thinnest(pieces)
        if found is not None:
            assert min(min(p.size[0] / 200, p.size[1] / 100) for p in pieces) > 0.48
        lefts = min(x for piece in pieces for x, _ in piece.outline)
        rights = max(x for piece in pieces for x, _ in piece.outline)
        assert lefts == pytest.approx(wide - rights, abs=1e-3)  # the same at both ends


def test_sizes_that_cannot_be_are_told() -> None:
    region = region_of([box_ring((0, 0, 1000, 1000))])
    for laying, where in (
        (Laying("straight", 0, 100, 2), "width"),
        (Laying("straight", 100, math.nan, 2), "height"),
        (Laying("straight", 100, 100, -1), "joint"),
        (Laying("straight", 1, 1, 0), "width"),
        (Laying("chevron", 100, 100, 0), "angle"),
        (Laying("chevron", 1000, 100, 0, angle=2), "angle"),
    ):
        with pytest.raises(FieldError) as told:
            laid(laying, region)
        assert told.value.where == where
    with pytest.raises(FieldError):
        region_of([box_ring((0, 0, 10, 10))], [box_ring((-1, -1, 11, 11))])
