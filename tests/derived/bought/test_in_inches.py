"""The list of a job in inches has no millimetres and no metres in its words."""

from __future__ import annotations

import re

import pytest
from msgspec.structs import replace

from flats import flat
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.exchange.csv_lists import to_buy_by_shop
from narrow_cornice.job.model import Job, Settings
from narrow_cornice.job.samples import demo_job

METRIC = re.compile(r"\d (mm|cm|m|m²|cm²)\b")


@pytest.mark.parametrize("job", [flat(), replace(demo_job(), settings=Settings("in"))], ids=["flat", "demo"])
def test_bought_and_why_read_in_the_units_of_the_job(job: Job) -> None:
    lines = [line for line in to_buy(job).lines if line.measure != "m"]  # rolls and tapes are sold by the metre
    assert any(line.kind == "trim" for line in lines)
    metric = [words for line in lines for words in (line.bought_in(job.settings), line.why_in(job.settings))]
    assert [words for words in metric if METRIC.search(words)] == []
    made = [line.name_in(job.settings) for line in lines if line.kind in ("shade", "rug", "rod")]
    assert all("'" in name or '"' in name for name in made), "made or cut to size by somebody who reads inches"


def test_a_tick_and_the_json_stay_in_millimetres_whatever_is_shown() -> None:
    job = flat()
    line = next(one for one in to_buy(job).lines if one.kind == "trim")
    assert METRIC.search(line.bought_as)
    assert METRIC.search(to_buy_by_shop(replace(job, settings=Settings("mm"))))
