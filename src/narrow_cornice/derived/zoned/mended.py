"""Where a piece could be moved so that nothing runs into it and what should stay free does."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Any

from msgspec.structs import replace

from narrow_cornice.derived.measured.rooms import MeasuredRoom, measured_room
from narrow_cornice.derived.zoned.clear import stands_before
from narrow_cornice.derived.zoned.standing import foot_of, obstacles_of, standing_pieces
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.zoned import Stood
from narrow_cornice.memo import by_identity
from narrow_cornice.zones.clearances import Standing, overlaps, shortages

STEPS = (50.0, 100.0, 150.0, 200.0, 300.0, 400.0, 500.0, 650.0, 800.0, 1000.0, 1250.0, 1500.0, 2000.0)
WAYS = 8
OTHER = 300.0  # mm between two places along another wall


@by_identity(times=1, each="room")
def better_place(room: Room, changed_rules: dict[str, float], piece_id: str) -> tuple[tuple[str, Any], ...] | None:
    """Return the fields of the nearest place at which a piece runs into nothing and all round every piece stays as free
    as it should, None where no such place is near."""
    measured = measured_room(room, changed_rules)
    piece = next((one for one in room.zones.pieces if one.id == piece_id), None)
    if piece is None or piece.x is None or measured.fault:
        return None
    for moved in _moves(measured, piece):
        foot = foot_of(measured, moved)
        if foot is None:
            continue
        trial = [one._replace(foot=foot) if one.id == piece_id else one for one in standing_pieces(room, changed_rules)]
        if _free(measured, trial, piece_id, changed_rules):
            return tuple({"x": moved.x, "y": moved.y, "turn": moved.turn, "wall": moved.wall}.items())
    return None


def _moves(measured: MeasuredRoom, piece: Stood) -> Iterator[Stood]:
    assert piece.x is not None
    if piece.wall:
        face = next((one for one in measured.faces if one.id == piece.wall), None)
        half = piece.width.mm / 2.0
        for step in STEPS if face is not None else ():
            for way in (1.0, -1.0):
                x = piece.x + way * step
                if face is not None and half <= x <= face.length - half:
                    yield replace(piece, x=round(x, 1))
        yield from _at_other_walls(measured, piece)
        return
    for step in STEPS[:9]:
        for way in range(WAYS):
            angle = 2.0 * math.pi * way / WAYS
            yield replace(
                piece, x=round(piece.x + step * math.cos(angle), 1), y=round(piece.y + step * math.sin(angle), 1)
            )


def _at_other_walls(measured: MeasuredRoom, piece: Stood) -> Iterator[Stood]:
    """Yield places along the other walls, the longest first."""
    half = piece.width.mm / 2.0
    for face in sorted(measured.faces, key=lambda one: -one.length):
        steps = int((face.length - 2.0 * half) / OTHER) if face.id != piece.wall else -1
        for step in range(steps + 1):
            yield replace(piece, wall=face.id, x=round(half + step * OTHER, 1), y=0.0, turn=0.0)


def _free(measured: MeasuredRoom, trial: list[Standing], piece_id: str, changed_rules: dict[str, float]) -> bool:
    obstacles = obstacles_of(measured.room, changed_rules)
    corners, rules = measured.plan.corners, house_rules_of(changed_rules)
    mine = next(one for one in trial if one.id == piece_id)
    if any(True for _ in overlaps(mine, trial, obstacles, corners)):
        return False
    if any(measured.ceiling.at(*corner) < mine.height for corner in mine.foot.corners):
        return False
    if any(True for _ in stands_before(measured, (mine,))):
        return False
    before = _short_of(standing_pieces(measured.room, changed_rules), measured, changed_rules, piece_id)
    for one in trial:
        many = sum(1 for _ in shortages(one, trial, obstacles, corners, rules))
        if many > (0 if one.id == piece_id else before.get(one.id, 0)):
            return False
    return True


def _short_of(
    pieces: tuple[Standing, ...], measured: MeasuredRoom, changed_rules: dict[str, float], but: str
) -> dict[str, int]:
    obstacles = obstacles_of(measured.room, changed_rules)
    corners, rules = measured.plan.corners, house_rules_of(changed_rules)
    return {
        one.id: sum(1 for _ in shortages(one, pieces, obstacles, corners, rules)) for one in pieces if one.id != but
    }
