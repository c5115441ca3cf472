"""Sheets to buy: by hand, against sheets cut up without waste, and against an independent test of cuts edge to edge."""

from __future__ import annotations

import json
import random
import subprocess
import sys

import pytest
from hypothesis import given, settings, strategies as st

from narrow_cornice.cutting.guillotine import Room, Size
from narrow_cornice.cutting.plans import CuttingError
from narrow_cornice.cutting.saw_order import saw_order
from narrow_cornice.cutting.sheet_bounds import SheetBound
from narrow_cornice.cutting.sheet_plans import (
    CutSheet,
    Part,
    Placed,
    Saw,
    SheetKind,
    SheetPlan,
    broken_sheet_rule,
    price_of_sheets,
)
from narrow_cornice.cutting.sheets import first_plan, on_left_overs, sheet_plan
from thorough import many

PLY = SheetKind("ply 18", 2440, 1220, 80)
SAW = Saw(4, 10)
Box = tuple[float, float, float, float]


def parted(boxes: list[Box], kerf: float) -> bool:
    """Whether boxes can be parted by straight cuts right through, by trying every line between two of them."""
    if len(boxes) < 2:
        return True
    for low, high in ((0, 2), (1, 3)):
        rising = sorted(boxes, key=lambda box: box[low])
        reach = rising[0][high]
        for number, box in enumerate(rising[1:], 1):
            if box[low] >= reach + kerf - 1e-6:
                return parted(rising[:number], kerf) and parted(rising[number:], kerf)
            reach = max(reach, box[high])
    return False


def boxes_of(sheet: CutSheet, parts: list[Part]) -> list[Box]:
    made = []
    for one in sheet.placed:
        long, wide = one.size(parts)
        made.append((one.x, one.y, one.x + long, one.y + wide))
    return made


def checked_plan(parts: list[Part], kinds: list[SheetKind], saw: Saw = SAW, seconds: float = 0.4) -> SheetPlan:
    plan = sheet_plan(parts, kinds, saw, seconds)
    assert broken_sheet_rule(plan.sheets, parts, kinds, saw) == ""
    assert plan.price == pytest.approx(price_of_sheets(plan.sheets, kinds))
    assert plan.bound <= plan.price + 1e-9
    for sheet in plan.sheets:
        assert parted(boxes_of(sheet, parts), saw.kerf)
        order = saw_order(sheet, parts, kinds[sheet.kind], saw)
        assert order is not None
        kind = kinds[sheet.kind]
        left = sum(rest.length * rest.width for rest in order.rests)
        used = sum(one.size(parts)[0] * one.size(parts)[1] for one in sheet.placed)
        inside = (kind.length - 2 * saw.edge_trim) * (kind.width - 2 * saw.edge_trim)
        assert left + used <= inside + 1e-3
        assert inside - left - used <= len(order.cuts) * saw.kerf * kind.length + 1e-3  # the rest is dust
    return plan


def plain_rows(parts: list[Part], kind: SheetKind, saw: Saw) -> int:
    """Return the sheets that parts laid in rows take, each row and each sheet the first that has room."""
    long, wide = kind.length - 2 * saw.edge_trim, kind.width - 2 * saw.edge_trim
    rows: list[list[float]] = []  # of each: how far it reaches, how wide it is
    for length, width in sorted(((one.length, one.width) for one in parts), key=lambda one: -one[1]):
        row = next((one for one in rows if length <= long - one[0] + 1e-9), None)
        if row is None:
            rows.append([length + saw.kerf, width])
        else:
            row[0] += length + saw.kerf
    sheets: list[float] = []
    for _, width in rows:
        sheet = next((n for n, down in enumerate(sheets) if width <= wide - down + 1e-9), None)
        if sheet is None:
            sheets.append(width + saw.kerf)
        else:
            sheets[sheet] += width + saw.kerf
    return len(sheets)


@pytest.mark.parametrize("seed", range(many(12, 200)))
def test_what_is_counted_at_once_can_be_sawn_and_is_no_more_than_plain_rows(seed: int) -> None:
    chance = random.Random(seed)
    kinds = [(chance.uniform(60, 2400), chance.uniform(40, 600)) for _ in range(chance.randint(1, 9))]
    parts = [
        Part(round(max(one), 1), round(min(one), 1), grain=chance.random() < 0.8)
        for one in kinds
        for _ in range(chance.randint(1, 24))
    ]
    plan = first_plan(parts, PLY, SAW)
    assert broken_sheet_rule(plan.sheets, parts, [PLY], SAW) == ""
    assert all(parted(boxes_of(sheet, parts), SAW.kerf) for sheet in plan.sheets)
    area = sum(one.length * one.width for one in parts)
    assert area / (2420 * 1200) <= len(plan.sheets) <= plain_rows(parts, PLY, SAW)


def test_one_part_as_large_as_the_sheet_inside_its_trim() -> None:
    plan = checked_plan([Part(2420, 1200)], [PLY])
    assert plan.sheets == (CutSheet(0, (Placed(0, 10, 10),)),)
    assert plan.proven


def test_the_saw_takes_its_kerf() -> None:
    """Three of 397.3 and two kerfs of 4 fill 1 200; three of 397.4 do not."""
    assert len(checked_plan([Part(2420, 397.3)] * 3, [PLY]).sheets) == 1
    assert len(checked_plan([Part(2420, 397.4)] * 3, [PLY]).sheets) == 2


def test_a_part_with_grain_is_not_turned_and_one_without_is() -> None:
    """Four of 1 200 × 300 lie beside one strip only when they are turned: 4 × 304 = 1 216 along a length of 2 424."""
    long = [Part(2420, 800)]
    assert len(checked_plan([*long, Part(390, 1100, grain=False)], [PLY]).sheets) == 1
    assert len(checked_plan([*long, Part(390, 1100, grain=True)], [PLY]).sheets) == 2


def test_five_that_leave_no_way_for_a_saw_are_known() -> None:
    """The pinwheel: each of four reaches past the next, so no cut goes right through."""
    parts = [Part(600, 300), Part(300, 600, False), Part(600, 300), Part(300, 600, False)]
    places = [(0, 0), (604, 0), (304, 604), (0, 304)]
    wheel = CutSheet(0, tuple(Placed(i, x, y) for i, (x, y) in enumerate(places)))
    kind, saw = SheetKind("square", 904, 904, 1), Saw(4, 0)
    assert broken_sheet_rule([wheel], parts, [kind], saw) == ""
    assert not parted(boxes_of(wheel, parts), 4)
    assert saw_order(wheel, parts, kind, saw) is None


@pytest.mark.parametrize(
    ("placed", "says"),
    [
        (((0, 10, 10), (1, 10, 110)), "closer"),
        (((0, 9, 10), (1, 10, 200)), "over the edge"),
        (((0, 10, 10),), "not every part"),
    ],
)
def test_a_plan_that_is_wrong_is_said_to_be(placed: tuple[tuple[int, float, float], ...], says: str) -> None:
    sheet = CutSheet(0, tuple(Placed(*one) for one in placed))
    assert says in broken_sheet_rule([sheet], [Part(500, 99), Part(500, 100)], [PLY], SAW)


def test_turned_against_the_grain_and_more_than_there_are_is_wrong() -> None:
    across = CutSheet(0, (Placed(0, 10, 10, True),))
    assert "grain" in broken_sheet_rule([across], [Part(500, 100)], [PLY], SAW)
    one = SheetKind("left over", 1000, 500, 0, 1)
    twice = [CutSheet(0, (Placed(0, 10, 10),)), CutSheet(0, (Placed(1, 10, 10),))]
    assert "there are 1" in broken_sheet_rule(twice, [Part(500, 100)] * 2, [one], SAW)


def test_a_left_over_serves_first_and_small_parts_take_the_cheap_sheet() -> None:
    left = SheetKind("left over", 1000, 620, 0, 1)
    half = SheetKind("half", 1220, 1220, 45)
    plan = checked_plan([Part(980, 290)] * 2, [PLY, half, left])
    assert [sheet.kind for sheet in plan.sheets] == [2]
    assert plan.price == 0
    plan = checked_plan([Part(980, 290)] * 5, [PLY, half, left])
    assert sorted(sheet.kind for sheet in plan.sheets) == [1, 2]
    assert plan.price == 45
    assert plan.proven


def test_what_is_left_over_is_one_piece() -> None:
    """Four shelves beside one another leave one board, not four corners."""
    parts = [Part(1200, 280)] * 4
    plan = checked_plan(parts, [PLY], seconds=1.0)
    order = saw_order(plan.sheets[0], parts, PLY, SAW)
    assert order is not None
    first = order.rests[0]
    assert first.length * first.width >= 0.95 * (2420 * 1200 - 2 * 2420 * 284)


def test_larger_than_every_sheet_is_refused_with_its_place() -> None:
    with pytest.raises(CuttingError) as refused:
        sheet_plan([Part(100, 100), Part(1000, 1210)], [PLY], SAW, 1)
    assert refused.value.where == "parts[1]"
    with pytest.raises(CuttingError, match="no way was found"):
        sheet_plan([Part(1200, 600)] * 5, [SheetKind("two", 1220, 640, 1, 2)], SAW, 0.2)


def cut_up(chance: random.Random, box: Box, kerf: float, depth: int) -> list[Part]:
    """Cut a board into parts without any waste but the kerf."""
    x0, y0, x1, y1 = box
    along = chance.random() < 0.5
    low, high = (y0, y1) if along else (x0, x1)
    if depth == 0 or high - low < 250:
        return [Part(x1 - x0, y1 - y0, chance.random() < 0.8)]
    at = round(low + (high - low) * chance.uniform(0.25, 0.75))
    first = (x0, y0, x1, at) if along else (x0, y0, at, y1)
    second = (x0, at + kerf, x1, y1) if along else (at + kerf, y0, x1, y1)
    return cut_up(chance, first, kerf, depth - 1) + cut_up(chance, second, kerf, depth - 1)


@settings(max_examples=many(8, 200), deadline=None)
@given(st.integers(0, 10**6), st.integers(1, 4), st.integers(1, 4))
def test_no_bound_is_above_what_sheets_were_cut_from(seed: int, sheets: int, depth: int) -> None:
    """Parts that were sheets without waste fit so many sheets: no proof may ask for more."""
    chance = random.Random(seed)
    parts = [part for _ in range(sheets) for part in cut_up(chance, (0, 0, 2420, 1200), 4, depth)]
    sizes = [Size(part.length + 4, part.width + 4, not part.grain) for part in parts]
    bound = SheetBound(sizes, [Room(2424, 1204, 80, -1)])
    assert bound.least <= sheets * 80
    assert sheets * 79 <= bound.sharpen(0.3, lambda: False) <= sheets * 80  # and area alone asks for all of them
    room = [Room(2424, 1204, 80, -1), Room(1224, 1204, 30, 2)]
    assert SheetBound(sizes, room).sharpen(0.3, lambda: False) <= sheets * 80


@settings(max_examples=15, deadline=None)
@given(
    st.lists(
        st.tuples(st.integers(60, 2400), st.integers(60, 1190), st.booleans(), st.integers(1, 4)),
        min_size=1,
        max_size=10,
    ),
    st.integers(0, 6),
)
def test_every_plan_can_be_cut_and_holds_its_bound(rows: list[tuple[int, int, bool, int]], kerf: int) -> None:
    parts = [Part(long, wide, grain) for long, wide, grain, count in rows for _ in range(count)]
    checked_plan(parts, [PLY, SheetKind("half", 1220, 1220, 45), SheetKind("left over", 900, 500, 0, 2)], Saw(kerf, 10))


def built_in(seed: int, count: int) -> list[Part]:
    """The parts of a random wall of units."""
    chance = random.Random(seed)
    parts: list[Part] = []
    while len(parts) < count:
        tall, deep = chance.choice([720, 900, 1800, 2100, 2315]), chance.choice([270, 300, 350, 450, 560])
        wide, alike = chance.randrange(300, 900), chance.randrange(1, 4)
        parts += [Part(tall, deep)] * (2 * alike) + [Part(wide - 36, deep)] * (2 * alike)
        parts += [Part(wide - 38, deep - 20, False)] * (alike * chance.randrange(1, 6))
        parts += [Part(tall - 4, wide / 2 - 3)] * (2 * alike if chance.random() < 0.5 else 0)
    return parts[:count]


@pytest.mark.parametrize(("seed", "count"), [(1, 60), (2, 90), (3, 120)])
def test_a_built_in_is_at_most_one_sheet_over_its_bound(seed: int, count: int) -> None:
    """As soon as it is: the search has ten seconds on a machine with nothing else to do."""
    best: list[SheetPlan] = []

    def near() -> bool:
        return bool(best) and best[-1].price <= best[-1].bound + PLY.price

    parts = built_in(seed, count)
    plan = sheet_plan(parts, [PLY], SAW, 120, best.append, near)
    assert broken_sheet_rule(plan.sheets, parts, [PLY], SAW) == ""
    assert plan.price <= plan.bound + PLY.price


def test_left_overs_are_used_the_smallest_first_and_cut_from_edge_to_edge() -> None:
    """A part of 500 × 300 goes on the small one, 1 000 × 500 on the large one, and 2 000 on neither."""
    parts = [Part(1000, 500, True), Part(500, 300, False), Part(2000, 400, True)]
    small, large = SheetKind("small", 560, 360, 0, 1), SheetKind("large", 1400, 620, 0, 1)
    found = on_left_overs(parts, [large, small], SAW)
    assert [[one.part for one in sheet.placed] if sheet else [] for sheet in found] == [[0], [1]]
    for sheet, kind in zip(found, (large, small), strict=True):
        assert sheet is not None
        assert parted(boxes_of(sheet, parts), SAW.kerf)
        for x, y, long, wide in boxes_of(sheet, parts):
            assert SAW.edge_trim <= x
            assert SAW.edge_trim <= y
            assert x + long <= kind.length - SAW.edge_trim + 1e-6
            assert y + wide <= kind.width - SAW.edge_trim + 1e-6
    assert on_left_overs([Part(2000, 400, True)], [small], SAW) == (None,)


def test_stopping_keeps_the_best_so_far() -> None:
    asked: list[SheetPlan] = []
    plan = sheet_plan(built_in(4, 80), [PLY], SAW, 60, asked.append, lambda: bool(asked))
    assert plan.seconds < 20
    assert plan.price <= asked[-1].price


def asked(request: object) -> subprocess.CompletedProcess[str]:
    command = [sys.executable, "-m", "narrow_cornice.cli", "cut-sheets"]
    return subprocess.run(command, input=json.dumps(request), capture_output=True, text=True, check=False)


def test_the_command_answers_as_the_contract_says() -> None:
    parts = [
        {"name": "side", "length": 2330, "width": 320, "count": 2, "grain": True},
        {"name": "back", "length": 1100, "width": 390, "grain": False},
    ]
    sheets = [{"name": "ply 18", "length": 2440, "width": 1220, "price": 80, "count": None}]
    done = asked({"kerf": 4, "edge_trim": 10, "seconds": 1, "parts": parts, "sheets": sheets})
    assert done.returncode == 0, done.stderr
    found = json.loads(done.stdout)
    assert found["price"] == found["bound"] == 80
    (sheet,) = found["sheets"]
    assert sheet["sheet"] == "ply 18"
    assert sorted(one["name"] for one in sheet["parts"]) == ["back", "side", "side"]
    for one in sheet["parts"]:
        assert one["x"] >= 10
        assert one["x"] + one["length"] <= 2430
        assert one["y"] + one["width"] <= 1210
        sizes = {"side": (2330, 320), "back": (1100, 390)}[one["name"]]
        assert (one["length"], one["width"]) == (sizes[::-1] if one["turned"] else sizes)
        assert not (one["turned"] and one["name"] == "side")


@pytest.mark.parametrize(
    ("request_", "says"),
    [
        (
            {"parts": [{"length": 3000, "width": 20}], "sheets": [{"length": 2440, "width": 1220, "price": 1}]},
            "parts[0]",
        ),
        ({"parts": [], "sheets": []}, "sheets"),
        ({"parts": [{"length": "x", "width": 1}], "sheets": []}, "parts[0].length"),
        ({"parts": [{"length": 5, "width": 1, "count": -1}], "sheets": []}, "parts[0].count"),
        ([1], "request"),
    ],
)
def test_bad_requests_say_where(request_: object, says: str) -> None:
    done = asked(request_)
    assert done.returncode == 2
    assert says in done.stderr
    assert done.stderr.count("\n") == 1
    assert done.stdout == ""


def test_no_parts_take_no_sheets() -> None:
    assert sheet_plan([], [PLY], SAW, 1).sheets == ()
