"""Boards as they are laid out, moved by hand, and handed out."""

from __future__ import annotations

import re
from html.parser import HTMLParser

import pytest
from msgspec.structs import replace

from narrow_cornice.derived.presented.items import items_of
from narrow_cornice.drawing.boards.before_after import side_by_side, slid
from narrow_cornice.drawing.boards.house_board import house_board, laid_house
from narrow_cornice.drawing.boards.record import asked_item, one_by_one, record, record_pages
from narrow_cornice.drawing.boards.room_board import laid_board, room_board
from narrow_cornice.drawing.boards.sheet import SIZES, width_of
from narrow_cornice.drawing.marks import Area, Drawing, Label, Stroke, points_of
from narrow_cornice.exchange.boards_out import boards_html, boards_pdf, record_pdf
from narrow_cornice.exchange.paper import PAPERS
from narrow_cornice.exchange.svg_drawing import svg_drawing
from narrow_cornice.job import edits
from narrow_cornice.job.paths import AnswerPath, CardPath, RolePath
from narrow_cornice.job.samples import demo_job, starting_job
from printed import pages
from thorough import THOROUGH

JOB = demo_job()


def labels(drawing: Drawing) -> list[Label]:
    return [mark for mark in drawing.marks if isinstance(mark, Label) and mark.text]


def stays_on(drawing: Drawing) -> bool:
    """Return whether all of a sheet lies on it."""
    left, top, right, low = drawing.bounds
    for mark in drawing.marks:
        for x, y in points_of(mark):
            if not (left - 0.6 <= x <= right + 0.6 and top - 0.6 <= y <= low + 0.6):
                return False
    return True


@pytest.mark.parametrize("paper", ["A3", "A4", "Letter", "screen"] if THOROUGH else ["A3", "Letter"])
def test_a_board_fits_its_paper_and_no_words_run_over_its_edge(paper: str) -> None:
    """On every paper: all marks lie on it, words too, and no two lines of words lie on one another."""
    job = edits.present_on(paper=paper, costs=True).apply(JOB)
    for room in (job.room("r1"), job.room("r6")):
        board = room_board(job, room)
        assert board.bounds[2:] == SIZES[paper]  # type: ignore[index]
        assert stays_on(board)
        boxes = []
        for one in labels(board):
            wide, tall = width_of(one.text, one.size, one.face), one.size * 0.3528
            if one.within is not None and wide > one.within:
                continue
            left = one.at[0] - {"left": 0.0, "middle": wide / 2, "right": wide}[one.anchor]
            assert left >= -0.1
            assert left + wide <= board.bounds[2] + 0.1
            boxes.append((left, one.at[1] - tall * 0.3, left + wide, one.at[1] + tall * 0.3, one.text))
        for number, (x0, y0, x1, y1, text) in enumerate(boxes):
            for a0, b0, a1, b1, other in boxes[number + 1 :]:
                assert not (x0 < a1 and a0 < x1 and y0 < b1 and b0 < y1), (text, other)


def test_the_palette_is_by_true_area() -> None:
    """The lengths of its colours are as their shares of the room."""
    from narrow_cornice.derived.coloured.room_palette import palette_of_room

    room = JOB.room("r1")
    shades = palette_of_room(JOB, room)
    whole = sum(shade.area.value for shade in shades)
    ribbon = [
        mark for mark in room_board(JOB, room).marks if isinstance(mark, Area) and isinstance(mark.about, RolePath)
    ]
    wide = sum(mark.points[1][0] - mark.points[0][0] for mark in ribbon)
    for mark, shade in zip(ribbon, shades, strict=True):
        assert (mark.points[1][0] - mark.points[0][0]) / wide == pytest.approx(shade.area.value / whole, abs=1e-9)


def test_every_item_of_a_room_is_on_its_board_or_it_says_that_there_are_more() -> None:
    """Nothing is left out in silence."""
    for room in JOB.rooms:
        words = " ".join(one.text for one in labels(room_board(JOB, room))).lower()
        more = "and more" in words
        for item in items_of(JOB, room):
            if item.topic not in ("finishes",):
                first = item.name.rstrip("0123456789 ").lower().split(" ")[0]
                assert more or first in words, (room.name, item.name)


def test_a_card_that_is_moved_worded_or_left_out_is() -> None:
    """By hand, one change each; the others stay where they are."""
    room = JOB.room("r1")
    before = {key: box for key, _, box in laid_board(JOB, room).cards}
    job = edits.wish_of_card("r1", "view", "view", at=(0.3, 0.5), words="From the door").apply(JOB)
    after = {key: box for key, _, box in laid_board(job, job.room("r1")).cards}
    assert after["view"][:2] == pytest.approx((0.3 * 420, 0.5 * 297))
    assert {key: box for key, box in after.items() if key != "view"} == {k: b for k, b in before.items() if k != "view"}
    named = edits.wish_of_card("r1", "title", "title", words="The reading room").apply(JOB)
    assert "The reading room" in [one.text for one in labels(room_board(named, named.room("r1")))]
    gone = edits.wish_of_card("r1", "palette", "palette", left_out=True).apply(JOB)
    kept = [m for m in room_board(gone, gone.room("r1")).marks if m.about == CardPath("r1", "palette")]
    assert not kept
    back = edits.wish_of_card("r1", "palette", "palette", left_out=False).apply(gone)
    assert not back.room("r1").presented.cards  # nothing is kept of what is as the rule has it


def test_what_changes_in_the_job_changes_on_the_board() -> None:
    """Another colour on the walls is another card, another ribbon and another picture."""
    walls = [key for key, finish in JOB.room("r1").finishes.surfaces.items() if finish.colour == "sedge"]
    job = edits.change_finishes({"r1": walls}, "walls", colour="madder").apply(JOB)
    fills = {mark.fill for mark in room_board(job, job.room("r1")).marks if isinstance(mark, Area)}
    assert "#a9614f" in fills
    assert "#c8d3c2" not in fills


def test_the_house_has_a_board_with_every_room() -> None:
    """And an empty job has one that says nothing wrong."""
    keys = {key for key, _, _ in laid_house(JOB).cards}
    assert keys == {"title", "facts", "samples", *(f"room:{room.id}" for room in JOB.rooms)}
    assert stays_on(house_board(JOB))
    assert stays_on(house_board(starting_job()))


def test_the_slide_parts_two_pictures() -> None:
    """To its left is what was, to its right what is; all the way either is whole."""
    room = JOB.room("r2")
    for share in (0.0, 0.35, 1.0):
        drawing = slid(JOB, room, share)
        at = share * 1600.0
        new = "#a9614f"  # the chimney breast in madder, which was not
        places = [x for m in drawing.marks if isinstance(m, Area) and m.fill == new for x, _ in m.points]
        assert all(x >= at - 1e-6 for x in places)
        assert bool(places) is (share < 1.0)
    both = side_by_side(JOB, room)
    assert both.bounds[2] > 3200


def test_the_record_has_every_item_once_and_places_to_sign() -> None:
    """Each with its three boxes, the one that was said filled."""
    sheets = record_pages(JOB)
    boxes = [
        mark for page in sheets for mark in page.marks if isinstance(mark, Area) and isinstance(mark.about, AnswerPath)
    ]
    asked = [(room, item) for room in JOB.rooms for item in items_of(JOB, room)]
    assert len(boxes) == 3 * len(asked)
    said = {(room.id, item.key): item.answer.says for room, item in asked if item.answer is not None}
    filled = {(m.about.room, m.about.key): m.about.says for m in boxes if m.fill != "paper"}  # type: ignore[union-attr]
    assert filled == said
    assert any("The client, date" in one.text for one in labels(sheets[-1]))
    assert not any("The client, date" in one.text for page in sheets[:-1] for one in labels(page))
    assert all(stays_on(page) for page in sheets)
    assert "answered" in record(JOB).subtitle


def test_one_by_one_asks_the_first_that_has_no_answer() -> None:
    """And says which of how many it is."""
    room = JOB.room("r2")
    found = asked_item(JOB, room, "")
    assert found is not None
    assert found[0].answer is None
    assert f"{found[1] + 1} of {found[2]}" in " ".join(one.text for one in labels(one_by_one(JOB, room, "")))
    empty = replace(JOB, rooms=())
    assert record_pages(empty)


def test_boards_on_paper() -> None:
    """A sheet for the house and one for each room, in the size of the paper; the record upright."""
    small = replace(JOB, rooms=JOB.rooms[-2:], schemes=())
    sheets = pages(boards_pdf(small, PAPERS[1]))
    assert len(sheets) == 3
    assert "Pilot House" in sheets[0]
    assert "Wash Room" in sheets[1]
    signed = pages(record_pdf(JOB))
    assert "what was agreed" in signed[0]
    assert "The client, date" in signed[-1]


def test_one_html_file_that_needs_nothing_else() -> None:
    """Well formed, with every room, a slide for each pair, and no address of any other place."""
    job = replace(JOB, rooms=JOB.rooms[3:], schemes=())
    html = boards_html(job)
    outside = [
        found for found in re.findall(r"(?:src|href)=['\"]([^'\"]+)", html) if not found.startswith(("#", "data:"))
    ]
    assert outside == []
    assert not re.search(r"url\((?!data:)", html)
    assert html.count("type='range'") >= len(job.rooms) - 1
    for room in job.rooms:
        assert room.name in html
    opened: list[str] = []
    void = {"meta", "input", "br", "img"}

    class Reader(HTMLParser):
        def handle_starttag(self, tag: str, attrs: object) -> None:
            if tag not in void and tag != "polygon":
                opened.append(tag)

        def handle_startendtag(self, tag: str, attrs: object) -> None:
            pass

        def handle_endtag(self, tag: str) -> None:
            assert opened.pop() == tag

    Reader().feed(html)
    assert opened == []


def test_names_that_are_markup_stay_words() -> None:
    """A room called like a script is shown as it is written."""
    rooms = (replace(JOB.rooms[-1], name="<script>alert(1)</script>"),)
    html = boards_html(replace(JOB, rooms=rooms, schemes=()))
    assert "<script>" not in html
    assert "&lt;script&gt;" in html


def test_a_board_as_svg_is_as_large_as_its_paper() -> None:
    """With its letters in the size they have on it."""
    board = room_board(JOB, JOB.room("r1"))
    made = svg_drawing(board, 1.0)
    assert "width='420.00mm' height='297.00mm'" in made
    assert any(isinstance(mark, Stroke) for mark in board.marks)
