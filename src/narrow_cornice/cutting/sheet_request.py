"""Sheets to buy as other programs ask for them: parts and sheets in, a cutting plan out."""

from __future__ import annotations

from typing import Any

import msgspec

from narrow_cornice.cutting.plans import CuttingError
from narrow_cornice.cutting.request import decoded, seconds_there_are
from narrow_cornice.cutting.saw_order import saw_order
from narrow_cornice.cutting.sheet_plans import Part, Saw, SheetKind, checked_sheets
from narrow_cornice.cutting.sheets import sheet_plan

MOST_PARTS = 3_000
MOST_KINDS = 100


class PartAsked(msgspec.Struct, frozen=True):
    """A part: its name, its size in mm, how many of it, and whether its grain runs along its length."""

    length: float
    width: float
    name: str = ""
    count: int = 1
    grain: bool = True


class SheetAsked(msgspec.Struct, frozen=True):
    """A kind of sheet: its size in mm, its price, and how many there are (null: as many as are wanted)."""

    length: float
    width: float
    price: float
    name: str = ""
    count: int | None = None


class SheetsAsked(msgspec.Struct, frozen=True):
    """A request: parts, sheets, what the saw takes and what is trimmed off every edge in mm, and how many seconds it
    may take."""

    parts: tuple[PartAsked, ...]
    sheets: tuple[SheetAsked, ...]
    kerf: float = 4.0
    edge_trim: float = 10.0
    seconds: float = 10.0


def read_sheets(raw: bytes | str) -> SheetsAsked:
    """Return the request in a JSON text. Raises CuttingError with the place that is wrong."""
    asked = decoded(raw, SheetsAsked)
    seconds_there_are(asked.seconds)
    for number, part in enumerate(asked.parts):
        if not 0 <= part.count <= MOST_PARTS:
            raise CuttingError(f"{part.count} of a part cannot be.", where=f"parts[{number}].count")
    if sum(part.count for part in asked.parts) > MOST_PARTS or len(asked.sheets) > MOST_KINDS:
        raise CuttingError(f"no more than {MOST_PARTS} parts and {MOST_KINDS} kinds of sheets.", where="parts")
    return asked


def sheets_answer(asked: SheetsAsked) -> dict[str, Any]:
    """Return the cutting plan as JSON has it. Raises CuttingError with the place that is wrong."""
    kinds = [
        SheetKind(one.name or f"{one.length:g} × {one.width:g}", one.length, one.width, one.price, one.count)
        for one in asked.sheets
    ]
    saw = Saw(asked.kerf, asked.edge_trim)
    wanted = [part for part in asked.parts if part.count]
    checked_sheets([Part(one.length, one.width, one.grain) for one in asked.parts], kinds, saw)
    names = [part.name for part in wanted for _ in range(part.count)]
    parts = [Part(part.length, part.width, part.grain) for part in wanted for _ in range(part.count)]
    plan = sheet_plan(parts, kinds, saw, asked.seconds)
    sheets = []
    for sheet in plan.sheets:
        order = saw_order(sheet, parts, kinds[sheet.kind], saw)
        assert order is not None  # every plan can be cut from edge to edge
        sheets.append(
            {
                "sheet": kinds[sheet.kind].name,
                "parts": [
                    {
                        "name": names[one.part],
                        "x": round(one.x, 3),
                        "y": round(one.y, 3),
                        "length": one.size(parts)[0],
                        "width": one.size(parts)[1],
                        "turned": one.turned,
                    }
                    for one in sheet.placed
                ],
                "cuts": len(order.cuts),
                "offcuts": [
                    {"x": round(x, 3), "y": round(y, 3), "length": round(length, 3), "width": round(width, 3)}
                    for x, y, length, width in order.rests
                ],
            }
        )
    return {
        "sheets": sheets,
        "price": round(plan.price, 6),
        "bound": round(plan.bound, 6),
        "proven": plan.proven,
        "seconds": round(plan.seconds, 3),
    }
