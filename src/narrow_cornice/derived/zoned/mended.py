"""Where a piece could be put, or moved, so that nothing runs into it and what should stay free does."""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Sequence
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
from narrow_cornice.zones.clearances import Standing, overlaps, shortages, strip_of, wanted_anywhere
from narrow_cornice.zones.library import furniture
from narrow_cornice.zones.plan_shapes import Outline, into

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
    round_it = _RoundEach(measured, pieces, piece_id, changed_rules)
    clear: Stood | None = None
    for moved in moves:
        foot = foot_of(measured, moved)
        if foot is None:
            continue
        trial = [one._replace(foot=foot) if one.id == piece_id else one for one in pieces]
        if not _stands_clear(measured, trial, piece_id, changed_rules):
            continue
        if round_it.stays_free(trial):
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


class _RoundEach:
    """What is free round the pieces of a room, while one of them is tried at one place after another."""

    def __init__(
        self, measured: MeasuredRoom, pieces: Sequence[Standing], piece_id: str, changed_rules: dict[str, float]
    ) -> None:
        self._pieces, self._moved = pieces, piece_id
        self._obstacles = obstacles_of(measured.room, changed_rules)
        self._corners, self._rules = measured.plan.corners, house_rules_of(changed_rules)
        self._before: dict[str, int] = {}
        self._strips: dict[str, list[Outline]] = {}

    def stays_free(self, trial: Sequence[Standing]) -> bool:
        """Return whether all is free round the piece that is tried, and round no other is less free than before: that
        can only be where it stands in what should be free there."""
        mine = next(one for one in trial if one.id == self._moved)
        if self._short(mine, trial):
            return False
        return not any(
            self._short(one, trial) > self._short_before(one)
            for one in trial
            if one.id != self._moved and any(into(mine.foot.corners, strip) for strip in self._strips_of(one))
        )

    def _short(self, one: Standing, among: Sequence[Standing]) -> int:
        return sum(1 for _ in shortages(one, among, self._obstacles, self._corners, self._rules))

    def _short_before(self, one: Standing) -> int:
        if one.id not in self._before:
            self._before[one.id] = self._short(one, self._pieces)
        return self._before[one.id]

    def _strips_of(self, one: Standing) -> list[Outline]:
        """Return the strips that may have to be free round a piece."""
        if one.id not in self._strips:
            wanted = wanted_anywhere(one.kind, self._rules)
            self._strips[one.id] = [strip_of(one.foot, each.side, each.reach).corners for each in wanted]
        return self._strips[one.id]
