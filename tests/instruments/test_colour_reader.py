"""The stand-in colour reader, heard whole, in pieces and spoilt."""

from __future__ import annotations

import os
import time

import pytest

from narrow_cornice.instruments.colour_reader import USUAL, ColourReader, ReaderError, read_colours
from narrow_cornice.instruments.meter_lines import Heard, MeterColour, MeterEar, MeterNote, colour_line
from narrow_cornice.instruments.stand_in import LineHabits


def heard_of(reader: ColourReader, times: int) -> list[Heard]:
    handle = os.open(reader.port, os.O_RDWR | os.O_NOCTTY | os.O_NONBLOCK)
    ear, heard = MeterEar(), []
    try:
        reader.hello()
        for _ in range(times):
            reader.play()
        end = time.monotonic() + 2.0
        while time.monotonic() < end and len(heard) < times + 1:
            try:
                heard += ear.hear(os.read(handle, 7))
            except BlockingIOError:
                time.sleep(0.01)
    finally:
        os.close(handle)
        reader.pull()
    return heard


def test_colours_are_heard_as_they_were_sent_however_they_come_in() -> None:
    heard = heard_of(ColourReader(), len(USUAL))
    assert [one.tone for one in heard if isinstance(one, MeterColour)] == list(USUAL)
    assert isinstance(heard[0], MeterNote)


def test_spoilt_lines_are_nonsense_and_never_a_colour() -> None:
    heard = heard_of(ColourReader(habits=LineHabits(garble=1.0)), 6)
    assert not [one for one in heard if isinstance(one, MeterColour) and one.tone not in USUAL]


@pytest.mark.parametrize("line", [b"C #12345*00\n", b"C red*00\n", colour_line("#aabbcc")[:-3] + b"00\n"])
def test_what_is_no_colour_is_not_taken_for_one(line: bytes) -> None:
    assert all(isinstance(one, MeterNote) for one in MeterEar().hear(line))


def test_a_list_is_read_and_a_bad_one_refused_with_its_line() -> None:
    assert read_colours("; marsh\n#c8d3c2\n#F3EFE4 ; chalk\n") == ("#c8d3c2", "#f3efe4")
    with pytest.raises(ReaderError, match="line 2"):
        read_colours("#c8d3c2\ngreen\n")
    with pytest.raises(ReaderError, match="no colours"):
        read_colours("\n")
