"""What is handed out here: the list to buy from."""

from __future__ import annotations

from narrow_cornice.desk.handing_out import HandingOut


def list_to_buy(out: HandingOut, kind: str, by_room: bool) -> None:
    """Hand out the list to buy as CSV or PDF."""
    job = out.session.job
    path = out.ask("The list to buy", f"{job.name} to buy", kind)
    if path is None:
        return
    from narrow_cornice.exchange.csv_lists import order_by_room, order_by_shop
    from narrow_cornice.exchange.pdf_sheets import order_pdf

    if kind == "csv":
        out.write(path, lambda: (order_by_room(job) if by_room else order_by_shop(job)).encode("utf-8"))
    else:
        out.write(path, lambda: order_pdf(job, by_room=by_room))
