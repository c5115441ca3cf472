"""What is put on the walls of a room must satisfy beyond the types of its fields."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping

from narrow_cornice.colour.tones import checked_colour
from narrow_cornice.features.scatter import MOST_THINGS
from narrow_cornice.job.finishes import IN_LENGTHS, Board, Covering, Overlay, Paper, Slat, Tile
from narrow_cornice.job.limits import MOST_PER_ROOM, JobError, length_within, number, unique
from narrow_cornice.job.model import Room
from narrow_cornice.job.walled import Field, Flight, Gallery, Spot, Walling
from narrow_cornice.units.lengths import LARGEST_MM

Known = Mapping[str, Collection[str]]
MOST_LENGTHS = 40
MOST_PICTURES = 200
MOST_CORNERS = 60
MOST_TONES = 12


def check_walling(walling: Walling, where: str, known: Known, runs: Collection[str]) -> None:
    """Check what is put on the walls of a room; what hangs on walls is checked with what else does. ``runs`` are its
    built-ins."""
    for index, field in enumerate(walling.fields):
        _field(field, f"{where}.fields[{index}]", known, runs)
    for index, gallery in enumerate(walling.galleries):
        _gallery(gallery, f"{where}.galleries[{index}]", known)
    for index, flight in enumerate(walling.flights):
        _flight(flight, f"{where}.flights[{index}]", known)
    for index, shown in enumerate(walling.screens):
        number(shown.throw, f"{where}.screens[{index}].throw", 0.1, 10)
        number(shown.lumens, f"{where}.screens[{index}].lumens", 1, 100_000)
        number(shown.price or 0, f"{where}.screens[{index}].price", 0, 1e7)
    for index, window in enumerate(walling.windows):
        number(window.across or 1, f"{where}.windows[{index}].across", 1, 40)
        number(window.up or 1, f"{where}.windows[{index}].up", 1, 40)
        _colour(window.colour, f"{where}.windows[{index}].colour", known)
    unique((one.id for one in walling.bases), f"{where}.bases")
    number(len(walling.bases), f"{where}.bases", 0, MOST_PER_ROOM)
    for index, base in enumerate(walling.bases):
        length_within(base.width, f"{where}.bases[{index}].width")
        length_within(base.depth, f"{where}.bases[{index}].depth")


def _colour(identity: str | None, where: str, known: Known) -> None:
    if identity is not None and identity not in known["colour"]:
        raise JobError(f"There is no colour “{identity[:40]}”.", where=where)


def _gallery(gallery: Gallery, where: str, known: Known) -> None:
    unique((one.id for one in gallery.pictures), f"{where}.pictures")
    number(len(gallery.pictures), f"{where}.pictures", 0, MOST_PICTURES)
    if gallery.columns is not None:
        number(gallery.columns, f"{where}.columns", 1, MOST_PICTURES)
    for index, picture in enumerate(gallery.pictures):
        at = f"{where}.pictures[{index}]"
        length_within(picture.width, f"{at}.width")
        length_within(picture.height, f"{at}.height")
        length_within(picture.hook, f"{at}.hook", zero=True)
        checked_colour(picture.tone, f"{at}.tone")
        _colour(picture.colour, f"{at}.colour", known)
        if picture.weight is not None:
            number(picture.weight, f"{at}.weight", 0, 1000)


def _outline(outline: tuple[Spot, ...], where: str) -> None:
    number(len(outline), where, 3, MOST_CORNERS)
    for spot in outline:
        for place in spot:
            number(place, where, -1e6, 1e6)


def _flight(flight: Flight, where: str, known: Known) -> None:
    _outline(flight.outline, f"{where}.outline")
    if flight.count is not None:
        number(flight.count, f"{where}.count", 1, MOST_THINGS)
    number(flight.density, f"{where}.density", 0.1, 1000)
    number(flight.seed, f"{where}.seed", 0, 1_000_000)
    number(flight.price, f"{where}.price", 0, 1e6)
    number(len(flight.colours), f"{where}.colours", 0, MOST_TONES)
    for tinted in flight.colours:
        _colour(tinted.colour, f"{where}.colours", known)
        number(tinted.share, f"{where}.colours.share", 0, 1000)


def _field(field: Field, where: str, known: Known, runs: Collection[str]) -> None:
    if field.covering.id not in known["covering"]:
        raise JobError(f"There is no covering “{field.covering.id[:40]}”.", where=f"{where}.covering")
    if field.on == "wall" and not field.wall:
        raise JobError("It says no wall.", where=f"{where}.wall")
    if field.on == "fronts" and field.built_in not in runs:
        raise JobError(f"There is no built-in “{field.built_in[:40]}”.", where=f"{where}.built_in")
    for name in ("start_x", "start_y"):
        size = getattr(field, name)
        if size is not None:
            number(float(size.mm), f"{where}.{name}", -float(LARGEST_MM), float(LARGEST_MM))
    if field.outline:
        _outline(field.outline, f"{where}.outline")
    length_within(field.joint, f"{where}.joint", zero=True)
    length_within(field.gap, f"{where}.gap", zero=True)
    for name, most in (("joint", 200.0), ("gap", 5000.0)):
        size = getattr(field, name)
        if size is not None:
            number(float(size.mm), f"{where}.{name}", 0, most)
    if field.block is not None:
        number(field.block.mm, f"{where}.block", 5, 5000)
    if field.strip is not None and field.strip.id not in known["covering"]:
        raise JobError(f"There is no covering “{field.strip.id[:40]}”.", where=f"{where}.strip")
    length_within(field.strip_over, f"{where}.strip_over", zero=True)
    if field.count is not None:
        number(field.count, f"{where}.count", 1, 20_000)
    number(field.turn, f"{where}.turn", -360, 360)
    number(field.angle, f"{where}.angle", 5, 80)
    for place in field.drain or ():
        number(place, f"{where}.drain", -1e6, 1e6)


def check_cards(rooms: Iterable[Room], coverings: Iterable[Covering], where: str) -> None:
    """Check that every field is of its covering as the card has it."""
    cards = {one.id: one for one in coverings}
    for index, room in enumerate(rooms):
        for number_of, field in enumerate(room.walling.fields):
            for covering, what in zip(field.cards, ("covering", "strip"), strict=False):
                if cards.get(covering.id) != covering:
                    raise JobError(
                        f"“{covering.id[:40]}” is not as its card among the coverings has it.",
                        where=f"{where}[{index}].walling.fields[{number_of}].{what}",
                    )


def check_covering(one: Covering, where: str) -> None:
    """Check the sizes of a paper, a tile, a slat or a board."""
    number(one.price, f"{where}.price", 0, 1e6)
    if isinstance(one, Paper):
        number(one.length, f"{where}.length", 500, 200_000)
        number(one.width, f"{where}.width", 50, 5000)
        number(one.repeat, f"{where}.repeat", 0, 5000)
        number(one.panels, f"{where}.panels", 0, 200)
    elif isinstance(one, Overlay):
        number(one.thickness, f"{where}.thickness", 0.1, 100)
        number(one.per_mm, f"{where}.per_mm", 0.1, 10)
        number(one.bag, f"{where}.bag", 0.1, 1000)
        number(one.seals, f"{where}.seals", 0, 12)
    elif isinstance(one, Tile):
        for name in ("width", "height"):
            number(getattr(one, name), f"{where}.{name}", 5, 5000)
        number(one.thickness, f"{where}.thickness", 1, 100)
        number(one.joint, f"{where}.joint", 0, 50)
        number(one.box, f"{where}.box", 1, 10_000)
        number(one.sheet, f"{where}.sheet", 0, 5000)
    else:
        number(one.width, f"{where}.width", 3, 2000)
    if isinstance(one, IN_LENGTHS):
        number(len(one.lengths), f"{where}.lengths", 1, MOST_LENGTHS)
        for length in one.lengths:
            number(length, f"{where}.lengths", 50, 20_000)
    if isinstance(one, Board):
        number(one.shows, f"{where}.shows", 3, one.width)
        number(one.thickness, f"{where}.thickness", 1, 200)
        number(one.batten, f"{where}.batten", 0, 1000)
        number(one.batten_price, f"{where}.batten_price", 0, 1e5)
        number(one.block, f"{where}.block", 0, 5000)
    elif isinstance(one, Slat):
        number(one.depth, f"{where}.depth", 1, 500)
        number(one.gap, f"{where}.gap", 0, 2000)
