"""The bench while a room is walked: the wall that is next, what is known so far, and how it would close."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.measured.walks import closing_of, walk_of
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, Caption, NoteRow, Row, TextRow, Title
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import NextWallPath
from narrow_cornice.survey.plan import side_name
from narrow_cornice.units.show import ShownIn, show_fine, show_size
from narrow_cornice.units.words import several

SHORTEST = 30.0  # mm of a wall that somebody reads


def next_wall_name(room: Room) -> str:
    """Return the name of the wall that is walked next."""
    count = len(room.measured.walls)
    return side_name(count, count + 2)


def walk_rows(bench: Bench, job: Job, path: NextWallPath) -> Iterator[Row]:
    """Yield the rows of the wall that is walked next."""
    yield from walking_rows(bench, job, job.room(path.room))


def _in_another_unit(room: Room, how: ShownIn) -> Iterator[str]:
    """Yield a question for each wall that is shorter than any: a plain number counts in the job's unit, and whoever
    says "4.2" mostly means metres."""
    for side in room.measured.walls:
        for reading in side.readings:
            if reading.mm < SHORTEST and reading.text.replace(",", ".").replace(".", "", 1).isdigit():
                name = edits.wall_name(room, side.id)
                yield f"Wall {name} is {show_fine(reading.mm, how)}. For metres, “{reading.text} m” is typed."


def walking_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    """Yield the rows of a room that is being walked."""
    path, settings = NextWallPath(room.id), job.settings
    field = bench.size_field(path)
    if field is None:
        return
    yield Title(f"Wall {next_wall_name(room)}", f"{room.name[:100]}, being walked")
    yield TextRow(
        "Room", room.name[:2000], lambda text: bench.session.do_made(lambda: edits.rename_room(room.id, text))
    )
    yield from bench.size_rows(path, "Read")
    yield NoteRow("390 o: the corner at its end turns outside. ?: nobody read it. 1200 @135: the corner was read.")
    yield NoteRow("A whole walk can be pasted: 4310; 3620; 1178; 390 o; 1641 o; 388; 1492; ?")
    walk, way = walk_of(room), closing_of(room)

    def shown(mm: float) -> str:
        return show_size(mm, settings)

    if room.measured.walls:
        yield Caption("So far")
        yield NoteRow(f"Walked {shown(walk.walked)} along {len(walk.walls) - walk.unread} walls.")
        yield from (NoteRow(words, "rust") for words in _in_another_unit(room, job.settings))
        if len(room.measured.walls) > 1:
            wanted = ", ".join(shown(one.length) for one in way.walls if one.length is not None)
            walls = f"by {several(len(way.walls), 'wall')}"
            if not way.walls:
                yield NoteRow("It is back at A.")
            elif way.square:
                yield NoteRow(f"Back to A {walls}" + (f": {wanted}, if nothing leans." if wanted else "."))
            else:
                yield NoteRow(f"Back to A by one slanting wall: {wanted}.")
        read = sum(bool(one.angles) for one in room.measured.walls)
        corners = f"{read} corners read" if read else "no corner read, no diagonal"
        yield NoteRow(f"How sure: the shape is not known yet, {corners}.", "ochre")
    words, doings = [], []
    if len(room.measured.walls) > 1:
        words.append("Close the room on A")
        doings.append(lambda: bench.do(edits.close_walk(room.id, way)))
    if not room.measured.walls:
        words.append("It is outdoors: a fence, a screen")
        doings.append(lambda: bench.do(edits.set_outdoors(room.id, True, room.name)))
    if room.measured.walls:
        last = room.measured.walls[-1].id
        name = edits.wall_name(room, last)
        words.append(f"Take wall {name} back")
        doings.append(lambda: bench.do(edits.take_wall_back(room.id, name)))
    words.append("Remove this room")
    doings.append(lambda: bench.do(edits.remove_room(room.id, room.name)))
    yield Caption("The walk")
    yield ButtonsRow(tuple(words), lambda pressed: doings[pressed]())
