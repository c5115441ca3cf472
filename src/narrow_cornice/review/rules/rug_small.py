"""A rug smaller than what stands in its zone asks for (Z3)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.zoned.rugs import pieces_in, rugs_for
from narrow_cornice.job.edits import change_zoned
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import StoodPath
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.units.lengths import plain_length
from narrow_cornice.zones.rugs import RugOffer

NEAR = 30.0  # mm that a rug may be smaller


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at the rug of every zone that has one."""
    for zone in seen.room.zones.zones:
        rugs = [one for one in pieces_in(seen.room, seen.changed_rules, zone.id) if one.kind.flat and one.kind.soft]
        offers, wanted = rugs_for(seen.room, seen.changed_rules, zone.id)
        if not rugs or wanted is None:
            continue
        rug = max(rugs, key=lambda one: one.foot.width * one.foot.depth)
        have, need = sorted((rug.foot.width, rug.foot.depth)), sorted((wanted.width, wanted.depth))
        if have[0] >= need[0] - NEAR and have[1] >= need[1] - NEAR:
            continue
        yield Finding(
            key=f"rug small:{seen.room.id}:{zone.id}",
            grade="worth a thought",
            room_id=seen.room.id,
            room=seen.room.name,
            where=zone.name[:60],
            says=f"{rug.name[:40]} is smaller than {zone.name[:40]} asks for",
            many="Rugs are smaller than their zones ask for: {n} zones",
            measured=f"{seen.size(have[1])} × {seen.size(have[0])}; {seen.size(need[1])} × {seen.size(need[0])} wanted",
            rule="A rug marks a zone: under the fronts of seats, under chairs pulled back, beyond a bed.",
            risk="Pieces stand half on it, and it looks like a mat.",
            about=StoodPath(seen.room.id, rug.id),
            fixes=tuple(_larger(seen, rug.id, rug.name, offers)),
        )


def _larger(seen: RoomSeen, rug_id: str, name: str, offers: tuple[RugOffer, ...]) -> Iterator[Edit]:
    fitting = next((offer for offer in offers if offer.reaches and offer.floor > 0.0), None)
    if fitting is None:
        return
    foot = fitting.foot
    edit = change_zoned(
        seen.room.id,
        "pieces",
        rug_id,
        name,
        width=plain_length(foot.width),
        depth=plain_length(foot.depth),
        x=round(foot.x, 1),
        y=round(foot.y, 1),
        turn=round(foot.turn % 360.0, 2),
        wall="",
        price=fitting.size.price,
    )
    size = f"{seen.size(fitting.size.long)} × {seen.size(fitting.size.wide)}"
    yield Edit(f"Lay {size}", edit.apply)
