"""Plinth blocks under casings and corner blocks at their heads: their sizes, and the board they are cut from."""

from __future__ import annotations

from typing import Literal

import msgspec

from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.catalogue import StockProfile, shipped_profiles


class Block(msgspec.Struct, frozen=True):
    """One block: where it stands, its width, height and thickness in mm, and the board it is cut from, None where no
    board is large enough."""

    kind: Literal["plinth block", "corner block"]
    wall: str
    opening: str
    width: float
    height: float
    thickness: float
    board: StockProfile | None


def board_for(width: float, thickness: float) -> StockProfile | None:
    """Return the smallest board that holds a width and a thickness."""
    fitting = [
        one
        for one in shipped_profiles()
        if "board" in one.uses and one.depth >= thickness - 1e-9 and one.height >= width - 1e-9
    ]
    return min(fitting, key=lambda one: one.depth * one.height, default=None)


@by_identity(times=1, each="room")
def blocks_of(trimmed: TrimmedRoom, changed_rules: dict[str, float]) -> tuple[Block, ...]:
    """Return the blocks of a room's casings, opening by opening."""
    casing, skirting = trimmed.trim.of("casing"), trimmed.trim.of("skirting")
    if not casing.built or casing.height is None or casing.projection is None:
        return ()
    more = house_rules_of(changed_rules).value("block_wider")
    width, thickness = casing.height.value + more, casing.projection.value + more
    stout = thickness
    if skirting.built and skirting.projection is not None:
        stout = max(thickness, skirting.projection.value + more)
    made = []
    for wall in trimmed.walls:
        way = wall.casing
        for hole in wall.holes:
            if not hole.cased:
                continue
            if way.plinth > 0 and hole.to_floor:
                board = board_for(width, stout)
                made += [Block("plinth block", wall.name, hole.name, width, way.plinth, stout, board)] * 2
            if way.head == "corner blocks":
                board = board_for(width, thickness)
                corner = Block("corner block", wall.name, hole.name, width, width, thickness, board)
                made += [corner] * (2 if hole.to_floor else 4)
    return tuple(made)
