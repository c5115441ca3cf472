"""What each room, surface, run and built-in costs, as the rows of a sheet."""

from __future__ import annotations

from narrow_cornice.derived.bought.costs import costs
from narrow_cornice.desk.ruled_sheet import Cell, SheetRow, row
from narrow_cornice.job.model import Job
from narrow_cornice.units.show import show_money

HEADINGS = ("What", "Materials", "Hours", "Labour", "Together")


def cost_rows(job: Job) -> list[SheetRow]:
    """Return a row for each room and for each thing below it, and one for them all."""
    every = costs(job)
    rows = [
        row(
            one.about,
            Cell(one.words, strong=True) if one.whole else f"      {one.words}",
            *(
                Cell(text, number=True, strong=one.whole)
                for text in (
                    show_money(one.materials),
                    f"{one.hours:.1f}" if one.hours else "",
                    show_money(one.labour) if one.labour else "",
                    show_money(one.together),
                )
            ),
        )
        for one in every
    ]
    whole = [one for one in every if one.whole]
    if whole:
        sums = [sum(getattr(one, name) for one in whole) for name in ("materials", "hours", "labour", "together")]
        texts = (show_money(sums[0]), f"{sums[1]:.1f}", show_money(sums[2]) if sums[2] else "", show_money(sums[3]))
        rows.append(
            row(None, Cell("All together", strong=True), *(Cell(text, number=True, strong=True) for text in texts))
        )
    return rows
