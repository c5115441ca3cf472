"""The working of a figure as it is read out: its sentence with the values put in, in the job's unit world.

What is printed multiplies out: a value stands with as many digits as it takes for the printed arithmetic to come to the
printed result. Lengths that make an area stand in metres or feet, so that no factor of conversion is left over.
"""

from __future__ import annotations

import ast
import math
import operator
from collections.abc import Callable, Mapping, Sequence
from functools import lru_cache

from narrow_cornice.explained.figures import ADDED_AS_SHOWN, Figure, as_shown
from narrow_cornice.explained.sentences import spell
from narrow_cornice.units.lengths import show_imperial
from narrow_cornice.units.show import (
    FOOT_MM,
    INCH_MM,
    METRE_MM,
    METRIC,
    RATES,
    SQUARE_FOOT_M2,
    InUnits,
    ShownIn,
    is_nought,
    show_money,
    show_number,
)

SQUARE = " ÷ 1000000"  # what makes an area in m² of two lengths in mm
TO = ", to "  # … and what it is rounded to then
METRES = " ÷ 1000"  # … and a length in m
MOST_DIGITS = 7
LENGTHS = ("mm", "run", "sag")
SPREAD = "m²/L"
NOTHING = 1e-9
FINEST = 128  # parts of an inch
Way = Callable[[Figure, int], tuple[float, str]]
_SIGNS = str.maketrans({"×": "*", "÷": "/", "−": "-", "√": " sqrt ", "∛": " cbrt ", "⌈": " ceil(", "⌉": ")"})
_DOES: dict[type[ast.operator], Callable[[float, float], float]] = {
    ast.Add: operator.add,
    ast.Sub: operator.sub,
    ast.Mult: operator.mul,
    ast.Div: operator.truediv,
}
_FUNCTIONS: dict[str, Callable[..., float]] = {
    "max": max,
    "min": min,
    "ceil": math.ceil,
    "sqrt": math.sqrt,
    "cbrt": math.cbrt,
    "sin": lambda angle: math.sin(math.radians(angle)),
    "cos": lambda angle: math.cos(math.radians(angle)),
    "tan": lambda angle: math.tan(math.radians(angle)),
    "arcsin": lambda value: math.degrees(math.asin(value)),
    "arctan": lambda value: math.degrees(math.atan(value)),
}


def working(figure: Figure, how: ShownIn) -> str:
    """Return the printed working of a figure, "14.34 m × 0.172 m = 2.47 m²"; empty where it rests on nothing."""
    if not figure.parts:
        return ""
    if figure.signs and figure.unit in ADDED_AS_SHOWN:
        terms = [(sign, part, part.shown(how)) for sign, part in zip(figure.signs, figure.parts, strict=True)]
        return f"{_added(terms, all_told=figure.origin != 'sum')} = {figure.shown(how)}"
    if figure.origin == "sum":
        return f"{_sum_of(figure, how)} = {figure.shown(how)}"
    if how.unit == "in" and any(part.unit in RATES for part in figure.parts):
        sentence = figure.sentence.replace(METRES, "", 1)
        words, comes_to = _read_out(figure, how, sentence, _in_feet(how), by_feet=True)
        if comes_to:
            return words
    return _read_out(figure, how, *_said(figure, how))[0]


def _read_out(figure: Figure, how: ShownIn, sentence: str, way: Way, *, by_feet: bool = False) -> tuple[str, bool]:
    """Return a sentence with values put in, as many digits each as it takes, and whether it then comes to what the
    figure shows; rates are put in ``by_feet``, or by metres."""
    sentence, comes_to = sentence.partition(TO)[0], False
    for digits in range(MOST_DIGITS):
        values = {name: way(part, digits) for name, part in figure.inputs}
        result = _come_to(sentence, {name: number for name, (number, _) in values.items()})
        comes_to = result is not None and _shows(figure, result, how, by_feet=by_feet)
        if result is None or comes_to:
            break
    told = figure.shown(how)
    if figure.unit in RATES and how.unit == "in" and not by_feet:  # of what is neither metres nor feet
        told = f"{figure.shown(METRIC)}, or {told}"
    return f"{spell(sentence, {name: text for name, (_, text) in values.items()})} = {told}", comes_to


def _sum_of(figure: Figure, how: ShownIn) -> str:
    """Return the terms of a sum, each with as many digits as it takes for them to add up."""
    way = _in_metres(how, 1) if figure.unit == "run" else _plainly(how)
    for digits in range(MOST_DIGITS):
        put = [(1, part, *way(part, digits)) for part in figure.parts]
        if _shows(figure, sum(number for _, _, number, _ in put), how):
            break
    return _added([(sign, part, text) for sign, part, _, text in put], all_told=False)


def _added(terms: Sequence[tuple[int, Figure, str]], *, all_told: bool) -> str:
    """Return terms one after the other, each with its name where there are several kinds; equal ones stand once, and
    unless ``all_told`` those that show as nothing not at all."""
    named = len({part.name for _, part, _ in terms}) > 1
    if not all_told:
        terms = [term for term in terms if not is_nought(term[2])] or terms
    times: dict[tuple[int, str, str], int] = {}
    for sign, part, text in terms:
        key = (sign, part.name if named else "", text)
        times[key] = times.get(key, 0) + 1
    words = ""
    for (sign, name, text), count in times.items():
        value = f"({text})" if text.startswith("-") else text
        value = f"{count} × {value}" if count > 1 else value
        joint = ("" if sign > 0 else "− ") if not words else " + " if sign > 0 else " − "
        words += f"{joint}{name} {value}" if name else f"{joint}{value}"
    return words


def _said(figure: Figure, how: ShownIn) -> tuple[str, Way]:
    """Return the sentence as it is read out, and how each of its values is put in with some more digits."""
    sentence = figure.sentence
    if figure.unit == "m²" and sentence.endswith(SQUARE):
        inner = sentence.removesuffix(SQUARE)
        if inner.startswith("(") and inner.endswith(")") and inner.count("(") == 1:
            inner = inner[1:-1]
        return inner, _in_metres(how)
    if figure.unit == "run" and "×" in sentence:
        return sentence, _in_metres(how)
    if METRES in sentence:
        return sentence.replace(METRES, "", 1), _in_metres(how if figure.unit == "m" else InUnits())
    if how.unit == "mm" or figure.unit in (*LENGTHS, "m²"):
        return sentence, _plainly(how)
    return sentence, _plainly(InUnits())  # what it is reckoned with is by the metre, or by m²


def _in_metres(how: ShownIn, usual: int = 2) -> Way:
    """Return how values are put in where lengths make an area or a length to buy: metres, or feet."""
    unit, sign = (METRE_MM, "m") if how.unit == "mm" else (FOOT_MM, "ft")

    def put(part: Figure, digits: int) -> tuple[float, str]:
        if part.unit not in LENGTHS:
            return _plain(part, digits, InUnits() if part.unit == "m" else how)  # so much for each metre or foot
        number, text = _put(part.value / unit, usual + digits)
        return number, f"{text} {sign}"

    return put


def _in_feet(how: ShownIn) -> Way:
    """Return how values are put in where what is read goes by a rate: lengths in feet, areas and rates by them."""
    lengths = _in_metres(how)

    def put(part: Figure, digits: int) -> tuple[float, str]:
        if part.unit not in RATES:
            return lengths(part, digits)
        name, times = RATES[part.unit]
        number, text = _put(part.value * times, 1 + digits)
        return number, f"{text} {name}" if part.unit == SPREAD else text

    return put


def _plainly(how: ShownIn) -> Way:
    """Return how values are put in where nothing is converted."""

    def put(part: Figure, digits: int) -> tuple[float, str]:
        if part.unit not in LENGTHS:
            return _plain(part, digits, how)
        if how.unit == "mm":
            return _put(part.value, digits + (2 if part.unit == "sag" else 0))
        if part.unit == "sag":
            number, text = _put(part.value / INCH_MM, 3 + digits)
            return number, f'{text}"'
        parts = min(FINEST, how.denominator * 2**digits)
        if parts < FINEST:
            number = math.floor(part.value / INCH_MM * parts + 0.5) / parts
            return number, show_imperial(number * INCH_MM, parts)
        number = round(part.value / INCH_MM, digits)
        return number, f'{show_number(number, digits)}"'

    return put


def _put(value: float, digits: int) -> tuple[float, str]:
    """Return a value with so many digits, and with more where that would leave nothing of it."""
    while round(value, digits) == 0.0 and abs(value) > NOTHING and digits < MOST_DIGITS:
        digits += 1
    number = round(value, digits)
    whole, point, part = show_number(number, digits).partition(".")
    sign, whole = ("-", whole[1:]) if whole.startswith("-") else ("", whole)
    return number, f"{sign}{int(whole):,}".replace(",", " ") + point + part


def _plain(part: Figure, digits: int, how: ShownIn) -> tuple[float, str]:
    """Return a value that is no length, with its usual digits and some more; as it is shown where that will do."""
    value = part.value if digits else part.rounded(how)
    if part.unit == "m²":
        metric = how.unit == "mm"
        number, text = _put(value if metric else value / SQUARE_FOOT_M2, (2 if metric else 1) + digits)
        return number, f"{text} {'m²' if metric else 'sq ft'}"
    if part.unit == "m" and how.unit == "in":
        number, text = _put(part.value * METRE_MM / FOOT_MM, 1 + digits)
        return number, f"{text} ft"
    number, text = _put(value, {"L": 2, "money": 2, "°": 1, "h": 1, SPREAD: 2}.get(part.unit, 4) + digits)
    if part.unit == "money" and digits == 0:
        text = show_money(number)
    return number, f"{text}°" if part.unit == "°" else f"{text} {part.unit}" if part.unit in ("L", SPREAD) else text


@lru_cache(maxsize=500)
def _parsed(sentence: str, names: tuple[str, ...]) -> ast.expr | None:
    """Return a sentence as an expression over its names by their numbers, None where it is no arithmetic."""
    code = spell(sentence, {name: f" v{index} " for index, name in enumerate(names)})
    try:
        return ast.parse(code.translate(_SIGNS).strip(), mode="eval").body
    except SyntaxError:
        return None


def _come_to(sentence: str, values: Mapping[str, float]) -> float | None:
    """Return what a sentence comes to with some values, None where that cannot be said."""
    names = tuple(values)
    tree = _parsed(sentence, names)
    if tree is None:
        return None
    try:
        return _value(tree, {f"v{index}": values[name] for index, name in enumerate(names)})
    except (ValueError, ZeroDivisionError, KeyError):
        return None


def _value(node: ast.expr, values: Mapping[str, float]) -> float:
    match node:
        case ast.Constant(value=int() | float() as value):
            return float(value)
        case ast.Name(id="π"):
            return math.pi
        case ast.Name(id=name):
            return values[name]
        case ast.UnaryOp(op=ast.USub(), operand=operand):
            return -_value(operand, values)
        case ast.BinOp(left=left, op=op, right=right) if type(op) in _DOES:
            return _DOES[type(op)](_value(left, values), _value(right, values))
        case ast.Call(func=ast.Name(id=name), args=arguments) if name in _FUNCTIONS:
            return _FUNCTIONS[name](*[_value(argument, values) for argument in arguments])
        case _:
            raise ValueError("not arithmetic")


def _shows(figure: Figure, result: float, how: ShownIn, *, by_feet: bool = False) -> bool:
    """Return whether a result, in the unit that is printed, shows as the figure does; a rate in feet where it is made
    of others ``by_feet``."""
    if figure.unit in RATES and how.unit == "in" and by_feet:
        result /= RATES[figure.unit][1]
    if figure.unit == "m²":
        foot = 1.0 if how.unit == "mm" else SQUARE_FOOT_M2
        return abs(as_shown(result * foot, "m²", how) - figure.rounded(how)) < 1e-9
    if figure.unit == "run":
        return Figure("", result * (METRE_MM if how.unit == "mm" else FOOT_MM), "run").shown(how) == figure.shown(how)
    if figure.unit == "m" and how.unit == "in":
        return Figure("", result * FOOT_MM / METRE_MM, "m").shown(how) == figure.shown(how)
    if figure.unit in LENGTHS:
        mm = result if how.unit == "mm" else result * INCH_MM
        return Figure("", mm, figure.unit).shown(how) == figure.shown(how)
    return Figure("", result, figure.unit).shown(how) == figure.shown(how)
