"""Where trim lies on a wall: runs, raking ones in slices, and casings round openings."""

from __future__ import annotations

from narrow_cornice.survey.faces import Rect
from narrow_cornice.trim.fitted import FittedTrim
from narrow_cornice.trim.runs import Run

SLICES = 24  # a raking run covers a wall as so many upright slices, each as high as its middle


def trim_rects(run: Run, trim: FittedTrim) -> list[Rect]:
    """Return where a run lies on its wall: one rectangle, or of a raking run upright slices."""
    piece = trim.of(run.kind)
    bottom, top = run.lies or (piece.bottom, piece.top)
    (low, other), count = run.low, SLICES
    if low == other:
        return [Rect(run.start, bottom - low, run.end, top - low)]
    made = []
    for index in range(count):
        down = low + (other - low) * (index + 0.5) / count
        u0, u1 = (run.start + (run.end - run.start) * place / count for place in (index, index + 1))
        made.append(Rect(u0, bottom - down, u1, top - down))
    return made


def casing_rects(opening: Rect, to_floor: bool, width: float, setback: float = 0.0) -> list[Rect]:
    """Return the legs, the head and (of a window) the lower piece of a casing, not overlapping; it begins ``setback``
    off the edge of the opening."""
    opening = Rect(
        opening.u0 - setback, opening.v0 - (0.0 if to_floor else setback), opening.u1 + setback, opening.v1 + setback
    )
    low = opening.v0 - (0 if to_floor else width)
    rects = [
        Rect(opening.u0 - width, low, opening.u0, opening.v1 + width),
        Rect(opening.u1, low, opening.u1 + width, opening.v1 + width),
        Rect(opening.u0, opening.v1, opening.u1, opening.v1 + width),
    ]
    if not to_floor:
        rects.append(Rect(opening.u0, low, opening.u1, opening.v0))
    return rects
