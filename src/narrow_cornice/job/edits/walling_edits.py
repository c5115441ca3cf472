"""Changes to what is put on walls: fields, pictures, many small things, screens, false windows, shower bases."""

from __future__ import annotations

from typing import Any

from msgspec.structs import replace

from narrow_cornice.job.edits.making import (
    EditError,
    changed_one,
    checked_name,
    checked_size,
    fresh_id,
    in_room,
    put_one,
    room_edit,
    without_one,
)
from narrow_cornice.job.edits.wall_edits import wall_name
from narrow_cornice.job.finishes import Covering, Tile
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.walled import Across, Field, Gallery, Picture
from narrow_cornice.units.lengths import Length

ZERO_SIZES = ("left", "bottom", "joint", "gap", "start_x", "start_y", "middle", "place")
PREFIX = {"galleries": "gal", "flights": "fl", "screens": "scr", "windows": "fw", "bases": "wb"}
WORDS = {
    "fields": "Field",
    "galleries": "Pictures",
    "flights": "Small things",
    "screens": "Screen",
    "windows": "False window",
    "bases": "Shower base",
}
NEEDED = {
    "flights": ("size",),
    "screens": ("diagonal", "depth"),
    "windows": ("place", "bottom", "width", "tall", "frame", "bar"),
    "bases": ("width", "depth"),
}
SIGNED = ("start_x", "start_y")


def with_walling(room: Room, **fields: Any) -> Room:
    """Return the room with something else put on its walls."""
    return replace(room, walling=replace(room.walling, **fields))


def add_field(room_id: str, field: Field) -> Edit:
    """Lay a field; its covering comes into the job where it is not there yet, else it is taken as its card has it.
    Without a name the field is called by it."""
    called = field.covering.name

    def apply(job: Job) -> Job:
        job, covering = _with_card(job, field.covering)

        def change(room: Room) -> Room:
            there = room.walling.fields
            alike = sum(one.covering.id == covering.id for one in there)
            name = field.name or (f"{covering.name} {alike + 1}" if alike else covering.name)
            fresh = fresh_id("g", (one.id for one in there))
            return with_walling(room, fields=(*there, replace(field, id=fresh, name=name, covering=covering)))

        return in_room(job, room_id, change)

    return Edit(f"lay {called[:40]}", apply)


def _with_card(job: Job, covering: Covering) -> tuple[Job, Covering]:
    """Return the job with a covering among its cards, and that card."""
    card = next((one for one in job.coverings if one.id == covering.id), None)
    if card is not None:
        return job, card
    return replace(job, coverings=(*job.coverings, covering)), covering


def cover_field(room_id: str, field_id: str, called: str, covering: Covering) -> Edit:
    """Give a field another covering; what was said of it stays as far as it can be."""

    def apply(job: Job) -> Job:
        job, card = _with_card(job, covering)
        return in_room(
            job,
            room_id,
            lambda room: with_walling(room, fields=changed_one(room.walling.fields, field_id, covering=card)),
        )

    return Edit(f"{called[:40]}: {covering.name[:40]}", apply)


def put_covering(covering: Covering) -> Edit:
    """Put a paper, a tile, a slat or a board into the job, in place of the one of its identity; fields of it follow."""

    def followed(room: Room) -> Room:
        fields = tuple(_of_card(one, covering) for one in room.walling.fields)
        return with_walling(room, fields=fields) if fields != room.walling.fields else room

    def apply(job: Job) -> Job:
        schemes = tuple(replace(one, rooms=tuple(map(followed, one.rooms))) for one in job.schemes)
        rooms = tuple(map(followed, job.rooms))
        return replace(job, coverings=put_one(job.coverings, covering), rooms=rooms, schemes=schemes)

    return Edit(f"{covering.name[:40]}", apply)


def _of_card(field: Field, covering: Covering) -> Field:
    """Return a field that follows a change of its covering's card, and of its strip's."""
    if field.covering.id == covering.id:
        field = replace(field, covering=covering)
    if field.strip is not None and field.strip.id == covering.id and isinstance(covering, Tile):
        field = replace(field, strip=covering)
    return field


def put_strip(room_id: str, field: Field, tile: Tile) -> Edit:
    """Put a strip of another tile into a field; the tile comes into the job where it is not there yet."""

    def apply(job: Job) -> Job:
        job, card = _with_card(job, tile)
        return in_room(
            job,
            room_id,
            lambda room: with_walling(room, fields=changed_one(room.walling.fields, field.id, strip=card)),
        )

    return Edit(f"{field.name[:40]}: a strip of {tile.name[:40]}", apply)


def put_on_wall(room_id: str, field: str, thing: Any) -> Edit:
    """Put pictures, many small things, a screen, a false window or the base of a shower into a room (``field`` says
    which); without a name it is called by its kind."""

    def change(room: Room) -> Room:
        there = getattr(room.walling, field)
        fresh = fresh_id(PREFIX[field], (one.id for one in there))
        name = thing.name or (f"{WORDS[field]} {len(there) + 1}" if there else WORDS[field])
        return with_walling(room, **{field: (*there, replace(thing, id=fresh, name=name))})

    return room_edit(f"put up {WORDS[field].lower()}", room_id, change)


def change_walled(room_id: str, field: str, thing_id: str, called: str, /, **fields: Any) -> Edit:
    """Change something that is put on a wall. Raises EditError for what none can have."""
    for key, value in fields.items():
        if isinstance(value, Length) and key not in SIGNED:
            checked_size(value, f"{key} of {called[:40]}", zero=key in ZERO_SIZES)
        if value is None and key in NEEDED.get(field, ()):
            raise EditError(f"{key} of {called[:40]} is needed.", remedy="Type it, or remove the thing.")
    if "name" in fields:
        fields["name"] = checked_name(fields["name"], WORDS[field])
    shown = ", ".join(f"{key.replace('_', ' ')} {_shown(value)}" for key, value in fields.items())

    def change(room: Room) -> Room:
        return with_walling(room, **{field: changed_one(getattr(room.walling, field), thing_id, **fields)})

    return room_edit(f"{called[:40]}: {shown}"[:90], room_id, change)


def change_field(room_id: str, field_id: str, called: str, /, **fields: Any) -> Edit:
    """Change a field of slats, boards, tiles or paper. Raises EditError for what none can have."""
    return change_walled(room_id, "fields", field_id, called, **fields)


def paper_round(room_id: str, field: Field, right: tuple[str, ...], left: tuple[str, ...]) -> Edit:
    """Hang a paper on over other walls from the wall it begins on: to the right over those walls, to the left over
    these, in their order from it. What hangs there of it goes on; where none does, a field is laid."""
    ways: dict[str, Across] = {**dict.fromkeys(right, "on from left"), **dict.fromkeys(left, "on from right")}

    def change(room: Room) -> Room:
        fields = list(room.walling.fields)
        begins = next(one for one in fields if one.id == field.id)
        if begins.goes_on:
            fields[fields.index(begins)] = replace(begins, across="middle")
        for wall, across in ways.items():
            mine = next((at for at, one in enumerate(fields) if _hangs_on(one, wall, field)), None)
            if mine is not None:
                fields[mine] = replace(fields[mine], across=across)
                continue
            fresh = fresh_id("g", (one.id for one in fields))
            name = f"{field.covering.name}, wall {wall_name(room, wall)}"
            edges = {"left": None, "right": None, "outline": (), "start_x": None}
            fields.append(replace(field, id=fresh, name=name, wall=wall, across=across, **edges))
        return with_walling(room, fields=tuple(fields))

    return room_edit(f"{field.name[:40]} round the room", room_id, change)


def _hangs_on(one: Field, wall: str, field: Field) -> bool:
    return one.on == "wall" and one.wall == wall and one.covering.id == field.covering.id


def _shown(value: Any) -> str:
    if isinstance(value, Length):
        return value.text or f"{value.mm:g}"
    if isinstance(value, tuple):
        return f"{len(value)} of them"
    return "as usual" if value is None else f"{value:g}" if isinstance(value, float) else str(value)


def remove_walled(room_id: str, field: str, thing_id: str, name: str) -> Edit:
    """Take something off a wall."""
    return room_edit(
        f"remove {name[:40]}",
        room_id,
        lambda room: with_walling(room, **{field: without_one(getattr(room.walling, field), thing_id)}),
    )


def change_pictures(room_id: str, gallery: Gallery, pictures: tuple[Picture, ...], title: str) -> Edit:
    """Give a group other pictures."""
    for one in pictures:
        checked_size(one.width, f"width of {one.name[:40]}")
        checked_size(one.height, f"height of {one.name[:40]}")
        checked_size(one.hook, f"hook of {one.name[:40]}", zero=True)

    def change(room: Room) -> Room:
        fresh = tuple(replace(one, id=one.id or fresh_id("p", (x.id for x in pictures))) for one in pictures)
        return with_walling(room, galleries=changed_one(room.walling.galleries, gallery.id, pictures=fresh))

    return room_edit(title[:90], room_id, change)


def without_fields_of(room: Room, built_in: str) -> Room:
    """Return the room without the fields that lay on the fronts of a built-in."""
    kept = tuple(one for one in room.walling.fields if one.on != "fronts" or one.built_in != built_in)
    return room if len(kept) == len(room.walling.fields) else with_walling(room, fields=kept)


def _lies_in(room: Room, covering_id: str) -> bool:
    return any(card.id == covering_id for one in room.walling.fields for card in one.cards)


def nothing_lies_in(job: Job, covering_id: str, name: str) -> None:
    """Raise EditError where a field is of a covering, in any scheme."""
    rooms = (*job.rooms, *(room for scheme in job.schemes for room in scheme.rooms))
    mine = next((room for room in rooms if _lies_in(room, covering_id)), None)
    if mine is not None:
        raise EditError(
            f"{name[:60]} still lies in {mine.name[:40]}.", remedy="Give that field something else first, or remove it."
        )
