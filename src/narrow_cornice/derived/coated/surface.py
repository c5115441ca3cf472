"""One surface of a room: its areas, gross − openings − covered = net, with their arithmetic.

Surface keys are "group@thing" ("upper wall@w1"); the group is what a finish can be given to at once.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

import msgspec
from msgspec.structs import replace

from narrow_cornice.derived.coated.areas import net_area
from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.explained.figures import Figure
from narrow_cornice.finishes.spread import State
from narrow_cornice.job.finishes import Substrate

SurfaceKind = Literal["wall", "ceiling", "trim", "door", "reveal", "casework", "floor", "piece", "block", "boarding"]


SPECK = 1e-6  # m²
OF_METAL = ("radiator", "metalwork", "small things")  # groups of pieces


class Surface(msgspec.Struct, frozen=True, gc=False):
    """One surface: areas in m² as figures, and where it is (``wall`` is the wall's name, empty for the room's); the
    state in which paint finds it where nobody says another, and how much of it are patches to be primed; one that is
    not ``asked`` for stays as it is until somebody gives it something."""

    key: str
    group: str
    kind: SurfaceKind
    name: str
    wall: str
    wall_id: str
    gross: Figure
    openings: Figure
    covered: Figure
    net: Figure
    found: State = "sound"
    patches: Figure | None = None
    asked: bool = True

    @property
    def substrate(self) -> Substrate:
        """Return what it is of, as far as a primer asks."""
        if self.group in OF_METAL:
            return "metal"
        return "plaster" if self.kind in ("wall", "ceiling", "reveal", "block") else "wood"


def none_here(name: str) -> Figure:
    """Return no area at all, under a name."""
    return Figure(name, 0.0, "m²", "choice", note="none here")


def covered_at_most(covered: Figure, gross: Figure, openings: Figure) -> Figure:
    """Return what is covered of a surface, which is no more than there is of it beside its openings.

    What comes to within a speck of all of it is all of it: the dust of floats is neither painted nor paid.
    """
    free = max(0.0, gross.value - openings.value)
    if abs(covered.value - free) < SPECK:
        return replace(covered, value=free)
    return covered if covered.value < free else Figure("covered", free, "m²", "table", note="all of it")


def counted_once(parts: Sequence[Figure], together: float, note: str) -> list[Figure]:
    """Return areas that lie over one another, and what is counted twice of them where they cover so much ``together``,
    in mm²."""
    twice = sum(one.value for one in parts) - together / 1_000_000
    return [*parts, Figure("counted twice", -twice, "m²", "table", note=note)] if abs(twice) > 1e-6 else [*parts]


def plain_surface(
    key: str,
    group: str,
    kind: SurfaceKind,
    name: str,
    area: Figure,
    face: WallFace | None = None,
    found: State = "sound",
) -> Surface:
    """Return a surface from which nothing is taken away."""
    openings, covered = none_here("openings"), none_here("covered")
    return Surface(
        key,
        group,
        kind,
        name,
        face.name if face else "",
        face.id if face else "",
        area,
        openings,
        covered,
        net_area(area, openings, covered, called=name),
        found,
    )
