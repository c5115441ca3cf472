"""What was really done and used, day by day."""

from typing import Literal

import msgspec

from narrow_cornice.job.brief import Day
from narrow_cornice.units.words import Id, Words

Measured = Literal["", "m", "m²", "kg", "bags", "boxes", "rolls", "sheets", "pieces"]
EntryKind = Literal["painted", "fitted", "built", "laid", "hung", "prepared", "other"]


class Entry(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """One line of the logbook: on which ``day`` (proleptic ordinal), in which room, what kind of work, and of the
    programme's works which (its key, empty for none). Of paint which, in which colour and batch, how many ``litres``
    went on how many m² in how many ``coats``, by which method; ``amount`` is of anything else in a ``unit``;
    ``hours`` are those of all hands together; ``pictures`` are beside the job. None is what nobody wrote down."""

    id: Id
    day: int
    words: Words = ""
    room: Id = ""
    kind: EntryKind = "other"
    work: Id = ""
    surface: Id = ""
    paint: Id = ""
    colour: Id = ""
    batch: Words = ""
    litres: float | None = None
    area: float | None = None
    coats: float = 1.0
    method: Id = ""
    amount: float | None = None
    unit: Measured = ""
    hours: float | None = None
    pictures: tuple[Id, ...] = ()


class Logbook(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """The logbook of a job, its entries by day, and when the house was handed over."""

    entries: tuple[Entry, ...] = ()
    handed_over: Day = Day()
