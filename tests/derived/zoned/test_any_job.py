"""Whatever stands in whatever room: what follows from it is finite, in its limits, and agrees with itself."""

from __future__ import annotations

import math

import pytest

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coloured.house_colours import links_of, mends
from narrow_cornice.derived.coloured.room_palette import palette_of_room
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.zoned.clear import clear_of
from narrow_cornice.derived.zoned.dressed import dressed_of
from narrow_cornice.derived.zoned.free_walls import free_walls
from narrow_cornice.derived.zoned.sights import sight_from, viewpoints
from narrow_cornice.derived.zoned.ways import ways_of
from narrow_cornice.derived.zoned.zone_light import zone_light
from narrow_cornice.drawing.dressed_wall import dressed_wall
from narrow_cornice.drawing.elevation import wall_elevation
from narrow_cornice.drawing.floor_cloth import floor_cloth
from narrow_cornice.drawing.house_string import house_string
from narrow_cornice.drawing.light_plan import light_plan
from narrow_cornice.drawing.marks import Label
from narrow_cornice.exchange.zones_csv import zones_table
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.review.second_look import second_look
from random_jobs import random_job
from thorough import many


# 22: a door of two leaves that hits a piece with both; 23: a curtain across a room under a slope that ends over it.
@pytest.mark.parametrize("seed", sorted({*range(many(2, 60)), 22, 23}))
def test_every_room_of_any_job_is_worked_out(seed: int) -> None:
    job = random_job(seed)
    rules = job.house_rules
    assert decode_job(encode_job(job), "again") == job
    for room in job.rooms:
        there = {piece.id for piece in room.zones.pieces}
        clear = clear_of(room, rules)
        assert {one.piece for one in (*clear.short, *clear.overlaps, *clear.too_tall, *clear.before)} <= there
        assert all(one.wanted.reach > one.there_is >= 0 for one in clear.short)
        for way in ways_of(room, rules):
            assert 0 <= way.width < 1e5
        for view in viewpoints(room, rules):
            seen = sight_from(room, rules, view.id)
            assert seen is None or 0 <= seen.share <= 1.0001
        measured = measured_room(room, rules)
        for free in free_walls(room, rules).stretches:
            assert -1e-6 <= free.start < free.end <= measured.faces[free.wall].length + 1e-6
        for light in zone_light(room, rules, job.paints, job.colours):
            assert light.has is None or (math.isfinite(light.has.value) and light.has.value >= 0)
        for dressed in dressed_of(room, rules, job.fabrics):
            assert dressed.fault or dressed.cloth is None or dressed.cloth.value > 0
        shares = [shade.area.value for shade in palette_of_room(job, room)]
        assert all(value > 0 for value in shares)
        if measured.fault:
            continue
        drawings = [
            floor_cloth(room, rules, job.colours, job.settings, 0.0, "", show) for show in ("zones", "pieces", "sight")
        ]
        drawings.append(light_plan(room, rules, job.paints, job.colours, job.settings, 0.0))
        wall = room.measured.walls[0].id
        bare = wall_elevation(room, rules, job.colours, job.settings, wall, job.pictures)
        drawings.append(dressed_wall(bare, room, rules, job.fabrics, wall))
        for drawing in drawings:
            assert all(map(math.isfinite, drawing.bounds))
            assert all(mark.text for mark in drawing.marks if isinstance(mark, Label))
    for link in links_of(job):
        assert {mend.room for mend in mends(job, link)} <= {link.first, link.second}
    assert house_string(job, job.rooms[0].id).title
    assert zones_table(job).count("\n") >= sum(len(room.zones.pieces) for room in job.rooms)
    assert all(line.price >= 0 for line in to_buy(job).lines)
    assert len({one.key for one in second_look(job)}) == len(second_look(job))
