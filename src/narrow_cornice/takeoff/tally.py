"""The tally: what the whole job comes to, as a handful of figures that each know their parts."""

from __future__ import annotations

from narrow_cornice.job.memo import by_identity
from narrow_cornice.job.model import Job
from narrow_cornice.takeoff.order import order_list
from narrow_cornice.takeoff.surfaces import room_surfaces
from narrow_cornice.working.figures import Figure, total


@by_identity(keep=16)
def tally(job: Job) -> dict[str, Figure]:
    """Return paint (L to have), trim (length of the runs), painted area (m²) and cost, by name."""
    order = order_list(job)
    area = []
    for room in job.rooms:
        painted = [surface.net for surface in room_surfaces(room, job.house_rules)]
        if painted:
            area.append(total(room.name[:60], "m²", painted))
    prices = [
        Figure(line.name[:80], line.price, "money", "table", note=f"{line.bought_as} from {line.shop}")
        for line in order.lines
    ]

    def renamed(figure: Figure, name: str) -> Figure:
        return Figure(name, figure.value, figure.unit, figure.origin, figure.sentence, figure.inputs, figure.source)

    return {
        "paint": total("paint", "L", [renamed(x.needed, x.name[:80]) for x in order.lines if x.kind == "paint"]),
        "trim": total("trim", "run", [renamed(x.needed, x.name[:80]) for x in order.lines if x.kind == "trim"]),
        "surfaces": total("surfaces", "m²", area),
        "cost": total("cost", "money", prices),
    }
