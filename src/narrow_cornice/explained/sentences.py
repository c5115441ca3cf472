"""Sentences of arithmetic: "entablature × cornice parts ÷ parts in all".

A sentence is written once beside its function, in the trade's names and signs (+ − × ÷ √ π max min ceil, and sin cos
tan arcsin arctan of degrees). The tests work it out and hold it to the function; the bench shows it with the values
put in.
"""

from __future__ import annotations

import re
from collections.abc import Mapping


def spell(sentence: str, shown: Mapping[str, str]) -> str:
    """Return the sentence with each name's shown value in its place, the longest names first so that none hides inside
    another."""
    names = sorted(shown, key=len, reverse=True)
    if not names:
        return sentence
    pattern = re.compile(r"(?<!\w)(?:" + "|".join(re.escape(name) for name in names) + r")(?!\w)")
    return pattern.sub(lambda found: shown[found.group()], sentence)
