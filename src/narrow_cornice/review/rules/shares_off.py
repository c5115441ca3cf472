"""Colours that have far more or less of a room than its strategy wishes (C2)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.colour.shares import WISHED, off_wish, shares_of
from narrow_cornice.derived.coloured.room_palette import palette_of_room
from narrow_cornice.job.edits import set_strategy
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import RolePath
from narrow_cornice.review.finding import Finding, JobSeen

MOST_OFF = 20.0  # points


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look at the shares of every room with a strategy and roles."""
    for room in seen.job.rooms:
        strategy = room.colours.strategy
        if not WISHED[strategy] or not room.colours.roles:
            continue
        shades = palette_of_room(seen.job, room)
        if not shades:
            continue
        shares = shares_of([(shade.role or "neutral", shade.area.value) for shade in shades])
        off = {role: by for role, by in off_wish(shares, strategy).items() if abs(by) > MOST_OFF}
        if not off:
            continue
        role = max(off, key=lambda one: abs(off[one]))
        shade = next((one for one in shades if one.role == role), shades[0])
        there, wish = shares.get(role, 0.0), WISHED[strategy][role]
        yield Finding(
            key=f"shares off:{room.id}",
            grade="worth a thought",
            room_id=room.id,
            room=room.name,
            where="colours",
            says=f"{there:.0f} % {role}, {wish:.0f} % are wished",
            many="Colours have other shares than were wished: {n} rooms",
            measured=", ".join(f"{name} {share:.0f} %" for name, share in shares.items()),
            rule=f"{strategy}, by true area of all surfaces, furniture and cloth.",
            risk="The room reads otherwise than it was thought.",
            about=RolePath(room.id, shade.colour),
            fixes=(Edit("Wish for no shares", set_strategy(room.id, "not said").apply),),
        )
