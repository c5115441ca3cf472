"""How far the shelves of a built-in sag under what is kept on them."""

from __future__ import annotations

import msgspec

from narrow_cornice.casework.boards import kept_things, sheet_goods
from narrow_cornice.casework.carcass import BayThere
from narrow_cornice.casework.strength import Lipping, Sag, Shelf, sag_of
from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity


class BayShelves(msgspec.Struct, frozen=True):
    """The shelves of a bay: how many, one of them as a beam, and what it does."""

    there: BayThere
    count: int
    shelf: Shelf
    sag: Sag


@by_identity(times=1, each="wall")
def shelves_of(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> tuple[BayShelves, ...]:
    """Return the shelves of every bay of a run that has some, those of all its rows together. Loose ones lie on pins,
    and those in grooves are reckoned as if they did: a groove holds no end from turning."""
    built = built_in_of(room, run, changed_rules)
    if built.fault:
        return ()
    rules, goods, lipping = house_rules_of(changed_rules), sheet_goods()[run.board], run.lipping
    made = []
    for bay in run.bays:
        there = next(one for one in built.run.bays if one.bay.id == bay.id)
        mine = [part for part in built.run.parts if part.bay == bay.id and part.kind in ("shelf", "fixed shelf")]
        if not mine:
            continue
        lip = Lipping(lipping.material, lipping.thick.mm, lipping.tall.mm) if lipping is not None else None
        if lip is not None and lip.thick >= there.depth:
            lip = None
        shelf = Shelf(there.width, there.depth, goods.thickness, goods.material, kept_things()[run.keeps], lip)
        made.append(BayShelves(there, len(mine), shelf, sag_of(shelf, rules)))
    return tuple(made)
