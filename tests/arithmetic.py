"""What a sentence of arithmetic comes to, so that sentences can be held to the functions they stand beside."""

from __future__ import annotations

import ast
import math
import operator
import re
from collections.abc import Callable, Mapping

from narrow_cornice.explained.sentences import spell

SIGNS = str.maketrans({"×": "*", "÷": "/", "−": "-", "√": " sqrt ", "∛": " cbrt ", "⌈": " ceil(", "⌉": ")"})
OPERATORS: dict[type[ast.operator], Callable[[float, float], float]] = {
    ast.Add: operator.add,
    ast.Sub: operator.sub,
    ast.Mult: operator.mul,
    ast.Div: operator.truediv,
}
FUNCTIONS: dict[str, Callable[..., float]] = {
    "max": max,
    "min": min,
    "ceil": math.ceil,
    "sqrt": math.sqrt,
    "cbrt": math.cbrt,
    # of degrees, as a saw is set
    "sin": lambda angle: math.sin(math.radians(angle)),
    "cos": lambda angle: math.cos(math.radians(angle)),
    "tan": lambda angle: math.tan(math.radians(angle)),
    "arcsin": lambda value: math.degrees(math.asin(value)),
    "arctan": lambda value: math.degrees(math.atan(value)),
}


def evaluate(sentence: str, values: Mapping[str, float], near: Callable[[float], object] = lambda _: None) -> float:
    """Return what the sentence comes to with ``values`` for its names; ``near`` is told what is rounded up, by how far
    it lies from a whole number. Raises ValueError where the sentence is not arithmetic over those names."""
    sentence, _, step = sentence.partition(", to ")
    if step:
        exact = evaluate(sentence, values, near)
        near(abs(exact / float(step) % 1.0 - 0.5))  # what lies half way between may be rounded either way
        return math.floor(exact / float(step) + 0.5 + 1e-7) * float(step)
    code = spell(sentence, {name: f"({value!r})" for name, value in values.items()})
    code = re.sub(r"(?<!\w)π(?!\w)", repr(math.pi), code)
    return _value(ast.parse(code.translate(SIGNS).strip(), mode="eval").body, sentence, near)


def _value(node: ast.expr, sentence: str, near: Callable[[float], object]) -> float:
    match node:
        case ast.Constant(value=int() | float() as value):
            return float(value)
        case ast.UnaryOp(op=ast.USub(), operand=operand):
            return -_value(operand, sentence, near)
        case ast.BinOp(left=left, op=op, right=right) if type(op) in OPERATORS:
            return OPERATORS[type(op)](_value(left, sentence, near), _value(right, sentence, near))
        case ast.Call(func=ast.Name(id=name), args=arguments) if name in FUNCTIONS:
            given = [_value(argument, sentence, near) for argument in arguments]
            if name == "ceil":
                near(abs(given[0] - round(given[0])))
            return FUNCTIONS[name](*given)
        case _:
            raise ValueError(f"not arithmetic over the names given: {sentence}")
