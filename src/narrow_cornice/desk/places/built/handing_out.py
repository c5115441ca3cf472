"""What is handed out here: the parts as a table, and the sheets with the parts on paper."""

from __future__ import annotations

from narrow_cornice.desk.handing_out import HandingOut


def parts_csv(out: HandingOut) -> None:
    """Hand out the parts of every built-in."""
    job = out.session.job
    path = out.ask("The parts", f"{job.name} parts", "csv")
    if path is not None:
        from narrow_cornice.exchange.csv_lists import parts_list

        out.write(path, lambda: parts_list(job).encode("utf-8"))


def sheets(out: HandingOut) -> None:
    """Hand out every sheet as it is cut, and the list of parts."""
    job = out.session.job
    from narrow_cornice.exchange.sheets_pdf import sheets_pdf

    out.print_sheets("Sheets and parts", f"{job.name} sheets", lambda paper: sheets_pdf(job, paper))
