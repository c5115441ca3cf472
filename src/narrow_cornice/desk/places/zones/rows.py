"""The bench in Zones: zones, pieces, lamps, dressed windows, free walls, north, and a room as it is used."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial
from typing import Any

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.zoned.clear import clear_of
from narrow_cornice.derived.zoned.rugs import rugs_for
from narrow_cornice.derived.zoned.standing import is_gone, turned_fields
from narrow_cornice.derived.zoned.ways import ways_of
from narrow_cornice.derived.zoned.zone_light import zone_light
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
from narrow_cornice.desk.places.zones.arranging import arranging_rows
from narrow_cornice.desk.places.zones.putting import brief_offers, build_at_free_wall, put_rug, stand_at_free_wall
from narrow_cornice.desk.places.zones.sizes import words_of_place
from narrow_cornice.desk.places.zones.zoned_rows import (
    changing,
    findings_of,
    gone_rows,
    removing,
    spots_shown,
    spots_typed,
)
from narrow_cornice.desk.rows.typed_numbers import number_typed
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import (
    FreeWallPath,
    NorthPath,
    StoodPath,
    ZonedPath,
    ZonePath,
)
from narrow_cornice.job.zoned import Stood
from narrow_cornice.units.show import bare_size, show_area, show_money, show_size
from narrow_cornice.zones.library import furniture, zone_uses
from narrow_cornice.zones.plan_shapes import area_of
from narrow_cornice.zones.rugs import RugOffer

NO_COLOUR = ("", "no colour yet")
SIDES = {"front": "in front", "behind": "behind", "left": "on its left", "right": "on its right"}
PATTERNS = tuple((one, one) for one in ("plain", "small", "medium", "large"))


# ---- a room as it is used


def room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    """Yield what a room is used for, and what can be done with it."""
    yield Title(room.name[:200], "how it is used")
    measured = measured_room(room, job.house_rules)
    if measured.fault:
        yield NoteRow(measured.fault)
        return
    people = sum(zone.people for zone in room.zones.zones)
    zones = ", ".join(dict.fromkeys(zone_uses()[zone.use].name for zone in room.zones.zones))
    yield NoteRow(f"For {zones}; {people} people at once." if zones else "No zone is drawn yet.")
    needs = [need.words for need in room.brief.needs if need.words]
    if needs:
        yield Caption("What the brief asks for")
        for words in needs[:6]:
            yield NoteRow(words[:120])
    coming = list(brief_offers(bench, job, room))
    if coming:
        yield Caption("From the brief, not placed yet")
        for words, done in coming[:8]:
            yield ButtonsRow((words,), partial(_done, done))
    yield from north_rows_of(bench, job, room)
    yield from arranging_rows(bench, job, room)
    yield from bench.findings(
        lambda finding: finding.room_id == room.id and isinstance(finding.about, ZonedPath | FreeWallPath | NorthPath)
    )


def _done(done: Callable[[], object], _: int) -> None:
    done()


def north_rows_of(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    """Yield where north is, and whether the tradition of sleeping direction is kept."""

    def to_north(value: float | None) -> bool:
        return bench.do(edits.set_north(room.id, value, room.name))

    yield Caption("North, and beds")
    shown = "" if room.zones.north is None else f"{room.zones.north:g}°"
    yield SizeRow(
        "North lies at",
        shown,
        "not said",
        lambda text: number_typed(
            bench,
            text,
            "direction",
            (-360.0, 360.0),
            to_north,
        ),
    )
    yield NoteRow("Degrees to the left of the first wall's way, as one walks it from A to B.")
    yield ToggleRow(
        "Beds by the tradition of directions",
        room.zones.bed_by_direction,
        lambda on: bench.do(edits.keep_bed_direction(room.id, room.name, kept=on)),
    )
    if room.zones.bed_by_direction:
        yield NoteRow("Head to the south preferred, to the north avoided: a tradition for clients who keep it.")


def north_rows(bench: Bench, job: Job, path: NorthPath) -> Iterator[Row]:
    """Yield where north is."""
    room = job.room(path.room)
    yield Title("North", room.name[:200])
    yield from north_rows_of(bench, job, room)


# ---- zones


def zone_rows(bench: Bench, job: Job, path: ZonePath) -> Iterator[Row]:
    """Yield what a zone is for, its light, its rug."""
    room = job.room(path.room)
    zone = path.found(room)
    if zone is None:
        yield from gone_rows(path, job)
        return
    change = changing(bench, path, zone)
    shown = show_area(abs(area_of(zone.outline)) / 1e6, job.settings.unit)
    yield Title(zone.name[:200], f"{shown} of {room.name[:100]}")
    yield TextRow("Name", zone.name[:2000], lambda text: change(name=text))
    uses = tuple((key, use.name) for key, use in zone_uses().items())
    yield ChoiceRow("For", uses, zone.use, lambda value: change(use=value))
    yield SizeRow(
        "People at once",
        str(zone.people),
        "1",
        lambda text: number_typed(bench, text, "number of people", (0, 1000), lambda n: change(people=int(n or 0))),
    )
    yield TextRow("Needs", zone.needs[:2000], lambda text: change(needs=text.strip()[:2000]))
    yield SizeRow(
        "Light wished",
        "" if zone.light is None else f"{zone.light:g} lx",
        f"{zone_uses()[zone.use].light:g} lx by its use",
        lambda text: number_typed(bench, text, "light", (1, 20_000), lambda lux: change(light=lux)),
    )
    yield TextRow(
        "Corners",
        spots_shown(zone.outline, job.settings),
        lambda text: bench.session.do_made(
            lambda: edits.move_zoned(room.id, "zones", zone.id, zone.name, outline=spots_typed(text, job.settings))
        ),
    )
    yield ButtonsRow(("One more corner", "One corner less"), lambda index: _corners(bench, path, zone, index))
    yield from _rug_rows(bench, job, room, path.id)
    light = next(
        (one for one in zone_light(room, job.house_rules, job.paints, job.colours) if one.zone.id == zone.id),
        None,
    )
    if light is not None and light.has is not None:
        at = f"at {light.work[:40]}" if light.work else "by the lumen method"
        yield Caption(f"Its light, {at}")
        yield from bench.working(light.has)
    elif light is not None:
        yield NoteRow("No lamp shines here yet; windows are not counted.")
    yield removing(bench, path, zone)
    yield from findings_of(bench, path)


def _corners(bench: Bench, path: ZonePath, zone: Any, index: int) -> None:
    """Add a corner in the middle of the longest edge of a zone, or take its last one away."""
    ring = list(zone.outline)
    if index == 0:
        longest = max(
            range(len(ring)),
            key=lambda n: (
                (ring[n][0] - ring[(n + 1) % len(ring)][0]) ** 2 + (ring[n][1] - ring[(n + 1) % len(ring)][1]) ** 2
            ),
        )
        a, b = ring[longest], ring[(longest + 1) % len(ring)]
        ring.insert(longest + 1, ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2))
    elif len(ring) > 3:
        ring.pop()
    bench.do(edits.move_zoned(path.room, "zones", zone.id, zone.name, outline=tuple(ring)))


def _rug_rows(bench: Bench, job: Job, room: Room, zone_id: str) -> Iterator[Row]:
    offers, wanted = rugs_for(room, job.house_rules, zone_id)
    fitting = [offer for offer in offers if offer.floor > 0][:3]
    if not fitting:
        return
    yield Caption("A rug for it")
    if wanted is not None:
        size = f"{bare_size(wanted.width, job.settings)} × {show_size(wanted.depth, job.settings)}"
        yield NoteRow(f"What stands here asks for {size} at least.")
    for offer in fitting:
        size = f"{bare_size(offer.size.long, job.settings)} × {show_size(offer.size.wide, job.settings)}"
        said = "reaches under all" if offer.reaches else "is small for it"
        floor = show_size(offer.floor, job.settings)
        yield ButtonsRow((f"Lay one of {size}",), partial(_rug, bench, room, offer))
        yield NoteRow(f"It {said}, leaves {floor} of floor, and costs {show_money(offer.size.price)}.")


def _rug(bench: Bench, room: Room, offer: RugOffer, _: int) -> None:
    put_rug(bench, room, offer)


# ---- pieces


def piece_rows(bench: Bench, job: Job, path: StoodPath) -> Iterator[Row]:
    """Yield what a piece is, where it stands, and what is in its way."""
    room = job.room(path.room)
    piece = path.found(room)
    if piece is None:
        yield from gone_rows(path, job)
        return
    change = changing(bench, path, piece)
    yield Title(piece.name[:200], f"{furniture()[piece.kind].name}, {room.name[:100]}")
    if is_gone(room, piece):
        yield NoteRow("The brief moves it on or lets it go: it is not drawn here any more.", "ochre")
    yield TextRow("Name", piece.name[:2000], lambda text: change(name=text))
    kinds = tuple((key, one.name) for key, one in furniture().items())
    yield ChoiceRow("It is", kinds, piece.kind, lambda value: change(kind=value))
    for size in ("width", "depth", "height"):
        yield from bench.size_rows(path.sized(size), size.capitalize())
    yield from _place_rows(bench, job, room, path, piece)
    yield from _colour_rows(job, piece, change)
    yield ChoiceRow("Pattern", PATTERNS, piece.pattern, lambda value: change(pattern=value))
    yield from _price_row(bench, piece, change)
    yield from _freedom_rows(job, room, piece)
    yield removing(bench, path, piece)
    yield from findings_of(bench, path)


def _place_rows(bench: Bench, job: Job, room: Room, path: StoodPath, piece: Stood) -> Iterator[Row]:
    measured = measured_room(room, job.house_rules)
    if measured.fault:
        return

    def move(**fields: Any) -> bool:
        return bench.do(edits.move_zoned(room.id, "pieces", piece.id, piece.name, **fields))

    walls = (
        ("", "free on the floor"),
        *((side.id, f"wall {edits.wall_name(room, side.id)}") for side in room.measured.walls),
    )

    def to_wall(value: str) -> object:
        if value:
            face = next(one for one in measured.faces if one.id == value)
            return move(wall=value, x=round(face.length / 2.0, 1), y=0.0, turn=0.0)
        fields = turned_fields(measured, piece, 0.001)
        return move(**{**fields, "turn": round(fields.get("turn", 0.0))}) if fields else None

    if piece.x is None:
        yield NoteRow("It is not placed yet: choose a wall, or put it in the middle.")
        yield ChoiceRow("Stands at", (("", "nowhere yet"), *walls[1:]), "", to_wall)
        x = sum(corner[0] for corner in measured.plan.corners) / len(measured.plan.corners)
        y = sum(corner[1] for corner in measured.plan.corners) / len(measured.plan.corners)
        yield ButtonsRow(("Put it in the middle",), lambda _: move(x=round(x), y=round(y)))
        return
    yield ChoiceRow("Stands at", walls, piece.wall, to_wall)
    for size, words in words_of_place(piece.wall).items():
        yield from bench.size_rows(path.sized(size), words[:1].upper() + words[1:])

    def turned(degrees: float) -> object:
        return move(**turned_fields(measured, piece, degrees))

    yield ButtonsRow(("Turn a quarter", "Turn 15°"), lambda index: turned((90.0, 15.0)[index]))


def _colour_rows(job: Job, piece: Stood, change: Callable[..., bool]) -> Iterator[Row]:
    known = {colour.id: colour for colour in job.colours}
    options = (NO_COLOUR, *((colour.id, colour.name[:60]) for colour in job.colours))
    swatches = ("", *(colour.hex for colour in job.colours))
    for number, words in ((0, "Colour"), (1, "And")):
        there = piece.colours[number] if number < len(piece.colours) else ""
        if number and not piece.colours:
            return

        def chosen(value: str, number: int = number) -> object:
            colours = list(piece.colours)
            colours[number : number + 1] = [value] if value else []
            return change(colours=tuple(colours))

        yield ChoiceRow(words, options, there if there in known else "", chosen, swatches)


def _price_row(bench: Bench, piece: Stood, change: Callable[..., bool]) -> Iterator[Row]:
    shown = "" if piece.price is None else show_money(piece.price)
    yield SizeRow(
        "To buy, at a price of",
        shown,
        "it is there",
        lambda text: number_typed(bench, text, "price", (0, 1e7), lambda price: change(price=price)),
    )


def _freedom_rows(job: Job, room: Room, piece: Stood) -> Iterator[Row]:
    clear = clear_of(room, job.house_rules)
    short = [one for one in clear.short if one.piece == piece.id]
    yield Caption("Round it")
    strips = [one for one in clear.strips if one.piece == piece.id]
    if not strips:
        yield NoteRow("Nothing has to stay free round it.")
    for strip in strips:
        missing = next((one for one in short if one.wanted.side == strip.wanted.side), None)
        reach = show_size(strip.wanted.reach, job.settings)
        side = {"front": "in front", "behind": "behind", "left": "on its left", "right": "on its right"}[
            strip.wanted.side
        ]
        if missing is None:
            yield NoteRow(f"{side}: {reach} free, {strip.wanted.why}")
        else:
            there = show_size(missing.there_is, job.settings)
            yield NoteRow(f"{side}: {there} of {reach}, {strip.wanted.why}; {missing.name[:40]}", "rust")
    for way in ways_of(room, job.house_rules):
        if way.what == "piece" and way.other == piece.id:
            yield NoteRow(
                f"The way to it from {way.door_name[:30]} is {show_size(way.width, job.settings)} wide or more."
            )


# ---- free walls


def free_wall_rows(bench: Bench, job: Job, path: FreeWallPath) -> Iterator[Row]:
    """Yield what could stand along a stretch of free wall."""
    room = job.room(path.room)
    yield Title(f"Free wall {edits.wall_name(room, path.wall)}", room.name[:200])
    yield NoteRow("Storage goes to the largest free wall: the long one first, then corners, under and over things.")
    kinds = ("bookcase", "wardrobe", "chest of drawers", "sideboard")
    words = tuple(f"Stand a {furniture()[kind].name} here" for kind in kinds)
    for number, line in enumerate(words):
        yield ButtonsRow((line,), partial(_stand, bench, room, path, kinds[number]))
    yield ButtonsRow(("Build storage along it",), lambda _: _build(bench, job, room, path))


def _stand(bench: Bench, room: Room, path: FreeWallPath, kind: str, _: int) -> None:
    stand_at_free_wall(bench, room, path, kind)


def _build(bench: Bench, job: Job, room: Room, path: FreeWallPath) -> None:
    """Begin a built-in along a stretch of free wall, and go to it."""
    build_at_free_wall(bench, job, room, path)
