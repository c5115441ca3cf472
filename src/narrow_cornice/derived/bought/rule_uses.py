"""Where house rules are used in a job: how many of its figures rest on each."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Mapping
from types import MappingProxyType

from narrow_cornice.derived.bought.hours import works_in
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.explained.figures import Figure
from narrow_cornice.explained.paths import HouseRulePath
from narrow_cornice.job.model import Job
from narrow_cornice.memo import by_identity

LINES, SURFACES, TRIM, HOURS = "lines to buy", "surfaces", "pieces of trim", "hours of work"


@by_identity(times=2, each="job")
def rule_uses(job: Job) -> Mapping[str, Mapping[str, int]]:
    """Return by house rule how many lines to buy, surfaces and pieces of trim rest on it."""
    known: dict[int, frozenset[str]] = {}
    counted: dict[str, Counter[str]] = {}
    for what, figures in _figures(job):
        rules = frozenset[str]().union(*(_rules_of(figure, known) for figure in figures))
        for key in rules:
            counted.setdefault(key, Counter())[what] += 1
    return MappingProxyType({key: MappingProxyType(dict(counts)) for key, counts in counted.items()})


def _figures(job: Job) -> Iterator[tuple[str, list[Figure]]]:
    """Yield what a job's figures are of, and the figures of each."""
    for line in to_buy(job).lines:
        yield LINES, [line.needed, line.cost]
    for room in job.rooms:
        trimmed = trimmed_room(room, job.house_rules)
        if trimmed is None:
            continue
        for piece in trimmed.trim.kinds.values():
            yield TRIM, [one for one in (piece.height, piece.projection) if one is not None]
        for _, works in works_in(
            room, job.house_rules, job.paints, job.colours, job.milled, job.joinery, job.coverings
        ):
            for hours in works:
                yield HOURS, [hours]
        for one in coated_surfaces(room, job.house_rules, job.paints, job.colours):
            figures = (one.surface.net, one.coats, one.litres, one.primer_litres)
            yield SURFACES, [figure for figure in figures if figure is not None]


def _rules_of(figure: Figure, known: dict[int, frozenset[str]]) -> frozenset[str]:
    """Return the keys of the rules that a figure rests on; each figure is looked through once."""
    if id(figure) in known:
        return known[id(figure)]
    own = frozenset({figure.source.key}) if isinstance(figure.source, HouseRulePath) else frozenset[str]()
    found = own.union(*(_rules_of(part, known) for part in figure.parts))
    known[id(figure)] = found
    return found


def in_words(uses: Mapping[str, int]) -> str:
    """Return how often a rule is used: "in 5 lines to buy and 30 surfaces", empty for nowhere."""
    words = [f"{count} {what if count != 1 else _one(what)}" for what, count in uses.items()]
    return f"in {' and '.join((', '.join(words[:-1]), words[-1]) if len(words) > 1 else words)}" if words else ""


def _one(what: str) -> str:
    return {LINES: "line to buy", SURFACES: "surface", TRIM: "piece of trim", HOURS: "hours of work"}[what]
