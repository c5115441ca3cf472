"""The demo and random jobs counted again by other means: surfaces by sampling, runs by walking, litres, tins, bars and
prices by plain sums. Where the two disagree one of them is wrong."""

from __future__ import annotations

import itertools
from collections import Counter

import pytest

from narrow_cornice.derived.bought.lines import InLengths, InTins, LineToBuy
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.trimwork.cut_list import cut_list
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom, trimmed_room
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.samples import demo_job
from narrow_cornice.trim.kinds import WALL_KINDS
from narrow_cornice.units.show import METRIC
from random_jobs import random_job
from thorough import THOROUGH, many
from walked import Walked

SEEDS = (-1, *range(many(3, 200)))  # −1 is the demo
STEP = 5.0 if THOROUGH else 9.0  # mm between the places that are sampled
NEAR_WALL, NEAR_CEILING, NEAR_RUN = (0.04, 0.04, 20.0) if THOROUGH else (0.08, 0.06, 20.0)  # m², m², mm
LOSS = {"brush": 0.05, "roller": 0.10, "spray": 0.25}
TEXTURE = {"smooth": 1.0, "light texture": 1.15, "heavy": 1.3, "brick": 1.4, "rough-sawn": 1.8}


def job_of(seed: int) -> Job:
    return demo_job() if seed < 0 else random_job(seed)


def trimmed(job: Job) -> list[tuple[Room, TrimmedRoom]]:
    each = ((room, trimmed_room(room, job.house_rules)) for room in job.rooms)
    return [(room, one) for room, one in each if one is not None]


@pytest.mark.parametrize("seed", SEEDS)
def test_walls_ceilings_and_runs_are_what_walking_the_rooms_finds(seed: int) -> None:
    job = job_of(seed)
    sampled = counted = 0.0
    for room, one in trimmed(job):
        walked = Walked(one, job.house_rules)
        surfaces = room_surfaces(room, job.house_rules)
        dust = [one for one in surfaces if one.net.value < 0 or 0 < one.net.value < 1e-6]
        assert dust == [], "what is wholly covered is neither painted nor paid"
        nets: Counter[str] = Counter()
        for surface in surfaces:
            if surface.kind == "wall" and surface.wall_id:
                nets[surface.wall_id] += surface.net.value  # type: ignore[assignment]
        for index, wall in enumerate(room.measured.walls):
            found = walked.painted_wall(index, STEP)
            sampled, counted = sampled + found, counted + nets[wall.id]
            assert found == pytest.approx(nets[wall.id], rel=0.02, abs=NEAR_WALL), (seed, room.id, wall.id)
        if one.measured.ceiling.flat:
            net = next(surface.net.value for surface in surfaces if surface.key == "ceiling@room")
            found = walked.painted_ceiling(1.37 * STEP)
            sampled, counted = sampled + found, counted + net
            assert found == pytest.approx(net, rel=0.012, abs=NEAR_CEILING), (seed, room.id)
        floor = next(surface.net.value for surface in surfaces if surface.kind == "floor")
        assert walked.free_floor(1.37 * STEP) == pytest.approx(floor, rel=0.012, abs=NEAR_CEILING), (seed, room.id)
        for kind, old in itertools.product(WALL_KINDS, (False, True)):
            along = [run for run in one.runs if run.kind == kind and run.part == "along" and run.there is old]
            length = sum(run.length.value for run in along)
            assert walked.length_of(kind, old=old) == pytest.approx(length, abs=NEAR_RUN), (seed, room.id, kind)
    assert sampled == pytest.approx(counted, rel=0.005), seed  # of the whole job within half a per cent


DRINKS = {"": 1.0, "pine": 1.0, "larch": 0.9}  # how much more of a stain than smooth softwood


def litres_by_hand(job: Job) -> Counter[str]:
    """Litres by line: area × coats × texture over what a litre spreads, the first coat on bare stuff a third more."""
    rules = job.house_rules
    thirsty = rules.get("bare_first_coat", 1.3)
    made: Counter[str] = Counter()
    for room in job.rooms:
        for one in coated_surfaces(room, job.house_rules, job.paints, job.colours):
            if one.paint is None or one.coats is None:
                continue
            finish = one.finish
            bare = one.state == "bare"
            wood = DRINKS[finish.species] if one.paint.stains else 1.0

            def used(paint, area, coats, drinks, method=finish.method, texture=finish.texture):  # type: ignore[no-untyped-def]
                spread = 10 * paint.solids / paint.film * (1 - LOSS[method])
                return area * (coats - 1 + thirsty if drinks else coats) * TEXTURE[texture] / spread

            area, coats = one.surface.net.value, one.coats.value
            key = f"paint:{one.paint.id}:{one.colour.id if one.colour else ''}"
            made[key] += used(one.paint, area, coats, bare and one.primer is None) * wood
            if one.primer is not None and one.primer_litres is not None:
                tint = one.tint.id if one.tint else ""
                share = one.primer_litres.value / max(used(one.primer, area, 1, bare), 1e-12)
                assert share <= 1 + 1e-9  # all of it, or patches of it
                made[f"paint:{one.primer.id}:{tint}"] += one.primer_litres.value  # type: ignore[assignment]
    return made


def cheapest(needed: float, sizes: list[tuple[float, float]]) -> float:
    """Return the price of the cheapest tins that hold so many litres, by trying every set of them."""
    counts = [range(int(needed / size) + 2) for size, _ in sizes]
    best = float("inf")
    for chosen in itertools.product(*counts):
        if sum(count * size for count, (size, _) in zip(chosen, sizes, strict=True)) >= needed - 1e-9:
            best = min(best, sum(count * price for count, (_, price) in zip(chosen, sizes, strict=True)))
    return best


def bars_hold_their_pieces(job: Job, line: LineToBuy, goods: InLengths) -> None:
    """Every piece of the cut list on one bar, with kerfs, allowances and squared ends, and the bars paid for."""
    rules = {"kerf": 3.0, "piece_allowance": 5.0, "bar_ends": 10.0, **job.house_rules}
    between = rules["kerf"] + rules["piece_allowance"]
    lost = min(2 * rules["bar_ends"] + rules["piece_allowance"], min(goods.sold) / 2)
    held = sorted(index for bar in goods.bars.bars for index, _ in bar.pieces)
    assert held == list(range(len(goods.cuts))), line.key
    for bar in goods.bars.bars:
        lengths = [goods.cuts[index][1] for index, _ in bar.pieces]
        assert sum(lengths) + between * (len(lengths) - 1) <= bar.stock - lost + 0.2, line.key


@pytest.mark.parametrize("seed", SEEDS)
def test_what_is_bought_is_what_plain_sums_come_to(seed: int) -> None:
    job = job_of(seed)
    everything = to_buy(job)
    litres = litres_by_hand(job)
    assert {line.key for line in everything.lines if line.kind == "paint"} == {
        key for key, amount in litres.items() if amount > 0
    }
    cut: Counter[str] = Counter()
    for room, _ in trimmed(job):
        for piece in cut_list(room, job.house_rules, job.milled, job.joinery):
            cut[piece.kind] += piece.to_saw  # type: ignore[assignment]
    sawn: Counter[str] = Counter()
    for line in everything.lines:
        assert line.price == pytest.approx(sum(price for _, _, price in line.buy), abs=0.011), line.key
        if isinstance(line.goods, InTins):
            parts = sum(len(share[2].inputs) or 1 for share in line.shares)
            reserve = max(0.05 * litres[line.key], 0.25)
            if not {"reserve_share", "reserve_least"} & set(job.house_rules):
                assert line.needed.value == pytest.approx(litres[line.key] + reserve, abs=0.01 * (parts + 1)), line.key
            sizes = [(size.litres, size.price) for size in line.goods.paint.sizes]
            if sum(int(line.needed.value / size) + 2 for size, _ in sizes) < 60:
                there = sum(tin.litres for tin in line.goods.there)
                held = max(line.needed.value, line.needed.rounded(METRIC)) - there  # the tins hold what is shown
                assert line.price == pytest.approx(cheapest(held, sizes), abs=0.011), line.key
            there = sum(tin.litres for tin in line.goods.there)
            assert sum(size * count for size, count, _ in line.buy) >= line.needed.value - there - 1e-9
        if isinstance(line.goods, InLengths):
            bars_hold_their_pieces(job, line, line.goods)
            if line.goods.trim is None:  # slats and boards, which the cut list of trim does not hold
                continue
            for _, length, _ in line.goods.cuts:
                sawn[line.key] += length  # type: ignore[assignment]
    if not everything.unsold and not any("No board" in words for words in everything.missing):
        assert sum(sawn.values()) == pytest.approx(sum(cut.values()), abs=1.0)  # no piece is cut from nothing
    assert everything.price == pytest.approx(sum(line.price for line in everything.lines), abs=0.01)
