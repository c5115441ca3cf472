"""The pictures that stand beside a job: how many there can be, and opening one without trusting it.

What a picture is, is judged by its first bytes and never by its name, and only the formats asked for are tried: some
others are programs that a library hands to an interpreter. Its size in pixels is judged before it is decoded.
"""

from __future__ import annotations

import io
import re
from collections.abc import Mapping
from typing import TYPE_CHECKING

from narrow_cornice.errors import CorniceError
from narrow_cornice.job.limits import JobError

if TYPE_CHECKING:
    from PIL.Image import Image

PICTURE_NAME = re.compile(r"[a-z0-9][a-z0-9-]{0,60}\.jpg")
MOST_PICTURES = 400
MOST_PICTURE_BYTES = 8 * 1024 * 1024
MOST_BYTES = 256 * 1024 * 1024  # of all pictures together
MOST_PIXELS = 120_000_000  # of what is brought in, which is made smaller
MOST_KEPT_PIXELS = 40_000_000
FORMATS_IN = ("JPEG", "PNG", "WEBP", "TIFF")  # what can be brought in
FORMATS_KEPT = ("JPEG",)  # what a job keeps it as
SUFFIXES_IN = (".jpg", ".jpeg", ".png", ".webp", ".tif", ".tiff")


class PictureError(CorniceError, ValueError):
    """A file that is no picture that can be used."""


def opened_picture(raw: bytes, formats: tuple[str, ...], most: int = MOST_PIXELS) -> Image:
    """Return a picture of one of some formats, opened and not yet decoded, of ``most`` pixels at the most.

    Raises PictureError for any other.
    """
    from PIL import Image, UnidentifiedImageError

    try:
        opened = Image.open(io.BytesIO(raw), formats=formats)
    except UnidentifiedImageError:
        raise PictureError("this is no picture that can be read.", remedy=f"Use a {', a '.join(formats)}.") from None
    except Image.DecompressionBombError:
        raise PictureError("this picture has more pixels than can be used.") from None
    except (OSError, SyntaxError, ValueError, EOFError) as error:
        raise PictureError(f"this picture is damaged ({error}).") from None
    if opened.width * opened.height > most:
        raise PictureError(f"{opened.width} × {opened.height} pixels are more than can be used.")
    return opened


def kept_picture(raw: bytes) -> Image:
    """Return a picture of a job, decoded with an opacity for each pixel. Raises PictureError."""
    with opened_picture(raw, FORMATS_KEPT, MOST_KEPT_PIXELS) as opened:
        try:
            return opened.convert("RGBA")
        except (OSError, SyntaxError, ValueError, EOFError) as error:
            raise PictureError(f"this picture is damaged ({error}).") from None


def check_pictures(pictures: Mapping[str, bytes]) -> None:
    """Raise JobError for pictures that a job file cannot hold: it would be saved and never open again."""
    for name, content in pictures.items():
        if not PICTURE_NAME.fullmatch(name) or len(content) > MOST_PICTURE_BYTES:
            raise JobError(f"“{name[:40]}” is no picture that a job can have.", where="pictures")
    if len(pictures) > MOST_PICTURES:
        raise JobError(
            f"{len(pictures)} photographs are more than a job can have; {MOST_PICTURES} are the most.",
            where="pictures",
            remedy="Remove one first.",
        )
    held = sum(map(len, pictures.values()))
    if held > MOST_BYTES:
        raise JobError(
            f"The photographs take {held / 1e6:.0f} MB; a job can hold {MOST_BYTES / 1e6:.0f} MB of them.",
            where="pictures",
            remedy="Remove one first.",
        )
