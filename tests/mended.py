"""A finding mended by its first fix, and the fix undone."""

from __future__ import annotations

from narrow_cornice.job.history import History
from narrow_cornice.review.finding import Finding
from narrow_cornice.review.second_look import second_look


def settles(history: History, finding: Finding, fix: int = 0) -> None:
    """A fix of a finding, the first unless said, settles it, and is undone."""
    assert finding.fixes, "each of these has one"
    before = history.job
    assert history.do(finding.fixes[fix])
    assert finding.key not in {one.key for one in second_look(history.job)}
    history.undo()
    assert history.job == before
    assert finding.key in {one.key for one in second_look(history.job)}
