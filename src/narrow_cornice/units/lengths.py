"""Lengths as people type them, read exactly.

Both unit worlds, fractions, and sums: ``2630``, ``2.63 m``, ``8' 7 1/2"``, ``8'-7½"``, ``1412 / 3``.
All arithmetic is done in fractions of a millimetre (1 in = 25.4 mm exactly); the result becomes a float at
the very end, so that 8' 7 1/2" is 2628.9 and not nearly so.
"""

import re
from fractions import Fraction
from typing import Literal, NamedTuple

import msgspec

from narrow_cornice.errors import CorniceError
from narrow_cornice.memo import by_value
from narrow_cornice.units.words import Words

Unit = Literal["mm", "in"]

EXAMPLE = "Write for example 2630, 2.63 m, 8' 7 1/2\" or 2400 - 2*18."
LONGEST_TEXT = 200
LARGEST_MM = Fraction(100_000_000)  # 100 km: beyond any building, well inside exact display

_INCH = Fraction(254, 10)
_UNITS: dict[str, Fraction] = {
    "mm": Fraction(1),
    "cm": Fraction(10),
    "m": Fraction(1000),
    "in": _INCH,
    "inch": _INCH,
    "inches": _INCH,
    '"': _INCH,
    "ft": 12 * _INCH,
    "foot": 12 * _INCH,
    "feet": 12 * _INCH,
    "'": 12 * _INCH,
}
_FOOT = 12 * _INCH
_VULGAR = {
    "½": (1, 2),
    "⅓": (1, 3),
    "⅔": (2, 3),
    "¼": (1, 4),
    "¾": (3, 4),
    "⅕": (1, 5),
    "⅖": (2, 5),
    "⅗": (3, 5),
    "⅘": (4, 5),
    "⅙": (1, 6),
    "⅚": (5, 6),
    "⅐": (1, 7),
    "⅛": (1, 8),
    "⅜": (3, 8),
    "⅝": (5, 8),
    "⅞": (7, 8),
    "⅑": (1, 9),
    "⅒": (1, 10),
}
_SPACE = " \t\u00a0\u2009\u202f"
# Every replacement keeps the text's length, so that a position in it is a position in what was typed.
_PLAIN = str.maketrans(
    {"′": "'", "’": "'", "‘": "'", "″": '"', "”": '"', "“": '"', "−": "-", "–": "-", "×": "*", "÷": "/", "·": "*"}
    | dict.fromkeys(_SPACE, " ")
)
_NUMBER = re.compile(r"\d{1,3}(?: \d{3})+(?![\d/])(?:[.,]\d+)?|\d+(?:[.,]\d+)?|[.,]\d+", re.ASCII)
_FRACTION = re.compile(r"(\d+)/(\d+)(?![\d.,])", re.ASCII)
_WORD = re.compile(r"[a-z]+", re.IGNORECASE)


class LengthError(CorniceError, ValueError):
    """A text that is not a length. ``position`` is the offending character's index in ``text``."""

    def __init__(self, message: str, text: str, position: int) -> None:
        super().__init__(message, remedy=EXAMPLE)
        self.text = text
        self.position = position


class Length(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A length as it was given: the exact value in millimetres, and the text as typed."""

    mm: float
    text: Words = ""


class _Term(NamedTuple):
    value: Fraction  # mm when ``is_length``, else a bare number
    is_length: bool


class _Reader:
    """Recursive descent over one text; each method returns what it read or raises at the position."""

    def __init__(self, text: str, unit: Unit) -> None:
        self.typed = text
        self.text = text.translate(_PLAIN)
        self.at = 0
        self.unit = _UNITS[unit]

    def fail(self, message: str, position: int | None = None) -> LengthError:
        at = self.at if position is None else position
        return LengthError(message, self.typed, min(at, len(self.typed)))

    def skip(self) -> None:
        while self.at < len(self.text) and self.text[self.at] == " ":
            self.at += 1

    def peek(self) -> str:
        self.skip()
        return self.text[self.at] if self.at < len(self.text) else ""

    def as_length(self, term: _Term) -> Fraction:
        return term.value if term.is_length else term.value * self.unit

    def sum(self) -> _Term:
        left = self.product()
        while (sign := self.peek()) and sign in "+-":
            self.at += 1
            right = self.product()
            factor = 1 if sign == "+" else -1
            if left.is_length or right.is_length:
                left = _Term(self.as_length(left) + factor * self.as_length(right), True)
            else:
                left = _Term(left.value + factor * right.value, False)
        return left

    def product(self) -> _Term:
        left = self.signed()
        while (sign := self.peek()) and sign in "*/xX":
            place = self.at
            self.at += 1
            right = self.signed()
            if sign == "/":
                if right.is_length:
                    raise self.fail("A length cannot be divided by a length here.", place)
                if right.value == 0:
                    raise self.fail("Division by zero.", place)
                left = _Term(left.value / right.value, left.is_length)
            else:
                if left.is_length and right.is_length:
                    raise self.fail("A length times a length is an area, not a length.", place)
                left = _Term(left.value * right.value, left.is_length or right.is_length)
        return left

    def signed(self) -> _Term:
        if self.peek() == "-":
            self.at += 1
            inner = self.signed()
            return _Term(-inner.value, inner.is_length)
        if self.peek() == "(":
            self.at += 1
            inner = self.sum()
            if self.peek() != ")":
                raise self.fail("A closing bracket is missing.")
            self.at += 1
            return inner
        return self.quantity()

    def quantity(self) -> _Term:
        """Read one size: a number with its unit, and smaller parts that follow it (8' 7 1/2")."""
        value = self.number()
        unit = self.unit_word()
        if unit is None:
            return _Term(value, False)
        total, smallest = value * unit, unit
        while True:
            before = self.at
            joined = self.text[self.at : self.at + 1] == "-" and self.text[self.at + 1 : self.at + 2].isdigit()
            if joined and smallest == _FOOT:  # 8'-7": the dash joins feet to inches when nothing parts them
                self.at += 1
            elif not (self.peek().isdigit() or self.peek() in _VULGAR):
                break
            start = self.at
            part = self.number()
            unit = self.unit_word()
            if unit is None and smallest == _FOOT:
                unit = _INCH  # 8' 7: a bare number after feet is inches
            if joined and unit != _INCH:
                self.at = before
                break
            if unit is None or unit >= smallest:
                raise self.fail("A sign or a smaller unit is missing before this number.", start)
            total, smallest = total + part * unit, unit
        return _Term(total, True)

    def number(self) -> Fraction:
        self.skip()
        if self.at >= len(self.text):
            raise self.fail("A number is missing at the end.")
        if (fraction := _FRACTION.match(self.text, self.at)) is not None:
            return self.fraction(fraction)
        if self.text[self.at] in _VULGAR:
            return self.vulgar()
        found = _NUMBER.match(self.text, self.at)
        if found is None:
            raise self.fail(f"“{self.typed[self.at]}” is not part of a length.")
        raw = found.group()
        if re.search(r",\d{3}$", raw):
            raise self.fail(
                "A comma before three figures could part thousands or decimals: leave it out.", self.at + raw.index(",")
            )
        self.at = found.end()
        value = Fraction(raw.replace(" ", "").replace(",", "."))
        if value.denominator == 1 and "." not in raw and "," not in raw:
            after = self.at
            self.skip()
            if self.at < len(self.text) and self.text[self.at] in _VULGAR:
                return value + self.vulgar()
            fraction = _FRACTION.match(self.text, self.at)
            if fraction is not None and self.at > after:  # 7 1/2
                return value + self.fraction(fraction)
            self.at = after
        return value

    def fraction(self, found: re.Match[str]) -> Fraction:
        if int(found.group(2)) == 0:
            raise self.fail("Division by zero.", found.start(2))
        self.at = found.end()
        return Fraction(int(found.group(1)), int(found.group(2)))

    def vulgar(self) -> Fraction:
        above, below = _VULGAR[self.text[self.at]]
        self.at += 1
        return Fraction(above, below)

    def unit_word(self) -> Fraction | None:
        place = self.at
        self.skip()
        rest = self.text[self.at :]
        if rest.startswith("''"):
            self.at += 2
            return _INCH
        if rest[:1] in ("'", '"') and rest:
            self.at += 1
            return _UNITS[rest[0]]
        word = _WORD.match(rest)
        if word is None:
            self.at = place
            return None
        name = word.group().lower()
        if name == "x":  # times
            self.at = place
            return None
        if name not in _UNITS:
            raise self.fail(f"“{word.group()[:20]}” is not a unit known here.")
        self.at += len(name)
        if self.text[self.at : self.at + 1] == ".":
            self.at += 1  # in. and ft.
        return _UNITS[name]


def plain_length(mm: float) -> Length:
    """Return a length as if somebody had typed it in millimetres."""
    return Length(mm, f"{mm:g} mm")


def usual_length(mm: float, unit: Unit) -> Length:
    """Return a usual size as somebody would type it in a job of a unit: in one of inches to the whole inch."""
    if unit == "mm":
        return Length(float(mm), f"{mm:g}")
    inches = max(round(mm / float(_INCH)), 1 if mm > 0 else 0)
    return parse_length(f'{inches}"')


def parse_length(text: str, unit: Unit = "mm") -> Length:
    """Read ``text`` as a length; a bare number takes ``unit``.

    Returns the value in millimetres, rounded once from the exact fraction, with the text kept.
    Raises LengthError, with the position of the character that cannot be read, for anything else.
    """
    if len(text) > LONGEST_TEXT:
        raise LengthError(
            f"This is {len(text)} characters long; a length has at most {LONGEST_TEXT}.", text, LONGEST_TEXT
        )
    reader = _Reader(text, unit)
    if not reader.peek():
        raise reader.fail("Nothing is written here.", 0)
    try:
        result = reader.sum()
    except RecursionError:
        raise reader.fail("There are too many brackets.", 0) from None
    if reader.peek():
        raise reader.fail(f"“{text[reader.at]}” is not expected here.")
    value = reader.as_length(result)
    if abs(value) > LARGEST_MM:
        raise reader.fail("This is longer than 100 km.", 0)
    return Length(float(value), text.strip())


def _rounded(value: Fraction) -> int:
    """Round half away from zero, as people do on paper."""
    whole = int(abs(value) + Fraction(1, 2))
    return whole if value >= 0 else -whole


def _grouped(whole: int) -> str:
    return f"{whole:,}".replace(",", " ")


def show_metric(mm: float, step: float = 1) -> str:
    """Return a length as millimetres to ``step`` (1 or 0.5; finer steps work too), thousands parted."""
    return f"{metric_number(mm, step)} mm"


@by_value(times=8, each="thing")
def metric_number(mm: float, step: float = 1) -> str:
    """As show_metric, without the unit."""
    exact_step = Fraction(str(step))
    value = _rounded(Fraction(mm) / exact_step) * exact_step
    sign = "−" if value < 0 else ""
    whole, part = divmod(abs(value), 1)
    decimals = f"{float(part):g}"[1:] if part else ""
    return f"{sign}{_grouped(int(whole))}{decimals}"


@by_value(times=8, each="thing")
def show_imperial(mm: float, denominator: int = 16) -> str:
    """Return a length as feet, inches and a reduced fraction with at most ``denominator`` (8, 16 or 32)."""
    parts = _rounded(Fraction(mm) / _INCH * denominator)
    sign = "−" if parts < 0 else ""
    inches, over = divmod(abs(parts), denominator)
    feet, inches = divmod(inches, 12)
    words = [f"{feet}'"] if feet else []
    fraction = Fraction(over, denominator)
    tail = f"{fraction.numerator}/{fraction.denominator}" if over else ""
    if inches or not (feet or tail):
        tail = f"{inches} {tail}".strip()
    if tail:
        words.append(f'{tail}"')
    return sign + " ".join(words)


def show_length(mm: float, unit: Unit, *, step: float = 1, denominator: int = 16) -> str:
    """Return a length in the job's unit."""
    return show_metric(mm, step) if unit == "mm" else show_imperial(mm, denominator)
