"""What a line needs is one figure: in the tally, on the line, on paper, in the table and in what is left over."""

from __future__ import annotations

import csv
import io
import re
from pathlib import Path

import pytest
from msgspec.structs import replace

from narrow_cornice.cli import main
from narrow_cornice.derived.bought.answer import takeoff_answer
from narrow_cornice.derived.bought.lines import InTins
from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.exchange.csv_lists import MARK, to_buy_by_room, to_buy_by_shop
from narrow_cornice.exchange.list_pdf import to_buy_pdf
from narrow_cornice.job.file import write_job
from narrow_cornice.job.measured import Measured
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.samples import demo_job
from narrow_cornice.units.show import METRIC
from printed import said


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
        assert isinstance(line.goods, InTins)
        bought = sum(size * count for size, count, _ in line.buy) + sum(tin.litres for tin in line.goods.there)
        assert line.words(METRIC)[0] == f"{shown:.2f} L"
        assert line.left_over(METRIC) == pytest.approx(bought - shown)
        assert line.left_over(METRIC) >= -1e-9  # the tins hold what is shown to be needed
        first, *others = [row for row in table if row["name"] == line.name and row["kind"] == "paint"]
        assert float(first["needed"]) == pytest.approx(shown)
        assert all(row["needed"] == row["left over"] == "" for row in others)  # whoever adds them up adds them once
    assert tally(job)["paint"].rounded(METRIC) == pytest.approx(sum(line.needed.rounded(METRIC) for line in paints))


def test_what_is_not_in_the_list_is_said_wherever_the_list_is_read(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    job = demo_job()
    everything = to_buy(job)
    bare = {
        room.name: sum(one.waits for one in coated_surfaces(room, job.house_rules, job.paints, job.colours))
        for room in job.rooms
    }
    assert everything.unpainted == tuple((name, count) for name, count in bare.items() if count)
    assert dict(everything.unpainted)["Stair Hall"] == 8
    assert "8 surfaces have no paint in Stair Hall." in everything.left_out
    job = replace(job, rooms=(*job.rooms, Room("r9", "Pantry", Measured((), ()))))
    left_out = to_buy(job).left_out
    assert left_out[0] == "Pantry is not measured yet."
    for written in (to_buy_by_shop(job), to_buy_by_room(job)):
        rows = list(csv.DictReader(io.StringIO(written.removeprefix(MARK))))
        assert tuple(row["name"] for row in rows if row["kind"] == "not in this list") == left_out
    answer = takeoff_answer(job)
    assert answer["waiting"] == ["Pantry"]
    assert {"room": "Stair Hall", "surfaces": 8} in answer["unpainted"]
    assert answer["unsold"] == list(to_buy(job).unsold)
    paper = " ".join(said(to_buy_pdf(job)).split())
    assert all(words in paper for words in left_out)
    path = tmp_path / "job.cornice"
    write_job(path, job)
    assert main(["takeoff", str(path)]) == 0
    told = capsys.readouterr().out
    assert all(f"Not in this list: {words}" in told for words in left_out)


def test_nothing_left_over_is_not_said_and_no_figure_is_finer_than_it_is_cut() -> None:
    job = demo_job()
    for line in to_buy(job).lines:
        words = line.amounts_in(job.settings)
        assert not re.search(r", 0(\.0+)? [a-z²]+ left over", words), words
        assert not re.search(r"\d\.\d{3}", words), words
    lamps = {line.name.split(",")[0]: line.why for line in to_buy(job).lines if line.kind == "lamp"}
    assert lamps["Reading lamp"].startswith("plugged in")
    assert lamps["Wall lamp"].startswith("fitted by an electrician")
