"""Items: what is proposed is asked once, by identity; an answer holds for what was asked and for nothing else."""

from __future__ import annotations

from msgspec.structs import replace

from narrow_cornice.derived.bought.costs import costs
from narrow_cornice.derived.presented.items import items_of, samples_of
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import demo_job
from narrow_cornice.review.second_look import second_look
from random_jobs import random_job
from thorough import many


def items(job: Job, room: str = "r2") -> dict[str, object]:
    return {item.key: item for item in items_of(job, job.room(room))}


def test_everything_that_is_proposed_is_an_item_once() -> None:
    """Of the parlour: its colours, trim, built-ins, slats, screen, pieces, curtains, lamps and what stays."""
    job = demo_job()
    found = items_of(job, job.room("r2"))
    assert len({item.key for item in found}) == len(found)
    topics = {item.topic for item in found}
    assert topics >= {"finishes", "trim", "built-ins", "walls", "furniture", "windows", "lamps"}
    states = {item.name: item.state for item in items_of(job, job.room("r1"))}
    assert states["settle"] == "moved"
    assert states["chart chest"] == "altered"
    assert states["glass case"] == "let go"
    assert states["slate hearth"] == "kept"


def test_names_decide_nothing() -> None:
    """With everything renamed the same is asked, by the same keys, in the same states."""
    job = demo_job()
    renamed = replace(
        job,
        colours=tuple(replace(one, name="Mole") for one in job.colours),
        paints=tuple(replace(one, name="Ogee") for one in job.paints),
        rooms=tuple(replace(room, name="Cyma") for room in job.rooms),
    )
    for room in job.rooms:
        before = [(item.key, item.state, item.cost) for item in items_of(job, room)]
        after = [(item.key, item.state, item.cost) for item in items_of(renamed, renamed.room(room.id))]
        assert before == after


def test_an_answer_is_of_what_was_asked() -> None:
    """The client says yes to the walls in sedge; in another colour they are asked anew, and the answer comes back with
    the colour."""
    job = demo_job()
    key = next(key for key in items(job) if key.startswith("finish:") and key.endswith(":sedge"))
    job = edits.answer_item("r2", key, "walls", "yes", "", 740_000).apply(job)
    assert items(job)[key].answer.says == "yes"
    walls = [one for one, finish in job.room("r2").finishes.surfaces.items() if finish.colour == "sedge"]
    other = edits.change_finishes({"r2": walls}, "clay", colour="clay").apply(job)
    assert all(item.answer is None for k, item in items(other).items() if k.startswith("finish:") and ":clay" in k)
    assert key not in items(other)
    back = edits.change_finishes({"r2": walls}, "sedge", colour="sedge").apply(other)
    assert items(back)[key].answer.says == "yes"


def test_a_no_becomes_a_finding_and_a_yes_closes_one() -> None:
    """As long as something refused is proposed it is told; once all are answered nothing is left to ask."""
    job = demo_job()
    said = [finding for finding in second_look(job) if finding.kind == "client says"]
    assert sorted(finding.grade for finding in said) == ["will show", "worth a thought"]
    refused = next(finding for finding in said if finding.grade == "will show")
    assert "too low" in refused.says
    again = refused.fixes[0].apply(job)
    assert not any("too low" in finding.says for finding in second_look(again))
    for item in items_of(job, job.room("r2")):
        job = edits.answer_item("r2", item.key, item.name, "yes", "", 740_001).apply(job)
    assert not [finding for finding in second_look(job) if finding.kind == "client says"]


def test_costs_of_items_are_those_of_the_list() -> None:
    """A finish costs what its surfaces cost, and no cost is counted for two items."""
    job = demo_job()
    for room in job.rooms:
        prices = {cost.about: cost.together for cost in costs(job) if not cost.whole}
        whole = sum(prices.get(path, 0.0) for path in prices if path.room == room.id)
        asked = sum(item.cost or 0.0 for item in items_of(job, room) if item.topic in ("finishes", "trim", "built-ins"))
        assert asked <= whole + 0.01


def test_samples_are_brought_once_and_not_of_what_was_refused() -> None:
    """A colour in three rooms is one card; of a paper that was refused no piece is brought."""
    job = demo_job()
    samples = dict(samples_of(job))
    assert len(samples["a card painted with Sedge in Washable matt"]) == 2
    key = next(key for key, item in items(job, "r3").items() if item.sample and "field" in key)
    name = items(job, "r3")[key].sample
    for item in items_of(job, job.room("r3")):
        if item.sample == name:
            job = edits.answer_item("r3", item.key, item.name, "no").apply(job)
    assert "Stair Hall" not in dict(samples_of(job)).get(name, ())


def test_random_jobs_have_items_that_can_be_answered() -> None:
    """Whatever a job holds, every item has a name and a key of its own, and takes an answer."""
    for seed in range(many(1, 60)):
        job = random_job(seed)
        for room in job.rooms:
            found = items_of(job, room)
            assert len({item.key for item in found}) == len(found)
            for item in found[:3]:
                answered = edits.answer_item(room.id, item.key, item.name, "later").apply(job)
                again = {one.key: one for one in items_of(answered, answered.room(room.id))}
                assert again[item.key].answer is not None
