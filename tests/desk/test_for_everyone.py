"""For everyone: contrast, targets, names that keep their figures, a drawing whose things can be read and chosen."""

from __future__ import annotations

import itertools

import pytest
from driving import canvas, gone, page, settle
from PyQt6.QtCore import QPoint, QPointF, Qt
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QAbstractButton, QApplication, QCheckBox, QComboBox, QLabel, QMenu, QWidget

from narrow_cornice.desk.bench_widgets import Field, LinkButton
from narrow_cornice.desk.drawn_things import DrawnThing
from narrow_cornice.desk.making_window import make_window
from narrow_cornice.desk.places.bought.slips import LineRow
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.desk.theme import DAY, EVENING
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.drawing.marks import Label
from narrow_cornice.job import edits
from narrow_cornice.job.paths import OpeningPath, WallPath
from thorough import many

pytestmark = pytest.mark.desk

WORDS = ("ink", "soft", "verdigris", "rust", "caution")
PAPERS = ("paper", "sheet")
BESIDE = {  # words and what they stand on, where that is not paper
    ("caution", "board"): 4.5,
    ("soft", "board"): 4.5,
    ("tally text", "tally"): 4.5,
    ("tally soft", "tally"): 4.5,
    ("tally warm", "tally"): 4.5,
    ("on verdigris", "verdigris"): 4.5,
    ("ink", "wash"): 4.5,
    ("edge", "paper"): 3.0,
    ("edge", "sheet"): 3.0,
    ("verdigris", "board"): 3.0,
    ("ochre", "verdigris"): 1.0,
}


def luminance(tone: str) -> float:
    """Return the relative luminance of a tone (WCAG 2)."""
    parts = [int(tone[at : at + 2], 16) / 255 for at in (1, 3, 5)]
    linear = [part / 12.92 if part <= 0.04045 else ((part + 0.055) / 1.055) ** 2.4 for part in parts]
    return 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]


def contrast(one: str, other: str) -> float:
    light, dark = sorted((luminance(one), luminance(other)), reverse=True)
    return (light + 0.05) / (dark + 0.05)


@pytest.mark.parametrize("roles", [DAY, EVENING], ids=["day", "evening"])
def test_words_have_4_5_and_borders_3_against_what_they_stand_on(roles: dict[str, str]) -> None:
    assert contrast("#000000", "#ffffff") == pytest.approx(21.0)
    for word in WORDS:
        for paper in PAPERS:
            assert contrast(roles[word], roles[paper]) >= 4.5, (word, paper, contrast(roles[word], roles[paper]))
    for (word, under), least in BESIDE.items():
        assert contrast(roles[word], roles[under]) >= least, (word, under, contrast(roles[word], roles[under]))
    assert contrast("#fffaf2", roles["notice"]) >= 4.5


def test_what_is_pressed_is_24_pixels_tall(window: MainWindow) -> None:
    for place in window.places.each:
        window.go(place.key)
        settle()
        for kind in (QAbstractButton, QComboBox):
            for one in window.findChildren(kind):
                if not one.isVisible() or isinstance(one, DrawnThing):
                    continue
                tall = one.height()
                assert tall >= 24 or isinstance(one, QCheckBox), (place.key, type(one).__name__, tall, _words(one))


def _words(one: QWidget) -> str:
    return one.text() if isinstance(one, QAbstractButton) else one.accessibleName()


def test_names_for_a_reader_keep_what_is_shown(window: MainWindow) -> None:
    names = [button.accessibleName() for button in window.tally.buttons.values()]
    assert names[0] == f"paint {window.tally._values['paint'].text()}"
    assert names[-1].endswith("to settle")
    window.go("bought")
    settle()
    row = window.page("bought").slips[0].rows[0]  # type: ignore[attr-defined]
    assert "not bought" in row.accessibleName()
    row.ticked.emit()
    settle()
    assert "not bought" not in window.page("bought").slips[0].rows[0].accessibleName()  # type: ignore[attr-defined]


def test_the_things_of_a_drawing_can_be_read_and_chosen(window: MainWindow) -> None:
    window.go("measure")
    settle()
    drawing = canvas(window)
    # Only a label with a picture has the role of a graphic; it takes its size from its room all the same.
    assert isinstance(drawing, QLabel)
    assert not drawing.pixmap().isNull()
    assert not drawing.sizeHint().isValid()
    drawing.name_children()
    things = {thing.about: thing for thing in drawing.findChildren(DrawnThing) if thing.isVisible()}
    assert things[WallPath("r1", "w1")].accessibleName().startswith("Wall A–B")
    assert things[OpeningPath("r1", "o1")].accessibleName() == "garden door"
    assert len(things) > 20
    for thing in things.values():
        assert thing.accessibleName()
        assert thing.geometry().isValid()
    things[OpeningPath("r1", "o1")].click()
    settle()
    assert window.session.view.selected == OpeningPath("r1", "o1")


@pytest.mark.parametrize(
    ("size", "letters"), [((1024, 720), 1.0), ((1024, 720), 1.3), ((1280, 800), 1.3)][: many(2, 3)]
)
def test_nothing_of_the_frame_is_cut_off(session: Session, size: tuple[int, int], letters: float) -> None:
    session.settings.setValue("letters", letters)
    window = make_window(session)
    window.resize(*size)
    window.show()
    window.make_complete()
    settle()
    for place in window.places.each:
        window.go(place.key)
        settle()
        for button in window.spine.buttons.values():
            assert button.width() >= button.fontMetrics().horizontalAdvance(button.text()) + 24
        row = window.page(place.key).row  # type: ignore[attr-defined]
        edge = row.width()
        for one in (*row.leaves.values(), *row.drawings.values()):
            if one.isVisible():
                assert one.geometry().right() <= edge, (place.key, one.text())
                assert one.width() >= one.sizeHint().width() - 1
        assert window.bench.field.isVisible()
    totals = list(window.tally.buttons.values())
    for one, other in itertools.pairwise(totals):
        assert one.geometry().right() < other.geometry().left()
    for name, value in window.tally._values.items():
        assert value.width() >= value.sizeHint().width(), name
    for button in totals:
        (caption,) = [one for one in button.findChildren(QLabel) if one.text() in window.tally.buttons]
        assert caption.width() >= caption.sizeHint().width(), caption.text()
    assert window.width() <= size[0]
    gone(window)


def test_tab_goes_from_a_sheet_to_its_last_line_from_left_to_right(window: MainWindow) -> None:
    window.activateWindow()
    window.go("measure")
    for number in (4, 5):  # the sheets take turns, and their invitations are others
        QTest.keyClick(window, getattr(Qt.Key, f"Key_{number}"), Qt.KeyboardModifier.AltModifier)
        settle()
        part = page(window).part
        sheet = part.front()
        assert sheet is not None
        sheet.setFocus()
        reached = []
        for _ in range(1 + sum(button.isVisible() for button in part._buttons)):
            QTest.keyClick(QApplication.focusWidget(), Qt.Key.Key_Tab)
            reached.append(QApplication.focusWidget())
        assert reached == [part.fold_button, *[button for button in part._buttons if button.isVisible()]]


def test_tab_goes_round_the_window_as_the_eye_does(window: MainWindow) -> None:
    """Whatever was made first: spine, place, bench, tally, each from its top; every stop once, and back the same."""
    window.activateWindow()
    window.go("trim")
    window.go("colouring")
    window.session.look(leaf="deck", seen_as="")
    window.session.select(WallPath("r1", "w1"))
    window.session.select(None)
    settle()
    window.spine.name.setFocus()
    reached: list[QWidget] = [window.spine.name]
    while True:
        QTest.keyClick(QApplication.focusWidget(), Qt.Key.Key_Tab)
        focus = QApplication.focusWidget()
        assert focus is not None
        if focus is window.spine.name:
            break
        assert focus not in reached
        reached.append(focus)
    parts = [window.spine, page(window), window.bench, window.tally]
    through = [next(part for part in parts if part.isAncestorOf(one)) for one in reached]
    assert [part for part, _ in itertools.groupby(through)] == parts
    for part in parts:
        tops = [one.mapTo(part, QPoint(0, 0)).y() for one, its in zip(reached, through, strict=True) if its is part]
        assert all(after > before - 12 for before, after in itertools.pairwise(tops))
    QTest.keyClick(window.spine.name, Qt.Key.Key_Backtab)
    assert QApplication.focusWidget() is reached[-1]


def test_a_size_that_is_being_typed_is_left_when_another_leaf_is_turned_to(window: MainWindow) -> None:
    window.activateWindow()
    window.go("measure")
    window.session.look(leaf="walls", seen_as="")
    window.session.select(WallPath("r1", "w1"))
    settle()
    QTest.keyClick(canvas(window), Qt.Key.Key_Return)
    settle()
    assert canvas(window).editor.isVisible()
    QTest.keyClick(canvas(window).editor, Qt.Key.Key_4, Qt.KeyboardModifier.AltModifier)
    settle()
    assert window.session.view.leaf == "openings"
    assert not canvas(window).editor.isVisible()
    assert canvas(window).hasFocus()


@pytest.mark.parametrize("room", ["r1", "r2", "r3", "r4"])
@pytest.mark.parametrize("turn", [0.0, 90.0, 180.0, 270.0])
def test_a_drawing_as_a_whole_is_seen_with_all_its_letters(window: MainWindow, room: str, turn: float) -> None:
    window.resize(1024, 720)
    window.go("trim")
    window.session.look(room_id=room, leaf="room", seen_as="", selected=None, turn=turn)
    settle()
    paper = canvas(window)
    paper.grab()
    assert paper._lettered is not None
    for mark in paper._lettered.drawing.marks:
        if isinstance(mark, Label) and not mark.turned and mark.within is None:
            wide = window.theme.width(mark.text, mark.size, mark.face)
            x = paper.way().map(QPointF(*mark.at)).x()
            left = x - {"left": 0.0, "middle": wide / 2, "right": wide}[mark.anchor]
            assert left >= -0.5, mark.text
            assert left + wide <= paper.width() + 0.5, mark.text
            tall, y = window.theme.metrics(mark.size, mark.face).height(), paper.way().map(QPointF(*mark.at)).y()
            assert y - tall / 2 >= paper.head() - 8, mark.text
            assert y + tall / 2 <= paper.height() + 0.5, mark.text


def test_f10_opens_the_menu_whatever_the_job_is_called(window: MainWindow, monkeypatch: pytest.MonkeyPatch) -> None:
    opened: list[QPoint] = []
    monkeypatch.setattr(QMenu, "popup", lambda menu, place: opened.append(place))
    window.activateWindow()
    for number, name in enumerate(("Salt & Sons", "A house"), 1):
        window.session.do(edits.rename_job(name, ""))
        settle()
        QTest.keyClick(canvas(window), Qt.Key.Key_F10)
        QTest.qWait(150)  # a button that is pressed by its key stays down for a moment
        assert len(opened) == number, name


def test_letters_go_to_places_wherever_nothing_is_typed(window: MainWindow) -> None:
    window.go("bought")
    settle()
    line = window.page("bought").findChildren(LineRow)[0]
    line.setFocus()
    QTest.keyClick(line, Qt.Key.Key_P)
    settle()
    assert window.session.view.place == "programme"
    name = next(one for one in window.bench.findChildren(Field) if one.isVisible() and not one.isReadOnly())
    name.setFocus()
    QTest.keyClick(name, Qt.Key.Key_T)
    assert window.session.view.place == "programme"
    assert "t" in name.text().lower()
    window.go("present")  # where Y says what the client says, wherever the keyboard is
    window.session.look(leaf="answers", room_id="r1", selected=None)
    settle()
    link = next(one for one in window.bench.findChildren(LinkButton) if one.isVisible() and one.text() == "Yes")
    link.setFocus()
    QTest.keyClick(link, Qt.Key.Key_Y)
    settle()
    assert window.session.view.place == "present"
    assert len(window.session.job.room("r1").presented.answers) == 1


def test_an_invitation_that_was_taken_leaves_the_keyboard_at_the_last_line(window: MainWindow) -> None:
    window.activateWindow()
    window.go("trim")
    settle()
    part = page(window).part
    part.invite([Invitation("Fit more"), Invitation("Another")])
    part._buttons[1].setFocus()
    part.invite([Invitation("Fit more of it"), Invitation("One more")])
    assert QApplication.focusWidget() is part._buttons[1]
    part.invite([Invitation("Fit the last")])
    assert QApplication.focusWidget() is part._buttons[0]
    part.invite([])
    assert QApplication.focusWidget() is part.front()
