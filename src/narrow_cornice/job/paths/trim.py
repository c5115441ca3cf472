"""The paths of trim: a kind, a member of its section, stock that comes near it."""

from __future__ import annotations

from typing import ClassVar

from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.paths.in_room import InRoom, Sized
from narrow_cornice.trim.kinds import TrimKind, choice_key


class TrimPath(Sized, frozen=True):
    """A kind of trim of a room, or one ``member`` of its cornice."""

    word: ClassVar[str] = "trim"
    kind: TrimKind
    member: str = ""

    @property
    def key(self) -> str:
        """Return the key of its choices."""
        return choice_key(self.kind, self.member)

    def holds(self, other: ThingPath) -> bool:
        """Return whether another path is of a member of its section."""
        return isinstance(other, MemberPath) and (other.room, other.key) == (self.room, self.key)

    @property
    def steps(self) -> tuple[str, ...]:
        """Return the fields that tell it from others."""
        return (self.key, self.size)


class MemberPath(Sized, frozen=True):
    """One member of a section: of the whole kind, or of one ``stack`` of the cornice, by its place in it."""

    word: ClassVar[str] = "trim"
    kind: TrimKind
    stack: str
    index: int

    @property
    def key(self) -> str:
        """Return the key of the choices it is drawn in."""
        return choice_key(self.kind, self.stack)

    @property
    def steps(self) -> tuple[str, ...]:
        """Return the fields that tell it from others."""
        return (self.key, "member", str(self.index), self.size)


class StockOfferPath(InRoom, frozen=True):
    """Stock profiles that come near a kind of trim, or a member of the cornice, by the key of the match."""

    word: ClassVar[str] = "stock"
    kind: TrimKind
    member: str
    match: str

    @property
    def steps(self) -> tuple[str, ...]:
        """Return the fields that tell it from others."""
        return (choice_key(self.kind, self.member), self.match)
