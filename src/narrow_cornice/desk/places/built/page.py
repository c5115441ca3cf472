"""Built-ins: the front of a run with its sheet: runs, bays, strength, parts, sheets."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from narrow_cornice.casework.boards import sheet_goods
from narrow_cornice.casework.hardware import hardware
from narrow_cornice.casework.kinds import Beginning, beginnings
from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.derived.built.parts import carcass_weights, hardware_of, parts_of
from narrow_cornice.derived.built.sheets import cut_boards, line_of, numbers_of
from narrow_cornice.derived.built.shelves import shelves_of
from narrow_cornice.derived.measured.envelopes import fit_of
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.place import Desk, Place
from narrow_cornice.desk.places.built.chosen import run_of
from narrow_cornice.desk.places.built.handing_out import sheets
from narrow_cornice.desk.places.built.rows import counted
from narrow_cornice.desk.ruled_sheet import Cell, Ruled, SheetRow, row
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.job import edits
from narrow_cornice.job.casework import BayWish, BuiltIn
from narrow_cornice.job.measured import Recess
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import BayPath, BuiltInPath, LinePath, RecessPath, ThingPath
from narrow_cornice.review.rules.shelf_sags import LIPPING
from narrow_cornice.units.show import bare_size, show_money, show_size


class BuiltPage(DrawingPage):
    """The built-ins of a room."""

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk, place)
        self.out = desk.out
        for ruled in self._sheets_of_leaves():
            self.add_sheet(ruled)
        self.add_cautions()

    def _sheets_of_leaves(self) -> Iterator[Ruled]:
        yield Ruled(
            ("place",),
            "Built-ins of the room",
            ("Built-in", "Stands in", "Clear width", "Carcasses", "Height", "Depth", "Bays", "Heaviest"),
            self._runs,
            "Built-ins stand in places that were read: the line below begins one.",
        )
        yield Ruled(
            ("bays",),
            "Bays",
            ("Bay", "Clear width", "Shelves", "Front", "Closed below", "Drawers"),
            self._bays,
            "Bays of the built-in that is chosen, from the left.",
            3,
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
            ("Part", "No.", "How many", "Length", "Width", "Thick", "Cut from", "One weighs"),
            self._parts,
            "Every part with the size it is cut to, once a built-in fits its place.",
            6,
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
            return
        taken = {one.place for one in room.casework.built_ins}
        free = [one for one in room.measured.recesses if one.id not in taken]
        for recess in free[:3]:
            kinds = tuple((one.name, self._begins(room, recess, one)) for one in beginnings().values())
            yield Invitation(f"Build into {recess.name[:40]}", of=kinds)
        if not free:
            yield Invitation("Another place for a built-in", lambda: self._read_a_place(room))

    def _read_a_place(self, room: Room) -> None:
        """Go where places for built-ins are read."""
        recess = RecessPath(room.id, "")
        home = self.places.home_of(recess)
        leaf = next((one.key for one in self.places[home].leaves if isinstance(recess, one.lists)), "")
        self.session.look(**{**self.places.going_to(home, self.session.remembered), "leaf": leaf, "seen_as": ""})

    def _begins(self, room: Room, recess: Recess, kind: Beginning) -> Callable[[], object]:
        def begin() -> None:
            fit = fit_of(room, recess, self.session.job.house_rules)
            wide = fit.width.value if fit.width is not None else kind.widest_bay
            bays = tuple(
                BayWish(f"b{number + 1}", shelves=kind.shelves, front=kind.front) for number in range(kind.bays(wide))
            )
            run = BuiltIn("", f"{kind.name}, {recess.name}"[:200], recess.id, bays, keeps=kind.keeps)
            if self.session.do_made(lambda: edits.add_built_in(room.id, run)):
                mine = self.session.job.room(room.id).casework.built_ins[-1]
                self.session.select(BuiltInPath(room.id, mine.id))

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
                rows.append(row(about, run.name, stands, Cell(built.fault, warm=True), *[""] * 5))
                continue
            assert built.width is not None
            assert built.height is not None
            figures = (built.fit.width, built.width, built.height)
            heaviest = max(carcass_weights(room, run, rules), default=0.0)
            rows.append(
                row(
                    about,
                    run.name,
                    stands,
                    *(Cell(figure.shown(settings), number=True) for figure in figures),
                    Cell(show_size(built.fit.recess.depth.mm, settings), number=True),
                    Cell(f"{len(run.bays)}", number=True),
                    Cell(f"{heaviest:.0f} kg", number=True),
                )
            )
        return rows

    def _bays(self, room: Room) -> list[SheetRow]:
        run = run_of(room, self.session.view.selected)
        rows = []
        for number, bay in enumerate(run.bays if run is not None else (), 1):
            assert run is not None
            about = BayPath(room.id, run.id, bay.id)
            below = bay.front in ("doors below", "drawers below")
            drawers = bay.front in ("drawers", "drawers below")
            rows.append(
                row(
                    about,
                    f"{number}",
                    self.size_cell(about.sized("width")),
                    self._count(about, "shelves", bay.shelves) if bay.front != "drawers" else Cell("", number=True),
                    bay.front,
                    self.size_cell(about.sized("below")) if below else Cell("", number=True),
                    self._count(about, "drawers", bay.drawers) if drawers else Cell("", number=True),
                )
            )
        return rows

    def _count(self, path: BayPath, key: str, many: int) -> Cell:
        def change(typed: int) -> bool:
            return self.session.do_made(lambda: edits.change_bay(path.room, path.built_in, path.id, **{key: typed}))

        return Cell(f"{many}", counted(self.bench, change), number=True)

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
                        f"{run.name[:60]}, bay {numbers[bay.there.bay.id]}",
                        Cell(f"{bay.count}", number=True),
                        self._size(bay.shelf.span),
                        f"{run.keeps}, {bay.shelf.load:g} kg/m",
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
                        f"{part.kind}, {run.name[:40]}",
                        Cell(numbers.get(line, ""), number=True),
                        Cell(f"{part.count}", number=True),
                        self._size(part.length),
                        self._size(part.width),
                        self._size(part.thickness),
                        goods[part.board].name if part.board else "timber",
                        Cell(f"{part.weight:.1f} kg", number=True),
                    )
                )
            for key, many in hardware_of(room, run, self.session.job.house_rules).items():
                name = f"{hardware()[key].name}, {run.name[:40]}"
                rows.append(row(path, name, "", Cell(f"{many}", number=True), *[""] * 5))
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
