"""Strips of another tile between the rows of a field."""

from __future__ import annotations

import pytest
import shapely
from hypothesis import given, settings, strategies as st
from msgspec.structs import replace

from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.walled.amounts import taken_of
from narrow_cornice.derived.walled.laid import LaidField
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.exchange.fields_csv import fields_table
from narrow_cornice.features.laying import PATTERNS, Laying
from narrow_cornice.features.region import box_ring, region_of
from narrow_cornice.features.strips import band_near, laid_round, region_of_strip, region_without
from narrow_cornice.job import edits
from narrow_cornice.job.checks import checked_job
from narrow_cornice.job.history import History
from narrow_cornice.job.limits import JobError
from narrow_cornice.job.samples import starting_job
from narrow_cornice.job.walled import Field, shipped_coverings
from narrow_cornice.units.lengths import plain_length as mm
from thorough import many

TILE = shipped_coverings()["tile-square"]  # 150 × 150, joints of 2
STRIP = replace(TILE, id="strip", name="Reed strip", width=200.0, height=50.0)


def tiled(**fields: object) -> History:
    """A wall of 4 000 × 2 400 with a strip about 1 200 up, between tiles that begin whole below."""
    history = History(starting_job())
    assert history.do(edits.add_room("Room", mm(4000.0), mm(3000.0), mm(2400.0)))
    for trim in ("cornice", "skirting", "casing"):
        assert history.do(edits.change_trim("r1", trim, fitted=False))
    made = {"up": "bottom", "strip_over": mm(1200.0), **fields}
    assert history.do(edits.add_field("r1", Field("", "Tiles", TILE, "w1", **made)))  # type: ignore[arg-type]
    assert history.do(edits.put_strip("r1", history.job.rooms[0].walling.fields[0], STRIP))
    return history


def laid(history: History) -> LaidField:
    return fields_of(history.job.rooms[0], history.job.house_rules)[0]


def heights(one: LaidField) -> set[tuple[float, float]]:
    return {
        (round(min(y for _, y in piece.outline), 3), round(max(y for _, y in piece.outline), 3)) for piece in one.pieces
    }


def test_it_lies_where_a_row_ends_and_the_rows_go_on_above_it() -> None:
    """Rows every 152: the eighth ends at 1 214, so the strip lies from 1 216 to 1 266; the next row begins at 1 268,
    and the last, the seventh above it, at 1 268 + 7 × 152 = 2 332: 68 are left of it."""
    made = laid(tiled())
    assert made.band is not None
    assert (made.band.low, made.band.high) == pytest.approx((1216.0, 1266.0))
    assert made.strip is not None
    assert heights(made.strip) == {(1216.0, 1266.0)}
    rows = sorted(heights(made))
    assert rows[7] == pytest.approx((1064.0, 1214.0))
    assert rows[8] == pytest.approx((1268.0, 1418.0))
    assert rows[-1] == pytest.approx((2332.0, 2400.0))
    assert made.strip.area is not None
    assert made.area is not None
    assert made.strip.area.value == pytest.approx(4.0 * 0.05)
    assert made.area.value == pytest.approx(4.0 * 2.4 - 0.2)


def test_from_the_middle_both_ends_are_alike_all_the_same() -> None:
    made = laid(tiled(up="middle"))
    rows = sorted(heights(made))
    assert rows[0][1] - rows[0][0] == pytest.approx(rows[-1][1] - rows[-1][0])
    assert made.band is not None
    assert any(abs(low - made.band.high - 2.0) < 1e-6 for low, _ in rows)
    assert any(abs(made.band.low - high - 2.0) < 1e-6 for _, high in rows)


def test_it_is_counted_and_bought_by_itself() -> None:
    """4 000 in pieces of 200 with joints of 2: 19 whole ones and two ends, 20 bought at the most."""
    history = tiled()
    field, strip = taken_of(history.job.rooms[0], {})
    assert field.laid.field.name == "Tiles"
    assert strip.amount is not None
    assert strip.amount.value == 20
    bought = {line.name: line for line in to_buy(history.job).lines}
    assert "Reed strip" in bought
    assert bought["Reed strip"].needed.value == 20
    tiled_of = tally(history.job)["tile"]  # field and strip, whose joints beside it belong to the field
    assert tiled_of.value == pytest.approx(4.0 * 2.4)
    table = fields_table(history.job)
    assert "Tiles, strip" in table
    assert "Reed strip" in table


def test_it_goes_into_reveals() -> None:
    """A window 900 wide from 900 up, 120 deep: on both sides the strip goes in, the tiles below and above it."""
    history = tiled(reveals=True)
    assert history.do(edits.add_opening("r1", "window", "w1", mm(1500.0)))
    sizes = {"width": mm(900.0), "height": mm(1000.0), "reveal": mm(120.0), "sill": mm(900.0), "cased": False}
    assert history.do(edits.change_opening("r1", "o1", "it", **sizes))
    made = laid(history)
    assert made.strip is not None
    sides = {one.side: one for one in made.strip.turned}
    assert set(sides) == {"left", "right"}
    assert [one.long for one in sides.values()] == pytest.approx([50.0, 50.0])
    whole = sum(one.long for one in made.turned) + sum(one.long for one in made.strip.turned)
    assert whole == pytest.approx(2 * (1000 + 900))
    for one in made.turned:
        for piece in one.pieces if one.side in ("left", "right") else ():
            low, high = min(y for _, y in piece.outline), max(y for _, y in piece.outline)
            assert high <= 1216.0 + 1e-6 or low >= 1266.0 - 1e-6
            # the joints of the wall go on: each begins where a row of the wall begins, or is cut at the window
            assert any(abs(low - begins) < 1e-6 for begins, _ in heights(made)) or low in (900.0, 1266.0)


def test_without_room_for_it_the_field_says_so() -> None:
    made = laid(tiled(strip_over=mm(2395.0), up="bottom"))
    assert "rows below and above" in made.fault
    assert laid(tiled(bottom=mm(300.0), top=mm(360.0), strip_over=mm(0.0))).fault


def test_its_card_is_of_the_job() -> None:
    """A change of the strip's card changes the strip; the card stays as long as a strip is of it."""
    history = tiled()
    assert history.do(edits.put_covering(replace(STRIP, height=30.0)))
    made = laid(history)
    assert made.band is not None
    assert made.band.tall == 30.0
    with pytest.raises(Exception, match="still lies"):
        edits.remove_covering("strip", "Reed strip").apply(history.job)
    (room,) = history.job.rooms
    field = replace(room.walling.fields[0], strip=STRIP)
    other = replace(room, walling=replace(room.walling, fields=(field,)))
    with pytest.raises(JobError, match="not as its card"):
        checked_job(replace(history.job, rooms=(other,)))


@given(
    wide=st.floats(600.0, 3000.0),
    tall=st.floats(900.0, 2500.0),
    over=st.floats(0.3, 0.7),
    height=st.sampled_from([20.0, 50.0, 98.0]),
    pattern=st.sampled_from([one for one in PATTERNS if one != "chevron"]),
)
@settings(max_examples=many(20, 10_000), deadline=None)
def test_pieces_and_strip_cover_all_and_never_overlap(
    wide: float, tall: float, over: float, height: float, pattern: str
) -> None:
    """With no joints the pieces, the strip and nothing else make up the region."""
    region = region_of([box_ring((0.0, 0.0, wide, tall))], [box_ring((wide / 3, tall / 4, wide / 2, tall / 2))])
    laying = Laying(pattern, 300.0, 150.0, 0.0, (17.0, 23.0))  # type: ignore[arg-type]
    band = band_near(over * tall, laying, height)
    shapes = [shapely.Polygon(one.outline, one.holes) for one in laid_round(laying, region, band)]
    strip = region_of_strip(region, band).shape
    whole = shapely.union_all(shapes)
    assert sum(one.area for one in shapes) == pytest.approx(whole.area, rel=1e-6)
    assert whole.intersection(strip).area == pytest.approx(0.0, abs=1.0)
    assert whole.area + strip.area == pytest.approx(region.area, rel=1e-4)
    folded = region_without(region, band)
    assert folded.area == pytest.approx(region.area - strip.area, rel=1e-6)
