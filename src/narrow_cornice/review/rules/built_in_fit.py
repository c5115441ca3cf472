"""A built-in that does not fit, what is counted behind it, doors no hinges hold, heavy carcasses (F1, F4, F9)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.derived.built.parts import HEAVY, carcass_weights, unhung_doors
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.edits.casework_edits import one_more_bay
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import BuiltInPath
from narrow_cornice.review.finding import Finding, Grade, RoomSeen

MANY = {
    "fault": "Built-ins that do not fit their places: {n} of them",
    "behind": "Trim and paint behind built-ins are still counted: {n} of them",
    "door": "Doors that no hinges hold: {n} built-ins",
    "heavy": "Carcasses for two people to carry: {n} built-ins",
}


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every built-in of a room."""
    for run in seen.room.casework.built_ins:
        name, rules = run.name[:60], seen.changed_rules
        built = built_in_of(seen.room, run, rules)
        if built.fault:
            yield _finding(
                seen, run, "fault", "will not fit", f"{name} does not fit its place", built.fault,
                "A carcass is never drawn wider than its place at 95 % (casework).", "Nothing of it can be cut.",
            )  # fmt: skip
            continue
        behind = _trim_behind(seen, run)
        if behind:
            yield _finding(
                seen, run, "behind", "worth a thought", f"Trim and paint behind {name} are still counted",
                f"{', '.join(behind)} on its wall",
                "Skirting is cut to the unit, or the unit is scribed over it (order of work).",
                "More is bought than is put up; the top is closed to the ceiling as if no cornice were there.",
            )  # fmt: skip
        doors = unhung_doors(seen.room, run, rules)
        if doors:
            one = max(doors, key=lambda part: part.length * part.width)
            measured = f"{seen.size(one.length)} × {seen.size(one.width)}"
            more = replace(one_more_bay(seen.room.id, run.id, one.bay), title="One more bay")
            yield _finding(
                seen, run, "door", "will not fit", f"A door of {name} is too large for its hinges", measured,
                "To 2 400 and 22 kg five hinges, more is more than they hold (casework, fronts).",
                "It drops, and pulls its hinges out of the side.", (more,),
            )  # fmt: skip
        weights = carcass_weights(seen.room, run, rules)
        if weights and max(weights) > HEAVY:
            yield _finding(
                seen, run, "heavy", "worth a thought", f"A carcass of {name} weighs {max(weights):.0f} kg",
                f"{len([one for one in weights if one > HEAVY])} of {len(weights)} over {HEAVY:.0f} kg",
                "Over 25 kg two people carry (weight).", "Backs, and door frames on the way.",
            )  # fmt: skip


def _trim_behind(seen: RoomSeen, run: BuiltIn) -> list[str]:
    """Return the kinds of trim that run along the wall a built-in stands before."""
    recess = next((one for one in seen.room.measured.recesses if one.id == run.place), None)
    runs = seen.trimmed.runs_of(recess.wall) if recess is not None else ()
    return list(dict.fromkeys(one.kind for one in runs if one.kind != "casing"))


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
        many=MANY[what],
        measured=measured,
        rule=rule,
        risk=risk,
        about=BuiltInPath(seen.room.id, run.id),
        fixes=fixes,
    )
