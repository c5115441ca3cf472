"""The house in colour: its rooms as a string of palettes joined by what neighbours share, and what would mend a
break."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from typing import NamedTuple

from narrow_cornice.colour.agreeing import agree
from narrow_cornice.colour.deck import DeckColour, shipped_deck
from narrow_cornice.colour.tones import tone_difference
from narrow_cornice.colour.undertone import chroma_of, hue_of
from narrow_cornice.derived.coloured.room_palette import Shade, palette_of_room
from narrow_cornice.derived.measured.house import house_of
from narrow_cornice.job.model import Job, Room
from narrow_cornice.memo import by_identity

LEAST_SHARE = 0.03  # of what is seen in a room, from which a colour speaks for it
MOST_OFFERED = 3


class Link(NamedTuple):
    """Two rooms that a door joins: the shades through which they agree, None where nothing does; which door, and
    whether they differ on purpose."""

    first: str
    second: str
    through: tuple[Shade, Shade] | None
    door: str
    on_purpose: bool


class Mend(NamedTuple):
    """A colour of a deck that would mend a break, in place of a shade of a room."""

    room: str
    former: Shade
    colour: DeckColour


def speaking(shades: Sequence[Shade]) -> list[Shade]:
    """Return the shades that speak for a room: those with some area, and accents."""
    whole = sum(shade.area.value for shade in shades)
    return [shade for shade in shades if shade.area.value >= LEAST_SHARE * whole or shade.role == "accent"]


def shared(one: Sequence[Shade], other: Sequence[Shade]) -> tuple[Shade, Shade] | None:
    """Return the pair of shades through which two rooms agree, None where nothing does.

    The same colour on both sides before one of its family. Whites and greys of ceilings and trim are everywhere and
    join nothing, but for rooms of which one has no other colour.
    """
    pairs = []
    plain = not (_coloured(one) and _coloured(other))
    for mine, theirs in itertools.product(speaking(one), speaking(other)):
        if not agree(mine.hex, theirs.hex):
            continue
        neutral = chroma_of(mine.hex) <= 4.0 or mine.role == "neutral" or theirs.role == "neutral"
        if neutral and not plain:
            continue
        same = mine.colour == theirs.colour
        apart = tone_difference(mine.hex, theirs.hex)
        pairs.append((not same, -min(mine.area.value, theirs.area.value) if same else apart, (mine, theirs)))
    return min(pairs, key=lambda each: each[:2])[2] if pairs else None


def _coloured(shades: Sequence[Shade]) -> bool:
    return any(chroma_of(shade.hex) > 4.0 and shade.role != "neutral" for shade in speaking(shades))


@by_identity(times=2, each="job")
def links_of(job: Job) -> tuple[Link, ...]:
    """Return the rooms of a house that doors join, with what their colours share."""
    rooms = {room.id: room for room in job.rooms}
    made: dict[tuple[str, str], Link] = {}
    for first, second, door in _joined(job):
        key = (min(first, second), max(first, second))
        one, other = palette_of_room(job, rooms[first]), palette_of_room(job, rooms[second])
        if key in made or not one or not other:
            continue
        mine, theirs = rooms[first].colours, rooms[second].colours
        meant = second in mine.on_purpose or first in theirs.on_purpose
        made[key] = Link(first, second, shared(one, other), door, meant)
    return tuple(made.values())


def _joined(job: Job) -> Iterator[tuple[str, str, str]]:
    """Yield the rooms that a door joins, and those that are said to be seen together, with what joins them."""
    there = {room.id for room in job.rooms}
    for door in house_of(job.rooms, job.house_rules).doors:
        yield door.first[0].id, door.second[0].id, door.first[1].name
    for room in job.rooms:
        for other in room.colours.beside:
            if other in there and other != room.id:
                yield room.id, other, ""


def mends(job: Job, link: Link) -> tuple[Mend, ...]:
    """Return what would mend a break, the least change first: in place of the second or the dominant colour of either
    room a lighter or darker relative of a colour of the other, or the nearest of the deck that agrees with one."""
    rooms = {room.id: room for room in job.rooms}
    made: list[tuple[float, Mend]] = []
    for here, there in ((link.first, link.second), (link.second, link.first)):
        mine, theirs = (palette_of_room(job, rooms[key]) for key in (here, there))
        for former in _changeable(mine):
            offers = _relatives(former, theirs)
            if offers:
                best = min(offers, key=lambda one: tone_difference(one.hex, former.hex))
                made.append((tone_difference(best.hex, former.hex), Mend(here, former, best)))
    made.sort(key=lambda each: each[0])
    return tuple(mend for _, mend in made[:MOST_OFFERED])


def _changeable(shades: Sequence[Shade]) -> list[Shade]:
    """Return the shades of a room that can be changed: colours of the job on its walls, no wood, metal or neutral."""
    chosen = [
        shade
        for shade in speaking(shades)
        if shade.owned and shade.role not in ("wood", "metal", "neutral") and shade.of == "paint"
    ]
    return sorted(chosen, key=lambda shade: shade.role == "dominant")[:3]


def _relatives(former: Shade, theirs: Sequence[Shade]) -> list[DeckColour]:
    """Return colours of the deck of the family of a colour of the other room, about as light as a former one is."""
    hues = [hue_of(shade.hex) for shade in speaking(theirs) if chroma_of(shade.hex) > 4.0 and shade.role != "neutral"]
    return [
        one
        for one in shipped_deck()
        if chroma_of(one.hex) > 4.0
        and any(abs((hue_of(one.hex) - hue + 180.0) % 360.0 - 180.0) <= 20.0 for hue in hues)
    ]


def rooms_in_order(job: Job) -> tuple[Room, ...]:
    """Return the rooms with a palette, neighbours beside one another as far as a line allows."""
    with_palette = [room for room in job.rooms if palette_of_room(job, room)]
    beside: dict[str, list[str]] = {room.id: [] for room in with_palette}
    for link in links_of(job):
        beside[link.first].append(link.second)
        beside[link.second].append(link.first)
    made: list[Room] = []
    waiting = {room.id: room for room in with_palette}
    while waiting:
        ends = sorted(waiting, key=lambda key: len([one for one in beside[key] if one in waiting]) or 9)
        at: str | None = ends[0]
        while at is not None:
            made.append(waiting.pop(at))
            following = [one for one in beside[at] if one in waiting]
            at = min(following, key=lambda key: len(beside[key])) if following else None
    return tuple(made)
