"""Lengths to buy as other programs ask for them: pieces and stock in, a cutting plan out."""

from __future__ import annotations

import math
from typing import Any, TypeVar

import msgspec

from narrow_cornice.cutting.bars import cut_plan
from narrow_cornice.cutting.plans import BarKind, CuttingError

MOST_PIECES = 5_000
MOST_STOCK = 200
MOST_SECONDS = 3_600.0
_Asked = TypeVar("_Asked")


class PieceAsked(msgspec.Struct, frozen=True):
    """A piece: its name, its length in mm and how many of it."""

    length: float
    name: str = ""
    count: int = 1


class StockAsked(msgspec.Struct, frozen=True):
    """A kind of bar: its length in mm, its price, and how many there are (null: as many as are wanted)."""

    length: float
    price: float
    name: str = ""
    count: int | None = None


class LengthsAsked(msgspec.Struct, frozen=True):
    """A request: pieces, stock, what the saw takes in mm and how many seconds it may take."""

    pieces: tuple[PieceAsked, ...]
    stock: tuple[StockAsked, ...]
    kerf: float = 3.0
    seconds: float = 10.0


def decoded(raw: bytes | str, kind: type[_Asked]) -> _Asked:
    """Return the request of a kind in a JSON text. Raises CuttingError with the place that is wrong."""
    try:
        return msgspec.json.decode(raw, type=kind)
    except msgspec.ValidationError as error:
        raise CuttingError(f"the request is not what it should be: {error}.") from None
    except (msgspec.DecodeError, UnicodeDecodeError, RecursionError) as error:
        raise CuttingError(f"this is not readable JSON ({error}).") from None


def seconds_there_are(seconds: float) -> None:
    """Raise CuttingError for a time that no search can have."""
    if not 0.0 < seconds <= MOST_SECONDS:
        raise CuttingError(f"{seconds:g} seconds cannot be.", where="seconds")


def read_lengths(raw: bytes | str) -> LengthsAsked:
    """Return the request in a JSON text. Raises CuttingError with the place that is wrong."""
    asked = decoded(raw, LengthsAsked)
    seconds_there_are(asked.seconds)
    for number, piece in enumerate(asked.pieces):
        where = f"pieces[{number}]"
        if not 0 <= piece.count <= MOST_PIECES:
            raise CuttingError(f"{piece.count} of a piece cannot be.", where=f"{where}.count")
        if not math.isfinite(piece.length) or piece.length <= 0:
            raise CuttingError(f"a piece of {piece.length:g} mm cannot be.", where=f"{where}.length")
    if sum(piece.count for piece in asked.pieces) > MOST_PIECES or len(asked.stock) > MOST_STOCK:
        raise CuttingError(f"no more than {MOST_PIECES} pieces and {MOST_STOCK} kinds of bars.", where="pieces")
    return asked


def lengths_answer(asked: LengthsAsked) -> dict[str, Any]:
    """Return the cutting plan as JSON has it. Raises CuttingError with the place that is wrong."""
    names, lengths = [], []
    longest = max((one.length for one in asked.stock if one.count != 0), default=0.0)
    for number, piece in enumerate(asked.pieces):
        if piece.count and asked.stock and piece.length > longest:
            raise CuttingError(
                f"a piece of {piece.length:g} mm is longer than every bar ({longest:g} mm).",
                where=f"pieces[{number}]",
                remedy="Scarf it from two.",
            )
        names += [piece.name] * piece.count
        lengths += [piece.length] * piece.count
    stock = [BarKind(one.name or f"{one.length:g}", one.length, one.price, one.count) for one in asked.stock]
    plan = cut_plan(lengths, stock, asked.kerf, asked.seconds)
    return {
        "price": round(plan.price, 6),
        "bound": round(plan.bound, 6),
        "proven": plan.proven,
        "bars": [
            {
                "stock": stock[bar.stock].name,
                "pieces": [names[index] for index in bar.pieces],
                "lengths": [lengths[index] for index in bar.pieces],
                "offcut": round(bar.offcut, 3),
            }
            for bar in plan.bars
        ],
        "seconds": round(plan.seconds, 3),
    }
