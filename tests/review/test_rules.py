"""The second look: each rule speaks when it should, is silent when it should be, and its fixes settle it."""

from __future__ import annotations

import re
from collections.abc import Callable

import pytest
from msgspec.structs import replace

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.trimwork.cut_list import cut_list
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.measured import Twin
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.review.finding import GRADES, Finding
from narrow_cornice.review.second_look import second_look, to_settle
from narrow_cornice.trim.catalogue import StockPiece, shipped_profiles
from narrow_cornice.units.lengths import Length, parse_length
from rooms import trimmed_of
from thorough import THOROUGH


def keys(job: Job) -> set[str]:
    return {finding.key.split(":")[0] + ":" + finding.room_id for finding in second_look(job)}


def after(*made: Edit) -> Job:
    history = History(demo_job())
    for edit in made:
        history.do(edit)
    return history.job


def mm(text: str) -> Length:
    return parse_length(text)


def test_the_demo_has_something_for_most_rules() -> None:
    assert keys(demo_job()) == {
        "reading doubtful:r1",
        "date near:",
        "client says:r2",  # no pendants over the tea table
        "house rule open:",
        "mood against colours:r1",
        "mood against colours:r4",
        "fixture covered:r1",
        "old trim meets:r1",
        "built-in covers:r1",
        "built-in fit:r1",
        "built-in fit:r2",
        "no room:r1",
        "out of reach:r2",
        "tins unmixed:r6",
        "mood against colours:r5",
        "left unpainted:r3",
        "pieces clash:r1",
        "light short:r1",
        "before window:r1",
        "screen seat:r2",
        "screen bay:r2",
        "screen height:r2",
        "field sliver:r5",
        "clearance short:r2",
        "shares off:r1",
        "shares off:r2",
        "shares off:r4",
        "fronts open:r1",
        "fronts open:r4",
        "out of reach:r4",
        "recess unsure:r5",
        "permission missing:r5",
        "built-in fit:r4",
        "shelf sags:r1",
        "recess unsure:r1",
        "recess unsure:r2",
        "recess unsure:r4",
        "permission missing:r4",
        "style order:r4",
        "permission missing:r1",
        "permission missing:r2",
        "out of reach:r1",
        "style order:r2",
        "agreed open:r1",
        "agreed open:",
        "casing narrow:r1",
        "frame contrast:r1",
        "many colours:r1",
        "tins unmixed:r1",
        "lone crown:r2",
        "thin trim:r2",
        "frame contrast:r2",
        "bare unprimed:r2",
        "many colours:r2",
        "accent once:r2",
        "one size:r2",
        "one size:r3",
        "near heat:r2",
        "trim overlaps:r3",
        "left unpainted:r5",
        "wedge over cornice:r1",  # its heights differ by 11
        "wedge over cornice:r3",
        "wedge over cornice:r4",  # under the slope
        "scarf loose:r2",
        "fixed beside:r1",
    }


def test_nothing_nags_about_what_is_not_begun() -> None:
    assert second_look(starting_job()) == ()
    history = History(starting_job())
    history.do(edits.add_room("Plain", mm("4000"), mm("3000"), mm("2500")))
    assert second_look(history.job) == ()
    history.do(edits.set_heights("r1", ()))
    assert second_look(history.job) == ()


@pytest.mark.parametrize(
    ("key", "edit"),
    [
        ("casing narrow:r1", edits.change_trim("r1", "casing", height=mm("100"))),  # 148.7 less a third is 99.1
        ("lone crown:r2", edits.change_room("r2", "rank", rank="secondary")),
        ("thin trim:r2", edits.change_trim("r2", "skirting", projection=mm("19"))),
        ("frame contrast:r2", edits.change_opening("r2", "o1", "window", frame="#e0ddd2")),
        ("bare unprimed:r2", edits.change_finish(["r2"], ["upper wall@w5"], "sound", state="sound")),
        ("accent once:r2", edits.change_finish(["r2"], ["reveal"], "too", colour="madder")),
        ("tins unmixed:r1", edits.change_house_rule("mixing_tins", 9, "tins to mix")),
        ("many colours:r1", edits.change_house_rule("colours_wished", 7, "colours wished")),
    ],
)
def test_a_rule_is_silent_once_its_reason_is_gone(key: str, edit: Edit) -> None:
    assert key in keys(demo_job())
    assert key not in keys(after(edit))


def test_just_under_the_limits_speaks() -> None:
    assert "casing narrow:r1" in keys(after(edits.change_trim("r1", "casing", height=mm("99"))))
    assert "thin trim:r2" in keys(after(edits.change_trim("r2", "skirting", projection=mm("18.5"))))


def test_every_fix_is_an_undoable_edit_that_settles_its_finding() -> None:
    fixed = 0
    for finding in second_look(demo_job()):
        for fix in finding.fixes if THOROUGH else finding.fixes[:1]:
            history = History(demo_job())
            assert history.do(fix)
            left = {one.key for one in second_look(history.job)}
            assert finding.key not in left, fix.title
            history.undo()
            assert history.job == demo_job()
            fixed += 1
    assert fixed >= 10


def test_use_149_is_offered_and_used() -> None:
    finding = next(one for one in second_look(demo_job()) if one.key == "casing narrow:r1")
    assert [fix.title for fix in finding.fixes] == ["Use 149"]
    history = History(demo_job())
    history.do(finding.fixes[0])
    assert history.job.room("r1").trim.choices["casing"].height == Length(149.0, "149 mm")


def test_findings_speak_in_the_jobs_unit() -> None:
    inches = after(edits.change_settings(unit="in", denominator=8))
    finding = next(one for one in second_look(inches) if one.key == "casing narrow:r1")
    assert finding.says == 'Casing is 2 1/4"; this order wants 5 7/8"'
    assert finding.fixes[0].title == 'Use 5 7/8"'


def test_walls_that_disagree_will_not_fit() -> None:
    job = after()
    (finding,) = [one for one in second_look(job) if one.key.startswith("reading doubtful")]
    assert finding.says == "B to D disagrees by 29.5 mm: read it again"
    history = History(job)
    history.do(finding.fixes[0])  # set aside: it stays on the sheet and weighs nothing
    assert not any(one.key.startswith("reading doubtful") for one in second_look(history.job))
    assert (
        history.job.rooms[0].measured.diagonals[2].readings[0].mm == job.rooms[0].measured.diagonals[2].readings[0].mm
    )
    grades = [GRADES.index(one.grade) for one in second_look(job)]
    assert grades == sorted(grades)  # the gravest first


@pytest.mark.parametrize(
    ("edit", "says"),
    [
        (edits.change_opening("r1", "o4", "hall door", place=mm("3000")), "runs past the end"),
        (edits.change_opening("r1", "o4", "hall door", height=mm("2990")), "higher than the ceiling"),
        (edits.change_opening("r1", "o4", "hall door", height=mm("2950")), "meets the ceiling"),
        (edits.change_opening("r1", "o4", "hall door", place=mm("30")), "beside the corner"),
        (edits.change_opening("r1", "o2", "left window", place=mm("1000")), "lies over"),
    ],
)
def test_openings_that_do_not_fit(edit: Edit, says: str) -> None:
    assert any(says in finding.says and finding.grade == "will not fit" for finding in second_look(after(edit)))


def test_a_colour_that_will_not_be_hidden_asks_for_a_primer() -> None:
    over = edits.change_finish(["r1"], ["ceiling"], "over night", over="c1", primer="")
    job = after(edits.add_colour("Night", "#101418"), over)
    thin = replace(job, paints=tuple(replace(paint, hiding=3.0 if paint.primer else 1.6) for paint in job.paints))
    finding = next(one for one in second_look(thin) if one.key == "strong change:r1")
    assert "will not hide" in finding.says
    history = History(thin)
    history.do(finding.fixes[0])
    assert "strong change:r1" not in {one.key for one in second_look(history.job)}


def test_kept_findings_keep_their_reason_and_come_last() -> None:
    history = History(demo_job())
    finding = second_look(history.job)[0]
    history.do(edits.keep_finding(finding.key, "  the client has the stock ", finding.says))
    kept = next(one for one in second_look(history.job) if one.key == finding.key)
    assert kept.kept == "the client has the stock"
    assert second_look(history.job)[-1].key == finding.key
    assert len(to_settle(history.job)) == len(second_look(demo_job())) - 1
    history.do(edits.keep_finding(finding.key, None, finding.says))
    assert history.job == demo_job()
    with pytest.raises(CorniceError, match="reason"):
        edits.keep_finding(finding.key, "  ", finding.says)


def test_no_finding_repeats_another_and_all_are_whole() -> None:
    findings = second_look(demo_job())
    assert len({finding.key for finding in findings}) == len(findings)
    for finding in findings:
        for words in (finding.says, finding.measured, finding.rule, finding.risk, finding.where, finding.room):
            assert words
        assert "safe" not in (finding.says + finding.rule + finding.risk).split()


def test_rules_are_one_to_a_file() -> None:
    from pathlib import Path

    import narrow_cornice.review.rules as rules
    from narrow_cornice.review.second_look import JOB_RULES, ROOM_RULES

    listed: list[Callable[..., object]] = [*ROOM_RULES, *JOB_RULES]
    files = {path.stem for path in Path(rules.__file__).parent.glob("*.py")} - {"__init__"}
    assert {rule.__module__.rsplit(".", 1)[1] for rule in listed} == files


def test_new_trim_beside_old_that_stays_says_how_they_meet() -> None:
    made = edits.put_up("r3", "there", "skirting", "w1", mm("180"), mm("18"))
    job = after(made)
    found = next(one for one in second_look(job) if one.key.startswith("old trim meets:r3"))
    assert "meets the old of another height" in found.says
    assert "proud: shim the other" in found.measured  # 35 new against 18 old
    assert [one.title for one in found.fixes] == ["Use 180 mm for the new, shimmed to its face", "Meet on a block"]
    for fix in found.fixes:
        assert "old trim meets:r3" not in keys(fix.apply(job))
    stated = found.fixes[1].apply(job)
    ends = [
        end.words
        for one in cut_list(stated.room("r3"), stated.house_rules, stated.milled, stated.joinery)
        if one.kind == "skirting"
        for end in (one.left, one.right)
    ]
    assert sum("the old skirting of 180, on a block" in one for one in ends) == 2


def test_trim_of_two_heights_is_found_through_an_open_doorway() -> None:
    job = demo_job()
    job = edits.join_openings("r2", "o3", Twin("r3", "o2"), "arch to the pantry").apply(job)
    found = {one.key: one for one in second_look(job) if one.key.startswith("trim across")}
    skirting = found["trim across:r2:o3:skirting"]
    assert "127.5 mm here, 157.5 mm in the Stair Hall" in skirting.says
    for fix in skirting.fixes:
        mended = fix.apply(job)
        assert "trim across:r2:o3:skirting" not in [one.key for one in second_look(mended)]
    closed = edits.change_opening("r2", "o3", "arch", kind="door").apply(job)
    assert not any(one.key.startswith("trim across") for one in second_look(closed))


def test_a_socket_under_a_panel_moulding_or_behind_a_mirror_is_told() -> None:
    switch = edits.put_up("r3", "fixtures", "switch", "w4", mm("200"), mm("1300"))
    assert "fixture covered:r3" not in keys(after(switch))
    mirror = edits.put_up("r3", "frames", "mirror", "w4", mm("300"))
    assert "fixture covered:r3" in keys(after(switch, mirror))


def test_a_casing_as_thin_as_the_top_of_the_skirting_is_told_unless_a_block_stands_between() -> None:
    thin = edits.change_trim("r1", "casing", projection=mm("19"))
    assert "casing thin:r1" not in keys(after(thin))  # this skirting's top is a small fillet
    board = next(one for one in shipped_profiles() if one.id == "board-32x145")
    plain = edits.use_stock("r1", "skirting", (StockPiece(board, 0.0, 0.0),), "a board")
    job = after(thin, plain)
    found = next(one for one in second_look(job) if one.key == "casing thin:r1")
    assert "19 mm thick, the top of the skirting 32 mm" in found.says
    for fix in found.fixes:
        assert "casing thin:r1" not in keys(fix.apply(job))


def test_rooms_that_want_nearly_the_same_share_one_size_and_one_knife() -> None:
    """Skirtings of 147.5 and 157.5 are 6.8 % apart: one knife less. Of 8 % and more they are two; a typed one stays."""
    job = demo_job()

    def shared(one: Job, kind: str) -> list[str]:
        return [finding.key for finding in second_look(one) if finding.key.startswith(f"one size:{kind}:")]

    (finding,) = [one for one in second_look(job) if one.key.startswith("one size:skirting")]
    assert finding.key == "one size:skirting:r1+r3"
    assert "Chart Room 147.5 mm (+6.8 %)" in finding.measured
    saved = finding.fixes[0].apply(job)
    assert shared(saved, "skirting") == []
    knives = [line for line in to_buy(saved).lines if line.key.startswith("knife:trim:skirting:157.5")]
    assert [{room for room, _, _ in line.shares} for line in knives] == [{"r1", "r3"}]
    said = re.search(r": ([\d.]+) crowns less in knives", finding.says)
    assert said is not None
    gone = [line for line in to_buy(job).lines if line.key.startswith("knife:trim:skirting:147.5")]
    assert float(said.group(1)) == gone[0].price
    assert to_buy(saved).price <= to_buy(job).price - gone[0].price
    strict = edits.change_house_rule("same_size", 0.06, "sizes that can be one").apply(job)
    assert shared(strict, "skirting") == []
    own = edits.change_trim("r3", "skirting", height=mm("157.5")).apply(job)
    assert shared(own, "skirting") == []
    history = History(saved)
    history.do(edits.change_trim("r1", "skirting", height=None))  # each room is free to break away
    assert "trim:skirting:147.5×35" in {line.key for line in to_buy(history.job).lines}


def test_made_sizes_go_to_the_step_of_the_unit() -> None:
    job = demo_job()
    inches = edits.change_settings(unit="in").apply(job)
    assert inches.house_rules["made_step"] == 3.175
    skirting = trimmed_of(inches.rooms[0], inches.house_rules).trim.of("skirting").height
    assert skirting is not None
    assert skirting.value == pytest.approx(47 * 3.175)  # 148.7 are 46.83 eighths
    assert "made_step" not in edits.change_settings(unit="mm").apply(inches).house_rules
    own = edits.change_house_rule("made_step", 5.0, "step").apply(job)
    assert edits.change_settings(unit="in").apply(own).house_rules["made_step"] == 5.0


def plain_room(*made: Edit) -> History:
    """A room of 4 200 × 3 000 × 2 500, Doric in five parts: casing made 125 wide with a setback of 5 mm."""
    history = History(starting_job())
    history.do(edits.add_room("Room", mm("4200"), mm("3000"), mm("2500")))
    for edit in made:
        assert history.do(edit)
    return history


def found_in(history: History, kind: str) -> list[Finding]:
    return [one for one in second_look(history.job) if one.kind == kind]


def settles(history: History, kind: str) -> None:
    (finding,) = found_in(history, kind)
    before = history.job
    history.do(finding.fixes[0])
    assert found_in(history, kind) == []
    history.undo()
    assert history.job == before


@pytest.mark.parametrize(("apart", "clash"), [("150", True), ("255", True), ("262", False)])
def test_casings_of_two_windows_run_into_one_another(apart: str, clash: bool) -> None:
    """Two casings of 125 and their setbacks of 5 need 260 between two openings."""
    second = mm(f"{500 + 900 + int(apart)}")
    history = plain_room(
        edits.add_opening("r1", "window", "w1", mm("500")),
        edits.add_opening("r1", "window", "w1", second),
        edits.change_opening("r1", "o1", "left", width=mm("900"), height=mm("1200"), sill=mm("900")),
        edits.change_opening("r1", "o2", "right", width=mm("900"), height=mm("1200"), sill=mm("900")),
    )
    assert bool(found_in(history, "trim overlaps")) is clash
    if apart == "150":
        settles(history, "trim overlaps")
        (finding,) = found_in(history, "trim overlaps")
        assert finding.measured == "by 110 mm"
        assert [fix.title for fix in finding.fixes] == ["Casing 70 mm wide"]  # half of 150 less 5
    if apart == "255":
        assert found_in(history, "trim overlaps")[0].measured == "by 5 mm"


@pytest.mark.parametrize(("tall", "clash"), [("1290", True), ("1275", False)])
def test_a_casing_that_reaches_into_the_cornice(tall: str, clash: bool) -> None:
    """2 500 less a cornice of 187.5 is 2 312.5; a window from 900 with a casing of 125 and 5 ends at 2 320 or 2 305."""
    history = plain_room(
        edits.add_opening("r1", "window", "w1", mm("1500")),
        edits.change_opening("r1", "o1", "window", width=mm("900"), height=mm(tall), sill=mm("900")),
    )
    assert bool(found_in(history, "trim overlaps")) is clash
    if clash:
        settles(history, "trim overlaps")


def test_a_dado_rail_in_the_skirting() -> None:
    low = plain_room(
        edits.change_trim("r1", "dado rail", fitted=True),
        edits.change_trim("r1", "dado rail", height=mm("60"), top=mm("170")),
    )
    (finding,) = found_in(low, "trim overlaps")
    assert finding.says == "The dado rail lies in the skirting"
    assert finding.measured == "by 15 mm"  # 170 less 60 is 110, and the skirting is 125
    high = plain_room(
        edits.change_trim("r1", "dado rail", fitted=True),
        edits.change_trim("r1", "dado rail", height=mm("60"), top=mm("186")),
    )
    assert found_in(high, "trim overlaps") == []


def test_wood_round_a_fire_and_a_mirror_over_a_radiator() -> None:
    history = plain_room(edits.add_opening("r1", "fireplace", "w1", mm("1500")))
    (finding,) = found_in(history, "near heat")
    assert finding.grade == "unsafe"
    assert "safe" not in finding.rule
    settles(history, "near heat")
    warm = plain_room(
        edits.put_up("r1", "fixtures", "radiator", "w2", mm("1500"), mm("400")),
        edits.put_up("r1", "frames", "mirror", "w2", mm("1500")),
    )
    assert [one.grade for one in found_in(warm, "near heat")] == ["worth a thought"]
    aside = plain_room(
        edits.put_up("r1", "fixtures", "radiator", "w2", mm("1500"), mm("400")),
        edits.put_up("r1", "frames", "mirror", "w3", mm("1500")),
    )
    assert found_in(aside, "near heat") == []


def test_trim_against_the_rank_of_its_room() -> None:
    history = plain_room(edits.change_room("r1", "rank", rank="plain"))
    settles(history, "rank of trim")
    assert found_in(plain_room(edits.change_room("r1", "rank", rank="secondary")), "rank of trim") == []
    panels = edits.add_panels("r1", "below the dado rail", "wainscot", mm("90"))
    bare = plain_room(panels, edits.change_trim("r1", "dado rail", fitted=False))
    assert "cap" in found_in(bare, "rank of trim")[0].says
    settles(bare, "rank of trim")


def test_a_surface_is_left_unpainted_once_most_have_a_paint() -> None:
    history = plain_room(edits.change_finish(["r1"], ["upper wall"], "walls", paint="wall-matt", colour="c1"))
    (finding,) = found_in(history, "left unpainted")  # four walls have one; ceiling, skirting and cornice have none
    assert finding.says.startswith("3 surfaces have no paint")
    history.do(edits.change_finish(["r1"], ["ceiling", "skirting", "cornice"], "rest", paint="trim-satin", colour="c1"))
    assert found_in(history, "left unpainted") == []
    begun = plain_room(edits.change_finish(["r1"], ["ceiling"], "ceiling", paint="ceiling-flat", colour="c1"))
    assert found_in(begun, "left unpainted") == []


def test_an_unpainted_block_takes_the_paint_of_its_wall_or_stays_as_it_is() -> None:
    every = ["upper wall", "ceiling", "skirting", "cornice"]
    painted = edits.change_finish(["r1"], every, "all", paint="wall-matt", colour="c1")
    block = edits.put_up("r1", "blocks", "block", "w1", *(mm(one) for one in ("1200", "1400", "800", "600")))
    history = plain_room(painted, block, edits.change_finish(["r1"], ["block"], "colour", colour="c2"))
    (finding,) = found_in(history, "left unpainted")
    assert [fix.title for fix in finding.fixes] == ["Washable matt on block 1", "Leave it as it is"]
    settles(history, "left unpainted")
    for fix in finding.fixes:
        finish = fix.apply(history.job).room("r1").finishes.surfaces["block@b1"]
        assert (finish.paint, finish.colour, finish.left) in [("wall-matt", "c2", False), (None, "c2", True)]


@pytest.mark.parametrize(("style", "fits", "other"), [
    ("slender and dainty", "corinthian", "doric"), ("formal", "composite", "tuscan"),
    ("eighteenth century", "doric", "tuscan"), ("farmhouse", "tuscan", "ionic"),
])  # fmt: skip
def test_every_order_that_the_handbook_gives_a_style_is_one_that_fits_it(style: str, fits: str, other: str) -> None:
    said = edits.set_brief(BriefPath("r1", "", "", "style"), style, "mm")
    for order, silent in ((fits, True), (other, False)):
        history = plain_room(said)
        history.do(edits.choose_order("r1", order))
        assert (found_in(history, "style order") == []) is silent


def test_a_casing_beside_a_corner_counts_its_setback() -> None:
    """A casing of 125 set back by 5 needs 130 beside the corner: 129 are too few, 131 are enough."""
    for place, clash in (("129", True), ("131", False)):
        history = plain_room(edits.add_opening("r1", "door", "w1", mm(place)))
        assert bool(found_in(history, "opening fit")) is clash
        if clash:
            settles(history, "opening fit")


def test_a_stain_is_tried_on_a_board_of_its_wood_first() -> None:
    """The demo's fence was; on another wood, or of another age, it was not. One that hides the wood needs no board."""
    assert "stain untried:r6" not in keys(demo_job())
    for other in ({"species": "oak"}, {"age": "new"}, {"species": ""}):
        history = History(after(edits.change_finish(["r6"], ["fence@p1"], "other", **other)))
        (finding,) = (one for one in second_look(history.job) if one.kind == "stain untried")
        assert "not tried" in finding.says
        job = history.job
        assert history.do(finding.fixes[0])
        assert "stain untried:r6" not in keys(history.job)
        history.undo()
        assert history.job == job
    stain = next(one for one in demo_job().paints if one.id == "fence-stain")
    solid = after(
        edits.put_paint(replace(stain, opacity="solid")), edits.change_finish(["r6"], ["fence@p1"], "x", species="oak")
    )
    assert "stain untried:r6" not in keys(solid)
