"""What two ways to do a job differ in: money, days, litres, sheets, trim, and how light the room is."""

from __future__ import annotations

from typing import NamedTuple

from narrow_cornice.boards.before import BEFORE, held_against
from narrow_cornice.colour.tones import light_reflectance
from narrow_cornice.derived.coloured.room_palette import palette_of_room
from narrow_cornice.derived.zoned.lamps import hung_lamps
from narrow_cornice.job.model import Job, Room
from narrow_cornice.memo import by_identity
from narrow_cornice.review.schemes import SchemeFigures, scheme_figures, schemes_of
from narrow_cornice.units.show import FOOT_MM, METRE_MM, show_money, show_run

NOTHING = SchemeFigures(0.0, 0.0, None, 0.0, 0.0, 0.0, 0.0, 0)


class Difference(NamedTuple):
    """Something that differs: what, as it is with the one, with the other, and by how much more or less."""

    what: str
    before: str
    after: str
    more: str


@by_identity(times=2, each="room")
def differences(job: Job, room: Room) -> tuple[Difference, ...]:
    """Return what a job and what it is held against differ in, for the whole job, and of the room how light it is."""
    words, other = held_against(job, room)
    against = job.presenting.against
    there = next((one.job for one in schemes_of(job) if one.id and one.id == against), None)
    one = scheme_figures(there) if against != BEFORE and there is not None else NOTHING
    now = scheme_figures(job)
    made = [
        _money("Materials", one.cost, now.cost),
        *([_money("Labour", one.labour or 0.0, now.labour)] if now.labour is not None else []),
        _plain("Hours of work", one.hours, now.hours, 1),
        _plain("Days", one.days, now.days, 0),
        _plain("Paint and stain, L", one.litres, now.litres, 1),
        _plain("Sheets", one.sheets, now.sheets, 0),
        _sized(job, "Trim", one.trim, now.trim),
    ]
    if other is not None:
        made.append(_plain("Light its surfaces give back, %", _given_back(job, other), _given_back(job, room), 0))
        made.append(_plain("Lumens of its lamps", _lumens(job, other), _lumens(job, room), 0))
    else:
        made.append(Difference(f"{room.name}", f"not in {words}", "there", ""))
    return tuple(one for one in made if one.before != one.after)


def _plain(what: str, before: float, after: float, places: int) -> Difference:
    def shown(value: float) -> str:
        return f"{value:,.{places}f}".replace(",", "\u202f")

    b, a = round(before, places), round(after, places)
    return Difference(what, shown(b), shown(a), f"{_sign(b, a)}{shown(abs(a - b))}")


def _money(what: str, before: float, after: float) -> Difference:
    b, a = round(before, 2), round(after, 2)
    return Difference(what, show_money(b), show_money(a), f"{_sign(b, a)}{show_money(abs(a - b))}")


def _sized(job: Job, what: str, before: float, after: float) -> Difference:
    tenth = (METRE_MM if job.settings.unit == "mm" else FOOT_MM) / 10
    b, a = (round(one / tenth) * tenth for one in (before, after))
    shown = [show_run(one, job.settings.unit) for one in (b, a, abs(a - b))]
    return Difference(what, shown[0], shown[1], f"{_sign(b, a)}{shown[2]}")


def _sign(before: float, after: float) -> str:
    return "+" if after > before else "−" if after < before else ""


def _given_back(job: Job, room: Room) -> float:
    """Return the light that the surfaces of a room give back, the mean over their areas in per cent."""
    shades = palette_of_room(job, room)
    whole = sum(shade.area.value for shade in shades)
    return sum(light_reflectance(shade.hex) * shade.area.value for shade in shades) / whole if whole else 0.0


def _lumens(job: Job, room: Room) -> float:
    return sum(one.lumens for one in hung_lamps(room, job.house_rules))
