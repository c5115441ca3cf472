"""What the bench can hold: rows as values, so that an update only touches what became different."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field

from narrow_cornice.working.figures import Figure

Nothing = Callable[[], None]


@dataclass(frozen=True)
class Title:
    """The name of what is selected, and where it is."""

    text: str
    below: str


@dataclass(frozen=True)
class Caption:
    """A small heading with a rule above it."""

    text: str


@dataclass(frozen=True)
class ChoiceRow:
    """One out of several, by value and word."""

    label: str
    options: tuple[tuple[str, str], ...]
    current: str
    chosen: Callable[[str], None] = field(compare=False)
    swatches: tuple[str, ...] = ()


@dataclass(frozen=True)
class SizeRow:
    """A size to type; ``typed`` returns whether it was accepted."""

    label: str
    shown: str
    hint: str
    typed: Callable[[str], bool] = field(compare=False)
    wish: str = ""
    use_wish: Nothing | None = field(default=None, compare=False)


@dataclass(frozen=True)
class TextRow:
    """A word to type: a name, a colour."""

    label: str
    shown: str
    typed: Callable[[str], bool] = field(compare=False)


@dataclass(frozen=True)
class ToggleRow:
    """Something that is so or not."""

    label: str
    on: bool
    toggled: Callable[[bool], None] = field(compare=False)


@dataclass(frozen=True)
class FigureRow:
    """A figure with its arithmetic; pressing it goes one step nearer to where it came from."""

    name: str
    value: str
    below: str
    strong: bool
    pressed: Nothing = field(compare=False)
    figure: Figure | None = field(default=None, compare=False)


@dataclass(frozen=True)
class NoteRow:
    """A sentence."""

    text: str
    colour: str = "soft"


@dataclass(frozen=True)
class ButtonsRow:
    """Things to do, each with its words."""

    words: tuple[str, ...]
    pressed: Callable[[int], None] = field(compare=False)


@dataclass(frozen=True)
class FindingRow:
    """A finding of the second look with its fixes."""

    key: str
    grade: str
    says: str
    rule: str
    fixes: tuple[str, ...]
    kept: str
    fix: Callable[[int], None] = field(compare=False)
    keep: Nothing = field(compare=False)
    go: Nothing = field(compare=False)


Row = Title | Caption | ChoiceRow | SizeRow | TextRow | ToggleRow | FigureRow | NoteRow | ButtonsRow | FindingRow
