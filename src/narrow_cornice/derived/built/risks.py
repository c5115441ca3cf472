"""Which cautions the built-ins of a room call for, by their names in the table of cautions."""

from __future__ import annotations

from narrow_cornice.derived.built.before_walls import standing_of
from narrow_cornice.derived.built.fitted import Built, built_in_of
from narrow_cornice.derived.built.parts import HEAVY, carcass_weights, weight_of
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.faces import Rect

TALL = 600.0  # mm, over which a unit can tip
NAMED = ("bed", "tipping", "behind_units", "glass", "heavy")  # those that come first


@by_identity(times=1, each="room", of=as_built)
def risks_of(room: Room, changed_rules: dict[str, float]) -> tuple[str, ...]:
    """Return the cautions that the built-ins of a room call for, those that come first named first."""
    found = {name for run in room.casework.built_ins for name in risks_of_run(room, run, changed_rules)}
    return tuple(name for name in NAMED if name in found)


@by_identity(times=1, each="thing", of=as_built)
def risks_of_run(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> tuple[str, ...]:
    """Return the cautions that one built-in calls for; none while it does not fit its place."""
    built = built_in_of(room, run, changed_rules)
    if built.fault:
        return ()
    made = built.run
    heavy = max((*carcass_weights(room, run, changed_rules), *_fronts(built)), default=0.0)
    found = {
        "bed": bool(made.beds),
        "tipping": made.top - made.floor > TALL or bool(run.hung),
        "behind_units": _behind(room, run, changed_rules),
        "glass": any(part.face in ("glass", "mirror") for part in made.parts),
        "heavy": heavy > HEAVY,
    }
    return tuple(name for name in NAMED if found[name])


def _fronts(built: Built) -> tuple[float, ...]:
    return tuple(weight_of(built.built_in, part) for part in built.run.parts if part.kind in ("door", "flap"))


def _behind(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> bool:
    """Return whether something that must stay in reach, open or cool is behind or in a built-in."""
    found = standing_of(room, run.id, changed_rules)
    if found is None:
        return False
    face, one = found
    stands = Rect(one.left, 0.0, one.right, one.built.run.top)
    return any(rect.within(stands).area > 1.0 for _, rect in face.hung)
