"""Built-ins higher than the people of the house reach (B3)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.built.fitted import Built, built_in_of
from narrow_cornice.derived.measured.envelopes import fit_of
from narrow_cornice.job.edits.casework_edits import change_built_in
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import RecessPath
from narrow_cornice.review.finding import Finding, RoomSeen, together


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Compare the height of every place for a built-in with the lowest reach; and steps with who is unsteady."""
    reaching = [one for one in seen.house.people if one.reach is not None]
    lowest = min(reaching, key=lambda one: one.reach.mm if one.reach else 0.0, default=None)
    unsteady = next((one for one in seen.house.people if one.steps == "unsteady"), None)
    for recess in seen.room.measured.recesses:
        fit = fit_of(seen.room, recess, seen.changed_rules)
        if fit.height is None or lowest is None or lowest.reach is None:
            continue
        runs = [built_in_of(seen.room, run, seen.changed_rules) for run in seen.room.casework.built_ins]
        mine = [one for one in runs if one.built_in.place == recess.id and not one.fault]
        built = [one.run.over for one in mine]
        tall = max(built, default=fit.height.value)  # what is built there counts, not what could be
        over = tall - lowest.reach.mm
        if over <= 0.0:
            continue
        steps = f", and {unsteady.name[:40] or 'somebody'} is unsteady on steps" if unsteady is not None else ""
        name, what = recess.name[:60], "built-in" if built else "place"
        yield Finding(
            key=f"out of reach:{seen.room.id}:{recess.id}",
            grade="worth a thought",
            room_id=seen.room.id,
            room=seen.room.name,
            where=name,
            says=f"The upper {seen.size(over)} of {name} is out of reach for {lowest.name[:40] or 'somebody'}",
            many="The upper part of what is built in is out of reach: {n} places",
            measured=f"reach {seen.size(lowest.reach.mm)}, {what} {seen.size(tall)} high{steps}",
            rule="Daily things lie between knee and eye, light and rare things above (brief, built-ins).",
            risk="What cannot be reached is not used, or is climbed for.",
            by_brief=True,
            about=RecessPath(seen.room.id, recess.id),
            fixes=tuple(_lower(seen, [one for one in mine if one.run.over > lowest.reach.mm], lowest.reach.mm)),
        )


def _lower(seen: RoomSeen, built: list[Built], reach: float) -> Iterator[Edit]:
    """Yield the fix that builds what is out of reach as high as it is reached, and no higher; hung things stay hung."""
    standing = [one for one in built if one.built_in.hung is None]
    if not standing or len(standing) < len(built):
        return
    size = seen.wish(reach)
    steps = [change_built_in(seen.room.id, one.built_in.id, tall=size) for one in standing]
    yield together(f"Build it {size.text} high", steps)
