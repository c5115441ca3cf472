"""Sentences of arithmetic: "entablature × cornice parts ÷ parts in all".

A sentence is written once beside its function, in the trade's names and signs (+ − × ÷ √ π max min ceil, and sin cos
tan arcsin arctan of degrees). It can be evaluated, which is how the tests hold it to the function, and spelled with the
values put in, which is how the bench shows it.
"""

from __future__ import annotations

import ast
import math
import operator
import re
from collections.abc import Callable, Mapping

_SIGNS = str.maketrans({"×": "*", "÷": "/", "−": "-", "√": " sqrt ", "⌈": " ceil(", "⌉": ")"})
_FUNCTIONS: dict[str, Callable[..., float]] = {
    "max": max,
    "min": min,
    "ceil": math.ceil,
    "sqrt": math.sqrt,
    # of degrees, as a saw is set
    "sin": lambda angle: math.sin(math.radians(angle)),
    "cos": lambda angle: math.cos(math.radians(angle)),
    "tan": lambda angle: math.tan(math.radians(angle)),
    "arcsin": lambda value: math.degrees(math.asin(value)),
    "arctan": lambda value: math.degrees(math.atan(value)),
}
_OPERATORS: dict[type[ast.operator], Callable[[float, float], float]] = {
    ast.Add: operator.add,
    ast.Sub: operator.sub,
    ast.Mult: operator.mul,
    ast.Div: operator.truediv,
}


def _with_names(sentence: str, replacement: Mapping[str, str]) -> str:
    """Put ``replacement`` for each name, the longest names first so that none hides inside another."""
    names = sorted(replacement, key=len, reverse=True)
    if not names:
        return sentence
    pattern = re.compile(r"(?<!\w)(?:" + "|".join(re.escape(name) for name in names) + r")(?!\w)")
    return pattern.sub(lambda found: replacement[found.group()], sentence)


def spell(sentence: str, shown: Mapping[str, str]) -> str:
    """Return the sentence with each name's shown value in its place."""
    return _with_names(sentence, shown)


def evaluate(sentence: str, values: Mapping[str, float]) -> float:
    """Return what the sentence comes to with ``values`` for its names.

    Raises ValueError where the sentence is not arithmetic over those names.
    """
    code = _with_names(sentence, {name: f"({value!r})" for name, value in values.items()})
    code = re.sub(r"(?<!\w)π(?!\w)", repr(math.pi), code)
    return _value(ast.parse(code.translate(_SIGNS).strip(), mode="eval").body, sentence)


def _value(node: ast.expr, sentence: str) -> float:
    match node:
        case ast.Constant(value=int() | float() as value):
            return float(value)
        case ast.UnaryOp(op=ast.USub(), operand=operand):
            return -_value(operand, sentence)
        case ast.BinOp(left=left, op=op, right=right) if type(op) in _OPERATORS:
            return _OPERATORS[type(op)](_value(left, sentence), _value(right, sentence))
        case ast.Call(func=ast.Name(id=name), args=arguments) if name in _FUNCTIONS:
            return _FUNCTIONS[name](*(_value(argument, sentence) for argument in arguments))
        case _:
            raise ValueError(f"not arithmetic over the names given: {sentence}")
