"""The few things asked in a window of their own: a new room, tables of the job, the keys."""

from __future__ import annotations

from collections.abc import Callable

from msgspec.structs import replace
from PyQt6.QtCore import Qt
from PyQt6.QtGui import QColor
from PyQt6.QtWidgets import (
    QColorDialog,
    QDialog,
    QDialogButtonBox,
    QFormLayout,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.ruled_sheet import Cell, RuledSheet, SheetRow
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import About
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.house_rules import shipped_rules
from narrow_cornice.job import edits
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import MilledTrim, Paint, Tin
from narrow_cornice.survey.walk import Walked, read_walk
from narrow_cornice.units.lengths import parse_length

KEYS = (
    (
        "On the drawing",
        (
            ("I, M, T, F, O", "to Brief, Measure, Trim, Finishes, Order"),
            ("[ and ]", "turn the room by a quarter"),
            (", and .", "the wall before and the next, turned upright"),
            ("Enter or a double click", "type the size of what is selected"),
            ("+, −, 0, arrows", "nearer, further, the whole, move the paper"),
            ("=", "the working of what is selected"),
            ("L", "the second look"),
            ("Space", "before and after the last change"),
            ("Esc", "select nothing"),
        ),
    ),
    (
        "Everywhere",
        (
            ("Alt+1 to Alt+7", "unfolded, plan, one wall, section, strip, house, proportion"),
            ("Ctrl+Z, Ctrl+Shift+Z", "undo, redo"),
            ("Ctrl+S, Ctrl+Shift+S", "save, save as"),
            ("Ctrl+O, Ctrl+N", "open, new"),
            ("Ctrl+R", "add a room"),
            ("Ctrl+P", "print this sheet as PDF"),
            ("Ctrl+F", "find a thing, or type a size for what is selected"),
            ("F6", "from rooms to drawing to sheet to bench to tally"),
            ("F7, F8", "fold the rooms, fold the bench"),
            ("F9", "ask the laser meter for a reading"),
            ("F1", "these keys"),
        ),
    ),
)


class RoomDialog(QDialog):
    """Asks for a new room: a name, two walls and a height, as people type lengths."""

    def __init__(self, session: Session, parent: QWidget) -> None:
        super().__init__(parent)
        self.setWindowTitle("Add a room")
        self._session = session
        lay = QVBoxLayout(self)
        intro = plain_label(
            "Walk from corner A along the first wall, then round the room with the wall on your right. "
            "Two walls are enough to begin. Or write the whole walk: sizes parted by semicolons, o after one "
            "whose corner turns outside, ? for a wall nobody read."
        )
        intro.setWordWrap(True)
        lay.addWidget(intro)
        form = QFormLayout()
        self.name, self.first, self.second, self.height_field = QLineEdit(), QLineEdit(), QLineEdit(), QLineEdit()
        self.walk = QLineEdit()
        self.walk.setPlaceholderText("4310; 3620; 1178; 390 o; 1641 o; 388; 1492; ?")
        for label, field in (
            ("Name", self.name),
            ("Wall A–B", self.first),
            ("Wall B–C", self.second),
            ("or the walk", self.walk),
            ("Ceiling height", self.height_field),
        ):
            field.setAccessibleName(label)
            form.addRow(label, field)
        lay.addLayout(form)
        self.fault = plain_label()
        self.fault.setWordWrap(True)
        self.fault.setStyleSheet("color: #a4492f;")
        lay.addWidget(self.fault)
        buttons = QDialogButtonBox()
        add = buttons.addButton("Add the room", QDialogButtonBox.ButtonRole.AcceptRole)
        buttons.addButton("Not now", QDialogButtonBox.ButtonRole.RejectRole)
        if add is not None:
            add.setDefault(True)
        buttons.accepted.connect(self.take)
        buttons.rejected.connect(self.reject)
        lay.addWidget(buttons)
        self.setMinimumWidth(380)

    def take(self) -> None:
        """Add the room if everything can be read, else say what cannot."""
        unit = self._session.job.settings.unit
        sizes = []
        walk: tuple[Walked, ...] = ()
        if self.walk.text().strip():
            try:
                walk = read_walk(self.walk.text(), unit)
            except CorniceError as error:
                self.fault.setText(f"The walk, {error}")
                self.walk.setFocus()
                return
        for field in (self.height_field,) if walk else (self.first, self.second, self.height_field):
            try:
                sizes.append(parse_length(field.text(), unit))
            except CorniceError as error:
                self.fault.setText(f"{field.accessibleName()}: {error}")
                field.setFocus()
                field.selectAll()
                return
        try:
            if walk:
                edit = edits.add_walked_room(self.name.text(), walk, sizes[0])
            else:
                edit = edits.add_room(self.name.text(), *sizes)
        except CorniceError as error:
            self.fault.setText(str(error))
            return
        if self._session.do(edit):
            self._session.look(room_id=self._session.job.rooms[-1].id, selected=(), place="measure", sheet="plan")
            self.accept()


class TableDialog(QDialog):
    """A table of the job in a window of its own; every change is an edit that can be undone."""

    def __init__(
        self,
        session: Session,
        theme: Theme,
        parent: QWidget,
        title: str,
        headings: tuple[str, ...],
        rows: Callable[[], list[SheetRow]],
        buttons: dict[str, Callable[[About], None]],
        stretch: int,
    ) -> None:
        super().__init__(parent)
        self.setWindowTitle(title)
        self._session = session
        self._rows = rows
        lay = QVBoxLayout(self)
        self.sheet = RuledSheet(headings, theme, title, stretch)
        lay.addWidget(self.sheet)
        line = QHBoxLayout()
        for words, pressed in buttons.items():
            button = QPushButton(words)
            button.clicked.connect(lambda _=False, do=pressed: do(self.chosen()))
            line.addWidget(button)
        line.addStretch(1)
        done = QPushButton("Done")
        done.setDefault(True)
        done.clicked.connect(self.accept)
        line.addWidget(done)
        self.fault = plain_label()
        self.fault.setWordWrap(True)
        self.fault.setStyleSheet(f"color: {theme.roles['rust']};")
        lay.addWidget(self.fault)
        lay.addLayout(line)
        self.resize(860, 460)
        session.changed.connect(self._refresh)
        session.refused.connect(self._told)
        self._refresh("")

    def chosen(self) -> About:
        """Return what the chosen row is about, empty for none."""
        index = self.sheet.currentIndex()
        return self.sheet.sheet.rows[index.row()].about if index.isValid() else ()

    def _refresh(self, _title: str) -> None:
        self.sheet.put(self._rows(), ())
        self.fault.setText("")

    def _told(self, error: CorniceError) -> None:
        self.fault.setText(str(error))

    def done(self, result: int) -> None:
        """Stop listening when the window closes."""
        self._session.changed.disconnect(self._refresh)
        self._session.refused.disconnect(self._told)
        super().done(result)


def guarded(session: Session, make: Callable[[str], Edit]) -> Callable[[str], bool]:
    """Return a cell's typing that turns a refused value into a message."""

    def typed(text: str) -> bool:
        try:
            return session.do(make(text))
        except CorniceError as error:
            session.refused.emit(error)
        except ValueError:
            session.refused.emit(
                CorniceError(f"“{text[:40]}” is not a number.", remedy="Write for example 38 or 0.75.")
            )
        return False

    return typed


def rules_dialog(session: Session, theme: Theme, parent: QWidget) -> TableDialog:
    """Return the house rules of the job."""

    def rows() -> list[SheetRow]:
        made = []
        for key, rule in shipped_rules().items():
            value = session.job.house_rules.get(key, rule.value)
            typed = guarded(
                session, lambda text, k=key, n=rule.name: edits.change_house_rule(k, float(text.replace(",", ".")), n)
            )
            made.append(
                SheetRow(
                    ("house rule", key),
                    (
                        Cell(rule.name),
                        Cell(f"{value:.6g}", typed, number=True, warm=value != rule.value),
                        Cell(rule.unit),
                        Cell(rule.why),
                    ),
                )
            )
        return made

    return TableDialog(session, theme, parent, "House rules of this job", ("Rule", "Value", "Unit", "Why"), rows, {}, 3)


def colours_dialog(session: Session, theme: Theme, parent: QWidget) -> TableDialog:
    """Return the colours of the job."""

    def rows() -> list[SheetRow]:
        return [
            SheetRow(
                ("colour", colour.id),
                (
                    Cell(
                        colour.name,
                        guarded(session, lambda text, c=colour: edits.change_colour(c.id, text, c.hex)),
                        swatch=colour.hex,
                    ),
                    Cell(
                        colour.hex,
                        guarded(session, lambda text, c=colour: edits.change_colour(c.id, c.name, text.strip())),
                    ),
                ),
            )
            for colour in session.job.colours
        ]

    def add(_chosen: About) -> None:
        session.do(edits.add_colour(f"Colour {len(session.job.colours) + 1}", "#d8d2c4"))

    def picked(chosen: About) -> None:
        colour = next((one for one in session.job.colours if chosen and one.id == chosen[1]), None)
        if colour is not None:
            tone = QColorDialog.getColor(QColor(colour.hex), parent, f"A tone for {colour.name[:60]}")
            if tone.isValid():
                session.do(edits.change_colour(colour.id, colour.name, tone.name()))

    def removed(chosen: About) -> None:
        colour = next((one for one in session.job.colours if chosen and one.id == chosen[1]), None)
        if colour is not None:
            session.do(edits.remove_colour(colour.id, colour.name))

    buttons = {"Add a colour": add, "Pick its tone …": picked, "Remove it": removed}
    return TableDialog(session, theme, parent, "Colours of this job", ("Name", "Tone"), rows, buttons, 0)


def _sizes(text: str) -> tuple[Tin, ...]:
    """Return tin sizes from "1: 24; 2.5: 49.50"."""
    tins = []
    for part in text.split(";"):
        litres, mark, price = part.partition(":")
        if not mark:
            raise CorniceError(f"“{part.strip()[:30]}” is not a size and a price.", remedy="Write 1: 24; 2.5: 49.50.")
        tins.append(Tin(float(litres), float(price)))
    return tuple(tins)


def paints_dialog(session: Session, theme: Theme, parent: QWidget) -> TableDialog:
    """Return the paints of the job with what their makers say of them."""

    def put(paint: Paint, **fields: object) -> Edit:
        changed: Paint = replace(paint, **fields)
        return edits.put_paint(changed)

    def rows() -> list[SheetRow]:
        made = []
        for paint in session.job.paints:
            sizes = "; ".join(f"{tin.litres:g}: {tin.price:g}" for tin in paint.sizes)
            cells = (
                Cell(paint.name, guarded(session, lambda text, p=paint: put(p, name=text))),
                Cell(paint.sheen, guarded(session, lambda text, p=paint: put(p, sheen=text))),
                Cell(
                    f"{paint.solids:g}",
                    guarded(session, lambda text, p=paint: put(p, solids=float(text))),
                    number=True,
                ),
                Cell(f"{paint.film:g}", guarded(session, lambda text, p=paint: put(p, film=float(text))), number=True),
                Cell(
                    f"{paint.hiding:g}",
                    guarded(session, lambda text, p=paint: put(p, hiding=float(text))),
                    number=True,
                ),
                Cell(sizes, guarded(session, lambda text, p=paint: put(p, sizes=_sizes(text)))),
                Cell(paint.shop, guarded(session, lambda text, p=paint: put(p, shop=text))),
                Cell(
                    "primer" if paint.primer else "",
                    guarded(session, lambda text, p=paint: put(p, primer=bool(text.strip()))),
                ),
            )
            made.append(SheetRow(("paint", paint.id), cells))
        return made

    def add(_chosen: About) -> None:
        taken = [paint.id for paint in session.job.paints]
        sizes = (Tin(1, 25), Tin(2.5, 50))
        fresh = Paint(edits.fresh_id("paint", taken), f"Paint {len(taken) + 1}", "matt", 38, 35, sizes, "Paint shop")
        session.do(edits.put_paint(fresh))

    def removed(chosen: About) -> None:
        paint = next((one for one in session.job.paints if chosen and one.id == chosen[1]), None)
        if paint is not None:
            session.do(edits.remove_paint(paint.id, paint.name))

    headings = ("Paint", "Sheen", "Solids %", "Film µm", "Hiding SX", "Litres: price", "Shop", "Use")
    return TableDialog(
        session, theme, parent, "Paints of this job", headings, rows, {"Add a paint": add, "Remove it": removed}, 5
    )


def stock_dialog(session: Session, theme: Theme, parent: QWidget) -> TableDialog:
    """Return the trim stock of the job."""

    def put(stock: MilledTrim, **fields: object) -> Edit:
        changed: MilledTrim = replace(stock, **fields)
        return edits.put_stock(changed)

    def rows() -> list[SheetRow]:
        made = []
        unit = session.job.settings.unit
        for stock in session.job.stock:
            lengths = "; ".join(f"{length:g} mm" for length in stock.lengths)
            cells = (
                Cell(stock.name, guarded(session, lambda text, s=stock: put(s, name=text))),
                Cell(
                    ", ".join(stock.kinds),
                    guarded(
                        session,
                        lambda text, s=stock: put(s, kinds=tuple(k.strip() for k in text.split(",") if k.strip())),
                    ),
                ),
                Cell(
                    lengths,
                    guarded(
                        session,
                        lambda text, s=stock: put(
                            s, lengths=tuple(parse_length(part, unit).mm for part in text.split(";") if part.strip())
                        ),
                    ),
                ),
                Cell(
                    f"{stock.price_per_metre:g}",
                    guarded(session, lambda text, s=stock: put(s, price_per_metre=float(text))),
                    number=True,
                ),
                Cell(
                    f"{stock.price_per_metre_mm:g}",
                    guarded(session, lambda text, s=stock: put(s, price_per_metre_mm=float(text))),
                    number=True,
                ),
                Cell(
                    f"{stock.knife_per_mm:g}",
                    guarded(session, lambda text, s=stock: put(s, knife_per_mm=float(text))),
                    number=True,
                ),
                Cell(stock.shop, guarded(session, lambda text, s=stock: put(s, shop=text))),
            )
            made.append(SheetRow(("stock", stock.id), cells))
        return made

    def add(_chosen: About) -> None:
        taken = [stock.id for stock in session.job.stock]
        fresh = MilledTrim(
            edits.fresh_id("stock", taken),
            f"Trim stock {len(taken) + 1}",
            ("skirting",),
            (2400.0, 3600.0),
            2.0,
            0.06,
            "Timber yard",
        )
        session.do(edits.put_stock(fresh))

    def removed(chosen: About) -> None:
        stock = next((one for one in session.job.stock if chosen and one.id == chosen[1]), None)
        if stock is not None:
            session.do(edits.remove_stock(stock.id, stock.name))

    headings = ("Stock", "Sold as", "Lengths", "Price a metre", "more per mm of height", "Knife per mm", "Shop")
    return TableDialog(
        session,
        theme,
        parent,
        "Trim stock of this job",
        headings,
        rows,
        {"Add trim stock": add, "Remove it": removed},
        1,
    )


def keys_dialog(theme: Theme, parent: QWidget) -> QDialog:
    """Return the list of keys."""
    dialog = QDialog(parent)
    dialog.setWindowTitle("Keys")
    lay = QVBoxLayout(dialog)
    for heading, keys in KEYS:
        name = plain_label(heading)
        name.setStyleSheet(f"font-family: Vollkorn; font-weight: 600; font-size: {12 * theme.letters:.1f}pt;")
        lay.addWidget(name)
        form = QFormLayout()
        form.setHorizontalSpacing(22)
        for key, words in keys:
            label = plain_label(key)
            label.setStyleSheet("font-weight: bold;")
            form.addRow(label, plain_label(words))
        lay.addLayout(form)
    done = QPushButton("Done")
    done.setDefault(True)
    done.clicked.connect(dialog.accept)
    lay.addWidget(done, 0, Qt.AlignmentFlag.AlignRight)
    return dialog
