"""Before there is a room: what is of the whole house is there, and what needs a room says so."""

from __future__ import annotations

import pytest
from driving import canvas, page, press, settle

from narrow_cornice.desk.bench_rows import Title
from narrow_cornice.desk.view import TO_SETTLE, TallyPath
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.explained.paths import HouseRulePath
from narrow_cornice.job.paths import DeckColourPath

pytestmark = pytest.mark.desk


@pytest.fixture
def empty(window: MainWindow) -> MainWindow:
    window.session.start_new()
    settle()
    assert window.session.room() is None
    return window


def heading(window: MainWindow) -> str:
    return next(row.text for row in window.bench.view.rows() if isinstance(row, Title))


def test_a_colour_of_the_deck_is_looked_at_and_taken(empty: MainWindow) -> None:
    session = empty.session
    session.look(place="colouring", leaf="deck")
    settle()
    lines = page(empty).sheet_of("deck").sheet.rows
    assert len(lines) == 400
    assert canvas(empty)._drawing.title == "The deck"
    session.look(by_lamp=True)  # there is no lamp yet
    session.look(by_lamp=False)
    about = lines[20].about
    assert isinstance(about, DeckColourPath)
    session.select(about)
    settle()
    assert heading(empty) == lines[20].late[0].text
    there = len(session.job.colours)
    assert press(empty, "Take it into the job")
    assert len(session.job.colours) == there + 1
    words = [invited.words for invited in page(empty).invitations()]
    assert words == ["Read a deck …", "A colour reader …", "A metal", "A wood"]


def test_ways_in_are_written_down(empty: MainWindow) -> None:
    session = empty.session
    session.look(place="measure", leaf="ways in")
    settle()
    assert [one.words for one in page(empty).invitations()] == ["Another way in"]
    typed = page(empty).sheet_of("ways in").sheet.rows[-1].late[0].typed
    assert typed is not None
    assert typed("front door")
    settle()
    assert [one.name for one in session.job.ways_in] == ["front door"]
    assert page(empty).sheet_of("ways in").sheet.rows[0].late[0].text == "front door"


@pytest.mark.parametrize(("place", "leaf"), [("measure", "walls"), ("colouring", "roles"), ("trim", "room")])
def test_what_needs_a_room_says_so(empty: MainWindow, place: str, leaf: str) -> None:
    empty.session.look(place=place, leaf=leaf)
    settle()
    assert canvas(empty)._drawing.title == "No room yet"
    assert page(empty).sheet_of(leaf).sheet.rows == []
    assert heading(empty) == "Nothing measured yet"


@pytest.mark.parametrize("total", ["paint", "cost", "days", TO_SETTLE])
def test_totals_and_the_second_look_open(empty: MainWindow, total: str) -> None:
    empty.session.select(TallyPath(total))
    settle()
    assert heading(empty) == {TO_SETTLE: "Second look"}.get(total, total.capitalize())


def test_a_house_rule_opens_on_the_bench(empty: MainWindow) -> None:
    empty.session.select(HouseRulePath("reading_sigma"))
    settle()
    assert heading(empty) == "Uncertainty of a tape reading"
