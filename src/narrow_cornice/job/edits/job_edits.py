"""Changes to the job itself, and to what is sold."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from msgspec.structs import replace

from narrow_cornice.job.edits.making import EditError, checked_name, checked_size, fresh_id, put_one, without_one
from narrow_cornice.job.edits.shop_edits import with_shop
from narrow_cornice.job.finishes import Paint
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import WayIn
from narrow_cornice.job.model import Job, Room, Settings
from narrow_cornice.job.presented import PaperSize
from narrow_cornice.job.trimwork import MilledTrim
from narrow_cornice.trim.kinds import KINDS
from narrow_cornice.units.lengths import Unit
from narrow_cornice.units.show import UNIT_NAMES

OTHER_PAPER: dict[tuple[Unit, str], PaperSize] = {("in", "A3"): "Tabloid", ("mm", "Tabloid"): "A3"}
EIGHTH = 3.175  # mm: an eighth of an inch


def rename_job(name: str, place: str | None = None) -> Edit:
    """Give the job another name, and another place where one is given."""
    new = checked_name(name, "A job")
    return Edit(
        f"job name to {new[:40]}",
        lambda job: replace(job, name=new, place=job.place if place is None else place.strip()),
    )


def change_settings(**fields: Any) -> Edit:
    """Change how figures are shown: unit, step, denominator, money; made sizes go to the step of the unit, and boards
    from the usual paper of one unit world to that of the other."""
    said: dict[str, Callable[[Any], str]] = {
        "unit": lambda value: f"units: {UNIT_NAMES[value]}",
        "step": lambda value: f"to {value:g} mm",
        "denominator": lambda value: f"to 1/{value}",
        "money": lambda value: f"money in {value}" if value else "money without a name",
    }

    def apply(job: Job) -> Job:
        settings: Settings = replace(job.settings, **fields)
        paper = OTHER_PAPER.get((settings.unit, job.presenting.paper), job.presenting.paper)
        return replace(
            job,
            settings=settings,
            house_rules=_made_to(job.house_rules, settings.unit),
            presenting=replace(job.presenting, paper=paper),
        )

    return Edit(", ".join(said[field](value) for field, value in fields.items()), apply)


def _made_to(changed: dict[str, float], unit: Unit) -> dict[str, float]:
    """Return the house rules with made sizes to the step of a unit, unless somebody has said another."""
    if unit == "in" and "made_step" not in changed:
        return {**changed, "made_step": EIGHTH}
    if unit == "mm" and changed.get("made_step") == EIGHTH:
        return {key: value for key, value in changed.items() if key != "made_step"}
    return changed


def change_house_rule(key: str, value: float, name: str) -> Edit:
    """Set a house rule for this job."""
    return Edit(f"{name} to {value:g}", lambda job: replace(job, house_rules={**job.house_rules, key: value}))


def change_joinery(**fields: Any) -> Edit:
    """Change how trim is joined."""
    words = ", ".join(str(value) for value in fields.values())
    return Edit(f"inside corners {words}", lambda job: replace(job, joinery=replace(job.joinery, **fields)))


def put_paint(paint: Paint, shop: str | None = None) -> Edit:
    """Put a paint into the job, in place of the one of that identity if there is one; ``shop`` is a name."""
    checked_name(paint.name, "A paint")

    def apply(job: Job) -> Job:
        job, bought_at = with_shop(job, paint.shop if shop is None else shop)
        return replace(job, paints=put_one(job.paints, replace(paint, shop=bought_at)))

    return Edit(f"paint {paint.name[:40]}", apply)


def put_milled(milled: MilledTrim, shop: str | None = None) -> Edit:
    """Put milled trim into the job, in place of that of the same identity if there is one; ``shop`` is a name.

    Raises EditError for a kind of trim that is not known.
    """
    checked_name(milled.name, "Trim stock")
    unknown = next((kind for kind in milled.kinds if kind not in KINDS), None)
    if unknown is not None:
        raise EditError(f"There is no trim called “{unknown[:40]}”.", where="kinds", remedy=f"{', '.join(KINDS)}.")

    def apply(job: Job) -> Job:
        job, bought_at = with_shop(job, milled.shop if shop is None else shop)
        return replace(job, milled=put_one(job.milled, replace(milled, shop=bought_at)))

    return Edit(f"trim stock {milled.name[:40]}", apply)


def _used(job: Job, fields: tuple[str, ...], identity: str) -> bool:
    """Return whether some finish, of this scheme or of another, or some tin or test board refers to an identity in one
    of its fields."""
    rooms = (*job.rooms, *(room for scheme in job.schemes for room in scheme.rooms))
    finishes = (finish for room in rooms for finish in room.finishes.surfaces.values())
    zones = (one for room in rooms for one in (*room.zones.lamps, *room.zones.dressings))
    things = (*finishes, *job.left_paint, *job.test_boards, *zones)
    if any(getattr(thing, field, None) == identity for thing in things for field in fields):
        return True
    return "colour" in fields and any(identity in one.colours for room in rooms for one in room.zones.pieces)


def remove_colour(colour_id: str, name: str) -> Edit:
    """Take a colour out of the job. Refused while a surface has it."""

    def apply(job: Job) -> Job:
        if _used(job, ("colour", "over"), colour_id):
            raise EditError(f"{name[:60]} is still on something.", remedy="Give that another colour first.")

        def without(room: Room) -> Room:
            roles = tuple(role for role in room.colours.roles if role.colour != colour_id)
            same = len(roles) == len(room.colours.roles)
            return room if same else replace(room, colours=replace(room.colours, roles=roles))

        schemes = tuple(replace(one, rooms=tuple(map(without, one.rooms))) for one in job.schemes)
        kept = tuple(one for one in job.colours if one.id != colour_id)
        return replace(job, colours=kept, rooms=tuple(map(without, job.rooms)), schemes=schemes)

    return Edit(f"remove colour {name[:40]}", apply)


def remove_paint(paint_id: str, name: str) -> Edit:
    """Take a paint out of the job. Refused while a surface has it."""

    def apply(job: Job) -> Job:
        if _used(job, ("paint", "primer", "seal"), paint_id):
            raise EditError(f"{name[:60]} is still on a surface.", remedy="Give that surface another paint first.")
        return replace(job, paints=tuple(one for one in job.paints if one.id != paint_id))

    return Edit(f"remove paint {name[:40]}", apply)


def remove_milled(milled_id: str, name: str) -> Edit:
    """Take milled trim out of the job; trim that nothing else serves is then listed as unsold."""
    return Edit(f"remove trim stock {name[:40]}", lambda job: replace(job, milled=without_one(job.milled, milled_id)))


def put_way_in(way: WayIn) -> Edit:
    """Add a way into the house, or put it in place of the one with its identity (an empty identity is a new one)."""
    checked_name(way.name, "A way in")
    if way.width is None or way.height is None:
        raise EditError("A way in has a width and a height.", where=way.name[:40], remedy="Type it.")
    for length in (way.width, way.height, way.second):
        checked_size(length, way.name[:40])

    def apply(job: Job) -> Job:
        known = any(one.id == way.id for one in job.ways_in)
        put = way if known else replace(way, id=fresh_id("i", (one.id for one in job.ways_in)))
        return replace(job, ways_in=put_one(job.ways_in, put))

    return Edit(f"way in: {way.name[:40]}", apply)


def remove_way_in(way_id: str, name: str) -> Edit:
    """Take a way in away."""
    return Edit(
        f"remove {name[:40]}",
        lambda job: replace(job, ways_in=tuple(one for one in job.ways_in if one.id != way_id)),
    )
