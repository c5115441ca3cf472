"""The shelf: house rules, paints, colours, trim stock, profiles and orders of the job, under its name."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import NoteRow, Row, Title
from narrow_cornice.desk.place import Desk, Export, Import, Late, Leaf, Picture, Place, RowsOf
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.explained.house_rules import shipped_rules
from narrow_cornice.explained.paths import HouseRulePath, ThingPath
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import ColourPath, CoveringPath, MilledPath, PaintPath, ProfilePath

HANDING_OUT = "narrow_cornice.desk.places.shelf.handing_out"
BRINGING_IN = "narrow_cornice.desk.places.shelf.bringing_in"
WORDS = (
    "Everything here belongs to this job and goes with its file. A change is made as it is typed, and undone like any "
    "other. House rules are habits of the trade: each says what it changes, and where this job uses it."
)


def _page(desk: Desk) -> PlacePage:
    from narrow_cornice.desk.places.shelf.page import ShelfPage

    return ShelfPage(desk, PLACE)


def _room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    yield Title("The shelf", job.name[:200])
    yield NoteRow(WORDS)
    changed = [shipped_rules()[key] for key in job.house_rules if key in shipped_rules()]
    for rule in changed:
        usual, now = rule.shown(rule.value, job.settings), rule.shown(job.house_rules[rule.key], job.settings)
        if usual != now:
            yield NoteRow(f"{rule.name[:1].upper()}{rule.name[1:]}: {now}, usually {usual}.", "caution")


def _shelf_rows(bench: Bench, job: Job, path: ThingPath) -> Iterator[Row]:
    """Yield the rows of a card: what it is stands on the card itself."""
    yield Title("The shelf", job.name[:200])
    yield NoteRow(WORDS)


def _rows() -> RowsOf:
    return dict.fromkeys((ColourPath, PaintPath, MilledPath, ProfilePath, CoveringPath), _shelf_rows)


def _found(job: Job) -> Iterator[tuple[str, ThingPath]]:
    for rule in shipped_rules().values():
        yield rule.name, HouseRulePath(rule.key)
    for colour in job.colours:
        yield f"colour {colour.name}", ColourPath(colour.id)
    for paint in job.paints:
        yield f"paint {paint.name}", PaintPath(paint.id)
    for covering in job.coverings:
        yield covering.name, CoveringPath(covering.id)
    for milled in job.milled:
        yield f"stock {milled.name}", MilledPath(milled.id)
    for one in job.catalogue:
        yield f"profile {one.name}", ProfilePath(one.id)


PLACE = Place(
    key="shelf",
    name="Shelf",
    letter="S",
    group="",
    page=_page,
    room_rows=_room_rows,
    shows=(ColourPath, PaintPath, MilledPath, ProfilePath, CoveringPath),
    rows=_rows,
    found_in_house=_found,
    leaves=(
        Leaf("rules", "House rules"),
        Leaf("paints", "Paints", (), (PaintPath,)),
        Leaf("colours", "Colours", (), (ColourPath,)),
        Leaf("stock", "Trim stock", (), (MilledPath,)),
        Leaf("profiles", "Profiles", (), (ProfilePath,)),
        Leaf("coverings", "Wall stuff", (), (CoveringPath,)),
        Leaf("cloth", "Cloth"),
        Leaf("furniture", "Furniture"),
        Leaf("left", "Left over"),
        Leaf("boards", "Test boards"),
        Leaf("orders", "Orders"),
    ),
    hands_out=(Export("Product sheets of paints as JSON …", Late(HANDING_OUT, "products")),),
    brings_in=(Import("Product sheets of paints (CSV, JSON) …", Late(BRINGING_IN, "products")),),
    pictures=(Picture("shelf-rules", {"leaf": "rules"}),),
)
