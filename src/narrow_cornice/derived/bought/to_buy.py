"""All that a job has to buy: the sum of the declared sources."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from types import MappingProxyType
from typing import Literal

import msgspec

from narrow_cornice.derived.bought import sources
from narrow_cornice.derived.bought.lines import PHASES, LineToBuy, waits
from narrow_cornice.derived.coated.coatings import finished_surfaces
from narrow_cornice.job.model import Job
from narrow_cornice.memo import by_identity, listed
from narrow_cornice.units.words import several

Parted = Literal["shop", "room", "phase"]  # how lines are put together


class ToBuy(msgspec.Struct, frozen=True):
    """All that is to be bought, and what stands beside it: what nobody sells here, rooms that wait to be measured, how
    many surfaces of which room have no paint, what else is left out, and what was bought and is ``no_longer`` wanted,
    in a sentence each."""

    lines: tuple[LineToBuy, ...]
    unsold: tuple[str, ...]
    waiting: tuple[str, ...]
    unpainted: tuple[tuple[str, int], ...] = ()
    missing: tuple[str, ...] = ()
    no_longer: tuple[str, ...] = ()
    shop_names: Mapping[str, str] = {}

    @property
    def left_out(self) -> tuple[str, ...]:
        """Return in a sentence each what is not in the list, so that nothing is left out of it in silence."""
        return (
            *(f"{room} is not measured yet." for room in self.waiting),
            *(f"No stock is known for {name}." for name in self.unsold),
            *(
                f"{several(count, 'surface has', 'surfaces have')} no paint in {room}."
                for room, count in self.unpainted
            ),
            *self.missing,
            *self.no_longer,
        )

    @property
    def price(self) -> float:
        """Return the price of all lines."""
        return round(sum(line.price for line in self.lines), 2)

    def line(self, key: str) -> LineToBuy | None:
        """Return the line of that key, None where it is no longer wanted."""
        return next((line for line in self.lines if line.key == key), None)

    def of_room(self, room_id: str) -> list[LineToBuy]:
        """Return the lines that a room has a share of."""
        return [line for line in self.lines if any(one == room_id for one, _, _ in line.shares)]

    def shop_of(self, line: LineToBuy) -> str:
        """Return the name of the shop where a line is bought."""
        return self.shop_names.get(line.shop, line.shop)

    def phases(self) -> list[tuple[str, list[LineToBuy]]]:
        """Return the lines by the part of the work they are wanted for, in its order."""
        slips: dict[str, list[LineToBuy]] = {phase: [] for phase in PHASES}
        for line in self.lines:
            slips[line.phase].append(line)
        return [(phase, lines) for phase, lines in slips.items() if lines]

    def shops(self) -> list[tuple[str, list[LineToBuy]]]:
        """Return the lines by shop, as the names of these, in the order they first appear."""
        slips: dict[str, list[LineToBuy]] = {}
        for line in self.lines:
            slips.setdefault(line.shop, []).append(line)
        return [(self.shop_names.get(shop, shop), lines) for shop, lines in slips.items()]


@by_identity(times=2, each="job")
def to_buy(job: Job) -> ToBuy:
    """Return what the job needs to buy, source by source."""
    every = [source(job) for source in sources.SOURCES]
    waiting = tuple(room.name for room in job.rooms if waits(room, job.house_rules))
    lines = tuple(line for one in every for line in one.lines)
    unsold = tuple(name for one in every for name in one.unsold)
    unpainted = []
    for room in job.rooms:
        every_surface = finished_surfaces(room, job.house_rules, job.paints, job.colours)
        if bare := sum(one.waits for one in every_surface):
            unpainted.append((room.name, bare))
    missing = tuple(words for one in every for words in one.missing)
    stale = tuple(_no_longer(job, lines))
    listed()
    return ToBuy(lines, unsold, waiting, tuple(unpainted), missing, stale, MappingProxyType(job.shop_names()))


def _no_longer(job: Job, lines: tuple[LineToBuy, ...]) -> Iterator[str]:
    """Yield what was ticked off and is in no line any more, with the lines of its sort that there are now."""
    there = {line.key for line in lines}
    for key, bought in job.ticks.items():
        if key in there:
            continue
        *sort, what = key.split(":")
        alike = [line.name[:60] for line in lines if line.key.split(":")[:-1] == sort and line.key not in job.ticks]
        now = f"; there is now {', '.join(alike[:3])}" if alike else ""
        yield f"Bought and no longer wanted: {bought} of {' '.join([*sort, what])[:80]}{now}."


def slips(job: Job, parted: Parted) -> list[tuple[str, list[LineToBuy], str]]:
    """Return the lines slip by slip, none of them empty: the name of each, its lines, and of a room its identity."""
    everything = to_buy(job)
    if parted == "room":
        rooms = ((room.name, everything.of_room(room.id), room.id) for room in job.rooms)
        return [slip for slip in rooms if slip[1]]
    groups = everything.shops() if parted == "shop" else everything.phases()
    return [(name, lines, "") for name, lines in groups]
