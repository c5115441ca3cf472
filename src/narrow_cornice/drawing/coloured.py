"""The colour that each surface of a room is drawn in."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from narrow_cornice.job.finishes import Colour, Covering, Finish, group_and_thing
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
        if finish is None:
            return otherwise
        if finish.covering is not None:
            return self._hex.get(covering_tone(finish.covering), otherwise)
        return otherwise if finish.colour is None else self._hex.get(finish.colour, otherwise)

    def named(self, colour: str | None, otherwise: str) -> str:
        """Return the tone of a colour by its identity."""
        return otherwise if colour is None else self._hex.get(colour, otherwise)


def covering_tone(covering: str) -> str:
    """Return by what the tone of a paper or a tile goes among the colours that are drawn."""
    return f"covering:{covering}"


@by_identity(times=1, each="job")
def drawn_colours(colours: tuple[Colour, ...], coverings: tuple[Covering, ...]) -> tuple[Colour, ...]:
    """Return the colours of a job with the tones of its papers and tiles, as drawings take them."""
    if not coverings:
        return colours
    return (*colours, *(Colour(covering_tone(one.id), one.name, one.tone) for one in coverings))


@by_identity(times=1, each="room")
def colours_of(finishes: dict[str, Finish], colours: tuple[Colour, ...]) -> Colours:
    """Return the colours of a room, one object for as long as its finishes and the job's colours are."""
    return Colours(finishes, colours)
