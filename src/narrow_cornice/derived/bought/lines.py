"""One line to buy: what is needed, what is bought, for which rooms, and why."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from types import MappingProxyType
from typing import Any, NamedTuple, TypeVar

import msgspec

from narrow_cornice.cutting.lengths import Lengths
from narrow_cornice.derived.built.sheets import CutBoard
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.explained.figures import Figure, explained, total
from narrow_cornice.job.finishes import Colour, LeftTin, Paint
from narrow_cornice.job.model import Job, Room
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.kinds import TrimKind
from narrow_cornice.units.show import ShownIn, cents, is_nought, show_quantity
from narrow_cornice.units.told import said_in

Buy = tuple[tuple[float, int, float], ...]
Share = tuple[str, str, Figure]


class InTins(msgspec.Struct, frozen=True):
    """Goods that come in tins of a colour, and can be mixed before work begins; ``there`` are tins left over from
    before, in the order they are used."""

    paint: Paint
    colour: Colour | None = None
    there: tuple[LeftTin, ...] = ()


class InLengths(msgspec.Struct, frozen=True, gc=False):
    """Goods that come in lengths and are sawn: ``cuts`` are the pieces by name, length and number in the cut list of
    their room, in the order in which ``bars`` number them; ``sold`` are the lengths that can be bought, ``trim`` is of
    which kind it is, None for what is no trim."""

    sold: tuple[float, ...]
    bars: Lengths
    cuts: tuple[tuple[str, float, int], ...]
    trim: TrimKind | None = None


class Knife(msgspec.Struct, frozen=True):
    """A knife ground for the profile of a kind of trim."""

    trim: TrimKind


class InSheets(msgspec.Struct, frozen=True):
    """Goods that come in sheets and are sawn: all that is ``cut`` from them, with the plan that is counted with."""

    cut: CutBoard


class InPacks(msgspec.Struct, frozen=True):
    """Goods that come in packs of some size."""


Goods = InTins | InLengths | InSheets | Knife | InPacks


# For which part of the work the lines of a kind are wanted, in its order.
PHASES = ("Before the work begins", "Trim", "Built-ins", "Finishing", "Dressing the rooms", "At any time")
OF_KIND = {
    **dict.fromkeys(("repair", "sundry"), PHASES[0]),
    **dict.fromkeys(("trim", "knife"), PHASES[1]),
    **dict.fromkeys(("board", "hardware", "strip", "slats", "boards"), PHASES[2]),
    **dict.fromkeys(("paint", "paper", "tile", "overlay"), PHASES[3]),
    **dict.fromkeys(("cloth", "rod", "shade", "lamp", "rug", "furniture"), PHASES[4]),
}


class LineToBuy(msgspec.Struct, frozen=True, gc=False):
    """One line to buy; ``shop`` is the identity of where, ``kind`` the word for what it is in lists.

    ``needed`` is in litres, in a length of trim ("run"), or the measure of a material; ``buy`` is (size, count, price
    of all); ``shares`` is what each room needs of it, (room id, room name, amount); ``key`` stays the same while the
    thing does, which is how a tick finds its line; ``bought_as`` is what a tick made now would remember; ``goods`` says
    in what form it comes, for whoever draws, saws or mixes it; ``weight`` is that of all in kg where the table of the
    material has it, nought where nobody knows.
    """

    key: str
    kind: str
    name: str
    shop: str
    needed: Figure
    buy: Buy
    cost: Figure
    left: float
    why: str
    shares: tuple[Share, ...]
    bought_as: str
    goods: Goods
    weight: float = 0.0

    @property
    def price(self) -> float:
        """Return the price of all that is bought."""
        return self.cost.value

    @property
    def phase(self) -> str:
        """Return for which part of the work it is wanted."""
        return OF_KIND.get(self.kind, PHASES[-1])

    @property
    def code(self) -> str:
        """Return by what a shop is asked for it: a paint by its identity, all else by the key of the line."""
        return self.goods.paint.id if isinstance(self.goods, InTins) else self.key

    @property
    def measure(self) -> str:
        """Return what the amounts of this line are in: L, mm, or the measure of a material."""
        return "mm" if self.needed.unit == "run" else self.needed.unit

    def left_over(self, how: ShownIn) -> float:
        """Return what is left over of what is bought, by what is shown to be needed."""
        return self.left + self.needed.value - self.needed.rounded(how)

    def words(self, how: ShownIn) -> tuple[str, str]:
        """Return what is needed and what is left over as the job shows it: litres, metres or feet, pieces."""
        return self.needed.shown(how), show_quantity(self.left_over(how), self.needed.unit, how)

    def amounts_in(self, how: ShownIn) -> str:
        """Return what is bought, for how much, and what is left over of it, if anything; just how much where these are
        one."""
        (needed, left), bought = self.words(how), self.bought_in(how)
        if not is_nought(left):
            return f"{bought} for {needed}, {left} left over"
        one_of_it = len(self.buy) == 1 and self.buy[0][1] == 1  # cut as long as it is wanted
        return bought if one_of_it or needed == bought else f"{bought} for {needed}"

    def name_in(self, how: ShownIn) -> str:
        """Return what it is called, its sizes as the job shows them."""
        return said_in(self.name, how)

    def bought_in(self, how: ShownIn) -> str:
        """Return what is bought in words, its sizes as the job shows them."""
        return said_in(self.bought_as, how)

    def why_in(self, how: ShownIn) -> str:
        """Return why it is on the list, its sizes as the job shows them."""
        return said_in(self.why, how)

    def share_of_price(self, room_id: str) -> float:
        """Return the part of the price that falls on a room by what it needs, to the cent; all make the price."""
        return _price_by_room(self.price, self.shares).get(room_id, 0.0)


@by_identity(times=1, each="thing")
def _price_by_room(price: float, shares: tuple[Share, ...]) -> Mapping[str, float]:
    whole = sum(amount.value for _, _, amount in shares)
    paid: dict[str, float] = {}
    before, so_far = 0.0, 0.0
    for room, _, amount in shares if whole else ():
        # Each room pays what the rooms up to it pay together less what those before it do: all pay the price.
        so_far += amount.value
        up_to = round(price * so_far / whole, 2)
        paid[room] = paid.get(room, 0.0) + up_to - before
        before = up_to
    return MappingProxyType({room: cents(part) for room, part in paid.items()})


@explained("price of tins", "money", "tins × price of one, to 0.01")
def price_of_tins(tins: float, price_of_one: float) -> float:
    """Return the price of several tins of one size."""
    return cents(tins * price_of_one)


class Bought(NamedTuple):
    """What a source adds: its lines, the names of what it knows no shop for, and in a sentence each what else is left
    out of them."""

    lines: tuple[LineToBuy, ...]
    unsold: tuple[str, ...] = ()
    missing: tuple[str, ...] = ()


Source = Callable[[Job], Bought]


def waits(room: Room, changed_rules: dict[str, float]) -> bool:
    """Return whether a room still waits to be measured: one outdoors has nothing but its pieces."""
    return not room.outdoors and bool(measured_room(room, changed_rules).fault)


def counted_rooms(job: Job) -> Iterator[Room]:
    """Yield the rooms of which something can be counted: those that are measured, and those with pieces to finish."""
    return (room for room in job.rooms if room.finishes.pieces or not waits(room, job.house_rules))


Wanted = TypeVar("Wanted")


def in_turn(needs: Iterable[tuple[str, str, Any]]) -> list[Any]:
    """Return rooms' identities, names and needs one after the other, as a line is kept by the identity of each."""
    return [one for need in needs for one in need]


def room_by_room(flat: Sequence[Any]) -> list[tuple[str, str, Any]]:
    """Return what ``in_turn`` laid out as a room's identity, its name and its need again."""
    return list(zip(flat[::3], flat[1::3], flat[2::3], strict=True))


def in_rooms(each: Iterable[Share], unit: str) -> tuple[Share, ...]:
    """Return what each room wants, in one figure a room, of what the things in it want."""
    rooms: dict[str, tuple[str, list[Figure]]] = {}
    for room, name, figure in each:
        rooms.setdefault(room, (name, []))[1].append(figure)
    return tuple((room, name, total(name[:60], unit, parts)) for room, (name, parts) in rooms.items())


def by_line(job: Job, needs: Callable[[Room], Mapping[str, Wanted]]) -> dict[str, list[tuple[str, str, Wanted]]]:
    """Return what the measured rooms need of each line by its key: room, its name, and its need."""
    made: dict[str, list[tuple[str, str, Wanted]]] = {}
    for room in counted_rooms(job):
        for key, need in needs(room).items():
            made.setdefault(key, []).append((room.id, room.name, need))
    return made
