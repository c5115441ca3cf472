"""The list is complete: every surface, piece of trim, part and repair of the demo and of random jobs has a line with a
share for its room, or what is left out is told in words."""

from __future__ import annotations

from collections import Counter

import pytest

from narrow_cornice.derived.bought.lines import InLengths, InSheets, counted_rooms
from narrow_cornice.derived.bought.sundries.source import sundry_needs
from narrow_cornice.derived.bought.to_buy import ToBuy, to_buy
from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.derived.built.parts import hardware_of, parts_of
from narrow_cornice.derived.built.sheets import cut_boards
from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.coated.coverings import covering_line, room_coverings
from narrow_cornice.derived.coated.repairs import room_repairs
from narrow_cornice.derived.trimwork.cut_list import cut_list
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.finishes.repairs import repair_kinds
from narrow_cornice.finishes.sundries import sundries
from narrow_cornice.job.finishes import group_and_thing
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.samples import demo_job
from random_jobs import random_job
from thorough import many

SEEDS = (-1, *range(500, 500 + many(3, 150)))  # −1 is the demo


@pytest.fixture(scope="module", params=SEEDS)
def job(request: pytest.FixtureRequest) -> Job:
    return demo_job() if request.param < 0 else random_job(request.param)


def rooms_of(everything: ToBuy, key: str) -> set[str]:
    """Return the rooms that have a share of a line, none where there is no such line."""
    return {room for line in everything.lines if line.key == key for room, _, _ in line.shares}


def told(everything: ToBuy, room: Room) -> str:
    return " ".join(words for words in everything.left_out if room.name[:40] in words)


def test_every_surface_has_its_paint_and_primer_or_is_told(job: Job) -> None:
    everything = to_buy(job)
    for room in job.rooms:
        bare = 0
        for one in coated_surfaces(room, job.house_rules, job.paints, job.colours):
            if one.paint is None:
                bare += one.waits
                assert one.waits or one.left or one.finish.covering  # a stated exemption: it stays as it is
                continue
            assert one.coats is not None
            assert one.coats.value >= 1
            if one.surface.net.value > 0:
                key = f"paint:{one.paint.id}:{one.colour.id if one.colour else ''}"
                assert room.id in rooms_of(everything, key), (room.name, one.surface.key)
            if one.primer is not None and one.primer_litres is not None and one.primer_litres.value > 0:
                key = f"paint:{one.primer.id}:{one.tint.id if one.tint else ''}"
                assert room.id in rooms_of(everything, key), (room.name, one.surface.key)
        if bare:
            assert f"{bare} surface{'s' * (bare > 1)}" in told(everything, room)


def test_every_piece_of_trim_is_on_a_bar_or_is_told(job: Job) -> None:
    everything = to_buy(job)
    sawn: Counter[str] = Counter()
    for line in everything.lines:
        if isinstance(line.goods, InLengths):
            sawn[line.kind] += len(line.goods.cuts)
            assert len(line.goods.cuts) == sum(len(bar.pieces) for bar in line.goods.bars.bars)
    pieces = [piece for room in job.rooms for piece in cut_list(room, job.house_rules, job.milled, job.joinery)]
    lost = len(pieces) - sum(sawn.values())
    assert lost <= 0 or everything.unsold or any("No board" in words for words in everything.missing)


def test_every_part_is_on_a_sheet_and_every_fitting_in_a_pack(job: Job) -> None:
    everything = to_buy(job)
    parts, sheets, timber = Counter[str](), Counter[str](), 0
    for room in job.rooms:
        for run in room.casework.built_ins:
            if built_in_of(room, run, job.house_rules).fault:
                assert not parts_of(room, run, job.house_rules)
            for part in parts_of(room, run, job.house_rules):
                parts[f"board:{part.board}"] += part.count if part.board else 0
                timber += not part.board
            for key, amount in hardware_of(room, run, job.house_rules).items():
                assert amount == 0 or room.id in rooms_of(everything, f"hardware:{key}"), (run.name, key)
    for line in everything.lines:
        if isinstance(line.goods, InSheets):
            sheets[line.key] += len(line.goods.cut.parts)
            placed = Counter(one.part for sheet in line.goods.cut.plan.sheets for one in sheet.placed)
            assert placed == Counter(range(len(line.goods.cut.parts))), line.key
    for cut in cut_boards(job):
        sheets[f"board:{cut.board}"] += len(cut.too_large)
        assert all(any(f"A {one.kind} of" in words for words in everything.missing) for one in cut.too_large)
    del parts["board:"]
    assert +sheets == +parts
    assert not timber or any(line.kind in ("timber", "hardware") for line in everything.lines)


def test_every_repair_has_its_materials_or_needs_none(job: Job) -> None:
    everything = to_buy(job)
    for room in job.rooms:
        for repair in room_repairs(room):
            wanted = {need for need, amount in repair.needs if amount.value > 0}
            assert all(room.id in rooms_of(everything, f"repair:{key}") for key in wanted)
            assert {key for key, _ in repair.needs} == set(repair.kind.needs)
    assert any(not kind.needs for kind in repair_kinds().values())  # some are work alone, or paint


def test_every_paper_tile_piece_and_block_is_on_a_line_or_is_told(job: Job) -> None:
    everything = to_buy(job)
    for room in job.rooms:
        tables = (room, job.house_rules, job.paints, job.colours)
        covered = room_coverings(*tables, job.coverings)
        coated = {one.surface.key: one for one in coated_surfaces(*tables)}
        for key, one in coated.items():
            if one.finish.covering is None or one.left or one.surface.net.value <= 0:
                continue
            assert key in covered
            if covered[key].fault:
                assert covered[key].fault in " ".join(everything.missing)
            else:
                assert room.id in rooms_of(everything, covering_line(one.finish.covering))
        things = {group_and_thing(key)[1] for key in coated}
        faces = {side.id for side in room.measured.walls}
        assert {piece.id for piece in room.finishes.pieces} <= things
        if trimmed_room(room, job.house_rules) is not None:
            assert {block.id for block in room.finishes.blocks if block.wall in faces} <= things
    for key, sundry in sundries().items():
        for room in counted_rooms(job):
            if key in sundry_needs(room, job.house_rules, job.paints, job.colours):
                assert room.id in rooms_of(everything, f"sundry:{key}"), sundry.name
