"""What a line needs is one figure: in the tally, on the line, on paper, in the table and in what is left over."""

from __future__ import annotations

import csv
import io

import pytest
from msgspec.structs import replace

from narrow_cornice.derived.bought.lines import InTins
from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.exchange.csv_lists import MARK, to_buy_by_shop
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import demo_job
from narrow_cornice.units.show import METRIC


def with_readings(many: int) -> Job:
    """Return the demo job with other heights, so that the litres fall otherwise."""
    job = demo_job()
    rooms = []
    for room in job.rooms:
        heights = tuple(replace(one, mm=one.mm + many, text="") for one in room.measured.heights)
        rooms.append(replace(room, measured=replace(room.measured, heights=heights)))
    return replace(job, rooms=tuple(rooms))


@pytest.mark.parametrize("many", range(0, 60, 7))
def test_litres_are_one_figure_wherever_they_are_read(many: int) -> None:
    job = with_readings(many)
    paints = [line for line in to_buy(job).lines if isinstance(line.goods, InTins)]
    assert paints
    table = list(csv.DictReader(io.StringIO(to_buy_by_shop(job).removeprefix(MARK))))
    for line in paints:
        shown = line.needed.rounded(METRIC)
        bought = sum(size * count for size, count, _ in line.buy)
        assert line.words(METRIC)[0] == f"{shown:.2f} L"
        assert line.left_over(METRIC) == pytest.approx(bought - shown)
        assert line.left_over(METRIC) >= -1e-9  # the tins hold what is shown to be needed
        rows = [row for row in table if row["name"] == line.name and row["kind"] == "paint"]
        assert rows
        assert all(float(row["needed"]) == pytest.approx(shown) for row in rows)
    assert tally(job)["paint"].rounded(METRIC) == pytest.approx(sum(line.needed.rounded(METRIC) for line in paints))
