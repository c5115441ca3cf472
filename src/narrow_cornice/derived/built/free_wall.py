"""Where along a wall something so tall can stand before no opening."""

from __future__ import annotations

from narrow_cornice.derived.measured.rooms import WallFace

CASING = 120.0  # mm kept beside an opening for what is round it
LEAST = 300.0


def free_stretch(face: WallFace, tall: float) -> tuple[float, float] | None:
    """Return the longest stretch of a wall that has no opening lower than ``tall``, None where none is worth it. One
    that goes from corner to corner is the whole wall."""
    taken = sorted(
        (max(0.0, hole.rect.u0 - CASING), min(face.length, hole.rect.u1 + CASING))
        for hole in face.openings
        if hole.rect.v0 < tall
    )
    edges, at = [], 0.0
    for begin, end in taken:
        edges.append((at, begin))
        at = max(at, end)
    edges.append((at, face.length))
    longest = max(edges, key=lambda edge: edge[1] - edge[0])
    return longest if longest[1] - longest[0] >= LEAST else None
