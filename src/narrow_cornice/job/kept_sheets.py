"""What is wrong with a plan of sheets that a job keeps."""

from __future__ import annotations

from narrow_cornice.cutting.saw_order import saw_order
from narrow_cornice.cutting.sheet_plans import CutSheet, Part, Placed, Saw, SheetKind, broken_sheet_rule
from narrow_cornice.job.bought import SheetCutting
from narrow_cornice.memo import by_identity


@by_identity(times=4, each="job")
def broken_sheets(kept: SheetCutting) -> str:
    """Return what is wrong with a kept plan, empty for one that can be cut; it is looked at once."""
    parts = [Part(length, width, kept.grain) for length, width in kept.parts]
    kinds = [SheetKind("sheet", *kept.sheet, 0.0)]
    kinds += [SheetKind("left-over", *size, 0.0, 1) for size in kept.left_sheets]
    saw, of = Saw(kept.kerf, kept.trim), kept.of or (0,) * len(kept.sheets)
    if len(of) != len(kept.sheets) or not all(0 <= one < len(kinds) for one in of):
        return "it is not said what each of its sheets is"
    sheets = [CutSheet(kind, tuple(Placed(*one) for one in sheet)) for kind, sheet in zip(of, kept.sheets, strict=True)]
    if broken := broken_sheet_rule(sheets, parts, kinds, saw):
        return broken
    if any(saw_order(sheet, parts, kinds[sheet.kind], saw) is None for sheet in sheets):
        return "a sheet of it takes cuts that do not go from edge to edge"
    return ""
