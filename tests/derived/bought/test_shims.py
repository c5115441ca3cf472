"""Shims by hand: eight an opening that is cased, three a metre of trim brought to old, four a standing carcass."""

from __future__ import annotations

from narrow_cornice.casework.kinds import beginnings
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.job import edits
from narrow_cornice.job.beginnings import begun
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import starting_job
from narrow_cornice.units.lengths import plain_length as mm


def made(*changes: Edit) -> Job:
    history = History(starting_job())
    history.do(edits.add_room("Room", mm(4200.0), mm(3000.0), mm(2500.0)))
    for edit in changes:
        assert history.do(edit)
    return history.job


def shims(job: Job) -> float:
    line = to_buy(job).line("hardware:shim")
    return 0.0 if line is None else line.needed.value


def test_shims_by_hand() -> None:
    door = edits.add_opening("r1", "door", "w1", mm(1000.0))
    window = edits.add_opening("r1", "window", "w2", mm(1000.0))
    bare = edits.change_opening("r1", "o2", "window", cased=False)
    assert shims(made()) == 0.0
    assert shims(made(door, window)) == 16.0
    assert shims(made(door, window, bare)) == 8.0
    line = to_buy(made(door)).line("hardware:shim")
    assert line is not None
    assert (line.bought_as, line.price) == ("1 × 50 pieces", 4.8)
    old = edits.put_up("r1", "there", "skirting", "w2", mm(125.0), mm(18.0))
    shimmed = edits.change_thing("r1", "there", "t1", "old skirting", meets="shimmed to its face")
    assert shims(made(old)) == 0.0
    assert shims(made(old, shimmed)) == 26.0  # 8.4 m beside it: 25.2


def test_carcasses_that_stand_are_levelled_and_hung_ones_are_not() -> None:
    kind = beginnings()["bookcase"]
    run = begun(kind, "Bookcase", "", 1600.0)
    standing = made(edits.build_along("r1", "w3", run, "along", mm(kind.deep), mm(600.0), mm(2200.0)))
    many = shims(standing)
    assert many > 0
    assert many % 4 == 0
    hung = edits.change_built_in("r1", standing.rooms[0].casework.built_ins[0].id, hung=mm(600.0)).apply(standing)
    assert shims(hung) == 0.0
