"""How far the shelves and rails of a built-in sag under what is kept on them."""

from __future__ import annotations

import msgspec

from narrow_cornice.casework.boards import sheet_goods
from narrow_cornice.casework.contents import kinds_kept
from narrow_cornice.casework.hardware import LONG_RAIL
from narrow_cornice.casework.parts import BayThere
from narrow_cornice.casework.strength import Lipping, Sag, Shelf, sag_of, sag_of_rail
from narrow_cornice.derived.built.fitted import Built, built_in_of
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity

HANGS = "shirts and jackets"  # what is reckoned on a rail


class BayShelves(msgspec.Struct, frozen=True):
    """The shelves of a bay: how many, one of them as a beam, and what it does; or the ``worktop`` over a bay that is
    open for knees."""

    there: BayThere
    count: int
    shelf: Shelf
    sag: Sag
    worktop: bool = False


class BayRails(msgspec.Struct, frozen=True):
    """The rails of a bay: how many, how far each spans between what holds it, its load in kg/m, and what it does."""

    there: BayThere
    count: int
    span: float
    load: float
    sag: Sag


@by_identity(times=1, each="built", of=as_built)
def shelves_of(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> tuple[BayShelves, ...]:
    """Return the shelves of every bay of a run that has some, those of all its rows together; of a bay that cubbies
    part, the longest. Loose ones lie on pins, and those in grooves are reckoned as if they did: a groove holds no end
    from turning."""
    built = built_in_of(room, run, changed_rules)
    if built.fault:
        return ()
    rules, made = house_rules_of(changed_rules), []
    for bay in run.bays:
        there = next(one for one in built.run.bays if one.bay.id == bay.id)
        mine = [part for part in built.run.parts if part.bay == bay.id and part.kind in ("shelf", "fixed shelf")]
        if there.bay.for_knees and run.worktop:
            top = sheet_goods()[run.worktop]
            shelf = Shelf(there.width, there.depth, top.thickness, top.material, rules.value("worktop_load"))
            made.append(BayShelves(there, 1, shelf, sag_of(shelf, rules), worktop=True))
        if mine:
            longest = max(part.box[3] for part in mine)
            many = sum(longest - part.box[3] < 5.0 for part in mine)
            span = there.width if there.width - longest < 5.0 else longest
            shelf = _shelf(run, span, there.depth)
            made.append(BayShelves(there, many, shelf, sag_of(shelf, rules)))
    return tuple(made)


def _shelf(run: BuiltIn, span: float, depth: float) -> Shelf:
    goods, lipping = sheet_goods()[run.board], run.lipping
    lip = Lipping(lipping.material, lipping.thick.mm, lipping.tall.mm) if lipping is not None else None
    if lip is not None and lip.thick >= depth:
        lip = None
    return Shelf(span, depth, goods.thickness, goods.material, kinds_kept()[run.keeps].load, lip)


@by_identity(times=1, each="built", of=as_built)
def rails_of(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> tuple[BayRails, ...]:
    """Return the rails of every bay of a run that has some; a long one is held in its middle too."""
    built = built_in_of(room, run, changed_rules)
    return tuple(_rails(built, house_rules_of(changed_rules))) if not built.fault else ()


def _rails(built: Built, rules: HouseRules) -> list[BayRails]:
    made = []
    for bay in built.built_in.bays:
        there = next(one for one in built.run.bays if one.bay.id == bay.id)
        many = sum(part.kind == "rail" and part.bay == bay.id for part in built.run.parts)
        if many:
            span = there.width / (2 if there.width > LONG_RAIL else 1)
            load = kinds_kept()[HANGS].load
            made.append(BayRails(there, many, span, load, sag_of_rail(span, load, rules)))
    return made
