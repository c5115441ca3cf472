"""What is to be kept in a room, on the shelves, rails and trays of its built-ins: what goes where, what has no room,
and how much more room there is than before."""

from __future__ import annotations

import msgspec

from narrow_cornice.casework.boards import sheet_goods
from narrow_cornice.casework.carcass import Carcasses
from narrow_cornice.casework.contents import KindKept, kinds_kept
from narrow_cornice.casework.filling import Filling, Left, Reach, Spot, Things, filled, spots_of
from narrow_cornice.casework.parts import BayThere, Clear
from narrow_cornice.casework.spacing import Column
from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.brief import Person
from narrow_cornice.job.casework import Casework, Kept
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.memo import by_identity, by_value
from narrow_cornice.units.show import bare_size

REACH = 1900.0  # mm, of somebody whose reach nobody said


class RoomFilling(msgspec.Struct, frozen=True):
    """What goes where in a room: the filling of all its runs together, and of each of its spots which run it is in."""

    filling: Filling = Filling()
    runs: tuple[str, ...] = ()


def reach_of(people: tuple[Person, ...]) -> Reach:
    """Return what the people of a house reach: the highest that all of them do, eye and knee in proportion to it."""
    said = [one.reach.mm for one in people if one.reach is not None]
    most = min(said, default=REACH)
    return Reach(round(most * 600 / REACH, 1), round(most * 1600 / REACH, 1), most)


def things_of(kept: Kept) -> Things:
    """Return things that are kept, with usual sizes where none were said."""
    kind = kinds_kept()[kept.kind]
    tall, wide, deep = (getattr(kept, key).mm if getattr(kept, key) else getattr(kind, key) for key in _SIZES)
    use = kept.use or kind.use
    return Things(kept.id, kind.kept, kept.count, tall, _turned(kind, wide), deep, kind.load, use, kind.stacks)


_SIZES = ("tall", "wide", "deep")


def _turned(kind: KindKept, wide: float) -> float:
    return wide * kind.head_to_tail


@by_identity(times=1, each="room", of=as_built)
def filling_of(room: Room, people: tuple[Person, ...], changed_rules: dict[str, float]) -> RoomFilling:
    """Return what goes where in the built-ins of a room, those that fit their places."""
    spots: list[Spot] = []
    runs: list[str] = []
    for run in room.casework.built_ins:
        made = _spots(built_in_of(room, run, changed_rules).run)
        spots += made
        runs += [run.id] * len(made)
    return RoomFilling(_filled(tuple(spots), room.casework.contents, reach_of(people)), tuple(runs))


# By identity: a run that an edit left as it was has the same spots.
@by_identity(times=1, each="built")
def _spots(made: Carcasses) -> tuple[Spot, ...]:
    return spots_of(made)


@by_value(times=1, each="room")
def _filled(spots: tuple[Spot, ...], contents: tuple[Kept, ...], reach: Reach) -> Filling:
    return filled(spots, [things_of(one) for one in contents], reach)


def metres_before(casework: Casework) -> tuple[float | None, float | None]:
    """Return the metres of shelf and of rail that there were, None where nobody said."""
    shelf, rail = casework.shelf_before, casework.rail_before
    return (shelf.mm / 1000.0 if shelf is not None else None), (rail.mm / 1000.0 if rail is not None else None)


class Spaced(msgspec.Struct, frozen=True):
    """Compartments of shelves that are one column: their run, the bay that leads them, themselves, and the column."""

    run: str
    bay: str
    compartment: str
    column: Column


def columns_of(room: Room, changed_rules: dict[str, float]) -> tuple[Spaced, ...]:
    """Return the columns of a room whose shelves can be spaced: those that one row of carcasses has whole. Bays that
    are alike are one column, so that shelves run through."""
    made: list[Spaced] = []
    for run in room.casework.built_ins:
        built = built_in_of(room, run, changed_rules)
        if built.fault:
            continue
        board = sheet_goods()[run.board].thickness
        together: dict[tuple[str, str], list[tuple[BayThere, Clear]]] = {}
        for there in built.run.bays:
            bay = run.bay(there.bay.id)
            for clear in there.compartments:
                if bay is not None and clear.compartment.holds == "shelves":
                    together.setdefault((run.master(bay).id, clear.compartment.id), []).append((there, clear))
        for (bay_id, compartment), mine in together.items():
            if len({there.bay.id for there, _ in mine}) < len(mine):
                continue  # parted by a row: what stands on another is a shelf already
            clear = min(
                (clear for _, clear in mine), key=lambda clear: clear.high - clear.low
            )  # under a slope the lowest
            widths = tuple(there.width for there, _ in mine)
            column = Column(widths, clear.high - clear.low, clear.depth, clear.low, board)
            made.append(Spaced(run.id, bay_id, compartment, column))
    return tuple(made)


HOW_WORDS = {"shelf": "shelf", "rail": "rail", "tray": "drawer or tray"}
SEVERAL = {"shelf": "shelves", "rail": "rails", "tray": "drawers and trays"}


def why_words(left: Left, settings: Settings) -> str:
    """Return why things have no room, in the job's unit."""
    needs, has = bare_size(left.needs, settings), bare_size(left.has, settings)
    return {
        "none": f"there is no {HOW_WORDS[left.how]}",
        "full": f"{SEVERAL[left.how]} that take it are full",
        "wide": f"{needs} is wider than a bay, {has}",
        "deep": f"{needs} is deeper than {has}",
        "tall": f"{needs} is taller than {has}",
    }[left.lack]
