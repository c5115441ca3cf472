"""Identity, not words: whatever people call things, every figure, group, sort and rule stays."""

from __future__ import annotations

import random
import typing
from collections.abc import Iterator
from typing import Any, Literal, get_args, get_origin, get_type_hints

import msgspec
import pytest
from msgspec.structs import replace

from narrow_cornice.derived.bought.answer import takeoff_answer
from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.measured.envelopes import fit_of
from narrow_cornice.derived.measured.house import house_of
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.trimwork.cut_list import cut_list
from narrow_cornice.derived.trimwork.stock_match import job_offers
from narrow_cornice.drawing.marks import Area, Strip, Stroke
from narrow_cornice.drawing.unfolded import unfolded_room
from narrow_cornice.explained.figures import Figure
from narrow_cornice.job.edits import change_trim, put_profiles
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import OpeningPath, TrimPath
from narrow_cornice.job.samples import demo_job
from narrow_cornice.review.second_look import second_look
from narrow_cornice.trim.catalogue import shipped_profiles
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.words import Id, Tone, Words
from random_jobs import random_job
from thorough import many

# words that mean something to the program where it should not read any
AWKWARD = (
    "glass block door", "block", "casing", "door", "window", "cornice", "plinth block", "panel mould", "slope-w1",
    "door@o1", "upper wall@w1", "paint:wall-matt:chalk", "A–B", "0", "r1", "w1", "o1", "must", "damage: crack",
    "none", "built-in", "corner block of the door", "trim:casing", "stock", "knife", "1 m", "Fir", "zzz", "ÄÖ", "house",
)  # fmt: skip


def plain(hint: Any) -> Any:
    """Return a type without its notes."""
    return get_args(hint)[0] if get_origin(hint) is typing.Annotated else hint


def texts(hint: Any, where: str, seen: set[Any]) -> Iterator[tuple[str, Any]]:
    """Yield every text that a value of a type can hold, with where it stands and how it is marked."""
    bare = plain(hint)
    if bare is str:
        yield where, hint
    elif isinstance(bare, type) and issubclass(bare, msgspec.Struct):
        if bare not in seen:
            seen.add(bare)
            for name, inner in get_type_hints(bare, include_extras=True).items():
                if get_origin(inner) is not typing.ClassVar:
                    yield from texts(inner, f"{bare.__name__}.{name}", seen)
    elif get_origin(bare) is not Literal:
        for inner in get_args(bare):
            yield from texts(inner, where, seen)


def renamed(value: Any, hint: Any, pick: random.Random) -> Any:
    """Return a value with every word in it, as its types mark them, replaced by another."""
    if hint == Words:
        if not value:  # nothing written is no word: it says that something is open
            return value
        return f"{pick.choice(AWKWARD)}{pick.choice(['', ' ', str(pick.randrange(100))])}"
    hint = plain(hint)
    if isinstance(value, msgspec.Struct):
        hints = get_type_hints(type(value), include_extras=True)
        fields = {name: renamed(getattr(value, name), hints[name], pick) for name in value.__struct_fields__}
        return replace(value, **fields)
    if isinstance(value, tuple):
        if get_origin(hint) is not tuple:  # of one or none
            hint = next(plain(one) for one in get_args(hint) if get_origin(plain(one)) is tuple)
        inner = get_args(hint)
        each = [inner[0]] * len(value) if Ellipsis in inner else inner
        return tuple(renamed(one, of, pick) for one, of in zip(value, each, strict=True))
    if isinstance(value, dict):
        return {key: renamed(one, get_args(hint)[1], pick) for key, one in value.items()}
    return value


def all_renamed(job: Job, seed: int) -> Job:
    made = renamed(job, Job, random.Random(seed))
    assert isinstance(made, Job)
    return replace(made, settings=replace(made.settings, unit=job.settings.unit))


def worked(figure: Figure) -> list[Any]:
    """Return the values of a figure and of all it rests on, without their names."""
    return [figure.value, figure.unit, figure.origin, figure.sigma, *(worked(part) for _, part in figure.inputs)]


def numbers(value: Any) -> Any:
    """Return an answer for other programs without its words."""
    if isinstance(value, dict):
        return {key: numbers(one) for key, one in value.items() if key not in WORDY}
    return [numbers(one) for one in value] if isinstance(value, list) else value


WORDY = ("name", "room", "product", "colour", "primer", "seal", "covering", "told", "why", "waiting", "missing")


def everything(job: Job) -> dict[str, Any]:
    """Return every figure, group, sort and finding of a job, without the words."""
    made: dict[str, Any] = {"takeoff": numbers(takeoff_answer(job))}
    made["tally"] = {name: worked(figure) for name, figure in tally(job).items()}
    made["lines"] = [
        (line.key, line.kind, line.shop, worked(line.needed), line.buy, worked(line.cost), line.left,
         [(room, worked(amount)) for room, _, amount in line.shares], line.bought_as)
        for line in to_buy(job).lines
    ]  # fmt: skip
    made["shops"] = [[line.key for line in lines] for _, lines in to_buy(job).shops()]
    made["unsold"] = len(to_buy(job).unsold)
    made["findings"] = [(one.key, one.grade, one.about, one.room_id, one.kept is None) for one in second_look(job)]
    made["house"] = [(one.room.id, at) for one, at in house_of(job.rooms, job.house_rules).rooms]
    for room in job.rooms:
        measured = measured_room(room, job.house_rules)
        made[f"plan {room.id}"] = (measured.plan.corners, measured.plan.angles, bool(measured.fault))
        made[f"cuts {room.id}"] = [
            (one.number, one.kind, one.wall, one.length, one.about, one.stock, one.block,
             [(end.cut, None if end.setting is None else end.setting.mitre.value) for end in (one.left, one.right)])
            for one in cut_list(room, job.house_rules, job.milled, job.joinery)
        ]  # fmt: skip
        for recess in room.measured.recesses:
            fit = fit_of(room, recess, job.house_rules)
            made[f"fit {room.id} {recess.id}"] = [worked(one) for one in (fit.width, fit.height) if one is not None]
        drawing = unfolded_room(room, job.house_rules, job.colours, job.settings, 0.0)
        shapes = [mark for mark in drawing.marks if isinstance(mark, Area | Stroke | Strip)]
        made[f"drawing {room.id}"] = [(mark.points, mark.about, getattr(mark, "fill", "")) for mark in shapes]
    return made


def test_every_text_of_a_job_says_whether_people_type_it() -> None:
    found = list(texts(Job, "Job", set()))
    assert len(found) > 80
    unmarked = [where for where, hint in found if hint not in (Words, Id, Tone)]
    assert unmarked == []
    assert sum(hint == Words for _, hint in found) > 25


def test_all_words_are_renamed_and_nothing_else() -> None:
    job = demo_job()
    other = all_renamed(job, 1)
    assert other.rooms[0].name != job.rooms[0].name
    assert other.rooms[0].measured.openings[0].name != job.rooms[0].measured.openings[0].name
    assert other.rooms[0].measured.walls[0].readings[0].text != job.rooms[0].measured.walls[0].readings[0].text
    assert other.rooms[0].measured.walls[0].readings[0].mm == job.rooms[0].measured.walls[0].readings[0].mm
    assert other.rooms[0].finishes.surfaces == job.rooms[0].finishes.surfaces
    assert other.rooms[0].finishes.pieces[0].name != job.rooms[0].finishes.pieces[0].name
    assert [room.id for room in other.rooms] == [room.id for room in job.rooms]


@pytest.mark.parametrize("seed", range(many(2, 4)))
def test_renaming_everything_in_the_demo_changes_no_figure(seed: int) -> None:
    job = demo_job()
    assert everything(all_renamed(job, seed)) == everything(job)


@pytest.mark.parametrize("seed", range(many(1, 24)))
def test_renaming_everything_in_a_random_job_changes_no_figure(seed: int) -> None:
    job = random_job(seed)
    assert everything(all_renamed(job, seed + 100)) == everything(job)


def test_renaming_stock_profiles_changes_no_match() -> None:
    own = [replace(one, id=f"own-{n}") for n, one in enumerate(shipped_profiles()[:40])]
    job = put_profiles(own, "own").apply(demo_job())
    room, kind = job.rooms[0], "skirting"
    other = all_renamed(job, 7)
    before = job_offers(job, room, kind, "")
    after = job_offers(other, other.rooms[0], kind, "")
    assert [one.match.key for one in after.offers] == [one.match.key for one in before.offers]
    assert [one.price.value for one in after.offers] == [one.price.value for one in before.offers]


def test_a_door_called_a_block_keeps_its_casing() -> None:
    """The case that was wrong: casings went by the words in a door's name."""
    job = demo_job()
    opening = job.rooms[0].measured.openings[0]
    about = OpeningPath("r1", opening.id)
    assert about.there(job)
    wide = change_trim("r1", "casing", height=Length(120.0, "120")).apply(job)
    names = {line.name: line.needed.value for line in to_buy(wide).lines if line.kind == "trim"}
    called = replace(opening, name="glass block door")
    room = wide.rooms[0]
    others = tuple(called if one.id == opening.id else one for one in room.measured.openings)
    again = replace(wide, rooms=(replace(room, measured=replace(room.measured, openings=others)), *wide.rooms[1:]))
    assert {line.name: line.needed.value for line in to_buy(again).lines if line.kind == "trim"} == names
    assert TrimPath("r1", "casing").there(again)
