"""Whatever comes from outside is read right or refused in words: mutated inputs, and every one that ever fell.

A small share at every run; ``make fuzz`` tries 10 000 of each reader. An input that falls goes into ``cases`` under the
name of its reader.
"""

from __future__ import annotations

import json
import random
from collections.abc import Iterator
from pathlib import Path

import pytest
from held import fallen
from hostile_readers import READERS
from mutations import json_mutated, mutated, mutated_archive

from narrow_cornice.job.file import JobFileError, decode_json
from thorough import fuzzed

CASES = Path(__file__).parent / "cases"
SLOW = {"plan outline", "profiles as DXF", "job file", "job.json"}  # to read one takes some hundredths of a second


def _inputs(name: str, count: int) -> Iterator[bytes]:
    samples = READERS[name].samples()
    for number in range(count):
        chance = random.Random(f"{name} {number}")
        sample = samples[number % len(samples)]
        if name == "job file":
            yield mutated_archive(chance, sample)
        elif name == "job.json" or (sample[:1] == b"{" and chance.random() < 0.5):
            yield json_mutated(chance, sample)
        else:
            yield mutated(chance, sample)


@pytest.mark.parametrize("name", READERS)
def test_what_was_tampered_with_is_read_or_refused_in_words(name: str) -> None:
    count = fuzzed(12 if name in SLOW else 60)
    assert [(said, raw[:400]) for raw, said in fallen(name, _inputs(name, count))] == []


@pytest.mark.parametrize("name", READERS)
def test_what_once_fell_is_read_or_refused_in_words(name: str) -> None:
    kept = sorted(CASES.glob(f"{name.replace(' ', '-')}--*"))
    assert [said for _, said in fallen(name, [one.read_bytes() for one in kept])] == []


def _huge() -> Iterator[bytes]:
    """Yield jobs that are small in their file and large once they are read: too large to be kept as cases."""
    (whole,) = READERS["job.json"].samples()
    job = json.loads(whole)
    yield whole.replace(b'"rooms": [', b'"rooms": [' + b'{"id": "r", "name": "x"},' * 1_900_000, 1)
    yield whole.replace(b'"rooms": [', b'"rooms": [' + b"[" * 20_000_000, 1)
    yield whole.replace(b'"ticks": {', b'"ticks": {' + b",".join(b'"k%d": "1"' % n for n in range(3_500_000)), 1)
    for mm in (5e6, 1e308, 0.0, -1.0):  # a wall of five kilometres, and what is none
        job["rooms"][0]["measured"]["walls"][0]["readings"] = [{"mm": mm, "text": "x"}]
        yield json.dumps(job).encode()
    for rule, value in (
        ("tile_waste", 7.0),
        ("loss_spray", 1.0),
        ("hours_coat", 0.0),
        ("coats", -1.0),
        ("kerf", 1e308),
    ):
        yield json.dumps({**job, "house_rules": {rule: value}}).encode()


def test_what_is_larger_than_any_building_is_refused() -> None:
    inputs = list(_huge())
    assert [said for _, said in fallen("job.json", inputs)] == []
    for raw in inputs[3:]:  # none of these may be read as if it were right
        with pytest.raises(JobFileError):
            decode_json(raw, "job")


def test_every_case_belongs_to_a_reader() -> None:
    known = {name.replace(" ", "-") for name in READERS}
    assert {one.name.partition("--")[0] for one in CASES.iterdir()} <= known


def test_a_fall_is_seen() -> None:
    """The trap itself: an error that is no refusal, and a reader that never ends."""
    from hostile_readers import Reader

    def falls(raw: bytes) -> object:
        if raw == b"forever":
            while True:
                pass
        return {b"fine": 1}[raw]

    READERS["trap"] = Reader(falls, lambda: (b"fine",))  # type: ignore[index]
    try:
        said = dict(fallen("trap", [b"fine", b"bad", b"forever", b"fine"], seconds=0.5))
    finally:
        del READERS["trap"]  # type: ignore[attr-defined]
    assert set(said) == {b"bad", b"forever"}
    assert said[b"bad"].startswith("KeyError")
    assert "longer than" in said[b"forever"]
