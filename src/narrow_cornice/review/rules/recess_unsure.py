"""A place for a built-in that is not read well enough, has nothing known behind it, or cannot be reached (M4–M6)."""

from __future__ import annotations

import math
from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.derived.measured.carrying import Passage, passage
from narrow_cornice.derived.measured.envelopes import Fit, fit_of
from narrow_cornice.job.edits.casework_edits import LEAST_PIECE, change_built_in
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import Backing, Recess
from narrow_cornice.job.paths import RecessPath
from narrow_cornice.review.finding import Finding, Grade, RoomSeen
from narrow_cornice.units.lengths import plain_length
from narrow_cornice.units.told import said_in

STOOD_UP = 0.9  # of the height of a place, which √(height² + depth²) under its ceiling leaves: less is told
WIDE_MARGIN = 8.0  # mm kept back of a width before it is worth another reading

MANY = {
    "stood up": "Carcasses cannot be stood up as high as their places: {n} places",
    "fault": "Built-ins without a place: {n} places",
    "margin": "Built-ins keep back much for what was not read: {n} places",
    "backing": "Nobody knows what is behind the wall of what is built in: {n} places",
}


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every place for a built-in: its margin, its wall, and the ways in."""
    for recess in seen.room.measured.recesses:
        fit = fit_of(seen.room, recess, seen.changed_rules)
        name = recess.name[:60]
        if fit.fault:
            yield _finding(
                seen,
                recess.id,
                "fault",
                "will not fit",
                name,
                f"{name} has no place",
                measured=said_in(fit.fault, seen.settings),
            )
            continue
        margin = fit.across.margin if fit.across is not None else 0.0
        if fit.advice and margin > WIDE_MARGIN:
            says = f"{name} keeps back {seen.size(margin)} for what was not read"
            yield _finding(seen, recess.id, "margin", "worth a thought", name, says, measured=fit.advice)
        if seen.room.measured.backing.get(recess.wall, Backing()).kind == "unknown":
            says = f"Nobody knows what is behind wall {fit.wall}, where {name} is to be fixed"
            yield _finding(
                seen, recess.id, "backing", "worth a thought", name, says, measured="studs or masonry are not said"
            )
        stands = fit.stands.value if fit.stands is not None else math.inf
        if fit.height is not None and stands < STOOD_UP * fit.height.value:
            says = f"Nothing as high as {name} can be stood up there"
            measured = f"{seen.size(stands)} of {seen.size(fit.height.value)}, {seen.size(recess.depth.mm)} deep"
            risk = "What is built is lower than its place, or in two rows."
            yield _finding(seen, recess.id, "stood up", "worth a thought", name, says, measured=measured, risk=risk)
        tall, what = _tallest(seen, recess, fit)
        for way in seen.ways_in:
            through = passage(way)
            if not through.lets_through(tall, recess.depth.mm):
                says = f"A {what} of {name} in one piece does not come in by {way.name[:40]}"
                measured = f"{seen.size(tall)} × {seen.size(recess.depth.mm)}; {seen.size(through.most.value)} passes"
                risk = "Build it in two parts, or find another way in."
                fixes = tuple(_in_pieces(seen, recess, through))
                yield _finding(
                    seen, recess.id, f"way {way.id}", "will not fit", name, says,
                    measured=measured, risk=risk, fixes=fixes,
                )  # fmt: skip


def _in_pieces(seen: RoomSeen, recess: Recess, through: Passage) -> Iterator[Edit]:
    """Yield the edits that build what stands in a place of parts no longer than come in: two or more carcasses, one
    on the other. A door limits how wide a part is, which that does not change."""
    most = math.floor(through.most.value)
    if through.way.kind == "door" or most < LEAST_PIECE:
        return
    for run in seen.room.casework.built_ins:
        if run.place == recess.id and run.boxes == "new":
            edit = change_built_in(seen.room.id, run.id, in_pieces=plain_length(most))
            yield replace(edit, title=f"{run.name[:30]} of parts no longer than {seen.size(most)}")


def _tallest(seen: RoomSeen, recess: Recess, fit: Fit) -> tuple[float, str]:
    """Return how tall what is carried in is: the tallest carcass that is planned there, else a side as tall as the
    place, and the word for it."""
    for run in seen.room.casework.built_ins:
        built = built_in_of(seen.room, run, seen.changed_rules)
        if run.place == recess.id and not built.fault:
            return max(high - low for low, high in built.run.levels), "carcass"
    return (fit.height.value if fit.height is not None else 0.0), "side"


def _finding(
    seen: RoomSeen,
    recess_id: str,
    what: str,
    grade: Grade,
    where: str,
    says: str,
    *,
    measured: str,
    risk: str = "",
    fixes: tuple[Edit, ...] = (),
) -> Finding:
    return Finding(
        key=f"recess unsure:{seen.room.id}:{recess_id}:{what}",
        grade=grade,
        room_id=seen.room.id,
        room=seen.room.name,
        where=where,
        says=says,
        many=MANY.get(what, "Built-ins do not come in in one piece: {n} places"),
        measured=measured,
        rule="A carcass is never drawn wider than the recess at 95 %, stands on structure, and comes in (measure).",
        risk=risk or "What is not read is given away as filler, or does not go in.",
        about=RecessPath(seen.room.id, recess_id),
        fixes=fixes,
    )
