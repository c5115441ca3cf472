"""The hours of the work by hand, by the rates of the handbook."""

from __future__ import annotations

from datetime import date

import pytest
from msgspec.structs import replace

from narrow_cornice.casework.kinds import beginnings
from narrow_cornice.derived.bought.hours import job_hours
from narrow_cornice.derived.built.building_hours import building_hours
from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.derived.coated.painting_hours import painting_hours
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.trimwork.cut_list import cut_list
from narrow_cornice.derived.trimwork.fitting_hours import fitting_hours
from narrow_cornice.explained.figures import Figure
from narrow_cornice.job import edits
from narrow_cornice.job.beginnings import begun
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.job.programmed import Programming
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.review.second_look import second_look
from narrow_cornice.units.lengths import plain_length as mm

WALLS = edits.change_finish(["r1"], ["upper wall"], "walls", paint="wall-matt", coats=2)


def made(*changes: Edit, tall: float = 2500.0) -> Job:
    history = History(replace(starting_job(), house_rules={"casing_setback": 0.0, "one_piece_cornice": 500.0}))
    history.do(edits.add_room("Room", mm(4200.0), mm(3000.0), mm(tall)))
    for edit in changes:
        assert history.do(edit)
    return history.job


def painting(job: Job) -> dict[str, Figure]:
    return dict(painting_hours(job.rooms[0], job.house_rules, job.paints, job.colours))


def net(job: Job, key: str) -> float:
    return next(one.net.value for one in room_surfaces(job.rooms[0], job.house_rules) if one.key == key)


def test_a_wall_is_washed_sanded_cut_in_and_rolled_twice() -> None:
    """n ÷ 20 + n ÷ 15 of preparing, 2 n ÷ 12 of rolling, 8.4 m twice ÷ 20 of cutting in."""
    job = made(WALLS)
    area = net(job, "upper wall@w1")
    by_hand = area / 20 + area / 15 + area * 2 / 12 + 2 * 4.2 * 2 / 20
    assert painting(job)["upper wall@w1"].value == pytest.approx(by_hand)
    sprayed = made(WALLS, edits.change_finish(["r1"], ["upper wall"], "sprayed", method="spray"))
    less = by_hand - area * 2 / 12 * (1 - 0.6)
    assert painting(sprayed)["upper wall@w1"].value == pytest.approx(less)
    assert painting(made()) == {}  # nothing is given a paint yet


def test_a_ceiling_over_a_hand_takes_a_quarter_more_for_its_coats() -> None:
    given = edits.change_finish(["r1"], ["ceiling"], "ceiling", paint="ceiling-flat", coats=2)
    for tall, more in ((2600.0, 1.0), (2601.0, 1.25)):
        job = made(given, tall=tall)
        area = net(job, "ceiling@room")
        by_hand = area / 20 + area / 15 + area * 2 / 9 * more + 14.4 * 2 / 20
        assert painting(job)["ceiling@room"].value == pytest.approx(by_hand)


def test_trim_goes_by_the_metre_and_doors_by_the_side() -> None:
    """New skirting of 125 is primed and painted twice, 13.4 m at 8 an hour; a door side 0.8 h a coat where it is
    panelled, half an hour where it is flush."""
    door = (
        edits.add_opening("r1", "door", "w1", mm(1000.0)),
        edits.change_opening("r1", "o1", "door", width=mm(750.0), height=mm(2000.0)),
    )
    wood = edits.change_finish(["r1"], ["skirting", "door face", "door edges"], "wood", paint="trim-satin", coats=2)
    job = made(*door, wood)
    hours = painting(job)
    assert hours["skirting@room"].value == pytest.approx((14.4 - 1.0) * 3 / 8)  # the casing takes 125 on both sides
    assert hours["door face@o1"].value == pytest.approx(2 * 0.8)
    flush = painting(made(*door, wood, edits.change_opening("r1", "o1", "door", leaf="flush")))
    assert flush["door face@o1"].value == pytest.approx(2 * 0.5)
    assert "door edges@o1" not in hours  # with the sides
    fitting = fitting_hours(job.rooms[0], job.house_rules, job.milled, job.joinery)
    coped = sum(
        end.cut in ("coped", "mitred")
        for piece in cut_list(job.rooms[0], job.house_rules, job.milled, job.joinery)
        if piece.kind == "skirting"
        for end in (piece.left, piece.right)
    )
    assert fitting["skirting"].value == pytest.approx(13.4 / 6 + 0.1 * coped)
    assert fitting["casing"].value == pytest.approx(0.8 + 0.1 * 4)  # one side of one door, four mitred ends
    assert fitting["cornice"].value == pytest.approx(14.4 / 3 + 0.1 * 4)  # one cope in each corner


def test_a_built_in_by_its_carcasses_doors_drawers_and_width() -> None:
    kind = beginnings()["bookcase"]
    run = begun(kind, "Bookcase", "", 1600.0)
    job = made(edits.build_along("r1", "w3", run, "along", mm(kind.deep), mm(600.0), mm(2200.0)))
    (run,) = job.rooms[0].casework.built_ins
    built = built_in_of(job.rooms[0], run, job.house_rules)
    assert built.width is not None
    carcasses = len({(part.carcass, part.box[2] > 1500) for part in built.run.parts if part.kind == "side"})
    doors = sum(part.kind == "door" for part in built.run.parts)
    drawers = sum(part.kind == "drawer front" for part in built.run.parts)
    hours = building_hours(job.rooms[0], run, job.house_rules)
    assert hours is not None
    least = 0.5 * doors + 0.7 * drawers + built.width.value / 1000
    assert (hours.value - least) / 1.5 == pytest.approx(round((hours.value - least) / 1.5))  # whole carcasses
    assert (hours.value - least) / 1.5 >= carcasses / 2


def test_the_whole_work_is_the_sum_of_its_rooms_and_holds_the_date() -> None:
    job = replace(demo_job(), programme=Programming())  # before anybody said when it begins
    whole = job_hours(job)
    assert whole.value == pytest.approx(sum(part.value for _, part in whole.inputs))
    assert {name for name, _ in whole.inputs} == {room.name for room in job.rooms}
    days = whole.value / 7
    today = date(2026, 11, 1)

    def near(left: int, **rules: float) -> list[str]:
        by = date.fromordinal(today.toordinal() + left)
        dated = edits.set_brief(BriefPath("", "", "", "by"), by.isoformat(), "mm").apply(job)
        dated = replace(dated, house_rules={**dated.house_rules, **rules})
        return [one.says for one in second_look(dated, today) if one.kind == "date near"]

    assert near(int(days) + 1) == []
    assert "the work cannot be done" in near(int(days) - 1)[0]
    assert near(int(days) - 1, hands=2.0) == []
    dated = edits.set_brief(BriefPath("", "", "", "by"), "2026-11-30", "mm").apply(job)
    (finding,) = (one for one in second_look(dated, today) if one.kind == "date near")
    for fix in finding.fixes:
        assert not [one for one in second_look(fix.apply(dated), today) if one.kind == "date near"], fix.title


def test_furniture_that_stays_and_a_high_cornice_make_work_slower() -> None:
    """A fifth more for painting and fitting among what stays, part by part; what is let go, what moves out and what is
    still to be bought stay out of the way. A cornice over 2.6 m is fitted off a ladder, for a quarter more."""
    bare = made(WALLS)
    stays = edits.add_brief_item(BriefPath("r1", "furnishings"))
    history = History(bare)
    assert history.do(stays)
    kept = history.job.rooms[0].brief.furnishings[0].id
    for key, hours in painting(history.job).items():
        assert hours.value == pytest.approx(1.2 * painting(bare)[key].value)
        assert [part.name for _, part in hours.inputs] == [part.name for _, part in painting(bare)[key].inputs]
    before, after = (
        fitting_hours(one.rooms[0], one.house_rules, one.milled, one.joinery) for one in (bare, history.job)
    )
    assert {kind: hours.value for kind, hours in after.items()} == {
        kind: pytest.approx(1.2 * hours.value) for kind, hours in before.items()
    }
    for decision in ("let go", "move"):
        assert history.do(edits.set_brief(BriefPath("r1", "furnishings", kept, "decision"), decision, "mm"))
        assert painting(history.job)["upper wall@w1"].value == painting(bare)["upper wall@w1"].value
    desk = edits.usual_piece("desk", x=2000.0, y=1500.0)
    assert painting(made(WALLS, edits.stand_piece("r1", desk)))["upper wall@w1"].value == pytest.approx(
        1.2 * painting(bare)["upper wall@w1"].value
    )
    for free in (replace(desk, price=120.0), replace(desk, x=None), edits.usual_piece("rug", x=2000.0, y=1500.0)):
        free_of = made(WALLS, edits.stand_piece("r1", free))
        assert painting(free_of)["upper wall@w1"].value == painting(bare)["upper wall@w1"].value
    cornices = {}
    for tall in (2600.0, 2700.0):
        job = made(tall=tall)
        hours = fitting_hours(job.rooms[0], job.house_rules, job.milled, job.joinery)["cornice"]
        cornices[tall] = hours.inputs[0][1].value
    assert cornices[2600.0] == pytest.approx(14.4 / 3)
    assert cornices[2700.0] == pytest.approx(14.4 / 3 * 1.25)
