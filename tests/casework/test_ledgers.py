"""Worktops over room for knees: on ledgers at walls, on a gable where they end free, with no plinth across it."""

from __future__ import annotations

import pytest
from hypothesis import given, strategies as st
from msgspec.structs import replace

from narrow_cornice.casework.carcass import Carcasses, carcasses
from narrow_cornice.casework.hardware import ledger_fixings_for
from narrow_cornice.casework.parts import Part
from narrow_cornice.casework.wishes import Bay, Compartment, Habits, Space, Stuff

KNEES = Bay("k", None, (Compartment("k", holds="knees", count=1),))
DRAWERS = Bay("d", 450.0, (Compartment("d", holds="drawers", count=3),))
STUFF = Stuff(18.0, 6.0, 18.0, 12.0, 85.0, worktop=27.0, tall=740.0)


def desk(*bays: Bay, left: bool = True, right: bool = True, wide: float = 1800.0) -> Carcasses:
    return carcasses(Space(wide, 2500.0, 600.0, 2400.0, left, right, 5.0), bays, STUFF, Habits())


def of(made: Carcasses, kind: str) -> list[Part]:
    return [part for part in made.parts if part.kind == kind]


def test_between_two_walls_it_lies_on_three_ledgers_and_nothing_else() -> None:
    """1 800 clear: 1 800 of ledger behind; 600 deep less 20 over the front and the ledger behind at each side."""
    made = desk(KNEES)
    assert not made.fault
    assert {part.kind for part in made.parts} == {"ledger", "worktop"}
    behind, *sides = of(made, "ledger")
    assert behind.length == 1800.0
    assert [side.length for side in sides] == [made.depth - 45.0] * 2
    assert made.depth == 600.0 - 20.0
    assert all(part.box[2] + part.box[5] == pytest.approx(740.0 - 27.0) for part in of(made, "ledger"))
    (top,) = of(made, "worktop")
    assert (top.box[0], top.box[3], top.box[2]) == (0.0, 1800.0, 713.0)
    (bay,) = made.bays
    assert (bay.x, bay.width) == (0.0, 1800.0)  # up to both walls, with no fillers


def test_in_a_corner_a_gable_carries_the_free_end() -> None:
    made = desk(KNEES, right=False)
    (gable,) = of(made, "gable")
    assert gable.box == (1800.0 - 18.0, 0.0, 0.0, 18.0, 580.0, 713.0)
    assert made.bays[0].width == 1800.0 - 18.0
    assert len(of(made, "ledger")) == 2  # behind, and at the wall
    assert sum(part.box[3] for part in of(made, "worktop")) == 1800.0


def test_beside_drawers_the_plinth_stops_at_the_room_for_knees() -> None:
    """Drawers of 450 between 18s at the left of a wall's end, knees up to the right wall: filler only at the left."""
    made = desk(DRAWERS, KNEES)
    (plinth,) = of(made, "plinth")
    assert (plinth.box[0], plinth.box[3]) == (Habits().filler_at_doors, 450.0 + 36.0)
    (filler,) = of(made, "filler")
    assert filler.box[0] == 0.0
    knees = made.bays[1]
    assert knees.x + knees.width == pytest.approx(1800.0)
    assert [part.bay for part in of(made, "ledger")] == ["k", "k"]
    between = desk(DRAWERS, KNEES, replace(DRAWERS, id="e"))
    assert len(of(between, "plinth")) == 2
    assert len(of(between, "ledger")) == 1  # along the wall behind; the carcasses carry its ends


def test_between_two_that_are_open_for_knees_a_gable_carries_it() -> None:
    """1 800 less a board of 18, halved: 891 each, the gable from 891 on."""
    made = desk(KNEES, replace(KNEES, id="l"))
    assert [(bay.x, bay.width) for bay in made.bays] == [(0.0, 891.0), (909.0, 891.0)]
    (gable,) = of(made, "gable")
    assert gable.box == (891.0, 0.0, 0.0, 18.0, 580.0, 713.0)
    assert made.uprights == 1
    behind = [part.length for part in of(made, "ledger") if part.box[1] == 0.0]
    assert behind == [891.0, 891.0]
    ends = desk(KNEES, replace(KNEES, id="l"), left=False, right=False)
    assert [part.box[0] for part in of(ends, "gable")] == [0.0, 891.0, 1782.0]
    apart = desk(KNEES, DRAWERS, replace(KNEES, id="l"))
    assert of(apart, "gable") == []  # the carcass between carries both


def test_it_hangs_nowhere() -> None:
    made = carcasses(
        Space(1800.0, 2500.0, 600.0, 2400.0, True, True, 5.0), (KNEES,), replace(STUFF, hung=300.0), Habits()
    )
    assert "on the floor" in made.fault


@pytest.mark.parametrize(("long", "many"), [(300.0, 2), (400.0, 2), (900.0, 4), (1800.0, 6)])
def test_fixings_of_a_ledger(long: float, many: int) -> None:
    """One at each end, and no two further apart than 400."""
    assert ledger_fixings_for(long) == many
    assert long / (many - 1) <= 400.0


@given(
    bays=st.lists(st.sampled_from([KNEES, DRAWERS]), min_size=1, max_size=4),
    left=st.booleans(),
    right=st.booleans(),
    wide=st.floats(1900.0, 5000.0),
)
def test_widths_and_parts_make_up_the_run_and_never_meet(bays: list[Bay], left: bool, right: bool, wide: float) -> None:
    named = [replace(bay, id=f"{bay.id}{at}", width=None) for at, bay in enumerate(bays)]
    made = desk(*named, left=left, right=right, wide=wide)
    assert not made.fault
    boards = made.uprights * 18.0
    fillers = sum(part.box[3] for part in of(made, "filler"))
    # A free end with a carcass stands at the end of the place; one at a wall behind its filler.
    assert sum(bay.width for bay in made.bays) + boards + fillers == pytest.approx(wide)
    solid = [part.box for part in made.parts if part.kind in ("ledger", "gable", "worktop", "side", "plinth", "filler")]
    for number, one in enumerate(solid):
        for other in solid[number + 1 :]:
            apart = any(
                one[k] + one[k + 3] <= other[k] + 1e-6 or other[k] + other[k + 3] <= one[k] + 1e-6 for k in range(3)
            )
            assert apart, (one, other)
    # Wherever there is room for knees a ledger is behind it, and something carries each of its ends.
    for bay in made.bays:
        if bay.bay.for_knees:
            assert any(
                part.bay == bay.bay.id and part.box[3] == pytest.approx(bay.width) for part in of(made, "ledger")
            )
