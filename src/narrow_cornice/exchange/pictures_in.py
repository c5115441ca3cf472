"""Photographs from files: turned upright, scaled down sensibly, and rid of what else a camera writes into them."""

from __future__ import annotations

import io

from narrow_cornice.errors import CorniceError

LONGEST_SIDE = 1800  # pixels kept: a wall of four metres to about two millimetres
QUALITY = 82
MOST_PIXELS = 120_000_000
MOST_BYTES = 80 * 1024 * 1024


class PictureError(CorniceError, ValueError):
    """A file that is no picture that can be used."""


def scaled_picture(raw: bytes) -> tuple[bytes, int, int]:
    """Return a picture as a JPEG of sensible size with its width and height in pixels. Raises PictureError."""
    from PIL import Image, ImageOps, UnidentifiedImageError

    if len(raw) > MOST_BYTES:
        raise PictureError(f"{len(raw) / 1e6:.0f} MB are more than a photograph has.")
    try:
        with Image.open(io.BytesIO(raw)) as opened:
            if opened.width * opened.height > MOST_PIXELS:
                raise PictureError(f"{opened.width} × {opened.height} pixels are more than can be used.")
            upright = ImageOps.exif_transpose(opened) or opened
            picture = upright.convert("RGB")
    except UnidentifiedImageError:
        raise PictureError("this is no picture that can be read.", remedy="Use a JPEG or a PNG.") from None
    except (OSError, SyntaxError, ValueError, Image.DecompressionBombError, EOFError) as error:
        if isinstance(error, PictureError):
            raise
        raise PictureError(f"this picture is damaged ({error}).") from None
    if min(picture.size) < 16:
        raise PictureError(f"{picture.width} × {picture.height} pixels show no wall.")
    picture.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    held = io.BytesIO()
    picture.save(held, "JPEG", quality=QUALITY, optimize=True)
    return held.getvalue(), picture.width, picture.height
