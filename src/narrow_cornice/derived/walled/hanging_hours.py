"""The hours of hanging pictures and small things, and of making the base of a shower."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.walled.bases import schools_of_base
from narrow_cornice.derived.walled.flights import flights_of
from narrow_cornice.derived.walled.hung_pictures import galleries_of
from narrow_cornice.explained.figures import Figure, explained, table
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of


@explained("hanging", "h", "how many × hours of one")
def hours_of_hanging(how_many: float, hours_of_one: float) -> float:
    """Return the hours of putting up so many things."""
    return how_many * hours_of_one


def hanging_hours(room: Room, changed_rules: dict[str, float]) -> Iterator[Figure]:
    """Yield the hours of every group, flight and base of a room."""
    rules = house_rules_of(changed_rules)
    for group in galleries_of(room, changed_rules):
        if group.hung:
            many = table("how many", float(len(group.hung)), "", "pictures")
            yield hours_of_hanging(many, rules.figure("hours_picture"), called=group.gallery.name[:60])
    for flown in flights_of(room, changed_rules):
        if flown.count:
            many = table("how many", float(flown.count), "", "small things")
            yield hours_of_hanging(many, rules.figure("hours_small_thing"), called=flown.flight.name[:60])
    yield from base_hours(room)


def base_hours(room: Room) -> Iterator[Figure]:
    """Yield the hours of making every base of a shower."""
    for base in room.walling.bases:
        school = next(one for one in schools_of_base(room, base) if one.way == base.way)
        if school.hours is not None:
            yield school.hours
