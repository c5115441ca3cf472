"""Plinth blocks under casings, corner blocks at their heads, blocks on which new trim meets old or a rake turns a
corner: their sizes, and the board they are cut from."""

from __future__ import annotations

import math
from typing import Literal

import msgspec

from narrow_cornice.derived.trimwork.end_cuts import LEVEL
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.catalogue import StockProfile, shipped_profiles
from narrow_cornice.trim.kinds import TrimKind

ON_A_BLOCK = "on a block"


class Block(msgspec.Struct, frozen=True):
    """One block: on which wall and at what it stands, its width, height and thickness in mm, and the board it is cut
    from, None where no board is large enough, glued up of so many ``layers`` of it; ``trim`` is the kind of trim it
    belongs to."""

    kind: Literal["plinth block", "corner block", "block"]
    wall: str
    at: str
    width: float
    height: float
    thickness: float
    board: StockProfile | None
    trim: TrimKind = "casing"
    layers: int = 1


def glued_up(width: float, thickness: float) -> tuple[StockProfile | None, int]:
    """Return the board that a block is cut from and of how many layers it is glued up: one where a board is as thick,
    else as few as can be; no board where none is as wide."""
    whole = board_for(width, thickness)
    if whole is not None:
        return whole, 1
    wide = [one for one in shipped_profiles() if "board" in one.uses and one.height >= width - 1e-9]
    if not wide:
        return None, 1
    layers = min(math.ceil(thickness / one.depth - 1e-9) for one in wide)
    return board_for(width, thickness / layers), layers


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


@by_identity(times=1, each="room")
def meeting_blocks(trimmed: TrimmedRoom, changed_rules: dict[str, float]) -> tuple[Block, ...]:
    """Return the blocks on which new trim meets old that stays, where that was stated, and those in the corners round
    which a raking cornice does not mitre: a little higher and thicker than what comes to them."""
    rules = house_rules_of(changed_rules)
    higher, wider = rules.value("plinth_over_skirting"), rules.value("block_wider")
    faces, made = trimmed.faces, []
    count = len(faces)
    for one in trimmed.room.measured.there:
        if one.decision != "keep" or one.meets != ON_A_BLOCK:
            continue
        at = next(index for index, face in enumerate(faces) if face.id == one.wall)
        piece = trimmed.trim.of(one.kind)
        for beside, side in ((at - 1, "left"), ((at + 1) % count, "right")):
            # Seen from inside, the wall before comes to this one with its left end, the wall after with its right one.
            mine = [run for run in trimmed.runs_of(faces[beside].id) if run.kind == one.kind and not run.there]
            comes = any(getattr(run, side) in ("inside", "outside") for run in mine)
            if not comes or piece.height is None or piece.projection is None:
                continue
            tall = max(piece.height.value, one.height.mm) + higher
            thick = max(piece.projection.value, one.thickness.mm) + wider
            corner = faces[at].right.name if side == "left" else faces[at].left.name
            made.append(_meeting(faces[beside].name, f"old {one.kind}, {corner}", tall, thick, one.kind))
    cornice = trimmed.trim.of("cornice")
    if cornice.height is not None and cornice.projection is not None:
        for index, face in enumerate(faces):
            after = faces[index - 1]
            ends = [run for run in trimmed.runs_of(face.id) if run.kind == "cornice" and run.right != "stop"]
            ends = [run for run in ends if run.end > face.length - 1.0]
            starts = [run for run in trimmed.runs_of(after.id) if run.kind == "cornice" and run.start < 1.0]
            both = [*ends, *starts]
            if ends and starts and any(abs(run.slope) > LEVEL for run in both) and not any(run.there for run in both):
                tall, thick = cornice.height.value + higher, cornice.projection.value + wider
                made.append(_meeting(face.name, face.right.name, tall, thick, "cornice"))
    return tuple(made)


def _meeting(wall: str, at: str, tall: float, thick: float, trim: TrimKind) -> Block:
    """Return a block as wide as it is thick, so that both come to a face of it."""
    board, layers = glued_up(thick, thick)
    return Block("block", wall, at, thick, tall, thick, board, trim, layers)
