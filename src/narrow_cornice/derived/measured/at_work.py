"""What makes work in a room slower than its rates say: furniture that stays there, and what is reached off a ladder
(hours)."""

from __future__ import annotations

from narrow_cornice.explained.figures import Figure, explained, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity
from narrow_cornice.zones.library import furniture


@explained("among furniture", "h", "hours × in a furnished room")
def among_furniture(hours: float, in_a_furnished_room: float) -> float:
    """Return the hours of work in a room whose furniture stays: it is covered, and worked round."""
    return hours * in_a_furnished_room


@explained("off a ladder", "h", "hours × higher than a hand reaches")
def off_a_ladder(hours: float, higher_than_a_hand_reaches: float) -> float:
    """Return the hours of work that is done off a ladder."""
    return hours * higher_than_a_hand_reaches


def is_furnished(room: Room) -> bool:
    """Return whether furniture stays in a room while it is worked in: as somebody said, else by its pieces."""
    return room.brief.furnished if room.brief.furnished is not None else furnished_by_pieces(room)


def furnished_by_pieces(room: Room) -> bool:
    """Return whether pieces of the brief of a room are kept there or altered, or pieces on its plan are there and need
    not be bought."""
    stays = any(one.decision in ("keep", "alter") for one in room.brief.furnishings)
    return stays or any(
        one.x is not None and one.price is None and not one.furnishing and not furniture()[one.kind].flat
        for one in room.zones.pieces
    )


def is_high(height: float, rules: HouseRules) -> bool:
    """Return whether a room so many mm high is worked in off a ladder, up at its ceiling."""
    return height > rules.value("hours_high_from")


def slower_for(room: Room, rules: HouseRules) -> Figure | None:
    """Return by how much work takes longer in a room, None where nothing is in its way."""
    return rules.figure("hours_furnished") if is_furnished(room) else None


# By identity, so that of a room one of whose finishes changed the others are not reckoned again.
@by_identity(times=4, each="wall")
def at_work(hours: Figure, slower: Figure | None) -> Figure:
    """Return hours of work where it is ``slower`` than its rates say, part by part where they are a sum."""
    if slower is None:
        return hours
    if hours.origin != "sum":
        return among_furniture(hours, slower, called=hours.name)
    parts = [among_furniture(part, slower, called=part.name) for part in hours.parts]
    return total(hours.name, "h", parts, hours.note)
