"""Walls: slats, boards, tiles and paper drawn to end where they should, pictures, small things, screens."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import Row
from narrow_cornice.desk.place import Desk, Export, Late, Leaf, Picture, Place, RowsOf, SizesOf, Total, WordsOf
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.places.walling.seen_as import FIELD, HANGS, SETOUT, THREE
from narrow_cornice.desk.seen_as import UNFOLDED
from narrow_cornice.exchange.cautions import cautions_of
from narrow_cornice.explained.figures import Figure
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import (
    FalseWindowPath,
    FieldPath,
    FlightPath,
    GalleryPath,
    ShownPath,
    WetBasePath,
)
from narrow_cornice.job.walled import Walling

HERE = "narrow_cornice.desk.places.walling"
HUNG_HERE = (GalleryPath, FlightPath, ShownPath, FalseWindowPath, WetBasePath)
SHOWN_HERE = (FieldPath, *HUNG_HERE)


def _page(desk: Desk) -> PlacePage:
    from narrow_cornice.desk.places.walling.page import WallsPage

    return WallsPage(desk, PLACE)


def _room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    from narrow_cornice.desk.places.walling.field_rows import room_rows

    yield from room_rows(bench, job, room)


def _rows() -> RowsOf:
    from narrow_cornice.desk.places.walling.field_rows import field_rows
    from narrow_cornice.desk.places.walling.hung_rows import (
        base_rows,
        flight_rows,
        gallery_rows,
        screen_rows,
        window_rows,
    )

    return {
        FieldPath: field_rows,
        GalleryPath: gallery_rows,
        FlightPath: flight_rows,
        ShownPath: screen_rows,
        FalseWindowPath: window_rows,
        WetBasePath: base_rows,
    }


def _sizes() -> SizesOf:
    from narrow_cornice.desk.places.walling.sizes import SIZES

    return SIZES


def _words() -> WordsOf:
    from narrow_cornice.desk.places.walling.sizes import field_words, hung_words

    return {FieldPath: field_words, **dict.fromkeys(HUNG_HERE, hung_words)}


def _name(job: Job, path: ThingPath) -> str:
    found = path.found(job.room(path.room)) if isinstance(path, SHOWN_HERE) else None
    return found.name[:60] if found is not None else path.word


def _names() -> WordsOf:
    return dict.fromkeys(SHOWN_HERE, _name)


def _found(job: Job, room: Room) -> Iterator[tuple[str, ThingPath]]:
    walling = room.walling
    for things, path in (
        (walling.fields, FieldPath),
        (walling.galleries, GalleryPath),
        (walling.flights, FlightPath),
        (walling.screens, ShownPath),
        (walling.windows, FalseWindowPath),
        (walling.bases, WetBasePath),
    ):
        for thing in things:
            yield thing.name, path(room.id, thing.id)


def _stands(job: Job) -> bool:
    """Return whether something is put on a wall."""
    return any(room.walling != Walling() for room in job.rooms)


def _tile(job: Job) -> Figure:
    from narrow_cornice.derived.bought.tally import tally

    return tally(job)["tile"]


def _cautions(job: Job, room: Room | None) -> tuple[str, ...]:
    """Return the cautions that what is put on the walls of a room calls for."""
    from narrow_cornice.derived.risks import wall_risks

    return cautions_of(wall_risks(job, room)) if room is not None else ()


PLACE = Place(
    key="walling",
    name="Walls",
    letter="W",
    group="Design",
    page=_page,
    room_rows=_room_rows,
    shows=SHOWN_HERE,
    rows=_rows,
    sizes=_sizes,
    words=_words,
    names=_names,
    leads_here=SHOWN_HERE,
    cautions=_cautions,
    leaves=(
        Leaf("fields", "Fields", (FIELD, SETOUT, UNFOLDED), (FieldPath,)),
        Leaf("cuts", "Pieces", (SETOUT, FIELD), (FieldPath,)),
        Leaf("pictures", "Pictures", (HANGS, UNFOLDED), (GalleryPath,)),
        Leaf("flights", "Small things", (HANGS, UNFOLDED), (FlightPath,)),
        Leaf("screens", "Screens", (HANGS, THREE, UNFOLDED), (ShownPath,)),
        Leaf("panes", "Panes, bases", (HANGS, UNFOLDED), (FalseWindowPath, WetBasePath)),
    ),
    totals=(Total("tile", 27, _tile),),
    stands=_stands,
    found=_found,
    hands_out=(
        Export("Set-out of the walls, on paper …", Late(f"{HERE}.handing_out", "setout_pdf")),
        Export("Set-out of this wall as DXF …", Late(f"{HERE}.handing_out", "setout_dxf")),
        Export("Templates to hang by, at full size on paper …", Late(f"{HERE}.handing_out", "template")),
        Export("Marks to hang by as CSV …", Late(f"{HERE}.handing_out", "marks_csv")),
        Export("Pieces of all fields as CSV …", Late(f"{HERE}.handing_out", "pieces_csv")),
    ),
    pictures=(
        Picture("walls", {"leaf": "fields", "room_id": "r5", "wall_id": "w1", "selected": FieldPath("r5", "g1")}),
        Picture(
            "pictures", {"leaf": "pictures", "room_id": "r3", "wall_id": "w8", "selected": GalleryPath("r3", "gal1")}
        ),
    ),
)
