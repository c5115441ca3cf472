"""The palette of a room: every colour that is seen in it, by true area, ceiling to cushion, with its role."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from msgspec.structs import replace

from narrow_cornice.colour.agreeing import agree
from narrow_cornice.colour.shares import RoleKind
from narrow_cornice.colour.tones import tone_difference
from narrow_cornice.colour.undertone import chroma_of, is_neutral
from narrow_cornice.derived.coated.coatings import finished_surfaces
from narrow_cornice.derived.coated.field_surfaces import BOARDING, SLATTED
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.walled.laid import with_strips
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.derived.zoned.dressed import dressed_of
from narrow_cornice.derived.zoned.standing import standing_pieces
from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.job.finishes import IN_LENGTHS, Colour, Covering, Paint, surface_key
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import DressingPath, FieldPath, StoodPath, SurfacePath, ThingPath
from narrow_cornice.job.zoned import Fabric, Stood
from narrow_cornice.memo import by_identity
from narrow_cornice.zones.library import furniture

DRAWN_ASIDE = 1.0 / 3.0  # of the width of a window that curtains cover by day
SECOND_COLOUR = 0.15  # of a piece that has another colour
QUIET = 15.0  # chroma under which cloth is a neutral
OLD_FLOOR = "floor:"
CLOTH = "cloth:"


class Part(NamedTuple):
    """Something in a room that has a colour: what it is called, where it is, and its area."""

    name: str
    path: ThingPath
    area: Figure
    group: str


class Shade(NamedTuple):
    """A colour as it is in a room: its identity (of the job's colour, or of a tone that is there), name and tone, its
    role as somebody gave it (``given``) and in force, its area, and what has it."""

    colour: str
    name: str
    hex: str
    role: RoleKind | None
    given: bool
    area: Figure
    parts: tuple[Part, ...]
    of: str

    @property
    def owned(self) -> bool:
        """Return whether it is one of the colours of the job."""
        return ":" not in self.colour


class _Found(NamedTuple):
    colour: str
    name: str
    hex: str
    part: Part
    wood: bool
    of: str


@explained("seen of it", "m²", "(width × depth + 2 × (width + depth) × height × share seen) ÷ 1000000")
def seen_of_piece(width: float, depth: float, height: float, share_seen: float) -> float:
    """Return how much of a piece is seen: its top, and of its sides those that stand to no wall."""
    return (width * depth + 2.0 * (width + depth) * height * share_seen) / 1_000_000


@explained("cloth that is seen", "m²", "track × drop × share of it ÷ 1000000")
def seen_of_cloth(track: float, drop: float, share_of_it: float) -> float:
    """Return how much of a curtain is seen by day."""
    return track * drop * share_of_it / 1_000_000


@explained("of another colour", "m²", "seen of it × part of it")
def part_of_piece(seen_of_it: float, part_of_it: float) -> float:
    """Return the part of a piece that has one of its colours."""
    return seen_of_it * part_of_it


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="room")
def room_palette(
    room: Room,
    changed_rules: dict[str, float],
    paints: tuple[Paint, ...],
    colours: tuple[Colour, ...],
    coverings: tuple[Covering, ...],
    fabrics: tuple[Fabric, ...],
) -> tuple[Shade, ...]:
    """Return the colours of a room by the area they have in it, the largest first."""
    known = {colour.id: colour for colour in colours}
    found: list[_Found] = []
    if not room.outdoors and measured_room(room, changed_rules).fault:
        return ()
    found += _of_surfaces(room, changed_rules, (paints, colours, coverings))
    found += _of_fields(room, changed_rules)
    found += _of_pieces(room, changed_rules, known)
    found += _of_cloth(room, changed_rules, fabrics)
    by_colour: dict[str, list[_Found]] = {}
    for one in found:
        if one.part.area.value > 0.0:
            by_colour.setdefault(one.colour, []).append(one)
    roles = {role.colour: role.kind for role in room.colours.roles}
    shades = []
    for colour, each in by_colour.items():
        first = each[0]
        area = total(first.name[:60], "m²", [one.part.area for one in each], listed=True)
        role: RoleKind | None = roles.get(colour)
        given = role is not None
        if role is None and any(one.wood for one in each):
            role = "wood"
        parts = tuple(one.part for one in each)
        shades.append(Shade(colour, first.name, first.hex, role, given, area, parts, first.of))
    shades.sort(key=lambda shade: -shade.area.value)
    return tuple(_with_role(shade, shades) for shade in shades)


def palette_of_room(job: Job, room: Room) -> tuple[Shade, ...]:
    """Return the colours of a room of a job."""
    return room_palette(room, job.house_rules, job.paints, job.colours, job.coverings, job.fabrics)


def _with_role(shade: Shade, every: Sequence[Shade]) -> Shade:
    """Return a shade with the role it has without being given one: that of the colour of its family, or neutral."""
    if shade.role is not None:
        return shade
    if is_neutral(shade.hex) or (shade.of == "cloth" and chroma_of(shade.hex) < QUIET):
        return shade._replace(role="neutral")
    chosen = [one for one in every if one.given and one.role in ("dominant", "second", "accent")]
    family = [one for one in chosen if agree(one.hex, shade.hex)]
    if not family:
        return shade
    nearest = min(family, key=lambda one: tone_difference(one.hex, shade.hex))
    return shade._replace(role=nearest.role)


def _of_surfaces(
    room: Room,
    changed_rules: dict[str, float],
    tables: tuple[tuple[Paint, ...], tuple[Colour, ...], tuple[Covering, ...]],
) -> list[_Found]:
    paints, colours, coverings = tables
    known = {colour.id: colour for colour in colours}
    worn = {one.id: one for one in coverings}
    made = []
    for one in finished_surfaces(room, changed_rules, paints, colours):
        surface = one.surface
        path = SurfacePath.by_key(room.id, surface.key)
        part = Part(surface.name, path, surface.net, surface.group)
        wood = surface.substrate == "wood" and one.paint is not None and one.paint.stains
        covering = worn.get(one.finish.covering or "")
        if covering is not None:
            made.append(_Found(f"covering:{covering.id}", covering.name, covering.tone, part, False, "covering"))
        elif one.colour is not None:
            seen = one.colour
            made.append(_Found(seen.id, seen.name, seen.hex, part, wood or seen.of == "wood", seen.of))
        elif surface.kind == "floor":
            tone = room.finishes.floor
            fixed = (each.name for each in room.brief.fixed if tone in each.colours and each.name)
            name = next(fixed, "floor boards")
            made.append(_Found(f"{OLD_FLOOR}{tone}", name, tone, part, True, "wood"))
        elif one.finish.over is not None and one.finish.over in known:
            there = known[one.finish.over]
            made.append(_Found(there.id, there.name, there.hex, part, there.of == "wood", there.of))
    return made


def _of_fields(room: Room, changed_rules: dict[str, float]) -> list[_Found]:
    """Return what fields bring: tiles, paper and cement in their tone, wood that has no paint of its own as wood."""
    finishes = room.finishes.surfaces
    made = []
    for one in with_strips(fields_of(room, changed_rules)):
        covering, wooden = one.covering, isinstance(one.covering, IN_LENGTHS)
        painted = any(
            surface_key(group, one.field.id) in finishes or group in finishes for group in (BOARDING, SLATTED)
        )
        if one.area is None or (wooden and painted):
            continue
        path = FieldPath(room.id, one.field.id)
        part = Part(one.field.name, path, one.area, "fields")
        of = "wood" if wooden else "covering"
        made.append(_Found(f"covering:{covering.id}", covering.name, covering.tone, part, wooden, of))
    return made


def _share_seen(piece: Stood) -> float:
    """Return which part of the sides of a piece is seen: three of four against a wall, half of what stands on legs."""
    kind = furniture()[piece.kind]
    if kind.flat:
        return 0.0
    return (0.75 if piece.wall else 1.0) * (0.5 if kind.legs else 1.0)


def _of_pieces(room: Room, changed_rules: dict[str, float], known: dict[str, Colour]) -> list[_Found]:
    standing = {one.id for one in standing_pieces(room, changed_rules)}
    made = []
    for piece in room.zones.pieces:
        if piece.id not in standing or not piece.colours:
            continue
        path = StoodPath(room.id, piece.id)
        sizes = [table(name, getattr(piece, name).mm, "mm", piece.name[:60]) for name in ("width", "depth", "height")]
        seen = seen_of_piece(*sizes, table("share seen", _share_seen(piece), "share", "walls and legs"))
        many = len(piece.colours) - 1
        for number, identity in enumerate(piece.colours):
            colour = known.get(identity)
            if colour is None:
                continue
            share = 1.0 - SECOND_COLOUR * many if number == 0 else SECOND_COLOUR
            area = seen
            if many:
                area = part_of_piece(seen, table("part of it", max(0.0, share), "share", "of its colours"))
            part = Part(piece.name, path, replace(area, name=piece.name[:60]), "furniture")
            made.append(_Found(colour.id, colour.name, colour.hex, part, colour.of == "wood", colour.of))
    return made


def _of_cloth(room: Room, changed_rules: dict[str, float], fabrics: tuple[Fabric, ...]) -> list[_Found]:
    made = []
    for one in dressed_of(room, changed_rules, fabrics) if room.zones.dressings else ():
        if one.fault:
            continue
        track = table("track", one.right - one.left, "mm", "as it hangs")
        drop = table("drop", one.top - one.bottom, "mm", "as it hangs")
        aside = table("share of it", DRAWN_ASIDE if one.kind.made == "cloth" else 0.5, "share", "drawn aside by day")
        part = Part(
            one.dressing.name,
            DressingPath(room.id, one.dressing.id),
            seen_of_cloth(track, drop, aside, called=one.dressing.name[:60]),
            "cloth",
        )
        made.append(_Found(f"{CLOTH}{one.fabric.id}", one.fabric.name, one.fabric.tone, part, False, "cloth"))
    return made


class Metal(NamedTuple):
    """A metal or a wood in a room: the colour's identity, its name, and what has it."""

    colour: str
    name: str
    of: str
    things: tuple[str, ...]


def metals_and_woods(job: Job, room: Room) -> tuple[Metal, ...]:
    """Return the metals and woods of a room with what has them: lamps, rods, pieces, surfaces."""
    known = {colour.id: colour for colour in job.colours if colour.of in ("metal", "wood")}
    things: dict[str, list[str]] = {}
    for lamp in room.zones.lamps:
        if lamp.colour in known:
            things.setdefault(str(lamp.colour), []).append(lamp.name)
    for dressing in room.zones.dressings:
        if dressing.colour in known:
            things.setdefault(str(dressing.colour), []).append(f"rod of {dressing.name}")
    for piece in room.zones.pieces:
        for colour in piece.colours:
            if colour in known:
                things.setdefault(colour, []).append(piece.name)
    for shade in palette_of_room(job, room):
        if shade.colour in known:
            groups = dict.fromkeys(part.group for part in shade.parts if part.group not in ("furniture", "cloth"))
            things.setdefault(shade.colour, []).extend(groups)
    return tuple(Metal(key, known[key].name, known[key].of, tuple(each)) for key, each in things.items())
