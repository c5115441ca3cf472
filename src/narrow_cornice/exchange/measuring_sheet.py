"""The blank sheet to take to site: each room's walls, corners, diagonals, heights and openings by name."""

from __future__ import annotations

from collections.abc import Sequence

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.measured.surveys import corner_index, next_of
from narrow_cornice.drawing.marks import Pen, Point
from narrow_cornice.exchange.cautions import cautions
from narrow_cornice.exchange.paper import Paper
from narrow_cornice.exchange.pdf_sheets import Sheet, foot
from narrow_cornice.job.model import Job, Room
from narrow_cornice.survey.plan import corner_name, pair_name, side_name
from narrow_cornice.units.show import UNIT_NAMES

LEFT, RIGHT, LINE = 16.0, 194.0, 6.6
SKETCH = (118.0, 28.0, 76.0, 62.0)  # where the sketch of the plan stands: x, y, width, height in mm
DIAGONALS, HEIGHTS = 8, 6


def measuring_sheets_pdf(job: Job, paper: Paper | None = None) -> bytes:
    """Return one sheet for each room (more where it needs them), blank but for names."""
    sheet = Sheet(job, f"{job.name}: measuring sheets", paper)
    for room in job.rooms or ():
        _room(sheet, job, room)
    if not job.rooms:
        blank = Room("", "A room")
        _room(sheet, job, blank)
    return sheet.content()


def _room(sheet: Sheet, job: Job, room: Room) -> None:
    def begin() -> float:
        sheet.page()
        sheet.text(LEFT, 18, room.name, 17, face="name", room=120)
        unit = UNIT_NAMES[job.settings.unit]
        sheet.text(LEFT, 23, f"Readings in {unit} · date            · read by            · with", 8.5, colour="soft")
        sheet.text(LEFT, sheet.tall - 14, " ".join(cautions("openings")), 7, colour="soft", room=RIGHT - LEFT)
        foot(sheet, job)
        return 32.0

    y = begin()
    _sketch(sheet, job, room)

    def table(y: float, heading: str, columns: Sequence[tuple[str, float]], rows: Sequence[str]) -> float:
        if y + LINE * min(3, len(rows) + 2) > sheet.tall - 22:
            y = begin()
        sheet.text(LEFT, y, heading, 10.5, face="name")
        x = LEFT + 40
        for words, wide in columns:
            sheet.text(x + 1, y, words, 7.5, colour="soft")
            x += wide
        y += 1.6
        for row in rows:
            if y + LINE > sheet.tall - 20:
                y = begin()
            sheet.text(LEFT, y + 4.6, row, 9, room=39, least=6.0)
            x = LEFT + 40
            for _, wide in columns:
                sheet.line(((x, y), (x + wide, y), (x + wide, y + LINE), (x, y + LINE)), Pen("rule", 0.4), closed=True)
                x += wide
            y += LINE
        return y + 6.5

    count = len(room.measured.walls)
    walls = [side_name(index, count) for index in range(count)] or [f"wall {n}" for n in range(1, 9)]
    corners = [corner_name(index) for index in range(count)] or [corner_name(index) for index in range(8)]
    y = table(y, "Walls", (("1st", 19), ("2nd", 19), ("3rd", 19)), walls)
    y = table(max(y, SKETCH[1] + SKETCH[3] + 8), "Corners", (("angle", 19), ("again", 19), ("floor", 19)), corners)
    y = table(y, "Diagonals", (("1st", 24), ("2nd", 24)), _ways(room, job))
    heights = [f"at {corner}" for corner in corners[:HEIGHTS]]
    y = table(y, "Heights", (("floor to ceiling", 28), ("notes", 60)), heights)
    y = table(
        y,
        "Widths",
        (("from the left", 26), ("floor", 22), ("middle", 22), ("top", 22)),
        _widths(room) if room.measured.walls else ["", ""],
    )
    openings = [opening.name for opening in room.measured.openings] or ["door", "window"]
    sizes = (("from left", 22), ("width", 22), ("height", 22), ("sill", 18), ("reveal", 18), ("frame", 24))
    y = table(y, "Openings", sizes, openings)
    places = [f"{one.name}, {level}" for one in room.measured.recesses for level in ("floor", "middle", "top")]
    if places:
        y = table(y, "Built-ins", (("width, back", 28), ("width, front", 28)), places)
    table(
        y,
        "On the walls",
        (("wall", 16), ("from left", 24), ("above floor", 24), ("width × height", 32), ("damage", 30)),
        [one.name for one in room.measured.fixtures] + [""] * 4,
    )


def _ways(room: Room, job: Job) -> list[str]:
    """Return the diagonals to read: those read before, the one that would tell most, and lines for others."""
    ways: list[str] = []
    for one in room.measured.diagonals:
        first, second = corner_index(room.measured.walls, one.first), corner_index(room.measured.walls, one.second)
        if first is not None and second is not None:
            ways.append(pair_name(*sorted((first, second))))
    wanted = next_of(measured_room(room, job.house_rules).plan, job.house_rules) if room.measured.walls else None
    if wanted is not None:
        ways.append(f"{pair_name(*wanted)} (tells most)")
    return ways + ["        to"] * max(2, min(DIAGONALS, len(room.measured.walls)) - len(ways))


def _widths(room: Room) -> list[str]:
    """Return the pairs of walls whose width is to be read: those read before, then two lines for others."""
    names = {side.id: side_name(index, len(room.measured.walls)) for index, side in enumerate(room.measured.walls)}
    pairs = dict.fromkeys(f"{names[one.wall]} to {names[one.other]}" for one in room.measured.widths)
    return [*pairs, "        to", "        to"]


def _sketch(sheet: Sheet, job: Job, room: Room) -> None:
    """Draw the plan as far as it is known, with its letters; not to scale."""
    plan = measured_room(room, job.house_rules).plan if room.measured.walls else None
    corners = (plan.corners or plan.sketch) if plan is not None else ()
    left, top, wide, tall = SKETCH
    frame = ((left, top), (left + wide, top), (left + wide, top + tall), (left, top + tall))
    sheet.line(frame, Pen("rule", 0.4), closed=True)
    sheet.text(left + 2, top + tall - 2, "sketch, not to scale" if corners else "sketch", 7, colour="soft")
    if not corners:
        return
    xs, ys = [x for x, _ in corners], [y for _, y in corners]
    scale = min((wide - 20) / max(1.0, max(xs) - min(xs)), (tall - 20) / max(1.0, max(ys) - min(ys)))

    def at(point: Point) -> Point:
        return (
            left + wide / 2 + (point[0] - (min(xs) + max(xs)) / 2) * scale,
            top + tall / 2 - (point[1] - (min(ys) + max(ys)) / 2) * scale,
        )

    sheet.line(tuple(at(point) for point in corners), Pen("ink", 1.0), closed=True)
    for index, point in enumerate(corners):
        x, y = at(point)
        middle = (left + wide / 2, top + tall / 2)
        out = (2.6 if x >= middle[0] else -2.6, 2.6 if y >= middle[1] else -2.6)
        sheet.text(x + out[0], y + out[1] + 1, corner_name(index), 9, face="name", anchor="middle")
