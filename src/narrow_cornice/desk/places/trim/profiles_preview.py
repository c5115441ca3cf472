"""Stock profiles that are brought in, looked through before they are taken."""

from __future__ import annotations

from PyQt6.QtWidgets import QComboBox, QDialog, QFormLayout, QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.errands import Errands
from narrow_cornice.desk.ruled_sheet import Cell, RuledSheet, row
from narrow_cornice.desk.theme import Theme
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.profiles_in import (
    USUAL_LENGTHS,
    CatalogueLine,
    FoundProfile,
    SaidOfProfiles,
    known_use,
    lines_of_drawing,
    read_catalogue_csv,
    read_profile_svg,
    read_profiles_dxf,
)
from narrow_cornice.trim.catalogue import StockProfile, catalogue_json
from narrow_cornice.trim.kinds import USES
from narrow_cornice.units.lengths import Unit, parse_length

AT_ONCE = 50  # profiles that are made between two blinks
Found = tuple[CatalogueLine, ...] | tuple[FoundProfile, ...]


def lines_of(name: str, raw: bytes) -> Found:
    """Return what a file holds: lines of a catalogue, or profiles found in a drawing. Raises CorniceError."""
    suffix = name.lower().rpartition(".")[2]
    if suffix == "json":
        return tuple(CatalogueLine(number, one.name, one) for number, one in enumerate(catalogue_json(raw, name), 1))
    if suffix == "dxf":
        return read_profiles_dxf(raw)
    return (read_profile_svg(raw),) if suffix == "svg" else read_catalogue_csv(raw)


class ProfilesPreview(QDialog):
    """What a file of profiles holds, line by line; of a drawing, what it does not say is asked for."""

    def __init__(
        self,
        found: Found,
        name: str,
        unit: Unit,
        theme: Theme,
        parent: QWidget | None,
    ) -> None:
        super().__init__(parent)
        self.setWindowTitle(f"Profiles from {name}")
        self.resize(760, 480)
        self._found, self._stem, self._unit = found, name.rpartition(".")[0], unit
        lay = QVBoxLayout(self)
        headings = ("No.", "Profile", "Height", "Depth", "What is wrong")
        self.sheet = RuledSheet(headings, theme, "Profiles", 1)
        self.form: dict[str, QLineEdit] = {}
        self.use = QComboBox()
        self.take = QPushButton("Take the profiles")
        self._lines: tuple[CatalogueLine, ...] = ()
        self._making = Errands(parent)
        lay.addWidget(self.sheet, 1)
        if found and isinstance(found[0], FoundProfile):
            self._ask(lay, found[0])
        buttons = QHBoxLayout()
        self.fault = plain_label("")
        self.fault.setStyleSheet(f"color: {theme.roles['rust']};")
        buttons.addWidget(self.fault, 1)
        leave, take = QPushButton("Leave them"), self.take
        leave.clicked.connect(self.reject)
        take.clicked.connect(self.accept)
        take.setDefault(True)
        buttons.addWidget(leave)
        buttons.addWidget(take)
        lay.addLayout(buttons)
        self._show()

    def _ask(self, lay: QVBoxLayout, first: FoundProfile) -> None:
        """Ask for what a drawing does not say: the unit, the use, wood, price and lengths."""
        form = QFormLayout()
        scale = "1" if first.scale is None else f"{first.scale:g}"
        for key, label, text in (
            ("name", "Name", first.name if first.name not in ("", "0") else self._stem),
            ("scale", "Millimetres for a unit of the drawing", scale),
            ("species", "Wood", "pine"),
            ("price", "Price a metre (none: to be made)", ""),
            ("lengths", "Lengths", "; ".join(f"{length:g} mm" for length in USUAL_LENGTHS)),
            ("shop", "Shop", ""),
        ):
            self.form[key] = QLineEdit(text)
            self.form[key].setAccessibleName(label)
            self.form[key].textChanged.connect(lambda _: self._show())
            form.addRow(label, self.form[key])
        self.use.addItems(list(USES))
        self.use.setAccessibleName("Use")
        self.use.currentTextChanged.connect(lambda _: self._show())
        form.insertRow(1, "Use", self.use)
        lay.addLayout(form)

    def _text(self, key: str) -> str:
        return self.form[key].text().strip()

    def _number(self, key: str) -> float:
        try:
            return float(self._text(key).replace(",", "."))
        except ValueError:
            raise CorniceError(f"“{self._text(key)[:30]}” is not a number.") from None

    def _said(self) -> SaidOfProfiles:
        """Return what is said of the profiles now. Raises CorniceError for what cannot be understood."""
        return SaidOfProfiles(
            self._text("name") or self._stem,
            known_use(self.use.currentText()),
            self._text("species"),
            self._number("price") if self._text("price") else None,
            tuple(parse_length(part, self._unit).mm for part in self._text("lengths").split(";") if part.strip()),
            self._text("shop"),
            self._number("scale"),
        )

    def _show(self) -> None:
        """Show the lines as they would be taken now; many of them are made aside, and the last asking counts."""
        found, self._lines = self._found, ()
        self._making.drop()
        self.fault.setText("")
        if not self.form:
            self._put(tuple(one for one in found if isinstance(one, CatalogueLine)))
            return
        profiles = tuple(one for one in found if isinstance(one, FoundProfile))
        try:
            said = self._said()
        except CorniceError as error:
            self._fail(error)
            return
        if len(profiles) <= AT_ONCE:
            self._put(lines_of_drawing(profiles, said))
            return
        self.take.setEnabled(False)
        self._making.run_only("Looking through", lambda: lines_of_drawing(profiles, said), self._put, self._fail)

    def _fail(self, error: CorniceError) -> None:
        self.fault.setText(str(error))
        self.take.setEnabled(False)

    def _put(self, lines: tuple[CatalogueLine, ...]) -> None:
        self._lines = lines

        def size(line: CatalogueLine, field: str) -> Cell:
            return Cell("" if line.profile is None else f"{getattr(line.profile, field):.1f}", number=True)

        self.sheet.put(
            [
                row(
                    None,
                    Cell(str(line.number), number=True),
                    line.profile.name if line.profile is not None else line.text,
                    size(line, "height"),
                    size(line, "depth"),
                    Cell(line.fault, warm=bool(line.fault)),
                )
                for line in lines
            ],
            None,
        )
        self.take.setEnabled(any(line.profile is not None for line in lines))

    def done(self, result: int) -> None:
        """Close; what is still being made ends unseen."""
        self._making.drop()
        super().done(result)

    def taken(self) -> list[StockProfile]:
        """Return the profiles that can be taken."""
        return [line.profile for line in self._lines if line.profile is not None]
