"""The repairs that a room's condition asks for, as lines with their materials and hours."""

from __future__ import annotations

import msgspec

from narrow_cornice.explained.figures import Figure, reading, table
from narrow_cornice.finishes.materials import Material
from narrow_cornice.finishes.repairs import (
    RepairKind,
    material_needed,
    repair_kinds,
    repair_materials,
    repair_quantity,
)
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.measured import ConditionMark
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import MarkPath
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.plan import side_name


class Repair(msgspec.Struct, frozen=True):
    """One repair: the mark that asks for it, on which wall, how much of it, hours, and materials by their key."""

    mark: ConditionMark
    wall: str
    kind: RepairKind
    quantity: Figure
    hours: float
    needs: tuple[tuple[str, Figure], ...]

    @property
    def words(self) -> str:
        """Return what is done, in words."""
        return f"{self.mark.kind}: {self.kind.words}"


@by_identity(times=1, each="room", of=as_built)
def room_repairs(room: Room) -> tuple[Repair, ...]:
    """Return the repairs of a room, wall by wall in the order they are walked."""
    kinds, materials = repair_kinds(), repair_materials()
    order = {side.id: index for index, side in enumerate(room.measured.walls)}
    made = []
    for mark in sorted(room.measured.marks, key=lambda one: order.get(one.wall, 0)):
        kind = kinds.get(mark.kind)
        if kind is None:
            continue
        path = MarkPath(room.id, mark.id)
        wall = side_name(order[mark.wall], len(room.measured.walls))
        quantity = repair_quantity(
            kind,
            reading("width", mark.width.mm, "mm", path.sized("width"), f"of the {mark.kind}"),
            reading("height", mark.tall.mm, "mm", path.sized("tall"), f"of the {mark.kind}"),
        )
        needs = tuple((key, _needed(materials[key], quantity, each, mark, wall)) for key, each in kind.needs.items())
        made.append(Repair(mark, wall, kind, quantity, kind.hours * quantity.value, needs))
    return tuple(made)


def _needed(material: Material, quantity: Figure, each: float, mark: ConditionMark, wall: str) -> Figure:
    for_one = table("for one", each, material.measure, "repairs table")
    figure = material_needed(quantity, for_one, called=f"{mark.kind}, wall {wall}")
    return msgspec.structs.replace(figure, unit=material.measure)
