"""The house's own rules, in words: somebody must say how each is kept (B3)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.job.brief import OwnRule
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.review.finding import Finding, JobSeen


def key_of(rule: OwnRule) -> str:
    """Return the key of a rule's finding."""
    return f"house rule open:{rule.id}"


def look(seen: JobSeen) -> Iterator[Finding]:
    """Put each rule up once; it is settled by saying how it is kept, which is printed beside it."""
    if not seen.job.rooms:
        return
    for rule in seen.job.brief.rules:
        yield Finding(
            key=key_of(rule),
            grade="worth a thought",
            room_id="",
            room="The house",
            where="the brief",
            says=f"Nobody has said yet how this is kept: “{rule.words[:100]}”",
            many="Nobody has said yet how the rules of the house are kept: {n} rules",
            measured="a rule of the house, in words",
            rule="House rules fix what is seen from the street, quiet hours and the like (brief).",
            risk="Work against them is stopped or undone.",
            about=BriefPath(),
        )
