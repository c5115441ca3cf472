"""What is cut out of a built-in for a socket, a grille or a switch behind it, with a margin round it."""

from __future__ import annotations

from typing import NamedTuple

from narrow_cornice.casework.carcass import Carcasses
from narrow_cornice.casework.parts import Kind, Part
from narrow_cornice.derived.built.before_walls import Standing, standing_of
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_value
from narrow_cornice.survey.faces import Rect

# What lies before a wall and can be cut through; sides and dividers carry and are not.
CUT: tuple[Kind, ...] = ("back", "plinth", "filler", "top filler", "shelf", "fixed shelf", "drawer bottom", "end back")
UPRIGHT: tuple[Kind, ...] = ("side", "divider", "partition")


class CutOut(NamedTuple):
    """A hole in the run: for which thing on the wall, and the rectangle it takes, x from the run's left end."""

    thing: str
    name: str
    rect: Rect


def cut_outs_of(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> tuple[CutOut, ...]:
    """Return the holes of a run, each as large as its thing with the margin of the house rules; none where nothing was
    said to be cut through, or what was is no longer behind it."""
    found = standing_of(room, run.id, changed_rules) if run.cut_through else None
    if found is None:
        return ()
    face, one = found
    margin = house_rules_of(changed_rules).value("cut_out_margin")
    holes = [
        CutOut(thing.id, getattr(thing, "name", thing.kind), _widened(rect, one.left, margin))
        for thing, rect in face.hung
        if thing.id in run.cut_through and behind(one, rect)
    ]
    return _kept(tuple(holes))


# By value: a run that an edit left as it was has the same holes, and lists the same parts.
@by_value(times=1, each="wall")
def _kept(holes: tuple[CutOut, ...]) -> tuple[CutOut, ...]:
    return holes


def behind(one: Standing, rect: Rect) -> bool:
    """Return whether something on the wall is behind a built-in."""
    run = one.built.run
    stands = Rect(one.left, one.built.built_in.hangs_at, one.right, run.over)
    return rect.within(stands).area > 1.0


def _widened(rect: Rect, left: float, margin: float) -> Rect:
    return Rect(rect.u0 - left - margin, max(0.0, rect.v0 - margin), rect.u1 - left + margin, rect.v1 + margin)


def holes_in(part: Part, holes: tuple[CutOut, ...]) -> tuple[Rect, ...]:
    """Return what of some holes is cut out of a part, seen from the front."""
    if part.kind not in CUT:
        return ()
    face = _face(part)
    return tuple(hole.rect.within(face) for hole in holes if hole.rect.within(face).area > 1.0)


def in_the_way(made: Carcasses, hole: CutOut) -> tuple[Kind, ...]:
    """Return the kinds of uprights that a hole would go through: it cannot."""
    return tuple(
        {part.kind for part in made.parts if part.kind in UPRIGHT and hole.rect.within(_face(part)).area > 1.0}
    )


def _face(part: Part) -> Rect:
    x, _, z, wide, _, tall = part.box
    return Rect(x, z, x + wide, z + tall)
