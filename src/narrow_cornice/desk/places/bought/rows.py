"""The bench for a line to buy: how much, how it is cut, what it costs."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import Any, TypeVar

from msgspec.structs import replace

from narrow_cornice.derived.bought.lines import InLengths, InSheets, InTins, LineToBuy
from narrow_cornice.derived.bought.own.source import own_line_key
from narrow_cornice.derived.bought.purchases import NOTHING, still_in_words, tick_state, told_of
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.bought.trim.plans import lengths_wanted
from narrow_cornice.derived.built.sheets import CutBoard, cut_boards, line_of
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import (
    ButtonsRow,
    Caption,
    ChoiceRow,
    NoteRow,
    Row,
    SizeRow,
    TextRow,
    Title,
    ToggleRow,
)
from narrow_cornice.desk.places.bought.cutting_work import CuttingWork, SheetWork
from narrow_cornice.desk.searching import Searching
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.bought import OwnLine
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import LinePath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.units.lengths import parse_length
from narrow_cornice.units.show import bare_size, show_money, show_number, show_size
from narrow_cornice.units.told import amount_told, said_in
from narrow_cornice.units.words import several

MOST_SIZES = 6  # of a line that can be written down as got
AnySearch = TypeVar("AnySearch", bound=Searching)


def line_rows(bench: Bench, job: Job, path: LinePath) -> Iterator[Row]:
    """Yield the rows of a line to buy."""
    everything = to_buy(job)
    line = everything.line(path.key)
    if line is None:
        yield Title("To buy", job.name[:200])
        yield NoteRow("This line is no longer wanted.")
        return
    yield Title(line.name_in(job.settings)[:300], f"{everything.shop_of(line)} · {line.why_in(job.settings)}"[:300])
    state = tick_state(job, line)
    yield ToggleRow(
        "Bought",
        state in ("bought", "changed"),
        lambda on: bench.do(edits.tick(line.key, line.bought_as if on else None, line.name)),
    )
    for words in told_of(job, line):
        yield NoteRow(words, "rust")
    yield from _purchase_rows(bench, job, line)
    own = next((one for one in job.own_lines if own_line_key(one.id) == line.key), None)
    if own is not None:
        yield from _own_rows(bench, job, own)
    if isinstance(line.goods, InTins) and sum(count for _, count, _ in line.buy) > 1:
        yield ToggleRow(
            "Mix the tins before starting",
            line.key in job.mixing,
            lambda on: bench.do(edits.mark_for_mixing(line.key, on, line.name)),
        )
    if isinstance(line.goods, InLengths):
        yield from _cutting_rows(bench, job, line, line.goods)
    if isinstance(line.goods, InSheets):
        yield from _sheet_rows(bench, job, line, line.goods.cut)
    _, left = line.words(job.settings)
    yield NoteRow(f"Buy {line.bought_in(job.settings)}. {left} left over.")
    yield from bench.working(line.needed)
    yield Caption("Price")
    yield bench.figure_row(line.cost, True)
    yield from bench.findings(lambda finding: finding.about == path)


def _purchase_rows(bench: Bench, job: Job, line: LineToBuy) -> Iterator[Row]:
    """Yield what was really got of a line, what was paid for it, and what was taken instead."""
    there = job.purchases.get(line.key, NOTHING)

    def record(**fields: object) -> bool:
        return bench.session.do_made(lambda: edits.record_purchase(line.key, replace(there, **fields), line.name))

    def got(size: float) -> Callable[[str], bool]:
        def typed(text: str) -> bool:
            rest = tuple(one for one in there.got if one[0] != size)
            return record(got=(*rest, (size, int(number_of(text)))) if text.strip() else rest)

        return typed

    def number_of(text: str) -> float:
        try:
            return float(text.strip().replace(" ", "").replace(",", "."))
        except ValueError:
            raise CorniceError(f"“{text[:40]}” is no number.", remedy="Write 2, say.") from None

    def taking(typed: Callable[[str], bool]) -> Callable[[str], bool]:
        def take(text: str) -> bool:
            try:
                return typed(text)
            except CorniceError as error:
                bench.session.refused.emit(error)
                return False

        return take

    have = dict(there.got)
    for size, count, _ in line.buy[:MOST_SIZES]:
        words = said_in(amount_told(size, line.measure), job.settings)
        label = f"Got of {count}" if len(line.buy) == 1 else f"Got of {count} × {words}"
        yield SizeRow(label, str(have[size]) if size in have else "", "none yet", taking(got(size)))
    shown = show_money(there.paid) if there.paid is not None else ""
    yield SizeRow(
        "Paid",
        shown,
        f"{show_money(line.price)} reckoned",
        taking(lambda text: record(paid=number_of(text) if text.strip() else None)),
    )
    yield TextRow("Taken instead", there.instead, lambda text: record(instead=text))
    if words := still_in_words(job, line):
        yield NoteRow(f"{words[:1].upper()}{words[1:]}.", "ochre")


def _own_rows(bench: Bench, job: Job, own: OwnLine) -> Iterator[Row]:
    """Yield what a line of one's own says, to be written."""

    def change(**fields: object) -> bool:
        return bench.session.do_made(lambda: edits.change_own_line(own.id, **fields))

    def number(key: str) -> Callable[[str], bool]:
        def typed(text: str) -> bool:
            try:
                value = float(text.strip().replace(" ", "").replace(",", "."))
            except ValueError:
                bench.session.refused.emit(CorniceError(f"“{text[:40]}” is no number.", remedy="Write 2.5, say."))
                return False
            return change(**{key: value})

        return typed

    shops = job.shop_names()
    yield TextRow("What", own.name, lambda text: change(name=text))
    yield TextRow("How many", show_number(own.count, 2), number("count"))
    yield TextRow("Of what", own.unit, lambda text: change(unit=text.strip()[:40]))
    yield TextRow("One costs", show_money(own.price), number("price"))
    yield TextRow("Where", shops.get(own.shop, own.shop), lambda text: change(shop=text))
    rooms = (("", "the whole house"), *((room.id, room.name) for room in job.rooms))
    yield ChoiceRow("For", rooms, own.room, lambda value: change(room=value))
    yield ToggleRow("Optional: told, and not counted", own.optional, lambda on: change(optional=on))
    yield ButtonsRow(
        (f"Take {own.name[:40]} off the list",), lambda _: bench.do(edits.remove_own_line(own.id, own.name))
    )


def cutting_of(bench: Bench) -> CuttingWork:
    """Return the search for the cheapest lengths beside a bench."""
    return _search_of(bench, CuttingWork, edits.keep_cutting_plan)


def sheets_of(bench: Bench) -> SheetWork:
    """Return the search for the fewest sheets beside a bench."""
    return _search_of(bench, SheetWork, edits.keep_sheet_plan)


def _search_of(bench: Bench, kind: type[AnySearch], keep: Callable[[str, Any, str], edits.Edit]) -> AnySearch:
    """Return the search of a kind beside a bench; what it finds is kept with the job by ``keep``."""

    def take(key: str, plan: object) -> None:
        line = to_buy(bench.session.job).line(key)
        if line is not None:
            bench.do(keep(key, plan, line.name))
        bench.refresh()

    def listen(work: AnySearch) -> None:
        work.better.connect(lambda _: bench.refresh())
        work.done.connect(take)
        work.failed.connect(bench.session.refused.emit)

    return bench.work(kind, listen)


def _sheet_rows(bench: Bench, job: Job, line: LineToBuy, cut: CutBoard) -> Iterator[Row]:
    """Yield how the sheets of a line were found, and what can be done about it."""
    yield Caption("Cutting")
    work = sheets_of(bench)
    if work.line == line.key:
        best = work.best
        yield NoteRow(
            "Looking for the fewest sheets …" if best is None else f"Best so far {several(len(best.sheets), 'sheet')} …"
        )
        yield ButtonsRow(("Stop, and keep the best so far",), lambda _: work.stop())
        return
    sheets = len(cut.plan.sheets)
    words = "Fewer will not do: that is proven." if sheets <= cut.least else f"{cut.least} at least."
    yield NoteRow(f"{several(sheets, 'sheet')} for {len(cut.parts)} parts. {words}", "verdigris")
    if not cut.found:
        if line.key in job.sheets:
            yield NoteRow("The sheets that were found are for other parts: these are counted quickly.", "ochre")

        def find(_: int) -> None:
            work.start(line.key, cut)
            bench.refresh()

        yield ButtonsRow(("Find the fewest sheets",), find)
    if line.key in job.sheets:
        forget = edits.keep_sheet_plan(line.key, None, line.name)
        yield ButtonsRow(("Back to the quick count",), lambda _: bench.do(forget))
    yield from _left_sheet_rows(bench, job, line)


def _left_sheet_rows(bench: Bench, job: Job, line: LineToBuy) -> Iterator[Row]:
    """Yield the sheets of a line that are there already, to be typed as length × width, and used before new ones."""
    settings = job.settings

    def sizes(text: str) -> edits.Edit:
        made = []
        for part in text.split(";"):
            if part.strip():
                long, times, wide = part.replace("x", "×").replace("X", "×").partition("×")
                if not times:
                    raise CorniceError(
                        f"“{part[:40]}” is no size of a sheet.", remedy="Write 1200 × 600; 800 × 400, say."
                    )
                made.append((parse_length(long, settings.unit).mm, parse_length(wide, settings.unit).mm))
        return edits.set_left_sheets(line.key, made, line.name)

    there = job.left_sheets.get(line.key, ())
    shown = "; ".join(f"{bare_size(long, settings)} × {bare_size(wide, settings)}" for long, wide in there)
    yield TextRow("Left-over sheets", shown, lambda text: bench.session.do_made(lambda: sizes(text)))
    used = sum(cut.owned and line_of(cut.board) == line.key for cut in cut_boards(job))
    if there:
        yield NoteRow(f"{used} of {len(there)} left-over sheets are used before new ones.")


def _cutting_rows(bench: Bench, job: Job, line: LineToBuy, goods: InLengths) -> Iterator[Row]:
    """Yield how the bars of a line were found, and what can be done about it."""
    yield Caption("Cutting")
    work, money = cutting_of(bench), f" {job.settings.money}".rstrip()
    kept = job.cutting.get(line.key)
    bought = sum(bar.stock for bar in goods.bars.bars if not bar.owned)
    metre = line.price / bought * 1000 if bought else 0.0
    if work.line == line.key:
        best = work.best
        if best is not None:
            yield NoteRow(f"Best so far {show_money(best.price * metre)}{money}, {several(len(best.bars), 'bar')} …")
        else:
            yield NoteRow("Looking for the cheapest lengths …")
        yield ButtonsRow(("Stop, and keep the best so far",), lambda _: work.stop())
        return
    if goods.bars.bound is not None:
        over = line.price - goods.bars.bound
        proven = over < 0.005 * max(1.0, line.price / 1000)
        least = show_money(goods.bars.bound)
        words = "No plan is cheaper: that is proven." if proven else f"No plan costs less than {least}{money}."
        yield NoteRow(f"{line.bought_in(job.settings)}. {words}", "verdigris")
    elif kept is not None:
        yield NoteRow("The plan that was kept is for other pieces: these are counted quickly, longest first.", "ochre")
    else:
        yield NoteRow("Counted quickly, longest first.")

    rules = house_rules_of(job.house_rules)

    def find(_: int) -> None:
        wanted = lengths_wanted(job, line)
        if wanted is not None:
            work.start(line.key, wanted)
            bench.refresh()

    if goods.bars.bound is None:
        yield ButtonsRow(("Find the cheapest lengths",), find)
    if kept is not None:
        forget = edits.keep_cutting_plan(line.key, None, line.name)
        yield ButtonsRow(("Back to the quick count",), lambda _: bench.do(forget))
    yield from _left_over_rows(bench, job, line, goods, rules.value("least_useful"))


def _left_over_rows(bench: Bench, job: Job, line: LineToBuy, goods: InLengths, least: float) -> Iterator[Row]:
    """Yield the bars of a line that are there already, to be typed, and the off-cuts worth keeping."""
    settings = job.settings

    def shown(mm: float) -> str:
        return show_size(mm, settings)

    def left_over(text: str) -> edits.Edit:
        lengths = [parse_length(part, settings.unit).mm for part in text.split(";") if part.strip()]
        return edits.set_left_over(line.key, lengths, line.name)

    def typed(text: str) -> bool:
        return bench.session.do_made(lambda: left_over(text))

    there = job.left_over.get(line.key, ())
    yield TextRow("Left-overs to use first", "; ".join(shown(one) for one in there), typed)
    useful = goods.bars.useful(least)
    if useful:
        words = ", ".join(shown(one) for one in useful[:12])
        yield NoteRow(f"Off-cuts worth keeping, {shown(least)} and more: {words}.")
