"""Dentils, blocks, returns, stiles and rails: cut, bought and painted, each counted by hand."""

from __future__ import annotations

import math

import pytest
from msgspec.structs import replace

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.trimwork.built_up import built_of
from narrow_cornice.derived.trimwork.courses import courses_of
from narrow_cornice.derived.trimwork.cut_list import CutPiece, cut_list
from narrow_cornice.derived.trimwork.sections import with_dentils
from narrow_cornice.explained.figures import Figure
from narrow_cornice.job import edits
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.samples import starting_job
from narrow_cornice.trim.profiles import kind_profile
from narrow_cornice.units.lengths import plain_length as mm
from rooms import trimmed_of

DOORWAY = (
    edits.add_opening("r1", "doorway", "w1", mm(1000.0)),
    edits.change_opening("r1", "o1", "doorway", width=mm(800.0), height=mm(2000.0), cased=False),
)


def made(*changes: Edit, **rules: float) -> Job:
    """A room of 4 200 × 3 000 × 2 500, Doric in five parts: skirting 125 × 35, casing 125 × 28, cornice 187.5."""
    history = History(replace(starting_job(), house_rules={"casing_setback": 0.0, **rules}))
    history.do(edits.add_room("Room", mm(4200.0), mm(3000.0), mm(2500.0)))
    for edit in changes:
        assert history.do(edit)
    return history.job


def cuts(job: Job, kind: str) -> list[CutPiece]:
    return [one for one in cut_list(job.rooms[0], job.house_rules, job.milled, job.joinery) if one.kind == kind]


def painted(job: Job, key: str) -> float:
    return next(one.net.value for one in room_surfaces(job.rooms[0], job.house_rules) if one.key == key)


def test_dentils_are_cut_from_strips_bought_and_their_sides_painted() -> None:
    """One piece of 187.5 high: the bed mould of 92.5 has a course two thirds as high, a little proud of its band."""
    plain = made(one_piece_cornice=500.0)
    job = with_dentils(trimmed_of(plain.rooms[0], plain.house_rules)).apply(plain)
    courses = courses_of(trimmed_of(job.rooms[0], job.house_rules), job.house_rules)
    strips = [one for one in cuts(job, "cornice") if one.block]
    assert strips
    for run, course in courses:
        mine = [one for one in strips if one.wall == run.wall_name]
        assert sum(one.length for one in mine) == pytest.approx(course.count * (course.width + 3.0))  # and a kerf each
    (board,) = {one.stock for one in strips}
    line = to_buy(job).line(f"stock:{board}")
    assert line is not None
    assert line.needed.value == pytest.approx(sum(one.length for one in strips))
    sides = sum(2 * course.count * course.deep * course.tall for _, course in courses) / 1e6
    trim = trimmed_of(job.rooms[0], job.house_rules).trim.of("cornice")
    assert trim.profile is not None
    assert painted(job, "cornice@room") == pytest.approx(14400.0 * trim.profile.girth / 1e6 + sides, rel=1e-6)


def test_a_bed_mould_with_dentils_is_moulded_under_and_over_its_band() -> None:
    plain = made()
    job = with_dentils(trimmed_of(plain.rooms[0], plain.house_rules)).apply(plain)
    room = job.rooms[0]
    piece = trimmed_of(room, job.house_rules).trim.of("cornice")
    built = built_of(piece, room.trim.choices, room.trim.curves, house_rules_of(job.house_rules))
    bed = [one for one in built if one.member == "bed mould"]
    band = [one for one in bed if one.board is not None]
    moulded = [one for one in bed if one.profile is not None]
    assert len(band) == 1
    assert moulded
    assert len({one.key for one in bed}) == len(bed)
    assert sum(one.height for one in bed) == pytest.approx(92.5)
    knives = [line.key for line in to_buy(job).lines if line.key.startswith("knife:trim:cornice:bed mould")]
    assert len(knives) == len(moulded)  # the band is a board and has none


def test_what_ends_free_is_returned_to_the_wall() -> None:
    """A skirting of 35 at a doorway without casing: two returns, 35 long, mitred once and square to the wall."""
    job = made(*DOORWAY)
    returns = [one for one in cuts(job, "skirting") if one.returns]
    assert [one.length for one in returns] == [35.0, 35.0]
    assert all((one.left.cut, one.right.cut) == ("returned", "square") for one in returns)
    line = next(line for line in to_buy(job).lines if line.key.startswith("trim:skirting"))
    assert line.needed.value == pytest.approx(2 * (4200 + 3000) - 800 + 2 * 35)
    assert sum(len(bar.pieces) for bar in line.goods.bars.bars) == len(cuts(job, "skirting"))  # type: ignore[union-attr]
    profile = trimmed_of(job.rooms[0], job.house_rules).trim.of("skirting").profile
    assert profile is not None
    assert painted(job, "skirting@room") == pytest.approx(
        (2 * (4200 + 3000) - 800) * profile.girth / 1e6 + 2 * profile.girth * profile.mean_out / 1e6
    )
    whole = made()
    assert not any(one.returns for one in cuts(whole, "skirting"))


def test_how_far_a_face_is_out_on_the_average() -> None:
    """A board 100 × 20: its two edges are out 10 on the average over 20 each, its face 20 over 100."""
    board = kind_profile("stiles and rails", 100.0, 20.0)
    assert board.girth == pytest.approx(140.0)
    assert board.mean_out == pytest.approx((2 * 20 * 10 + 100 * 20) / 140)


def test_plinth_and_corner_blocks_are_painted() -> None:
    """A block of 131 × 145 × 41 has its face, two edges and a top, less the end of a casing of 125 × 28."""
    door = (
        edits.add_opening("r1", "door", "w1", mm(1000.0)),
        edits.change_opening("r1", "o1", "door", width=mm(800.0), height=mm(2000.0)),
    )
    plain, job = made(*door), made(*door, edits.change_room("r1", "plinths", plinth_blocks=True))
    tall = 125.0 + 10.0
    profile = trimmed_of(job.rooms[0], job.house_rules).trim.of("casing").profile
    assert profile is not None
    block = (131 * tall + (2 * tall + 131) * 41 - 125 * 28) / 1e6
    shorter = 2 * tall * profile.girth / 1e6
    assert painted(job, "casing@room") == pytest.approx(painted(plain, "casing@room") - shorter + 2 * block)
    corners = made(*door, edits.change_room("r1", "casings", casing_heads="corner blocks"))
    corner = (131 * 131 + 4 * 131 * 34 - 2 * 125 * 28) / 1e6
    lengths = 2 * 2000.0 + 800.0
    assert painted(corners, "casing@room") == pytest.approx(lengths * profile.girth / 1e6 + 2 * corner)


@pytest.mark.parametrize("capped", [True, False])
def test_of_stiles_and_rails_only_what_shows_is_painted(capped: bool) -> None:
    """Boards 90 wide and 19 thick; a moulding of 12 before the edge round each panel leaves 7 of it. Without a rail
    over it the upper edge of the upper rails shows whole."""
    dado = (
        edits.change_trim("r1", "dado rail", fitted=True),
        edits.change_trim("r1", "dado rail", height=mm(70.0)),
        edits.change_trim("r1", "dado rail", top=mm(900.0)),
    )
    job = made(
        *(dado if capped else ()),
        edits.add_panels("r1", "below the dado rail", "wainscot", mm(90.0)),
        edits.change_trim("r1", "panel mould", projection=mm(12.0)),
        edits.change_trim("r1", "stiles and rails", projection=mm(19.0)),
    )
    trimmed = trimmed_of(job.rooms[0], job.house_rules)
    lying = [trimmed.panels_of(face.id) for face in trimmed.faces]
    faces = sum(rect.area for one in lying for rect in one.stiles)
    around = sum(2 * (rect.wide + rect.tall) for one in lying for _, rect in one.panels)
    assert painted(job, "stiles and rails@room") == pytest.approx(
        (faces + around * 7 + (0 if capped else 2 * (4200 + 3000) * 19)) / 1e6
    )


def test_a_spring_that_was_measured_sets_the_saw() -> None:
    """38° at a square corner: 31.62° and 33.86°; by its sizes (as far out as high) it is 45°."""
    small = {"one_piece_cornice": 500.0}
    by_sizes, job = made(**small), made(edits.change_trim("r1", "cornice", spring=38.0), **small)
    for one, mitre, bevel in ((by_sizes, 35.26, 30.0), (job, 31.62, 33.86)):
        end = next(end for piece in cuts(one, "cornice") for end in (piece.left, piece.right) if end.setting)
        assert end.setting is not None
        assert (end.setting.mitre.value, end.setting.bevel.value) == (
            pytest.approx(mitre, abs=0.01),
            pytest.approx(bevel, abs=0.01),
        )
    members = made(edits.change_trim("r1", "cornice: bed mould", spring=52.0))
    room = members.rooms[0]
    piece = trimmed_of(room, members.house_rules).trim.of("cornice")
    built = built_of(piece, room.trim.choices, room.trim.curves, house_rules_of(members.house_rules))
    springs: dict[str, Figure | None] = {one.name: one.spring for one in built}
    assert springs["bed mould"] is not None
    assert springs["bed mould"].value == 52.0
    assert "typed" in springs["bed mould"].note
    assert springs["cymatium"] is not None
    assert math.isclose(springs["cymatium"].value, 45.0)
    for wrong in (2.0, 90.0):
        with pytest.raises(edits.EditError):
            edits.change_trim("r1", "cornice", spring=wrong)


def test_what_no_board_is_wide_enough_for_is_told() -> None:
    """A corona that comes out 250 has a soffit of 250: boards end at 195 and it is in no line."""
    job = made(edits.change_trim("r1", "cornice", projection=mm(1000.0)))
    missing = to_buy(job).missing
    assert any(
        "No board is large enough for soffit of the corona, cornice A–B and 3 more of the cornice" in one
        for one in missing
    )
    assert any("in Room" in one for one in missing)
    assert not to_buy(made()).missing


def test_a_crown_with_a_little_corona_and_a_small_bed() -> None:
    """187.5 is 46.875 + 46.875 + 93.75: the crown made 47.5 as ever, the others of half: 22.5 and 47.5."""
    little = edits.reduce_cornice("r1", "crown, little corona and small bed")
    job = made(little)
    trim = trimmed_of(job.rooms[0], job.house_rules).trim
    assert [(one.name, one.height.value) for one in trim.members] == [
        ("cymatium", 47.5),
        ("corona", 22.5),
        ("bed mould", 47.5),
    ]
    assert trim.of("cornice").height is not None
    assert trim.of("cornice").height.value == pytest.approx(117.5)
    assert not trim.lone_crown
    four = edits.choose_order("r1", "corinthian").apply(made())
    trim = trimmed_of(little.apply(four).rooms[0], four.house_rules).trim
    assert [one.fitted for one in trim.members] == [True, True, False, True]  # the band of modillions is dropped
    assert little.apply(job) == job
    whole = edits.reduce_cornice("r1", "whole cornice").apply(job)
    assert whole.rooms[0].trim.choices == made().rooms[0].trim.choices
    typed = edits.change_trim("r1", "cornice: corona", height=None).apply(job)
    assert trimmed_of(typed.rooms[0], typed.house_rules).trim.members[1].height.value == 47.5


def test_blocks_that_were_stated_are_cut_bought_and_painted() -> None:
    """New skirting of 125 × 35 comes to old of 180 × 18 at both its ends: two blocks 190 high and 41 thick and wide."""
    old = edits.put_up("r1", "there", "skirting", "w2", mm(180.0), mm(18.0))
    block = edits.change_thing("r1", "there", "t1", "old skirting", meets="on a block")
    before, job = made(old), made(old, block)
    blocks = [one for one in cuts(job, "skirting") if one.block]
    assert [(one.length, one.name.partition(",")[0]) for one in blocks] == [(190.0, "block")] * 2
    assert not [one for one in cuts(before, "skirting") if one.block]
    line = to_buy(job).line(f"stock:{blocks[0].stock}")
    assert line is not None
    assert line.needed.value == pytest.approx(2 * 190.0)
    face = (41 * 190 + (2 * 190 + 41) * 41 - 2 * 125 * 35) / 1e6
    assert painted(job, "skirting@room") == pytest.approx(painted(before, "skirting@room") + 2 * face)


def test_a_block_in_the_corner_of_a_rake_is_glued_up() -> None:
    """A cornice of 187.5 does not mitre from level to raking: 193.5 × 193.5 of five layers of 45, 197.5 high."""
    job = made(edits.set_slope("r1", "w1", "A–B", mm(1500.0), mm(1000.0)), one_piece_cornice=500.0)
    layers = [one for one in cuts(job, "cornice") if one.block]
    assert len(layers) == 2 * 5
    assert {round(one.length, 3) for one in layers} == {197.5}
    assert {one.stock for one in layers} == {"board-45x195"}
    assert not to_buy(job).missing
