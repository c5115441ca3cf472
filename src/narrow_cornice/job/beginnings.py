"""A built-in as it begins: a kind put into a place so wide, with bays that follow the first of their sort; and a kind
made of one."""

from __future__ import annotations

import math
from collections.abc import Sequence

from msgspec.structs import replace

from narrow_cornice.casework.kinds import LEAST_OF_DIFFERENT, Beginning
from narrow_cornice.casework.wishes import Compartment
from narrow_cornice.explained.house_rules import shipped_rules
from narrow_cornice.job.casework import BayWish, BuiltIn, CompartmentWish, FrameWish, LippingWish
from narrow_cornice.units.lengths import Length, plain_length

AROUND = 60.0  # mm that boards and fillers take of a bay's share
LEAST_BESIDE = 300.0  # mm, less than which is no bay of shelves
WIDEST_SHELVES = 800.0


def begun(kind: Beginning, name: str, place: str, wide: float) -> BuiltIn:
    """Return a run of a kind in a place so many mm wide; its identity is given where it is added. Beside one that is
    wanted once, shelves take what is left."""
    left = wide - kind.widest_bay
    if kind.alone and left > LEAST_BESIDE:
        (alone,) = _bays(kind.bays[:1], 1)
        shelves = _bays(((Compartment(),),), math.ceil(left / WIDEST_SHELVES), 2)
        bays = [replace(alone, width=plain_length(kind.widest_bay)), *shelves]
    else:
        bays = _for_knees(_bays(kind.bays, 1 if kind.alone else kind.many_bays(wide)), wide)
    lip, frame = kind.lipping, kind.frame
    return BuiltIn(
        "",
        name[:200],
        place,
        tuple(bays),
        board=kind.board,
        fronts=kind.fronts,
        back=kind.back,
        drawers=kind.drawers,
        worktop=kind.worktop,
        plinth=plain_length(kind.plinth) if kind.plinth is not None else Length(85.0, "85 mm"),
        tall=plain_length(kind.tall) if kind.tall is not None else None,
        hung=plain_length(kind.hung) if kind.hung is not None else None,
        inset=kind.inset,
        lipping=LippingWish(lip[0], plain_length(lip[1]), plain_length(lip[2])) if lip is not None else None,
        keeps=kind.keeps,
        boxes=kind.boxes,
        frame=FrameWish(frame[0], plain_length(frame[1]), plain_length(frame[2])) if frame is not None else None,
        free_ends=kind.free_ends,
        end_shelves=kind.end_shelves,
    )


def _bays(sorts: Sequence[Sequence[Compartment]], many: int, begin: int = 1) -> list[BayWish]:
    """Return so many bays, of several sorts in turn, numbered from ``begin``; those after the first of a sort are like
    it."""
    bays = []
    for number in range(many):
        first = number % len(sorts)
        inside = tuple(_wished(f"s{at}", one) for at, one in enumerate(sorts[first], 1)) if number == first else ()
        like = "" if number == first else f"b{begin + first}"
        bays.append(BayWish(f"b{begin + number}", None, inside, like))
    return bays


def _for_knees(bays: list[BayWish], wide: float) -> list[BayWish]:
    """Return bays of which those open for knees have room for them, where an equal share would not be enough and the
    others keep one worth having."""
    knees = shipped_rules()["knees_wide"].value
    open_ones = {bay.id for bay in bays if any(one.holds == "knees" for one in bay.compartments)}
    open_ones |= {bay.id for bay in bays if bay.like in open_ones}
    shut = len(bays) - len(open_ones)
    if not open_ones or wide / len(bays) >= knees + AROUND or not shut:
        return bays
    if (wide - len(open_ones) * knees) / shut < LEAST_OF_DIFFERENT:
        return bays
    return [replace(bay, width=plain_length(knees)) if bay.id in open_ones else bay for bay in bays]


def kind_of(run: BuiltIn, name: str, widest_bay: float, deep: float) -> Beginning:
    """Return a run as a kind to begin others with: each of its different bays once, in their order."""
    lip, frame = run.lipping, run.frame
    different = [bay for bay in run.bays if not bay.like]
    return Beginning(
        name[:200],
        widest_bay,
        run.keeps,
        deep,
        tuple(tuple(replace(one.plain, id="") for one in bay.compartments) for bay in different),
        tall=run.tall.mm if run.tall is not None else None,
        hung=run.hung.mm if run.hung is not None else None,
        worktop=run.worktop,
        board=run.board,
        fronts=run.fronts,
        back=run.back,
        drawers=run.drawers,
        plinth=run.plinth.mm,
        inset=run.inset,
        lipping=(lip.material, lip.thick.mm, lip.tall.mm) if lip is not None else None,
        boxes=run.boxes,
        frame=(frame.material, frame.wide.mm, frame.thick.mm) if frame is not None else None,
        free_ends=run.free_ends,
        end_shelves=run.end_shelves,
    )


def _wished(identity: str, one: Compartment) -> CompartmentWish:
    height = plain_length(one.height) if one.height is not None else None
    heights = tuple(plain_length(mm) for mm in one.heights)
    left, right = (plain_length(mm) if mm > 0 else None for mm in one.panel)
    return CompartmentWish(
        identity, one.holds, one.count, one.across, one.front, one.face, height, one.grading, heights,
        one.head, one.hinge, left, right,
    )  # fmt: skip
