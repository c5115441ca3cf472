"""What the bench can hold: rows as values, so that an update only touches what became different."""

from __future__ import annotations

from collections.abc import Callable

import msgspec

from narrow_cornice.explained.figures import Figure

Nothing = Callable[[], object]  # what comes of it is nobody's business


class Title(msgspec.Struct, frozen=True):
    """The name of what is selected, and where it is."""

    text: str
    below: str


class Caption(msgspec.Struct, frozen=True):
    """A small heading with a rule above it."""

    text: str


class ChoiceRow(msgspec.Struct, frozen=True):
    """One out of several, by value and word."""

    label: str
    options: tuple[tuple[str, str], ...]
    current: str
    chosen: Callable[[str], object]
    swatches: tuple[str, ...] = ()


class SizeRow(msgspec.Struct, frozen=True):
    """A size to type; ``typed`` returns whether it was accepted."""

    label: str
    shown: str
    hint: str
    typed: Callable[[str], bool]
    wish: str = ""
    use_wish: Nothing | None = None


class TextRow(msgspec.Struct, frozen=True):
    """A word to type: a name, a colour."""

    label: str
    shown: str
    typed: Callable[[str], bool]


class ToggleRow(msgspec.Struct, frozen=True):
    """Something that is so or not."""

    label: str
    on: bool
    toggled: Callable[[bool], object]


class FigureRow(msgspec.Struct, frozen=True):
    """A figure with its arithmetic; pressing it goes one step nearer to where it came from."""

    name: str
    value: str
    below: str
    strong: bool
    pressed: Nothing
    figure: Figure | None = None


class NoteRow(msgspec.Struct, frozen=True):
    """A sentence."""

    text: str
    colour: str = "soft"


class ButtonsRow(msgspec.Struct, frozen=True):
    """Things to do, each with its words."""

    words: tuple[str, ...]
    pressed: Callable[[int], object]


class SwatchRow(msgspec.Struct, frozen=True):
    """Colours side by side as they are seen one after the other, each with its words."""

    label: str
    tones: tuple[tuple[str, str], ...]


class FindingRow(msgspec.Struct, frozen=True):
    """A finding of the second look, or several of one kind, with what to do: the headline, the fixes, and on request
    the reason (``why``) and ``each`` that it is made of."""

    key: str
    grade: str
    says: str
    why: str
    fixes: tuple[str, ...]
    kept: str
    fix: Callable[[int], object]
    keep: Nothing
    go: Nothing
    each: tuple[FindingRow, ...] = ()


Row = (
    Title
    | Caption
    | ChoiceRow
    | SizeRow
    | TextRow
    | ToggleRow
    | FigureRow
    | NoteRow
    | ButtonsRow
    | SwatchRow
    | FindingRow
)


def alike(one: Row | None, other: Row) -> bool:
    """Return whether two rows show the same, whatever pressing them would do."""
    if type(one) is not type(other):
        return False
    for name in other.__struct_fields__:
        mine, others = getattr(one, name), getattr(other, name)
        if isinstance(others, tuple) and any(isinstance(part, FindingRow) for part in others):
            if len(mine) != len(others) or not all(alike(a, b) for a, b in zip(mine, others, strict=True)):
                return False
        elif mine != others and not callable(mine) and not isinstance(mine, Figure):
            return False
    return True
