"""Ends of a run that stand free and are rounded: shelves of a quarter of a circle outside its last side."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.casework.parts import Part
from narrow_cornice.casework.rows import pieces
from narrow_cornice.casework.wishes import Habits, Space, Stuff

LEAST_APART = 50.0  # clear between two shelves of an end


def rounded_ends(
    space: Space, stuff: Stuff, habits: Habits, between: tuple[float, float], tops: tuple[float, float]
) -> Iterator[Part]:
    """Yield the parts of each free end: a board against the wall, down to the floor where the run stands, and before it
    shelves whose two straight edges are fixed to it and to the side of the run; carcasses stand ``between`` two places,
    and the first and the last of them have their ``tops``."""
    board = stuff.board
    ends = ((space.left, 0.0, between[0], tops[0]), (space.right, between[1], space.width, tops[1]))
    for wall, begin, end, beside in ends:
        if wall:
            continue
        top = min(beside, space.clear(begin, end) - stuff.kept_over(habits)) if space.along else beside
        radius = end - begin
        for at, long in pieces(top - stuff.hung, stuff.longest):
            box = (begin, 0.0, stuff.hung + at, radius, board, long)
            yield Part("end back", -1, "", box, long, radius, board, long)
        for z in shelf_heights(stuff, top):
            box = (begin, board, z, radius, radius, board)
            yield Part("end shelf", -1, "", box, radius, radius, board, radius * 1.5707963, curve=radius)


def shelf_heights(stuff: Stuff, top: float) -> list[float]:
    """Return at which heights the shelves of a rounded end lie: one at the bottom, one at the top, and as many as were
    said between them, fewer where they would come too close."""
    floor, board = stuff.floor, stuff.board
    most = int((top - floor - board) / (LEAST_APART + board))
    many = max(1, min(stuff.end_shelves + 1, most))  # spaces between them
    return [floor + (top - board - floor) / many * number for number in range(many + 1)]
