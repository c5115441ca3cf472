"""Painted blocks and stencils that reach beyond their wall (S3)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.coated.pieces import place_of
from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.job.edits.thing_edits import change_thing
from narrow_cornice.job.finishes import Block
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import BlockPath
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.survey.faces import Rect

SLACK = 0.5  # mm


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at every block against the wall it is on."""
    faces = {face.id: face for face in seen.measured.faces}
    for block in seen.room.finishes.blocks:
        face = faces.get(block.wall)
        if face is None:
            continue
        here, wall = place_of(block), Rect(0.0, 0.0, face.length, face.tallest)
        beyond = max(wall.u0 - here.u0, here.u1 - wall.u1, wall.v0 - here.v0, here.v1 - wall.v1)
        if beyond > SLACK:
            yield _finding(seen, block, face, beyond, tuple(_inside(seen, block, face, here)))


def _finding(seen: RoomSeen, block: Block, face: WallFace, beyond: float, fixes: tuple[Edit, ...]) -> Finding:
    return Finding(
        key=f"block beyond wall:{seen.room.id}:{block.id}",
        grade="will not fit",
        room_id=seen.room.id,
        room=seen.room.name,
        where=f"{block.name[:40]}, wall {face.name}",
        says=f"{block.name[:40]} reaches beyond wall {face.name}",
        many="Painted blocks reach beyond their walls: {n} places",
        measured=f"by {seen.size(beyond)}",
        rule="A block is masked on one wall: what goes round a corner is a block on the next (finishes).",
        risk="Only what lies on the wall is painted and counted.",
        about=BlockPath(seen.room.id, block.id),
        fixes=fixes,
    )


def _inside(seen: RoomSeen, block: Block, face: WallFace, here: Rect) -> Iterator[Edit]:
    """Yield the fix that moves a block onto its wall, where it is no larger than that."""
    if here.wide > face.length or here.tall > face.tallest:
        return
    place = min(max(block.place.mm, here.wide / 2), face.length - here.wide / 2)
    height = min(max(block.height.mm, here.tall / 2), face.tallest - here.tall / 2)
    sizes = {"place": seen.wish(place), "height": seen.wish(height)}
    edit = change_thing(seen.room.id, "blocks", block.id, block.name, **sizes)
    yield replace(edit, title="Move it onto the wall")
