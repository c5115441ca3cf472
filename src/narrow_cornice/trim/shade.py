"""Shade on the elevation: one strip of tones per profile.

Light comes at the draughtsman's 45°, in the direction (1, −1, −1)/√3. A face turned to the room is the tone 1,
the true colour; a face turned up is lighter, one turned down darker, and what an overhang keeps the light from
is in shadow. In the section that light falls at 45°, so a point (z, y) is in shadow where some point above has
a larger z − y. What lies in shadow still takes light thrown back from floor and walls, which comes from below
and in front: that is what makes a curve readable under an overhang. The strip reaches below the piece as far as
its shadow falls on the wall.
"""

from __future__ import annotations

import math
from functools import lru_cache

import msgspec
import numpy as np
import numpy.typing as npt

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


def shade_tones(outline: Outline, height: float, samples: int = SAMPLES) -> npt.NDArray[np.float64]:
    """Return the tones of a piece seen from the front, shape (samples,), from its top down."""
    points = np.asarray(outline.polyline(math.radians(4)))
    start, end = points[:-1], points[1:]
    rising = end[:, 1] - start[:, 1] > 1e-9  # level and falling faces are not seen from the front
    start, end = start[rising], end[rising]
    y = height * (1 - (np.arange(samples) + 0.5) / samples)
    share = (y[:, None] - start[None, :, 1]) / (end[:, 1] - start[:, 1])[None, :]
    z = np.where((share >= 0) & (share <= 1), start[:, 0] + share * (end[:, 0] - start[:, 0]), -np.inf)
    front = np.argmax(z, axis=1)
    depth = z[np.arange(samples), front]
    along = (end - start)[front]
    length = np.hypot(along[:, 0], along[:, 1])
    normal_z, normal_y = along[:, 1] / length, -along[:, 0] / length
    diffuse = np.maximum(0.0, normal_y + normal_z)  # (n · −light)·√3, so a plain upright face is 1
    reach = np.maximum.accumulate(depth - y)
    lit = reach - (depth - y) < 1e-6 + 0.02 * height / samples
    thrown_back = np.maximum(0.0, normal_z - normal_y) / math.sqrt(2)
    tones = AMBIENT + np.where(lit, (1 - AMBIENT) * diffuse, REFLECTED * thrown_back)
    return np.asarray(tones, dtype=np.float64)


@lru_cache(maxsize=512)
def shade_strip(profile: Profile) -> ShadeStrip:
    """Return the strip for a profile; computed once for each."""
    cast = max(0.0, max(z - y for z, y in profile.outline.polyline()))
    tones = shade_tones(profile.outline, profile.height)
    away = np.minimum(1.12, 2 * 0.94 - tones)
    return ShadeStrip(tuple(tones.tolist()), cast, tuple(away.tolist()))
