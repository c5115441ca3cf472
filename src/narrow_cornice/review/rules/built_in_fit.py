"""A built-in that does not fit its place, doors no hinges hold, carcasses that are heavy to carry (F1, F4, F9)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.casework.hardware import HINGES
from narrow_cornice.derived.built.fitted import Built, built_in_of
from narrow_cornice.derived.built.parts import HEAVY, carcass_weights, unhung_doors
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.edits.bay_edits import change_bay, one_more_bay
from narrow_cornice.job.edits.casework_edits import change_built_in
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import BuiltInPath
from narrow_cornice.review.finding import Finding, Grade, RoomSeen
from narrow_cornice.units.told import said_in

NEAR = 0.5  # mm
MANY = {
    "fault": "Built-ins that do not fit their places: {n} of them",
    "door": "Doors that no hinges hold: {n} built-ins",
    "knees": "Room for knees is short: {n} bays",
    "heavy": "Carcasses for two people to carry: {n} built-ins",
}


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every built-in of a room."""
    for run in seen.room.casework.built_ins:
        name, rules = run.name[:60], seen.changed_rules
        built = built_in_of(seen.room, run, rules)
        if built.fault:
            yield _finding(
                seen, run, "fault", "will not fit", f"{name} does not fit its place",
                said_in(built.fault, seen.settings),
                "A carcass is never drawn wider than its place at 95 % (casework).", "Nothing of it can be cut.",
            )  # fmt: skip
            continue
        doors = unhung_doors(seen.room, run, rules)
        if doors:
            one = max(doors, key=lambda part: part.length * part.width)
            measured = f"{seen.size(one.length)} × {seen.size(one.width)}"
            more = replace(one_more_bay(seen.room.id, run.id, one.bay), title="One more bay")
            yield _finding(
                seen, run, "door", "will not fit", f"A door of {name} is too large for its hinges", measured,
                f"To {seen.size(HINGES[-1][0])} and {HINGES[-1][1]:g} kg five hinges, "
                "more is more than they hold (casework, fronts).",
                "It drops, and pulls its hinges out of the side.", (more,),
            )  # fmt: skip
        yield from _knees(seen, run, built)
        weights = carcass_weights(seen.room, run, rules)
        if weights and max(weights) > HEAVY:
            yield _finding(
                seen, run, "heavy", "worth a thought", f"A carcass of {name} weighs {max(weights):.0f} kg",
                f"{len([one for one in weights if one > HEAVY])} of {len(weights)} over {HEAVY:.0f} kg",
                "Over 25 kg two people carry (weight).", "Backs, and door frames on the way.",
            )  # fmt: skip


def _knees(seen: RoomSeen, run: BuiltIn, built: Built) -> Iterator[Finding]:
    """Look at the bays that somebody is to sit at."""
    wide, high = seen.rules.value("knees_wide"), seen.rules.value("knees_high")
    for there in built.run.bays:
        low, bay = there.high - there.low, there.bay.id
        if not there.bay.for_knees or (there.width >= wide - NEAR and low >= high - NEAR):
            continue
        fixes = []
        if there.width < wide - NEAR:
            fixes.append(
                replace(change_bay(seen.room.id, run.id, bay, seen.wish(wide)), title=f"{seen.size(wide)} wide")
            )
        if low < high - NEAR and run.tall is not None:
            tall = seen.wish(run.tall.mm + high - low)
            fixes.append(replace(change_built_in(seen.room.id, run.id, tall=tall), title=f"{seen.size(tall.mm)} high"))
        yield _finding(
            seen, run, f"knees:{bay}", "worth a thought", f"{run.name[:60]} has little room for knees",
            f"{seen.size(there.width)} wide, {seen.size(low)} high",
            f"Who sits wants {seen.habit('knees_wide')} × {seen.habit('knees_high')} free (house rules).",
            "Nobody sits there long.", tuple(fixes),
        )  # fmt: skip


# Many parameters: the words of a finding, each said where it is found.
def _finding(
    seen: RoomSeen,
    run: BuiltIn,
    what: str,
    grade: Grade,
    says: str,
    measured: str,
    rule: str,
    risk: str,
    fixes: tuple[Edit, ...] = (),
) -> Finding:
    return Finding(
        key=f"built-in fit:{seen.room.id}:{run.id}:{what}",
        grade=grade,
        room_id=seen.room.id,
        room=seen.room.name,
        where=run.name[:60],
        says=says,
        many=MANY[what.partition(":")[0]],
        measured=measured,
        rule=rule,
        risk=risk,
        about=BuiltInPath(seen.room.id, run.id),
        fixes=fixes,
    )
