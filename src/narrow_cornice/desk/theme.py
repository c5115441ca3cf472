"""Paper and ink: the roles of colour by day and by evening, the two faces, and the style sheet made of them."""

from __future__ import annotations

from PyQt6.QtCore import QPointF
from PyQt6.QtGui import QColor, QFont, QFontDatabase, QFontMetricsF, QPainterPath

from narrow_cornice.drawing.marks import ROLES
from narrow_cornice.shipped import SHIPPED

DAY = {
    **ROLES,
    "caution": "#85570d",
    "wash": "#e2eee9",
    "edge": "#8b7f6f",
    "notice": "#a4492f",
    "tally": "#2f2b27",
    "tally text": "#fdfbf5",
    "tally soft": "#b9ada0",
    "tally warm": "#eba383",
    "on verdigris": "#fdfbf5",
}
EVENING = {
    "paper": "#2b2825",
    "sheet": "#24211f",
    "board": "#1c1a18",
    "ink": "#efe7da",
    "soft": "#b3a799",
    "rule": "#4d463f",
    "verdigris": "#7fbcae",
    "rust": "#e58c70",
    "ochre": "#d9ab57",
    "glass": "#3c4a4f",
    "wood": "#8d7a5b",
    "line": "#2a2724",
    "letter": "#8a3219",
    "caution": "#d9ab57",
    "wash": "#2c3d39",
    "edge": "#8d8273",
    "notice": "#8f3f28",
    "tally": "#141210",
    "tally text": "#efe7da",
    "tally soft": "#a3978a",
    "tally warm": "#eba383",
    "on verdigris": "#1c1a18",
}

_FILES = (
    "Lato-Regular.ttf",
    "Lato-Bold.ttf",
    "Lato-Italic.ttf",
    "Vollkorn-SemiBold.ttf",
    "Vollkorn-Italic.ttf",
    "Vollkorn-Regular.ttf",
)

MOST_TEXTS = 2000  # how many texts are kept measured or outlined


class Theme:
    """The roles in force and the size of the letters; ``letters`` is 1 for the usual size."""

    def __init__(self, *, evening: bool = False, letters: float = 1.0) -> None:
        self.evening = evening
        self.letters = letters
        self.roles = EVENING if evening else DAY
        self._colours: dict[str, QColor] = {}
        self._fonts: dict[tuple[float, str], QFont] = {}
        self._metrics: dict[tuple[float, str], QFontMetricsF] = {}
        self._widths: dict[tuple[str, float, str], float] = {}
        self._outlines: dict[tuple[str, float, str], QPainterPath] = {}

    def colour(self, name: str) -> QColor:
        """Return a role, #rrggbb or #rrggbbaa as a colour of one's own."""
        return QColor(self.shade(name))

    def shade(self, name: str) -> QColor:
        """Return a role, #rrggbb or #rrggbbaa as a colour that nobody changes: one object for all."""
        made = self._colours.get(name)
        if made is None:
            value = self.roles.get(name, name)
            made = QColor(value[:7])
            if len(value) == 9:
                made.setAlpha(int(value[7:9], 16))
            self._colours[name] = made
        return made

    def font(self, size: float, face: str = "text") -> QFont:
        """Return a face at ``size`` points: text, bold, name or slanted."""
        made = self._fonts.get((size, face))
        if made is not None:
            return made
        font = QFont("Vollkorn" if face in ("name", "slanted") else "Lato")
        font.setPointSizeF(size * self.letters)
        if face == "bold":
            font.setBold(True)
        if face == "name":
            font.setWeight(QFont.Weight.DemiBold)
        if face == "slanted":
            font.setItalic(True)
        if face in ("text", "bold") and hasattr(font, "setFeature"):
            font.setFeature(QFont.Tag("tnum"), 1)  # figures of one width, so that columns stand
        self._fonts[(size, face)] = font
        return font

    def metrics(self, size: float, face: str = "text") -> QFontMetricsF:
        """Return the measures of a face at a size, kept since letters are many."""
        made = self._metrics.get((size, face))
        if made is None:
            made = self._metrics[(size, face)] = QFontMetricsF(self.font(size, face))
        return made

    def width(self, text: str, size: float, face: str = "text") -> float:
        """Return the width of a text in pixels; the same words are measured at every painting."""
        key = (text, size, face)
        wide = self._widths.get(key)
        if wide is None:
            if len(self._widths) > MOST_TEXTS:
                self._widths.clear()
            wide = self._widths[key] = self.metrics(size, face).horizontalAdvance(text)
        return wide

    def outline(self, text: str, size: float, face: str = "text") -> QPainterPath:
        """Return a text as an outline from the left end of its baseline.

        Letters at a slant of their own are painted twice as quickly so: Qt keeps glyphs for a few slants only.
        """
        key = (text, size, face)
        made = self._outlines.get(key)
        if made is None:
            if len(self._outlines) > MOST_TEXTS:
                self._outlines.clear()
            made = self._outlines[key] = QPainterPath()
            made.addText(QPointF(0.0, 0.0), self.font(size, face), text)
        return made

    # Long: one sheet of rules, in the order they override each other.
    def style_sheet(self) -> str:
        """Return the style of every widget."""
        r = self.roles
        signs = str(SHIPPED).replace("\\", "/")

        def pt(size: float) -> str:
            return f"{size * self.letters:.1f}pt"

        return f"""
        * {{ font-family: Lato; font-size: {pt(10)}; color: {r["ink"]}; }}
        QMainWindow, QDialog, #middle {{ background: {r["board"]}; }}
        QDialog QLabel {{ background: transparent; }}
        #spine, #bench, #benchscroll, #benchbody {{ background: {r["paper"]}; }}
        .slanted {{ font-family: Vollkorn; font-style: italic; color: {r["soft"]}; font-size: {pt(9)}; }}
        .caption {{ color: {r["soft"]}; font-size: {pt(7.5)}; letter-spacing: 1px; }}
        QToolButton[leaf="true"], QToolButton[seen="true"], QToolButton[pick="true"] {{ min-height: 22px; }}
        QToolButton[leaf="true"] {{ border: none; border-bottom: 2px solid transparent; padding: 2px 3px;
                                   margin: 0 5px; color: {r["soft"]}; background: transparent; font-size: {pt(10.5)}; }}
        QToolButton[leaf="true"]::menu-indicator, QToolButton[seen="true"]::menu-indicator {{ image: none; width: 0; }}
        QToolButton[seen="true"] {{ border: none; padding: 2px 4px; margin: 0 1px; color: {r["soft"]};
                                   background: transparent; font-size: {pt(9.5)}; }}
        QToolButton[seen="true"]:checked {{ color: {r["verdigris"]}; font-weight: bold; }}
        QToolButton[seen="true"]:hover, QToolButton[seen="true"]:focus {{ color: {r["verdigris"]};
                                   text-decoration: underline; }}
        QToolButton[leaf="true"]:checked {{ color: {r["ink"]}; border-bottom-color: {r["verdigris"]};
                                   font-weight: bold; }}
        QToolButton[leaf="true"]:hover, QToolButton[leaf="true"]:focus {{ color: {r["verdigris"]}; }}
        QToolButton[plain="true"] {{ border: none; background: transparent; color: {r["soft"]}; padding: 2px 5px;
                                    min-height: 20px; min-width: 18px; }}
        QToolButton[plain="true"]:hover, QToolButton[plain="true"]:focus {{ color: {r["verdigris"]}; }}
        QLineEdit, QPlainTextEdit,
        QSpinBox {{ background: {r["paper"]}; border: 1px solid {r["edge"]}; border-radius: 3px; padding: 3px 6px;
                     selection-background-color: {r["verdigris"]};
                     selection-color: {r["on verdigris"]}; }}
        QLineEdit:focus, QPlainTextEdit:focus,
        QSpinBox:focus {{ border: 2px solid {r["verdigris"]}; padding: 2px 5px; }}
        QLineEdit[wrong="true"] {{ border: 2px solid {r["rust"]}; padding: 2px 5px; }}
        QLineEdit[quiet="true"] {{ border-color: transparent; background: transparent; font-weight: bold; }}
        QLineEdit[quiet="true"]:hover {{ border-color: {r["edge"]}; }}
        QLineEdit[quiet="true"]:focus {{ border: 2px solid {r["verdigris"]}; background: {r["paper"]}; }}
        QLineEdit[quiet="true"][wrong="true"] {{ border: 2px solid {r["rust"]}; }}
        QLineEdit[blank="true"] {{ border: none; border-bottom: 1px dotted {r["verdigris"]}; border-radius: 0;
                     padding: 1px 4px; color: {r["verdigris"]}; font-size: {pt(10.5)}; }}
        QLineEdit[blank="true"]:focus {{ border: 2px solid {r["verdigris"]}; padding: 0 2px; }}
        QToolButton[pick="true"] {{ border: none; border-bottom: 1px solid {r["verdigris"]}; background: transparent;
                     color: {r["verdigris"]}; font-weight: bold; padding: 1px 3px; font-size: {pt(10.5)}; }}
        QToolButton[pick="true"]:focus, QToolButton[pick="true"]:hover {{ background: {r["board"]}; }}
        QToolButton[pick="true"]::menu-indicator {{ image: none; width: 0; }}
        QComboBox {{ background: {r["paper"]}; border: 1px solid {r["edge"]}; min-height: 20px;
                     border-radius: 3px; padding: 2px 6px;
                    font-weight: bold; }}
        QComboBox:focus {{ border: 2px solid {r["verdigris"]}; padding: 1px 5px; }}
        QComboBox::drop-down {{ border: none; width: 16px; }}
        QComboBox::down-arrow {{ image: url("{signs}/more.svg"); width: 10px; height: 10px; }}
        QComboBox QAbstractItemView, QMenu {{ background: {r["paper"]}; border: 1px solid {r["rule"]};
                    selection-background-color: {r["verdigris"]}; selection-color: {r["on verdigris"]}; outline: 0; }}
        QMenu::item {{ padding: 4px 26px 4px 16px; }}
        QMenu::item:selected {{ background: {r["verdigris"]}; color: {r["on verdigris"]}; }}
        QMenu::item:disabled {{ color: {r["rule"]}; }}
        QMenu::separator {{ height: 1px; background: {r["rule"]}; margin: 4px 8px; }}
        QPushButton {{ background: {r["paper"]}; border: 1px solid {r["edge"]}; border-radius: 4px;
                       padding: 4px 12px; }}
        QPushButton:hover, QPushButton:focus {{ border-color: {r["verdigris"]}; color: {r["verdigris"]}; }}
        QPushButton:default {{ background: {r["verdigris"]}; color: {r["on verdigris"]};
                              border-color: {r["verdigris"]}; }}
        QPushButton:disabled {{ color: {r["rule"]}; }}
        QPushButton[link="true"] {{ border: 1px solid transparent; background: transparent; color: {r["verdigris"]};
                                   font-weight: bold; padding: 1px 1px; min-height: 20px; text-align: left; }}
        QPushButton[link="true"]:hover {{ text-decoration: underline; }}
        QPushButton[link="true"]:focus {{ border-color: {r["verdigris"]}; }}
        QCheckBox {{ spacing: 7px; background: transparent; min-height: 24px; }}
        QCheckBox:focus {{ color: {r["verdigris"]}; }}
        QCheckBox::indicator {{ width: 13px; height: 13px; border: 1px solid {r["soft"]}; border-radius: 2px;
                               background: {r["paper"]}; }}
        QCheckBox::indicator:checked {{ background: {r["verdigris"]}; border-color: {r["verdigris"]};
                                       image: url("{signs}/chosen.svg"); }}
        QCheckBox::indicator:focus {{ border: 2px solid {r["verdigris"]}; }}
        QScrollArea, #slips, #slipbody {{ border: none; background: transparent; }}
        QScrollBar:vertical {{ width: 9px; background: transparent; margin: 0; }}
        QScrollBar:horizontal {{ height: 9px; background: transparent; margin: 0; }}
        QScrollBar::handle {{ background: {r["rule"]}; border-radius: 4px; min-height: 24px; min-width: 24px; }}
        QScrollBar::add-line, QScrollBar::sub-line, QScrollBar::add-page, QScrollBar::sub-page {{
            background: transparent; width: 0; height: 0; }}
        #sheetpart {{ background: {r["paper"]}; border: 1px solid {r["rule"]}; }}
        #sheetline {{ background: {r["paper"]}; }}
        #sheetpart QTableView {{ border: none; }}
        QTableView {{ background: {r["paper"]}; border: 1px solid {r["rule"]}; gridline-color: {r["board"]};
                     selection-background-color: {r["board"]}; selection-color: {r["ink"]}; font-size: {pt(9.5)}; }}
        QTableView:focus {{ border: 1px solid {r["verdigris"]}; }}
        QTableView::item {{ padding: 0 6px; }}
        QTableView QLineEdit {{ border-radius: 0; padding: 0 4px; }}
        QHeaderView {{ background: {r["paper"]}; border: none; }}
        QHeaderView::section {{ background: {r["paper"]}; color: {r["soft"]}; border: none;
                               border-bottom: 1px solid {r["ink"]}; padding: 3px 6px; font-size: {pt(8.5)}; }}
        QSplitter::handle {{ background: {r["board"]}; }}
        QToolTip {{ background: {r["ink"]}; color: {r["paper"]}; border: none; padding: 4px 7px; }}
        #tally {{ background: {r["tally"]}; }}
        #tally QLabel {{ color: {r["tally text"]}; background: transparent; }}
        #tally QPushButton {{ background: transparent; border: none; border-radius: 3px; padding: 2px 8px;
                             text-align: left; color: {r["tally text"]}; }}
        #tally QPushButton:hover {{ background: #ffffff18; }}
        #tally QPushButton:focus {{ border: 2px solid {r["tally soft"]}; padding: 0 6px; }}
        #slip {{ background: {r["paper"]}; border: 1px solid {r["rule"]}; }}
        #notice {{ background: {r["notice"]}; }}
        #notice QLabel {{ color: #fffaf2; }}
        #notice QPushButton {{ color: #fffaf2; background: transparent; border: 1px solid #fffaf2; }}
        QProgressBar {{ border: 1px solid {r["rule"]}; border-radius: 3px; background: {r["paper"]}; height: 8px; }}
        QProgressBar::chunk {{ background: {r["verdigris"]}; }}
        """


def load_faces() -> None:
    """Make the shipped faces known to Qt."""
    for name in _FILES:
        QFontDatabase.addApplicationFont(str(SHIPPED / "fonts" / name))
