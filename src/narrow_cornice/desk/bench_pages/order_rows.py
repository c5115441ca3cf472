"""The bench for order lines, totals and house rules."""

from __future__ import annotations

from collections.abc import Iterator
from typing import TYPE_CHECKING

from narrow_cornice.desk.bench_rows import (
    ButtonsRow,
    Caption,
    NoteRow,
    Row,
    TextRow,
    Title,
    ToggleRow,
)
from narrow_cornice.drawing.marks import About
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job
from narrow_cornice.review.second_look import second_look
from narrow_cornice.takeoff.order import order_list, tick_state
from narrow_cornice.takeoff.tally import tally
from narrow_cornice.working.house_rules import shipped_rules

if TYPE_CHECKING:
    from narrow_cornice.desk.bench import Bench


def order_rows(bench: Bench, job: Job, about: About) -> Iterator[Row]:
    """Yield the rows of an order line."""
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
        lambda on: bench.do(edits.tick(line.key, line.bought_as if on else None, line.name)) and None,
    )
    if state == "changed":
        yield NoteRow(f"Ticked when it was {job.ticks[line.key]}; now it is {line.bought_as}.", "rust")
    if line.kind == "paint" and sum(count for _, count, _ in line.buy) > 1:
        yield ToggleRow(
            "Mix the tins before starting",
            line.key in job.mixing,
            lambda on: bench.do(edits.mark_for_mixing(line.key, on, line.name)) and None,
        )
    left = line.shown(line.left, job.settings.unit)
    yield NoteRow(f"Buy {line.bought_as}. {left} left over.")
    yield from bench.working(line.needed)
    yield Caption("Price")
    yield bench.figure_row(line.cost, True)
    yield from bench.findings(lambda finding: finding.about == about)


def tally_rows(bench: Bench, job: Job, about: About) -> Iterator[Row]:
    """Yield the working of a total, or the whole second look."""
    name = about[1]
    if name == "to settle":
        found = second_look(job)
        open_ones = [finding for finding in found if finding.kept is None]
        yield Title("Second look", f"{len(open_ones)} to settle, {len(found) - len(open_ones)} kept")
        if not found:
            yield NoteRow("Nothing to settle.")
        for finding in found:
            yield bench.finding_row(finding)
        return
    figure = tally(job).get(name)
    if figure is None:
        return
    yield Title(name.capitalize(), f"{job.name[:100]}, the whole job")
    yield from bench.working(figure)


def rule_rows(bench: Bench, job: Job, key: str) -> Iterator[Row]:
    """Yield the rows of a house rule."""
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
        yield ButtonsRow(
            (f"Back to the usual {rule.value:.6g}",), lambda _: change_rule(bench, key, f"{rule.value!r}") and None
        )


def change_rule(bench: Bench, key: str, text: str) -> bool:
    """Take a typed value of a house rule."""
    rule = shipped_rules()[key]
    try:
        value = float(text.strip().replace(",", "."))
    except ValueError:
        bench.session.refused.emit(CorniceError(f"“{text[:40]}” is not a number.", where=rule.name))
        return False
    return bench.do(edits.change_house_rule(key, value, rule.name))
