"""What the programme of a job must satisfy beyond the types of its fields."""

from __future__ import annotations

from narrow_cornice.job.limits import number, unique
from narrow_cornice.job.programmed import Programming

MOST_WORKS = 5_000
MOST_HOURS = 2_000.0
MOST_DRYING = 24.0 * 60
DAYS = (700_000, 800_000)  # proleptic ordinals: the years 1917 to 2190
MOST_KEPT = 4_000 * 28


def check_programme(programme: Programming, where: str) -> None:
    """Check the programme of a job. What it says of a room or a work that is gone is of the house, or of nothing."""
    if programme.begins.ordinal is not None:
        number(programme.begins.ordinal, f"{where}.begins", *DAYS)
    if programme.hands is not None:
        number(programme.hands, f"{where}.hands", 1, 50)
    for skill, many in programme.skills.items():
        number(many, f"{where}.skills[{skill[:40]}]", 1, 50)
    number(programme.warm, f"{where}.warm", -20, 45)
    number(programme.damp, f"{where}.damp", 0, 100)
    if programme.noise is not None:
        low, high = programme.noise
        number(low, f"{where}.noise", 0, 24)
        number(high, f"{where}.noise", 0, 24)
    number(len(programme.wishes), f"{where}.wishes", 0, MOST_WORKS)
    for key, wish in programme.wishes.items():
        at = f"{where}.wishes[{key[:60]}]"
        number(wish.hours if wish.hours is not None else 1.0, f"{at}.hours", 0.05, MOST_HOURS)
        number(wish.hands if wish.hands is not None else 1, f"{at}.hands", 1, 50)
        number(wish.dries or 0.0, f"{at}.dries", 0, MOST_DRYING)
        number(wish.parts, f"{at}.parts", 1, 40)
        for day in (wish.day, wish.not_before):
            if day is not None:
                number(day, f"{at}.day", *DAYS)
    unique((one.id for one in programme.own), f"{where}.own")
    number(len(programme.own), f"{where}.own", 0, MOST_WORKS)
    for index, one in enumerate(programme.own):
        at = f"{where}.own[{index}]"
        number(one.hours, f"{at}.hours", 0.05, MOST_HOURS)
        number(one.hands, f"{at}.hands", 1, 50)
        number(one.dries, f"{at}.dries", 0, MOST_DRYING)
    unique((one.id for one in programme.kept_free), f"{where}.kept_free")
    for index, free in enumerate(programme.kept_free):
        at = f"{where}.kept_free[{index}]"
        number(free.first, f"{at}.first", *DAYS)
        number(free.last, f"{at}.last", free.first, free.first + 400)
    number(len(programme.weather), f"{where}.weather", 0, 2_000)
    for index, told in enumerate(programme.weather):
        number(told.day, f"{where}.weather[{index}].day", *DAYS)
        number(told.warm, f"{where}.weather[{index}].warm", -60, 60)
    if programme.kept is not None:
        number(len(programme.kept.starts), f"{where}.kept.starts", 0, MOST_WORKS)
        number(programme.kept.bound, f"{where}.kept.bound", 0, MOST_KEPT)
        for key, (start, hands) in programme.kept.starts.items():
            number(start, f"{where}.kept.starts[{key[:60]}]", 0, MOST_KEPT)
            number(hands, f"{where}.kept.starts[{key[:60]}]", 1, 50)
