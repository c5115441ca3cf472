"""What is handed out here: the brief for the client to sign."""

from __future__ import annotations

from narrow_cornice.desk.handing_out import HandingOut


def print_brief(out: HandingOut) -> None:
    """Hand out the brief for the client to sign."""
    from narrow_cornice.exchange.brief_pdf import brief_pdf

    job = out.session.job
    out.print_sheets("The brief", f"{job.name} brief", lambda paper: brief_pdf(job, paper))
