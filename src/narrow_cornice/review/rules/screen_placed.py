"""Screens too high or low, too near or far, beyond their wall, too large for their bay, over a fire (W9), on a pale
wall that was to be dark (C9)."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Any, NamedTuple

from msgspec.structs import replace

from narrow_cornice.colour.tones import lab, light_reflectance
from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.derived.walled.shown import OnScreen, on_screen, screens_of
from narrow_cornice.features.screens import HIDES, SLACK, goes_in, picture_size
from narrow_cornice.job.edits.finish_edits import change_finish
from narrow_cornice.job.edits.walling_edits import change_walled
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import ShownPath
from narrow_cornice.review.finding import Finding, Grade, RoomSeen
from narrow_cornice.survey.faces import Rect

INCH = 25.4
LARGEST = 85  # inches across its corners that are sold for rooms
SMALLEST = 20


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every screen: its height, its seat, the wall it is on, heat, light."""
    for made in screens_of(seen.room, seen.changed_rules):
        if not made.fault:
            yield from _height(seen, made)
            yield from _seat(seen, made)
            yield from _place(seen, made)
            yield from _bay(seen, made)
            yield from _light(seen, made)
            yield from _wall(seen, made)


# Many parameters: what is said of a screen, by words.
def _told(
    seen: RoomSeen,
    made: OnScreen,
    kind: str,
    grade: Grade,
    says: str,
    measured: str,
    rule: str,
    risk: str,
    fixes: tuple[Edit, ...] = (),
) -> Finding:
    shown = made.shown
    return Finding(
        key=f"screen {kind}:{seen.room.id}:{shown.id}",
        grade=grade,
        room_id=seen.room.id,
        room=seen.room.name,
        where=shown.name[:60],
        says=f"{shown.name[:40]} {says}",
        measured=measured,
        rule=rule,
        risk=risk,
        about=ShownPath(seen.room.id, shown.id),
        fixes=fixes,
    )


def _change(seen: RoomSeen, made: OnScreen, title: str, **fields: Any) -> Edit:
    """Return the fix that changes a screen."""
    shown = made.shown
    return Edit(title, change_walled(seen.room.id, "screens", shown.id, shown.name, **fields).apply)


def _height(seen: RoomSeen, made: OnScreen) -> Iterator[Finding]:
    low, high = seen.rules.value("screen_low"), seen.rules.value("screen_high")
    if made.shown.way == "projector" or low - SLACK <= made.centre <= high + SLACK:
        return
    off = made.centre - high if made.centre > high else low - made.centre
    wish = seen.wish((low + high) / 2)
    yield _told(
        seen,
        made,
        "height",
        "will show",
        f"hangs {seen.size(off)} too {'high' if made.centre > high else 'low'}",
        f"its middle {seen.size(made.centre)} above the floor",
        f"The middle of a screen near the eye of whoever sits, {seen.size(low)} to {seen.size(high)} (house rules).",
        "The neck is bent through every film.",
        (_change(seen, made, f"Hang it at {wish.text}", height=wish),),
    )


def _seat(seen: RoomSeen, made: OnScreen) -> Iterator[Finding]:
    near, far = made.seats
    if made.distance is None or near <= made.distance.value <= far:
        return
    away = made.distance.value
    wished = away / ((seen.rules.value("screen_nearest") + seen.rules.value("screen_farthest")) / 2)
    inches = max(20, round(wished / INCH))
    size = seen.wish(inches * INCH)
    fits = inches <= LARGEST and picture_size(inches * INCH)[0] <= made.face[0]
    yield _told(
        seen,
        made,
        "seat",
        "worth a thought",
        f"is {'large' if away < near else 'small'} for where one sits",
        f"{seen.size(away)} away; {seen.size(near)} to {seen.size(far)} wished",
        f"One sits {seen.rules.value('screen_nearest'):g} to {seen.habit('screen_farthest')} before a fine picture "
        "(house rules).",
        "Near, the eye leaves the edges; far, a finer picture is no better.",
        (_change(seen, made, f"One of {inches} in", diagonal=size),) if fits else (),
    )


class InTheWay(NamedTuple):
    """A screen before its wall: the wall, the rectangle it takes, what it wants free ``beside`` it, whether it goes
    ``over`` the wall's edge with that, and the name of the opening it lies over."""

    face: WallFace
    box: Rect
    beside: float
    over: bool
    met: str


def _in_the_way(seen: RoomSeen, made: OnScreen) -> InTheWay:
    face, box = next(one for one in seen.measured.faces if one.id == made.shown.wall), Rect(*made.box)
    beside = made.takes[0] if made.shown.way in HIDES else 0.0
    over = box.u0 - beside < -SLACK or box.u1 + beside > face.length + SLACK or box.v0 < 0 or box.v1 > face.tallest
    met = next((one.opening.name for one in face.openings if one.rect.within(box).area > SLACK), "")
    return InTheWay(face, box, beside, over, met)


def _other_wall(seen: RoomSeen, made: OnScreen) -> Iterator[Edit]:
    """Yield what puts a screen in the middle of the longest other wall that has the room for it."""
    shown = made.shown
    for face in sorted(seen.measured.faces, key=lambda one: -one.length):
        there = replace(shown, wall=face.id, middle=None, built_in="")
        if face.id == shown.wall or shown.way == "projector":
            continue
        moved = on_screen(seen.room, there, seen.changed_rules)
        way = None if moved.fault else _in_the_way(seen, moved)
        if way is not None and not way.over and not way.met:
            yield _change(seen, made, f"Put it on wall {face.name}", wall=face.id, middle=None, built_in="")
            return


def _place(seen: RoomSeen, made: OnScreen) -> Iterator[Finding]:
    face, box, beside, over, met = _in_the_way(seen, made)
    if over or met:
        yield _told(
            seen,
            made,
            "place",
            "will not fit",
            f"lies over {met[:40]}" if met else "goes beyond its wall",
            f"{seen.size(box.wide)} × {seen.size(box.tall)}"
            + (f", {seen.size(beside)} free at each side wanted" if beside else ""),
            "A screen and what hides it want free wall (W9).",
            "Doors that slide have nowhere to go.",
            tuple(_other_wall(seen, made)),
        )
    fire = next((one for one in face.openings if one.opening.kind == "fireplace"), None)
    if fire is not None and fire.rect.u0 < box.u1 and fire.rect.u1 > box.u0 and box.v0 > fire.rect.v1 - SLACK:
        yield _told(
            seen,
            made,
            "heat",
            "unsafe",
            f"hangs over {fire.opening.name[:40]}",
            f"{seen.size(box.v0 - fire.rect.v1)} above it",
            "Heaters and fires keep their distance: the sheet of the screen and of the fire, and the local code.",
            "Heat and soot go up through it.",
        )


def _bay(seen: RoomSeen, made: OnScreen) -> Iterator[Finding]:
    """Hold the opening that a screen needs against the bays of the built-in it stands in."""
    run = next((one for one in seen.room.casework.built_ins if one.id == made.shown.built_in), None)
    built = built_in_of(seen.room, run, seen.changed_rules) if run is not None else None
    if built is None or built.fault:
        return
    clear = [(there.width, one.high - one.low, one.depth) for there in built.run.bays for one in there.compartments]
    needed = made.opening
    if any(goes_in(needed, one) for one in clear):
        return
    largest = max(clear, key=lambda one: one[0] * one[1], default=(0.0, 0.0, 0.0))
    fixes = [_change(seen, made, "Put it on the wall alone", built_in="")]
    for inches in range(int(made.shown.diagonal.mm / INCH), SMALLEST - 1, -1):
        size = seen.wish(inches * INCH)
        smaller = on_screen(seen.room, replace(made.shown, diagonal=size), seen.changed_rules)
        if any(goes_in(smaller.opening, one) for one in clear):
            fixes.insert(0, _change(seen, made, f"One of {inches} in", diagonal=size))
            break
    yield _told(
        seen,
        made,
        "bay",
        "will not fit",
        f"goes into no bay of {built.built_in.name[:40]}",
        f"{_by(seen, (needed.wide, needed.tall, needed.deep))} needed, the largest bay is {_by(seen, largest)}",
        "A screen in a bay has air at its sides and above, and room behind for its cords (house rules).",
        "The bay is built, and the screen stands before it.",
        tuple(fixes),
    )


def _by(seen: RoomSeen, sizes: tuple[float, float, float]) -> str:
    return " × ".join(map(seen.size, sizes))


def _light(seen: RoomSeen, made: OnScreen) -> Iterator[Finding]:
    least = seen.rules.value("projector_light")
    if made.light is not None and made.light.value < least:
        yield _told(
            seen,
            made,
            "light",
            "worth a thought",
            "throws a pale picture",
            f"{made.light.value:.0f} lx; {least:g} wished",
            "A projector's picture has some fifteen times what a dimmed room sends back (house rule).",
            "Only at night is anything to be seen.",
        )


def _wall(seen: RoomSeen, made: OnScreen) -> Iterator[Finding]:
    """Hold the colour of the wall against a screen that is to go under in it."""
    shown = made.shown
    walls = [one for one in seen.coated if one.surface.kind == "wall" and one.surface.wall_id == shown.wall]
    coloured = [one for one in walls if one.colour is not None]
    if shown.way != "dark wall" or shown.built_in or not coloured:
        return
    behind = max(coloured, key=lambda one: one.surface.net.value)
    assert behind.colour is not None
    back, most = light_reflectance(behind.colour.hex), 100.0 * seen.rules.value("screen_wall")
    if back <= most:
        return
    fixes = []
    dark = [one for one in seen.colours if one.of == "paint" and light_reflectance(one.hex) <= most]
    if dark:  # the one that is nearest to what the wall has
        there = lab(behind.colour.hex)
        colour = min(dark, key=lambda one: math.dist(lab(one.hex), there))
        paint = change_finish([seen.room.id], [one.surface.key for one in coloured], "", colour=colour.id)
        fixes.append(Edit(f"{behind.surface.name[:30]} in {colour.name[:30]}", paint.apply))
    fixes.append(_change(seen, made, "Framed instead", way="framed"))
    yield _told(
        seen,
        made,
        "wall",
        "will show",
        f"is to go under in a dark wall, and the wall is {behind.colour.name[:30]}",
        f"it sends back {back:.0f} % of the light, {most:.0f} % at most is dark",
        "A dark wall swallows the screen on it, a pale one shows it black (house rule).",
        "A black hole in a pale wall, whenever nobody looks at it.",
        tuple(fixes),
    )
