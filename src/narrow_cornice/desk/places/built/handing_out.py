"""What is handed out here: the parts as a table, and the sheets with the parts on paper."""

from __future__ import annotations

from narrow_cornice.desk.handing_out import HandingOut
from narrow_cornice.desk.places.built.chosen import run_of


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


def parts_dxf(out: HandingOut) -> None:
    """Hand out every part as DXF, in a ZIP."""
    job = out.session.job
    path = out.ask("Parts, a DXF each", f"{job.name} parts", "zip")
    if path is not None:
        from narrow_cornice.exchange.parts_out import parts_zip

        out.write(path, lambda: parts_zip(job))


def labels(out: HandingOut) -> None:
    """Hand out a label for every part."""
    job = out.session.job
    from narrow_cornice.exchange.parts_out import labels_pdf

    out.print_sheets("Labels for the parts", f"{job.name} labels", lambda paper: labels_pdf(job, paper))


def drawings(out: HandingOut) -> None:
    """Hand out the drawings of the built-in that is looked at: its room's from the front, and it cut and taken
    apart."""
    job, view = out.session.job, out.session.view
    room = out.session.room()
    run = run_of(room, view.selected) if room is not None else None
    if room is None or run is None:
        out.tell("Nothing is built in here yet.")
        return
    from narrow_cornice.derived.built.risks import risks_of
    from narrow_cornice.drawing.built_views import drawings_of_run
    from narrow_cornice.exchange.cautions import cautions
    from narrow_cornice.exchange.pdf_sheets import drawings_pdf

    sheets = drawings_of_run(room, run, job.brief.people, job.house_rules, job.settings)
    said = cautions("dust", *risks_of(room, job.house_rules))
    out.print_sheets(f"Drawings of {run.name[:40]}", run.name, lambda paper: drawings_pdf(sheets, job, paper, said))


def kinds(out: HandingOut) -> None:
    """Hand out all kinds of built-ins of the job as a file, to be changed by hand and brought in elsewhere."""
    job = out.session.job
    path = out.ask("Kinds of built-ins", f"{job.name} built-ins", "toml")
    if path is not None:
        from narrow_cornice.exchange.kinds_file import kinds_toml

        out.write(path, lambda: kinds_toml(job.beginnings()))
