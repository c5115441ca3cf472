"""Readings as they were taken: the value as typed, the instrument, and how sure it is.

What a reading means is never changed by the adjustment: the adjusted value stands beside it.
"""

import re
from collections.abc import Sequence
from typing import Literal

import msgspec

from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.units.lengths import Length, LengthError, Unit, parse_length
from narrow_cornice.units.words import Id, Words

Instrument = Literal["tape", "laser", "photograph", "sketch"]
INSTRUMENTS: tuple[Instrument, ...] = ("tape", "laser", "photograph", "sketch")

MOST_DEGREES = 359.0
LEAST_SIGMA, MOST_SIGMA, MOST_ANGLE_SIGMA = 1e-4, 1e5, 90.0  # of what is said of a reading, in mm and degrees
SUREST_MM, SUREST_DEGREES = 0.01, 0.001  # nothing read on a building is surer, whatever the house rules say


class AngleError(CorniceError, ValueError):
    """An angle that cannot be read; ``position`` is the index of the offending character."""

    def __init__(self, message: str, text: str, position: int) -> None:
        super().__init__(message, remedy="Write for example 90, 91.3 or 88° 30'.")
        self.text = text
        self.position = position


class Reading(Length, frozen=True, omit_defaults=True, forbid_unknown_fields=True):
    """One reading of a length, in mm, with its text as typed.

    ``sigma`` is its standard uncertainty in mm where somebody or the instrument said it, None for the usual one of
    its instrument; ``aside`` sets a doubtful reading aside: it stays on the sheet and weighs nothing. Of a height,
    ``wall`` and ``place`` (mm along it) say where it was taken, where somebody said so.
    """

    instrument: Instrument = "tape"
    sigma: float | None = None
    aside: bool = False
    wall: Id = ""
    place: float | None = None


class AngleReading(msgspec.Struct, frozen=True, omit_defaults=True, forbid_unknown_fields=True):
    """One reading of a corner's angle inside the room, in degrees, with its text as typed."""

    degrees: float
    text: Words = ""
    sigma: float | None = None
    aside: bool = False


def as_reading(length: Length, instrument: Instrument = "tape", sigma: float | None = None) -> Reading:
    """Return a typed length as a reading; one that is a reading already stays what it is."""
    return length if isinstance(length, Reading) else Reading(length.mm, length.text, instrument, sigma)


def sigma_of(reading: Length, rules: HouseRules) -> float:
    """Return the standard uncertainty of a reading in mm: its own, or the usual one of its instrument."""
    if isinstance(reading, Reading):
        if reading.sigma is not None:
            return reading.sigma
        return instrument_sigma(reading.instrument, reading.mm, rules)
    return instrument_sigma("tape", reading.mm, rules)


def counted(readings: Sequence[Length]) -> list[tuple[int, Length]]:
    """Return the readings that were not set aside, with their place in the list."""
    return [(n, one) for n, one in enumerate(readings) if not (isinstance(one, Reading) and one.aside)]


def instrument_sigma(instrument: Instrument, mm: float, rules: HouseRules) -> float:
    """Return the usual standard uncertainty in mm of an instrument over a length (house rules)."""
    if instrument == "laser":
        sigma = rules.value("laser_sigma") + rules.value("laser_sigma_per_metre") * mm / 1000.0
    else:
        names = {"tape": "reading_sigma", "photograph": "photograph_sigma", "sketch": "sketch_sigma"}
        sigma = rules.value(names[instrument])
    return max(SUREST_MM, sigma)


_SURE = re.compile(r"\s*(?:±|\+-|\+/-)\s*")


def parse_reading(text: str, unit: Unit, instrument: Instrument = "tape") -> Reading:
    """Return a reading as somebody typed it: a length, and after ± how sure it is. Raises LengthError."""
    parts = _SURE.split(text, maxsplit=1)
    length = parse_length(parts[0], unit)
    if len(parts) == 1:
        return Reading(length.mm, length.text, instrument)
    try:
        sigma = parse_length(parts[1], unit).mm
    except LengthError as error:
        place = len(text) - len(parts[1]) + error.position
        raise LengthError(error.message, text, min(len(text), place)) from None
    if not 0 < sigma <= 1000:
        raise LengthError("an uncertainty is more than nought and less than a metre.", text, len(text) - len(parts[1]))
    return Reading(length.mm, length.text, instrument, sigma)


_ANGLE = re.compile(r"^\s*(\d{1,3}(?:[.,]\d+)?)\s*(?:°|deg|degrees)?\s*(?:(\d{1,2}(?:[.,]\d+)?)\s*['′])?\s*$")


_SMALL = re.compile(r"^\s*(\d{1,2}(?:[.,]\d+)?)\s*°?\s*$")


def parse_angle(text: str) -> AngleReading:
    """Return the angle that somebody typed: degrees, or degrees and minutes, and after ± how sure it is.

    Raises AngleError with the place.
    """
    bare, *sure = _SURE.split(text, maxsplit=1)
    sigma = None
    if sure:
        small = _SMALL.match(sure[0])
        sigma = float(small[1].replace(",", ".")) if small else 0.0
        if not 0.0 < sigma <= 45.0:
            raise AngleError("this is no uncertainty of an angle.", text, len(text) - len(sure[0]))
    found = _ANGLE.match(bare)
    if found is None:
        wrong = next((i for i, sign in enumerate(text) if sign not in "0123456789.,°'′ deg"), len(text.rstrip()))
        raise AngleError("this is no angle.", text, wrong)
    degrees = float(found[1].replace(",", ".")) + float((found[2] or "0").replace(",", ".")) / 60.0
    if not 1.0 <= degrees <= MOST_DEGREES:
        raise AngleError(f"a corner of {degrees:g}° cannot be.", text, 0)
    return AngleReading(degrees, bare.strip(), sigma)
