"""What is brought in here: product sheets of paints."""

from __future__ import annotations

from narrow_cornice.desk.bringing_in import BringingIn
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Paint
from narrow_cornice.units.words import several


def products(into: BringingIn) -> None:
    """Bring in paints from a file of product sheets."""
    path = into.ask("Product sheets of paints", "Product sheets (*.csv *.json)")
    if path is None:
        return
    from narrow_cornice.exchange.product_sheets import read_products

    def take(found: tuple[Paint, ...]) -> None:
        words = f"{several(len(found), 'paint')} from {path.name[:40]}"
        if into.session.do(edits.put_paints(found, words)):
            into.session.told.emit(f"Taken: {words}.")

    into.read(path, read_products, take)
