"""The bench for the built-ins of a room, and for a run with its boards, sizes and what it keeps."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial

from msgspec.structs import replace

from narrow_cornice.casework.boards import sheet_goods
from narrow_cornice.casework.contents import kept_things
from narrow_cornice.casework.timber import timbers
from narrow_cornice.casework.wishes import FREE_ENDS
from narrow_cornice.derived.built.arranging import arrangements_of
from narrow_cornice.derived.built.building_hours import building_hours
from narrow_cornice.derived.built.contents import filling_of
from narrow_cornice.derived.built.fitted import Built, built_in_of
from narrow_cornice.derived.built.parts import carcass_weights
from narrow_cornice.derived.built.risks import risks_of_run
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, Caption, ChoiceRow, NoteRow, Row, TextRow, Title, ToggleRow
from narrow_cornice.desk.places.built.bay_rows import counted
from narrow_cornice.desk.places.built.words import FREE_END_WORDS
from narrow_cornice.desk.rows.caution_rows import caution_rows
from narrow_cornice.explained.figures import renamed
from narrow_cornice.job import edits
from narrow_cornice.job.beginnings import kind_of
from narrow_cornice.job.casework import BuiltIn, FrameWish
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import BuiltInPath
from narrow_cornice.review.rules.shelf_sags import LIPPING
from narrow_cornice.trim.kinds import WALL_KINDS, TrimKind
from narrow_cornice.units.lengths import Length, parse_length, plain_length
from narrow_cornice.units.show import show_measure, show_quantity, show_size
from narrow_cornice.units.told import said_in
from narrow_cornice.units.words import several

SEQUENCES = (("units first", "before the trim, which stops"), ("trim first", "after the trim, over it"))
FRAME = FrameWish("softwood", Length(45.0, "45 mm"), Length(21.0, "21 mm"))
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
    yield from _gain_rows(bench, job, room)
    yield from _own_kinds(bench, job)


def _own_kind(run: BuiltIn, built: Built) -> edits.Edit:
    """Return the edit that keeps a run as a kind: bays as wide as its widest, as deep as its place."""
    widest = max(bay.width for bay in built.run.bays)
    deep = built.fit.recess.depth.mm if built.fit is not None else built.run.depth
    kind = kind_of(run, run.name, float(round(widest)), deep)
    return edits.keep_kinds([kind], f"{run.name[:40]} kept as a kind")


def _own_kinds(bench: Bench, job: Job) -> Iterator[Row]:
    """Yield the kinds of somebody's own, to forget them."""
    own = job.built_in_kinds
    if own:
        yield Caption("Kinds of your own")
        yield ButtonsRow(
            tuple(f"Forget {one.kind.name[:40]}" for one in own),
            lambda pressed: bench.do(edits.forget_kind(own[pressed].id, own[pressed].kind.name)),
        )


def _arranging(bench: Bench, job: Job, room: Room, run: BuiltIn) -> Iterator[Row]:
    """Yield the rules by which its bays can be divided."""
    found = arrangements_of(room, run, job.house_rules) if len(run.bays) > 1 else ()
    if not found:
        return

    def arrange(pressed: int) -> object:
        words, widths = found[pressed]
        said = tuple(None if wide is None else plain_length(wide) for wide in widths)
        return bench.session.do_made(lambda: edits.arrange_bays(room.id, run.id, said, words))

    yield Caption("Bays by rule")
    yield ButtonsRow(tuple(one.words.capitalize() for one in found), arrange)


def _gain_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    """Yield how much room there is, and was before."""
    if not room.casework.built_ins:
        return
    found = filling_of(room, job.brief.people, job.house_rules).filling
    kept = room.casework.shelf_before is not None or room.casework.rail_before is not None
    if not (found.shelf_metres or found.rail_metres or found.litres or kept):  # a desk keeps nothing
        return
    yield Caption("Room to keep things")
    for key, words, now in (
        ("shelf_before", "Shelf", found.shelf_metres),
        ("rail_before", "Rail", found.rail_metres),
    ):
        before = getattr(room.casework, key)
        if not now and before is None:
            continue
        there = show_quantity(now * 1000.0, "run", job.settings)
        gain = now * 1000.0 - before.mm if before is not None else 0.0
        more = f", {show_quantity(abs(gain), 'run', job.settings)} {'more' if gain >= 0 else 'less'} than before"
        yield NoteRow(f"{words}: {there} now{more if before is not None else ''}.")
        yield TextRow(f"{words} before", before.text if before is not None else "", _before(bench, job, room, key))
    if found.litres:
        yield NoteRow(f"{show_measure(round(found.litres))} litres of shelves, rails and drawers.")


def _before(bench: Bench, job: Job, room: Room, key: str) -> Callable[[str], bool]:
    def typed(text: str) -> bool:
        return bench.session.do_made(
            lambda: edits.set_before(room.id, **{key: parse_length(text, job.settings.unit) if text.strip() else None})
        )

    return typed


def built_in_rows(bench: Bench, job: Job, path: BuiltInPath) -> Iterator[Row]:
    """Yield the rows of a run."""
    room = job.room(path.room)
    run = path.found(room)
    if run is None:
        yield Title("Built-in", room.name[:200])
        yield NoteRow("It is no longer there.")
        return
    built = built_in_of(room, run, job.house_rules)
    yield Title(run.name[:300], f"{room.name[:100]}, {several(len(run.bays), 'bay')}")

    def change(**fields: object) -> bool:
        return bench.session.do_made(lambda: edits.change_built_in(room.id, run.id, **fields))

    yield TextRow("Name", run.name[:2000], lambda text: change(name=text))
    places = tuple((one.id, one.name[:60]) for one in room.measured.recesses)
    yield ChoiceRow("Stands in", places, run.place, lambda value: change(place=value))
    boards = tuple((key, goods.name) for key, goods in sheet_goods().items())
    thick = tuple((key, words) for key, words in boards if sheet_goods()[key].thickness >= THICK)
    boxes = (("new", "made new"), ("there", "there already: new fronts"))
    yield ChoiceRow("Boxes", boxes, run.boxes, lambda value: change(boxes=value))
    yield ChoiceRow("Carcasses", thick, run.board, lambda value: change(board=value))
    yield ChoiceRow("Fronts", thick, run.fronts, lambda value: change(fronts=value))
    yield ChoiceRow("Backs", boards, run.back, lambda value: change(back=value))
    none = ("", "none")
    yield ChoiceRow("Worktop", (none, *thick), run.worktop, lambda value: change(worktop=value))
    hung = (("over", "laid over the carcass"), ("inset", "inset, flush with it"))
    yield ChoiceRow("Doors", hung, "inset" if run.inset else "over", lambda value: change(inset=value == "inset"))
    yield ChoiceRow("Keeps", tuple((one, one) for one in kept_things()), run.keeps, lambda value: change(keeps=value))
    yield ChoiceRow("Built", SEQUENCES, run.sequence, lambda value: change(sequence=value))
    yield ToggleRow(
        "Shelves lipped, 20 × 40 hardwood", run.lipping is not None, lambda on: change(lipping=LIPPING if on else None)
    )
    yield from _frame_and_ends(bench, path, run, built, change)
    yield from bench.size_rows(path.sized("tall"), "Over all")
    if run.tall is None:
        yield from bench.size_rows(path.sized("closure"), "Closed above by")
    yield from bench.size_rows(path.sized("hung"), "Hangs above the floor")
    if run.hangs_at == 0 and not run.on_ledgers:
        yield from bench.size_rows(path.sized("plinth"), "Plinth")
    yield from bench.size_rows(path.sized("in_pieces"), "Longest part")
    yield from _trim_over_fronts(job, room, run, change)
    yield from _how_it_comes_out(bench, job, room, built)
    yield from caution_rows(risks_of_run(room, run, job.house_rules))
    yield from bench.findings(bench.about(room, path))
    yield from _arranging(bench, job, room, run)
    yield ButtonsRow(("One more bay",), lambda _: bench.do(edits.one_more_bay(room.id, run.id)))
    if not built.fault:
        yield ButtonsRow(
            ("Keep it as a kind of my own",), lambda _: bench.session.do_made(lambda: _own_kind(run, built))
        )
    yield ButtonsRow((f"Take {run.name[:40]} away",), lambda _: bench.do(edits.remove_built_in(room.id, run.id)))


def _how_it_comes_out(bench: Bench, job: Job, room: Room, built: Built) -> Iterator[Row]:
    """Yield the figures of a run, or why it does not fit."""
    run = built.built_in
    if built.fault:
        yield NoteRow(said_in(built.fault, job.settings), "rust")
    elif built.width is not None and built.height is not None:
        yield from bench.working(built.width)
        yield bench.figure_row(built.height, True)
        building = building_hours(room, run, job.house_rules)
        if building is not None:
            yield bench.figure_row(renamed(building, "making and fixing"), False)
        weights = carcass_weights(room, run, job.house_rules)
        if weights:
            said = ", ".join(f"{one:.0f}" for one in weights)
            yield NoteRow(f"Its carcasses weigh {said} kg without doors and shelves.")


def _trim_over_fronts(job: Job, room: Room, run: BuiltIn, change: Callable[..., bool]) -> Iterator[Row]:
    """Yield which trim of the room goes on over the fronts of a run, and where it cannot."""
    trimmed = trimmed_room(room, job.house_rules)
    if trimmed is None:
        return
    kinds = [kind for kind in WALL_KINDS if trimmed.trim.of(kind).built or kind in run.over_fronts]
    if kinds:
        yield Caption("Trim that goes on over its fronts")
    for kind in kinds:
        others = tuple(one for one in run.over_fronts if one != kind)
        on_it = partial(_toggled, change, (*others, kind), others)
        yield ToggleRow(kind.capitalize(), kind in run.over_fronts, on_it)
    for out in trimmed.left_out:
        if out.built_in == run.id:
            wide = show_size(out.end - out.start, job.settings)
            yield NoteRow(f"The {out.kind} breaks off for {wide}: {out.why}.", "ochre")


def _toggled(
    change: Callable[..., bool], with_it: tuple[TrimKind, ...], without: tuple[TrimKind, ...], on: bool
) -> bool:
    return change(over_fronts=with_it if on else without)


def _frame_and_ends(
    bench: Bench, path: BuiltInPath, run: BuiltIn, built: Built, change: Callable[..., bool]
) -> Iterator[Row]:
    """Yield its face frame, and what its ends are where no wall stands."""
    if run.boxes == "new":
        woods = (("", "none"), *((wood, wood) for wood in timbers()))
        of = run.frame.material if run.frame is not None else ""
        mine = run.frame or FRAME
        yield ChoiceRow(
            "Face frame", woods, of, lambda value: change(frame=replace(mine, material=value) if value else None)
        )
    if run.frame is not None:
        yield from bench.size_rows(path.sized("frame wide"), "Stiles, rails")
        yield from bench.size_rows(path.sized("frame thick"), "Frame, thick")
    if built.fit is not None and built.fit.left and built.fit.right:
        if run.free_ends != "square":
            yield NoteRow("Walls stand at both its ends: none of them is rounded.")
        else:
            return
    ends = tuple((key, FREE_END_WORDS[key]) for key in FREE_ENDS)
    yield ChoiceRow("Free ends", ends, run.free_ends, lambda value: change(free_ends=value))
    if run.free_ends == "rounded":
        yield TextRow("Shelves in an end", f"{run.end_shelves}", counted(bench, lambda many: change(end_shelves=many)))
