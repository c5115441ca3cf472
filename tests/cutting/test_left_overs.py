"""Left-overs: used first, never for a dearer answer, kept in the job and in the cutting plan."""

from __future__ import annotations

import pytest
from hypothesis import given, strategies as st
from msgspec.structs import replace

from goods import sawn
from narrow_cornice.cutting.lengths import lengths_to_buy
from narrow_cornice.derived.bought.lines import LineToBuy
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.trimwork.prices import cut_lengths
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.bought import CuttingPlan
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import demo_job

PIECES = st.lists(st.floats(100, 2400), min_size=1, max_size=20).map(tuple)
LEFT = st.lists(st.floats(200, 3000), max_size=5).map(tuple)


@given(PIECES, LEFT, st.floats(0, 5))
def test_every_piece_is_cut_once_and_left_overs_never_cost(
    pieces: tuple[float, ...], left: tuple[float, ...], kerf: float
) -> None:
    plain = lengths_to_buy(pieces, (2400.0, 3600.0), 2.0, kerf)
    made = lengths_to_buy(pieces, (2400.0, 3600.0), 2.0, kerf, left)
    assert made.price <= plain.price + 1e-9
    assert sorted(index for bar in made.bars for index, _ in bar.pieces) == list(range(len(pieces)))
    for bar in made.bars:
        assert sum(length for _, length in bar.pieces) + kerf * (len(bar.pieces) - 1) <= bar.stock + 1e-6
    owned = [bar.stock for bar in made.bars if bar.owned]
    assert all(owned.count(one) <= left.count(one) for one in owned)
    assert made.price == pytest.approx(sum(bar.stock for bar in made.bars if not bar.owned) * 2 / 1000)


def test_left_overs_by_hand() -> None:
    # 900 and 1 400 go into the left-overs of 1 000 and 1 500; only 2 000 is bought.
    made = lengths_to_buy((900.0, 1400.0, 2000.0), (2400.0, 3600.0), 1.0, 3.0, (1500.0, 1000.0))
    assert [(bar.stock, [mm for _, mm in bar.pieces], bar.owned) for bar in made.bars] == [
        (1000.0, [900.0], True),
        (1500.0, [1400.0], True),
        (2400.0, [2000.0], False),
    ]
    assert made.price == pytest.approx(2.4)
    assert made.by_length() == [(2400.0, 1)]
    assert made.useful(90.0) == (397.0, 97.0, 97.0)


def skirting(job: Job) -> LineToBuy:
    return next(one for one in to_buy(job).lines if one.key.startswith("trim:skirting"))


def test_left_overs_of_a_line_are_kept_in_the_job_and_ordered_by() -> None:
    job = demo_job()
    line = skirting(job)
    more = edits.set_left_over(line.key, [2300.0, 1200.0], line.name).apply(job)
    assert decode_job(encode_job(more), "a job") == more
    now = skirting(more)
    assert now.price < line.price
    assert "left-overs used first" in now.why or "left-over used first" in now.why
    assert now.price == pytest.approx(sum(price for *_, price in now.buy))
    assert edits.set_left_over(line.key, [], line.name).apply(more) == job
    with pytest.raises(CorniceError, match="from 1 mm"):
        edits.set_left_over(line.key, [0.0], line.name)


def test_a_plan_with_left_overs_holds_for_just_those() -> None:
    job = demo_job()
    line = skirting(job)
    pieces = cut_lengths([length for _, length, _ in sawn(line).cuts])
    shortest = min(range(len(pieces)), key=pieces.__getitem__)
    others = [index for index in range(len(pieces)) if index != shortest]
    bars = ((pieces[shortest] + 30.0, (shortest,)), *((4800.0, (index,)) for index in others))
    left = (pieces[shortest] + 30.0,)
    # Of every bar 10 at each end and 5 for a piece are lost; between pieces are a kerf of 3 and 5 for the next.
    plan = CuttingPlan(pieces, sawn(line).sold, 8.0, bars, 1.0, left, (0,), 25.0)
    kept = edits.keep_cutting_plan(line.key, plan, line.name).apply(
        edits.set_left_over(line.key, left, line.name).apply(job)
    )
    assert decode_job(encode_job(kept), "a job") == kept
    now = skirting(kept)
    assert [bar.owned for bar in sawn(now).bars.bars] == [True, *(False for _ in others)]
    assert sum(count for _, count, _ in now.buy) == len(others)
    without = edits.set_left_over(line.key, [], line.name).apply(kept)
    assert "was for other pieces" in skirting(without).why
    for wrong in (replace(plan, owned=()), replace(plan, owned=(99,)), replace(plan, left_over=())):
        broken = edits.keep_cutting_plan(line.key, wrong, line.name).apply(job)
        with pytest.raises(CorniceError):
            decode_job(encode_job(broken), "a job")
