"""What is cut out of a built-in for what is behind it, and for the air and the cords of a screen in it."""

from __future__ import annotations

import pytest
from msgspec.structs import replace

from narrow_cornice.derived.built.cut_outs import cut_outs_of
from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.derived.built.machining import on_the_bench
from narrow_cornice.derived.built.parts import parts_of
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import demo_job
from narrow_cornice.review.finding import Finding
from narrow_cornice.review.second_look import second_look
from narrow_cornice.units.lengths import plain_length as length

RULES: dict[str, float] = {}


def found(job: Job, kind: str) -> list[Finding]:
    return [one for one in second_look(job) if one.kind == kind]


def test_a_socket_is_cut_out_with_its_margin_and_the_part_is_its_own_line() -> None:
    job = demo_job()
    (finding,) = found(job, "built-in covers")
    assert finding.fixes[0].title.startswith("Cut it through")
    cut = finding.fixes[0].apply(job)
    assert found(cut, "built-in covers") == []
    room = cut.room("r1")
    run = room.casework.built_ins[1]
    before = parts_of(job.room("r1"), job.room("r1").casework.built_ins[1], RULES)
    after = parts_of(room, run, RULES)
    holes = [line for line in after if "cut out" in line.kind]
    assert holes
    assert sum(line.count for line in after) == sum(line.count for line in before)
    face = next(one for one in measured_room(room, RULES).faces if one.id == "w3")
    ((_, rect),) = face.hung
    assert f"{rect.u1 - rect.u0 + 20:.0f} × {rect.v1 - rect.v0 + 20:.0f}" in holes[0].kind  # 10 all round


def test_a_hole_through_an_upright_cannot_be() -> None:
    job = demo_job()
    room = job.room("r1")
    face = next(one for one in measured_room(room, RULES).faces if one.id == "w3")
    built = built_in_of(room, room.casework.built_ins[1], RULES)
    divider = next(part for part in built.run.parts if part.kind == "divider")
    socket = next(one for one in room.measured.fixtures if one.name == "alcove socket")
    at = (face.length - 1159.0) / 2 + divider.box[0] - socket.width.mm / 2
    moved = edits.change_thing("r1", "fixtures", socket.id, socket.name, place=length(round(at)))
    cut = edits.cut_through("r1", "c2", socket.id, socket.name)
    (finding,) = found(cut.apply(moved.apply(job)), "built-in covers")
    assert finding.grade == "will not fit"
    assert "divider is in the way" in finding.measured


def with_screen(inches: float) -> Job:
    """Return the demo with a screen so large in its media wall."""
    job = demo_job()
    (screen,) = job.room("r2").walling.screens
    size = length(inches * 25.4)
    return edits.change_walled("r2", "screens", screen.id, screen.name, diagonal=size).apply(job)


def test_a_screen_in_a_bay_is_open_behind_with_a_way_for_its_cords() -> None:
    """The clear space is 850 wide and 1 000 high, from 557.5 above the floor: 0.6 of its width by half its height is
    three tenths of its back. Its cords go down through the boards into the compartment that ends at 522.5."""
    room = with_screen(36).room("r2")
    run = room.casework.built_ins[0]
    bay = next(one for one in built_in_of(room, run, RULES).run.bays if len(one.compartments) == 2)
    (clear, _), middle = bay.compartments, bay.x + 425.0
    assert (bay.width, clear.low, clear.high) == pytest.approx((850.0, 557.5, 1557.5))
    air, cords = (hole.rect for hole in cut_outs_of(room, run, RULES))
    assert (air.u0, air.v0, air.u1, air.v1) == pytest.approx((middle - 255.0, 807.5, middle + 255.0, 1307.5))
    assert (cords.u0, cords.v0, cords.u1, cords.v1) == pytest.approx((middle - 30.0, 462.5, middle + 30.0, 807.5))
    cut = [(line.kind, line.count) for line in parts_of(room, run, RULES) if "cut out" in line.kind]
    assert cut == [
        ("top, cut out 60 × 17.5", 1),
        ("back, cut out 60 × 60", 1),
        ("bottom, cut out 60 × 17.5", 1),
        ("back, cut out 510 × 500, 60 × 250", 1),
    ]
    sawn = [one.cut_outs for one in on_the_bench(room, run, RULES) if one.cut_outs]
    assert sorted(len(each) for each in sawn) == [1, 2]  # the two backs; boards are notched where they are fitted


def test_where_no_screen_goes_in_nothing_is_cut_out_for_it() -> None:
    for job in (with_screen(43), demo_job()):  # 43 in need 1 002 of width
        room = job.room("r2")
        assert cut_outs_of(room, room.casework.built_ins[0], RULES) == ()
    closed = replace(with_screen(36), house_rules={"media_open_back": 0.0, "cord_way": 0.0})
    room = closed.room("r2")
    assert all(hole.rect.area == 0.0 for hole in cut_outs_of(room, room.casework.built_ins[0], closed.house_rules))
