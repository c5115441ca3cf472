"""The bench for a house rule, and its size where it is a length."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, NoteRow, Row, TextRow, Title
from narrow_cornice.desk.size_field import SizeField
from narrow_cornice.errors import CorniceError
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
    key = path.key
    rule = shipped_rules().get(key)
    if rule is None:
        return
    yield Title(rule.name.capitalize(), "House rule of this job")
    yield NoteRow(rule.why)
    value = job.house_rules.get(key, rule.value)
    yield TextRow(
        f"Value{' in ' + rule.unit if rule.unit else ''}", f"{value:.6g}", lambda text: change_rule(bench, key, text)
    )
    if value != rule.value:
        yield ButtonsRow((f"Back to the usual {rule.value:.6g}",), lambda _: change_rule(bench, key, f"{rule.value!r}"))


def change_rule(bench: Bench, key: str, text: str) -> bool:
    """Take a typed value of a house rule."""
    rule = shipped_rules()[key]
    try:
        value = float(text.strip().replace(",", "."))
    except ValueError:
        bench.session.refused.emit(CorniceError(f"“{text[:40]}” is not a number.", where=rule.name))
        return False
    return bench.do(edits.change_house_rule(key, value, rule.name))
