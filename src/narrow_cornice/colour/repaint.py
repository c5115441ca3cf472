"""A photograph with parts of it in other colours, its own light and grain kept.

Colours are taken apart in OKLab (Ottosson, *A perceptual color space for image processing*, 2020), where making light
of one colour fainter or stronger scales lightness and chroma alike. What the old paint's lightness does over its part
(the light that falls on it, its shadows, its grain) is carried over as a share of the old paint's own; hue and chroma
are those of the new colour, but for what the light did to the old ones.
"""

from __future__ import annotations

from typing import Any

import numpy as np

from narrow_cornice.colour.tones import channels

# Linear sRGB to the cone-like response, and its cube root to lightness and two opponents (Ottosson).
_TO_LMS = np.array(
    [
        (0.4122214708, 0.5363325363, 0.0514459929),
        (0.2119034982, 0.6806995451, 0.1073969566),
        (0.0883024619, 0.2817188376, 0.6299787005),
    ]
)
_TO_LAB = np.array(
    [
        (0.2104542553, 0.7936177850, -0.0040720468),
        (1.9779984951, -2.4285922050, 0.4505937099),
        (0.0259040371, 0.7827717662, -0.8086757660),
    ]
)
_FROM_LAB = np.linalg.inv(_TO_LAB)
_FROM_LMS = np.linalg.inv(_TO_LMS)
GRAIN = 0.6  # of the old paint's unevenness in hue that stays: some of it was the old paint's
LEAST_EXPOSED, MOST_EXPOSED = 0.45, 1.35  # times its own lightness, that a picture can show a paint in
MOST_TINT = 0.075  # in OKLab, that the light of a picture can put on a paint
MOST_LIGHT = 2.2  # times the old paint's own lightness, beyond which a place is a glint and stays one
GROWN_WIDE = 520  # pixels of a picture in which a part is grown
TOLERANCE = 0.032  # in OKLab, how far hue and chroma may be off the place a part is grown from
SHADE = 0.45  # … and lightness, since light falls off along a wall
STEP = 0.012  # … from one pixel to the next, beyond which there is an edge


def oklab(pixels: Any) -> Any:
    """Return sRGB pixels (…, 3) of 0 to 255 as lightness 0 … 1 and two opponents (…, 3)."""
    shares = np.asarray(pixels, dtype=np.float32) / np.float32(255.0)
    linear = np.where(shares <= 0.04045, shares / 12.92, ((shares + 0.055) / 1.055) ** 2.4)
    return np.cbrt(linear @ _TO_LMS.T.astype(np.float32)) @ _TO_LAB.T.astype(np.float32)


def pixels_of_oklab(lab: Any) -> Any:
    """Return OKLab (…, 3) as sRGB pixels 0 … 255; what no screen shows is cut off."""
    linear = (np.asarray(lab, dtype=np.float32) @ _FROM_LAB.T.astype(np.float32)) ** 3 @ _FROM_LMS.T.astype(np.float32)
    linear = np.clip(linear, 0.0, 1.0)
    shares = np.where(linear <= 0.0031308, linear * 12.92, 1.055 * linear ** (1.0 / 2.4) - 0.055)
    return np.clip(np.rint(shares * 255.0), 0, 255).astype(np.uint8)


def own_colour(lab: Any, mask: Any) -> Any:
    """Return the old paint's own colour (3) in a part of a picture: the middle one of its pixels."""
    inside = lab[mask > 0.5]
    return np.median(inside, axis=0) if len(inside) else np.array([0.5, 0.0, 0.0])


def repainted(pixels: Any, mask: Any, new: str, old: str | None = None) -> Any:
    """Return a picture (h, w, 3) with a part of it in a new colour (#rrggbb).

    ``mask`` (h, w) says how much of each pixel belongs to the part, 0 … 1. ``old`` is the colour of the old paint by
    day where it is known: then the picture's own exposure and the tint of its light are carried over; else, or where
    the picture can hardly show that paint (far lighter, darker or of another hue), it is taken to show the old paint as
    it is.
    """
    rows, columns = np.flatnonzero(mask.max(axis=1) > 0), np.flatnonzero(mask.max(axis=0) > 0)
    if not len(rows) or not len(columns):
        return pixels
    part = (slice(rows[0], rows[-1] + 1), slice(columns[0], columns[-1] + 1))
    lab, share = oklab(pixels[part]), np.asarray(mask[part], dtype=np.float32)[..., None]
    own = own_colour(lab, mask[part])
    target = oklab(np.array(channels(new), dtype=np.float32))
    lightness = max(0.02, float(own[0]))
    cast = np.zeros(2)
    if old is not None:
        known = oklab(np.array(channels(old), dtype=np.float32))
        exposure = lightness / max(0.02, float(known[0]))
        tint = own[1:] - known[1:] * exposure
        if LEAST_EXPOSED < exposure < MOST_EXPOSED and float(np.linalg.norm(tint)) < MOST_TINT:
            cast, target = tint, target * exposure
    light = lab[..., :1] / lightness
    held = np.minimum(light, MOST_LIGHT)
    unevenness = lab[..., 1:] - own[1:] * light
    made = np.empty_like(lab)
    made[..., :1] = target[0] * held + np.maximum(0.0, light - MOST_LIGHT) * lightness
    made[..., 1:] = (target[1:] + cast) * held + GRAIN * unevenness
    shown = pixels_of_oklab(made)
    result = np.array(pixels)
    mixed = share * shown.astype(np.float32) + (1.0 - share) * pixels[part].astype(np.float32)
    result[part] = np.rint(mixed).astype(np.uint8)
    return result


def grown(pixels: Any, seed: tuple[float, float]) -> Any:
    """Return the part of a picture (h, w, 3) that has the paint of a place (x, y as shares), up to the edges round it,
    as truths (h, w).

    A pixel belongs to it where its hue and chroma are near those of the place, its lightness may be that of the same
    paint in another light, and it is reached without crossing an edge.
    """
    from scipy import ndimage

    lab = oklab(pixels)
    tall, wide = lab.shape[:2]
    y, x = min(tall - 1, max(0, int(seed[1] * tall))), min(wide - 1, max(0, int(seed[0] * wide)))
    around = lab[max(0, y - 2) : y + 3, max(0, x - 2) : x + 3].reshape(-1, 3)
    own = np.median(around, axis=0)
    light = lab[..., 0] / max(0.02, float(own[0]))
    off = np.linalg.norm(lab[..., 1:] - own[1:] * np.clip(light, 0.5, 1.5)[..., None], axis=2)
    near = (off < TOLERANCE) & (np.abs(np.log(np.maximum(light, 0.01))) < SHADE)
    smooth = ndimage.gaussian_filter(lab, sigma=(1.0, 1.0, 0.0))
    steps = np.sqrt(sum((ndimage.sobel(smooth[..., c], axis=a) / 8.0) ** 2 for c in range(3) for a in (0, 1)))
    inside = near & (steps < STEP)
    inside[y, x] = True
    parts, _ = ndimage.label(inside)
    mine = parts == parts[y, x]
    # The edge itself was left out: the part is let out to it again, and pin-holes are closed.
    mine = ndimage.binary_dilation(mine, iterations=2) & (near | mine)
    return ndimage.binary_fill_holes(ndimage.binary_closing(mine, iterations=1)) & _not_large_hole(mine)


def _not_large_hole(mine: Any) -> Any:
    """Return where no hole is that is large enough to be a picture, a window or a door."""
    from scipy import ndimage

    holes, count = ndimage.label(ndimage.binary_fill_holes(mine) & ~mine)
    if not count:
        return np.ones_like(mine)
    sizes = ndimage.sum_labels(np.ones_like(holes), holes, index=np.arange(1, count + 1))
    large = np.flatnonzero(np.asarray(sizes) > 0.0008 * mine.size) + 1
    return ~np.isin(holes, large)


Ring = tuple[tuple[float, float], ...]


def outlines_of(mask: Any) -> list[tuple[Ring, tuple[Ring, ...]]]:
    """Return a part given as truths (h, w) as outlines with their holes, as shares of the picture, largest first."""
    import shapely

    tall, wide = mask.shape
    boxes = []
    for row in range(tall):
        line = np.concatenate([[0], mask[row].astype(np.int8), [0]])
        begins, ends = np.flatnonzero(np.diff(line) == 1), np.flatnonzero(np.diff(line) == -1)
        boxes += [(begin, row, end, row + 1) for begin, end in zip(begins.tolist(), ends.tolist(), strict=True)]
    if not boxes:
        return []
    whole = shapely.union_all(shapely.box(*np.array(boxes, dtype=float).T)).simplify(1.2)
    least = 0.002 * tall * wide

    def ring(line: Any) -> Ring:
        return tuple((x / wide, y / tall) for x, y in line.coords[:-1])

    parts = [part for part in shapely.get_parts(whole) if part.geom_type == "Polygon" and part.area > least]
    parts.sort(key=lambda part: -part.area)
    return [
        (ring(part.exterior), tuple(ring(hole) for hole in part.interiors if shapely.Polygon(hole).area > least / 8))
        for part in parts
    ]


def mask_of(size: tuple[int, int], outlines: list[tuple[Ring, tuple[Ring, ...]]]) -> Any:
    """Return how much of each pixel of a picture (width, height) lies in outlines with holes given as shares of it,
    0 … 1 (h, w): drawn at twice its size, so that edges are soft."""
    from PIL import Image, ImageDraw

    wide, tall = size
    drawn = Image.new("L", (wide * 2, tall * 2), 0)
    pencil = ImageDraw.Draw(drawn)
    for outline, holes in outlines:
        pencil.polygon([(x * wide * 2, y * tall * 2) for x, y in outline], fill=255)
        for hole in holes:
            pencil.polygon([(x * wide * 2, y * tall * 2) for x, y in hole], fill=0)
    small = drawn.resize((wide, tall), Image.Resampling.BOX)
    return np.asarray(small, dtype=np.float32) / 255.0
