"""What is handed out here: the schedule of surfaces."""

from __future__ import annotations

from narrow_cornice.desk.handing_out import HandingOut


def surfaces_csv(out: HandingOut) -> None:
    """Hand out the schedule of surfaces."""
    job = out.session.job
    path = out.ask("The schedule", f"{job.name} surfaces", "csv")
    if path is not None:
        from narrow_cornice.exchange.csv_lists import surfaces_list

        out.write(path, lambda: surfaces_list(job).encode("utf-8"))
