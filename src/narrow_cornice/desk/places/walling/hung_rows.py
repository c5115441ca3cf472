"""The bench of what hangs on walls: pictures, many small things, screens, false windows, bases of showers."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial
from typing import Any

from msgspec.structs import replace

from narrow_cornice.derived.coloured.darks import darks_of
from narrow_cornice.derived.walled.bases import BaseSchool, schools_of_base
from narrow_cornice.derived.walled.below import standing_against
from narrow_cornice.derived.walled.flights import flights_of
from narrow_cornice.derived.walled.hung_pictures import Hung, HungGroup, galleries_of
from narrow_cornice.derived.walled.shown import OnScreen, false_windows_of, screens_of
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
from narrow_cornice.desk.places.walling.sizes import words_of
from narrow_cornice.desk.rows.typed_numbers import number_typed
from narrow_cornice.errors import CorniceError
from narrow_cornice.features.pictures import ARRANGED
from narrow_cornice.features.screens import WAYS
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Room, Settings
from narrow_cornice.job.paths import (
    FalseWindowPath,
    FlightPath,
    GalleryPath,
    HangingPath,
    ShownPath,
    WetBasePath,
)
from narrow_cornice.job.walled import BaseWay, Flight, Gallery, Picture, Tinted
from narrow_cornice.units.lengths import Length, parse_length
from narrow_cornice.units.show import bare_size, show_lumens, show_money, show_size

Change = Callable[..., bool]
Hanging = HangingPath | WetBasePath

MOST_DARKS = 3


def changing(bench: Bench, path: Hanging, field: str, thing: Any) -> Change:
    """Return what changes fields of a thing on a wall; whether it was accepted is returned."""

    def change(**fields: Any) -> bool:
        return bench.session.do_made(lambda: edits.change_walled(path.room, field, thing.id, thing.name, **fields))

    return change


def _begun(path: Hanging, room: Room, thing: Any, change: Change) -> Iterator[Row]:
    yield Title(thing.name[:200], f"{path.word}, {room.name[:100]}")
    yield TextRow("Name", thing.name[:2000], lambda text: change(name=text))


def _ended(bench: Bench, path: Hanging, field: str, thing: Any) -> Iterator[Row]:
    yield ButtonsRow(
        (f"Remove {thing.name[:40]}",),
        lambda _: bench.do(edits.remove_walled(path.room, field, thing.id, thing.name)),
    )
    yield from bench.findings(lambda finding: finding.about is not None and finding.about.within(path))


def _gone(path: Hanging, room: Room) -> Iterator[Row]:
    yield Title(path.word.capitalize(), room.name[:200])
    yield NoteRow("It is no longer there.")


def _wall_row(room: Room, there: str, change: Change) -> Row:
    walls = tuple((side.id, f"wall {edits.wall_name(room, side.id)}") for side in room.measured.walls)
    return ChoiceRow("On", walls, there, lambda value: change(wall=value))


def _sizes(bench: Bench, path: Hanging, *sizes: str) -> Iterator[Row]:
    for size in sizes:
        yield from bench.size_rows(path.sized(size), words_of(path, size).capitalize())


def _number(bench: Bench, label: str, shown: str, usual: str, within: tuple[float, float], take: Any) -> Row:
    """Return a row for a number that is no length, empty for what is usual."""
    return SizeRow(label, shown, usual, lambda text: number_typed(bench, text, label.lower(), within, take))


# ---- pictures


def gallery_rows(bench: Bench, job: Job, path: GalleryPath) -> Iterator[Row]:
    """Yield a group of pictures: how it is arranged and where it hangs, each picture, its hooks."""
    room = job.room(path.room)
    gallery = path.found(room)
    if not isinstance(gallery, Gallery):
        yield from _gone(path, room)
        return
    change = changing(bench, path, "galleries", gallery)
    group = next(one for one in galleries_of(room, job.house_rules) if one.gallery.id == gallery.id)
    yield from _begun(path, room, gallery, change)
    if group.fault:
        yield NoteRow(group.fault, "rust")
    yield _wall_row(room, gallery.wall, change)
    below = tuple((one.id, one.name[:60]) for one in standing_against(room, gallery.wall, job.house_rules))
    yield ChoiceRow("Over", (("", "nothing below"), *below), gallery.over, lambda value: change(over=value))
    yield ChoiceRow("As a", tuple((one, one) for one in ARRANGED), gallery.how, lambda value: change(how=value))
    if gallery.how in ("grid", "ledges"):
        label = "Across" if gallery.how == "grid" else "On a ledge"
        shown = "" if gallery.columns is None else str(gallery.columns)
        yield _number(
            bench, label, shown, "as a square", (1, 100), lambda n: change(columns=None if n is None else int(n))
        )
    yield from _sizes(bench, path.thing, "gap", "middle", "height")
    if not gallery.over:
        yield ToggleRow("Looked at sitting", gallery.seated, lambda on: change(seated=on))
    if group.share is not None:
        yield bench.figure_row(group.share, False)
    if group.centre is not None and group.centre.parts:
        yield bench.figure_row(group.centre, False)
    yield from _pictures(bench, job, gallery, group, path)
    yield from _ended(bench, path.thing, "galleries", gallery)


def _pictures(bench: Bench, job: Job, gallery: Gallery, group: HungGroup, path: GalleryPath) -> Iterator[Row]:
    """Yield each picture as its size to type, and how it hangs."""
    yield Caption("The pictures")
    hung = {one.picture.id: one for one in group.hung}
    for picture in gallery.pictures:
        shown = (
            f"{bare_size(float(picture.width.mm), job.settings)} × {show_size(float(picture.height.mm), job.settings)}"
        )
        yield TextRow(picture.name[:24], shown, partial(_resized, bench, job.settings, path, gallery, picture))
        one = hung.get(picture.id)
        if one is not None:
            yield NoteRow(_hangs(one, job.settings), "rust" if one.holds is False and one.heavy else "soft")
    chosen = next((one for one in gallery.pictures if one.id == path.picture), None)
    if chosen is not None:
        yield from _one_picture(bench, job, path, gallery, chosen)
    yield from _black_frames(bench, job, gallery, path)
    last = gallery.pictures[-1] if gallery.pictures else Picture("", "", _mm(400), _mm(500))
    fresh = replace(last, id="", name=f"Picture {len(gallery.pictures) + 1}")
    more = (*gallery.pictures, fresh)
    yield ButtonsRow(
        ("Another picture", "One less"),
        lambda index: bench.do(
            edits.change_pictures(
                path.room,
                gallery,
                more if index == 0 else gallery.pictures[:-1],
                "another picture" if index == 0 else "one picture less",
            )
        ),
    )


def _black_frames(bench: Bench, job: Job, gallery: Gallery, path: GalleryPath) -> Iterator[Row]:
    """Yield the blacks of the room that all frames could repeat."""
    for dark in darks_of(job, job.room(path.room))[:MOST_DARKS]:
        framed = tuple(replace(one, colour=dark.colour, tone=dark.hex) for one in gallery.pictures)
        if not framed or framed == gallery.pictures:
            continue
        words = f"All frames in the black of {dark.name[:40]}"
        yield ButtonsRow((words,), partial(_framed, bench, path, gallery, framed))


def _framed(bench: Bench, path: GalleryPath, gallery: Gallery, framed: tuple[Picture, ...], _: int) -> None:
    bench.session.do_made(lambda: edits.change_pictures(path.room, gallery, framed, "black frames"))


def _mm(mm: float) -> Length:
    return Length(mm, f"{mm:g} mm")


def _hangs(one: Hung, settings: Settings) -> str:
    """Return in words how a picture hangs."""
    many = f"{len(one.hooks)} hooks" if len(one.hooks) > 1 else "one hook"
    held = {True: "in structure", False: "beside the studs", None: "nobody knows what is behind"}[one.holds]
    places = "; ".join(f"{bare_size(u, settings)} across, {bare_size(v, settings)} up" for u, v in one.hooks)
    return f"{one.weight.value:.1f} kg on {many} rated {one.rated} each, {held}: {places}"


def _resized(
    bench: Bench, settings: Settings, path: GalleryPath, gallery: Gallery, picture: Picture, text: str
) -> bool:
    """Take the size of a picture as it was typed: 400 × 500."""

    def made() -> edits.Edit:
        parts = text.replace("×", "x").lower().split("x")
        if len(parts) != 2:
            raise CorniceError(f"“{text[:40]}” is no size.", where=picture.name[:40], remedy="Write it as 400 × 500.")
        wide, tall = (parse_length(part, settings.unit) for part in parts)
        changed = replace(picture, width=wide, height=tall)
        pictures = tuple(changed if one.id == picture.id else one for one in gallery.pictures)
        return edits.change_pictures(path.room, gallery, pictures, f"{picture.name[:40]} {text.strip()[:30]}")

    return bench.session.do_made(made)


def _one_picture(bench: Bench, job: Job, path: GalleryPath, gallery: Gallery, picture: Picture) -> Iterator[Row]:
    """Yield the rest of one picture: its name, fitting, weight, the colour of its frame."""

    def change(**fields: Any) -> bool:
        def made() -> edits.Edit:
            changed = replace(picture, **fields)
            pictures = tuple(changed if one.id == picture.id else one for one in gallery.pictures)
            return edits.change_pictures(path.room, gallery, pictures, f"{picture.name[:40]}")

        return bench.session.do_made(made)

    yield Caption(picture.name[:60])
    yield TextRow("Name", picture.name, lambda text: change(name=text.strip() or picture.name))
    hook = show_size(float(picture.hook.mm), job.settings)
    yield SizeRow(
        "Hangs below its top",
        hook,
        show_size(60.0, job.settings),
        lambda text: change(hook=parse_length(text, job.settings.unit)),
    )
    weight = "" if picture.weight is None else f"{picture.weight:g} kg"
    yield _number(bench, "Weight, kg", weight, "by its area", (0, 1000), lambda kg: change(weight=kg))
    options = (("", "wood"), *((one.id, one.name[:60]) for one in job.colours))
    tones = ("", *(one.hex for one in job.colours))
    yield ChoiceRow("Frame", options, picture.colour or "", lambda value: change(colour=value or None), tones)


# ---- many small things


def flight_rows(bench: Bench, job: Job, path: FlightPath) -> Iterator[Row]:
    """Yield many small things: how many, how large, in which colours, and how far they keep apart."""
    room = job.room(path.room)
    flight = path.found(room)
    if not isinstance(flight, Flight):
        yield from _gone(path, room)
        return
    change = changing(bench, path, "flights", flight)
    flown = next(one for one in flights_of(room, job.house_rules) if one.flight.id == flight.id)
    yield from _begun(path, room, flight, change)
    if flown.fault:
        yield NoteRow(flown.fault, "rust")
    yield _wall_row(room, flight.wall, change)
    shown = "" if flight.count is None else str(flight.count)
    usual = f"{flown.count} by the density"
    yield _number(bench, "How many", shown, usual, (1, 2000), lambda n: change(count=None if n is None else int(n)))
    if flight.count is None:
        density = f"{flight.density:g}"
        yield _number(bench, "To a square metre", density, "12", (0.1, 1000), lambda n: change(density=float(n or 12)))
    yield from _sizes(bench, path.thing, "size")
    if flown.least is not None and flown.things is not None:
        yield bench.figure_row(flown.least, False)
        if flown.things.apart is not None:
            yield NoteRow(f"The nearest two are {show_size(flown.things.apart, job.settings)} apart.")
    yield ButtonsRow(("Put them otherwise",), lambda _: change(seed=flight.seed + 1))
    yield Caption("In which colours")
    for number, tinted in enumerate(flight.colours):
        yield from _tint(bench, job, flight, number, tinted, change)
    if job.colours:
        fresh = Tinted(job.colours[0].id)
        yield ButtonsRow(("Another colour",), lambda _: change(colours=(*flight.colours, fresh)))
    yield _number(bench, "One costs", show_money(flight.price), "0", (0, 1e6), lambda n: change(price=float(n or 0)))
    yield NoteRow("Drag the rings at the corners of the outline on the drawing.")
    yield from _ended(bench, path.thing, "flights", flight)


def _tint(bench: Bench, job: Job, flight: Flight, number: int, tinted: Tinted, change: Change) -> Iterator[Row]:
    def put(fresh: Tinted | None) -> bool:
        colours = list(flight.colours)
        colours[number : number + 1] = [fresh] if fresh is not None else []
        return change(colours=tuple(colours))

    options = (("", "not at all"), *((one.id, one.name[:60]) for one in job.colours))
    tones = ("", *(one.hex for one in job.colours))
    yield ChoiceRow(
        f"Colour {number + 1}",
        options,
        tinted.colour,
        lambda value: put(replace(tinted, colour=value) if value else None),
        tones,
    )
    share = f"{tinted.share:g}"
    yield _number(bench, "Its parts", share, "1", (0, 1000), lambda n: put(replace(tinted, share=float(n or 1.0))))


# ---- screens


def screen_rows(bench: Bench, job: Job, path: ShownPath) -> Iterator[Row]:
    """Yield a screen: its size and place, in which way it joins the wall or is hidden, what that takes."""
    room = job.room(path.room)
    made = next((one for one in screens_of(room, job.house_rules) if one.shown.id == path.id), None)
    if made is None:
        yield from _gone(path, room)
        return
    shown = made.shown
    change = changing(bench, path, "screens", shown)
    yield from _begun(path, room, shown, change)
    if made.fault:
        yield NoteRow(made.fault, "rust")
        yield from _ended(bench, path, "screens", shown)
        return
    yield _wall_row(room, shown.wall, change)
    yield ChoiceRow("Way", tuple((one, one) for one in WAYS), shown.way, lambda value: change(way=value))
    yield from _sizes(bench, path, "diagonal", "depth", "middle", "height")
    seats = tuple((one.id, one.name[:60]) for one in room.zones.pieces if one.x is not None)
    yield ChoiceRow("Seen from", (("", "nothing chosen"), *seats), shown.seat, lambda value: change(seat=value))
    runs = tuple((one.id, one.name[:60]) for one in room.casework.built_ins)
    yield ChoiceRow("In", (("", "the wall alone"), *runs), shown.built_in, lambda value: change(built_in=value))
    yield from _screen_figures(bench, job, made, change)
    price = "" if shown.price is None else show_money(shown.price)
    yield _number(bench, "To buy, at", price, "it is there", (0, 1e7), lambda n: change(price=n))
    yield from _ended(bench, path, "screens", shown)


def _screen_figures(bench: Bench, job: Job, made: OnScreen, change: Change) -> Iterator[Row]:
    yield Caption("What it comes to")
    for figure in (made.wide, made.tall, made.distance, made.throw, made.light):
        if figure is not None:
            yield bench.figure_row(figure, False)
    near, far = made.seats
    yield NoteRow(f"One sits well from {bare_size(near, job.settings)} to {show_size(far, job.settings)}.")
    opening = f"{bare_size(made.opening.wide, job.settings)} × {show_size(made.opening.tall, job.settings)}"
    yield NoteRow(f"In a bay it needs {opening}, {show_size(made.opening.deep, job.settings)} deep, open behind.")
    if not made.socket:
        yield NoteRow("No socket is near it: cords would show.", "ochre")
    if made.shown.way == "projector":
        ratio, lumens = f"{made.shown.throw:g}", show_lumens(made.shown.lumens)
        yield _number(bench, "Throw ratio", ratio, "1.5", (0.1, 10), lambda n: change(throw=float(n or 1.5)))
        yield _number(bench, "Lumens", lumens, "2 000 lm", (1, 100_000), lambda n: change(lumens=float(n or 2000)))


# ---- false windows, and bases of showers


def window_rows(bench: Bench, job: Job, path: FalseWindowPath) -> Iterator[Row]:
    """Yield a false window: its size, its panes after the windows of the room."""
    room = job.room(path.room)
    made = next((one for one in false_windows_of(room, job.house_rules) if one.window.id == path.id), None)
    if made is None:
        yield from _gone(path, room)
        return
    window = made.window
    change = changing(bench, path, "windows", window)
    yield from _begun(path, room, window, change)
    if made.fault:
        yield NoteRow(made.fault, "rust")
    yield _wall_row(room, window.wall, change)
    yield from _sizes(bench, path, "place", "bottom", "width", "tall", "frame", "bar")
    for label, field, usual in (
        ("Panes across", "across", made.panes.across if made.panes is not None else 1),
        ("Panes up", "up", made.panes.up if made.panes is not None else 1),
    ):
        there = getattr(window, field)
        shown = "" if there is None else str(there)
        yield _number(bench, label, shown, f"{usual} like the windows", (1, 40), partial(_whole, change, field))
    if made.panes is not None:
        size = f"{bare_size(made.panes.wide, job.settings)} × {show_size(made.panes.tall, job.settings)}"
        yield NoteRow(f"{made.panes.across * made.panes.up} panes of {size}, all alike.")
    options = (("", "not said"), *((one.id, one.name[:60]) for one in job.colours))
    tones = ("", *(one.hex for one in job.colours))
    yield ChoiceRow("Bars in", options, window.colour or "", lambda value: change(colour=value or None), tones)
    yield from _ended(bench, path, "windows", window)


def _whole(change: Change, field: str, value: float | None) -> bool:
    return change(**{field: None if value is None else int(value)})


def base_rows(bench: Bench, job: Job, path: WetBasePath) -> Iterator[Row]:
    """Yield the base of a shower in both ways, each with its money, hours, days and upkeep."""
    room = job.room(path.room)
    base = path.found(room)
    if base is None:
        yield from _gone(path, room)
        return
    change = changing(bench, path, "bases", base)
    yield from _begun(path, room, base, change)
    yield from _sizes(bench, path, "width", "depth")
    yield NoteRow("Waterproofing comes first, is tested, and is a licensed trade's where the local code asks.", "ochre")
    for school in schools_of_base(room, base):
        yield Caption(f"{school.way.capitalize()}{', as chosen' if school.way == base.way else ''}")
        yield from _school(bench, school)
        if school.way != base.way and not school.fault:
            yield ButtonsRow((f"Take it {school.way}",), partial(_take_way, change, school.way))
    yield from _ended(bench, path, "bases", base)


def _take_way(change: Change, way: BaseWay, _: int) -> None:
    change(way=way)


def _school(bench: Bench, school: BaseSchool) -> Iterator[Row]:
    if school.fault:
        yield NoteRow(school.fault)
        return
    for figure in (school.materials, school.hours):
        if figure is not None:
            yield bench.figure_row(figure, False)
    days = "day" if school.days == 1 else "days"
    yield NoteRow(f"{school.days} {days} with drying. To keep: {school.upkeep}.")
