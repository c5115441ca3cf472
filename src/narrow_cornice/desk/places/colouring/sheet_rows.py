"""The lines of the sheets of Colour."""

from __future__ import annotations

from collections.abc import Sequence

from narrow_cornice.colour.deck import DeckColour, nearest, shipped_deck
from narrow_cornice.colour.lamplight import under_lamp
from narrow_cornice.colour.tones import light_reflectance, tone_difference
from narrow_cornice.colour.undertone import undertone
from narrow_cornice.derived.coloured.house_colours import links_of, mends
from narrow_cornice.derived.coloured.room_palette import Part, palette_of_room
from narrow_cornice.derived.coloured.schools import WHY, accents_of, schools_of
from narrow_cornice.derived.zoned.lamps import kelvin_of
from narrow_cornice.desk.ruled_sheet import Cell, SheetRow, row
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import (
    BridgePath,
    DeckColourPath,
    NeighboursPath,
    RolePath,
    SurfacePath,
    WallPath,
)


def links(job: Job) -> list[SheetRow]:
    """Return a row for each two rooms that are beside one another."""
    names = {each.id: each.name for each in job.rooms}
    rows = []
    for link in links_of(job):
        through = link.through
        said, swatch = "nothing in common", ""
        if through is not None:
            one, other = through
            said = one.name if one.colour == other.colour else f"{one.name} and {other.name}"
            swatch = one.hex
        elif link.on_purpose:
            said = "apart on purpose"
        mend = ""
        if through is None and not link.on_purpose:
            mend = "; ".join(
                f"{each.colour.name} for {each.former.name} in {names[each.room]}" for each in mends(job, link)
            )
        rows.append(
            row(
                NeighboursPath(link.first, link.second),
                names[link.first],
                names[link.second],
                link.door or "seen together",
                Cell(said, swatch=swatch, warm=through is None and not link.on_purpose),
                mend,
            )
        )
    return rows


def roles(job: Job, room: Room) -> list[SheetRow]:
    """Return a row for each colour of a room, with its role and its share."""
    shades = palette_of_room(job, room)
    whole = sum(shade.area.value for shade in shades) or 1.0
    rows = []
    for shade in shades:
        where = ", ".join(dict.fromkeys(_kind_of(part) for part in shade.parts))
        rows.append(
            row(
                RolePath(room.id, shade.colour),
                Cell(shade.name, swatch=shade.hex),
                Cell(shade.role or "no role yet", warm=shade.role is None),
                where[:80],
                Cell(shade.area.shown(job.settings), number=True),
                Cell(f"{100 * shade.area.value / whole:.0f} %", number=True),
                Cell(f"{light_reflectance(shade.hex):.0f} %", number=True),
                undertone(shade.hex),
            )
        )
    return rows


def bridge_tones(room: Room) -> list[SheetRow]:
    """Return a row for each tone of the bridge material."""
    bridge = room.colours.bridge
    rows = []
    for number, tone in enumerate(bridge.tones if bridge is not None else ()):
        near = nearest(tone.hex, shipped_deck())
        rows.append(
            row(
                BridgePath(room.id, number),
                Cell(tone.hex, swatch=tone.hex),
                Cell(f"{100 * tone.share:.0f} %", number=True),
                Cell(near.name, swatch=near.hex) if near is not None else "",
                Cell(f"{tone_difference(near.hex, tone.hex):.1f}" if near is not None else "", number=True),
                Cell(f"{light_reflectance(tone.hex):.0f} %", number=True),
                undertone(tone.hex),
            )
        )
    return rows


def schools(job: Job, room: Room) -> list[SheetRow]:
    """Return a row for what each school would paint the casing."""
    return [
        row(
            SurfacePath(room.id, "casing"),
            Cell(one.school, strong=True),
            Cell(one.colour.name, swatch=one.colour.hex) if one.colour is not None else "none",
            f"ΔL* {one.to_wall:.0f}, {one.wall_does}",
            Cell(f"ΔL* {one.to_frame:.0f}, {one.frame_does}", warm=one.frame_does == "outlines"),
            WHY[one.school],
        )
        for one in schools_of(job, room)
    ]


def accents(job: Job, room: Room) -> list[SheetRow]:
    """Return a row for each wall that could be the accent."""
    there = {
        part.path: shade for shade in palette_of_room(job, room) for part in shade.parts if part.group == "upper wall"
    }
    rows = []
    for one in accents_of(job, room):
        shade = next((there[path] for path in one.paths if path in there), None)
        now = Cell(shade.name, swatch=shade.hex) if shade is not None else Cell("no colour")
        area = Cell(one.area.shown(job.settings), number=True)
        rows.append(
            row(
                WallPath(room.id, one.wall),
                f"wall {one.name}",
                area,
                Cell(f"{100 * one.share:.0f} %", number=True),
                now,
            )
        )
    return rows


def under_lamps(job: Job, room: Room) -> list[SheetRow]:
    """Return a row for each colour of a room, as lamps show it."""
    own = kelvin_of(room, job.house_rules)
    rows = []
    for shade in palette_of_room(job, room):
        seen = [under_lamp(shade.hex, kelvin) for kelvin in (2700.0, 3000.0, 4000.0, own)]
        rows.append(
            row(
                RolePath(room.id, shade.colour),
                shade.name,
                Cell(shade.hex, swatch=shade.hex),
                *(Cell(tone, swatch=tone) for tone in seen),
                Cell(f"ΔE00 {tone_difference(shade.hex, seen[-1]):.0f}", number=True),
            )
        )
    return rows


def deck_colours(job: Job, words: Sequence[str]) -> list[SheetRow]:
    """Return a row for each colour of all decks that holds some words."""
    have = {colour.hex for colour in job.colours}
    every: list[tuple[str, DeckColour]] = [(one.id, one) for one in shipped_deck()]
    every += [(f"{deck.id}:{one.id}", one) for deck in job.decks for one in deck.colours]
    rows = []
    for key, one in every:
        lean = undertone(one.hex)
        text = f"{one.name} {one.family} {lean}".lower()
        if all(word in text for word in words):
            rows.append(
                row(
                    DeckColourPath(key),
                    Cell(one.name, swatch=one.hex),
                    one.family,
                    Cell(f"{light_reflectance(one.hex):.0f} %", number=True),
                    lean,
                    "yes" if one.hex in have else "",
                )
            )
    return rows


def _kind_of(part: Part) -> str:
    """Return what a part is one of: its group of surfaces, itself where it is a piece or cloth."""
    return part.name[:24] if part.group in ("furniture", "cloth") else part.group
