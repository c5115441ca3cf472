"""The bench of a field: what it is of, where it lies and starts, what comes out narrow and what would do, what it
takes."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from functools import partial
from typing import Any

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.walled.amounts import Taken, taken_of
from narrow_cornice.derived.walled.choices import Choice, choices_of, slivers
from narrow_cornice.derived.walled.laid import LaidField
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.derived.walled.paper_corners import hidden_by, round_from, unmatched
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import (
    ButtonsRow,
    Caption,
    ChoiceRow,
    NoteRow,
    Row,
    SizeRow,
    TextRow,
    Title,
    ToggleRow,
)
from narrow_cornice.desk.places.walling.laying import coverings_there_are
from narrow_cornice.desk.places.walling.sizes import WORDS
from narrow_cornice.desk.rows.typed_numbers import number_typed
from narrow_cornice.errors import CorniceError
from narrow_cornice.features.boards import chevron_column
from narrow_cornice.features.laying import PATTERNS, Pattern
from narrow_cornice.features.slats import Ends
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Board, Paper, Slat, Tile
from narrow_cornice.job.model import Job, Room, Settings
from narrow_cornice.job.paths import (
    FalseWindowPath,
    FieldPath,
    FlightPath,
    GalleryPath,
    ShownPath,
    ThingPath,
    WetBasePath,
)
from narrow_cornice.job.walled import OF_BLOCKS, Across, Field, Up, Walling
from narrow_cornice.units.lengths import parse_length
from narrow_cornice.units.show import bare_size, show_area, show_fine, show_quantity, show_size
from narrow_cornice.units.told import said_in
from narrow_cornice.units.words import several

OF_TILES: tuple[Pattern, ...] = tuple(one for one in PATTERNS if one != "chevron")
END_WORDS: dict[Ends, str] = {"gap": "a gap at both ends", "slat": "a slat at both ends", "half": "half a gap at both"}
ACROSS: dict[Across, str] = {
    "middle": "from the middle",
    "left": "a whole one at the left",
    "right": "a whole one at the right",
    "typed": "from where I say",
}
GOES_ON: dict[Across, str] = {"on from left": "on from its left wall", "on from right": "on from its right wall"}
UP: dict[Up, str] = {
    "middle": "from the middle",
    "bottom": "a whole one below",
    "top": "a whole one above",
    "typed": "from where I say",
}
MOST_SHOWN = 6
HERE = (FieldPath, GalleryPath, FlightPath, ShownPath, FalseWindowPath, WetBasePath)

Change = Callable[..., object]


def room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    """Yield what is put on the walls of a room."""
    yield Title(room.name[:200], "what is put on its walls")
    laid = fields_of(room, job.house_rules)
    walling = room.walling
    if walling == Walling():
        yield NoteRow(
            "Nothing yet. Choose a wall with , and . or press it, and lay slats, boards, tiles or paper, hang pictures "
            "or a screen by the line below the drawing."
        )
    for one in laid:
        area = f", {show_area(one.area.value, job.settings.unit)}" if one.area is not None else ""
        yield ButtonsRow((f"{one.field.name[:40]}{area}",), partial(_select, bench, FieldPath(room.id, one.field.id)))
        if one.fault:
            yield NoteRow(said_in(one.fault, job.settings), "rust")
    for things, path in (
        (walling.galleries, GalleryPath),
        (walling.flights, FlightPath),
        (walling.screens, ShownPath),
        (walling.windows, FalseWindowPath),
        (walling.bases, WetBasePath),
    ):
        for thing in things:
            yield ButtonsRow((thing.name[:40],), partial(_select, bench, path(room.id, thing.id)))
    yield from bench.findings(lambda finding: finding.room_id == room.id and isinstance(finding.about, HERE))


def _select(bench: Bench, path: ThingPath, _: int) -> None:
    bench.session.select(path)


def field_rows(bench: Bench, job: Job, path: FieldPath) -> Iterator[Row]:
    """Yield all that is said of a field, and what can be changed of it."""
    room = job.room(path.room)
    laid = next((one for one in fields_of(room, job.house_rules) if one.field.id == path.id), None)
    if laid is None:
        yield Title("Field", room.name[:200])
        yield NoteRow("It is no longer there.")
        return
    field = laid.field

    def change(**fields: Any) -> bool:
        return bench.session.do_made(lambda: edits.change_field(room.id, field.id, field.name, **fields))

    area = f"{show_area(laid.area.value, job.settings.unit)} of " if laid.area is not None else ""
    yield Title(field.name[:200], f"{area}{room.name[:100]}")
    if laid.fault:
        yield NoteRow(said_in(laid.fault, job.settings), "rust")
    yield from _narrow_rows(bench, job, laid, change)
    yield TextRow("Name", field.name[:2000], lambda text: change(name=text))
    yield _covering_row(bench, job, room, field)
    yield _where_row(room, field, change)
    yield from _pattern_rows(bench, path, laid, change)
    yield from _start_rows(bench, path, laid, change)
    if field.on == "floor" and isinstance(field.covering, Tile):
        yield from _fall_rows(bench, job, laid, change)
    yield Caption("Its edges")
    for size in ("left", "right", "bottom", "top"):
        yield from bench.size_rows(path.sized(size), WORDS[size].split(",")[0].capitalize())
    yield from _outline_rows(bench, job, laid, change)
    for taken in taken_of(room, job.house_rules):
        if taken.laid.field.id == field.id:
            yield from _taken_rows(bench, job, taken, of=" its strip" if taken.laid is laid.strip else "")
    yield ButtonsRow(
        (f"Remove {field.name[:40]}",), lambda _: bench.do(edits.remove_walled(room.id, "fields", field.id, field.name))
    )
    yield from bench.findings(lambda finding: finding.about is not None and finding.about.within(path))


def _narrow_rows(bench: Bench, job: Job, laid: LaidField, change: Change) -> Iterator[Row]:
    """Yield what comes out narrow, and a button for each of the nearest ways to have it otherwise."""
    if laid.fault:
        return
    thin = slivers(laid, job.house_rules)
    if thin and laid.thin is not None:
        many = f"{len(thin)} pieces come out as slivers" if len(thin) > 1 else "One piece comes out as a sliver"
        yield NoteRow(f"{many}, {show_size(laid.thin[0], job.settings)} at the thinnest.", "rust")
    elif laid.thin is not None and not isinstance(laid.covering, Paper):
        yield NoteRow(f"The narrowest piece is {show_size(laid.thin[0], job.settings)}.")
    if laid.cut_by:
        yield NoteRow(f"{laid.cut_by} gaps between fronts fall on a slat, which is then cut through.", "ochre")
    if laid.on_batten:
        yield NoteRow(f"{laid.on_batten} battens fall on a casing or a socket.", "ochre")
    for one in choices_of(laid, job.house_rules, job.settings)[:MOST_SHOWN]:
        yield ButtonsRow((one.words,), partial(_take, change, one))


def _take(change: Change, choice: Choice, _: int) -> None:
    change(**choice.fields)


def _covering_row(bench: Bench, job: Job, room: Room, field: Field) -> Row:
    known = {one.id: one for one in coverings_there_are(job)}
    options = tuple((one.id, one.name[:60]) for one in known.values())

    def chosen(value: str) -> object:
        return bench.do(edits.cover_field(room.id, field.id, field.name, known[value]))

    return ChoiceRow("Of", options, field.covering.id, chosen, tuple(one.tone for one in known.values()))


def _where_row(room: Room, field: Field, change: Change) -> Row:
    walls = tuple((f"wall {side.id}", f"wall {edits.wall_name(room, side.id)}") for side in room.measured.walls)
    fronts = tuple((f"fronts {run.id}", f"fronts of {run.name[:40]}") for run in room.casework.built_ins)
    options = (*walls, ("floor ", "the floor"), ("ceiling ", "the ceiling"), *fronts)
    there = {"wall": field.wall, "fronts": field.built_in}.get(field.on, "")

    def chosen(value: str) -> object:
        on, _, which = value.partition(" ")
        return change(on=on, wall=which if on == "wall" else "", built_in=which if on == "fronts" else "")

    return ChoiceRow("Lies on", options, f"{field.on} {there}", chosen)


def _pattern_rows(bench: Bench, path: FieldPath, laid: LaidField, change: Change) -> Iterator[Row]:
    """Yield how it is laid: what of it a tile, a board or a slat can have."""
    field, covering = laid.field, laid.covering
    if isinstance(covering, Tile):
        usual = ("", f"{covering.laid}, by its card")
        patterns = (usual, *((one, one) for one in OF_TILES))
        yield ChoiceRow("Laid", patterns, field.pattern or "", lambda value: change(pattern=value or None))
        yield from bench.size_rows(path.sized("joint"), "Joint")
        if not field.only_whole or field.border is not None:
            yield from bench.size_rows(path.sized("border"), "Border")
        yield _turn_row(bench, field, change)
        yield ToggleRow("Only whole ones", field.only_whole, lambda on: change(only_whole=on))
        if not field.only_whole or field.strip is not None:
            yield from _strip_rows(bench, path, laid, change)
        if field.on == "wall":
            yield from _turned_rows(bench, laid, change)
    elif isinstance(covering, Board):
        ways = (("level", "level"), ("upright", "upright"), *((one, f"{one} of blocks") for one in OF_BLOCKS))
        now = (field.pattern or "herringbone") if field.of_blocks else field.runs
        yield ChoiceRow("Laid", ways, now, lambda value: change(**_laid_as(value)))
        if field.of_blocks:
            yield from bench.size_rows(path.sized("block"), "Length of a block")
            if now == "chevron":
                yield from _chevron_rows(bench, field, covering, laid, change)
        yield from bench.size_rows(path.sized("joint"), "Joint")
    elif isinstance(covering, Slat):
        ways = (("upright", "upright"), ("level", "level"))
        yield ChoiceRow("Run", ways, field.runs, lambda value: change(way=value))
        ends = tuple(END_WORDS.items())
        yield ChoiceRow("Ends with", ends, field.ends, lambda value: change(ends=value))
        yield from bench.size_rows(path.sized("gap"), "Gap")
        yield SizeRow(
            "How many",
            "" if field.count is None else str(field.count),
            f"{laid.count} by the gap wished",
            lambda text: number_typed(
                bench, text, "number", (1, 20_000), lambda n: bool(change(count=None if n is None else int(n)))
            ),
        )
        if laid.gap is not None:
            yield from bench.working(laid.gap)


def _strip_rows(bench: Bench, path: FieldPath, laid: LaidField, change: Change) -> Iterator[Row]:
    """Yield the strip of another tile between the rows, and where it comes to lie."""
    job, field = bench.session.job, laid.field
    tiles = {one.id: one for one in coverings_there_are(job, Tile) if isinstance(one, Tile)}
    options = (("", "none"), *((one.id, one.name[:60]) for one in tiles.values()))

    def chosen(value: str) -> object:
        if not value:
            return change(strip=None)
        return bench.do(edits.put_strip(path.room, field, tiles[value]))

    now = field.strip.id if field.strip is not None else ""
    yield ChoiceRow("Strip", options, now, chosen, ("", *(one.tone for one in tiles.values())))
    if field.strip is None:
        return
    yield from bench.size_rows(path.sized("strip_over"), "Over")
    if laid.band is not None:
        low, high = (show_size(place, job.settings) for place in (laid.band.low, laid.band.high))
        yield NoteRow(f"It lies from {low} to {high} above the floor, where a row ends.")


def _turned_rows(bench: Bench, laid: LaidField, change: Change) -> Iterator[Row]:
    """Yield whether tiles go into the reveals of openings, what comes of that, and how outer edges are closed."""
    job, field = bench.session.job, laid.field
    room = bench.session.room()
    face = next(
        (one for one in measured_room(room, job.house_rules).faces if one.id == field.wall) if room else iter(()), None
    )
    deep = [one.opening for one in face.openings if one.opening.reveal.mm > 0] if face is not None else []
    if deep or field.reveals:
        yield ToggleRow("Goes into reveals", field.reveals, lambda on: change(reveals=on))
    if field.reveals:
        for opening in deep:
            mine = [one for one in laid.turned if one.opening == opening.id]
            sides = ", ".join(one.side for one in mine)
            if mine:
                pieces = sum(len(one.pieces) for one in mine)
                size = show_size(mine[0].deep, job.settings)
                yield NoteRow(f"{opening.name[:40]}: {sides}, {size} deep, {pieces} pieces.")
            elif opening.cased:
                yield NoteRow(f"{opening.name[:40]} keeps its reveals: the field ends at its casing.", "ochre")
            elif opening.kind == "arch":
                yield NoteRow(f"{opening.name[:40]} keeps its reveals: an arch is tiled by hand.", "ochre")
            else:
                yield NoteRow(f"{opening.name[:40]} keeps its reveals: the field does not come up to it.", "ochre")
    if laid.outer:
        long = show_quantity(sum(one.long for one in laid.outer), "run", job.settings)
        ways = (("trimmed", "edge trim"), ("mitred", "tiles mitred"))
        yield ChoiceRow("Outer edges", ways, field.outwards, lambda value: change(outwards=value))
        yield NoteRow(f"{long} of them: {', '.join(one.words for one in laid.outer)[:300]}.")


def _laid_as(value: str) -> dict[str, Any]:
    return {"pattern": value, "way": None} if value in OF_BLOCKS else {"pattern": None, "way": value}


def _turn_row(bench: Bench, field: Field, change: Change) -> Row:
    return SizeRow(
        "Turned by",
        "" if not field.turn else f"{field.turn:g}°",
        "not turned",
        lambda text: number_typed(
            bench, text.rstrip("° "), "turn", (-360, 360), lambda n: bool(change(turn=float(n or 0.0)))
        ),
    )


def _chevron_rows(bench: Bench, field: Field, board: Board, laid: LaidField, change: Change) -> Iterator[Row]:
    """Yield the angle of a chevron, and what it makes of its blocks: how the saw is set, how wide a column is."""
    yield SizeRow(
        "Angle to the level",
        f"{field.angle:g}°",
        "45°",
        lambda text: number_typed(
            bench, text.rstrip("° "), "angle", (5, 80), lambda n: bool(change(angle=float(n or 45.0)))
        ),
    )
    yield NoteRow(f"Saw set to {field.angle:g}° from square at both ends: left and right blocks, as many of each.")
    if laid.laying is not None:
        column = chevron_column.formula(laid.laying.width, board.shows, field.angle)  # type: ignore[attr-defined]
        yield NoteRow(
            f"A column is {show_fine(column, bench.session.job.settings)} wide; the blocks meet on upright lines."
        )


def _start_rows(bench: Bench, path: FieldPath, laid: LaidField, change: Change) -> Iterator[Row]:
    """Yield where it starts, of each direction that can be chosen."""
    field, axes = laid.field, {row.axis for row in laid.rows}
    if laid.laying is not None:
        axes = {0, 1}
    if not axes:
        return
    yield Caption("Where it starts")
    if 0 in axes:
        goes_on = isinstance(field.covering, Paper) and not field.covering.panels and field.on == "wall"
        ways = {**ACROSS, **(GOES_ON if goes_on else {})}
        now = field.across if field.across in ways else "middle"
        yield ChoiceRow("Across", tuple(ways.items()), now, lambda value: change(across=value))
        if field.across == "typed":
            yield from bench.size_rows(path.sized("start_x"), "From its left end")
    if 1 in axes:
        yield ChoiceRow("Up", tuple(UP.items()), field.up, lambda value: change(up=value))
        if field.up == "typed":
            yield from bench.size_rows(path.sized("start_y"), "From its lower end")
    if not laid.fault and not field.goes_on:
        yield NoteRow("Or drag the ring on the drawing.")
    if isinstance(field.covering, Paper):
        yield from _corner_rows(bench, path, laid)


def _corner_rows(bench: Bench, path: FieldPath, laid: LaidField) -> Iterator[Row]:
    """Yield how a paper turns the corners of its wall, and what hangs it round the room."""
    job, field = bench.session.job, laid.field
    room = job.room(path.room)
    if laid.carried is not None and not laid.fault:
        used = laid.carried.used
        words = f"with what is left of a strip, {show_size(laid.covering.width - used, job.settings)} wide"  # type: ignore[union-attr]
        begins = words if used else "with a whole strip"
        turned = show_size(10.0, job.settings)
        yield NoteRow(f"Goes on {begins}. Turn {turned} at an inside corner, and hang the rest plumb again.")
    if field.on != "wall" or (isinstance(field.covering, Paper) and field.covering.panels):
        return
    for one in unmatched(room, job.house_rules):
        if field.id in (one.left.id, one.right.id):
            yield NoteRow(
                f"{_where_meets(room, one.wall, one.corner, job)}: its pattern does not match there.", "ochre"
            )
    found = round_from(room, field, job.house_rules)
    if found is None or field.goes_on:
        return
    go_on = {one.wall for one in room.walling.fields if one.goes_on and one.covering.id == field.covering.id}
    more = [wall for wall in (*found.right, *found.left) if wall not in go_on]
    if more:
        further = f"On over {len(more)} more {'walls' if len(more) > 1 else 'wall'}"
        words = "Round the room from here" if found.meets else further
        edit = edits.paper_round(room.id, field, found.right, found.left)
        yield ButtonsRow((words,), lambda _: bench.do(edit))


def _where_meets(room: Room, wall: str, corner: str, job: Job) -> str:
    hidden = hidden_by(measured_room(room, job.house_rules).faces, wall)
    if hidden.door is None:
        return f"Meets itself in corner {corner}"
    return f"Meets itself in corner {corner}, {show_size(hidden.apart, job.settings)} from {hidden.door[:40]}"


def _fall_rows(bench: Bench, job: Job, laid: LaidField, change: Change) -> Iterator[Row]:
    """Yield where a floor falls to, and how it falls."""
    drain = laid.field.drain
    shown = "" if drain is None else ", ".join(bare_size(place, job.settings) for place in drain)

    def typed(text: str) -> bool:
        def made() -> edits.Edit:
            return edits.change_field(
                bench.session.view.room_id, laid.field.id, laid.field.name, drain=_spot(text, job.settings)
            )

        return bench.session.do_made(made)

    yield Caption("Its fall")
    yield TextRow("Drain at", shown, typed)
    yield NoteRow("Along the first wall and from it, as 1200, 900; empty for a level floor.")
    if laid.fall is None:
        return
    falls = sorted(plane.fall for plane in laid.fall.planes)
    rise = show_size(laid.fall.rise, job.settings)
    yield NoteRow(
        f"{several(len(falls), 'plane')}; the floor rises {rise} to its level edge, 1 in {1 / falls[0]:.0f} from the "
        f"farthest wall, 1 in {1 / falls[-1]:.0f} from the nearest."
    )
    yield NoteRow("Waterproofing first, tested; falls and drains by the local code and a licensed trade.", "ochre")


def _outline_rows(bench: Bench, job: Job, laid: LaidField, change: Change) -> Iterator[Row]:
    """Yield the outline of a field's own, corner by corner: dragged on the drawing, or typed."""
    ring = laid.field.outline
    if not ring:
        if laid.ground.region is not None:
            left, bottom, right, top = (float(round(one)) for one in laid.ground.region.bounds)
            box = ((left, bottom), (right, bottom), (right, top), (left, top))
            yield ButtonsRow(("Draw its outline",), lambda _: change(outline=box))
        return

    def typed(number: int, text: str) -> bool:
        def made() -> edits.Edit:
            spot = _spot(text, job.settings)
            corners = [*ring[:number], *([spot] if spot is not None else []), *ring[number + 1 :]]
            if len(corners) < 3:
                raise CorniceError("An outline has three corners at least.", where="outline")
            return edits.change_field(
                bench.session.view.room_id, laid.field.id, laid.field.name, outline=tuple(corners)
            )

        return bench.session.do_made(made)

    yield Caption("Its outline")
    for number, (x, y) in enumerate(ring):
        shown = ", ".join(bare_size(place, job.settings) for place in (x, y))
        yield TextRow(f"Corner {number + 1}", shown, partial(typed, number))
    yield NoteRow("Drag the rings, or type along and up; an empty corner goes.")
    sides = [(math.dist(a, b), number) for number, (a, b) in enumerate(zip(ring, (*ring[1:], ring[0]), strict=True))]
    _, longest = max(sides)
    (ax, ay), (bx, by) = ring[longest], ring[(longest + 1) % len(ring)]
    more = (*ring[: longest + 1], (float(round((ax + bx) / 2)), float(round((ay + by) / 2))), *ring[longest + 1 :])
    yield ButtonsRow(
        ("Another corner", "No outline of its own"),
        lambda index: change(outline=more if index == 0 else ()),
    )


def _spot(text: str, settings: Settings) -> tuple[float, float] | None:
    """Return a place as it was typed, along and up, None for none. Raises CorniceError."""
    if not text.strip():
        return None
    parts = text.split(",")
    if len(parts) != 2:
        raise CorniceError(f"“{text[:40]}” is no place.", where="place", remedy="Write two sizes, as 1200, 900.")
    x, y = (float(parse_length(part, settings.unit).mm) for part in parts)
    return x, y


def _taken_rows(bench: Bench, job: Job, taken: Taken, of: str = "") -> Iterator[Row]:
    """Yield what a field takes, each figure with its working."""
    if taken.amount is not None and taken.laid.gap is None:
        yield from bench.working(taken.amount)
    yield Caption(f"What{of or ' it'} takes")
    if taken.amount is not None and taken.laid.gap is not None:  # of slats the gap is what is worked out in full
        yield bench.figure_row(taken.amount, False)
    if taken.waste is not None:
        yield NoteRow(f"{100 * taken.waste:.1f} % is cut off and not used again. Nothing is added for breakage.")
    for cut, many, late in taken.drops:
        further = ", beginning half a repeat further down" if late else ""
        yield NoteRow(f"{several(many, 'strip')} of {show_size(cut, job.settings)}{further}.")
    for figure in (taken.adhesive, taken.grout, taken.laths, taken.felt, taken.weight, taken.hours):
        if figure is not None:
            yield bench.figure_row(figure, False)
