"""The bench for what was measured: walls, ceiling heights, openings."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from functools import partial
from typing import Literal, get_args

from PyQt6.QtWidgets import QInputDialog

from narrow_cornice.derived.coated.surfaces import room_surfaces
from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.risks import risks_of_thing
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import (
    ButtonsRow,
    Caption,
    ChoiceRow,
    NoteRow,
    Row,
    TextRow,
    Title,
    ToggleRow,
)
from narrow_cornice.desk.offers import add_to_wall
from narrow_cornice.desk.places.measure.hanging_rows import wall_truth_rows
from narrow_cornice.desk.places.measure.photo_rows import lay_photograph, point_at
from narrow_cornice.desk.places.measure.sizes import fields_of
from narrow_cornice.desk.places.measure.survey_rows import corner_choices, reading_rows, widths_from_wall
from narrow_cornice.desk.rows.caution_rows import caution_rows
from narrow_cornice.desk.rows.room_rows import colour_typed
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import group_and_thing
from narrow_cornice.job.measured import DoorLeaf, Opening, OpeningKind, Twin
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import (
    CornerPath,
    DiagonalPath,
    FixturePath,
    HeightPath,
    LevelPath,
    MarkPath,
    OffsetPath,
    OpeningPath,
    RecessPath,
    SlopePath,
    StudsPath,
    TrayPath,
    TrimTherePath,
    WallPath,
    WidthPath,
    wall_of,
)
from narrow_cornice.survey.faces import room_beside
from narrow_cornice.units.lengths import Length, parse_length, usual_length

BESIDE_OPENINGS = 150.0  # mm of wall that a new one leaves beside itself at least
LEADING = ("door", "doorway", "arch")  # openings that lead to another room
MEASURED_HERE = (
    WallPath,
    CornerPath,
    DiagonalPath,
    OffsetPath,
    WidthPath,
    OpeningPath,
    FixturePath,
    MarkPath,
    TrimTherePath,
    RecessPath,
)


def wall_rows(bench: Bench, job: Job, path: WallPath | StudsPath | LevelPath | SlopePath) -> Iterator[Row]:
    """Yield the rows of a wall: readings, corner, working, what can be put into it."""
    room = job.room(path.room)
    side = wall_of(room, path.wall)
    if side is None:
        return
    index = room.measured.walls.index(side)
    name = edits.wall_name(room, side.id)
    yield Title(f"Wall {name}", room.name[:200])
    yield from reading_rows(bench, WallPath(room.id, side.id), side.readings, f"wall {name}")
    measured = measured_room(room, job.house_rules)
    if not side.readings:
        yield NoteRow("Not read: it follows from the others.")
    yield from corner_choices(bench, room, side)
    if measured.plan.determined:
        yield from bench.working(measured.plan.sides[index].length)
    else:
        yield NoteRow(measured.fault, "ochre")
    yield from wall_truth_rows(bench, room, side.id, name)
    yield from widths_from_wall(bench, room, measured.plan, index)
    yield Caption("In this wall")
    actions = _wall_actions(bench, room, side.id, name, index)
    yield ButtonsRow(tuple(actions), lambda pressed: list(actions.values())[pressed]())
    yield from bench.findings(bench.of_kinds(room, *MEASURED_HERE))


def _wall_actions(bench: Bench, room: Room, wall_id: str, name: str, index: int) -> dict[str, Callable[[], object]]:
    """Return what can be done to a wall, by the words of its button."""
    actions: dict[str, Callable[[], object]] = {
        "Add a fixture, damage, a beam …": lambda: add_to_wall(bench, room, wall_id, name),
        **opening_actions(bench, room, wall_id),
        **breaking_actions(bench, room, wall_id, name),
        "Add a wall after this one": lambda: bench.do(edits.add_wall(room.id, wall_id, name)),
    }
    photo = next((one for one in room.measured.photos if one.wall == wall_id), None)
    actions["Lay a photograph over it"] = lambda: lay_photograph(bench, room, wall_id, name)
    if photo is not None:
        actions["Point at what the photograph shows"] = lambda: point_at(bench, wall_id, name)
        actions["Remove the photograph"] = lambda: bench.do(edits.remove_photo(room.id, wall_id, name))
    if len(room.measured.walls) > 3:
        actions["Remove this wall"] = lambda: bench.do(edits.remove_wall(room.id, wall_id, name))
    if len(room.measured.walls) >= 8:
        actions["Straighten from here"] = lambda: bench.do(edits.straighten_wall(room.id, index, name))
    return actions


def opening_actions(bench: Bench, room: Room, wall_id: str) -> dict[str, Callable[[], object]]:
    """Return the openings that can be added to a wall, each put clear of those in it."""

    def add(kind: OpeningKind) -> None:
        measured = measured_room(room, bench.session.job.house_rules)
        unit, usual = bench.session.job.settings.unit, edits.USUAL_OPENINGS[kind]["width"]
        start, wide = BESIDE_OPENINGS, usual
        if not measured.fault:
            face = measured.face(wall_id)
            taken = [(one.rect.u0, one.rect.u1) for one in face.openings]
            start, wide = room_beside(face.length, taken, usual, BESIDE_OPENINGS)
        place, width = usual_length(round(start), unit), usual_length(math.floor(wide), unit)
        if bench.do(edits.add_opening(room.id, kind, wall_id, place, width=width, unit=unit)):
            added = bench.session.job.room(room.id).measured.openings[-1]
            bench.session.select(OpeningPath(room.id, added.id))

    return {
        "Add a door": lambda: add("door"),
        "Add a window": lambda: add("window"),
        "Add a doorway": lambda: add("doorway"),
        "Add an arch": lambda: add("arch"),
        "Add a fireplace": lambda: add("fireplace"),
        "Add a niche": lambda: add("niche"),
    }


def breaking_actions(bench: Bench, room: Room, wall_id: str, name: str) -> dict[str, Callable[[], object]]:
    """Return the ways to break a wall or its corner, each asking for its sizes first."""
    corner = name.split("–")[1]

    def action(
        title: str, names: tuple[str, ...], metric: str, imperial: str, make: Callable[..., edits.Edit]
    ) -> Callable[[], object]:
        def ask() -> None:
            usual = metric if bench.session.job.settings.unit == "mm" else imperial
            sizes = _asked_sizes(bench, title, names, usual)
            if sizes is not None:
                bench.session.do_made(lambda: make(*sizes))

        return ask

    def broken(kind: Literal["projection", "recess"]) -> Callable[[], object]:
        sized = ("place from the left", "width", "depth")
        make = partial(edits.break_wall, room.id, wall_id, name, kind)
        return action(f"A {kind} in wall {name}", sized, "1200; 1500; 400", "48; 60; 16", make)

    def curved(along: Length, across: Length) -> edits.Edit:
        return edits.curve_corner(room.id, wall_id, corner, along, across, 5)

    both_ways = ("along this wall", "along the next")
    notched = partial(edits.notch_corner, room.id, wall_id, corner)
    bay = ("place from the left", "width", "depth", "width of the front")
    bayed = partial(edits.add_bay, room.id, wall_id, name)
    return {
        "Add a projection (chimney breast)": broken("projection"),
        "Add a recess (alcove)": broken("recess"),
        "Notch the corner at its end (L-shape)": action(
            f"A notch at corner {corner}", both_ways, "1200; 900", "48; 36", notched
        ),
        "Add a bay with slanting sides": action(
            f"A bay in wall {name}", bay, "900; 2400; 600; 1200", "36; 96; 24; 48", bayed
        ),
        "Round the corner at its end": action(f"Round corner {corner}", both_ways, "600; 600", "24; 24", curved),
    }


def _asked_sizes(bench: Bench, title: str, names: tuple[str, ...], usual: str) -> list[Length] | None:
    """Ask for several sizes in one line; None where they were not given or cannot be read."""
    words = ", ".join(names).capitalize()
    text, given = QInputDialog.getText(bench, title, f"{words} (parted by semicolons):", text=usual)
    if not given:
        return None
    try:
        sizes = [parse_length(part, bench.session.job.settings.unit) for part in text.split(";")]
        if len(sizes) != len(names):
            raise CorniceError(f"{len(sizes)} sizes were given, {len(names)} are needed.", remedy=f"{words}.")
    except CorniceError as error:
        bench.session.refused.emit(error)
        return None
    return sizes


def height_rows(bench: Bench, job: Job, path: HeightPath | TrayPath) -> Iterator[Row]:
    """Yield the rows of the ceiling height, and of its tray."""
    room = job.room(path.room)
    yield Title("Ceiling height", room.name[:200])
    yield from reading_rows(bench, HeightPath(room.id), room.measured.heights, "ceiling height")
    measured = measured_room(room, job.house_rules)
    if measured.height is not None:
        yield from bench.working(measured.height)
    yield Caption("A tray in the ceiling")
    yield from bench.size_rows(TrayPath(room.id, size="border"), "Border")
    yield from bench.size_rows(TrayPath(room.id, size="rise"), "Rise")


def opening_rows(bench: Bench, job: Job, path: OpeningPath) -> Iterator[Row]:
    """Yield the rows of a door, window or doorway."""
    room = job.room(path.room)
    opening: Opening | None = path.found(room)
    if opening is None:
        return
    name = edits.wall_name(room, opening.wall)
    yield Title(opening.name[:300], f"{opening.kind.capitalize()} in wall {name}, {room.name[:100]}")
    yield TextRow("Name", opening.name[:2000], lambda text: _opening(bench, room, opening, name=text))
    walls = tuple((side.id, edits.wall_name(room, side.id)) for side in room.measured.walls)
    yield ChoiceRow("In wall", walls, opening.wall, lambda value: _opening(bench, room, opening, wall=value))
    words = {
        "place": "From the left",
        "width": "Width",
        "height": "Height",
        "sill": "Sill above floor",
        "reveal": "Reveal depth",
        "rise": "Rise of the arch",
    }
    for field in fields_of(opening.kind):
        yield from bench.size_rows(OpeningPath(room.id, opening.id, size=field), words[field])
    others = [
        (Twin(other.id, one.id), f"{other.name}: {one.name}"[:60])
        for other in job.rooms
        if other.id != room.id
        for one in other.measured.openings
        if one.kind == opening.kind and one.kind in LEADING
    ]
    if opening.kind in LEADING and others:
        twins = {"": None, **{twin.key: twin for twin, _ in others}}
        yield ChoiceRow(
            "Leads to",
            (("", "not said"), *((twin.key, words) for twin, words in others)),
            opening.twin.key if opening.twin is not None else "",
            lambda value: bench.do(edits.join_openings(room.id, opening.id, twins[value], opening.name)),
        )
    yield ToggleRow("Cased", opening.cased, lambda on: _opening(bench, room, opening, cased=on))
    yield from _made_rows(bench, room, opening)
    if opening.kind == "niche":
        yield NoteRow("What is behind it, and whether a wall may be cut into, is asked before anybody cuts.", "ochre")
    yield from caution_rows(risks_of_thing(opening))
    yield from bench.findings(bench.about(room, OpeningPath(room.id, opening.id)))
    mine = [one for one in room_surfaces(room, job.house_rules) if group_and_thing(one.key)[1] == opening.id]
    if mine:
        yield Caption("Its surfaces")
        for surface in mine:
            yield bench.figure_row(surface.net, False)
    yield Caption("This opening")
    yield ButtonsRow(
        (f"Remove {opening.name[:60]}",),
        lambda _: bench.do(edits.remove_opening(room.id, opening.id, opening.name)),
    )


def _made_rows(bench: Bench, room: Room, opening: Opening) -> Iterator[Row]:
    """Yield what a door is like, and the colour of a window's frame."""
    if opening.kind == "door":
        leaves = tuple((one, one) for one in get_args(DoorLeaf))
        yield ChoiceRow("Leaf", leaves, opening.leaf, lambda leaf: _opening(bench, room, opening, leaf=leaf))
    if opening.kind == "window":
        yield TextRow(
            "Frame colour",
            opening.frame,
            lambda text: colour_typed(
                bench, lambda tone: edits.change_opening(room.id, opening.id, opening.name, frame=tone), text
            ),
        )


def _opening(bench: Bench, room: Room, opening: Opening, **fields: object) -> bool:
    return bench.session.do_made(lambda: edits.change_opening(room.id, opening.id, opening.name, **fields))
