"""Trim: the wall as an order, every member sized, beside the room that wears it."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.built.parts import HEAVY
from narrow_cornice.derived.trimwork.cut_list import cut_list
from narrow_cornice.derived.trimwork.prices import marked_with_doubt, read_first
from narrow_cornice.derived.trimwork.sections import move_joint, profile_of
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.place import Desk, Place
from narrow_cornice.desk.places.trim.invitations import invitations
from narrow_cornice.desk.ruled_sheet import Cell, Ruled, SheetRow, row
from narrow_cornice.desk.seen_as import SECTION, UNFOLDED, kind_selected, member_selected
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.drawing.marks import About, Drawing
from narrow_cornice.drawing.section import trim_section
from narrow_cornice.explained.figures import Figure
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import (
    FramePath,
    MemberPath,
    PanelsPath,
    RoomPath,
    StockOfferPath,
    SurfacePath,
    ThingPath,
    TrimPath,
)
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.trim.kinds import FRAMING, KINDS, OF_TRIM
from narrow_cornice.trim.runs import corner_counts, run_total
from narrow_cornice.units.show import show_money, show_size
from narrow_cornice.units.told import said_in


class TrimPage(DrawingPage):
    """Every kind of trim of the room from the ceiling down, against what the order wants."""

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk, place)
        self.into = desk.into
        for ruled in self._sheets_of_leaves():
            self.add_sheet(ruled)
        self.add_cautions()
        self.canvas.dragged.connect(self._dragged)
        self.canvas.dropped.connect(self._dropped)

    def _sheets_of_leaves(self) -> Iterator[Ruled]:
        yield Ruled(
            ("room", "order"),
            "Trim of the room",
            ("Trim", "Fitted", "Order wants", "Built", "Projection", "Girth", "Pieces", "Corners in / out", "To buy"),
            self._pieces,
            "Every kind of trim, once the room is measured.",
        )
        yield Ruled(
            ("section",),
            "Members of the section",
            ("Member, from the top", "Part", "Height", "Comes out", "Curves"),
            self._members,
            "The members of a section, from the top: choose a piece of trim that is fitted.",
            lines=3,
        )
        yield Ruled(
            ("panels",),
            "Panels and framed things",
            ("Panels and frames", "Wall", "How many", "Width", "Height"),
            self._panels,
            "Panels on the walls, mirrors, screens and pictures in frames: put some up by the line below.",
            lines=3,
        )
        yield Ruled(
            ("stock",),
            "Stock profiles that come near, the nearest first",
            ("Pieces, from the top", "Height", "Projection", "Differs", "In shape", "Taller", "Further", "Price"),
            self._offers,
            "Stock that comes near: choose a piece of trim that is fitted.",
            lines=4,
        )
        yield Ruled(
            ("cuts",),
            "Cut list, in the order it is put up",
            ("No.", "Piece", "Wall", "Length", "Weight", "Left end", "Right end"),
            self._cuts,
            "Pieces as they are cut and put up, once trim is fitted.",
            5,
            lines=6,
        )

    def invitations(self) -> Iterator[Invitation]:
        """Yield what can be added to the sheet in front."""
        room = self.session.room()
        if room is not None:
            yield from invitations(self.bench, self.out, self.into, room, self._sheet_of)

    # ---- drawing a profile

    def _joint(self, about: ThingPath, x: float, y: float) -> Edit | None:
        """Return the edit that moves a joint of the section to a place of the drawing."""
        room = self.session.room()
        if room is None or not isinstance(about, MemberPath):
            return None
        trimmed = trimmed_room(room, self.session.job.house_rules)
        return None if trimmed is None else move_joint(trimmed, about, x, -y)

    def _dragged(self, about: ThingPath, x: float, y: float) -> None:
        """Show the section as it would be with a joint at another place; the job waits until it is let go."""
        edit = self._joint(about, x, y)
        if edit is None:
            return
        job, whole = self.session.job, not isinstance(self.session.view.selected, MemberPath)
        room = edit.apply(job).room(about.room)
        drawing = trim_section(room, job.house_rules, job.settings, kind_selected(about), False, whole)
        self.canvas.show_dragged(drawing, "")

    def _dropped(self, about: ThingPath, x: float, y: float) -> None:
        """Make the change that was shown while a joint was dragged."""
        edit = self._joint(about, x, y)
        if edit is not None:
            self.session.select(about)
            self.session.do(edit)
        self.refresh()

    def inset(self) -> Drawing | None:
        """Return the section of the trim that is selected, beside the unfolded room."""
        room, job, view = self.session.room(), self.session.job, self.session.view
        seen = self.places.seen_as(view)
        if room is None or seen is None or seen.key != UNFOLDED.key:
            return None
        return trim_section(room, job.house_rules, job.settings, kind_selected(view.selected), True)

    def callout(self) -> str:
        """Return the words beside what is selected; on its section a member has them already, in the list beside."""
        listed = self.places.seen_as(self.session.view) is SECTION and isinstance(
            self.session.view.selected, MemberPath
        )
        return "" if listed else super().callout()

    def _pieces(self, room: Room) -> list[SheetRow]:
        job = self.session.job
        trimmed = trimmed_room(room, job.house_rules)
        if trimmed is None:
            return []

        def shown(figure: Figure | None) -> str:
            return figure.shown(job.settings) if figure is not None else "—"

        rows: list[SheetRow] = []
        for kind in reversed(KINDS):
            piece = trimmed.trim.of(kind)
            about = TrimPath(room.id, kind)
            runs = [run for run in trimmed.runs if run.kind == kind]
            inside, outside = corner_counts(trimmed.runs, kind)
            differs = piece.built and piece.wants is not None and piece.height is not None and kind != "architrave"
            warm = bool(differs and piece.height and piece.wants and abs(piece.height.value - piece.wants.value) > 0.05)
            size = self.size_cell(about) if piece.built or piece.missing else Cell("", number=True)
            if kind == "architrave" and piece.height is not None:
                size = Cell(shown(piece.height), size.typed, number=True)
            rows.append(
                row(
                    about,
                    kind.capitalize(),
                    ("yes" if piece.built else "wants sizes") if piece.fitted else "no",
                    Cell(shown(piece.wants), number=True),
                    Cell(size.text, size.typed, number=True, warm=warm),
                    self.size_cell(about.sized("projection"))
                    if piece.built and OF_TRIM[kind].has_face
                    else Cell("", number=True),
                    Cell(shown(Figure("", piece.profile.girth, "mm")) if piece.profile else "", number=True),
                    Cell(str(len(runs)) if runs else "", number=True),
                    Cell(f"{inside} / {outside}" if runs and kind not in FRAMING else "", number=True),
                    Cell(run_total(trimmed.runs, kind).shown(job.settings) if runs else "", number=True),
                )
            )
            if kind == "cornice" and len(trimmed.trim.members) > 1 and not piece.stock:
                for member in trimmed.trim.members:
                    part = TrimPath(room.id, kind, member.name)
                    rows.append(
                        row(
                            part,
                            f"      {member.name}",
                            "yes" if member.fitted else "no",
                            Cell(shown(member.wants), number=True),
                            self.size_cell(part) if member.fitted else Cell("", number=True),
                            *(Cell("") for _ in range(5)),
                        )
                    )
        return rows

    def _cuts(self, room: Room) -> list[SheetRow]:
        """Return the room's pieces in the order they are put up, with how each end is cut."""
        job = self.session.job
        rows = []
        density = house_rules_of(job.house_rules).value("trim_density")
        settings = job.settings
        for one in cut_list(room, job.house_rules, job.milled, job.joinery):
            length = Cell(marked_with_doubt(one.length, one.unsure, job.settings), number=True, warm=one.unsure > 0)
            name = said_in(one.name, settings)
            name += f": {read_first(one.wall)}" if one.unsure else ""
            weight = one.weight(density)
            kilos = Cell(f"{weight:.1f} kg", number=True, warm=weight > HEAVY)
            cells = (length, kilos, said_in(one.left.words, settings), said_in(one.right.words, settings))
            rows.append(row(one.about, Cell(str(one.number), number=True), name, one.wall, *cells))
        return rows

    def _members(self, room: Room) -> list[SheetRow]:
        """Return the members of the section of the kind that is looked at, each with its sizes to be typed."""
        job, kind = self.session.job, kind_selected(self.session.view.selected)
        trimmed = trimmed_room(room, job.house_rules)
        profile = profile_of(trimmed, kind) if trimmed is not None else None
        if profile is None:
            return []
        rows = []
        placed = sorted(profile.members, key=lambda one: -(one.start[1] + one.end[1]))
        for one in placed:
            about = MemberPath(room.id, kind, one.stack, one.index)
            curves = {"roman": "Roman arcs", "greek": "Greek conics"}.get(one.member.curves or "", "as the room")
            rows.append(
                row(
                    about,
                    one.member.kind + (", going back" if one.member.back else ""),
                    one.stack,
                    self.size_cell(about),
                    self.size_cell(about.sized("projection")),
                    curves,
                )
            )
        return rows

    def _panels(self, room: Room) -> list[SheetRow]:
        """Return the panels of each wall, and what is framed."""
        job = self.session.job
        trimmed = trimmed_room(room, job.house_rules)
        if trimmed is None:
            return []

        def shown(*sizes: float) -> Cell:
            words = list(dict.fromkeys(show_size(mm, job.settings) for mm in sorted(sizes)))
            return Cell(" / ".join(words) if len(words) <= 3 else f"{words[0]} to {words[-1]}", number=True)

        rows = []
        for face in trimmed.faces:
            lying = trimmed.panels_of(face.id)
            for field in room.trim.panels:
                mine = [rect for key, rect in lying.panels if key == field.id]
                if mine:
                    about = PanelsPath(room.id, field.id)
                    wide, tall = ([rect.u1 - rect.u0 for rect in mine], [rect.v1 - rect.v0 for rect in mine])
                    name = f"{field.manner}, {field.zone}"
                    count = Cell(str(len(mine)), number=True)
                    rows.append(row(about, name, face.name, count, shown(*wide), shown(*tall)))
            for framed, rect in lying.framed:
                sizes = (shown(rect.u1 - rect.u0), shown(rect.v1 - rect.v0))
                rows.append(row(FramePath(room.id, framed.id), framed.name, face.name, Cell("1", number=True), *sizes))
        return rows

    def _offers(self, room: Room) -> list[SheetRow]:
        """Return the stock that comes near the kind of trim that is looked at."""
        from narrow_cornice.derived.trimwork.stock_match import job_offers

        job, selected = self.session.job, self.session.view.selected
        kind, member = kind_selected(selected), member_selected(selected)

        def shown(mm: float) -> Cell:
            size = show_size(abs(mm), job.settings)
            return Cell(f"−{size}" if mm < -0.25 else size, number=True)

        rows = []
        for one in job_offers(job, room, kind, member).offers:
            match = one.match
            rows.append(
                row(
                    StockOfferPath(room.id, kind, member, match.key),
                    match.words + (" (chosen)" if one.chosen else ""),
                    shown(match.profile.height),
                    shown(match.profile.projection),
                    Cell(f"{100 * match.differs:.1f} %", number=True),
                    Cell(f"{100 * match.in_proportion:.1f} %", number=True),
                    shown(match.taller),
                    shown(match.further),
                    Cell(show_money(one.price.value), number=True),
                )
            )
        return rows

    def picked_as(self, about: ThingPath) -> About:
        """Return trim and openings as they are; a bare wall or floor selects the room."""
        return RoomPath(about.room) if isinstance(about, SurfacePath) else about
