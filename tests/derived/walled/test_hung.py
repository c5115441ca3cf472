"""What hangs on walls: pictures over furniture, small things kept apart, screens by their seats, false windows,
bases."""

from __future__ import annotations

import csv
import io
import math

import pytest
from hypothesis import given, settings, strategies as st

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.walled.bases import schools_of_base
from narrow_cornice.derived.walled.flights import flights_of
from narrow_cornice.derived.walled.hung_pictures import galleries_of
from narrow_cornice.derived.walled.shown import false_windows_of, screens_of
from narrow_cornice.exchange.hanging_template import marks_of, marks_table, template_pdf
from narrow_cornice.features.falls import fall_to
from narrow_cornice.features.panes import like_windows, panes
from narrow_cornice.features.pictures import ARRANGED, Arranged, arranged, hooks
from narrow_cornice.features.region import FieldError, box_ring, region_of
from narrow_cornice.features.scatter import least_apart, neighbours, scattered
from narrow_cornice.job import edits
from narrow_cornice.job.history import History
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.job.walled import FalseWindow, Gallery, Picture, Shown, WetBase
from narrow_cornice.units.lengths import Length
from thorough import many


def mm(value: float) -> Length:
    return Length(float(value), f"{value:g}")


@given(
    st.lists(st.tuples(st.integers(100, 900), st.integers(100, 900)), min_size=1, max_size=12),
    st.sampled_from(ARRANGED),
    st.integers(0, 150),
    st.one_of(st.none(), st.integers(1, 6)),
)
def test_pictures_keep_their_gap_and_stay_in_the_group(
    sizes: list[tuple[int, int]], how: Arranged, gap: int, columns: int | None
) -> None:
    given_sizes = [(float(a), float(b)) for a, b in sizes]
    group = arranged(given_sizes, how, float(gap), columns)
    assert len(group.boxes) == len(sizes)
    for (wide, tall), (a, b, c, d) in zip(given_sizes, group.boxes, strict=True):
        assert (c - a, d - b) == (pytest.approx(wide), pytest.approx(tall))
        assert min(a, b) >= -1e-6
        assert c <= group.wide + 1e-6
        assert d <= group.tall + 1e-6
    for n, one in enumerate(group.boxes):
        for other in group.boxes[n + 1 :]:
            apart = max(other[0] - one[2], one[0] - other[2], other[1] - one[3], one[1] - other[3])
            assert apart >= gap - 1e-6
    assert min(box[0] for box in group.boxes) == pytest.approx(
        group.wide - max(box[2] for box in group.boxes), abs=1e-6
    )


def test_two_hooks_for_what_is_heavy_or_wide() -> None:
    assert hooks(400, 500, 60, 3) == ((200, 440),)
    assert hooks(700, 500, 60, 3) == ((pytest.approx(700 / 3), 440), (pytest.approx(1400 / 3), 440))
    assert len(hooks(400, 500, 60, 8.5)) == 2


def test_pictures_hang_over_the_settle_of_the_demo() -> None:
    job = demo_job()
    group = galleries_of(job.room("r3"), job.house_rules)[0]
    assert group.below is not None
    assert group.below.name == "settle"
    assert group.box[1] == pytest.approx(1300 + 200)  # 200 over a settle of 1 300
    assert (group.box[0] + group.box[2]) / 2 == pytest.approx(1320)
    assert group.share is not None
    assert group.share.value == pytest.approx((group.box[2] - group.box[0]) / 1450)
    for one in group.hung:
        assert one.rating == pytest.approx(4 * one.weight.value / len(one.hooks))
        told = float(one.rated.removesuffix(" kg"))
        assert told - 1 < one.rating <= told  # a hanger of what is told holds it


@settings(max_examples=many(25, 500), deadline=None)
@given(st.integers(2, 60), st.integers(0, 10_000), st.lists(st.integers(1, 5), min_size=1, max_size=4))
def test_small_things_keep_apart_and_no_two_alike_crowd(count: int, seed: int, shares: list[int]) -> None:
    region = region_of([((0, 0), (1400, 200), (1800, 1200), (300, 1500))])
    found = scattered(region, count, tuple(map(float, shares)), seed)
    assert found == scattered(region, count, tuple(map(float, shares)), seed)
    assert len(found.places) == count
    import shapely

    assert all(region.shape.buffer(1e-6).contains(shapely.Point(place)) for place in found.places)
    nearest = min(math.dist(a, b) for n, a in enumerate(found.places) for b in found.places[n + 1 :])
    assert found.apart == pytest.approx(nearest)
    assert nearest >= least_apart(region.area, count) - 1e-6
    whole = sum(shares)
    for colour, share in enumerate(shares):
        assert abs(found.colours.count(colour) - count * share / whole) < 1.0 + 1e-9


def test_a_throw_that_comes_to_rest_too_near_is_thrown_again() -> None:
    """34 of the seed 713 rest with two 168 apart, where 174 are wished: found by the test above."""
    region = region_of([((0, 0), (1400, 200), (1800, 1200), (300, 1500))])
    found = scattered(region, 34, (1.0,), 713)
    assert found.apart is not None
    assert found.apart >= least_apart(region.area, 34)


def test_two_colours_shared_alike_lie_mixed() -> None:
    import numpy as np

    region = region_of([box_ring((0, 0, 2000, 1000))])
    found = scattered(region, 40, (1.0, 1.0, 2.0), 3)
    beside = neighbours(np.array(found.places))
    pairs = [(a, b) for a in range(40) for b in beside[a] if a < b]
    rare = [found.colours[a] == found.colours[b] for a, b in pairs if found.colours[a] != 2]
    assert sum(rare) <= len(pairs) * 0.06  # of the two rare ones hardly two lie beside each other


def test_the_flight_of_the_demo_is_marked_one_by_one() -> None:
    job = demo_job()
    flown = flights_of(job.room("r4"), job.house_rules)[0]
    marks = list(marks_of(job, job.room("r4")))
    assert len(marks) == flown.count
    rows = list(csv.reader(io.StringIO(marks_table(job))))
    assert len(rows) == 1 + sum(len(list(marks_of(job, room))) for room in job.rooms)
    assert any(row[2].startswith("Marsh pictures") for row in rows)


def test_templates_come_out_at_full_size() -> None:
    job = demo_job()
    content = template_pdf(job, job.room("r3"))
    assert content.startswith(b"%PDF")
    assert content.count(b"/Type /Page\n") >= 8 or content.count(b"/Type /Page") >= 8


def test_a_screen_by_hand() -> None:
    """55 inches of 16 by 9 are 1 217.6 × 684.9; its opening has 25 at each side and 75 above."""
    history = History(starting_job())
    history.do(edits.add_room("Room", mm(4000), mm(3000), mm(2400)))
    history.do(edits.stand_piece("r1", edits.usual_piece("sofa", x=2000.0, y=2000.0)))
    assert history.do(edits.put_on_wall("r1", "screens", Shown("", "", "w1", mm(1397), seat="s1")))
    made = screens_of(history.job.room("r1"), {})[0]
    assert made.wide is not None
    assert made.tall is not None
    assert (made.wide.value, made.tall.value) == (pytest.approx(1217.6, abs=0.05), pytest.approx(684.9, abs=0.05))
    assert (made.opening.wide, made.opening.tall) == (pytest.approx(1267.6, abs=0.05), pytest.approx(784.9, abs=0.05))
    assert made.centre == pytest.approx(1100)
    assert made.distance is not None
    assert made.distance.value == pytest.approx(2000, abs=1)  # straight before its middle
    assert made.seats == (pytest.approx(1.2 * 1397), pytest.approx(1.6 * 1397))
    assert history.do(edits.change_walled("r1", "screens", "scr1", "it", way="projector", throw=1.2, lumens=900.0))
    thrown = screens_of(history.job.room("r1"), {})[0]
    assert thrown.throw is not None
    assert thrown.light is not None
    assert thrown.throw.value == pytest.approx(1.2 * 1217.6, abs=0.1)
    assert thrown.light.value == pytest.approx(900 / (1.2176 * 0.6849), rel=1e-3)


def test_panes_are_alike_and_after_the_windows_of_the_house() -> None:
    made = panes(900, 1100, 60, 25, 2, 2)
    # (900 − 120 − 25) ÷ 2 and (1 100 − 120 − 25) ÷ 2
    assert (made.wide, made.tall) == (377.5, 477.5)
    assert len(made.boxes) == 4
    assert like_windows(900, 1100, 60, 25, 377.5, 477.5 / 377.5) == (2, 2)
    with pytest.raises(FieldError):
        panes(100, 100, 60, 25, 2, 2)
    history = History(starting_job())
    history.do(edits.add_room("Room", mm(4000), mm(3000), mm(2400)))
    window = FalseWindow("", "", "w1", mm(100), mm(900), mm(900), mm(1100), across=3, up=2)
    assert history.do(edits.put_on_wall("r1", "windows", window))
    mirror = false_windows_of(history.job.room("r1"), {})[0]
    assert mirror.panes is not None
    assert (mirror.panes.across, mirror.panes.up) == (3, 2)


def test_bases_are_weighed_against_each_other() -> None:
    history = History(starting_job())
    history.do(edits.add_room("Room", mm(4000), mm(3000), mm(2400)))
    assert history.do(edits.put_on_wall("r1", "bases", WetBase("", "", mm(900), mm(900))))
    room = history.job.room("r1")
    tiled, tray = schools_of_base(room, room.walling.bases[0])
    # 0.81 m²: waterproofing 0.81 · 2 ÷ 1 · 11.5, screed 26, tile 44 a m², a drain of 68
    assert tiled.materials is not None
    assert tiled.materials.value == pytest.approx(18.63 + 21.06 + 35.64 + 68, abs=0.01)
    assert tray.materials is not None
    assert tray.materials.value == 185
    odd = WetBase("wb1", "odd", mm(870), mm(910))
    assert schools_of_base(room, odd)[1].fault
    line = next(one for one in to_buy(history.job).lines if one.key.startswith("hung:base"))
    assert line.price == pytest.approx(143.33)


def test_hangers_are_bought_by_what_they_carry() -> None:
    history = History(starting_job())
    history.do(edits.add_room("Room", mm(4000), mm(3000), mm(2400)))
    heavy = Picture("p1", "heavy", mm(900), mm(700), weight=14.0)
    light = Picture("p2", "light", mm(300), mm(300), weight=1.0)
    assert history.do(edits.put_on_wall("r1", "galleries", Gallery("", "", "w1", (heavy, light))))
    keys = {one.key: one for one in to_buy(history.job).lines if one.key.startswith("hung:hanger")}
    # 14 kg on two hooks: 28 kg each; 1 kg on one: 4 kg
    assert keys["hung:hanger:40"].needed.value == 2
    assert keys["hung:hanger:5"].needed.value == 1
    assert history.do(
        edits.change_pictures("r1", history.job.room("r1").walling.galleries[0], (heavy,), "one picture less")
    )
    stone = Picture("", "stone", mm(900), mm(700), weight=90.0)
    gallery = history.job.room("r1").walling.galleries[0]
    assert history.do(edits.change_pictures("r1", gallery, (*gallery.pictures, stone), "another"))
    assert any("stone" in said for said in to_buy(history.job).missing)


def test_a_fall_needs_a_drain_that_sees_every_wall() -> None:
    bent = ((0.0, 0.0), (3000.0, 0.0), (3000.0, 1000.0), (1000.0, 1000.0), (1000.0, 3000.0), (0.0, 3000.0))
    with pytest.raises(FieldError):
        fall_to(bent, (2500.0, 500.0), 0.02)
    assert len(fall_to(bent, (500.0, 500.0), 0.02).planes) == 6
