"""What a laser meter says, however it comes in."""

from __future__ import annotations

import contextlib
import os
import select
import subprocess
import sys

import pytest
from hypothesis import given, strategies as st

from narrow_cornice.instruments.laser import Habits, Laser, LaserError, read_list
from narrow_cornice.instruments.meter_lines import MeterEar, MeterNote, MeterReading, MeterUnit, reading_line, written


def readings(heard: list[MeterReading | MeterNote]) -> list[float]:
    return [one.mm for one in heard if isinstance(one, MeterReading)]


@given(
    st.lists(st.tuples(st.floats(1, 99_999), st.sampled_from(["mm", "m", "in", "ft"])), max_size=12),
    st.randoms(use_true_random=False),
)
def test_readings_come_out_as_they_went_in_however_they_are_cut(sent: list[tuple[float, MeterUnit]], chance) -> None:  # type: ignore[no-untyped-def]
    wire = b"".join(reading_line(mm, unit, 1.5) for mm, unit in sent)
    ear, heard = MeterEar(), []
    while wire:
        some = chance.randint(1, 9)
        heard += ear.hear(wire[:some])
        wire = wire[some:]
    assert readings(heard) == pytest.approx([mm for mm, _ in sent], abs=0.06)
    assert all(one.sigma == 1.5 for one in heard if isinstance(one, MeterReading))


@given(st.binary(max_size=400))
def test_nonsense_is_never_a_reading_and_never_stops_the_ear(some: bytes) -> None:
    ear = MeterEar()
    heard = ear.hear(some + b"\n")
    # a checksum of 8 bits lets one line of garbage in 256 through only if it also reads as a reading
    assert readings(heard) == []
    assert readings(ear.hear(reading_line(1234.5))) == [1234.5]


@given(st.floats(100, 9999), st.integers(1, 30), st.integers(32, 126))
def test_a_spoilt_line_is_passed_over(mm: float, place: int, byte: int) -> None:
    line = reading_line(mm, "mm", 1.9)
    place = place % (len(line) - 1)
    spoilt = line[:place] + bytes([byte]) + line[place + 1 :]
    heard = MeterEar().hear(spoilt)
    assert readings(heard) in ([], readings(MeterEar().hear(line)))
    halved = MeterEar()
    assert readings(halved.hear(line[: len(line) // 2] + reading_line(2000.0))) == []


def test_a_change_of_unit_and_words_of_the_meters_own() -> None:
    ear = MeterEar()
    assert readings(ear.hear(written("R 1500"))) == [1500.0]
    assert ear.hear(written("U ft")) == [MeterNote("unit", "ft")]
    (found,) = ear.hear(written("R 10.5"))
    assert isinstance(found, MeterReading)
    assert found.mm == pytest.approx(10.5 * 304.8)
    assert found.text == "10.5 ft"
    assert ear.hear(written("E too bright") + written("B 80") + b"# remark\n") == [
        MeterNote("fault", "too bright"),
        MeterNote("battery", "80"),
    ]
    assert ear.hear(written("R 0 mm")) == [MeterNote("nonsense", written("R 0 mm").decode().strip())]
    assert ear.hear(b"x" * 100_000) == []  # a line that never ends


def test_the_stand_in_plays_its_list_with_its_habits() -> None:
    laser = Laser((1000.0, 2000.0, 3000.0), Habits(noise=0.0))
    listener = os.open(laser.port, os.O_RDWR | os.O_NOCTTY)
    try:
        laser.hello()
        os.write(listener, b"?")
        assert laser.asked(1.0) == 1
        while laser.measure() is not None:
            pass
        ear, heard = MeterEar(), []
        while select.select([listener], [], [], 0.3)[0]:
            heard += ear.hear(os.read(listener, 4096))
        assert readings(heard) == [1000, 2000, 3000]
        assert MeterNote("fault", "nothing in sight") in heard
    finally:
        os.close(listener)
        laser.pull()


def test_noise_and_lost_lines_repeat_themselves() -> None:
    def sent(seed: int) -> list[float]:
        laser = Laser([2000.0] * 60, Habits(noise=1.5, drop=0.3), seed)
        while laser.measure() is not None:
            pass
        laser.pull()
        return laser.sent

    assert sent(3) == sent(3) != sent(4)
    assert 25 < len(sent(3)) < 55
    assert 0.5 < max(sent(3)) - 2000 < 7


def test_a_list_says_which_line_is_wrong() -> None:
    assert read_list("4310 # wall\n\n8' 6\"\n") == (4310.0, 2590.8)
    with pytest.raises(LaserError, match="line 2, “wall”"):
        read_list("4310\nwall\n")
    with pytest.raises(LaserError, match="no readings"):
        read_list("# nothing\n")


def test_the_command_prints_its_port_and_sends_on_a_key() -> None:
    command = [sys.executable, "-m", "narrow_cornice.cli", "instruments", "laser"]
    process = subprocess.Popen(command, stdin=subprocess.PIPE, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL)
    assert process.stdin is not None
    assert process.stdout is not None
    port = process.stdout.readline().decode().strip()
    listener = os.open(port, os.O_RDWR | os.O_NOCTTY)
    try:
        ear, heard = MeterEar(), []
        process.stdin.write(b"\n\n")
        process.stdin.flush()
        while len(readings(heard)) < 2 and select.select([listener], [], [], 5)[0]:
            heard += ear.hear(os.read(listener, 4096))
        assert len(readings(heard)) == 2
    finally:
        process.kill()
        with contextlib.suppress(OSError):
            os.close(listener)
        process.communicate()


def test_the_next_meter_reads_in_millimetres_until_it_says_otherwise() -> None:
    """Ten of the meter before in feet are no 3 048 mm of the next one."""
    ear = MeterEar()
    ear.hear(written("U ft"))
    (feet,) = ear.hear(written("R 10"))
    ear.forget()
    (bare,) = ear.hear(written("R 10"))
    assert isinstance(feet, MeterReading)
    assert isinstance(bare, MeterReading)
    assert (round(feet.mm, 3), bare.mm) == (3048.0, 10.0)
