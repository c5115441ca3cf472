"""What is brought in here: kinds of built-ins to begin with."""

from __future__ import annotations

from collections.abc import Sequence

from narrow_cornice.casework.kinds import Beginning
from narrow_cornice.desk.bringing_in import BringingIn
from narrow_cornice.job import edits


def kinds(into: BringingIn) -> None:
    """Bring in kinds of built-ins from a file as they are handed out; those that are here already are left."""
    path = into.ask("Kinds of built-ins", "Kinds of built-ins (*.toml)")
    if path is None:
        return
    from narrow_cornice.exchange.kinds_file import read_kinds

    def take(found: Sequence[Beginning]) -> None:
        known = into.session.job.beginnings().values()
        new = [one for one in found if one not in known]
        if not new:
            into.tell(f"{path.name}: these kinds are all here already.")
            return
        names = ", ".join(one.name for one in new)
        if into.session.do_made(lambda: edits.keep_kinds(new, f"kinds {names[:60]}")):
            into.session.told.emit(f"Taken: {names[:200]}. They stand first where a built-in is begun.")

    into.read(path, read_kinds, take)
