"""What is left over: tins on the shelf with where they are and until when they are good, and what the logbook says must
be left of tins that were bought."""

from __future__ import annotations

from typing import NamedTuple

from narrow_cornice.derived.bought.lines import InTins
from narrow_cornice.derived.bought.paint.source import MONTH, past_its_age
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.job.finishes import LeftTin
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity

LEAST = 0.1  # litres that are worth keeping


class OnShelf(NamedTuple):
    """A tin on the shelf: the tin, what it is in words, its colour, the day until which it is good (None where nobody
    dated it), and whether that is past."""

    tin: LeftTin
    words: str
    tone: str
    until: int | None
    past: bool


class MustBeLeft(NamedTuple):
    """What must be left of a line: bought, written down as used, and so left, with the batch last written."""

    paint: str
    colour: str
    words: str
    bought: float
    used: float
    batch: str

    @property
    def left(self) -> float:
        """Return the litres that must be left."""
        return self.bought - self.used


@by_identity(times=1, each="job")
def on_shelf(job: Job) -> tuple[OnShelf, ...]:
    """Return the tins on the shelf of a job, those that go off first before the others."""
    rules, paints = house_rules_of(job.house_rules), {one.id: one for one in job.paints}
    colours = {one.id: one for one in job.colours}
    made = []
    for tin in job.left_paint:
        paint, colour = paints.get(tin.paint), colours.get(tin.colour or "")
        name = paint.name if paint is not None else tin.paint
        until = past = None
        if paint is not None:
            past = past_its_age(tin, paint, rules)
            if tin.day is not None:
                until = round(tin.day + MONTH * (paint.keeps or rules.value("paint_keeps")))
        words = f"{colour.name} in {name}" if colour is not None else name
        made.append(OnShelf(tin, words, colour.hex if colour is not None else "#e8e3d6", until, bool(past)))
    return tuple(sorted(made, key=lambda one: (one.until is None, one.until or 0, one.tin.id)))


class Timber(NamedTuple):
    """Bars or sheets that are left of what was bought for a line: its key, in words, and their sizes in mm, (length,)
    or (length, width)."""

    line: str
    words: str
    sizes: tuple[tuple[float, ...], ...]


@by_identity(times=1, each="job")
def timber_left(job: Job) -> tuple[Timber, ...]:
    """Return the bars and sheets that are left over, by the line they serve."""
    names = {line.key: line.name for line in to_buy(job).lines}
    bars = {key: tuple((length,) for length in lengths) for key, lengths in job.left_over.items()}
    held: dict[str, tuple[tuple[float, ...], ...]] = {**bars, **job.left_sheets}
    return tuple(Timber(key, names.get(key, "of nothing that is bought now"), held[key]) for key in held if held[key])


@by_identity(times=1, each="job")
def must_be_left(job: Job) -> tuple[MustBeLeft, ...]:
    """Return what must be left of paints that were bought and that the logbook says were used: of lines that are ticked
    as bought, what is in their tins less what was written down."""
    used: dict[tuple[str, str], float] = {}
    batches: dict[tuple[str, str], str] = {}
    for entry in job.logbook.entries:
        if entry.paint and entry.litres:
            key = (entry.paint, entry.colour)
            used[key] = used.get(key, 0.0) + entry.litres
            batches[key] = entry.batch or batches.get(key, "")
    shelved: dict[tuple[str, str], float] = {}
    for tin in job.left_paint:
        key = (tin.paint, tin.colour or "")
        shelved[key] = shelved.get(key, 0.0) + tin.litres
    made = []
    for line in to_buy(job).lines:
        if not isinstance(line.goods, InTins) or line.key not in job.ticks:
            continue
        paint, colour = _of(line.key)
        key = (paint, colour)
        bought = sum(size * count for size, count, _ in line.buy)
        left = MustBeLeft(paint, colour, line.name, bought, used.get(key, 0.0), batches.get(key, ""))
        if key in used and left.left - shelved.get(key, 0.0) > LEAST:
            made.append(left)
    return tuple(made)


def _of(key: str) -> tuple[str, str]:
    """Return the paint and the colour of a line by its key (see ``paint_line``)."""
    _, paint, colour = key.split(":", 2)
    return paint, colour
