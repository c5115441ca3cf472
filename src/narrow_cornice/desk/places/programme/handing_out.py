"""What is handed out here: the programme on paper, as a calendar, as a table."""

from __future__ import annotations

from narrow_cornice.desk.handing_out import HandingOut
from narrow_cornice.job.model import Job, Room


def programme_sheets(out: HandingOut) -> None:
    """Print the diary and a sheet for each day."""
    from narrow_cornice.exchange.programme_out import programme_pdf

    job = out.session.job
    out.print_sheets("Programme", f"{job.name} programme", lambda paper: programme_pdf(job, paper))


def calendar(out: HandingOut) -> None:
    """Hand out the programme as a calendar."""
    job = out.session.job
    if job.programme.begins.ordinal is None:
        out.tell("Say when the work begins (on the programme's bench): a calendar needs days.")
        return
    path = out.ask("The programme as a calendar", f"{job.name} programme", "ics")
    if path is not None:
        from narrow_cornice.exchange.programme_out import programme_calendar

        out.write(path, lambda: programme_calendar(job))


def works_csv(out: HandingOut) -> None:
    """Hand out the works as a table."""
    job = out.session.job
    path = out.ask("Works", f"{job.name} works", "csv")
    if path is not None:
        from narrow_cornice.exchange.programme_out import programme_table

        out.write(path, lambda: programme_table(job).encode("utf-8"))


def cautions_of_room(job: Job, room: Room) -> tuple[str, ...]:
    """Return the cautions that the works in a room call for."""
    from narrow_cornice.exchange.cautions import cautions_of
    from narrow_cornice.exchange.programme_out import risks_of_works

    return cautions_of(risks_of_works(job, room))
