"""Undo and redo: the list of earlier jobs, each with the name of the change that left it."""

from __future__ import annotations

from collections.abc import Callable

import msgspec

from narrow_cornice.job.checks import checked_job
from narrow_cornice.job.clean_texts import clean_text, cleaned
from narrow_cornice.job.model import Job

MOST_STEPS = 1_000


class Edit(msgspec.Struct, frozen=True):
    """A change: its title in the decorator's words, and the function from job to job that makes it."""

    title: str
    apply: Callable[[Job], Job]


class History:
    """The present job with what came before and what was undone."""

    def __init__(self, job: Job) -> None:
        self.job = job
        self._before: list[tuple[str, Job]] = []
        self._after: list[tuple[str, Job]] = []

    def do(self, edit: Edit) -> bool:
        """Make the change and return whether it changed anything. A refused change raises and leaves all as it was.

        Every text it brings is made one that a file can hold.
        """
        changed: Job = cleaned(edit.apply(self.job), self.job)
        if changed is self.job or changed == self.job:
            return False
        checked_job(changed)
        self._before.append((clean_text(edit.title), self.job))
        del self._before[:-MOST_STEPS]
        self._after.clear()
        self.job = changed
        return True

    def amend(self, edit: Edit) -> bool:
        """Put into the present job what was worked out of it, as no step of its own; return whether it changed."""
        changed: Job = cleaned(edit.apply(self.job), self.job)
        if changed is self.job or changed == self.job:
            return False
        checked_job(changed)
        self.job = changed
        return True

    def undo(self) -> str:
        """Go back one change and return its title, empty where there is none."""
        if not self._before:
            return ""
        title, former = self._before.pop()
        self._after.append((title, self.job))
        self.job = former
        return title

    def redo(self) -> str:
        """Make the last undone change again and return its title, empty where there is none."""
        if not self._after:
            return ""
        title, later = self._after.pop()
        self._before.append((title, self.job))
        self.job = later
        return title

    @property
    def undo_title(self) -> str:
        """Return the title of the change that undo would take back."""
        return self._before[-1][0] if self._before else ""

    @property
    def redo_title(self) -> str:
        """Return the title of the change that redo would make again."""
        return self._after[-1][0] if self._after else ""
