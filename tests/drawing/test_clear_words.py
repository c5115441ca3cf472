"""Words on drawings never lie over one another, over a dimension line or over an edge: every drawing of the demo."""

from __future__ import annotations

import itertools
from collections.abc import Iterator

import pytest
import shapely
import shapely.affinity
from msgspec.structs import replace

from flats import flat
from narrow_cornice.cutting.saw_order import saw_order
from narrow_cornice.derived.built.sheets import cut_boards
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.drawing.boards.eye_plan import eye_plan
from narrow_cornice.drawing.cutting import sheet_to_saw
from narrow_cornice.drawing.elevation import wall_elevation
from narrow_cornice.drawing.envelope import envelope_drawing
from narrow_cornice.drawing.field_on_wall import fielded_wall, flat_field
from narrow_cornice.drawing.field_setout import field_setout
from narrow_cornice.drawing.floor_cloth import floor_cloth
from narrow_cornice.drawing.house_plan import house_plan
from narrow_cornice.drawing.house_string import house_string
from narrow_cornice.drawing.letter_places import SizeOf, standings
from narrow_cornice.drawing.lettering import settled, usual_size
from narrow_cornice.drawing.light_plan import light_plan
from narrow_cornice.drawing.logged.lessons import lessons_drawing
from narrow_cornice.drawing.logged.shelf import left_over_shelf
from narrow_cornice.drawing.marks import (
    MM_PER_POINT,
    Area,
    Dimension,
    Drawing,
    Label,
    Stroke,
    dimension_line,
    lettered_for,
)
from narrow_cornice.drawing.over_walls import hung_wall, screen_ways
from narrow_cornice.drawing.plan import room_plan
from narrow_cornice.drawing.profile_board import profile_board
from narrow_cornice.drawing.room_colours import bridge_board, lamp_cards, role_cards
from narrow_cornice.drawing.section import trim_section
from narrow_cornice.drawing.strip import wall_strip
from narrow_cornice.drawing.unfolded import unfolded_room
from narrow_cornice.drawing.walk import walk_drawing
from narrow_cornice.drawing.wall_order import wall_order
from narrow_cornice.job import edits
from narrow_cornice.job.history import History
from narrow_cornice.job.model import Job, Settings
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.survey.walk import read_walk
from narrow_cornice.trim.kinds import KINDS
from thorough import THOROUGH

PX_PER_POINT = 96 / 72
SIZES = ((840, 560), (1680, 1120))  # pixels of the sheet: the window as it opens, and on a large screen
UNITS_AND_SIZES = [(unit, pixels) for unit in ("mm", "in") for pixels in SIZES]
if not THOROUGH:
    UNITS_AND_SIZES = UNITS_AND_SIZES[::3]  # millimetres as the window opens, inches on a large screen
BODY = 0.34  # of a line's height that letters themselves take, up and down from its middle
LETTERS = 0.98  # of a text's width


def every_drawing(job: Job) -> Iterator[Drawing]:
    rules, settings = job.house_rules, job.settings
    for turn in (0.0, 90.0, 180.0) if THOROUGH else (0.0, 90.0):
        yield house_plan(job.rooms, rules, settings, turn)
    yield house_string(job, "r1")
    yield left_over_shelf(job)
    yield lessons_drawing(job)
    for room in job.rooms:
        yield role_cards(job, room)
        yield bridge_board(job, room)
        yield lamp_cards(job, room, 2700.0)
        for turn in (0.0, 90.0) if THOROUGH else (0.0,):
            yield room_plan(room, rules, settings, turn)
            yield unfolded_room(room, rules, job.colours, settings, turn)
            for show in ("zones", "pieces", "sight", "windows"):
                yield floor_cloth(room, rules, job.colours, settings, turn, "", show)
            yield light_plan(room, rules, job.paints, job.colours, settings, turn)
        yield wall_strip(room, rules, job.colours, settings)
        yield eye_plan(job, room)
        for wall in room.measured.walls:
            yield wall_elevation(room, rules, job.colours, settings, wall.id, job.pictures)
            yield wall_order(room, rules, job.colours, settings, wall.id)
            plain = wall_elevation(room, rules, job.colours, settings, wall.id, job.pictures)
            for field in ("", *(one.id for one in room.walling.fields)):
                yield fielded_wall(plain, room, rules, settings, wall.id, field)
            chosen = (*room.walling.galleries, *room.walling.flights, *room.walling.screens)
            for hung in ("", *(one.id for one in chosen if one.wall == wall.id)):
                yield hung_wall(plain, room, rules, settings, wall.id, hung)
            yield field_setout(room, rules, settings, wall.id)
        for field in room.walling.fields:
            if field.on != "wall":
                yield field_setout(room, rules, settings, "", field.id)
            if field.on in ("floor", "ceiling"):
                yield flat_field(room, rules, job.colours, settings, field.id)
        if room.walling.screens:
            yield screen_ways(room, rules, job.colours, settings, "")
        for recess in room.measured.recesses:
            yield envelope_drawing(room, rules, settings, recess.id)
        for kind in KINDS:
            yield trim_section(room, rules, settings, kind, False)
            yield trim_section(room, rules, settings, kind, True)
        yield profile_board(room, rules, settings, "cornice", job.catalogue, job.milled, job.joinery, "")


def size_of(drawing: Drawing, pixels: tuple[int, int]) -> tuple[SizeOf, float]:
    """Return how large letters are on a drawing fitted to so many pixels, and how many mm of it a pixel is."""
    x0, y0, x1, y1 = drawing.bounds
    scale = min(pixels[0] / (x1 - x0), pixels[1] / (y1 - y0))
    return usual_size(PX_PER_POINT / (scale * MM_PER_POINT)), 1.0 / scale


def lettered(drawing: Drawing, size: SizeOf) -> list[tuple[int, str, shapely.Polygon]]:
    """Return the letters of a drawing with the outline that they take."""
    made = []
    for index, mark in enumerate(drawing.marks):
        for _, (x, y), (wide, tall), turn in itertools.islice(standings(mark, size), 1):
            box = shapely.box(-LETTERS * wide / 2, -BODY * tall, LETTERS * wide / 2, BODY * tall)
            turned = shapely.affinity.rotate(box, turn, origin=(0, 0))
            text = mark.text if isinstance(mark, Label | Dimension) else ""
            made.append((index, text, shapely.affinity.translate(turned, x, y)))
    return made


def lines(drawing: Drawing) -> Iterator[tuple[int, str, shapely.LineString]]:
    """Yield the lines that words keep off: dimension lines with what leads to them, walls, outlines."""
    for index, mark in enumerate(drawing.marks):
        if isinstance(mark, Dimension):
            a, b = dimension_line(mark)
            yield index, "a dimension line", shapely.LineString((mark.start, a, b, mark.end))
        elif isinstance(mark, Stroke) and mark.pen.weight > 0.5:
            points = (*mark.points, mark.points[0]) if mark.closed else mark.points
            yield index, "a line", shapely.LineString(points)
        elif isinstance(mark, Area) and mark.pen is not None and mark.pen.weight >= 0.5:
            yield index, "an edge", shapely.LineString((*mark.points, mark.points[0]))


def clashes(drawing: Drawing, pixels: tuple[int, int]) -> list[str]:
    """Return what stands over what on a drawing as it is painted."""
    size, pixel = size_of(drawing, pixels)
    made = settled(drawing, size)
    letters, found = lettered(made, size), []
    for (_, one, mine), (_, other, theirs) in itertools.combinations(letters, 2):
        if mine.intersection(theirs).area > 0.03 * min(mine.area, theirs.area):
            found.append(f"{drawing.title}: “{one}” over “{other}”")
    tree = list(lines(made))
    for index, text, outline in letters:
        for owner, what, line in tree:
            if owner != index and outline.intersection(line).length > 2.0 * pixel:
                found.append(f"{drawing.title}: “{text}” over {what}")
    return found


@pytest.mark.parametrize(("unit", "pixels"), UNITS_AND_SIZES)
def test_no_word_of_the_demo_stands_over_another_or_over_a_line(unit: str, pixels: tuple[int, int]) -> None:
    job = replace(demo_job(), settings=Settings(unit))  # type: ignore[arg-type]
    drawings = list(every_drawing(job))
    assert len(drawings) > 150
    assert [one for drawing in drawings for one in clashes(drawing, pixels)] == []
    said = sum(len(lettered(settled(one, size_of(one, pixels)[0]), size_of(one, pixels)[0])) for one in drawings)
    wanted = sum(len(lettered(one, size_of(one, pixels)[0])) for one in drawings)
    assert said > 0.97 * wanted  # hardly anything is left out for it


def test_boards_have_smaller_letters_in_a_small_window() -> None:
    """Letters shrink with what is drawn less wide than it was laid out for, to two thirds at most; wider they do not
    grow."""
    job, small = demo_job(), (560, 400)
    rules, settings = job.house_rules, job.settings
    room = job.room("r1")
    boards = [house_plan(job.rooms, rules, settings, 0.0), house_string(job, "r1")]
    boards += [role_cards(job, room), bridge_board(job, room), lamp_cards(job, room, 2700.0)]
    boards.append(profile_board(room, rules, settings, "cornice", job.catalogue, job.milled, job.joinery, ""))
    boards.append(trim_section(room, rules, settings, "cornice", False))
    assert any(isinstance(mark, Dimension) for board in boards for mark in board.marks)
    for board in boards:
        drawn = 1.0 / (size_of(board, small)[1] * PX_PER_POINT / MM_PER_POINT)  # mm for a mm of the drawing
        left, _, right, _ = board.bounds
        made = lettered_for(board, drawn)
        share = max(0.65, (right - left) * drawn / board.wide)
        assert share < 1.0
        sizes = [(one.size, whole.size) for one, whole in zip(made.marks, board.marks, strict=True)
                 if isinstance(one, Label) and isinstance(whole, Label)]  # fmt: skip
        assert all(one == pytest.approx(share * whole) for one, whole in sizes)
        figures = [one.small for one in made.marks if isinstance(one, Dimension)]
        assert figures == [pytest.approx(share)] * len(figures)
        assert lettered_for(board, board.wide / (right - left)) is board
        assert [one for one in clashes(made, small) if "” over “" in one] == []


def test_a_walk_is_read_at_every_step() -> None:
    history = History(starting_job())
    history.do(edits.begin_walk("New room"))
    for wall in read_walk("4310; 3620; 1178; 390 o; 1641 o; 388; 1492", "mm"):
        room = history.job.rooms[0]
        assert clashes(walk_drawing(room, history.job.settings, 0.0), SIZES[0]) == []
        history.do(edits.walk_on("r1", [wall], words="wall"))


@pytest.mark.parametrize("unit", ["mm", "in"])
def test_every_cut_and_every_part_of_a_sheet_is_numbered_clear_of_the_others(unit: str) -> None:
    """On paper a sheet is as wide as an A4 page lets it be; no number is left out for want of room."""
    job, cuts = replace(demo_job(), settings=Settings(unit)), 0  # type: ignore[arg-type]
    for board in cut_boards(job):
        mm = board.kind.length / 182.0
        for sheet in board.plan.sheets:
            size = usual_size(mm)
            made = settled(sheet_to_saw(job, board, sheet, mm), size)
            numbers = [one.text for one in made.marks if isinstance(one, Label) and one.colour == "rust"]
            order = saw_order(sheet, board.parts, board.kind, board.saw)
            assert order is not None
            assert sorted(numbers, key=int) == [f"{one}" for one in range(1, len(order.cuts) + 1)]
            said = {one.text.split(" · ")[0] for one in made.marks if isinstance(one, Label) and one.colour == "line"}
            assert {f"{board.names[one.part].number}" for one in sheet.placed} <= said
            letters = lettered(made, size)
            for (_, one, mine), (_, other, theirs) in itertools.combinations(letters, 2):
                assert mine.intersection(theirs).area <= 0.03 * min(mine.area, theirs.area), (one, other)
            cuts += len(numbers)
    assert cuts > 200


def test_the_finder_of_clashes_finds_them() -> None:
    """What it is to find, drawn on purpose."""
    bounds = (0.0, 0.0, 4000.0, 3000.0)
    fixed = Label((1000.0, 1000.0), "one over the other", turned=True)
    assert len(clashes(Drawing("text", "", (fixed, replace(fixed, text="the other")), bounds), SIZES[0])) == 1
    line = Dimension((500.0, 1000.0), (1500.0, 1000.0), 0.0, "")
    assert clashes(Drawing("line", "", (fixed, line), bounds), SIZES[0]) == [
        "line: “one over the other” over a dimension line"
    ]


@pytest.mark.parametrize("pixels", [(840, 560), (840, 380)])
def test_no_word_of_a_flat_round_a_passage_stands_over_another(pixels: tuple[int, int]) -> None:
    """A bay whose walls stand beside their floor, a passage with its name along it, threads that hang from one card."""
    job = flat()
    house = house_plan(job.rooms, job.house_rules, job.settings, 0.0)
    unfolded = [unfolded_room(room, job.house_rules, job.colours, job.settings, 0.0) for room in job.rooms]
    drawings = [house_string(job, "r1"), *unfolded, *([house] if pixels == SIZES[0] else [])]
    assert [one for drawing in drawings for one in clashes(drawing, pixels)] == []
    named = {mark.text: mark for mark in house.marks if isinstance(mark, Label)}
    assert named["Hall"].turned
    assert not named["Kitchen"].turned
    letters = settled(unfolded[0], size_of(unfolded[0], pixels)[0]).marks
    at = {mark.text: mark.at for mark in letters if isinstance(mark, Label)}
    floor = shapely.Polygon([(x, -y) for x, y in measured_room(job.rooms[0], job.house_rules).plan.corners])
    assert all(floor.contains(shapely.Point(at[corner])) for corner in "ABCDEFGH")  # not on the walls
