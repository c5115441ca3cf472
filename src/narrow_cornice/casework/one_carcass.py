"""One carcass of a run: its case, its compartments with what they hold, and its fronts."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import NamedTuple

import msgspec

from narrow_cornice.casework.face_frame import Hole, fault_of, frame_of, rise_of, stiles_of
from narrow_cornice.casework.fronts import SLIDE_APART, Opening, fronts_between, fronts_of
from narrow_cornice.casework.inside import LEAST_CLEAR, Held, Inside, inside_of
from narrow_cornice.casework.parts import BayThere, Box, Clear, Kind, Part
from narrow_cornice.casework.wishes import DRAWN, Bay, Habits, Stuff
from narrow_cornice.units.told import Told, unlike

MIDDLE = (0.25, 0.75)  # of a tall side, between which something fixed holds it


def room_of_fronts(bays: Sequence[Bay], stuff: Stuff) -> float:
    """Return what the fronts of a run and its face frame take of its depth before its carcasses."""
    if any(one.front == "sliding" for bay in bays for one in bay.compartments):
        return 2 * stuff.front + SLIDE_APART + stuff.frame[1]
    return stuff.frame[1] + (stuff.front if any(bay.closed for bay in bays) and not stuff.inset else 0.0)


class RoomForOne(NamedTuple):
    """Where one carcass stands: how deep it is, from which height to which, whether it is the lowest of its row, and
    whether nothing stands beside it at its left and its right."""

    deep: float
    floor: float
    top: float
    under: bool
    outer: tuple[bool, bool]


class OneCarcass:
    """One carcass of a run, from its left side on; ``fault`` says in words what of it cannot be."""

    def __init__(
        self,
        number: int,
        x: float,
        bays: Sequence[tuple[Bay, float]],
        stuff: Stuff,
        habits: Habits,
        room: RoomForOne,
    ) -> None:
        self.number, self.x, self.stuff, self.habits, self.room = number, x, stuff, habits, room
        self.deep, self.floor, self.top = room.deep, room.floor, room.top
        self.tall = self.top - self.floor
        self.inside = self.deep - habits.back_inset - stuff.back  # in front of the back
        self.y = habits.back_inset + stuff.back
        self.tongue = stuff.board * habits.groove
        self.low, self.high = self.floor + stuff.board, self.top - stuff.board
        self.fault = ""
        self.bays: list[BayThere] = []
        at = x + stuff.board
        for bay, width in bays:
            clear = tuple(self._compartments(bay))
            self.bays.append(BayThere(bay, number, at, width, self.low, self.high, self.inside, clear))
            at += width + stuff.board
        self.end = at
        self.inner = self.end - x - 2 * stuff.board
        uprights = [(x, stuff.board), *((there.x + there.width, stuff.board) for there in self.bays)]
        self.stiles = stiles_of(uprights, stuff, room.outer) if stuff.framed else []
        self.openings = [] if self.fault else self._openings()
        self.holes = [*self._holes()] if stuff.framed and not self.fault else []
        self.fault = self.fault or fault_of(self.holes)
        self.held = [] if self.fault else [list(self._held(index, there)) for index, there in enumerate(self.bays)]
        self.fault = self.fault or next((one.fault for mine in self.held for one in mine if one.fault), "")

    def _compartments(self, bay: Bay) -> Iterator[Clear]:
        """Yield the compartments of a bay from the floor up: said heights first, the others share what is left."""
        many, board = len(bay.compartments), self.stuff.board
        said = [one.height for one in bay.compartments if one.height is not None]
        left = self.high - self.low - board * (many - 1) - sum(said)
        share = left / (many - len(said)) if len(said) < many else 0.0
        if len(said) == many and abs(left) > 0.05:
            clear = self.high - self.low - board * (many - 1)
            self.fault = Told("The compartments of a bay come to ", sum(said), *unlike(sum(said), clear), " for them.")
            return
        z, covered = self.low, False
        for one in bay.compartments:
            tall = share if one.height is None else one.height
            if tall < LEAST_CLEAR:
                self.fault = self.fault or Told("Only ", max(0.0, tall), " is left for a compartment.")
                return
            # Fronts that are inset take some of the depth inside, as far as they are thicker than a frame.
            covered = (one.closes and one.front != "sliding") or (one.front == "as below" and covered)
            takes = max(0.0, self.stuff.front - self.stuff.frame[1]) if self.stuff.inset and covered else 0.0
            yield Clear(one, z, z + tall, self.inside - takes)
            z += tall + board

    def _held(self, index: int, there: BayThere) -> Iterator[Held]:
        """Yield what the compartments of a bay hold."""
        for clear in there.compartments:
            own = next((one for one in self.openings[index] if one.compartment.id == clear.compartment.id), None)
            drawn = own if own is not None and own.front == "open" and own.compartment.holds in DRAWN else None
            edges = fronts_between(drawn, self.stuff, self.habits) if drawn is not None else None
            place = Inside(clear, there.x, there.width, self.y, edges, self._needs_one_fixed(clear))
            if self.stuff.framed and clear.compartment.holds in ("drawers", "trays", "pull-out"):
                place = self._behind_frame(place, index)
            yield inside_of(place, self.stuff, self.habits)

    def _behind_frame(self, place: Inside, index: int) -> Inside:
        """Return a place narrowed to the opening of the frame before it, since what is in it is drawn out through
        that."""
        left, right = self.stiles[index][1], self.stiles[index + 1][0]
        clear = place.clear
        hole = next((one for one in reversed(self.openings[index]) if one.clear_low <= clear.low + 0.1), None)
        high = min(clear.high, hole.clear_high) if hole is not None else clear.high
        return place._replace(clear=msgspec.structs.replace(clear, high=high), x=left, width=right - left)

    def _holes(self) -> Iterator[Hole]:
        """Yield the openings of the face frame, bay by bay from the floor up."""
        for index, mine in enumerate(self.openings):
            across = (self.stiles[index][1], self.stiles[index + 1][0])
            for number, one in enumerate(mine):
                over = self.top if number == len(mine) - 1 else mine[number + 1].clear_low
                arched = one.front == "open" and one.compartment.head == "arched" and not one.compartment.closes
                rise = rise_of(across, one.clear_high - one.clear_low) if arched else 0.0
                yield Hole(one.bay, one.compartment.id, across, one.clear_low, one.clear_high, over, rise)

    def _needs_one_fixed(self, clear: Clear) -> bool:
        """Return whether a shelf of a compartment is fixed: nothing else holds a tall side half way up."""
        if self.tall <= self.habits.tall_side or not clear.low <= (self.low + self.high) / 2 <= clear.high:
            return False
        least, most = (self.floor + share * self.tall for share in MIDDLE)
        fixed = [edge for edge in (clear.low, clear.high) if self.low + 1.0 < edge < self.high - 1.0]
        return not any(least <= edge <= most for edge in fixed)

    def parts(self) -> Iterator[Part]:
        """Yield every part."""
        yield from self._case()
        for there in self.bays:
            for below, above in zip(there.compartments, there.compartments[1:], strict=False):
                yield from self._between(there, below, above)
        for there, held in zip(self.bays, self.held, strict=True):
            for one in held:
                yield from one.parts(self.number, there.bay.id)
        thick = self.stuff.frame[1]
        if self.stuff.framed:
            yield from frame_of(self.stiles, self.holes, (self._foot(), self.top), self.deep, self.number, thick)
        yield from fronts_of(self.openings, self.stuff, self.habits, self.number, self.deep + thick)

    def _foot(self) -> float:
        """Return how far down its face frame reaches: below its bottom board over a plinth, as far as that is high."""
        if not self.room.under or self.stuff.hung:
            return self.floor
        return max(0.0, min(self.floor, self.low - self.stuff.frame[0]))

    def _part(self, kind: Kind, box: Box, size: tuple[float, float], thick: float, edges: float) -> Part:
        return Part(kind, self.number, "", box, *size, thick, edges)

    def _case(self) -> Iterator[Part]:
        stuff, tongue = self.stuff, self.tongue
        board, deep, floor = stuff.board, self.deep, self.floor
        for x in (self.x, self.end - board):
            box = (x, 0.0, floor, board, deep, self.tall)
            yield self._part("side", box, (self.tall, deep), board, self.tall)
        for there in self.bays[:-1]:
            box = (there.x + there.width, self.y, self.low, board, self.inside, self.high - self.low)
            size = (self.high - self.low + 2 * tongue, self.inside)
            yield self._part("divider", box, size, board, self.high - self.low)
        level: tuple[tuple[Kind, float], ...] = (("bottom", floor), ("top", self.top - board))
        for kind, z in level:
            box = (self.x + board, 0.0, z, self.inner, deep, board)
            yield self._part(kind, box, (self.inner + 2 * tongue, deep), board, self.inner)
        # A back wider than its sheet is made of pieces, all alike, that meet on a batten.
        whole = self.inner + 2 * tongue
        many = math.ceil(whole / stuff.widest - 1e-9)
        for piece in range(many):
            left = self.x + board + self.inner / many * piece
            tall = self.high - self.low
            box = (left, self.habits.back_inset, self.low, self.inner / many, stuff.back, tall)
            yield self._part("back", box, (tall + 2 * tongue, whole / many), stuff.back, 0.0)

    def _between(self, there: BayThere, below: Clear, above: Clear) -> Iterator[Part]:
        """Yield the fixed shelf between two compartments, with its lipping; set back where a front goes on over it."""
        goes_on = above.compartment.front == "as below"
        deep = min(below.depth, above.depth) if goes_on else self.inside
        inside = Inside(Clear(above.compartment, below.high, above.low, deep), there.x, there.width, self.y)
        shelf = tuple(inside.shelf("fixed shelf", self.stuff, below.high, (there.x, there.width), self.tongue))
        yield from Held("", shelf, above.compartment.id).parts(self.number, there.bay.id)

    def _openings(self) -> list[list[Opening]]:
        """Return what is closed by fronts, the openings of each bay from the floor up: from the outside of the carcass,
        or the middle of what divides it, to the next; a compartment whose front goes on is part of the one below."""
        board = self.stuff.board
        made: list[list[Opening]] = []
        for index, there in enumerate(self.bays):
            last = index == len(self.bays) - 1
            left = self.x if index == 0 else there.x - board / 2
            right = self.end if last else there.x + there.width + board / 2
            mine: list[Opening] = []
            for number, clear in enumerate(there.compartments):
                final = number == len(there.compartments) - 1
                low = self.floor if number == 0 else clear.low - board / 2
                high = self.top if final else clear.high + board / 2
                if clear.compartment.front == "as below" and mine and mine[-1].front != "open":
                    mine[-1] = mine[-1]._replace(high=high, clear_high=clear.high)
                    continue
                front = "open" if clear.compartment.front == "as below" else clear.compartment.front
                mine.append(
                    Opening(
                        there.bay.id, clear.compartment, front, (left, right), low, high,
                        (there.x, there.x + there.width), clear.low, clear.high,
                    )
                )  # fmt: skip
            made.append(self._in_frame(mine, index) if self.stuff.framed else mine)
        return made

    def _in_frame(self, mine: list[Opening], index: int) -> list[Opening]:
        """Return the openings of a bay as clear as the face frame leaves them."""
        wide = max(self.stuff.frame[0], self.stuff.board)
        across = (self.stiles[index][1], self.stiles[index + 1][0])
        tops = [one.clear_low for one in mine[1:]] + [self.top]
        return [one._replace(clear_across=across, clear_high=top - wide) for one, top in zip(mine, tops, strict=True)]
