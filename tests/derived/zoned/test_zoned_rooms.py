"""Zones in measured rooms: pieces follow their walls, what comes along, light, windows dressed, what is bought."""

from __future__ import annotations

import math
from functools import partial

import pytest
from msgspec.structs import replace

from narrow_cornice.colour.interreflection import mean_on
from narrow_cornice.colour.patches import CEILING, FLOOR
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.zoned.arranged import fields_of, suggest
from narrow_cornice.derived.zoned.clear import clear_of
from narrow_cornice.derived.zoned.dressed import dressed_of, rod_bought
from narrow_cornice.derived.zoned.free_walls import free_walls
from narrow_cornice.derived.zoned.lamps import candela_of, hung_lamps, kelvin_of
from narrow_cornice.derived.zoned.lit import light_map, lit_of, luminance
from narrow_cornice.derived.zoned.mended import better_place, place_for
from narrow_cornice.derived.zoned.room_tones import mirrors_of, reflectances
from narrow_cornice.derived.zoned.sights import sight_from, viewpoints
from narrow_cornice.derived.zoned.standing import foot_of, snapped, standing_pieces, turned_fields
from narrow_cornice.derived.zoned.ways import ways_of
from narrow_cornice.derived.zoned.zone_light import zone_light
from narrow_cornice.job import edits
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import StoodPath, ZonePath
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.job.walled import FalseWindow
from narrow_cornice.job.zoned import Dressing, Fabric, Lamp
from narrow_cornice.survey.readings import as_reading
from narrow_cornice.units.lengths import Length, plain_length
from narrow_cornice.zones.plan_shapes import area_of, inside, out_of


def mm(value: float) -> Length:
    return plain_length(float(value))


def a_job(*made: Edit) -> Job:
    """Return a job of one square room, 4 000 by 3 000 and 2 500 high, with a window and a door."""
    history = History(starting_job())
    history.do(edits.add_room("Room", mm(4000), mm(3000), mm(2500)))
    room = history.job.rooms[0].id
    walls = [wall.id for wall in history.job.rooms[0].measured.walls]
    history.do(edits.add_opening(room, "window", walls[0], mm(1400)))
    history.do(edits.add_opening(room, "door", walls[2], mm(300)))
    for edit in made:
        assert history.do(edit), edit.title
    return history.job


ROOM = a_job().rooms[0]
WALLS = [wall.id for wall in ROOM.measured.walls]


def piece(kind: str, **fields: object) -> Edit:
    return edits.stand_piece(ROOM.id, edits.usual_piece(kind, **fields))


def room_of(job: Job) -> Room:
    return job.rooms[0]


# ---- where pieces stand


def test_a_piece_against_a_wall_has_its_back_on_it_and_follows_when_it_is_read_again() -> None:
    job = a_job(piece("wardrobe", x=1000.0, wall=WALLS[1]))
    measured = measured_room(room_of(job), {})
    foot = foot_of(measured, room_of(job).zones.pieces[0])
    assert foot is not None
    for u in (-600.0, 600.0):  # both corners of its back lie on wall B–C, x = 4000
        assert foot.at(u, -300.0)[0] == pytest.approx(4000.0)
    assert foot.y == pytest.approx(3000.0 - 1000.0)  # from the left end, which is C
    history = History(job)
    for wall in (WALLS[0], WALLS[2]):
        history.do(edits.set_readings(ROOM.id, wall, [as_reading(mm(3900))], "A–B"))
    after = foot_of(measured_room(room_of(history.job), {}), room_of(history.job).zones.pieces[0])
    assert after is not None
    assert after.at(0.0, -300.0)[0] == pytest.approx(3900.0, abs=0.5)


@pytest.mark.parametrize("wall", range(4))
def test_what_is_brought_near_a_wall_is_put_against_it(wall: int) -> None:
    job = a_job(piece("bookcase"))
    measured = measured_room(room_of(job), {})
    side = measured.plan.sides[wall]
    middle = ((side.start[0] + side.end[0]) / 2, (side.start[1] + side.end[1]) / 2)
    inward = (-side.outward[0], -side.outward[1])
    near = (middle[0] + inward[0] * 250.0, middle[1] + inward[1] * 250.0)
    one = room_of(job).zones.pieces[0]
    fields = snapped(measured, one, *near, 10.0)
    assert fields["wall"] == WALLS[wall]
    foot = foot_of(measured, replace(one, **fields))
    assert foot is not None
    assert out_of(measured.plan.corners, foot.corners) < 0.5
    assert math.dist(foot.at(0.0, -foot.depth / 2), middle) < 1.0
    far = snapped(measured, one, 2000.0, 1500.0, 10.0)
    assert (far["wall"], far["x"], far["y"], far["turn"]) == ("", 2000.0, 1500.0, 10.0)
    turned = turned_fields(measured, replace(one, **far), 90.0)
    assert turned["turn"] == 100.0


def test_when_its_wall_goes_a_piece_is_not_placed_and_stays_in_the_job() -> None:
    history = History(a_job(piece("wardrobe", x=1000.0, wall=WALLS[1])))
    assert history.do(edits.break_wall(ROOM.id, WALLS[1], "B–C", "projection", mm(200), mm(1000), mm(150)))
    (one,) = room_of(history.job).zones.pieces
    foot = foot_of(measured_room(room_of(history.job), {}), one)
    assert foot is not None  # it went to the part of the wall that it stood at
    assert history.do(edits.remove_wall(ROOM.id, one.wall, "its wall"))
    (left,) = room_of(history.job).zones.pieces
    assert (left.wall, left.x) == ("", None)


def test_pieces_that_move_on_are_not_drawn_here_any_more() -> None:
    job = demo_job()
    stood = edits.usual_piece("settle", name="settle", x=2000.0, y=1500.0, furnishing="b2")
    history = History(job)
    history.do(edits.stand_piece("r1", stood))
    room = history.job.room("r1")
    assert "settle" not in {one.name for one in standing_pieces(room, job.house_rules)}
    assert "chart chest" in {one.name for one in standing_pieces(room, job.house_rules)}


def test_clearances_of_the_room_know_slopes_windows_and_radiators() -> None:
    tall = a_job(piece("wardrobe", x=2000.0, wall=WALLS[0]))
    clear = clear_of(room_of(tall), {})
    assert [one.what for one in clear.before] == ["window"]
    attic = History(demo_job())
    attic.do(edits.stand_piece("r4", edits.usual_piece("wardrobe", x=2000.0, wall="w1")))
    assert clear_of(attic.job.room("r4"), {}).too_tall


def test_a_better_place_is_free_and_near() -> None:
    job = a_job(piece("chest of drawers", x=1500.0, wall=WALLS[1]), piece("wardrobe", x=1900.0, wall=WALLS[1]))
    assert clear_of(room_of(job), {}).overlaps
    one = room_of(job).zones.pieces[1]
    fields = better_place(room_of(job), {}, one.id)
    assert fields is not None
    history = History(job)
    history.do(edits.move_zoned(ROOM.id, "pieces", one.id, one.name, **dict(fields)))
    assert not clear_of(room_of(history.job), {}).overlaps


def test_what_comes_in_stands_where_nothing_is_in_its_way() -> None:
    """A wardrobe wants a wall behind it; a chair stays in the middle where that is free, and goes beside what stands
    there; a rug lies where it is put; what fits nowhere stays where it was put."""
    middle = {"x": 2000.0, "y": 1500.0}
    usual = partial(edits.usual_piece, **middle)
    chair, rug = usual("chair"), usual("rug")
    bare = a_job()
    assert place_for(room_of(bare), {}, chair) == chair
    assert place_for(room_of(bare), {}, usual("wardrobe")).wall
    full = a_job(piece("low table", **middle))
    assert place_for(room_of(full), {}, rug) == rug
    history = History(full)
    for kind in ("chair", "wardrobe", "sofa", "desk"):
        placed = place_for(room_of(history.job), {}, usual(kind))
        assert history.do(edits.stand_piece(ROOM.id, placed))
        assert not clear_of(room_of(history.job), {}).overlaps, kind
    vast = usual("other", width=mm(3900), depth=mm(2900))
    assert place_for(room_of(full), {}, vast) == vast


def test_ways_and_sight_in_a_room() -> None:
    job = a_job(piece("wardrobe", x=2000.0, wall=WALLS[0]), piece("sofa", x=1500.0, wall=WALLS[1]))
    ways = ways_of(room_of(job), {})
    assert {way.name for way in ways} == {"wardrobe", "sofa"}
    assert all(way.width > 600 for way in ways)
    seats = [one for one in viewpoints(room_of(job), {}) if one.what == "piece"]
    assert [one.name for one in seats] == ["sofa"]
    seen = sight_from(room_of(job), {}, seats[0].id)
    assert seen is not None
    assert 0.5 < seen.share < 1.0  # the wardrobe hides what is behind it
    assert "wardrobe" in seen.pieces


def test_free_walls_leave_out_doors_and_what_stands_before_them() -> None:
    bare, filled = a_job(), a_job(piece("wardrobe", x=1500.0, wall=WALLS[1]))
    before = {(one.wall, round(one.long)) for one in free_walls(room_of(bare), {}).stretches}
    assert (1, 3000) in before
    assert (3, 3000) in before
    after = {(one.wall, round(one.long)) for one in free_walls(room_of(filled), {}).stretches}
    assert (1, 3000) not in after
    assert {(1, 900)} <= after  # 1 500 − 600 on both sides of the wardrobe


def test_suggested_places_are_taken_as_an_edit_and_undone() -> None:
    job = a_job(piece("sofa"), piece("desk"))
    ids = [one.id for one in room_of(job).zones.pieces]
    found = suggest(room_of(job), {}, ids, seconds=0.8)
    assert found
    history = History(job)
    assert history.do(edits.take_arrangement(ROOM.id, fields_of(found[0])))
    clear = clear_of(room_of(history.job), {})
    assert not clear.overlaps
    assert len(clear.short) == sum("short" in words for words in found[0].said)
    history.undo()
    assert history.job == job


# ---- windows


def test_a_dressed_window_by_hand() -> None:
    """A rod goes 200 beyond its window on both sides; twice its length in cloth of 1 400 is so many widths."""
    opening = ROOM.measured.openings[0]
    job = a_job(edits.dress_window(ROOM.id, Dressing("", "curtains", "", opening.id, lined="lining"), "window"))
    (one,) = dressed_of(room_of(job), {}, ())
    assert one.rod is not None
    rod = opening.width.mm + 400
    assert one.rod.value == rod
    assert one.widths is not None
    widths = math.ceil(2 * rod / 1400)
    assert one.widths.value == widths
    assert one.cut is not None
    top = opening.sill.mm + opening.height.mm + 125
    assert one.cut.value == pytest.approx(top - 10 + 300)  # to 10 over the floor, 150 for heading and hem each
    assert one.cloth is not None
    assert one.cloth.value == pytest.approx(widths * one.cut.value)
    assert one.lining is not None
    assert one.lining.value == pytest.approx(math.ceil(2 * rod / 1370) * one.cut.value)
    lines = {line.key: line for line in to_buy(job).lines}
    assert lines["cloth:linen"].needed.value == one.cloth.value
    metres = math.ceil(one.cloth.value / 100) / 10
    assert lines["cloth:linen"].price == pytest.approx(round(metres * 24, 2))
    bought = rod_bought(rod)
    assert bought is not None
    assert lines[f"rod:{bought[0]:g}"].price == bought[1]
    assert "cloth:lining" in lines


def test_what_is_there_already_is_not_bought_and_what_is_not_made_so_long_is_said() -> None:
    opening = ROOM.measured.openings[0]
    there = a_job(edits.dress_window(ROOM.id, Dressing("", "curtains", "", opening.id, there=True), "window"))
    assert not [line for line in to_buy(there).lines if line.kind in ("cloth", "rod")]
    line = ((0.0, 1500.0), (4500.0, 1500.0))
    across = a_job(edits.dress_window(ROOM.id, Dressing("", "screen", "", line=line), "a zone"))
    assert any("none is made so long" in words for words in to_buy(across).left_out)
    assert rod_bought(9000.0) is None


def test_a_shade_comes_in_steps_and_is_priced_by_its_area() -> None:
    opening = ROOM.measured.openings[0]
    job = a_job(edits.dress_window(ROOM.id, Dressing("", "roller", "", opening.id), "window"))
    (one,) = dressed_of(room_of(job), {}, ())
    assert one.size == (math.ceil(opening.width.mm / 50) * 50, math.ceil(opening.height.mm / 50) * 50)
    (line,) = [line for line in to_buy(job).lines if line.kind == "shade"]
    assert line.price == pytest.approx(round(one.size[0] * one.size[1] / 1e6 * 60, 2))


def test_a_dressing_goes_with_its_window() -> None:
    opening = ROOM.measured.openings[0]
    history = History(a_job(edits.dress_window(ROOM.id, Dressing("", "roller", "", opening.id), "window")))
    history.do(edits.remove_opening(ROOM.id, opening.id, opening.name))
    assert not room_of(history.job).zones.dressings


def test_cloth_of_the_job_stands_before_that_which_ships() -> None:
    own = Fabric("linen", "Own linen", 1500.0, 0.0, 31.0)
    opening = ROOM.measured.openings[0]
    job = a_job(edits.put_fabric(own), edits.dress_window(ROOM.id, Dressing("", "curtains", "", opening.id), "window"))
    (line,) = [line for line in to_buy(job).lines if line.kind == "cloth"]
    assert line.name == "Own linen"


# ---- light


def lamp(x: float, y: float, kind: str = "ceiling lamp", **fields: object) -> Edit:
    return edits.hang_lamp(ROOM.id, Lamp("", kind, "", x, y, **fields))  # type: ignore[arg-type]


def whole(use: str) -> Edit:
    return edits.add_zone(ROOM.id, use, ((0.0, 0.0), (4000.0, 0.0), (4000.0, 3000.0), (0.0, 3000.0)))


def test_light_at_a_desk_is_that_straight_from_the_lamp_and_what_is_sent_round() -> None:
    """A matt lamp of 1 500 lm straight over the desk, 2 380 high: 1 500 ÷ π ÷ 1.64² × 0.8 straight."""
    job = a_job(lamp(2000.0, 1500.0), whole("study"), piece("desk", x=2000.0, y=1500.0))
    (one,) = zone_light(room_of(job), {}, job.paints, job.colours)
    assert one.work == "desk"
    assert one.wished.value == 500
    assert one.has is not None
    straight = one.has.inputs[0][1]
    height = (2500 - 120 - 740) / 1000
    assert straight.value == pytest.approx(1500 / math.pi / height**2 * 0.8, rel=1e-3)
    assert one.has.value > straight.value


def test_light_of_a_whole_room_by_the_lumen_method_is_near_that_between_its_patches() -> None:
    job = a_job(*(lamp(x, y) for x in (1000.0, 3000.0) for y in (750.0, 2250.0)), whole("sitting"))
    room = room_of(job)
    (one,) = zone_light(room, {}, job.paints, job.colours)
    lit = lit_of(room, {}, job.paints, job.colours)
    assert lit is not None
    assert one.has is not None
    found = light_map(lit, 800.0)
    mean = sum(found.lux) / len(found.lux)
    assert one.has.value == pytest.approx(mean, rel=0.25)
    assert found.mean_in(((0.0, 0.0), (4000.0, 0.0), (4000.0, 3000.0), (0.0, 3000.0))) == pytest.approx(mean)
    taken = (luminance((1 - lit.reflectance) * lit.falling) * lit.patches.areas).sum()
    assert taken == pytest.approx(4 * 1500 * 0.8, rel=0.01)


def test_the_light_map_under_a_lamp_is_the_lamps_own() -> None:
    job = a_job(lamp(2000.0, 1500.0))
    lit = lit_of(room_of(job), {}, job.paints, job.colours)
    assert lit is not None
    found = light_map(lit, 800.0)
    at = min(range(len(found.places)), key=lambda n: math.dist(found.places[n], (2000.0, 1500.0)))
    x, y = found.places[at]
    far = math.dist((x, y, 800.0), (2000.0, 1500.0, 2380.0)) / 1000
    cosine = (2380.0 - 800.0) / 1000 / far
    assert found.direct[at] == pytest.approx(1500 * 0.8 / math.pi * cosine * cosine / far**2, rel=1e-6)
    assert mean_on(lit.patches, luminance(lit.falling), FLOOR) > 0
    assert mean_on(lit.patches, luminance(lit.falling), CEILING) > 0


def test_lamps_under_the_ceiling_and_the_temperature_of_a_room() -> None:
    job = a_job(lamp(2000.0, 1500.0), lamp(1000.0, 1000.0, "downlight", height=mm(9000)))
    first, second = hung_lamps(room_of(job), {})
    assert (first.height, second.height) == (2380.0, 2490.0)
    assert kelvin_of(room_of(job), {}) == round((1500 * 2700 + 600 * 3000) / 2100 / 50) * 50
    assert kelvin_of(ROOM, {}) == 2700
    assert candela_of(first, 1.0) == pytest.approx(1500 / math.pi)
    outside = a_job(lamp(9000.0, 1500.0))
    assert not hung_lamps(room_of(outside), {})


def test_what_is_to_be_bought_of_lamps_rugs_and_pieces() -> None:
    job = a_job(
        lamp(1000.0, 1000.0),
        lamp(3000.0, 1000.0),
        lamp(2000.0, 2000.0, there=True),
        piece("rug", x=2000.0, y=1500.0, price=260.0, shop="cloth-shop"),
        piece("sofa", x=1000.0, wall=WALLS[1]),
    )
    lines = {line.kind: line for line in to_buy(job).lines if line.kind in ("lamp", "rug", "furniture")}
    assert set(lines) == {"lamp", "rug"}
    assert lines["lamp"].needed.value == 2
    assert lines["lamp"].price == 180.0
    assert lines["rug"].price == 260.0
    assert "grip" in lines["rug"].why


def test_the_outlines_of_demo_zones_lie_in_their_rooms() -> None:
    job = demo_job()
    for room in job.rooms:
        measured = measured_room(room, job.house_rules)
        for zone in room.zones.zones:
            assert area_of(zone.outline) > 0
            assert out_of(measured.plan.corners, zone.outline) < 450.0
            assert ZonePath(room.id, zone.id).there(job)
        for one in room.zones.pieces:
            assert StoodPath(room.id, one.id).there(job)
            foot = foot_of(measured, one)
            assert foot is None or inside(measured.plan.corners, (foot.x, foot.y))


# ---- mirrors


def test_a_mirror_sends_back_its_share_in_place_of_the_wall_behind() -> None:
    """Walls 14 m round and 2.5 m high are 35 m². A mirror of 2 by 1.75 m is a tenth of them: of dark walls that send
    back a share w it makes 0.9 w + 0.1 · 0.8."""
    dark = edits.add_colour("Pitch", "#3a3a3a")
    pitch = next(one.id for one in a_job(dark).colours if one.name == "Pitch")
    given = edits.change_finish([ROOM.id], ["upper wall"], "dark", paint="wall-matt", colour=pitch)
    bare = a_job(dark, given)
    mirror = edits.put_up(ROOM.id, "frames", "mirror", WALLS[1], mm(1500))
    hung = a_job(dark, given, mirror)
    one = room_of(hung).trim.frames[0]
    hung = edits.change_thing(ROOM.id, "frames", one.id, one.name, width=mm(2000), tall=mm(1750)).apply(hung)

    def back(job: Job) -> tuple[float, float, float]:
        return reflectances(room_of(job), job.house_rules, job.paints, job.colours)

    assert mirrors_of(room_of(hung), {}) == pytest.approx(3.5)
    walls = back(bare)[1]
    assert back(hung) == pytest.approx((back(bare)[0], 0.9 * walls + 0.1 * 0.8, back(bare)[2]))
    window = FalseWindow("", "", WALLS[1], mm(100), mm(900), mm(900), mm(1100), across=3, up=2)
    panes = a_job(dark, given, edits.put_on_wall(ROOM.id, "windows", window))
    assert back(bare)[1] < back(panes)[1] < back(hung)[1]
