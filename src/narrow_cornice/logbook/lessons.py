"""What the logbook teaches: how far paint really went, how long work really took, what was really wasted, against what
the house rules reckon; each shrunk towards its house rule while there is little to go by.

An entry counts one, the house rule as many as ``lessons_weight`` says (n₀): the new value is
(n₀ · rule + Σ seen) / (n₀ + n), the mean of a normal law whose mean is not known, with a normal law before it of n₀
times the weight of one entry (Gelman and others, *Bayesian Data Analysis*, 2.5). Of rates the logarithm is taken, since
twice as long and half as long are as far off.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Mapping
from typing import NamedTuple

from msgspec.structs import replace

from narrow_cornice.derived.bought.costs import cost_with_labour
from narrow_cornice.derived.bought.hours import job_hours
from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.finishes.spread import LOSSES, Method
from narrow_cornice.job import edits
from narrow_cornice.job.history import Edit
from narrow_cornice.job.logged import EntryKind
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.logbook.worked_out import (
    area_of,
    full_spread,
    method_of_entry,
    reckoned_hours,
    reckoned_litres,
    texture_of_entry,
)
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import show_money

LEAST_CHANGE = 0.02  # of a rule: less is no lesson
MOST_LOSS = 0.7
FAR = 4.0  # times as much or as little as reckoned: a slip of the pen, and no lesson
# Which house rules a kind of work goes by: rates (more of them is quicker) and times (more of them is slower).
RATES: Mapping[EntryKind, tuple[str, ...]] = {
    "painted": (
        "hours_coat",
        "hours_coat_ceiling",
        "hours_cut_in",
        "hours_narrow_trim",
        "hours_wide_trim",
        "hours_stain",
    ),
    "prepared": ("hours_wash", "hours_sand", "hours_dust_off", "hours_dull", "hours_strip", "hours_wire_brush"),
    "laid": ("hours_tile", "hours_small_tile", "hours_boards", "hours_slats", "hours_overlay"),
    "hung": ("hours_paper",),
    "fitted": ("hours_skirting", "hours_cornice", "hours_panels"),
}
TIMES: Mapping[EntryKind, tuple[str, ...]] = {
    "painted": ("hours_door_side", "hours_panelled_door", "hours_radiator"),
    "laid": ("hours_tile_trim", "hours_mitred_tiles"),
    "hung": ("hours_picture", "hours_small_thing"),
    "fitted": ("hours_casing", "hours_mitre"),
    "built": ("hours_carcass", "hours_door", "hours_drawer", "hours_fixing"),
}


class Seen(NamedTuple):
    """One entry's share in a lesson: the entry, what was reckoned and what was seen, and on what kind of surface (empty
    where that does not matter or nobody knows)."""

    entry: str
    reckoned: float
    seen: float
    surface: str = ""


class Lesson(NamedTuple):
    """Something the logbook teaches: of which house rules (``key`` the first of them), what in words, what it is now,
    what was seen on the mean, what it should be, what each entry says, how it was reckoned in words, and the edit."""

    key: str
    words: str
    now: float
    seen: float
    new: float
    each: tuple[Seen, ...]
    how: str
    unit: str
    edit: Edit


def by_surface(lesson: Lesson) -> tuple[tuple[str, float, int], ...]:
    """Return what was seen on each kind of surface, on the mean of so many entries."""
    groups: dict[str, list[float]] = {}
    for one in lesson.each:
        if one.surface:
            groups.setdefault(one.surface, []).append(one.seen)
    return tuple((surface, sum(seen) / len(seen), len(seen)) for surface, seen in groups.items())


def shrunk(rule: float, seen: list[float], weight: float) -> float:
    """Return a house rule moved towards what was seen, as far as the entries outweigh it."""
    return (weight * rule + sum(seen)) / (weight + len(seen))


@by_identity(times=2, each="job")
def lessons_of(job: Job) -> tuple[Lesson, ...]:
    """Return the lessons of a job's logbook, those of paint first; none that would change next to nothing."""
    return tuple(lesson for source in LESSON_SOURCES for lesson in source(job))


def _losses(job: Job) -> Iterator[Lesson]:
    """Yield what was lost of paint, by the way it was put on. Litres are reckoned as m² · coats · what the surface
    takes / (full spread · (1 − loss)), so that of the litres seen against those reckoned with the rule's loss
    1 − (1 − rule) · reckoned / seen were lost."""
    rules, paints = house_rules_of(job.house_rules), {one.id: one for one in job.paints}
    weight = rules.value("lessons_weight")
    found: dict[Method, list[Seen]] = {}
    for entry in job.logbook.entries:
        paint, area, method = paints.get(entry.paint), area_of(job, entry), method_of_entry(job, entry)
        if paint is None or not area or not entry.litres or method is None:
            continue
        rule = rules.value(LOSSES[method])
        plain = area * entry.coats / (full_spread(paint) * (1.0 - rule))
        reckoned = reckoned_litres(job, entry, area) or plain
        ratio = entry.litres / reckoned
        if not 1 / FAR < ratio < FAR:
            continue
        loss = min(MOST_LOSS, max(0.0, 1.0 - (1.0 - rule) / ratio))
        found.setdefault(method, []).append(Seen(entry.id, rule, loss, texture_of_entry(job, entry)))
    for method, each in found.items():
        key = LOSSES[method]
        now = rules.value(key)
        new = round(shrunk(now, [one.seen for one in each], weight), 3)
        if abs(new - now) < LEAST_CHANGE / 4:
            continue
        mean = sum(one.seen for one in each) / len(each)
        how = _how(len(each), weight)
        edit = edits.change_house_rule(key, new, f"lost by {method}")
        yield Lesson(key, f"Paint lost by {method}", now, mean, new, tuple(each), how, "share", edit)


def _how(count: int, weight: float) -> str:
    many = "1 entry" if count == 1 else f"{count} entries"
    return f"{many} against a habit that counts as much as {weight:g}"


def _paces(job: Job) -> Iterator[Lesson]:
    """Yield how long kinds of work took against what was reckoned, as a factor on their rates and times."""
    rules = house_rules_of(job.house_rules)
    weight = rules.value("lessons_weight")
    found: dict[EntryKind, list[Seen]] = {}
    for entry in job.logbook.entries:
        reckoned = reckoned_hours(job, entry)
        if not reckoned or not entry.hours or not 1 / FAR < entry.hours / reckoned < FAR:
            continue
        found.setdefault(entry.kind, []).append(Seen(entry.id, reckoned, entry.hours))
    for kind, each in found.items():
        factor = math.exp(shrunk(0.0, [math.log(one.seen / one.reckoned) for one in each], weight))
        rates = RATES.get(kind, ())
        times = TIMES.get(kind, ())
        if abs(factor - 1.0) < LEAST_CHANGE or not (rates or times):
            continue
        steps = [(key, rules.value(key) / factor) for key in rates] + [
            (key, rules.value(key) * factor) for key in times
        ]
        mean = math.exp(sum(math.log(one.seen / one.reckoned) for one in each) / len(each))
        yield Lesson(
            (rates or times)[0],
            f"Time that is {kind}",
            1.0,
            mean,
            factor,
            tuple(each),
            _how(len(each), weight),
            "times",
            _all(f"rates of what is {kind}", steps),
        )


def _all(title: str, steps: list[tuple[str, float]]) -> Edit:
    def apply(job: Job) -> Job:
        for key, value in steps:
            job = edits.change_house_rule(key, float(f"{value:.4g}"), title).apply(job)
        return job

    return Edit(f"house rules: {title}", apply)


def _waste(job: Job) -> Iterator[Lesson]:
    """Yield what was wasted of tiles: m² used against m² laid."""
    rules = house_rules_of(job.house_rules)
    weight = rules.value("lessons_weight")
    now = rules.value("tile_waste")
    each = [
        Seen(entry.id, now, entry.amount / entry.area - 1.0)
        for entry in job.logbook.entries
        if entry.kind == "laid"
        and entry.unit == "m²"
        and entry.amount
        and entry.area
        and 1.0 <= entry.amount / entry.area < 2.0
    ]
    if not each:
        return
    new = round(shrunk(now, [one.seen for one in each], weight), 3)
    if abs(new - now) >= LEAST_CHANGE / 4:
        mean = sum(one.seen for one in each) / len(each)
        edit = edits.change_house_rule("tile_waste", new, "waste of tiles")
        yield Lesson(
            "tile_waste", "Waste of tiles", now, mean, new, tuple(each), _how(len(each), weight), "share", edit
        )


LESSON_SOURCES: tuple[Callable[[Job], Iterator[Lesson]], ...] = (_losses, _paces, _waste)


class Change(NamedTuple):
    """What a lesson would change in this job: in words, now, and then."""

    what: str
    now: str
    then: str


def what_it_changes(job: Job, lesson: Lesson) -> tuple[Change, ...]:
    """Return what a job would come to with a lesson taken, where it differs: litres, hours, money. This derives the
    whole job anew: it is asked for aside."""
    other = lesson.edit.apply(replace(job, schemes=()))
    money = f" {job.settings.money}" if job.settings.money else ""
    made = [
        Change("paint", tally(job)["paint"].shown(job.settings), tally(other)["paint"].shown(job.settings)),
        Change("hours", job_hours(job).shown(job.settings), job_hours(other).shown(job.settings)),
        Change(
            "cost",
            f"{show_money(cost_with_labour(job).value)}{money}",
            f"{show_money(cost_with_labour(other).value)}{money}",
        ),
    ]
    return tuple(one for one in made if one.now != one.then)
