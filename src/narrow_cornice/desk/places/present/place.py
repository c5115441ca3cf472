"""Present: rooms in perspective, boards, before and after, the client's photograph, the client's answers."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import Row
from narrow_cornice.desk.place import Desk, Export, Late, Leaf, Picture, Place, RowsOf, SeenAs, SizesOf, WordsOf
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.places.present.placing import placed_of
from narrow_cornice.desk.view import View
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import AnswerPath, CardPath, ClientPhotoPath, EyePath, ItemPath, SlidePath

HERE = "narrow_cornice.desk.places.present"


def _page(desk: Desk) -> PlacePage:
    from narrow_cornice.desk.places.present.page import PresentPage

    return PresentPage(desk, PLACE)


def _room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    from narrow_cornice.desk.places.present.rows import present_rows

    yield from present_rows(bench, job, room)


def _rows() -> RowsOf:
    from narrow_cornice.desk.places.present import rows

    return {
        EyePath: rows.eye_rows,
        ItemPath: rows.item_rows,
        AnswerPath: rows.item_rows,
        CardPath: rows.card_rows,
        ClientPhotoPath: rows.photo_rows,
        SlidePath: rows.slide_rows,
    }


def _sizes() -> SizesOf:
    from narrow_cornice.desk.places.present.rows import eye_size

    return {EyePath: eye_size}


def _words() -> WordsOf:
    from narrow_cornice.desk.places.present import rows

    return {
        ItemPath: rows.item_words,
        AnswerPath: rows.item_words,
        CardPath: rows.card_words,
        ClientPhotoPath: rows.photo_words,
        EyePath: lambda job, path: "looks here" if path.what else "the eye",
        SlidePath: lambda job, path: "the slide",
    }


def _perspective(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.in_perspective.room_in_perspective import seen_of

    return seen_of(job, room, by_lamp=view.by_lamp)


def _eye(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.boards.eye_plan import eye_plan

    return eye_plan(job, room)


def _board(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.boards.room_board import room_board

    return room_board(job, room)


def _house(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.boards.house_board import house_board

    return house_board(job)


def _slid(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.boards.before_after import slid

    return slid(job, room, view.slid, view.by_lamp)


def _beside(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.boards.before_after import side_by_side

    return side_by_side(job, room, view.by_lamp)


def _photo(shown: str) -> SeenAs:
    def draws(job: Job, view: View, room: Room) -> Drawing:
        from narrow_cornice.drawing.boards.photo import photo_drawing

        path = view.selected if isinstance(view.selected, ClientPhotoPath) else ClientPhotoPath(room.id, "")
        placed = placed_of(view.pointing)
        return photo_drawing(job, room, path.id, shown, path.part, placed)  # type: ignore[arg-type]

    return SeenAs(f"photo-{shown.split()[0]}", shown, draws, under_lamps="never")


def _record(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.boards.record import record

    return record(job)


def _one(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.boards.record import one_by_one

    key = view.selected.key if isinstance(view.selected, ItemPath | AnswerPath) else ""
    return one_by_one(job, room, key)


def _of_all(job: Job) -> object:
    from narrow_cornice.derived.presented.items import items_of

    return [items_of(job, room) for room in job.rooms]


def _stands(job: Job) -> bool:
    """Return whether every item of every room has been answered."""
    from narrow_cornice.derived.presented.items import asked_of

    if not all(room.presented.answers for room in job.rooms):
        return False
    items = [item for room in job.rooms for item in asked_of(job, room)]
    return bool(items) and all(item.answer is not None for item in items)


def _found(job: Job, room: Room) -> Iterator[tuple[str, ThingPath]]:
    for photo in room.presented.photos:
        yield f"{photo.name}, photograph of {room.name}", ClientPhotoPath(room.id, photo.id)


SEEN = SeenAs("perspective", "in perspective", _perspective, turns=True, under_lamps="itself")
EYE = SeenAs("eye", "where the eye is", _eye, turns=True, under_lamps="never")
BOARD = SeenAs("board", "board", _board, under_lamps="never")
HOUSE = SeenAs("house-board", "board", _house, under_lamps="never")
SLID = SeenAs("slide", "with a slide", _slid, turns=True, under_lamps="itself")
BESIDE = SeenAs("beside", "side by side", _beside, under_lamps="itself")
RECORD = SeenAs("record", "the record", _record, under_lamps="never")
ONE = SeenAs("one", "one by one", _one, under_lamps="never")

PLACE = Place(
    key="present",
    name="Present",
    letter="R",
    group="Hand over",
    page=_page,
    room_rows=_room_rows,
    shows=(EyePath, ItemPath, AnswerPath, CardPath, ClientPhotoPath, SlidePath),
    rows=_rows,
    sizes=_sizes,
    words=_words,
    names=_words,
    leaves=(
        Leaf("seen", "In perspective", (SEEN, EYE), (EyePath,)),
        Leaf("board", "Board", (BOARD,)),
        Leaf("house", "The house", (HOUSE,)),
        Leaf("compare", "Before and after", (SLID, BESIDE), (SlidePath,)),
        Leaf("photo", "Photograph", (_photo("as it is"), _photo("repainted"), _photo("beside")), (ClientPhotoPath,)),
        Leaf("answers", "Answers", (ONE, RECORD), (ItemPath, AnswerPath)),
    ),
    stands=_stands,
    found=_found,
    of_all=_of_all,
    hands_out=(
        Export("Boards and the record, to print or as PDF …", Late(f"{HERE}.handing_out", "boards")),
        Export("All boards as one HTML file …", Late(f"{HERE}.handing_out", "boards_html")),
        Export("This drawing as a picture (PNG) …", Late(f"{HERE}.handing_out", "drawing_png")),
        Export("The record of answers, to sign …", Late(f"{HERE}.handing_out", "record")),
    ),
    pictures=(
        Picture("perspective", {"leaf": "seen", "room_id": "r2"}),
        Picture("board", {"leaf": "board", "room_id": "r2"}),
    ),
)
