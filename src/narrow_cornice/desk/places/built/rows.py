"""The bench for built-ins: a run with its boards and what it keeps, a bay with its front, shelves and strength."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from narrow_cornice.casework.boards import kept_things, sheet_goods
from narrow_cornice.casework.carcass import FRONTS
from narrow_cornice.derived.built.fitted import built_in_of
from narrow_cornice.derived.built.parts import carcass_weights
from narrow_cornice.derived.built.shelves import BayShelves, shelves_of
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, Caption, ChoiceRow, NoteRow, Row, TextRow, Title, ToggleRow
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import BayPath, BuiltInPath
from narrow_cornice.review.rules.shelf_sags import LIPPING
from narrow_cornice.units.show import show_number, show_size

SEQUENCES = (("units first", "before the trim, which stops"), ("trim first", "after the trim, over it"))
THICK = 15.0  # mm, from which a board makes a carcass or a door


def room_of_built_ins(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    """Yield the built-ins of a room."""
    yield Title(room.name[:300], "what is built in")
    runs = room.casework.built_ins
    if runs:
        yield ButtonsRow(
            tuple(run.name[:60] for run in runs),
            lambda pressed: bench.session.select(BuiltInPath(room.id, runs[pressed].id)),
        )
    elif not room.measured.recesses:
        yield NoteRow("A built-in goes into a place for one: Measure, Recesses, says how wide and high it surely is.")
    else:
        yield NoteRow("The last line of the sheet begins one, in any of the places that were read.")


def built_in_rows(bench: Bench, job: Job, path: BuiltInPath) -> Iterator[Row]:
    """Yield the rows of a run."""
    room = job.room(path.room)
    run = path.found(room)
    if run is None:
        yield Title("Built-in", room.name[:200])
        yield NoteRow("It is no longer there.")
        return
    built = built_in_of(room, run, job.house_rules)
    yield Title(run.name[:300], f"{room.name[:100]}, {len(run.bays)} {'bay' if len(run.bays) == 1 else 'bays'}")

    def change(**fields: object) -> bool:
        return bench.session.do_made(lambda: edits.change_built_in(room.id, run.id, **fields))

    yield TextRow("Name", run.name[:2000], lambda text: change(name=text))
    places = tuple((one.id, one.name[:60]) for one in room.measured.recesses)
    yield ChoiceRow("Stands in", places, run.place, lambda value: change(place=value))
    boards = tuple((key, goods.name) for key, goods in sheet_goods().items())
    thick = tuple((key, words) for key, words in boards if sheet_goods()[key].thickness >= THICK)
    yield ChoiceRow("Carcasses", thick, run.board, lambda value: change(board=value))
    yield ChoiceRow("Fronts", thick, run.fronts, lambda value: change(fronts=value))
    yield ChoiceRow("Backs", boards, run.back, lambda value: change(back=value))
    yield ChoiceRow("Keeps", tuple((one, one) for one in kept_things()), run.keeps, lambda value: change(keeps=value))
    yield ChoiceRow("Built", SEQUENCES, run.sequence, lambda value: change(sequence=value))
    yield ToggleRow(
        "Shelves lipped, 20 × 40 hardwood", run.lipping is not None, lambda on: change(lipping=LIPPING if on else None)
    )
    yield from bench.size_rows(path.sized("plinth"), "Plinth")
    if built.fault:
        yield NoteRow(built.fault, "rust")
    elif built.width is not None and built.height is not None:
        yield from bench.working(built.width)
        yield bench.figure_row(built.height, True)
        weights = carcass_weights(room, run, job.house_rules)
        yield NoteRow(f"Its carcasses weigh {', '.join(f'{one:.0f}' for one in weights)} kg without doors and shelves.")
    yield from bench.findings(bench.about(room, path))
    yield ButtonsRow(("One more bay",), lambda _: bench.do(edits.one_more_bay(room.id, run.id)))
    yield ButtonsRow((f"Take {run.name[:40]} away",), lambda _: bench.do(edits.remove_built_in(room.id, run.id)))


def bay_rows(bench: Bench, job: Job, path: BayPath) -> Iterator[Row]:
    """Yield the rows of a bay."""
    room = job.room(path.room)
    found = path.found(room)
    if found is None:
        yield Title("Bay", room.name[:200])
        yield NoteRow("It is no longer there.")
        return
    run, bay = found
    yield Title(f"Bay {_number(run, bay.id)}", f"{run.name[:100]}, {room.name[:60]}")

    def change(**fields: object) -> bool:
        return bench.session.do_made(lambda: edits.change_bay(room.id, run.id, bay.id, **fields))

    yield from bench.size_rows(path.thing.sized("width"), "Clear width")
    yield ChoiceRow("Front", tuple((one, one) for one in FRONTS), bay.front, lambda value: change(front=value))
    if bay.front != "drawers":
        yield TextRow("Loose shelves", f"{bay.shelves}", counted(bench, lambda many: change(shelves=many)))
    if bay.front in ("doors below", "drawers below"):
        yield from bench.size_rows(path.thing.sized("below"), "Closed below")
    if bay.front in ("drawers", "drawers below"):
        yield TextRow("Drawers", f"{bay.drawers}", counted(bench, lambda many: change(drawers=many)))
    mine = [one for one in shelves_of(room, run, job.house_rules) if one.there.bay.id == bay.id]
    if mine:
        yield from _strength_rows(bench, job, max(mine, key=lambda one: one.shelf.span))
    built = built_in_of(room, run, job.house_rules)
    if built.fault:
        yield NoteRow(built.fault, "rust")
    elif built.bay is not None and bay.width is None:
        yield bench.figure_row(built.bay, not mine)
    yield from bench.findings(bench.about(room, path.thing))
    yield ButtonsRow(
        ("One more bay beside it", "Take this bay away"),
        lambda pressed: bench.session.do_made(
            lambda: (
                edits.one_more_bay(room.id, run.id, bay.id)
                if pressed == 0
                else edits.one_bay_less(room.id, run.id, bay.id)
            )
        ),
    )


def counted(bench: Bench, change: Callable[[int], bool]) -> Callable[[str], bool]:
    """Return what typing a number of something does."""

    def typed(text: str) -> bool:
        try:
            many = int(text.strip())
        except ValueError:
            bench.session.refused.emit(CorniceError(f"“{text[:40]}” is no number of things.", remedy="Write 4, say."))
            return False
        return change(many)

    return typed


def _number(run: BuiltIn, bay_id: str) -> int:
    return [one.id for one in run.bays].index(bay_id) + 1


def _strength_rows(bench: Bench, job: Job, mine: BayShelves) -> Iterator[Row]:
    """Yield how far a shelf of a bay sags."""
    shelf, sag = mine.shelf, mine.sag
    yield Caption("A shelf of it")
    span, deep = (show_size(one, job.settings) for one in (shelf.span, shelf.depth))
    lipped = "" if shelf.lipping is None else ", lipped"
    yield NoteRow(
        f"{span} × {deep}, {shelf.material} {show_number(shelf.thickness)}{lipped}; {shelf.load:g} kg on a metre"
    )
    yield from bench.working(sag.after_years)
    yield bench.figure_row(sag.allowed, True)
    yield bench.figure_row(sag.longest, True)


def said_of_bay(job: Job, path: BayPath) -> str:
    """Return a bay in the words that stand beside it: how far its shelves sag."""
    room = job.room(path.room)
    found = path.found(room)
    if found is None:
        return ""
    run, bay = found
    number = _number(run, bay.id)
    mine = [one for one in shelves_of(room, run, job.house_rules) if one.there.bay.id == bay.id]
    if not mine:
        return f"bay {number}: {bay.front}"
    worst = max(mine, key=lambda one: one.sag.after_years.value).sag
    sags, allowed = worst.after_years.shown(job.settings), worst.allowed.shown(job.settings)
    return f"bay {number}: shelves sag {sags} of {allowed}"
