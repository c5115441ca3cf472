"""A stain that nobody tried on a board of the wood it is to go on (S5)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.coated.coatings import Coated
from narrow_cornice.finishes.woods import USUAL_WOOD, species
from narrow_cornice.job.edits import fresh_id, put_test_board
from narrow_cornice.job.finishes import TestBoard
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import SurfacePath
from narrow_cornice.review.finding import Finding, JobSeen


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look for a test board of every stain with a colour, on each wood of each age; one that hides the wood needs
    none. Each is told of once, where it is first."""
    tried = {(one.paint, one.colour, one.species, one.age) for one in seen.job.test_boards}
    for room, coated in seen.coated:
        for one in coated:
            paint, colour, finish = one.paint, one.colour, one.finish
            if paint is None or colour is None or not paint.stains or paint.opacity == "solid" or finish.left:
                continue
            board = (paint.id, colour.id, finish.species or USUAL_WOOD, finish.age)
            if board in tried:
                continue
            tried.add(board)
            yield _finding(seen, room, one)


def _finding(seen: JobSeen, room: Room, one: Coated) -> Finding:
    assert one.paint is not None
    assert one.colour is not None
    key, age = one.finish.species or USUAL_WOOD, one.finish.age
    coats = round(one.coats.value) if one.coats is not None else 1
    fresh = fresh_id("tb", (board.id for board in seen.job.test_boards))
    board = TestBoard(fresh, one.paint.id, one.colour.id, key, age, coats, seen.today.toordinal())
    wood = species()[key].name if key in species() else key
    tried = put_test_board(board, f"{one.paint.name[:40]} on {wood}")
    return Finding(
        key=f"stain untried:{room.id}:{one.surface.key}",
        grade="worth a thought",
        room_id=room.id,
        room=room.name,
        where=one.surface.name[:60],
        says=f"{one.colour.name[:30]} in {one.paint.name[:40]} was not tried on a board",
        many="Stains that nobody tried on a board: {n} of them",
        measured=f"on {wood}, {age}",
        rule="What wood makes of a stain goes by its species and its age: a test board first (stain; the shelf's log).",
        risk="It comes out darker, redder or greener than its card, and does not come off again.",
        about=SurfacePath.by_key(room.id, one.surface.key),
        fixes=(replace(tried, title="It was tried: write the board down"),),
    )
