"""The tally: what the whole job comes to, as a handful of figures that each know their parts."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from narrow_cornice.derived.bought.lines import Goods, InLengths, InSheets, InTins, counted_rooms
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.coatings import NO_FINISH, is_left
from narrow_cornice.derived.coated.coverings import room_coverings
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.walled.amounts import taken_of
from narrow_cornice.explained.figures import Figure, renamed, table, total
from narrow_cornice.job.finishes import Colour, Covering, Paint, Tile
from narrow_cornice.job.model import Job, Room
from narrow_cornice.memo import by_identity
from narrow_cornice.units.words import several


@by_identity(times=1, each="room")
def _room_area(room: Room, changed_rules: dict[str, float]) -> Figure | None:
    """Return the area of all surfaces of a room that do not stay as they are, None while there are none."""
    finishes = room.finishes.surfaces
    painted = [
        one.net
        for one in room_surfaces(room, changed_rules)
        if not is_left(one, finishes.get(one.key) or finishes.get(one.group) or NO_FINISH)
    ]
    return total(room.name[:60], "m²", painted, listed=True) if painted else None


@by_identity(times=1, each="room")
def _tiled(
    room: Room,
    changed_rules: dict[str, float],
    paints: tuple[Paint, ...],
    colours: tuple[Colour, ...],
    coverings: tuple[Covering, ...],
) -> Figure | None:
    """Return what is tiled of a room, whole surfaces and fields, None where nothing is."""
    every = room_coverings(room, changed_rules, paints, colours, coverings).values()
    parts = [one.surface.net for one in every if isinstance(one.covering, Tile) and one.amount is not None]
    parts += [
        one.laid.area
        for one in taken_of(room, changed_rules)
        if isinstance(one.laid.covering, Tile) and one.laid.area is not None
    ]
    return total(room.name[:60], "m²", parts, listed=True) if parts else None


def _is_trim(goods: Goods) -> bool:
    return isinstance(goods, InLengths) and goods.trim is not None


def _sheets(name: str, goods: InSheets) -> Figure:
    return table(
        name[:80], float(len(goods.cut.plan.sheets)), "", f"{several(len(goods.cut.parts), 'part')} as they are counted"
    )


@by_identity(times=2, each="job")
def tally(job: Job) -> Mapping[str, Figure]:
    """Return paint (L to have), trim (length of the runs), sheets, tile (m²), painted area (m²) and cost, by name."""
    lines = to_buy(job).lines
    area = [painted for room in job.rooms if (painted := _room_area(room, job.house_rules)) is not None]
    wanted = (job.house_rules, job.paints, job.colours, job.coverings)
    tiled = [found for room in counted_rooms(job) if (found := _tiled(room, *wanted)) is not None]

    sums = {
        "paint": total(
            "paint", "L", [renamed(x.needed, x.name[:80]) for x in lines if isinstance(x.goods, InTins)], listed=True
        ),
        "trim": total("trim", "run", [renamed(x.needed, x.name[:80]) for x in lines if _is_trim(x.goods)]),
        "sheets": total("sheets", "", [_sheets(x.name, x.goods) for x in lines if isinstance(x.goods, InSheets)]),
        "tile": total("tile", "m²", tiled, listed=True),
        "surfaces": total("surfaces", "m²", area, listed=True),
        "cost": total("cost", "money", [renamed(x.cost, x.name[:80]) for x in lines], listed=True),
    }
    return MappingProxyType(sums)
