"""Shims: behind casings, where new trim is brought to the face of old, and under carcasses that stand."""

from __future__ import annotations

import math
from collections.abc import Iterator

from narrow_cornice.derived.bought.lines import Bought, by_line, in_turn
from narrow_cornice.derived.bought.packs import hardware_price, pack_line
from narrow_cornice.derived.built.parts import carcass_weights
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.explained.figures import Figure, table, total
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity

SHIM = "shim"  # in the table of hardware
SHIMMED = "shimmed to its face"


def shims_to_buy(job: Job) -> Bought:
    """Return the line of the shims of all rooms."""

    def needs(room: Room) -> dict[str, Figure]:
        many = _room_shims(room, job.house_rules)
        return {} if many is None else {SHIM: many}

    held = by_line(job, needs)
    lines = (
        pack_line(key, "casings, trim and carcasses", hardware_price(job, key), *in_turn(wanted))
        for key, wanted in held.items()
    )
    return Bought(tuple(lines))


@by_identity(times=1, each="room", of=as_built)
def _room_shims(room: Room, changed_rules: dict[str, float]) -> Figure | None:
    """Return how many shims a room takes, None for none."""
    counted = [
        table(words, float(many), "pieces", "house rule") for words, many in _counted(room, changed_rules) if many
    ]
    return total(room.name[:60], "pieces", counted) if counted else None


def _counted(room: Room, changed_rules: dict[str, float]) -> Iterator[tuple[str, int]]:
    rules, trimmed = house_rules_of(changed_rules), trimmed_room(room, changed_rules)
    if trimmed is None:
        return
    cased = {run.around for run in trimmed.runs if run.kind == "casing" and run.part == "leg"}
    yield "openings", len(cased) * round(rules.value("shims_an_opening"))
    brought = [one for one in room.measured.there if one.decision == "keep" and one.meets == SHIMMED]
    beside = 0.0
    order = [wall.id for wall in room.measured.walls]
    for one in brought:
        at = order.index(one.wall)
        walls = {order[at - 1], order[(at + 1) % len(order)]}
        mine = (
            run for run in trimmed.runs if run.kind == one.kind and run.wall in walls and not run.there and not run.over
        )
        beside += sum(run.length.value for run in mine)
    yield "trim brought to the face of old", math.ceil(beside / 1000 * rules.value("shims_a_metre") - 1e-9)
    standing = [run for run in room.casework.built_ins if run.hung is None]
    carcasses = sum(len(carcass_weights(room, run, changed_rules)) for run in standing)
    yield "carcasses", carcasses * round(rules.value("shims_a_carcass"))
