"""CSV, SVG and PDF: everything is there, and no text from a job is ever more than text."""

from __future__ import annotations

import csv
import io
import re
from functools import cache
from xml.etree import ElementTree

import pytest
from hypothesis import given, strategies as st
from msgspec.structs import replace

from narrow_cornice.derived.bought.lines import InLengths
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.risks import trim_risks, wall_risks
from narrow_cornice.derived.trimwork.cut_list import cut_list
from narrow_cornice.drawing.elevation import wall_elevation
from narrow_cornice.drawing.lettering import usual_size
from narrow_cornice.drawing.marks import Dimension, Label
from narrow_cornice.drawing.plan import room_plan
from narrow_cornice.drawing.section import trim_section
from narrow_cornice.drawing.unfolded import unfolded_room
from narrow_cornice.exchange.cautions import cautions, cautions_of
from narrow_cornice.exchange.csv_lists import LEFT_OUT, MARK, surfaces_list, to_buy_by_room, to_buy_by_shop
from narrow_cornice.exchange.cut_list_pdf import cut_list_pdf
from narrow_cornice.exchange.list_pdf import to_buy_pdf
from narrow_cornice.exchange.pdf_sheets import SCALES, drawings_pdf, fitting_scale
from narrow_cornice.exchange.plain_text import cell, decimal_commas, file_names, printable
from narrow_cornice.exchange.sheets_pdf import sheets_pdf
from narrow_cornice.exchange.svg_drawing import svg_drawing
from narrow_cornice.job import edits
from narrow_cornice.job.bought import Shop, shipped_shops
from narrow_cornice.job.history import History
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.review.second_look import second_look
from narrow_cornice.units.show import show_money
from printed import pages, said
from rooms import changed
from thorough import THOROUGH

STRANGE = [
    "=cmd|' /C calc'!A0",
    "+1",
    "-1+1",
    "@SUM(A1)",
    "<b>&amp;\"'",
    "\u202egnp.exe",
    "a\x00b\x1b[0m",
    "👩‍🎨 مرحبا",
    "x" * 10_000,
]


def two_rooms() -> Job:
    """The demo's last two rooms: what is written of each is the same for five."""
    return replace(demo_job(), rooms=demo_job().rooms[3:])


def renamed(name: str) -> Job:
    job = two_rooms()
    rooms = tuple(
        changed(room, name=name, openings=tuple(replace(one, name=name) for one in room.measured.openings))
        for room in job.rooms
    )
    paints = tuple(replace(paint, name=name) for paint in job.paints)
    colours = tuple(replace(colour, name=name) for colour in job.colours)
    shops = tuple(Shop(shop.id, name) for shop in shipped_shops())
    milled = tuple(replace(one, name=name) for one in job.milled)
    return replace(job, name=name, place=name, rooms=rooms, paints=paints, colours=colours, milled=milled, shops=shops)


def rows(text: str) -> list[dict[str, str]]:
    assert text.startswith("\ufeff")
    return list(csv.DictReader(io.StringIO(text[1:])))


def test_the_order_as_csv_adds_up_both_ways() -> None:
    job = demo_job()
    by_shop, by_room = (
        [row for row in rows(table) if row["kind"] != LEFT_OUT] for table in (to_buy_by_shop(job), to_buy_by_room(job))
    )
    total = to_buy(job).price
    assert sum(float(row["price"]) for row in by_shop) == pytest.approx(total, abs=0.05)
    assert sum(float(row["share of price"]) for row in by_room) == pytest.approx(total, abs=0.3)
    sedge = next(row for row in by_shop if "Sedge" in row["name"])
    assert (sedge["count"], sedge["size"], sedge["unit"]) == ("2", "5", "L")
    assert {row["room"] for row in by_room} == {room.name for room in job.rooms}
    bought = next(line.bought_as for line in to_buy(job).lines if line.key == "paint:wall-matt:sedge")
    ticked = replace(job, ticks={"paint:wall-matt:sedge": bought})
    assert next(row for row in rows(to_buy_by_shop(ticked)) if "Sedge" in row["name"])["ticked"] == "bought"


def test_the_schedule_as_csv() -> None:
    listed = rows(surfaces_list(demo_job()))
    assert len(listed) == sum(len(room_surfaces(room, {})) for room in demo_job().rooms)
    for row in listed:
        net = float(row["gross m²"]) - float(row["openings m²"]) - float(row["covered m²"])
        assert float(row["net m²"]) == pytest.approx(net, abs=2e-4)


@pytest.mark.parametrize("name", STRANGE)
def test_no_cell_of_a_csv_is_a_formula(name: str) -> None:
    job = renamed(name)
    for text in (to_buy_by_shop(job), to_buy_by_room(job), surfaces_list(job)):
        for row in rows(text):
            for value in row.values():
                assert "\x00" not in value
                if not re.fullmatch(r"-?[\d.]+(e-?\d+)?", value):
                    assert not value.startswith(("=", "+", "-", "@")), value


@given(st.text(max_size=50))
def test_a_cell_keeps_its_text(text: str) -> None:
    kept, whole = cell(text), text.replace("\x00", "")
    # Nothing goes and nothing comes but apostrophes: one before the cell, one before each formula behind a mark in it.
    left = iter(kept)
    assert all(sign in left for sign in whole)
    assert kept.replace("'", "") == whole.replace("'", "")
    assert kept.count("'") - whole.count("'") <= 1 + sum(whole.count(sign) for sign in "=+-@")
    assert not kept.startswith(("=", "+", "-", "@"))


@given(st.text(max_size=600))
def test_printable_text_has_no_signs_that_do_things(text: str) -> None:
    shown = printable(text)
    assert len(shown) <= 400
    assert not set(shown) & {*"\u202a\u202b\u202c\u202d\u202e\u2066\u2067\u2068\u2069\x00\x1b\n\r"}
    shown.encode("utf-8")


def drawings(job: Job):  # type: ignore[no-untyped-def]
    room = job.rooms[0]
    return [
        unfolded_room(room, job.house_rules, job.colours, job.settings, 1),
        room_plan(room, job.house_rules, job.settings, 0),
        wall_elevation(room, job.house_rules, job.colours, job.settings, "w1"),
        trim_section(room, job.house_rules, job.settings, "cornice", False),
    ]


@pytest.mark.parametrize("name", ["Chart Room", *STRANGE])
def test_svg_is_well_formed_to_scale_and_harmless(name: str) -> None:
    for drawing in drawings(renamed(name)):
        svg = svg_drawing(drawing, 50)
        tree = ElementTree.fromstring(svg)
        left, _, right, _ = drawing.bounds
        assert float(tree.attrib["width"].removesuffix("mm")) == pytest.approx(max(right - left, 4000) / 50, abs=0.01)
        tags = {element.tag.rsplit("}", 1)[1] for element in tree.iter()}
        assert tags <= {"svg", "title", "text", "g", "polygon", "polyline", "circle", "path"}
        assert not any(key.startswith("on") or "href" in key for element in tree.iter() for key in element.attrib)


def test_svg_says_what_each_mark_is_about() -> None:
    svg = svg_drawing(drawings(demo_job())[0], 50)
    assert "data-about='r1/trim/cornice'" in svg
    assert "data-about='r1/opening/o2'" in svg


def test_pdf_sheets_are_whole_and_embed_their_faces() -> None:
    job = demo_job()
    pdf = drawings_pdf(drawings(job), job)
    assert b"Vollkorn" in pdf
    assert b"/JavaScript" not in pdf
    sheets = pages(pdf)
    assert len(sheets) == 4
    for sheet, drawing in zip(sheets, drawings(job), strict=True):
        assert drawing.title in sheet
        assert "1 :" in sheet
        lettering = [mark for mark in drawing.marks if isinstance(mark, Label | Dimension) and mark.text.strip()]
        # A label that has only so much room is left out where it would be longer.
        written = [mark.text for mark in lettering if getattr(mark, "within", None) is None]
        assert written
        missing = [text for text in written if " ".join(text.split()) not in sheet]
        assert not missing


def test_every_line_to_buy_is_printed_with_what_to_buy_and_its_price() -> None:
    job = demo_job()
    by_shop, by_room = (said(to_buy_pdf(job, parted=one)) for one in ("shop", "room"))
    for printed in (by_shop, by_room):
        for line in to_buy(job).lines:
            assert line.name[:40] in printed, line.name
            assert show_money(line.price) in printed, line.name
    shops = [name for name, _ in to_buy(job).shops()]
    assert all(shop in by_shop for shop in shops)
    assert all(room.name in by_room for room in job.rooms)


@cache
def two_rooms_to_buy() -> bytes:
    return to_buy_pdf(two_rooms())


@pytest.mark.parametrize("name", STRANGE if THOROUGH else STRANGE[::4])
def test_pdf_of_strange_names_is_still_a_pdf(name: str) -> None:
    pdf = to_buy_pdf(renamed(name))
    assert len(pages(pdf)) >= len(pages(two_rooms_to_buy()))  # long names are printed whole
    assert "what the local code asks" in said(pdf)  # the last words: nothing broke off
    assert b"/Launch" not in pdf
    assert b"/URI" not in pdf


def test_an_empty_order_and_a_long_one_can_be_printed() -> None:
    assert "To buy for" in said(to_buy_pdf(starting_job()))
    history = History(demo_job())
    for number in range(40):
        history.do(edits.add_colour(f"Colour {number}", f"#{number * 4:02x}8080"))
        key = f"upper wall@{history.job.rooms[0].measured.walls[number % 8].id}" if number < 8 else "ceiling"
        history.do(edits.change_finish(["r1" if number % 2 else "r2"], [key], "own", colour=f"c{number + 1}"))
    waiting = replace(
        history.job,
        rooms=(*history.job.rooms, changed(history.job.rooms[0], id="r9", name="Later", heights=())),
        milled=history.job.milled[:1],
    )
    printed = said(to_buy_pdf(waiting))
    assert "Later" in printed  # a room that waits to be measured
    used = [line.name for line in to_buy(waiting).lines]
    assert len(used) > 30
    assert all(name[:40] in printed for name in used)


def test_what_was_kept_is_printed_with_its_reason() -> None:
    history = History(two_rooms())
    finding = second_look(history.job)[0]
    assert "the client has" not in said(to_buy_pdf(history.job))
    history.do(edits.keep_finding(finding.key, "the client has the old stock " * 30, finding.says))
    assert said(to_buy_pdf(history.job)).count("the client has the old stock") >= 10
    history.do(edits.keep_finding(finding.key, "<b>=1+1</b>", finding.says))
    assert "<b>=1+1</b>" in said(to_buy_pdf(history.job))


def test_scales_are_usual_ones_that_fit() -> None:
    for drawing in drawings(demo_job()):
        scale = fitting_scale(drawing, 269, 164)
        assert scale in SCALES
        left, top, right, bottom = drawing.bounds
        assert (right - left) / scale <= 269
        assert (bottom - top) / scale <= 164


def test_cautions_defer_and_never_permit() -> None:
    assert len(cautions()) >= 5
    assert cautions("dust") == (cautions()[1],)
    for text in cautions():
        assert "safe" not in text.lower().replace("unsafe", "")
        assert any(word in text for word in ("local code", "maker's sheet", "licensed", "engineer", "certified"))


def test_cautions_are_printed_whole_on_every_sheet_and_nothing_over_them() -> None:
    """The demo calls for more than the two or three lines that a sheet has for them: the sheet gives way."""
    whole = demo_job()
    job = replace(whole, rooms=whole.rooms[1:2])
    on_trim = cautions_of(name for room in job.rooms for name in trim_risks(job, room))
    assert len(" ".join(on_trim)) > 400  # more than two lines
    for page in pages(cut_list_pdf(job)):
        assert all(one in page for one in on_trim)
    building = cautions("dust", "tipping", "ladders")
    assert all(one in pages(sheets_pdf(job))[0] for one in building)
    plan = room_plan(job.rooms[0], {}, job.settings, 0.0)
    on_walls = cautions_of(wall_risks(job, job.rooms[0]))
    assert all(one in pages(drawings_pdf([plan], job, said=on_walls))[0] for one in on_walls)


def test_the_cut_list_is_printed_with_every_piece_and_every_bar() -> None:
    job = two_rooms()
    printed = said(cut_list_pdf(job))
    for room in job.rooms:
        for piece in cut_list(room, job.house_rules, job.milled, job.joinery):
            sizes = re.findall(rf" {re.escape(piece.name)} ([\d ]+) mm", printed)
            # Whole millimetres, never cut short.
            assert any(0 <= int(size.replace(" ", "")) - piece.length + 0.05 < 1 for size in sizes), piece.name
    for line in to_buy(job).lines:
        if isinstance(line.goods, InLengths):
            assert line.name[:40] in printed, line.name
    assert len(pages(cut_list_pdf(replace(job, rooms=())))) == 1


def test_a_table_with_decimal_commas_is_read_as_what_it_says() -> None:
    """2.246 L, opened where a comma is the decimal sign, would be two thousand litres."""
    job = demo_job()
    points = list(csv.reader(io.StringIO(to_buy_by_shop(job).removeprefix(MARK))))
    with decimal_commas(wanted=True):
        text = to_buy_by_shop(job).removeprefix(MARK)
    commas = list(csv.reader(io.StringIO(text), delimiter=";"))
    assert [len(row) for row in commas] == [len(row) for row in points]
    for one, other in zip(points[1:], commas[1:], strict=True):
        for column in (3, 6, 7):
            assert other[column] == one[column].replace(".", ",")
    assert any("," in row[3] for row in commas[1:])
    assert to_buy_by_shop(job).removeprefix(MARK) == "\r\n".join(text_of(points)) + "\r\n"


def text_of(table: list[list[str]]) -> list[str]:
    held = io.StringIO()
    csv.writer(held).writerows(table)
    return held.getvalue().split("\r\n")[:-1]


@pytest.mark.parametrize("text", ["paint;=1+1", "a; @x", "a\t=cmd|' /C calc'!A0", "a,+1", "line\n=1"])
def test_nothing_behind_a_sign_between_cells_is_a_formula(text: str) -> None:
    kept = cell(text)
    for sign in ";,\t\n":
        assert not any(part.strip().startswith(("=", "+", "-", "@")) for part in kept.split(sign))


def test_names_of_files_stay_different_and_no_longer_than_disks_take() -> None:
    names = file_names(["Parlour, wall A–B", "Parlour; wall A–B", "x" * 80, "x" * 90, "漢" * 80, "漢" * 70, "", "?"])
    assert len({name.lower() for name in names}) == len(names)
    assert all(len(name.encode()) <= 130 for name in names)


def test_what_is_no_sign_is_left_out_of_a_drawing() -> None:
    job = demo_job()
    named = replace(job.rooms[0], name="Parlour \ufffe\uffff\ufdd0 <b>")
    ElementTree.fromstring(svg_drawing(unfolded_room(named, {}, (), job.settings, 0.0), 0.05))


def test_a_long_title_fits_its_sheet() -> None:
    job = demo_job()
    room = replace(job.rooms[0], name="A parlour with a very long name indeed " * 3)
    text = svg_drawing(room_plan(room, job.house_rules, job.settings, 0.0), 50.0)
    root = ElementTree.fromstring(text)
    title = next(one.text or "" for one in root.iter() if one.tag.endswith("}text"))
    assert title.endswith("…")
    mm = float(root.get("width", "0mm").removesuffix("mm"))
    assert usual_size(1.0)(title, 14, "name")[0] <= mm
