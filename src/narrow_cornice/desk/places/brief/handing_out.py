"""What is handed out here: the brief for the client to sign."""

from __future__ import annotations

from narrow_cornice.desk.handing_out import HandingOut


def print_brief(out: HandingOut) -> None:
    """Hand out the brief for the client to sign."""
    job = out.session.job
    path = out.ask("The brief", f"{job.name} brief", "pdf")
    if path is not None:
        from narrow_cornice.exchange.brief_pdf import brief_pdf

        out.write(path, lambda: brief_pdf(job))
