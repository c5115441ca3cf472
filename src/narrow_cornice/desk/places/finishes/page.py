"""Finishes: the room in its colours with the schedule of every surface below it."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial
from typing import get_args

from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.coated.coverings import over_all, room_coverings
from narrow_cornice.derived.coated.painting_hours import painting_hours
from narrow_cornice.derived.coated.painting_order import in_painting_order
from narrow_cornice.desk.bench_widgets import OneLine
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.offers import invitations as on_wall
from narrow_cornice.desk.place import Desk, Place
from narrow_cornice.desk.places.finishes.house_schedule import AREA, HEADINGS, bare, house_rows
from narrow_cornice.desk.places.finishes.piece_rows import piece_offers
from narrow_cornice.desk.rows.repair_rows import repair_rows
from narrow_cornice.desk.ruled_sheet import Cell, Ruled, RuledSheet, SheetRow, row
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.drawing.marks import About
from narrow_cornice.finishes.spread import Method, State
from narrow_cornice.finishes.systems import systems
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Substrate, group_and_thing
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import BlockPath, OpeningPath, PiecePath, SurfacePath, ThingPath, TrimPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.units.words import several


class FinishesPage(DrawingPage):
    """A colour and a paint for each surface, or for many at once."""

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk, place)
        self._many: list[About] = []
        self._sought = OneLine()
        self._sought.setPlaceholderText("words to show")
        self._sought.setAccessibleName("Show only the lines that hold these words")
        self._sought.setToolTip("Words of a line: its room, name, colour, paint, state; or: no paint")
        self._sought.setMinimumWidth(96)
        self._sought.setMaximumWidth(int(190 * self.theme.letters))
        self._sought.textChanged.connect(lambda _: self._sift())
        self.part.add_tool(self._sought)
        headings = ("Surface", "Colour", "Paint", "Gross", "Openings", "Covered", "Net", "Coats", "Litres", "Hours")
        empty = "Every surface, once the room is measured."
        for leaf, name, heads, rows, stretch, lines in (
            ("schedule", "Schedule of surfaces", headings, self._schedule, 0, 0),
            ("house", "Schedule of the whole house", HEADINGS, self._house, 1, 9),
        ):
            self.add_sheet(Ruled((leaf,), name, heads, rows, empty, stretch, self._listen, lines))
        self.add_sheet(
            Ruled(
                ("pieces",),
                "Pieces and blocks",
                ("What", "It is", "Where", "How many", "Area", "Finish", "Litres", "Hours"),
                self._pieces,
                "What is finished by itself: a fence, furniture, radiators, and blocks and stencils on walls.",
                lines=4,
            )
        )
        self.add_sheet(
            Ruled(
                ("repairs",),
                "Repairs",
                ("Wall", "Damage", "Repair", "How much", "Hours", "Material", "Then it is"),
                self._repairs,
                "Damage that was found, and how it is mended.",
                2,
                lines=4,
            )
        )
        self.add_cautions()

    def _listen(self, sheet: RuledSheet) -> None:
        sheet.picked_many.connect(self._many_picked)
        sheet.steady = sheet.sheet.headings == HEADINGS

    def _sift(self) -> None:
        """Show the lines that are sought."""
        self.put_rows()
        self.part.say_rows()

    def refresh(self) -> None:
        """Show the job and the view as they are now."""
        super().refresh()
        self._sought.setVisible(self._sheet_of == "house")

    def invitations(self) -> Iterator[Invitation]:
        """Yield what can be given to many surfaces at once, put into the room, or marked for repair."""
        room, wall = self.session.room(), self.session.view.wall_id
        if self._sheet_of in ("schedule", "house"):
            yield Invitation("Give the chosen lines a colour", of=tuple(self._colours()))
            yield Invitation("a paint", of=tuple(self._paints()))
            yield Invitation("a system", of=tuple(self._systems()))
            yield Invitation("more", of=tuple(self._more()))
        elif self._sheet_of == "pieces" and room is not None:
            yield Invitation("Another piece", of=piece_offers(self.bench, room))
            if wall:
                blocks = on_wall(self.bench, room, wall, lambda field: field == "blocks")
                yield Invitation(f"On wall {edits.wall_name(room, wall)}", of=tuple(blocks))
        elif room is not None and wall:
            damage = on_wall(self.bench, room, wall, lambda field: field == "marks")
            yield Invitation(f"Damage on wall {edits.wall_name(room, wall)}", of=tuple(damage))

    def _house(self, room: Room) -> list[SheetRow]:
        job = self.session.job
        self.sheet_of("house").sheet.head(AREA, "m²" if job.settings.unit == "mm" else "sq ft")
        return house_rows(job, self._sought.text())

    def _pieces(self, room: Room) -> list[SheetRow]:
        job = self.session.job
        tables = (room, job.house_rules, job.paints, job.colours)
        hours, known = painting_hours(*tables), {one.id: one for one in room.finishes.pieces}
        rows: list[SheetRow] = []
        for one in coated_surfaces(*tables):
            surface, thing = one.surface, group_and_thing(one.surface.key)[1]
            if surface.kind not in ("piece", "block"):
                continue
            piece = known.get(thing)
            path: About = SurfacePath.by_key(room.id, surface.key)
            if piece is not None:
                path = PiecePath(room.id, thing)
            elif surface.kind == "block":
                path = BlockPath(room.id, thing)
            finish = one.paint.name if one.paint else "stays as it is" if one.left else "—"
            rows.append(
                row(
                    path,
                    surface.name,
                    surface.group,
                    surface.wall or "by itself",
                    Cell(f"{piece.count}" if piece is not None else "1", number=True),
                    Cell(one.painted.shown(job.settings), number=True),
                    Cell(finish, swatch=one.colour.hex if one.colour else "", warm=one.waits),
                    Cell(bare(one.litres.shown(job.settings)) if one.litres else "", number=True),
                    Cell(f"{hours[surface.key].value:.1f}" if surface.key in hours else "", number=True),
                )
            )
        return rows

    def _repairs(self, room: Room) -> list[SheetRow]:
        return [row(about, *cells) for about, cells in repair_rows(self.session.job, room)]

    def _schedule(self, room: Room) -> list[SheetRow]:
        job = self.session.job
        unit = job.settings.unit
        self.sheet_of("schedule").sheet.head(3, "Gross m²" if unit == "mm" else "Gross sq ft")
        rows: list[SheetRow] = []
        coated = coated_surfaces(room, job.house_rules, job.paints, job.colours)
        hours = painting_hours(room, job.house_rules, job.paints, job.colours)
        covered = room_coverings(room, job.house_rules, job.paints, job.colours, job.coverings)
        worn = {key: each.covering.name for key, each in covered.items()}
        for one in in_painting_order(coated, house_rules_of(job.house_rules)):
            surface = one.surface
            said = "stays as it is" if one.left else worn.get(surface.key, "—")
            about = SurfacePath.by_key(room.id, surface.key)
            rows.append(
                row(
                    about,
                    surface.name,
                    Cell(one.colour.name if one.colour else "—", swatch=one.colour.hex if one.colour else ""),
                    one.paint.name if one.paint else said,
                    *(
                        Cell(bare(figure.shown(job.settings)) if figure.value else "", number=True)
                        for figure in (surface.gross, surface.openings, surface.covered)
                    ),
                    Cell(bare(surface.net.shown(job.settings)), number=True),
                    Cell(f"{one.coats.value:g}{' + primer' if one.primer else ''}" if one.coats else "", number=True),
                    Cell(bare(one.litres.shown(job.settings)) if one.litres else "", number=True),
                    Cell(f"{hours[surface.key].value:.1f}" if surface.key in hours else "", number=True),
                )
            )
        return rows

    def _many_picked(self, abouts: list[About]) -> None:
        self._many = abouts

    def _chosen_keys(self) -> dict[str, list[str]]:
        """Return the keys of the chosen surfaces, room by room."""
        chosen = [path for path in self._many if isinstance(path, SurfacePath)]
        selected = self.session.view.selected
        if not chosen and isinstance(selected, SurfacePath):
            chosen = [selected]
        made: dict[str, list[str]] = {}
        for path in chosen:
            made.setdefault(path.room, []).append(path.key)
        return made

    def give(self, what: str, **fields: object) -> None:
        """Give every chosen surface the same colour, paint or whatever else; ``what`` is the word for it."""
        keys = self._chosen_keys()
        if not keys:
            self.session.refused.emit("Choose lines of the schedule first: with Shift and Ctrl several.")
            return
        many = sum(len(each) for each in keys.values())
        surfaces = several(many, "surface")
        self.session.do(edits.change_finishes(keys, f"{what} of {surfaces}", **fields))

    def _colours(self) -> Iterator[tuple[str, Callable[[], object]]]:
        for colour in self.session.job.colours:
            yield colour.name[:60], partial(self.give, "colour", colour=colour.id)

    def _paints(self) -> Iterator[tuple[str, Callable[[], object]]]:
        for paint in self.session.job.paints:
            yield paint.name[:60], partial(self.give, "paint", paint=paint.id)

    def _systems(self) -> Iterator[tuple[str, Callable[[], object]]]:
        for key, system in systems().items():
            yield system.name, partial(self.give, "system", system=key)
        yield "No system", partial(self.give, "system", system="")

    def _more(self) -> Iterator[tuple[str, Callable[[], object]]]:
        """Yield what else can be given to many: a state, coats, a way, a primer, a covering, to be left."""
        for state in get_args(State):
            yield f"State: {state}", partial(self.give, "state", state=state)
        yield "State: as it comes", partial(self.give, "state", state=None)
        for coats in (1, 2, 3):
            yield f"Coats: {coats}", partial(self.give, "coats", coats=coats)
        yield "Coats: as the rules say", partial(self.give, "coats", coats=None)
        for method in get_args(Method):
            yield f"Put on by {method}", partial(self.give, "method", method=method)
        yield "Primer: as usual", partial(self.give, "primer", primer=None)
        yield "Primer: none", partial(self.give, "primer", primer="")
        for covering in over_all(self.session.job):
            yield f"Covered with {covering.name[:50]}", partial(self.give, "covering", covering=covering.id)
        if over_all(self.session.job):
            yield "Covered with nothing", partial(self.give, "covering", covering=None)
        for substrate in get_args(Substrate)[1:]:
            yield f"It is of {substrate}", partial(self.give, "substrate", substrate=substrate)
        yield "Stays as it is", partial(self.give, "finish", left=True)
        yield "Does not stay as it is", partial(self.give, "finish", left=False)

    def picked_as(self, about: ThingPath) -> About:
        """Return the finish of what was pointed at: trim is a surface here."""
        if isinstance(about, TrimPath):
            return SurfacePath(about.room, about.kind, "room")
        if isinstance(about, OpeningPath):
            job = self.session.job
            every = coated_surfaces(job.room(about.room), job.house_rules, job.paints, job.colours)
            shown = (SurfacePath.by_key(about.room, one.surface.key) for one in every)
            mine = (path for path in shown if path.of == about.id)
            return next(mine, about)
        return about
