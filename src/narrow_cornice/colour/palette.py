"""The palette of a picture: its pixels gathered into a few colours with their shares (bridge material).

k-means in OKLab (k-means++ begins it, from one seed, so the same picture gives the same palette); colours nearer to one
another than the eye parts them are merged, and what is hardly there is left out.
"""

from __future__ import annotations

from typing import Any

import msgspec
import numpy as np

from narrow_cornice.colour.tones import tone_difference
from narrow_cornice.errors import CorniceError

Pixels = Any  # an array (n, 3) of red, green and blue as 0 … 255
FEWEST, MOST = 2, 12
USUAL = 6
MERGED = 6.0  # ΔE00 within which two colours of a palette are one
LEAST_SHARE = 0.008  # of the picture, below which a colour is left out
FINE = 4  # red, green and blue are counted in steps of so many
TRIES = 4
SEED = 20


class Swatch(msgspec.Struct, frozen=True):
    """A colour of a palette: its tone and which share of the picture it has, 0 … 1."""

    hex: str
    share: float


def palette_of(pixels: Pixels, colours: int = USUAL) -> tuple[Swatch, ...]:
    """Return the colours of a picture, the largest share first; the shares make 1.

    Raises CorniceError for no pixels, or more colours than a palette has.
    """
    from coloraide import Color
    from scipy.cluster.vq import kmeans2

    if not FEWEST <= colours <= MOST:
        raise CorniceError(f"A palette of {colours} colours cannot be.", remedy=f"{FEWEST} to {MOST}.")
    given = np.asarray(pixels, dtype=np.int64).reshape(-1, 3)
    if not len(given):
        raise CorniceError("This picture has no pixels that show.")
    grains, sums, counts = _counted(given)
    means = sums / counts[:, None]
    places = np.array([Color("srgb", (one / 255.0).tolist()).convert("oklab").coords() for one in means])
    # Each grain stands for as many places as it has pixels, up to a few thousand in all.
    many = np.maximum(1, np.round(counts * min(1.0, 4000.0 / counts.sum()))).astype(int)
    spread = np.repeat(places, many, axis=0)
    wanted = min(colours, len(grains))
    best: tuple[float, Any] | None = None
    for attempt in range(TRIES):
        rng = np.random.default_rng(SEED + attempt)
        centres, _ = kmeans2(spread, wanted, minit="++", seed=rng, iter=30, missing="warn")
        off = ((places[:, None, :] - centres[None, :, :]) ** 2).sum(axis=2)
        lost = float((off.min(axis=1) * counts).sum())
        if best is None or lost < best[0]:
            best = (lost, off.argmin(axis=1))
    assert best is not None
    return _merged(places, counts, best[1])


def _counted(given: Any) -> tuple[Any, Any, Any]:
    """Return the grains of colour that there are, the sums of their pixels and how many each has."""
    fine = given // FINE
    keys = (fine[:, 0] * 4096 + fine[:, 1]) * 4096 + fine[:, 2]
    grains, where = np.unique(keys, return_inverse=True)
    counts = np.bincount(where).astype(float)
    sums = np.stack([np.bincount(where, weights=given[:, band]) for band in range(3)], axis=1)
    if len(grains) > 6000:  # a picture of noise: its grains are counted coarser
        return _counted_coarse(given)
    return grains, sums, counts


def _counted_coarse(given: Any) -> tuple[Any, Any, Any]:
    fine = given // 16
    keys = (fine[:, 0] * 4096 + fine[:, 1]) * 4096 + fine[:, 2]
    grains, where = np.unique(keys, return_inverse=True)
    sums = np.stack([np.bincount(where, weights=given[:, band]) for band in range(3)], axis=1)
    return grains, sums, np.bincount(where).astype(float)


def _merged(places: Any, counts: Any, of: Any) -> tuple[Swatch, ...]:
    """Return the groups as colours, those that nobody parts as one, without what is hardly there."""
    groups: list[tuple[Any, float]] = []
    for group in np.unique(of):
        mine = of == group
        weight = float(counts[mine].sum())
        groups.append(((places[mine] * counts[mine, None]).sum(axis=0) / weight, weight))
    groups.sort(key=lambda each: -each[1])
    kept: list[tuple[Any, float]] = []
    for place, weight in groups:
        for index, (other, there) in enumerate(kept):
            if tone_difference(_tone(place), _tone(other)) < MERGED:
                kept[index] = ((other * there + place * weight) / (there + weight), there + weight)
                break
        else:
            kept.append((place, weight))
    whole = sum(weight for _, weight in kept)
    kept = [each for each in kept if each[1] / whole >= LEAST_SHARE] or kept[:1]
    whole = sum(weight for _, weight in kept)
    made = [Swatch(_tone(place), weight / whole) for place, weight in kept]
    return tuple(sorted(made, key=lambda one: -one.share))


def _tone(place: Any) -> str:
    from coloraide import Color

    shown = Color("oklab", place.tolist()).convert("srgb").clip().coords()
    red, green, blue = (min(255, max(0, round(255 * band))) for band in shown)
    return f"#{red:02x}{green:02x}{blue:02x}"
