"""Strips of timber to buy, for lippings and face frames, in as few lengths as hold them."""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple

from narrow_cornice.casework.parts import FRAME
from narrow_cornice.casework.timber import timbers
from narrow_cornice.cutting.allowances import bar_saw
from narrow_cornice.cutting.lengths import lengths_to_buy
from narrow_cornice.derived.bought.lines import InPacks, LineToBuy, by_line, in_turn, room_by_room
from narrow_cornice.derived.built.fitted import built_in_of, new_parts, timber_of
from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import cents
from narrow_cornice.units.told import Bare, Told, so_many
from narrow_cornice.units.words import several

WORDS = {"lipping": "lippings", "frame": "pieces of face frames", "ledger": "ledgers under worktops"}


@explained(
    "price of strips", "money", "lengths × length of one ÷ 1000 × thick × tall ÷ 1000000 × price of volume, to 0.01"
)
def price_of_strips(lengths: float, length_of_one: float, thick: float, tall: float, price_of_volume: float) -> float:
    """Return the price of so many strips of one length: timber is priced by its volume."""
    return cents(lengths * length_of_one / 1000 * thick * tall / 1_000_000 * price_of_volume)


class Section(NamedTuple):
    """What strips are of: what they are for (``lipping``, ``frame`` or ``ledger``), their timber, and the two sizes
    across, in mm."""

    sort: str
    material: str
    thick: float
    tall: float

    @property
    def key(self) -> str:
        """Return what a tick finds the line of it by."""
        return f"{self.sort}:{self.material}:{self.thick:g}:{self.tall:g}"


def strips_to_buy(job: Job) -> list[LineToBuy]:
    """Return a line for each section of lipping and of face frame that the built-ins of a job have."""
    rules = house_rules_of(job.house_rules)
    held = by_line(job, lambda room: {one.key: amount for one, amount in _room_strips(room, job.house_rules)})
    sections = {one.key: one for room in job.rooms for one, _ in _room_strips(room, job.house_rules)}
    return [_line(sections[key], rules, *in_turn(needs)) for key, needs in held.items()]


def unsold_strips(run: BuiltIn) -> list[str]:
    """Return what strips of a run are of a wood that is sold in none, in a sentence each."""
    asked = (
        ("Lippings", "are", run.lipping.material if run.lipping is not None else ""),
        ("The face frame", "is", run.frame.material if run.frame is not None else ""),
    )
    return [
        f"{what} of {run.name[:60]} {verb} of {wood}, which is sold in no strips."
        for what, verb, wood in asked
        if wood and wood not in timbers()
    ]


def _strips(room: Room, changed_rules: dict[str, float]) -> Iterator[tuple[Section, str, float]]:
    """Yield the section of each strip of a room, whose it is, and how long."""
    for run in room.casework.built_ins:
        for part in new_parts(run, built_in_of(room, run, changed_rules).run):
            if part.kind not in ("lipping", "ledger", *FRAME):
                continue
            wood = timber_of(run, part)
            if wood in timbers():
                sort = "frame" if part.kind in FRAME else part.kind
                yield Section(sort, wood, part.thickness, round(part.width, 1)), run.name, part.length


@by_identity(times=1, each="room", of=as_built)
def _room_strips(room: Room, changed_rules: dict[str, float]) -> tuple[tuple[Section, Figure], ...]:
    """Return by section what the built-ins of a room have of strips, each piece as a part of a total."""
    sections: dict[str, Section] = {}
    pieces: dict[str, list[Figure]] = {}
    for section, name, length in _strips(room, changed_rules):
        cut = table(name[:60], length, "run", "a strip as it is cut")
        sections[section.key] = section
        pieces.setdefault(section.key, []).append(cut)
    return tuple((sections[key], total(room.name[:60], "run", each)) for key, each in pieces.items())


# Many parameters: kept by the value and identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="room")
def _line(section: Section, rules: HouseRules, *wanted: str | Figure) -> LineToBuy:
    """Return the line of one section, of the rooms' identities, names and strips, given in turn."""
    sort, material, thick, tall = section
    timber = timbers()[material]
    shares = tuple(room_by_room(wanted))
    needed = total("length", "run", [amount for _, _, amount in shares])
    lengths = tuple(sorted(piece.value for _, _, amount in shares for piece in amount.parts))
    metre = thick * tall / 1e6 * timber.price
    saw = bar_saw(rules)
    bars = lengths_to_buy(lengths, timber.lengths, metre, saw.between, (), saw.lost(timber.lengths))
    name = Told(f"{material} ", Bare(thick), " × ", Bare(tall), f", {WORDS[sort]}")
    prices = [
        price_of_strips(
            table("lengths", float(count), "", f"whole lengths for {several(len(lengths), 'piece')}"),
            table("length of one", length, "mm", "as it is sold"),
            table("thick", thick, "mm", "of the strip"),
            table("tall", tall, "mm", "of the strip"),
            table("price of volume", timber.price, "money", material),
            called=so_many(count, length, "mm"),
        )
        for length, count in bars.by_length()
    ]
    return LineToBuy(
        section.key,
        sort,
        name,
        timber.shop,
        needed,
        tuple((length, count, price.value) for (length, count), price in zip(bars.by_length(), prices, strict=True)),
        total("price", "money", prices, listed=True),
        sum(bar.offcut for bar in bars.bars),
        f"{len(lengths)} {WORDS[sort]} in {', '.join(name[:40] for _, name, _ in shares)}",
        shares,
        bars.words or "nothing",
        InPacks(),
    )
