"""The lines that a laser meter and a colour reader speak (documented in ``docs/instruments``), written and read.

Every line that carries a reading ends in a checksum, so that a line cut in half or mixed with another is not taken for
a shorter wall. A reading without a unit takes the unit the meter announced last.
"""

from __future__ import annotations

import re
from fractions import Fraction
from typing import Literal

import msgspec

from narrow_cornice.units.lengths import LARGEST_MM

LONGEST_LINE = 120
MeterUnit = Literal["mm", "m", "ft", "in"]
UNITS: dict[MeterUnit, Fraction] = {
    "mm": Fraction(1),
    "m": Fraction(1000),
    "in": Fraction(254, 10),
    "ft": Fraction(3048, 10),
}
_COLOUR = re.compile(r"^C #[0-9a-fA-F]{6}$")
_READING = re.compile(r"^R (\d{1,9}(?:\.\d{1,6})?)(?: (mm|m|ft|in))?(?: s(\d{1,4}(?:\.\d{1,3})?))?$")


class MeterReading(msgspec.Struct, frozen=True):
    """A reading: millimetres, its standard uncertainty in mm where the meter said it, and its words."""

    mm: float
    sigma: float | None
    text: str


class MeterColour(msgspec.Struct, frozen=True):
    """A colour that was read: its tone as #rrggbb."""

    tone: str


class MeterNote(msgspec.Struct, frozen=True):
    """Something else that a meter says: its name, a fault of its own, its battery, or a line that makes no sense."""

    kind: Literal["hello", "fault", "battery", "unit", "nonsense"]
    words: str


def checksum(line: str) -> str:
    """Return the two hexadecimal digits that end a line: all its bytes, one xor the other."""
    value = 0
    for byte in line.encode("ascii", "replace"):
        value ^= byte
    return f"{value:02X}"


def written(line: str) -> bytes:
    """Return a line as it goes over the wire."""
    return f"{line}*{checksum(line)}\n".encode("ascii", "replace")


def reading_line(mm: float, unit: MeterUnit = "mm", sigma: float | None = None) -> bytes:
    """Return a reading as a meter sends it: to a tenth of a millimetre, or as fine in its own unit."""
    decimals = {"mm": 1, "m": 4, "in": 3, "ft": 5}[unit]
    value = f"{mm / float(UNITS[unit]):.{decimals}f}"
    return written(f"R {value} {unit}" + (f" s{sigma:.2f}" if sigma is not None else ""))


def colour_line(tone: str) -> bytes:
    """Return a colour (#rrggbb) as a reader sends it."""
    return written(f"C {tone}")


Heard = MeterReading | MeterColour | MeterNote


class MeterEar:
    """Puts together what comes in pieces, and tells readings from everything else. It never raises."""

    def __init__(self) -> None:
        self._held = b""
        self._unit: MeterUnit = "mm"

    def hear(self, some: bytes) -> list[Heard]:
        """Return what the bytes that just came in complete."""
        self._held += some
        heard: list[Heard] = []
        *lines, self._held = self._held.split(b"\n")
        if len(self._held) > LONGEST_LINE:
            self._held = self._held[-LONGEST_LINE:]  # a device that never ends its line must not fill the memory
        for raw in lines:
            line = raw.rstrip(b"\r").decode("ascii", "replace").strip()
            if line and not line.startswith("#"):
                heard.append(self._understood(line))
        return heard

    def forget(self) -> None:
        """Begin anew, when the plug was pulled: half a line is dropped, and whatever is plugged in next reads in
        millimetres until it says otherwise."""
        self._held = b""
        self._unit = "mm"

    def _understood(self, line: str) -> Heard:
        nonsense = MeterNote("nonsense", line[:60])
        body, star, sum_given = line.rpartition("*")
        if not star or len(line) > LONGEST_LINE or sum_given.upper() != checksum(body):
            return nonsense
        match body[:1]:
            case "R":
                return self._reading(body) or nonsense
            case "C":
                return MeterColour(body[2:].lower()) if _COLOUR.match(body) else nonsense
            case "U":
                unit = next((one for one in UNITS if body == f"U {one}"), None)
                if unit is None:
                    return nonsense
                self._unit = unit
                return MeterNote("unit", unit)
            case "H":
                return MeterNote("hello", body[2:].strip() or "a meter")
            case "B":
                return MeterNote("battery", body[2:].strip())
            case "E":
                return MeterNote("fault", body[2:].strip() or "a fault")
        return nonsense

    def _reading(self, body: str) -> MeterReading | None:
        found = _READING.match(body)
        if found is None:
            return None
        unit: MeterUnit = next((one for one in UNITS if one == found[2]), self._unit)
        mm = Fraction(found[1]) * UNITS[unit]
        if not 0 < mm <= LARGEST_MM:
            return None
        sigma = float(found[3]) if found[3] else None
        return MeterReading(float(mm), sigma if sigma else None, f"{found[1]} {unit}")
