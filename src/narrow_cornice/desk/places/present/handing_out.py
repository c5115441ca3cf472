"""What is handed out here: boards on paper, as one HTML file, as pictures; the record of answers to sign."""

from __future__ import annotations

from narrow_cornice.desk.handing_out import HandingOut


def boards(out: HandingOut) -> None:
    """Print the house's board, those of its rooms and the record."""
    from narrow_cornice.exchange.boards_out import boards_pdf

    job = out.session.job
    out.print_sheets("Boards", f"{job.name} boards", lambda paper: boards_pdf(job, paper), job.presenting.paper)


def record(out: HandingOut) -> None:
    """Print the record of answers, to be signed."""
    from narrow_cornice.exchange.boards_out import record_pdf

    job = out.session.job
    out.print_sheets("The record of answers", f"{job.name} record", lambda paper: record_pdf(job, paper))


def boards_html(out: HandingOut) -> None:
    """Hand out all boards as one HTML file that needs nothing else."""
    job = out.session.job
    path = out.ask("All boards as one HTML file", f"{job.name} boards", "html")
    if path is not None:
        from narrow_cornice.exchange.boards_out import boards_html as made

        out.write(path, lambda: made(job).encode("utf-8"))


def drawing_png(out: HandingOut) -> None:
    """Hand out the drawing that is looked at as a picture."""
    out.drawing_png()
