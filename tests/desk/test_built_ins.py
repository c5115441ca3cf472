"""Built-ins in the window: begun in a place that was read, divided, strengthened, cut, printed and undone."""

from __future__ import annotations

from pathlib import Path

import pytest
from driving import click, field, page, pick, press, row_widget, save, settle, total_of, type_into
from PyQt6.QtCore import Qt
from PyQt6.QtTest import QTest

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.derived.built.parts import parts_of
from narrow_cornice.derived.built.sheets import cut_boards
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.places.bought.rows import sheets_of
from narrow_cornice.desk.places.built.spacing_work import spacing_of
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.drawing.marks import Area
from narrow_cornice.exchange.csv_lists import parts_list
from narrow_cornice.exchange.sheets_pdf import sheets_pdf
from narrow_cornice.job import edits
from narrow_cornice.job.file import read_job
from narrow_cornice.job.paths import BayPath, BuiltInPath, CompartmentPath, KeptPath, LinePath
from narrow_cornice.review.second_look import second_look
from narrow_cornice.units.lengths import parse_length


def built(window: MainWindow, leaf: str, selected: object = None) -> DrawingPage:
    window.go("built")
    window.session.look(leaf=leaf, seen_as="", room_id="r1", selected=selected)
    settle()
    found = page(window)
    assert isinstance(found, DrawingPage)
    return found


def test_one_is_begun_in_a_place_that_was_read_and_taken_back(window: MainWindow) -> None:
    window.session.do(edits.remove_built_in("r1", "c2"))
    found = built(window, "place")
    invitation, along = found.invitations()
    assert (invitation.words, along.words) == ("Build into Right alcove", "Build along wall A–B")
    words = [name for name, _ in invitation.of]
    assert words[0] == "Bookcase"
    dict(invitation.of)["Bookcase over drawers"]()
    settle()
    run = window.session.job.room("r1").casework.built_ins[-1]
    assert window.session.view.selected == BuiltInPath("r1", run.id)
    assert run.place == "e1"
    assert [bay.like for bay in run.bays] == ["", "b1"]  # 1 159 wide, bays of 700 at most; the second repeats the first
    assert [one.holds for one in run.compartments_of(run.bays[1])] == ["drawers", "shelves"]
    rows = found.sheet_of("place").sheet.rows
    assert [row.cells[0].text for row in rows] == ["Left bookcase", "Bookcase over drawers, Right alcove"]
    window.session.undo()
    assert len(window.session.job.room("r1").casework.built_ins) == 1


def test_bays_are_typed_in_the_sheet_and_on_the_bench(window: MainWindow) -> None:
    found = built(window, "bays", BayPath("r1", "c2", "b1"))
    sheet = found.sheet_of("bays").sheet
    assert [row.cells[1].text for row in sheet.rows] == ["513 mm", "", "513 mm", ""]
    assert sheet.setData(sheet.index(0, 1), "400")
    assert [row.cells[1].text for row in sheet.rows] == ["400 mm", "", "627 mm", ""]  # the other takes what is left
    assert sheet.setData(sheet.index(3, 5), "7")
    run = window.session.job.room("r1").casework.built_ins[1]
    assert [run.compartments_of(bay)[1].count for bay in run.bays] == [7, 7]  # the second bay repeats the first
    assert not sheet.setData(sheet.index(3, 5), "many")
    window.session.do(edits.change_compartment("r1", "c2", "b1", "s2", front="doors"))
    window.session.select(CompartmentPath("r1", "c2", "b1", "s2"))
    settle()
    type_into(field(window, "Shelves"), "3")
    assert window.session.job.room("r1").casework.built_ins[1].bays[0].compartments[1].count == 3
    next(iter(found.invitations())).done()  # type: ignore[misc]
    assert len(window.session.job.room("r1").casework.built_ins[1].bays) == 3


def test_it_follows_when_the_survey_changes(window: MainWindow) -> None:
    session = window.session
    before = built_in_of(session.job.room("r1"), session.job.room("r1").casework.built_ins[0], session.job.house_rules)
    session.do(edits.change_thing("r1", "recesses", "e2", "Left alcove", depth=parse_length("550")))
    room = session.job.room("r1")
    after = built_in_of(room, room.casework.built_ins[0], session.job.house_rules)
    assert after.run.depth - before.run.depth == 200
    settle()
    assert window.tally.said().startswith("Left bookcase: 1 396 → 1 390 wide, 332 → 532 deep; ")  # walls that splay
    assert "moved" in window.tally.said()  # it takes longer now
    session.do(edits.change_compartment("r1", "c1", "b1", "s2", count=4))
    settle()
    assert "bookcase:" not in window.tally.said()  # what was changed itself did not follow


def test_a_shelf_that_sags_is_mended_by_a_press(window: MainWindow) -> None:
    session = window.session
    built(window, "strength", BayPath("r1", "c1", "b1"))
    finding = next(one for one in second_look(session.job) if one.kind == "shelf sags")
    assert finding.says == "The shelves of bay 1 of Left bookcase sag 3.99 mm over 662 mm"
    assert [fix.title for fix in finding.fixes] == ["Lip the shelves 20 × 40", "One more bay"]
    session.do(finding.fixes[0])
    assert not any(one.kind == "shelf sags" for one in second_look(session.job))
    strips = next(line for line in to_buy(session.job).lines if line.kind == "lipping")
    assert strips.needed.value == pytest.approx(10 * 659.8 + 2 * 661.8, abs=1.0)  # loose shelves and fixed ones
    assert sum(length * count for length, count, _ in strips.buy) > strips.needed.value
    assert strips.price == pytest.approx(
        sum(length * count for length, count, _ in strips.buy) * 0.8e-6 * 3600, abs=0.02
    )
    session.undo()
    session.do(finding.fixes[1])
    rest = [one for one in second_look(session.job) if one.kind == "shelf sags"]
    assert rest == []  # three bays of 435: under the 494 that it may span


def test_a_pick_on_the_drawing_selects_the_bay(window: MainWindow) -> None:
    built(window, "bays")
    drawing = window.drawn()
    assert drawing is not None
    about = {mark.about for mark in drawing.marks if isinstance(mark, Area)}
    assert BuiltInPath("r1", "c2") in about
    click(window, CompartmentPath("r1", "c1", "b2", "s1"))
    assert window.session.view.selected.thing == CompartmentPath("r1", "c1", "b2", "s1")  # type: ignore[union-attr]


def test_the_fewest_sheets_are_found_kept_saved_and_forgotten_when_a_part_changes(
    window: MainWindow, tmp_path: Path
) -> None:
    session = window.session
    line = LinePath("board:ply-18")
    built(window, "cutting", line)
    assert total_of(window, "sheets") == f"{sum(len(cut.plan.sheets) for cut in cut_boards(session.job))}"
    cut = next(one for one in cut_boards(session.job) if one.board == "ply-18")
    quick = len(cut.plan.sheets)
    work = sheets_of(window.bench)
    work.start(line.key, cut, seconds=1.0)
    work._runner.wait()
    settle()
    found = next(one for one in cut_boards(session.job) if one.board == "ply-18")
    assert found.found
    assert len(found.plan.sheets) <= quick
    assert session.history.undo_title.startswith("sheets found for")
    save(session, tmp_path / "cut.cornice")
    assert read_job(tmp_path / "cut.cornice").sheets == session.job.sheets
    session.do(edits.change_built_in("r1", "c2", plinth=parse_length("100")))
    changed = next(one for one in cut_boards(session.job) if one.board == "ply-18")
    assert not changed.found


def test_letters_and_keys_lead_there(window: MainWindow) -> None:
    QTest.keyClick(page(window).canvas, Qt.Key.Key_B)
    settle()
    assert window.session.view.place == "built"


def test_parts_go_out_as_a_table_and_on_paper_with_the_same_numbers(window: MainWindow) -> None:
    job = window.session.job
    text = parts_list(job)
    room = job.room("r1")
    lines = parts_of(room, room.casework.built_ins[0], job.house_rules)
    assert text.count("Left bookcase") >= len(lines)
    assert "side" in text
    seen = {line.kind: (line.grain_runs, line.edges_seen) for line in lines}
    assert seen["side"] == seen["shelf"] == ("", "front, sealed")  # of MDF
    assert seen["door"] == ("", "all, sealed")
    assert seen["back"] == ("along", "")  # of plywood, in its groove
    plywood = parts_of(room, room.casework.built_ins[1], job.house_rules)
    assert {line.kind: line.edges_seen for line in plywood}["divider"] == "front, band"
    assert ',along,"front, band"' in text
    numbers = [name.number for cut in cut_boards(job) for name in cut.names if cut.board == "ply-18"]
    assert numbers == list(range(1, len(numbers) + 1))
    content = sheets_pdf(job)
    assert content.startswith(b"%PDF")
    assert content.count(b"/Type /Page\n") >= 6


def offered(found: DrawingPage, words: str) -> Invitation:
    return next(one for one in found.invitations() if one.words == words)


def test_what_is_kept_is_typed_fitted_and_undone(window: MainWindow) -> None:
    session = window.session
    found = built(window, "fill", KeptPath("r1", "k1"))
    sheet = found.sheet_of("fill").sheet
    assert sheet.rows[0].cells[0].text == "hardbacks"
    assert sheet.setData(sheet.index(0, 1), "240")
    assert session.job.room("r1").casework.contents[0].count == 240
    assert not sheet.setData(sheet.index(0, 1), "a few")
    dict(offered(found, "Keep something here").of)["shoes"]()
    settle()
    assert session.view.selected == KeptPath("r1", "k6")
    type_into(field(window, "How many"), "4")
    assert session.job.room("r1").casework.contents[-1].count == 4
    before = session.job.room("r1").casework
    offered(found, "Fit the shelves to what is kept").done()  # type: ignore[misc]
    work = spacing_of(window.bench)
    assert offered(found, "Stop fitting the shelves").done is not None
    work._runner.wait()
    settle()
    after = session.job.room("r1").casework
    assert after != before
    assert any(one.heights for run in after.built_ins for bay in run.bays for one in bay.compartments)
    assert session.history.undo_title == "shelves fitted to what is kept"
    session.undo()
    assert session.job.room("r1").casework == before


def test_a_change_that_makes_room_is_one_press(window: MainWindow) -> None:
    built(window, "fill", KeptPath("r1", "k5"))
    finding = next(one for one in second_look(window.session.job) if one.kind == "no room" and one.room_id == "r1")
    window.session.do(finding.fixes[0])
    assert len(window.session.job.room("r1").casework.built_ins[0].bays) == 1
    assert not any(one.key == finding.key for one in second_look(window.session.job))


def test_built_along_a_wall_with_keys_and_kept_as_a_kind_of_ones_own(window: MainWindow) -> None:
    session = window.session
    found = built(window, "place")
    dict(offered(found, "Build along wall A–B").of)["Window seat"]()
    settle()
    room = session.job.room("r1")
    run = room.casework.built_ins[-1]
    place = room.measured.recesses[-1]
    assert run.place == place.id
    assert place.wall == "w1"
    assert place.end is not None or place.start is not None  # it keeps off the garden door
    press(window, "Keep it as a kind of my own")
    assert [one.kind.name for one in session.job.built_in_kinds] == [run.name]
    along = next(one for one in found.invitations() if one.words.startswith("Build along wall"))
    kinds = [name for name, _ in along.of]
    assert kinds[0] == run.name
    session.undo()
    session.undo()
    assert session.job.room("r1").measured.recesses == room.measured.recesses[:-1]  # the place went with it


def test_views_of_one_built_in_follow_what_is_selected(window: MainWindow) -> None:
    session = window.session
    built(window, "parts", BayPath("r1", "c2", "b1"))
    drawing = window.drawn()
    assert drawing is not None
    assert drawing.title == "Right bookcase, taken apart"
    session.look(seen_as="run section")
    settle()
    assert window.drawn().subtitle.startswith("cut through bay 1")  # type: ignore[union-attr]
    session.select(CompartmentPath("r1", "c1", "b2", "s2"))
    settle()
    assert window.drawn().subtitle.startswith("cut through bay 2")  # type: ignore[union-attr]


def test_cautions_are_those_of_what_is_planned(window: MainWindow) -> None:
    found = built(window, "place")
    short = found.cautions.text()
    assert "behind units" in short
    assert short.endswith("the local code, the maker's sheets and licensed trades decide.")
    found.read_out.click()  # many stand in one line until they are asked for
    settle()
    assert "Sockets" in found.cautions.text()
    assert "fold-down bed" not in found.cautions.text()
    window.session.look(room_id="r4")
    settle()
    assert "A fold-down bed is fixed to structure" in found.cautions.text()
    found.read_out.click()
    settle()
    assert "the bed" in found.cautions.text()


def test_a_bay_is_made_two_and_joined_again_from_the_menu_on_the_drawing(window: MainWindow) -> None:
    found = built(window, "bays")
    click(window, CompartmentPath("r1", "c1", "b1", "s2"))
    menu = found.menu_of(CompartmentPath("r1", "c1", "b1", "s2"), None)
    actions = {action.text(): action for action in menu.actions()}
    actions["Make two of bay 1"].trigger()
    settle()
    bays = window.session.job.room("r1").casework.built_ins[0].bays
    assert [bay.like for bay in bays] == ["", "b1", "b1"]
    assert bays[0].width is not None
    offered(found, "Join bays 1, 2").done()  # type: ignore[misc]
    joined = window.session.job.room("r1").casework.built_ins[0]
    assert len(joined.bays) == 2
    assert not built_in_of(window.session.job.room("r1"), joined, {}).fault


def test_left_over_sheets_are_typed_beside_their_line(window: MainWindow) -> None:
    session = window.session
    found = built(window, "cutting", LinePath("board:mdf-18"))
    type_into(field(window, "Left-over sheets"), "1 200 × 600; 4' x 2'")
    assert session.job.left_sheets == {"board:mdf-18": ((1200.0, 600.0), (1219.2, 609.6))}
    rows = found.sheet_of("cutting").sheet.rows
    assert any("left-over" in row.cells[0].text for row in rows)
    before = session.job
    type_into(field(window, "Left-over sheets"), "a big one")
    assert session.job is before


def test_a_face_frame_and_an_arch_are_chosen_on_the_bench(window: MainWindow) -> None:
    built(window, "place", BuiltInPath("r1", "c1"))
    pick(window, "Face frame", "oak")
    run = window.session.job.room("r1").casework.built_ins[0]
    assert run.frame is not None
    assert (run.frame.material, run.frame.wide.mm) == ("oak", 45)
    type_into(field(window, "Stiles, rails"), "60")
    assert field(window, "Stiles, rails").text() == "60 mm"
    assert row_widget(window, "Free ends") is None  # it stands between two walls
    shelves = CompartmentPath("r1", "c1", "b1", "s2")
    window.session.select(shelves)
    settle()
    pick(window, "Head", "arched")
    room = window.session.job.room("r1")
    made = built_in_of(room, room.casework.built_ins[0], {}).run
    rails = [part for part in made.parts if part.kind == "arched rail"]
    assert len(rails) == 2  # the second bay repeats the first
    drawing = window.drawn()
    assert drawing is not None
    outline = next(mark for mark in drawing.marks if isinstance(mark, Area) and len(mark.points) > 20)
    assert outline.about in (shelves, CompartmentPath("r1", "c1", "b2", "s2"))
    window.session.select(BuiltInPath("r1", "c1"))
    settle()
    pick(window, "Face frame", "none")
    built_in = built_in_of(window.session.job.room("r1"), window.session.job.room("r1").casework.built_ins[0], {})
    assert "face frame" in built_in.fault  # an arch is cut from one, and says so
    window.session.undo()
    assert window.session.job.room("r1").casework.built_ins[0].frame is not None
