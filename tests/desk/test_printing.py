"""Sheets as they will come out, on the paper that is chosen, to a printer or into a file."""

from __future__ import annotations

import io
import time
from pathlib import Path

import pytest
from driving import errands_over, print_dialog, settle, until, write_printed
from msgspec.structs import replace
from pypdf import PdfReader
from PyQt6.QtCore import Qt
from PyQt6.QtPrintSupport import QPrinter
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QFileDialog

from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.desk.places.bought.handing_out import list_to_buy
from narrow_cornice.desk.printing import PrintDialog, print_pages
from narrow_cornice.desk.window import MainWindow
from narrow_cornice.exchange.full_size import profile_pdf
from narrow_cornice.exchange.going import tell
from narrow_cornice.exchange.list_pdf import to_buy_pdf
from narrow_cornice.exchange.paper import LETTER, PAPERS, Paper
from narrow_cornice.job.samples import demo_job

MM = 72 / 25.4  # points


def sizes(pdf: bytes) -> list[tuple[float, float]]:
    """Return the sizes of the pages of a PDF in mm."""
    boxes = [page.mediabox for page in PdfReader(io.BytesIO(pdf)).pages]
    return [(float(box.width) / MM, float(box.height) / MM) for box in boxes]


def opened(window: MainWindow) -> PrintDialog:
    """Return the dialog once its sheets are there."""
    dialog = print_dialog(window)
    assert dialog is not None
    return dialog


@pytest.mark.parametrize("paper", PAPERS, ids=lambda one: one.name)
def test_every_paper_is_as_large_as_it_is(paper: object) -> None:
    for size in sizes(to_buy_pdf(demo_job(), paper)):  # type: ignore[arg-type]
        assert size == pytest.approx((paper.wide, paper.tall), abs=0.1)  # type: ignore[attr-defined]


def test_a_job_in_inches_begins_with_letter() -> None:
    demo = demo_job()
    job = replace(demo, settings=replace(demo.settings, unit="in"))
    assert sizes(to_buy_pdf(job))[0] == pytest.approx((215.9, 279.4), abs=0.1)


def test_sheets_are_looked_at_turned_and_written(
    window: MainWindow, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    list_to_buy(window.out, "pdf", "shop")
    dialog = opened(window)
    many = len(sizes(dialog.content))
    assert many > 1
    assert dialog.pages.text() == f"Sheet 1 of {many}"
    assert not dialog.former.isEnabled()
    QTest.keyClick(dialog.sheet, Qt.Key.Key_PageDown)
    assert dialog.pages.text() == f"Sheet 2 of {many}"
    assert not dialog.grab().toImage().isNull()
    dialog.paper.setCurrentIndex(PAPERS.index(LETTER))
    assert dialog.pages.text() == "Putting together …"  # nothing of another paper is shown as this one
    assert sizes(opened(window).content)[0] == pytest.approx((215.9, 279.4), abs=0.1)
    path = tmp_path / "list.pdf"
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_a, **_k: (str(path), ""))
    write_printed(window)
    errands_over(window.session)
    assert sizes(path.read_bytes())[0] == pytest.approx((215.9, 279.4), abs=0.1)
    list_to_buy(window.out, "pdf", "shop")
    assert PAPERS[opened(window).paper.currentIndex()] == LETTER  # as it was left
    opened(window).reject()
    settle()


def test_sheets_that_nobody_wants_any_more_are_stopped(window: MainWindow) -> None:
    begun: list[int] = []

    def endless(paper: Paper) -> bytes:
        for number in range(1, 1000):
            tell(f"sheet {number}")
            begun.append(number)
            time.sleep(0.01)
        raise AssertionError("nobody stopped it")

    window.out.print_sheets("Sheets", "sheets", endless)
    dialog = window.findChild(PrintDialog)
    assert dialog is not None
    until(lambda: len(begun) > 2 and dialog.pages.text().startswith("Putting together sheet"))
    dialog.reject()
    settle()
    many = len(begun)
    assert 2 < many < 900
    QTest.qWait(50)
    assert len(begun) == many
    assert window.notice() == ""


def test_leaving_it_writes_nothing_and_asks_nothing(window: MainWindow) -> None:
    window.print_sheet()
    dialog = window.findChild(PrintDialog)
    assert dialog is not None
    dialog.reject()  # while the sheets are still put together
    settle()
    assert window.notice() == ""


def test_a_printer_gets_pages_of_their_true_size(qapp: object, tmp_path: Path) -> None:
    job = demo_job()
    trimmed = trimmed_room(job.rooms[0], job.house_rules)
    assert trimmed is not None
    profile = trimmed.trim.of("cornice").profile
    assert profile is not None
    content = profile_pdf(job, profile, "cornice", LETTER)
    printer = QPrinter(QPrinter.PrinterMode.HighResolution)
    printer.setOutputFormat(QPrinter.OutputFormat.PdfFormat)
    printer.setOutputFileName(str(tmp_path / "printed.pdf"))
    count = print_pages(content, printer)
    printed = sizes((tmp_path / "printed.pdf").read_bytes())
    assert len(printed) == count == len(sizes(content))
    assert printed[0] == pytest.approx((215.9, 279.4), abs=0.5)
