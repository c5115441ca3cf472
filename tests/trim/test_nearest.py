"""Nearest stock: found by hand, and never worse than trying every stack of pieces."""

from __future__ import annotations

import itertools

import pytest
from hypothesis import given, settings, strategies as st
from shapely.affinity import translate

from narrow_cornice.trim.catalogue import StockPiece, StockProfile, assembled, checked_profile, shipped_profiles
from narrow_cornice.trim.nearest import closed_section, nearest
from narrow_cornice.trim.profiles import Profile, cornice_profile, kind_profile
from narrow_cornice.trim.stacks import StackMember

WANTED = cornice_profile((("cymatium", 55.76), ("corona", 55.76), ("bed mould", 111.53)), 223.05)


def block(name: str, height: float, depth: float, use: str) -> StockProfile:
    member = StackMember("fascia", height, depth)
    return StockProfile(name, name, (use,), "pine", 1.0, (2400.0,), "Yard", members=(member,))  # type: ignore[arg-type]


def section(*steps: tuple[float, float]) -> Profile:
    """A stepped section from the bottom up: (height, how far out it stands)."""
    out = [0.0, *(depth for _, depth in steps)]
    stack = tuple(StackMember("fascia", h, d - before) for (h, d), before in zip(steps, out, strict=False))
    from narrow_cornice.trim.profiles import stack_profile

    return stack_profile("cornice", stack)


def test_a_profile_that_is_sold_is_found_and_differs_by_nothing() -> None:
    sold = next(one for one in shipped_profiles() if one.id == "teal-145")
    best = nearest(sold.profile, "skirting", shipped_profiles(), 19.0)[0]
    assert [piece.profile.id for piece in best.pieces] == ["teal-145"]
    assert best.differs == pytest.approx(0.0, abs=1e-9)
    assert (best.taller, best.further) == pytest.approx((0.0, 0.0), abs=1e-9)


def test_steps_are_built_from_the_blocks_they_are_made_of() -> None:
    wanted = section((40.0, 30.0), (30.0, 60.0), (30.0, 130.0))
    stock = (block("low", 40, 30, "bed mould"), block("mid", 30, 60, "bed mould"), block("top", 30, 72, "crown"))
    found = nearest(wanted, "cornice", stock, 19.0)
    best = found[0]
    assert [(one.profile.id, one.at) for one in best.pieces] == [("low", 0.0), ("mid", 40.0), ("top", 70.0)]
    assert [one.out for one in best.pieces] == [
        0.0,
        0.0,
        58.0,
    ]  # only it is deep enough for 130
    assert best.differs == pytest.approx(0.0, abs=1e-9)
    assert best.profile.outline.girth == pytest.approx(wanted.outline.girth)


def test_nothing_thinner_than_the_rule_and_nothing_that_hangs_in_the_air() -> None:
    for kind, wanted in (("cornice", WANTED), ("skirting", kind_profile("skirting", 148.7, 35.0))):
        for match in nearest(wanted, kind, shipped_profiles(), 19.0):  # type: ignore[arg-type]
            assert 1 <= len(match.pieces) <= 4
            ordered = sorted(match.pieces, key=lambda piece: piece.at)
            assert ordered[0].out == 0.0
            for piece in ordered:
                assert piece.out + piece.depth >= 19.0 - 0.5
            tops = [piece.at + piece.height for piece in ordered]
            assert [piece.at for piece in ordered] == pytest.approx([0.0, *tops[:-1]])


def test_more_pieces_come_nearer_and_the_difference_is_what_it_says() -> None:
    found = nearest(WANTED, "cornice", shipped_profiles(), 19.0)
    assert found[0].differs < 0.05
    assert [one.score for one in found] == sorted(one.score for one in found)
    for one in found:
        moved = translate(closed_section(one.profile), 0.0, WANTED.height - one.profile.height)
        shared = closed_section(WANTED).intersection(moved).area
        either = WANTED.area + closed_section(one.profile).area - 2 * shared
        assert one.differs == pytest.approx(either / WANTED.area, abs=1e-3)


@settings(max_examples=25, deadline=None)
@given(st.data())
def test_no_stack_of_blocks_is_nearer_than_the_one_found(data: st.DataObject) -> None:
    """Blocks of a hand's breadth, all stacks of up to three tried: the best found is as near, but for the sampling."""
    sizes = st.sampled_from([20.0, 30.0, 40.0])
    stock = tuple(
        block(f"b{n}", data.draw(sizes), data.draw(st.sampled_from([20.0, 40.0, 60.0])), "bed mould") for n in range(3)
    )
    steps, out = [], 0.0
    for _ in range(data.draw(st.integers(1, 3))):
        out += data.draw(st.sampled_from([20.0, 30.0]))
        steps.append((data.draw(sizes), out))
    wanted = section(*steps)
    best = min((one.score for one in nearest(wanted, "cornice", stock, 0.0)), default=9.0)
    tried = []
    for count in (1, 2, 3):
        for pieces in itertools.product(stock, repeat=count):
            height = sum(one.height for one in pieces)
            if height > wanted.height * 1.15:
                continue
            at, placed = 0.0, []
            for one in pieces:  # all against the wall: what any search must reach at least
                placed.append(StockPiece(one, at, 0.0))
                at += one.height
            made = assembled("cornice", placed)
            moved = translate(closed_section(made), 0.0, wanted.height - height)
            differs = closed_section(wanted).symmetric_difference(moved).area / wanted.area
            taller = abs(height - wanted.height) / wanted.height
            further = abs(max(one.depth for one in placed) - wanted.projection) / wanted.projection
            tried.append(differs + 0.5 * taller + 0.5 * further)
    assert best <= min(tried, default=99.0) + 0.02


def test_profiles_that_cannot_be_are_refused() -> None:
    from narrow_cornice.errors import CorniceError

    good = block("good", 40, 30, "crown")
    from msgspec.structs import replace

    for field, value in (("uses", ()), ("lengths", ()), ("lengths", (5.0,)), ("members", ()), ("name", " ")):
        with pytest.raises(CorniceError):
            checked_profile(replace(good, **{field: value}), "x")
