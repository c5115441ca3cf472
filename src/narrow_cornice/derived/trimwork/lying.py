"""Where trim lies on a wall: runs, raking ones in slices, and casings round openings."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from types import MappingProxyType

from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.derived.trimwork.panelling import WallPanels
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.faces import Rect, union_area
from narrow_cornice.trim.fitted import FittedTrim
from narrow_cornice.trim.kinds import OF_TRIM, TrimKind
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


def lying_on(
    face: WallFace, runs: Sequence[Run], trim: FittedTrim, panels: WallPanels, setback: float
) -> Iterator[tuple[str, str, tuple[Rect, ...]]]:
    """Yield what lies on the face of a wall: its name, the word for several of its kind, and its rectangles. Runs,
    casings that begin ``setback`` off the jambs, panels and framed things."""
    for run in runs:
        if run.kind != "casing":
            yield run.kind, f"pieces of {run.kind}", tuple(trim_rects(run, trim))
    casing = trim.of("casing")
    if casing.built and casing.height is not None:
        for one in face.openings:
            if one.opening.cased:
                for rect in casing_rects(one.rect, one.to_floor, casing.height.value, setback):
                    yield "casing", "pieces of casing", (rect,)
    mould = trim.of("panel mould")
    height = mould.height.value if mould.built and mould.height is not None else 0.0
    for name, rect in panels.covered(height):
        yield name, "framed and panelled", (rect,)


@by_identity(times=1, each="room")
def lying_over(trimmed: TrimmedRoom) -> Mapping[TrimKind, float]:
    """Return how many mm² of the faces of new trim lie over an opening or over trim that is put up before: it is cut
    away there, and neither covers the wall nor is painted."""
    casing = trimmed.trim.of("casing")
    over: dict[TrimKind, float] = {}
    for face in trimmed.faces:
        runs = [run for run in trimmed.runs_of(face.id) if run.kind != "casing"]
        rects: list[tuple[TrimKind, bool, Rect]] = [
            (run.kind, run.there, rect) for run in runs for rect in trim_rects(run, trimmed.trim)
        ]
        if casing.built and casing.height is not None:
            setback = trimmed.wall(face.id).casing.setback.value
            for one in face.openings:
                if one.opening.cased:
                    made = casing_rects(one.rect, one.to_floor, casing.height.value, setback)
                    rects += [("casing", False, rect) for rect in made]
        holes = [one.rect for one in face.openings]
        every = [*holes, *(rect for *_, rect in rects)]
        if sum(rect.area for *_, rect in rects) - (union_area(every) - union_area(holes)) < 1.0:
            continue
        there = list(holes)
        for kind, old, rect in sorted(rects, key=lambda one: (not one[1], OF_TRIM[one[0]].put_up)):
            before = union_area(there)
            there.append(rect)
            lost = rect.area - (union_area(there) - before)
            if lost > 1.0 and not old:
                over[kind] = over.get(kind, 0.0) + lost
    return MappingProxyType(over)
