"""The tally along the bottom: the job's totals, always live, with the change shown for a moment."""

from __future__ import annotations

from PyQt6.QtCore import QSize, Qt, QTimer, pyqtSignal
from PyQt6.QtGui import QFontMetrics, QPaintEvent, QResizeEvent
from PyQt6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QStylePainter, QVBoxLayout, QWidget

from narrow_cornice.desk.bench_widgets import plain_label
from narrow_cornice.desk.place import Places
from narrow_cornice.desk.press_buttons import PressButton
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.theme import Theme
from narrow_cornice.desk.view import TO_SETTLE

SHOWN_MS = 5000
TIGHT = 24  # pixels beside the totals
SPACING = 10  # and between them
BESIDE = 6  # between a name and its change
CHANGE_WIDE = 44  # room that is kept for a change, so that a small one moves nothing


class Ending(QLabel):
    """Words at the end of a line: they never ask for more room than is left, and are shortened to it."""

    def __init__(self) -> None:
        super().__init__()
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.setAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)

    def minimumSizeHint(self) -> QSize:
        """Return what it takes at least: no width at all."""
        return QSize(0, super().minimumSizeHint().height())

    def paintEvent(self, event: QPaintEvent | None) -> None:
        """Draw as many of the words as fit; all of them stand in the tooltip."""
        painter = QStylePainter(self)
        words = self.fontMetrics().elidedText(self.text(), Qt.TextElideMode.ElideRight, self.width())
        self.setToolTip(self.text() if words != self.text() else "")
        painter.drawItemText(self.rect(), int(self.alignment()), self.palette(), True, words, self.foregroundRole())


class TallyBar(QWidget):
    """Buttons with a total each; ``picked`` carries which one's working is wanted."""

    picked = pyqtSignal(str)

    def __init__(self, session: Session, theme: Theme, places: Places) -> None:
        super().__init__()
        self.setObjectName("tally")
        self.setFixedHeight(int(44 * theme.letters))
        self._session = session
        self._theme = theme
        self._totals = places.totals
        self._places = places
        self._followed: tuple[str, ...] = ()
        lay = QHBoxLayout(self)
        lay.setContentsMargins(8, 2, 16, 3)
        lay.setSpacing(SPACING)
        self._values: dict[str, QLabel] = {}
        self._changes: dict[str, QLabel] = {}
        self.buttons: dict[str, QPushButton] = {}
        for name in (*(total.name for total in self._totals), TO_SETTLE):
            button = PressButton()
            button.setAccessibleName(name)
            inner = QVBoxLayout(button)
            inner.setContentsMargins(8, 1, 8, 1)
            inner.setSpacing(0)
            caption = plain_label(name)
            caption.setStyleSheet(f"color: {theme.roles['tally soft']}; font-size: {8 * theme.letters:.1f}pt;")
            line = QHBoxLayout()
            line.setSpacing(BESIDE)
            value = plain_label()
            value.setStyleSheet(self._worn_by_a_figure(warm=False))
            change = plain_label()
            change.setStyleSheet(f"color: {theme.roles['tally warm']}; font-size: {9 * theme.letters:.1f}pt;")
            line.addWidget(caption)
            line.addWidget(change)
            line.addStretch(1)
            inner.addLayout(line)
            inner.addWidget(value)
            button.setFixedHeight(int(40 * theme.letters))
            button.clicked.connect(lambda _=False, one=name: self.picked.emit(one))
            lay.addWidget(button)
            self._values[name], self._changes[name], self.buttons[name] = value, change, button
        # the width each button wants, what its figure takes, and what it takes with its change
        self._wanted: dict[str, tuple[int, int, int]] = {}
        self._last = Ending()
        self._last.setStyleSheet(
            f"font-family: Vollkorn; font-style: italic; color: {theme.roles['tally soft']};"
            f"font-size: {9 * theme.letters:.1f}pt;"
        )
        lay.addWidget(self._last, 1)
        self._going = ""
        lay.addWidget(self._build_stop())
        self._said = ""
        self._forget = QTimer(self)
        self._forget.setSingleShot(True)
        self._forget.setInterval(SHOWN_MS)
        self._forget.timeout.connect(self._forget_changes)

    def _build_stop(self) -> QPushButton:
        """Return the button that gives up what is handed out or brought in, hidden until there is something."""
        theme, errands = self._theme, self._session.errands
        self._stop = PressButton("Stop")
        self._stop.setFixedHeight(int(26 * theme.letters))
        self._stop.setStyleSheet(
            f"QPushButton {{ border: 1px solid {theme.roles['tally soft']}; border-radius: 3px; padding: 1px 12px;"
            f"color: {theme.roles['tally text']}; }}"
            f"QPushButton:focus {{ border: 2px solid {theme.roles['tally text']}; padding: 0 11px; }}"
        )
        self._stop.clicked.connect(errands.stop)
        self._stop.hide()
        errands.going.connect(self._show_going)
        errands.stopped.connect(self._say_stopped)
        return self._stop

    def _worn_by_a_figure(self, *, warm: bool) -> str:
        """Return the dress of a figure: warm where it asks for something."""
        colour = self._theme.roles["tally warm" if warm else "tally text"]
        return f"font-weight: bold; font-size: {11 * self._theme.letters:.1f}pt; color: {colour};"

    def refresh(self, *, moved: bool) -> None:
        """Show the totals; with ``moved``, what the last change did to them."""
        job, before = self._session.job, self._session.before
        settings = job.settings
        for total in self._totals:
            name, figure = total.name, total.figure(job)
            text = figure.shown(settings)
            if figure.unit == "money" and job.settings.money:
                text += f" {job.settings.money[:12]}"
            self._values[name].setText(text)
            change = ""
            if before is not None and moved:
                by = figure.rounded(settings) - total.figure(before).rounded(settings)
                shown = type(figure)("", abs(by), figure.unit).shown(settings)
                if abs(by) > 1e-9 and shown != type(figure)("", 0.0, figure.unit).shown(settings):
                    change = f"{'+' if by > 0 else '−'}{shown}"
            if moved:
                self._changes[name].setText(change)
            self._make_room(name, text, self._changes[name].text())  # which may still be shown from before
            self.buttons[name].setAccessibleName(f"{name} {text}")
            self.buttons[name].setAccessibleDescription(change)
        from narrow_cornice.review.bundles import to_decide  # the second look comes in with the first counting

        settle = len(to_decide(job))
        self._values[TO_SETTLE].setText(f"{settle}")
        worn = self._worn_by_a_figure(warm=settle > 0)
        if worn != self._values[TO_SETTLE].styleSheet():  # a style sheet is read anew each time it is set
            self._values[TO_SETTLE].setStyleSheet(worn)
        self._make_room(TO_SETTLE, f"{settle}", "")
        self.buttons[TO_SETTLE].setAccessibleName(f"{settle} {TO_SETTLE}")
        if moved:
            by = settle - len(to_decide(before)) if before is not None else 0
            self._changes[TO_SETTLE].setText(f"{by:+d}".replace("-", "−") if by else "")
            self._forget.start()
            each = self._places.each
            self._followed = tuple(one for place in each for one in place.followed(before, job)) if before else ()
        self.show_state()

    def _make_room(self, name: str, text: str, change: str) -> None:
        """Keep a button as wide as its figure, and as its name with a change beside it, so that it seldom moves."""
        letters = self._theme.letters
        changed = QFontMetrics(self._theme.font(9)).horizontalAdvance(change)
        bare = QFontMetrics(self._theme.font(8)).horizontalAdvance(name)
        figure = QFontMetrics(self._theme.font(11, "bold")).horizontalAdvance(text)
        top = bare + BESIDE + max(changed, int(CHANGE_WIDE * letters))
        least = max(bare + 2 * BESIDE + 2, figure) + int(18 * letters)
        now = max(least, bare + 2 * BESIDE + changed + int(18 * letters)) if change else least
        self._wanted[name] = (max(top, figure) + int(24 * letters), least, now)
        self._fit()

    def _fit(self) -> None:
        """Give every button the width it wants, or where there is no room for that what its figure takes and its change
        while it is shown; where there is none for that either, some their change and the others their figure alone."""
        apart = SPACING * len(self._wanted) + TIGHT
        room = self.width() - apart
        which = next((at for at in (0, 2) if sum(one[at] for one in self._wanted.values()) <= room), 1)
        left = room - sum(one[which] for one in self._wanted.values())
        for name, wanted in self._wanted.items():
            more = wanted[2] - wanted[1]
            shown = which != 1 or more <= max(0, left)
            if which == 1 and shown:
                left -= more
            self.buttons[name].setMinimumWidth(wanted[2 if which == 1 and shown else which])
            self._changes[name].setVisible(shown)

    def resizeEvent(self, event: QResizeEvent | None) -> None:
        """Fit the totals into the width."""
        super().resizeEvent(event)
        self._fit()

    def show_state(self) -> None:
        """Show what undo would take back, and what followed the last change."""
        undo = self._session.history.undo_title
        followed = "; ".join(self._followed)
        self.say(" · ".join(part for part in (followed[:80], f"undo: {undo[:48]}" if undo else "") if part))

    def _say_stopped(self, name: str) -> None:
        self.say(f"Stopped: {name[:1].lower()}{name[1:]}")

    def _show_going(self, words: str) -> None:
        """Show what is handed out or brought in, how far it is, and a way to stop it."""
        self._going = words
        self._stop.setVisible(bool(words))
        self._stop.setAccessibleName(f"Stop {words.partition(':')[0][:1].lower()}{words.partition(':')[0][1:]}")
        self._last.setText((self._going or self._said)[:120])

    def _forget_changes(self) -> None:
        for label in self._changes.values():
            label.setText("")

    def say(self, words: str) -> None:
        """Show a few words in place of the last change, until the next; what is being handed out or brought in goes
        before."""
        self._said = words[:120]
        self._last.setText((self._going or self._said)[:120])

    def said(self) -> str:
        """Return the words in place of the last change."""
        return self._last.text()
