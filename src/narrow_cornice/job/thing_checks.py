"""Limits of what was found on walls."""

from __future__ import annotations

from collections.abc import Sequence

from narrow_cornice.colour.tones import checked_colour
from narrow_cornice.job.brief import HouseBrief, RoomBrief
from narrow_cornice.job.limits import MOST_PER_ROOM, JobError, length_within, number, readings_within, unique
from narrow_cornice.job.model import Room
from narrow_cornice.job.things import WayIn
from narrow_cornice.survey.readings import Reading

MOST_LEAN = 2_000.0  # mm a wall or floor may be out of true

# sizes of each kind of thing, and whether they may be nought
SIZES: dict[str, dict[str, bool]] = {
    "fixtures": {"place": True, "height": True, "width": False, "tall": False},
    "marks": {"place": True, "height": True, "width": False, "tall": False},
    "there": {"height": False, "thickness": False},
    "recesses": {"depth": False, "start": True, "end": False},
    "frames": {"place": True, "height": True, "width": False, "tall": False, "diagonal": False},
    "bulks": {"place": True, "out": True, "width": False, "depth": False, "under": True, "top": False},
}


def check_things(room: Room, walls: set[str], where: str) -> None:
    """Check fixtures, condition, old trim, recesses, backing and truth of one room. Raises JobError with the place."""
    for name, sizes in SIZES.items():
        things = getattr(room, name)
        if len(things) > MOST_PER_ROOM:
            raise JobError("More than one room can have.", where=f"{where}.{name}")
        unique((one.id for one in things), f"{where}.{name}")
        for index, one in enumerate(things):
            at = f"{where}.{name}[{index}]"
            _on_wall(one.wall, walls, at)
            for field, zero in sizes.items():
                length_within(getattr(one, field), f"{at}.{field}", zero=zero)
    for index, recess in enumerate(room.recesses):
        readings_within([one.reading for one in recess.across], f"{where}.recesses[{index}].across")
    unique((one.id for one in room.panels), f"{where}.panels")
    for index, panelling in enumerate(room.panels):
        at = f"{where}.panels[{index}]"
        length_within(panelling.margin, f"{at}.margin")
        length_within(panelling.wished, f"{at}.wished")
        for wall in panelling.walls:
            _on_wall(wall, walls, f"{at}.walls")
    unique((one.id for one in room.levels), f"{where}.levels")
    for index, level in enumerate(room.levels):
        _on_wall(level.corner, walls, f"{where}.levels[{index}]")
        _signed([level.reading], f"{where}.levels[{index}]")
    unique((one.id for one in room.photos), f"{where}.photos")
    for index, photo in enumerate(room.photos):
        at = f"{where}.photos[{index}]"
        _on_wall(photo.wall, walls, at)
        for point in photo.points:
            for value in (point.x, point.y, point.u, point.v):
                number(value, f"{at}.points", -1e6, 1e6)
    for wall, backing in room.backing.items():
        at = f"{where}.backing[{wall[:40]}]"
        _on_wall(wall, walls, at)
        length_within(backing.spacing, f"{at}.spacing")
        length_within(backing.first, f"{at}.first", zero=True)
        for found in backing.found:
            length_within(found, f"{at}.found", zero=True)
    for wall, truth in room.trueness.items():
        at = f"{where}.trueness[{wall[:40]}]"
        _on_wall(wall, walls, at)
        _signed([*truth.plumb, *truth.flat], at)


def _on_wall(wall: str, walls: set[str], where: str) -> None:
    if wall not in walls:
        raise JobError(f"It is on a wall “{wall[:40]}” that is not there.", where=where)


def _signed(readings: Sequence[Reading], where: str) -> None:
    for one in readings:
        number(one.mm, where, -MOST_LEAN, MOST_LEAN)


def check_brief(brief: HouseBrief | RoomBrief, where: str) -> None:
    """Check a brief: identities, sizes of pieces, colours, the budget. Raises JobError with the place."""
    lists = ("people", "permissions") if isinstance(brief, HouseBrief) else ("needs", "pieces", "fixed", "hide")
    for name in lists:
        unique((one.id for one in getattr(brief, name)), f"{where}.{name}")
    if isinstance(brief, HouseBrief):
        if brief.budget is not None:
            number(brief.budget, f"{where}.budget", 0, 1e9)
        for index, person in enumerate(brief.people):
            length_within(person.reach, f"{where}.people[{index}].reach")
        return
    for index, piece in enumerate(brief.pieces):
        for key in ("width", "depth", "height"):
            length_within(getattr(piece, key), f"{where}.pieces[{index}].{key}")
    for index, fixed in enumerate(brief.fixed):
        for colour in fixed.colours:
            checked_colour(colour, f"{where}.fixed[{index}].colours")


def check_ways_in(ways: tuple[WayIn, ...]) -> None:
    """Check the ways into the house. Raises JobError with the place."""
    unique((one.id for one in ways), "ways_in")
    for index, way in enumerate(ways):
        for name in ("width", "height", "second"):
            length_within(getattr(way, name), f"ways_in[{index}].{name}")
