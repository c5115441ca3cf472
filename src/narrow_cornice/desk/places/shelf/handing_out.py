"""What is handed out here: the product sheets of the job's paints."""

from __future__ import annotations

from narrow_cornice.desk.handing_out import HandingOut


def products(out: HandingOut) -> None:
    """Hand out the paints of the job as product sheets."""
    paints = out.session.job.paints
    path = out.ask("Product sheets", f"{out.session.job.name} paints", "json")
    if path is not None:
        from narrow_cornice.exchange.product_sheets import products_json

        out.write(path, lambda: products_json(paints))
