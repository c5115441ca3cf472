"""What the boards, answers, photographs and the logbook of a job must satisfy beyond the types of their fields."""

from __future__ import annotations

import itertools
from collections.abc import Mapping, Sequence

from narrow_cornice.job.limits import JobError, length_within, number, unique
from narrow_cornice.job.logged import Logbook
from narrow_cornice.job.presented import CardWish, Presented, Presenting, Spot
from narrow_cornice.job.programme_checks import DAYS

MOST_ITEMS = 3_000
MOST_PHOTOS = 40
MOST_PARTS = 60
MOST_CORNERS = 2_000
MOST_ENTRIES = 20_000
REACH = 200_000.0  # mm from the origin of a plan


def check_presented(shown: Presented, where: str) -> None:
    """Check how a room is presented. What it says of things that are gone is of nothing."""
    if shown.eye is not None:
        at = f"{where}.eye"
        for value in (shown.eye.x, shown.eye.y, *shown.eye.to):
            number(value, at, -REACH, REACH)
        if (shown.eye.x, shown.eye.y) == shown.eye.to:
            raise JobError("The eye looks at the place where it stands.", where=at)
        length_within(shown.eye.height, f"{at}.height")
        length_within(shown.eye.aim, f"{at}.aim", zero=True)
        number(shown.eye.angle, f"{at}.angle", 10, 120)
    number(len(shown.answers), f"{where}.answers", 0, MOST_ITEMS)
    for key, answer in shown.answers.items():
        if answer.day is not None:
            number(answer.day, f"{where}.answers[{key[:60]}].day", *DAYS)
    number(len(shown.optional), f"{where}.optional", 0, MOST_ITEMS)
    check_cards_moved(shown.cards, f"{where}.cards")
    unique((one.id for one in shown.photos), f"{where}.photos")
    number(len(shown.photos), f"{where}.photos", 0, MOST_PHOTOS)
    for index, photo in enumerate(shown.photos):
        at = f"{where}.photos[{index}]"
        unique((one.id for one in photo.parts), f"{at}.parts")
        number(len(photo.parts), f"{at}.parts", 0, MOST_PARTS)
        if photo.corners:
            if len(photo.corners) != 4:
                raise JobError("A wall in a photograph has four corners.", where=f"{at}.corners")
            _spots(photo.corners, f"{at}.corners", 4)
        for number_, part in enumerate(photo.parts):
            _spots(part.outline, f"{at}.parts[{number_}].outline", 3)
            for hole in part.holes:
                _spots(hole, f"{at}.parts[{number_}].holes", 3)


def check_presenting(shown: Presenting, where: str) -> None:
    """Check how the whole job is presented."""
    check_cards_moved(shown.cards, f"{where}.cards")


def check_cards_moved(cards: Mapping[str, CardWish], where: str) -> None:
    """Check cards that were moved or worded by hand."""
    number(len(cards), where, 0, MOST_ITEMS)
    for key, card in cards.items():
        for share in card.at or ():
            number(share, f"{where}[{key[:60]}].at", -0.5, 1.5)


def check_logbook(logbook: Logbook, where: str) -> None:
    """Check what was done and used."""
    unique((one.id for one in logbook.entries), f"{where}.entries")
    number(len(logbook.entries), f"{where}.entries", 0, MOST_ENTRIES)
    if logbook.handed_over.ordinal is not None:
        number(logbook.handed_over.ordinal, f"{where}.handed_over", *DAYS)
    for index, entry in enumerate(logbook.entries):
        at = f"{where}.entries[{index}]"
        number(entry.day, f"{at}.day", *DAYS)
        for name, most in (("litres", 5_000.0), ("area", 20_000.0), ("amount", 1e7), ("hours", 2_000.0)):
            value = getattr(entry, name)
            if value is not None:
                number(value, f"{at}.{name}", 0.0, most)
        number(entry.coats, f"{at}.coats", 0.1, 20)
        number(len(entry.pictures), f"{at}.pictures", 0, 40)


def _spots(spots: Sequence[Spot], where: str, least: int) -> None:
    number(len(spots), where, least, MOST_CORNERS)
    for value in itertools.chain.from_iterable(spots):
        number(value, where, -1.0, 2.0)
