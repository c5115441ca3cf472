"""Looking up what was derived from a value by the identity of that value.

A job is made of frozen values and an edit keeps every part it does not touch as the same object. So whatever is
derived from a room and a few tables can be kept under their identities, and holds as long as they live.
"""

from __future__ import annotations

import sys
from collections import OrderedDict
from collections.abc import Callable, Hashable
from functools import wraps
from threading import Lock
from typing import Any, ParamSpec, TypeVar

Given = ParamSpec("Given")
Result = TypeVar("Result")

_BY_VALUE = frozenset((str, int, float, bool, type(None)))
_memos: list[OrderedDict[Hashable, tuple[tuple[Any, ...], Any]]] = []


def by_identity(keep: int) -> Callable[[Callable[Given, Result]], Callable[Given, Result]]:
    """Keep the last ``keep`` results of a pure function of positional arguments.

    Strings and numbers are compared by value, everything else by being the same object; the objects are held
    with the result, so an identity cannot come back as another thing's.
    """

    def keeping(function: Callable[Given, Result]) -> Callable[Given, Result]:
        held: OrderedDict[Hashable, tuple[tuple[Any, ...], Any]] = OrderedDict()
        _memos.append(held)
        lock = Lock()  # sheets are written on another thread while the window goes on asking

        @wraps(function)
        def looked_up(*args: Given.args, **kwargs: Given.kwargs) -> Result:
            key = tuple([arg if type(arg) in _BY_VALUE else id(arg) for arg in args])
            with lock:
                found = held.get(key)
                if found is not None:
                    held.move_to_end(key)
                    result: Result = found[1]
                    return result
            result = function(*args, **kwargs)
            with lock:
                held[key] = (args, result)
                if len(held) > keep:
                    held.popitem(last=False)
            return result

        return looked_up

    return keeping


def forget_everything() -> None:
    """Empty every memo, so that the next derivation starts from the job alone (for tests and measuring)."""
    for held in _memos:
        held.clear()
    for module in list(sys.modules.values()):
        if getattr(module, "__name__", "").startswith("narrow_cornice.") and ".desk" not in module.__name__:
            for value in list(vars(module).values()):
                if hasattr(value, "cache_clear") and value.cache_parameters()["maxsize"]:
                    value.cache_clear()
