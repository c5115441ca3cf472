"""What hangs on a wall follows it: when it is broken, notched, rounded, straightened, taken away."""

from __future__ import annotations

from typing import get_args

import msgspec
import pytest
from hypothesis import given, strategies as st
from msgspec.structs import replace

from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.history import History
from narrow_cornice.job.limits import JobError
from narrow_cornice.job.measured import Measured
from narrow_cornice.job.model import Room
from narrow_cornice.job.on_walls import ON_WALLS, OnWall
from narrow_cornice.job.samples import starting_job
from narrow_cornice.job.trimwork import Trimwork
from narrow_cornice.job.walled import FalseWindow, Field, Flight, Gallery, Shown, shipped_coverings
from narrow_cornice.survey.readings import Reading
from narrow_cornice.units.lengths import Length


def mm(value: float) -> Length:
    return Length(float(value), f"{value:g}")


def furnished() -> History:
    """A room of 5 000 × 4 000 × 2 600 whose first wall has one of everything."""
    history = History(starting_job())
    for edit in (
        edits.add_room("Room", mm(5000), mm(4000), mm(2600)),
        edits.add_opening("r1", "window", "w1", mm(3900)),
        edits.put_up("r1", "fixtures", "socket", "w1", mm(300)),
        edits.put_up("r1", "marks", "crack", "w1", mm(2000), mm(1500), mm(200), mm(200)),
        edits.put_up("r1", "there", "skirting", "w1", mm(120), mm(18)),
        edits.put_up("r1", "recesses", "built-in", "w1", mm(300), mm(3600), mm(3800), name="shelves"),
        edits.put_up("r1", "bulks", "boxed pipe", "w1", mm(100)),
        edits.put_up("r1", "roof_windows", "roof window", "w1", mm(300), mm(200), mm(600), mm(800)),
        edits.put_up("r1", "frames", "mirror", "w1", mm(4400)),
        edits.put_up("r1", "blocks", "block", "w1", mm(1000), mm(1200), mm(400), mm(400)),
        edits.add_field("r1", Field("", "", shipped_coverings()["tile-brick"], wall="w1", left=mm(100), right=mm(900))),
        edits.put_on_wall("r1", "galleries", Gallery("", "", "w1", middle=mm(1000))),
        edits.put_on_wall("r1", "flights", Flight("", "", "w1", ((0.0, 900.0), (800.0, 900.0), (400.0, 1500.0)))),
        edits.put_on_wall("r1", "screens", Shown("", "", "w1", mm(1000), middle=mm(2000))),
        edits.put_on_wall("r1", "windows", FalseWindow("", "", "w1", mm(300), mm(900), mm(600), mm(900))),
        edits.add_panels("r1", "below the dado rail", "wainscot", mm(80)),
        edits.change_panels("r1", "p1", walls=("w1",)),
        edits.put_width("r1", "w1", "w3", "top", mm(700), (mm(3990),), "width"),
        edits.set_heights("r1", (Reading(2600.0, "2600", wall="w1", place=4000.0), Reading(2598.0, "2598"))),
        edits.set_backing("r1", "w1", "A–B", replace(_studs(), first=mm(50))),
        edits.set_trueness("r1", "w1", "A–B", "plumb", (mm(6),)),
        edits.set_level("r1", "w1", "B", mm(4)),
        edits.set_slope("r1", "w1", "A–B", mm(2000), mm(900)),
        edits.put_diagonal("r1", "w1", "w3", (mm(6403),), "B to D"),
        edits.add_photo("r1", "w1", "A–B", b"picture", ()),
        edits.put_offset("r1", "w2", "w1", "w3", (mm(40),), "offset of C from B to D"),
        edits.change_finish(["r1"], ["upper wall@w1"], "own", colour=starting_job().colours[0].id),
    ):
        assert history.do(edit), edit.title
    return history


def _studs():  # type: ignore[no-untyped-def]
    from narrow_cornice.job.measured import Backing

    return Backing("studs", mm(400))


def on(room: Room, field: str) -> list[tuple[str, float]]:
    """Return what a room has of a kind, as wall and place."""
    row = next(row for row in ON_WALLS if row.field == field)
    places = [getattr(one, row.along[0]) for _, one in row.each(room)]
    walls = [getattr(one, "wall", "") for _, one in row.each(room)]
    return [(wall, getattr(at, "mm", at)) for wall, at in zip(walls, places, strict=True)]


def test_a_chimney_breast_takes_everything_along() -> None:
    """2 000 wide, 1 500 from the left end: left of it w5, its face w3…, right of it what keeps the name w1."""
    history = furnished()
    history.do(edits.break_wall("r1", "w1", "A–B", "projection", mm(1500), mm(2000), mm(400)))
    room = history.job.rooms[0]
    rest, face = room.measured.walls[4].id, room.measured.walls[2].id
    assert on(room, "fixtures") == [(rest, 300)]
    assert on(room, "bulks") == [(rest, 100)]
    assert on(room, "roof_windows") == [(rest, 300)]
    assert on(room, "widths") == [(rest, 700)]
    assert on(room, "marks") == [(face, 500)]
    assert on(room, "openings") == [("w1", 400)]
    assert on(room, "frames") == [("w1", 900)]
    assert on(room, "recesses") == [("w1", 100)]
    assert room.measured.recesses[0].end is not None
    assert room.measured.recesses[0].end.mm == 300
    assert on(room, "heights") == [("w1", 500), ("", None)]
    assert {one.wall for one in room.measured.there} == {rest, face, "w1"}
    assert set(room.measured.backing) == set(room.measured.trueness) == {rest, face, "w1"}
    assert set(room.trim.panels[0].walls) == {rest, face, "w1"}
    assert {key for key in room.finishes.surfaces if key != "upper wall"} >= {
        f"upper wall@{one}" for one in (rest, face)
    }
    # The far corner, by which levels and diagonals knew the wall, is at the end of its last part.
    assert [one.corner for one in room.measured.levels] == [rest]
    assert [one.first for one in room.measured.diagonals] == [rest]


@pytest.mark.parametrize("bay", [True, False])
def test_a_slope_stays_over_both_parts_of_its_wall(bay: bool) -> None:
    history = furnished()
    if bay:
        edit = edits.add_bay("r1", "w1", "A–B", mm(1500), mm(2000), mm(500), mm(900))
    else:
        edit = edits.break_wall("r1", "w1", "A–B", "recess", mm(1500), mm(2000), mm(400))
    history.do(edit)
    walls = history.job.rooms[0].measured.walls
    assert [wall.slope is not None for wall in walls[:5]] == [True, False, False, False, True]


@pytest.mark.parametrize("bay", [True, False])
def test_a_reading_that_was_set_aside_weighs_nothing_where_a_wall_is_broken(bay: bool) -> None:
    """Read 5 000, and 9 000 by mistake, which was set aside: 5 000 − 1 500 − 2 000 are left."""
    history = History(starting_job())
    history.do(edits.add_room("Room", mm(5000), mm(4000), mm(2600)))
    readings = (Reading(5000.0, "5000"), Reading(9000.0, "9000", aside=True))
    history.do(edits.set_readings("r1", "w1", readings, "A–B"))
    if bay:
        history.do(edits.add_bay("r1", "w1", "A–B", mm(1500), mm(2000), mm(500), mm(900)))
    else:
        history.do(edits.break_wall("r1", "w1", "A–B", "projection", mm(1500), mm(2000), mm(400)))
    assert history.job.rooms[0].measured.walls[0].readings[0].mm == 1500


def test_straightened_again_everything_is_back_where_it_was() -> None:
    history = furnished()
    before = history.job.rooms[0]
    history.do(edits.break_wall("r1", "w1", "A–B", "projection", mm(1500), mm(2000), mm(400)))
    assert history.do(edits.straighten_wall("r1", 0, "A–B"))
    room = history.job.rooms[0]
    assert len(room.measured.walls) == 4
    assert room.measured.walls[0].readings[0].mm == 5000
    assert room.measured.walls[0].slope == before.measured.walls[0].slope
    for field in ("fixtures", "bulks", "marks", "openings", "frames", "recesses", "widths", "heights"):
        assert on(room, field) == on(before, field), field
    assert [(one.wall, one.kind) for one in room.measured.there] == [("w1", "skirting")]
    assert set(room.measured.backing) == {"w1"}
    assert room.trim.panels[0].walls == ("w1",)


def test_with_its_wall_everything_on_it_goes_but_heights() -> None:
    history = furnished()
    history.do(edits.remove_wall("r1", "w1", "A–B"))
    room = history.job.rooms[0]
    for row in ON_WALLS:
        if row.field != "heights":
            assert not row.held(room), row.field
    assert on(room, "heights") == [("", None), ("", None)]
    assert "upper wall@w1" not in room.finishes.surfaces
    history.undo()
    assert history.job.rooms[0].measured.openings


@pytest.mark.parametrize("row", [row for row in ON_WALLS if not row.stays], ids=lambda row: row.field)
def test_what_names_a_wall_that_is_not_there_is_refused(row: OnWall) -> None:
    history = furnished()
    room = history.job.rooms[0]
    held = row.held(room)
    if isinstance(held, dict):
        wrong: object = {"w99": next(iter(held.values()))}
    else:
        field = row.walls[0]
        wrong = (replace(held[0], **{field: ("w99",) if field == "walls" else "w99"}),)
    job = replace(history.job, rooms=(row.put(room, wrong),))
    with pytest.raises(JobError, match="w99"):
        History(starting_job()).do(edits.Edit("wrong", lambda _: job))


def test_every_kind_of_thing_that_names_a_wall_stands_in_the_table() -> None:
    """A new one cannot be forgotten: whatever of a room has a field for a wall is in the table."""
    listed = {(row.part, row.field) for row in ON_WALLS}
    named = set()
    for part, struct in (("measured", Measured), ("trim", Trimwork)):
        for field in msgspec.structs.fields(struct):
            inner = [one for one in get_args(field.type) if isinstance(one, type) and hasattr(one, "__struct_fields__")]
            if any({"wall", "walls", "corner", "other"} & set(one.__struct_fields__) for one in inner):
                named.add((part, field.name))
    assert len(named) > 10
    assert named <= listed


def reshaped(what: str, wall: str, index: int, a: Length, b: Length, c: Length) -> edits.Edit:
    match what:
        case "break":
            return edits.break_wall("r1", wall, "A–B", "recess", a, b, c)
        case "bay":
            return edits.add_bay("r1", wall, "A–B", a, b, c, mm(b.mm / 2))
        case "notch":
            return edits.notch_corner("r1", wall, "B", a, b)
        case "curve":
            return edits.curve_corner("r1", wall, "B", a, b, 3)
        case "remove":
            return edits.remove_wall("r1", wall, "A–B")
        case "straighten":
            return edits.straighten_wall("r1", index, "A–B")
    return edits.add_wall("r1", wall, "A–B")


places = st.integers(10, 4900)
Step = tuple[str, int, int, int, int]


@given(
    st.lists(
        st.tuples(
            st.sampled_from(["break", "bay", "notch", "curve", "remove", "straighten", "add"]),
            st.integers(0, 40),
            places,
            places,
            places,
        ),
        max_size=6,
    )
)
def test_whatever_is_done_to_its_walls_a_room_can_be_saved_and_opened(
    steps: list[tuple[str, int, int, int, int]],
) -> None:
    history = furnished()
    for what, pick, one, two, three in steps:
        walls = history.job.rooms[0].measured.walls
        try:
            edit = reshaped(what, walls[pick % len(walls)].id, pick % len(walls), mm(one), mm(two), mm(three))
            history.do(edit)
        except CorniceError:
            continue
        assert decode_job(encode_job(history.job), "again") == history.job
    while history.undo():
        pass
    assert history.job == starting_job()
