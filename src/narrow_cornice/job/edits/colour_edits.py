"""Changes to the colours of rooms: roles, strategies, bridge materials, decks, one colour for another."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from typing import Any

from msgspec.structs import replace

from narrow_cornice.colour.palette import Swatch
from narrow_cornice.colour.shares import RoleKind, Strategy
from narrow_cornice.colour.tones import checked_colour
from narrow_cornice.job.coloured import Bridge, BridgeTone, OwnDeck, Role
from narrow_cornice.job.edits.making import EditError, checked_name, fresh_id, put_one, room_edit, without_one
from narrow_cornice.job.edits.opening_edits import parting
from narrow_cornice.job.finishes import Colour, ColourOf, Finish, group_and_thing
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job, Room
from narrow_cornice.units.words import several


def with_colours(room: Room, **fields: Any) -> Room:
    """Return the room with other decisions about its colours."""
    return replace(room, colours=replace(room.colours, **fields))


def set_strategy(room_id: str, strategy: Strategy) -> Edit:
    """Choose a strategy of colour for a room."""
    return room_edit(f"colours: {strategy}", room_id, lambda room: with_colours(room, strategy=strategy))


def _with_role(room: Room, colour_id: str, kind: RoleKind | None) -> Room:
    rest = tuple(role for role in room.colours.roles if role.colour != colour_id)
    return with_colours(room, roles=rest if kind is None else (*rest, Role(kind, colour_id)))


def set_role(room_id: str, colour_id: str, kind: RoleKind | None, name: str) -> Edit:
    """Say what a colour is in a room, None for nothing."""
    return room_edit(f"{name[:40]}: {kind or 'no role'}", room_id, lambda room: _with_role(room, colour_id, kind))


def _with_colour(job: Job, colour: Colour) -> Job:
    """Return the job with a colour of a deck in it, the same job where it is there."""
    return job if any(one.id == colour.id for one in job.colours) else replace(job, colours=(*job.colours, colour))


def give_colour(
    room_keys: Mapping[str, Sequence[str]],
    pieces: Mapping[str, Sequence[str]],
    colour: Colour,
    role: RoleKind | None = None,
    to: str = "",
) -> Edit:
    """Give surfaces by their keys and pieces by their identities, room by room, one colour in one stroke, and the
    colour a role in those rooms where one is said. A colour that the job does not have yet comes in with it. ``to`` is
    what they are called together, else they are counted."""

    def change(room: Room) -> Room:
        surfaces = dict(room.finishes.surfaces)
        for key in room_keys.get(room.id, ()):
            group = group_and_thing(key)[0]
            surfaces[key] = replace(surfaces.get(key) or surfaces.get(group) or Finish(), colour=colour.id, left=False)
        if surfaces != room.finishes.surfaces:
            room = replace(room, finishes=replace(room.finishes, surfaces=surfaces))
        wanted = set(pieces.get(room.id, ()))
        if wanted:
            coloured = tuple(
                replace(one, colours=(colour.id, *one.colours[1:])) if one.id in wanted else one
                for one in room.zones.pieces
            )
            room = replace(room, zones=replace(room.zones, pieces=coloured))
        return _with_role(room, colour.id, role) if role is not None else room

    here = {*room_keys, *pieces}

    def apply(job: Job) -> Job:
        job = _with_colour(job, colour)
        return replace(job, rooms=tuple(change(room) if room.id in here else room for room in job.rooms))

    many = sum(map(len, room_keys.values())) + sum(map(len, pieces.values()))
    words = to or several(many, "thing")
    return Edit(f"{colour.name[:40]} for {words}", apply)


def exchange_colour(room_ids: Sequence[str], former: str, colour: Colour, former_name: str) -> Edit:
    """Put one colour in place of another wherever rooms have it: on surfaces, pieces, lamps and rods, in its role."""

    def change(room: Room) -> Room:
        surfaces = {
            key: replace(finish, colour=colour.id) if finish.colour == former else finish
            for key, finish in room.finishes.surfaces.items()
        }
        pieces = tuple(
            replace(one, colours=tuple(colour.id if each == former else each for each in one.colours))
            for one in room.zones.pieces
        )
        lamps, dressings = (
            tuple(replace(one, colour=colour.id) if one.colour == former else one for one in getattr(room.zones, name))
            for name in ("lamps", "dressings")
        )
        roles = tuple(role for role in room.colours.roles if role.colour != colour.id)
        roles = tuple(replace(role, colour=colour.id) if role.colour == former else role for role in roles)
        return replace(
            room,
            finishes=replace(room.finishes, surfaces=surfaces),
            zones=replace(room.zones, pieces=pieces, lamps=lamps, dressings=dressings),
            colours=replace(room.colours, roles=roles),
        )

    def apply(job: Job) -> Job:
        job = _with_colour(job, colour)
        return replace(job, rooms=tuple(change(room) if room.id in room_ids else room for room in job.rooms))

    return Edit(f"{colour.name[:40]} in place of {former_name[:40]}", apply)


def take_colours(colours: Sequence[Colour], title: str) -> Edit:
    """Put colours into the job that it does not have yet."""

    def apply(job: Job) -> Job:
        for colour in colours:
            job = _with_colour(job, colour)
        return job

    return Edit(title, apply)


def add_seen_colour(name: str, tone: str, of: ColourOf, species: str = "", finish: str = "") -> Edit:
    """Add a wood, a metal, a cloth or a stone as a colour."""
    new, shown = checked_name(name, "A colour"), checked_colour(tone)

    def apply(job: Job) -> Job:
        fresh = fresh_id("c", (one.id for one in job.colours))
        return replace(job, colours=(*job.colours, Colour(fresh, new, shown, of, species, finish)))

    return Edit(f"add {new[:40]}", apply)


def put_bridge(room_id: str, name: str, picture: bytes, palette: Sequence[Swatch]) -> Edit:
    """Give a room its bridge material: a picture (JPEG) with its palette."""
    called = checked_name(name, "A bridge material")
    tones = tuple(BridgeTone(one.hex, round(one.share, 6)) for one in palette)

    def apply(job: Job) -> Job:
        stem = re.sub(r"[^a-z0-9]+", "-", called.lower()).strip("-")[:40] or "bridge"
        file, number = f"{stem}.jpg", 2
        while file in job.pictures and job.pictures[file] != picture:
            file, number = f"{stem}-{number}.jpg", number + 1
        rooms = tuple(
            with_colours(room, bridge=Bridge(called, file, tones)) if room.id == room_id else room for room in job.rooms
        )
        return replace(job, rooms=rooms, pictures={**job.pictures, file: picture})

    return parting(Edit(f"bridge material {called[:40]}", apply))


def change_bridge(room_id: str, name: str) -> Edit:
    """Call the bridge material of a room otherwise."""
    called = checked_name(name, "A bridge material")

    def change(room: Room) -> Room:
        there = room.colours.bridge
        return room if there is None else with_colours(room, bridge=replace(there, name=called))

    return room_edit(f"bridge material {called[:40]}", room_id, change)


def remove_bridge(room_id: str) -> Edit:
    """Take the bridge material of a room away; the colours that came from it stay."""
    return parting(room_edit("no bridge material", room_id, lambda room: with_colours(room, bridge=None)))


def break_on_purpose(room_id: str, other: str, names: tuple[str, str], *, meant: bool) -> Edit:
    """Say that two rooms have nothing in common on purpose, or that it is not meant."""

    def change(room: Room) -> Room:
        rest = tuple(one for one in room.colours.on_purpose if one != other)
        return with_colours(room, on_purpose=(*rest, other) if meant else rest)

    words = "differ on purpose" if meant else "are to go together"
    return room_edit(f"{names[0][:30]} and {names[1][:30]} {words}", room_id, change)


def set_beside(room_id: str, other: str, names: tuple[str, str], *, beside: bool) -> Edit:
    """Say that a room is seen with another that shares no door with it, or that it is not."""

    def change(room: Room) -> Room:
        rest = tuple(one for one in room.colours.beside if one != other)
        return with_colours(room, beside=(*rest, other) if beside else rest)

    words = "are seen together" if beside else "are not seen together"
    return room_edit(f"{names[0][:30]} and {names[1][:30]} {words}", room_id, change)


def put_deck(deck: OwnDeck) -> Edit:
    """Put a deck of colours that was read in into the job."""
    if not deck.colours:
        raise EditError("This deck has no colours.", where=deck.name[:40])

    def apply(job: Job) -> Job:
        fresh = deck if deck.id else replace(deck, id=fresh_id("deck", (one.id for one in job.decks)))
        return replace(job, decks=put_one(job.decks, fresh))

    return Edit(f"deck {deck.name[:40]}", apply)


def remove_deck(deck_id: str, name: str) -> Edit:
    """Take a deck out of the job; colours that were taken from it stay."""
    return Edit(f"remove deck {name[:40]}", lambda job: replace(job, decks=without_one(job.decks, deck_id)))
