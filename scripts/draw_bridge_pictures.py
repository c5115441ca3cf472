"""Draws the pictures of the demo's bridge materials: python scripts/draw_bridge_pictures.py
src/narrow_cornice/data/pictures

A striped cloth, a speckled stone and a tufted rug, each out of a few colours whose shares are known.
"""

from __future__ import annotations

import sys
from pathlib import Path

import numpy as np
from PIL import Image, ImageFilter

WIDE, TALL = 480, 320
Tone = tuple[int, int, int]


def toned(hexes: tuple[str, ...]) -> np.ndarray:
    """Return colours as an array (n, 3)."""
    return np.array([[int(one[k : k + 2], 16) for k in (1, 3, 5)] for one in hexes], dtype=float)


def striped(rng: np.random.Generator) -> np.ndarray:
    """Return a woven cloth: stripes of the marsh over a linen ground."""
    tones = toned(("#c8d3c2", "#7d978a", "#f3efe4", "#cdae84", "#41665a"))
    pattern = [2, 0, 0, 1, 0, 2, 3, 2, 0, 0, 4, 0, 0, 1, 1, 2]
    columns = np.array([pattern[(x // 10) % len(pattern)] for x in range(WIDE)])
    made = np.repeat(tones[columns][None], TALL, axis=0)
    weave = ((np.arange(WIDE)[None, :] + np.arange(TALL)[:, None]) % 4 < 2) * 5.0 - 2.5
    return made + weave[:, :, None] + rng.normal(0, 2.0, (TALL, WIDE, 1))


def speckled(rng: np.random.Generator) -> np.ndarray:
    """Return a polished stone: pale ground, veins and flecks."""
    tones = toned(("#dfe6e2", "#b8c4cc", "#8f9aa0", "#4c5257", "#e9e1d3"))
    noise = rng.normal(0, 1, (TALL, WIDE))
    smooth = sum(_blurred(noise, radius) * weight for radius, weight in ((2, 0.4), (8, 1.0), (24, 1.6)))
    rank = np.argsort(np.argsort(smooth.ravel())).reshape(TALL, WIDE) / (TALL * WIDE)
    which = np.digitize(rank, (0.08, 0.3, 0.62, 0.9))
    order = np.array([3, 2, 0, 1, 4])
    return tones[order[which]] + rng.normal(0, 2.0, (TALL, WIDE, 1))


def _blurred(noise: np.ndarray, radius: int) -> np.ndarray:
    scaled = np.clip(noise * 32 + 128, 0, 255).astype(np.uint8)
    soft = np.asarray(Image.fromarray(scaled).filter(ImageFilter.GaussianBlur(radius)), dtype=float)
    return (soft - soft.mean()) / max(1e-6, soft.std())


def tufted(rng: np.random.Generator) -> np.ndarray:
    """Return a rug: a field of madder with a border and lozenges of clay, tan and chalk."""
    tones = toned(("#a9614f", "#e2cdb8", "#8a5f3b", "#f3efe4", "#41665a"))
    y, x = np.mgrid[0:TALL, 0:WIDE]
    which = np.zeros((TALL, WIDE), dtype=int)
    lozenge = np.abs((x % 80) - 40) / 40 + np.abs((y % 80) - 40) / 40
    which[lozenge < 0.62] = 1
    which[lozenge < 0.34] = 2
    edge = np.minimum.reduce([x, y, WIDE - 1 - x, TALL - 1 - y])
    which[edge < 38] = 3
    which[(edge < 30) & (edge >= 16)] = 4
    return tones[which] + rng.normal(0, 4.0, (TALL, WIDE, 1))


if __name__ == "__main__":
    folder = Path(sys.argv[1])
    folder.mkdir(parents=True, exist_ok=True)
    for number, (name, draw) in enumerate((("marsh-cloth", striped), ("salt-stone", speckled), ("hearth-rug", tufted))):
        pixels = np.clip(draw(np.random.default_rng(number)), 0, 255).astype(np.uint8)
        Image.fromarray(pixels).save(folder / f"{name}.jpg", quality=82)
