"""Built-ins of a job: fitted by hand to their places, bought to the piece, and looked over."""

from __future__ import annotations

import pytest
from msgspec.structs import replace

from narrow_cornice.cutting.sheets import sheet_plan
from narrow_cornice.derived.bought.lines import InSheets
from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.built.fitted import board_of, built_in_of
from narrow_cornice.derived.built.parts import carcass_weights, hardware_of, parts_of, weight_of
from narrow_cornice.derived.built.sheets import cut_boards, numbers_of, to_keep
from narrow_cornice.derived.built.shelves import shelves_of
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.measured.envelopes import fit_of
from narrow_cornice.derived.trimwork.cut_list import cut_list
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.explained.working import working
from narrow_cornice.job import edits
from narrow_cornice.job.casework import BayWish, BuiltIn, Casework, CompartmentWish
from narrow_cornice.job.file import JobFileError, decode_job, encode_job
from narrow_cornice.job.measured import Fixture, WayIn
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import BuiltInPath
from narrow_cornice.job.samples import demo_job
from narrow_cornice.review.second_look import second_look
from narrow_cornice.survey.readings import as_reading
from narrow_cornice.units.lengths import parse_length


def first(job: Job) -> tuple[Room, BuiltIn]:
    room = job.room("r1")
    return room, room.casework.built_ins[0]


def test_a_run_is_what_is_surely_clear_less_its_fillers() -> None:
    job = demo_job()
    room, run = first(job)
    built = built_in_of(room, run, job.house_rules)
    fit = fit_of(room, room.measured.recesses[1], job.house_rules)
    assert fit.width is not None
    assert fit.height is not None
    assert built.width is not None
    assert built.height is not None
    assert built.bay is not None
    assert built.width.value == pytest.approx(fit.width.value - 2 * 40)  # it has doors
    assert built.height.value == pytest.approx(fit.height.value - 10 - 85)
    assert built.bay.value == pytest.approx((built.width.value - 4 * 18) / 2)  # two carcasses, MDF of 18
    assert [there.width for there in built.run.bays] == pytest.approx([built.bay.value] * 4)  # in two rows
    assert working(built.width, job.settings) == "1 476 − 2 × 40 = 1 396 mm"
    sides = [part for part in built.run.parts if part.kind == "side"]
    assert sum(part.box[5] for part in sides) / 4 == pytest.approx(built.height.value)


def test_it_says_what_its_place_lacks() -> None:
    job = demo_job()
    room, run = first(job)
    gone = built_in_of(room, replace(run, place="nowhere"), job.house_rules)
    assert "no longer there" in gone.fault
    narrow = replace(run, bays=tuple(BayWish(f"b{n}") for n in range(12)))
    assert "too little" in built_in_of(room, narrow, job.house_rules).fault
    crowded = edits.change_built_in("r1", "c1", bays=narrow.bays).apply(job)
    for unit, other in (("mm", '"'), ("in", " mm")):
        there = replace(crowded, settings=replace(crowded.settings, unit=unit))
        found = next(one for one in second_look(there) if one.key == "built-in fit:r1:c1:fault")
        assert "is left for the bays" in found.measured
        assert other not in found.measured
    job = edits.change_built_in("r1", "c1", place="nowhere").apply(job)
    finding = next(one for one in second_look(job) if one.key == "built-in fit:r1:c1:fault")
    assert finding.grade == "will not fit"
    assert "Left bookcase does not fit its place yet." in to_buy(job).left_out


def test_every_part_is_cut_from_a_sheet_once_and_numbered() -> None:
    job = demo_job()
    room, run = first(job)
    cuts = cut_boards(job)
    cut = sum(len(one.parts) for one in cuts)
    assert not any(one.too_large for one in cuts)
    listed = sum(
        line.count
        for each in job.rooms
        for one in each.casework.built_ins
        for line in parts_of(each, one, job.house_rules)
        if line.board
    )
    assert cut == listed > 100
    numbers = numbers_of(cuts, "r1", "c1")
    lines = parts_of(room, run, job.house_rules)
    assert set(numbers) == {number for number, line in enumerate(lines) if line.board}
    for line, words in numbers.items():
        begin, _, end = words.partition("–")
        assert (int(end) if end else int(begin)) - int(begin) + 1 == lines[line].count


def test_the_list_buys_whole_sheets_and_every_piece_of_hardware() -> None:
    job = demo_job()
    lines = {line.key: line for line in to_buy(job).lines}
    sheets = 0
    for cut in cut_boards(job):
        line = lines[f"board:{cut.board}"]
        assert isinstance(line.goods, InSheets)
        count = len(cut.plan.sheets)
        sheets += count
        assert line.price == pytest.approx(count * cut.kind.price)
        assert line.needed.value == pytest.approx(sum(part.length * part.width for part in cut.parts) / 1e6)
        assert line.left == pytest.approx(count * cut.kind.length * cut.kind.width / 1e6 - line.needed.value)
        assert sum(amount.value for _, _, amount in line.shares) == pytest.approx(line.needed.value)
    assert tally(job)["sheets"].value == sheets
    pins = sum(
        hardware_of(room, run, job.house_rules).get("pin", 0) for room in job.rooms for run in room.casework.built_ins
    )
    assert lines["hardware:pin"].needed.value == pins
    assert lines["hardware:pin"].buy == ((20.0, -(-pins // 20), pytest.approx(-(-pins // 20) * 2.4)),)  # packs of 20
    assert lines["hardware:pin"].left == -pins % 20
    room, run = first(job)
    # Two bays of two leaves each, 700 tall and under 6 kg: two hinges a leaf, one handle; two straps at least.
    assert dict(hardware_of(room, run, job.house_rules))["hinge"] == 8
    assert dict(hardware_of(room, run, job.house_rules))["handle"] == 4
    assert dict(hardware_of(room, run, job.house_rules))["strap"] == 2


def test_weights_by_hand() -> None:
    """A side of MDF 18, 2 140 × 332: 750 kg/m³ make 9.6 kg."""
    job = demo_job()
    room, run = first(job)
    built = built_in_of(room, run, job.house_rules)
    side = max((part for part in built.run.parts if part.kind == "side"), key=lambda part: part.length)
    assert weight_of(run, side) == pytest.approx(side.length * side.width * 18e-9 * 750)
    assert max(carcass_weights(room, run, job.house_rules)) > 25
    assert board_of(run, side) == "mdf-18"


def test_a_shelf_just_inside_what_it_may_is_not_found() -> None:
    """MDF 18 with hardbacks may span 494: bays of 435 are quiet, two of 662 are not."""
    job = demo_job()
    found = [one for one in second_look(job) if one.kind == "shelf sags"]
    assert {one.about.room for one in found} == {"r1"}
    assert len(found) == 2
    room, run = first(job)
    longest = shelves_of(room, run, job.house_rules)[0].sag.longest.value
    for off, many in ((-0.5, 0), (0.5, 1)):
        width = parse_length(f"{longest + off:.2f}")
        bays = (
            BayWish("b1", width, (CompartmentWish("s1", front="doors"),)),
            BayWish("b2", None, (CompartmentWish("s1", count=0),)),
        )
        changed = replace(run, bays=bays)
        assert sum(not one.sag.holds for one in shelves_of(room, changed, job.house_rules)) == many


def test_renaming_moving_and_undoing_leave_the_figures() -> None:
    job = demo_job()
    other = edits.change_built_in("r1", "c1", name="Door door casing").apply(job)
    assert [line.price for line in to_buy(other).lines] == [line.price for line in to_buy(job).lines]
    more = edits.one_more_bay("r1", "c1", "b1").apply(job)
    bays = more.room("r1").casework.built_ins[0].bays
    assert [bay.id for bay in bays] == ["b1", "b3", "b2"]
    less = edits.one_bay_less("r1", "c1", "b3").apply(more)
    assert less == job
    with pytest.raises(edits.EditError, match="one bay at least"):
        edits.one_bay_less("r4", "c2", "b1").apply(job)


def test_a_kept_plan_that_cannot_be_cut_is_refused_with_its_place() -> None:
    job = demo_job()
    cut = next(one for one in cut_boards(job) if one.board == "ply-12")
    assert cut.wanted is not None
    kept = to_keep(cut.wanted, cut.plan)
    job = edits.keep_sheet_plan("board:ply-12", kept, "ply").apply(job)
    assert next(one for one in cut_boards(job) if one.board == "ply-12").found
    assert decode_job(encode_job(job), "a.cornice").sheets["board:ply-12"] == kept
    (index, x, y, turned), *rest = kept.sheets[0]
    moved = replace(kept, sheets=((((index, x + 700.0, y, turned), *rest)), *kept.sheets[1:]))
    bad = replace(job, sheets={"board:ply-12": moved})
    with pytest.raises(JobFileError, match="cannot be cut"):
        decode_job(encode_job(bad), "a.cornice")


def test_a_job_with_a_board_nobody_sells_is_refused() -> None:
    job = demo_job()
    room, run = first(job)
    odd = replace(room, casework=Casework((replace(run, board="cheese"),)))
    bad = replace(job, rooms=(odd, *job.rooms[1:]))
    with pytest.raises(JobFileError, match="no board called “cheese”"):
        decode_job(encode_job(bad), "a.cornice")


def test_what_a_built_in_stands_before_is_said_and_what_is_beside_it_is_not() -> None:
    """The demo's socket lies behind the right bookcase; one 80 wide lies just past the end of the wardrobe, or not."""
    job = demo_job()
    found = [one for one in second_look(job) if one.kind == "built-in covers"]
    assert [one.says for one in found] == ["Right bookcase stands before alcove socket"]
    assert found[0].about == BuiltInPath("r1", "c2")
    room = job.room("r4")
    recess = replace(room.measured.recesses[0], end=parse_length("2590"))  # it ends on the wall, and not in the corner
    room = replace(room, measured=replace(room.measured, recesses=(recess, *room.measured.recesses[1:])))
    assert recess.end is not None
    for beyond, many, kind in ((41.0, 0, "socket"), (39.0, 1, "socket"), (39.0, 1, "grille")):
        middle, size = as_reading(parse_length(f"{recess.end.mm + beyond:g}")), parse_length("80")
        fixture = Fixture("f9", kind, recess.wall, kind, middle, as_reading(parse_length("300")), size, size)  # type: ignore[arg-type]
        with_it = replace(room, measured=replace(room.measured, fixtures=(fixture,)))
        changed = replace(job, rooms=tuple(with_it if one.id == "r4" else one for one in job.rooms))
        mine = [one for one in second_look(changed) if one.kind == "built-in covers" and one.room_id == "r4"]
        assert [one.grade for one in mine] == (["unsafe" if kind == "grille" else "will show"] * many)


def test_trim_and_paint_stop_at_what_is_built_before_them() -> None:
    """The left bookcase takes all of wall G–H, 1 500 wide: no trim and no paint there but over its top."""
    job = demo_job()
    room, run = first(job)
    trimmed = trimmed_room(room, job.house_rules)
    assert trimmed is not None
    wall = trimmed.faces[6]
    assert wall.id == "w7"
    assert [one.kind for one in trimmed.runs_of("w7")] == []
    surfaces = {one.key: one for one in room_surfaces(room, job.house_rules)}
    top = built_in_of(room, run, job.house_rules).run.top
    assert surfaces["lower wall@w7"].net.value == pytest.approx(0.0, abs=1e-9)
    assert trimmed.height.value - top < 20  # what is left over it is under the cornice's old place
    assert surfaces["upper wall@w7"].net.value == pytest.approx(
        wall.length * (trimmed.height.value - top) / 1e6, abs=2e-3
    )
    behind = edits.change_built_in("r1", "c1", sequence="trim first").apply(job)
    again = trimmed_room(behind.room("r1"), job.house_rules)
    assert again is not None
    assert {one.kind for one in again.runs_of("w7")} == {"cornice", "skirting", "dado rail"}
    plain = replace(room, casework=Casework())
    bare = {one.key: one for one in room_surfaces(plain, job.house_rules)}
    kept = {one.key: one for one in room_surfaces(behind.room("r1"), job.house_rules)}
    assert kept["upper wall@w7"].net.value == bare["upper wall@w7"].net.value
    elsewhere = [key for key in bare if "@w" in key and not key.endswith(("@w3", "@w7"))]
    assert all(surfaces[key].net.value == bare[key].net.value for key in elsewhere)


def test_ends_beside_a_built_in_are_square_to_it() -> None:
    """A half-wide built-in on a long wall: the skirting stops at its side and goes on beyond it."""
    job = edits.change_thing("r4", "recesses", "e1", "Wardrobe", end=parse_length("2590")).apply(demo_job())
    room = job.room("r4")
    pieces = cut_list(room, job.house_rules, job.milled, job.joinery)
    ends = [end.words for piece in pieces for end in (piece.left, piece.right) if "Wardrobe" in end.words]
    assert len(ends) >= 2
    assert all("square" in words for words in ends)


def test_the_carcass_that_is_planned_is_what_is_carried_in() -> None:
    """Round a turn of 500 and 500, (2 × 500^⅔)^1½ = 1 414 level, √(1 414² + 1 500²) = 2 062 goes and with 2 200 of
    headroom 2 615: a carcass of 2 140 goes by one and not by the other, a side of 2 971 by neither."""
    job = demo_job()

    def turn(height: str) -> Job:
        way = WayIn("w1", "turn", "stair turn", parse_length("500"), parse_length(height), parse_length("500"))
        return replace(job, ways_in=(way,))

    def refused(one: Job) -> set[str]:
        return {f.says for f in second_look(one) if f.key.startswith("recess unsure:r1:e2:way")}

    low = turn("1500")
    assert refused(low) == {"A carcass of Left alcove in one piece does not come in by turn"}
    finding = next(f for f in second_look(low) if f.key.startswith("recess unsure:r1:e2:way"))
    parted = finding.fixes[0].apply(low)
    assert refused(parted) == set()
    room = parted.room("r1")
    made = built_in_of(room, room.casework.built_ins[0], {}).run
    assert made.fault == ""
    assert max(part.length for part in made.parts) < 2062
    high = turn("2200")
    assert refused(high) == set()
    bare = replace(high, rooms=tuple(replace(room, casework=Casework()) for room in high.rooms))
    assert refused(bare) == {"A side of Left alcove in one piece does not come in by turn"}


def test_left_over_sheets_are_cut_before_new_ones_are_bought() -> None:
    job = demo_job()
    line = "board:ply-18"
    before = next(cut for cut in cut_boards(job) if cut.board == "ply-18")
    own = edits.set_left_sheets(line, [(2440, 1220), (2440, 1220), (300, 40)], "ply").apply(job)
    main, *owned = [cut for cut in cut_boards(own) if cut.board == "ply-18"]
    assert len(owned) == 2  # nothing is cut from one of 300 × 40
    assert all(cut.owned and cut.plan.price == 0 for cut in owned)
    numbers = sorted(name.number for cut in (main, *owned) for name in cut.names)
    assert numbers == [name.number for name in before.names]  # every part once
    assert len(main.plan.sheets) < len(before.plan.sheets)
    bought, former = (next(one for one in to_buy(each).lines if one.key == line) for each in (own, job))
    assert bought.price == pytest.approx(len(main.plan.sheets) * 92.0)
    assert bought.price < former.price
    assert decode_job(encode_job(own), "a.cornice") == own
    room = own.room("r1")
    for words in numbers_of(cut_boards(own), "r1", room.casework.built_ins[1].id).values():
        assert words
    assert edits.set_left_sheets(line, [], "ply").apply(own).left_sheets == {}
    with pytest.raises(edits.EditError, match="left-over sheet"):
        edits.set_left_sheets(line, [(0.0, 5.0)], "ply")


def test_the_search_cuts_from_left_over_sheets_too_and_what_it_finds_is_kept() -> None:
    """With as many left-over sheets as are needed nothing is bought, which no plan betters: proven."""
    job, line = demo_job(), "board:ply-18"
    before = next(cut for cut in cut_boards(job) if cut.board == "ply-18")
    many = len(before.plan.sheets)
    own = edits.set_left_sheets(line, [(before.kind.length, before.kind.width)] * many, "ply").apply(job)
    for left in (own, edits.set_left_sheets(line, [(2440, 1220), (1000, 600)], "ply").apply(job)):
        main = next(cut for cut in cut_boards(left) if cut.board == "ply-18")
        assert main.wanted is not None
        plan = sheet_plan(main.wanted.parts, main.wanted.kinds, main.wanted.saw, 2.0)
        assert plan.price == 0 or left is not own
        kept = edits.keep_sheet_plan(line, to_keep(main.wanted, plan), "ply").apply(left)
        assert decode_job(encode_job(kept), "a.cornice") == kept
        found, *owned = [cut for cut in cut_boards(kept) if cut.board == "ply-18"]
        assert found.found
        assert len(found.plan.sheets) <= len(main.plan.sheets)
        assert found.least <= len(found.plan.sheets)
        numbers = sorted(name.number for cut in (found, *owned) for name in cut.names)
        assert numbers == [name.number for name in before.names]
        changed = edits.set_left_sheets(line, [(2440, 1220)], "ply").apply(kept)
        assert not next(cut for cut in cut_boards(changed) if cut.board == "ply-18").found  # it is for others
    broken = replace(kept, sheets={line: replace(kept.sheets[line], of=(7,))})
    with pytest.raises(JobFileError, match="what each of its sheets is"):
        decode_job(encode_job(broken), "a.cornice")
    plenty = edits.set_left_sheets(line, [(before.kind.length, before.kind.width)] * 2 * many, "ply").apply(job)
    (bought,) = [one for one in to_buy(plenty).lines if one.key == line]  # the line stays, where left-overs are typed
    assert bought.price == 0
