"""The list to buy and the take-off on paper."""

from __future__ import annotations

import io
import re

from msgspec.structs import replace
from pypdf import PdfReader

from narrow_cornice.derived.bought.costs import costs
from narrow_cornice.derived.bought.deliveries import deliveries
from narrow_cornice.derived.bought.hours import job_hours
from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.drawing.plan import room_plan
from narrow_cornice.exchange.boards_out import record_pdf
from narrow_cornice.exchange.cut_list_pdf import cut_list_pdf
from narrow_cornice.exchange.list_pdf import takeoff_pdf, to_buy_pdf
from narrow_cornice.exchange.logbook_out import book_pdf, cards_pdf
from narrow_cornice.exchange.measuring_sheet import measuring_sheets_pdf
from narrow_cornice.exchange.parts_out import labels_pdf
from narrow_cornice.exchange.pdf_sheets import drawings_pdf
from narrow_cornice.exchange.sheets_pdf import sheets_pdf
from narrow_cornice.explained.working import working
from narrow_cornice.job import edits
from narrow_cornice.job.bought import Purchase
from narrow_cornice.job.history import History
from narrow_cornice.job.model import Settings
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.review.second_look import second_look
from narrow_cornice.units.lengths import parse_length
from narrow_cornice.units.show import show_money
from printed import pages, said


def heads(name: str, printed: list[str], others: list[str]) -> list[int]:
    """Return the pages that a slip begins on, by its name as the first of the slips on it."""
    return [number for number, text in enumerate(printed) if name in text and not any(one in text for one in others)]


def test_each_shop_has_a_sheet_of_its_own_to_take_along() -> None:
    job = demo_job()
    shops = [name for name, _ in to_buy(job).shops()]
    printed = pages(to_buy_pdf(job))
    for shop in shops:
        assert heads(shop, printed, [one for one in shops if one != shop]), shop
    heavy = [one for one in deliveries(job) if one.heavy]
    assert heavy
    whole = " ".join(printed)
    for one in heavy:
        assert f"About {one.weight:.0f} kg together: have it delivered" in whole
    by_phase = said(to_buy_pdf(job, parted="phase"))
    assert all(phase in by_phase for phase, _ in to_buy(job).phases())


def test_what_was_got_and_paid_is_on_paper() -> None:
    job = demo_job()
    line = next(one for one in to_buy(job).lines if one.key == "paint:wall-matt:sedge")
    got = edits.record_purchase(line.key, Purchase(((5.0, 1),), 61.5), line.name).apply(job)
    other = next(one for one in to_buy(job).lines if one.kind == "paint" and one.key != line.key)
    printed = said(to_buy_pdf(edits.tick(other.key, "30 × 2.5 L", other.name).apply(got)))
    assert "still to get 1 × 5 L" in printed
    assert "61.50" in printed
    assert f"Ticked when it was 30 × 2.5 L; now it is {other.bought_as}" in printed


def test_the_take_off_has_every_total_with_its_working_and_what_rooms_cost() -> None:
    job = edits.change_house_rule("wage", 31.0, "wage").apply(demo_job())
    printed = said(takeoff_pdf(job))
    for figure in (*tally(job).values(), job_hours(job)):
        assert figure.shown(job.settings) in printed, figure.name
    words = working(tally(job)["cost"], job.settings)
    assert len(words) > 4000
    assert words in printed  # to its end, however long
    for line in to_buy(job).lines:
        assert line.needed.shown(job.settings) in printed, line.name
    for one in costs(job):
        if one.whole:
            assert f"{show_money(one.materials)} " in printed
            assert show_money(one.together) in printed


def test_a_pdf_says_its_language_its_version_and_where_its_parts_are() -> None:
    job = demo_job()
    reader = PdfReader(io.BytesIO(to_buy_pdf(job)))
    root = reader.trailer["/Root"]
    assert root["/Lang"] == "en"
    assert root["/ViewerPreferences"]["/DisplayDocTitle"]
    assert reader.pdf_header >= "%PDF-1.4"
    marked = [str(one.title) for one in reader.outline]  # type: ignore[union-attr]
    assert marked
    assert len(marked) <= len(reader.pages)
    for one in reader.outline:
        page = reader.get_destination_page_number(one)  # type: ignore[arg-type]
        assert str(one.title)[:12] in pages(to_buy_pdf(job))[page or 0]  # type: ignore[union-attr]


def test_what_is_to_scale_asks_not_to_be_fitted_to_the_paper() -> None:
    job = demo_job()
    plan = room_plan(job.rooms[0], job.house_rules, job.settings, 0.0)
    for pdf, asked in ((drawings_pdf([plan], job), True), (to_buy_pdf(job), False)):
        root = PdfReader(io.BytesIO(pdf)).trailer["/Root"]
        assert (root["/ViewerPreferences"].get("/PrintScaling") == "/None") is asked


def test_reasons_and_what_is_left_out_are_printed_to_their_end() -> None:
    """However long: twenty rooms leave out a page of surfaces."""
    job = demo_job()
    finding = next(one for one in second_look(job) if not one.kept)
    because = "the client has seen it and said so. " * 40
    few = replace(job, rooms=tuple(room for room in job.rooms if room.name == finding.room))
    printed = said(to_buy_pdf(replace(few, kept={finding.key: because})))
    assert f"Kept, because {because.strip()}" in printed
    history = History(starting_job())
    for number in range(20):
        name = f"a room whose name is nearly as long as a line of its sheet {number}"
        history.do(edits.add_room(name, *(parse_length(text, "mm") for text in ("3100", "2700", "2500"))))
    many = history.job
    left_out = to_buy(many).left_out
    assert len(left_out) >= 20
    assert f"Not in this list: {' '.join(left_out)}" in said(to_buy_pdf(many))


def test_nothing_is_cut_off_on_paper() -> None:
    """In inches, where sizes are longest. What a piece of a bar has no room for is left out: a figure cut off would be
    another figure; the cut list has it."""
    job = replace(demo_job(), settings=Settings("in"))
    job = replace(job, rooms=job.rooms[1:5:3])  # those with the smallest pieces, and with slats and panels
    for printed in (record_pdf, book_pdf, cards_pdf, labels_pdf, measuring_sheets_pdf, cut_list_pdf, sheets_pdf):
        text = re.sub("…{2,}", "", said(printed(job)))  # dots to write on
        assert "…" not in text, (printed.__name__, text[max(0, text.find("…") - 60) : text.find("…") + 1])
