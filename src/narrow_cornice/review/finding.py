"""What the second look says, and what its rules are given to look at."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Sequence
from datetime import date
from typing import Any, Literal, get_args, overload

import msgspec
from msgspec.structs import replace

from narrow_cornice.derived.bought.to_buy import ToBuy
from narrow_cornice.derived.coated.coatings import Coated
from narrow_cornice.derived.measured.rooms import MeasuredRoom
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.explained.house_rules import HouseRules, shipped_rules
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.brief import HouseBrief
from narrow_cornice.job.finishes import Colour, Paint
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import WayIn
from narrow_cornice.job.model import Job, Room, Settings
from narrow_cornice.trim.fitted import FittedTrim
from narrow_cornice.units.lengths import Length, parse_length
from narrow_cornice.units.show import show_size

Grade = Literal["unsafe", "will not fit", "will show", "worth a thought"]
GRADES: tuple[Grade, ...] = get_args(Grade)


class Sought(Sequence[Edit]):
    """Fixes that take a search, made when somebody looks at them: most findings of a house are counted, not looked at.

    ``search`` is a function of its own that keeps what it found, ``given`` what it is given.
    """

    __slots__ = ("_given", "_search")

    def __init__(self, search: Callable[..., tuple[Edit, ...]], *given: Any) -> None:
        self._search, self._given = search, given

    def _found(self) -> tuple[Edit, ...]:
        return self._search(*self._given)

    def __len__(self) -> int:
        return len(self._found())

    def __iter__(self) -> Iterator[Edit]:
        return iter(self._found())

    @overload
    def __getitem__(self, index: int) -> Edit: ...
    @overload
    def __getitem__(self, index: slice) -> tuple[Edit, ...]: ...
    def __getitem__(self, index: int | slice) -> Edit | tuple[Edit, ...]:
        return self._found()[index]

    def __eq__(self, other: object) -> bool:
        return self._found() == (other._found() if isinstance(other, Sought) else other)

    def __hash__(self) -> int:
        return hash(self._search)


class Finding(msgspec.Struct, frozen=True):
    """Something that deserves a decision.

    ``key`` stays the same as long as the thing does, so that a kept finding stays kept; it begins with what kind of
    finding it is. ``says`` is what is seen, ``many`` what is said where there are several of the kind, with their
    number for ``{n}`` (empty where each stands alone),
    ``measured`` the figure in words, ``rule`` the rule with its source, ``risk`` what it costs; ``about`` is the path
    of what it concerns; ``fixes`` are edits whose titles are the buttons, and ``unmended`` what is said where they were
    sought and there are none; ``by_brief`` says that the brief causes it.
    """

    key: str
    grade: Grade
    room_id: str
    room: str
    where: str
    says: str
    measured: str
    rule: str
    risk: str
    about: ThingPath
    fixes: Sequence[Edit] = ()
    unmended: str = ""
    kept: str | None = None
    by_brief: bool = False
    many: str = ""

    @property
    def kind(self) -> str:
        """Return what kind of finding it is: the rule it is by."""
        return self.key.partition(":")[0]

    @property
    def told(self) -> str:
        """Return its figure in words, and that nothing mends it where that was sought in vain."""
        return f"{self.measured}; {self.unmended}" if self.unmended and not self.fixes else self.measured

    def kept_because(self, reason: str | None) -> Finding:
        """Return the finding with the reason it was kept for."""
        return replace(self, kept=reason)


class RoomSeen(msgspec.Struct, frozen=True):
    """A measured room as the rules see it."""

    room: Room
    trimmed: TrimmedRoom
    coated: tuple[Coated, ...]
    rules: HouseRules
    paints: tuple[Paint, ...]
    settings: Settings
    changed_rules: dict[str, float]
    ways_in: tuple[WayIn, ...] = ()
    house: HouseBrief = HouseBrief()
    colours: tuple[Colour, ...] = ()

    @property
    def measured(self) -> MeasuredRoom:
        """Return the room as it was measured."""
        return self.trimmed.measured

    @property
    def trim(self) -> FittedTrim:
        """Return the room's trim."""
        return self.trimmed.trim

    def size(self, mm: float) -> str:
        """Return a length in the job's unit, as its finest step shows it."""
        return show_size(mm, self.settings)

    def habit(self, key: str) -> str:
        """Return the value of a house rule in this job, as people say it."""
        return shipped_rules()[key].shown(self.rules.value(key), self.settings)

    def wish(self, mm: float) -> Length:
        """Return a length as somebody would type it: a whole millimetre, or the job's finest fraction of an inch."""
        if self.settings.unit == "mm":
            return Length(float(round(mm)), f"{round(mm)} mm")
        return parse_length(self.size(mm), "in")


class JobSeen(msgspec.Struct, frozen=True):
    """The whole job as the rules see it."""

    job: Job
    bought: ToBuy
    coated: tuple[tuple[Room, tuple[Coated, ...]], ...]
    rules: HouseRules
    today: date


def together(title: str, edits: Iterable[Edit]) -> Edit:
    """Return several edits as one change."""
    steps = tuple(edits)

    def apply(job: Job) -> Job:
        for step in steps:
            job = step.apply(job)
        return job

    return Edit(title, apply)
