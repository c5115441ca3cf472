"""Decks of colours from CSV and GPL, and the colours of a job as GPL that is read again."""

from __future__ import annotations

import pytest
from hypothesis import given, settings, strategies as st

from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.decks import DeckError, colours_gpl, colours_table, read_deck
from narrow_cornice.exchange.zones_csv import zones_table
from narrow_cornice.job.samples import demo_job
from thorough import many


def test_a_palette_goes_out_and_comes_back() -> None:
    job = demo_job()
    deck = read_deck(colours_gpl(job).encode(), "mine")
    assert [one.hex for one in deck.colours] == [colour.hex for colour in job.colours]
    assert [one.name for one in deck.colours] == [colour.name for colour in job.colours]


@pytest.mark.parametrize(
    "text",
    [
        "name,colour\nSedge,#c8d3c2\nChalk,f3efe4\n",
        "Sedge;#C8D3C2\n\nChalk;#f3efe4\n",
        "name\tred\tgreen\tblue\nSedge\t200\t211\t194\nChalk\t243\t239\t228\n",
    ],
)
def test_tables_of_several_kinds_are_read(text: str) -> None:
    deck = read_deck(text.encode("utf-8-sig"), "a table")
    assert [(one.name, one.hex) for one in deck.colours] == [("Sedge", "#c8d3c2"), ("Chalk", "#f3efe4")]
    assert deck.colours[0].family == "green"


@pytest.mark.parametrize(
    ("raw", "says"),
    [
        (b"", "no colour"),
        (b"name,colour\nSedge,green\n", "line 2"),
        (b"GIMP Palette\nName: x\n#\n300 0 0 too red\n", "line 4"),
        (b"GIMP Palette\nred green blue\n", "line 2"),
        (b"\x00\x01\x02", "no text"),
    ],
)
def test_what_is_no_deck_is_refused_with_its_line(raw: bytes, says: str) -> None:
    with pytest.raises(DeckError) as told:
        read_deck(raw, "x")
    assert says in f"{told.value} {told.value.where}"


@given(st.binary(max_size=400))
@settings(max_examples=many(60, 2000), deadline=None)
def test_any_bytes_are_a_deck_or_refused(raw: bytes) -> None:
    try:
        deck = read_deck(raw, "x")
    except CorniceError:
        return
    assert deck.colours


def test_tables_of_colours_and_zones_have_every_one() -> None:
    job = demo_job()
    colours, zones = colours_table(job), zones_table(job)
    for room in job.rooms:
        assert not room.colours.roles or room.name in colours
        for one in (*room.zones.zones, *room.zones.pieces, *room.zones.lamps, *room.zones.dressings):
            assert one.name in zones
