"""What is handed out here: palettes on paper, as a palette for other programs, as a table."""

from __future__ import annotations

from narrow_cornice.derived.coloured.room_palette import palette_of_room
from narrow_cornice.desk.handing_out import HandingOut
from narrow_cornice.drawing.house_string import house_string
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.drawing.room_colours import bridge_board, role_cards
from narrow_cornice.job.model import Job


def palettes_pdf(out: HandingOut) -> None:
    """Print the house in colour, and each room's colours and bridge material."""
    job = out.session.job
    from narrow_cornice.exchange.pdf_sheets import drawings_pdf

    out.print_sheets(
        "Palettes of the house", f"{job.name} palettes", lambda paper: drawings_pdf(boards(job), job, paper, ())
    )


def boards(job: Job) -> list[Drawing]:
    """Return the drawings of the colours of a job."""
    made = [house_string(job, "")]
    for room in job.rooms:
        if palette_of_room(job, room):
            made.append(role_cards(job, room))
        if room.colours.bridge is not None:
            made.append(bridge_board(job, room))
    return made


def palette_gpl(out: HandingOut) -> None:
    """Hand out the colours of the job as a palette that other programs read."""
    job = out.session.job
    path = out.ask("The palette", f"{job.name} colours", "gpl")
    if path is not None:
        from narrow_cornice.exchange.decks import colours_gpl

        out.write(path, lambda: colours_gpl(job).encode("utf-8"))


def colours_csv(out: HandingOut) -> None:
    """Hand out the colours of every room as a table."""
    job = out.session.job
    path = out.ask("Colours by room", f"{job.name} colours", "csv")
    if path is not None:
        from narrow_cornice.exchange.decks import colours_table

        out.write(path, lambda: colours_table(job).encode("utf-8"))
