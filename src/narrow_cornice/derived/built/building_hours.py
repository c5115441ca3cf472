"""How long building and fixing a built-in takes (hours; house rules)."""

from __future__ import annotations

from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.derived.built.parts import carcass_weights
from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity

FRONTS = ("door", "flap")
DRAWER = "drawer front"


@explained("making", "h", "how many × each")
def made_by_number(how_many: float, each: float) -> float:
    """Return the hours of so many alike."""
    return how_many * each


@explained("fixing", "h", "width ÷ 1000 × a metre of run")
def fixed_by_metre(width: float, a_metre_of_run: float) -> float:
    """Return the hours of fixing a run of some width in mm."""
    return width / 1000 * a_metre_of_run


@by_identity(times=1, each="built", of=as_built)
def building_hours(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> Figure | None:
    """Return the hours of making and fixing a built-in, None while it does not fit its place."""
    built, rules = built_in_of(room, run, changed_rules), house_rules_of(changed_rules)
    if built.fault or built.width is None:
        return None
    parts = built.run.parts
    numbers = {
        "carcasses": (len(carcass_weights(room, run, changed_rules)), "hours_carcass"),
        "doors": (sum(part.kind in FRONTS for part in parts), "hours_door"),
        "drawers": (sum(part.kind == DRAWER for part in parts), "hours_drawer"),
    }
    hours = [
        made_by_number(table("how many", float(many), "", words), rules.figure(key), called=words)
        for words, (many, key) in numbers.items()
        if many
    ]
    hours.append(fixed_by_metre(built.width, rules.figure("hours_fixing")))
    return total(run.name[:60], "h", hours)
