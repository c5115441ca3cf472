"""Walls: slats, boards, tiles and paper, drawn to end where they should."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import Row
from narrow_cornice.desk.place import Desk, Export, Late, Leaf, Place, RowsOf, SizesOf, WordsOf
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.places.walls.seen_as import FIELD, SETOUT
from narrow_cornice.desk.seen_as import UNFOLDED
from narrow_cornice.exchange.cautions import cautions_of
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import FieldPath

HERE = "narrow_cornice.desk.places.walls"


def _page(desk: Desk) -> PlacePage:
    from narrow_cornice.desk.places.walls.page import WallsPage

    return WallsPage(desk, PLACE)


def _room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    from narrow_cornice.desk.places.walls.field_rows import room_rows

    yield from room_rows(bench, job, room)


def _rows() -> RowsOf:
    from narrow_cornice.desk.places.walls.field_rows import field_rows

    return {FieldPath: field_rows}


def _sizes() -> SizesOf:
    from narrow_cornice.desk.places.walls.sizes import SIZES

    return SIZES


def _words() -> WordsOf:
    from narrow_cornice.desk.places.walls.sizes import field_words

    return {FieldPath: field_words}


def _name(job: Job, path: ThingPath) -> str:
    found = path.found(job.room(path.room)) if isinstance(path, FieldPath) else None
    return found.name[:60] if found is not None else path.word


def _names() -> WordsOf:
    return {FieldPath: _name}


def _found(job: Job, room: Room) -> Iterator[tuple[str, ThingPath]]:
    for field in room.walling.fields:
        yield field.name, FieldPath(room.id, field.id)


def _stands(job: Job) -> bool:
    """Return whether something is put on a wall."""
    return any(room.walling.fields for room in job.rooms)


def _cautions(job: Job, room: Room | None) -> tuple[str, ...]:
    """Return the cautions that what is put on the walls of a room calls for."""
    from narrow_cornice.derived.risks import wall_risks

    return cautions_of(wall_risks(job, room)) if room is not None else ()


PLACE = Place(
    key="walls",
    name="Walls",
    letter="W",
    group="Design",
    page=_page,
    room_rows=_room_rows,
    shows=(FieldPath,),
    rows=_rows,
    sizes=_sizes,
    words=_words,
    names=_names,
    leads_here=(FieldPath,),
    cautions=_cautions,
    leaves=(
        Leaf("fields", "Fields", (FIELD, SETOUT, UNFOLDED), (FieldPath,)),
        Leaf("cuts", "Pieces", (SETOUT, FIELD), (FieldPath,)),
    ),
    stands=_stands,
    found=_found,
    hands_out=(
        Export("Set-out of the walls, on paper …", Late(f"{HERE}.handing_out", "setout_pdf")),
        Export("Set-out of this wall as DXF …", Late(f"{HERE}.handing_out", "setout_dxf")),
        Export("Pieces of all fields as CSV …", Late(f"{HERE}.handing_out", "pieces_csv")),
    ),
)
