"""Floors, pieces, blocks, what stays as it is: areas, litres and hours by hand."""

from __future__ import annotations

import math

import pytest
from msgspec.structs import replace

from narrow_cornice.derived.bought.costs import costs
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.derived.coated.coatings import Coated, coated_surfaces
from narrow_cornice.derived.coated.coverings import covering_line, room_coverings
from narrow_cornice.derived.coated.layers import layers_of
from narrow_cornice.derived.coated.masking import room_masking
from narrow_cornice.derived.coated.painting_hours import painting_hours
from narrow_cornice.explained.figures import Figure
from narrow_cornice.finishes.systems import systems
from narrow_cornice.finishes.tiles import laid_at_once
from narrow_cornice.job import edits
from narrow_cornice.job.brief import Furnishing, RoomBrief
from narrow_cornice.job.casework import BayWish, CompartmentWish
from narrow_cornice.job.checks import checked_job
from narrow_cornice.job.finishes import Finish, Paint, Paper, Piece, Tile, Tin
from narrow_cornice.job.history import History
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.review.second_look import second_look
from narrow_cornice.units.lengths import Length

STAIN = Paint("stain", "Stain", "satin", 20, 25, (Tin(1, 15), Tin(5, 60)), "paint-shop", opacity="semi-transparent")


def mm(value: float) -> Length:
    return Length(float(value), f"{value:g}")


def bare_room() -> History:
    """A room of 4 000 × 3 000 × 2 500 without trim."""
    history = History(starting_job())
    history.do(edits.add_room("Room", mm(4000), mm(3000), mm(2500)))
    for kind in ("skirting", "casing", "cornice"):
        history.do(edits.change_trim("r1", kind, fitted=False))
    return history


def surfaces(job: Job) -> dict[str, Coated]:
    every = coated_surfaces(job.rooms[0], job.house_rules, job.paints, job.colours)
    return {one.surface.key: one for one in every}


def test_a_fence_outdoors_by_hand() -> None:
    """6 m of boards 120 × 20, 15 apart: 45 of them, two faces and two edges each, 1.5 m high."""
    job = replace(starting_job(), paints=(STAIN,), rooms=(Room("r1", "Fence", outdoors=True),))
    history = History(job)
    assert history.do(edits.add_piece("r1", "fence", "Lee fence"))
    finish = {"paint": "stain", "system": "fence", "species": "larch", "texture": "rough-sawn"}
    assert history.do(edits.change_finishes({"r1": ["fence"]}, "stain", **finish))
    one = surfaces(history.job)["fence@p1"]
    area = 45 * (2 * 0.12 + 2 * 0.02) * 1.5
    assert one.surface.net.value == pytest.approx(area)
    assert one.primer is None  # no primer on fences
    assert one.coats is not None
    assert one.coats.value == 1
    spread = 10 * 20 / 25 * 0.95 / 0.9  # by brush; larch drinks a tenth less
    assert one.litres is not None
    assert one.litres.value == pytest.approx(area * 1.8 / spread)
    assert history.do(edits.change_piece("r1", "p1", "Lee fence", sides=1, count=2))
    assert surfaces(history.job)["fence@p1"].surface.net.value == pytest.approx(2 * 45 * (0.12 + 0.04) * 1.5)
    everything = to_buy(history.job)
    assert everything.waiting == ()  # outdoors nothing is measured
    assert everything.line("paint:stain:") is not None
    hours = painting_hours(history.job.rooms[0], {}, history.job.paints, history.job.colours)["fence@p1"]
    assert hours.value == pytest.approx(21.6 * (1 / 20 + 1 / 60 + 1 / 10))  # brightened, dusted off, one coat


def test_the_floor_stays_as_it_is_until_somebody_gives_it_something() -> None:
    history = bare_room()
    floor = surfaces(history.job)["floor@room"]
    assert floor.surface.net.value == pytest.approx(12.0)
    assert floor.left
    assert not floor.waits
    assert to_buy(history.job).unpainted == (("Room", 5),)
    assert history.do(edits.change_finishes({"r1": ["floor"]}, "paint", paint="wall-matt"))
    assert not surfaces(history.job)["floor@room"].left
    assert history.do(edits.change_finishes({"r1": ["ceiling"]}, "left", left=True))
    assert to_buy(history.job).unpainted == (("Room", 4),)  # decided, so nobody asks again


def test_blocks_are_clipped_to_their_wall_and_told() -> None:
    history = bare_room()
    assert history.do(edits.put_up("r1", "blocks", "block", "w1", mm(1000), mm(1200), mm(800), mm(600)))
    assert history.do(edits.change_finishes({"r1": ["block"]}, "b", paint="wall-matt", colour="c3"))
    assert surfaces(history.job)["block@b1"].surface.net.value == pytest.approx(0.48)
    tape = room_masking(history.job.rooms[0], {}, history.job.paints, history.job.colours)
    assert tape is not None
    assert tape.value == pytest.approx(2 * (800 + 600))
    assert history.do(edits.change_thing("r1", "blocks", "b1", "block", place=mm(200)))
    assert surfaces(history.job)["block@b1"].surface.net.value == pytest.approx(0.6 * 0.6)  # 200 mm lie beyond
    (found,) = [one for one in second_look(history.job) if one.key.startswith("block beyond wall")]
    assert history.do(found.fixes[0])
    assert surfaces(history.job)["block@b1"].surface.net.value == pytest.approx(0.48)
    assert not [one for one in second_look(history.job) if one.key.startswith("block beyond wall")]


def over_openings(job: Job) -> list[str]:
    return [one.measured for one in second_look(job) if one.key.startswith("block on opening")]


def test_a_block_over_a_window_loses_it_and_is_told() -> None:
    history = bare_room()
    assert history.do(edits.add_opening("r1", "window", "w1", mm(1000)))
    window = history.job.rooms[0].measured.openings[0]
    assert window.place.mm == 1000  # from the left of the wall to its left side
    wide = window.width.mm
    middle = window.sill.mm + window.height.mm / 2
    assert history.do(edits.put_up("r1", "blocks", "block", "w1", mm(1000 + wide), mm(middle), mm(wide), mm(600)))
    assert not over_openings(history.job)  # just half of it is wall
    assert history.do(edits.change_thing("r1", "blocks", "b1", "block", place=mm(1000 + 0.75 * wide)))
    one = surfaces(history.job)["block@b1"].surface
    assert one.net.value == pytest.approx(0.25 * one.gross.value)
    assert over_openings(history.job) == ["75 % of it is not wall"]


def test_a_stencil_is_painted_by_its_share_and_laid_on_repeat_by_repeat() -> None:
    history = bare_room()
    assert history.do(edits.put_up("r1", "blocks", "stencil", "w1", mm(1000), mm(1200), mm(800), mm(600)))
    assert history.do(edits.change_finishes({"r1": ["stencil"]}, "s", paint="wall-matt", system="stencil"))
    one = surfaces(history.job)["stencil@b1"]
    assert one.surface.net.value == pytest.approx(0.48 * 0.3)
    assert one.coats is not None
    assert one.coats.value == 1
    hours = painting_hours(history.job.rooms[0], {}, history.job.paints, history.job.colours)["stencil@b1"]
    assert hours.value == pytest.approx(4 * 3 * 0.1 + 0.144 / 12 * 1.6)  # twelve repeats of 200, one coat by brush
    assert room_masking(history.job.rooms[0], {}, history.job.paints, history.job.colours) is None


def test_what_the_brief_alters_is_a_surface() -> None:
    history = bare_room()
    dresser = Furnishing("f1", "Old dresser", "alter", "new colour", "", mm(1000), mm(500), mm(800))
    room = replace(history.job.rooms[0], brief=RoomBrief(furnishings=(dresser,)))
    job = replace(history.job, rooms=(room,))
    one = surfaces(job)["altered piece@f1"]
    assert one.surface.net.value == pytest.approx(2 * 1.5 * 0.8 + 0.5)
    assert one.left
    kept = replace(job.rooms[0], brief=RoomBrief(furnishings=(replace(dresser, decision="keep"),)))
    assert "altered piece@f1" not in surfaces(replace(job, rooms=(kept,)))


def test_systems_say_what_nobody_chose() -> None:
    history = bare_room()

    def given(**fields: object) -> Coated:
        history.do(edits.change_finishes({"r1": ["upper wall"]}, "f", **{"paint": "wall-matt", **fields}))
        return surfaces(history.job)["upper wall@w1"]

    assert given().primer is None
    primed = given(system="raw-plaster")
    assert primed.state == "bare"
    assert primed.primer is not None
    assert primed.primer.on == "plaster"
    assert primed.works == ("dust",)
    assert given(system="glossy").works == ("wash", "dull")
    assert given(system="patches").painted.value == 0  # nothing was mended here
    assert given(system="", preparation=("sand",)).works == ("sand",)
    assert given(system="walls", coats=3, preparation=None).coats.value == 3  # type: ignore[union-attr]


def test_paper_and_tiles_of_a_room_by_hand() -> None:
    history = bare_room()
    paper = Paper("reed", "Reed", 10_050, 530, 640, "straight", 40.0, "paint-shop")
    tile = Tile("salt", "Salt", 200, 200, 8, 0, 25, 30.0, "builders-yard")
    assert history.do(edits.put_covering(paper))
    assert history.do(edits.put_covering(tile))
    assert history.do(edits.change_finishes({"r1": ["upper wall@w1", "upper wall@w2"]}, "p", covering="reed"))
    assert history.do(edits.change_finishes({"r1": ["upper wall@w3"]}, "t", covering="salt"))
    assert history.do(edits.change_finishes({"r1": ["ceiling"]}, "p", covering="reed"))
    job = history.job
    covered = room_coverings(job.rooms[0], {}, job.paints, job.colours, job.coverings)
    assert covered["ceiling@room"].fault
    everything = to_buy(job)
    assert any("upright strips" in words for words in everything.missing)  # said, and not left out in silence
    rolls = everything.line(covering_line("reed"))
    assert rolls is not None
    # 7 m of walls: 14 strips of 2 600 up to the repeat, 3 200; three of a roll
    assert rolls.needed.value == 14
    assert rolls.buy == ((1.0, 5, 200.0),)
    assert rolls.left == 1  # the fifth gives two of its three
    boxes = everything.line(covering_line("salt"))
    assert boxes is not None
    # 10 m² of 200 × 200 are 250 tiles and a tenth; the layout has 20 by 13 places
    assert boxes.needed.value == 275
    assert boxes.buy == ((25.0, 11, 330.0),)
    grout, adhesive = everything.line("sundry:grout"), everything.line("sundry:adhesive")
    assert adhesive is not None
    assert adhesive.needed.value == pytest.approx(35.0)
    assert grout is None  # there is no joint
    spacers = everything.line("sundry:spacers")
    assert spacers is not None
    assert spacers.needed.value == 2 * 275
    history.do(edits.remove_covering("reed", "Reed"))
    assert history.job.rooms[0].finishes.surfaces["upper wall@w1"].covering is None
    assert to_buy(history.job).line(covering_line("reed")) is None


def test_mosaic_is_spaced_by_the_sheet() -> None:
    """Chips of 48 with joints of 2 are 36 on a sheet of 300: they come with their joints."""
    assert laid_at_once(48, 48, 2, 300) == 36
    assert laid_at_once(100, 200, 2, 0) == 1
    history = bare_room()
    assert history.do(edits.put_covering(Tile("chips", "Chips", 48, 48, 5, 2, 360, 46.0, "builders-yard", sheet=300.0)))
    assert history.do(edits.change_finishes({"r1": ["upper wall@w3"]}, "t", covering="chips"))
    everything = to_buy(history.job)
    chips, spacers = everything.line(covering_line("chips")), everything.line("sundry:spacers")
    assert chips is not None
    assert spacers is not None
    assert spacers.needed.value == 2 * math.ceil(chips.needed.value / 36)


def test_radiators_go_by_the_piece() -> None:
    history = bare_room()
    assert history.do(edits.add_piece("r1", "radiator"))
    assert history.do(edits.change_piece("r1", "p1", "radiator", count=3))
    assert history.do(edits.change_finishes({"r1": ["radiator"]}, "r", paint="trim-satin", primer=""))
    one = surfaces(history.job)["radiator@p1"]
    assert one.substrate == "metal"
    assert one.surface.net.value == pytest.approx(3 * 2.2 * 1.0 * 0.6)
    hours = painting_hours(history.job.rooms[0], {}, history.job.paints, history.job.colours)["radiator@p1"]
    assert hours.value == pytest.approx(3 * 2 * 0.8 + 3.96 * (1 / 20 + 1 / 15))
    with pytest.raises(edits.EditError):
        edits.change_piece("r1", "p1", "radiator", count=0)
    assert Piece("p", "x").count == 1
    assert Finish().system == ""


@pytest.mark.parametrize("key", list(systems()))
def test_every_system_can_be_given_to_everything(key: str) -> None:
    job = demo_job()
    keys = {
        room.id: [one.surface.key for one in coated_surfaces(room, job.house_rules, job.paints, job.colours)]
        for room in job.rooms
    }
    finish = {"system": key, "paint": "trim-satin", "colour": "sedge", "over": "smoke", "preparation": None}
    job = edits.change_finishes(keys, "all", **finish).apply(job)
    checked_job(job)
    every = [one for room in job.rooms for one in coated_surfaces(room, job.house_rules, job.paints, job.colours)]
    system = systems()[key]
    for one in every:
        if one.paint is None:
            assert one.finish.covering is not None or one.left
            continue
        assert one.system is system
        assert one.works == system.works
        assert layers_of(one, job.colours, house_rules_of(job.house_rules))
        if system.primer == "never":
            assert one.primer is None
        if system.part == "patches":
            assert one.painted.value <= one.surface.net.value + 1e-9
        if system.seal:
            assert one.seal_coats is not None
            assert one.seal_coats.value == system.seal
    assert to_buy(job).price > 0
    assert all(one.materials >= 0 for one in costs(job))


def test_the_floor_goes_on_under_room_for_knees() -> None:
    """The floor is short of what stands on it: not of a desk on ledgers, nor of room for knees between carcasses."""

    def covered(room: Room) -> dict[str, Figure]:
        surface = next(
            one.surface for one in coated_surfaces(room, {}, job.paints, job.colours) if one.surface.key == "floor@room"
        )
        return dict(surface.covered.inputs)

    job = demo_job()
    room = next(one for one in job.rooms if one.casework.built_ins)
    run = room.casework.built_ins[0]
    knees, others = (CompartmentWish("k", holds="knees"),), (CompartmentWish("s"),)

    def desk(*bays: tuple[CompartmentWish, ...]) -> Room:
        wishes = tuple(BayWish(f"b{n}", compartments=each) for n, each in enumerate(bays))
        made = replace(run, bays=wishes, worktop="ply-27", tall=mm(740), over_fronts=())
        return replace(room, casework=replace(room.casework, built_ins=(made,)))

    mixed = desk(knees, others)
    built = built_in_of(mixed, mixed.casework.built_ins[0], {})
    assert not built.fault
    assert built.fit is not None
    assert built.fit.width is not None
    stands = built.fit.width.value - built.run.bays[0].width
    assert covered(mixed)[run.name].value == pytest.approx(stands * built.run.depth / 1e6)
    assert run.name not in covered(desk(knees))
