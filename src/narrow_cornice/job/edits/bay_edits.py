"""Changes to the bays of a built-in and to their compartments; bays that are alike follow one another."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from msgspec.structs import replace

from narrow_cornice.job.casework import BayWish, BuiltIn, CompartmentWish
from narrow_cornice.job.edits.casework_edits import changed_run, run_in
from narrow_cornice.job.edits.making import EditError, changed_one, checked_size, fresh_id, room_edit, without_one
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Room
from narrow_cornice.units.lengths import Length

MOST_BAYS = 60
MOST_COMPARTMENTS = 12
MOST = {"shelves": 40, "rail": 4, "drawers": 12, "trays": 30, "pull-out": 12, "cubbies": 20}
MOST_ACROSS = 20
SIZES = {
    "height": "The height of a compartment",
    "panel_left": "A panel beside a door",
    "panel_right": "A panel beside a door",
}


Bays = tuple[BayWish, ...]
Inside = tuple[CompartmentWish, ...]


def _of_run(words: str, room_id: str, run_id: str, change: Callable[[BuiltIn], Bays]) -> Edit:
    """Return the edit that gives a run other bays; one that is no longer there stays away."""

    def apply(room: Room) -> Room:
        run = run_in(room, run_id)
        bays = change(run) if run is not None else None
        return room if run is None or bays is None or bays is run.bays else changed_run(room, run_id, bays=bays)

    return room_edit(words, room_id, apply)


def _of_bay(words: str, room_id: str, run_id: str, bay_id: str, change: Callable[[BuiltIn, BayWish], Bays]) -> Edit:
    """Return the edit that gives a run other bays, by what is done to one of them."""

    def apply(run: BuiltIn) -> Bays:
        bay = run.bay(bay_id)
        return run.bays if bay is None else change(run, bay)

    return _of_run(words, room_id, run_id, apply)


def _of_inside(words: str, room_id: str, run_id: str, bay_id: str, change: Callable[[Inside], Inside]) -> Edit:
    """Return the edit that gives a bay other compartments, and all that are like it."""
    return _of_bay(
        words, room_id, run_id, bay_id, lambda run, bay: _with_inside(run, bay, change(run.compartments_of(bay)))
    )


def _with_inside(run: BuiltIn, bay: BayWish, inside: Inside) -> Bays:
    return changed_one(run.bays, run.master(bay).id, compartments=inside)


def change_bay(room_id: str, run_id: str, bay_id: str, width: Length | None) -> Edit:
    """Give a bay its clear width, None for a share of what the others leave. Raises EditError for none a bay can
    have."""
    checked_size(width, "The width of a bay")
    shown = width.text if width is not None else "as the others leave"
    return _of_run(f"bay: width {shown}", room_id, run_id, lambda run: changed_one(run.bays, bay_id, width=width))


def change_compartment(room_id: str, run_id: str, bay_id: str, compartment_id: str, **fields: Any) -> Edit:
    """Change a compartment: holds, count, across, front, face, height, grading, heights, head, hinge,
    panel_left, panel_right. Bays that are like its bay follow. Raises EditError for what none can have."""
    for key, what in SIZES.items():
        if key in fields:
            checked_size(fields[key], what)
    for size in fields.get("heights", ()):
        checked_size(size, "The distance between shelves")
    key, value = next(iter(fields.items()))
    none = "as the others leave" if key == "height" else "none"
    shown = value.text if isinstance(value, Length) else none if value is None else value
    if key == "heights":
        shown = "as said" if value else "equal"

    def change(inside: Inside) -> Inside:
        mine = changed_one(inside, compartment_id, **fields)
        for one in mine:
            _checked_compartment(one)
        return mine

    words = f"compartment: {key.replace('heights', 'distances').replace('_', ' at its ')} {shown}"
    return _of_inside(words, room_id, run_id, bay_id, change)


def _checked_compartment(one: CompartmentWish) -> None:
    most = MOST.get(one.holds, MOST["shelves"])
    least = 0 if one.holds == "shelves" else 1
    if one.holds in MOST and not least <= one.count <= most:
        raise EditError(
            f"{one.count} {one.holds} in one compartment cannot be.", where="count", remedy=f"{least} to {most}."
        )
    if not 1 <= one.across <= MOST_ACROSS:
        raise EditError(f"{one.across} side by side cannot be.", where="across", remedy=f"1 to {MOST_ACROSS}.")


def one_more_compartment(room_id: str, run_id: str, bay_id: str, over: str = "") -> Edit:
    """Put one more compartment into a bay, over the one that is named, over the highest where none is."""

    def change(inside: Inside) -> Inside:
        if len(inside) >= MOST_COMPARTMENTS:
            raise EditError(f"More than {MOST_COMPARTMENTS} compartments cannot be.", where="compartments")
        at = next((number for number, one in enumerate(inside) if one.id == over), len(inside) - 1)
        fresh = CompartmentWish(fresh_id("s", (one.id for one in inside)), count=1)
        return (*inside[: at + 1], fresh, *inside[at + 1 :])

    return _of_inside("one more compartment", room_id, run_id, bay_id, change)


def one_compartment_less(room_id: str, run_id: str, bay_id: str, compartment_id: str) -> Edit:
    """Take a compartment away; the others share its room. Raises EditError for the only one."""

    def change(inside: Inside) -> Inside:
        rest = without_one(inside, compartment_id)
        if not rest:
            raise EditError("A bay has one compartment at least.", where="compartments", remedy="Or take the bay away.")
        return rest

    return _of_inside("one compartment less", room_id, run_id, bay_id, change)


def make_bay_like(room_id: str, run_id: str, bay_id: str, other: str) -> Edit:
    """Make a bay repeat another of its run, so that it follows it; or, for none, release it with what it has."""

    def change(run: BuiltIn, bay: BayWish) -> Bays:
        if not other:
            return changed_one(run.bays, bay_id, like="", compartments=run.compartments_of(bay))
        model = run.bay(other)
        if model is None or run.master(model).id == bay_id:
            raise EditError("A bay cannot be like itself.", where="like", remedy="Choose another bay.")
        # Those that followed it go on with what it had: the first of them leads the others.
        return changed_one(_without_leader(run, bay_id), bay_id, like=run.master(model).id, compartments=())

    return _of_bay("bay: like another" if other else "bay: released", room_id, run_id, bay_id, change)


def release_bay(room_id: str, run_id: str, bay_id: str) -> Edit:
    """Make a bay follow no other and be followed by none: those that were like it follow the first of them."""

    def change(run: BuiltIn, bay: BayWish) -> Bays:
        mine = run.compartments_of(bay)
        return changed_one(_without_leader(run, bay_id), bay_id, like="", compartments=mine)

    return _of_bay("bay: released", room_id, run_id, bay_id, change)


def _without_leader(run: BuiltIn, bay_id: str) -> tuple[BayWish, ...]:
    """Return the bays of a run with another leader for those that are like one."""
    bay = run.bay(bay_id)
    followers = [one.id for one in run.bays if one.like == bay_id]
    if bay is None or not followers:
        return run.bays
    leader = followers[0]
    bays = changed_one(run.bays, leader, like="", compartments=bay.compartments)
    return tuple(replace(one, like=leader) if one.id in followers[1:] else one for one in bays)


def merge_bays(room_id: str, run_id: str, first: str, second: str, width: Length) -> Edit:
    """Make one bay of two that are neighbours, so wide as both with what was between them, with what the first has."""

    def change(run: BuiltIn, _: BayWish) -> Bays:
        if run.bay(second) is None:
            return run.bays
        return changed_one(without_one(_without_leader(run, second), second), first, width=width)

    return _of_bay("two bays made one", room_id, run_id, first, change)


def split_bay(room_id: str, run_id: str, bay_id: str, width: Length) -> Edit:
    """Make two bays of one, each so wide, the second like the first."""

    def change(run: BuiltIn, bay: BayWish) -> Bays:
        return _with_one_more(run, run.bays.index(bay), replace(bay, width=width), width)

    return _of_bay("one bay made two", room_id, run_id, bay_id, change)


def _with_one_more(run: BuiltIn, at: int, bay: BayWish, width: Length | None) -> Bays:
    """Return the bays of a run with ``bay`` at a place, and after it one more like it, so wide."""
    if len(run.bays) >= MOST_BAYS:
        raise EditError(f"More than {MOST_BAYS} bays cannot be.", where="bays")
    fresh = BayWish(fresh_id("b", (one.id for one in run.bays)), width, (), run.master(bay).id)
    return (*run.bays[:at], bay, fresh, *run.bays[at + 1 :])


def arrange_bays(room_id: str, run_id: str, widths: tuple[Length | None, ...], words: str) -> Edit:
    """Give every bay of a run its width at once, as a rule has found them."""

    def change(run: BuiltIn) -> Bays:
        if len(run.bays) != len(widths):
            return run.bays
        return tuple(replace(bay, width=width) for bay, width in zip(run.bays, widths, strict=True))

    return _of_run(f"bays: {words}", room_id, run_id, change)


def one_more_bay(room_id: str, run_id: str, beside: str = "") -> Edit:
    """Put one more bay into a run, like the one it stands beside, the last where none is named."""

    def change(run: BuiltIn) -> Bays:
        at = next((number for number, bay in enumerate(run.bays) if bay.id == beside), len(run.bays) - 1)
        return _with_one_more(run, at, run.bays[at], None)

    return _of_run("one more bay", room_id, run_id, change)


def one_bay_less(room_id: str, run_id: str, bay_id: str) -> Edit:
    """Take a bay away; the others share its room. Raises EditError for the only one."""

    def change(run: BuiltIn, _: BayWish) -> Bays:
        if len(run.bays) == 1:
            raise EditError("A built-in has one bay at least.", where="bays", remedy="Or take it away altogether.")
        return without_one(_without_leader(run, bay_id), bay_id)

    return _of_bay("one bay less", room_id, run_id, bay_id, change)


def space_shelves(room_id: str, spaced: tuple[tuple[str, str, str, tuple[Length, ...]], ...], words: str) -> Edit:
    """Give compartments of shelves, each by its run, its bay and itself, the clear heights from below between so many
    shelves, all at once."""

    def change(room: Room) -> Room:
        for run_id, bay_id, compartment_id, heights in spaced:
            run = run_in(room, run_id)
            bay = run.bay(bay_id) if run is not None else None
            if run is None or bay is None:
                continue
            mine = changed_one(run.compartments_of(bay), compartment_id, count=len(heights), heights=heights)
            room = changed_run(room, run_id, bays=_with_inside(run, bay, mine))
        return room

    return room_edit(words, room_id, change)


def slide_doors(room_id: str, run_id: str) -> Edit:
    """Make all hinged doors of a run sliding ones."""

    def slid(inside: Inside) -> Inside:
        return tuple(replace(one, front="sliding") if one.front == "doors" else one for one in inside)

    return _of_run(
        "Sliding doors",
        room_id,
        run_id,
        lambda run: tuple(replace(bay, compartments=slid(bay.compartments)) for bay in run.bays),
    )
