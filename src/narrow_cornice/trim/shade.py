"""Shade on the elevation: one strip of tones per profile.

Light comes at the draughtsman's 45°, in the direction (1, −1, −1)/√3. A face turned to the room is the tone 1,
the true colour; a face turned up is lighter, one turned down darker, and what an overhang keeps the light from
is in shadow. In the section that light falls at 45°, so a point (z, y) is in shadow where some point above has
a larger z − y. What lies in shadow still takes light thrown back from floor and walls, which comes from below
and in front: that is what makes a curve readable under an overhang. The strip reaches below the piece as far as
its shadow falls on the wall.
"""

from __future__ import annotations

import itertools
import math

import msgspec

from narrow_cornice.memo import by_value
from narrow_cornice.trim.outline import Outline
from narrow_cornice.trim.profiles import Profile

AMBIENT = 0.56  # tone of a face no light reaches, as a share of the true colour: drawn, not measured
REFLECTED = 0.24  # share that light thrown back adds on a face turned straight to it; drawn as well
SAMPLES = 72


class ShadeStrip(msgspec.Struct, frozen=True):
    """Tones from the top of the piece down, sample by sample, and how far the shadow falls below, in mm.

    ``away`` are the tones of the same piece set the other way round, on the far side of an opening from the light.
    """

    tones: tuple[float, ...]
    cast: float
    away: tuple[float, ...]


def shade_tones(outline: Outline, height: float, samples: int = SAMPLES) -> list[float]:
    """Return the tones of a piece seen from the front, ``samples`` of them, from its top down.

    Each rising stretch of the face marks the samples it passes; the foremost one counts. Plain floats: a face passes
    hardly more samples than there are.
    """
    points = outline.polyline(math.radians(4))
    depths = [-math.inf] * samples
    normals = [(1.0, 0.0)] * samples
    step = height / samples
    for (z0, y0), (z1, y1) in itertools.pairwise(points):
        rise = y1 - y0
        if rise <= 1e-9:
            continue  # level and falling faces are not seen from the front
        length = math.hypot(z1 - z0, rise)
        normal = (rise / length, -(z1 - z0) / length)
        first = max(0, math.ceil((height - y1) / step - 0.5 - 1e-9))
        last = min(samples - 1, math.floor((height - y0) / step - 0.5 + 1e-9))
        for sample in range(first, last + 1):
            y = height - (sample + 0.5) * step
            z = z0 + (z1 - z0) * (y - y0) / rise
            if z > depths[sample]:
                depths[sample], normals[sample] = z, normal
    tones = []
    reach = -math.inf  # the furthest that anything above reaches along the light
    for sample, (depth, (normal_z, normal_y)) in enumerate(zip(depths, normals, strict=True)):
        along = depth - (height - (sample + 0.5) * step)
        reach = max(reach, along)
        if reach - along < 1e-6 + 0.02 * step:  # lit: (n · −light)·√3, so that a plain upright face is 1
            tones.append(AMBIENT + (1 - AMBIENT) * max(0.0, normal_y + normal_z))
        else:
            tones.append(AMBIENT + REFLECTED * max(0.0, normal_z - normal_y) / math.sqrt(2))
    return tones


@by_value(times=1, each="thing")
def shade_strip(profile: Profile) -> ShadeStrip:
    """Return the strip for a profile; computed once for each."""
    cast = max(0.0, max(z - y for z, y in profile.outline.polyline()))
    tones = shade_tones(profile.outline, profile.height)
    return ShadeStrip(tuple(tones), cast, tuple(min(1.12, 2 * 0.94 - tone) for tone in tones))
