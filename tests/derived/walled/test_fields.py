"""Fields on walls as they were measured: what they cover, take and cost, by hand and by other ways of counting."""

from __future__ import annotations

import itertools
import math
from typing import Any

import msgspec
import pytest
import shapely
from msgspec.structs import replace

from narrow_cornice.casework.kinds import beginnings
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.built.before_walls import standing_of
from narrow_cornice.derived.coated.surface import Surface
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.walled.amounts import taken_of
from narrow_cornice.derived.walled.choices import choices_of, narrow_rows, slivers
from narrow_cornice.derived.walled.laid import LaidField
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.derived.walled.repeats import whole_repeats
from narrow_cornice.errors import CorniceError
from narrow_cornice.features.rows import narrowest
from narrow_cornice.job import edits
from narrow_cornice.job.beginnings import begun
from narrow_cornice.job.file import decode_json
from narrow_cornice.job.finishes import Paper, Slat, Tile
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.model import Job, Settings
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.job.walled import Field, shipped_coverings
from narrow_cornice.units.lengths import Length, parse_length

RULES: dict[str, float] = {}
STUFF = shipped_coverings()


def mm(text: str | float) -> Length:  # a size as it is typed
    return parse_length(str(text))


def bare_room(*made: Edit, tall: float = 2400) -> History:
    """A room of 4 000 × 3 000 without trim and openings."""
    history = History(starting_job())
    history.do(edits.add_room("Room", Length(4000.0, "4000"), Length(3000.0, "3000"), Length(tall, "tall")))
    for kind in ("cornice", "skirting", "casing"):
        history.do(edits.change_trim("r1", kind, fitted=False))
    for edit in made:
        assert history.do(edit), edit.title
    return history


def laid(history: History, **fields: object) -> LaidField:
    covering = fields.pop("covering", STUFF["tile-square"])
    assert history.do(edits.add_field("r1", Field("", "", covering, **{"wall": "w1", **fields})))  # type: ignore[arg-type]
    return fields_of(history.job.room("r1"), history.job.house_rules)[-1]


def test_tiles_on_a_plain_wall_by_hand() -> None:
    """A wall of 4 000 × 2 400 in tiles of 150 with joints of 2: 26 whole ones across (3 950) leave 23 at each side, so
    a tile stands on the middle: 25 whole and 99 at each end; up it is 15 whole ones (2 278) and 59 at each end, or 14
    and 135: the wider ends are taken."""
    made = laid(bare_room(), across="middle")
    assert made.area is not None
    assert made.area.value == pytest.approx(9.6)
    across, up = made.rows
    assert narrowest(across.stops, across.start, 150, 2) == pytest.approx(99)
    assert narrowest(up.stops, up.start, 150, 2) == pytest.approx(135)
    assert sum(piece.whole for piece in made.pieces) == 25 * 14
    assert len(made.pieces) == 27 * 16


def test_a_window_a_socket_and_trim_are_gone_round() -> None:
    history = bare_room(
        edits.add_opening("r1", "window", "w1", mm(1000)), edits.put_up("r1", "fixtures", "socket", "w1", mm(300))
    )
    room = history.job.room("r1")
    window = room.measured.openings[0]
    made = laid(history)
    assert made.area is not None
    bare = 4000 * 2400 - window.width.mm * window.height.mm - 86 * 86
    assert made.area.value == pytest.approx(bare / 1e6)
    hole = shapely.box(
        window.place.mm, window.sill.mm, window.place.mm + window.width.mm, window.sill.mm + window.height.mm
    )
    assert all(
        shapely.area(shapely.intersection(shapely.Polygon(piece.outline, piece.holes), hole)) < 10
        for piece in made.pieces
    )


def test_a_wall_out_of_plumb_takes_the_field_with_it() -> None:
    history = bare_room(edits.set_trueness("r1", "w2", "B–C", "plumb", (mm(24),)))
    made = laid(history)
    right = max(made.region.parts[0][0], key=lambda corner: corner[1] * 10 - corner[0])
    corners = sorted(made.region.parts[0][0])
    # w2 comes next on the walk, which is the left end of w1 as one faces it
    assert any(u == pytest.approx(24, abs=0.01) and v == pytest.approx(2400, abs=1) for u, v in corners), right


def test_what_is_narrow_is_told_with_ways_that_do() -> None:
    history = bare_room()
    made = laid(history, across="typed", start_x=mm(10), up="bottom")
    assert slivers(made, RULES)
    assert narrow_rows(made, RULES)
    offered = choices_of(made, RULES, Settings())
    assert len(offered) >= 2
    for one in offered:
        assert history.do(edits.change_field("r1", "g1", "it", **one.fields))
        after = fields_of(history.job.room("r1"), RULES)[-1]
        assert not after.fault
        left = [n for n in narrow_rows(after, RULES) if n.row.axis == 0] if "start_x" in one.fields else []
        assert not left
        assert "joint" not in one.fields or float(one.fields["joint"].mm) * 2 % 1 == 0  # spacers grow by a half
        history.undo()


def test_a_border_leaves_whole_tiles() -> None:
    history = bare_room()
    made = laid(history, border=mm(100), across="middle")
    assert made.border
    inside = max(x for piece in made.pieces for x, _ in piece.outline)
    assert inside <= 4000 - 100 - 2 + 1e-6
    area = sum(shapely.Polygon(piece.outline).area for piece in (*made.pieces, *made.border))
    assert area < 4000 * 2400
    shapes = [shapely.Polygon(piece.outline) for piece in (*made.pieces, *made.border)]
    tree = shapely.STRtree(shapes)
    for one, other in tree.query(shapes, predicate="intersects").T:
        assert one == other or shapely.area(shapely.intersection(shapes[one], shapes[other], grid_size=1e-6)) < 0.1


def test_slats_show_their_working_and_are_sawn_from_what_is_sold() -> None:
    history = bare_room()
    made = laid(history, covering=STUFF["slat-oak"])
    assert isinstance(made.covering, Slat)
    assert made.gap is not None
    # (4 000 − 89 · 30) ÷ 90 = 14.78, (4 000 − 88 · 30) ÷ 89 = 15.28: 89 is nearer to 15
    assert made.count == 89
    assert made.gap.value == pytest.approx((4000 - 89 * 30) / 90)
    edges = sorted(min(x for x, _ in piece.outline) for piece in made.pieces)
    gaps = {round(b - a - 30, 6) for a, b in itertools.pairwise(edges)}
    assert max(gaps) - min(gaps) < 1e-4
    taken = taken_of(history.job.room("r1"), RULES)[0]
    assert taken.lengths == pytest.approx((2400.0,) * 89) or len(taken.lengths) == 89
    line = next(one for one in to_buy(history.job).lines if one.key == "covering:slat-oak")
    bought = sum(size * count for size, count, _ in line.buy)
    assert bought >= sum(taken.lengths)
    ((room, _, sawn),) = line.shares
    assert (room, sawn.value) == ("r1", pytest.approx(sum(taken.lengths)))
    assert line.price == pytest.approx(bought / 1000 * 3.9, abs=0.02)


def test_long_boards_are_joined_apart_from_those_beside() -> None:
    made = laid(bare_room(), covering=replace(STUFF["board-tongue"], lengths=(2400.0,)))
    by_row: dict[int, list[float]] = {}
    for piece in made.pieces:
        xs = [x for x, _ in piece.outline]
        if max(xs) < 4000 - 1:
            by_row.setdefault(piece.number, []).append(max(xs))
    rows = sorted(by_row)
    assert len(rows) == made.count
    for row, following in itertools.pairwise(rows):
        assert all(abs(a - b) >= 300 - 1e-6 for a in by_row[row] for b in by_row[following])
    assert sum(shapely.Polygon(piece.outline).area for piece in made.pieces) == pytest.approx(9.6e6, rel=1e-6)


def test_battens_lie_over_the_joints() -> None:
    made = laid(bare_room(), covering=STUFF["board-batten"])
    assert len(made.battens) == made.count - 1
    widths = {round(piece.size[1], 3) for piece in made.pieces}
    assert len(widths) == 1


def test_paper_hangs_in_drops_and_a_mural_in_its_panels() -> None:
    history = bare_room()
    paper = Paper("p", "Paper", 10050, 530, 640, "straight", 40, "paint-shop")
    made = laid(history, covering=paper)
    taken = taken_of(history.job.room("r1"), RULES)[0]
    assert made.count == math.ceil(4000 / 530) or made.count == math.ceil(4000 / 530) + 1
    assert taken.drops == ((2560.0, made.count, False),)  # 2 400 + 100 is rounded up to four repeats
    assert isinstance(made.covering, Paper)
    short = laid(bare_room(), covering=replace(STUFF["mural-marsh"], panels=4))
    assert "mural" in short.fault
    mural = laid(bare_room(), covering=replace(STUFF["mural-marsh"], panels=7))
    assert mural.count == 7
    assert min(x for piece in mural.pieces for x, _ in piece.outline) == pytest.approx(0)


def test_cement_is_weighed_by_area_and_thickness() -> None:
    history = bare_room()
    laid(history, covering=STUFF["overlay-grey"])
    line = next(one for one in to_buy(history.job).lines if one.key == "covering:overlay-grey")
    assert line.needed.value == pytest.approx(9.6 * 3 * 1.6)
    assert line.bought_as == "3 bags of 20 kg"
    assert {"sundry:bond", "sundry:cement-sealer"} <= {one.key for one in to_buy(history.job).lines}


def test_a_floor_falls_to_its_drain_and_is_cut_along_its_seams() -> None:
    history = bare_room()
    made = laid(history, covering=STUFF["mosaic-48"], on="floor", wall="", drain=(1000.0, 1500.0))
    assert made.fall is not None
    # the farthest wall is 3 000 off: 1 in 50 of it is 60
    assert made.fall.rise == pytest.approx(60)
    assert sorted(round(plane.away) for plane in made.fall.planes) == [1000, 1500, 1500, 3000]
    assert all(plane.fall >= 0.02 - 1e-9 for plane in made.fall.planes)
    level = laid(history, covering=STUFF["mosaic-48"], on="floor", wall="")
    area = [sum(shapely.Polygon(piece.outline).area for piece in one.pieces) for one in (made, level)]
    assert area[0] == pytest.approx(area[1], rel=1e-4)  # seams cut pieces, they take nothing away
    assert "drain" in laid(history, covering=STUFF["mosaic-48"], on="floor", wall="", drain=(9000.0, 0.0)).fault


def test_what_is_covered_is_not_painted_and_wood_is_a_surface_of_its_own() -> None:
    history = bare_room()

    def nets() -> dict[str, float]:
        return {one.key: one.net.value for one in room_surfaces(history.job.room("r1"), RULES)}

    before = nets()
    laid(history, covering=STUFF["board-tongue"], top=mm(1200))
    after = nets()
    assert after["upper wall@w1"] == pytest.approx(before["upper wall@w1"] - 4.8)
    assert after["boarding@g1"] == pytest.approx(4.8)
    laid(history, covering=STUFF["slat-oak"], wall="w3")  # on laths the wall is seen between
    assert nets()["upper wall@w3"] == pytest.approx(before["upper wall@w3"])
    slats = fields_of(history.job.room("r1"), RULES)[-1]
    assert nets()["slats@g2"] == pytest.approx(sum(p.size[0] for p in slats.pieces) * (30 + 2 * 20) / 1e6)
    laid(history, covering=STUFF["floor-300"], on="floor", wall="")
    assert nets()["floor@room"] == pytest.approx(0)


@pytest.mark.parametrize(("top", "covers"), [(None, 6.48), (1800, 5.22), (1200, 3.6), (900, 2.7)])
def test_under_a_slope_a_field_covers_what_it_lies_on(top: float | None, covers: float) -> None:
    """A gable of 3 000 under a ceiling of 2 400 that falls to 1 200 over 1 200: 7.2 − 0.72 m²; up to 1 800 it is
    5.4 − 0.6 × 0.6 / 2."""
    history = bare_room(edits.set_slope("r1", "w1", "A–B", mm(1200), mm(1200)))
    made = laid(history, covering=STUFF["board-tongue"], wall="w2", top=None if top is None else mm(top))
    assert made.region.area / 1e6 == pytest.approx(covers)
    wall = next(one for one in room_surfaces(history.job.room("r1"), RULES) if one.key == "upper wall@w2")
    assert wall.gross.value == pytest.approx(6.48)
    assert wall.covered.value == pytest.approx(covers, abs=1e-6)
    assert wall.net.value == pytest.approx(6.48 - covers, abs=1e-6)
    assert (wall.net.value == 0.0) is (top is None)  # no dust is left to be painted


def test_a_raking_cornice_covers_as_much_of_a_gable_as_it_is_high() -> None:
    """100 high over the 3 000 of the gable: as much where it rakes as where it is level."""
    history = bare_room(
        edits.set_slope("r1", "w1", "A–B", mm(1200), mm(1200)),
        edits.change_trim("r1", "cornice", fitted=True),
        edits.change_trim("r1", "cornice", height=mm(100)),
        edits.change_trim("r1", "cornice", projection=mm(50)),
    )
    wall = next(one for one in room_surfaces(history.job.room("r1"), RULES) if one.key == "upper wall@w2")
    assert wall.covered.value == pytest.approx(0.3, abs=1e-6)
    assert wall.net.value == pytest.approx(6.18, abs=1e-6)


def test_a_slope_that_goes_on_under_the_floor_brings_nothing_there() -> None:
    """A ceiling of 2 400 that falls to the floor within the gable: a field on it is a triangle and what is level."""
    history = bare_room(edits.set_slope("r1", "w1", "A–B", mm(100), mm(1150)))
    history.do(edits.set_slope("r1", "w3", "C–D", mm(100), mm(1150)))
    made = laid(history, covering=STUFF["board-tongue"], wall="w2")
    assert min(y for outline, _ in made.region.parts for _, y in outline) == 0.0
    wall = next(one for one in room_surfaces(history.job.room("r1"), RULES) if one.key == "upper wall@w2")
    assert made.region.area / 1e6 == pytest.approx(wall.gross.value)
    assert wall.net.value == 0.0


def test_what_a_field_on_the_ceiling_shares_with_the_cornice_is_covered_once() -> None:
    """Boards over the half of a ceiling of 4 000 × 3 000, wall to wall, cover 6 m². A cornice 100 out covers 1.36, of
    which 3.0 × 0.1 + 2 × 1.9 × 0.1 = 0.68 are outside the boards: 12 − 6.68 stay to be painted."""
    history = bare_room(
        edits.change_trim("r1", "cornice", fitted=True), edits.change_trim("r1", "cornice", projection=mm(100))
    )

    def ceiling() -> Surface:
        return next(one for one in room_surfaces(history.job.room("r1"), RULES) if one.key == "ceiling@room")

    assert ceiling().net.value == pytest.approx(12 - 1.36)
    laid(history, covering=STUFF["board-tongue"], on="ceiling", wall="", left=mm(2000))
    assert ceiling().covered.value == pytest.approx(6.68)
    assert ceiling().net.value == pytest.approx(5.32)
    laid(history, covering=STUFF["board-tongue"], on="ceiling", wall="", left=mm(3000))  # over the first ones
    assert ceiling().net.value == pytest.approx(5.32)
    laid(history, covering=STUFF["board-tongue"], on="ceiling", wall="")
    assert ceiling().net.value == 0.0


def test_what_a_field_on_the_floor_shares_with_a_built_in_is_covered_once() -> None:
    """Tiles over the half of a floor of 12 m²; a bookcase on them takes nothing more, one beside them its own."""
    history = bare_room()

    def covered() -> float:
        return next(
            one for one in room_surfaces(history.job.room("r1"), RULES) if one.key == "floor@room"
        ).covered.value

    tiles: dict[str, Any] = {"covering": STUFF["floor-300"], "on": "floor", "wall": "", "left": mm(2000)}
    laid(history, **tiles)
    assert covered() == pytest.approx(6.0)
    run = begun(beginnings()["bookcase"], "Books", "", 1000.0)
    assert history.do(edits.build_along("r1", "w1", run, "on the tiles", mm(400), mm(200), mm(1200)))
    assert covered() == pytest.approx(6.0)
    assert history.do(edits.build_along("r1", "w1", run, "beside them", mm(400), mm(2500), mm(3500)))
    beside = standing_of(history.job.room("r1"), history.job.room("r1").casework.built_ins[1].id, RULES)
    assert beside is not None
    _, one = beside
    area = (one.right - one.left) * one.built.run.depth / 1e6
    assert 0.25 < area < 0.41
    assert covered() == pytest.approx(6.0 + area)


def test_slats_go_over_fronts_without_a_break() -> None:
    job = demo_job()
    made = next(one for one in fields_of(job.room("r2"), job.house_rules) if one.field.on == "fronts")
    assert not made.fault
    assert made.ground.joints  # doors stand side by side
    assert made.cut_by == 0
    for piece in made.pieces:
        assert any(
            shapely.Polygon(ring).buffer(0.1).contains(shapely.Polygon(piece.outline)) for ring, _ in made.region.parts
        )


def test_a_card_changes_every_field_of_it_and_stays_while_one_lies() -> None:
    history = bare_room()
    laid(history)
    tile = history.job.room("r1").walling.fields[0].covering
    assert isinstance(tile, Tile)
    assert history.do(edits.put_covering(replace(tile, joint=4)))
    assert history.job.room("r1").walling.fields[0].covering == history.job.coverings[0]
    with pytest.raises(CorniceError):
        history.do(edits.remove_covering(tile.id, tile.name))
    assert history.do(edits.remove_walled("r1", "fields", "g1", "it"))
    assert history.do(edits.remove_covering(tile.id, tile.name))


def test_a_file_whose_field_is_not_as_its_card_is_refused() -> None:
    job = demo_job()
    assert decode_json(msgspec.json.encode(job), "job") == job
    room = job.room("r5")
    field = room.walling.fields[0]
    assert isinstance(field.covering, Tile)
    wrong = replace(field, covering=replace(field.covering, joint=9.0))
    broken = replace(room, walling=replace(room.walling, fields=(wrong, *room.walling.fields[1:])))
    bad: Job = replace(job, rooms=tuple(broken if one.id == "r5" else one for one in job.rooms))
    with pytest.raises(CorniceError, match="card"):
        decode_json(msgspec.json.encode(bad), "job")


def test_whole_repeats_end_at_both_ends() -> None:
    assert whole_repeats(4000, 300) == (13, pytest.approx(4000 / 13))
    for length in range(500, 5000, 97):
        count, exact = whole_repeats(length, 230)
        assert count * exact == pytest.approx(length)
        assert all(abs(exact - 230) <= abs(length / other - 230) + 1e-9 for other in range(1, 40))


def test_a_field_inside_an_outline_of_its_own() -> None:
    """A triangle of 2 000 × 1 000: 1 m², of which a quarter is over 500; beyond the wall there is nothing."""
    ring = ((1000.0, 0.0), (3000.0, 0.0), (2000.0, 1000.0))
    made = laid(bare_room(), outline=ring)
    assert made.area is not None
    assert made.area.value == pytest.approx(1.0)
    triangle = shapely.Polygon(ring)
    assert all(triangle.buffer(1e-3).contains(shapely.Polygon(piece.outline)) for piece in made.pieces)
    upper = laid(bare_room(), outline=ring, bottom=mm(500))
    assert upper.area is not None
    assert upper.area.value == pytest.approx(0.25)
    beyond = laid(bare_room(), outline=((3000.0, 0.0), (5000.0, 0.0), (5000.0, 1000.0), (3000.0, 1000.0)))
    assert beyond.area is not None
    assert beyond.area.value == pytest.approx(1.0)  # the wall ends at 4 000
    for covering in ("slat-oak", "board-tongue", "paper-leaf"):
        known = STUFF.get(covering)
        if known is not None:
            inside = laid(bare_room(), covering=known, outline=ring)
            assert not inside.fault
            assert all(triangle.buffer(1e-3).contains(shapely.Polygon(piece.outline)) for piece in inside.pieces)


def test_an_outline_that_crosses_itself_is_told_and_kept() -> None:
    history = bare_room()
    made = laid(history, outline=((0.0, 0.0), (1000.0, 1000.0), (1000.0, 0.0), (0.0, 1000.0)))
    assert "crosses itself" in made.fault
    raw = msgspec.json.encode(history.job)
    assert decode_json(raw, "it") == history.job
    with pytest.raises(CorniceError):
        decode_json(raw.replace(b"[[0.0,0.0],[1000.0,1000.0],[1000.0,0.0],[0.0,1000.0]]", b"[[0.0,0.0]]"), "it")


def test_what_is_ripped_off_one_end_serves_the_other() -> None:
    """Boards that show 96 upright over 4 000, held 30 from the left: 30 there, 41 whole, 34 at the right; both strips
    come out of one board, so 42 are sawn for 43 that hang."""
    history = bare_room()
    made = laid(history, covering=STUFF["board-tongue"], way="upright", across="typed", start_x=mm(30))
    (taken,) = taken_of(history.job.room("r1"), {})
    assert len(made.pieces) == 43
    assert len(taken.lengths) == 42
    assert taken.amount is not None
    assert taken.amount.value == pytest.approx(42 * 2400.0)
    assert "1 more comes out of what is ripped off" in taken.amount.note
    assert history.do(edits.change_field("r1", "g1", "x", across="left"))
    (taken,) = taken_of(history.job.room("r1"), {})
    assert len(taken.lengths) == 42  # 41 whole and 64, with nothing to go with it


def test_what_is_left_of_the_length_of_a_tile_is_a_sliver_too() -> None:
    """Tiles of 200 × 100 with joints of 2, running, on 3 100 × 2 400: every other row has 15 whole ones (3 028) and
    34 at each end, more than a third of 100 but not of 200. Up it is 23 of 100 (2 344) and 26 at each end, or 22 and
    77. Begun 34 further left, rows begin with a whole one or 101 and end with 68 or 169."""
    made = laid(bare_room(), covering=STUFF["tile-brick"], right=mm(3100))
    left = [piece for piece in made.pieces if piece.size[0] == pytest.approx(34.0)]
    assert len(left) in (22, 24)  # two in every other row of 24
    assert set(slivers(made, RULES)) == set(left)
    (moved,) = (way for way in choices_of(made, RULES, Settings()) if way.settles and "start_x" in way.fields)
    again = laid(bare_room(), covering=STUFF["tile-brick"], right=mm(3100), **moved.fields)
    assert again.pieces
    assert not slivers(again, RULES)


def test_only_whole_tiles_in_the_middle() -> None:
    """Tiles of 150 with joints of 2 on 4 000 × 2 400: 26 across come to 3 950 and leave 25 at each side, 15 up to
    2 278 and leave 61; what they leave is painted. Round a window those that it cuts stay away."""
    made = laid(bare_room(), only_whole=True)
    assert len(made.pieces) == 26 * 15
    assert all(piece.whole for piece in made.pieces)
    assert made.region.bounds == pytest.approx((25.0, 61.0, 3975.0, 2339.0))
    assert made.area is not None
    assert made.area.value == pytest.approx(3.95 * 2.278)
    history = bare_room(edits.add_opening("r1", "window", "w1", mm(1500)))
    made = laid(history, only_whole=True)
    bare = next(one for one in room_surfaces(history.job.room("r1"), {}) if one.wall_id == "w1")
    assert 0 < len(made.pieces) < 26 * 15
    assert made.area is not None
    assert bare.net.value == pytest.approx(bare.gross.value - bare.openings.value - made.area.value, abs=1e-3)
    assert not slivers(made, {})
    assert "No whole one" in laid(bare_room(), only_whole=True, right=mm(100)).fault
    assert "Only whole ones" in laid(bare_room(), only_whole=True, border=mm(80)).fault
