"""Surfaces beside walls, ceiling, trim and built-ins: the floor, pieces that are finished, and blocks on the walls."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import NamedTuple

from msgspec.structs import replace

from narrow_cornice.derived.built.meeting import footprint, stands_of
from narrow_cornice.derived.coated.areas import net_area
from narrow_cornice.derived.coated.ceiling_surfaces import plan_area_figure
from narrow_cornice.derived.coated.cornice_strips import covered_together
from narrow_cornice.derived.coated.field_surfaces import OnFlat
from narrow_cornice.derived.coated.surface import (
    Surface,
    SurfaceKind,
    counted_once,
    covered_at_most,
    none_here,
    plain_surface,
)
from narrow_cornice.derived.measured.rooms import MeasuredRoom, WallFace, measured_room
from narrow_cornice.explained.figures import Figure, choice, explained, reading, table, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.finishes.pieces import block_area, boards_of, box_area, fence_area, masking, radiator_area
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.brief import Furnishing
from narrow_cornice.job.finishes import Block, Piece
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import BlockPath, BriefPath, PiecePath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.faces import Rect
from narrow_cornice.survey.network import Point
from narrow_cornice.units.lengths import Length

BLOCK, STENCIL, FLOOR, ALTERED = "block", "stencil", "floor", "altered piece"
BOARDED = ("fence", "screen")
AT_EDGE = 5.0  # mm within which a block ends at the edge of its wall
ALONE: SurfaceKind = "piece"  # the kind of a surface that is a thing by itself


@explained("standing on it", "m²", "width × depth ÷ 1000000")
def _footprint(width: float, depth: float) -> float:
    """Return what a built-in covers of the floor in m², from mm."""
    return width * depth / 1_000_000


def floor_surface(room: Room, measured: MeasuredRoom, fields: OnFlat, changed_rules: dict[str, float]) -> Surface:
    """Return the floor of a room; built-ins that stand on it cover it, and fields that are laid on it."""
    return _floor(measured, fields, *_standing(room, changed_rules))


class OnFloor(NamedTuple):
    """What a built-in covers of the floor: its area, and the rings of that on the plan, one on either side of each room
    for knees."""

    area: Figure
    rings: tuple[tuple[Point, ...], ...]


@by_identity(times=1, each="room", of=as_built)
def _standing(room: Room, changed_rules: dict[str, float]) -> tuple[OnFloor, ...]:
    return tuple(_footprints(room, changed_rules))


def _footprints(room: Room, changed_rules: dict[str, float]) -> Iterator[OnFloor]:
    measured = measured_room(room, changed_rules)
    for there in stands_of(measured, changed_rules):
        one, run = there.standing, there.standing.built.built_in
        if run.hangs_at <= 0 and not run.on_ledgers:
            # a bay in two boxes, one over the other, is there twice
            open_below = sorted({(each.x, each.width) for each in one.built.run.bays if each.bay.for_knees})
            knees = sum(wide for _, wide in open_below)
            note = "as it is fitted" if not knees else "as it is fitted, without the room for knees"
            width = table("width", one.right - one.left - knees, "mm", note)
            deep = table("depth", one.built.run.depth, "mm", "as it is fitted")
            ends = [one.left, *(one.left + end for x, wide in open_below for end in (x, x + wide))]
            rings = tuple(
                footprint(measured, there.wall, left, right, 0.0, deep.value)
                for left, right in zip(ends[::2], [*ends[1::2], one.right], strict=True)
            )
            yield OnFloor(_footprint(width, deep, called=run.name[:60]), rings)


@by_identity(times=1, each="room")
def _floor(measured: MeasuredRoom, fields: OnFlat, *standing: OnFloor) -> Surface:
    gross = plan_area_figure(measured.plan, "floor")
    parts = [*(one.area for one in standing), *fields.areas]
    openings = none_here("openings")
    if parts:  # a field goes on under what stands there, and where runs meet in a corner they may clash
        rings = [ring for one in standing for ring in one.rings]
        together = covered_together(measured.plan, (), rings, fields.regions)
        parts = counted_once(parts, together, "where these lie over one another, or past the walls")
    covered = covered_at_most(total("covered", "m²", parts), gross, openings) if parts else none_here("covered")
    net = net_area(gross, openings, covered, called="Floor")
    return Surface(f"{FLOOR}@room", FLOOR, "floor", "Floor", "", "", gross, openings, covered, net, asked=False)


def piece_surfaces(room: Room, changed_rules: dict[str, float]) -> Iterator[Surface]:
    """Yield the surfaces of the pieces of a room, and of what its brief says is altered."""
    rules = house_rules_of(changed_rules)
    for piece in room.finishes.pieces:
        yield _piece(room.id, piece, rules)
    for one in room.brief.furnishings:
        if one.decision == "alter":
            yield _altered(room.id, one)


@by_identity(times=2, each="room")
def _piece(room_id: str, piece: Piece, rules: HouseRules) -> Surface:
    path = PiecePath(room_id, piece.id)

    def size(name: str, length: Length | None) -> Figure:
        return reading(name, length.mm if length is not None else 0.0, "mm", path.sized(name))

    many = choice("how many", piece.count, "", path)
    if piece.kind in BOARDED:
        board, gap = size("board", piece.board), size("gap", piece.gap)
        boards = table("boards", 0.0, "", "no board is said")
        if board.value > 0:
            boards = boards_of(size("width", piece.width), board, gap)
        sides = choice("sides", piece.sides, "", path)
        area = fence_area(many, boards, sides, board, size("depth", piece.depth), size("height", piece.height))
    elif piece.kind == "radiator":
        ribs = rules.figure("radiator_ribs")
        area = radiator_area(many, ribs, size("width", piece.width), size("height", piece.height))
    else:
        area = box_area(many, *(size(name, getattr(piece, name)) for name in ("width", "depth", "height")))
    return plain_surface(f"{piece.kind}@{piece.id}", piece.kind, ALONE, piece.name, area)


@by_identity(times=2, each="room")
def _altered(room_id: str, one: Furnishing) -> Surface:
    """Return what is seen of a piece that is altered, taken as a box of its size."""
    path = BriefPath(room_id, "furnishings", one.id)
    sizes = [
        reading(name, length.mm if length is not None else 0.0, "mm", path.at(name))
        for name, length in (("width", one.width), ("depth", one.depth), ("height", one.height))
    ]
    area = box_area(choice("how many", 1, "", path), *sizes)
    surface = plain_surface(f"{ALTERED}@{one.id}", ALTERED, ALONE, one.name or "A piece", area)
    return replace(surface, asked=False)


def block_surfaces(room: Room, faces: Sequence[WallFace]) -> Iterator[Surface]:
    """Yield the blocks on the walls of a room: painted once more over the wall's own colour, openings left out."""
    for block in room.finishes.blocks:
        face = next((face for face in faces if face.id == block.wall), None)
        if face is not None:
            yield _block(room.id, block, face)


@by_identity(times=1, each="room")
def _block(room_id: str, block: Block, face: WallFace) -> Surface:
    path = BlockPath(room_id, block.id)
    here = place_of(block).within(Rect(0.0, 0.0, face.length, face.tallest))
    width, height = (
        reading(words, max(0.0, size), "mm", path.sized(name), f"of {block.name[:40]}, as far as its wall goes")
        for name, words, size in (("width", "width", here.wide), ("tall", "height", here.tall))
    )
    share = choice("share", block.share if block.kind == STENCIL else 1.0, "", path, "of it that is painted")
    gross = block_area(share, width, height, called="block")
    lost = [
        Figure(seen.opening.name[:60], by * share.value / 1_000_000, "m²", "worked", note="of the opening on the block")
        for seen in face.openings
        if (by := here.within(seen.rect).area) > 0
    ]
    openings = total("openings", "m²", lost) if lost else none_here("openings")
    covered = none_here("covered")
    net = net_area(gross, openings, covered, called=block.name)
    key = f"{block.kind}@{block.id}"
    return Surface(key, block.kind, "block", block.name, face.name, face.id, gross, openings, covered, net)


def place_of(block: Block) -> Rect:
    """Return where a block lies on its wall."""
    left, bottom = block.place.mm - block.width.mm / 2, block.height.mm - block.tall.mm / 2
    return Rect(left, bottom, left + block.width.mm, bottom + block.tall.mm)


def masked(block: Block, face: WallFace) -> Figure:
    """Return the tape round a block: not where it ends at an end of its wall, at the floor or at the ceiling."""
    here = place_of(block)
    width, height = (
        table(words, size, "mm", "of the block") for words, size in (("width", here.wide), ("height", here.tall))
    )
    edges = (
        (here.u0 <= AT_EDGE) + (here.u1 >= face.length - AT_EDGE),
        (here.v0 <= AT_EDGE) + (here.v1 >= face.tallest - AT_EDGE),
    )
    lost = edges[0] * here.tall + edges[1] * here.wide
    return masking(width, height, table("not masked", lost, "mm", "along the edges of its wall"))


def repeats_of(block: Block) -> Figure:
    """Return how often a stencil is laid on: whole repeats across and up, at least one of each."""
    wide, tall = (
        math.ceil(size.mm / repeat.mm - 1e-9) if repeat is not None else 1
        for size, repeat in ((block.width, block.repeat_wide), (block.tall, block.repeat_tall))
    )
    return table("repeats", float(wide * tall), "", f"{wide} across by {tall} up")
