"""The repairs of a room as rows of a sheet."""

from __future__ import annotations

from narrow_cornice.derived.coated.repairs import room_repairs
from narrow_cornice.finishes.repairs import repair_materials
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import MarkPath
from narrow_cornice.units.show import show_measure


def repair_rows(job: Job, room: Room) -> list[tuple[MarkPath, tuple[str, ...]]]:
    """Return the repairs of a room as rows of a sheet."""
    materials = repair_materials()
    rows: list[tuple[MarkPath, tuple[str, ...]]] = []
    for repair in room_repairs(room):
        needs = ", ".join(
            f"{show_measure(amount.value)} {materials[key].measure} {materials[key].name.lower()}"
            for key, amount in repair.needs
        )
        rows.append(
            (
                MarkPath(room.id, repair.mark.id),
                (
                    repair.wall,
                    repair.mark.kind,
                    repair.kind.words,
                    repair.quantity.shown(job.settings),
                    f"{repair.hours:.1f}",
                    needs,
                    {"sound": "as it was", "patched": "patched: prime", "bare": "bare: prime"}[repair.kind.state],
                ),
            )
        )
    return rows
