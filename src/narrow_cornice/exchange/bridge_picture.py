"""A picture as bridge material: read without trusting it, made small, its palette taken."""

from __future__ import annotations

from pathlib import Path

from narrow_cornice.colour.palette import Pixels, Swatch, palette_of
from narrow_cornice.errors import CorniceError
from narrow_cornice.job.file import surroundings
from narrow_cornice.job.pictures import FORMATS_IN, PictureError, opened_picture

SMALL = 160  # pixels along the longer side, from which the palette is taken
MOST_BYTES = 200_000_000
OPAQUE = 128  # of 255, from which a pixel counts


def pixels_of(raw: bytes, formats: tuple[str, ...] = FORMATS_IN) -> Pixels:
    """Return the pixels (n, 3) of a picture made small, without those that are seen through. Raises PictureError."""
    import numpy as np
    from PIL import Image

    with opened_picture(raw, formats) as opened:
        try:
            opened.draft("RGB", (4 * SMALL, 4 * SMALL))
            whole = opened.convert("RGBA")
        except (OSError, SyntaxError, ValueError, EOFError) as error:
            raise PictureError(f"this picture is damaged ({error}).") from None
    if max(whole.size) > SMALL:
        share = SMALL / max(whole.size)
        size = (max(1, round(whole.width * share)), max(1, round(whole.height * share)))
        whole = whole.resize(size, Image.Resampling.BOX)
    every = np.asarray(whole, dtype=np.uint8).reshape(-1, 4)
    return every[every[:, 3] >= OPAQUE][:, :3]


def palette_of_file(path: Path, colours: int) -> tuple[Swatch, ...]:
    """Return the palette of a picture in a file. Raises CorniceError with what is wrong with it."""
    try:
        if path.exists() and not path.is_file():
            raise CorniceError(f"{path.name[:80]} is no file.", remedy="Give a picture: PNG, JPEG, WEBP or TIFF.")
        if path.exists() and path.stat().st_size > MOST_BYTES:
            raise CorniceError(f"{path.name[:80]} is larger than a picture should be.", remedy="200 MB are the most.")
        raw = path.read_bytes()
    except OSError as error:
        raise surroundings(error, path, "opened") from None
    try:
        return palette_of(pixels_of(raw), colours)
    except PictureError as error:
        raise PictureError(f"{path.name[:80]}: {error}") from None
