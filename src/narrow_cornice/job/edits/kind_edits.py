"""Changes to a job's own kinds of built-ins."""

from __future__ import annotations

from collections.abc import Iterable

from msgspec.structs import replace

from narrow_cornice.casework.kinds import Beginning, OwnKind, checked_kind
from narrow_cornice.job.edits.making import checked_name, fresh_id, without_one
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job


def keep_kinds(kinds: Iterable[Beginning], words: str) -> Edit:
    """Keep kinds of built-ins with the job, to begin others with. Raises CorniceError for what no kind can have."""
    made = [
        checked_kind(replace(kind, name=checked_name(kind.name, "A kind of built-in")), kind.name[:40])
        for kind in kinds
    ]

    def apply(job: Job) -> Job:
        mine = job.built_in_kinds
        for kind in made:
            mine = (*mine, OwnKind(fresh_id("own", (one.id for one in mine)), kind))
        return replace(job, built_in_kinds=mine)

    return Edit(words, apply)


def forget_kind(kind_id: str, name: str) -> Edit:
    """Forget a kind of somebody's own; what was begun with it stays."""
    return Edit(
        f"forget {name[:40]}", lambda job: replace(job, built_in_kinds=without_one(job.built_in_kinds, kind_id))
    )
