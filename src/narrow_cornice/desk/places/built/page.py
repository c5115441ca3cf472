"""Built-ins: the front of a run with its sheet: runs, bays, strength, parts, sheets."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial

from narrow_cornice.casework.boards import sheet_goods
from narrow_cornice.casework.contents import kinds_kept
from narrow_cornice.casework.hardware import hardware, hinges_for
from narrow_cornice.casework.kinds import Beginning
from narrow_cornice.casework.parts import FRONT_KINDS, Part
from narrow_cornice.casework.wishes import DRAWN
from narrow_cornice.derived.built.contents import columns_of, filling_of, things_of
from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.derived.built.free_wall import free_stretch
from narrow_cornice.derived.built.parts import HEAVY, carcass_weights, hardware_of, parts_of, weight_of
from narrow_cornice.derived.built.sheets import cut_boards, line_of, numbers_of
from narrow_cornice.derived.built.shelves import rails_of, shelves_of
from narrow_cornice.derived.measured.envelopes import fit_of
from narrow_cornice.derived.measured.rooms import WallFace, measured_room
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.place import Desk, Place
from narrow_cornice.desk.places.built.bay_rows import COUNTED, counted, parting
from narrow_cornice.desk.places.built.chosen import run_of
from narrow_cornice.desk.places.built.handing_out import labels, parts_dxf, sheets
from narrow_cornice.desk.places.built.spacing_work import spacing_of
from narrow_cornice.desk.places.built.where import where_words
from narrow_cornice.desk.places.built.words import FRONT_WORDS, HOLDS_WORDS, bay_number
from narrow_cornice.desk.ruled_sheet import Cell, Ruled, SheetRow, row
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.beginnings import begun
from narrow_cornice.job.casework import BuiltIn, Kept
from narrow_cornice.job.history import Edit
from narrow_cornice.job.measured import Recess
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import (
    BayPath,
    BuiltInPath,
    CompartmentPath,
    KeptPath,
    LinePath,
    RecessPath,
    RoomPath,
    ThingPath,
    WallPath,
)
from narrow_cornice.review.rules.shelf_sags import LIPPING
from narrow_cornice.units.lengths import plain_length
from narrow_cornice.units.show import bare_size, show_measure, show_money, show_quantity, show_size
from narrow_cornice.units.told import said_in

MANY = {"hardbacks": 100, "paperbacks": 100, "shirts and jackets": 20}  # that a line of what is kept begins with


class BuiltPage(DrawingPage):
    """The built-ins of a room."""

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk, place)
        self.out = desk.out
        self._listening = False
        for ruled in self._sheets_of_leaves():
            self.add_sheet(ruled)
        self.add_cautions()

    def _sheets_of_leaves(self) -> Iterator[Ruled]:
        yield Ruled(
            ("place",),
            "Built-ins of the room",
            ("Built-in", "Stands in", "Clear width", "Carcasses", "Height", "Depth", "Bays", "Heaviest"),
            self._runs,
            "Built-ins stand in places that were read, or along a wall: the line below begins one.",
        )
        yield Ruled(
            ("bays",),
            "Bays",
            ("Bay", "Clear width", "Compartment", "Clear height", "Holds", "How many", "Front"),
            self._bays,
            "Bays of the built-in that is chosen, from the left, and what is in each from the floor up.",
            4,
            lines=4,
        )
        yield Ruled(
            ("fill",),
            "What is kept",
            ("What is kept", "How many", "One is", "Used", "Where it goes", "No room for", "Length"),
            self._kept,
            "What is to be kept here, and where it goes. The line below adds to it.",
            4,
            lines=5,
        )
        yield Ruled(
            ("fronts",),
            "Fronts",
            ("Front", "Bay", "How many", "Width", "Height", "Face", "One weighs", "Hinges"),
            self._fronts,
            "Doors, flaps and drawer fronts, once a compartment has some.",
            1,
            lines=4,
        )
        yield Ruled(
            ("strength",),
            "Strength of shelves",
            ("Shelves", "How many", "Span", "Carries", "Sag at once", "After years", "Allowed", "May span"),
            self._strength,
            "How far shelves sag, once a built-in has some.",
        )
        yield Ruled(
            ("parts",),
            "Parts",
            ("Part", "No.", "Count", "Length", "Width", "Thick", "Cut from", "Edges", "Weighs"),
            self._parts,
            "Every part with the size it is cut to, its length along the grain, once a built-in fits its place.",
            6,
            lines=3,
        )
        yield Ruled(
            ("cutting",),
            "Sheets",
            ("Sheet goods", "Sheets", "At least", "Parts", "Left over", "Price"),
            self._sheet_goods,
            "Sheets of the whole house, once something is built in.",
        )

    def picked_as(self, about: ThingPath) -> ThingPath:
        """Return what a pick means here: a place that something stands in is that built-in."""
        room = self.session.room()
        if room is not None and isinstance(about, RecessPath):
            mine = next((one for one in room.casework.built_ins if one.place == about.id), None)
            return BuiltInPath(room.id, mine.id) if mine is not None else about
        return about

    def invitations(self) -> Iterator[Invitation]:
        """Yield what can be added to the sheet in front."""
        room = self.session.room()
        if room is None:
            return
        run = run_of(room, self.session.view.selected)
        if self._sheet_of == "bays" and run is not None:
            yield Invitation("One more bay", lambda: self.session.do_made(lambda: edits.one_more_bay(room.id, run.id)))
            yield from self._of_bay(room, run)
            return
        if self._sheet_of == "fill":
            yield from self._fill_invitations(room)
            return
        if self._sheet_of == "strength" and run is not None:
            lipped, words = run.lipping is None, f"{run.name[:40]}, 20 × 40 hardwood"
            yield Invitation(
                f"Lip the shelves of {words}" if lipped else f"No lippings on {run.name[:40]}",
                lambda: self.session.do_made(
                    lambda: edits.change_built_in(room.id, run.id, lipping=LIPPING if lipped else None)
                ),
            )
            return
        if self._sheet_of in ("parts", "cutting"):
            yield Invitation("Print the sheets and the parts", lambda: sheets(self.out))
            yield Invitation("Labels", lambda: labels(self.out))
            yield Invitation("A DXF each", lambda: parts_dxf(self.out))
            return
        taken = {one.place for one in room.casework.built_ins}
        free = [one for one in room.measured.recesses if one.id not in taken]
        for recess in free[:2]:
            kinds = tuple((one.name, self._begins(room, recess, one)) for one in self.session.job.beginnings().values())
            yield Invitation(f"Build into {recess.name[:40]}", of=kinds)
        wall = self._wall_to_build_along(room)
        if wall is not None:
            kinds = tuple((one.name, self._along(room, wall, one)) for one in self.session.job.beginnings().values())
            yield Invitation(f"Build along wall {wall.name}", of=kinds)
        if not free:
            yield Invitation("Read a place for one", lambda: self._read_a_place(room))

    def _wall_to_build_along(self, room: Room) -> WallFace | None:
        """Return the wall that was chosen, the longest that nothing is built along where none was."""
        faces, view = measured_room(room, self.session.job.house_rules).faces, self.session.view
        built = {one.wall for one in room.measured.recesses}
        chosen = isinstance(view.selected, WallPath) or (bool(faces) and view.wall_id != faces[0].id)
        looked_at = next((face for face in faces if chosen and face.id == view.wall_id), None)
        bare = [face for face in faces if face.id not in built]
        return looked_at or max(bare, key=lambda face: face.length, default=None)

    def _along(self, room: Room, wall: WallFace, kind: Beginning) -> Callable[[], object]:
        def begin() -> None:
            stretch = free_stretch(wall, kind.tall or wall.length * 10)
            if stretch is None:
                self.session.refused.emit(
                    CorniceError(
                        f"Wall {wall.name} has no stretch without an opening.",
                        remedy="Choose another wall: , and . go on.",
                    )
                )
                return
            left, right = kind.stretch_of(*stretch)
            start = plain_length(round(left, 1)) if left > 1.0 else None
            end = plain_length(round(right, 1)) if right < wall.length - 1.0 else None
            run = begun(kind, f"{kind.name}, wall {wall.name}", "", right - left)
            place = f"along wall {wall.name}"
            self._begun(
                room, lambda: edits.build_along(room.id, wall.id, run, place, plain_length(kind.deep), start, end)
            )

        return begin

    def _begun(self, room: Room, edit: Callable[[], Edit]) -> None:
        """Make an edit that begins a built-in, and show it."""
        if self.session.do_made(edit):
            mine = self.session.job.room(room.id).casework.built_ins[-1]
            self.session.select(BuiltInPath(room.id, mine.id))

    def _read_a_place(self, room: Room) -> None:
        """Go where places for built-ins are read."""
        self.session.look(**self.places.leading_to(RecessPath(room.id, ""), self.session.remembered))

    def _of_bay(self, room: Room, run: BuiltIn) -> Iterator[Invitation]:
        """Yield what can be done with the bay that is chosen, on the drawing too."""
        about = self.session.view.selected
        path = about.of_bay if isinstance(about, CompartmentPath) else about
        found = path.found(room) if isinstance(path, BayPath) else None
        if found is None:
            return
        bay, session = found[1], self.session
        yield Invitation(
            "One more compartment",
            lambda: session.do_made(
                lambda: edits.one_more_compartment(
                    room.id, run.id, bay.id, about.id if isinstance(about, CompartmentPath) else ""
                )
            ),
        )
        for words, make in parting(room, run, bay, built_in_of(room, run, session.job.house_rules)):
            yield Invitation(words, partial(session.do_made, make))

    def _fill_invitations(self, room: Room) -> Iterator[Invitation]:
        kinds = tuple((kind, self._keeps(room, kind)) for kind in kinds_kept())
        yield Invitation("Keep something here", of=kinds)
        work = spacing_of(self.bench)
        if work.line:
            yield Invitation("Stop fitting the shelves", work.stop)
        elif room.casework.contents and columns_of(room, self.session.job.house_rules):
            yield Invitation("Fit the shelves to what is kept", lambda: self._fit(room))
        yield Invitation("Say how much there was before", lambda: self.session.select(RoomPath(room.id)))

    def _fit(self, room: Room) -> None:
        work = spacing_of(self.bench)
        if not self._listening:
            work.done.connect(lambda *_: self.refresh())
            work.failed.connect(lambda *_: self.refresh())
            self._listening = True
        work.start(self.session.job, room)
        self.refresh()

    def _keeps(self, room: Room, kind: str) -> Callable[[], object]:
        def keep() -> None:
            if self.session.do_made(lambda: edits.keep_here(room.id, kind, MANY.get(kind, 10))):
                mine = self.session.job.room(room.id).casework.contents[-1]
                self.session.select(KeptPath(room.id, mine.id))

        return keep

    def _begins(self, room: Room, recess: Recess, kind: Beginning) -> Callable[[], object]:
        def begin() -> None:
            fit = fit_of(room, recess, self.session.job.house_rules)
            wide = fit.width.value if fit.width is not None else kind.widest_bay
            run = begun(kind, f"{kind.name}, {recess.name}", recess.id, wide)
            self._begun(room, lambda: edits.add_built_in(room.id, run))

        return begin

    # ---- sheets

    def _size(self, mm: float) -> Cell:
        return Cell(bare_size(mm, self.session.job.settings), number=True)

    def _runs(self, room: Room) -> list[SheetRow]:
        rules, settings = self.session.job.house_rules, self.session.job.settings
        names = {one.id: one.name for one in room.measured.recesses}
        rows = []
        for run in room.casework.built_ins:
            built = built_in_of(room, run, rules)
            about = BuiltInPath(room.id, run.id)
            stands = names.get(run.place, "nowhere")
            if built.fault or built.fit is None or built.fit.width is None:
                rows.append(row(about, run.name, stands, Cell(said_in(built.fault, settings), warm=True), *[""] * 6))
                continue
            assert built.width is not None
            assert built.height is not None
            figures = (built.fit.width, built.width, built.height)
            weights = carcass_weights(room, run, rules)
            rows.append(
                row(
                    about,
                    run.name,
                    stands,
                    *(Cell(figure.shown(settings), number=True) for figure in figures),
                    Cell(show_size(built.fit.recess.depth.mm, settings), number=True),
                    Cell(f"{len(run.bays)}", number=True),
                    Cell(f"{max(weights):.0f} kg" if weights else "—", number=True),
                )
            )
        return rows

    def _bays(self, room: Room) -> list[SheetRow]:
        run = run_of(room, self.session.view.selected)
        rows = []
        for number, bay in enumerate(run.bays if run is not None else (), 1):
            assert run is not None
            for level, one in enumerate(run.compartments_of(bay)):
                path = CompartmentPath(room.id, run.id, bay.id, one.id)
                leads = level == 0
                like = f", as bay {bay_number(run, run.master(bay).id)}" if bay.like else ""
                front = FRONT_WORDS[one.front] if one.holds not in DRAWN or one.front != "open" else "drawer fronts"
                rows.append(
                    row(
                        path,
                        f"{number}{like}" if leads else "",
                        self.size_cell(path.of_bay.sized("width")) if leads else Cell("", number=True),
                        f"{level + 1}",
                        self.size_cell(path.sized("height")),
                        HOLDS_WORDS[one.holds],
                        self._count(path, one.count) if one.holds in COUNTED else Cell("", number=True),
                        front,
                    )
                )
        return rows

    def _count(self, path: CompartmentPath, many: int) -> Cell:
        def change(typed: int) -> bool:
            return self.session.do_made(
                lambda: edits.change_compartment(path.room, path.built_in, path.bay, path.id, count=typed)
            )

        return Cell(f"{many}", counted(self.bench, change), number=True)

    def _kept(self, room: Room) -> list[SheetRow]:
        job, rows = self.session.job, []
        found = filling_of(room, job.brief.people, job.house_rules)
        for one in room.casework.contents:
            things = things_of(one)
            size = " × ".join(bare_size(mm, job.settings) for mm in (things.tall, things.wide, things.deep))
            left = next((each.count for each in found.filling.left if each.things == one.id), 0)
            where = where_words(job, room, found, one.id, bays=False) or "nowhere yet"
            rows.append(
                row(
                    KeptPath(room.id, one.id),
                    one.name,
                    self._kept_count(room, one),
                    Cell(size, number=True),
                    things.use,
                    where,
                    Cell(f"{left}" if left else "", number=True, warm=True),
                    Cell(show_quantity(one.count * things.wide, "run", job.settings), number=True),
                )
            )
        return rows

    def _kept_count(self, room: Room, one: Kept) -> Cell:
        def change(typed: int) -> bool:
            return self.session.do_made(lambda: edits.change_kept(room.id, one.id, count=typed))

        return Cell(f"{one.count}", counted(self.bench, change), number=True)

    def _fronts(self, room: Room) -> list[SheetRow]:
        job, rows = self.session.job, []
        for run in room.casework.built_ins:
            alike: dict[tuple[object, ...], list[Part]] = {}
            for part in built_in_of(room, run, job.house_rules).run.parts:
                if part.kind in FRONT_KINDS:
                    key = (part.kind, part.bay, part.compartment, round(part.box[3], 1), round(part.box[5], 1))
                    alike.setdefault(key, []).append(part)
            for same in alike.values():
                part = same[0]
                weight = weight_of(run, part)
                hinged = hinges_for(part.length, weight) if part.kind in ("door", "bifold leaf") else None
                hinges = "too heavy" if hinged is None and part.kind == "door" else f"{hinged or ''}"
                rows.append(
                    row(
                        CompartmentPath(room.id, run.id, part.bay, part.compartment),
                        part.kind,
                        f"{run.name[:40]}, bay {bay_number(run, part.bay)}",
                        Cell(f"{len(same)}", number=True),
                        self._size(part.box[3]),
                        self._size(part.box[5]),
                        part.face,
                        Cell(f"{weight:.1f} kg", number=True, warm=weight > HEAVY),
                        Cell(hinges, number=True, warm=hinges == "too heavy"),
                    )
                )
        return rows

    def _strength(self, room: Room) -> list[SheetRow]:
        job = self.session.job
        rows = []
        for run in room.casework.built_ins:
            numbers = {bay.id: number for number, bay in enumerate(run.bays, 1)}
            for bay in shelves_of(room, run, job.house_rules):
                sag = bay.sag
                rows.append(
                    row(
                        BayPath(room.id, run.id, bay.there.bay.id),
                        f"{run.name[:60]}, bay {numbers[bay.there.bay.id]}{', worktop' if bay.worktop else ''}",
                        Cell(f"{bay.count}", number=True),
                        self._size(bay.shelf.span),
                        f"{'things' if bay.worktop else run.keeps}, {bay.shelf.load:g} kg/m",
                        Cell(sag.at_once.shown(job.settings), number=True),
                        Cell(sag.after_years.shown(job.settings), number=True, warm=not sag.holds),
                        Cell(sag.allowed.shown(job.settings), number=True),
                        self._size(sag.longest.value),
                    )
                )
            for rail in rails_of(room, run, job.house_rules):
                sag = rail.sag
                rows.append(
                    row(
                        BayPath(room.id, run.id, rail.there.bay.id),
                        f"{run.name[:60]}, bay {numbers[rail.there.bay.id]}, rail",
                        Cell(f"{rail.count}", number=True),
                        self._size(rail.span),
                        f"clothes, {rail.load:g} kg/m",
                        Cell(sag.at_once.shown(job.settings), number=True),
                        Cell(sag.after_years.shown(job.settings), number=True, warm=not sag.holds),
                        Cell(sag.allowed.shown(job.settings), number=True),
                        self._size(sag.longest.value),
                    )
                )
        return rows

    def _parts(self, room: Room) -> list[SheetRow]:
        rows = []
        goods, cuts = sheet_goods(), cut_boards(self.session.job)
        for run in room.casework.built_ins:
            path = BuiltInPath(room.id, run.id)
            numbers = numbers_of(cuts, room.id, run.id)
            for line, part in enumerate(parts_of(room, run, self.session.job.house_rules)):
                about = BayPath(room.id, run.id, part.bay) if part.bay else path
                rows.append(
                    row(
                        about,
                        f"{said_in(part.kind, self.session.job.settings)}, {run.name[:40]}",
                        Cell(numbers.get(line, ""), number=True),
                        Cell(f"{part.count}", number=True),
                        self._size(part.length),
                        self._size(part.width),
                        self._size(part.thickness),
                        goods[part.board].name if part.board else "tube" if part.kind == "rail" else "timber",
                        part.edges_seen.partition(",")[0],
                        Cell(f"{part.weight:.1f} kg", number=True),
                    )
                )
            for key, many in hardware_of(room, run, self.session.job.house_rules).items():
                name = f"{hardware()[key].name}, {run.name[:40]}"
                unit = hardware()[key].unit
                amount = show_measure(many) if unit == "pieces" else f"{show_measure(many)} {unit}"
                rows.append(row(path, name, "", Cell(amount, number=True), *[""] * 5))
        return rows

    def _sheet_goods(self, room: Room) -> list[SheetRow]:
        job, rows = self.session.job, []
        for cut in cut_boards(job):
            sheets = len(cut.plan.sheets)
            whole = sheets * cut.kind.length * cut.kind.width
            used = sum(part.length * part.width for part in cut.parts)
            rows.append(
                row(
                    LinePath(line_of(cut.board)),
                    cut.kind.name,
                    Cell(f"{sheets}", number=True),
                    Cell(f"{cut.least}", number=True),
                    Cell(f"{len(cut.parts)}", number=True),
                    Cell(f"{100 * (1 - used / whole):.0f} %" if whole else "", number=True),
                    Cell(show_money(cut.plan.price), number=True),
                )
            )
        return rows
