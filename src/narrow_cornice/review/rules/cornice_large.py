"""Trim too large or too thin for its room: an over-large cornice, a thin skirting in a tall room, work that stands far
off its wall (T1, T5)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.job.edits.trim_edits import change_trim
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import TrimPath
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.trim.kinds import MEMBERED, OF_TRIM, TrimKind


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Compare the cornice with what the order wants, and thicknesses with what the height of the room asks."""
    yield from _cornice(seen)
    yield from _skirting(seen)
    most = seen.rules.value("most_off_the_wall")
    for piece in seen.trim.kinds.values():
        if piece.kind == MEMBERED or not piece.built or piece.projection is None or piece.projection.value <= most:
            continue
        usual = OF_TRIM[piece.kind].thickness
        fixes: tuple[Edit, ...] = ()
        if usual:
            size = seen.wish(seen.rules.value(usual))
            fixes = (
                replace(change_trim(seen.room.id, piece.kind, projection=size), title=f"{size.text} off the wall"),
            )
        yield _finding(
            seen, piece.kind, "off the wall", f"The {piece.kind} stands far off the wall",
            f"{seen.size(piece.projection.value)}; old work stood up to {seen.size(most)}",
            f"Up to {seen.size(most)} off the wall (house rule: most off the wall).",
            "Furniture stands before it, and its upper edge gathers dust.", fixes,
        )  # fmt: skip


def _cornice(seen: RoomSeen) -> Iterator[Finding]:
    piece, over = seen.trim.of(MEMBERED), seen.rules.value("cornice_over")
    if not piece.built or piece.height is None or piece.wants is None:
        return
    # What came of two sizes that nearly agree is one size for the house, and no mistake.
    if piece.height.value <= piece.wants.value * (1 + over):
        return
    share = piece.height.value / piece.wants.value - 1
    as_wanted = change_trim(seen.room.id, MEMBERED, height=None)
    yield _finding(
        seen, MEMBERED, "large", "The cornice is too large for its wall",
        f"{seen.size(piece.height.value)}, {100 * share:.0f} % over the {seen.size(piece.wants.value)} of its order",
        "A cornice is as large as its order has it for the height of the wall, "
        f"within {100 * over:.0f} % (house rule).",
        "It weighs on the room and makes the ceiling low.", (replace(as_wanted, title="As the order wants"),),
    )  # fmt: skip


def _skirting(seen: RoomSeen) -> Iterator[Finding]:
    tall, least = seen.rules.value("tall_room"), seen.rules.value("stout_skirting")
    piece = seen.trim.of("skirting")
    thin = piece.projection.value if piece.built and piece.projection is not None else least
    if seen.trimmed.height.value < tall or not seen.rules.value("least_thickness") <= thin < least:
        return
    size = seen.wish(seen.rules.value(OF_TRIM["skirting"].thickness))
    stout = replace(change_trim(seen.room.id, "skirting", projection=size), title=f"{size.text} thick")
    yield _finding(
        seen, "skirting", "thin for the height", "The skirting is thin for so tall a room",
        f"{seen.size(thin)} under a ceiling of {seen.size(seen.trimmed.height.value)}",
        f"From {seen.size(tall)} up a skirting is {seen.size(least)} thick or more, unless the style wants it thin.",
        "It looks like a board that was left over.", (stout,) if size.mm >= least else (),
    )  # fmt: skip


# Many parameters: the words of a finding, each said where it is found.
def _finding(
    seen: RoomSeen,
    kind: TrimKind,
    what: str,
    says: str,
    measured: str,
    rule: str,
    risk: str,
    fixes: tuple[Edit, ...],
) -> Finding:
    return Finding(
        key=f"cornice large:{seen.room.id}:{kind}:{what}",
        grade="will show" if what == "large" else "worth a thought",
        room_id=seen.room.id,
        room=seen.room.name,
        where=kind,
        says=says,
        many=f"{says}: {{n}} rooms",
        measured=measured,
        rule=rule,
        risk=risk,
        about=TrimPath(seen.room.id, kind),
        fixes=fixes,
    )
