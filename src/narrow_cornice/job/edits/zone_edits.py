"""Changes to how a room is used: zones, pieces on its plan, lamps, dressed windows."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from msgspec.structs import replace

from narrow_cornice.job.edits.making import (
    EditError,
    changed_one,
    checked_name,
    checked_size,
    fresh_id,
    put_one,
    room_edit,
    without_one,
)
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.zoned import Dressing, Fabric, Lamp, OwnPiece, Spot, Stood, Zone
from narrow_cornice.units.lengths import Length, plain_length
from narrow_cornice.units.words import several
from narrow_cornice.zones.library import dressing_kinds, furniture, lamp_kinds, zone_uses

PREFIX = {"zones": "v", "pieces": "s", "lamps": "l", "dressings": "d"}
EMPTY_SIZES = ("height", "beyond", "above")  # that may be left to what is usual


def with_zones(room: Room, **fields: Any) -> Room:
    """Return the room used otherwise."""
    return replace(room, zones=replace(room.zones, **fields))


def _added(room: Room, field: str, thing: Zone | Stood | Lamp | Dressing) -> Room:
    there = getattr(room.zones, field)
    fresh = fresh_id(PREFIX[field], (one.id for one in there))
    named = replace(thing, id=fresh, name=thing.name or _numbered(there, thing))
    return with_zones(room, **{field: (*there, named)})


def _numbered(there: Sequence[Any], thing: Any) -> str:
    """Return a name for a new thing: that of its kind, numbered from the second on."""
    if isinstance(thing, Zone):
        word, alike = zone_uses()[thing.use].name, sum(one.use == thing.use for one in there)
    else:
        words: dict[type, Mapping[str, Any]] = {Stood: furniture(), Lamp: lamp_kinds(), Dressing: dressing_kinds()}
        word, alike = words[type(thing)][thing.kind].name, sum(one.kind == thing.kind for one in there)
    return f"{word} {alike + 1}" if alike else word


def add_zone(room_id: str, use: str, outline: Sequence[Spot], name: str = "") -> Edit:
    """Draw a zone on the plan of a room."""
    if use not in zone_uses():
        raise EditError(f"Nothing is known of a use “{use[:40]}”.", remedy=f"Known: {', '.join(zone_uses())}.")
    zone = Zone("", name, use, tuple(outline))
    return room_edit(f"zone for {zone_uses()[use].name}", room_id, lambda room: _added(room, "zones", zone))


def stand_piece(room_id: str, piece: Stood) -> Edit:
    """Put a piece into a room; without a name it is called by its kind, without sizes it has those of its kind."""
    if piece.kind not in furniture():
        raise EditError(f"Nothing is known of a “{piece.kind[:40]}”.", where="kind")
    words = piece.name or furniture()[piece.kind].name
    return room_edit(f"stand {words[:40]}", room_id, lambda room: _added(room, "pieces", piece))


def usual_piece(kind: str, **fields: Any) -> Stood:
    """Return a piece of a kind in its usual sizes, without a name and not placed."""
    usual = furniture()[kind]
    sizes = {key: plain_length(getattr(usual, key)) for key in ("width", "depth", "height")}
    return Stood("", kind, **{"name": "", **sizes, **fields})


def hang_lamp(room_id: str, lamp: Lamp) -> Edit:
    """Put a lamp into a room."""
    if lamp.kind not in lamp_kinds():
        raise EditError(f"Nothing is known of a lamp “{lamp.kind[:40]}”.", where="kind")
    words = lamp.name or lamp_kinds()[lamp.kind].name
    return room_edit(f"add {words[:40]}", room_id, lambda room: _added(room, "lamps", lamp))


def dress_window(room_id: str, dressing: Dressing, what: str) -> Edit:
    """Dress a window, or hang a curtain across a zone; ``what`` names it."""
    if dressing.kind not in dressing_kinds():
        raise EditError(f"Nothing is known of “{dressing.kind[:40]}” at a window.", where="kind")
    return room_edit(
        f"{dressing_kinds()[dressing.kind].name} for {what[:40]}",
        room_id,
        lambda room: _added(room, "dressings", dressing),
    )


def change_zoned(room_id: str, field: str, thing_id: str, name: str, /, **fields: Any) -> Edit:
    """Change a zone, a piece, a lamp or a dressing. Raises EditError for what none can have."""
    for key, value in fields.items():
        if isinstance(value, Length):
            checked_size(value, f"{key} of {name[:40]}", zero=key in EMPTY_SIZES)
        if key in ("width", "depth") and value is None:
            raise EditError(f"{key} of {name[:40]} is needed.", remedy="Type it, or remove the thing.")
        if key == "height" and value is None and field == "pieces":
            raise EditError(f"height of {name[:40]} is needed.", remedy="Type it, or remove the thing.")
    if "name" in fields:
        fields["name"] = checked_name(fields["name"], "It")
    shown = ", ".join(
        f"{key} {value.text if isinstance(value, Length) else value}"
        for key, value in fields.items()
        if isinstance(value, str | int | Length) and not isinstance(value, bool)
    )
    return room_edit(
        f"{name[:40]}: {shown[:60] or ', '.join(fields)[:60]}",
        room_id,
        lambda room: with_zones(room, **{field: changed_one(getattr(room.zones, field), thing_id, **fields)}),
    )


def move_zoned(room_id: str, field: str, thing_id: str, name: str, /, **fields: Any) -> Edit:
    """Put a piece, a zone or a lamp in another place."""
    return replace(change_zoned(room_id, field, thing_id, name, **fields), title=f"move {name[:40]}")


def remove_zoned(room_id: str, field: str, thing_id: str, name: str) -> Edit:
    """Take a zone, a piece, a lamp or a dressing out of a room."""
    return room_edit(
        f"remove {name[:40]}",
        room_id,
        lambda room: with_zones(room, **{field: without_one(getattr(room.zones, field), thing_id)}),
    )


def take_arrangement(room_id: str, places: Mapping[str, Mapping[str, Any]]) -> Edit:
    """Stand several pieces as an arrangement has them: by identity, the fields of where each stands."""

    def change(room: Room) -> Room:
        pieces = tuple(replace(one, **places[one.id]) if one.id in places else one for one in room.zones.pieces)
        return with_zones(room, pieces=pieces)

    many = len(places)
    return room_edit(f"an arrangement of {several(many, 'piece')}", room_id, change)


def set_north(room_id: str, degrees: float | None, name: str) -> Edit:
    """Say where north lies from a room: degrees anticlockwise from its first wall, None for not known."""
    if degrees is not None and not -360 <= degrees <= 360:
        raise EditError(f"{degrees:g}° is no way to look.", where="north", remedy="Write 0 to 360.")
    said = "not known" if degrees is None else f"{degrees:g}°"
    return room_edit(f"{name[:40]}: north {said}", room_id, lambda room: with_zones(room, north=degrees))


def keep_bed_direction(room_id: str, name: str, *, kept: bool) -> Edit:
    """Say whether the tradition of sleeping direction is kept in a room."""
    words = "bed by direction" if kept else "bed by clearances only"
    return room_edit(f"{name[:40]}: {words}", room_id, lambda room: with_zones(room, bed_by_direction=kept))


def put_own_piece(piece: OwnPiece) -> Edit:
    """Put a size of furniture into the library of the job, in place of the one of its identity."""
    for key in ("width", "depth", "height"):
        checked_size(getattr(piece, key), f"{key} of {piece.name[:40]}", zero=key == "height")
    checked_name(piece.name, "It")

    def apply(job: Job) -> Job:
        fresh = piece if piece.id else replace(piece, id=fresh_id("size", (one.id for one in job.furniture)))
        return replace(job, furniture=put_one(job.furniture, fresh))

    return Edit(f"usual size of {piece.name[:40]}", apply)


def remove_own_piece(piece_id: str, name: str) -> Edit:
    """Take a size of furniture out of the library; pieces that stand keep theirs."""
    return Edit(f"remove size of {name[:40]}", lambda job: replace(job, furniture=without_one(job.furniture, piece_id)))


def put_fabric(fabric: Fabric) -> Edit:
    """Put a cloth into the job, in place of the one of its identity."""

    def apply(job: Job) -> Job:
        fresh = fabric if fabric.id else replace(fabric, id=fresh_id("cloth", (one.id for one in job.fabrics)))
        return replace(job, fabrics=put_one(job.fabrics, fresh))

    return Edit(f"cloth {fabric.name[:40]}", apply)


def remove_fabric(fabric_id: str, name: str) -> Edit:
    """Take a cloth out of the job. Refused while a window has it."""

    def apply(job: Job) -> Job:
        rooms = (*job.rooms, *(room for scheme in job.schemes for room in scheme.rooms))
        if any(one.fabric == fabric_id for room in rooms for one in room.zones.dressings):
            raise EditError(f"{name[:60]} still hangs at a window.", remedy="Give that window another cloth first.")
        return replace(job, fabrics=without_one(job.fabrics, fabric_id))

    return Edit(f"remove cloth {name[:40]}", apply)
