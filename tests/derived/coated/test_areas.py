"""Surfaces of a room, worked out by hand."""

from __future__ import annotations

import math

import pytest
from hypothesis import given, strategies as st
from msgspec.structs import replace

from goods import sawn
from narrow_cornice.derived.bought.purchases import tick_state
from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.ceiling_surfaces import plan_area_figure
from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.finishes.coats import mixed
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Finish
from narrow_cornice.job.history import History
from narrow_cornice.job.measured import Bulk, Opening, Slope, WallAsRead
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.review.second_look import second_look
from narrow_cornice.survey.readings import Reading
from narrow_cornice.trim.choices import TrimChoice
from narrow_cornice.units.lengths import Length, plain_length
from rooms import changed, trimmed_of

L = Length
NONE = {kind: TrimChoice(fitted=False) for kind in ("skirting", "casing", "cornice")}
NO_RULES: dict[str, float] = {}


def room(**fields: object) -> Room:
    """A room of 4 000 × 3 000 × 2 500 with nothing in it."""
    sides = (WallAsRead("w1", (L(4000),)), WallAsRead("w2", (L(3000),)), WallAsRead("w3"), WallAsRead("w4"))
    usual: dict[str, object] = {"walls": sides, "heights": (L(2500),), "choices": NONE}
    return changed(Room("r1", "Room"), **{**usual, **fields})


def door(**fields: object) -> Opening:
    return replace(Opening("o1", "door", "w1", "door", L(1000), L(800), L(2000)), **fields)


def net(one: Room) -> dict[str, float]:
    return {surface.key: surface.net.value for surface in room_surfaces(one, NO_RULES)}


def test_a_bare_room() -> None:
    assert net(room()) == pytest.approx(
        {
            **{"upper wall@w1": 10, "upper wall@w2": 7.5, "upper wall@w3": 10, "upper wall@w4": 7.5},
            **{"ceiling@room": 12, "floor@room": 12},
        }
    )


def test_a_door_takes_its_place_and_brings_its_own_surfaces() -> None:
    surfaces = net(room(openings=(door(reveal=L(100)),)))
    assert surfaces["upper wall@w1"] == pytest.approx(10 - 1.6)
    assert surfaces["door face@o1"] == pytest.approx(1.6)
    assert surfaces["door edges@o1"] == pytest.approx(2 * (0.8 + 2.0) * 0.04)
    assert surfaces["reveal@o1"] == pytest.approx((2 * 2.0 + 0.8) * 0.1)
    window = door(kind="window", sill=L(900), height=L(1000), reveal=L(150))
    windowed = net(room(openings=(window,)))
    assert windowed["reveal@o1"] == pytest.approx((2 * 1.0 + 2 * 0.8) * 0.15)
    assert "door face@o1" not in windowed


def test_trim_covers_its_wall_and_is_painted_by_its_girth() -> None:
    fitted = room(
        openings=(door(),),
        choices={
            "skirting": TrimChoice(height=L(150), projection=L(20)),
            "casing": TrimChoice(height=L(100)),
            "cornice": TrimChoice(height=L(200), projection=L(120)),
        },
    )
    surfaces = {surface.key: surface for surface in room_surfaces(fitted, NO_RULES)}
    wall = surfaces["upper wall@w1"]
    # skirting 4 000 − 800 − 2 × 100; casing two legs of 2 100 and a head of 800; cornice the whole length
    covered = (3000 * 150 + 2 * 100 * 2100 + 800 * 100 + 4000 * 200) / 1e6
    assert wall.covered.value == pytest.approx(covered)
    assert wall.net.value == wall.gross.value - wall.openings.value - wall.covered.value
    skirting = trimmed_of(fitted, NO_RULES).trim.of("skirting").profile
    assert skirting is not None
    assert surfaces["skirting@room"].net.value == pytest.approx(13_000 * skirting.girth / 1e6)
    # the ceiling inside the cornice is 4 000 − 240 by 3 000 − 240
    assert surfaces["ceiling@room"].net.value == pytest.approx(3.76 * 2.76)


def test_two_tones_split_every_wall_and_what_lies_across() -> None:
    split = room(two_tone="at a height", split=L(1000), openings=(door(kind="window", sill=L(800), height=L(1000)),))
    surfaces = {surface.key: surface for surface in room_surfaces(split, NO_RULES)}
    assert surfaces["lower wall@w1"].openings.value == pytest.approx(0.8 * 0.2)
    assert surfaces["upper wall@w1"].openings.value == pytest.approx(0.8 * 0.8)
    assert surfaces["lower wall@w2"].net.value == pytest.approx(3.0)
    assert surfaces["upper wall@w2"].net.value == pytest.approx(4.5)
    beyond = net(changed(split, split=L(2600)))
    assert "lower wall@w1" not in beyond


def test_openings_over_one_another_count_once() -> None:
    twice = room(openings=(door(), door(id="o2", place=L(1400))))
    wall = room_surfaces(twice, NO_RULES)[0]
    assert wall.openings.value == pytest.approx(1.2 * 2.0)
    assert "counted twice" in wall.openings.sentence


def test_an_opening_past_its_wall_counts_only_inside_it() -> None:
    wall = room_surfaces(room(openings=(door(place=L(3600)),)), NO_RULES)[0]
    assert wall.openings.value == pytest.approx(0.4 * 2.0)


def test_rooms_that_wait_bring_nothing() -> None:
    assert room_surfaces(room(heights=()), NO_RULES) == ()
    unread = room(walls=(WallAsRead("w1"), WallAsRead("w2", (L(3000),)), WallAsRead("w3"), WallAsRead("w4")))
    assert "Not determined" in measured_room(unread, NO_RULES).fault
    order = to_buy(replace(starting_job(), rooms=(unread,)))
    assert order.waiting == ("Room",)
    assert order.lines == ()


def test_an_alcove_room_by_hand() -> None:
    """A chimney breast of 1 000 × 400 in the north wall."""
    sides = (
        WallAsRead("w1", (L(4000),)),
        WallAsRead("w2", (L(3000),)),
        WallAsRead("w3", (L(1500),)),
        WallAsRead("w4", (L(400),), "right"),
        WallAsRead("w5", (L(1000),), "right"),
        WallAsRead("w6", (L(400),)),
        WallAsRead("w7", (L(1500),)),
        WallAsRead("w8", (L(3000),)),
    )
    alcoves = room(walls=sides, choices={**NONE, "cornice": TrimChoice(height=L(100), projection=L(100))})
    surfaces = net(alcoves)
    # 12 − 0.4 of floor; of the ceiling the ring: perimeter 14.8 × 0.1 − 4 × 0.01
    assert surfaces["ceiling@room"] == pytest.approx(11.6 - (14.8 * 0.1 - 0.04))
    measured = measured_room(alcoves, NO_RULES)
    assert plan_area_figure(measured.plan, "floor").value == pytest.approx(11.6)


@given(
    st.integers(1000, 8000),
    st.integers(1000, 8000),
    st.integers(1900, 3500),
    st.integers(0, 7000),
    st.sampled_from(["five-part", "nineteen-part", "per-cent"]),
)
def test_nothing_is_negative_and_the_parts_make_the_whole(
    width: int, depth: int, height: int, place: int, school: str
) -> None:
    one = room(
        walls=(WallAsRead("w1", (L(width),)), WallAsRead("w2", (L(depth),)), WallAsRead("w3"), WallAsRead("w4")),
        heights=(L(height),),
        school=school,
        choices={},
        openings=(door(place=L(place)),),
        two_tone="at a height",
        split=L(1100),
    )
    surfaces = room_surfaces(one, NO_RULES)
    assert all(surface.net.value >= 0 for surface in surfaces)
    walls = sum(surface.gross.value for surface in surfaces if surface.kind == "wall")
    assert walls == pytest.approx(2 * (width + depth) * height / 1e6)


def painted(finish: Finish, **fields: object) -> Job:
    return replace(starting_job(), rooms=(room(surfaces={"upper wall": finish}, **fields),))


def test_litres_and_tins_of_one_room_by_hand() -> None:
    job = painted(Finish("wall-matt", "c3"))
    coated = coated_surfaces(job.rooms[0], job.house_rules, job.paints, job.colours)
    assert sum(one.litres.value for one in coated if one.litres) == pytest.approx(35 * 2 / (10 * 38 / 35 * 0.9))
    (line,) = [line for line in to_buy(job).lines if line.kind == "paint"]
    needed = 35 * 2 / (10 * 38 / 35 * 0.9)
    assert line.needed.value == pytest.approx(needed + max(0.25, 0.05 * needed))
    # 7.52 L: 5 + 2.5 is 7.5, just too little, so the cheapest is one tin more or larger
    assert sum(size * count for size, count, _ in line.buy) >= line.needed.value
    assert line.left == pytest.approx(sum(size * count for size, count, _ in line.buy) - line.needed.value)
    assert line.price == pytest.approx(sum(price for _, _, price in line.buy))


def test_bare_stuff_drinks_unless_primed() -> None:
    def litres(finish: Finish) -> float:
        return sum(line.needed.value for line in to_buy(painted(finish)).lines if "Washable" in line.name)

    sound, bare = litres(Finish("wall-matt", "c3")), litres(Finish("wall-matt", "c3", state="bare", primer=""))
    assert bare / sound == pytest.approx(2.3 / 2)
    primed = painted(Finish("wall-matt", "c3", state="bare"))  # the school: what is bare is primed
    assert litres(primed.rooms[0].finishes.surfaces["upper wall"]) == pytest.approx(sound)
    primer = next(line for line in to_buy(primed).lines if "Primer" in line.name)
    need = 35 * 1.3 / (10 * 26 / 24 * 0.9)
    assert primer.needed.value == pytest.approx(need + max(0.25, 0.05 * need))


def test_coats_follow_the_colour_that_is_there() -> None:
    job = painted(Finish("wall-matt", "c1", over="c2"))
    job = replace(job, paints=tuple(replace(paint, hiding=1.2) for paint in job.paints))
    (first, *_) = coated_surfaces(job.rooms[0], job.house_rules, job.paints, job.colours)
    assert first.hiding is not None
    assert first.coats is not None
    assert first.coats.value == first.hiding.coats > 2
    chosen = painted(Finish("wall-matt", "c1", over="c2", coats=1))
    assert coated_surfaces(chosen.rooms[0], {}, job.paints, job.colours)[0].coats.value == 1  # type: ignore[union-attr]


def test_a_single_surface_may_differ_from_its_group() -> None:
    job = demo_job()
    parlour = {one.surface.key: one for one in coated_surfaces(job.rooms[1], {}, job.paints, job.colours)}
    assert parlour["upper wall@w5"].own
    assert parlour["upper wall@w5"].colour.name == "Faded madder"  # type: ignore[union-attr]
    assert parlour["upper wall@w1"].colour.name == "Sedge"  # type: ignore[union-attr]


def test_the_order_adds_up_and_says_why() -> None:
    job = demo_job()
    order = to_buy(job)
    assert order.price == pytest.approx(sum(line.price for line in order.lines))
    assert tally(job)["cost"].value == pytest.approx(order.price)
    for line in order.lines:
        assert line.why
        shares = sum(amount.value for _, _, amount in line.shares)
        if line.kind == "trim":
            assert shares == pytest.approx(line.needed.value)
            assert len(sawn(line).bars.bars) == sum(count for _, count, _ in line.buy)
        else:
            assert shares <= line.needed.value
        by_room = sum(line.share_of_price(one.id) for one in job.rooms)
        assert by_room == pytest.approx(line.price)
    assert [shop for shop, _ in order.shops()] == [
        "Paint shop",
        "Builders' yard",
        "Timber yard",
        "Cloth shop",
        "Lamp shop",
        "Furniture shop",
    ]
    sedge = order.line("paint:wall-matt:sedge")
    assert sedge is not None
    assert {name for _, name, _ in sedge.shares} == {"Chart Room", "Tea Parlour"}


def test_a_tick_knows_when_its_line_has_changed() -> None:
    job = demo_job()
    line = to_buy(job).lines[0]
    assert tick_state(job, line) == ""
    ticked = replace(job, ticks={line.key: line.bought_as})
    assert tick_state(ticked, line) == "bought"
    assert tick_state(replace(job, ticks={line.key: "9 × 9 L"}), line) == "changed"


def test_without_stock_the_order_says_so() -> None:
    job = edits.change_house_rule("one_piece_cornice", 500.0, "cornice in one piece").apply(demo_job())
    order = to_buy(replace(job, milled=()))
    assert len(order.unsold) == 17
    # but for the boards of blocks in the corners of the Attic, where its rakes turn
    assert [line.key for line in order.lines if line.kind == "trim"] == ["stock:board-45x195"]


def test_the_demo_rooms_are_what_they_are_said_to_be() -> None:
    job = demo_job()
    chart = measured_room(job.rooms[0], job.house_rules)
    assert chart.height is not None
    assert chart.height.value == 2974
    assert chart.height.note == "mean of 6 readings, spread 11 mm"
    assert chart.plan.closure == pytest.approx(17.9, abs=0.1)  # of the plain walk, mm
    assert chart.plan.inside_corners() == 6
    trim = trimmed_of(job.rooms[0], job.house_rules).trim
    assert trim.proportion.cornice.value == pytest.approx(223.05)
    made = 55.0 + 55.0 + 112.5  # 55.76, 55.76 and 111.53 to the step of 2.5
    assert trim.of("cornice").height.value == pytest.approx(made)  # type: ignore[union-attr]
    parlour = measured_room(job.rooms[1], job.house_rules)
    assert parlour.plan.sides[7].follows


def test_an_attic_by_hand() -> None:
    """4 000 × 3 000, 2 400 high, sloping down to 1 200 over the south wall within 1 500."""
    slope = Slope(Reading(1200, "1200"), Reading(1500, "1500"))
    sides = (WallAsRead("w1", (Reading(4000, ""),), slope=slope), *room().measured.walls[1:])
    attic = room(walls=sides, heights=(Reading(2400, ""),))
    surfaces = net(attic)
    gable = (3000 * 2400 - 1500 * 1200 / 2) / 1e6
    assert surfaces == pytest.approx(
        {
            "upper wall@w1": 4 * 1.2,
            "upper wall@w2": gable,
            "upper wall@w3": 4 * 2.4,
            "upper wall@w4": gable,
            "floor@room": 12,
            "ceiling@room": 4 * 1.5,
            "ceiling@slope-w1": 4 * math.hypot(1.5, 1.2),
        }
    )
    two = net(changed(attic, two_tone="at a height", split=L(1000)))
    assert two["lower wall@w2"] == pytest.approx(3.0)
    assert two["lower wall@w2"] + two["upper wall@w2"] == pytest.approx(gable)
    # the cornice follows the ceiling: low and level over the south wall, up the gables, and level again
    trimmed = trimmed_of(changed(attic, choices={**NONE, "cornice": TrimChoice(height=L(100))}), NO_RULES)
    runs = [
        (run.wall_name, round(run.start), round(run.end), round(run.low[0]), round(run.low[1]))
        for run in trimmed.runs
        if run.kind == "cornice"
    ]
    assert runs == [
        ("A–B", 0, 4000, 1200, 1200),
        ("B–C", 0, 1500, 0, 0),
        ("B–C", 1500, 3000, 0, 1200),
        ("C–D", 0, 4000, 0, 0),
        ("D–A", 0, 1500, 1200, 0),
        ("D–A", 1500, 3000, 0, 0),
    ]
    raking = [run.length.value for run in trimmed.runs if run.kind == "cornice" and run.low[0] != run.low[1]]
    assert raking == pytest.approx([math.hypot(1500, 1200)] * 2)
    # what stands in the room is painted on the faces that show
    boxed = Bulk("z1", "boxed pipe", "w3", "pipe", Reading(500, ""), Reading(0, ""), L(200), L(150), L(0))
    beam = Bulk("z2", "beam", "w3", "beam", Reading(900, ""), Reading(400, ""), L(160), L(2000), L(2200))
    more = net(changed(attic, bulks=(boxed, beam)))
    assert more["boxing@z1"] == pytest.approx((2 * 0.15 + 0.2) * 2.4)
    # The beam runs from 400 to 2 400 off the high wall; beyond 1 500 the ceiling falls 0.8 for 1, under it at 1 750.
    sides, end, below = 2 * (1.1 * 0.2 + 0.25 * 0.2 / 2), 0.16 * 0.2, 0.16 * 1.35
    assert more["boxing@z2"] == pytest.approx(sides + end + below, rel=0.005)


def test_a_window_that_pokes_through_the_slope_is_told_and_counted_only_below_it() -> None:
    slope = Slope(Reading(1200, "1200"), Reading(1500, "1500"))
    sides = (WallAsRead("w1", (Reading(4000, ""),), slope=slope), *room().measured.walls[1:])
    window = door(kind="window", wall="w2", place=L(2000), width=L(800), sill=L(900), height=L(1200), cased=False)
    attic = room(walls=sides, heights=(Reading(2400, ""),), openings=(window,))
    wall = next(one for one in room_surfaces(attic, NO_RULES) if one.key == "upper wall@w2")
    ends = [1200 + 1200 / 1500 * (3000 - u) for u in (2000, 2800)]  # the ceiling over the window's ends
    assert wall.openings.value == pytest.approx(0.8 * (sum(ends) / 2 - 900) / 1000)
    job = replace(starting_job(), rooms=(attic,))
    assert any("higher than the ceiling" in finding.says for finding in second_look(job))


def walked(group: str, **finish: object) -> History:
    """A room of 4 000 × 3 000 × 2 500 as somebody walks it, with one finish."""
    history = History(starting_job())
    history.do(edits.add_room("Room", plain_length(4000.0), plain_length(3000.0), plain_length(2500.0)))
    history.do(edits.change_finish(["r1"], [group], "painted", **finish))
    return history


def test_new_timber_is_primed_and_old_trim_is_as_it_was_found() -> None:
    """New skirting comes bare and is primed; the old one that stays, 150 × 18 along 3 000 mm, is painted over."""
    history = walked("skirting", paint="trim-satin", colour="c3")
    history.do(edits.put_up("r1", "there", "skirting", "w2", plain_length(150.0), plain_length(18.0)))
    job = history.job
    mine = {one.surface.key: one for one in coated_surfaces(job.rooms[0], {}, job.paints, job.colours)}
    new, old = mine["skirting@room"], mine["skirting@there"]
    assert (new.state, old.state) == ("bare", "sound")
    assert new.primer is not None
    assert new.primer.id == "wood-primer"
    assert old.primer is None
    wall = next(run for run in trimmed_of(job.rooms[0], {}).runs if run.there)
    assert old.surface.net.value == pytest.approx(wall.length.value * (150 + 18) / 1e6)
    spread = 10 * 40 / 35 * 0.9  # the primer's solids and film, by roller
    assert new.primer_litres is not None
    assert new.primer_litres.value == pytest.approx(new.surface.net.value * 1.3 / spread)
    history.do(edits.change_house_rule("prime_everywhere", 1.0, "prime everywhere"))
    job = history.job
    everywhere = {
        one.surface.key: one for one in coated_surfaces(job.rooms[0], job.house_rules, job.paints, job.colours)
    }
    assert everywhere["skirting@there"].primer is not None


def test_one_hole_takes_one_patch_of_primer() -> None:
    """A mark of 30 × 30 with 100 round it: 230 × 230 of primer, not the wall; the other walls none."""
    history = walked("upper wall", paint="wall-matt", colour="c3")
    history.do(
        edits.put_up(
            "r1",
            "marks",
            "old anchor",
            "w1",
            plain_length(900.0),
            plain_length(1500.0),
            plain_length(30.0),
            plain_length(30.0),
        )
    )
    job = history.job
    coated = {one.surface.key: one for one in coated_surfaces(job.rooms[0], {}, job.paints, job.colours)}
    patched = coated["upper wall@w1"]
    assert patched.state == "patched"
    assert patched.primer_litres is not None
    assert patched.primer_litres.value == pytest.approx(0.23 * 0.23 / (10 * 26 / 24 * 0.9))
    assert coated["upper wall@w2"].primer is None


def test_a_tinted_primer_saves_coats_and_is_bought_tinted() -> None:
    """Over a black that four coats do not hide, a primer tinted to the new colour leaves two."""
    plain = painted(Finish("wall-matt", "c1", over="c2"))
    black = tuple(replace(one, hex="#101418") if one.id == "c2" else one for one in plain.colours)
    thin = tuple(replace(one, hiding=2.0 if one.id == "wall-matt" else 3.0) for one in plain.paints)
    job = replace(plain, colours=black, paints=thin)
    (first, *_) = coated_surfaces(job.rooms[0], {}, job.paints, job.colours)
    assert first.tint is not None
    assert first.hiding is not None
    assert first.hiding.hides
    without = painted(Finish("wall-matt", "c1", over="c2", primer=""))
    bare = replace(without, colours=black, paints=thin)
    (other, *_) = coated_surfaces(bare.rooms[0], {}, bare.paints, bare.colours)
    assert other.hiding is not None
    assert not other.hiding.hides
    assert first.hiding.coats < other.hiding.coats == 4
    names = [line.name for line in to_buy(job).lines if "Primer" in line.name]
    assert names == [f"Primer for bare plaster, tinted 75 % to {first.tint.name}"]


def test_a_mixture_has_the_ratios_of_its_parts_by_hand() -> None:
    """R∞ 0.5 has K/S 0.25, 0.8 has 0.025: half of each 0.1375, R∞ = 1.1375 − √(0.1375² + 0.275) = 0.5955."""
    assert mixed(0.8, 0.5, 0.5) == pytest.approx(1.1375 - (0.1375**2 + 0.275) ** 0.5)
    assert mixed(0.8, 0.5, 0.0) == pytest.approx(0.8)
    assert mixed(0.8, 0.5, 1.0) == pytest.approx(0.5)
