"""What was decided about when the work is done: when it begins, who works, what the days are like, works of somebody's
own, and what was said of those that come by themselves.

Days are proleptic ordinals; what a work is called by (``Id``) is made of its room and what it is of.
"""

import msgspec

from narrow_cornice.job.brief import Day
from narrow_cornice.programme.works import Aim, Air
from narrow_cornice.units.words import Id, Words


class WorkWish(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """What is said of a work: the day it is fixed to, the hours of one person and the hands that somebody knows better,
    how long it dries, works that must be ``after`` which it comes beside those it must, whether it is ``left_out``, in
    how many ``parts`` it is done, the day ``not_before`` which it begins, and the work it is done ``together`` with."""

    day: int | None = None
    hours: float | None = None
    hands: int | None = None
    dries: float | None = None
    after: tuple[Id, ...] = ()
    left_out: bool = False
    parts: int = 1
    not_before: int | None = None
    together: Id = ""


class OwnWork(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A work of somebody's own: in which room (empty for the house), the hours of one person, how many hands it needs,
    how long it dries, what it comes ``after`` and ``before`` which works, and what it does to the air."""

    id: Id
    name: Words
    room: Id = ""
    hours: float = 1.0
    hands: int = 1
    dries: float = 0.0
    after: tuple[Id, ...] = ()
    before: tuple[Id, ...] = ()
    air: Air = ""
    noisy: bool = False
    outdoors: bool = False


class KeptFree(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Days, from the ``first`` to the ``last``, on which a room is kept free (empty: nobody works at all)."""

    id: Id
    first: int
    last: int
    room: Id = ""


class DayWeather(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """What a day will be like outdoors: how warm at most, and whether it rains."""

    day: int
    warm: float
    rain: bool = False


class KeptPlan(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A plan that was found and kept: when each work begins (quarters of a working hour from the first morning) with
    how many hands, and how short a plan was proven to be able to be at best."""

    starts: dict[Id, tuple[int, int]]
    bound: int = 0


class Programming(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """The programme of a job: when it ``begins`` (None: the next working day), how many ``hands`` there are (None: by
    the house rule), what the plan is to be, how warm and damp it is indoors, between which hours of the day there may
    be noise (None: all day), whether Saturdays are worked on, wishes by work, works of one's own, days that rooms are
    kept free, the weather as it was told, how many of the hands have a skill that not all have, and the plan that was
    found."""

    begins: Day = Day()
    hands: int | None = None
    aim: Aim = "shortest"
    warm: float = 20.0
    damp: float = 50.0
    noise: tuple[float, float] | None = None
    saturdays: bool = False
    wishes: dict[Id, WorkWish] = {}
    own: tuple[OwnWork, ...] = ()
    kept_free: tuple[KeptFree, ...] = ()
    weather: tuple[DayWeather, ...] = ()
    skills: dict[Id, int] = {}
    kept: KeptPlan | None = None
