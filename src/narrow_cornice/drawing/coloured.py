"""The colour that each surface of a room is drawn in."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from narrow_cornice.job.finishes import Colour, Finish, group_and_thing
from narrow_cornice.memo import by_identity

UNPAINTED_WOOD = "#e3d0ac"


class Colours:
    """The colour of every surface of a room by its key, with a quiet stand-in where none is chosen."""

    def __init__(self, finishes: Mapping[str, Finish], colours: Sequence[Colour]) -> None:
        self._finishes = finishes
        self._hex = {colour.id: colour.hex for colour in colours}

    def of(self, key: str, otherwise: str) -> str:
        """Return the colour of a surface: its own finish's, or its group's."""
        finish = self._finishes.get(key) or self._finishes.get(group_and_thing(key)[0])
        return otherwise if finish is None or finish.colour is None else self._hex.get(finish.colour, otherwise)


@by_identity(times=1, each="room")
def colours_of(finishes: dict[str, Finish], colours: tuple[Colour, ...]) -> Colours:
    """Return the colours of a room, one object for as long as its finishes and the job's colours are."""
    return Colours(finishes, colours)
