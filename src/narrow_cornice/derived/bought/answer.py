"""The take-off as the plain answer that other programs read."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from narrow_cornice.derived.bought.hours import job_hours, job_labour
from narrow_cornice.derived.bought.lines import InLengths, InTins, LineToBuy
from narrow_cornice.derived.bought.purchases import paid, tick_state, told_of
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.coated.coverings import room_coverings
from narrow_cornice.derived.coated.painting_hours import painting_hours
from narrow_cornice.derived.coated.repairs import room_repairs
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.job.model import Job, Room


def takeoff_answer(job: Job) -> dict[str, Any]:
    """Return surfaces (m²), runs (mm), what to buy (under “order”) and its total.

    ``net`` is gross − openings − covered exactly; ``litres`` is null where no paint is chosen, ``product`` and
    ``colour`` likewise. What is not in the order stands beside it: rooms that are not measured (``waiting``), trim that
    no stock serves (``unsold``), how many surfaces of a room have no paint (``unpainted``),
    and what else is left out, in a sentence each (``missing``). A line also says for which ``phase`` it is wanted,
    whether it is ``ticked``, what was ``paid``, litres that are ``there`` already, and what is ``told`` of it.
    """
    everything = to_buy(job)
    return {
        "surfaces": [one for room in job.rooms for one in _surfaces(job, room)],
        "runs": [one for room in job.rooms for one in _runs(job, room)],
        "repairs": [one for room in job.rooms for one in _repairs(room)],
        "order": [_line(job, line) for line in everything.lines],
        "total": everything.price,
        "hours": job_hours(job).rounded(job.settings),
        "labour": cost.rounded(job.settings) if (cost := job_labour(job)) is not None else None,
        "waiting": list(everything.waiting),
        "unsold": list(everything.unsold),
        "unpainted": [{"room": room, "surfaces": count} for room, count in everything.unpainted],
        "missing": [*everything.missing, *everything.no_longer],
    }


def _surfaces(job: Job, room: Room) -> Iterator[dict[str, Any]]:
    hours = painting_hours(room, job.house_rules, job.paints, job.colours)
    covered = room_coverings(room, job.house_rules, job.paints, job.colours, job.coverings)
    for one in coated_surfaces(room, job.house_rules, job.paints, job.colours):
        yield {
            "room": room.name,
            "name": one.surface.name,
            "kind": one.surface.kind,
            "gross": one.surface.gross.value,
            "openings": one.surface.openings.value,
            "covered": one.surface.covered.value,
            "net": one.surface.net.value,
            "product": one.paint.name if one.paint else None,
            "colour": one.colour.name if one.colour else None,
            "coats": int(one.coats.value) if one.coats else None,
            "litres": one.litres.value if one.litres else None,
            "state": one.state,
            "primer": one.primer.name if one.primer else None,
            "primer_litres": one.primer_litres.value if one.primer_litres else None,
            "hours": hours[one.surface.key].value if one.surface.key in hours else None,
            "system": one.system.name if one.system else None,
            "seal": one.seal.name if one.seal else None,
            "covering": covered[one.surface.key].covering.name if one.surface.key in covered else None,
            "left": one.left,
        }


def _runs(job: Job, room: Room) -> Iterator[dict[str, Any]]:
    trimmed = trimmed_room(room, job.house_rules)
    if trimmed is None:
        return
    for run in trimmed.runs:
        profile = trimmed.trim.of(run.kind).profile
        yield {
            "room": room.name,
            "wall": run.wall_name,
            "member": run.kind,
            "length": run.length.value,
            "girth": run.old.girth.value if run.old else profile.girth if profile else None,
            "old": run.there,
        }


def _repairs(room: Room) -> Iterator[dict[str, Any]]:
    for repair in room_repairs(room):
        yield {
            "room": room.name,
            "wall": repair.wall,
            "repair": repair.words,
            "quantity": repair.quantity.value,
            "unit": repair.kind.unit,
            "hours": repair.hours,
        }


def _line(job: Job, line: LineToBuy) -> dict[str, Any]:
    return {
        "kind": line.kind,
        "name": line.name,
        "needed": line.needed.value,
        "unit": line.measure,
        "buy": [{"size": size, "count": count, "price": price} for size, count, price in line.buy],
        "left": line.left,
        "there": sum(tin.litres for tin in line.goods.there) if isinstance(line.goods, InTins) else 0,
        "price": line.price,
        "bound": line.goods.bars.bound if isinstance(line.goods, InLengths) else None,
        "why": line.why,
        "phase": line.phase,
        "ticked": tick_state(job, line),
        "paid": paid(job, line),
        "told": list(told_of(job, line)),
    }
