"""What a room can be seen as in Colour: cards, boards, elevations by school, a wall as the accent, lit by its lamps."""

from __future__ import annotations

from narrow_cornice.desk.place import SeenAs
from narrow_cornice.desk.seen_as import UNFOLDED
from narrow_cornice.desk.view import View
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Colour
from narrow_cornice.job.model import Job, Room


def _house(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.house_string import house_string

    return house_string(job, room.id)


def _roles(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.room_colours import role_cards

    return role_cards(job, room)


def _bridge(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.room_colours import bridge_board

    return bridge_board(job, room)


def _schools(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.trim_schools import trim_schools

    return trim_schools(job, room, view.wall_id)


def accent_of(job: Job, room: Room) -> Colour | None:
    """Return the colour that is tried as the accent: the first accent of the room, else the most colourful of the
    job."""
    from narrow_cornice.colour.undertone import chroma_of

    known = {colour.id: colour for colour in job.colours}
    for role in room.colours.roles:
        if role.kind == "accent" and role.colour in known:
            return known[role.colour]
    paints = [colour for colour in job.colours if colour.of == "paint"]
    return max(paints, key=lambda colour: chroma_of(colour.hex), default=None)


def _accent(job: Job, view: View, room: Room) -> Drawing:
    """Return the room with the wall that is looked at in its accent colour; , and . try the next."""
    from msgspec.structs import replace

    from narrow_cornice.derived.coloured.schools import accents_of
    from narrow_cornice.memo import kept_aside

    colour = accent_of(job, room)
    wall = next((one for one in accents_of(job, room) if one.wall == view.wall_id), None)
    if colour is None or wall is None:
        return UNFOLDED.draws(job, view, room)
    keys = [path.key for path in wall.paths]
    with kept_aside():
        tried = edits.change_finishes({room.id: keys}, "", colour=colour.id).apply(job).room(room.id)
        drawing = UNFOLDED.draws(job, view, tried)
    words = (
        f"wall {wall.name} tried in {colour.name[:30]}, {100 * wall.share:.0f} % of all walls · , and . try the next"
    )
    return replace(drawing, subtitle=words)


def _lamp(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.derived.zoned.lamps import kelvin_of
    from narrow_cornice.drawing.room_colours import lamp_cards

    return lamp_cards(job, room, kelvin_of(room, job.house_rules))


def _lit(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.desk.seen_as import tones
    from narrow_cornice.drawing.lit_room import lit_unfolded

    return lit_unfolded(room, job.house_rules, job.paints, tones(job), job.settings, view.turn)


def _deck(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.room_colours import deck_board

    return deck_board(job)


HOUSE = SeenAs("string", "cards", _house)
ROLES = SeenAs("roles", "cards", _roles)
BRIDGE = SeenAs("bridge", "picture", _bridge)
SCHOOLS = SeenAs("schools", "schools", _schools)
ACCENT = SeenAs("accent", "accent", _accent, turns=True)
LAMP = SeenAs("lamp", "cards", _lamp)
LIT = SeenAs("lit", "lit", _lit, turns=True)
DECK = SeenAs("deck", "deck", _deck)
