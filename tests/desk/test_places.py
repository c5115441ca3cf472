"""A place is one declared value: a small one of the test's own is driven like those that ship."""

from __future__ import annotations

import ast
from collections.abc import Iterator
from pathlib import Path
from typing import ClassVar

import pytest
from driving import canvas, choose, field, gone, page, settle, total_of, type_into
from msgspec.structs import replace
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QLabel, QPushButton, QToolButton

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import FigureRow, Row, Title
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.every_place import PLACES
from narrow_cornice.desk.handing_out import HandingOut
from narrow_cornice.desk.keys_page import keys
from narrow_cornice.desk.making_window import make_window
from narrow_cornice.desk.place import Desk, Export, Key, Late, Leaf, Picture, Place, Places, SeenAs, Total
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.ruled_sheet import Ruled, SheetRow, row
from narrow_cornice.desk.seen_as import PLAN
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.desk.size_field import SizeField
from narrow_cornice.desk.view import TallyPath, View
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.drawing.marks import Area, Drawing
from narrow_cornice.explained.figures import Figure, reading, total
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job import edits
from narrow_cornice.job.edits import change_room, rename_job
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import InRoom, SplitPath
from narrow_cornice.job.samples import demo_job
from narrow_cornice.memo import let_go
from thorough import many

DESK = Path(__file__).parents[2] / "src" / "narrow_cornice" / "desk"


class LampPath(InRoom, frozen=True):
    """One lamp hangs in every room."""

    word: ClassVar[str] = "lamp"


class LampPage(DrawingPage):
    def __init__(self, desk: Desk) -> None:
        super().__init__(desk, LAMPS)
        self.add_sheet(Ruled(("lamps",), "Lamps", ("Lamp", "Over"), self._lamps, "A lamp in every room."))
        self.add_cautions()

    def _lamps(self, _: Room) -> list[SheetRow]:
        return [row(LampPath(room.id), f"lamp of the {room.name}", "the table") for room in self.session.job.rooms]

    def invitations(self) -> Iterator[Invitation]:
        yield Invitation("Another lamp", lambda: self.session.do(rename_job("one lamp more", "")))


def _room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    yield Title(room.name, "by lamplight")


def _lamp_rows(bench: Bench, job: Job, path: LampPath) -> Iterator[Row]:
    yield Title("Lamp", job.room(path.room).name)
    yield from bench.size_rows(path, "Over the table")
    yield from bench.working(_watts(job))


def _lamp_size(job: Job, path: LampPath) -> SizeField:
    split = job.room(path.room).finishes.split
    return SizeField(
        path,
        "Lamp",
        "over the table",
        split.mm if split else None,
        lambda typed: change_room(path.room, "lamp", split=typed),
    )


def _drawn(job: Job, view: View, room: Room) -> Drawing:
    quad = ((0.0, 0.0), (900.0, 0.0), (900.0, 900.0), (0.0, 900.0))
    return Drawing(f"Lamps, {room.name}", "as they hang", (Area(quad, "ochre", LampPath(room.id)),), (0, 0, 900, 900))


def _found(job: Job, room: Room) -> Iterator[tuple[str, ThingPath]]:
    yield f"lamp for reading {room.name}", LampPath(room.id)


def _watts(job: Job) -> Figure:
    return total("lamps", "W", [reading(room.name, 12.0, "W", LampPath(room.id)) for room in job.rooms])


def _handed_out(out: HandingOut) -> None:
    out.session.do(rename_job("handed out", ""))


def _pressed(page: PlacePage) -> None:
    assert isinstance(page, LampPage)
    page.session.do(rename_job("pressed", ""))


LAMPS = Place(
    key="lamps",
    name="Lamps",
    letter="K",
    group="Design",
    page=LampPage,
    room_rows=_room_rows,
    shows=(LampPath,),
    rows=lambda: {LampPath: _lamp_rows},
    sizes=lambda: {LampPath: _lamp_size},
    names=lambda: {LampPath: lambda job, path: "a lamp"},
    words=lambda: {LampPath: lambda job, path: "12 W"},
    leads_here=(LampPath,),
    cautions=lambda job, room: ("Wiring is for a licensed electrician.",),
    leaves=(
        Leaf("lamps", "Lamps", (SeenAs("lit", "lit", _drawn), PLAN), (LampPath,)),
        Leaf("where", "Where", (PLAN,)),
    ),
    stands=lambda job: bool(job.rooms),
    found=_found,
    hands_out=(Export("Lamps as a list …", _handed_out),),
    keys=(Key("F3", "Light the lamps", _pressed),),
    totals=(Total("lamps", 25, _watts),),
    pictures=(Picture("lamps", {"room_id": "r2"}),),
)


@pytest.fixture
def lit(session: Session) -> Iterator[MainWindow]:
    """Return the window with one place more."""
    window = make_window(session, (*PLACES, LAMPS))
    window.resize(1280, 800)
    window.show()
    window.make_complete()
    settle()
    yield window
    gone(window)


def _page(window: MainWindow) -> LampPage:
    page = window.page("lamps")
    assert isinstance(page, LampPage)
    return page


def test_it_stands_in_its_group_and_opens_by_button_and_letter_with_its_own_leaf(lit: MainWindow) -> None:
    assert [name for name, _ in lit.places.groups()] == ["Understand", "Design", "Specify", "Hand over", ""]
    assert [place.name for place in dict(lit.places.groups())["Design"]] == [
        "Colour",
        "Trim",
        "Built-ins",
        "Walls",
        "Lamps",
    ]
    QTest.mouseClick(lit.spine.buttons["lamps"], Qt.MouseButton.LeftButton)
    settle()
    assert lit.session.view.place == "lamps"
    assert _page(lit).canvas._drawing.title.startswith("Lamps, ")  # type: ignore[union-attr]
    lit.go("trim")
    trim = lit.page("trim")
    assert isinstance(trim, DrawingPage)
    QTest.keyClicks(trim.canvas, "k")
    settle()
    assert lit.session.view.place == "lamps"
    assert lit.spine.buttons["lamps"].isChecked()
    assert "K on the drawing" in lit.spine.buttons["lamps"].toolTip()


def _leaves(window: MainWindow, manner: str = "leaf") -> list[str]:
    """Return the words of the leaves that are shown, or of what the room can be seen as."""
    buttons = _page(window).row.findChildren(QToolButton)
    return [one.text() for one in buttons if one.property(manner) and one.isVisible()]


def test_a_leaf_brings_its_drawing_and_its_sheet_and_what_else_it_can_be_seen_as(lit: MainWindow) -> None:
    lit.go("lamps")
    page = _page(lit)
    assert _leaves(lit) == ["Lamps", "Where"]
    assert _leaves(lit, "seen") == ["plan", "lit"]
    assert page.part.front() is page.sheet_of("lamps")
    QTest.mouseClick(page.row.drawings["plan"], Qt.MouseButton.LeftButton)
    settle()
    assert page.canvas._drawing.title.endswith(", plan")  # type: ignore[union-attr]
    QTest.keyClick(lit, Qt.Key.Key_2, Qt.KeyboardModifier.AltModifier)
    settle()
    assert (lit.session.view.leaf, _leaves(lit, "seen")) == ("where", [])
    lit.go("measure")
    lit.go("lamps")
    assert lit.session.view.leaf == "where"  # as it was left
    QTest.keyClick(lit, Qt.Key.Key_1, Qt.KeyboardModifier.AltModifier)
    settle()
    assert (lit.session.view.leaf, lit.session.view.seen_as) == ("lamps", "plan")
    QTest.keyClicks(page.canvas, "v")
    settle()
    assert lit.session.view.seen_as == "lit"


def test_its_sheet_invites_and_folds_to_one_line_and_keeps_its_height(lit: MainWindow) -> None:
    lit.go("lamps")
    page = _page(lit)
    QTest.mouseClick(
        next(one for one in page.findChildren(QPushButton) if one.text() == "Another lamp"), Qt.MouseButton.LeftButton
    )
    settle()
    assert lit.session.job.name == "one lamp more"
    page._split.setSizes([300, 200])
    page._keep_height()
    tall = page.part.height()
    QTest.keyClick(lit, Qt.Key.Key_F5)
    settle()
    assert page.part.height() <= page.part.line_height() + 2
    assert not page.sheet_of("lamps").isVisible()
    lit.go("trim")
    lit.go("lamps")
    settle()
    assert page.part.is_folded()
    QTest.mouseClick(page.part.fold_button, Qt.MouseButton.LeftButton)
    settle()
    assert abs(page.part.height() - tall) <= 1
    QTest.keyClick(lit, Qt.Key.Key_F11)
    settle()
    shown = [part.isVisible() for part in (lit.spine, lit.bench, lit.tally, page.part, page.row, page.canvas)]
    assert shown == [False, False, False, False, False, True]
    QTest.keyClick(lit, Qt.Key.Key_F11)
    settle()
    assert all(part.isVisible() for part in (lit.spine, lit.bench, lit.tally, page.part, page.row, page.canvas))


def test_the_spine_says_of_each_place_what_is_left_or_that_it_stands(lit: MainWindow) -> None:
    left = lit.places.left_to_settle(lit.session.job)
    assert sum(count for count, _ in left.values()) == int(total_of(lit, "to settle"))
    for key, button in lit.spine.buttons.items():
        assert (button.left, button.grave) == left.get(key, (0, False))
    assert lit.spine.buttons["lamps"].stands
    assert lit.spine.buttons["lamps"].accessibleName() == "Lamps, nothing left"
    assert not lit.spine.buttons["brief"].stands


def test_its_things_are_found_selected_and_sized(lit: MainWindow) -> None:
    lit.session.look(place="brief")
    type_into(lit.bench.field, "lamp for reading")
    assert lit.session.view.place == "lamps"
    assert lit.session.view.selected == LampPath("r1")
    assert lit.bench.view.rows()[0] == Title("Lamp", lit.session.job.rooms[0].name)
    type_into(field(lit, "Over the table"), "750")
    split = lit.session.job.rooms[0].finishes.split
    assert split is not None
    assert split.mm == 750
    page = _page(lit)
    assert page.callout() == "12 W"
    assert page._name_of(LampPath("r1")) == "a lamp"
    assert page.sheet_of("lamps").selectionModel().selectedRows()[0].row() == 0  # type: ignore[union-attr]
    QTest.mouseClick(page.canvas, Qt.MouseButton.LeftButton)  # the lamp lies in the middle
    settle()
    assert lit.session.view.selected == LampPath("r1")
    type_into(lit.bench.field, "810")  # a size for what is selected
    assert lit.session.job.rooms[0].finishes.split.mm == 810  # type: ignore[union-attr]


def test_its_total_stands_in_the_tally_and_leads_to_its_things(lit: MainWindow) -> None:
    assert list(lit.tally.buttons) == [
        "paint",
        "trim",
        "sheets",
        "lamps",
        "tile",
        "surfaces",
        "cost",
        "hours",
        "days",
        "to settle",
    ]
    assert total_of(lit, "lamps") == "72 W"
    QTest.mouseClick(lit.tally.buttons["lamps"], Qt.MouseButton.LeftButton)
    settle()
    assert lit.session.view.selected == TallyPath("lamps")
    rows = [one for one in lit.bench.view.rows() if isinstance(one, FigureRow) and not one.strong]
    rows[0].pressed()
    settle()
    assert lit.session.view.place == "lamps"
    assert lit.session.view.selected == LampPath("r1")


def test_its_exports_keys_and_cautions_are_offered(lit: MainWindow) -> None:
    choose(lit, "Lamps as a list …")
    assert lit.session.job.name == "handed out"
    QTest.keyClick(lit, Qt.Key.Key_F3)
    settle()
    assert lit.session.job.name == "pressed"
    words = {key: says for _, each in keys(lit.places) for key, says in each}
    assert words["F3"] == "light the lamps"
    assert words["I, M, Z, C, T, B, W, F, Y, P, R, G, S, K"] == (
        "to Brief, Measure, Zones, Colour, Trim, Built-ins, Walls, Finishes, To buy, Programme, Present, Logbook, "
        "Shelf, Lamps"
    )
    assert "Alt+1 to Alt+9" in words
    lit.go("lamps")
    said = [one for one in _page(lit).findChildren(QLabel) if one.accessibleName() == "Cautions"]
    assert said[0].text() == "Wiring is for a licensed electrician."
    lit.session.look(selected=None)
    assert lit.bench.view.rows() == [Title(lit.session.job.rooms[0].name, "by lamplight")]


def test_places_are_told_apart() -> None:
    every = Places(PLACES)
    assert len({place.key for place in PLACES}) == len({place.letter for place in PLACES}) == len(PLACES)
    homes = [kind for place in PLACES for kind in place.shows]
    assert len(homes) == len(set(homes))
    for place in PLACES:
        assert every.by_letter(place.letter) is place
        assert len({leaf.key for leaf in place.leaves}) == len(place.leaves) > 0
        for leaf in place.leaves:
            assert len({drawing.key for drawing in leaf.drawings}) == len(leaf.drawings)
        for kind in {**place.rows(), **place.sizes(), **place.words(), **place.names()}:
            assert kind in place.shows, (place.key, kind)
        for picture in place.pictures:
            assert set(picture.view) <= set(View.__struct_fields__)
    assert every.by_letter("j") is None
    assert every["nowhere"] is PLACES[0]
    assert SplitPath in homes


def test_a_drawing_says_truly_whether_it_turns_and_what_lamps_do_to_it() -> None:
    """What is offered in its corner follows from it. Present turns its eye and its slide instead of the room."""
    job, every = demo_job(), Places(PLACES)
    room = job.rooms[0]
    turned: set[str] = set()
    for place in PLACES:
        for drawing in {one.key: one for leaf in place.leaves for one in leaf.drawings}.values():
            leaf = next(leaf.key for leaf in place.leaves if drawing in leaf.drawings)
            view = View(place=place.key, leaf=leaf, seen_as=drawing.key, room_id=room.id, wall_id="w1")
            there = every.drawing(job, view, room)
            if place.key != "present":
                turns = every.drawing(job, replace(view, turn=90.0), room) != there
                assert drawing.turns == turns, (place.key, drawing.key)
                turned |= {drawing.key} if turns else set()
            lit = every.drawing(job, replace(view, by_lamp=True), room) != there
            assert lit == (drawing.under_lamps != "never"), (place.key, drawing.key)
    assert {"plan", "unfolded"} <= turned
    assert "wall" not in turned


def test_a_colour_changed_is_in_every_drawing_though_no_shape_is_worked_out_again() -> None:
    """What is kept of the shape of a room shows nothing of its former paint: every drawing is as if begun afresh."""
    job = demo_job()
    painted = edits.change_finishes({"r1": list(job.rooms[0].finishes.surfaces)}, "all", colour="madder").apply(job)
    toned = replace(painted.rooms[0], finishes=replace(painted.rooms[0].finishes, floor="#223344"))
    changed = replace(painted, rooms=(toned, *painted.rooms[1:]))

    def drawn(job: Job) -> dict[tuple[str, str], Drawing | None]:
        return {
            (place.key, drawing.key): Places(PLACES).drawing(
                job, View(place.key, leaf.key, drawing.key, "r1"), job.rooms[0]
            )
            for place in PLACES[:: many(2, 1)]  # every other one at every run
            for leaf in place.leaves
            for drawing in leaf.drawings
        }

    before, after = drawn(job), drawn(changed)
    let_go()
    assert after == drawn(changed)
    assert sum(before[key] != after[key] for key in before) > 5


def test_the_corner_of_a_drawing_offers_what_changes_it(window: MainWindow) -> None:
    turning = {"turn left", "turn right"}
    for place, leaf, offered in (
        ("measure", "walls", {*turning, "by lamp", "whole", "alone"}),
        ("trim", "order", {"whole", "alone"}),
        ("programme", "works", {"whole", "alone"}),
        ("present", "seen", {"eye left", "eye right", "by lamp", "whole", "alone"}),
        ("built", "place", {"by lamp", "whole", "alone"}),
    ):
        window.go(place)
        window.session.look(leaf=leaf, seen_as="", room_id="r1", selected=None)
        settle()
        buttons = [one for one in canvas(window).findChildren(QToolButton) if not one.isHidden()]
        assert {one.text() for one in buttons} == offered, (place, leaf)


def test_without_a_room_no_tools_and_no_cautions(empty: MainWindow) -> None:
    for place in ("measure", "trim", "built", "walling"):
        empty.go(place)
        settle()
        assert not any(one.isVisible() for one in canvas(empty).findChildren(QToolButton)), place
        assert not any(one.text() for one in page(empty).findChildren(QLabel) if one.accessibleName() == "Cautions")


def test_nothing_but_the_tuple_knows_a_place_and_places_know_not_one_another() -> None:
    """Adding a place touches its own folder and one line."""
    folders = sorted(path.name for path in (DESK / "places").iterdir() if (path / "place.py").exists())
    assert folders == sorted(place.key for place in PLACES)
    for path in DESK.rglob("*.py"):
        inside = path.relative_to(DESK).parts
        mine = inside[1] if inside[0] == "places" and len(inside) > 2 else ""
        tree = ast.parse(path.read_text(encoding="utf-8"))
        for node in ast.walk(tree):
            if isinstance(node, ast.ImportFrom) and (node.module or "").startswith("narrow_cornice.desk.places."):
                of = str(node.module).split(".")[3]
                assert of == mine or inside == ("every_place.py",), (path, of)
            if isinstance(node, ast.Constant) and not mine and inside != ("every_place.py",):
                assert node.value not in folders, (path, node.value)


def test_everything_that_is_declared_to_come_late_is_there() -> None:
    for place in PLACES:
        for one in (*place.hands_out, *place.brings_in):
            if isinstance(one.done, Late):
                assert callable(one.done.function), (place.key, one.words)
        if place.aside is not None:
            assert callable(place.aside.function)
