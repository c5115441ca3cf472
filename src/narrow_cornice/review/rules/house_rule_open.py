"""The house's own rules, in words: somebody must say how each is kept (B3)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.job.brief import house_rules_in_words
from narrow_cornice.review.finding import Finding, JobSeen


def key_of(words: str) -> str:
    """Return the key of a rule's finding: other words are another rule."""
    return f"house rule open:{words[:120]}"


def look(seen: JobSeen) -> Iterator[Finding]:
    """Put each rule up once; it is settled by saying how it is kept, which is printed beside it."""
    if not seen.job.rooms:
        return
    for words in house_rules_in_words(seen.job.brief):
        yield Finding(
            key=key_of(words),
            grade="worth a thought",
            room_id="",
            room="The house",
            where="the brief",
            says=f"Nobody has said yet how this is kept: “{words[:100]}”",
            measured="a rule of the house, in words",
            rule="House rules fix what is seen from the street, quiet hours and the like (brief).",
            risk="Work against them is stopped or undone.",
            about=("brief",),
        )
