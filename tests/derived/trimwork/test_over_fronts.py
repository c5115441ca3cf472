"""Trim over the fronts of built-ins: a piece a front, cut at the gaps, round free ends, told where it breaks off."""

from __future__ import annotations

from itertools import pairwise

import msgspec
import pytest
from hypothesis import assume, given, strategies as st
from msgspec.structs import replace

from narrow_cornice.casework.kinds import beginnings
from narrow_cornice.casework.parts import FRONT_KINDS
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.built.before_walls import Standing, standing_in
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.trimwork.cut_list import CutPiece, cut_list
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.drawing.built import built_in_drawing
from narrow_cornice.drawing.built_views import section_of_run
from narrow_cornice.drawing.marks import Strip
from narrow_cornice.job import edits
from narrow_cornice.job.beginnings import begun
from narrow_cornice.job.casework import BayWish, CompartmentWish
from narrow_cornice.job.file import JobFileError, decode_job, decode_json, encode_job
from narrow_cornice.job.history import History
from narrow_cornice.job.paths import TrimPath
from narrow_cornice.job.samples import starting_job
from narrow_cornice.review.finding import Finding
from narrow_cornice.review.second_look import second_look
from narrow_cornice.trim.runs import Run
from narrow_cornice.units.lengths import plain_length as mm
from rooms import trimmed_of

DOORS = (CompartmentWish("s1", front="doors", count=2),)


def cupboard(*bays: BayWish, free: bool = False, **fields: object) -> History:
    """A room of 4 200 × 3 000 × 2 500 in Doric five-part (skirting 125 × 35), a cupboard from corner to corner of the
    wall of 3 000, or with ends that are free on the wall of 4 200."""
    history = History(replace(starting_job(), house_rules={"casing_setback": 0.0}))
    assert history.do(edits.add_room("Room", mm(4200.0), mm(3000.0), mm(2500.0)))
    assert history.do(edits.change_trim("r1", "dado rail", fitted=True))
    kind = beginnings()["bookcase"]
    run = replace(begun(kind, "Cupboard", "", 2000.0), bays=bays, lipping=None)
    ends = (mm(1000.0), mm(2600.0)) if free else (None, None)
    wall = history.job.rooms[0].measured.walls[0 if free else 1].id
    assert history.do(edits.build_along("r1", wall, run, "along", mm(400.0), *ends))
    for name, value in fields.items():
        history.do(edits.change_built_in("r1", "c1", **{name: value}))
    return history


def trimmed(history: History) -> TrimmedRoom:
    return trimmed_of(history.job.rooms[0], history.job.house_rules)


def over(history: History, kind: str = "") -> list[Run]:
    return [run for run in trimmed(history).runs if run.over and kind in ("", run.kind)]


def standing(history: History) -> Standing:
    return next(one for _, one in standing_in(history.job.rooms[0], history.job.house_rules))


def cuts(history: History, kind: str) -> list[CutPiece]:
    job = history.job
    every = cut_list(job.rooms[0], job.house_rules, job.milled, job.joinery)
    return [one for one in every if one.kind == kind and "Cupboard" in one.name]


def told(history: History, kind: str) -> list[Finding]:
    return [one for one in second_look(history.job) if one.kind == kind]


def test_a_rail_over_doors_is_a_piece_a_door_and_one_a_filler() -> None:
    bays = (BayWish("b1", None, DOORS), BayWish("b2", None, DOORS))
    history = cupboard(*bays, over_fronts=("dado rail",), plinth=mm(85.0))
    one = standing(history)
    rail = trimmed(history).trim.of("dado rail")
    doors = sorted(part.box for part in one.built.run.parts if part.kind == "door" and part.box[2] < rail.bottom)
    doors = [box for box in doors if box[2] + box[5] > rail.top]
    pieces = over(history, "dado rail")
    fillers, on_doors = (
        [run for run in pieces if (run.words.startswith("filler")) is wanted] for wanted in (True, False)
    )
    assert len(doors) == 4
    assert [run.length.value for run in on_doors] == pytest.approx([box[3] for box in doors])
    assert [run.start - one.left for run in on_doors] == pytest.approx([box[0] for box in doors])
    assert [run.length.value for run in fillers] == pytest.approx([40.0, 40.0])  # the filler at doors
    assert [run.lies for run in pieces] == [(rail.bottom, rail.top)] * 6
    assert not trimmed(history).left_out
    # Square ends, cut from the same stock as the rail of the room, painted by its length and girth.
    assert [cut.length for cut in cuts(history, "dado rail")] == pytest.approx([run.length.value for run in pieces])
    assert {cut.left.cut for cut in cuts(history, "dado rail")} == {"square"}


def test_it_is_bought_and_painted_with_the_trim_of_the_room() -> None:
    bays = (BayWish("b1", None, DOORS),)
    without, with_it = (cupboard(*bays, over_fronts=kinds) for kinds in ((), ("dado rail",)))
    more = sum(run.length.value for run in over(with_it))
    assert more > 2000.0
    girth = trimmed(with_it).trim.of("dado rail").profile
    assert girth is not None
    areas, needed = [], []
    for history in (without, with_it):
        job = history.job
        (surface,) = [one for one in room_surfaces(job.rooms[0], job.house_rules) if one.key == "dado rail@room"]
        areas.append(surface.net.value)
        needed.append(sum(line.needed.value for line in to_buy(job).lines if line.name.startswith("Dado rail")))
    assert areas[1] - areas[0] == pytest.approx(more * girth.girth / 1e6, rel=1e-6)
    assert needed[1] - needed[0] == pytest.approx(more, abs=0.5)


def test_round_free_ends_it_is_mitred_and_goes_back_to_the_wall() -> None:
    """Skirting of 125 × 35 on a plinth of 125 that is set back: 35 more at each mitre, the sides from its face back."""
    history = cupboard(BayWish("b1", None, DOORS), free=True, over_fronts=("skirting",), plinth=mm(125.0))
    one = standing(history)
    (plinth,) = [part for part in one.built.run.parts if part.kind == "plinth"]
    front, *sides = sorted(over(history, "skirting"), key=lambda run: run.start - run.end)
    assert front.length.value == pytest.approx(plinth.box[3])
    assert front.to_buy.value == pytest.approx(plinth.box[3] + 70.0)
    assert (front.left, front.right) == ("outside", "outside")
    deep = plinth.box[1] + plinth.box[4]
    assert [side.length.value for side in sides] == pytest.approx([deep, deep])
    assert [side.to_buy.value for side in sides] == pytest.approx([deep + 35.0] * 2)
    ends = [(cut.left.cut, cut.right.cut) for cut in cuts(history, "skirting")]
    assert sorted(ends) == [("mitred", "mitred"), ("mitred", "square"), ("square", "mitred")]
    setting = next(cut.left.setting for cut in cuts(history, "skirting") if cut.left.cut == "mitred")
    assert setting is not None
    assert abs(setting.mitre.value) == pytest.approx(45.0)


def test_a_cornice_needs_a_closure_as_tall_and_the_fix_makes_one() -> None:
    history = cupboard(BayWish("b1", None, DOORS), over_fronts=("cornice",))
    (found,) = told(history, "trim over fronts")
    assert "breaks off" in found.says
    tall = trimmed(history).trim.of("cornice").height
    assert tall is not None
    was = standing(history).built.run.top
    assert history.do(found.fixes[0])
    assert not told(history, "trim over fronts")
    made = standing(history).built.run
    assert made.top < was
    closures = [part for part in made.parts if part.kind == "top filler"]
    assert min(part.box[5] for part in closures) >= tall.value - 0.6
    (piece,) = over(history, "cornice")
    assert piece.length.value == pytest.approx(sum(part.box[3] for part in closures))
    history.undo()
    assert told(history, "trim over fronts")
    assert history.do(found.fixes[-1])  # let it stop instead
    assert not over(history)


def test_a_skirting_taller_than_the_plinth_is_told_and_the_plinth_made_as_tall() -> None:
    history = cupboard(BayWish("b1", None, DOORS), over_fronts=("skirting",), plinth=mm(85.0))
    (found,) = told(history, "trim over fronts")
    assert not over(history)  # and no stub of 40 on a filler beside the doors it cannot lie on
    assert history.do(found.fixes[0])
    assert history.job.rooms[0].casework.built_ins[0].plinth.mm == 125.0
    assert not told(history, "trim over fronts")
    assert over(history)


@pytest.mark.parametrize(
    ("inside", "why"),
    [
        ((CompartmentWish("s1"),), "nothing closes it"),
        ((CompartmentWish("s1", front="sliding", count=2),), "slide past"),
        ((CompartmentWish("s1", front="doors", face="glass"),), "glass"),
    ],
)
def test_what_it_cannot_lie_on_is_told(inside: tuple[CompartmentWish, ...], why: str) -> None:
    history = cupboard(BayWish("b1", None, inside), BayWish("b2", None, inside), over_fronts=("dado rail",))
    assert any(why in out.why for out in trimmed(history).left_out)
    assert told(history, "trim over fronts")
    assert history.do(edits.change_built_in("r1", "c1", over_fronts=()))
    assert not trimmed(history).left_out


def test_a_door_whose_rail_would_meet_the_wall_is_told() -> None:
    """The filler at doors is 40 wide: a rail that comes out 60 meets the wall as the door opens, one of 30 does not."""
    history = cupboard(BayWish("b1", None, DOORS), over_fronts=("dado rail",))
    for out, binds in ((60.0, True), (30.0, False)):
        assert history.do(edits.change_trim("r1", "dado rail", projection=mm(out)))
        assert bool(told(history, "trim binds")) is binds


def test_it_is_drawn_over_the_fronts_and_cut_through_in_the_section() -> None:
    history = cupboard(BayWish("b1", None, DOORS), over_fronts=("dado rail",))
    job, room = history.job, history.job.rooms[0]
    drawn = built_in_drawing(room, job.house_rules, job.settings, True)
    strips = [mark for mark in drawn.marks if isinstance(mark, Strip)]
    assert len(strips) == len(over(history))
    assert strips[0].about == TrimPath("r1", "dado rail")
    section = section_of_run(room, room.casework.built_ins[0], "b1", job.house_rules, job.settings)
    assert any(getattr(mark, "about", None) == TrimPath("r1", "dado rail") for mark in section.marks)


def test_the_file_keeps_it_and_refuses_what_runs_round_no_wall() -> None:
    history = cupboard(BayWish("b1", None, DOORS), over_fronts=("skirting", "dado rail"), closure=mm(180.0))
    assert decode_job(encode_job(history.job), "it") == history.job
    raw = msgspec.json.encode(history.job)
    with pytest.raises(JobFileError, match="over fronts"):
        decode_json(raw.replace(b'"dado rail"]', b'"casing"]'), "it")


FRONTS = st.sampled_from(["open", "doors", "sliding", "bifold"])
BAYS = st.lists(
    st.lists(st.tuples(FRONTS, st.sampled_from(["shelves", "drawers"])), min_size=1, max_size=3), min_size=1, max_size=4
)


@given(bays=BAYS, free=st.booleans(), inset=st.booleans(), closure=st.integers(1, 400))
def test_pieces_never_bridge_a_gap_and_all_of_the_run_is_accounted_for(
    bays: list[list[tuple[str, str]]], free: bool, inset: bool, closure: int
) -> None:
    wishes = tuple(
        BayWish(
            f"b{at}",
            None,
            tuple(
                CompartmentWish(f"s{at}{number}", holds=holds, front=front, count=2)  # type: ignore[arg-type]
                for number, (front, holds) in enumerate(each)
            ),
        )
        for at, each in enumerate(bays)
    )
    history = cupboard(*wishes, free=free, inset=inset, closure=mm(closure), plinth=mm(130.0))
    assume(any(True for _ in standing_in(history.job.rooms[0], history.job.house_rules)))
    assert history.do(edits.change_built_in("r1", "c1", over_fronts=("skirting", "dado rail", "cornice")))
    one = standing(history)
    wide = one.right - one.left
    for kind in ("skirting", "dado rail", "cornice"):
        pieces = sorted(
            (run.start - one.left, run.end - one.left) for run in over(history, kind) if run.end > run.start
        )
        gone = [(out.start - one.left, out.end - one.left) for out in trimmed(history).left_out if out.kind == kind]
        spans = sorted([*pieces, *gone])
        assert all(b - a > 0 for a, b in spans)
        assert all(after[0] >= before[1] - 1e-6 for before, after in pairwise(spans))
        assert sum(b - a for a, b in spans) <= wide + 1e-6
        # What is neither covered nor told is gaps between fronts and what is beside the last of them.
        assert sum(b - a for a, b in spans) >= wide - 12.0 * (len(spans) + 1)
        low, high = trimmed(history).trim.of(kind).bottom, trimmed(history).trim.of(kind).top  # type: ignore[arg-type]
        for part in one.built.run.parts:
            x, _, z, long, _, tall = part.box
            if part.kind in FRONT_KINDS and part.kind != "panel" and z < high - 0.5 and z + tall > low + 0.5:
                for a, b in pieces:  # a piece lies on a front or off it, never on both
                    assert b <= x + 1e-6 or a >= x + long - 1e-6 or (a >= x - 1e-6 and b <= x + long + 1e-6)
