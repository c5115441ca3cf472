"""Measure: readings, the plan they make, and all that is in, on and between the walls."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import Row
from narrow_cornice.desk.bringing_in import BringingIn
from narrow_cornice.desk.place import (
    Desk,
    Export,
    Import,
    Key,
    Late,
    Leaf,
    Picture,
    Place,
    RowsOf,
    SeenAs,
    SizesOf,
    WordsOf,
)
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.seen_as import PLAN, RECESS, STRIP, UNFOLDED, WALL
from narrow_cornice.desk.view import View
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.exchange.cautions import cautions_of
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import (
    HANGING,
    PUT_ON_WALLS,
    AcrossPath,
    AskedDiagonalPath,
    AskedWidthPath,
    BlockPath,
    CornerPath,
    DiagonalPath,
    FloorPath,
    FramePath,
    HeightPath,
    LevelPath,
    NextWallPath,
    OffsetPath,
    OpeningPath,
    PanelsPath,
    RecessPath,
    RoomPath,
    SlopePath,
    StudsPath,
    TrayPath,
    WallPath,
    WayInPath,
    WidthPath,
)
from narrow_cornice.units.show import bare_size, show_size

HERE = "narrow_cornice.desk.places.measure"
READ_HERE: tuple[type[ThingPath], ...] = (
    WallPath,
    NextWallPath,
    CornerPath,
    DiagonalPath,
    AskedDiagonalPath,
    OffsetPath,
    WidthPath,
    AskedWidthPath,
    HeightPath,
    AcrossPath,
    StudsPath,
    SlopePath,
    TrayPath,
    LevelPath,
    *(kind for kind in HANGING if kind not in (PanelsPath, BlockPath, *PUT_ON_WALLS)),
)


def _page(desk: Desk) -> PlacePage:
    from narrow_cornice.desk.places.measure.page import MeasurePage

    return MeasurePage(desk, PLACE)


def _room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    from narrow_cornice.desk.places.measure.walk_rows import walking_rows
    from narrow_cornice.desk.rows.room_rows import room_rows

    yield from walking_rows(bench, job, room) if room.measured.walking else room_rows(bench, job, room)


def _rows() -> RowsOf:
    from narrow_cornice.desk.places.measure.hanging_rows import across_rows, hanging_rows
    from narrow_cornice.desk.places.measure.survey_rows import corner_rows, diagonal_rows, width_rows
    from narrow_cornice.desk.places.measure.walk_rows import walk_rows
    from narrow_cornice.desk.places.measure.wall_rows import height_rows, opening_rows, wall_rows

    return {
        **{kind: hanging_rows for kind in READ_HERE if kind in HANGING},
        NextWallPath: walk_rows,
        **dict.fromkeys((WallPath, StudsPath, SlopePath, LevelPath), wall_rows),
        **dict.fromkeys((DiagonalPath, AskedDiagonalPath, OffsetPath), diagonal_rows),
        **dict.fromkeys((WidthPath, AskedWidthPath), width_rows),
        CornerPath: corner_rows,
        HeightPath: height_rows,
        TrayPath: height_rows,
        OpeningPath: opening_rows,
        AcrossPath: across_rows,
    }


def _sizes() -> SizesOf:
    from narrow_cornice.desk.places.measure.sizes import SIZES

    return SIZES


def _frame_words(job: Job, path: FramePath) -> str:
    """Return a framed thing with what its frame leaves open."""
    one, settings = path.found(job.room(path.room)), job.settings
    if one is None:
        return ""
    return f"{one.name[:40]} {bare_size(one.width.mm, settings)} × {show_size(one.tall.mm, settings)}"


def _opening_name(job: Job, path: OpeningPath) -> str:
    opening = path.found(job.room(path.room))
    return opening.name if opening is not None else ""


def _words() -> WordsOf:
    return {FramePath: _frame_words}


def _names() -> WordsOf:
    return {OpeningPath: _opening_name}


def _found(job: Job, room: Room) -> Iterator[tuple[str, ThingPath]]:
    yield room.name, RoomPath(room.id)
    yield f"ceiling height {room.name}", HeightPath(room.id)
    for wall in room.measured.walls:
        yield f"wall {edits.wall_name(room, wall.id)}", WallPath(room.id, wall.id)
    for opening in room.measured.openings:
        yield opening.name, OpeningPath(room.id, opening.id)


def _house(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.house_plan import house_plan

    return house_plan(job.rooms, job.house_rules, job.settings, view.turn)


def _stands(job: Job) -> bool:
    """Return whether every room has its shape and its height."""
    return bool(job.rooms) and all(not measured_room(room, job.house_rules).fault for room in job.rooms)


def _is_wall(path: ThingPath) -> bool:
    """Return whether a path is of a wall, not of a reading of it."""
    return isinstance(path, WallPath) and path.reading is None


HOUSE = SeenAs("house", "house", _house, turns=True)
ON_WALLS = tuple(
    kind for kind in HANGING if kind not in (OpeningPath, RecessPath, PanelsPath, BlockPath, *PUT_ON_WALLS)
)
LEAVES = (
    Leaf(
        "walls",
        "Walls",
        (PLAN, UNFOLDED, STRIP, HOUSE),
        (WallPath, NextWallPath, CornerPath, StudsPath, SlopePath, LevelPath, FloorPath, RoomPath),
    ),
    Leaf(
        "across",
        "Across",
        (PLAN, UNFOLDED, HOUSE),
        (DiagonalPath, AskedDiagonalPath, OffsetPath, WidthPath, AskedWidthPath),
    ),
    Leaf("heights", "Heights", (STRIP, WALL, UNFOLDED, PLAN), (HeightPath, TrayPath)),
    Leaf("openings", "Openings", (WALL, STRIP, UNFOLDED, PLAN, HOUSE), (OpeningPath,), _is_wall),
    Leaf("things", "On the walls", (WALL, STRIP, UNFOLDED, PLAN), ON_WALLS, _is_wall),
    Leaf("recesses", "Recesses", (RECESS, WALL, UNFOLDED, PLAN), (RecessPath, AcrossPath), _is_wall),
    Leaf("ways in", "Ways in", (HOUSE, PLAN), (WayInPath,), of_house=True),
)


def _begin_room(page: PlacePage) -> None:
    """Begin to walk round a new room."""
    from narrow_cornice.desk.places.measure.page import MeasurePage

    if isinstance(page, MeasurePage):
        page.begin_room()


def _choose_meter(into: BringingIn) -> None:
    """Ask which port a laser meter is on, here, where its readings go."""
    from narrow_cornice.desk.places.measure.page import MeasurePage

    page = into.go(PLACE.key)
    if isinstance(page, MeasurePage):
        page.meter.choose()


def _ask_meter(page: PlacePage) -> None:
    """Ask the laser meter for a reading, where one is listened to."""
    from narrow_cornice.desk.places.measure.page import MeasurePage

    if isinstance(page, MeasurePage):
        page.meter.ask()


def _cautions(job: Job, room: Room | None) -> tuple[str, ...]:
    """Return the cautions that the walls of a room call for."""
    from narrow_cornice.derived.risks import survey_risks

    names = survey_risks(room) if room is not None else ()
    return cautions_of(names)


PLACE = Place(
    key="measure",
    name="Measure",
    letter="M",
    group="Understand",
    page=_page,
    room_rows=_room_rows,
    shows=(RoomPath, FloorPath, WayInPath, *READ_HERE),
    rows=_rows,
    sizes=_sizes,
    words=_words,
    names=_names,
    leads_here=READ_HERE,
    cautions=_cautions,
    leaves=LEAVES,
    stands=_stands,
    begins=True,
    begin_room=_begin_room,
    found=_found,
    hands_out=(
        Export("Every drawing of the room on paper …", Late(f"{HERE}.handing_out", "room_pdf")),
        Export("Plan and every wall as DXF, into a folder …", Late(f"{HERE}.handing_out", "room_dxf")),
        Export("Readings of the room as CSV …", Late(f"{HERE}.handing_out", "readings_csv")),
        Export("Blank measuring sheets on paper …", Late(f"{HERE}.handing_out", "measuring_sheets")),
    ),
    brings_in=(
        Import("Readings from a table (CSV) …", Late(f"{HERE}.bringing_in", "readings")),
        Import("A room from a plan outline (DXF) …", Late(f"{HERE}.bringing_in", "outline")),
        Import("Readings from a laser meter …", _choose_meter),
    ),
    keys=(Key("F9", "Ask the laser meter for a reading", _ask_meter),),
    pictures=(Picture("measure", {"leaf": "across", "room_id": "r1", "selected": DiagonalPath("r1", "d3")}),),
)
