"""Files of every schema there was open, and mean what they meant; one of each is kept here."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import msgspec
import pytest
from hypothesis import given, settings, strategies as st

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.job.bought import Shop
from narrow_cornice.job.brief import Day, Manner
from narrow_cornice.job.file import JobFileError, decode_job, decode_json, encode_job
from narrow_cornice.job.measured import Twin
from narrow_cornice.job.model import SCHEMA, Job
from narrow_cornice.job.samples import demo_job
from narrow_cornice.review.second_look import second_look
from thorough import many

SCHEMAS = Path(__file__).parent / "schemas"


def opened(schema: int) -> Job:
    return decode_json((SCHEMAS / f"schema-{schema}.json").read_bytes(), f"schema {schema}")


@pytest.mark.parametrize("schema", range(1, SCHEMA + 1))
def test_a_file_of_every_schema_opens_and_is_saved_in_the_present_one(schema: int) -> None:
    raw = json.loads((SCHEMAS / f"schema-{schema}.json").read_text(encoding="utf-8"))
    assert raw["schema"] == schema
    job = opened(schema)
    assert job.schema == SCHEMA
    assert job.rooms
    assert decode_job(encode_job(job), "again") == job


def test_a_file_of_the_first_schema_has_every_corner_assumed_square() -> None:
    (room,) = opened(1).rooms
    assert [wall.assumed for wall in room.measured.walls] == [90.0] * 4
    assert room.measured.walls[1].readings[0].instrument == "tape"
    plan = measured_room(room, {}).plan
    assert plan.determined
    assert plan.sides[2].length.value == pytest.approx(4310)


def test_the_second_schema_in_parts() -> None:
    """What was flat stands by topic; what went by words goes by identity."""
    job = opened(2)
    former = json.loads((SCHEMAS / "schema-2.json").read_text(encoding="utf-8"))
    chart, parlour, _, attic = job.rooms
    assert [wall.id for wall in chart.measured.walls] == [side["id"] for side in former["rooms"][0]["sides"]]
    assert parlour.trim.order == former["rooms"][1]["order"]
    assert set(parlour.trim.choices) == set(former["rooms"][1]["trim"])
    assert [one.id for one in parlour.trim.frames] == [one["id"] for one in former["rooms"][1]["frames"]]
    assert set(chart.finishes.surfaces) == set(former["rooms"][0]["finishes"])
    assert next(one for one in chart.measured.openings if one.id == "o4").twin == Twin("r2", "o2")
    assert attic.finishes.surfaces["ceiling@slope-w1"].colour == "chalk"  # the wall A–B is w1
    assert [one.id for one in chart.brief.furnishings] == [one["id"] for one in former["rooms"][0]["brief"]["pieces"]]


def test_the_second_schemas_shops_have_an_identity() -> None:
    job = opened(2)
    assert job.shops == (Shop("s1", "Quay paints"),)
    assert [job.paints[0].shop, job.paints[1].shop] == ["s1", "paint-shop"]
    assert [one.shop for one in job.milled] == ["timber-yard", "s1"]
    names = [name for name, _ in to_buy(job).shops()]
    assert "Quay paints" in names
    assert "Paint shop" in names


def test_the_second_schemas_words_stand_apart_from_what_was_chosen() -> None:
    job = opened(2)
    assert job.brief.moods == (Manner(key="airy"), Manner(words="like a ship"))
    assert job.brief.by == Day("before the spring tides", None)
    assert [(rule.id, rule.words) for rule in job.brief.rules][1] == ("rule2", "no hammering after six")
    kept = {one.key: one.kept for one in second_look(job) if one.kept}
    assert kept["house rule open:rule2"] == "we start at eight"
    assert kept["date near:words"] == "the client will say"
    assert kept["reading doubtful:r1:diagonal:d3:0"] == "read twice"


@settings(max_examples=many(150, 2000))
@given(st.data())
def test_a_damaged_file_of_an_earlier_schema_is_refused_in_words(data: st.DataObject) -> None:
    """Something anywhere in it is replaced by something else: it opens or says what is wrong, and nothing else."""
    raw: Any = json.loads((SCHEMAS / "schema-2.json").read_text(encoding="utf-8"))
    at, step = raw, None
    for _ in range(data.draw(st.integers(1, 6))):
        if not isinstance(at, dict | list) or not at:
            break
        keys = sorted(at) if isinstance(at, dict) else range(len(at))
        holder, step = at, data.draw(st.sampled_from(list(keys)))
        at = holder[step]
    holder[step] = data.draw(st.sampled_from([None, 5, "text", [], {}, [[]], [5], {"id": 5}, -1e9, True]))
    try:
        job = decode_json(msgspec.json.encode(raw), "damaged")
    except JobFileError:
        return
    assert decode_job(encode_job(job), "again") == job


def test_the_demo_is_of_the_present_schema() -> None:
    assert json.loads((SCHEMAS / f"schema-{SCHEMA}.json").read_text(encoding="utf-8"))["schema"] == SCHEMA
    assert demo_job().schema == SCHEMA


def test_bays_of_the_third_schema_become_compartments() -> None:
    """One front, shelves and drawers of a bay become what is closed below and what is over it; figures stay."""
    raw = json.loads((SCHEMAS / "schema-4.json").read_text(encoding="utf-8"))
    raw["schema"] = 3
    raw["house_rules"] = {"cupboard_below": 650.0}
    (room,) = raw["rooms"]
    bays = [
        {"id": "b1", "shelves": 3, "front": "doors below"},
        {"id": "b2", "front": "drawers below", "drawers": 2, "below": {"mm": 400.0, "text": "400"}},
        {"id": "b3", "front": "drawers", "drawers": 5, "width": {"mm": 500.0, "text": "500"}},
        {"id": "b4", "shelves": 2, "front": "doors"},
    ]
    room["casework"] = {"built_ins": [{"id": "c1", "name": "chest", "place": "e1", "bays": bays}]}
    job = decode_json(json.dumps(raw).encode(), "schema 3")
    run = job.rooms[0].casework.built_ins[0]
    said = [
        [(one.holds, one.count, one.front, one.height.mm if one.height else None) for one in bay.compartments]
        for bay in run.bays
    ]
    assert said == [
        [("shelves", 1, "doors", 650.0), ("shelves", 3, "open", None)],
        [("drawers", 2, "open", 400.0), ("shelves", 4, "open", None)],
        [("drawers", 5, "open", None)],
        [("shelves", 2, "doors", None)],
    ]
    assert run.bays[2].width is not None
    assert "cupboard_below" not in job.house_rules
