"""Findings of one kind bundled, so that one decision is counted and read once."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

import msgspec

from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job
from narrow_cornice.review.finding import GRADES, Finding, Grade, together
from narrow_cornice.review.second_look import second_look

THOUGHT: Grade = "worth a thought"  # what may be, and is not counted as to be settled


class Bundle(msgspec.Struct, frozen=True):
    """Findings of one kind and grade, all still open or all kept."""

    findings: tuple[Finding, ...]

    @property
    def first(self) -> Finding:
        """Return its first finding."""
        return self.findings[0]

    @property
    def key(self) -> str:
        """Return what tells it from other bundles, the same as long as its first finding is there."""
        return f"{self.first.key} and {len(self.findings) - 1} more"

    @property
    def grade(self) -> Grade:
        """Return the grade that all its findings have."""
        return self.first.grade

    @property
    def kept(self) -> bool:
        """Whether its findings were decided to be kept."""
        return self.first.kept is not None

    @property
    def says(self) -> str:
        """Return its headline: what its one finding says, or what is said of so many of the kind."""
        if len(self.findings) == 1:
            return self.first.says
        return self.first.many.replace("{n}", str(len(self.findings)))

    @property
    def fixes(self) -> Sequence[Edit]:
        """Return the fixes that serve all its findings, each as one change."""
        if len(self.findings) == 1:
            return self.first.fixes
        offered = [{fix.title: fix for fix in finding.fixes} for finding in self.findings]
        shared = [title for title in offered[0] if all(title in one for one in offered)]
        many = "both" if len(offered) == 2 else f"all {len(offered)}"
        return tuple(together(f"{title}, {many}", (one[title] for one in offered)) for title in shared)


def bundled(findings: Iterable[Finding]) -> tuple[Bundle, ...]:
    """Return findings in bundles: the open ones by grade, the gravest first, then those that were kept."""
    made: dict[tuple[object, ...], list[Finding]] = {}
    for finding in findings:
        alone = (finding.key,) if not finding.many else (finding.kind, finding.many)
        made.setdefault((finding.kept is not None, finding.grade, *alone), []).append(finding)
    bundles = [Bundle(tuple(each)) for each in made.values()]
    return tuple(sorted(bundles, key=lambda one: (one.kept, GRADES.index(one.grade))))


def to_decide(job: Job) -> tuple[Bundle, ...]:
    """Return what is to be settled in a job: the bundles that are open and more than worth a thought."""
    return tuple(one for one in bundled(second_look(job)) if not one.kept and one.grade != THOUGHT)
