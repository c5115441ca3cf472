"""Fitting the shelves of a room to what is kept on them, beside the window."""

from __future__ import annotations

from narrow_cornice.casework.spacing import Spacing, spacing
from narrow_cornice.derived.built.contents import Spaced, columns_of, reach_of, things_of
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.searching import Searching
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Room
from narrow_cornice.units.lengths import plain_length


class SpacingWork(Searching):
    """The search for the spacing of shelves at which most has room."""

    columns: tuple[Spaced, ...] = ()

    def start(self, job: Job, room: Room) -> None:
        """Search for the best spacing of the shelves of a room."""
        self.columns = columns_of(room, job.house_rules)
        columns = [one.column for one in self.columns]
        things = [things_of(one) for one in room.casework.contents]
        reach = reach_of(job.brief.people)

        self.search(room.id, lambda _, stopped: spacing(columns, things, reach, stopped=stopped), lambda plan: plan)


def spacing_of(bench: Bench) -> SpacingWork:
    """Return the search beside a bench; what it finds is an edit like any other."""

    def take(room_id: str, found: object) -> None:
        assert isinstance(found, Spacing)
        work = spacing_of(bench)
        spaced = tuple(
            (one.run, one.bay, one.compartment, tuple(plain_length(mm) for mm in heights))
            for one, heights in zip(work.columns, found.heights, strict=True)
            if heights
        )
        if spaced:
            bench.do(edits.space_shelves(room_id, spaced, "shelves fitted to what is kept"))
        bench.refresh()

    def listen(work: SpacingWork) -> None:
        work.done.connect(take)
        work.failed.connect(bench.session.refused.emit)

    return bench.work(SpacingWork, listen)
