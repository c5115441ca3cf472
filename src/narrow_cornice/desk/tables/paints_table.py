"""The paints of the job with what their makers say of them."""

from __future__ import annotations

from collections.abc import Callable

from msgspec.structs import replace
from PyQt6.QtWidgets import QWidget

from narrow_cornice.desk.ruled_sheet import Cell, SheetRow
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.tables.table_dialog import TableDialog, chosen_of, guarded, number_of
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import About
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Paint, Tin
from narrow_cornice.job.paths import PaintPath

HEADINGS = ("Paint", "Sheen", "Solids %", "Film µm", "Hiding SX", "Litres: price", "Shop", "Use")


def tin_sizes(text: str) -> tuple[Tin, ...]:
    """Return tin sizes from "1: 24; 2.5: 49.50"."""
    tins = []
    for part in text.split(";"):
        litres, mark, price = part.partition(":")
        if not mark:
            raise CorniceError(f"“{part.strip()[:30]}” is not a size and a price.", remedy="Write 1: 24; 2.5: 49.50.")
        tins.append(Tin(float(litres), float(price)))
    return tuple(tins)


def paints_dialog(session: Session, theme: Theme, parent: QWidget) -> TableDialog:
    """Return the paints of the job."""

    def row(paint: Paint) -> SheetRow:
        def put(field: str, read: Callable[[str], object] = str) -> Callable[[str], bool]:
            return guarded(session, lambda text: edits.put_paint(replace(paint, **{field: read(text)})))

        shops = session.job.shop_names()
        sizes = "; ".join(f"{tin.litres:g}: {tin.price:g}" for tin in paint.sizes)
        cells = (
            Cell(paint.name, put("name")),
            Cell(paint.sheen, put("sheen")),
            Cell(f"{paint.solids:g}", put("solids", number_of), number=True),
            Cell(f"{paint.film:g}", put("film", number_of), number=True),
            Cell(f"{paint.hiding:g}", put("hiding", number_of), number=True),
            Cell(sizes, put("sizes", tin_sizes)),
            Cell(shops.get(paint.shop, paint.shop), guarded(session, lambda text: edits.put_paint(paint, text))),
            Cell("primer" if paint.primer else "", put("primer", lambda text: bool(text.strip()))),
        )
        return SheetRow(PaintPath(paint.id), cells)

    def rows() -> list[SheetRow]:
        return [row(paint) for paint in session.job.paints]

    def add(_chosen: About) -> None:
        taken = [paint.id for paint in session.job.paints]
        sizes = (Tin(1, 25), Tin(2.5, 50))
        fresh = Paint(edits.fresh_id("paint", taken), f"Paint {len(taken) + 1}", "matt", 38, 35, sizes, "paint-shop")
        session.do(edits.put_paint(fresh))

    def removed(chosen: About) -> None:
        paint = chosen_of(PaintPath, chosen, session.job.paints)
        if paint is not None:
            session.do(edits.remove_paint(paint.id, paint.name))

    buttons = {"Add a paint": add, "Remove it": removed}
    return TableDialog(session, theme, parent, "Paints of this job", HEADINGS, rows, buttons=buttons, stretch=5)
