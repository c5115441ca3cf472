"""The bench for things that are to be kept: how many, how large, how often used, and where they go."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.casework.contents import USES, kinds_kept
from narrow_cornice.derived.built.contents import filling_of, things_of
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, ChoiceRow, NoteRow, Row, TextRow, Title
from narrow_cornice.desk.places.built.bay_rows import counted
from narrow_cornice.desk.places.built.where import left_words, where_words
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import KeptPath
from narrow_cornice.units.show import show_number

HOW = {"shelf": "on shelves", "rail": "on rails", "tray": "in drawers and trays"}


def kept_rows(bench: Bench, job: Job, path: KeptPath) -> Iterator[Row]:
    """Yield the rows of things that are kept."""
    room = job.room(path.room)
    one = path.found(room)
    if one is None:
        yield Title("Kept", room.name[:200])
        yield NoteRow("They are no longer on the list.")
        return
    kind, things = kinds_kept()[one.kind], things_of(one)
    yield Title(one.name[:300], f"kept {HOW[kind.kept]} in {room.name[:100]}")

    def change(**fields: object) -> bool:
        return bench.session.do_made(lambda: edits.change_kept(room.id, one.id, **fields))

    yield TextRow("Called", one.name[:2000], lambda text: change(name=text))
    yield ChoiceRow("Kind", tuple((key, key) for key in kinds_kept()), one.kind, lambda value: change(kind=value))
    yield TextRow("How many", f"{one.count}", counted(bench, lambda many: change(count=many)))
    uses = (("", f"usual: {kind.use}"), *((use, use) for use in USES))
    yield ChoiceRow("Used", uses, one.use or "", lambda value: change(use=value or None))
    for size, words in (("tall", "Tall"), ("wide", "Wide"), ("deep", "Deep")):
        yield from bench.size_rows(path.sized(size), words)
    if kind.head_to_tail < 1.0:
        saved = show_number(round(100 * (1 - kind.head_to_tail)))
        yield NoteRow(f"Every other one turned round: they take {saved} % less than they are wide.")
    found = filling_of(room, job.brief.people, job.house_rules)
    yield NoteRow(f"Where they go: {where_words(job, room, found, one.id) or 'nowhere yet'}.")
    if words := left_words(job, room, found, things):
        yield NoteRow(words, "rust")
    yield from bench.findings(bench.about(room, path.thing))
    yield ButtonsRow(("Keep them here no longer",), lambda _: bench.do(edits.keep_no_longer(room.id, one.id)))
