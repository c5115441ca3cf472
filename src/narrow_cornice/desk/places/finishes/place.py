"""Finishes: a colour and a paint for every surface, with the schedule and the repairs."""

from __future__ import annotations

from collections.abc import Iterator
from typing import TYPE_CHECKING

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import Row
from narrow_cornice.desk.place import Desk, Export, Late, Leaf, Picture, Place, RowsOf, SizesOf, Total, WordsOf
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.seen_as import COATS, PLAN, STRIP, UNFOLDED, WALL
from narrow_cornice.exchange.cautions import cautions_of
from narrow_cornice.explained.figures import Figure
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import BlockPath, MarkPath, PiecePath, SplitPath, SurfacePath, identified

if TYPE_CHECKING:
    from narrow_cornice.derived.coated.coatings import Finished


def _page(desk: Desk) -> PlacePage:
    from narrow_cornice.desk.places.finishes.page import FinishesPage

    return FinishesPage(desk, PLACE)


def _room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    from narrow_cornice.desk.rows.room_rows import room_rows, two_tone

    yield from room_rows(bench, job, room, two_tone)


def _rows() -> RowsOf:
    from narrow_cornice.desk.places.finishes.piece_rows import block_rows, piece_rows
    from narrow_cornice.desk.places.finishes.rows import finish_rows

    return {SurfacePath: finish_rows, PiecePath: piece_rows, BlockPath: block_rows}


def _sizes() -> SizesOf:
    from narrow_cornice.desk.places.finishes.sizes import SIZES

    return SIZES


def _every(job: Job, room: Room) -> tuple[Finished, ...]:
    from narrow_cornice.derived.coated.coatings import finished_surfaces

    return finished_surfaces(room, job.house_rules, job.paints, job.colours)


def _finished(job: Job, path: SurfacePath) -> Finished | None:
    return next((one for one in _every(job, job.room(path.room)) if one.surface.key == path.key), None)


def _surface_words(job: Job, path: SurfacePath) -> str:
    one = _finished(job, path)
    if one is None:
        return ""
    return f"{one.surface.name[:40]}: {one.colour.name[:40] if one.colour else 'no colour yet'}"


def _surface_name(job: Job, path: SurfacePath) -> str:
    one = _finished(job, path)
    if one is None:
        return path.word
    return one.surface.name + (f", {one.colour.name}" if one.colour else "")


def _words() -> WordsOf:
    return {SurfacePath: _surface_words, PiecePath: _piece_words, BlockPath: _block_words}


def _piece_words(job: Job, path: PiecePath) -> str:
    piece = identified(job.room(path.room).finishes.pieces, path.id)
    return piece.name[:60] if piece is not None else ""


def _block_words(job: Job, path: BlockPath) -> str:
    block = path.found(job.room(path.room))
    return block.name[:60] if block is not None else ""


def _names() -> WordsOf:
    return {SurfacePath: _surface_name}


def _found(job: Job, room: Room) -> Iterator[tuple[str, ThingPath]]:
    for one in _every(job, room):
        yield one.surface.name, SurfacePath.by_key(room.id, one.surface.key)


def _paint(job: Job) -> Figure:
    from narrow_cornice.derived.bought.tally import tally

    return tally(job)["paint"]


def _surfaces(job: Job) -> Figure:
    from narrow_cornice.derived.bought.tally import tally

    return tally(job)["surfaces"]


def _stands(job: Job) -> bool:
    """Return whether every surface has its paint."""
    from narrow_cornice.derived.bought.to_buy import to_buy

    there = any(_every(job, room) for room in job.rooms)
    return there and not to_buy(job).unpainted


def _cautions(job: Job, room: Room | None) -> tuple[str, ...]:
    """Return the cautions that the paint of a room calls for."""
    from narrow_cornice.derived.risks import paint_risks

    names = paint_risks(job, room) if room is not None else ()
    return cautions_of(names)


PLACE = Place(
    key="finishes",
    name="Finishes",
    letter="F",
    group="Specify",
    page=_page,
    room_rows=_room_rows,
    shows=(SurfacePath, SplitPath, PiecePath, BlockPath),
    rows=_rows,
    sizes=_sizes,
    words=_words,
    names=_names,
    cautions=_cautions,
    leaves=(
        Leaf("schedule", "Schedule", (UNFOLDED, WALL, STRIP, PLAN, COATS), (SurfacePath, SplitPath)),
        Leaf("house", "Whole house", (UNFOLDED, WALL, STRIP, COATS), (SurfacePath,)),
        Leaf("pieces", "Pieces and blocks", (WALL, UNFOLDED, STRIP), (PiecePath, BlockPath)),
        Leaf("repairs", "Repairs", (STRIP, WALL, UNFOLDED), (MarkPath,)),
    ),
    stands=_stands,
    found=_found,
    hands_out=(
        Export(
            "Schedule of surfaces as CSV …", Late("narrow_cornice.desk.places.finishes.handing_out", "surfaces_csv")
        ),
    ),
    totals=(Total("paint", 10, _paint), Total("surfaces", 30, _surfaces)),
    pictures=(
        Picture(
            "finishes",
            {"leaf": "house", "seen_as": "coats", "room_id": "r2", "selected": SurfacePath("r2", "upper wall", "w5")},
        ),
    ),
)
