"""Zones: how rooms are used, what stands in them, windows dressed, lamps and their light."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import Row
from narrow_cornice.desk.place import Desk, Export, Late, Leaf, Picture, Place, RowsOf, SizesOf, WordsOf
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.places.zones.seen_as import CLOTH, DRESSED, LIGHT, SIGHT, WINDOWS, ZONES
from narrow_cornice.desk.seen_as import UNFOLDED
from narrow_cornice.exchange.cautions import cautions_of
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import (
    ZONED,
    DressingPath,
    FreeWallPath,
    LampPath,
    NorthPath,
    OpeningPath,
    StoodPath,
    ZonePath,
)

HERE = "narrow_cornice.desk.places.zones"


def _page(desk: Desk) -> PlacePage:
    from narrow_cornice.desk.places.zones.page import ZonesPage

    return ZonesPage(desk, PLACE)


def _room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    from narrow_cornice.desk.places.zones.rows import room_rows

    yield from room_rows(bench, job, room)


def _rows() -> RowsOf:
    from narrow_cornice.desk.places.zones.lamp_rows import lamp_rows
    from narrow_cornice.desk.places.zones.rows import free_wall_rows, north_rows, piece_rows, zone_rows
    from narrow_cornice.desk.places.zones.window_rows import dressing_rows

    return {
        ZonePath: zone_rows,
        StoodPath: piece_rows,
        LampPath: lamp_rows,
        DressingPath: dressing_rows,
        FreeWallPath: free_wall_rows,
        NorthPath: north_rows,
    }


def _sizes() -> SizesOf:
    from narrow_cornice.desk.places.zones.sizes import SIZES

    return SIZES


def _name(job: Job, path: ThingPath) -> str:
    found = path.found(job.room(path.room)) if isinstance(path, ZONED) else None
    return found.name[:60] if found is not None else path.word


def _words() -> WordsOf:
    from narrow_cornice.desk.places.zones.sizes import dressing_words, piece_words

    return {
        ZonePath: _name,
        StoodPath: piece_words,
        LampPath: _name,
        DressingPath: dressing_words,
        FreeWallPath: _name,
        NorthPath: _name,
    }


def _names() -> WordsOf:
    return dict.fromkeys((*ZONED, FreeWallPath, NorthPath), _name)


def _found(job: Job, room: Room) -> Iterator[tuple[str, ThingPath]]:
    for zone in room.zones.zones:
        yield zone.name, ZonePath(room.id, zone.id)
    for piece in room.zones.pieces:
        yield piece.name, StoodPath(room.id, piece.id)
    for lamp in room.zones.lamps:
        yield lamp.name, LampPath(room.id, lamp.id)
    for dressing in room.zones.dressings:
        yield dressing.name, DressingPath(room.id, dressing.id)


def _stands(job: Job) -> bool:
    """Return whether every room has a use."""
    indoors = [room for room in job.rooms if not room.outdoors]
    return bool(indoors) and all(room.zones.zones for room in indoors)


def _cautions(job: Job, room: Room | None) -> tuple[str, ...]:
    """Return the cautions that lamps, windows, tall pieces and rugs of a room call for."""
    from narrow_cornice.derived.risks import zone_risks

    return cautions_of(zone_risks(job, room)) if room is not None else ()


PLACE = Place(
    key="zones",
    name="Zones",
    letter="Z",
    group="Understand",
    page=_page,
    room_rows=_room_rows,
    shows=(*ZONED, FreeWallPath, NorthPath),
    rows=_rows,
    sizes=_sizes,
    words=_words,
    names=_names,
    leads_here=ZONED,
    cautions=_cautions,
    leaves=(
        Leaf("zones", "Zones", (ZONES, LIGHT, UNFOLDED), (ZonePath, FreeWallPath, NorthPath)),
        Leaf("pieces", "Furniture", (CLOTH, UNFOLDED), (StoodPath,)),
        Leaf("sight", "Ways and sight", (SIGHT,), (StoodPath, OpeningPath)),
        Leaf("windows", "Windows", (DRESSED, WINDOWS), (DressingPath, OpeningPath)),
        Leaf("light", "Light", (LIGHT, CLOTH), (LampPath,)),
    ),
    stands=_stands,
    found=_found,
    hands_out=(
        Export("Plan of the room as it is used, on paper …", Late(f"{HERE}.handing_out", "zones_pdf")),
        Export("Zones, pieces, windows and lamps as CSV …", Late(f"{HERE}.handing_out", "zones_csv")),
    ),
    pictures=(
        Picture("zones", {"leaf": "pieces", "room_id": "r2"}),
        Picture("light", {"leaf": "light", "room_id": "r1"}),
    ),
)
