"""Every change a person can make to a job, as an edit with a title.

Each function returns an Edit whose ``apply`` puts new values beside the old and shares all that stays.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable
from typing import Any, Literal

from msgspec.structs import replace

from narrow_cornice.colour.tones import checked_colour
from narrow_cornice.errors import CorniceError
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import (
    Colour,
    Finish,
    Job,
    Opening,
    OpeningKind,
    Paint,
    Room,
    Settings,
    Side,
    Stock,
)
from narrow_cornice.survey.plan import Turn, side_name
from narrow_cornice.trim.choices import TrimChoice
from narrow_cornice.units.lengths import Length

LONGEST_NAME = 10_000
LARGEST_ROOM_MM = 100_000.0


class EditError(CorniceError, ValueError):
    """A change that cannot be made; the job stays as it was."""


def fresh_id(prefix: str, taken: Iterable[str]) -> str:
    """Return prefix + the next number that no identity in ``taken`` uses."""
    pattern = re.compile(re.escape(prefix) + r"(\d{1,9})")
    numbers = [int(found.group(1)) for one in taken if (found := pattern.fullmatch(one))]
    return f"{prefix}{max(numbers, default=0) + 1}"


def _in_room(job: Job, room_id: str, change: Callable[[Room], Room]) -> Job:
    rooms = tuple(change(room) if room.id == room_id else room for room in job.rooms)
    return job if all(new is old for new, old in zip(rooms, job.rooms, strict=True)) else replace(job, rooms=rooms)


def _room_edit(title: str, room_id: str, change: Callable[[Room], Room]) -> Edit:
    return Edit(title, lambda job: _in_room(job, room_id, change))


def _name(text: str, what: str) -> str:
    name = text.strip()
    if not name:
        raise EditError(f"{what} needs a name.", where="name")
    if len(name) > LONGEST_NAME:
        raise EditError(
            f"This name is {len(name)} characters long.", where="name", remedy=f"{LONGEST_NAME} are the most."
        )
    return name


def _real(length: Length | None, what: str, *, zero: bool = False) -> Length | None:
    """Return the length if a building can have it."""
    if length is None:
        return None
    if length.mm < 0 or (length.mm == 0 and not zero):
        raise EditError(f"{what} must be more than nought; “{length.text}” is {length.mm:g} mm.", where=what)
    if length.mm > LARGEST_ROOM_MM:
        raise EditError(
            f"{what} of {length.mm / 1000:g} m is more than a room has.", where=what, remedy="Is the unit right?"
        )
    return length


# ---- the job itself


def rename_job(name: str, place: str | None = None) -> Edit:
    """Give the job another name, and another place where one is given."""
    new = _name(name, "A job")
    return Edit(
        f"job name to {new[:40]}",
        lambda job: replace(job, name=new, place=job.place if place is None else place.strip()),
    )


def change_settings(**fields: Any) -> Edit:
    """Change how figures are shown: unit, step, denominator, money."""
    titles = {"unit": "units", "step": "finest millimetre", "denominator": "finest fraction", "money": "money"}
    title = ", ".join(titles[field] for field in fields)

    def apply(job: Job) -> Job:
        settings: Settings = replace(job.settings, **fields)
        return replace(job, settings=settings)

    return Edit(f"{title} to {', '.join(str(value) for value in fields.values())}", apply)


def change_house_rule(key: str, value: float, name: str) -> Edit:
    """Set a house rule for this job."""
    return Edit(f"{name} to {value:g}", lambda job: replace(job, house_rules={**job.house_rules, key: value}))


# ---- rooms and their measures


def add_room(name: str, length: Length, width: Length, height: Length) -> Edit:
    """Add a four-walled room from two walls and a height; the other two walls follow from them."""
    new = _name(name, "A room")
    _real(length, "The first wall"), _real(width, "The second wall"), _real(height, "The ceiling height")

    def apply(job: Job) -> Job:
        sides = (Side("w1", (length,)), Side("w2", (width,)), Side("w3"), Side("w4"))
        room = Room(fresh_id("r", (room.id for room in job.rooms)), new, sides, (height,))
        return replace(job, rooms=(*job.rooms, room))

    return Edit(f"add {new[:40]}", apply)


def remove_room(room_id: str, name: str) -> Edit:
    """Take a room out of the job."""
    return Edit(
        f"remove {name[:40]}", lambda job: replace(job, rooms=tuple(room for room in job.rooms if room.id != room_id))
    )


def rename_room(room_id: str, name: str) -> Edit:
    """Give a room another name."""
    new = _name(name, "A room")
    return _room_edit(f"room name to {new[:40]}", room_id, lambda room: replace(room, name=new))


def _sides(room: Room, wall_id: str, change: Callable[[Side], Side]) -> Room:
    return replace(room, sides=tuple(change(side) if side.id == wall_id else side for side in room.sides))


def set_readings(room_id: str, wall_id: str, readings: tuple[Length, ...], name: str) -> Edit:
    """Put the readings of one wall; none lets it follow from the others."""
    for one in readings:
        _real(one, f"Wall {name}")
    shown = ", ".join(one.text or f"{one.mm:g}" for one in readings) or "not read"
    return _room_edit(
        f"wall {name} to {shown[:40]}",
        room_id,
        lambda room: _sides(room, wall_id, lambda side: replace(side, readings=readings)),
    )


def set_turn(room_id: str, wall_id: str, turn: Turn, corner: str) -> Edit:
    """Make the corner at the end of a wall an inside (left) or outside (right) corner."""
    way = "inside" if turn == "left" else "outside"
    return _room_edit(
        f"corner {corner} to {way}", room_id, lambda room: _sides(room, wall_id, lambda side: replace(side, turn=turn))
    )


def break_wall(
    room_id: str,
    wall_id: str,
    name: str,
    kind: Literal["projection", "recess"],
    place: Length,
    width: Length,
    depth: Length,
) -> Edit:
    """Put a projection into the room (a chimney breast) or a recess out of it into one wall.

    ``place`` is from the wall's left end as seen from inside. The wall becomes five; its openings go to the part
    they lie in, and an opening across a new corner refuses the change.
    """
    for length, what in ((width, "The width"), (depth, "The depth")):
        _real(length, what)
    _real(place, "The place", zero=True)

    def change(room: Room) -> Room:
        index = next(i for i, side in enumerate(room.sides) if side.id == wall_id)
        side = room.sides[index]
        if len(side.readings) == 0:
            raise EditError(f"Wall {name} has not been read.", where=f"wall {name}", remedy="Read it first.")
        whole = sum(one.mm for one in side.readings) / len(side.readings)
        after = place.mm  # left as seen from inside is the end of the anticlockwise walk
        before = whole - place.mm - width.mm
        if before <= 0 or after <= 0:
            raise EditError(
                f"{width.mm:g} mm at {place.mm:g} does not fit inside wall {name} ({whole:g} mm).",
                where=f"wall {name}",
                remedy="Leave some wall on both sides.",
            )
        ids = [one.id for one in room.sides]
        fresh: list[str] = []
        for _ in range(4):
            fresh.append(fresh_id("w", [*ids, *fresh]))
        turns: tuple[Turn, Turn, Turn, Turn] = (
            ("left", "right", "right", "left") if kind == "projection" else ("right", "left", "left", "right")
        )
        parts = (
            Side(wall_id, (Length(before, f"{whole:g} - {place.mm:g} - {width.mm:g}"),), turns[0]),
            Side(fresh[0], (depth,), turns[1]),
            Side(fresh[1], (width,), turns[2]),
            Side(fresh[2], (depth,), turns[3]),
            Side(fresh[3], (place,), side.turn),
        )
        openings: list[Opening] = []
        for opening in room.openings:
            if opening.wall != wall_id:
                openings.append(opening)
                continue
            left, right = opening.place.mm, opening.place.mm + opening.width.mm
            if right <= place.mm:
                openings.append(replace(opening, wall=fresh[3]))
            elif left >= place.mm + width.mm:
                moved = Length(left - place.mm - width.mm, f"{left:g} - {place.mm:g} - {width.mm:g}")
                openings.append(replace(opening, place=moved))
            elif left >= place.mm and right <= place.mm + width.mm:
                openings.append(
                    replace(opening, wall=fresh[1], place=Length(left - place.mm, f"{left:g} - {place.mm:g}"))
                )
            else:
                raise EditError(
                    f"{opening.name} would lie across a new corner.", where=opening.name, remedy="Move it first."
                )
        return replace(room, sides=(*room.sides[:index], *parts, *room.sides[index + 1 :]), openings=tuple(openings))

    return _room_edit(f"{kind} in wall {name}", room_id, change)


def straighten_wall(room_id: str, first: int, name: str) -> Edit:
    """Take a projection or recess out again: five walls from index ``first`` become one.

    The wall keeps the sum of the three stretches that run its way; its openings go with it.
    """

    def change(room: Room) -> Room:
        count = len(room.sides)
        if count < 8:
            raise EditError("Four walls are the fewest.", where="walls")
        parts = [room.sides[(first + step) % count] for step in range(5)]
        turns = tuple(part.turn for part in parts[:4])
        if turns not in (("left", "right", "right", "left"), ("right", "left", "left", "right")):
            raise EditError(f"Wall {name} does not begin a projection or recess.", where=f"wall {name}")
        lengths = [
            sum(one.mm for one in part.readings) / len(part.readings) if part.readings else 0.0 for part in parts
        ]
        read = all(parts[step].readings for step in (0, 2, 4))
        whole = lengths[0] + lengths[2] + lengths[4]
        readings = (Length(whole, f"{lengths[0]:g} + {lengths[2]:g} + {lengths[4]:g}"),) if read else ()
        ids = [part.id for part in parts]
        shift = {ids[0]: lengths[4] + lengths[2], ids[2]: lengths[4], ids[4]: 0.0}
        if any(opening.wall in (ids[1], ids[3]) for opening in room.openings):
            raise EditError(
                "An opening stands in one of the short walls.", where=f"wall {name}", remedy="Remove it first."
            )
        openings = tuple(
            replace(
                opening,
                wall=ids[0],
                place=Length(opening.place.mm + shift[opening.wall], f"{opening.place.mm:g} + {shift[opening.wall]:g}"),
            )
            if opening.wall in shift
            else opening
            for opening in room.openings
        )
        kept = [side for side in room.sides if side.id not in ids[1:]]
        sides = tuple(Side(ids[0], readings, parts[4].turn) if side.id == ids[0] else side for side in kept)
        return replace(room, sides=sides, openings=openings)

    return _room_edit(f"straighten wall {name}", room_id, change)


def set_heights(room_id: str, heights: tuple[Length, ...]) -> Edit:
    """Put the readings of the ceiling height."""
    for one in heights:
        _real(one, "The ceiling height")
    shown = ", ".join(one.text or f"{one.mm:g}" for one in heights) or "not read"
    return _room_edit(f"ceiling height to {shown[:40]}", room_id, lambda room: replace(room, heights=heights))


def add_opening(room_id: str, kind: OpeningKind, wall_id: str, place: Length) -> Edit:
    """Put a door, window or doorway of usual size into a wall."""
    _real(place, "The place", zero=True)
    usual = {
        "door": (Length(838, "838"), Length(2040, "2040"), Length(0.0), Length(0.0)),
        "window": (Length(900, "900"), Length(1200, "1200"), Length(850, "850"), Length(120, "120")),
        "doorway": (Length(900, "900"), Length(2100, "2100"), Length(0.0), Length(120, "120")),
    }[kind]

    def change(room: Room) -> Room:
        number = sum(opening.kind == kind for opening in room.openings) + 1
        opening = Opening(
            fresh_id("o", (one.id for one in room.openings)), kind, wall_id, f"{kind} {number}", place, *usual
        )
        return replace(room, openings=(*room.openings, opening))

    return _room_edit(f"add {kind}", room_id, change)


_OPENING_FIELDS = {"place": True, "width": False, "height": False, "sill": True, "reveal": True}


def change_opening(room_id: str, opening_id: str, name: str, /, **fields: Any) -> Edit:
    """Change one or more fields of an opening."""
    for field, value in fields.items():
        if field in _OPENING_FIELDS:
            _real(value, f"{field} of {name[:40]}", zero=_OPENING_FIELDS[field])
        if field == "frame":
            checked_colour(value, "frame")
        if field == "name":
            _name(value, "An opening")
    shown = ", ".join(
        f"{field} to {value.text if isinstance(value, Length) else value}" for field, value in fields.items()
    )
    return _room_edit(
        f"{name[:40]}: {shown[:60]}",
        room_id,
        lambda room: replace(
            room,
            openings=tuple(replace(one, **fields) if one.id == opening_id else one for one in room.openings),
        ),
    )


def remove_opening(room_id: str, opening_id: str, name: str) -> Edit:
    """Take an opening out of its wall; finishes given to it alone go with it."""

    def change(room: Room) -> Room:
        openings = tuple(one for one in room.openings if one.id != opening_id)
        finishes = {key: finish for key, finish in room.finishes.items() if not key.endswith(f"@{opening_id}")}
        return replace(room, openings=openings, finishes=finishes)

    return _room_edit(f"remove {name[:40]}", room_id, change)


# ---- trim


def change_room(room_id: str, what: str, **fields: Any) -> Edit:
    """Change plain choices of a room: order, school, rank, two-tone, split, floor."""
    if "split" in fields:
        _real(fields["split"], "The split")
    if "floor" in fields:
        checked_colour(fields["floor"], "floor")
    value = next(iter(fields.values()))
    shown = value.text if isinstance(value, Length) else str(value)
    return _room_edit(f"{what} to {shown}", room_id, lambda room: replace(room, **fields))


def change_trim(room_id: str, kind: str, **fields: Any) -> Edit:
    """Change a choice about one kind of trim or one member of the cornice: fitted, height, projection, top."""
    for field, value in fields.items():
        if field != "fitted":
            _real(value, f"{field} of {kind}")
    field, value = next(iter(fields.items()))
    if field == "fitted":
        title = f"{kind} {'fitted' if value else 'left out' if value is not None else 'as the order has it'}"
    else:
        shown = value.text or f"{value.mm:g}" if isinstance(value, Length) else "as the order wants"
        title = f"{kind} {'' if field == 'height' else field + ' '}to {shown}"

    def change(room: Room) -> Room:
        choice = replace(room.trim.get(kind, TrimChoice()), **fields)
        trim = {key: value for key, value in room.trim.items() if key != kind}
        if choice != TrimChoice():
            trim[kind] = choice
        return replace(room, trim=trim)

    return _room_edit(title, room_id, change)


# ---- finishes


def change_finish(room_ids: Iterable[str], keys: Iterable[str], title: str, **fields: Any) -> Edit:
    """Change the finish of surfaces or groups of surfaces in one or many rooms.

    A key without "@" is a group: its single surfaces lose what they had of their own in the changed fields.
    """
    rooms, wanted = frozenset(room_ids), tuple(keys)

    def change(room: Room) -> Room:
        finishes = dict(room.finishes)
        for key in wanted:
            group = key.split("@")[0]
            base = finishes.get(key) or finishes.get(group) or Finish()
            finishes[key] = replace(base, **fields)
            if "@" not in key:
                for other in [one for one in finishes if one.startswith(f"{key}@")]:
                    finishes[other] = replace(finishes[other], **fields)
                    if finishes[other] == finishes[key]:
                        del finishes[other]
        return replace(room, finishes=finishes)

    return Edit(title, lambda job: replace(job, rooms=tuple(change(r) if r.id in rooms else r for r in job.rooms)))


def share_finish(room_id: str, key: str, name: str) -> Edit:
    """Let a single surface share the finish of its group again."""
    return _room_edit(
        f"{name[:40]} like the others",
        room_id,
        lambda room: replace(room, finishes={one: finish for one, finish in room.finishes.items() if one != key}),
    )


def add_colour(name: str, hex_colour: str) -> Edit:
    """Add a colour to the job."""
    new, tone = _name(name, "A colour"), checked_colour(hex_colour)

    def apply(job: Job) -> Job:
        colour = Colour(fresh_id("c", (one.id for one in job.colours)), new, tone)
        return replace(job, colours=(*job.colours, colour))

    return Edit(f"add colour {new[:40]}", apply)


def change_colour(colour_id: str, name: str, hex_colour: str) -> Edit:
    """Change a colour's name and tone, wherever it is used."""
    new, tone = _name(name, "A colour"), checked_colour(hex_colour)
    return Edit(
        f"colour {new[:40]}",
        lambda job: replace(
            job,
            colours=tuple(replace(one, name=new, hex=tone) if one.id == colour_id else one for one in job.colours),
        ),
    )


# ---- order and second look


def tick(line: str, bought: str | None, name: str) -> Edit:
    """Tick an order line off with what was bought, or take the tick away (None)."""

    def apply(job: Job) -> Job:
        ticks = {key: value for key, value in job.ticks.items() if key != line}
        if bought is not None:
            ticks[line] = bought
        return replace(job, ticks=ticks)

    return Edit(f"{'bought' if bought is not None else 'not bought'}: {name[:40]}", apply)


def keep_finding(finding: str, reason: str | None, says: str) -> Edit:
    """Keep what the second look found, with the reason; None takes the keeping back."""
    if reason is not None and not reason.strip():
        raise EditError("A reason is missing.", where="keep it, because", remedy="A few words are enough.")

    def apply(job: Job) -> Job:
        kept = {key: value for key, value in job.kept.items() if key != finding}
        if reason is not None:
            kept[finding] = reason.strip()
        return replace(job, kept=kept)

    return Edit(f"{'keep' if reason is not None else 'look again at'}: {says[:40]}", apply)


def mark_for_mixing(line: str, marked: bool, name: str) -> Edit:
    """Mark the tins of an order line to be mixed before starting, or not."""
    return Edit(
        f"{'mix' if marked else 'do not mix'} {name[:40]}",
        lambda job: replace(job, mixing=tuple(sorted({*job.mixing, line} if marked else {*job.mixing} - {line}))),
    )


def wall_name(room: Room, wall_id: str) -> str:
    """Return the name of a wall by its corners."""
    for index, side in enumerate(room.sides):
        if side.id == wall_id:
            return side_name(index, len(room.sides))
    raise KeyError(wall_id)


# ---- what is sold


def put_paint(paint: Paint) -> Edit:
    """Put a paint into the job, in place of the one of that identity if there is one."""
    _name(paint.name, "A paint")

    def apply(job: Job) -> Job:
        if any(one.id == paint.id for one in job.paints):
            return replace(job, paints=tuple(paint if one.id == paint.id else one for one in job.paints))
        return replace(job, paints=(*job.paints, paint))

    return Edit(f"paint {paint.name[:40]}", apply)


def put_stock(stock: Stock) -> Edit:
    """Put trim stock into the job, in place of that of the same identity if there is one."""
    _name(stock.name, "Trim stock")

    def apply(job: Job) -> Job:
        if any(one.id == stock.id for one in job.stock):
            return replace(job, stock=tuple(stock if one.id == stock.id else one for one in job.stock))
        return replace(job, stock=(*job.stock, stock))

    return Edit(f"trim stock {stock.name[:40]}", apply)
