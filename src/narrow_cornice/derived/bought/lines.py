"""One line of the order: what is needed, what is bought, for which rooms, and why."""

from __future__ import annotations

from typing import Literal

import msgspec

from narrow_cornice.cutting.lengths import Lengths
from narrow_cornice.explained.figures import Figure, explained
from narrow_cornice.job.finishes import Colour, Paint
from narrow_cornice.job.trimwork import MilledTrim
from narrow_cornice.units.lengths import Unit
from narrow_cornice.units.show import show_quantity

LineKind = Literal["paint", "trim", "knife", "repair"]


class LineToBuy(msgspec.Struct, frozen=True):
    """One line to buy; ``shop`` is the identity of where.

    ``needed`` is in litres, mm, or the measure of a repair's material; ``buy`` is (size, count, price of all);
    ``shares`` is what each room needs of it, (room id, room name, amount); ``key`` stays the same while the thing does,
    which is how a tick finds its line; ``bought_as`` is what a tick made now would remember; ``cuts`` are pieces of
    trim by name and length, in the order in which ``bars`` number them.
    """

    key: str
    kind: LineKind
    name: str
    shop: str
    needed: Figure
    buy: tuple[tuple[float, int, float], ...]
    cost: Figure
    left: float
    why: str
    shares: tuple[tuple[str, str, Figure], ...]
    bought_as: str
    colour: Colour | None = None
    paint: Paint | None = None
    stock: MilledTrim | None = None
    bars: Lengths | None = None
    cuts: tuple[tuple[str, float], ...] = ()
    profile_kind: str = ""

    @property
    def price(self) -> float:
        """Return the price of all that is bought."""
        return self.cost.value

    @property
    def measure(self) -> str:
        """Return what the amounts of this line are in: L, mm, or the measure of a material."""
        return "mm" if self.kind == "trim" else self.needed.unit

    def shown(self, amount: float, unit: Unit) -> str:
        """Return an amount of this line as the job shows it: litres, metres or feet, kilograms, pieces."""
        return show_quantity(amount, "run" if self.kind == "trim" else self.needed.unit, unit)

    def share_of_price(self, room_id: str) -> float:
        """Return the part of the price that falls on a room, by what it needs."""
        whole = sum(amount.value for _, _, amount in self.shares)
        mine = sum(amount.value for room, _, amount in self.shares if room == room_id)
        return self.price * mine / whole if whole else 0.0


@explained("price of tins", "money", "tins × price of one")
def price_of_tins(tins: float, price_of_one: float) -> float:
    """Return the price of several tins of one size."""
    return tins * price_of_one
