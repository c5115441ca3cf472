"""A casing that is no thicker than the top of the skirting that ends on it (T5)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.job.edits.trim_edits import change_room, change_trim
from narrow_cornice.job.paths import TrimPath
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.trim.profiles import Profile

TOP = 4.0  # mm below its upper edge where a skirting shows how thick its top member is


def top_depth(profile: Profile) -> float:
    """Return how far the uppermost member of a skirting stands out."""
    return max(z for z, y in profile.outline.polyline() if y >= profile.height - TOP)


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Compare the casing with the top of the skirting, unless a plinth block stands between them."""
    casing, skirting = seen.trim.of("casing"), seen.trim.of("skirting")
    if seen.room.trim.plinth_blocks or casing.projection is None or skirting.profile is None or not casing.built:
        return
    if not any(hole.to_floor and hole.cased for wall in seen.trimmed.walls for hole in wall.holes):
        return
    top = top_depth(skirting.profile)
    if casing.projection.value > top:
        return
    thicker = seen.wish(top + 3.0)
    fixes = [replace(change_room(seen.room.id, "plinth blocks", plinth_blocks=True), title="Put plinth blocks between")]
    if thicker.mm > top:
        edit = change_trim(seen.room.id, "casing", projection=thicker)
        fixes.append(replace(edit, title=f"Casing {seen.size(thicker.mm)} thick"))
    yield Finding(
        key=f"casing thin:{seen.room.id}",
        grade="will show",
        room_id=seen.room.id,
        room=seen.room.name,
        where="casing",
        says=f"The casing is {seen.size(casing.projection.value)} thick, the top of the skirting {seen.size(top)}",
        many="Casings thinner than the top of the skirting: {n} rooms",
        measured=f"{seen.size(top - casing.projection.value)} short",
        rule="A casing is thicker than the skirting's top member, or a plinth block stands between (proportion).",
        risk="The skirting stands proud of the casing and shows its end.",
        about=TrimPath(seen.room.id, "casing"),
        fixes=tuple(fixes),
    )
