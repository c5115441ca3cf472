"""The house rules of the job."""

from __future__ import annotations

from PyQt6.QtWidgets import QWidget

from narrow_cornice.desk.ruled_sheet import Cell, SheetRow
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.tables.table_dialog import TableDialog, guarded, number_of
from narrow_cornice.desk.theme import Theme
from narrow_cornice.explained.house_rules import HouseRule, shipped_rules
from narrow_cornice.job import edits
from narrow_cornice.job.paths import HouseRulePath

HEADINGS = ("Rule", "Value", "Unit", "Why")


def rules_dialog(session: Session, theme: Theme, parent: QWidget) -> TableDialog:
    """Return the house rules of the job."""

    def row(rule: HouseRule) -> SheetRow:
        value = session.job.house_rules.get(rule.key, rule.value)
        typed = guarded(session, lambda text: edits.change_house_rule(rule.key, number_of(text), rule.name))
        cells = (
            Cell(rule.name),
            Cell(f"{value:.6g}", typed, number=True, warm=value != rule.value),
            Cell(rule.unit),
            Cell(rule.why),
        )
        return SheetRow(HouseRulePath(rule.key), cells)

    def rows() -> list[SheetRow]:
        return [row(rule) for rule in shipped_rules().values()]

    return TableDialog(session, theme, parent, "House rules of this job", HEADINGS, rows, buttons={}, stretch=3)
