"""What is handed out here: the list to buy from, as lists and as a workbook."""

from __future__ import annotations

from narrow_cornice.desk.handing_out import HandingOut


def list_to_buy(out: HandingOut, kind: str, by_room: bool) -> None:
    """Hand out the list to buy as CSV, or print it."""
    job = out.session.job
    title, name = "The list to buy", f"{job.name} to buy"
    if kind == "csv":
        path = out.ask(title, name, kind)
        if path is not None:
            from narrow_cornice.exchange.csv_lists import to_buy_by_room, to_buy_by_shop

            out.write(path, lambda: (to_buy_by_room(job) if by_room else to_buy_by_shop(job)).encode("utf-8"))
        return
    from narrow_cornice.exchange.pdf_sheets import to_buy_pdf

    out.print_sheets(title, name, lambda paper: to_buy_pdf(job, paper, by_room=by_room))


def workbook(out: HandingOut) -> None:
    """Hand out the list by shop and by room and the schedule of surfaces, with totals that count on."""
    job = out.session.job
    path = out.ask("The list to buy and the schedule", f"{job.name} to buy", "xlsx")
    if path is not None:
        from narrow_cornice.exchange.xlsx_lists import to_buy_xlsx

        out.write(path, lambda: to_buy_xlsx(job))
