"""More colours in one room than are wished; wood counts as one (C2)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.job.edits import change_finish
from narrow_cornice.job.paths import SurfacePath
from narrow_cornice.review.finding import Finding, RoomSeen, together


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Count the colours in use, the floor, and what the brief says is fixed."""
    areas: dict[str, float] = {}
    names: dict[str, str] = {}
    keys: dict[str, list[str]] = {}
    for one in seen.coated:
        if one.colour is not None:
            areas[one.colour.id] = areas.get(one.colour.id, 0.0) + one.surface.net.value
            names[one.colour.id] = one.colour.name
            keys.setdefault(one.colour.id, []).append(one.surface.key)
    used = {one.colour.hex.lower() for one in seen.coated if one.colour is not None} | {
        seen.room.finishes.floor.lower()
    }
    fixed = {
        tone: element.name or "a fixed element"
        for element in seen.room.brief.fixed
        for tone in element.colours
        if tone.lower() not in used
    }
    count, wished = len(areas) + 1 + len(fixed), int(seen.rules.value("colours_wished"))
    if not areas or count <= wished:
        return
    by_area = sorted(areas, key=lambda one: -areas[one])
    listed = ", ".join(names[one] for one in by_area)
    # As many of the smallest as it takes become the largest; the floor and what is fixed stay.
    most, gone = by_area[0], by_area[max(1, len(by_area) - (count - wished)) :]
    least = by_area[-1]
    changes = [change_finish([seen.room.id], keys[one], "", colour=most) for one in gone]
    painted = ", ".join(names[one][:30] for one in gone)
    yield Finding(
        key=f"many colours:{seen.room.id}",
        grade="worth a thought",
        room_id=seen.room.id,
        room=seen.room.name,
        where="colours",
        says=f"{count} colours with the floor; {wished} were wished",
        many="More colours than were wished: {n} rooms",
        measured=", ".join([listed, *fixed.values()]) + ", and the floor",
        rule="Three to four colours in all, wood counted (house rule: colours wished in a room).",
        risk="The room reads as a collection; another tin of each.",
        about=SurfacePath.by_key(seen.room.id, keys[least][0]),
        fixes=(together(f"Paint {painted} as {names[most][:30]}", changes),) if gone else (),
    )
