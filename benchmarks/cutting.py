"""Lengths and sheets cut, and a bay changed."""

from __future__ import annotations

import random
import time

from msgspec.structs import replace
from timing import RUNS, median

from narrow_cornice.cutting.sheet_plans import Part, Saw, SheetKind
from narrow_cornice.cutting.sheets import sheet_plan
from narrow_cornice.job import edits
from narrow_cornice.job.history import History
from narrow_cornice.job.samples import demo_job
from narrow_cornice.units.lengths import parse_length


def lengths_to_buy() -> None:
    """Cutting plans of made-up jobs: how far over their proven bound they are, and how long they take."""
    from narrow_cornice.cutting.bars import cut_plan
    from narrow_cornice.cutting.first_fit import first_fit
    from narrow_cornice.cutting.plans import BarKind, price_of

    for many, kinds, left, seconds, jobs in (
        (25, 1, 0, 10, 5),
        (25, 3, 2, 10, 5),
        (60, 1, 0, 10, 8),
        (120, 1, 0, 10, 8),
        (60, 4, 3, 10, 4),
        (120, 4, 3, 10, 4),
        (600, 1, 0, 60, 1),
        (600, 4, 3, 60, 1),
    ):
        over, bars, times, proven, saved = [], [], [], 0, []
        for seed in range(jobs):
            chance = random.Random(seed * 1000 + many + kinds)
            pieces = [float(chance.randint(250, 4200)) for _ in range(many)]
            stock = [
                BarKind(f"{one}", float(one), round(one / 1000 * chance.uniform(4.2, 4.6), 2))
                for one in (3600, 4200, 4800, 5400)[-kinds:]
            ]
            stock += [BarKind(f"left over {n}", float(chance.randint(800, 2300)), 0.0, 1) for n in range(left)]
            plan = cut_plan(pieces, stock, 3.0, seconds)
            quick = first_fit(pieces, stock, 3.0)
            over.append(plan.price / plan.bound - 1.0)
            bars.append((plan.price - plan.bound) / max(one.price for one in stock))
            times.append(plan.seconds)
            proven += plan.proven
            saved.append(1.0 - plan.price / price_of(quick, stock) if quick else 0.0)
        print(
            f"{many} pieces, {kinds} stock lengths, {left} left-overs: at most {100 * max(over):.2f} % or "
            f"{max(bars):.2f} bars over the bound, proven {proven} of {jobs}, median {median(times):.1f} s, longest "
            f"{max(times):.1f} s; {100 * sum(saved) / jobs:.1f} % under first-fit"
        )


def sheets_to_cut() -> None:
    """Cut the parts of built-ins of 60 to 200 parts from sheets, ten seconds each, and hold each to its own bound."""
    saw, kind = Saw(4, 10), SheetKind("ply 18", 2440, 1220, 1.0)
    over, proven, times = [], 0, []
    for seed, count in enumerate((60, 90, 120, 160, 200)):
        plan = sheet_plan(_parts_of_a_wall(seed, count), [kind], saw, 10.0)
        over.append(round(plan.price - plan.bound))
        proven += plan.proven
        times.append(plan.seconds)
    print(
        f"5 built-ins of 60 to 200 parts: {over} sheets over the bound (aim 1 at most), {proven} proven, "
        f"longest {max(times):.1f} s"
    )


def _parts_of_a_wall(seed: int, count: int) -> list[Part]:
    """Return the parts of a random wall of units."""
    chance, parts = random.Random(seed), list[Part]()
    while len(parts) < count:
        tall = chance.choice([720, 900, 1200, 1800, 2100, 2315, 2400 - chance.randrange(120)])
        deep, wide, alike = (
            chance.choice([270, 300, 350, 450, 560, 600]),
            chance.randrange(300, 1000),
            chance.randrange(1, 5),
        )
        parts += [Part(tall, deep)] * (2 * alike) + [Part(wide - 36, deep)] * (2 * alike)
        parts += [Part(wide - 38, deep - 20, False)] * (chance.randrange(1, 6) * alike)
        if chance.random() < 0.6:
            parts += [Part(tall - 4, wide / 2 - 3)] * (2 * alike) if wide > 600 else [Part(tall - 4, wide - 3)] * alike
    return parts[:count]


def one_bay() -> None:
    """Change a run of 12 bays and 200 parts: its drawing, parts, strength and second look anew, its sheets counted."""
    from narrow_cornice.derived.bought.tally import tally
    from narrow_cornice.derived.built.parts import parts_of
    from narrow_cornice.derived.built.shelves import shelves_of
    from narrow_cornice.drawing.built import built_in_drawing
    from narrow_cornice.job.casework import BayWish, BuiltIn, Casework, CompartmentWish
    from narrow_cornice.review.second_look import second_look

    demo = demo_job()
    room = demo.rooms[0]
    places = tuple(replace(one, wall="w1", across=()) if one.id == "e1" else one for one in room.measured.recesses)
    low = parse_length("700")
    doors = CompartmentWish("s1", count=1, front="doors", height=low)
    drawers = CompartmentWish("s1", "drawers", 2, height=low)
    above = CompartmentWish("s2", count=5)
    bays = tuple(BayWish(f"b{n}", None, (drawers if n % 2 else doors, above)) for n in range(12))
    run = BuiltIn("c1", "wall of storage", "e1", bays)
    room = replace(room, measured=replace(room.measured, recesses=places), casework=Casework((run,)))
    history = History(replace(demo, rooms=(room, *demo.rooms[1:])))
    shown, counted = [], []
    for number in range(RUNS * 2):
        begin = time.perf_counter()
        history.do(edits.change_compartment("r1", "c1", "b3", "s2", count=6 + number % 3))
        job = history.job
        room, run = job.rooms[0], job.rooms[0].casework.built_ins[0]
        built_in_drawing(room, job.house_rules, job.settings, False)
        parts = parts_of(room, run, job.house_rules)
        shelves_of(room, run, job.house_rules)
        drawn = time.perf_counter()
        tally(job)
        sheets = time.perf_counter()
        second_look(job)
        shown.append(drawn - begin + time.perf_counter() - sheets)
        counted.append(sheets - drawn)
    print(
        f"a bay of {len(bays)} and {sum(part.count for part in parts)} parts changed: drawing, parts, strength and "
        f"second look in {median(shown) * 1000:.1f} ms (aim 30), sheets counted in {median(counted) * 1000:.0f} ms"
    )
