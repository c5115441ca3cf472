"""What kind of text a field holds: words that a person typed, or what the program goes by.

No figure, group, sort or rule reads words: they are shown. Things go by their identity.
"""

from __future__ import annotations

from typing import Annotated

import msgspec

WORDS, IDENTITY, TONE = "words", "identity", "tone"

Words = Annotated[str, msgspec.Meta(extra={"holds": WORDS})]
Id = Annotated[str, msgspec.Meta(extra={"holds": IDENTITY})]  # of a thing, or the key of a table of ours
Tone = Annotated[str, msgspec.Meta(extra={"holds": TONE})]  # a colour as #rrggbb


def several(count: int, one: str, many: str = "") -> str:
    """Return how many there are of something in words: 1 wall, 2 walls."""
    return f"{count} {one if count == 1 else many or one + 's'}"


def with_article(word: str) -> str:
    """Return a word with its article: a chair, an armchair."""
    return f"{'an' if word[:1].lower() in 'aeiou' else 'a'} {word}"
