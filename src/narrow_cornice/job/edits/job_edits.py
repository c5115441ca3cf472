"""Changes to the job itself, and to what is sold."""

from __future__ import annotations

from typing import Any

from msgspec.structs import replace

from narrow_cornice.job.edits.making import EditError, checked_name
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import (
    Job,
    MilledTrim,
    Paint,
    Settings,
)


def rename_job(name: str, place: str | None = None) -> Edit:
    """Give the job another name, and another place where one is given."""
    new = checked_name(name, "A job")
    return Edit(
        f"job name to {new[:40]}",
        lambda job: replace(job, name=new, place=job.place if place is None else place.strip()),
    )


def change_settings(**fields: Any) -> Edit:
    """Change how figures are shown: unit, step, denominator, money."""
    titles = {"unit": "units", "step": "finest millimetre", "denominator": "finest fraction", "money": "money"}
    title = ", ".join(titles[field] for field in fields)

    def apply(job: Job) -> Job:
        settings: Settings = replace(job.settings, **fields)
        return replace(job, settings=settings)

    return Edit(f"{title} to {', '.join(str(value) for value in fields.values())}", apply)


def change_house_rule(key: str, value: float, name: str) -> Edit:
    """Set a house rule for this job."""
    return Edit(f"{name} to {value:g}", lambda job: replace(job, house_rules={**job.house_rules, key: value}))


def change_joinery(**fields: Any) -> Edit:
    """Change how trim is joined."""
    words = ", ".join(str(value) for value in fields.values())
    return Edit(f"inside corners {words}", lambda job: replace(job, joinery=replace(job.joinery, **fields)))


def put_paint(paint: Paint) -> Edit:
    """Put a paint into the job, in place of the one of that identity if there is one."""
    checked_name(paint.name, "A paint")

    def apply(job: Job) -> Job:
        if any(one.id == paint.id for one in job.paints):
            return replace(job, paints=tuple(paint if one.id == paint.id else one for one in job.paints))
        return replace(job, paints=(*job.paints, paint))

    return Edit(f"paint {paint.name[:40]}", apply)


def put_stock(stock: MilledTrim) -> Edit:
    """Put trim stock into the job, in place of that of the same identity if there is one."""
    checked_name(stock.name, "Trim stock")

    def apply(job: Job) -> Job:
        if any(one.id == stock.id for one in job.stock):
            return replace(job, stock=tuple(stock if one.id == stock.id else one for one in job.stock))
        return replace(job, stock=(*job.stock, stock))

    return Edit(f"trim stock {stock.name[:40]}", apply)


def _used(job: Job, fields: tuple[str, ...], identity: str) -> bool:
    """Return whether some finish refers to an identity in one of its fields."""
    return any(
        getattr(finish, field) == identity
        for room in job.rooms
        for finish in room.finishes.values()
        for field in fields
    )


def remove_colour(colour_id: str, name: str) -> Edit:
    """Take a colour out of the job. Refused while a surface has it."""

    def apply(job: Job) -> Job:
        if _used(job, ("colour", "over"), colour_id):
            raise EditError(f"{name[:60]} is still on a surface.", remedy="Give that surface another colour first.")
        return replace(job, colours=tuple(one for one in job.colours if one.id != colour_id))

    return Edit(f"remove colour {name[:40]}", apply)


def remove_paint(paint_id: str, name: str) -> Edit:
    """Take a paint out of the job. Refused while a surface has it."""

    def apply(job: Job) -> Job:
        if _used(job, ("paint", "primer"), paint_id):
            raise EditError(f"{name[:60]} is still on a surface.", remedy="Give that surface another paint first.")
        return replace(job, paints=tuple(one for one in job.paints if one.id != paint_id))

    return Edit(f"remove paint {name[:40]}", apply)


def remove_stock(stock_id: str, name: str) -> Edit:
    """Take trim stock out of the job; trim that nothing else serves is then listed as unsold."""
    return Edit(
        f"remove trim stock {name[:40]}",
        lambda job: replace(job, stock=tuple(one for one in job.stock if one.id != stock_id)),
    )
