"""The sheets of what hangs on walls: pictures with their marks, small things, screens, false windows, shower bases."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.walled.bases import schools_of_base
from narrow_cornice.derived.walled.flights import Flown, flights_of
from narrow_cornice.derived.walled.hung_pictures import galleries_of
from narrow_cornice.derived.walled.shown import false_windows_of, screens_of
from narrow_cornice.desk.ruled_sheet import Cell, SheetRow, row
from narrow_cornice.job.edits import wall_name
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import FalseWindowPath, FlightPath, GalleryPath, ShownPath, WetBasePath
from narrow_cornice.units.show import bare_size, show_area, show_money, show_size


def _by(wide: float, tall: float, job: Job) -> str:
    """Return a size as it is read: 400 × 500 mm."""
    return f"{bare_size(wide, job.settings)} × {show_size(tall, job.settings)}"


def pictures_sheet(job: Job, room: Room) -> Iterator[SheetRow]:
    """Yield each picture with its size, its hooks from the left end and the floor, and what they must hold."""
    for group in galleries_of(room, job.house_rules):
        gallery = group.gallery
        share = f", {group.share.shown(job.settings)} of {group.below.name[:30]}" if group.share and group.below else ""
        where = f"{gallery.how}, wall {wall_name(room, gallery.wall)}{share}"
        left, bottom, right, top = group.box
        yield row(
            GalleryPath(room.id, gallery.id),
            Cell(gallery.name, strong=True),
            _by(right - left, top - bottom, job) if group.hung else "",
            "",
            "",
            Cell(group.fault or where, warm=bool(group.fault)),
            "",
        )
        for one in group.hung:
            size = _by(one.box[2] - one.box[0], one.box[3] - one.box[1], job)
            hooks = "; ".join(f"{bare_size(u, job.settings)}, {bare_size(v, job.settings)}" for u, v in one.hooks)
            weak = one.holds is False and one.heavy
            yield row(
                GalleryPath(room.id, gallery.id, picture=one.picture.id),
                one.picture.name,
                size,
                Cell(f"{one.weight.value:.1f} kg", number=True),
                Cell(one.rated, number=True),
                hooks,
                Cell({True: "structure", False: "beside the studs", None: "not known"}[one.holds], warm=weak),
            )


def flights_sheet(job: Job, room: Room) -> Iterator[SheetRow]:
    """Yield each flight: how many, how far apart, on what area."""
    for flown in flights_of(room, job.house_rules):
        flight = flown.flight
        tones = {one.id: one for one in job.colours}
        names = ", ".join(tones[one.colour].name[:20] for one in flight.colours if one.colour in tones)
        yield row(
            FlightPath(room.id, flight.id),
            flight.name,
            Cell(flown.fault or f"wall {wall_name(room, flight.wall)}", warm=bool(flown.fault)),
            Cell(str(flown.count), number=True),
            Cell(show_size(float(flight.size.mm), job.settings), number=True),
            Cell(show_area(flown.area.value, job.settings.unit) if flown.area is not None else "", number=True),
            Cell(_apart(flown, job), number=True),
            Cell(show_size(flown.least.value, job.settings) if flown.least is not None else "", number=True),
            names,
        )


def _apart(flown: Flown, job: Job) -> str:
    apart = flown.things.apart if flown.things is not None else None
    return show_size(apart, job.settings) if apart is not None else ""


def screens_sheet(job: Job, room: Room) -> Iterator[SheetRow]:
    """Yield each screen: its size, its height, how far its seat is, what it takes."""
    for made in screens_of(room, job.house_rules):
        shown = made.shown
        if made.fault:
            yield row(ShownPath(room.id, shown.id), shown.name, Cell(made.fault, warm=True), *("",) * 6)
            continue
        near, far = made.seats
        seat = made.distance
        well = seat is None or near <= seat.value <= far
        size = _by(made.box[2] - made.box[0], made.box[3] - made.box[1], job)
        opening = _by(made.opening.wide, made.opening.tall, job)
        yield row(
            ShownPath(room.id, shown.id),
            shown.name,
            shown.way,
            size,
            Cell(show_size(made.centre, job.settings), number=True),
            Cell(bare_size(seat.value, job.settings) if seat is not None else "", number=True, warm=not well),
            f"{bare_size(near, job.settings)}–{bare_size(far, job.settings)}",
            opening,
            Cell("near" if made.socket else "none near", warm=not made.socket),
        )


def windows_sheet(job: Job, room: Room) -> Iterator[SheetRow]:
    """Yield false windows with their panes, and bases of showers in both ways."""
    for mirror in false_windows_of(room, job.house_rules):
        window, panes = mirror.window, mirror.panes
        size = _by(float(window.width.mm), float(window.tall.mm), job)
        grid = f"{panes.across} × {panes.up} panes" if panes is not None else ""
        each = (
            f"{bare_size(panes.wide, job.settings)} × {show_size(panes.tall, job.settings)}"
            if panes is not None
            else ""
        )
        yield row(
            FalseWindowPath(room.id, window.id),
            window.name,
            Cell(mirror.fault or f"wall {wall_name(room, window.wall)}", warm=bool(mirror.fault)),
            size,
            f"{grid} of {each}" if grid else "",
            "",
            "",
            "",
            "",
        )
    for base in room.walling.bases:
        size = _by(float(base.width.mm), float(base.depth.mm), job)
        for school in schools_of_base(room, base):
            money = f"{show_money(school.materials.value)} {job.settings.money}".strip() if school.materials else ""
            yield row(
                WetBasePath(room.id, base.id),
                Cell(base.name, strong=school.way == base.way),
                school.fault or f"{school.way}{', chosen' if school.way == base.way else ''}",
                size,
                "",
                money,
                school.hours.shown(job.settings) if school.hours is not None else "",
                f"{school.days} days" if school.days else "",
                school.upkeep,
            )
