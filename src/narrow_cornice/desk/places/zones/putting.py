"""Putting things into a room: zones, pieces of the library and of the brief, rugs, lamps, dressings, storage."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from typing import Any

from msgspec.structs import replace

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.zoned.free_walls import free_walls
from narrow_cornice.derived.zoned.mended import place_for
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.offers import Doable
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.beginnings import begun
from narrow_cornice.job.brief import Furnishing
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import BuiltInPath, DressingPath, FreeWallPath, LampPath, StoodPath, ZonePath
from narrow_cornice.job.zoned import Dressing, Lamp, Spot, Stood
from narrow_cornice.units.lengths import plain_length
from narrow_cornice.units.show import show_lumens
from narrow_cornice.zones.library import dressing_kinds, furniture, lamp_kinds, rug_shop, zone_uses
from narrow_cornice.zones.plan_shapes import edges, inside, middle_of
from narrow_cornice.zones.rugs import RugOffer

USUAL_ZONE = 2400.0  # mm along each side of a new zone that is not the whole room


def middle(bench: Bench, room: Room) -> Spot:
    """Return a place in the middle of a room, or of the zone that is selected."""
    selected = bench.session.view.selected
    if isinstance(selected, ZonePath) and (zone := selected.found(room)) is not None:
        return middle_of(zone.outline)
    corners = measured_room(room, bench.session.job.house_rules).plan.corners
    at = middle_of(corners)
    return at if inside(corners, at) else corners[0]


def zone_offers(bench: Bench, room: Room) -> Iterator[Doable]:
    """Yield the uses of zones, each with the drawing of one: the whole room first, then parts of it."""

    def draw(use: str) -> Callable[[], object]:
        def done() -> None:
            corners = measured_room(room, bench.session.job.house_rules).plan.corners
            if not corners:
                bench.session.refused.emit(CorniceError("The room has no shape yet.", remedy="Measure it first."))
                return
            outline = tuple((round(x, 1), round(y, 1)) for x, y in corners)
            if room.zones.zones:
                outline = _part(corners, len(room.zones.zones))
            if bench.do(edits.add_zone(room.id, use, outline)):
                mine = bench.session.job.room(room.id).zones.zones[-1]
                bench.session.select(ZonePath(room.id, mine.id))

        return done

    for key, use in zone_uses().items():
        yield use.name, draw(key)


def _part(corners: tuple[Spot, ...], number: int) -> tuple[Spot, ...]:
    """Return a part of a room for a further zone: a rectangle by one of its corners."""
    x, y = corners[(2 * number) % len(corners)]
    mx, my = middle_of(corners)
    dx = USUAL_ZONE if mx > x else -USUAL_ZONE
    dy = USUAL_ZONE if my > y else -USUAL_ZONE
    ring = ((x, y), (x + dx, y), (x + dx, y + dy), (x, y + dy))
    shown = tuple((round(px, 1), round(py, 1)) for px, py in ring)
    return shown if dx * dy > 0 else shown[::-1]


def _standing(bench: Bench, room: Room, piece: Stood) -> None:
    """Stand a piece where nothing is in its way, and select it."""
    placed = place_for(room, bench.session.job.house_rules, piece)
    if bench.do(edits.stand_piece(room.id, placed)):
        mine = bench.session.job.room(room.id).zones.pieces[-1]
        bench.session.select(StoodPath(room.id, mine.id))


def piece_offers(bench: Bench, room: Room) -> Iterator[Doable]:
    """Yield sizes of the job's own, then the kinds of furniture, those that suit the zones of the room first, each with
    the standing of one."""
    uses = {zone.use for zone in room.zones.zones}
    ranked = sorted(furniture().items(), key=lambda each: not uses & set(each[1].uses))

    def stand(kind: str, **own: Any) -> Callable[[], object]:
        def done() -> None:
            x, y = middle(bench, room)
            _standing(bench, room, edits.usual_piece(kind, x=round(x), y=round(y), **own))

        return done

    for mine in bench.session.job.furniture:
        sizes = {"width": mine.width, "depth": mine.depth, "height": mine.height}
        yield mine.name[:60], stand(mine.kind, name=mine.name, **sizes)
    for key, kind in ranked:
        yield kind.name, stand(key)


def brief_offers(bench: Bench, job: Job, room: Room) -> Iterator[Doable]:
    """Yield the pieces of the brief that stay in a room or come to it, each with the putting of it on the plan."""
    placed = {piece.furnishing for piece in room.zones.pieces}

    def stand(one: Furnishing, key: str) -> Callable[[], object]:
        def done() -> None:
            kind = kind_of(one)
            x, y = middle(bench, room)
            usual = edits.usual_piece(kind, name=one.name[:200] or "a piece", x=round(x), y=round(y), furnishing=key)
            sizes = {name: getattr(one, name) or getattr(usual, name) for name in ("width", "depth", "height")}
            _standing(bench, room, replace(usual, **sizes))

        return done

    for other in job.rooms:
        for one in other.brief.furnishings:
            here = other.id == room.id and one.decision in ("keep", "alter")
            comes = one.decision == "move" and one.to == room.id
            key = one.id if other.id == room.id else f"{other.id}:{one.id}"
            if (here or comes) and key not in placed:
                words = one.name[:40] or "a piece"
                yield (f"{words}, from {other.name[:30]}" if comes else words), stand(one, key)


def kind_of(one: Furnishing) -> str:
    """Return the kind of the library that a piece of the brief comes nearest to by its sizes, another piece where it
    has none: its name is a word that people type, and decides nothing."""
    if one.width is None or one.depth is None:
        return "other"
    wide, deep = one.width.mm, one.depth.mm
    tall = one.height.mm if one.height is not None else None

    def off(key: str) -> float:
        kind = furniture()[key]
        sizes = abs(kind.width - wide) / wide + abs(kind.depth - deep) / deep
        return sizes + (abs(kind.height - tall) / tall if tall else 0.0)

    known = [key for key, kind in furniture().items() if not kind.flat and key != "other"]
    nearest = min(known, key=off)
    return nearest if off(nearest) < 0.5 else "other"


def put_rug(bench: Bench, room: Room, offer: RugOffer) -> None:
    """Lay a rug that was offered, to be bought."""
    foot = offer.foot
    piece = edits.usual_piece(
        "rug",
        width=plain_length(foot.width),
        depth=plain_length(foot.depth),
        x=round(foot.x, 1),
        y=round(foot.y, 1),
        turn=round(foot.turn % 360.0, 2),
        price=offer.size.price,
        shop=rug_shop(),
    )
    _standing(bench, room, piece)


def stand_at_free_wall(bench: Bench, room: Room, path: FreeWallPath, kind: str) -> None:
    """Stand a piece in the middle of a stretch of free wall."""
    stretch = _stretch(bench.session.job, room, path)
    if stretch is None:
        return
    start, end = stretch
    usual = furniture()[kind]
    wide = min(usual.width, end - start)
    piece = edits.usual_piece(kind, x=round((start + end) / 2.0, 1), wall=path.wall, width=plain_length(round(wide, 1)))
    _standing(bench, room, piece)


def _stretch(job: Job, room: Room, path: FreeWallPath) -> tuple[float, float] | None:
    walls = room.measured.walls
    for one in free_walls(room, job.house_rules).stretches:
        if walls[one.wall].id == path.wall and abs(one.start - path.start) < 1.0:
            return one.start, one.end
    return None


def build_at_free_wall(bench: Bench, job: Job, room: Room, path: FreeWallPath) -> None:
    """Begin a wall of storage along a stretch of free wall, and go to where it is designed."""
    stretch = _stretch(job, room, path)
    if stretch is None:
        return
    start, end = stretch
    kinds = job.beginnings()
    kind = kinds["storage"]
    length = next((face.length for face in measured_room(room, job.house_rules).faces if face.id == path.wall), end)
    name = edits.wall_name(room, path.wall)
    run = begun(kind, f"{kind.name}, wall {name}", "", end - start)
    left = plain_length(round(start, 1)) if start > 1.0 else None
    right = plain_length(round(end, 1)) if end < length - 1.0 else None
    edit = lambda: edits.build_along(  # noqa: E731 (made where it may be refused)
        room.id, path.wall, run, f"along wall {name}", plain_length(kind.deep), left, right
    )
    if bench.session.do_made(edit):
        mine = bench.session.job.room(room.id).casework.built_ins[-1]
        bench.show_thing(BuiltInPath(room.id, mine.id))


def lamp_offers(bench: Bench, room: Room) -> Iterator[Doable]:
    """Yield the kinds of lamps, each with the hanging of one in the middle of the zone or the room."""

    def hang(kind: str) -> Callable[[], object]:
        def done() -> None:
            x, y = middle(bench, room)
            if bench.do(edits.hang_lamp(room.id, Lamp("", kind, "", round(x), round(y)))):
                mine = bench.session.job.room(room.id).zones.lamps[-1]
                bench.session.select(LampPath(room.id, mine.id))

        return done

    for key, kind in lamp_kinds().items():
        yield f"{kind.name}, {show_lumens(kind.lumens)}", hang(key)


def dressing_offers(bench: Bench, room: Room, opening_id: str, name: str) -> Iterator[Doable]:
    """Yield the ways to dress a window, each with the doing of it."""

    def dress(kind: str) -> Callable[[], object]:
        def done() -> None:
            dressing = Dressing("", kind, f"{dressing_kinds()[kind].name}, {name}"[:80], opening_id)
            if bench.do(edits.dress_window(room.id, dressing, name)):
                mine = bench.session.job.room(room.id).zones.dressings[-1]
                bench.session.select(DressingPath(room.id, mine.id))

        return done

    for key, kind in dressing_kinds().items():
        if key != "screen":
            yield kind.name, dress(key)


def hang_across(bench: Bench, room: Room) -> None:
    """Hang a curtain across the room, or along the longest edge of the zone that is selected."""
    selected = bench.session.view.selected
    zone = selected.found(room) if isinstance(selected, ZonePath) else None
    corners = measured_room(room, bench.session.job.house_rules).plan.corners
    if zone is not None:
        ring = zone.outline
        ends = max(edges(ring), key=lambda each: math.dist(*each))
    else:
        x, y = middle_of(corners)
        ends = ((x - 1200.0, y), (x + 1200.0, y))
    line = tuple((round(px, 1), round(py, 1)) for px, py in ends)
    dressing = Dressing("", "screen", "", line=(line[0], line[1]))
    if bench.do(edits.dress_window(room.id, dressing, "a zone")):
        mine = bench.session.job.room(room.id).zones.dressings[-1]
        bench.session.select(DressingPath(room.id, mine.id))
