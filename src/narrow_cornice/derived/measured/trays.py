"""Where the raised part of a tray ceiling lies on the plan."""

from __future__ import annotations

from narrow_cornice.job.measured import Tray
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.network import Point
from narrow_cornice.survey.plan import Plan


@by_identity(times=1, each="room")
def tray_rings(plan: Plan, tray: Tray) -> tuple[tuple[Point, ...], ...]:
    """Return the outlines of what lies higher, the border all round taken off the plan: one, none where the border
    leaves nothing, or several where the room is narrow in between."""
    import shapely  # a quarter of a second that other ceilings need not wait for

    inside = shapely.Polygon(plan.corners).buffer(-tray.border.mm, join_style="mitre", mitre_limit=10.0)
    rings = (part.exterior.coords[:-1] for part in shapely.get_parts(inside) if not part.is_empty)
    return tuple(tuple((float(x), float(y)) for x, y in ring) for ring in rings)
