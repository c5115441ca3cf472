"""Three or more tins of one colour that are not marked for mixing (S4)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.bought.lines import InTins
from narrow_cornice.job.edits import mark_for_mixing
from narrow_cornice.job.paths import LinePath
from narrow_cornice.review.finding import Finding, JobSeen, together


def look(seen: JobSeen) -> Iterator[Finding]:
    """Count the tins of each line to buy."""
    most = seen.rules.value("mixing_tins")
    for line in seen.bought.lines:
        goods = line.goods
        if not isinstance(goods, InTins) or goods.colour is None or line.key in seen.job.mixing:
            continue
        tins = sum(count for _, count, _ in line.buy) + len(
            goods.there
        )  # what is left over from before is another batch
        if tins < most:
            continue
        room_id, _room, _ = line.shares[0]
        yield Finding(
            key=f"tins unmixed:{line.key}",
            grade="will show",
            room_id=room_id,
            room=", ".join(name for _, name, _ in line.shares),
            where=line.name,
            says=f"{tins} tins of {goods.colour.name[:40]} not marked for mixing",
            many="Tins of one colour not marked for mixing: {n} colours",
            measured=line.bought_as,
            rule="Tins of one colour differ a little: pour them together before starting (left-over and mixing).",
            risk="A visible step where one tin ends and the next begins.",
            about=LinePath(line.key),
            fixes=(together("Mark for mixing", [mark_for_mixing(line.key, True, line.name)]),),
        )
