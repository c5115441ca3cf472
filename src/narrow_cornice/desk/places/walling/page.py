"""The page of Walls: one wall large with what is put on it, and the sheets of that below."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from msgspec.structs import replace

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.walled.amounts import Taken, taken_of
from narrow_cornice.derived.walled.choices import slivers
from narrow_cornice.derived.walled.laid import LaidField, with_strips
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.derived.walled.piece_kinds import kinds_of_pieces, parts_of, where_of
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.place import Desk, Place
from narrow_cornice.desk.places.walling.hung_sheets import (
    flights_sheet,
    pictures_sheet,
    screens_sheet,
    windows_sheet,
)
from narrow_cornice.desk.places.walling.laying import (
    base_offers,
    flight_offers,
    laying_offers,
    pictures_offers,
    screen_offers,
    window_offers,
)
from narrow_cornice.desk.places.walling.seen_as import field_selected, wall_seen
from narrow_cornice.desk.ruled_sheet import Cell, Ruled, SheetRow, row
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job import edits
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import FieldPath, GalleryPath, HangingPath, OutlinedPath, ShownPath
from narrow_cornice.job.walled import Field
from narrow_cornice.memo import kept_aside
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.show import bare_size, show_area, show_size
from narrow_cornice.units.told import said_in

SNAPS = 12.0  # mm within which a start that is dragged keeps to an end or to the middle
MOST_KINDS = 400  # of cut pieces that are listed


class WallsPage(DrawingPage):
    """The drawing of a wall with its fields, and the sheets: the fields of the room, the pieces of one."""

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk, place)
        for ruled in (*self._sheets_of_leaves(), *self._sheets_of_hung()):
            self.add_sheet(ruled)
        self.canvas.dragged.connect(self._dragged)
        self.canvas.dropped.connect(self._dropped)
        self.add_cautions()

    def _sheets_of_leaves(self) -> Iterator[Ruled]:
        yield Ruled(
            ("fields",),
            "Fields",
            ("Field", "Of", "Lies on", "Area", "Whole", "Cut", "Taken", "Cut off", "Narrowest", "Gap"),
            self._fields,
            "Slats, boards, tiles or paper on the wall that is drawn: lay some by the line below.",
            lines=4,
        )
        yield Ruled(
            ("cuts",),
            "Pieces",
            ("Number", "Along", "Across", "How many", "Of", "Lies"),
            self._cuts,
            "The pieces of a field, those to cut by their sizes: choose a field, or lay one by the line below.",
            lines=5,
        )

    def _sheets_of_hung(self) -> Iterator[Ruled]:
        yield Ruled(
            ("pictures",),
            "Pictures",
            ("Picture", "Size", "Weight", "Each hanger", "Hooks, across and up", "Held by"),
            lambda room: list(pictures_sheet(self.session.job, room)),
            "Pictures in a group, over what stands below or on a free wall: hang some by the line below.",
            lines=5,
        )
        yield Ruled(
            ("flights",),
            "Small things",
            ("Flight", "On", "Things", "Each", "Area", "Nearest two", "At least", "Colours"),
            lambda room: list(flights_sheet(self.session.job, room)),
            "Many small things inside an outline, even but not regular: put some up by the line below.",
            lines=3,
        )
        yield Ruled(
            ("screens",),
            "Screens",
            ("Screen", "Way", "Picture", "Middle", "Seat at", "Wished", "Opening", "Socket"),
            lambda room: list(screens_sheet(self.session.job, room)),
            "A screen joined to its wall, hidden, or a projector instead: put one up by the line below.",
            lines=3,
        )
        yield Ruled(
            ("panes",),
            "False windows, shower bases",
            ("What", "How", "Size", "Panes", "Materials", "Hours", "Time", "To keep"),
            lambda room: list(windows_sheet(self.session.job, room)),
            "A false window of mirror panes, or the base of a shower in both ways: by the line below.",
            7,
            lines=4,
        )

    # ---- the sheets

    def _fields(self, room: Room) -> list[SheetRow]:
        job = self.session.job
        taken = {id(one.laid): one for one in taken_of(room, job.house_rules)}
        every = with_strips(fields_of(room, job.house_rules))
        return [self._field_row(room, one, taken.get(id(one))) for one in every]

    def _field_row(self, room: Room, laid: LaidField, taken: Taken | None) -> SheetRow:
        job, field = self.session.job, laid.field
        whole = sum(piece.whole for piece in laid.with_reveals)
        thin = slivers(laid, job.house_rules)
        narrow = show_size(laid.thin[0], job.settings) if laid.thin is not None else ""
        waste = taken.waste if taken is not None else None
        return row(
            FieldPath(room.id, field.id),
            field.name if laid.is_strip else Cell(field.name, partial(self._renamed, room.id, field)),
            Cell(field.covering.name, swatch=field.covering.tone),
            Cell(said_in(laid.fault, job.settings) or where_of(room, field), warm=bool(laid.fault)),
            Cell(show_area(laid.area.value, job.settings.unit) if laid.area is not None else "", number=True),
            Cell(str(whole), number=True),
            Cell(str(len(laid.with_reveals) - whole), number=True),
            Cell(taken.amount.shown(job.settings) if taken is not None and taken.amount else "", number=True),
            Cell(f"{100 * waste:.1f} %" if waste is not None else "", number=True),
            Cell(narrow, number=True, warm=bool(thin)),
            Cell(bare_size(laid.gap.value, job.settings) if laid.gap is not None else "", number=True),
        )

    def _renamed(self, room_id: str, field: Field, text: str) -> bool:
        return self.session.do_made(lambda: edits.change_field(room_id, field.id, field.name, name=text))

    def _cuts(self, room: Room) -> list[SheetRow]:
        """Return the pieces of the selected field, else of those on the wall: alike ones in one line, cut ones last."""
        job, view = self.session.job, self.session.view
        chosen, wall = field_selected(view, room), wall_seen(view, room)
        rows = []
        for laid in with_strips(fields_of(room, job.house_rules)):
            mine = laid.field.id == chosen.id if chosen is not None else laid.field.wall == wall
            if laid.fault or not mine:
                continue
            about, number = FieldPath(room.id, laid.field.id), 0
            for words, pieces in parts_of(laid):
                for (whole, long, wide, kind), many in kinds_of_pieces(pieces):
                    number += 1
                    cells = (
                        Cell(str(number), number=True),
                        Cell(bare_size(long, job.settings), number=True),
                        Cell(bare_size(wide, job.settings), number=True),
                        Cell(str(many), number=True, strong=whole),
                        f"{laid.field.name}, {'whole' if whole else 'cut'}{kind}",
                        words,
                    )
                    rows.append(row(about, *cells))
                    if len(rows) >= MOST_KINDS:
                        return rows
        return rows

    # ---- what can be added

    def invitations(self) -> Iterator[Invitation]:
        """Yield what can be laid on the wall that is looked at."""
        room, job = self.session.room(), self.session.job
        if room is None or room.outdoors or measured_room(room, job.house_rules).fault:
            return
        walls = [side.id for side in room.measured.walls]
        seen = wall_seen(self.session.view, room)
        wall = seen if seen in walls else walls[0]
        leaf = self.leaf()
        key = leaf.key if leaf is not None else "fields"
        if key == "pictures":
            yield from pictures_offers(self.bench, job, room, wall)
        elif key == "flights":
            yield from flight_offers(self.bench, job, room, wall)
        elif key == "screens":
            yield from screen_offers(self.bench, room, wall)
        elif key == "panes":
            yield from window_offers(self.bench, job, room, wall)
            yield from base_offers(self.bench, room)
        else:
            yield from laying_offers(self.bench, job, room, wall)

    # ---- moving the start with the hand

    def _moved(self, about: ThingPath, x: float, y: float) -> Edit | None:
        """Return the edit that brings what is dragged to a place of the drawing: the start of a field, the middle of
        pictures or of a screen, a corner of an outline."""
        room = self.session.room()
        if room is None or not isinstance(about, HangingPath) or about.room != room.id:
            return None
        thing = about.found(room)
        if thing is None:
            return None
        at = {"middle": _whole(x), "height": _whole(max(1.0, -y))}
        if isinstance(about, GalleryPath):
            return edits.change_walled(room.id, "galleries", thing.id, thing.name, **at)
        if isinstance(about, ShownPath):
            return edits.change_walled(room.id, "screens", thing.id, thing.name, **at)
        if isinstance(about, OutlinedPath) and about.corner >= 0:
            ring = list(thing.outline)
            if about.corner >= len(ring):
                return None
            ring[about.corner] = (round(x), round(-y))
            return edits.change_walled(room.id, about.field, thing.id, thing.name, outline=tuple(ring))
        return self._start_moved(room, about, x, y) if isinstance(about, FieldPath) else None

    def _start_moved(self, room: Room, about: FieldPath, x: float, y: float) -> Edit | None:
        laid = next((one for one in fields_of(room, self.session.job.house_rules) if one.field.id == about.id), None)
        if laid is None or laid.fault:
            return None
        fields: dict[str, object] = {}
        axes = {row.axis for row in laid.rows} if laid.laying is None else {0, 1}
        for axis, place in ((0, x), (1, -y)):
            if axis in axes:
                fields |= _start_at(laid, axis, place)
        return edits.change_field(room.id, laid.field.id, laid.field.name, **fields) if fields else None

    def _dragged(self, about: ThingPath, x: float, y: float) -> None:
        """Show the wall as it would be with its field starting elsewhere; the job waits until it is let go."""
        edit, seen = self._moved(about, x, y), self.places.seen_as(self.session.view)
        if edit is None or seen is None or not isinstance(about, HangingPath):
            return
        with kept_aside():
            job = edit.apply(self.session.job)
            view = replace(self.session.view, selected=about.thing)
            drawing = seen.draws(job, view, job.room(about.room))
        self.canvas.show_dragged(drawing, "", about)

    def _dropped(self, about: ThingPath, x: float, y: float) -> None:
        """Make the change that was shown while a start was dragged."""
        edit = self._moved(about, x, y)
        if edit is not None:
            self.session.select(about.thing)
            self.session.do(edit)
        self.refresh()


def _whole(mm: float) -> Length:
    return Length(round(mm), f"{round(mm)} mm")


def _start_at(laid: LaidField, axis: int, place: float) -> dict[str, object]:
    """Return the fields of a start at a place along an axis: an end or the middle where it comes near one."""
    low, high = laid.region.bounds[axis], laid.region.bounds[axis + 2]
    size = (laid.laying.width, laid.laying.height)[axis] if laid.laying is not None else laid.rows[0].width
    said, typed = (("across", "start_x"), ("up", "start_y"))[axis]
    ends = (("left", "right"), ("bottom", "top"))[axis]
    near = ((low, ends[0]), (high - size, ends[1]), ((low + high - size) / 2, "middle"), ((low + high) / 2, "middle"))
    for there, word in near:
        if abs(place - there) <= SNAPS:
            return {said: word, typed: None}
    mm = round(place - low)
    return {said: "typed", typed: Length(mm, f"{mm} mm")}
