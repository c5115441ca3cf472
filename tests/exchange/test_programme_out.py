"""The programme as others read it: a calendar, a table, sheets of paper, an answer on the command line."""

from __future__ import annotations

import csv
import io
import json
from pathlib import Path

import pytest
from icalendar import Calendar
from msgspec.structs import replace

from narrow_cornice.cli import main
from narrow_cornice.derived.programmed.day_by_day import wanted_by
from narrow_cornice.derived.programmed.programme import programme_of
from narrow_cornice.exchange.programme_out import (
    NoDaysError,
    programme_calendar,
    programme_pdf,
    programme_table,
    risks_of_day,
    risks_of_works,
)
from narrow_cornice.exchange.weather_csv import WeatherError, read_weather
from narrow_cornice.job import edits
from narrow_cornice.job.file import write_job
from narrow_cornice.job.model import Job
from narrow_cornice.job.programmed import Programming
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.programme.works import Work
from printed import pages, said


def short_job() -> Job:
    """Two rooms of the demo, from a Monday on."""
    job = demo_job()
    job = replace(job, rooms=job.rooms[3:5], programme=Programming())
    return edits.change_programme(begins=edits.day_of("2027-03-01")).apply(job)


def test_a_calendar_has_every_hour_of_every_work() -> None:
    job = short_job()
    programme = programme_of(job)
    events = list(Calendar.from_ical(programme_calendar(job)).walk("VEVENT"))
    hours: dict[str, float] = {}
    for event in events:
        key = str(event["uid"]).rpartition(".")[0]
        spent = (event.decoded("dtend") - event.decoded("dtstart")).total_seconds() / 3600
        hours[key] = hours.get(key, 0.0) + spent
        assert 8 <= event.decoded("dtstart").hour < 15
        assert event.decoded("dtstart").weekday() < 5
    for work in programme.works:
        placed = programme.plan.placed[work.id]
        assert hours[work.id] == pytest.approx((placed.end - placed.start) / 4)
    assert programme_calendar(job) == programme_calendar(job)
    with pytest.raises(NoDaysError):
        programme_calendar(replace(job, programme=Programming()))


def test_a_question_is_answered_and_does_not_dry() -> None:
    """Five days are waited for a permission (a house rule): they are not said to be hours of drying."""
    first = pages(programme_pdf(demo_job()))[1]
    assert "Answered in 5 days" in first
    assert "Dries 120 h" not in first


def test_each_work_calls_for_the_cautions_of_its_kind() -> None:
    """Papering calls for none of what building in does; what nobody knows the kind of calls for all of its room."""
    job = demo_job()
    room = job.rooms[0]

    def called(key: str, of: str = room.id) -> set[str]:
        return set(risks_of_day(job, [Work(f"{of}:{key}" if of else key, of, "a work", 1.0)]))

    assert "tipping" in called("build:c1")
    assert "old_coatings" in called("coat:walls:1")
    assert not {"tipping", "heavy", "behind_units"} & called("coat:walls:1")
    assert "old_coatings" not in called("build:c1")
    assert set(risks_of_works(job, room)) == called("dress") == called("something else")
    assert called("carry:0", of="") == {"heavy"}
    works = programme_of(job).works
    every = {name for one in job.rooms for name in risks_of_works(job, one)}
    assert set(risks_of_day(job, works)) == every | {"heavy"}  # over all days nothing is left out


def test_a_load_that_is_delivered_is_one_thing_to_be_there() -> None:
    job = demo_job()
    wanted = wanted_by(job)
    (carried,) = {one.work.id for one in wanted if one.work and "Timber yard" in one.work.name}
    many = sum(one.work is not None and one.work.id == carried for one in wanted)
    printed = said(programme_pdf(job))
    assert f"what Timber yard delivers, {many} lines of its list" in printed
    alone = [one for one in wanted if one.work is None or not one.work.id.startswith("carry:")]
    assert alone
    assert all(f"{one.line.name}: {one.line.bought_as}" in printed for one in alone)


def test_a_table_has_every_work_once() -> None:
    job = short_job()
    rows = list(csv.DictReader(io.StringIO(programme_table(job).lstrip("\ufeff"))))
    assert len(rows) == len(programme_of(job).works)
    assert rows[0]["begins on"] == "2027-03-01"
    numbered = programme_table(replace(job, programme=Programming()))
    assert "day 1" in numbered


def test_each_day_has_a_sheet() -> None:
    job = short_job()
    programme = programme_of(job)
    printed = programme_pdf(job)
    assert len(pages(printed)) >= programme.plan.days
    text = said(printed)
    for work in programme.works:
        assert work.name[:30] in text, work.name
    assert "Tools:" in text
    assert "To be there by this day" in text
    assert "Mon 1 Mar 2027" in text
    assert "Nothing to do yet" in said(programme_pdf(starting_job()))


def test_weather_is_read_from_a_table() -> None:
    found = read_weather(b"day,warm,sky\n2027-03-15,12,rain\n16.3.2027;7,5 \xc2\xb0C;dry\n")
    assert [(one.warm, one.rain) for one in found] == [(12.0, True), (7.5, False)]
    for bad in (b"", b"2027-03-15,hot,rain", b"2027-03-15,12,perhaps", b"day\nnever,1,dry", b"\xff\xfe\x00"):
        with pytest.raises(WeatherError):
            read_weather(bad)


def test_the_command_answers_as_agreed(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = tmp_path / "job.cornice"
    job = short_job()
    write_job(path, job)
    assert main(["programme", str(path), "--seconds", "0.5", "--json"]) == 0
    answer = json.loads(capsys.readouterr().out)
    assert answer["days"] <= programme_of(job).plan.days
    assert 0 < answer["bound"] <= answer["days"]
    ends = {one["id"]: one for one in answer["works"]}
    for one in answer["works"]:
        assert one["end"] > one["start"] >= 0
        assert one["dries_until"] >= one["end"]
        for before in one["after"]:
            assert one["start"] >= ends[before]["dries_until"] or before not in ends
    assert main(["programme", str(path)]) == 0
    assert "working days" in capsys.readouterr().out
    assert main(["programme", str(path), "--seconds", "-1"]) == 2
