"""The base of a shower, tiled against preformed: materials, hours, days and upkeep, waterproofing first."""

from __future__ import annotations

import msgspec

from narrow_cornice.explained.figures import Figure, choice, explained, table, total
from narrow_cornice.features.wall_hung import tray_for, wall_hung
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import WetBasePath
from narrow_cornice.job.walled import BaseWay, WetBase
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import cents


class BaseSchool(msgspec.Struct, frozen=True):
    """One way to make a base: what it costs, its hours and days, what keeping it up asks, or why it cannot be."""

    way: BaseWay
    fault: str = ""
    materials: Figure | None = None
    hours: Figure | None = None
    days: int = 0
    upkeep: str = ""


@explained("base", "m²", "width × depth ÷ 1000000")
def base_area(width: float, depth: float) -> float:
    """Return the area of a base from its size in mm."""
    return width * depth / 1_000_000


@explained("waterproofing", "money", "area × coats ÷ spread × price of a litre, to 0.01")
def waterproofing(area: float, coats: float, spread: float, price_of_a_litre: float) -> float:
    """Return what waterproofing of an area costs, which comes before tile."""
    return cents(area * coats / spread * price_of_a_litre)


@explained("by area", "money", "area × price of a square metre, to 0.01")
def by_area(area: float, price_of_a_square_metre: float) -> float:
    """Return what a square metre's stuff costs for an area."""
    return cents(area * price_of_a_square_metre)


@explained("hours", "h", "whatever its size + area × for a square metre")
def tiled_hours(whatever_its_size: float, area: float, for_a_square_metre: float) -> float:
    """Return the hours of a tiled base."""
    return whatever_its_size + area * for_a_square_metre


@by_identity(times=1, each="wall", of=as_built)
def schools_of_base(room: Room, base: WetBase) -> tuple[BaseSchool, BaseSchool]:
    """Return a base tiled and preformed."""
    path, shipped = WetBasePath(room.id, base.id), wall_hung()
    wide, deep = (choice(word, float(getattr(base, word).mm), "mm", path.sized(word)) for word in ("width", "depth"))
    area = base_area(wide, deep)
    note = "table of bases"
    parts = [
        waterproofing(
            area,
            table("coats", float(shipped.wet_coats), "", note),
            table("spread", shipped.wet_spread, "m²/L", note),
            table("price of a litre", shipped.wet_price, "money", note),
        ),
        by_area(area, table("price of a square metre", shipped.screed_price, "money", note), called="screed to fall"),
        by_area(area, table("price of a square metre", shipped.tile_price, "money", note), called="mosaic and grout"),
        table("drain", shipped.drain_price, "money", note),
    ]
    hours = tiled_hours(
        table("whatever its size", shipped.tiled_hours_fixed, "h", note),
        area,
        table("for a square metre", shipped.tiled_hours_m2, "h", note),
    )
    tiled = BaseSchool(
        "tiled", "", total("materials", "money", parts, listed=True), hours, shipped.tiled_days, shipped.tiled_upkeep
    )
    tray = tray_for(wide.value, deep.value)
    if tray is None:
        sizes = ", ".join(f"{one.width:g} × {one.depth:g}" for one in shipped.tray)
        return tiled, BaseSchool("preformed", f"None comes in this size: {sizes}.")
    bought = [table("tray", tray.price, "money", f"{tray.width:g} × {tray.depth:g}, {note}")]
    return tiled, BaseSchool(
        "preformed",
        "",
        total("materials", "money", bought, listed=True),
        table("hours", shipped.tray_hours, "h", note),
        shipped.tray_days,
        shipped.tray_upkeep,
    )
