"""Panels, frames, casings, blocks, stops and dentils in a room, counted by hand."""

from __future__ import annotations

import math

import pytest
from msgspec.structs import replace

from goods import sawn
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.trimwork.blocks import blocks_of
from narrow_cornice.derived.trimwork.courses import courses_of
from narrow_cornice.derived.trimwork.cut_list import CutPiece, cut_list
from narrow_cornice.derived.trimwork.sections import with_dentils
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.job import edits
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import starting_job
from narrow_cornice.trim.catalogue import StockPiece, shipped_profiles
from narrow_cornice.units.lengths import Length
from rooms import trimmed_of


def mm(value: float) -> Length:
    return Length(float(value), f"{value:g}")


def made(*changes: Edit, setback: float = 0.0) -> Job:
    """A room of 4 200 × 3 000 × 2 500, Doric in five parts: skirting 125, casing 125 wide, cornice 187.5."""
    history = History(replace(starting_job(), house_rules={"casing_setback": setback, "one_piece_cornice": 500.0}))
    history.do(edits.add_room("Room", mm(4200), mm(3000), mm(2500)))
    for edit in changes:
        assert history.do(edit)
        assert decode_job(encode_job(history.job), "a job") == history.job
    return history.job


def seen(job: Job) -> TrimmedRoom:
    return trimmed_of(job.rooms[0], job.house_rules)


def cuts(job: Job, kind: str) -> list[CutPiece]:
    return [one for one in cut_list(job.rooms[0], job.house_rules, job.milled, job.joinery) if one.kind == kind]


def net(job: Job) -> dict[str, float]:
    return {one.key: one.net.value for one in room_surfaces(job.rooms[0], job.house_rules)}


ONE_DOOR = (
    edits.add_opening("r1", "door", "w1", mm(1000)),
    edits.change_opening("r1", "o1", "door", width=mm(800), height=mm(2000)),
)


def lengths(job: Job, kind: str) -> list[float]:
    return sorted(round(one.length, 1) for one in cuts(job, kind))


def bought(job: Job) -> list[tuple[float, str, float]]:
    return [(line.needed.value, line.bought_as, line.price) for line in to_buy(job).lines]


def test_a_doors_name_changes_nothing_of_its_casing() -> None:
    """Legs of 2 000 + 125 and a head of 800 + 250, by any name: also by one with the word for a block in it."""
    board = next(one for one in shipped_profiles() if "casing" in one.uses)
    for stock in ((), (edits.use_stock("r1", "casing", (StockPiece(board, 0.0, 0.0),), "stock"),)):
        plain = made(*ONE_DOOR, *stock)
        blocks = made(*ONE_DOOR, *stock, edits.change_opening("r1", "o1", "door", name="glass block door"))
        assert bought(blocks) == bought(plain)
    assert lengths(made(*ONE_DOOR), "casing") == [1050.0, 2125.0, 2125.0]


def test_a_mirror_named_like_a_door_leaves_the_doors_casing_what_it_is() -> None:
    mirror = edits.put_up("r1", "frames", "mirror", "w2", mm(1500))
    framed = edits.change_thing("r1", "frames", "m1", "mirror", mould="casing")
    ends = [
        [(one.left.words, one.right.words, one.length) for one in cuts(job, "casing")]
        for job in (
            made(*ONE_DOOR, mirror, framed),
            made(*ONE_DOOR, mirror, framed, edits.change_thing("r1", "frames", "m1", "mirror 1", name="door 1")),
        )
    ]
    assert ends[0] == ends[1]
    assert sum(left == "square to the floor" for left, _, _ in ends[0]) == 2  # the legs of the door
    assert len(ends[0]) == 3 + 4


def test_a_casing_stands_back_from_the_jamb_and_the_skirting_with_it() -> None:
    job = made(*ONE_DOOR, setback=5.0)
    # Doric, 2 500: entablature 500, architrave 125: legs 2 000 + 130, head 800 + 260; skirting stops at 870 and 1 930.
    assert lengths(job, "casing") == [1060.0, 2130.0, 2130.0]
    runs = [(run.start, run.end) for run in seen(job).runs if run.kind == "skirting" and run.wall_name == "A–B"]
    assert runs == [(0.0, pytest.approx(870.0)), (pytest.approx(1930.0), 4200.0)]


@pytest.mark.parametrize(("way", "against"), [
    ("mitred", [("the foot", "the head"), ("the leg", "the leg"), ("the leg", "the leg")]),
    ("butted", [("the foot", "the head"), ("over the legs", "over the legs"), ("under the legs", "under the legs")]),
])  # fmt: skip
def test_a_window_has_a_foot_as_well_as_a_head(way: str, against: list[tuple[str, str]]) -> None:
    window = edits.add_opening("r1", "window", "w1", mm(1000))
    cased = (edits.change_room("r1", "casings", casing_heads="butted"),) if way == "butted" else ()
    pieces = cuts(made(window, *cased), "casing")
    assert [one.name.partition(",")[0] for one in pieces] == ["leg", "leg", "head", "foot"]
    ends = [(one.left.meets, one.right.meets) for one in pieces]
    assert ends == [against[0], *against]


def test_a_head_over_the_legs_and_legs_on_plinth_blocks() -> None:
    butted = made(*ONE_DOOR, edits.change_room("r1", "casings", casing_heads="butted"), setback=5.0)
    assert lengths(butted, "casing") == [1060.0, 2005.0, 2005.0]
    assert {one.left.cut for one in cuts(butted, "casing")} == {"square"}
    skirting = seen(butted).trim.of("skirting").top  # type: ignore[union-attr]
    on_plinth = made(*ONE_DOOR, edits.change_room("r1", "plinths", plinth_blocks=True), setback=5.0)
    legs = [one.length for one in cuts(on_plinth, "casing") if one.name.startswith("leg")]
    assert legs == pytest.approx([2130.0 - skirting - 10.0] * 2)
    blocks = blocks_of(seen(on_plinth), on_plinth.house_rules)
    assert [(one.kind, one.width, round(one.height, 3)) for one in blocks] == [
        ("plinth block", 131.0, round(skirting + 10.0, 3))
    ] * 2
    board = blocks[0].board
    assert board is not None
    assert board.depth >= blocks[0].thickness == 35.0 + 6.0
    line = to_buy(on_plinth).line(f"stock:{board.id}")
    assert line is not None
    assert sorted(length for _, length, _ in sawn(line).cuts) == pytest.approx([skirting + 10.0] * 2)


def test_corner_blocks_are_two_at_a_door_and_four_at_a_window() -> None:
    window = (edits.add_opening("r1", "window", "w2", mm(600)),)
    job = made(*ONE_DOOR, *window, edits.change_room("r1", "casings", casing_heads="corner blocks"), setback=5.0)
    assert len(blocks_of(seen(job), job.house_rules)) == 6
    assert lengths(job, "casing")[-4:] == [1210.0, 1210.0, 2005.0, 2005.0]  # window 900 × 1 200: legs 1 200 + 10
    heads = [one.length for one in cuts(job, "casing") if one.name.startswith(("head", "foot"))]
    assert sorted(heads) == [810.0, 910.0, 910.0]


def test_trim_stops_at_a_boxed_pipe_and_a_fireplace() -> None:
    pipe = edits.put_up("r1", "bulks", "boxed pipe", "w3", mm(500))
    hearth = edits.add_opening("r1", "fireplace", "w2", mm(1000))
    job = made(pipe, hearth)
    skirting = [(run.wall_name, run.start, run.end) for run in seen(job).runs if run.kind == "skirting"]
    assert [one for one in skirting if one[0] == "C–D"] == [("C–D", 0.0, 500.0), ("C–D", 700.0, 4200.0)]
    assert [one for one in skirting if one[0] == "B–C"] == [("B–C", 0.0, 875.0), ("B–C", 2025.0, 3000.0)]
    stops = [one.left.words for one in cuts(job, "skirting")] + [one.right.words for one in cuts(job, "skirting")]
    assert stops.count("square to the boxed pipe 1") == 2
    assert sum("the casing of fireplace 1" in one for one in stops) == 2
    beam = edits.put_up("r1", "bulks", "beam", "w3", mm(500))
    beamed = seen(made(beam)).runs
    assert sum(run.kind == "cornice" and run.wall_name == "C–D" for run in beamed) == 2
    assert sum(run.kind == "skirting" and run.wall_name == "C–D" for run in beamed) == 1


def test_old_trim_that_stays_is_painted_and_not_bought() -> None:
    there = edits.put_up("r1", "there", "skirting", "w2", mm(150), mm(18))
    plain, kept = made(), made(there)
    old = net(kept)["skirting@there"]
    assert old == pytest.approx(3000 * (150 + 18) / 1e6)  # by its own size
    share = 3000 / sum(run.length.value for run in seen(plain).runs if run.kind == "skirting")
    assert net(kept)["skirting@room"] == pytest.approx(net(plain)["skirting@room"] * (1 - share))
    bought = {line.key: line for line in to_buy(kept).lines}
    before = {line.key: line for line in to_buy(plain).lines}
    key = next(one for one in bought if one.startswith("trim:skirting"))
    assert before[key].needed.value - bought[key].needed.value == pytest.approx(3000.0)
    replaced = made(there, edits.change_thing("r1", "there", "t1", "skirting", decision="replace"))
    assert to_buy(replaced).price == pytest.approx(to_buy(plain).price)


def test_panels_cover_their_mouldings_and_are_cut_bought_and_painted() -> None:
    panels = edits.add_panels("r1", "whole wall", "picture-frame", mm(100))
    job = made(panels)
    measured = seen(job)
    trim = measured.trim
    assert trim is not None
    tall = trim.of("cornice").bottom - trim.of("skirting").top - 200.0
    walls = measured.panels["w1"].panels
    wide = (4200.0 - 100.0 * (len(walls) + 1)) / len(walls)
    assert [(rect.u1 - rect.u0, rect.v1 - rect.v0) for _, rect in walls] == [
        (pytest.approx(wide), pytest.approx(tall))
    ] * len(walls)
    pieces = cuts(job, "panel mould")
    assert len(pieces) == 4 * sum(len(one.panels) for one in measured.panels.values())
    girth = trim.of("panel mould").profile.girth  # type: ignore[union-attr]
    length = sum(one.length for one in pieces)
    assert net(job)["panel mould@room"] == pytest.approx(length * girth / 1e6)
    covered = sum(2 * (wide + tall - 2 * 32.0) * 32.0 for _ in walls) / 1e6
    assert net(made())["upper wall@w1"] - net(job)["upper wall@w1"] == pytest.approx(covered)
    one_wall = made(panels, edits.change_panels("r1", "p1", walls=("w2",)))
    assert set(seen(one_wall).panels) == {"w2"}
    none = made(panels, edits.remove_panels("r1", "p1"))
    assert not any(run.kind == "panel mould" for run in seen(none).runs)


def test_a_wainscot_has_rails_through_and_stiles_between() -> None:
    dado = edits.change_trim("r1", "dado rail", fitted=True)
    sizes = edits.change_trim("r1", "dado rail", height=mm(70)), edits.change_trim("r1", "dado rail", top=mm(900))
    job = made(dado, *sizes, edits.add_panels("r1", "below the dado rail", "wainscot", mm(90)))
    measured = seen(job)
    panels = measured.panels["w1"]
    rails = [rect for rect in panels.stiles if rect.u1 - rect.u0 > 4000]
    stiles = [rect for rect in panels.stiles if rect not in rails]
    assert len(rails) == 2
    assert len(stiles) == len(panels.panels) + 1
    space = 830.0 - measured.trim.of("skirting").top  # type: ignore[union-attr]
    assert {round(rect.v1 - rect.v0, 3) for rect in stiles} == {round(space - 180.0, 3)}
    pieces = [one for one in cuts(job, "stiles and rails") if one.wall == "A–B"]
    assert sorted(round(one.length, 1) for one in pieces) == sorted(
        [4200.0] * 2 + [round(space - 180, 1)] * len(stiles)
    )


def test_a_mirror_is_framed_and_a_screen_goes_by_its_diagonal() -> None:
    job = made(
        edits.put_up("r1", "frames", "mirror", "w1", mm(1500)),
        edits.put_up("r1", "frames", "screen", "w2", mm(1500), mm(1397)),
    )
    frames = cuts(job, "panel mould")
    assert sorted(one.length for one in frames[:4]) == pytest.approx([764.0, 764.0, 1064.0, 1064.0])  # 700 × 1 000, 32
    wide = 1397 * 16 / math.sqrt(337) + 50  # 55 inches: 1 217.6 × 684.9, with air
    tall = 1397 * 9 / math.sqrt(337) + 75
    assert (wide, tall) == pytest.approx((1217.6 + 50, 684.9 + 75), abs=0.1)
    assert sorted(one.length for one in frames[4:]) == pytest.approx([tall + 64] * 2 + [wide + 64] * 2, abs=0.1)
    assert net(made())["upper wall@w1"] - net(job)["upper wall@w1"] == pytest.approx(0.764 * 1.064)
    larger = made(
        edits.put_up("r1", "frames", "screen", "w2", mm(1500), mm(1397)),
        edits.change_screen("r1", "m1", "screen 1", mm(1000), 25.0),
        edits.change_thing("r1", "frames", "m1", "screen 1", mould="casing"),
    )
    assert larger.rooms[0].trim.frames[0].width.mm == pytest.approx(1000 * 16 / math.sqrt(337) + 50, abs=0.06)
    assert sum("screen 1" in one.name for one in cuts(larger, "casing")) == 4


def test_dentils_fill_every_wall_and_meet_alike_in_the_corners() -> None:
    job = made()
    dentilled = with_dentils(seen(job)).apply(job)
    measured = seen(dentilled)
    courses = courses_of(measured, dentilled.house_rules)
    assert [course.wall for _, course in courses] == ["A–B", "B–C", "C–D", "D–A"]
    bed = 92.5  # half of 187.5 is 93.75, made to the step of 2.5
    for _, course in courses:
        assert course.width == pytest.approx(0.32 * bed * 2 / 3)
        places = course.places()
        left, right = places[0][0], places[-1][1]
        length = 4200.0 if course.wall in ("A–B", "C–D") else 3000.0
        out = (length - course.face) / 2
        assert left - out == pytest.approx(course.gap / 2)
        assert length - out - right == pytest.approx(course.gap / 2)
    gaps = [course.gap for _, course in courses]
    assert max(gaps) - min(gaps) < 0.5


def test_a_rake_has_its_knees_in_the_plane_of_the_wall() -> None:
    job = made(edits.set_slope("r1", "w1", "A–B", mm(1500), mm(1000)))
    raking = [one for one in cuts(job, "cornice") if one.wall == "B–C" and not one.block]
    assert len(raking) == 2
    slope = math.degrees(math.atan2(1000.0, 1000.0))
    knees = [end for one in raking for end in (one.left, one.right) if "knee" in end.meets]
    assert len(knees) == 2
    assert all(end.setting is not None and end.setting.mitre.value == pytest.approx(slope / 2) for end in knees)
    assert max(one.length for one in raking) == pytest.approx(2000.0)
    assert min(one.length for one in raking) == pytest.approx(math.hypot(1000.0, 1000.0))
    # A block stands in each of the two corners with the low wall; the two at the high one are cut as ever.
    ends = [end.meets for one in cuts(job, "cornice") if not one.block for end in (one.left, one.right)]
    assert sorted(one.partition(":")[0] for one in ends if "block" in one) == [
        "a block at corner A",
        "a block at corner A",
        "a block at corner B",
        "a block at corner B",
    ]
    assert sum(end.cut == "coped" for one in cuts(job, "cornice") for end in (one.left, one.right)) == 2
