"""Tiles as other programs ask for them: a region, a tile and a pattern in, every piece and how many to buy out."""

from __future__ import annotations

import math
from typing import Any

import msgspec
from msgspec.structs import replace

from narrow_cornice.features.cut_plan import Edges, cut_plan
from narrow_cornice.features.laying import Laying, Pattern, checked
from narrow_cornice.features.middle import from_middle
from narrow_cornice.features.pieces import Piece, laid, thinnest
from narrow_cornice.features.region import FieldError, Region, Ring, box_ring, region_of

MOST_OPENINGS = 500
LARGEST = 100_000.0


class TilesAsked(msgspec.Struct, frozen=True):
    """A request, in mm: the region's width and height, a tile's, the joint; ``start`` the lower left corner of one
    tile, None from the middle; openings as left, bottom, width and height; ``kerf`` is what a cut takes, ``edges`` says
    whether an off-cut keeps its own edges in the joints."""

    region: tuple[float, float]
    tile: tuple[float, float]
    joint: float = 2.0
    pattern: Pattern = "straight"
    start: tuple[float, float] | None = None
    openings: tuple[tuple[float, float, float, float], ...] = ()
    reuse: bool = True
    kerf: float = 0.0
    edges: Edges = "any"
    angle: float = 45.0


def read_tiles(raw: bytes | str) -> TilesAsked:
    """Return the request in a JSON text. Raises FieldError with the place that is wrong."""
    try:
        asked = msgspec.json.decode(raw, type=TilesAsked)
    except msgspec.ValidationError as error:
        raise FieldError(f"the request is not what it should be: {error}.") from None
    except (msgspec.DecodeError, UnicodeDecodeError, RecursionError) as error:
        raise FieldError(f"this is not readable JSON ({error}).") from None
    for name, size in zip(("region, width", "region, height"), asked.region, strict=True):
        _within(size, name, 1.0, LARGEST)
    _within(asked.kerf, "kerf", 0.0, 20.0)
    if len(asked.openings) > MOST_OPENINGS:
        raise FieldError(f"{len(asked.openings)} openings are more than {MOST_OPENINGS}.", where="openings")
    for number, (left, bottom, wide, tall) in enumerate(asked.openings, 1):
        for name, place in (("left", left), ("bottom", bottom)):
            _within(place, f"opening {number}, {name}", -LARGEST, LARGEST)
        for name, size in (("width", wide), ("height", tall)):
            _within(size, f"opening {number}, {name}", 0.0, LARGEST)
    checked(_laying(asked))
    return asked


def _within(value: float, where: str, low: float, high: float) -> None:
    if not (math.isfinite(value) and low <= value <= high):
        raise FieldError(f"{value:g} cannot be.", where=where, remedy=f"{low:g} to {high:g}.")


def _laying(asked: TilesAsked) -> Laying:
    return Laying(asked.pattern, *asked.tile, asked.joint, asked.start or (0.0, 0.0), angle=asked.angle)


def region_asked(asked: TilesAsked) -> Region:
    """Return the region of a request, without its openings. Raises FieldError where nothing is left."""
    holes = [
        box_ring((left, bottom, left + wide, bottom + tall))
        for left, bottom, wide, tall in asked.openings
        if wide > 0 and tall > 0
    ]
    return region_of([box_ring((0.0, 0.0, *asked.region))], holes)


def tiles_answer(asked: TilesAsked) -> dict[str, Any]:
    """Return the pieces and how many tiles they take, as JSON has it. Raises FieldError."""
    region = region_asked(asked)
    laying = checked(_laying(asked))
    if asked.start is None:
        laying = from_middle(laying, region)
    pieces = laid(replace(laying), region)
    plan = cut_plan(pieces, (laying.width, laying.height), asked.kerf, asked.edges, reuse=asked.reuse)
    thin = thinnest(pieces)
    return {
        "whole": plan.whole,
        "cut": sum(not piece.whole for piece in pieces),
        "buy": plan.taken,
        "bound": plan.whole + plan.bound,
        "narrowest": None if thin is None else round(thin[0], 4),
        "start": [round(value, 4) for value in laying.start],
        "pieces": [_piece(piece) for piece in pieces],
    }


def _piece(piece: Piece) -> dict[str, Any]:
    made: dict[str, Any] = {"outline": _ring(piece.outline), "whole": piece.whole}
    return {**made, "holes": [_ring(ring) for ring in piece.holes]} if piece.holes else made


def _ring(ring: Ring) -> list[list[float]]:
    return [[round(x, 4), round(y, 4)] for x, y in ring]
