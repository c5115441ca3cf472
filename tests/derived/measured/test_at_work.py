"""Whether a room is furnished while it is worked in: as somebody said, else as its pieces say; what that makes of its
hours."""

from __future__ import annotations

import pytest

from narrow_cornice.derived.bought.hours import job_hours
from narrow_cornice.derived.measured.at_work import furnished_by_pieces, is_furnished
from narrow_cornice.job import edits
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.history import History
from narrow_cornice.job.samples import starting_job
from narrow_cornice.units.lengths import plain_length as length


def painted_room() -> History:
    history = History(starting_job())
    history.do(edits.add_room("Room", length(4000.0), length(3000.0), length(2500.0)))
    history.do(edits.change_finish(["r1"], ["upper wall", "ceiling"], "walls", paint="wall-matt", colour="c1"))
    return history


def hours(history: History) -> float:
    return job_hours(history.job).value


def test_somebody_says_it_before_the_pieces_do() -> None:
    history = painted_room()
    empty = hours(history)
    assert not is_furnished(history.job.rooms[0])
    history.do(edits.set_furnished("r1", True))
    assert is_furnished(history.job.rooms[0])
    assert not furnished_by_pieces(history.job.rooms[0])
    assert hours(history) == pytest.approx(1.2 * empty, rel=0.01)  # each line to a tenth of an hour
    history.undo()
    assert hours(history) == empty
    history.do(edits.stand_piece("r1", edits.usual_piece("sofa", x=1000.0, y=1500.0)))
    assert is_furnished(history.job.rooms[0])
    history.do(edits.set_furnished("r1", False))
    assert hours(history) == empty
    history.do(edits.set_furnished("r1", None))
    assert is_furnished(history.job.rooms[0])


def test_what_was_said_is_in_the_file() -> None:
    history = painted_room()
    for stays in (True, False, None):
        history.do(edits.set_furnished("r1", stays))
        assert decode_job(encode_job(history.job), "x").rooms[0].brief.furnished is stays
