"""The second look at zones and colours: a case that speaks, one just inside that does not, its fix, undone."""

from __future__ import annotations

import pytest
from msgspec.structs import replace

import mended
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.built.clearances import front_zones
from narrow_cornice.derived.zoned.clear import clear_of
from narrow_cornice.derived.zoned.dressed import dressed_of
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Paper
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import DressingPath
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.job.zoned import Dressing, Fabric, Lamp
from narrow_cornice.review.finding import Finding
from narrow_cornice.review.rules import pieces_clash
from narrow_cornice.review.second_look import second_look
from narrow_cornice.units.lengths import Length, plain_length

ZONE = ((0.0, 0.0), (4000.0, 0.0), (4000.0, 3000.0), (0.0, 3000.0))


def mm(value: float) -> Length:
    return plain_length(float(value))


def bare(*made: Edit) -> Job:
    """Return a job of one square room, 4 000 by 3 000, with a door in wall C–D and a window in wall A–B."""
    history = History(starting_job())
    history.do(edits.add_room("Room", mm(4000), mm(3000), mm(2500)))
    history.do(edits.add_opening("r1", "window", "w1", mm(1400)))
    history.do(edits.add_opening("r1", "door", "w3", mm(300)))
    for edit in made:
        assert history.do(edit), edit.title
    return history.job


def piece(kind: str, **fields: object) -> Edit:
    return edits.stand_piece("r1", edits.usual_piece(kind, **fields))


def found(job: Job, kind: str) -> list[Finding]:
    return [one for one in second_look(job) if one.kind == kind]


def settles(job: Job, kind: str, fix: int = 0) -> Job:
    """Apply a fix of the first finding of a kind; that finding is gone with it, and back when it is undone."""
    mended.settles(History(job), found(job, kind)[0], fix)
    return job


def test_a_chest_in_the_swing_of_a_door_is_moved_out_of_it() -> None:
    """The door stands 300 from the left end of wall C–D: its leaf sweeps over what is nearer than it is wide."""
    hit = bare(piece("chest of drawers", x=800.0, wall="w3"))
    (one,) = found(hit, "pieces clash")
    assert "is hit by" in one.says
    assert one.grade == "will not fit"
    settles(hit, "pieces clash")
    assert not found(bare(piece("chest of drawers", x=3400.0, wall="w3")), "pieces clash")


def test_a_piece_that_both_leaves_of_a_door_hit_is_told_once_by_the_deeper() -> None:
    """A door of 1 600 has two leaves of 800, from 300 and to 1 900 along its wall; what stands over the middle of it is
    hit by both."""
    job = bare(piece("chest of drawers", x=1000.0, wall="w3"), edits.change_opening("r1", "o2", "d", width=mm(1600)))
    hit = [one for one in clear_of(job.rooms[0], job.house_rules).overlaps if one.what == "door"]
    assert len(hit) == 2
    assert hit[0].deep != pytest.approx(hit[1].deep)
    (one,) = [one for one in found(job, "pieces clash") if ":door:" in one.key]
    assert one.measured == f"{max(each.deep for each in hit):.0f} mm deep"
    keys = [one.key for one in second_look(job)]
    assert len(set(keys)) == len(keys)


@pytest.mark.parametrize(("low", "cloth"), [(1000.0, True), (5.0, False)])
def test_a_curtain_across_a_room_that_ends_over_where_it_hangs_is_told(low: float, cloth: bool) -> None:
    """It hangs at the foot of a slope, and ends 10 off the floor (house rule)."""
    curtain = Dressing("", "screen", "across", line=((500.0, 0.0), (3500.0, 0.0)), drop="to the floor")
    slope = edits.set_slope("r1", "w1", "A–B", mm(low), mm(1500))
    job = bare(slope, edits.dress_window("r1", curtain, "across"))
    (one,) = dressed_of(job.rooms[0], job.house_rules, job.fabrics)
    assert (one.fault == "", one.cloth is not None) == (cloth, cloth)
    assert any(words.startswith("across, Room: It ends above") for words in to_buy(job).missing) is not cloth


def test_what_mends_a_finding_is_sought_when_somebody_looks_at_it(monkeypatch: pytest.MonkeyPatch) -> None:
    sought: list[str] = []
    truly = pieces_clash.better_place

    def looked_for(room: Room, changed_rules: dict[str, float], piece_id: str) -> object:
        sought.append(piece_id)
        return truly(room, changed_rules, piece_id)

    monkeypatch.setattr(pieces_clash, "better_place", looked_for)
    hit = bare(piece("chest of drawers", x=800.0, wall="w3"))
    (one,) = found(hit, "pieces clash")
    assert not sought
    (fix,) = one.fixes
    assert sought == [hit.rooms[0].zones.pieces[0].id]
    assert fix.title.startswith("Move chest of drawers by")
    assert (one.fixes == (fix,), one.fixes == (), len(one.fixes)) == (False, False, 1)  # a fix is made anew each time


def test_what_is_taller_than_the_slope_over_it_is_told() -> None:
    history = History(demo_job())
    history.do(edits.stand_piece("r4", edits.usual_piece("wardrobe", name="press", x=2000.0, wall="w1")))
    says = [one.says for one in found(history.job, "pieces clash") if one.room_id == "r4"]
    assert "press is taller than the room is there" in says


@pytest.mark.parametrize(("off", "speaks"), [(700.0, True), (745.0, True), (751.0, False)])
def test_a_chair_wants_so_much_behind_it(off: float, speaks: bool) -> None:
    """A table's side 750 from a cupboard: less is told beyond what a tape tells."""
    job = bare(
        piece("desk", x=1500.0, wall="w2"),
        piece("sideboard", x=4000.0 - 700.0 - off - 225.0, y=1500.0, turn=270.0),
    )
    mine = [one for one in found(job, "clearance short") if one.where == "desk"]
    assert bool(mine) == speaks
    if mine and off == 700.0:
        settles(job, "clearance short")


def test_ways_are_told_where_two_pieces_leave_little() -> None:
    def shut(gap: float) -> Job:
        return bare(
            piece("sideboard", x=750.0, y=1500.0, width=mm(1500)),
            piece("wardrobe", x=1500.0 + gap + (2500.0 - gap) / 2, y=1500.0, width=mm(2500.0 - gap)),
            piece("desk", x=2000.0, wall="w1"),
        )

    narrow = [one for one in found(shut(640.0), "way narrow") if "desk" in one.says]
    assert [one.grade for one in narrow] == ["worth a thought"]
    assert [one.grade for one in found(shut(560.0), "way narrow") if "desk" in one.says] == ["will show"]
    assert not [one for one in found(shut(900.0), "way narrow") if "desk" in one.says]


def test_what_stands_before_a_window_is_told_by_how_much() -> None:
    sill = bare().rooms[0].measured.openings[0].sill.mm
    over = bare(piece("bookcase", x=2000.0, wall="w1", height=mm(sill + 100)))
    (one,) = found(over, "before window")
    assert one.measured.startswith("100 mm")
    settles(over, "before window")
    assert not found(bare(piece("bookcase", x=2000.0, wall="w1", height=mm(sill))), "before window")


def test_a_rug_smaller_than_its_zone_is_laid_larger() -> None:
    def with_rug(wide: float, deep: float) -> Job:
        return bare(
            edits.add_zone("r1", "dining", ZONE),
            piece("small table", x=2000.0, y=1500.0),
            piece("rug", x=2000.0, y=1500.0, width=mm(wide), depth=mm(deep)),
        )

    assert found(with_rug(1700, 1200), "rug small")
    settles(with_rug(1700, 1200), "rug small")
    assert not found(with_rug(2000, 2000), "rug small")  # 800 and 600 on both sides


def test_a_zone_with_less_light_than_it_needs() -> None:
    def lit(lumens: float) -> Job:
        return bare(
            edits.add_zone("r1", "study", ZONE),
            piece("desk", x=1500.0, wall="w2"),
            edits.hang_lamp("r1", Lamp("", "desk lamp", "", 3650.0, 1500.0, lumens=lumens)),
        )

    (one,) = found(lit(100.0), "light short")
    assert one.says.startswith("desk has ")
    assert one.says.endswith(" of 500 lx")
    assert not found(lit(900.0), "light short")
    settles(lit(100.0), "light short")
    assert not found(bare(edits.add_zone("r1", "study", ZONE)), "light short")  # lamps are not begun with


def test_a_piece_that_comes_from_another_room_is_given_a_place() -> None:
    history = History(demo_job())
    assert history.do(edits.remove_zoned("r3", "pieces", "s1", "settle"))
    assert history.do(edits.stand_piece("r3", edits.usual_piece("stool", x=900.0, y=900.0)))
    job = history.job
    (one,) = found(job, "piece unplaced")
    assert one.says.startswith("settle comes from Chart Room")
    settles(job, "piece unplaced")
    history = History(bare(piece("sofa")))
    assert found(history.job, "piece unplaced")


def test_a_bed_with_its_head_to_the_north_only_where_the_tradition_is_kept() -> None:
    """Wall A–B runs along +x at y = 0; a bed with its back on it has its head towards −y."""
    bed = piece("double bed", x=2000.0, wall="w1")
    kept = edits.keep_bed_direction("r1", "Room", kept=True)
    assert not found(bare(bed), "bed direction")
    assert [one.says for one in found(bare(bed, kept), "bed direction")] == ["Nobody said where north is"]
    north = edits.set_north("r1", -90.0, "Room")
    (one,) = found(bare(bed, kept, north), "bed direction")
    assert "to the north" in one.says
    assert not found(bare(bed, kept, edits.set_north("r1", 90.0, "Room")), "bed direction")


def test_rooms_that_share_nothing_are_mended_or_meant() -> None:
    history = History(demo_job())
    history.do(edits.break_on_purpose("r5", "r4", ("Wash Room", "Attic Berth"), meant=False))
    (one,) = found(history.job, "rooms apart")
    assert len(one.fixes) >= 2
    for fix in range(len(one.fixes)):
        settles(history.job, "rooms apart", fix)
    assert not found(demo_job(), "rooms apart")


def test_shares_far_from_the_wish() -> None:
    job = demo_job()
    assert {one.room_id for one in found(job, "shares off")} >= {"r1"}
    settles(job, "shares off")
    history = History(job)
    for room in job.rooms:
        history.do(edits.set_strategy(room.id, "not said"))
    assert not found(history.job, "shares off")


def test_a_metal_that_appears_once_among_others() -> None:
    history = History(demo_job())
    iron = next(colour for colour in history.job.colours if colour.name == "Blackened iron")
    brass = next(colour for colour in history.job.colours if colour.name == "Aged brass")
    for one in history.job.room("r1").zones.lamps:
        if one.colour == iron.id:
            history.do(edits.change_zoned("r1", "lamps", one.id, one.name, colour=brass.id))
    assert [one.room_id for one in found(history.job, "metal once")] == ["r1"]
    settles(history.job, "metal once")
    assert not found(demo_job(), "metal once")


def test_furniture_before_the_fronts_of_a_built_in_is_told() -> None:
    """A sideboard in the middle of the floor that doors open over; beyond their reach, and a chair, it is none."""
    job = demo_job()
    room = job.room("r1")
    zone = front_zones(room, job.house_rules)[0]
    x = sum(corner[0] for corner in zone.outline) / 4.0
    y = sum(corner[1] for corner in zone.outline) / 4.0

    def told(kind: str, x: float, y: float) -> list[str]:
        history = History(job)
        history.do(edits.stand_piece("r1", edits.usual_piece(kind, name="thing", x=x, y=y)))
        return [one.says for one in found(history.job, "fronts open") if "thing" in one.says]

    name = next(run.name for run in room.casework.built_ins if run.id == zone.run)
    assert f"{name} opens against thing" in told("sideboard", x, y)
    assert told("chair", x, y) == []  # put aside in a moment
    middle = room.measured.walls[0].readings[0].mm / 2.0
    assert told("toy chest", middle, 1200.0) == []


def test_patterns_of_one_scale() -> None:
    plain = bare(piece("sofa", x=1000.0, wall="w2"), piece("armchair", x=1000.0, y=1000.0))
    ids = [one.id for one in plain.rooms[0].zones.pieces]
    history = History(plain)
    for each in ids:
        history.do(edits.change_zoned("r1", "pieces", each, each, pattern="large"))
    assert found(history.job, "pattern scales")
    settles(history.job, "pattern scales")
    history.do(edits.change_zoned("r1", "pieces", ids[0], ids[0], pattern="small"))
    assert not found(history.job, "pattern scales")


def papered(repeats: dict[str, float], *made: Edit) -> Job:
    """Return the room with a paper of that repeat on each of the walls named."""
    papers = tuple(Paper(f"p{wall}", f"Paper {wall}", 10050, 530, repeat, "straight", 30.0, "wall-shop")
                   for wall, repeat in repeats.items())  # fmt: skip
    job = bare(*made)
    history = History(replace(job, coverings=(*job.coverings, *papers)))
    for wall in repeats:
        history.do(edits.change_finish(["r1"], [f"upper wall@{wall}"], "paper", covering=f"p{wall}"))
    return history.job


def test_papers_and_curtains_count_among_the_patterns() -> None:
    alike = papered({"w1": 90.0, "w2": 100.0})
    (one,) = found(alike, "pattern scales")
    assert one.says == "2 patterns of one scale, small"
    settles(alike, "pattern scales")
    assert not found(papered({"w1": 90.0, "w2": 101.0}), "pattern scales")  # one of them is medium
    assert not found(papered({"w1": 90.0, "w2": 0.0}), "pattern scales")  # a paper without a repeat is plain
    checked = Fabric("checked", "Checked cloth", 1400, 100, 20.0, pattern="small")
    history = History(replace(papered({"w1": 90.0}), fabrics=(checked,)))
    history.do(edits.dress_window("r1", Dressing("", "curtains", "Curtains", "o1", fabric="checked"), "window"))
    (one,) = found(history.job, "pattern scales")
    assert one.about == DressingPath("r1", "d1")
    settles(history.job, "pattern scales")


def test_walls_all_in_patterns_want_something_plain() -> None:
    every = {"w1": 90.0, "w2": 400.0, "w3": 90.0, "w4": 200.0}
    (one,) = found(papered(every), "pattern scales")
    assert one.says == "Nothing plain among furniture and walls"
    assert not found(papered(every, piece("sofa", x=1000.0, wall="w2")), "pattern scales")
    half = {wall: every[wall] for wall in ("w1", "w2", "w4")}  # one long wall of two and both short ones
    assert found(papered(half), "pattern scales")
    assert not found(papered({"w1": 90.0, "w2": 400.0}), "pattern scales")  # half of the walls


def test_a_large_purchase_in_a_strong_colour() -> None:
    job = bare(
        edits.add_colour("Madder", "#a9414f"),
        edits.add_colour("Clay", "#e2d5c8"),
        piece("sofa", x=1000.0, wall="w2", price=900.0),
    )
    tones = {colour.name: colour.id for colour in job.colours}
    one = job.rooms[0].zones.pieces[0]

    def painted(colour: str) -> Job:
        history = History(job)
        history.do(edits.change_zoned("r1", "pieces", one.id, one.name, colours=(tones[colour],)))
        return history.job

    assert found(painted("Madder"), "large in colour")
    settles(painted("Madder"), "large in colour")
    assert not found(painted("Clay"), "large in colour")
    there = replace(one, price=None, colours=(tones["Madder"],))
    room = replace(job.rooms[0], zones=replace(job.rooms[0].zones, pieces=(there,)))
    assert not found(replace(job, rooms=(room,)), "large in colour")


@pytest.mark.parametrize("kind", ["pieces clash", "clearance short", "light short", "shares off"])
def test_the_demo_shows_it(kind: str) -> None:
    assert found(demo_job(), kind)
