"""What is handed out here: the house's book, touch-up cards, the diary, and both as tables."""

from __future__ import annotations

from narrow_cornice.desk.handing_out import HandingOut


def book(out: HandingOut) -> None:
    """Print the house's book."""
    from narrow_cornice.exchange.logbook_out import book_pdf

    job = out.session.job
    out.print_sheets("The house's book", f"{job.name} book", lambda paper: book_pdf(job, paper))


def cards(out: HandingOut) -> None:
    """Print the touch-up cards of all rooms."""
    from narrow_cornice.exchange.logbook_out import cards_pdf

    job = out.session.job
    out.print_sheets("Touch-up cards", f"{job.name} touch-up", lambda paper: cards_pdf(job, paper))


def diary(out: HandingOut) -> None:
    """Print the diary."""
    from narrow_cornice.exchange.logbook_out import diary_pdf

    job = out.session.job
    if not job.logbook.entries:
        out.tell("Nothing was written into the logbook yet.")
        return
    out.print_sheets("The diary", f"{job.name} diary", lambda paper: diary_pdf(job, paper))


def entries_csv(out: HandingOut) -> None:
    """Hand out the logbook as a table."""
    job = out.session.job
    path = out.ask("The logbook", f"{job.name} logbook", "csv")
    if path is not None:
        from narrow_cornice.exchange.logbook_out import entries_table

        out.write(path, lambda: entries_table(job).encode("utf-8"))


def book_csv(out: HandingOut) -> None:
    """Hand out the house's book as a table."""
    job = out.session.job
    path = out.ask("The house's book", f"{job.name} book", "csv")
    if path is not None:
        from narrow_cornice.exchange.logbook_out import book_table

        out.write(path, lambda: book_table(job).encode("utf-8"))
