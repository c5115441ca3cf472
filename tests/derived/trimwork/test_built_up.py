"""Large cornices: built of their members, each with its own spring, saw setting, knife and bars."""

from __future__ import annotations

import math

import pytest
from msgspec.structs import replace

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.trimwork.built_up import MemberPiece, built_of
from narrow_cornice.derived.trimwork.cut_list import CutPiece, cut_list
from narrow_cornice.derived.trimwork.stock_match import job_offers
from narrow_cornice.job import edits
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.history import History
from narrow_cornice.job.model import Job
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.samples import starting_job
from narrow_cornice.units.lengths import plain_length as mm
from rooms import trimmed_of


def job(height: float = 2500.0) -> Job:
    """A room of 4 200 × 3 000, Doric in five parts; 2 500 high its cornice is made 45 + 47.5 + 92.5."""
    history = History(starting_job())
    history.do(edits.add_room("Room", mm(4200.0), mm(3000.0), mm(height)))
    for wall, length in (("w3", 4200.0), ("w4", 3000.0)):
        history.do(edits.set_readings("r1", wall, (mm(length),), wall))
    return history.job


def built(one: Job) -> tuple[MemberPiece, ...]:
    room = one.rooms[0]
    trimmed = trimmed_of(room, one.house_rules)
    assert trimmed is not None
    rules = house_rules_of(one.house_rules)
    return built_of(trimmed.trim.of("cornice"), room.trim.choices, room.trim.curves, rules)


def pieces(one: Job, member: str) -> list[CutPiece]:
    return [
        piece for piece in cut_list(one.rooms[0], one.house_rules, one.milled, one.joinery) if piece.member == member
    ]


def test_the_members_of_a_doric_cornice_by_hand() -> None:
    """187.5 wanted: 46.875, 46.875 and 93.75, made 47.5, 47.5 and 92.5, each coming out as much as it is high."""
    made = {one.name: one for one in built(job())}
    assert list(made) == ["batten", "bed mould", "soffit of the corona", "corona", "cymatium"]  # as they are put up
    bed, crown = made["bed mould"], made["cymatium"]
    assert (bed.height, bed.out) == (pytest.approx(92.5), pytest.approx(92.5))
    assert (crown.height, crown.short) == (pytest.approx(47.5), pytest.approx(0.0))
    assert bed.short == pytest.approx(187.5 - 92.5)  # it stands so much behind the crown
    assert bed.spring is not None
    assert bed.spring.value == pytest.approx(45.0)
    assert bed.across == pytest.approx(92.5 * math.sqrt(2))
    assert made["corona"].board is not None
    assert made["corona"].board.height >= 47.5
    assert made["batten"].board is not None
    assert made["batten"].board.id == "board-38x45"


def test_each_is_cut_by_itself_with_its_own_saw_setting_and_knife() -> None:
    one = job()
    cut = cut_list(one.rooms[0], one.house_rules, one.milled, one.joinery)
    cornice = [piece for piece in cut if piece.kind == "cornice"]
    assert len(cornice) == 5 * 4  # five things on four walls
    coped = next(end for piece in pieces(one, "cymatium") for end in (piece.left, piece.right) if end.cut == "coped")
    assert coped.setting is not None
    assert (coped.setting.mitre.value, coped.setting.bevel.value) == (
        pytest.approx(35.26, abs=0.01),
        pytest.approx(30.0, abs=0.01),
    )
    battens = [piece for piece in cornice if piece.name.startswith("batten")]
    assert {end.cut for piece in battens for end in (piece.left, piece.right)} == {"square"}
    lines = {line.key: line for line in to_buy(one).lines}
    knives = [key for key in lines if key.startswith("knife:trim:cornice")]
    assert knives == ["knife:trim:cornice:bed mould:92.5×92.5", "knife:trim:cornice:cymatium:47.5×47.5"]
    board = lines["stock:board-38x45"]
    assert sum(piece.length for piece in battens) == pytest.approx(2 * (4200 + 3000))
    assert board.needed.value == pytest.approx(sum(piece.to_saw for piece in battens))
    assert not any("knife" in key and "corona" in key for key in lines)  # a board has none
    offered = job_offers(one, one.rooms[0], "cornice").made
    assert offered is not None
    mine = [line.price for key, line in lines.items() if "cornice" in key or key.startswith("stock:board")]
    assert offered.value == pytest.approx(sum(mine), rel=0.03)  # but for boards that the two lines of one share


def test_a_small_one_and_one_that_was_chosen_are_one_piece() -> None:
    """2 500 wants 187.5: over 120, and under the 195 that timber has. 1 600 wants 120: one piece anyway."""
    one = job()
    painted = {surface.key: surface.net.value for surface in room_surfaces(one.rooms[0], one.house_rules)}
    chosen = edits.change_trim("r1", "cornice", solid=True).apply(one)
    assert built(chosen) == ()
    assert decode_job(encode_job(chosen), "a job") == chosen
    assert any(line.key.startswith("trim:cornice:187.5×187.5") for line in to_buy(chosen).lines)
    after = {surface.key: surface.net.value for surface in room_surfaces(chosen.rooms[0], chosen.house_rules)}
    assert after == pytest.approx(painted)  # its face is the same
    assert built(job(1600.0)) == ()
    tall = edits.change_trim("r1", "cornice", solid=True).apply(job(3000.0))
    assert built(tall) != ()  # 225 is wider than any timber
    strict = edits.change_house_rule("solid_cornice", 150.0, "largest").apply(chosen)
    assert built(strict) != ()
    greek = replace(one, rooms=(replace(one.rooms[0], trim=replace(one.rooms[0].trim, curves="greek")),))
    assert {line.key for line in to_buy(greek).lines if "cymatium" in line.key} == {
        "trim:cornice:cymatium:47.5×47.5, Greek curves",
        "knife:trim:cornice:cymatium:47.5×47.5, Greek curves",
    }
