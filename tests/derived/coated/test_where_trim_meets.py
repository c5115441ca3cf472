"""What is built where trim meets trim, old work, beams and lowered ceilings is what covers and is painted; by hand."""

from __future__ import annotations

import pytest
from msgspec.structs import replace

from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.job import edits
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import starting_job
from narrow_cornice.units.lengths import plain_length as mm
from rooms import trimmed_of


def made(*changes: Edit) -> Job:
    """A room of 4 200 × 3 000 × 2 500, Doric in five parts: skirting 125, casing 125 wide, cornice 187.5 each way."""
    history = History(replace(starting_job(), house_rules={"casing_setback": 0.0, "one_piece_cornice": 500.0}))
    history.do(edits.add_room("Room", mm(4200.0), mm(3000.0), mm(2500.0)))
    for edit in changes:
        assert history.do(edit)
    return history.job


def painted(job: Job, key: str) -> float:
    return next(one.net.value for one in room_surfaces(job.rooms[0], job.house_rules) if one.key == key)


def girth(job: Job, kind: str) -> float:
    profile = trimmed_of(job.rooms[0], job.house_rules).trim.of(kind).profile  # type: ignore[arg-type]
    assert profile is not None
    return profile.girth


def lowered(**fields: object) -> tuple[Edit, ...]:
    put = edits.put_up("r1", "bulks", "lowered ceiling", "w1", mm(0.0))
    sizes = {"width": mm(4200.0), "depth": mm(900.0), "under": mm(2200.0), **fields}
    return put, edits.change_thing("r1", "bulks", "z1", "lowered ceiling", **sizes)


CORNICE = 187.5


def test_a_cornice_that_a_window_stops_covers_no_ceiling_there() -> None:
    """A window up to 2 400 whose casing of 125 reaches 2 525: the cornice is cut out for 900 + 2 × 125."""
    window = (
        edits.add_opening("r1", "window", "w1", mm(1000.0)),
        edits.change_opening("r1", "o1", "window", width=mm(900.0), height=mm(1500.0), sill=mm(900.0)),
    )
    ring = (2 * (4200 + 3000) * CORNICE - 4 * CORNICE**2) / 1e6
    assert painted(made(), "ceiling@room") == pytest.approx(4.2 * 3.0 - ring)
    job = made(*window)
    assert painted(job, "ceiling@room") == pytest.approx(4.2 * 3.0 - ring + (900 + 250) * CORNICE / 1e6)


def test_an_old_cornice_covers_by_its_own_size_also_where_none_is_fitted() -> None:
    """On the wall of 3 000 an old one of 80 stays, new ones of 187.5 on the others: what lies under two of them is
    187.5 × 187.5 in two corners and 187.5 × 80 in the others."""
    old = edits.put_up("r1", "there", "cornice", "w2", mm(100.0), mm(80.0))
    covered = (4200 * 2 + 3000) * CORNICE + 3000 * 80 - 2 * CORNICE**2 - 2 * CORNICE * 80
    assert painted(made(old), "ceiling@room") == pytest.approx(4.2 * 3.0 - covered / 1e6)
    none = made(old, edits.change_trim("r1", "cornice", fitted=False))
    assert painted(none, "ceiling@room") == pytest.approx(4.2 * 3.0 - 3000 * 80 / 1e6)  # its corners are its own


def test_a_lowered_ceiling_from_wall_to_wall_has_no_ends_and_stops_the_cornice() -> None:
    """900 deep along the wall of 4 200, 300 lower: a front of 4.2 × 0.3 and an underside of 4.2 × 0.9."""
    job = made(*lowered())
    assert painted(job, "boxing@z1") == pytest.approx(4.2 * 0.3 + 4.2 * 0.9)
    runs = [run for run in trimmed_of(job.rooms[0], job.house_rules).runs if run.kind == "cornice"]
    by_wall = {run.wall: (run.start, run.end) for run in runs}
    assert "w1" not in by_wall  # all of its wall is behind it
    # w2 begins at the corner with w1: from the left, seen from inside, that is its right end.
    assert by_wall["w2"] == (pytest.approx(0.0), pytest.approx(2100.0))
    assert by_wall["w4"] == (pytest.approx(900.0), pytest.approx(3000.0))
    assert by_wall["w3"] == (0.0, pytest.approx(4200.0))
    # On each side wall it covers 900 × 300 of what would be painted; the cornice there is gone with it.
    before = painted(made(edits.change_trim("r1", "cornice", fitted=False)), "upper wall@w2")
    after = painted(made(edits.change_trim("r1", "cornice", fitted=False), *lowered()), "upper wall@w2")
    assert before - after == pytest.approx(0.9 * 0.3)
    # The ceiling that is left is 2 100 deep, less the cornice on three sides of it.
    assert painted(job, "ceiling@room") == pytest.approx(
        4.2 * 2.1 - ((4200 + 2 * 2100) * CORNICE - 2 * CORNICE**2) / 1e6
    )
    part = made(*lowered(width=mm(2000.0)))  # ends in the room: its far end shows
    assert painted(part, "boxing@z1") == pytest.approx((2.0 + 0.9) * 0.3 + 2.0 * 0.9)


def test_casings_that_run_into_one_another_are_painted_once() -> None:
    """Two windows of 900 × 1 200, 150 apart: of two legs of 125 only 150 are there, over 1 200 + 2 × 125."""
    first = edits.add_opening("r1", "window", "w1", mm(500.0))
    second = edits.add_opening("r1", "window", "w1", mm(500.0 + 900.0 + 150.0))
    both = made(first, second)
    apart = made(first, edits.add_opening("r1", "window", "w1", mm(500.0 + 900.0 + 400.0)))
    share = girth(both, "casing") / 125.0
    lost = (125 + 125 - 150) * (1200 + 250) / 1e6 * share
    assert painted(both, "casing@room") == pytest.approx(painted(apart, "casing@room") - lost)
    # and what they cover of the wall is by as much less
    covered = (125 + 125 - 150) * (1200 + 250) / 1e6
    assert painted(both, "upper wall@w1") == pytest.approx(painted(apart, "upper wall@w1") + covered)
