"""What is cut out of a built-in: for a socket, a grille or a switch behind it, with a margin round it; and behind a
screen that stands in it, for air and cords."""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple

from narrow_cornice.casework.carcass import Carcasses
from narrow_cornice.casework.parts import Clear, Kind, Part
from narrow_cornice.derived.built.before_walls import Standing, standing_of
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.features.screens import Opening, goes_in, opening_for, picture_size
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.walled import Shown
from narrow_cornice.memo import by_value
from narrow_cornice.survey.faces import Rect

# What lies before a wall and can be cut through; sides and dividers carry and are not.
CUT: tuple[Kind, ...] = (
    *("back", "plinth", "filler", "top filler", "shelf", "fixed shelf", "bottom", "top"),
    *("drawer bottom", "end back"),
)
OPEN_WIDE = 0.6  # of a compartment's width that is open behind a screen
UPRIGHT: tuple[Kind, ...] = ("side", "divider", "partition")


class CutOut(NamedTuple):
    """A hole in the run: for which thing on the wall, and the rectangle it takes, x from the run's left end."""

    thing: str
    name: str
    rect: Rect


def cut_outs_of(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> tuple[CutOut, ...]:
    """Return the holes of a run, each as large as its thing with the margin of the house rules; none where nothing was
    said to be cut through, or what was is no longer behind it, and no screen stands in it."""
    screens = [shown for shown in room.walling.screens if shown.built_in == run.id]
    found = standing_of(room, run.id, changed_rules) if run.cut_through or screens else None
    if found is None:
        return ()
    face, one = found
    rules = house_rules_of(changed_rules)
    margin = rules.value("cut_out_margin")
    holes = [
        CutOut(thing.id, getattr(thing, "name", thing.kind), _widened(rect, one.left, margin))
        for thing, rect in face.hung
        if thing.id in run.cut_through and behind(one, rect)
    ]
    for shown in screens:
        holes += _for_screen(shown, one.built.run, rules)
    return _kept(tuple(holes))


def opening_of(shown: Shown, rules: HouseRules) -> Opening:
    """Return the opening that a screen needs, by the house rules."""
    room = (rules.value(key) for key in ("screen_air", "screen_above", "screen_behind"))
    return opening_for(*picture_size(shown.diagonal.mm), float(shown.depth.mm), *room)


def _for_screen(shown: Shown, made: Carcasses, rules: HouseRules) -> Iterator[CutOut]:
    """Yield what is open in the back of the compartment that a screen goes into: the share of the house rule, and below
    it a way for its cords through the board and the back of the compartment below; nothing where it goes into none."""
    needed = opening_of(shown, rules)
    for bay in made.bays:
        for clear in bay.compartments:
            wide, tall = bay.width, clear.high - clear.low
            if not goes_in(needed, (wide, tall, clear.depth)):
                continue
            middle, half = bay.x + wide / 2, OPEN_WIDE * wide / 2
            high = rules.value("media_open_back") / OPEN_WIDE * tall
            low = clear.low + (tall - high) / 2
            open_back = Rect(middle - half, low, middle + half, low + high)
            yield CutOut(f"air:{shown.id}", f"the air of {shown.name[:30]}", open_back)
            way = rules.value("cord_way")
            under = [each.high for each in _above_one_another(made, middle) if each.high <= clear.low]
            if under and way > 0.0:
                through = Rect(middle - way / 2, max(under) - way, middle + way / 2, low)
                yield CutOut(f"cords:{shown.id}", f"the cords of {shown.name[:30]}", through)
            return


def _above_one_another(made: Carcasses, x: float) -> Iterator[Clear]:
    """Yield the compartments of all bays and rows that a plumb line goes through, ``x`` from the run's left end."""
    for bay in made.bays:
        if bay.x < x < bay.x + bay.width:
            yield from bay.compartments


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
