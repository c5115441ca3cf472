"""The trim that is milled to order for this job."""

from __future__ import annotations

from collections.abc import Callable

from msgspec.structs import replace
from PyQt6.QtWidgets import QWidget

from narrow_cornice.desk.ruled_sheet import Cell, SheetRow
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.tables.table_dialog import TableDialog, chosen_of, guarded, number_of
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import About
from narrow_cornice.job import edits
from narrow_cornice.job.paths import MilledPath
from narrow_cornice.job.trimwork import MilledTrim
from narrow_cornice.units.lengths import parse_length

HEADINGS = ("Stock", "Sold as", "Lengths", "Price a metre", "more per mm of height", "Knife per mm", "Shop")


def milled_dialog(session: Session, theme: Theme, parent: QWidget) -> TableDialog:
    """Return the milled trim of the job."""

    def lengths_of(text: str) -> tuple[float, ...]:
        return tuple(parse_length(part, session.job.settings.unit).mm for part in text.split(";") if part.strip())

    def kinds_of(text: str) -> tuple[str, ...]:
        return tuple(kind.strip() for kind in text.split(",") if kind.strip())

    def row(milled: MilledTrim) -> SheetRow:
        def put(field: str, read: Callable[[str], object] = str) -> Callable[[str], bool]:
            return guarded(session, lambda text: edits.put_milled(replace(milled, **{field: read(text)})))

        shops = session.job.shop_names()
        cells = (
            Cell(milled.name, put("name")),
            Cell(", ".join(milled.kinds), put("kinds", kinds_of)),
            Cell("; ".join(f"{length:g} mm" for length in milled.lengths), put("lengths", lengths_of)),
            Cell(f"{milled.price_per_metre:g}", put("price_per_metre", number_of), number=True),
            Cell(f"{milled.price_per_metre_mm:g}", put("price_per_metre_mm", number_of), number=True),
            Cell(f"{milled.knife_per_mm:g}", put("knife_per_mm", number_of), number=True),
            Cell(shops.get(milled.shop, milled.shop), guarded(session, lambda text: edits.put_milled(milled, text))),
        )
        return SheetRow(MilledPath(milled.id), cells)

    def rows() -> list[SheetRow]:
        return [row(milled) for milled in session.job.milled]

    def add(_chosen: About) -> None:
        taken = [milled.id for milled in session.job.milled]
        name, lengths = f"Trim stock {len(taken) + 1}", (2400.0, 3600.0)
        fresh = MilledTrim(edits.fresh_id("stock", taken), name, ("skirting",), lengths, 2.0, 0.06, "timber-yard")
        session.do(edits.put_milled(fresh))

    def removed(chosen: About) -> None:
        milled = chosen_of(MilledPath, chosen, session.job.milled)
        if milled is not None:
            session.do(edits.remove_milled(milled.id, milled.name))

    buttons = {"Add trim stock": add, "Remove it": removed}
    return TableDialog(session, theme, parent, "Trim stock of this job", HEADINGS, rows, buttons=buttons, stretch=1)
