"""The newcomers' map is true: what it says is touched for a change is enough for it, in a copy of the program."""

from __future__ import annotations

import os
import re
import shutil
import subprocess
import sys
from pathlib import Path

import pytest

from thorough import many

pytestmark = pytest.mark.desk

ROOT = Path(__file__).parents[2]
SRC = "src/narrow_cornice/"
Change = dict[str, list[tuple[str, str]]]  # by file: what stands there (nothing: it is new), and what stands there then

KIND_OF_TRIM: Change = {
    f"{SRC}trim/kinds.py": [
        ('    "picture rail",\n    "architrave",\n', '    "plate rail",\n    "picture rail",\n    "architrave",\n'),
        (
            '    KindOfTrim(\n        "picture rail",',
            """    KindOfTrim(
        "plate rail",
        "walls",
        "at its own height",
        thickness="plate_rail_projection",
        height="plate_rail_height",
        top="plate_rail_top",
        usual=False,
        members=(("cavetto", 0.6, 0.8), ("fascia", 0.4, 0.2)),
        shelf=True,
        tops=True,
        uses=frozenset({"dado rail", "board"}),
        put_up=45,
    ),
    KindOfTrim(
        "picture rail",""",
        ),
    ],
    f"{SRC}data/house_rules.toml": [
        (
            "[least_thickness]",
            """[plate_rail_height]
name = "plate rail height"
value = 62
unit = "mm"
between = [0, 5000]
why = "A made-up habit."
changes = "What is made up."
topic = "Made up"

[plate_rail_top]
name = "top of plate rail"
value = 1710
unit = "mm"
between = [0, 5000]
why = "A made-up habit."
changes = "What is made up."
topic = "Made up"

[plate_rail_projection]
name = "plate rail projection"
value = 88
unit = "mm"
between = [0, 5000]
why = "A made-up habit."
changes = "What is made up."
topic = "Made up"

[least_thickness]""",
        )
    ],
}
KIND_OF_TRIM_WORKS = """
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.trimwork.cut_list import cut_list
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.desk.bench_rows import Title
from narrow_cornice.drawing.elevation import wall_elevation
from narrow_cornice.drawing.section import trim_section
from narrow_cornice.job import edits
from narrow_cornice.job.paths import TrimPath

job = edits.change_trim("r1", "plate rail", fitted=True).apply(demo_job())
job = edits.put_milled(replace(job.milled[0], kinds=(*job.milled[0].kinds, "plate rail"))).apply(job)
room = job.rooms[0]
piece = trimmed_room(room, job.house_rules).trim.of("plate rail")
assert (piece.height.value, piece.top, piece.projection.value) == (62, 1710, 88)
runs = [run for run in trimmed_room(room, job.house_rules).runs if run.kind == "plate rail"]
assert len(runs) >= len(room.measured.walls)
assert [one for one in cut_list(room, job.house_rules, job.milled, job.joinery) if one.kind == "plate rail"]
line = next(line for line in to_buy(job).lines if line.key.startswith("trim:plate rail:62"))
assert line.needed.value == sum(run.to_buy.value for run in runs)
assert next(one for one in room_surfaces(room, job.house_rules) if one.key == "plate rail@room").net.value > 0
assert trim_section(room, job.house_rules, job.settings, "plate rail", False).marks
wall = wall_elevation(room, job.house_rules, job.colours, job.settings, "w1")
assert any(mark.about == TrimPath("r1", "plate rail") for mark in wall.marks)
assert decode_job(encode_job(job), "again") == job
window = shown(job)
window.bench.show_thing(TrimPath("r1", "plate rail"))
assert window.session.view.place == "trim"
assert window.bench.view.rows()[0].text == "Plate rail"
assert window.bench.type_size(TrimPath("r1", "plate rail", size="top"), "1800")
assert trimmed_room(window.session.job.rooms[0], {}).trim.of("plate rail").top == 1800
"""

THING_ON_A_WALL: Change = {
    f"{SRC}job/measured.py": [
        (
            "class ConditionMark(msgspec.Struct",
            '''class Niche(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A niche for a candle."""

    id: Id
    kind: Literal["round", "square"]
    wall: Id
    name: Words
    place: Reading
    height: Reading
    width: Length
    tall: Length


class ConditionMark(msgspec.Struct''',
        ),
        (
            "    marks: tuple[ConditionMark, ...] = ()\n",
            "    marks: tuple[ConditionMark, ...] = ()\n    niches: tuple[Niche, ...] = ()\n",
        ),
    ],
    f"{SRC}job/hanging.py": [
        ("    Bulk,\n    BulkKind,", "    Niche,\n    Bulk,\n    BulkKind,"),
        (
            "ON_WALLS: tuple[OnWall, ...] = (\n",
            """def _niche(new: New) -> Niche:
    place = as_reading(new.sizes[0])
    wide, tall = plain_length(200), plain_length(300)
    return Niche(new.id, new.kind, new.wall, new.name, place, as_reading(plain_length(1400)), wide, tall)


NICHES = Putting(
    "n",
    lambda: ("round", "square"),
    _niche,
    (FROM_LEFT,),
    AGAINST_WALL,
    called="{kind} niche",
    named="{kind} niche {number}",
    sheet=("place", "height", "width", "tall"),
)

ON_WALLS: tuple[OnWall, ...] = (
    OnWall("measured", "niches", "where it lies", sizes=ABOUT_MIDDLE, putting=NICHES),
""",
        ),
    ],
    f"{SRC}job/paths/hanging.py": [
        (
            "class MarkPath(HangingPath",
            '''class NichePath(HangingPath, frozen=True):
    """A niche."""

    word: ClassVar[str] = "niche"
    field: ClassVar[str] = "niches"


class MarkPath(HangingPath''',
        ),
        (
            "HANGING: tuple[type[HangingPath], ...] = (\n",
            "HANGING: tuple[type[HangingPath], ...] = (\n    NichePath,\n",
        ),
    ],
    f"{SRC}drawing/fixtures.py": [
        (
            "import ConditionMark, Fixture\n",
            "import ConditionMark, Fixture, Niche\n",
        ),
        (
            "HOW_IT_IS_DRAWN: dict[type[Any], Callable[[Frame, Any, Rect, str], list[Mark]]] = {\n",
            """from narrow_cornice.job.paths.hanging import NichePath


def niche_marks(frame: Frame, niche: Niche, rect: Rect, room: str) -> list[Mark]:
    return [Area(frame.quad(rect), "#d8cdbb", NichePath(room, niche.id), Pen("line", 0.5))]


HOW_IT_IS_DRAWN: dict[type[Any], Callable[[Frame, Any, Rect, str], list[Mark]]] = {
    Niche: niche_marks,
""",
        ),
    ],
}
THING_ON_A_WALL_WORKS = """
from narrow_cornice.desk.offers import offers
from narrow_cornice.drawing.elevation import wall_elevation
from narrow_cornice.job import edits
from narrow_cornice.job.paths.hanging import NichePath
from narrow_cornice.units.lengths import Length

assert {"round niche", "square niche"} <= set(offers())
job = edits.put_up("r1", "niches", "round", "w1", Length(900.0, "900")).apply(demo_job())
room = job.rooms[0]
(niche,) = room.measured.niches
assert (niche.id, niche.name, niche.place.mm) == ("n1", "round niche 1", 900)
assert decode_job(encode_job(job), "again") == job
drawing = wall_elevation(room, job.house_rules, job.colours, job.settings, "w1")
assert any(mark.about == NichePath("r1", "n1") for mark in drawing.marks)
window = shown(job)
window.bench.show_thing(NichePath("r1", "n1"))
assert window.session.view.place == "measure"
assert window.bench.view.rows()[0].text == "Round niche 1"
sheet = window.page("measure").sheet_of("things").sheet
mine = [[cell.text for cell in row.cells] for row in sheet.rows if row.about == NichePath("r1", "n1")]
assert mine == [["round niche 1", "round", "A–B", "900 mm", "1 400 mm", "200 mm", "300 mm", ""]], mine
assert window.bench.type_size(NichePath("r1", "n1", size="width"), "240")
assert window.session.job.rooms[0].measured.niches[0].width.mm == 240
broken = edits.break_wall("r1", "w1", "A–B", "projection", *(Length(mm, "") for mm in (1500.0, 800.0, 300.0)))
after = broken.apply(window.session.job).rooms[0].measured
kept = {wall.id for wall in after.walls}
assert after.niches[0].wall in kept
window.session.do(edits.remove_thing("r1", "niches", "n1", "niche"))
assert window.session.view.selected is None
"""

HOUSE_RULE: Change = {
    f"{SRC}data/house_rules.toml": [
        (
            "[least_thickness]",
            """[candle_gap]
name = "candle gap"
value = 12
unit = "mm"
between = [0, 5000]
why = "A made-up habit."
changes = "What is made up."
topic = "Made up"

[least_thickness]""",
        )
    ],
    f"{SRC}review/rules/thin_trim.py": [
        ('least = seen.rules.value("least_thickness")', 'least = seen.rules.value("candle_gap")'),
    ],
}
HOUSE_RULE_WORKS = """
from narrow_cornice.job import edits
from narrow_cornice.job.paths import HouseRulePath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.review.second_look import second_look

job = edits.change_house_rule("candle_gap", 300.0, "candle gap").apply(demo_job())
assert house_rules_of(job.house_rules).figure("candle_gap").value == 300
assert any(one.key.startswith("thin trim") and "300" in one.says for one in second_look(job))
assert decode_job(encode_job(job), "again") == job
window = shown(job)
window.go("shelf")
assert window.page("shelf").rules.fields["candle_gap"].text() == "300 mm"
window.session.select(HouseRulePath("candle_gap"))
assert window.bench.view.rows()[0].text == "Candle gap"
assert window.bench.type_size(HouseRulePath("candle_gap"), "15")
assert window.session.job.house_rules["candle_gap"] == 15
"""

PLACE: Change = {
    f"{SRC}desk/places/lamps/__init__.py": [("", "")],
    f"{SRC}desk/places/lamps/place.py": [
        (
            "",
            """
from narrow_cornice.desk.bench_rows import Title
from narrow_cornice.desk.seen_as import PLAN
from narrow_cornice.desk.place import Leaf, Place, Total
from narrow_cornice.desk.places.lamps.page import LampPage, LampPath
from narrow_cornice.explained.figures import reading, total


def room_rows(bench, job, room):
    yield Title(room.name, "by lamplight")


def lamp_rows(bench, job, path):
    yield Title("Lamp", job.room(path.room).name)


def watts(job):
    return total("lamps", "W", [reading(room.name, 12.0, "W", LampPath(room.id)) for room in job.rooms])


PLACE = Place(
    key="lamps",
    name="Lamps",
    letter="K",
    group="Design",
    page=lambda desk: LampPage(desk, PLACE),
    room_rows=room_rows,
    shows=(LampPath,),
    rows=lambda: {LampPath: lamp_rows},
    leaves=(Leaf("lamps", "Lamps", (PLAN,), (LampPath,)),),
    found=lambda job, room: iter([(f"reading lamp {room.name}", LampPath(room.id))]),
    totals=(Total("lamps", 25, watts),),
)
""",
        )
    ],
    f"{SRC}desk/places/lamps/page.py": [
        (
            "",
            """
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.ruled_sheet import Ruled, row
from narrow_cornice.job.paths import InRoom


class LampPath(InRoom, frozen=True):
    word = "lamp"


class LampPage(DrawingPage):
    def __init__(self, desk, place):
        super().__init__(desk, place)
        self.add_sheet(Ruled(("lamps",), "Lamps", ("Lamp", "Over"), self.rows, "A lamp in every room."))

    def rows(self, _):
        return [row(LampPath(room.id), f"lamp of the {room.name}", "the table") for room in self.session.job.rooms]
""",
        )
    ],
    f"{SRC}desk/every_place.py": [
        (
            "\n\nPLACES: tuple[Place, ...] = (\n    BRIEF,\n",
            "\nfrom narrow_cornice.desk.places.lamps.place import PLACE as LAMPS"
            "\n\nPLACES: tuple[Place, ...] = (\n    BRIEF,\n    LAMPS,\n",
        )
    ],
}
PLACE_WORKS = """
from narrow_cornice.desk.bench_rows import Title
from narrow_cornice.desk.keys_page import keys
from narrow_cornice.desk.places.lamps.page import LampPath

window = shown(demo_job())
assert "lamps" in window.spine.buttons
window.spine.buttons["lamps"].click()
assert window.session.view.place == "lamps"
until(lambda: window.page("lamps").sheet_of("lamps").sheet.rows)
assert [row.cells[0].text for row in window.page("lamps").sheet_of("lamps").sheet.rows][0] == "lamp of the Chart Room"
until(lambda: window.tally._values["lamps"].text())
assert window.tally._values["lamps"].text() == "72 W"
window.go("trim")
window.bench.field.setText("reading lamp")
window.bench.field.returnPressed.emit()
assert (window.session.view.place, window.session.view.selected) == ("lamps", LampPath("r1"))
assert window.bench.view.rows()[0] == Title("Lamp", "Chart Room")
assert any("to Brief, Lamps, Measure" in says for _, each in keys(window.places) for _, says in each)
"""

SOURCE: Change = {
    f"{SRC}derived/bought/nails/__init__.py": [("", "")],
    f"{SRC}derived/bought/nails/source.py": [
        (
            "",
            """
from narrow_cornice.derived.bought.lines import Bought, InPacks, LineToBuy, counted_rooms, price_of_tins
from narrow_cornice.explained.figures import Figure, table, total


def nails_to_buy(job):
    shares = tuple(
        (room.id, room.name, Figure(room.name, 50.0, "pieces", "table", note="a handful"))
        for room in counted_rooms(job)
    )
    needed = total("nails", "pieces", [amount for _, _, amount in shares])
    packs = -(-int(needed.value) // 120)
    cost = price_of_tins(table("packs", packs, "", "enough"), table("price of one", 4.0, "money", "nails"))
    line = LineToBuy(
        "nails:40", "nails", "Nails, 40 mm", "timber-yard", needed, ((120.0, packs, cost.value),), cost,
        packs * 120 - needed.value, "to hold it all", shares, f"{packs} × 120 pieces", InPacks(),
    )
    return Bought((line,))
""",
        )
    ],
    f"{SRC}derived/bought/sources.py": [
        (
            "\n\nSOURCES: tuple[Source, ...] = (\n    paint_to_buy,",
            "\nfrom narrow_cornice.derived.bought.nails.source import nails_to_buy"
            "\n\nSOURCES: tuple[Source, ...] = (\n    nails_to_buy,\n    paint_to_buy,",
        )
    ],
}
SOURCE_WORKS = """
from narrow_cornice.derived.bought.answer import takeoff_answer
from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.exchange.csv_lists import to_buy_by_room, to_buy_by_shop

job = demo_job()
line = to_buy(job).lines[0]
assert (line.name, line.price) == ("Nails, 40 mm", 12.0)
assert "Nails, 40 mm" in to_buy_by_shop(job) and "Nails, 40 mm" in to_buy_by_room(job)
assert takeoff_answer(job)["order"][0]["kind"] == "nails"
assert tally(job)["cost"].inputs[0][1].value == 12.0
window = shown(job)
window.go("bought")
slips = window.page("bought").slips
assert any(window.page("bought")._lines[id(row)].key == "nails:40" for slip in slips for row in slip.rows)
"""

BEGIN = """
import sys
from pathlib import Path
from msgspec.structs import replace
from narrow_cornice.desk.making_window import application, make_window, settings_file
from narrow_cornice.desk.runner import Runner
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.theme import load_faces
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.samples import demo_job
from PyQt6.QtTest import QTest
import narrow_cornice

aside = Path(sys.argv[1])
assert Path(narrow_cornice.__file__).is_relative_to(aside), narrow_cornice.__file__
program = application()
load_faces()
held = []

def until(done):
    for _ in range(1200):  # on a busy machine what takes long is shown when it is worked out
        if done():
            return
        QTest.qWait(25)

def shown(job):
    session = Session(aside / "state", settings_file(aside), Runner())
    session._take_up(job, None, None)
    window = make_window(session)
    window.make_complete()
    held.append(window)
    return window
"""
CASES = {
    "a kind of trim": (KIND_OF_TRIM, KIND_OF_TRIM_WORKS),
    "a thing on a wall": (THING_ON_A_WALL, THING_ON_A_WALL_WORKS),
    "a house rule": (HOUSE_RULE, HOUSE_RULE_WORKS),
    "a place of the work": (PLACE, PLACE_WORKS),
    "a source of things to buy": (SOURCE, SOURCE_WORKS),
}
ALLOWED = {"a kind of trim": 4, "a thing on a wall": 4, "a house rule": 2}  # else: a folder of its own and one file


def told_by_the_map(what: str) -> set[str]:
    """Return the files that the newcomers' map names for a change."""
    text = (ROOT / "CONTRIBUTING.md").read_text(encoding="utf-8")
    (row,) = (line for line in text.splitlines() if line.startswith(f"| {what} |"))
    return set(re.findall(r"`(src/[^`]+)`", row))


@pytest.mark.parametrize("what", list(CASES)[:: many(3, 1)])
def test_the_files_that_the_map_names_are_enough(what: str, tmp_path: Path) -> None:
    change, works = CASES[what]
    named = told_by_the_map(what)
    folders = {one for one in named if one.endswith("/")}
    inside = {name for name in change if name.startswith(tuple(folders))}
    assert {folder for folder in folders for name in inside if name.startswith(folder)} == folders
    assert named - folders <= set(change)
    beside = len(set(change) - inside - named)
    assert beside <= (what == "a house rule")  # which is applied in one file more, wherever that is
    assert len(set(change) - inside) <= ALLOWED.get(what, 1)
    shutil.copytree(ROOT / "src", tmp_path / "src", ignore=shutil.ignore_patterns("__pycache__", "*.egg-info"))
    for name, steps in change.items():
        path = tmp_path / name
        path.parent.mkdir(exist_ok=True)
        text = path.read_text(encoding="utf-8") if path.exists() else ""
        for there, then in steps:
            assert text.count(there) == 1, (name, there)
            text = text.replace(there, then)
        path.write_text(text, encoding="utf-8")
    script = tmp_path / "works.py"
    script.write_text(BEGIN + works + "\nprint('it works')\n", encoding="utf-8")
    surroundings = {**os.environ, "PYTHONPATH": str(tmp_path / "src"), "QT_QPA_PLATFORM": "offscreen"}
    surroundings["PYTHONDONTWRITEBYTECODE"] = "1"
    done = subprocess.run(
        [sys.executable, str(script), str(tmp_path)], env=surroundings, capture_output=True, text=True, check=False
    )
    assert done.stdout.strip().endswith("it works"), done.stderr[-2500:]
