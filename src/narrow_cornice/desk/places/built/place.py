"""Built-ins: fitted to the measured wall, strong enough, cut from sheets."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import Row
from narrow_cornice.desk.place import (
    Desk,
    Export,
    Import,
    Late,
    Leaf,
    Picture,
    Place,
    RowsOf,
    SeenAs,
    SizesOf,
    Total,
    WordsOf,
)
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.seen_as import PLAN as PLAN_OF_ROOM, RECESS
from narrow_cornice.desk.view import View
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.exchange.cautions import cautions_of
from narrow_cornice.explained.figures import Figure
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import BayPath, BuiltInPath, CompartmentPath, KeptPath

HERE = "narrow_cornice.desk.places.built"


def _page(desk: Desk) -> PlacePage:
    from narrow_cornice.desk.places.built.page import BuiltPage

    return BuiltPage(desk, PLACE)


def _room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    from narrow_cornice.desk.places.built.rows import room_of_built_ins

    yield from room_of_built_ins(bench, job, room)


def _rows() -> RowsOf:
    from narrow_cornice.desk.places.built.bay_rows import bay_rows, compartment_rows
    from narrow_cornice.desk.places.built.kept_rows import kept_rows
    from narrow_cornice.desk.places.built.rows import built_in_rows

    return {
        BuiltInPath: built_in_rows,
        BayPath: bay_rows,
        CompartmentPath: compartment_rows,
        KeptPath: kept_rows,
    }


def _sizes() -> SizesOf:
    from narrow_cornice.desk.places.built.sizes import SIZES

    return SIZES


def _run_words(job: Job, path: BuiltInPath) -> str:
    run = path.found(job.room(path.room))
    return run.name[:60] if run is not None else ""


def _words() -> WordsOf:
    from narrow_cornice.desk.places.built.words import said_of_bay, said_of_compartment, said_of_kept

    return {
        BayPath: said_of_bay,
        BuiltInPath: _run_words,
        CompartmentPath: said_of_compartment,
        KeptPath: said_of_kept,
    }


def _found(job: Job, room: Room) -> Iterator[tuple[str, ThingPath]]:
    for run in room.casework.built_ins:
        yield run.name, BuiltInPath(room.id, run.id)
        for number, bay in enumerate(run.bays, 1):
            yield f"bay {number} of {run.name}", BayPath(room.id, run.id, bay.id)
    for kept in room.casework.contents:
        yield kept.name, KeptPath(room.id, kept.id)


def _where_to_build(job: Job, view: View, room: Room) -> Drawing:
    """Return the plan of a room in which nothing is built yet, to choose the wall on."""
    plan = PLAN_OF_ROOM.draws(job, view, room)
    words = "Nothing is built in here yet: press the wall it is to stand along, then the last line of the sheet."
    return replace(plan, title=f"{room.name[:60]}, built-ins", subtitle=words)


def _drawn(job: Job, view: View, room: Room, *, fronts: bool) -> Drawing:
    from narrow_cornice.drawing.built import built_in_drawing

    if not room.casework.built_ins:
        return _where_to_build(job, view, room)
    return built_in_drawing(room, job.house_rules, job.settings, fronts)


def _with_fronts(job: Job, view: View, room: Room) -> Drawing:
    return _drawn(job, view, room, fronts=True)


def _without(job: Job, view: View, room: Room) -> Drawing:
    return _drawn(job, view, room, fronts=False)


def _filled(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.built import filled_drawing

    if not room.casework.built_ins:
        return _drawn(job, view, room, fronts=False)
    return filled_drawing(room, job.brief.people, job.house_rules, job.settings)


def _run_seen(job: Job, view: View, room: Room, name: str) -> Drawing:
    """Return a view of the built-in that is looked at, of its bay or its carcass where the view is of one."""
    from narrow_cornice.desk.places.built.chosen import run_of
    from narrow_cornice.drawing import built_views

    run = run_of(room, view.selected)
    if run is None:
        return _drawn(job, view, room, fronts=False)
    rules, about = job.house_rules, view.selected
    if name == "plan":
        return built_views.plan_of_run(room, run, rules, job.settings)
    if name == "section":
        bay = about.bay if isinstance(about, CompartmentPath) else about.id if isinstance(about, BayPath) else ""
        return built_views.section_of_run(room, run, bay, rules, job.settings)
    number = built_views.carcass_of(room, run, about.thing if about is not None else None, rules)
    return built_views.exploded_carcass(room, run, number, rules, job.settings)


def _plan(job: Job, view: View, room: Room) -> Drawing:
    return _run_seen(job, view, room, "plan")


def _section(job: Job, view: View, room: Room) -> Drawing:
    return _run_seen(job, view, room, "section")


def _apart(job: Job, view: View, room: Room) -> Drawing:
    return _run_seen(job, view, room, "apart")


def _cutting(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.derived.built.sheets import cut_boards
    from narrow_cornice.drawing.cutting import cutting_drawing

    return cutting_drawing(job, cut_boards(job))


def _sheets(job: Job) -> Figure:
    from narrow_cornice.derived.bought.tally import tally

    return tally(job)["sheets"]


def _stands(job: Job) -> bool:
    """Return whether something is built in, and fits its place."""
    from narrow_cornice.derived.built.fitted import built_in_of

    runs = [(room, run) for room in job.rooms for run in room.casework.built_ins]
    return bool(runs) and not any(built_in_of(room, run, job.house_rules).fault for room, run in runs)


def _followed(before: Job, after: Job) -> tuple[str, ...]:
    from narrow_cornice.derived.built.followed import followed

    return followed(before, after)


def _cautions(job: Job, room: Room | None) -> tuple[str, ...]:
    """Return the cautions that the built-ins of a room call for."""
    from narrow_cornice.derived.built.risks import risks_of

    return cautions_of(risks_of(room, job.house_rules)) if room is not None else ()


FRONTS = SeenAs("fronts", "fronts on", _with_fronts)
INSIDE = SeenAs("inside", "fronts off", _without)
FILLED = SeenAs("filled", "filled", _filled)
PLAN = SeenAs("run plan", "plan", _plan, under_lamps="never")
SECTION = SeenAs("run section", "section", _section, under_lamps="never")
APART = SeenAs("apart", "taken apart", _apart, under_lamps="never")
SHEETS = SeenAs("sheets", "sheets", _cutting, under_lamps="never")

PLACE = Place(
    key="built",
    name="Built-ins",
    letter="B",
    group="Design",
    page=_page,
    room_rows=_room_rows,
    shows=(BuiltInPath, BayPath, CompartmentPath, KeptPath),
    rows=_rows,
    sizes=_sizes,
    words=_words,
    names=_words,
    leads_here=(BuiltInPath, BayPath, CompartmentPath, KeptPath),
    cautions=_cautions,
    leaves=(
        Leaf("place", "Place", (FRONTS, INSIDE, PLAN, SECTION, RECESS), (BuiltInPath,)),
        Leaf("bays", "Bays", (INSIDE, FRONTS, PLAN, SECTION), (BayPath, CompartmentPath)),
        Leaf("fill", "Fill", (FILLED, INSIDE), (KeptPath,)),
        Leaf("fronts", "Fronts", (FRONTS, INSIDE), (CompartmentPath,)),
        Leaf("strength", "Strength", (INSIDE,), (BayPath,)),
        Leaf("parts", "Parts", (APART, INSIDE, FRONTS, SECTION), (BuiltInPath, BayPath)),
        Leaf("cutting", "Cutting", (SHEETS, INSIDE), (BuiltInPath, BayPath)),
    ),
    stands=_stands,
    followed=_followed,
    hands_out=(
        Export("Sheets and parts on paper …", Late(f"{HERE}.handing_out", "sheets")),
        Export("Drawings of this built-in on paper …", Late(f"{HERE}.handing_out", "drawings")),
        Export("Labels for the parts …", Late(f"{HERE}.handing_out", "labels")),
        Export("Parts as DXF, one each …", Late(f"{HERE}.handing_out", "parts_dxf")),
        Export("Parts of the built-ins as CSV …", Late(f"{HERE}.handing_out", "parts_csv")),
        Export("Kinds of built-ins as TOML …", Late(f"{HERE}.handing_out", "kinds")),
    ),
    brings_in=(Import("Kinds of built-ins (TOML) …", Late(f"{HERE}.bringing_in", "kinds")),),
    found=_found,
    totals=(Total("sheets", 25, _sheets),),
    pictures=(Picture("built-ins", {"leaf": "fill", "room_id": "r1", "selected": KeptPath("r1", "k5")}),),
)
