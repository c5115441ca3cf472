"""The bench for a bay with its width and strength, and for a compartment with what it holds and its front."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from narrow_cornice.casework.boards import sheet_goods
from narrow_cornice.casework.wishes import DRAWN, FACES, FRONTS, GRADINGS, HEADS, HINGES, HOLDS
from narrow_cornice.derived.built.fitted import Built, built_in_of
from narrow_cornice.derived.built.shelves import BayShelves, rails_of, shelves_of
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, Caption, ChoiceRow, NoteRow, Row, TextRow, Title
from narrow_cornice.desk.places.built.words import (
    FRONT_WORDS,
    GRADING_WORDS,
    HEAD_WORDS,
    HINGE_WORDS,
    HOLDS_WORDS,
    bay_number,
    holds_words,
)
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.casework import BayWish, BuiltIn, CompartmentWish
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import BayPath, CompartmentPath
from narrow_cornice.units.lengths import plain_length
from narrow_cornice.units.show import show_number, show_size
from narrow_cornice.units.told import said_in

COUNTED = {
    "shelves": "Shelves",
    "rail": "Rails, one over the other",
    "drawers": "Drawers",
    "trays": "Trays",
    "pull-out": "Levels of the pull-out",
    "cubbies": "Cubbies, one over the other",
}
OWN_FRONTS = {"drawers": "fronts of their own", "pull-out": "a front of its own"}


def bay_rows(bench: Bench, job: Job, path: BayPath) -> Iterator[Row]:
    """Yield the rows of a bay."""
    room = job.room(path.room)
    found = path.found(room)
    if found is None:
        yield Title("Bay", room.name[:200])
        yield NoteRow("It is no longer there.")
        return
    run, bay = found
    yield Title(f"Bay {bay_number(run, bay.id)}", f"{run.name[:100]}, {room.name[:60]}")
    yield from bench.size_rows(path.thing.sized("width"), "Clear width")
    yield from _like_rows(bench, room, run, bay)
    mine = tuple(reversed(run.compartments_of(bay)))
    yield Caption("From the top")
    yield ButtonsRow(
        tuple(holds_words(one) for one in mine),
        lambda pressed: bench.session.select(CompartmentPath(room.id, run.id, bay.id, mine[pressed].id)),
    )
    shelves = [one for one in shelves_of(room, run, job.house_rules) if one.there.bay.id == bay.id]
    if shelves:
        yield from _strength_rows(bench, job, shelves[0])
    for rail in rails_of(room, run, job.house_rules):
        if rail.there.bay.id == bay.id:
            yield Caption("A rail of it")
            yield bench.figure_row(rail.sag.after_years, not shelves)
            yield bench.figure_row(rail.sag.longest, True)
    built = built_in_of(room, run, job.house_rules)
    if built.fault:
        yield NoteRow(said_in(built.fault, job.settings), "rust")
    elif built.bay is not None and bay.width is None:
        yield bench.figure_row(built.bay, not shelves)
    yield from bench.findings(bench.about(room, path.thing))
    ways = parting(room, run, bay, built)
    yield ButtonsRow(tuple(words for words, _ in ways), lambda pressed: bench.session.do_made(ways[pressed][1]))
    yield ButtonsRow(
        ("One more compartment", "One more bay beside it", "Take this bay away"),
        lambda pressed: bench.session.do_made(
            lambda: (
                edits.one_more_compartment(room.id, run.id, bay.id),
                edits.one_more_bay(room.id, run.id, bay.id),
                edits.one_bay_less(room.id, run.id, bay.id),
            )[pressed]
        ),
    )


def parting(room: Room, run: BuiltIn, bay: BayWish, built: Built) -> list[tuple[str, Callable[[], edits.Edit]]]:
    """Return how a bay is made two, or one with the next: in words, and as the edit."""
    there = {one.bay.id: one for one in reversed(built.run.bays)}
    mine = there.get(bay.id)
    if mine is None:
        return []
    number = bay_number(run, bay.id)
    half = plain_length(round((mine.width - sheet_goods()[run.board].thickness) / 2, 1))
    ways: list[tuple[str, Callable[[], edits.Edit]]] = [
        (f"Make two of bay {number}", lambda: edits.split_bay(room.id, run.id, bay.id, half))
    ]
    following = run.bays[number].id if number < len(run.bays) else ""
    beside = there.get(following)
    if beside is not None:
        both = plain_length(round(beside.x + beside.width - mine.x, 1))
        ways.append(
            (f"Join bays {number}, {number + 1}", lambda: edits.merge_bays(room.id, run.id, bay.id, following, both))
        )
    return ways


def _like_rows(bench: Bench, room: Room, run: BuiltIn, bay: BayWish) -> Iterator[Row]:
    """Yield which other bay a bay repeats."""
    if len(run.bays) < 2:
        return
    leaders = [one for one in run.bays if not one.like and one.id != bay.id]
    options = [("", "is one of its own"), *((one.id, f"repeats bay {bay_number(run, one.id)}") for one in leaders)]
    yield ChoiceRow(
        "This bay",
        tuple(options),
        bay.like,
        lambda value: bench.session.do_made(lambda: edits.make_bay_like(room.id, run.id, bay.id, value)),
    )
    followers = [one.id for one in run.bays if one.like and run.master(one).id == run.master(bay).id]
    if followers:
        alike = sorted({bay_number(run, run.master(bay).id), *(bay_number(run, one) for one in followers)})
        yield NoteRow(f"Bays {', '.join(f'{one}' for one in alike)} are alike: what changes in one changes in all.")


def compartment_rows(bench: Bench, job: Job, path: CompartmentPath) -> Iterator[Row]:
    """Yield the rows of a compartment."""
    room = job.room(path.room)
    found = path.found(room)
    if found is None:
        yield Title("Compartment", room.name[:200])
        yield NoteRow("It is no longer there.")
        return
    run, bay, one = found
    yield Title(holds_words(one).capitalize(), f"bay {bay_number(run, bay.id)} of {run.name[:100]}")

    def change(**fields: object) -> bool:
        return bench.session.do_made(lambda: edits.change_compartment(room.id, run.id, bay.id, one.id, **fields))

    yield ChoiceRow(
        "Holds", tuple((key, HOLDS_WORDS[key]) for key in HOLDS), one.holds, lambda value: change(holds=value)
    )
    if one.holds in COUNTED:
        yield TextRow(COUNTED[one.holds], f"{one.count}", counted(bench, lambda many: change(count=many)))
    if one.holds == "cubbies":
        yield TextRow("Cubbies side by side", f"{one.across}", counted(bench, lambda many: change(across=many)))
    if one.holds == "drawers":
        grades = tuple((key, GRADING_WORDS[key]) for key in GRADINGS)
        yield ChoiceRow("Heights of drawers", grades, one.grading, lambda value: change(grading=value))
    yield from bench.size_rows(path.thing.sized("height"), "Clear height")
    yield from _front_rows(run, bay, one, change)
    if one.front in ("doors", "bifold"):
        yield from bench.size_rows(path.thing.sized("panel_left"), "Fixed panel at its left")
        yield from bench.size_rows(path.thing.sized("panel_right"), "Fixed panel at its right")
    yield from _distances(bench, job, room, path, run, one, change)
    built = built_in_of(room, run, job.house_rules)
    if built.fault:
        yield NoteRow(said_in(built.fault, job.settings), "rust")
    yield from bench.findings(bench.about(room, path.of_bay))
    yield ButtonsRow((f"Bay {bay_number(run, bay.id)}",), lambda _: bench.session.select(path.of_bay))
    yield ButtonsRow(
        ("One more over it", "Take it away"),
        lambda pressed: bench.session.do_made(
            lambda: (
                edits.one_more_compartment(room.id, run.id, bay.id, one.id),
                edits.one_compartment_less(room.id, run.id, bay.id, one.id),
            )[pressed]
        ),
    )


def _front_rows(run: BuiltIn, bay: BayWish, one: CompartmentWish, change: Callable[..., bool]) -> Iterator[Row]:
    lowest = run.compartments_of(bay)[0].id == one.id
    fronts = tuple((key, FRONT_WORDS[key]) for key in FRONTS if key != "as below" or not lowest)
    if one.holds in DRAWN:
        fronts = tuple((key, OWN_FRONTS[one.holds] if key == "open" else words) for key, words in fronts)
    if one.holds == "knees":
        return
    yield ChoiceRow("Front", fronts, one.front, lambda value: change(front=value))
    if one.front not in ("open", "as below"):
        faces = tuple((key, key) for key in FACES)
        yield ChoiceRow("Face", faces, one.face, lambda value: change(face=value))
    if one.front == "doors":
        sides = tuple((key, HINGE_WORDS[key]) for key in HINGES)
        yield ChoiceRow("A single door hangs", sides, one.hinge, lambda value: change(hinge=value))
    if run.frame is not None and one.front == "open" and one.holds not in DRAWN:
        heads = tuple((key, HEAD_WORDS[key]) for key in HEADS)
        yield ChoiceRow("Head", heads, one.head, lambda value: change(head=value))


# Many parameters: the rows of one compartment, said where they are needed.
def _distances(
    bench: Bench,
    job: Job,
    room: Room,
    path: CompartmentPath,
    run: BuiltIn,
    one: CompartmentWish,
    change: Callable[..., bool],
) -> Iterator[Row]:
    """Yield how far its shelves are apart, where that was said."""
    if one.holds != "shelves" or not one.heights:
        return
    said = ", ".join(show_size(size.mm, job.settings) for size in one.heights[: one.count])
    yield NoteRow(f"Clear between its shelves, from below: {said}; the rest is over the highest.")
    yield ButtonsRow(("Make all distances equal",), lambda _: change(heights=()))


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


def _strength_rows(bench: Bench, job: Job, mine: BayShelves) -> Iterator[Row]:
    """Yield how far a shelf of a bay sags."""
    shelf, sag = mine.shelf, mine.sag
    yield Caption("The worktop over it" if mine.worktop else "A shelf of it")
    span, deep = (show_size(one, job.settings) for one in (shelf.span, shelf.depth))
    lipped = "" if shelf.lipping is None else ", lipped"
    yield NoteRow(
        f"{span} × {deep}, {shelf.material} {show_number(shelf.thickness)}{lipped}; {shelf.load:g} kg on a metre"
    )
    yield from bench.working(sag.after_years)
    yield bench.figure_row(sag.allowed, True)
    yield bench.figure_row(sag.longest, True)
