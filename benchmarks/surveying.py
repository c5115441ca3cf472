"""Files of large jobs; simulated rooms surveyed, and a room of forty corners drawn."""

from __future__ import annotations

import random
import sys
from collections.abc import Callable
from pathlib import Path

from timing import median, timed
from windows import many_rooms

from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.job.file import read_job, write_job
from narrow_cornice.memo import let_go


def files(home: str) -> None:
    job = many_rooms(60)
    path = Path(home) / "big.cornice"
    saved = median(timed(lambda: write_job(path, job)))
    opened = median(timed(lambda: read_job(path)))
    print(f"60-room job ({path.stat().st_size / 1024:.0f} kB): save {saved * 1000:.0f} ms, open {opened * 1000:.0f} ms")


def survey(home: str) -> None:
    """Simulated rooms: how much better than the compass rule, blunders found, bands held, and the time it takes."""
    sys.path.insert(0, str(Path(__file__).parent.parent / "tests"))
    import math

    import numpy as np

    from narrow_cornice.survey.doubt import next_reading
    from narrow_cornice.survey.envelope import Across, Usual, clear_width
    from narrow_cornice.survey.network import adjusted
    from narrow_cornice.survey.starting_figure import solved
    from simulated import readings_of, surveyed, true_angle, true_room

    for kind in ("third", "corners"):
        found = surveyed(random.Random(17), kind, 200)
        what = "a third of the diagonals" if kind == "third" else "as many diagonals as corners"
        print(
            f"200 rooms, {what}: error {found.ratio:.3f} of the compass rule's (aim 0.35), "
            f"blunder of 12 sigma named first {100 * found.named:.1f} % (aim 95), "
            f"true side in its 95 % band {100 * found.inside:.1f} % (aim 93 to 97)"
        )
    chance = random.Random(3)
    points = true_room(chance, 40)
    readings = readings_of(chance, points, "corners")
    start = solved(readings, 40).points
    settle_time = median(timed(lambda: adjusted(readings, start), 40))
    whole = median(timed(lambda: solved(readings, 40), 20))
    network = solved(readings, 40)
    following = median(timed(lambda: next_reading(network), 20))
    print(
        f"40 corners, {len(readings)} readings: adjusted in {settle_time * 1000:.1f} ms, from the walk on in "
        f"{whole * 1000:.1f} ms (aim 20), next reading in {following * 1000:.1f} ms"
    )
    painted_survey(points, true_angle)
    usual, failed, many = Usual(), 0, 10_000
    dice = np.random.default_rng(1)
    for _ in range(many):
        lean = usual.lean / 1000 * math.sqrt(2)
        c = dice.normal(0, [1, 0.01, lean, usual.bow * math.sqrt(2), lean / 2]).tolist()
        base = float(dice.uniform(700, 2200))

        def width(z: float, d: float, c: list[float] = c, base: float = base) -> float:
            _, splay, slope, bow, twist = c
            return base + splay * d + slope * z + bow * 4 * z * (2400 - z) / 2400**2 + twist * z * d / 2400

        levels = dice.choice([1, 2, 3])
        read = [
            Across(z, d, width(z, d) + dice.normal(0, 2), 2.0)
            for z in {1: (1000.0,), 2: (0.0, 2400.0), 3: (0.0, 1200.0, 2400.0)}[int(levels)]
            for d in ((0.0, 600.0) if levels == 3 else (0.0,))
        ]
        narrowest = min(width(z, d) for z in np.linspace(0, 2400, 9) for d in (0.0, 600.0))
        failed += clear_width(read, 2400.0, 600.0, (0.0, 0.01), usual).clear > narrowest
    print(f"{many} recesses: {100 * failed / many:.2f} % of the carcasses are wider than their recess (at most 5)")


def painted_survey(points: list[tuple[float, float]], true_angle: Callable[..., float]) -> None:
    """The plan of a crooked room of 40 corners with its readings: made anew, and painted."""
    import math
    from itertools import combinations

    from PyQt6.QtGui import QImage, QPainter

    from narrow_cornice.desk.making_window import application
    from narrow_cornice.desk.painting import MarkPainter, placed
    from narrow_cornice.desk.theme import Theme, load_faces
    from narrow_cornice.drawing.plan import room_plan
    from narrow_cornice.drawing.unfolded import unfolded_room
    from narrow_cornice.job.measured import Diagonal, Measured, WallAsRead
    from narrow_cornice.job.model import Room, Settings
    from narrow_cornice.survey.readings import AngleReading, Reading

    program = application()
    assert program is not None
    load_faces()
    count = len(points)
    sides = tuple(
        WallAsRead(
            f"w{i}",
            (Reading(math.dist(points[i], points[(i + 1) % count]), ""),),
            angles=(AngleReading(true_angle(points, (i + 1) % count)),),
        )
        for i in range(count)
    )
    pairs = [(i, j) for i, j in combinations(range(count), 2) if 1 < j - i < count - 1][: 40 * 18 : 18]
    diagonals = tuple(
        Diagonal(f"d{n}", f"w{(i - 1) % count}", f"w{(j - 1) % count}", (Reading(math.dist(points[i], points[j]), ""),))
        for n, (i, j) in enumerate(pairs)
    )
    room = Room("r1", "Forty corners", Measured(sides, (Reading(2600.0, ""),), diagonals))
    image = QImage(900, 560, QImage.Format.Format_ARGB32_Premultiplied)
    theme = Theme()
    drawings: dict[str, Callable[[], Drawing]] = {
        "plan": lambda: room_plan(room, {}, Settings(), 0.0),
        "unfolded": lambda: unfolded_room(room, {}, (), Settings(), 0.0),
    }
    for name, make in drawings.items():
        drawing = make()

        def paint(drawing: Drawing = drawing) -> None:
            from PyQt6.QtCore import QRectF

            painter = QPainter(image)
            MarkPainter(painter, theme, placed(drawing, QRectF(image.rect()))).drawing(drawing)
            painter.end()

        def anew(make: Callable[[], object] = make) -> None:
            let_go()
            make()

        print(
            f"… its {name}: painted in {median(timed(paint, 20)) * 1000:.1f} ms (aim 16), "
            f"derived and drawn anew in {median(timed(anew, 5)) * 1000:.0f} ms"
        )
