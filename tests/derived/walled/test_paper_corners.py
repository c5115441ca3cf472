"""Paper that goes on round corners: strips counted by hand, and as one long wall would have them."""

from __future__ import annotations

import math

import pytest
from hypothesis import given, settings, strategies as st
from msgspec.structs import replace

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.walled.amounts import taken_of
from narrow_cornice.derived.walled.laid import LaidField
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.derived.walled.paper_corners import hidden_by, round_from, unmatched
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Paper
from narrow_cornice.job.history import History
from narrow_cornice.job.model import Room
from narrow_cornice.job.samples import starting_job
from narrow_cornice.job.walled import Field
from narrow_cornice.review.second_look import second_look
from narrow_cornice.units.lengths import plain_length as mm
from thorough import many

PAPER = Paper("p", "Reeds", 10050, 530, 640, "straight", 40, "paint-shop")


def papered(wide: float = 4000.0, deep: float = 3000.0, paper: Paper = PAPER, **fields: object) -> History:
    """A room without trim, its first wall papered from its left end."""
    history = History(starting_job())
    assert history.do(edits.add_room("Room", mm(wide), mm(deep), mm(2400.0)))
    for trim in ("cornice", "skirting", "casing"):
        assert history.do(edits.change_trim("r1", trim, fitted=False))
    field = Field("", "First", paper, "w1", **{"across": "left", **fields})  # type: ignore[arg-type]
    assert history.do(edits.add_field("r1", field))
    return history


def room(history: History) -> Room:
    return history.job.rooms[0]


def laid(history: History) -> dict[str, LaidField]:
    return {one.field.wall: one for one in fields_of(room(history), history.job.house_rules)}


def strips(history: History) -> float:
    return sum(taken.amount.value for taken in taken_of(room(history), history.job.house_rules) if taken.amount)


def widths(one: LaidField) -> list[float]:
    return [max(x for x, _ in piece.outline) - min(x for x, _ in piece.outline) for piece in one.pieces]


def test_what_is_left_of_a_strip_goes_on_round_the_corner() -> None:
    """4 000 take 7 strips and 290 of the eighth; 240 of it go on over the next wall of 3 000, then 5 whole ones and 110
    of the sixth. The wall seen at the right of the first is the last of the walk."""
    history = papered()
    assert history.do(edits.paper_round("r1", room(history).walling.fields[0], ("w4",), ()))
    there = laid(history)
    assert not there["w4"].fault
    assert widths(there["w1"])[-1] == pytest.approx(290.0)
    assert widths(there["w4"])[0] == pytest.approx(240.0)
    assert widths(there["w4"])[-1] == pytest.approx(110.0)
    assert strips(history) == 8 + 6
    alone = [replace(one, across="left") for one in room(history).walling.fields]
    assert history.do(edits.change_field("r1", alone[1].id, "x", across="left"))
    assert strips(history) == 8 + 6  # by itself it takes 6 whole ones, the last cut
    assert history.undo()
    assert laid(history)["w4"].carried is not None


@given(
    wide=st.floats(1500.0, 7000.0),
    deep=st.floats(1500.0, 7000.0),
    roll=st.sampled_from([450.0, 530.0, 700.0, 1000.0]),
    to_left=st.integers(0, 3),
)
@settings(max_examples=many(12, 2_000), deadline=None)
def test_round_a_room_it_takes_what_one_long_wall_would(wide: float, deep: float, roll: float, to_left: int) -> None:
    """From a seam at the left end of the first wall: to its right the strips of all walls there as if they were one, to
    its left likewise; no strip that turns a corner is bought twice."""
    wide, deep = round(wide), round(deep)
    history = papered(wide, deep, replace(PAPER, width=roll))
    order = ["w4", "w3", "w2"]  # from the first wall to the right
    right, left = tuple(order[: 3 - to_left]), tuple(reversed(order[3 - to_left :]))
    assert history.do(edits.paper_round("r1", room(history).walling.fields[0], right, left))
    there = laid(history)
    assert not any(one.fault for one in there.values())
    size = {"w1": wide, "w2": deep, "w3": wide, "w4": deep}
    to_right = size["w1"] + sum(size[one] for one in right)
    over_left = sum(size[one] for one in left)
    expected = math.ceil(to_right / roll - 1e-6) + math.ceil(over_left / roll - 1e-6)
    assert strips(history) == expected
    for name, one in there.items():
        assert sum(widths(one)) == pytest.approx(size[name], abs=0.1)
        if one.carried is not None and one.carried.used:
            edge = widths(one)[0 if one.field.goes_on == "left" else -1]
            assert edge == pytest.approx(min(roll - one.carried.used, size[name]), abs=0.1)


def test_half_drops_go_on_in_turn() -> None:
    """Every other strip of a half drop begins half a repeat further down, counted on from the wall before."""
    history = papered(paper=replace(PAPER, match="half-drop"))
    assert history.do(edits.paper_round("r1", room(history).walling.fields[0], ("w4", "w3", "w2"), ()))
    drops: dict[tuple[float, bool], int] = {}
    for taken in taken_of(room(history), {}):
        for cut, many_of, late in taken.drops:
            drops[cut, late] = drops.get((cut, late), 0) + many_of
    assert drops == {(2560.0, False): 14, (2560.0, True): 13}  # 27 strips for 14 m
    (line,) = [one for one in to_buy(history.job).lines if one.kind == "paper"]
    assert line.buy[0][1] == 9  # three to a roll: four of each kind, and one of two and one with 320 between


def test_a_taller_wall_takes_a_strip_of_its_own() -> None:
    """What is left of a strip cut for a low wall does not serve a taller one."""
    history = papered(top=mm(1200.0))
    first = room(history).walling.fields[0]
    assert history.do(edits.paper_round("r1", first, ("w4",), ()))
    assert history.do(edits.change_field("r1", room(history).walling.fields[1].id, "x", top=None))
    assert strips(history) == 8 + 7


def test_what_cannot_go_on_says_why() -> None:
    history = papered(across="on from left")
    assert "None of Reeds" in laid(history)["w1"].fault
    assert history.do(edits.change_field("r1", "g1", "First", across="left"))
    assert history.do(edits.paper_round("r1", room(history).walling.fields[0], ("w4", "w3", "w2"), ()))
    assert history.do(edits.change_field("r1", "g1", "First", across="on from left"))
    assert all("must begin" in one.fault or "does not hang" in one.fault for one in laid(history).values())
    assert any("must begin" in one.fault for one in laid(history).values())
    assert history.do(edits.change_field("r1", "g1", "First", across="left", right=mm(3000.0)))
    assert "1 000 mm are left free at the corner" in laid(history)["w4"].fault
    mural = replace(PAPER, id="m", panels=8)
    assert history.do(edits.cover_field("r1", "g1", "First", mural))
    assert "None of Reeds" in laid(history)["w4"].fault  # a mural hangs by itself
    assert history.do(edits.change_field("r1", "g1", "First", across="on from right"))
    assert room(history).walling.fields[0].goes_on == ""


def test_it_meets_itself_beside_a_door() -> None:
    """A door 200 from the right end of the third wall hides the corner there; both ways round come to it."""
    history = papered(across="middle")
    assert history.do(edits.add_opening("r1", "door", "w3", mm(4000.0 - 800.0 - 200.0)))
    assert history.do(edits.change_opening("r1", "o1", "it", width=mm(800.0), height=mm(2000.0)))
    faces = measured_room(room(history), {}).faces
    # the right end of the third wall is the left end of the second
    assert hidden_by(faces, "w2").apart == pytest.approx(200.0)
    found = round_from(room(history), room(history).walling.fields[0], {})
    assert found is not None
    assert found.meets == "w2"
    assert set(found.right) | set(found.left) == {"w2", "w3", "w4"}
    assert history.do(edits.paper_round("r1", room(history).walling.fields[0], found.right, found.left))
    assert not any(one.fault for one in laid(history).values())
    assert [one.wall for one in unmatched(room(history), {})] == ["w2"]
    assert not [one for one in second_look(history.job) if one.kind == "paper meets"]


def test_a_break_that_shows_is_told_and_mended() -> None:
    history = papered(across="middle")
    assert history.do(edits.add_opening("r1", "door", "w3", mm(3000.0)))
    assert history.do(edits.change_opening("r1", "o1", "it", width=mm(800.0), height=mm(2000.0)))
    for wall in ("w2", "w3", "w4"):
        assert history.do(edits.add_field("r1", Field("", wall, PAPER, wall)))
    told = [one for one in second_look(history.job) if one.kind == "paper meets"]
    assert len(told) == 3  # in the fourth corner the door hides it
    whole = next(fix for one in told for fix in one.fixes if "Round the room" in fix.title)
    assert history.do(whole)
    assert not [one for one in second_look(history.job) if one.kind == "paper meets"]
    assert history.undo()
    (first, *_) = told
    assert history.do(first.fixes[0])
    assert len([one for one in second_look(history.job) if one.kind == "paper meets"]) == 2
    plain = replace(PAPER, match="free")
    assert history.do(edits.put_covering(plain))
    assert not list(unmatched(room(history), {}))  # nothing of it has to match
