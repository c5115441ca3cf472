"""House rules by topic, in the units people say, each with what it changes and where it is used."""

from __future__ import annotations

from functools import partial

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QFrame, QHBoxLayout, QLabel, QPushButton, QScrollArea, QVBoxLayout, QWidget

from narrow_cornice.derived.bought.rule_uses import in_words, rule_uses
from narrow_cornice.desk.bench_widgets import Field, plain_label
from narrow_cornice.desk.rows.rule_rows import change_rule
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.theme import Theme
from narrow_cornice.explained.house_rules import HouseRule, shipped_rules
from narrow_cornice.job import edits

PAPER = 820  # pixels: a line longer than this is hard to read


class RulesPage(QScrollArea):
    """One sheet of paper with every rule of the house."""

    def __init__(self, session: Session, theme: Theme) -> None:
        super().__init__()
        self._session, self._theme = session, theme
        self.setAccessibleName("House rules")
        self.setObjectName("slips")
        self.setWidgetResizable(True)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        body = QWidget()
        body.setObjectName("slipbody")
        row = QHBoxLayout(body)
        row.setContentsMargins(2, 4, 8, 4)
        sheet = QFrame()
        sheet.setObjectName("slip")
        sheet.setMaximumWidth(int(PAPER * theme.letters))
        self._lines = QVBoxLayout(sheet)
        self._lines.setContentsMargins(24, 14, 24, 18)
        self._lines.setSpacing(0)
        row.addStretch(1)
        row.addWidget(sheet, 20)
        row.addStretch(1)
        self.setWidget(body)
        self.fields: dict[str, Field] = {}
        self._below: dict[str, QLabel] = {}
        self._back: dict[str, QPushButton] = {}
        self._build()

    def _build(self) -> None:
        topic = ""
        for rule in shipped_rules().values():
            if rule.topic != topic:
                heading = plain_label(rule.topic)
                size = 13 * self._theme.letters
                heading.setStyleSheet(f"font-family: Vollkorn; font-weight: 600; font-size: {size:.1f}pt;")
                heading.setContentsMargins(0, 12 if topic else 0, 0, 2)
                self._lines.addWidget(heading)
                topic = rule.topic
            self._add(rule)

    def _add(self, rule: HouseRule) -> None:
        """Put one rule on the sheet: its name and value, below it why it is so and what it changes."""
        line = QHBoxLayout()
        line.addWidget(plain_label(rule.name[:1].upper() + rule.name[1:]))
        line.addStretch(1)
        back = QPushButton()
        back.setProperty("link", True)
        back.clicked.connect(partial(self._give_back, rule.key))
        line.addWidget(back)
        field = Field(lambda _: True)
        field.setAccessibleName(rule.name)
        field.setFixedWidth(int(104 * self._theme.letters))
        line.addWidget(field)
        self._lines.addLayout(line)
        below = plain_label()
        below.setWordWrap(True)
        below.setStyleSheet(f"color: {self._theme.roles['soft']}; font-size: {8.5 * self._theme.letters:.1f}pt;")
        below.setContentsMargins(0, 0, 0, 6)
        self._lines.addWidget(below)
        self.fields[rule.key], self._back[rule.key], self._below[rule.key] = field, back, below

    def show_rules(self) -> None:
        """Show the rules as they are in the job now."""
        job, uses = self._session.job, rule_uses(self._session.job)
        for key, rule in shipped_rules().items():
            value = job.house_rules.get(key, rule.value)
            self.fields[key].show_there(rule.shown(value, job.settings), partial(change_rule, self._session, key))
            used = in_words(uses.get(key, {}))
            changes = f"Changes: {rule.changes[:1].lower()}{rule.changes[1:]}"
            self._below[key].setText(f"{rule.why} {changes}" + (f" Used {used}." if used else ""))
            back = self._back[key]
            back.setVisible(value != rule.value)
            if value != rule.value:
                back.setText(f"Usually {rule.shown(rule.value, job.settings)}")

    def _give_back(self, key: str, _pressed: bool = False) -> None:
        """Give a rule its usual value back."""
        rule = shipped_rules()[key]
        self._session.do(edits.change_house_rule(key, rule.value, rule.name))
