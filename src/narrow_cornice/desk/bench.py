"""The bench: what is selected, its fields, its working, its second look."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from PyQt6.QtCore import pyqtSignal
from PyQt6.QtWidgets import QInputDialog, QVBoxLayout, QWidget

from narrow_cornice.desk.bench_rows import (
    ButtonsRow,
    Caption,
    ChoiceRow,
    FigureRow,
    FindingRow,
    NoteRow,
    Row,
    SizeRow,
    TextRow,
    Title,
    ToggleRow,
)
from narrow_cornice.desk.bench_view import BenchView
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.size_fields import OPENING_FIELDS, room_of, size_field
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import About
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.model import Finish, Job, Opening, Room
from narrow_cornice.review.finding import Finding
from narrow_cornice.review.second_look import second_look
from narrow_cornice.takeoff.coatings import Coated, coated_surfaces
from narrow_cornice.takeoff.order import order_list, tick_state
from narrow_cornice.takeoff.rooms import MeasuredRoom, measured_room
from narrow_cornice.takeoff.surfaces import room_surfaces
from narrow_cornice.takeoff.tally import tally
from narrow_cornice.trim.choices import KINDS, TrimKind
from narrow_cornice.trim.fitted import MEMBER_PREFIX
from narrow_cornice.trim.orders import orders
from narrow_cornice.trim.proportion import SCHOOLS
from narrow_cornice.trim.runs import corner_counts, run_total
from narrow_cornice.units.lengths import parse_length
from narrow_cornice.units.show import show_number
from narrow_cornice.working.figures import Figure
from narrow_cornice.working.house_rules import shipped_rules
from narrow_cornice.working.sentences import spell

MOST_STEPS = 9
STATES = (("sound", "sound old paint"), ("patched", "patched"), ("bare", "bare"))
TEXTURES = ("smooth", "light texture", "heavy", "brick", "rough-sawn")
METHODS = ("brush", "roller", "spray")


def chain_of(figure: Figure) -> list[Figure]:
    """Return what a figure rests on in the order it is worked out, itself last; tables are left to one's own step."""
    found: list[Figure] = []

    def walk(one: Figure) -> None:
        for _, part in one.inputs:
            if part.source and part.inputs:  # a mean of readings stands for them until it is pressed
                if all(part is not other for other in found):
                    found.append(part)
            elif part.inputs or part.origin in ("reading", "choice"):
                walk(part)
        if all(one is not other for other in found):
            found.append(one)

    walk(figure)
    return found


class Bench(QWidget):
    """The right-hand side of the window."""

    closed = pyqtSignal()

    def __init__(self, session: Session, theme: Theme) -> None:
        super().__init__()
        self.setObjectName("bench")
        self._session = session
        self._drilled: list[Figure] = []
        self._drilled_for: About = ()
        self._second_look = True
        self.view = BenchView(theme)
        lay = QVBoxLayout(self)
        lay.setContentsMargins(0, 0, 0, 0)
        lay.addWidget(self.view)

    # ---- what is shown

    def refresh(self, *, second_look: bool = True) -> None:
        """Show what is selected now; the second look may be left for a moment later."""
        self._second_look = second_look
        about = self._session.view.selected
        if about != self._drilled_for:
            self._drilled, self._drilled_for = [], about
        self.view.show_rows(list(self._rows(about)))

    def _rows(self, about: About) -> Iterator[Row]:
        job = self._session.job
        room = room_of(job, about)
        if about[:1] == ("order",):
            yield from self._order_rows(job, about)
        elif about[:1] == ("tally",):
            yield from self._tally_rows(job, about)
        elif about[:1] == ("house rule",):
            yield from self._rule_rows(job, about[1])
        elif room is None:
            room = self._session.room()
            if room is not None:
                yield from self._room_rows(job, room)
            else:
                yield Title("Nothing measured yet", job.name)
                yield NoteRow("A job begins with a room: two walls and a height are enough to start.")
        elif len(about) < 2 or about[1] == "floor":
            yield from self._room_rows(job, room)
        elif about[1] == "wall":
            yield from self._wall_rows(job, room, about)
        elif about[1] == "height":
            yield from self._height_rows(job, room)
        elif about[1] == "opening":
            yield from self._opening_rows(job, room, about)
        elif about[1] == "trim":
            yield from self._trim_rows(job, room, about)
        elif about[1] == "finish":
            yield from self._finish_rows(job, room, about)
        else:
            yield from self._room_rows(job, room)

    # ---- pieces that many rows are made of

    def _size(self, about: About, label: str) -> Iterator[Row]:
        job = self._session.job
        field = size_field(job, about)
        if field is None:
            return
        wish, use = "", None
        if field.wants is not None and field.mm is not None and abs(field.wants - field.mm) > 0.05:
            shown = Figure("", field.wants, "mm").shown(
                job.settings.unit, step=0.5, denominator=job.settings.denominator
            )
            wish = f"The order wants {shown}: use it"
            edit = field.edit
            use = lambda: self._do(edit(None))  # noqa: E731 (a callback as a value)
        hint = "none" if field.wants is None else "as the order has it"
        yield SizeRow(label, field.shown(job), hint, self._typed_size(field.about), wish, use)

    def _typed_size(self, about: About) -> Callable[[str], bool]:
        return lambda text: self.type_size(about, text)

    def type_size(self, about: About, text: str) -> bool:
        """Take a typed size for a path; return whether it was accepted."""
        job = self._session.job
        field = size_field(job, about)
        if field is None:
            return False
        if text.strip() == field.shown(job).strip():
            return True  # showing a size and entering it again changes nothing
        try:
            if not text.strip() and field.may_be_empty:
                return self._session.do(field.edit(None))
            return self._session.do(field.edit(parse_length(text, job.settings.unit)))
        except CorniceError as error:
            self._session.refused.emit(error)
            return False

    def _do(self, edit: edits.Edit) -> bool:
        return self._session.do(edit)

    def _working(self, figure: Figure) -> Iterator[Row]:
        """Yield the working of a figure: how it came about, each step to be pressed."""
        if self._drilled:
            figure = self._drilled[-1]
        yield Caption("The working")
        chain = chain_of(figure)
        if len(chain) > MOST_STEPS:
            chain = [*[part for _, part in figure.inputs][: MOST_STEPS * 2], figure]
        for one in chain:
            yield self._figure_row(one, one is figure)
        if self._drilled or figure.origin == "worked":
            hidden = [part for _, part in figure.inputs if all(part is not one for one in chain)]
            for part in hidden[:6] if self._drilled else [part for part in hidden if part.origin == "house rule"]:
                yield self._figure_row(part, False)
        if figure.inputs:
            spelled = figure.spelled(self._session.job.settings.unit)
            yield NoteRow(f"{spelled} = {figure.shown(self._session.job.settings.unit)}"[:400])
        if self._drilled:
            yield ButtonsRow(("Back",), lambda _: self._undrill())

    def _figure_row(self, figure: Figure, strong: bool) -> FigureRow:
        unit = self._session.job.settings.unit
        below = figure.note or spell(
            figure.sentence,
            {name: show_number(part.value) for name, part in figure.inputs if part.origin == "table" and not part.unit},
        )
        if figure.origin in ("house rule", "table", "choice", "reading") and not figure.inputs:
            below = f"{figure.origin}: {figure.note}" if figure.note else figure.origin
        if figure.sigma is not None and unit == "mm":
            below = f"{below} · ±{figure.sigma:.1f}"
        below = below if len(below) <= 160 else below[:158] + " …"
        return FigureRow(figure.name[:60], figure.shown(unit), below, strong, lambda: self.follow(figure), figure)

    def follow(self, figure: Figure) -> None:
        """Go one step nearer to where a figure came from: its own arithmetic, or the place it was read or chosen."""
        shown = self._drilled[-1] if self._drilled else None
        if figure.source and (figure.origin != "worked" or figure is shown):
            if figure.source[0] == "house rule":
                self._session.select(("house rule", figure.source[1]))
                return
            place = "measure" if figure.source[1] in ("wall", "height", "opening") else self._session.view.place
            self._session.look(place=place)
            self._session.select(figure.source)
        elif figure.inputs and figure is not shown:
            self._drilled.append(figure)
            self.refresh()

    def _undrill(self) -> None:
        self._drilled.pop()
        self.refresh()

    def _findings(self, wanted: Callable[[Finding], bool], title: str = "Second look") -> Iterator[Row]:
        found = [finding for finding in second_look(self._session.job) if wanted(finding)] if self._second_look else []
        if not found:
            return
        yield Caption(title)
        for finding in found:
            yield self._finding_row(finding)

    def _finding_row(self, finding: Finding) -> FindingRow:
        return FindingRow(
            finding.key,
            finding.grade,
            finding.says,
            f"{finding.measured}. {finding.rule} {finding.risk}",
            () if finding.kept else tuple(fix.title for fix in finding.fixes),
            finding.kept or "",
            lambda index: self._fix(finding, index),
            lambda: self._keep(finding),
            lambda: self.show_finding(finding),
        )

    def _fix(self, finding: Finding, index: int) -> None:
        fix = finding.fixes[index]
        self._do(edits.Edit(f"{fix.title} ({finding.where[:30]})", fix.apply))

    def _keep(self, finding: Finding) -> None:
        if finding.kept is not None:
            self._do(edits.keep_finding(finding.key, None, finding.says))
            return
        reason, given = QInputDialog.getText(self, "Keep it", f"{finding.says[:200]}.\nKeep it, because …")
        if given:
            self._do(edits.keep_finding(finding.key, reason, finding.says))

    def show_finding(self, finding: Finding) -> None:
        """Go to what a finding is about."""
        about = finding.about
        place = (
            "order"
            if about[0] == "order"
            else {"wall": "measure", "height": "measure", "opening": "measure", "trim": "trim", "finish": "finishes"}[
                about[1]
            ]
        )
        self._session.look(place=place)
        self._session.select(about)

    def _about(self, room: Room, *starts: About) -> Callable[[Finding], bool]:
        return lambda finding: (
            any(finding.about[: len(start)] == start for start in starts) and finding.room_id == room.id
        )

    # ---- the room

    def _room_rows(self, job: Job, room: Room) -> Iterator[Row]:
        yield Title(room.name[:300], f"{job.name[:80]}, the room as a whole")
        yield TextRow("Name", room.name[:2000], lambda text: self._named(room.id, text))
        measured = measured_room(room, job.house_rules)
        place = self._session.view.place
        if place != "finishes":
            yield from self._order_choices(room)
        if place in ("finishes", "trim"):
            yield from self._two_tone(job, room)
        yield TextRow(
            "Floor colour",
            room.floor,
            lambda text: self._colour_typed(lambda tone: edits.change_room(room.id, "floor", floor=tone), text),
        )
        if measured.fault:
            yield NoteRow(measured.fault, "ochre")
        elif measured.height is not None:
            yield from self._working(measured.height)
        yield from self._findings(
            lambda finding: finding.room_id == room.id and finding.about[:1] != ("order",),
            f"Second look, {room.name[:30]}",
        )
        yield Caption("This room")
        yield ButtonsRow(("Remove this room",), lambda _: self._do(edits.remove_room(room.id, room.name)))

    def _named(self, room_id: str, text: str) -> bool:
        try:
            return self._do(edits.rename_room(room_id, text))
        except CorniceError as error:
            self._session.refused.emit(error)
            return False

    def _colour_typed(self, edit: Callable[[str], edits.Edit], text: str) -> bool:
        tone = text.strip()
        try:
            return self._do(edit(tone if tone.startswith("#") else f"#{tone}"))
        except CorniceError as error:
            self._session.refused.emit(error)
            return False

    def _order_choices(self, room: Room) -> Iterator[Row]:
        names = tuple((key, order.name) for key, order in orders().items())
        yield ChoiceRow(
            "Order",
            names,
            room.order,
            lambda value: self._do(edits.change_room(room.id, "order", order=value)) and None,
        )
        yield ChoiceRow(
            "School",
            tuple((one, one) for one in SCHOOLS),
            room.school,
            lambda value: self._do(edits.change_room(room.id, "school", school=value)) and None,
        )
        ranks = (("principal", "principal"), ("secondary", "secondary"), ("plain", "plain"))
        yield ChoiceRow(
            "Rank", ranks, room.rank, lambda value: self._do(edits.change_room(room.id, "rank", rank=value)) and None
        )

    def _two_tone(self, job: Job, room: Room) -> Iterator[Row]:
        options = (
            ("one tone", "one tone"),
            ("at the dado rail", "split at the dado rail"),
            ("at a height", "split at a height"),
        )

        def chosen(value: str) -> None:
            fields: dict[str, object] = {"two_tone": value}
            if value == "at a height" and room.split is None:
                fields["split"] = parse_length("900" if job.settings.unit == "mm" else "36", job.settings.unit)
            self._do(edits.change_room(room.id, "walls", **fields))

        yield ChoiceRow("Walls", options, room.two_tone, chosen)
        if room.two_tone == "at a height":
            yield from self._size((room.id, "split"), "Split at")
        elif room.two_tone == "at the dado rail":
            measured = measured_room(room, job.house_rules)
            if measured.trim is not None and measured.split is None:
                yield NoteRow("No dado rail is fitted here, so the walls stay in one tone.", "ochre")

    # ---- measure

    def _wall_rows(self, job: Job, room: Room, about: About) -> Iterator[Row]:
        side = next((side for side in room.sides if side.id == about[2]), None)
        if side is None:
            return
        index = room.sides.index(side)
        name = edits.wall_name(room, side.id)
        yield Title(f"Wall {name}", room.name[:200])
        for number in range(len(side.readings) + 1):
            label = f"Reading {number + 1}" if number < len(side.readings) else "Another reading"
            yield from self._size((room.id, "wall", side.id, str(number)), label)
        if not side.readings:
            yield NoteRow("Not read: it follows from the walls that run the same way.")
        corner = name.split("–")[1]
        yield ChoiceRow(
            f"Corner {corner}",
            (("left", "inside, square"), ("right", "outside, square")),
            side.turn,
            lambda value: self._do(edits.set_turn(room.id, side.id, value, corner)) and None,  # type: ignore[arg-type]
        )
        measured = measured_room(room, job.house_rules)
        if measured.plan.determined:
            yield from self._working(measured.plan.sides[index].length)
        else:
            yield NoteRow(measured.fault, "ochre")
        yield Caption("In this wall")
        words = (
            "Add a door",
            "Add a window",
            "Add a doorway",
            "Add a projection (chimney breast)",
            "Add a recess (alcove)",
        )
        actions = [*words]
        if len(room.sides) >= 8:
            actions.append("Straighten from here")
        yield ButtonsRow(tuple(actions), lambda pressed: self._in_wall(room, side.id, name, index, pressed))
        yield from self._findings(self._about(room, (room.id, "wall"), (room.id, "opening")))

    def _in_wall(self, room: Room, wall_id: str, name: str, index: int, pressed: int) -> None:
        if pressed < 3:
            kind = ("door", "window", "doorway")[pressed]
            measured = measured_room(room, self._session.job.house_rules)
            free = parse_length("300")
            if not measured.fault:
                taken = [rect.u1 for _, _, rect in measured.face(wall_id).openings]
                free = parse_length(f"{(max(taken) if taken else 0) + 300:g}")
            if self._do(edits.add_opening(room.id, kind, wall_id, free)):  # type: ignore[arg-type]
                added = self._session.job.room(room.id).openings[-1]
                self._session.select((room.id, "opening", added.id))
            return
        if pressed == 5:
            self._do(edits.straighten_wall(room.id, index, name))
            return
        kind = "projection" if pressed == 3 else "recess"
        text, given = QInputDialog.getText(
            self,
            f"A {kind} in wall {name}",
            "Place from the left, width, depth (parted by semicolons):",
            text="1200; 1500; 400" if self._session.job.settings.unit == "mm" else '48"; 60"; 16"',
        )
        if not given:
            return
        try:
            parts = [parse_length(part, self._session.job.settings.unit) for part in text.split(";")]
            if len(parts) != 3:
                raise CorniceError(f"{len(parts)} sizes were given, three are needed.", remedy="Place; width; depth.")
            self._do(edits.break_wall(room.id, wall_id, name, kind, *parts))  # type: ignore[arg-type]
        except CorniceError as error:
            self._session.refused.emit(error)

    def _height_rows(self, job: Job, room: Room) -> Iterator[Row]:
        yield Title("Ceiling height", room.name[:200])
        for number in range(len(room.heights) + 1):
            label = f"Reading {number + 1}" if number < len(room.heights) else "Another reading"
            yield from self._size((room.id, "height", str(number)), label)
        measured = measured_room(room, job.house_rules)
        if measured.height is not None:
            yield from self._working(measured.height)

    def _opening_rows(self, job: Job, room: Room, about: About) -> Iterator[Row]:
        opening = next((one for one in room.openings if one.id == about[2]), None)
        if opening is None:
            return
        name = edits.wall_name(room, opening.wall)
        yield Title(opening.name[:300], f"{opening.kind.capitalize()} in wall {name}, {room.name[:100]}")
        yield TextRow("Name", opening.name[:2000], lambda text: self._opening(room, opening, name=text))
        walls = tuple((side.id, edits.wall_name(room, side.id)) for side in room.sides)
        yield ChoiceRow("In wall", walls, opening.wall, lambda value: self._opening(room, opening, wall=value) and None)
        words = {
            "place": "From the left",
            "width": "Width",
            "height": "Height",
            "sill": "Sill above floor",
            "reveal": "Reveal depth",
        }
        for field in OPENING_FIELDS:
            if field != "sill" or opening.kind == "window":
                yield from self._size((room.id, "opening", opening.id, field), words[field])
        yield ToggleRow("Cased", opening.cased, lambda on: self._opening(room, opening, cased=on) and None)
        if opening.kind == "window":
            yield TextRow(
                "Frame colour",
                opening.frame,
                lambda text: self._colour_typed(
                    lambda tone: edits.change_opening(room.id, opening.id, opening.name, frame=tone), text
                ),
            )
        yield from self._findings(self._about(room, (room.id, "opening", opening.id)))
        mine = [one for one in room_surfaces(room, job.house_rules) if one.key.endswith(f"@{opening.id}")]
        if mine:
            yield Caption("Its surfaces")
            for surface in mine:
                yield self._figure_row(surface.net, False)
        yield Caption("This opening")
        yield ButtonsRow(
            (f"Remove {opening.name[:60]}",),
            lambda _: self._do(edits.remove_opening(room.id, opening.id, opening.name)),
        )

    def _opening(self, room: Room, opening: Opening, **fields: object) -> bool:
        try:
            return self._do(edits.change_opening(room.id, opening.id, opening.name, **fields))
        except CorniceError as error:
            self._session.refused.emit(error)
            return False

    # ---- trim

    def _trim_rows(self, job: Job, room: Room, about: About) -> Iterator[Row]:
        name = about[2]
        measured = measured_room(room, job.house_rules)
        if measured.trim is None:
            yield Title(name.capitalize(), room.name[:200])
            yield NoteRow(measured.fault, "ochre")
            return
        if name.startswith(MEMBER_PREFIX):
            yield from self._member_rows(room, measured, name)
            return
        kind: TrimKind = next(one for one in KINDS if one == name)
        piece = measured.trim.piece(kind)
        walls = sorted({run.wall for run in measured.runs if run.kind == kind})
        yield Title(kind.capitalize(), f"{room.name[:100]}, " + (f"{len(walls)} walls" if walls else "not fitted"))
        yield from self._order_choices(room)
        yield ToggleRow(
            f"{kind.capitalize()} fitted",
            piece.fitted,
            lambda on: self._do(edits.change_trim(room.id, kind, fitted=on)) and None,
        )
        if piece.missing:
            yield NoteRow(piece.missing.capitalize() + ".", "ochre")
        if kind == "dado rail" and measured.trim.borrowed and piece.built:
            yield NoteRow("This school has no pedestal: what is not typed is borrowed from the nineteen-part wall.")
        if piece.fitted or piece.missing:
            yield from self._size((room.id, "trim", kind), "Width" if kind == "casing" else "Height")
            if kind != "frieze":
                yield from self._size((room.id, "trim", kind, "projection"), "Projection")
            yield from self._size((room.id, "trim", kind, "top"), "Top above floor")
        if kind == "cornice":
            yield Caption("Its members, from the top")
            for member in measured.trim.members:
                key = MEMBER_PREFIX + member.name
                yield ToggleRow(
                    f"{member.name}, {member.height.shown(job.settings.unit)}",
                    member.fitted,
                    self._member_toggle(room, key),
                )
        if piece.built and piece.height is not None:
            to_buy = run_total(measured.runs, kind)
            yield from self._working(piece.height)
            yield from self._lengths(job, room, measured, kind, to_buy)
        yield from self._findings(self._about(room, (room.id, "trim", kind)))

    def _member_toggle(self, room: Room, key: str) -> Callable[[bool], None]:
        return lambda on: self._do(edits.change_trim(room.id, key, fitted=None if on else False)) and None

    def _lengths(self, job: Job, room: Room, measured: MeasuredRoom, kind: TrimKind, to_buy: Figure) -> Iterator[Row]:
        mine = [run for run in measured.runs if run.kind == kind]
        if not mine:
            return
        yield Caption("Lengths")
        inside, outside = corner_counts(measured.runs, kind)
        yield self._figure_row(to_buy, True)
        corners = f"{inside} inside corners, {outside} outside" if kind != "casing" else "mitred at the corners"
        yield NoteRow(f"{len(mine)} pieces · {corners}")
        profile = measured.trim.piece(kind).profile if measured.trim else None
        if profile is not None:
            surface = next((one for one in room_surfaces(room, job.house_rules) if one.key == f"{kind}@room"), None)
            if surface is not None:
                yield self._figure_row(surface.net, False)

    def _member_rows(self, room: Room, measured: MeasuredRoom, name: str) -> Iterator[Row]:
        assert measured.trim is not None
        member = next((one for one in measured.trim.members if MEMBER_PREFIX + one.name == name), None)
        if member is None:
            yield Title(name.removeprefix(MEMBER_PREFIX).capitalize(), room.name[:200])
            yield NoteRow("This order has no such member.")
            return
        yield Title(member.name.capitalize(), f"Member of the cornice, {room.name[:100]}")
        yield ToggleRow(f"{member.name.capitalize()} fitted", member.fitted, self._member_toggle(room, name))
        yield from self._size((room.id, "trim", name), "Height")
        yield from self._working(member.height)

    # ---- finishes

    def _coated(self, room: Room) -> tuple[Coated, ...]:
        job = self._session.job
        return coated_surfaces(room, job.house_rules, job.paints, job.colours)

    def _finish_rows(self, job: Job, room: Room, about: About) -> Iterator[Row]:
        key = about[2]
        group = key.split("@")[0]
        coated = [one for one in self._coated(room) if one.surface.key == key]
        if "@" not in key:
            coated = [one for one in self._coated(room) if one.surface.group == group]
        if not coated:
            yield Title(group.capitalize(), room.name[:200])
            yield NoteRow("There is no such surface in this room now.")
            return
        one = coated[0]
        single = "@" in key
        many = sum(other.surface.group == group for other in self._coated(room))
        finish = one.finish
        yield Title(
            one.surface.name[:200] if single else f"Every {group}",
            room.name[:100]
            + (f" · {one.surface.net.shown(job.settings.unit)} net" if single else f" · {len(coated)} surfaces"),
        )
        if single and many > 1:
            words = "This one has a finish of its own" if one.own else f"Shares its finish with {many - 1} more"
            yield NoteRow(words)
        keys = (key,) if single and one.own else (group,)
        yield from self._finish_fields(job, room, keys, finish, one)
        buttons = []
        if single and many > 1 and not one.own:
            buttons.append("Give this one its own finish")
        if single and one.own:
            buttons.append(f"Finish like every {group}")
        if len(job.rooms) > 1:
            buttons.append(f"Give every {group} of the house this finish")
        if buttons:
            yield ButtonsRow(tuple(buttons), lambda index: self._spread(job, room, key, group, finish, buttons[index]))
        if single:
            yield from self._working(one.litres if one.litres is not None else one.surface.net)
            if one.primer_litres is not None:
                yield self._figure_row(one.primer_litres, False)
            if one.hiding is not None and one.colour is not None:
                seen = "nothing is seen of it" if one.hiding.hides else f"ΔE00 {one.hiding.left:.1f} is still seen"
                yield NoteRow(f"Over the colour there now: after {one.hiding.coats} coats {seen}.")
        yield from self._findings(
            lambda finding: (
                finding.about == about or (finding.room_id == room.id and finding.about[:2] == (room.id, "finish"))
            )
        )

    def _finish_fields(self, job: Job, room: Room, keys: tuple[str, ...], finish: Finish, one: Coated) -> Iterator[Row]:
        where = ", ".join(key.split("@")[0] if "@" not in key else one.surface.name[:40] for key in keys)

        def change(word: str, **fields: object) -> None:
            self._do(edits.change_finish([room.id], keys, f"{where}: {word}", **fields))

        colours = (("", "none"), *((colour.id, colour.name) for colour in job.colours))
        swatches = ("", *(colour.hex for colour in job.colours))
        names = dict(colours)
        paints = {paint.id: paint.name for paint in job.paints}
        yield ChoiceRow(
            "Colour",
            colours,
            finish.colour or "",
            lambda value: change(names[value][:40], colour=value or None),
            swatches,
        )
        plain = tuple((paint.id, paint.name) for paint in job.paints if not paint.primer)
        yield ChoiceRow(
            "Paint",
            (("", "none"), *plain),
            finish.paint or "",
            lambda value: change(paints.get(value, "no paint")[:40], paint=value or None),
        )
        shown = str(finish.coats) if finish.coats is not None else ""
        hint = f"{one.coats.value:g} by rule" if one.coats is not None else "by rule"
        yield SizeRow("Coats", shown, hint, lambda text: self._coats(room, keys, where, text))
        yield ChoiceRow("State", STATES, finish.state, lambda value: change(value, state=value))
        primers = tuple((paint.id, paint.name) for paint in job.paints if paint.primer)
        yield ChoiceRow(
            "Primer",
            (("", "none"), *primers),
            finish.primer or "",
            lambda value: change(paints.get(value, "no primer")[:40], primer=value or None),
        )
        yield ChoiceRow(
            "Texture",
            tuple((value, value) for value in TEXTURES),
            finish.texture,
            lambda value: change(value, texture=value),
        )
        yield ChoiceRow(
            "Put on by",
            tuple((value, value) for value in METHODS),
            finish.method,
            lambda value: change(value, method=value),
        )
        yield ChoiceRow(
            "Over",
            (("", "not said"), *colours[1:]),
            finish.over or "",
            lambda value: change(f"over {names.get(value, 'nothing known')[:40]}", over=value or None),
            swatches,
        )

    def _coats(self, room: Room, keys: tuple[str, ...], where: str, text: str) -> bool:
        clean = text.strip()
        if clean and not (clean.isdigit() and 1 <= int(clean[:4]) <= 12):
            self._session.refused.emit(
                CorniceError(
                    f"“{clean[:40]}” is not a number of coats.", where="coats", remedy="1 to 12, or empty for the rule."
                )
            )
            return False
        coats = int(clean) if clean else None
        return self._do(edits.change_finish([room.id], keys, f"{where}: {clean or 'usual'} coats", coats=coats))

    def _spread(self, job: Job, room: Room, key: str, group: str, finish: Finish, words: str) -> None:
        fields = {name: getattr(finish, name) for name in Finish.__struct_fields__}
        if words.startswith("Give this one"):
            name = next(one.surface.name for one in self._coated(room) if one.surface.key == key)
            self._do(edits.change_finish([room.id], [key], f"own finish for {name[:40]}", **fields))
        elif words.startswith("Finish like"):
            self._do(edits.share_finish(room.id, key, key.split("@")[0]))
        else:
            rooms = [one.id for one in job.rooms]
            self._do(edits.change_finish(rooms, [group], f"every {group} of the house", **fields))

    # ---- order, tally, house rules

    def _order_rows(self, job: Job, about: About) -> Iterator[Row]:
        line = order_list(job).line(about[1]) if len(about) > 1 else None
        if line is None:
            yield Title("Order", job.name[:200])
            yield NoteRow("This line is no longer wanted.")
            return
        yield Title(line.name[:300], f"{line.shop} · {line.why}"[:300])
        state = tick_state(job, line)
        yield ToggleRow(
            "Bought",
            bool(state),
            lambda on: self._do(edits.tick(line.key, line.bought_as if on else None, line.name)) and None,
        )
        if state == "changed":
            yield NoteRow(f"Ticked when it was {job.ticks[line.key]}; now it is {line.bought_as}.", "rust")
        if line.kind == "paint" and sum(count for _, count, _ in line.buy) > 1:
            yield ToggleRow(
                "Mix the tins before starting",
                line.key in job.mixing,
                lambda on: self._do(edits.mark_for_mixing(line.key, on, line.name)) and None,
            )
        left = Figure("", line.left, "L" if line.kind == "paint" else "run").shown(job.settings.unit)
        yield NoteRow(f"Buy {line.bought_as}. {left} left over.")
        yield from self._working(line.needed)
        yield from self._findings(lambda finding: finding.about == about)

    def _tally_rows(self, job: Job, about: About) -> Iterator[Row]:
        name = about[1]
        if name == "to settle":
            found = second_look(job)
            open_ones = [finding for finding in found if finding.kept is None]
            yield Title("Second look", f"{len(open_ones)} to settle, {len(found) - len(open_ones)} kept")
            if not found:
                yield NoteRow("Nothing to settle.")
            for finding in found:
                yield self._finding_row(finding)
            return
        figure = tally(job).get(name)
        if figure is None:
            return
        yield Title(name.capitalize(), f"{job.name[:100]}, the whole job")
        yield from self._working(figure)

    def _rule_rows(self, job: Job, key: str) -> Iterator[Row]:
        rule = shipped_rules().get(key)
        if rule is None:
            return
        yield Title(rule.name.capitalize(), "House rule of this job")
        yield NoteRow(rule.why)
        value = job.house_rules.get(key, rule.value)
        yield TextRow(
            f"Value{' in ' + rule.unit if rule.unit else ''}", f"{value:.6g}", lambda text: self.change_rule(key, text)
        )
        if value != rule.value:
            yield ButtonsRow(
                (f"Back to the usual {rule.value:.6g}",), lambda _: self.change_rule(key, f"{rule.value!r}") and None
            )

    def change_rule(self, key: str, text: str) -> bool:
        """Take a typed value of a house rule."""
        rule = shipped_rules()[key]
        try:
            value = float(text.strip().replace(",", "."))
        except ValueError:
            self._session.refused.emit(CorniceError(f"“{text[:40]}” is not a number.", where=rule.name))
            return False
        return self._do(edits.change_house_rule(key, value, rule.name))
