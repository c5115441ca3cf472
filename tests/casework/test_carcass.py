"""Runs of casework: one by hand, and what must hold of every run in every space."""

from __future__ import annotations

from itertools import combinations, pairwise

import pytest
from hypothesis import given, settings, strategies as st
from msgspec.structs import replace

from narrow_cornice.casework.carcass import Carcasses, bay_widths, carcasses
from narrow_cornice.casework.hardware import brackets_for, hinges_for, straps_for, wall_fixings_for
from narrow_cornice.casework.parts import FRAME, FRONT_KINDS, Part
from narrow_cornice.casework.rows import levels_of, on_level, parted
from narrow_cornice.casework.wishes import FRONTS, GRADINGS, Bay, Compartment, Habits, Space, Stuff
from thorough import many

HABITS = Habits()
STUFF = Stuff(board=18, back=6, front=18, drawer=12, plinth=85)
SPACE = Space(width=1200, height=2500, depth=350, stands=2315, left=True, right=True, scribe=18)


def bay(name: str, *compartments: Compartment, width: float | None = None) -> Bay:
    return Bay(name, width, compartments or (Compartment("s1"),))


def doors(count: int = 4, height: float | None = None) -> Compartment:
    return Compartment("s1", count=count, front="doors", height=height)


def drawers(count: int, height: float | None = None) -> Compartment:
    return Compartment("s1", "drawers", count, height=height)


def shelves(count: int = 4) -> Compartment:
    return Compartment("s2", count=count)


def of(run: Carcasses, kind: str) -> list[Part]:
    return [part for part in run.parts if part.kind == kind]


def test_an_alcove_by_hand() -> None:
    """1 200 clear, fillers of 20: 1 160 for one carcass; three uprights of 18 leave 1 106, two bays of 553."""
    run = carcasses(SPACE, (bay("a"), bay("b")), STUFF, HABITS)
    assert run.fault == ""
    assert (run.begin, run.end) == (20, 1180)
    assert [there.width for there in run.bays] == [553, 553]
    assert run.top == 85 + 2315  # no taller than it can be stood up, and closed above
    assert {(part.length, part.width) for part in of(run, "side")} == {(2315, 350)}
    (divider,) = of(run, "divider")
    assert (divider.length, divider.width) == (2315 - 36 + 2 * 6, 350 - 10 - 6)
    bottom, top = of(run, "bottom")[0], of(run, "top")[0]
    assert (bottom.length, bottom.width) == (top.length, top.width) == (1160 - 36 + 12, 350)
    loose, fixed = of(run, "shelf"), of(run, "fixed shelf")
    assert {(part.length, part.width) for part in loose} == {(551, 334)}  # 2 mm shorter than the bay
    assert len(loose) == 6
    assert [part.length for part in fixed] == [553 + 12] * 2  # half way up, since the sides are over 1 600
    assert {(part.length, part.width) for part in of(run, "filler")} == {(2400, 38)}
    assert [(part.length, part.width) for part in of(run, "top filler")] == [(1200, 100 + 18)]
    assert [(part.length, part.width) for part in of(run, "plinth")] == [(1160, 85)]


def test_doors_by_hand() -> None:
    """Fillers of 40 leave 1 120: uprights at 0, 542 … the doors share it out with gaps of 3."""
    run = carcasses(SPACE, (bay("a", doors()), bay("b", doors(1, 700), shelves())), STUFF, HABITS)
    assert (run.begin, run.end, run.depth) == (40, 1160, 332)
    tall, low = of(run, "door")
    assert (tall.box[0], tall.width, tall.length) == (41.5, 557, 2312)  # half a gap from the outside and the middle
    assert low.box[0] == 601.5
    assert low.width == 557
    assert low.length == 18 + 700 + 9 - 3  # from under the bottom to the middle of the fixed shelf


def test_a_wide_run_is_parted_and_a_wide_door_too() -> None:
    assert parted([500, 500, 500, 500], 1200) == [2, 2]
    assert parted([625, 625, 625, 625], 1200) == [1, 1, 1, 1]  # two of them are wider than one carcass may be
    assert parted([300, 300, 300, 300, 300], 1200) == [2, 1, 2]  # three rather than two that are unlike
    assert parted([307, 850, 307], 1200) == [1, 1, 1]
    assert parted([307, 850, 400], 1200) in ([2, 1], [1, 2])
    assert parted([1500], 1200) == [1]
    assert sum(parted([550.0] * 31, 1200)) == 31
    wide = replace(SPACE, width=2500)
    run = carcasses(wide, tuple(bay(name, doors()) for name in "abcd"), STUFF, HABITS)
    assert len(of(run, "side")) == 8  # 605 each: two of them would be 1 210
    assert len(of(run, "divider")) == 0
    run = carcasses(SPACE, (bay("a", doors()),), STUFF, HABITS)
    assert len(of(run, "door")) == 2


def test_a_run_taller_than_a_sheet_is_long_stands_in_rows() -> None:
    """2 800 over a plinth of 85, sheets of 2 420: cupboards of 700 and two boards below, one row of shelves on them."""
    tall = replace(SPACE, height=2895, stands=2850)
    stuff = replace(STUFF, longest=2420)
    run = carcasses(tall, (bay("a", doors(1, 700), shelves(5)), bay("b", drawers(3, 700), shelves())), stuff, HABITS)
    assert run.levels == ((85, 821), (821, 2885))
    assert {part.length for part in of(run, "side")} == {736, 2064}
    assert {part.length for part in of(run, "filler")} == {2885 / 2}
    assert of(run, "fixed shelf") != []  # half way up the row that is over 1 600
    assert len([part for part in run.parts if part.kind in ("shelf", "fixed shelf") and part.bay == "a"]) == 6


def test_rows_without_said_heights_are_parted_by_what_a_sheet_gives() -> None:
    """2 800 of sheets of 2 420: two rows of 1 400 would take a sheet's length each. Six rows of 399.2 are cut from one,
    with five cuts of 5, and what is left under such a row, 2 400.8, from another: 1.17 lengths, not 2."""
    tall = replace(SPACE, height=2895, stands=2850)
    stuff = replace(STUFF, longest=2420)
    plain = carcasses(tall, (bay("a", shelves(5)),), stuff, HABITS)
    assert [round(one, 1) for level in plain.levels for one in level] == [85, 2485.8, 2485.8, 2885]
    assert sum(part.kind in ("shelf", "fixed shelf") for part in plain.parts) == 4  # and the row itself is the fifth
    assert not [part for part in of(plain, "shelf") if part.box[2] > 2485]  # six spaces: one is the row on top
    hung = carcasses(tall, (bay("a", Compartment("s1", "rail", 1)),), stuff, HABITS)
    assert [part.box[2] < 2485 for part in of(hung, "rail")] == [True]  # where something can hang


@given(st.floats(2421, 9000), st.floats(1000, 3000), st.integers(0, 30))
def test_rows_fill_their_height_and_share_what_is_wished(tall: float, longest: float, count: int) -> None:
    stuff = replace(STUFF, longest=longest)
    levels = levels_of(85.0, 85.0 + tall, (bay("a", shelves(count)),), stuff)
    assert levels[0][0] == 85.0
    assert levels[-1][1] == pytest.approx(85.0 + tall)
    assert all(one[1] == other[0] for one, other in pairwise(levels))
    assert all(top - floor <= longest + 1e-6 for floor, top in levels)
    shared = [on_level(bay("a", shelves(count)), row, levels).compartments[0].count for row in range(len(levels))]
    assert sum(shared) + len(levels) - 1 == max(count, len(levels) - 1)  # between two rows is a shelf already


def test_fixed_bays_first() -> None:
    assert bay_widths(1000, (bay("a", width=300), bay("b"), bay("c"))) == [300, 350, 350]


def test_drawers_take_runners_and_go_on_a_box_as_deep_as_they_are() -> None:
    run = carcasses(SPACE, (bay("a", drawers(3, 700), shelves()), bay("b")), STUFF, HABITS)
    fronts = of(run, "drawer front")
    assert len(fronts) == 3
    assert len({round(part.box[5], 6) for part in fronts}) == 1
    sides, ends = of(run, "drawer side"), of(run, "drawer end")
    assert {part.length for part in sides} == {250}  # of 316 inside, 20 clear behind: 250 is the longest
    wide = run.bays[0].width
    assert ends[0].length == pytest.approx(wide - 2 * 12.7 - 2 * 12)


@pytest.mark.parametrize(
    ("space", "bays", "says"),
    [
        (SPACE, (), "needs a bay"),
        (SPACE, (bay("a", width=1080), bay("b")), "is left for the bays"),
        (SPACE, (bay("a", width=300), bay("b", width=300)), "Its bays come to 600 mm, 506 mm less than is clear"),
        (replace(SPACE, height=200), (bay("a"),), "over its plinth"),
        (replace(SPACE, depth=70), (bay("a"),), "not deep enough"),
        (replace(SPACE, width=200), (bay("a"), bay("b")), "is left"),
    ],
)
def test_what_does_not_fit_says_why(space: Space, bays: tuple[Bay, ...], says: str) -> None:
    assert says in carcasses(space, bays, STUFF, HABITS).fault


FRAMED = replace(STUFF, frame=(45.0, 20.0))


def test_a_face_frame_by_hand() -> None:
    """1 200 clear, fillers of 40: 1 120 for one carcass; stiles of 45 at its ends and in the middle, before uprights
    of 18: 45 + 45 + 45 leave 985 for two openings of 492.5, between x 40 and 1 160."""
    run = carcasses(SPACE, (bay("a", doors()), bay("b", shelves())), replace(FRAMED, inset=True), HABITS)
    assert run.fault == ""
    assert run.depth == 330  # 350 less the frame: inset doors are in it
    assert [(part.box[0], part.width) for part in of(run, "stile")] == [(40, 45), (577.5, 45), (1115, 45)]
    assert {part.length for part in of(run, "stile")} == {2400 - 58}  # 27 lower than the bottom board, to 103 − 45
    assert {(part.length, part.width) for part in of(run, "frame rail")} == {(492.5, 45)}
    assert len(of(run, "frame rail")) == 4
    (door,) = of(run, "door")
    assert (door.width, door.length) == (492.5 - 4, 2400 - 45 - 103 - 4)  # 2 mm round it
    assert door.box[1] + door.box[4] == 350  # flush with the frame
    over = carcasses(SPACE, (bay("a", doors()), bay("b", shelves())), FRAMED, HABITS)
    assert over.depth == 312
    assert of(over, "door")[0].width == 557  # laid over it as over a carcass


def test_an_arched_head_is_cut_from_a_frame() -> None:
    """An opening of 492.5 × 2 252: an arch of half a circle rises 246.25 over it."""
    arched = replace(shelves(), head="arched")
    assert "face frame" in carcasses(SPACE, (bay("a", arched),), STUFF, HABITS).fault
    run = carcasses(SPACE, (bay("a", doors()), bay("b", arched)), replace(FRAMED, inset=True), HABITS)
    (rail,) = of(run, "arched rail")
    assert rail.curve == 246.25
    assert rail.width == 45 + 246.25
    assert rail.bay == "b"


def test_drawers_pass_through_their_frame() -> None:
    """A bay of 1 084 between sides; stiles of 45 hide 27 of it at each: 1 030 less two runners of 12.7."""
    run = carcasses(SPACE, (bay("a", drawers(3, 700), shelves()),), FRAMED, HABITS)
    assert run.bays[0].width == 1084
    ends = of(run, "drawer end")
    assert ends[0].length == pytest.approx(1030 - 2 * 12.7 - 2 * 12)


def test_a_pull_out_is_one_front_with_its_levels() -> None:
    deep = replace(SPACE, depth=600)
    run = carcasses(deep, (bay("a", Compartment("s1", "pull-out", 3, height=800), shelves()),), STUFF, HABITS)
    assert run.fault == ""
    assert len(of(run, "drawer front")) == 1
    assert len(of(run, "drawer bottom")) == 3
    assert {part.box[5] for part in of(run, "drawer end")} == {800 - 15}
    assert "too little" in carcasses(deep, (bay("a", Compartment("s1", "pull-out", 30)),), STUFF, HABITS).fault


def test_a_panel_closes_what_no_door_reaches() -> None:
    """Doors of a bay in a corner begin after 400 that a panel closes: 1 117 − 400 in two leaves of 358.5 less a gap."""
    run = carcasses(SPACE, (bay("a", replace(doors(), panel=(400.0, 0.0))),), STUFF, HABITS)
    (panel,) = of(run, "panel")
    assert (panel.box[0], panel.width) == (41.5, 397)
    assert {part.width for part in of(run, "door")} == {(1120 - 400) / 2 - 3}
    whole = carcasses(SPACE, (bay("a", replace(doors(), panel=(1000.0, 0.0))),), STUFF, HABITS)
    assert of(whole, "door") == []
    assert len(of(whole, "panel")) == 1


def test_a_free_end_can_be_rounded() -> None:
    """350 deep, a board of 18 against the wall: shelves of a radius of 332, the lowest on the height of the bottom."""
    stuff = replace(STUFF, free_ends="rounded", end_shelves=3)
    run = carcasses(replace(SPACE, right=False), (bay("a"), bay("b")), stuff, HABITS)
    assert (run.begin, run.end) == (20, 1200 - 332)
    (back,) = of(run, "end back")
    assert (back.length, back.width) == (2400, 332)
    ends = of(run, "end shelf")
    assert [round(part.box[2], 3) for part in ends] == [85, *(85 + 2297 / 4 * n for n in (1, 2, 3)), 2382]
    assert {(part.length, part.width, part.curve) for part in ends} == {(332, 332, 332)}
    assert of(run, "top filler")[0].box[3] == 1200 - 332  # nothing closes what is over the rounded end
    both = carcasses(SPACE, (bay("a"), bay("b")), stuff, HABITS)
    assert of(both, "end shelf") == []  # walls at both ends


def test_hinges_and_straps() -> None:
    """By the table: to 900 or 6 kg two, to 1 600 or 12 three, to 2 000 or 17 four, to 2 400 or 22 five."""
    assert [hinges_for(900, 6), hinges_for(900, 6.1), hinges_for(1601, 5), hinges_for(2400, 22)] == [2, 3, 4, 5]
    assert hinges_for(2401, 5) is None
    assert hinges_for(700, 23) is None
    assert [straps_for(600), straps_for(2000), straps_for(2001)] == [2, 2, 3]
    assert [brackets_for(900), brackets_for(901)] == [2, 3]
    assert [wall_fixings_for(600), wall_fixings_for(1200), wall_fixings_for(1201)] == [4, 6, 8]


spaces = st.builds(
    Space,
    width=st.floats(400, 5000),
    height=st.floats(400, 3200),
    depth=st.floats(120, 700),
    stands=st.floats(300, 3100),
    left=st.booleans(),
    right=st.booleans(),
    scribe=st.floats(0, 40),
)
compartments = st.builds(
    Compartment,
    holds=st.sampled_from(["shelves", "shelves", "rail", "drawers", "trays", "pull-out", "cubbies", "nothing"]),
    count=st.integers(0, 6),
    across=st.integers(1, 3),
    front=st.sampled_from(FRONTS),
    height=st.one_of(st.none(), st.none(), st.floats(200, 900)),
    grading=st.sampled_from(GRADINGS),
    heights=st.lists(st.floats(150, 400), max_size=3).map(tuple),
    head=st.sampled_from(["square", "square", "arched"]),
    panel=st.tuples(st.sampled_from([0.0, 0.0, 150.0]), st.sampled_from([0.0, 0.0, 0.0, 400.0])),
)


def named(compartments: list[Compartment]) -> tuple[Compartment, ...]:
    made = []
    for number, one in enumerate(compartments):
        least = 0 if one.holds == "shelves" else 1
        made.append(replace(one, id=f"s{number}", count=max(one.count, least)))
    return tuple(made)


bays = st.builds(
    Bay,
    id=st.just(""),
    width=st.one_of(st.none(), st.none(), st.floats(150, 900)),
    compartments=st.lists(compartments, min_size=1, max_size=4).map(named),
)
stuffs = st.builds(
    Stuff,
    board=st.sampled_from([15.7, 17.5, 18.0, 26.5]),
    back=st.sampled_from([3.0, 6.0, 17.5]),
    front=st.sampled_from([17.5, 22.0]),
    drawer=st.sampled_from([11.7, 15.0]),
    plinth=st.sampled_from([0.0, 85.0, 120.0]),
    lipping=st.sampled_from([(0.0, 0.0), (20.0, 40.0)]),
    longest=st.sampled_from([1e6, 2420.0, 1500.0]),
    worktop=st.sampled_from([0.0, 26.5]),
    tall=st.sampled_from([None, None, 850.0, 2000.0]),
    hung=st.sampled_from([0.0, 0.0, 300.0]),
    inset=st.booleans(),
    frame=st.sampled_from([(0.0, 0.0), (0.0, 0.0), (45.0, 20.0), (70.0, 25.0)]),
    free_ends=st.sampled_from(["square", "square", "rounded"]),
    end_shelves=st.integers(0, 6),
)


def overlap(one: Part, other: Part) -> float:
    """By how much two boxes reach into one another, in the direction where it is least."""
    return min(
        min(one.box[axis] + one.box[axis + 3], other.box[axis] + other.box[axis + 3])
        - max(one.box[axis], other.box[axis])
        for axis in range(3)
    )


@settings(max_examples=many(80, 1000), deadline=None)
@given(spaces, st.lists(bays, min_size=1, max_size=6), stuffs)
def test_every_run_fits_its_space_and_no_part_another(space: Space, wished: list[Bay], stuff: Stuff) -> None:
    run = carcasses(space, tuple(replace(one, id=f"b{number}") for number, one in enumerate(wished)), stuff, HABITS)
    if run.fault:
        assert run.parts == ()
        return
    held_up = [part for part in run.parts if part.kind not in ("lipping",)]
    for part in held_up:
        x, y, z, wide, deep, tall = part.box
        assert min(wide, deep, tall) > 0, part
        assert x > -1e-6
        assert z > -1e-6
        assert x + wide < space.width + 1e-6
        assert z + tall < space.height + 1e-6
        assert y > -1e-6, part
        assert y + deep < space.depth + 1e-6
    for one, other in combinations(held_up, 2):
        assert overlap(one, other) < 1e-6, (one, other)


@settings(max_examples=many(80, 1000), deadline=None)
@given(spaces, st.lists(bays, min_size=1, max_size=6), stuffs)
def test_the_sums_match_the_space_and_the_parts_make_the_carcass(space: Space, wished: list[Bay], stuff: Stuff) -> None:
    run = carcasses(space, tuple(wished), stuff, HABITS)
    if run.fault:
        return
    fillers = sum(part.box[3] for part in of(run, "filler"))
    low = [part for part in (*of(run, "side"), *of(run, "divider")) if part.box[2] < run.levels[0][1] - 1]
    uprights = sum(part.box[3] for part in low)
    assert len(low) == run.uprights
    if fillers:
        fillers /= len(of(run, "filler")) / (space.left + space.right)  # each may be of several pieces
    below = [there for there in run.bays if there.low < run.levels[0][1]]
    backs = [part for part in of(run, "end back") if part.box[2] <= stuff.hung + 1e-6]
    rounded = sum(part.box[3] for part in backs)
    assert rounded + fillers + uprights + sum(there.width for there in below) == pytest.approx(space.width)
    assert len(run.bays) == len(wished) * len(run.levels)
    over = max((part.box[5] for part in of(run, "top filler")), default=space.height - run.top)
    assert stuff.floor + (run.top - run.floor) + over == pytest.approx(space.height)
    if stuff.tall is not None:
        assert run.over == pytest.approx(stuff.tall)
    for there in run.bays:
        # From the bottom up: what is clear between shelves and what they take come to the height inside.
        mine = [part for part in run.parts if part.kind in ("shelf", "fixed shelf") and part.carcass == there.carcass]
        column = [part for part in mine if there.x - 1 < part.box[0] < there.x + 2]
        levels = sorted((part.box[2], part.box[5]) for part in column)
        clear, at = 0.0, there.low
        for z, thick in levels:
            assert z - at > 0
            clear, at = clear + z - at, z + thick
        assert clear + there.high - at + stuff.board * len(levels) == pytest.approx(there.high - there.low)
    for part in run.parts:
        if part.kind in ("side", "shelf", "rail", "drawer side", "lipping", "worktop", *FRAME, *FRONT_KINDS):
            assert part.length * part.width * part.thickness == pytest.approx(part.volume)
        else:
            assert part.length * part.width * part.thickness >= part.volume - 1e-6  # and what goes into grooves


@settings(max_examples=many(80, 1000), deadline=None)
@given(spaces, st.lists(bays, min_size=1, max_size=6), stuffs)
def test_all_gaps_between_fronts_are_equal(space: Space, wished: list[Bay], stuff: Stuff) -> None:
    run = carcasses(space, tuple(wished), stuff, HABITS)
    gap = HABITS.inset_gap if stuff.inset else HABITS.front_gap
    fronts = [part for part in run.parts if part.kind in FRONT_KINDS and part.kind != "sliding door"]
    for one, other in combinations(fronts, 2):
        (x, _, z, wide, _, tall), (u, _, w, broad, _, high) = one.box, other.box
        beside = min(z + tall, w + high) - max(z, w) > 1
        above = min(x + wide, u + broad) - max(x, u) > 1
        between = max(u - x - wide, x - u - broad) if beside else max(w - z - tall, z - w - high) if above else None
        if between is not None and between < 15:  # beyond is a board between inset ones, or another front
            assert between == pytest.approx(gap, abs=0.1)
    for front in fronts:
        assert front.box[0] >= run.begin + gap / 2 - 1e-6
        assert front.box[0] + front.box[3] <= run.end - gap / 2 + 1e-6


def test_under_a_slope_every_carcass_is_as_tall_as_it_can_be_by_hand() -> None:
    """1 200 wide without walls, clear 2 500 at the left and 1 300 at the right: it falls 1 mm for each mm."""
    space = replace(
        SPACE, left=False, right=False, height=1300.0, stands=3000.0, along=((0.0, 2500.0), (1200.0, 1300.0))
    )
    run = carcasses(space, (bay("a", shelves(8)), bay("b", shelves(8))), STUFF, HABITS)
    assert run.fault == ""
    assert [(step.begin, step.end, step.clear) for step in run.steps] == [(0, 600, 1900), (600, 1200, 1300)]
    assert [part.length for part in of(run, "side")] == [1900 - 10 - 85] * 2 + [1300 - 10 - 85] * 2
    tall, low = (len([p for p in run.parts if "shelf" in p.kind and p.bay == name]) for name in "ab")
    assert (tall, low) == (8, round(9 * 1205 / 1805) - 1)  # as far apart as in the tall one
    flat = carcasses(replace(space, along=()), (bay("a"), bay("b")), STUFF, HABITS)
    assert len(flat.steps) == 1


@settings(max_examples=many(80, 1000), deadline=None)
@given(
    spaces,
    st.lists(st.tuples(st.floats(0, 1), st.floats(0, 1200)), min_size=2, max_size=5),
    st.lists(bays, min_size=1, max_size=5),
    stuffs,
)
def test_nothing_reaches_through_a_slope(
    space: Space, turns: list[tuple[float, float]], wished: list[Bay], stuff: Stuff
) -> None:
    low = min(rise for _, rise in turns)
    places = sorted({round(share, 3): space.height + rise - low for share, rise in turns}.items())
    slope = replace(space, along=tuple((share * space.width, height) for share, height in places))
    run = carcasses(slope, tuple(replace(one, id=f"b{n}") for n, one in enumerate(wished)), stuff, HABITS)
    if run.fault:
        return
    held_up = [part for part in run.parts if part.kind != "lipping"]
    for part in held_up:
        x, _, z, wide, _, tall = part.box
        assert z + tall <= slope.clear(x, x + wide) + 1e-6, part
    for one, other in combinations(held_up, 2):
        assert overlap(one, other) < 1e-6, (one, other)
