"""How much tape a room takes: round blocks, along the line of two tones, at the ends of walls in a colour of their
own."""

from __future__ import annotations

from narrow_cornice.derived.coated.coatings import Coated, coated_surfaces
from narrow_cornice.derived.coated.pieces import STENCIL, masked
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom, trimmed_room
from narrow_cornice.explained.figures import Figure, table, total
from narrow_cornice.job.finishes import Colour, Paint
from narrow_cornice.job.model import Room
from narrow_cornice.memo import by_identity


@by_identity(times=1, each="room")
def room_masking(
    room: Room, changed_rules: dict[str, float], paints: tuple[Paint, ...], colours: tuple[Colour, ...]
) -> Figure | None:
    """Return the tape of a room as a length in mm, None where nothing is masked."""
    trimmed = trimmed_room(room, changed_rules)
    if trimmed is None:
        return None
    coated = coated_surfaces(room, changed_rules, paints, colours)
    parts = [*_blocks(room, trimmed), *_two_tones(trimmed, coated), *_accents(trimmed, coated)]
    return total("tape", "run", parts) if parts else None


def _blocks(room: Room, trimmed: TrimmedRoom) -> list[Figure]:
    faces = {face.id: face for face in trimmed.faces}
    return [
        masked(block, faces[block.wall])
        for block in room.finishes.blocks
        if block.kind != STENCIL and block.wall in faces
    ]


def _two_tones(trimmed: TrimmedRoom, coated: tuple[Coated, ...]) -> list[Figure]:
    """Return the line between two tones on every wall where both are painted and differ; a dado rail needs none."""
    if trimmed.room.finishes.two_tone != "at a height":
        return []
    tones: dict[str, dict[str, str | None]] = {}
    for one in coated:
        if one.surface.kind == "wall" and one.surface.wall_id and one.paint is not None:
            tones.setdefault(one.surface.wall_id, {})[one.surface.group] = one.finish.colour
    return [
        face.extent for face in trimmed.faces if len(set(mine := tones.get(face.id, {}).values())) > 1 and len(mine) > 1
    ]


def _accents(trimmed: TrimmedRoom, coated: tuple[Coated, ...]) -> list[Figure]:
    """Return the corners at which a painted wall meets its neighbour in another colour, from floor to ceiling."""
    walls = [face.id for face in trimmed.faces]
    tone = {one.surface.wall_id: one for one in coated if one.surface.group == "upper wall"}
    made = []
    for place, wall in enumerate(walls):
        here, there = tone.get(wall), tone.get(walls[(place + 1) % len(walls)])
        both = here is not None and there is not None and here.paint is not None and there.paint is not None
        if both and here is not None and there is not None and here.finish.colour != there.finish.colour:
            made.append(
                table(f"corner of wall {here.surface.wall}"[:60], trimmed.height.value, "mm", "two colours meet")
            )
    return made
