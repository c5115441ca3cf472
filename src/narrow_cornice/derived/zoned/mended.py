"""Where a piece could be put, or moved, so that nothing runs into it and what should stay free does."""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator
from typing import Any

from msgspec.structs import replace

from narrow_cornice.derived.measured.rooms import MeasuredRoom, measured_room
from narrow_cornice.derived.zoned.clear import stands_before
from narrow_cornice.derived.zoned.standing import foot_of, obstacles_of, standing_pieces
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.zoned import Stood
from narrow_cornice.memo import by_identity, kept_aside
from narrow_cornice.zones.clearances import Standing, overlaps, shortages
from narrow_cornice.zones.library import furniture

STEPS = (50.0, 100.0, 150.0, 200.0, 300.0, 400.0, 500.0, 650.0, 800.0, 1000.0, 1250.0, 1500.0, 2000.0)
WAYS = 8
OTHER = 300.0  # mm between two places along another wall
NEW = "new"  # the identity of a piece that is tried


@by_identity(times=1, each="room", of=as_built)
def better_place(room: Room, changed_rules: dict[str, float], piece_id: str) -> tuple[tuple[str, Any], ...] | None:
    """Return the fields of the nearest place at which a piece runs into nothing and all round every piece stays as free
    as it should, None where no such place is near."""
    measured = measured_room(room, changed_rules)
    piece = next((one for one in room.zones.pieces if one.id == piece_id), None)
    if piece is None or piece.x is None or measured.fault:
        return None
    moved, _ = _first_free(measured, _moves(measured, piece), piece_id, changed_rules)
    if moved is None:
        return None
    return tuple({"x": moved.x, "y": moved.y, "turn": moved.turn, "wall": moved.wall}.items())


def place_for(room: Room, changed_rules: dict[str, float], piece: Stood) -> Stood:
    """Return a piece that comes into a room, where it is to stand: where it is put if nothing is in its way there, else
    at the nearest place that is free. What wants a wall behind it goes to a wall first, the longest first. Where no
    place is free all round it stands at the first where it runs into nothing, and where there is none of these, as does
    what others stand on, where it was put."""
    measured, kind = measured_room(room, changed_rules), furniture()[piece.kind]
    if piece.x is None or measured.fault or kind.flat:
        return piece
    new = replace(piece, id=NEW)
    there = replace(room, zones=replace(room.zones, pieces=(*room.zones.pieces, new)))
    with kept_aside():  # the room with it is tried, and not taken
        among = measured_room(there, changed_rules)
        tries = _tries(among, new, wall_first=kind.back)
        free, clear = _first_free(among, tries, NEW, changed_rules)
    found = free or clear
    return piece if found is None else replace(found, id=piece.id)


def _tries(measured: MeasuredRoom, piece: Stood, *, wall_first: bool) -> Iterator[Stood]:
    """Yield where a piece that comes in may stand: where it was put, near there, and along the walls."""
    if wall_first and not piece.wall:
        yield from _at_other_walls(measured, piece)
    yield piece
    yield from _moves(measured, piece)  # of a piece at a wall, along the others too
    if not wall_first and not piece.wall:
        yield from _at_other_walls(measured, piece)


def _first_free(
    measured: MeasuredRoom, moves: Iterable[Stood], piece_id: str, changed_rules: dict[str, float]
) -> tuple[Stood | None, Stood | None]:
    """Return the first of several places of a piece at which nothing is in its way, nor it in another's, and the first
    before that at which it at least runs into nothing."""
    pieces = standing_pieces(measured.room, changed_rules)
    before = _short_of(pieces, measured, changed_rules, piece_id)
    clear: Stood | None = None
    for moved in moves:
        foot = foot_of(measured, moved)
        if foot is None:
            continue
        trial = [one._replace(foot=foot) if one.id == piece_id else one for one in pieces]
        if not _stands_clear(measured, trial, piece_id, changed_rules):
            continue
        if _free_all_round(measured, trial, piece_id, before, changed_rules):
            return moved, clear
        clear = clear or moved
    return None, clear


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


def _stands_clear(
    measured: MeasuredRoom, trial: list[Standing], piece_id: str, changed_rules: dict[str, float]
) -> bool:
    obstacles, corners = obstacles_of(measured.room, changed_rules), measured.plan.corners
    mine = next(one for one in trial if one.id == piece_id)
    if any(True for _ in overlaps(mine, trial, obstacles, corners)):
        return False
    if any(measured.ceiling.at(*corner) < mine.height for corner in mine.foot.corners):
        return False
    return not any(True for _ in stands_before(measured, (mine,)))


def _free_all_round(
    measured: MeasuredRoom,
    trial: list[Standing],
    piece_id: str,
    before: dict[str, int],
    changed_rules: dict[str, float],
) -> bool:
    obstacles = obstacles_of(measured.room, changed_rules)
    corners, rules = measured.plan.corners, house_rules_of(changed_rules)
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
