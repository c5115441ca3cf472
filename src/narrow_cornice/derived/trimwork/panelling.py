"""Panels, wainscot and framed things on the walls of a room: where they lie and what pieces they are made of."""

from __future__ import annotations

import itertools
from collections.abc import Mapping, Sequence
from types import MappingProxyType

import msgspec
from msgspec.structs import replace

from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.explained.figures import Figure, explained, reading
from narrow_cornice.job.paths import FramePath, PanelsPath
from narrow_cornice.job.trimwork import Framed, Panelling
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.faces import Rect
from narrow_cornice.trim.fitted import FittedTrim
from narrow_cornice.trim.kinds import OF_TRIM, WALL_KINDS, TrimKind
from narrow_cornice.trim.panels import (
    FREE,
    Space,
    common_width,
    free_spaces,
    nearest_count,
    panel_figure,
    panels_in,
    wished_width,
)
from narrow_cornice.trim.runs import Part, Run, Wall, casing_outer, too_low


class WallPanels(msgspec.Struct, frozen=True):
    """What of panels lies on one wall: the panels over their mouldings with what they belong to, stiles and rails as
    rectangles, framed things with the rectangle over their frame, and the pieces all of it is made of."""

    panels: tuple[tuple[str, Rect], ...] = ()
    stiles: tuple[Rect, ...] = ()
    framed: tuple[tuple[Framed, Rect], ...] = ()
    runs: tuple[Run, ...] = ()

    def covered(self, mould: float) -> list[tuple[str, Rect]]:
        """Return what covers the wall: mouldings ``mould`` mm wide, stiles and rails, and framed things whole."""
        parts: list[tuple[str, Rect]] = [(one.name[:40], rect) for one, rect in self.framed]
        parts += [("stiles and rails", rect) for rect in self.stiles]
        for _, panel in self.panels if mould > 0 else ():
            parts += [("panel mould", rect) for rect in ring(panel, mould)]
        return parts


NO_PANELS = WallPanels()


def ring(outer: Rect, width: float) -> tuple[Rect, ...]:
    """Return the four pieces of a frame by its outer rectangle, not overlapping: left, right, lower and upper."""
    low, high = outer.v0 + width, outer.v1 - width
    return (
        Rect(outer.u0, outer.v0, outer.u0 + width, outer.v1),
        Rect(outer.u1 - width, outer.v0, outer.u1, outer.v1),
        Rect(outer.u0 + width, outer.v0, outer.u1 - width, low),
        Rect(outer.u0 + width, high, outer.u1 - width, outer.v1),
    )


@explained("side of the frame", "mm", "opening + 2 × moulding")
def frame_side(opening: float, moulding: float) -> float:
    """Return the longest point of a piece of a mitred frame round an opening."""
    return opening + 2 * moulding


def band_of(panelling: Panelling, trim: FittedTrim, ceiling: float) -> tuple[float, float]:
    """Return from which height to which a field of panels goes: from the skirting or the dado rail, to the rail above,
    or to the cornice."""
    skirting, dado = trim.of("skirting"), trim.of("dado rail")
    low = skirting.top if skirting.built else 0.0
    above = [trim.of(kind) for kind in WALL_KINDS if OF_TRIM[kind].stands not in ("on the floor", "as the dado")]
    uppers = [piece.bottom for piece in above if piece.built]
    high = min([ceiling, *uppers])
    if panelling.zone == "below the dado rail":
        return low, (dado.bottom if dado.built else min(high, low + ceiling / 3))
    if panelling.zone == "above the dado rail" and dado.built:
        return dado.top, high
    return low, high


def spaces_of(face: WallFace, wall: Wall, panelling: Panelling, trim: FittedTrim, ceiling: float) -> tuple[Space, ...]:
    """Return the free rectangles of a wall for a field of panels."""
    low, high = band_of(panelling, trim, ceiling)
    if high - low < 1.0 or (panelling.walls and face.id not in panelling.walls):
        return ()
    outer = casing_outer(wall, trim.of("casing"))
    wide = outer.value if outer is not None else 0.0
    holes = []
    for one in face.openings:
        out, rect = wide if one.opening.cased else 0.0, one.rect
        holes.append(Space(rect.u0 - out, 0.0 if one.to_floor else rect.v0 - out, rect.u1 + out, rect.v1 + out))
    holes += [Space(one.start.value, one.bottom, one.end.value, one.top) for one in wall.blocked]
    return free_spaces(Space(0.0, low, face.length, high), holes, too_low(face.upper_edge, high))


@by_identity(times=1, each="room")
def panels_of_walls(
    panellings: tuple[Panelling, ...],
    frames: tuple[Framed, ...],
    trim: FittedTrim,
    height: Figure,
    room_id: str,
    *turns: WallFace | Wall,
) -> Mapping[str, WallPanels]:
    """Return what of panels lies on each wall of a room, by the wall's identity; walls without any are left out.

    ``turns`` are the faces of the room and the same walls as runs see them, in turn.
    """
    faces = [one for one in turns if isinstance(one, WallFace)]
    walls = {one.id: one for one in turns if isinstance(one, Wall)}
    held: dict[str, list[WallPanels]] = {}
    for panelling in panellings:
        spaces = {face.id: spaces_of(face, walls[face.id], panelling, trim, height.value) for face in faces}
        every = [one for each in spaces.values() for one in each]
        for face in faces:
            if not spaces[face.id]:
                continue
            asked = every if panelling.alike == "whole room" else list(spaces[face.id])
            width = _width(panelling, asked)
            held.setdefault(face.id, []).append(_field(face, panelling, spaces[face.id], width, trim, room_id))
    for face in faces:
        mine = [one for one in frames if one.wall == face.id]
        if mine:
            held.setdefault(face.id, []).append(_framed(face, mine, trim, room_id))
    return MappingProxyType({wall: _together(parts) for wall, parts in held.items()})


def _together(parts: Sequence[WallPanels]) -> WallPanels:
    return WallPanels(
        tuple(itertools.chain.from_iterable(one.panels for one in parts)),
        tuple(itertools.chain.from_iterable(one.stiles for one in parts)),
        tuple(itertools.chain.from_iterable(one.framed for one in parts)),
        tuple(itertools.chain.from_iterable(one.runs for one in parts)),
    )


def _width(panelling: Panelling, spaces: Sequence[Space]) -> float:
    """Return the width panels have in common: the one wished, or the golden section of the highest spaces."""
    margin = panelling.margin.mm
    tallest = max((one.tall for one in spaces), default=0.0)
    full = [one.wide for one in spaces if one.tall > 0.9 * tallest]
    if panelling.wished is not None:
        return common_width(full, margin, panelling.wished.mm)
    return common_width(full, margin, wished_width(tallest, margin), FREE)


def _field(
    face: WallFace, panelling: Panelling, spaces: Sequence[Space], width: float, trim: FittedTrim, room_id: str
) -> WallPanels:
    """Return the panels of one wall and their pieces."""
    path = PanelsPath(room_id, panelling.id, size="margin")
    margin = reading("margin", panelling.margin.mm, "mm", path, f"typed as {panelling.margin.text}")
    panels: list[tuple[str, Rect]] = []
    stiles: list[Rect] = []
    runs: list[Run] = []
    mould = trim.of("panel mould").built
    number = 0
    for space in spaces:
        made = panels_in(space, margin.value, width)
        if not made:
            continue
        count = nearest_count(space.wide, margin.value, width)
        wide = panel_figure(space.wide, count, margin, f"panel on {face.name}")
        tall = Figure("panel, height", made[0].tall, "mm", "table", note="between the rails, less two margins")
        for panel in made:
            number += 1
            rect = Rect(panel.u0, panel.v0, panel.u1, panel.v1)
            panels.append((panelling.id, rect))
            if mould:
                name = f"panel {number} of {face.name}"
                runs += _sides(face, "panel mould", rect, (wide, tall), panelling.id, name)
        if panelling.manner == "wainscot":
            stiles += _framework(space, made, margin.value)
    if stiles:
        runs += [_stile(face, panelling.id, rect, index) for index, rect in enumerate(stiles, 1)]
    return WallPanels(tuple(panels), tuple(stiles), (), tuple(runs))


def _sides(
    face: WallFace, kind: TrimKind, rect: Rect, sizes: tuple[Figure, Figure], around: str, words: str
) -> list[Run]:
    """Return the four pieces of a mitred frame over its outer rectangle."""
    wide = replace(sizes[0], like="level sides of frames")
    tall = replace(sizes[1], like="upright sides of frames")
    sides: list[tuple[Part, float, float, Figure]] = [("upright", u, u, tall) for u in (rect.u0, rect.u1)]
    sides += [("level", rect.u0, rect.u1, wide)] * 2
    return [
        Run(face.id, face.name, kind, start, end, long, long, "stop", "stop", part, around, words)
        for part, start, end, long in sides
    ]


def _framework(space: Space, panels: Sequence[Space], margin: float) -> list[Rect]:
    """Return the rails of a wainscot, through from end to end, and the stiles between them."""
    rails = [
        Rect(space.u0, space.v0, space.u1, space.v0 + margin),
        Rect(space.u0, space.v1 - margin, space.u1, space.v1),
    ]
    lefts = [space.u0, *(panel.u1 for panel in panels)]
    return [*rails, *(Rect(u, space.v0 + margin, u + margin, space.v1 - margin) for u in lefts)]


def _stile(face: WallFace, panelling: str, rect: Rect, index: int) -> Run:
    part: Part = "stile" if rect.v1 - rect.v0 > rect.u1 - rect.u0 else "rail"
    long = max(rect.v1 - rect.v0, rect.u1 - rect.u0)
    words = f"{part} {index} of {face.name}"
    note = "rails go through, stiles stand between them"
    length = Figure(words, long, "mm", "table", note=note, like=f"{part}s")
    ends = (rect.u0, rect.u1, length, length)
    return Run(face.id, face.name, "stiles and rails", *ends, "stop", "stop", part, panelling, words)


def _framed(face: WallFace, frames: Sequence[Framed], trim: FittedTrim, room_id: str) -> WallPanels:
    """Return mirrors, screens and pictures with their frames."""
    made: list[tuple[Framed, Rect]] = []
    runs: list[Run] = []
    for one in frames:
        piece = trim.of(one.mould)
        mould = piece.height if piece.built and piece.height is not None else None
        out = mould.value if mould is not None else 0.0
        u, v = one.place.mm, one.height.mm
        wide, tall = one.width.mm / 2 + out, one.tall.mm / 2 + out
        rect = Rect(u - wide, max(0.0, v - tall), u + wide, v + tall)
        made.append((one, rect))
        if mould is None:
            continue
        path = FramePath(room_id, one.id)
        sizes = tuple(
            frame_side(
                reading(f"{words} of {one.name[:40]}", size.mm, "mm", path.sized(field), f"typed as {size.text}"),
                mould,
                called=f"{words} of the frame, {one.name[:40]}",
            )
            for words, field, size in (("width", "width", one.width), ("height", "tall", one.tall))
        )
        runs += _sides(face, one.mould, rect, (sizes[0], sizes[1]), one.id, one.name[:60])
    return WallPanels((), (), tuple(made), tuple(runs))
