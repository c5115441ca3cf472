"""What of a built-in is painted, oiled or lacquered: its faces, its inside and its drawers, each as an area."""

from __future__ import annotations

import math
from typing import NamedTuple

from narrow_cornice.casework.carcass import Carcasses
from narrow_cornice.casework.parts import FRAME, FRONT_KINDS, Part
from narrow_cornice.derived.built.fitted import built_in_of, new_parts
from narrow_cornice.derived.built.parts import LEFT_OF_BOARD, M2
from narrow_cornice.explained.figures import Figure, table, total
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.finishes import DRAWERS, FACE, INSIDE
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity

# How many broad faces of a part are seen inside.
SEEN_INSIDE = {
    **dict.fromkeys(("side", "bottom", "top", "back"), 1),
    **dict.fromkeys(("divider", "partition", "shelf", "fixed shelf"), 2),
}
OF_DRAWERS = frozenset({"drawer side", "drawer end", "drawer bottom"})  # both faces of each
BEFORE = frozenset({"plinth", "filler", "top filler", "worktop", "end back", *FRAME})  # one face of each
QUARTER = math.pi / 4  # of the square that an end shelf is cut from


class Painted(NamedTuple):
    """A surface of a built-in: its group, what it is called, and its area."""

    group: str
    words: str
    area: Figure


def painted_of(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> tuple[Painted, ...]:
    """Return the surfaces of a run, none of one that does not fit its place."""
    built = built_in_of(room, run, changed_rules)
    if built.fault or built.fit is None:
        return ()
    return _painted(run, built.run, built.fit.left, built.fit.right)


@by_identity(times=1, each="built")
def _painted(run: BuiltIn, made: Carcasses, left: bool, right: bool) -> tuple[Painted, ...]:
    found = []
    for group, words in ((FACE, "faces"), (INSIDE, "inside"), (DRAWERS, "drawers")):
        areas: dict[str, tuple[int, float]] = {}
        for part in new_parts(run, made):
            area = _area(group, part, made, left, right)
            if area > 0:
                many, before = areas.get(part.kind, (0, 0.0))
                areas[part.kind] = (many + 1, before + area)
        if areas:
            each = [table(kind, area, "m²", f"{many} of them, as seen") for kind, (many, area) in areas.items()]
            found.append(Painted(group, f"{run.name}, {words}", total(f"{run.name[:60]}, {words}", "m²", each)))
    return tuple(found)


def _area(group: str, part: Part, made: Carcasses, left: bool, right: bool) -> float:
    """Return what of a part is painted with a group, in m²."""
    broad = part.volume / part.thickness * M2
    edges = part.edges * part.thickness * M2
    if group == FACE:
        if part.kind in FRONT_KINDS:  # both faces; of a mirror the back, of what is cut out what is left
            faces = 1.0 if part.face == "mirror" else 2.0 * LEFT_OF_BOARD[part.face]
            return faces * broad + edges
        if part.kind == "side":
            ends = (not left and part.box[0] - made.begin < 1.0, not right and made.end - part.box[0] < 60.0)
            return broad * sum(ends)
        if part.kind == "gable":
            return 2.0 * broad + edges
        if part.kind == "end shelf":
            return 2 * QUARTER * broad + edges
        if part.kind in BEFORE:
            return broad + (edges if part.kind == "worktop" else 0.0)
        return 0.0
    if group == INSIDE:
        if part.kind == "lipping":
            return part.box[3] * part.box[5] * M2
        faces = SEEN_INSIDE.get(part.kind, 0)
        return faces * broad + (edges if faces else 0.0)
    return 2 * broad + edges if part.kind in OF_DRAWERS else 0.0
