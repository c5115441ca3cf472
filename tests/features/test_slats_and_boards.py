"""Slats end alike with equal gaps; boards are staggered by rule and bought few."""

from __future__ import annotations

import itertools
import json
import math
from collections.abc import Sequence

import pytest
from hypothesis import given, settings, strategies as st

from narrow_cornice.cli import main
from narrow_cornice.features.boards import (
    Rip,
    Stretch,
    board_and_batten,
    centred_courses,
    chevron_column,
    equal_boards,
    ripped_together,
    staggered,
)
from narrow_cornice.features.region import FieldError
from narrow_cornice.features.slats import ENDS, Ends, clear_of_joints, cut_by, slats_between, with_count
from thorough import many


def edges(length: float, slat: float, gap: float, ends: Ends) -> list[tuple[float, float]]:
    found = slats_between(length, slat, gap, ends)
    return [
        (found.first + n * (slat + found.gap), found.first + n * (slat + found.gap) + slat) for n in range(found.count)
    ]


def test_slats_by_hand() -> None:
    # 2400 with slats of 30 and gaps of 15 wished, gaps at both ends: (2400 − n·30) ÷ (n + 1) is 15 at n = 53
    found = slats_between(2400, 30, 15, "gap")
    assert (found.count, found.gap) == (53, pytest.approx(810 / 54))
    # slats at both ends: n = 54 gives (2400 − 1620) ÷ 53 = 14.717, n = 53 gives 810 ÷ 52 = 15.577
    found = slats_between(2400, 30, 15, "slat")
    assert (found.count, found.gap, found.first) == (54, pytest.approx(780 / 53), 0.0)
    found = slats_between(2400, 30, 15, "half")
    assert (found.count, found.gap) == (53, pytest.approx(810 / 53))


@given(
    st.integers(100, 60_000).map(lambda n: n / 10),
    st.integers(50, 1500).map(lambda n: n / 10),
    st.integers(0, 1000).map(lambda n: n / 10),
    st.sampled_from(ENDS),
)
def test_gaps_are_equal_and_both_ends_alike(length: float, slat: float, gap: float, ends: Ends) -> None:
    try:
        found = edges(length, slat, gap, ends)
    except FieldError:
        assert length < 2 * slat + gap * 2 + 1
        return
    gaps = [b[0] - a[1] for a, b in itertools.pairwise(found)]
    even = slats_between(length, slat, gap, ends).gap
    assert all(one == pytest.approx(even, abs=1e-6) for one in gaps)
    left, right = found[0][0], length - found[-1][1]
    assert left == pytest.approx(right, abs=1e-6)
    assert left == pytest.approx({"gap": even, "slat": 0.0, "half": even / 2}[ends], abs=1e-6)
    others = (with_count(length, slat, count, ends) for count in range(1, 300))
    assert all(abs(even - gap) <= abs(one.gap - gap) + 1e-9 for one in others if one is not None)


def test_slats_over_doors_keep_off_their_gaps() -> None:
    """Two doors of 498 with a gap of 4 between them: half gaps at the ends make a gap come to lie on the middle."""
    joints = [(498.0, 502.0)]
    plain = slats_between(1000, 30, 15, "half")  # 22 slats of 30 and 15.45: a gap on the middle
    assert cut_by(plain, 30, joints) == 0
    for ends in ENDS:
        found, cut = clear_of_joints(1000, 30, 15, ends, joints)
        assert cut == cut_by(found, 30, joints) == 0
    found, cut = clear_of_joints(1000, 30, 15, "half", [(100.0, 104.0), (333.0, 337.0), (498.0, 502.0)])
    counts = [made for n in range(1, 60) if (made := with_count(1000, 30, n, "half")) and 5 <= made.gap <= 45]
    assert cut == min(cut_by(made, 30, [(100.0, 104.0), (333.0, 337.0), (498.0, 502.0)]) for made in counts)


def stretches(rows: Sequence[float]) -> list[Stretch]:
    return [Stretch(number, 0.0, float(row)) for number, row in enumerate(rows)]


def test_courses_end_alike_and_never_under_half() -> None:
    assert centred_courses(1000, 100) == (10, 0, 0)
    assert centred_courses(1020, 100) == (9, pytest.approx(60), pytest.approx(60))
    assert centred_courses(1050, 100) == (9, pytest.approx(75), pytest.approx(75))
    assert centred_courses(80, 100) == (0, 80, 0)
    for width in range(200, 900):
        made = centred_courses(width, 95)
        assert made.whole * 95 + made.first + made.last == pytest.approx(width)
        assert made.first == 0 or min(made.first, made.last) >= 95 / 2 - 1e-6


def test_battens_keep_off_sockets_and_casings() -> None:
    free, on = board_and_batten(2400, 300, 60, [])
    assert (free.boards, free.shows, on) == (8, 300, 0)
    found, on = board_and_batten(2400, 300, 60, [(590, 676)])  # a socket on the second joint
    assert on == 0
    assert all(middle + 30 <= 590 or middle - 30 >= 676 for middle in found.middles)
    assert equal_boards(2400, 300) == 8


@settings(max_examples=many(40, 1000), deadline=None)
@given(st.lists(st.integers(900, 7000), min_size=1, max_size=9), st.sampled_from([2400, 3000, 3600]))
def test_joints_keep_apart_and_every_board_is_had(rows: list[int], board: int) -> None:
    try:
        found = staggered(stretches(rows), float(board), 3.0, 300.0)
    except FieldError:
        assert any(row > board for row in rows)
        return
    assert found.bound <= found.boards <= sum(math.ceil(row / (board - 600)) + 1 for row in rows)
    for joints, other in itertools.pairwise(found.joints):
        assert all(abs(a - b) >= 300 - 1e-6 for a in joints for b in other)
    for row, joints in zip(rows, found.joints, strict=True):
        pieces = [b - a for a, b in itertools.pairwise([0.0, *joints, float(row)])]
        assert sum(pieces) == pytest.approx(row)
        assert all(300 - 1e-6 <= piece <= board + 1e-6 for piece in pieces if row > board)


def test_boards_bought_are_as_few_as_can_be_on_small_floors() -> None:
    """Rows of one and a half boards: each half serves once, so two rows take three boards (without a kerf)."""
    assert staggered(stretches([3600] * 4), 2400.0, 0.0, 300.0).boards == 6
    # a row of exactly a board needs no joint and no cut
    assert staggered(stretches([2400] * 5), 2400.0, 3.0, 300.0).boards == 5


def test_chevron_by_hand() -> None:
    # (500 − 90 · tan 30°) · cos 30° = 388.01
    assert chevron_column.formula(500, 90, 30) == pytest.approx(388.0127, abs=1e-3)  # type: ignore[attr-defined]


def test_slats_and_tiles_on_the_command_line(
    capsys: pytest.CaptureFixture[str], monkeypatch: pytest.MonkeyPatch
) -> None:
    assert main(["slats", "--length", "2400", "--slat", "30", "--gap", "15", "--ends", "gap"]) == 0
    answer = json.loads(capsys.readouterr().out)
    assert (answer["count"], answer["gap"]) == (53, 15)
    assert main(["slats", "--length", "10", "--slat", "30", "--gap", "15", "--ends", "gap"]) == 2
    assert capsys.readouterr().err.count("\n") == 1


def test_strips_come_two_out_of_one_width_where_their_edges_allow_it() -> None:
    """Of 96: 30 and 34 lie beside one another with a cut of 4, 60 and 34 with 2 do not. Two that keep the same edge
    never come out of one."""
    low, high = Rip(2400.0, 30.0, True), Rip(2300.0, 34.0, False)
    assert ripped_together([low, high], 96.0, 4.0) == ((0, 1),)
    assert ripped_together([low._replace(wide=60.0), high], 96.0, 2.1) == ()
    assert ripped_together([low, high._replace(keeps_low=True)], 96.0, 4.0) == ()
    assert ripped_together([], 96.0, 4.0) == ()


@given(
    st.lists(
        st.builds(Rip, st.floats(300.0, 3000.0), st.floats(5.0, 90.0), st.booleans()),
        min_size=2,
        max_size=6,
    )
)
@settings(max_examples=many(40, 2_000), deadline=None)
def test_no_way_of_pairing_strips_saves_more(rips: list[Rip]) -> None:
    """Against every way there is."""

    def most(left: tuple[int, ...]) -> float:
        if not left:
            return 0.0
        one, *others = left
        best = most(tuple(others))
        for other in others:
            fits = rips[one].wide + rips[other].wide + 3.0 <= 96.0
            if fits and rips[one].keeps_low != rips[other].keeps_low:
                rest = tuple(each for each in others if each != other)
                best = max(best, min(rips[one].long, rips[other].long) + most(rest))
        return best

    pairs = ripped_together(rips, 96.0, 3.0)
    used = [one for pair in pairs for one in pair]
    assert len(set(used)) == len(used)
    assert all(rips[a].keeps_low != rips[b].keeps_low for a, b in pairs)
    saved = sum(min(rips[a].long, rips[b].long) for a, b in pairs)
    assert saved == pytest.approx(most(tuple(range(len(rips)))))
