"""A unit that hangs on its wall: what pulls at its fixings, and what the wall behind it holds."""

from __future__ import annotations

import msgspec

from narrow_cornice.casework.contents import kinds_kept
from narrow_cornice.casework.filling import spots_of
from narrow_cornice.casework.hardware import WALL_EVERY
from narrow_cornice.casework.hung import pull_at_each, weight_on_each, weight_when_full
from narrow_cornice.derived.built.before_walls import standing_of
from narrow_cornice.derived.built.fitted import Built
from narrow_cornice.derived.built.parts import weight_of
from narrow_cornice.derived.measured.backing import stud_places
from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.explained.figures import Figure, table
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.units.told import Told

UNKNOWN = "Nobody knows what the wall behind it is: it is not to hang there before somebody does."


class Hanging(msgspec.Struct, frozen=True):
    """How a unit hangs, or why it must not (``fault``): what pulls at each upper fixing, what each carries, and what
    one holds in this wall."""

    fault: str = ""
    pull: Figure | None = None
    carries: Figure | None = None
    holds: Figure | None = None

    @property
    def firm(self) -> bool:
        """Whether its fixings hold it."""
        if self.fault or self.pull is None or self.carries is None or self.holds is None:
            return False
        return max(self.pull.value, self.carries.value) <= self.holds.value + 1e-9


def hanging_of(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> Hanging | None:
    """Return how a unit of a room hangs, None for one that stands on the floor or does not fit its place."""
    if run.hangs_at <= 0:
        return None
    found = standing_of(room, run.id, changed_rules)
    return _hanging(room, found[0], found[1].built, found[1].left, changed_rules) if found is not None else None


def _hanging(room: Room, face: WallFace, built: Built, left: float, changed_rules: dict[str, float]) -> Hanging:
    backing, rules = room.measured.backing.get(face.id), house_rules_of(changed_rules)
    made, run = built.run, built.built_in
    if backing is None or backing.kind == "unknown":
        return Hanging(UNKNOWN)
    wide = made.end - made.begin
    if backing.kind == "studs":
        begin, end = left + made.begin, left + made.end
        upper = sum(begin < place < end for place in stud_places(backing, face.length))
        where, holds = "studs behind it", rules.figure("fixing_in_stud")
    else:
        upper = max(2, int(wide // WALL_EVERY) + 1)
        where, holds = Told("one every ", WALL_EVERY), rules.figure("fixing_in_masonry")
    if upper < 2:
        said = "one stud is" if upper == 1 else "no stud is"
        return Hanging(f"Only {said} behind it: a unit hangs on two at least." if upper else "No stud is behind it.")
    empty = sum(weight_of(run, part) for part in made.parts)
    metres = sum(spot.wide for spot in spots_of(made) if spot.how == "shelf") / 1000.0
    full = weight_when_full(
        table("carcasses and fronts", empty, "kg", "weight of its parts"),
        table("shelf metres", metres, "m", "of its bays"),
        table("load per metre", kinds_kept()[run.keeps].load, "kg/m", run.keeps),
    )
    fixings = table("upper fixings", float(upper), "", where)
    pull = pull_at_each(
        full,
        table("depth", made.depth, "mm", "of its carcasses"),
        table("height", made.top - made.floor, "mm", "of its carcasses"),
        fixings,
    )
    return Hanging("", pull, weight_on_each(full, table("fixings", 2.0 * upper, "", "two rows")), holds)
