"""A built-in cut level, cut upright and taken apart: what is dimensioned adds up, and every part is there."""

from __future__ import annotations

from msgspec.structs import replace

from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.drawing.built import built_in_drawing, filled_drawing
from narrow_cornice.drawing.built_views import (
    carcass_of,
    drawings_of_run,
    exploded_carcass,
    plan_of_run,
    section_of_run,
)
from narrow_cornice.drawing.marks import Area, Dimension, Label
from narrow_cornice.job.paths import BayPath, CompartmentPath, KeptPath
from narrow_cornice.job.samples import demo_job

JOB = demo_job()
ROOM = JOB.room("r1")
RUN = ROOM.casework.built_ins[1]
GIVEN = (JOB.house_rules, JOB.settings)


def mm(dimension: Dimension) -> float:
    return float(dimension.text.replace(" ", "").replace("\u202f", "").replace("\u2009", ""))


def test_a_section_says_every_clear_height_between_shelves() -> None:
    drawing = section_of_run(ROOM, RUN, "b1", *GIVEN)
    made = built_in_of(ROOM, RUN, JOB.house_rules).run
    shown = sorted(mm(mark) for mark in drawing.marks if isinstance(mark, Dimension))
    upper = next(bay for bay in made.bays if bay.bay.id == "b1" and bay.low > made.levels[0][1])
    clear = (upper.high - upper.low - 5 * 17.5) / 6
    assert shown.count(round(clear)) == 6
    assert round(made.over) in shown
    assert "cut through bay 1" in drawing.subtitle


def test_a_plan_is_as_wide_as_the_place_and_shows_what_is_cut() -> None:
    drawing = plan_of_run(ROOM, RUN, *GIVEN)
    built = built_in_of(ROOM, RUN, JOB.house_rules)
    shown = [mm(mark) for mark in drawing.marks if isinstance(mark, Dimension)]
    assert built.fit is not None
    assert built.fit.width is not None
    assert round(built.fit.width.value) in shown
    assert shown.count(513) == 2
    assert sum(isinstance(mark, Area) for mark in drawing.marks) >= 4


def test_a_carcass_taken_apart_shows_and_names_its_parts() -> None:
    made = built_in_of(ROOM, RUN, JOB.house_rules).run
    for number in (0, 1):
        mine = [part for part in made.parts if part.carcass == number]
        drawing = exploded_carcass(ROOM, RUN, number, *GIVEN)
        assert sum(isinstance(mark, Area) for mark in drawing.marks) == 3 * len(mine)  # front, top and side of each
        words = " ".join(mark.text for mark in drawing.marks if isinstance(mark, Label))
        assert "2 × side" in words
    assert carcass_of(ROOM, RUN, CompartmentPath("r1", "c2", "b2", "s2"), JOB.house_rules) == 1
    assert carcass_of(ROOM, RUN, BayPath("r1", "c2", "b2"), JOB.house_rules) == 0


def test_what_a_joiner_is_handed_is_every_view_once() -> None:
    titles = [one.title for one in drawings_of_run(ROOM, RUN, JOB.brief.people, *GIVEN)]
    assert titles == [
        "Chart Room, built-ins",
        "Chart Room, built-ins",
        "Chart Room: what goes where",
        "Right bookcase, plan",
        "Right bookcase, section",  # both bays are alike: one section
        "Right bookcase, taken apart",
        "Right bookcase, taken apart",
    ]
    lost = replace(RUN, place="nowhere")
    room = replace(ROOM, casework=replace(ROOM.casework, built_ins=(lost,)))
    assert len(drawings_of_run(room, lost, (), *GIVEN)) == 1


def test_things_are_drawn_on_their_shelves_and_can_be_pointed_at() -> None:
    drawing = filled_drawing(ROOM, JOB.brief.people, *GIVEN)
    areas = [mark for mark in drawing.marks if isinstance(mark, Area) and mark.about == KeptPath("r1", "k1")]
    assert len(areas) == 230  # every book
    left, top, right, bottom = built_in_drawing(ROOM, *GIVEN, False).bounds
    for mark in areas:
        for x, y in mark.points:
            assert left < x < right
            assert top < y < bottom
    assert "382 of 394 things" in drawing.subtitle
    assert "9.2 m before" in drawing.subtitle
    assert drawing.subtitle.count("litres") == 1
    assert "16.8 m of shelf" in drawing.subtitle
    feet = replace(JOB.settings, unit="in")
    imperial = filled_drawing(ROOM, JOB.brief.people, JOB.house_rules, feet)
    assert "ft of shelf" in imperial.subtitle
    assert any(isinstance(mark, Label) and mark.text == "5' 6 15/16\"" for mark in imperial.marks)  # a reach of 1 700
