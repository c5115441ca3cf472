"""Rooms lit, and seen in perspective."""

from __future__ import annotations

import itertools
import statistics
import time
from functools import partial

from timing import RUNS, median, timed

from narrow_cornice.job.samples import demo_job


def light() -> None:
    """How surfaces light one another, at some 1 500 patches: a plain room and an angled one, converged to 1 %."""
    from narrow_cornice.colour.form_factors import form_factors
    from narrow_cornice.colour.interreflection import Shining, lit
    from narrow_cornice.colour.patches import Part, Solid, box, patches_of

    corner = ((0, 0), (5, 0), (5, 2), (3, 2), (3, 4), (0, 4))
    angled = Solid(corner, tuple(((0.0, 2.7), (d, 2.7)) for d in (5, 2, 2, 2, 3, 4)), (Part(corner, 2.7),))
    for name, solid, size in (("a room", box(5, 4, 2.7), 0.25), ("an angled room", angled, 0.22)):
        patches = patches_of(solid, size)
        lamp = Shining((1.0, 1.0, 2.4), 1000, 1, 1)
        spent = median(timed(partial(lit, patches, solid.outline, 0.5, [lamp]), 3))
        alone = median(timed(partial(form_factors, patches, solid.outline), 3))
        print(
            f"light in {name} of {len(patches.areas)} patches: {spent * 1000:.0f} ms (aim 1 000), "
            f"{alone / spent:.0%} of it form factors"
        )


def rooms_in_perspective() -> None:
    """See a room of 12 000 faces from one eye after another, put it in order once, and the rooms of the demo."""
    from narrow_cornice.boards.plain import plain_room
    from narrow_cornice.boards.viewpoints import viewpoint_of
    from narrow_cornice.drawing.coloured import drawn_colours
    from narrow_cornice.drawing.in_perspective.room_in_perspective import room_in_perspective, scene_of
    from narrow_cornice.perspective.arranged import arranged
    from narrow_cornice.perspective.bodies import Body, Face, Sheet, flat, plane_through, prism
    from narrow_cornice.perspective.eye import Eye
    from narrow_cornice.perspective.seen import seen_from

    outline = [(0.0, 0.0), (6.0, 0.0), (6.0, 3.0), (4.0, 3.0), (4.0, 5.0), (0.0, 5.0)]
    bodies: list[Body] = []
    for (x0, y0), (x1, y1) in zip(outline, [*outline[1:], outline[0]], strict=True):
        ring = ((x0, y0, 0.0), (x1, y1, 0.0), (x1, y1, 2.6), (x0, y0, 2.6))
        faces = [Face(ring, 0)]
        for column, line in itertools.product(range(50), range(33)):  # tiles
            a, b, low, high = column / 50, (column + 0.95) / 50, 2.6 * line / 33, 2.6 * (line + 0.95) / 33
            (ax, ay), (bx, by) = ((x0 + (x1 - x0) * s, y0 + (y1 - y0) * s) for s in (a, b))
            faces.append(Face(((ax, ay, low), (bx, by, low), (bx, by, high), (ax, ay, high)), 1))
        plane = plane_through(ring)
        bodies.append(Body((Sheet(plane, faces),), (plane,)))
    bodies += [flat([(x, y, z) for x, y in way], 2) for z, way in ((0.0, outline), (2.6, outline[::-1]))]
    for column, line in itertools.product(range(10), range(45)):
        x, y, z = 0.3 + 0.5 * column, 0.2 + 0.1 * line, 0.5 * (line % 5)
        if not (x > 3.6 and y > 2.7):
            bodies.append(prism([(x, y), (x + 0.3, y), (x + 0.3, y + 0.05), (x, y + 0.05)], z, z + 0.4, [3] * 6))
    count = sum(len(sheet.faces) for body in bodies for sheet in body.sheets)
    begin = time.perf_counter()
    there = arranged(bodies)
    ordered = time.perf_counter() - begin
    times = []
    for turn in range(RUNS * 3):
        eye = Eye((0.2, 0.2, 1.5), (3.0, 1.5 + 0.1 * turn, 1.2), 70.0, (1280.0, 800.0))
        begin = time.perf_counter()
        seen_from(there, eye)
        times.append(time.perf_counter() - begin)
    print(
        f"a room of {count} faces in {len(bodies)} bodies: seen from another eye in "
        f"{statistics.median(times) * 1000:.0f} ms (aim 100), put in order once in {ordered * 1000:.0f} ms"
    )
    job = demo_job()
    colours, fabrics = drawn_colours(job.colours, job.coverings), tuple(job.fabrics)
    orders, moves = [], []
    for room in job.rooms:
        view = viewpoint_of(room, job.house_rules)
        if view is None:
            continue
        begin = time.perf_counter()
        scene_of(plain_room(room), job.house_rules, job.paints, colours, fabrics, False)
        orders.append(time.perf_counter() - begin)
        begin = time.perf_counter()
        room_in_perspective(room, job.house_rules, job.paints, colours, fabrics, view)
        moves.append(time.perf_counter() - begin)
    print(
        f"rooms of the demo: put in order in {min(orders) * 1000:.0f} to {max(orders) * 1000:.0f} ms (aside), "
        f"drawn from another eye in {min(moves) * 1000:.0f} to {max(moves) * 1000:.0f} ms"
    )
