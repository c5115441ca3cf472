"""By which rules the bays of a built-in can be divided here: by itself, or by what is on the wall it stands before."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise
from typing import NamedTuple

from narrow_cornice.casework.boards import sheet_goods
from narrow_cornice.casework.rhythm import Widths, about, divided_at, equal, narrow_and_wide, widest_in_the_middle
from narrow_cornice.derived.built.before_walls import Standing, standing_of
from narrow_cornice.derived.measured.backing import stud_places
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of


class Arrangement(NamedTuple):
    """A rule for bays, in words, and the widths that it makes."""

    words: str
    widths: Widths


def arrangements_of(room: Room, run: BuiltIn, changed_rules: dict[str, float]) -> tuple[Arrangement, ...]:
    """Return the rules by which a run's bays can be divided, each with the widths it makes."""
    found = standing_of(room, run.id, changed_rules)
    if found is None or any(bay.bay.for_knees for bay in found[1].built.run.bays):
        return ()
    face, one = found
    studs = stud_places(room.measured.backing.get(face.id), face.length)
    holes = [(hole.rect.u0, hole.rect.u1) for hole in face.openings]
    return tuple(_arrangements(one, holes, studs, changed_rules))


def _arrangements(
    one: Standing, holes: list[tuple[float, float]], studs: tuple[float, ...], changed_rules: dict[str, float]
) -> Iterator[Arrangement]:
    made, rules = one.built.run, house_rules_of(changed_rules)
    many, board = len(one.built.built_in.bays), sheet_goods()[one.built.built_in.board].thickness
    inner = made.end - made.begin - 2 * board  # between the outer sides, dividers counted in
    clear = made.end - made.begin - made.uprights * board
    left = one.left + made.begin + board  # where the inside begins on the wall
    row = [bay for bay in made.bays if bay.low < made.levels[0][1]]
    boards = [after.x - before.x - before.width for before, after in pairwise(row)]
    yield Arrangement("all equal", equal(many))
    said: list[tuple[str, Widths | None]] = [
        ("narrow and wide", narrow_and_wide(clear, many, rules.value("wide_to_narrow"))),
        ("widest in the middle", widest_in_the_middle(clear, many, rules.value("bay_growth"))),
    ]
    before = [(begin, end) for begin, end in holes if begin < one.right and end > one.left]
    if before:
        begin, end = max(before, key=lambda hole: hole[1] - hole[0])
        said.append(("about the middle of the opening", about(inner, (begin + end) / 2 - left, boards)))
        edges = [edge - left for hole in before for edge in hole]
        said.append(("on the edges of openings", divided_at(inner, edges, boards)))
    if studs:
        said.append(("dividers on studs", divided_at(inner, [stud - left for stud in studs], boards)))
    yield from (Arrangement(words, widths) for words, widths in said if widths is not None)
