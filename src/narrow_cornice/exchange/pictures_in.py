"""Photographs from files: turned upright, scaled down sensibly, and rid of what else a camera writes into them."""

from __future__ import annotations

import io

from narrow_cornice.job.pictures import FORMATS_IN, PictureError, opened_picture

LONGEST_SIDE = 1800  # pixels kept: a wall of four metres to about two millimetres
QUALITY = 82
MOST_BYTES = 80 * 1024 * 1024


def scaled_picture(raw: bytes) -> tuple[bytes, int, int]:
    """Return a picture as a JPEG of sensible size with its width and height in pixels. Raises PictureError."""
    from PIL import ImageOps

    if len(raw) > MOST_BYTES:
        raise PictureError(f"{len(raw) / 1e6:.0f} MB are more than a photograph has.")
    with opened_picture(raw, FORMATS_IN) as opened:
        opened.draft("RGB", (LONGEST_SIDE, LONGEST_SIDE))  # a JPEG is decoded no larger than it is needed
        try:
            upright = ImageOps.exif_transpose(opened) or opened
            picture = upright.convert("RGB")
        except (OSError, SyntaxError, ValueError, EOFError) as error:
            raise PictureError(f"this picture is damaged ({error}).") from None
    if min(picture.size) < 16:
        raise PictureError(f"{picture.width} × {picture.height} pixels show no wall.")
    picture.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    held = io.BytesIO()
    picture.save(held, "JPEG", quality=QUALITY, optimize=True)
    return held.getvalue(), picture.width, picture.height
