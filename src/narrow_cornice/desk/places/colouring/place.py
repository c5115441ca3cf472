"""Colour: the colours of rooms by role and true area, and of the house."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import Row
from narrow_cornice.desk.bringing_in import BringingIn
from narrow_cornice.desk.place import Desk, Export, Import, Late, Leaf, Picture, Place, RowsOf, WordsOf
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.places.colouring.seen_as import ACCENT, BRIDGE, DECK, HOUSE, LAMP, LIT, ROLES, SCHOOLS
from narrow_cornice.desk.seen_as import UNFOLDED
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import BridgePath, DeckColourPath, NeighboursPath, RolePath, WallPath

HERE = "narrow_cornice.desk.places.colouring"


def _page(desk: Desk) -> PlacePage:
    from narrow_cornice.desk.places.colouring.page import ColourPage

    return ColourPage(desk, PLACE)


def _room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    from narrow_cornice.desk.places.colouring.rows import room_rows

    yield from room_rows(bench, job, room)


def _rows() -> RowsOf:
    from narrow_cornice.desk.places.colouring.rows import bridge_rows, deck_rows, neighbours_rows, role_rows

    return {RolePath: role_rows, DeckColourPath: deck_rows, BridgePath: bridge_rows, NeighboursPath: neighbours_rows}


def _name(job: Job, path: ThingPath) -> str:
    if isinstance(path, RolePath):
        from narrow_cornice.derived.coloured.room_palette import palette_of_room

        shades = palette_of_room(job, job.room(path.room))
        return next((shade.name[:60] for shade in shades if shade.colour == path.colour), path.word)
    if isinstance(path, DeckColourPath):
        from narrow_cornice.desk.places.colouring.rows import deck_colour_of

        found = deck_colour_of(job, path.id)
        return found.name if found is not None else path.word
    if isinstance(path, BridgePath):
        bridge = job.room(path.room).colours.bridge
        return bridge.name[:60] if bridge is not None else path.word
    return path.word


def _words() -> WordsOf:
    return dict.fromkeys((RolePath, DeckColourPath, BridgePath, NeighboursPath), _name)


def _found(job: Job, room: Room) -> Iterator[tuple[str, ThingPath]]:
    known = {colour.id: colour.name for colour in job.colours}
    for role in room.colours.roles:
        if role.colour in known:
            yield f"{known[role.colour]} in {room.name}", RolePath(room.id, role.colour)


def _stands(job: Job) -> bool:
    """Return whether every room that is painted has a dominant colour."""
    painted = [room for room in job.rooms if not room.outdoors and room.finishes.surfaces]
    return bool(painted) and all(any(role.kind == "dominant" for role in room.colours.roles) for room in painted)


def _take_picture(into: BringingIn) -> None:
    from narrow_cornice.desk.places.colouring.page import ColourPage

    page = into.go(PLACE.key)
    if isinstance(page, ColourPage):
        page.ask_picture()


def _read_deck(into: BringingIn) -> None:
    from narrow_cornice.desk.places.colouring.page import ColourPage

    page = into.go(PLACE.key)
    if isinstance(page, ColourPage):
        page.ask_deck()


def _choose_reader(into: BringingIn) -> None:
    from narrow_cornice.desk.places.colouring.page import ColourPage

    page = into.go(PLACE.key)
    if isinstance(page, ColourPage):
        page.choose_reader()


PLACE = Place(
    key="colouring",
    name="Colour",
    letter="C",
    group="Design",
    page=_page,
    room_rows=_room_rows,
    shows=(RolePath, BridgePath, NeighboursPath, DeckColourPath),
    rows=_rows,
    words=_words,
    names=_words,
    leads_here=(RolePath,),
    leaves=(
        Leaf("house", "House", (HOUSE,), (NeighboursPath,)),
        Leaf("roles", "Roles", (ROLES, UNFOLDED, LIT), (RolePath,)),
        Leaf("bridge", "Bridge", (BRIDGE,), (BridgePath,)),
        Leaf("trim", "Trim and frames", (SCHOOLS, UNFOLDED)),
        Leaf("accent", "Accent wall", (ACCENT, UNFOLDED), (WallPath,)),
        Leaf("lamp", "Under the lamp", (LAMP, LIT, UNFOLDED)),
        Leaf("deck", "Deck", (DECK,), (DeckColourPath,), of_house=True),
    ),
    stands=_stands,
    found=_found,
    hands_out=(
        Export("Palettes of the house on paper …", Late(f"{HERE}.handing_out", "palettes_pdf")),
        Export("Colours of the house as GPL …", Late(f"{HERE}.handing_out", "palette_gpl")),
        Export("Colours by room as CSV …", Late(f"{HERE}.handing_out", "colours_csv")),
    ),
    brings_in=(
        Import("A bridge material from a picture …", _take_picture),
        Import("A deck of colours (CSV, GPL) …", _read_deck),
        Import("Readings from a colour reader …", _choose_reader),
    ),
    pictures=(Picture("colour", {"leaf": "house", "room_id": "r1", "selected": RolePath("r1", "sedge")}),),
)
