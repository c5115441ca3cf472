"""Which cautions the built-ins of a room call for, by their names in the table of cautions."""

from __future__ import annotations

from narrow_cornice.derived.built.before_walls import standing_in
from narrow_cornice.derived.built.fitted import Built, built_in_of
from narrow_cornice.derived.built.parts import HEAVY, carcass_weights, weight_of
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.faces import Rect

TALL = 600.0  # mm, over which a unit can tip


@by_identity(times=1, each="room")
def risks_of(room: Room, changed_rules: dict[str, float]) -> tuple[str, ...]:
    """Return the cautions that the built-ins of a room call for, those that come first named first."""
    found: dict[str, bool] = {}
    for run in room.casework.built_ins:
        built = built_in_of(room, run, changed_rules)
        if built.fault:
            continue
        made = built.run
        found["tipping"] = found.get("tipping", False) or made.top - made.floor > TALL or bool(run.hung)
        heavy = max((*carcass_weights(room, run, changed_rules), *_fronts(built)), default=0.0)
        found["heavy"] = found.get("heavy", False) or heavy > HEAVY
        found["glass"] = found.get("glass", False) or any(part.face in ("glass", "mirror") for part in made.parts)
        found["bed"] = found.get("bed", False) or bool(made.beds)
    found["behind_units"] = _behind(room, changed_rules)
    return tuple(name for name in ("bed", "tipping", "behind_units", "glass", "heavy") if found.get(name))


def _fronts(built: Built) -> tuple[float, ...]:
    return tuple(weight_of(built.built_in, part) for part in built.run.parts if part.kind in ("door", "flap"))


def _behind(room: Room, changed_rules: dict[str, float]) -> bool:
    """Return whether something that must stay in reach, open or cool is behind or in a built-in."""
    for face, one in standing_in(room, changed_rules):
        stands = Rect(one.left, 0.0, one.right, one.built.run.top)
        if any(rect.within(stands).area > 1.0 for _, rect in face.hung):
            return True
    return False
