"""Screens on a wall as they come out: sizes, how high and how far off they are, what each way of showing or hiding
takes, and false windows of mirror panes after the windows of the house."""

from __future__ import annotations

import math

import msgspec

from narrow_cornice.derived.built.cut_outs import opening_of
from narrow_cornice.derived.measured.rooms import WallFace, measured_room
from narrow_cornice.derived.walled.below import face_of, free_middle
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import Figure, choice, explained, table
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.features.panes import Panes, like_windows, panes
from narrow_cornice.features.region import Box
from narrow_cornice.features.screens import (
    Opening,
    Ways,
    leaf_room,
    picture_height,
    picture_light,
    picture_width,
    seats_from,
    throw_of,
)
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import ShownPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.walled import FalseWindow, Shown
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.plan import on_floor

PANE_WIDE, PANE_TALL = 480.0, 520.0  # mm of a pane of a window as it is drawn
NEAR_CORD = 1200.0  # mm within which a socket is near enough for a cord


class OnScreen(msgspec.Struct, frozen=True):
    """A screen as it comes out, or its ``fault``: its picture as figures and as a box on the wall (which
    is as long and tall as ``face``), the opening it
    needs, what its way takes beside, above and before it; how far the seat is (None: none is chosen) and between what
    it should be; whether a socket is near, and of a projector how far it throws and the light on its picture."""

    shown: Shown
    fault: str = ""
    wide: Figure | None = None
    tall: Figure | None = None
    box: Box = (0.0, 0.0, 0.0, 0.0)
    face: tuple[float, float] = (0.0, 0.0)
    opening: Opening = Opening(0.0, 0.0, 0.0)
    takes: tuple[float, float, float] = (0.0, 0.0, 0.0)
    distance: Figure | None = None
    seats: tuple[float, float] = (0.0, 0.0)
    socket: bool = False
    throw: Figure | None = None
    light: Figure | None = None

    @property
    def centre(self) -> float:
        """Return how high its middle is above the floor, in mm."""
        return (self.box[1] + self.box[3]) / 2


@explained("middle of the screen", "mm", "(lowest + highest) ÷ 2")
def usual_middle(lowest: float, highest: float) -> float:
    """Return how high a screen hangs by the rule, in mm."""
    return (lowest + highest) / 2


@explained("distance of the seat", "mm", "√(aside × aside + away × away)")
def seat_distance(aside: float, away: float) -> float:
    """Return how far an eye is from the middle of a screen on the plan."""
    return math.hypot(aside, away)


@by_identity(times=1, each="room", of=as_built)
def screens_of(room: Room, changed_rules: dict[str, float]) -> tuple[OnScreen, ...]:
    """Return the screens of a room as they come out."""
    return tuple(on_screen(room, one, changed_rules) for one in room.walling.screens)


def on_screen(room: Room, shown: Shown, changed_rules: dict[str, float], way: Ways | None = None) -> OnScreen:
    """Return a screen as it comes out, in another way where one is given."""
    face = face_of(room, shown.wall, changed_rules)
    if face is None:
        return OnScreen(shown, "The room is not measured yet, or its wall is not there.")
    rules, path = house_rules_of(changed_rules), ShownPath(room.id, shown.id)
    diagonal = choice("diagonal", float(shown.diagonal.mm), "mm", path.sized("diagonal"), shown.name[:60])
    wide, tall = picture_width(diagonal), picture_height(diagonal)
    middle = float(shown.middle.mm) if shown.middle is not None else free_middle(face)
    centre = (
        float(shown.height.mm)
        if shown.height is not None
        else usual_middle(rules.figure("screen_low"), rules.figure("screen_high")).value
    )
    way = way or shown.way
    opening = opening_of(shown, rules)
    half, up = wide.value / 2, tall.value / 2
    throws = way == "projector"
    return OnScreen(
        shown,
        wide=wide,
        tall=tall,
        box=(middle - half, centre - up, middle + half, centre + up),
        face=(face.length, face.tallest),
        opening=opening,
        takes=leaf_room(way, opening),
        distance=_distance(room, shown, middle, face, changed_rules),
        seats=seats_from(diagonal.value, rules.value("screen_nearest"), rules.value("screen_farthest")),
        socket=_socket(face, middle, centre),
        throw=throw_of(wide, choice("throw ratio", shown.throw, "", path)) if throws else None,
        light=picture_light(choice("lumens", shown.lumens, "lm", path), wide, tall) if throws else None,
    )


def _socket(face: WallFace, middle: float, centre: float) -> bool:
    """Return whether a socket is near enough to a screen for its cord."""
    return any(
        getattr(thing, "kind", "") == "socket"
        and math.hypot((rect.u0 + rect.u1) / 2 - middle, (rect.v0 + rect.v1) / 2 - centre) <= NEAR_CORD
        for thing, rect in face.hung
    )


def _distance(
    room: Room, shown: Shown, middle: float, face: WallFace, changed_rules: dict[str, float]
) -> Figure | None:
    """Return how far the seat is that a screen is looked at from, None where none is chosen or placed."""
    seat = next((one for one in room.zones.pieces if one.id == shown.seat and one.x is not None), None)
    if seat is None:
        return None
    measured = measured_room(room, changed_rules)
    walls = [one.id for one in room.measured.walls]
    side = measured.plan.sides[walls.index(face.id)]
    x, y = float(seat.x or 0.0), float(seat.y)
    if seat.wall and seat.wall in walls:
        x, y = on_floor(measured.plan.sides[walls.index(seat.wall)], x, y + float(seat.depth.mm) / 2)
    ox, oy = on_floor(side, middle, 0.0)
    ax, ay = on_floor(side, middle + 1.0, 0.0)
    along = ((x - ox) * (ax - ox) + (y - oy) * (ay - oy), (x - ox) * (ay - oy) - (y - oy) * (ax - ox))
    aside = table("aside", abs(along[0]), "mm", f"{seat.name[:40]} from the middle of the screen")
    return seat_distance(aside, table("away", abs(along[1]), "mm", f"{seat.name[:40]} from the wall"))


class MirrorWindow(msgspec.Struct, frozen=True):
    """A false window as it comes out, or its ``fault``: its box on the wall and its panes."""

    window: FalseWindow
    fault: str = ""
    box: Box = (0.0, 0.0, 0.0, 0.0)
    panes: Panes | None = None


@by_identity(times=1, each="room", of=as_built)
def false_windows_of(room: Room, changed_rules: dict[str, float]) -> tuple[MirrorWindow, ...]:
    """Return the false windows of a room, their grids after the real windows of the room."""
    rules = house_rules_of(changed_rules)
    return tuple(_mirror(room, one, rules) for one in room.walling.windows)


def _mirror(room: Room, window: FalseWindow, rules: HouseRules) -> MirrorWindow:
    left, bottom = float(window.place.mm), float(window.bottom.mm)
    wide, tall, frame, bar = (float(one.mm) for one in (window.width, window.tall, window.frame, window.bar))
    try:
        pane, shape = pane_of_house(room)
        across, up = like_windows(wide, tall, frame, bar, pane, shape)
        made = panes(wide, tall, frame, bar, window.across or across, window.up or up)
    except CorniceError as error:
        return MirrorWindow(window, str(error))
    return MirrorWindow(window, "", (left, bottom, left + wide, bottom + tall), made)


def pane_of_house(room: Room) -> tuple[float, float]:
    """Return how wide the panes of the windows of a room are, and how tall for their width, as they are drawn."""
    windows = [one for one in room.measured.openings if one.kind == "window"]
    if not windows:
        return PANE_WIDE, PANE_TALL / PANE_WIDE
    one = windows[0]
    wide, tall = float(one.width.mm), float(one.height.mm)
    columns, rows = max(2, round(wide / PANE_WIDE)), max(2, round(tall / PANE_TALL))
    return wide / columns, (tall / rows) / (wide / columns)
