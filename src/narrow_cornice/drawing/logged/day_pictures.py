"""The photographs of a day's entries, as they were pasted into the diary."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.boards.photographs import pixels_of, png_of
from narrow_cornice.drawing.marks import Area, Drawing, Label, Mark, Pen, Photograph, bounds_of
from narrow_cornice.drawing.site_diary import day_words
from narrow_cornice.job.logged import Entry
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import EntryPath
from narrow_cornice.job.pictures import PictureError
from narrow_cornice.memo import by_identity

WIDE, TALL, GAP = 800.0, 600.0, 120.0
IN_A_ROW, MOST = 3, 12


@by_identity(times=2, each="job")
def day_pictures(job: Job, entry_id: str) -> Drawing:
    """Return the photographs of an entry, or of the last entries that have any."""
    entries = [one for one in job.logbook.entries if one.pictures]
    chosen = [one for one in entries if one.id == entry_id] or entries[::-1]
    if not chosen:
        words = "No photograph yet: choose an entry, and add one on the bench or drop it here."
        return Drawing("Photographs of the days", words, (), (0.0, 0.0, 2800.0, 1500.0))
    marks: list[Mark] = []
    number = 0
    for entry in chosen:
        for name in entry.pictures:
            if number < MOST and name in job.pictures:
                row, column = divmod(number, IN_A_ROW)
                marks += _pasted(job, entry, name, column * (WIDE + GAP), row * (TALL + 2 * GAP))
                number += 1
    said = day_words(chosen[0].day) if len(chosen) == 1 else "the last ones first"
    return Drawing("Photographs of the days", said, tuple(marks), bounds_of(marks, 90.0))


def _pasted(job: Job, entry: Entry, name: str, x: float, y: float) -> Iterator[Mark]:
    about = EntryPath(entry.id)
    try:
        pixels = pixels_of(job.pictures[name])
    except PictureError:
        ring = ((x, y), (x + WIDE, y), (x + WIDE, y + TALL), (x, y + TALL))
        yield Area(ring, "sheet", about, Pen("rust", 0.8, dashed=True))
        yield Label((x + WIDE / 2, y + TALL / 2), "damaged", 9, "rust", about=about)
        return
    scale = min(WIDE / pixels.shape[1], TALL / pixels.shape[0])
    wide, tall = pixels.shape[1] * scale, pixels.shape[0] * scale
    edge = ((x - 22, y - 22), (x + wide + 22, y - 22), (x + wide + 22, y + tall + 22), (x - 22, y + tall + 22))
    yield Area(tuple((px + 12, py + 14) for px, py in edge), "#2a272424")
    yield Area(edge, "paper", about, Pen("rule", 0.7))
    yield Photograph((x, y), wide, tall, png_of(pixels), 1.0, about)
    words = f"{day_words(entry.day)}: {entry.words}"[:60]
    yield Label((x, y + tall + 70.0), words, 8.5, "ink", "left", "slanted", about=about)
