"""The style of the brief suggests another order of trim than the room has (T2)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.job.edits.trim_edits import change_room, choose_order
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import TrimPath
from narrow_cornice.job.styles import styles
from narrow_cornice.review.finding import Finding, RoomSeen, together
from narrow_cornice.trim.orders import orders
from narrow_cornice.units.words import with_article


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Compare the room's order and school with what its style suggests."""
    name = seen.room.brief.style.key if seen.room.brief.style.shown else seen.house.style.key
    style = styles().get(name)
    mine = seen.room.trim.order_in_force
    if style is None or name in mine.styles:
        return  # an order of one's own may say itself for which styles it is
    steps: list[Edit] = []
    if style.order != seen.room.trim.order:
        steps.append(choose_order(seen.room.id, style.order))
    if style.school is not None and style.school != seen.room.trim.school:
        steps.append(change_room(seen.room.id, "school", school=style.school))
    if not steps:
        return
    wanted = orders()[style.order].name + (f", {style.school}" if style.school else "")
    manner = f"{with_article(name).capitalize()} manner"
    yield Finding(
        key=f"style order:{seen.room.id}:{name}",
        grade="worth a thought",
        room_id=seen.room.id,
        room=seen.room.name,
        where="the trim",
        says=f"{manner} suggests {wanted}; the trim is {mine.name}, {seen.room.trim.school}",
        many="A manner suggests another order: {n} rooms",
        measured=f"style: {name}",
        rule="A style suggests an order, heavy to light; it is a suggestion (styles table).",
        risk="Trim of another weight speaks against everything else in the room.",
        by_brief=True,
        about=TrimPath(seen.room.id, "cornice"),
        fixes=(together(f"Use {wanted}", steps),),
    )
