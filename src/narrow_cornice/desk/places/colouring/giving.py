"""Giving colours: to surfaces and pieces in one stroke, in place of another, in a role."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from functools import partial

from narrow_cornice.colour.deck import DeckColour
from narrow_cornice.colour.shares import RoleKind
from narrow_cornice.derived.coated.coatings import finished_surfaces
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.offers import Doable
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Colour
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import RolePath
from narrow_cornice.job.zoned import Stood

# What a colour can be given to in one stroke: words, the groups of surfaces, the role it then has.
TARGETS: tuple[tuple[str, tuple[str, ...], RoleKind], ...] = (
    ("all walls", ("upper wall", "lower wall"), "dominant"),
    ("the walls below the rail", ("lower wall",), "second"),
    ("the ceiling", ("ceiling",), "neutral"),
    ("the trim", ("skirting", "casing", "cornice", "dado rail", "picture rail", "panel mould", "reveal"), "neutral"),
    ("the doors", ("door face", "door edges"), "accent"),
    ("fronts of built-ins", ("casework face",), "second"),
)


def as_colour(one: DeckColour) -> Colour:
    """Return a colour of a deck as one of the job, under the identity it has there."""
    identity = one.id if ":" not in one.id else one.id.replace(":", "-")
    return Colour(identity, one.name, one.hex)


def give(bench: Bench, job: Job, room: Room, colour: Colour) -> Iterator[Doable]:
    """Yield what a colour can be given to in a room in one stroke, each with the doing of it."""
    groups = {one.surface.group for one in finished_surfaces(room, job.house_rules, job.paints, job.colours)}
    for words, wanted, role in TARGETS:
        there = [group for group in wanted if group in groups]
        if there:
            yield (
                f"{words[:1].upper()}{words[1:]}, as {role}",
                partial(_give, bench, room, colour, there, (), role, words),
            )
    pieces = [piece.id for piece in room.zones.pieces]
    if pieces:
        yield "All furniture, as second", partial(_give, bench, room, colour, (), pieces, "second", "all furniture")


# Many parameters: what is given, to what, and as what.
def _give(
    bench: Bench, room: Room, colour: Colour, groups: Sequence[str], pieces: Sequence[str], role: RoleKind, to: str
) -> None:
    if bench.do(edits.give_colour({room.id: groups}, {room.id: pieces}, colour, role, to)):
        bench.session.select(RolePath(room.id, colour.id))


def put_in_place(bench: Bench, rooms: Sequence[str], former: str, former_name: str, one: DeckColour) -> None:
    """Put a colour of the deck in place of another in some rooms, and show it."""
    colour = as_colour(one)
    if bench.do(edits.exchange_colour(rooms, former, colour, former_name)):
        bench.session.select(RolePath(rooms[0], colour.id))


def give_to_surface(bench: Bench, room: Room, colour: Colour) -> Iterator[Doable]:
    """Yield every group of surfaces and every piece of a room, each with the giving of a colour to it."""
    job = bench.session.job
    groups = dict.fromkeys(
        one.surface.group for one in finished_surfaces(room, job.house_rules, job.paints, job.colours)
    )

    def to_group(group: str) -> Callable[[], object]:
        return lambda: bench.do(edits.give_colour({room.id: (group,)}, {}, colour, to=f"every {group}"))

    def to_piece(piece: Stood) -> Callable[[], object]:
        return lambda: bench.do(edits.give_colour({}, {room.id: (piece.id,)}, colour, to=piece.name[:40]))

    for group in groups:
        yield f"every {group}", to_group(group)
    for piece in room.zones.pieces:
        yield piece.name[:60], to_piece(piece)
