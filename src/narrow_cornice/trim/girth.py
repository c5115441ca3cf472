"""The girth of a profile with its working: straight faces, and each curve as an arc of a circle."""

from __future__ import annotations

import math

from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.memo import by_value
from narrow_cornice.trim.outline import Arc, Conic, Line
from narrow_cornice.trim.profiles import Profile


@explained("curve", "mm", "radius × π × angle ÷ 180")
def arc_length(radius: float, angle: float) -> float:
    """Return the length of an arc from its radius in mm and its angle in degrees."""
    return radius * math.pi * angle / 180


@by_value(times=1, each="thing")
def girth_of(profile: Profile) -> Figure:
    """Return the length of the painted face across a profile, in mm."""
    size = f"{profile.kind} drawn {profile.height:.1f} high and {profile.projection:.1f} out"
    straight = [segment.length for segment in profile.outline.segments if isinstance(segment, Line)]
    parts = [table("straight faces", math.fsum(straight), "mm", f"{len(straight)} straight faces of the {size}")]
    for segment in profile.outline.segments:
        if isinstance(segment, Conic):
            parts.append(table("conic", segment.length, "mm", f"a conic arc of the {size}, integrated"))
        if isinstance(segment, Arc):
            parts.append(
                arc_length(
                    table("radius", segment.radius, "mm", size),
                    table("angle", math.degrees(abs(segment.sweep)), "°", "as large as runs neither back nor down"),
                    like="curves",
                )
            )
    return total("girth", "mm", parts)
