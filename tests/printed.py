"""What a printed sheet says, page by page, as a reader of PDF finds it."""

from __future__ import annotations

import io
from functools import cache

from pypdf import PdfReader
from pypdfium2 import PdfDocument


class Text(str):
    """What a sheet says. A reader tells words by the gaps between letters, and takes a small gap for none: what is
    looked for in it is found whatever its blanks."""

    def __contains__(self, words: object) -> bool:
        return isinstance(words, str) and "".join(words.split()) in "".join(self.split())


@cache
def pages(pdf: bytes) -> tuple[Text, ...]:
    """Return the text of every page with its lines joined; a PDF that is not whole raises.

    One library reads how the file is made and minds every fault of it, another finds the text, in a fraction of the
    time.
    """
    count = len(PdfReader(io.BytesIO(pdf), strict=True).pages)
    with PdfDocument(pdf) as document:
        texts = [page.get_textpage().get_text_bounded() for page in document]
    assert len(texts) == count
    return tuple(Text(" ".join(text.split())) for text in texts)


@cache
def said(pdf: bytes) -> Text:
    """Return the text of all pages together."""
    return Text(" ".join(pages(pdf)))
