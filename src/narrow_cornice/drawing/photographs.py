"""Photographs of walls squared up, to be laid over an elevation."""

from __future__ import annotations

import io

import numpy as np

from narrow_cornice.job.measured import Photo
from narrow_cornice.job.pictures import PictureError, kept_picture
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.homography import SeenPoint, SquaredUp, squared_up

MM_A_PIXEL = 3.0
MOST_SIDE = 2_400


@by_identity(times=32, each="job")
def sight_of(photo: Photo) -> SquaredUp | None:
    """Return the map from a photograph to its wall, None while its points do not make one."""
    try:
        return squared_up([SeenPoint((one.x, one.y), (one.u, one.v)) for one in photo.points])
    except (ValueError, np.linalg.LinAlgError):
        return None


@by_identity(times=16, each="job")
def squared_picture(photo: Photo, content: bytes, length: float, height: float) -> bytes:
    """Return the wall as the photograph shows it, seen straight on: a PNG of length × height, clear where it ends.

    Empty where the photograph cannot be squared up or read.
    """
    from PIL import Image

    fit = sight_of(photo)
    if fit is None:
        return b""
    step = max(MM_A_PIXEL, length / MOST_SIDE, height / MOST_SIDE)
    wide, tall = max(1, round(length / step)), max(1, round(height / step))
    # from a pixel of the squared picture to the wall, and from there to the photograph
    to_wall = np.array([[step, 0.0, 0.0], [0.0, -step, height], [0.0, 0.0, 1.0]])
    way = np.linalg.inv(fit.matrix) @ to_wall
    way = way / way[2, 2]
    try:
        picture = kept_picture(content)
    except PictureError:
        return b""
    squared = picture.transform(
        (wide, tall),
        Image.Transform.PERSPECTIVE,
        tuple(float(one) for one in way.reshape(-1)[:8]),
        Image.Resampling.BILINEAR,
    )
    held = io.BytesIO()
    squared.save(held, "PNG", compress_level=1)
    return held.getvalue()
