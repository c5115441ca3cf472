"""A colour used once in the whole house looks like a mistake: repeat each at least twice (C4)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.review.finding import Finding, JobSeen

SMALL_SHARE = 0.1


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look for a colour on one surface only, and a small one."""
    total, used = 0.0, 0
    where: dict[str, list[tuple[str, str, str, str, str, float]]] = {}
    for painted, coated in seen.coated:
        for one in coated:
            if one.colour is None:
                continue
            used += 1
            total += one.surface.net.value
            where.setdefault(one.colour.id, []).append(
                (painted.id, painted.name, one.colour.name, one.surface.name, one.surface.key, one.surface.net.value)
            )
    if len(where) < 3:
        return
    for colour, places in where.items():
        room_id, room, name, surface, key, area = places[0]
        if len(places) > 1 or area > SMALL_SHARE * total:
            continue
        yield Finding(
            key=f"accent once:{colour}",
            grade="worth a thought",
            room_id=room_id,
            room=room,
            where=surface,
            says=f"{name[:40]} is used once in the house",
            measured=f"{area:.2f} m² of {total:.0f} m², one surface of {used}",
            rule="An accent is repeated at least twice, on purpose (colour).",
            risk="Used once it looks like a left-over tin.",
            about=(room_id, "finish", key),
        )
