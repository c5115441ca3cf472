"""Kinds of built-ins as files: what is handed out comes back the same, and what cannot be is said with its place."""

from __future__ import annotations

import pytest
from msgspec.structs import replace

from narrow_cornice.casework.kinds import beginnings
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.kinds_file import KindFileError, kinds_toml, read_kinds
from narrow_cornice.job import edits
from narrow_cornice.job.beginnings import begun, kind_of
from narrow_cornice.job.file import JobFileError, decode_job, encode_job
from narrow_cornice.job.samples import demo_job


def test_all_that_ship_come_back_the_same() -> None:
    assert read_kinds(kinds_toml(beginnings())) == tuple(beginnings().values())


def test_one_made_of_a_built_in_begins_another_like_it() -> None:
    job = demo_job()
    run = job.room("r1").casework.built_ins[1]
    kind = kind_of(run, "My bookcase", 600.0, 350.0)
    job = edits.keep_kinds([kind], "kept").apply(job)
    assert job.beginnings()["own1"] == kind
    assert decode_job(encode_job(job), "a.cornice") == job
    (back,) = read_kinds(kinds_toml({"own1": kind}))
    assert back == kind
    again = begun(back, "Another", run.place, 1100.0)
    assert [bay.like for bay in again.bays] == ["", "b1"]
    inside, former = again.bays[0].compartments, run.bays[0].compartments
    assert [(one.holds, one.count, one.front) for one in inside] == [
        (one.holds, one.count, one.front) for one in former
    ]
    assert (again.board, again.fronts, again.plinth.mm) == (run.board, run.fronts, run.plinth.mm)
    assert edits.forget_kind("own1", "My bookcase").apply(job).built_in_kinds == ()


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("not toml [", "no TOML"),
        ("", "no kind of built-in"),
        ("name = 3", "no kind of built-in"),
        ("[odd]\nname = 'x'", "missing required field"),
        ("[odd]\nname='x'\nwidest_bay=700\nkeeps='cheese'\ndeep=300\nbays=[[{}]]", "“cheese” is not known"),
        ("[odd]\nname='x'\nwidest_bay=1\nkeeps='shoes'\ndeep=300\nbays=[[{}]]", "widest_bay of 1 cannot be"),
        ("[odd]\nname='x'\nwidest_bay=700\nkeeps='shoes'\ndeep=300\nbays=[]", "A kind has a bay"),
        ("[odd]\nname='x'\nwidest_bay=700\nkeeps='shoes'\ndeep=300\nbays=[[{count=99}]]", "count of 99 cannot be"),
    ],
)
def test_what_cannot_be_is_said_with_its_place(text: str, says: str) -> None:
    with pytest.raises(CorniceError) as caught:
        read_kinds(text.encode())
    assert says in str(caught.value)
    with pytest.raises(KindFileError):
        read_kinds(b"\xff\xfe\x00")


def test_a_job_with_a_kind_that_cannot_be_is_refused() -> None:
    job = demo_job()
    kind = replace(next(iter(beginnings().values())), board="cheese")
    bad = replace(job, built_in_kinds=(edits.keep_kinds([beginnings()["bookcase"]], "x").apply(job).built_in_kinds[0],))
    bad = replace(bad, built_in_kinds=(replace(bad.built_in_kinds[0], kind=kind),))
    with pytest.raises(JobFileError, match="not known"):
        decode_job(encode_job(bad), "a.cornice")
