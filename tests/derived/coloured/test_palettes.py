"""Palettes of rooms by true area, what neighbours share, the four schools, walls as the accent."""

from __future__ import annotations

import pytest
from msgspec.structs import replace

from narrow_cornice.colour.agreeing import agree
from narrow_cornice.derived.coated.coatings import finished_surfaces
from narrow_cornice.derived.coloured.darks import darks_of
from narrow_cornice.derived.coloured.house_colours import links_of, mends, rooms_in_order, shared
from narrow_cornice.derived.coloured.room_palette import metals_and_woods, palette_of_room
from narrow_cornice.derived.coloured.schools import accents_of, mean_light, schools_of, wall_colour, with_school
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Colour, Finish
from narrow_cornice.job.history import History
from narrow_cornice.job.samples import demo_job


def test_areas_of_a_palette_are_those_of_its_surfaces_and_things() -> None:
    """Every surface with a colour is counted once with its net area; walked over by another way."""
    job = demo_job()
    for room in job.rooms:
        shades = palette_of_room(job, room)
        mine: dict[str, float] = {}
        for one in finished_surfaces(room, job.house_rules, job.paints, job.colours):
            if one.colour is not None and one.finish.covering is None:
                mine[one.colour.id] = mine.get(one.colour.id, 0.0) + one.surface.net.value
        for shade in shades:
            of_surfaces = sum(p.area.value for p in shade.parts if p.group not in ("furniture", "cloth"))
            if shade.colour in mine:
                assert of_surfaces == pytest.approx(mine[shade.colour])
        assert [shade.area.value for shade in shades] == sorted((s.area.value for s in shades), reverse=True)


def test_seen_of_a_piece_by_hand() -> None:
    """A chest 1 120 × 480 × 860 against a wall: its top, and three quarters of its sides."""
    job = demo_job()
    for shade in palette_of_room(job, job.room("r1")):
        for part in shade.parts:
            if part.name == "chart chest":
                assert part.area.value == pytest.approx((1120 * 480 + 2 * (1120 + 480) * 860 * 0.75) / 1e6)
                return
    raise AssertionError("the chest has no colour")


def test_one_stroke_gives_surfaces_and_pieces_a_colour_and_its_role() -> None:
    job = demo_job()
    new = Colour("deck-225-5", "Tern", "#8db1c9")
    history = History(job)
    pieces = [one.id for one in job.room("r1").zones.pieces]
    assert history.do(edits.give_colour({"r1": ("upper wall", "ceiling")}, {"r1": pieces}, new, "dominant"))
    room = history.job.room("r1")
    assert room.finishes.surfaces["upper wall"].colour == new.id
    assert all(one.colours[0] == new.id for one in room.zones.pieces)
    first = next(one for one in palette_of_room(history.job, room) if one.colour == new.id)
    assert first.role == "dominant"
    assert history.job.room("r2") is job.room("r2")
    history.undo()
    assert history.job == job


def test_one_colour_in_place_of_another_everywhere_it_is() -> None:
    history = History(demo_job())
    new = Colour("deck-30-8", "Summer madder", "#c97a6a")
    history.do(edits.exchange_colour(["r1", "r2"], "madder", new, "Faded madder"))
    for room in history.job.rooms:
        assert all(finish.colour != "madder" for finish in room.finishes.surfaces.values())
        assert all("madder" not in one.colours for one in room.zones.pieces)
        assert all(role.colour != "madder" for role in room.colours.roles)


def test_neighbours_agree_through_a_pair_that_agrees_and_a_mend_makes_them() -> None:
    job = demo_job()
    assert rooms_in_order(job)
    for link in links_of(job):
        if link.through is not None:
            assert agree(link.through[0].hex, link.through[1].hex)
    (apart,) = [link for link in links_of(job) if link.through is None]
    assert apart.on_purpose
    offered = mends(job, apart)
    assert offered
    for mend in offered:
        history = History(job)
        colour = Colour(mend.colour.id, mend.colour.name, mend.colour.hex)
        history.do(edits.exchange_colour([mend.room], mend.former.colour, colour, mend.former.name))
        rooms = (history.job.room(apart.first), history.job.room(apart.second))
        assert shared(*(palette_of_room(history.job, room) for room in rooms)) is not None


def test_rooms_seen_together_are_linked_without_a_door() -> None:
    history = History(demo_job())
    before = {frozenset((link.first, link.second)) for link in links_of(history.job)}
    history.do(edits.set_beside("r1", "r5", ("Chart Room", "Wash Room"), beside=True))
    after = {frozenset((link.first, link.second)) for link in links_of(history.job)}
    assert after - before == {frozenset(("r1", "r5"))}


def test_the_four_schools_do_what_they_say() -> None:
    job = demo_job()
    room = job.room("r2")
    as_wall, dark, contrast, bare = schools_of(job, room)
    assert as_wall.to_wall == 0.0
    assert as_wall.wall_does == "disappears"
    assert dark.to_frame <= min(as_wall.to_frame, contrast.to_frame)
    assert contrast.frame_does == "outlines"
    assert bare.colour is None
    assert all(not one.cased for one in with_school(room, bare).measured.openings if one.kind == "window")
    painted = with_school(room, dark)
    assert dark.colour is not None
    assert painted.finishes.surfaces["casing"].colour == dark.colour.id
    unpainted = replace(room, finishes=replace(room.finishes, surfaces={}))
    assert not schools_of(job, unpainted)
    pale = replace(room, finishes=replace(room.finishes, surfaces={"upper wall": Finish("wall-matt", "chalk")}))
    _, _, contrast, _ = schools_of(job, pale)
    assert contrast.wall_does == "outlines"  # not the palest: the wall is that already


def test_shares_of_walls_make_a_whole_and_a_darker_wall_leaves_less_light() -> None:
    job = demo_job()
    room = job.room("r1")
    accents = accents_of(job, room)
    assert sum(one.share for one in accents) == pytest.approx(1.0)
    colour = wall_colour(job, room)
    assert colour is not None
    there = mean_light(room, job.house_rules, job.paints, job.colours)
    assert there is not None
    darker = mean_light(room, job.house_rules, job.paints, job.colours, (colour.hex, "#41665a"))
    paler = mean_light(room, job.house_rules, job.paints, job.colours, (colour.hex, "#ffffff"))
    assert darker is not None
    assert paler is not None
    assert darker.value < there.value < paler.value


def test_metals_and_woods_name_what_has_them() -> None:
    job = demo_job()
    found = {one.name: one for one in metals_and_woods(job, job.room("r1"))}
    assert set(found["Aged brass"].things) == {"pendant", "rod of Curtains, marsh window"}
    assert found["Oiled pine"].of == "wood"


def test_a_colour_that_something_has_cannot_be_removed_and_its_roles_go_with_it() -> None:
    history = History(demo_job())
    with pytest.raises(edits.EditError):
        history.do(edits.remove_colour("madder", "Faded madder"))
    history.do(edits.take_colours((Colour("deck-0-0", "Misted thrift", "#fbeef2"),), "take it"))
    history.do(edits.set_role("r1", "deck-0-0", "accent", "Misted thrift"))
    assert history.do(edits.remove_colour("deck-0-0", "Misted thrift"))
    assert all(role.colour != "deck-0-0" for role in history.job.room("r1").colours.roles)


def test_pictures_of_bridge_materials_stay_with_the_job_as_long_as_a_room_has_them() -> None:
    job = demo_job()
    shown = {photo.picture for room in job.rooms for photo in room.presented.photos}
    bridges = {room.colours.bridge.picture for room in job.rooms if room.colours.bridge is not None}
    assert set(job.pictures) == bridges | shown
    history = History(job)
    history.do(edits.remove_bridge("r1"))
    assert "marsh-cloth.jpg" in history.job.pictures  # the other scheme still has it
    for scheme in job.schemes:
        history.do(edits.remove_scheme(scheme.id, scheme.name))
    history.do(edits.remove_bridge("r2"))
    assert "hearth-rug.jpg" not in history.job.pictures


def test_the_blacks_of_a_room_are_its_screen_and_what_is_painted_dark() -> None:
    """Frames repeat the screen's black (W6), or a colour of the job under L* 32; a screen that is hidden has none."""
    history = History(demo_job())
    screen = history.job.room("r2").walling.screens[0]
    for way, seen in (("dark wall", True), ("lift", False)):
        assert history.do(edits.change_walled("r2", "screens", screen.id, screen.name, way=way))
        darks = darks_of(history.job, history.job.room("r2"))
        assert ((screen.name, "#16181a", None) in darks) is seen
        assert darks[0].name == screen.name or not seen
    ink = history.job.colours[0].id
    for colour, there in (("#2a2a2c", True), ("#8a8a8c", False)):
        assert history.do(edits.change_colour(ink, "ink", colour))
        used = {shade.colour for shade in palette_of_room(history.job, history.job.room("r2"))}
        found = [one.colour for one in darks_of(history.job, history.job.room("r2"))]
        assert (ink in found) is (there and ink in used)
