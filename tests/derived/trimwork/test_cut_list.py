"""The cut list: order, ends, settings and scarfs, by hand."""

from __future__ import annotations

import pytest
from hypothesis import given, strategies as st
from msgspec.structs import replace

from goods import sawn
from narrow_cornice.cutting.allowances import BarSaw, bar_saw
from narrow_cornice.cutting.bars import cut_plan
from narrow_cornice.cutting.plans import BarKind as Bars
from narrow_cornice.derived.bought.lines import LineToBuy
from narrow_cornice.derived.bought.reductions import reductions
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.trimwork.cut_list import CutPiece, cut_list
from narrow_cornice.derived.trimwork.prices import cut_lengths
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.bought import CuttingPlan
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.trim.scarfs import longest_part, parts_of, scarf_places
from narrow_cornice.units.lengths import Length
from rooms import trimmed_of


def mm(value: float) -> Length:
    return Length(float(value), f"{value:g}")


def room(*made: Edit) -> History:
    """A room of 4 200 × 3 000 × 2 500 with the trim its order wants."""
    history = History(starting_job())
    history.do(edits.add_room("Room", mm(4200), mm(3000), mm(2500)))
    for edit in made:
        history.do(edit)
    return history


ONE_PIECE = {"one_piece_cornice": 500.0}


def listed(job: Job, kind: str) -> list[CutPiece]:
    return [one for one in cut_list(job.rooms[0], ONE_PIECE, job.milled, job.joinery) if one.kind == kind]


def test_a_square_room_begins_with_the_longest_wall_and_copes_to_what_is_there() -> None:
    pieces = listed(room().job, "cornice")
    assert [one.wall for one in pieces] == ["A–B", "B–C", "C–D", "D–A"]
    assert [(one.left.cut, one.right.cut) for one in pieces] == [
        ("square", "square"),
        ("square", "coped"),
        ("square", "coped"),
        ("coped", "coped"),
    ]
    setting = pieces[1].right.setting
    assert setting is not None
    # as high as it comes out: a spring of 45°, so 35.26° and 30°
    assert (setting.mitre.value, setting.bevel.value) == (pytest.approx(35.26, abs=0.01), pytest.approx(30.0, abs=0.01))
    numbers = [one.number for one in cut_list(room().job.rooms[0], {}, room().job.milled, room().job.joinery)]
    assert numbers == list(range(1, len(numbers) + 1))


def test_mitred_corners_are_a_choice_of_the_job() -> None:
    history = room(edits.change_joinery(inside_corners="mitred"))
    assert {end.cut for one in listed(history.job, "skirting") for end in (one.left, one.right)} == {"mitred"}
    assert decode_job(encode_job(history.job), "again").joinery.inside_corners == "mitred"
    history.undo()
    assert "coped" in {end.cut for one in listed(history.job, "skirting") for end in (one.left, one.right)}


def test_ends_at_openings_and_outside_corners() -> None:
    cased = room(edits.add_opening("r1", "door", "w1", mm(1500)))
    ends = [
        (one.left.cut, one.left.meets, one.right.meets) for one in listed(cased.job, "skirting") if one.wall == "A–B"
    ]
    assert [meets for _, *both in ends for meets in both if "casing" in meets] == ["the casing of door 1"] * 2
    bare = room(
        edits.add_opening("r1", "doorway", "w1", mm(1500)), edits.change_opening("r1", "o1", "doorway", cased=False)
    )
    along = [one for one in listed(bare.job, "skirting") if one.wall == "A–B" and not one.returns]
    cuts = [end.cut for one in along for end in (one.left, one.right)]
    assert cuts.count("returned") == 2
    breast = room(edits.break_wall("r1", "w1", "A–B", "projection", mm(1300), mm(1500), mm(400)))
    outside = [end for one in listed(breast.job, "cornice") for end in (one.left, one.right) if end.cut == "mitred"]
    assert len(outside) == 4  # two outside corners, two ends each
    assert all(end.setting is not None and end.setting.mitre.value < 0 for end in outside)
    # a window's casing is a frame, a door's stands on the floor
    legs = [one for one in listed(cased.job, "casing") if one.name.startswith("leg")]
    assert [(one.left.cut, one.right.cut) for one in legs] == [("square", "frame")] * 2


def test_every_run_of_the_demo_is_cut_once_and_as_long_as_it_is_bought() -> None:
    job = demo_job()
    for one in (room for room in job.rooms if not room.outdoors):
        pieces = cut_list(one, ONE_PIECE, job.milled, job.joinery)
        whole = [piece for piece in pieces if ", part" not in piece.name and not piece.block]
        runs = [run.to_buy.value for run in trimmed_of(one, {}).runs if run.to_buy.value <= 4800 and not run.there]
        assert sorted(piece.length for piece in whole) == pytest.approx(sorted(runs))
        assert all(piece.length <= 4800 + 1e-6 for piece in pieces)


@given(st.floats(1500, 16000), st.sampled_from([2400.0, 3600.0, 4800.0]), st.floats(0, 600), st.floats(300, 700))
def test_scarfs_keep_every_part_short_enough(length: float, longest: float, first: float, apart: float) -> None:
    studs = [first + apart * n for n in range(60) if first + apart * n < length]
    joints = scarf_places(length, longest, 20.0, studs)
    assert list(joints) == sorted(joints)
    assert longest_part(length, joints, 20.0) <= longest + 1e-6
    assert sum(parts_of(length, joints, 20.0)) == pytest.approx(length + 20.0 * len(joints))
    if length > longest:
        assert joints
        on_studs = all(any(abs(one - stud) < 1e-9 for stud in studs) for one in joints)
        if on_studs:
            assert all(600 - 1e-6 <= one <= length - 600 + 1e-6 for one in joints)
    else:
        assert joints == ()


def test_a_scarf_by_hand() -> None:
    """5 000 of skirting from 4 800: on the stud nearest the middle; without studs in the middle itself."""
    assert scarf_places(5000, 4800, 20, [400, 800, 1200, 1600, 2000, 2400, 2800]) == (2400,)
    assert scarf_places(5000, 4800, 20) == (2500,)
    assert parts_of(5000, (2400,), 20) == (2420, 2600)


def test_a_run_of_nearly_two_bars_is_cut_from_two() -> None:
    """9 530 from 4 775, 18 over one another: with the joint in the middle the one with the overlap would be 4 783."""
    (joint,) = scarf_places(9530, 4775, 18)
    assert joint == 4756
    assert parts_of(9530, (joint,), 18) == (4774, 4774)


def planned(line: LineToBuy, saw: BarSaw) -> CuttingPlan:
    pieces, sold = cut_lengths([length for _, length, _ in sawn(line).cuts]), sawn(line).sold
    stock = [Bars(f"{one:g}", one - saw.lost(sold), one / 1000) for one in sold]
    found = cut_plan(pieces, stock, saw.between, 2.0)
    bars = tuple((sold[bar.stock], bar.pieces) for bar in found.bars)
    return CuttingPlan(pieces, sold, saw.between, bars, found.bound, lost=saw.lost(sold))


def test_a_kept_plan_is_what_is_ordered_until_the_pieces_are_others() -> None:
    history = History(demo_job())
    line = next(one for one in to_buy(history.job).lines if one.key.startswith("trim:casing"))
    plan = planned(line, bar_saw(house_rules_of({})))
    history.do(edits.keep_cutting_plan(line.key, plan, line.name))
    kept = to_buy(history.job).line(line.key)
    assert kept is not None
    assert sawn(kept).bars.bound is not None
    assert sawn(kept).bars.bound - 0.01 <= kept.price <= line.price  # a price is to the cent
    assert kept.cost.value == pytest.approx(sum(price for *_, price in kept.buy))
    assert sorted(index for bar in sawn(kept).bars.bars for index, _ in bar.pieces) == list(range(len(sawn(kept).cuts)))
    for bar in sawn(kept).bars.bars:
        for index, length in bar.pieces:
            assert length == cut_lengths([sawn(kept).cuts[index][1]])[0]
    assert decode_job(encode_job(history.job), "again") == history.job
    room_id = kept.shares[0][0]
    opening = next(one for one in history.job.room(room_id).measured.openings if one.cased)
    history.do(edits.change_opening(room_id, opening.id, opening.name, width=mm(opening.width.mm + 100)))
    other = to_buy(history.job).line(line.key)
    assert other is not None
    assert sawn(other).bars.bound is None
    assert "for other pieces" in other.why
    history.undo()
    history.do(edits.keep_cutting_plan(line.key, None, line.name))
    assert to_buy(history.job).line(line.key) == to_buy(demo_job()).line(line.key)


def test_a_plan_that_cannot_be_is_not_taken_from_a_file() -> None:
    job = demo_job()
    for wrong in (
        CuttingPlan((1000.0,), (2400.0,), 3.0, ((2400.0, (0, 0)),), 2.4),
        CuttingPlan((1000.0,), (2400.0,), 3.0, ((3000.0, (0,)),), 2.4),
        CuttingPlan((2000.0, 2000.0), (2400.0,), 3.0, ((2400.0, (0, 1)),), 2.4),
    ):
        with pytest.raises(CorniceError, match=r"cut every piece|none that is sold"):
            decode_job(encode_job(replace(job, cutting={"line": wrong})), "plan")


def test_reductions_keep_the_sizes_of_the_order_and_are_priced_as_they_would_be_bought() -> None:
    history = room()
    ways = {one.manner: one for one in reductions(history.job, "r1")}
    assert ways["whole cornice"].there
    assert ways["whole cornice"].price == 0
    assert ways["single crown"].price < ways["crown and picture rail"].price
    assert ways["single crown"].price < 0
    before = to_buy(history.job).price
    whole = trimmed_of(history.job.rooms[0], {}).trim
    history.do(edits.reduce_cornice("r1", "crown and picture rail"))
    assert to_buy(history.job).price - before == pytest.approx(ways["crown and picture rail"].price)
    reduced = trimmed_of(history.job.rooms[0], {}).trim
    assert whole is not None
    assert reduced is not None
    assert [one.name for one in reduced.members if one.fitted] == ["cymatium"]
    assert reduced.members[0].height.value == whole.members[0].height.value  # its size still follows the order
    rail = reduced.of("picture rail")
    assert rail.built
    assert rail.top == pytest.approx(whole.of("architrave").top or whole.proportion.picture_rail_top.value)  # type: ignore[union-attr]
    history.do(edits.reduce_cornice("r1", "whole cornice"))
    assert trimmed_of(history.job.rooms[0], {}).trim == whole


def test_one_order_for_the_whole_house() -> None:
    history = History(demo_job())
    history.do(edits.change_room("r1", "order", order="ionic"))
    history.do(edits.order_of_the_house("r1"))
    assert {(one.trim.order, one.trim.school) for one in history.job.rooms} == {
        ("ionic", history.job.rooms[0].trim.school)
    }
    history.undo()
    history.undo()
    assert history.job == demo_job()


def test_what_is_not_sure_is_bought_longer_and_read_again_before_it_is_cut() -> None:
    """Wall H–A of the Tea Parlour follows from corners taken for granted: its pieces are marked and bought with more;
    read, they are not. A piece from its left end to an opening is as sure as its readings."""
    job = demo_job()

    def loose(one: Job) -> dict[str, float]:
        pieces = cut_list(one.room("r2"), one.house_rules, one.milled, one.joinery)
        return {piece.wall: piece.unsure for piece in pieces if piece.unsure}

    found = loose(job)
    assert list(found) == ["H–A"]
    sigma = next(face.extent.sigma for face in measured_room(job.room("r2"), {}).faces if face.name == "H–A")
    assert sigma is not None
    assert found["H–A"] == pytest.approx(1.96 * sigma)
    line = next(one for one in to_buy(job).lines if one.key.startswith("trim:cornice") and "r2" in one.shares[0])
    assert "read H–A in Tea Parlour" in line.why
    wall = job.room("r2").measured.walls[-1]
    read = edits.set_readings("r2", wall.id, (mm(4020),), "H–A").apply(job)
    assert loose(read) == {}
    now = to_buy(read).line(line.key)
    assert now is None or "in Tea Parlour" not in now.why.partition("read ")[2]


def test_a_casing_head_longer_than_any_bar_is_scarfed_in_the_list_too() -> None:
    """An opening of 5 000: its head is over 5 m, and bars give 4 775 at the most: two parts, each half and a joint."""
    job = starting_job()
    history = History(job)
    history.do(edits.add_room("Hall", mm(7000), mm(4000), mm(2600)))
    history.do(edits.add_opening("r1", "doorway", "w1", mm(1000)))
    history.do(edits.change_opening("r1", "o1", "doorway 1", width=mm(5000)))
    room = history.job.room("r1")
    heads = [one for one in cut_list(room, {}, job.milled, job.joinery) if one.name.startswith("head")]
    assert [one.name.rsplit(", ", 1)[1] for one in heads] == ["part 1 of 2", "part 2 of 2"]
    assert heads[0].right.cut == heads[1].left.cut == "scarfed"
    whole = next(run.to_buy.value for run in trimmed_of(room, {}).runs if run.part == "head")  # type: ignore[union-attr]
    assert sum(one.length for one in heads) == pytest.approx(whole + 28.0)  # the joint is as long as it is thick
    assert [one.number for one in cut_list(room, {}, job.milled, job.joinery)] == list(
        range(1, len(cut_list(room, {}, job.milled, job.joinery)) + 1)
    )
