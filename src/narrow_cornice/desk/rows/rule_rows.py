"""The bench for a house rule, and its size where it is a length."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, NoteRow, Row, TextRow, Title
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.size_field import SizeField
from narrow_cornice.explained.house_rules import shipped_rules
from narrow_cornice.explained.paths import HouseRulePath
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job


def rule_size(job: Job, path: HouseRulePath) -> SizeField | None:
    """Return a house rule that is a length, None for any other."""
    rule = shipped_rules().get(path.key)
    if rule is None or rule.unit != "mm":
        return None
    return SizeField(
        path,
        rule.name.capitalize(),
        "",
        job.house_rules.get(path.key, rule.value),
        lambda typed: edits.change_house_rule(path.key, typed.mm if typed else rule.value, rule.name),
        may_be_empty=True,
    )


def rule_rows(bench: Bench, job: Job, path: HouseRulePath) -> Iterator[Row]:
    """Yield the rows of a house rule."""
    rule = shipped_rules().get(path.key)
    if rule is None:
        return
    yield Title(rule.name.capitalize(), f"House rule of this job · {rule.topic}")
    yield NoteRow(rule.why)
    yield NoteRow(f"Changes: {rule.changes[:1].lower()}{rule.changes[1:]}")
    value = job.house_rules.get(path.key, rule.value)
    yield TextRow("Value", rule.shown(value, job.settings), lambda text: change_rule(bench.session, path.key, text))
    if value != rule.value:
        usual = rule.shown(rule.value, job.settings)
        back = edits.change_house_rule(path.key, rule.value, rule.name)
        yield ButtonsRow((f"Back to the usual {usual}",), lambda _: bench.do(back))


def change_rule(session: Session, key: str, text: str) -> bool:
    """Take a typed value of a house rule; return whether it was accepted."""
    rule, unit = shipped_rules()[key], session.job.settings.unit
    return session.do_made(lambda: edits.change_house_rule(key, rule.read(text, unit), rule.name))
