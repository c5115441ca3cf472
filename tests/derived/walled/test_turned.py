"""Tiles that turn an edge: into the reveals of a window, round an outside corner; each counted by hand."""

from __future__ import annotations

import math

import pytest
import shapely
from hypothesis import given, strategies as st
from msgspec.structs import replace

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.walled.amounts import Taken, taken_of
from narrow_cornice.derived.walled.laid import LaidField
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.drawing.field_setout import field_setout
from narrow_cornice.exchange.fields_csv import fields_table
from narrow_cornice.job import edits
from narrow_cornice.job.history import History
from narrow_cornice.job.samples import starting_job
from narrow_cornice.job.walled import Field, shipped_coverings
from narrow_cornice.review.finding import Finding
from narrow_cornice.review.second_look import second_look
from narrow_cornice.units.lengths import plain_length as mm
from rooms import trimmed_of

TILE = shipped_coverings()["tile-square"]  # 150 × 150, joints of 2
SIDES = {"left": 1000.0, "right": 1000.0, "head": 900.0, "sill": 900.0}


def tiled(*, deep: float = 120.0, cased: bool = False, kind: str = "window", **fields: object) -> History:
    """A room of 4 000 × 3 000 × 2 400 without trim; the first wall tiled round a window of 900 × 1 000, 900 up."""
    history = History(starting_job())
    assert history.do(edits.add_room("Room", mm(4000.0), mm(3000.0), mm(2400.0)))
    for trim in ("cornice", "skirting") if cased else ("cornice", "skirting", "casing"):
        assert history.do(edits.change_trim("r1", trim, fitted=False))
    assert history.do(edits.add_opening("r1", kind, "w1", mm(1500.0)))
    sizes = {"width": mm(900.0), "height": mm(1000.0), "reveal": mm(deep)}
    if kind in ("window", "niche"):
        sizes["sill"] = mm(900.0)
    assert history.do(edits.change_opening("r1", "o1", "it", **sizes))
    history.do(edits.change_opening("r1", "o1", "it", cased=cased))
    field = Field("", "Tiles", TILE, "w1", **{"reveals": True, **fields})  # type: ignore[arg-type]
    assert history.do(edits.add_field("r1", field))
    return history


def laid(history: History, number: int = 0) -> LaidField:
    return fields_of(history.job.rooms[0], history.job.house_rules)[number]


def taken(history: History) -> Taken:
    return taken_of(history.job.rooms[0], history.job.house_rules)[0]


def told(history: History, kind: str) -> list[Finding]:
    return [one for one in second_look(history.job) if one.kind == kind]


def test_four_sides_of_a_window_by_hand() -> None:
    """1 000 + 1 000 + 900 + 900 round it, 120 deep: 0.456 m² more, and 3 800 of outer edge."""
    made, plain = laid(tiled()), laid(tiled(reveals=False))
    assert {one.side: one.long for one in made.turned} == pytest.approx(SIDES)
    assert made.area is not None
    assert plain.area is not None
    assert made.area.value - plain.area.value == pytest.approx(0.456)
    assert sum(one.long for one in made.outer) == pytest.approx(3800.0)
    assert made.pieces == plain.pieces  # the wall is laid as it was
    assert not plain.turned


def test_rows_go_on_in_the_reveal_and_begin_whole_at_its_edge() -> None:
    made = laid(tiled())
    on_wall = {(round(b, 3), round(d, 3)) for _, b, _, d in (shapely.Polygon(p.outline).bounds for p in made.pieces)}
    for one in made.turned:
        boxes = [shapely.Polygon(piece.outline).bounds for piece in one.pieces]
        if one.side in ("left", "right"):
            edge = min(a for a, *_ in boxes) if one.side == "left" else max(c for _, _, c, _ in boxes)
            assert edge == pytest.approx(1500.0 if one.side == "left" else 2400.0)
            assert {round(c - a, 3) for a, _, c, _ in boxes} == {120.0}  # of a tile of 150, cut at the frame
            # Every joint of the wall beside it goes on: no piece reaches over one.
            lines = sorted({y for pair in on_wall for y in pair})
            for _, b, _, d in boxes:
                assert not any(b + 0.01 < y < d - 0.01 for y in lines if 900.0 < y < 1900.0)
        else:
            assert {round(d - b, 3) for _, b, _, d in boxes} == {120.0}


def test_what_it_takes_is_counted_cut_and_bought() -> None:
    history, plain = tiled(), tiled(reveals=False)
    more = sum(len(one.pieces) for one in laid(history).turned)
    plan, without = taken(history).plan, taken(plain).plan
    assert plan is not None
    assert without is not None
    # At most a tile a piece, at least what their area asks.
    least = math.ceil(0.4 * 1e6 / (150.0 * 150.0))
    assert least <= plan.taken - without.taken <= more
    edge = taken(history).edge
    assert edge is not None
    assert edge.value == pytest.approx(3800.0)
    (line,) = [one for one in to_buy(history.job).lines if one.key == "sundry:tile-edge"]
    assert line.needed.value == pytest.approx(3.8)
    assert sum(count for _, count, _ in line.buy) == 2  # of 2.5 m
    assert not [one for one in to_buy(plain.job).lines if one.key == "sundry:tile-edge"]


def test_mitred_edges_take_hours_and_no_trim() -> None:
    """0.15 h a metre for trim, 0.7 mitred: of 3.8 m 0.57 and 2.66."""
    trimmed, mitred = taken(tiled()), taken(tiled(outwards="mitred"))
    assert mitred.edge is None
    assert trimmed.hours is not None
    assert mitred.hours is not None
    assert mitred.hours.value - trimmed.hours.value == pytest.approx(2.66 - 0.57)


def test_what_is_tiled_is_not_painted() -> None:
    def reveals(history: History) -> list[float]:
        room = history.job.rooms[0]
        return [one.net.value for one in room_surfaces(room, history.job.house_rules) if one.kind == "reveal"]

    assert reveals(tiled(reveals=False)) == pytest.approx([0.456])
    assert reveals(tiled()) == []
    half = tiled(top=mm(1400.0))  # up to the middle of the window: its sill, and 500 of either side
    assert {one.side: one.long for one in laid(half).turned} == pytest.approx({"left": 500, "right": 500, "sill": 900})
    assert reveals(half) == pytest.approx([0.456 - 1.9 * 0.12])


def test_a_casing_ends_the_tiles_and_an_arch_keeps_its_own() -> None:
    assert not laid(tiled(cased=True)).turned
    assert not laid(tiled(kind="arch")).turned
    door = laid(tiled(kind="doorway"))  # to the floor: no sill
    assert {one.side for one in door.turned} == {"left", "right", "head"}


def test_a_niche_is_tiled_all_inside_and_painted_where_it_is_not() -> None:
    """900 × 1 000, 120 deep: 0.456 m² of sides and 0.9 m² of back."""
    history = tiled(kind="niche")
    made = laid(history)
    assert {one.side for one in made.turned} == {"left", "right", "head", "sill", "back"}
    assert sum(one.area for one in made.turned) == pytest.approx(0.456 + 0.9)
    assert sum(one.long for one in made.outer) == pytest.approx(3800.0)
    (back,) = [one for one in made.turned if one.side == "back"]
    covered = sum(shapely.Polygon(piece.outline).area for piece in back.pieces)
    assert 0.9e6 * 0.96 < covered < 0.9e6
    plain = tiled(kind="niche", reveals=False)
    room = plain.job.rooms[0]
    (inside,) = [one for one in room_surfaces(room, plain.job.house_rules) if one.kind == "reveal"]
    assert inside.net.value == pytest.approx(1.356)
    room = history.job.rooms[0]
    assert not [one for one in room_surfaces(room, history.job.house_rules) if one.kind == "reveal"]
    # It is in the wall, not through it: no casing, no way through, nothing beyond it.
    assert not room.measured.openings[0].cased
    assert not any(run.kind == "casing" for run in trimmed_of(room, history.job.house_rules).runs)


def test_a_sliver_at_the_frame_is_told_and_the_reveals_can_be_left() -> None:
    """155 deep: a tile of 150, a joint of 2, and 3 left, wherever the wall starts."""
    history = tiled(deep=155.0)
    (found,) = told(history, "reveal sliver")
    assert "3 mm" in found.measured
    assert history.do(found.fixes[-1])
    assert not told(history, "reveal sliver")


def test_a_sliver_along_a_reveal_is_solved_with_the_rows_of_the_wall() -> None:
    """From the middle a tile begins at 2 381: at 2 400 19 of it are left in head and sill. On the wall above the window
    it is whole, so the wall by itself leaves no sliver there."""
    history = tiled()
    (found,) = told(history, "reveal sliver")
    assert "19 mm" in found.measured
    assert len(found.fixes) > 1
    assert history.do(found.fixes[0])
    assert not told(history, "reveal sliver")
    assert not told(history, "field sliver")


def test_two_walls_share_the_edge_of_their_outside_corner() -> None:
    """Eight walls with one outside corner, 2 400 high, both its walls tiled: one edge of 2 400."""
    history = History(starting_job())
    assert history.do(edits.add_room("Room", mm(4000.0), mm(3000.0), mm(2400.0)))
    for trim in ("cornice", "skirting", "casing"):
        assert history.do(edits.change_trim("r1", trim, fitted=False))
    assert history.do(edits.break_wall("r1", "w1", "breast", "projection", mm(1500.0), mm(1000.0), mm(400.0)))
    room = history.job.rooms[0]
    walls = [side.id for side in room.measured.walls]
    for wall in walls:
        assert history.do(edits.add_field("r1", Field("", f"on {wall}", TILE, wall)))
    every = fields_of(history.job.rooms[0], history.job.house_rules)
    corners = [outer for one in every for outer in one.outer]
    assert len(corners) == 2  # the breast has two corners, each closed once
    assert [one.long for one in corners] == pytest.approx([2400.0, 2400.0], abs=2.0)


def test_it_is_drawn_and_handed_out() -> None:
    history = tiled()
    job, room = history.job, history.job.rooms[0]
    drawn, plain = (
        field_setout(one.job.rooms[0], one.job.house_rules, job.settings, "w1")
        for one in (history, tiled(reveals=False))
    )
    assert len(drawn.marks) > len(plain.marks)
    assert "reveal, cut" in fields_table(job)
    assert room.walling.fields[0].reveals


@given(
    deep=st.floats(20.0, 400.0),
    place=st.floats(50.0, 3000.0),
    pattern=st.sampled_from(["straight", "running", "third", "diagonal"]),
    turn=st.sampled_from([0.0, 0.0, 30.0]),
)
def test_pieces_lie_in_their_reveal_and_never_on_one_another(
    deep: float, place: float, pattern: str, turn: float
) -> None:
    history = tiled(deep=deep, pattern=pattern, turn=turn)
    history.do(edits.change_opening("r1", "o1", "it", place=mm(place)))
    made = laid(history)
    for one in made.turned:
        shapes = [shapely.Polygon(piece.outline) for piece in one.pieces]
        whole = shapely.union_all(shapes)
        assert whole.area == pytest.approx(sum(shape.area for shape in shapes), rel=1e-6)
        assert whole.area <= one.area * 1e6 + 1.0
        # What no piece covers is joints: of 2 mm in either direction round tiles of 150.
        assert whole.area >= one.area * 1e6 * 0.93 - 2.0 * 2.0 * (one.long + one.deep)
    inside = {piece.cell for piece in made.pieces}
    assert not inside & {piece.cell for one in made.turned for piece in one.pieces}


def test_a_field_of_another_wall_is_laid_as_before() -> None:
    """What a reveal changes on one wall leaves the fields of the others the same objects."""
    history = tiled()
    assert history.do(edits.add_field("r1", replace(Field("", "Other", TILE, "w2"))))
    before = laid(history, 1)
    assert history.do(edits.change_opening("r1", "o1", "it", reveal=mm(90.0)))
    assert laid(history, 1) is before
