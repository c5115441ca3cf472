"""What the second look says, and what its rules are given to look at."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date
from typing import Literal, get_args

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


class Finding(msgspec.Struct, frozen=True):
    """Something that deserves a decision.

    ``key`` stays the same as long as the thing does, so that a kept finding stays kept; it begins with what kind of
    finding it is. ``says`` is what is seen, ``many`` what is said where there are several of the kind, with their
    number for ``{n}`` (empty where each stands alone),
    ``measured`` the figure in words, ``rule`` the rule with its source, ``risk`` what it costs; ``about`` is the path
    of what it concerns; ``fixes`` are edits whose titles are the buttons; ``by_brief`` says that the brief causes it.
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
    fixes: tuple[Edit, ...] = ()
    kept: str | None = None
    by_brief: bool = False
    many: str = ""

    @property
    def kind(self) -> str:
        """Return what kind of finding it is: the rule it is by."""
        return self.key.partition(":")[0]

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
