"""Which size a path stands for: its label, what is there, and the edit that a typed size makes."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.measured.surveys import corner_index, corner_key, largest_doubt, next_of
from narrow_cornice.derived.measured.widths import LEVEL_WORDS, width_name
from narrow_cornice.derived.trimwork.sections import change_member, kind_of_key, placed_member, profile_of
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.desk.size_values import SizeField
from narrow_cornice.desk.thing_fields import LEVELS, THING_FIELDS, thing_field
from narrow_cornice.drawing.marks import About
from narrow_cornice.drawing.plan import FIRM
from narrow_cornice.explained.house_rules import shipped_rules
from narrow_cornice.job import edits
from narrow_cornice.job.measured import CornerOffset, WallWidth
from narrow_cornice.job.model import Job, Room
from narrow_cornice.survey.plan import corner_name, pair_name
from narrow_cornice.trim.choices import KINDS, TrimChoice, TrimKind
from narrow_cornice.trim.fitted import MEMBER_PREFIX
from narrow_cornice.units.lengths import Length

OPENING_FIELDS = ("place", "width", "height", "sill", "reveal", "rise")
FIELD_WORDS = {
    "place": "from the left",
    "width": "width",
    "height": "height",
    "sill": "sill above floor",
    "reveal": "reveal depth",
    "rise": "rise of the arch",
}


def fields_of(kind: str) -> tuple[str, ...]:
    """Return the sizes an opening of a kind has: only windows have a sill, only arches a rise."""
    return tuple(
        field for field in OPENING_FIELDS if {"sill": kind == "window", "rise": kind == "arch"}.get(field, True)
    )


def room_of(job: Job, about: About) -> Room | None:
    """Return the room a path begins with, if it is there."""
    return next((room for room in job.rooms if about and room.id == about[0]), None)


def size_field(job: Job, about: About) -> SizeField | None:
    """Return the size that a path stands for, None where it has none."""
    if about[:1] == ("house rule",) and len(about) == 2:
        return _rule(job, about[1])
    room = room_of(job, about)
    if room is None or len(about) < 2:
        return None
    kind = about[1]
    if kind == "wall" and len(about) >= 3:
        return _wall(room, about)
    if kind == "height":
        return _height(room, about)
    if kind == "corner" and len(about) >= 3:
        return _corner(room, about)
    if kind == "diagonal" and len(about) >= 3:
        return _diagonal(room, about)
    if kind == "offset" and len(about) >= 3:
        return _offset(room, about)
    if kind == "width" and len(about) >= 3:
        return _width(room, about)
    if kind == "opening" and len(about) >= 3:
        return _opening(room, about)
    if kind == "trim" and len(about) >= 5 and about[3] == "member":
        return _member(job, room, about)
    if kind == "trim" and len(about) >= 3:
        return _trim(job, room, about)
    if kind == "panels" and len(about) >= 3:
        return _panels(job, room, about)
    if kind in THING_FIELDS or kind in ("studs", "level", "slope"):
        return thing_field(room, about)
    if kind in ("split", "two_tone"):
        return SizeField(
            (room.id, "split"),
            "Split of the two tones",
            room.finishes.split.mm if room.finishes.split else None,
            None,
            lambda length: edits.change_room(
                room.id, "split", split=length or room.finishes.split, two_tone="at a height"
            ),
        )
    return None


def _rule(job: Job, key: str) -> SizeField | None:
    """Return a house rule that is a length."""
    rule = shipped_rules().get(key)
    if rule is None or rule.unit != "mm":
        return None
    return SizeField(
        ("house rule", key),
        rule.name.capitalize(),
        job.house_rules.get(key, rule.value),
        None,
        lambda typed: edits.change_house_rule(key, typed.mm if typed else rule.value, rule.name),
        may_be_empty=True,
    )


def _place(about: About, at: int) -> int:
    """Return which reading of several a path stands for, the first where it does not say."""
    return int(about[at]) if len(about) > at and about[at].isdigit() else 0


def put_at(readings: Sequence[Any], place: int, given: Any) -> tuple[Any, ...]:
    """Return readings with one put at a place (at the end where there are fewer), or taken away by None."""
    kept = list(readings)
    if given is None:
        del kept[place : place + 1]
    elif place < len(kept):
        kept[place] = given
    else:
        kept.append(given)
    return tuple(kept)


def _wall(room: Room, about: About) -> SizeField | None:
    side = next((side for side in room.measured.walls if side.id == about[2]), None)
    if side is None:
        return None
    name = edits.wall_name(room, side.id)
    index = _place(about, 3)
    return SizeField(
        (room.id, "wall", side.id, str(index)),
        f"Wall {name}, reading {index + 1}",
        side.readings[index].mm if index < len(side.readings) else None,
        None,
        lambda given: edits.set_readings(room.id, side.id, put_at(side.readings, index, given), name),
        True,
        "reading",
    )


def _height(room: Room, about: About) -> SizeField:
    index = _place(about, 2)
    return SizeField(
        (room.id, "height", str(index)),
        f"Ceiling height, reading {index + 1}",
        room.measured.heights[index].mm if index < len(room.measured.heights) else None,
        None,
        lambda given: edits.set_heights(room.id, put_at(room.measured.heights, index, given)),
        True,
        "reading",
    )


def _corner(room: Room, about: About) -> SizeField | None:
    at = corner_index(room.measured.walls, about[2])
    if at is None:
        return None
    side, name, index = room.measured.walls[at - 1], corner_name(at), _place(about, 3)
    return SizeField(
        (room.id, "corner", side.id, str(index)),
        f"Corner {name}, reading {index + 1}",
        side.angles[index].degrees if index < len(side.angles) else None,
        None,
        lambda given: edits.set_angles(room.id, side.id, put_at(side.angles, index, given), name),
        True,
        "angle",
    )


def _diagonal(room: Room, about: About) -> SizeField | None:
    """Return the field of a diagonal by its identity, or by its two corners ("w2+w4") where there is none yet."""
    there = next((one for one in room.measured.diagonals if one.id == about[2]), None)
    first, second = (there.first, there.second) if there else (*about[2].split("+"), "")[:2]
    ends = [corner_index(room.measured.walls, key) for key in (first, second)]
    if ends[0] is None or ends[1] is None or first == second:
        return None
    there = there or next((one for one in room.measured.diagonals if {one.first, one.second} == {first, second}), None)
    readings = there.readings if there else ()
    index = _place(about, 3)
    name = pair_name(*sorted((ends[0], ends[1])))
    return SizeField(
        (room.id, "diagonal", there.id if there else about[2], str(index)),
        f"{name}, reading {index + 1}",
        readings[index].mm if index < len(readings) else None,
        None,
        lambda given: edits.put_diagonal(room.id, first, second, put_at(readings, index, given), name),
        True,
        "reading",
    )


def _offset(room: Room, about: About) -> SizeField | None:
    one = next((one for one in room.measured.offsets if one.id == about[2]), None)
    if one is None:
        return None
    index = _place(about, 3)
    name = offset_name(room, one)
    return SizeField(
        (room.id, "offset", one.id, str(index)),
        f"{name}, reading {index + 1}",
        one.readings[index].mm if index < len(one.readings) else None,
        None,
        lambda given: edits.put_offset(room.id, one.of, one.start, one.end, put_at(one.readings, index, given), name),
        True,
        "reading",
    )


def asked_width(room: Room, about: About) -> WallWidth | None:
    """Return the width of a path: by its identity, or by its walls, level and place where there is none yet."""
    there = next((one for one in room.measured.widths if one.id == about[2]), None)
    if there is not None:
        return there
    wall, other, level, place = (*about[2].split("+"), "", "", "")[:4]
    sides = {side.id for side in room.measured.walls}
    known = next((one for one in LEVEL_WORDS if one == level), None)
    if wall == other or not {wall, other} <= sides or known is None or not place.isdigit():
        return None
    typed = Length(float(place), f"{place} mm")
    return edits.width_there(room, wall, other, known, typed) or WallWidth(about[2], wall, other, known, typed)


def _width(room: Room, about: About) -> SizeField | None:
    one = asked_width(room, about)
    if one is None:
        return None
    index, name = _place(about, 3), width_name(room.measured.walls, one)
    return SizeField(
        (room.id, "width", one.id, str(index)),
        f"{name}, reading {index + 1}",
        one.readings[index].mm if index < len(one.readings) else None,
        None,
        lambda given: edits.put_width(
            room.id, one.wall, one.other, one.level, one.place, put_at(one.readings, index, given), name
        ),
        True,
        "reading",
    )


def offset_name(room: Room, offset: CornerOffset) -> str:
    """Return the words for an offset, as "offset of C from B to D"."""
    of, start, end = (corner_index(room.measured.walls, key) or 0 for key in (offset.of, offset.start, offset.end))
    return f"offset of {corner_name(of)} from {pair_name(start, end)}"


def _opening(room: Room, about: About) -> SizeField | None:
    opening = next((one for one in room.measured.openings if one.id == about[2]), None)
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


def _panels(job: Job, room: Room, about: About) -> SizeField | None:
    """Return the margin of a field of panels, or the width that is wished for them."""
    one = next((one for one in room.trim.panels if one.id == about[2]), None)
    if one is None:
        return None
    if len(about) > 3 and about[3] == "wished":
        return SizeField(
            (room.id, "panels", one.id, "wished"),
            "Wished width of panels",
            one.wished.mm if one.wished is not None else None,
            None,
            lambda typed: edits.change_panels(room.id, one.id, wished=typed),
            may_be_empty=True,
        )
    return SizeField(
        (room.id, "panels", one.id, "margin"),
        "Margin round panels",
        one.margin.mm,
        None,
        lambda typed: edits.change_panels(room.id, one.id, margin=typed),
    )


def _trim(job: Job, room: Room, about: About) -> SizeField | None:
    name = about[2]
    field = about[3] if len(about) > 3 and about[3] in ("height", "projection", "top") else "height"
    choice = room.trim.choices.get(name, TrimChoice())
    typed: Length | None = getattr(choice, field)
    trimmed = trimmed_room(room, job.house_rules)
    there: float | None = typed.mm if typed else None
    wants: float | None = None
    if trimmed is not None:
        if name in KINDS:
            kind: TrimKind = next(one for one in KINDS if one == name)
            piece = trimmed.trim.of(kind)
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
            member = next((one for one in trimmed.trim.members if MEMBER_PREFIX + one.name == name), None)
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


def _member(job: Job, room: Room, about: About) -> SizeField | None:
    """Return the height or the projection of one member of a drawn section."""
    trimmed, key, index = trimmed_room(room, job.house_rules), about[2], int(about[4])
    kind = kind_of_key(key)
    if trimmed is None:
        return None
    profile = profile_of(trimmed, kind) if kind in KINDS else None
    placed = placed_member(profile, kind, key, index) if profile is not None else None
    if placed is None:
        return None
    field = "projection" if len(about) > 5 and about[5] == "projection" else "height"
    return SizeField(
        (room.id, "trim", key, "member", about[4], field),
        f"{placed.member.kind.capitalize()}, {field}",
        getattr(placed.member, field),
        None,
        lambda typed: change_member(trimmed, key, index, **{field: typed.mm if typed else 0.0}),
        step=0.5,
    )


def measuring_order(room: Room, changed_rules: dict[str, float]) -> list[About]:
    """Return the sizes of a room in the order they are read: walls, diagonals, widths, the one wanted next,
    heights, then each opening's."""
    walked: list[About] = [(room.id, "wall", side.id, "0") for side in room.measured.walls]
    walked += [(room.id, "diagonal", one.id, "0") for one in room.measured.diagonals]
    walked += [(room.id, "width", one.id, "0") for one in room.measured.widths]
    wanted = wanted_reading(room, changed_rules)
    if wanted is not None and wanted not in walked:
        walked.append(wanted)
    walked += [(room.id, "height", str(index)) for index in range(max(1, len(room.measured.heights)))]
    for opening in room.measured.openings:
        walked += [(room.id, "opening", opening.id, field) for field in fields_of(opening.kind)]
    for recess in room.measured.recesses:
        path = (room.id, "recess", recess.id, "across")
        walked += [(*path, level, "back") for level in LEVELS]
    return walked


def wanted_reading(room: Room, changed_rules: dict[str, float]) -> About | None:
    """Return the path of the reading that would tell most, None where all walls are still to be walked or all is firm.

    Walls that nobody read come first, in the order walked.
    """
    plan = measured_room(room, changed_rules).plan
    if plan.determined and largest_doubt(plan) <= FIRM:
        return None
    pair = next_of(plan, changed_rules)
    if pair is None:
        return None
    first, second = pair
    count = len(room.measured.walls)
    for index, other in ((first, second), (second, first)):
        if (index + 1) % count == other:
            side = room.measured.walls[index]
            return (room.id, "wall", side.id, str(len(side.readings)))
    return (
        room.id,
        "diagonal",
        f"{corner_key(room.measured.walls, first)}+{corner_key(room.measured.walls, second)}",
        "0",
    )


def next_wanted(room: Room, after: About, changed_rules: dict[str, float]) -> About:
    """Return the size to type after one: the next in measuring order."""
    walked = measuring_order(room, changed_rules)
    for index, one in enumerate(walked):
        if one[: len(after)] == after or after[: len(one)] == one:
            return walked[(index + 1) % len(walked)]
    return walked[0]
