"""Keeping what was worked out, as long as it is of use to the job that is open.

A job is made of frozen values and an edit keeps every part it does not touch as the same object. So whatever is
derived from a room and a few tables can be kept under their identities, and holds as long as they do. Every memo is
sized by the job (``size_for``), so that what no longer holds goes within some dozen edits, and emptied when another one
opens (``let_go``). How many lines a list has nobody knows before it is written: what is kept of a line goes when two
lists on end did not ask for it (``listed``). What is kept is given to whoever asks, on any thread, so a result is never
a list, a dict or a set.
"""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from functools import wraps
from typing import Any, Literal, ParamSpec, TypeVar

Given = ParamSpec("Given")
Result = TypeVar("Result")
Each = Literal["job", "room", "wall", "side", "built", "thing", "line", "drawing"]

FEW: dict[Each, int] = {
    "job": 1,
    "room": 8,
    "wall": 64,
    "side": 12,
    "built": 24,
    "thing": 256,
    "line": 64,
    "drawing": 4,
}  # a small job still finds what it left some steps back
LISTS = 2  # on end that do not ask for a line before it goes
_AS_THEY_ARE, _NUMBERS = frozenset((str, type(None))), frozenset((int, float, bool))
_counts: dict[Each, int] = dict(FEW)
_memos: list[_Memo] = []
_aside: ContextVar[dict[Hashable, tuple[Any, Any]] | None] = ContextVar("aside", default=None)
_wanted: ContextVar[Callable[[], bool] | None] = ContextVar("wanted", default=None)


class GivenUp(Exception):
    """Nobody wants any more what was being worked out."""


class _Memo:
    """What one function kept, what was asked for last at the end. Every step is one of the dictionary's own, so
    threads need no lock; the worst that a race does is to work something out twice."""

    __slots__ = ("each", "function", "kept", "marks", "times")

    def __init__(self, function: Callable[..., Any], times: int, each: Each) -> None:
        self.function, self.times, self.each = function, times, each
        self.kept: OrderedDict[Hashable, tuple[Any, Any]] = OrderedDict()
        self.marks: list[object] = []  # keys between what was asked for by one list and by the next

    @property
    def size(self) -> int:
        """How many results it holds: those of the job as it is, and some that a step back or the next one asks for."""
        size = self.times * _counts[self.each]
        return size + max(1, size // 4)

    def find(self, key: Hashable) -> tuple[Any, Any] | None:
        """Return what is kept of that key, None for nothing; it is the last to go now."""
        found = self.kept.get(key)
        if found is not None:
            try:  # noqa: SIM105 - asked some thousand times an edit
                self.kept.move_to_end(key)
            except KeyError:  # another thread has just let it go
                pass
        return found

    def keep(self, key: Hashable, found: tuple[Any, Any]) -> None:
        """Keep a result, with the things it was worked out from."""
        kept = self.kept
        kept[key] = found
        over = len(kept) - self.size
        while over > 0:
            try:
                kept.popitem(last=False)
            except KeyError:  # another thread has just let the last of them go
                break
            over -= 1

    def end_of_list(self) -> None:
        """Let go of what neither the list that was just written asked for nor the one before."""
        mark = object()
        self.keep(mark, ((), None))
        self.marks.append(mark)
        if len(self.marks) > LISTS:
            last = self.marks.pop(0)
            while last in self.kept:
                try:
                    self.kept.popitem(last=False)
                except KeyError:  # another thread has just let the last of them go
                    break

    def clear(self) -> None:
        """Let go of everything."""
        self.kept, self.marks = OrderedDict(), []


def _kept(
    times: int,
    each: Each,
    key_of: Callable[[tuple[Any, ...], dict[str, Any]], Hashable],
    of: Callable[[Any], Any] | None = None,
) -> Any:
    def keeping(function: Callable[Given, Result]) -> Callable[Given, Result]:
        memo = _Memo(function, times, each)
        _memos.append(memo)

        @wraps(function)
        def looked_up(*args: Given.args, **kwargs: Given.kwargs) -> Result:
            given: Any = args if of is None else (of(args[0]), *args[1:])
            key = key_of(given, kwargs)
            found = memo.find(key)
            if found is None:
                wanted, aside = _wanted.get(), _aside.get()
                if wanted is not None and not wanted():
                    raise GivenUp
                if aside is not None:
                    found = aside.get((memo, key))
                if found is None:
                    found = ((given, kwargs) if kwargs else given, function(*given, **kwargs))
                if aside is None:
                    memo.keep(key, found)
                else:
                    aside[memo, key] = found
            result: Result = found[1]
            return result

        return looked_up

    return keeping


def _identity(args: tuple[Any, ...], named: dict[str, Any]) -> Hashable:
    # A number goes in with its type, an object as a bare number: a length that happens to be an address, or True
    # where another time 1 was given, is never taken for it.
    key = tuple(
        [arg if type(arg) in _AS_THEY_ARE else (type(arg), arg) if type(arg) in _NUMBERS else id(arg) for arg in args]
    )
    if named:
        return key, tuple((name, _identity((arg,), {})) for name, arg in sorted(named.items()))
    return key


def _value(args: tuple[Any, ...], named: dict[str, Any]) -> Hashable:
    types = tuple([type(arg) for arg in args])
    return (args, types, _value(tuple(named.values()), {}), tuple(named)) if named else (args, types)


def by_identity(
    times: int, each: Each, of: Callable[[Any], Any] | None = None
) -> Callable[[Callable[Given, Result]], Callable[Given, Result]]:
    """Keep the results of a pure function, ``times`` for each job, room, wall or thing of the job.

    With ``of`` the function is given, and what it returns is kept by, what that makes of the first of its arguments:
    what only needs the shape of a room is given the room ``as_built``, and holds while it is painted.

    Strings and numbers are compared by value and type, everything else by being the same object; the objects are
    held with the result, so an identity cannot come back as another thing's.
    """
    made: Callable[[Callable[Given, Result]], Callable[Given, Result]] = _kept(times, each, _identity, of)
    return made


def by_value(times: int, each: Each) -> Callable[[Callable[Given, Result]], Callable[Given, Result]]:
    """Keep the results of a pure function of hashable values, ``times`` for each job, room, wall or thing."""
    made: Callable[[Callable[Given, Result]], Callable[Given, Result]] = _kept(times, each, _value)
    return made


@contextmanager
def kept_aside() -> Iterator[None]:
    """Keep what is worked out in here only until it is left: what is weighed and not taken drives out nothing that
    holds. It counts for the thread it is asked for on."""
    former = _aside.set({})
    try:
        yield
    finally:
        _aside.reset(former)


@contextmanager
def while_wanted(wanted: Callable[[], bool]) -> Iterator[None]:
    """Work out what is asked for in here only as long as somebody wants it: raises ``GivenUp`` at the next thing that
    would have to be worked out when nobody does. What is worked out by then is kept. It counts for the thread it is
    asked for on."""
    former = _wanted.set(wanted)
    try:
        yield
    finally:
        _wanted.reset(former)


def listed() -> None:
    """Let go of what is kept for lines that are in no list any more: a whole list has just been written.

    What is weighed and not taken (``kept_aside``) is no list.
    """
    if _aside.get() is None:
        for memo in _memos:
            if memo.each == "line":
                memo.end_of_list()


def size_for(*, rooms: int, walls: int, sides: int, built: int, things: int) -> None:
    """Size every memo for a job of so many rooms, walls, sides of its largest room, built-ins, and things in them and
    in its tables.

    A room has about as many openings and kinds of trim as walls, so what is kept of these goes by walls. Of what is
    drawn only what one looks at is kept: single drawings, and the sides of a room.
    """
    asked: dict[Each, int] = {"room": rooms, "wall": walls, "side": sides, "built": built, "thing": things}
    asked["line"] = 2 * walls
    _counts.update({each: max(FEW[each], many) for each, many in asked.items()})


def let_go() -> None:
    """Empty every memo: another job opens, or a test or a measurement is to begin with nothing."""
    for memo in _memos:
        memo.clear()
