"""What a printed sheet says, page by page, as a reader of PDF finds it."""

from __future__ import annotations

import io
from functools import cache

from pypdf import PdfReader


@cache
def pages(pdf: bytes) -> tuple[str, ...]:
    """Return the text of every page with its lines joined; a PDF that is not whole raises."""
    return tuple(" ".join(page.extract_text().split()) for page in PdfReader(io.BytesIO(pdf), strict=True).pages)


def said(pdf: bytes) -> str:
    """Return the text of all pages together."""
    return " ".join(pages(pdf))
