"""Product sheets from CSV and JSON: what is read, what is refused in words, and there and back again."""

from __future__ import annotations

import contextlib
import json

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.product_sheets import products_json, read_products, shipped_products
from narrow_cornice.job import edits
from narrow_cornice.job.checks import checked_job
from narrow_cornice.job.finishes import Tin
from narrow_cornice.job.samples import demo_job, starting_job

TABLE = """name;kind;sheen;solids;film;sizes;shop;thinner;recoat;pot life;keeps;on;opacity;cautions
Marsh stain;stain;satin;18 %;28;1 L 16,50; ;water;6;;36;wood;solid;Stir it.|Rags flat.
"""
SHEET = {"name": "Marsh stain", "solids": 18, "film": 28, "sizes": "1 L 16.5; 2.5 L 36"}


def test_a_table_is_read_field_by_field() -> None:
    (paint,) = read_products(TABLE.replace("1 L 16,50; ;", "1 L 16,50;;").encode())
    assert (paint.id, paint.solids, paint.film, paint.opacity) == ("marsh-stain", 18.0, 28.0, "solid")
    assert paint.sizes == (Tin(1.0, 16.5),)
    assert (paint.thinner, paint.recoat, paint.keeps, paint.on) == ("water", 6.0, 36, "wood")
    assert paint.cautions == ("Stir it.", "Rags flat.")


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"solids": None}, "solids is missing"),
        ({"solids": "much"}, "no number for solids"),
        ({"solids": 140}, "not between 1 and 100"),
        ({"sizes": "1 L"}, "no size and price"),
        ({"kind": "glue"}, "no kind"),
        ({"thinner": "tea"}, "no thinner"),
        ({"opacity": "half"}, "no opacity"),
        ({"on": "cheese"}, "no on"),
    ],
)
def test_what_a_sheet_lacks_is_said_with_its_place(change: dict[str, object], words: str) -> None:
    raw = json.dumps({"products": [SHEET, {**SHEET, "id": "second", **change}]}).encode()
    with pytest.raises(CorniceError) as caught:
        read_products(raw)
    assert words in str(caught.value)
    assert "product 2" in str(caught.value)


@pytest.mark.parametrize("raw", [b"", b"[]", b"{}", b"\xff\xfe", b"name\n", b"solids;film\n1;2\n", b'{"products": 3}'])
def test_what_is_no_list_of_sheets_is_refused(raw: bytes) -> None:
    with pytest.raises(CorniceError):
        read_products(raw)
    with pytest.raises(CorniceError, match="second"):
        read_products(json.dumps([SHEET, SHEET]).encode())


@given(st.binary(max_size=400))
def test_no_bytes_bring_it_down(raw: bytes) -> None:
    with contextlib.suppress(CorniceError):
        read_products(raw)


def test_paints_go_out_and_come_back_the_same() -> None:
    for paints in (demo_job().paints, shipped_products()):
        assert read_products(products_json(paints)) == paints


def test_the_sheets_that_ship_serve_every_system() -> None:
    paints = shipped_products()
    assert {one.opacity for one in paints if one.stains} == {"clear", "semi-transparent", "semi-solid", "solid"}
    assert {one.on for one in paints if one.primer} >= {"plaster", "wood", "metal", "masonry", "anything"}
    assert all(one.recoat > 0 and one.thinner != "not said" and one.cautions for one in paints)
    job = edits.put_paints(paints, "sheets").apply(starting_job())
    assert len(checked_job(job).paints) == len(starting_job().paints) + len(paints)
