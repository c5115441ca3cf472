"""Which size a path stands for: its label, what is there, and the edit that a typed size makes."""

from __future__ import annotations

from collections.abc import Callable

import msgspec

from narrow_cornice.drawing.marks import About
from narrow_cornice.job import edits
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job, Room
from narrow_cornice.takeoff.rooms import measured_room
from narrow_cornice.trim.choices import KINDS, TrimChoice, TrimKind
from narrow_cornice.trim.fitted import MEMBER_PREFIX
from narrow_cornice.units.lengths import Length, show_length

OPENING_FIELDS = ("place", "width", "height", "sill", "reveal")
FIELD_WORDS = {
    "place": "from the left",
    "width": "width",
    "height": "height",
    "sill": "sill above floor",
    "reveal": "reveal depth",
}


class SizeField(msgspec.Struct, frozen=True):
    """A size that can be typed: ``mm`` is None where it is not set; ``edit`` makes the change (None empties it)."""

    about: About
    label: str
    mm: float | None
    wants: float | None
    edit: Callable[[Length | None], Edit]
    may_be_empty: bool = False

    def shown(self, job: Job) -> str:
        """Return the size as the job shows it, empty where there is none."""
        if self.mm is None:
            return ""
        settings = job.settings
        return show_length(self.mm, settings.unit, step=settings.step, denominator=settings.denominator)


def room_of(job: Job, about: About) -> Room | None:
    """Return the room a path begins with, if it is there."""
    return next((room for room in job.rooms if about and room.id == about[0]), None)


def size_field(job: Job, about: About) -> SizeField | None:
    """Return the size that a path stands for, None where it has none."""
    room = room_of(job, about)
    if room is None or len(about) < 2:
        return None
    kind = about[1]
    if kind == "wall" and len(about) >= 3:
        return _wall(room, about)
    if kind == "height":
        return _height(room, about)
    if kind == "opening" and len(about) >= 3:
        return _opening(room, about)
    if kind == "trim" and len(about) >= 3:
        return _trim(job, room, about)
    if kind in ("split", "two_tone"):
        return SizeField(
            (room.id, "split"),
            "Split of the two tones",
            room.split.mm if room.split else None,
            None,
            lambda length: edits.change_room(room.id, "split", split=length or room.split, two_tone="at a height"),
        )
    return None


def _wall(room: Room, about: About) -> SizeField | None:
    side = next((side for side in room.sides if side.id == about[2]), None)
    if side is None:
        return None
    name = edits.wall_name(room, side.id)
    index = int(about[3]) if len(about) > 3 and about[3].isdigit() else 0
    there = side.readings[index].mm if index < len(side.readings) else None

    def edit(length: Length | None) -> Edit:
        readings = list(side.readings)
        if length is None:
            del readings[index : index + 1]
        elif index < len(readings):
            readings[index] = length
        else:
            readings.append(length)
        return edits.set_readings(room.id, side.id, tuple(readings), name)

    return SizeField(
        (room.id, "wall", side.id, str(index)), f"Wall {name}, reading {index + 1}", there, None, edit, True
    )


def _height(room: Room, about: About) -> SizeField:
    index = int(about[2]) if len(about) > 2 and about[2].isdigit() else 0

    def edit(length: Length | None) -> Edit:
        heights = list(room.heights)
        if length is None:
            del heights[index : index + 1]
        elif index < len(heights):
            heights[index] = length
        else:
            heights.append(length)
        return edits.set_heights(room.id, tuple(heights))

    there = room.heights[index].mm if index < len(room.heights) else None
    return SizeField((room.id, "height", str(index)), f"Ceiling height, reading {index + 1}", there, None, edit, True)


def _opening(room: Room, about: About) -> SizeField | None:
    opening = next((one for one in room.openings if one.id == about[2]), None)
    if opening is None:
        return None
    field = about[3] if len(about) > 3 and about[3] in OPENING_FIELDS else "width"
    length: Length = getattr(opening, field)
    zero = Length(0.0, "0")
    return SizeField(
        (room.id, "opening", opening.id, field),
        f"{opening.name[:60]}, {FIELD_WORDS[field]}",
        length.mm,
        None,
        lambda typed: edits.change_opening(room.id, opening.id, opening.name, **{field: typed or zero}),
    )


def _trim(job: Job, room: Room, about: About) -> SizeField | None:
    name = about[2]
    field = about[3] if len(about) > 3 and about[3] in ("height", "projection", "top") else "height"
    choice = room.trim.get(name, TrimChoice())
    typed: Length | None = getattr(choice, field)
    measured = measured_room(room, job.house_rules)
    there: float | None = typed.mm if typed else None
    wants: float | None = None
    if measured.trim is not None:
        if name in KINDS:
            kind: TrimKind = next(one for one in KINDS if one == name)
            piece = measured.trim.piece(kind)
            if kind == "frieze" and field != "height":
                return None
            figure = {"height": piece.height, "projection": piece.projection}.get(field)
            if field == "height":
                wants = piece.wants.value if piece.wants else None
            if figure is not None:
                there = figure.value
            if field == "top":
                if kind not in ("dado rail", "picture rail"):
                    return None
                there = piece.top if piece.built else there
        else:
            member = next((one for one in measured.trim.members if MEMBER_PREFIX + one.name == name), None)
            if member is None or field != "height":
                return None
            there, wants = member.height.value, member.wants.value
    words = {"height": "width" if name == "casing" else "height", "projection": "projection", "top": "top above floor"}
    return SizeField(
        (room.id, "trim", name, field),
        f"{name.removeprefix(MEMBER_PREFIX).capitalize()}, {words[field]}",
        there,
        wants,
        lambda length: edits.change_trim(room.id, name, **{field: length}),
        may_be_empty=True,
    )


def measuring_order(room: Room) -> list[About]:
    """Return the sizes of a room in the order they are walked: walls, heights, then each opening's."""
    walked: list[About] = [(room.id, "wall", side.id, "0") for side in room.sides]
    walked += [(room.id, "height", str(index)) for index in range(max(1, len(room.heights)))]
    for opening in room.openings:
        for field in OPENING_FIELDS:
            if field != "sill" or opening.kind == "window":
                walked.append((room.id, "opening", opening.id, field))
    return walked


def next_wanted(room: Room, after: About) -> About:
    """Return the size to type after one: the next in measuring order."""
    walked = measuring_order(room)
    for index, one in enumerate(walked):
        if one[: len(after)] == after or after[: len(one)] == one:
            return walked[(index + 1) % len(walked)]
    return walked[0]
