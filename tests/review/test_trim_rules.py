"""Rules of trim, colour and the brief: each has a case that fires, one just inside that does not, and its fix."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date

import pytest
from msgspec.structs import replace

from narrow_cornice.derived.trimwork.sections import change_member, with_dentils
from narrow_cornice.job import edits
from narrow_cornice.job.brief import FixedElement, Furnishing, Permission
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.measured import Backing, Twin
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import BriefPath, MemberPath
from narrow_cornice.job.samples import starting_job
from narrow_cornice.review.finding import Finding
from narrow_cornice.review.second_look import second_look
from narrow_cornice.survey.readings import Reading
from narrow_cornice.units.lengths import plain_length as mm
from rooms import trimmed_of

TODAY = date(2026, 11, 1)


def made(*changes: Edit, wide: float = 4200.0, tall: float = 2500.0, **rules: float) -> Job:
    """A room of 4 200 × 3 000 × 2 500, Doric in five parts: cornice 187.5, casing 125, skirting 125 × 35."""
    history = History(replace(starting_job(), house_rules={"casing_setback": 0.0, "one_piece_cornice": 500.0, **rules}))
    history.do(edits.add_room("Room", mm(wide), mm(3000.0), mm(tall)))
    for edit in changes:
        assert history.do(edit)
    return history.job


def found(job: Job, kind: str) -> list[Finding]:
    return [one for one in second_look(job, TODAY) if one.kind == kind]


def settled(job: Job, kind: str, number: int = 0) -> Job:
    """Take a fix of the first finding of a kind; it is gone then, and back when the fix is undone."""
    finding = found(job, kind)[0]
    history = History(job)
    assert history.do(finding.fixes[number])
    assert finding.key not in {one.key for one in second_look(history.job, TODAY)}
    fixed = history.job
    history.undo()
    assert history.job == job
    return fixed


def briefed(job: Job, **fields: object) -> Job:
    room = job.rooms[0]
    return replace(job, rooms=(replace(room, brief=replace(room.brief, **fields)), *job.rooms[1:]))


def test_a_wedge_over_a_level_cornice() -> None:
    """Heights 2 500 and 2 504 leave 4, 2 500 and 2 503 leave the 3 that caulk closes; under a slope of 45° a cornice of
    187.5 leaves 187.5."""

    def read(*heights: float) -> Job:
        job = made()
        room = job.rooms[0]
        readings = tuple(Reading(one, f"{one:g}") for one in heights)
        return replace(job, rooms=(replace(room, measured=replace(room.measured, heights=readings)),))

    (one,) = found(read(2500.0, 2504.0), "wedge over cornice")
    assert "4 mm between" in one.measured
    assert not found(read(2500.0, 2503.0), "wedge over cornice")
    slope = edits.set_slope("r1", "w1", "A–B", mm(1500.0), mm(1000.0))
    (one,) = found(made(slope), "wedge over cornice")
    assert "187.5 mm" in one.measured
    crown = edits.reduce_cornice("r1", "single crown").apply(made(slope))  # a quarter of it leaves a quarter
    assert "47.5 mm" in found(crown, "wedge over cornice")[0].measured
    settled(crown, "wedge over cornice")  # without a cornice there is nothing to tell


@pytest.mark.parametrize(
    ("backing", "fires"),
    [
        (Backing(), True),
        (Backing("masonry"), False),
        (Backing("studs", mm(400.0), mm(200.0)), False),
        (Backing("studs", mm(5000.0), mm(300.0)), True),  # one stud, too near the corner
    ],
)
def test_joints_that_lie_on_nothing(backing: Backing, fires: bool) -> None:
    job = made(wide=9000.0)
    room = job.rooms[0]
    there = {wall.id: backing for wall in room.measured.walls}
    job = replace(job, rooms=(replace(room, measured=replace(room.measured, backing=there)),))
    assert bool(found(job, "scarf loose")) is fires
    assert not found(made(), "scarf loose")  # no run is longer than a bar


def test_a_cornice_over_its_order() -> None:
    """187.5 wanted: 15 % over is 215.6. The fix has it as the order wants."""
    at = lambda size: made(edits.change_trim("r1", "cornice", height=mm(size)))  # noqa: E731
    assert [one.grade for one in found(at(216.0), "cornice large")] == ["will show"]
    assert not found(at(215.0), "cornice large")
    fixed = settled(at(216.0), "cornice large")
    assert "cornice" not in fixed.rooms[0].trim.choices


def test_a_thin_skirting_in_a_tall_room_and_trim_far_off_its_wall() -> None:
    thin = edits.change_trim("r1", "skirting", projection=mm(31.0))
    assert [one.says for one in found(made(thin, tall=2900.0), "cornice large")] == [
        "The skirting is thin for so tall a room"
    ]
    assert not found(made(thin, tall=2890.0), "cornice large")
    stout = edits.change_trim("r1", "skirting", projection=mm(32.0))
    assert not found(made(stout, tall=2900.0), "cornice large")
    settled(made(thin, tall=2900.0), "cornice large")
    far = edits.change_trim("r1", "casing", projection=mm(76.0))
    assert found(made(far), "cornice large")
    assert not found(made(edits.change_trim("r1", "casing", projection=mm(75.0))), "cornice large")
    settled(made(far), "cornice large")


def _with_course(share: float) -> Job:
    """A cornice whose dentil course is so large a share of it."""
    job = made()
    job = with_dentils(trimmed_of(job.rooms[0], {**job.house_rules})).apply(job)
    for _ in range(6):  # the others keep their sizes, so the whole grows with it
        trimmed = trimmed_of(job.rooms[0], job.house_rules)
        profile = trimmed.trim.of("cornice").profile
        assert profile is not None
        course = next(one for one in profile.members if one.member.kind == "dentil course")
        path = MemberPath("r1", "cornice", course.stack, course.index, size="height")
        rest = profile.height - course.member.height
        job = change_member(trimmed, path, height=rest * share / (1 - share)).apply(job)
    return job


def test_ornament_out_of_scale() -> None:
    for share, word in ((0.06, "small"), (0.4, "large")):
        (one,) = found(_with_course(share), "ornament scale")
        assert word in one.says
    assert not found(_with_course(0.2), "ornament scale")
    settled(_with_course(0.06), "ornament scale")


def test_new_trim_as_high_as_the_old_and_thicker() -> None:
    """Old skirting of 125 × 18 beside new of 125 × 35 stands back by 17; by 2 nobody sees."""
    old = lambda thick: edits.put_up("r1", "there", "skirting", "w2", mm(125.0), mm(thick))  # noqa: E731
    (one,) = found(made(old(18.0)), "old trim meets")
    assert "the same height and another thickness" in one.says
    assert [fix.title for fix in one.fixes] == ["Shim to its face"]  # 18 is thinner than trim may be
    settled(made(old(18.0)), "old trim meets")
    assert found(made(old(25.0)), "old trim meets")[0].fixes[0].title == "25 mm thick like the old"
    settled(made(old(25.0)), "old trim meets")
    assert not found(made(old(33.0)), "old trim meets")


def test_what_stays_and_agrees_with_nothing() -> None:
    """Brick red (40° of hue) beside a green (about 140°); a terracotta agrees, and is offered."""
    job = made(edits.add_colour("Green", "#5f8f5f"), edits.add_colour("Terracotta", "#b5653f"))
    green, terracotta = (next(one.id for one in job.colours if one.name == name) for name in ("Green", "Terracotta"))
    walls = edits.change_finish(["r1"], ["upper wall"], "walls", paint="wall-matt", colour=green)
    hearth = (FixedElement("x1", "brick hearth", ("#a8452f",)),)
    beside = briefed(walls.apply(job), fixed=hearth)
    (one,) = found(beside, "fixed beside")
    assert one.says == "No colour of the room agrees with brick hearth"
    fixed = settled(beside, "fixed beside")
    chosen = fixed.rooms[0].finishes.surfaces["upper wall"].colour
    assert chosen == terracotta or chosen not in (green, None)
    agreed = edits.change_finish(["r1"], ["upper wall"], "walls", paint="wall-matt", colour=terracotta)
    assert not found(briefed(agreed.apply(job), fixed=hearth), "fixed beside")
    assert not found(briefed(job, fixed=hearth), "fixed beside")  # nothing is chosen yet


def test_a_piece_that_is_altered_nobody_said_how() -> None:
    chest = Furnishing("p1", "chest", "alter")
    assert found(briefed(made(), furnishings=(chest,)), "pieces moved")
    assert not found(briefed(made(), furnishings=(replace(chest, how="painted"),)), "pieces moved")
    assert not found(briefed(made(), furnishings=(replace(chest, decision="keep"),)), "pieces moved")


def test_what_is_hung_and_mended_needs_its_permission() -> None:
    mirror = edits.put_up("r1", "frames", "mirror", "w2", mm(1500.0))
    mark = edits.put_up("r1", "marks", "poor patch", "w1", mm(1500.0), mm(800.0), mm(200.0), mm(300.0))
    floor = edits.change_thing("r1", "marks", "k1", "poor patch", on="floor")

    def rented(*changes: Edit) -> Job:
        job = made(*changes)
        return replace(job, brief=replace(job.brief, tenure="rented"))

    assert [one.says for one in found(rented(mirror), "permission missing")] == [
        "Permission to make holes is not asked"
    ]
    assert [one.says for one in found(rented(mark, floor), "permission missing")] == [
        "Permission to change the floor is not asked"
    ]
    assert not found(rented(), "permission missing")
    asked = found(rented(mirror), "permission missing")[0].fixes[0].apply(rented(mirror))
    assert asked.brief.permissions == (Permission("l1", "make holes"),)
    (left,) = found(asked, "permission missing")  # it is written down, and still to be given
    given = left.fixes[0].apply(asked)
    assert not found(given, "permission missing")


def test_fixes_that_move_what_does_not_fit() -> None:
    """A socket under the skirting of 125, a window past the end, one too high, one over another."""
    socket = edits.put_up("r1", "fixtures", "socket", "w1", mm(900.0), mm(60.0))
    fixed = settled(made(socket), "fixture covered")
    assert fixed.rooms[0].measured.fixtures[0].height.mm == 125 + 86 / 2 + 15  # its half and 15 over the skirting
    placed: list[tuple[Callable[[], Edit], dict[str, float]]] = [
        (lambda: edits.change_opening("r1", "o1", "w", place=mm(3500.0)), {"place": 4200.0 - 900.0 - 125.0}),
        (lambda: edits.change_opening("r1", "o1", "w", sill=mm(1400.0)), {"height": 2500.0 - 1400.0 - 125.0}),
    ]
    for change, becomes in placed:
        job = made(edits.add_opening("r1", "window", "w1", mm(1000.0)), change())
        fixed = settled(job, "opening fit")
        (opening,) = fixed.rooms[0].measured.openings
        for field, value in becomes.items():
            assert getattr(opening, field).mm == value
    two = made(edits.add_opening("r1", "window", "w1", mm(500.0)), edits.add_opening("r1", "window", "w1", mm(1000.0)))
    fixed = settled(two, "opening fit")
    assert fixed.rooms[0].measured.openings[1].place.mm == 500 + 900 + 2 * 125


def test_an_accent_once_is_repainted_in_what_is_used_and_a_date_becomes_the_first_that_can_be() -> None:
    job = made(*(edits.add_colour(name, tone) for name, tone in (("White", "#f3f1ea"), ("Blue", "#4a6f9a"))))
    job = made(
        edits.add_opening("r1", "window", "w1", mm(1000.0)),
        edits.change_opening("r1", "o1", "window", reveal=mm(150.0)),
    )
    ids = [one.id for one in job.colours[:3]]
    assert len(ids) == 3
    given = (("upper wall", ids[0]), ("ceiling", ids[1]), ("skirting", ids[1]), ("reveal", ids[2]))
    for group, colour in given:
        job = edits.change_finish(["r1"], [group], group, paint="wall-matt", colour=colour).apply(job)
    (one,) = found(job, "accent once")
    fixed = settled(job, "accent once")
    assert fixed.rooms[0].finishes.surfaces["reveal@o1"].colour in ids[:2]
    assert one.fixes[0].title.startswith("Use ")

    dated = edits.set_brief(BriefPath("", "", "", "by"), "2026-10-01", "mm").apply(job)
    assert "is past" in found(dated, "date near")[0].says
    assert settled(dated, "date near").brief.by.ordinal is not None
    near = edits.set_brief(BriefPath("", "", "", "by"), "2026-11-02", "mm").apply(job)
    assert "cannot be dry" in found(near, "date near")[0].says
    settled(near, "date near")


def test_doors_that_do_not_meet_themselves_can_be_two() -> None:
    """Two rooms whose doors are taken for one twice: the second pair lies 700 off."""
    job = made()
    history = History(job)
    history.do(edits.add_room("Other", mm(4200.0), mm(3000.0), mm(2500.0)))
    for room, place in (("r1", 500.0), ("r1", 2500.0), ("r2", 2800.0), ("r2", 100.0)):
        history.do(edits.add_opening(room, "door", "w1" if room == "r1" else "w3", mm(place)))
    for mine, other in (("o1", "o1"), ("o2", "o2")):
        history.do(edits.join_openings("r1", mine, Twin("r2", other), "door"))
    findings = found(history.job, "rooms meet")
    assert findings
    assert all(one.fixes for one in findings)
    settled(history.job, "rooms meet")


def test_what_is_framed_over_a_window_another_frame_or_a_rail_is_moved_clear_of_it() -> None:
    """A mirror of 700 × 1 000 with a mould of 32: over a window, over the skirting when it hangs at 400."""
    window = edits.add_opening("r1", "window", "w1", mm(1000.0))
    mirror = edits.put_up("r1", "frames", "mirror", "w1", mm(1200.0))
    (one,) = found(made(window, mirror), "trim overlaps")
    assert one.says == "Mirror 1 hangs over window 1"
    fixed = settled(made(window, mirror), "trim overlaps")
    beside = fixed.rooms[0].trim.frames[0].place.mm
    assert beside == 1000 + 900 + 125 + 350 + 32 + 15 or beside == 1000 - 125 - 350 - 32 - 15
    assert not found(made(window, edits.put_up("r1", "frames", "mirror", "w1", mm(2500.0))), "trim overlaps")
    two = (
        edits.put_up("r1", "frames", "picture", "w1", mm(3000.0)),
        edits.put_up("r1", "frames", "picture", "w1", mm(3300.0)),
    )
    (one,) = found(made(*two), "trim overlaps")
    assert one.says == "Picture 2 hangs over picture 1"
    settled(made(*two), "trim overlaps")


def test_what_has_no_place_on_its_wall_is_hung_on_another() -> None:
    """A window of 3 400 in a wall of 4 200 leaves no 700 beside it: the longest other wall has its middle free."""
    window = edits.add_opening("r1", "window", "w1", mm(400.0))
    wide = edits.change_opening("r1", "o1", "window 1", width=mm(3400.0))
    mirror = edits.put_up("r1", "frames", "mirror", "w1", mm(1200.0))
    (one,) = found(made(window, wide, mirror), "trim overlaps")
    assert [fix.title for fix in one.fixes] == ["Hang it on wall C–D"]
    hung = settled(made(window, wide, mirror), "trim overlaps").rooms[0].trim.frames[0]
    assert (hung.wall, hung.place.mm) == ("w3", 2100.0)


def test_a_radiator_before_a_rail_is_told_and_a_grille_is_unsafe() -> None:
    dado = (edits.change_trim("r1", "dado rail", fitted=True), edits.change_trim("r1", "dado rail", top=mm(600.0)))
    heater = edits.put_up("r1", "fixtures", "radiator", "w1", mm(2000.0))
    (one,) = found(made(*dado, heater), "fixture covered")
    assert (one.grade, one.says) == ("worth a thought", "Radiator 1 stands before the dado rail")
    grille = edits.put_up("r1", "fixtures", "grille", "w1", mm(2000.0), mm(60.0))
    assert [one.grade for one in found(made(grille), "fixture covered")] == ["unsafe"]
    high = edits.put_up("r1", "fixtures", "grille", "w1", mm(2000.0), mm(260.0))
    assert not found(made(high), "fixture covered")


def test_a_place_in_which_nothing_as_high_can_be_stood_up() -> None:
    """√(h² + 1 500²) under 2 500 leaves 2 000 or so, less than nine tenths; 600 deep leaves 2 427."""
    deep, usual = (edits.put_up("r1", "recesses", "built-in", "w1", mm(size)) for size in (1500.0, 600.0))
    assert any(one.says.startswith("Nothing as high") for one in found(made(deep), "recess unsure"))
    assert not any(one.says.startswith("Nothing as high") for one in found(made(usual), "recess unsure"))
