"""The wedge that stays open over a level cornice: where the ceiling slopes up from it, or was read at several heights
(T9)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.job.edits.trim_edits import change_trim
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import HeightPath, SlopePath
from narrow_cornice.review.finding import Finding, RoomSeen


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look over every level cornice, by the slope over its wall and by what the heights of the room differ."""
    cornice, caulk = seen.trim.of("cornice"), seen.rules.value("widest_caulk")
    walls = [wall.id for wall in seen.room.measured.walls]
    slopes = {plane.over: plane for plane in seen.measured.ceiling.planes if plane.over >= 0}
    level = [run for run in seen.trimmed.runs if run.kind == "cornice" and run.low[0] == run.low[1] and not run.over]
    out = cornice.projection.value if cornice.built and cornice.projection is not None else 0.0
    told: set[str] = set()
    for run in level:
        plane = slopes.get(walls.index(run.wall))
        if plane is None or run.low[0] <= 0.0 or run.wall in told:
            continue
        told.add(run.wall)
        rises = (plane.east**2 + plane.north**2) ** 0.5
        deep = run.old.thickness if run.old is not None else out
        if (gap := deep * rises) > caulk:
            yield _finding(
                seen, run.wall, f"wall {run.wall_name}", f"The ceiling rises from the cornice on wall {run.wall_name}",
                f"{seen.size(gap)} open over its front edge", SlopePath(seen.room.id, run.wall, size="low"),
            )  # fmt: skip
    heights = [one.mm for one in seen.room.measured.heights if not one.aside]
    if not slopes and level and len(heights) > 1 and (gap := max(heights) - min(heights)) > caulk:
        yield _finding(
            seen, "heights", "ceiling", "The ceiling is not level, and the cornice is",
            f"{seen.size(gap)} between its heights, {seen.size(min(heights))} to {seen.size(max(heights))}",
            HeightPath(seen.room.id),
        )  # fmt: skip


# Many parameters: the words of a finding, each said where it is found.
def _finding(seen: RoomSeen, key: str, where: str, says: str, measured: str, about: HeightPath | SlopePath) -> Finding:
    fixes: tuple[Edit, ...] = ()
    if isinstance(about, SlopePath) and seen.trim.of("cornice").built:
        fixes = (replace(change_trim(seen.room.id, "cornice", fitted=False), title="No cornice in this room"),)
    return Finding(
        key=f"wedge over cornice:{seen.room.id}:{key}",
        grade="will show",
        room_id=seen.room.id,
        room=seen.room.name,
        where=where,
        says=says,
        many="A wedge stays open over level cornices: {n} places",
        measured=measured,
        rule=f"Caulk closes up to {seen.size(seen.rules.value('widest_caulk'))} (house rule); more is scribed, or the "
        "cornice follows the ceiling.",
        risk="A dark line over the cornice, and dust in it.",
        about=about,
        fixes=fixes,
    )
