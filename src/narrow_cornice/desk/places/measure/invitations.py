"""The last line of each sheet of the measuring place: what can be added to it, at the wall that is looked at."""

from __future__ import annotations

import itertools
from collections.abc import Callable, Iterator

from narrow_cornice.derived.measured.surveys import corner_key
from narrow_cornice.derived.measured.walks import closing_of
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bringing_in import BringingIn
from narrow_cornice.desk.handing_out import HandingOut
from narrow_cornice.desk.offers import Doable, invitations as on_wall
from narrow_cornice.desk.places.measure import bringing_in, handing_out
from narrow_cornice.desk.places.measure.measuring_order import wanted_reading
from narrow_cornice.desk.places.measure.walk_rows import next_wall_name
from narrow_cornice.desk.places.measure.wall_rows import breaking_actions, opening_actions
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job import edits
from narrow_cornice.job.measured import WayIn
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import AskedDiagonalPath, HeightPath, NextWallPath, WayInPath, wall_of
from narrow_cornice.survey.plan import corner_name
from narrow_cornice.units.lengths import plain_length

MOST_PAIRS = 24
WAYS = (
    ("a door", "door", 820.0, 2000.0),
    ("a turn of the stair", "stair turn", 900.0, 2100.0),
    ("a lift", "lift", 800.0, 2000.0),
)
BREAKS = (
    "a projection, as a chimney breast",
    "a recess, as an alcove",
    "a notch at its end",
    "a bay",
    "a round corner",
)


def invitations(bench: Bench, room: Room, leaf: str, ask: Callable[[ThingPath], None]) -> Iterator[Invitation]:
    """Yield what a leaf's sheet invites to; ``ask`` opens the field for a size on the drawing."""
    walls = room.measured.walls
    if room.measured.walking:
        following = NextWallPath(room.id)
        yield Invitation(f"Wall {next_wall_name(room)}, or paste a whole walk", lambda: ask(following))
        if len(walls) > 1:
            yield Invitation("Close the room on A", lambda: bench.do(edits.close_walk(room.id, closing_of(room))))
        return
    side = wall_of(room, bench.session.view.wall_id) or (walls[0] if walls else None)
    if side is None:
        return
    name = edits.wall_name(room, side.id)
    if leaf == "walls":
        yield Invitation(f"Another wall after {name}", lambda: bench.do(edits.add_wall(room.id, side.id, name)))
        breaking = list(breaking_actions(bench, room, side.id, name).values())
        yield Invitation(f"Break wall {name}", of=tuple(zip(BREAKS, breaking, strict=True)))
    elif leaf == "across":
        yield from _across(bench, room, ask)
    elif leaf == "heights":
        asked = HeightPath(room.id, reading=len(room.measured.heights))
        yield Invitation("Another height", lambda: ask(asked))
    elif leaf == "openings":
        adding = opening_actions(bench, room, side.id).items()
        kinds = tuple((words.removeprefix("Add "), done) for words, done in adding)
        yield Invitation(f"Another opening in wall {name}", of=kinds)
    elif leaf == "things":
        offered = on_wall(bench, room, side.id, lambda field: field != "recesses")
        yield Invitation(f"Something on wall {name}", of=tuple(offered))
    elif leaf == "recesses":
        for _, done in on_wall(bench, room, side.id, lambda field: field == "recesses"):
            yield Invitation(f"A place for a built-in at wall {name}", done)
    elif leaf == "ways in":
        yield another_way_in(bench)


def another_way_in(bench: Bench) -> Invitation:
    """Return what adds a way into the house; there may be no room yet."""
    return Invitation("Another way in", of=tuple((one[0], _adds(bench, *one[1:])) for one in WAYS))


def from_paper(into: BringingIn, out: HandingOut) -> tuple[Doable, ...]:
    """Return what a room can be begun from that was read before, and the sheet to read it on."""
    return (
        ("Readings from a table (CSV)", lambda: bringing_in.readings(into)),
        ("A plan outline (DXF)", lambda: bringing_in.outline(into)),
        ("Blank measuring sheets to print", lambda: handing_out.measuring_sheets(out)),
    )


def _across(bench: Bench, room: Room, ask: Callable[[ThingPath], None]) -> Iterator[Invitation]:
    """Yield the reading that would tell most, and every pair of corners that nobody has read between."""
    wanted = wanted_reading(room, bench.session.job.house_rules)
    walls = room.measured.walls
    field = bench.size_field(wanted) if isinstance(wanted, AskedDiagonalPath) else None
    if wanted is not None and field is not None:
        yield Invitation(f"Read {field.of} next", lambda: ask(wanted))
    read = {frozenset((one.first, one.second)) for one in room.measured.diagonals}
    pairs: list[tuple[str, Callable[[], object]]] = []
    for first, second in itertools.combinations(range(len(walls)), 2):
        if (first + 1) % len(walls) == second or (second + 1) % len(walls) == first:
            continue
        path = AskedDiagonalPath(room.id, corner_key(walls, first), corner_key(walls, second), reading=0)
        if frozenset((path.first, path.second)) not in read:
            pairs.append((f"{corner_name(first)} to {corner_name(second)}", lambda path=path: ask(path)))  # type: ignore[misc]
    if pairs:
        yield Invitation("From corner to corner", of=tuple(pairs[:MOST_PAIRS]))


def _adds(bench: Bench, kind: str, wide: float, tall: float) -> Callable[[], object]:
    """Return the adding of a way in of a usual size."""

    def add() -> None:
        sizes = (plain_length(mm) for mm in (wide, tall))
        number = len(bench.session.job.ways_in) + 1
        if bench.do(edits.put_way_in(WayIn("", f"way in {number}", kind, *sizes))):  # type: ignore[arg-type]
            bench.session.select(WayInPath(bench.session.job.ways_in[-1].id))

    return add
