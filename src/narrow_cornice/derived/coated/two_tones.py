"""Where the walls of a room change colour."""

from __future__ import annotations

from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.explained.figures import Figure, choice
from narrow_cornice.job.finishes import TwoTone
from narrow_cornice.job.paths import SplitPath
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.fitted import FittedTrim
from narrow_cornice.units.lengths import Length


def split_of(trimmed: TrimmedRoom) -> Figure | None:
    """Return the height at which the walls change colour, None where they do not."""
    room = trimmed.room
    return _split(room.id, room.finishes.two_tone, room.finishes.split, trimmed.trim, trimmed.height)


@by_identity(times=1, each="room")
def _split(room_id: str, two_tone: TwoTone, typed: Length | None, trim: FittedTrim, height: Figure) -> Figure | None:
    if two_tone == "at the dado rail":
        dado = trim.of("dado rail")
        if dado.built:
            return choice("split", dado.top, "mm", SplitPath(room_id), "at the top of the dado rail")
        return None
    if two_tone == "at a height" and typed is not None and typed.mm < height.value:
        return choice("split", typed.mm, "mm", SplitPath(room_id), f"typed as {typed.text}")
    return None
