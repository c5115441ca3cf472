"""Built-ins as they stand in a room: in corners, on walls they hang from, before sockets, and what of them is
painted."""

from __future__ import annotations

import math
from collections.abc import Iterator

import pytest
from msgspec.structs import replace

from narrow_cornice.casework.kinds import beginnings
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.built.clearances import clashes_of
from narrow_cornice.derived.built.contents import columns_of, filling_of, metres_before
from narrow_cornice.derived.built.faces import painted_of
from narrow_cornice.derived.built.fitted import Built, built_in_of
from narrow_cornice.derived.built.free_wall import free_stretch
from narrow_cornice.derived.built.hanging import UNKNOWN, hanging_of
from narrow_cornice.derived.built.meeting import meetings_of, overlap
from narrow_cornice.derived.built.parts import hardware_of, parts_of
from narrow_cornice.derived.built.risks import risks_of
from narrow_cornice.derived.built.shelves import shelves_of
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.job import edits
from narrow_cornice.job.beginnings import begun
from narrow_cornice.job.casework import BayWish, BuiltIn, CompartmentWish, FrameWish
from narrow_cornice.job.history import History
from narrow_cornice.job.measured import Backing, Fixture
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.review.finding import Finding
from narrow_cornice.review.second_look import second_look
from narrow_cornice.survey.plan import on_floor
from narrow_cornice.units.lengths import parse_length, plain_length as length

RULES: dict[str, float] = {}


def square_room() -> History:
    """A room of 4 000 × 3 000 × 2 500 with nothing in it."""
    history = History(starting_job())
    history.do(edits.add_room("Square", parse_length("4000"), parse_length("3000"), parse_length("2500")))
    return history


def build(history: History, wall: str, kind: str, **stretch: float) -> BuiltIn:
    room = history.job.rooms[-1]
    start, end = (length(stretch[key]) if key in stretch else None for key in ("start", "end"))
    one = beginnings()[kind]
    run = begun(one, f"{one.name} {wall}", "", 2000.0)
    history.do(edits.build_along(room.id, wall, run, f"along {wall}", length(one.deep), start, end))
    return history.job.rooms[-1].casework.built_ins[-1]


def found(job: Job, kind: str) -> list[Finding]:
    return [one for one in second_look(job) if one.kind == kind]


def test_every_kind_that_ships_fits_a_wall_of_two_metres_and_more() -> None:
    for key, kind in beginnings().items():
        history = square_room()
        run = build(history, "w1", key, start=900.0, end=3300.0)
        built = built_in_of(history.job.rooms[-1], run, RULES)
        assert built.fault == "", (key, built.fault)
        if kind.tall is not None:
            assert built.run.over == pytest.approx(kind.tall)
        for part in built.run.parts:
            assert part.box[2] + part.box[5] <= 2500.0
        assert parts_of(history.job.rooms[-1], run, RULES)


def test_two_in_a_corner_are_found_and_either_gives_way() -> None:
    """Bookcases of 300 along two whole walls stand in one another in the corner that they share."""
    history = square_room()
    build(history, "w1", "bookcase")
    build(history, "w2", "bookcase")
    room = history.job.rooms[-1]
    (meeting,) = meetings_of(room, RULES)
    assert meeting.deep == pytest.approx(300.0, abs=20.0)
    (finding,) = found(history.job, "built-ins meet")
    assert len(finding.fixes) == 3
    for fix in finding.fixes:
        history.do(fix)
        assert found(history.job, "built-ins meet") == []
        history.undo()


def test_what_is_behind_another_in_a_corner_is_reached_past_a_panel() -> None:
    """Storage with doors, 450 deep, along two walls: one ends 490 from the corner, and of the other, whose carcasses
    begin a filler of 40 from it, 450 more or less are closed by a panel; its doors open beside it."""
    history = square_room()
    build(history, "w1", "storage")
    build(history, "w2", "storage")
    (finding,) = found(history.job, "built-ins meet")
    for fix, dead in zip(finding.fixes, (False, False, True), strict=True):
        history.do(fix)
        room = history.job.rooms[-1]
        panels = [
            part
            for run in room.casework.built_ins
            for part in built_in_of(room, run, RULES).run.parts
            if part.kind == "panel"
        ]
        assert len(panels) == (0 if dead else 1)
        if panels:
            assert panels[0].width == pytest.approx(490 - 40 - 3, abs=20)  # walls nobody read keep some back
            others = [one for run in room.casework.built_ins for bay in run.bays for one in bay.compartments]
            assert sum(one.panel_left is not None or one.panel_right is not None for one in others) == 1
        assert [clash for clash in clashes_of(room, RULES) if clash.what == "built-in"] == []
        assert found(history.job, "built-ins meet") == []
        history.undo()


def test_one_over_the_other_does_not_meet_it() -> None:
    history = square_room()
    build(history, "w1", "chest", start=1000.0, end=3000.0)  # 900 high
    build(history, "w1", "hung", start=1000.0, end=3000.0)  # from 1 400 up
    assert meetings_of(history.job.rooms[-1], RULES) == ()


def test_overlap_of_outlines_by_hand() -> None:
    square = ((0.0, 0.0), (10.0, 0.0), (10.0, 10.0), (0.0, 10.0))
    moved = tuple((x + 7.0, y + 2.0) for x, y in square)
    assert overlap(square, moved) == pytest.approx(3.0)
    assert overlap(square, tuple((x + 10.0, y) for x, y in square)) <= 0.0
    turned = ((15.0, -10.0), (25.0, 0.0), (15.0, 10.0), (5.0, 0.0))  # its left corner reaches 5 into the square
    assert overlap(square, turned) == pytest.approx((10.0 - 5.0) / 2**0.5)


def hung(backing: Backing | None) -> tuple[Job, BuiltIn]:
    history = square_room()
    run = build(history, "w1", "hung", start=1000.0, end=2600.0)
    room = history.job.rooms[-1]
    known = {} if backing is None else {"w1": backing}
    room = replace(room, measured=replace(room.measured, backing=known))
    return replace(history.job, rooms=(*history.job.rooms[:-1], room)), run


def test_nothing_hangs_on_a_wall_that_nobody_knows() -> None:
    job, run = hung(None)
    hanging = hanging_of(job.rooms[-1], run, RULES)
    assert hanging is not None
    assert hanging.fault == UNKNOWN
    assert [one.grade for one in found(job, "hangs")] == ["unsafe"]
    one_stud = Backing("studs", found=tuple(edits_reading("1500")))
    assert "one stud" in found(hung(one_stud)[0], "hangs")[0].measured


def edits_reading(text: str) -> Iterator[object]:
    from narrow_cornice.survey.readings import as_reading

    yield as_reading(parse_length(text))


def test_what_pulls_at_fixings_by_hand() -> None:
    """Full, so many kg at half the depth turn about the lower edge: m g d / 2 over the height, shared by the studs."""
    job, run = hung(Backing("studs", spacing=parse_length("400"), first=parse_length("200")))
    hanging = hanging_of(job.rooms[-1], run, RULES)
    assert hanging is not None
    assert hanging.pull is not None
    assert hanging.carries is not None
    made = built_in_of(job.rooms[-1], run, RULES).run
    full = hanging.pull.inputs[0][1].value
    studs = len([at for at in range(200, 4000, 400) if 1000 < at < 2600])
    tall = made.top - made.floor
    assert hanging.pull.value == pytest.approx(full * 9.81 * made.depth / 2 / tall / studs)
    assert hanging.carries.value == pytest.approx(full * 9.81 / 2 / studs)
    assert hanging.firm == (max(hanging.pull.value, hanging.carries.value) <= 600.0)
    assert (found(job, "hangs") == []) == hanging.firm
    assert "strap" not in hardware_of(job.rooms[-1], run, RULES)
    assert hardware_of(job.rooms[-1], run, RULES)["wall"] >= 4


def test_a_radiator_is_never_cut_out() -> None:
    job = demo_job()
    room = job.room("r1")
    warm = Fixture("f99", "radiator", "w3", "warm one", length(200), length(600), length(600), length(150))
    room = replace(room, measured=replace(room.measured, fixtures=(*room.measured.fixtures, warm)))
    job = edits.cut_through("r1", "c2", "f99", "warm one").apply(replace(job, rooms=(room, *job.rooms[1:])))
    findings = {one.key.split(":")[-1]: one for one in found(job, "built-in covers")}
    assert findings["f99"].grade == "unsafe"
    assert findings["f99"].fixes == ()
    assert "behind_units" in risks_of(job.room("r1"), RULES)


def test_surfaces_of_a_box_by_hand() -> None:
    """One bay 1 000 wide over all, 900 high, 400 deep, open, one shelf, no walls at its ends."""
    history = square_room()
    bay = BayWish("b1", None, (CompartmentWish("s1", count=1),))
    run = BuiltIn("", "box", "", (bay,), tall=length(900), plinth=length(100))
    room = history.job.rooms[-1]
    stretch = (length(1500), length(2500))
    history.do(edits.build_along(room.id, "w1", run, "box place", length(400), *stretch))
    surfaces = {
        one.group: one.net.value for one in room_surfaces(history.job.rooms[-1], RULES) if one.kind == "casework"
    }
    t, tall, deep = 17.5, 800.0, 400.0
    wide = 1000.0 - 2 * t
    inside_deep, inside_tall = deep - 16.0, tall - 2 * t
    assert surfaces["casework face"] == pytest.approx((2 * deep * tall + 1000 * 100) / 1e6, rel=1e-6)
    by_hand = (
        2 * (deep * tall + tall * t)  # sides with their front edges
        + 2 * (wide * deep + wide * t)  # bottom and top
        + wide * inside_tall  # back
        + 2 * (wide - 2) * inside_deep
        + (wide - 2) * t  # the shelf, both faces and its edge
    )
    assert surfaces["casework inside"] == pytest.approx(by_hand / 1e6, rel=1e-6)


def test_a_wardrobe_follows_the_slope_it_stands_under() -> None:
    """The attic falls towards the corner: each bay is a carcass of its own, clear of the ceiling where it is lowest."""
    job = demo_job()
    room = job.room("r4")
    built = built_in_of(room, room.casework.built_ins[0], RULES)
    assert [one.carcass for one in built.run.bays] == [0, 1]
    high, low = built.run.steps
    assert high.top > low.top + 300
    ceiling = measured_room(room, RULES).ceiling
    side = measured_room(room, RULES).plan.sides[3]
    for step in built.run.steps:
        along = [1990.0 + step.begin + share * (step.end - step.begin) for share in (0.0, 0.5, 1.0)]
        for place in along:
            for deep in (0.0, 600.0):
                assert step.top <= ceiling.at(*on_floor(side, place, deep))
    assert built.height is not None
    assert built.height.value == pytest.approx(high.top - 85)


def test_one_bed_folds_into_a_case_however_long_the_wall_is() -> None:
    """A case takes the middle of a stretch; in a place that is wider shelves take the rest, 1 700 of 3 000 in three."""
    bed, shelves = beginnings()["bed"], beginnings()["bookcase"]
    assert bed.stretch_of(0.0, 3000.0) == (850.0, 2150.0)
    assert bed.stretch_of(100.0, 1100.0) == (100.0, 1100.0)
    assert shelves.stretch_of(0.0, 3000.0) == (0.0, 3000.0)
    run = begun(bed, "Bed", "n1", 3000.0)
    assert [(one.width.mm if one.width else None, one.like) for one in run.bays] == [
        (1300.0, ""),
        (None, ""),
        (None, "b2"),
        (None, "b2"),
    ]
    assert [run.compartments_of(one)[0].holds for one in run.bays] == ["bed", "shelves", "shelves", "shelves"]
    assert len(begun(bed, "Bed", "n1", 1500.0).bays) == 1


def test_who_sits_at_a_desk_has_room_for_knees() -> None:
    """A desk of five bays in 3 000 has 585 in each; its two open ones are begun with 600 and the others share the rest.
    One that was made narrower, or lower than 650 and its top, is told of, and mended."""
    desk = begun(beginnings()["desk"], "Desk", "", 3000.0)
    widths = [one.width.mm if one.width is not None else None for one in desk.bays]
    assert widths == [None, 600.0, None, None, 600.0]
    assert {one.width for one in begun(beginnings()["desk"], "Desk", "", 1200.0).bays} == {None}  # or 300 beside it
    history = History(demo_job())
    assert history.do(edits.build_along("r4", "w1", desk, "along it", length(600.0), None, None))
    run = history.job.room("r4").casework.built_ins[-1]
    assert not [one for one in found(history.job, "built-in fit") if "knees" in one.says]
    for changed, measured in (
        (edits.change_bay("r4", run.id, "b2", length(550.0)), "550 mm wide"),
        (edits.change_built_in("r4", run.id, tall=length(660.0)), "633.5 mm high"),
    ):
        assert history.do(changed)
        low = [one for one in found(history.job, "built-in fit") if "knees" in one.says]
        assert measured in low[0].measured
        for _ in low:
            now = [one for one in found(history.job, "built-in fit") if "knees" in one.says]
            if now:
                assert history.do(now[0].fixes[0])
        assert not [one for one in found(history.job, "built-in fit") if "knees" in one.says]


def test_a_desk_on_ledgers_along_a_whole_wall_has_gables_under_it() -> None:
    """Nearly 4 m of worktop that may span 1.22: begun as one bay it sags, and three gables are offered."""
    history = square_room()
    room_id = history.job.rooms[-1].id
    kind = beginnings()["ledger_desk"]
    one = replace(begun(kind, "Desk", "", 1000.0), place="")
    assert len(one.bays) == 1
    assert history.do(edits.build_along(room_id, "w1", one, "along it", length(600.0), None, None))
    (sags,) = found(history.job, "shelf sags")
    assert [fix.title for fix in sags.fixes] == ["3 gables under it"]
    mended = sags.fixes[0].apply(history.job)
    assert not found(mended, "shelf sags")
    room = mended.rooms[-1]
    over = shelves_of(room, room.casework.built_ins[-1], RULES)
    assert [each.worktop for each in over] == [True] * 4
    assert all(each.shelf.span < 1224.0 for each in over)
    assert len(begun(kind, "Desk", "", 4000.0).bays) == 4  # and so one is begun along it


def test_free_stretches_keep_off_openings() -> None:
    faces = {face.name: face for face in measured_room(demo_job().room("r1"), RULES).faces}
    assert free_stretch(faces["C–D"], 2500) == (0.0, faces["C–D"].length)
    left, right = free_stretch(faces["B–C"], 2500) or (0, 0)
    assert (left, right) == (0.0, pytest.approx(2440 - 120, abs=1))
    low = free_stretch(faces["A–B"], 800)  # under the windows, beside the door
    assert low is not None
    assert low[1] - low[0] == pytest.approx(4308 - 2804 - 120, abs=3)


def test_things_go_where_they_fit_and_the_gain_is_told() -> None:
    job = demo_job()
    room = job.room("r1")
    filling = filling_of(room, job.brief.people, RULES).filling
    left = {one.things: one.count for one in filling.left}
    assert left == {"k5": 12}  # chart rolls are wider than a bay
    assert metres_before(room.casework) == (9.2, None)
    (finding,) = found(job, "no room")
    assert "wider than a bay" in finding.measured
    merged = finding.fixes[0].apply(job)
    assert found(merged, "no room") == []
    assert filling_of(merged.room("r1"), job.brief.people, RULES).filling.left == ()
    kept = tuple(replace(one, count=400) if one.id == "k5" else one for one in room.casework.contents)
    many = replace(room, casework=replace(room.casework, contents=kept))
    (finding,) = found(replace(job, rooms=(many, *job.rooms[1:])), "no room")
    assert (finding.fixes, "no single change makes room" in finding.told) == ((), True)  # for some is not for all


def test_bays_that_are_alike_follow_and_one_that_is_released_does_not() -> None:
    job = demo_job()
    edit = edits.change_compartment("r1", "c1", "b2", "s2", count=3)
    run = edit.apply(job).room("r1").casework.built_ins[0]
    assert [run.compartments_of(bay)[1].count for bay in run.bays] == [3, 3]
    released = edits.make_bay_like("r1", "c1", "b2", "").apply(job)
    run = edit.apply(released).room("r1").casework.built_ins[0]
    assert [run.compartments_of(bay)[1].count for bay in run.bays] == [5, 3]
    again = edits.make_bay_like("r1", "c1", "b1", "b2").apply(edit.apply(released))
    run = again.room("r1").casework.built_ins[0]
    assert [(bay.like, run.compartments_of(bay)[1].count) for bay in run.bays] == [("b2", 3), ("", 3)]
    gone = edits.one_bay_less("r1", "c1", "b2").apply(again)
    assert [bay.like for bay in gone.room("r1").casework.built_ins[0].bays] == [""]


def test_two_bays_are_made_one_and_one_two() -> None:
    job = demo_job()
    one = edits.merge_bays("r1", "c1", "b1", "b2", length(1300)).apply(job)
    (bay,) = one.room("r1").casework.built_ins[0].bays
    assert bay.width is not None
    two = edits.split_bay("r1", "c1", "b1", length(600)).apply(one)
    assert [each.like for each in two.room("r1").casework.built_ins[0].bays] == ["", "b1"]


def test_what_was_put_on_a_built_in_goes_with_it() -> None:
    job = edits.change_finish(["r1"], ["casework face@c1"], "", colour="sedge").apply(demo_job())
    assert "casework face@c1" in job.room("r1").finishes.surfaces
    gone = edits.remove_built_in("r1", "c1").apply(job)
    assert "casework face@c1" not in gone.room("r1").finishes.surfaces
    assert "casework face" in gone.room("r1").finishes.surfaces  # the room's own stays for others


def test_bands_mirrors_and_rails_are_in_the_list_by_their_measure() -> None:
    job = demo_job()
    face = edits.change_compartment("r4", "c1", "b1", "s1", face="mirror").apply(job)
    lines = {line.key: line for line in to_buy(face).lines}
    door = next(
        part
        for part in built_in_of(face.room("r4"), face.room("r4").casework.built_ins[0], RULES).run.parts
        if part.kind == "door"
    )
    assert lines["hardware:mirror"].needed.value == pytest.approx(door.length * door.width / 1e6, abs=1e-3)
    bay = built_in_of(face.room("r4"), face.room("r4").casework.built_ins[0], RULES).run.bays[0]
    assert lines["hardware:rail"].needed.value == pytest.approx(bay.width / 1000, abs=1e-3)
    assert lines["hardware:rail"].price == pytest.approx(7.5)  # a whole metre
    assert "glass" in risks_of(face.room("r4"), RULES)
    assert "bed" in risks_of(face.room("r4"), RULES)


def test_doors_that_have_no_room_to_open_are_found_and_slide_instead() -> None:
    """A room 800 deep: storage 450 deep leaves 350, and a leaf of some 450 does not open."""
    history = History(starting_job())
    history.do(edits.add_room("Narrow", parse_length("4000"), parse_length("800"), parse_length("2500")))
    run = build(history, "w1", "storage", start=500.0, end=2300.0)
    made = built_in_of(history.job.rooms[-1], run, RULES).run
    leaf = max(part.box[3] for part in made.parts if part.kind == "door")
    (clash,) = clashes_of(history.job.rooms[-1], RULES)
    assert clash.what == "wall"
    assert clash.reaches == pytest.approx(leaf)
    assert 320 <= clash.there_is <= 350  # in steps of 20
    (finding,) = found(history.job, "fronts open")
    assert finding.grade == "will not fit"
    history.do(finding.fixes[0])
    assert found(history.job, "fronts open") == []
    assert any(part.kind == "sliding door" for part in built_in_of_last(history).run.parts)


def built_in_of_last(history: History) -> Built:
    room = history.job.rooms[-1]
    return built_in_of(room, room.casework.built_ins[-1], RULES)


def test_fronts_that_swing_where_a_door_may_or_against_another_built_in() -> None:
    history = square_room()
    build(history, "w1", "storage", start=200.0, end=2000.0)
    room = history.job.rooms[-1]
    assert clashes_of(room, RULES) == ()
    # On the wall at its left a door of 800 whose leaf reaches to 800 before that wall, from 400 to 1 200 along it.
    history.do(edits.add_opening(room.id, "door", "w2", length(1900.0)))
    assert [one.what for one in clashes_of(history.job.rooms[-1], RULES)] == ["door"]
    history.undo()
    build(history, "w2", "chest", start=1000.0, end=2300.0)  # its end stands 700 before the storage, drawers reach too
    kinds = {(one.run, one.what) for one in clashes_of(history.job.rooms[-1], RULES)}
    assert all(what == "built-in" for _, what in kinds)


def test_old_boxes_get_fronts_hinges_and_handles_and_nothing_else() -> None:
    job = demo_job()
    room = job.room("r1")
    old = edits.change_built_in("r1", "c2", boxes="there").apply(job)
    run = old.room("r1").casework.built_ins[1]
    lines = parts_of(old.room("r1"), run, RULES)
    assert {line.kind for line in lines} == {"drawer front"}
    assert sum(line.count for line in lines) == 6
    assert set(hardware_of(old.room("r1"), run, RULES)) == {"handle"}
    groups = {one.group for one in room_surfaces(old.room("r1"), RULES) if one.key.endswith("@c2")}
    assert groups == {"casework face"}
    assert parts_of(room, room.casework.built_ins[1], RULES)[0].kind == "plinth"


def test_a_worktop_over_room_for_knees_is_a_beam() -> None:
    history = square_room()
    run = build(history, "w1", "desk", start=500.0, end=3300.0)
    history.do(edits.change_built_in(history.job.rooms[-1].id, run.id, worktop="mdf-18"))
    history.do(edits.change_bay(history.job.rooms[-1].id, run.id, "b2", length(1200.0)))
    room = history.job.rooms[-1]
    (top,) = [one for one in shelves_of(room, room.casework.built_ins[-1], RULES) if one.worktop and not one.sag.holds][
        :1
    ]
    stiff = 3.0e9 * (top.shelf.depth / 1000) * 0.018**3 / 12
    by_hand = 5 * 50 * 9.81 * 1.2**4 / (384 * stiff) * 1000
    assert top.sag.at_once.value == pytest.approx(by_hand, rel=1e-6)
    finding = next(one for one in found(history.job, "shelf sags") if "worktop" in one.says)
    assert [fix.title for fix in finding.fixes] == ["A worktop of birch plywood 27"]
    history.do(finding.fixes[0])
    assert not any("worktop over bay 2" in one.says for one in found(history.job, "shelf sags"))


def test_shelves_under_a_slope_are_fitted_to_the_lowest_of_bays_that_are_alike() -> None:
    """The attic's two bays made alike: the column to be spaced is as tall as the lower, so that it fits in both."""
    job = edits.make_bay_like("r4", "c1", "b1", "b2").apply(demo_job())
    room = job.room("r4")
    built = built_in_of(room, room.casework.built_ins[0], RULES)
    tall = sorted(clear.high - clear.low for bay in built.run.bays for clear in bay.compartments)
    assert tall[1] > tall[0] + 300
    (column,) = [one.column for one in columns_of(room, RULES) if one.run == "c1"]
    assert column.tall == pytest.approx(tall[0])
    assert len(column.widths) == 2


def test_a_face_frame_is_bought_as_strips_by_hand() -> None:
    """One carcass of three bays: four stiles of its height and, over and under each bay, rails that with the four
    stiles of 45 come to its width."""
    history = square_room()
    run = build(history, "w1", "bookcase", start=1000.0, end=1800.0)
    room = history.job.rooms[-1]
    before = {line.key for line in to_buy(history.job).lines}
    frame = FrameWish("oak", length(45.0), length(21.0))
    history.do(edits.change_built_in(room.id, run.id, frame=frame))
    room = history.job.rooms[-1]
    built = built_in_of(room, room.casework.built_ins[-1], RULES)
    (added,) = [line for line in to_buy(history.job).lines if line.key not in before]
    made = built.run
    wide, tall = made.end - made.begin, made.top - (85 + 17.5 - 45)  # birch plywood 18 is 17.5
    assert added.kind == "frame"
    assert added.needed.value == pytest.approx(4 * tall + 2 * (wide - 4 * 45))
    pieces = sum(part.kind in ("stile", "frame rail") for part in made.parts)
    assert f"{pieces} pieces of face frames" in added.why
    history.do(edits.change_built_in(room.id, run.id, frame=replace(frame, material="birch plywood")))
    assert any("sold in no strips" in said for said in to_buy(history.job).left_out)


def test_a_rounded_end_says_how_wide_the_carcasses_are_and_is_painted() -> None:
    """Between 1 000 and 2 400 nothing stands at either end: 1 400 less what is kept back and two ends of 300 − 17.5."""
    history = square_room()
    run = build(history, "w1", "bookcase", start=1000.0, end=2400.0)
    room = history.job.rooms[-1]
    history.do(edits.change_built_in(room.id, run.id, free_ends="rounded"))
    room = history.job.rooms[-1]
    built = built_in_of(room, room.casework.built_ins[-1], RULES)
    assert built.width is not None
    assert built.fit is not None
    assert built.fit.width is not None
    assert built.width.value == pytest.approx(built.run.end - built.run.begin)
    assert built.width.value == pytest.approx(built.fit.width.value - 2 * (300 - 17.5))
    (faces,) = [one for one in painted_of(room, room.casework.built_ins[-1], RULES) if one.group == "casework face"]
    ends = next(part for name, part in faces.area.inputs if "end shelf" in name)
    radius = 0.2825  # both faces of a quarter of a circle and the arc of its edge, of six shelves at two ends
    assert ends.value == pytest.approx(12 * (2 * math.pi / 4 * radius**2 + math.pi / 2 * radius * 0.0175), rel=1e-4)
