"""The bench for a total of the tally, and for the whole second look."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import NoteRow, Row, Title
from narrow_cornice.desk.view import TO_SETTLE, TallyPath
from narrow_cornice.job.model import Job
from narrow_cornice.review.second_look import second_look


def tally_rows(bench: Bench, job: Job, path: TallyPath) -> Iterator[Row]:
    """Yield the working of a total, or the whole second look."""
    name = path.name
    if name == TO_SETTLE:
        found = second_look(job)
        open_ones = [finding for finding in found if finding.kept is None]
        yield Title("Second look", f"{len(open_ones)} to settle, {len(found) - len(open_ones)} kept")
        if not found:
            yield NoteRow("Nothing to settle.")
        for finding in found:
            yield bench.finding_row(finding)
        return
    figure = bench.places.total_of(job, name)
    if figure is None:
        return
    yield Title(name.capitalize(), f"{job.name[:100]}, the whole job")
    yield from bench.working(figure)
