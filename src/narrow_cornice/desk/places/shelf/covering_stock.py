"""Papers, tiles, slats and boards on the shelf, a card each."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, get_args

from msgspec.structs import replace

from narrow_cornice.desk.cards import Card
from narrow_cornice.desk.places.shelf.shelved import number_of, one_of, typed_into
from narrow_cornice.desk.session import Session
from narrow_cornice.errors import CorniceError
from narrow_cornice.finishes.paper import MATCHES
from narrow_cornice.finishes.tiles import LAID
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Board, Covering, Meets, Mount, Overlay, Paper, Slat, Tile
from narrow_cornice.job.walled import shipped_coverings
from narrow_cornice.units.lengths import parse_length
from narrow_cornice.units.show import show_money, show_size

# The fields of a card by kind: its words, the field, and what it is of.
FIELDS: dict[type[Covering], tuple[tuple[str, str, Any], ...]] = {
    Paper: (
        ("Roll", "length", "size"),
        ("Wide", "width", "size"),
        ("Repeat", "repeat", "size"),
        ("Match", "match", MATCHES),
        ("Panels of a mural", "panels", "count"),
        ("A roll or mural costs", "price", "money"),
    ),
    Tile: (
        ("Width", "width", "size"),
        ("Height", "height", "size"),
        ("Thickness", "thickness", "size"),
        ("Joint", "joint", "size"),
        ("Laid", "laid", LAID),
        ("Sheet of mosaic", "sheet", "size"),
        ("In a box", "box", "count"),
        ("A box costs", "price", "money"),
    ),
    Slat: (
        ("Width", "width", "size"),
        ("Depth", "depth", "size"),
        ("Gap wished", "gap", "size"),
        ("Mounted", "mount", get_args(Mount)),
        ("Sold in", "lengths", "lengths"),
        ("A metre costs", "price", "money"),
    ),
    Board: (
        ("Width", "width", "size"),
        ("Shows", "shows", "size"),
        ("Thickness", "thickness", "size"),
        ("Meets", "meets", get_args(Meets)),
        ("Batten", "batten", "size"),
        ("A metre of it costs", "batten_price", "money"),
        ("Blocks of", "block", "size"),
        ("Sold in", "lengths", "lengths"),
        ("A metre costs", "price", "money"),
    ),
}
FIELDS[Overlay] = (
    ("Thickness", "thickness", "size"),
    ("Kg a m² and mm", "per_mm", "number"),
    ("A bag holds, kg", "bag", "number"),
    ("A bag costs", "price", "money"),
    ("Coats of sealer", "seals", "count"),
)
WORDS: dict[type[Covering], str] = {
    Paper: "a paper",
    Tile: "a tile",
    Slat: "a slat",
    Board: "a board",
    Overlay: "a cement",
}
PREFIX: dict[type[Covering], str] = {Paper: "paper", Tile: "tile", Slat: "slat", Board: "board", Overlay: "overlay"}


def covering_cards(session: Session) -> list[Card]:
    """Return the papers, tiles, slats and boards of the job."""
    return [_covering_card(session, one) for one in session.job.coverings]


def _covering_card(session: Session, one: Covering) -> Card:
    how, shops = session.job.settings, session.job.shop_names()

    def put(field: str, read: Callable[[str], object] = str.strip) -> Callable[[str], bool]:
        return typed_into(session, lambda text: edits.put_covering(replace(one, **{field: read(text)})))

    def row(words: str, field: str, of: Any) -> tuple[str, str, Callable[[str], bool] | None]:
        value = getattr(one, field)
        if of == "size":
            return words, show_size(value, how), put(field, lambda text: float(parse_length(text, how.unit).mm))
        if of == "money":
            return words, show_money(value), put(field, number_of)
        if of == "number":
            return words, f"{value:g}", put(field, number_of)
        if of == "count":
            return words, f"{value}", put(field, lambda text: int(number_of(text)))
        if of == "lengths":
            shown = "; ".join(show_size(length, how) for length in value)
            return words, shown, put(field, lambda text: _lengths(text, how.unit))
        return words, value, put(field, lambda text: one_of(text, of))

    fields = [row(*field) for field in FIELDS[type(one)]]
    fields += [("Tone", one.tone, put("tone")), ("Shop", shops.get(one.shop, one.shop), put("shop"))]
    doing = (("Remove it", lambda: session.do_made(lambda: edits.remove_covering(one.id, one.name))),)
    return Card(one.name, put("name"), tuple(fields), WORDS[type(one)], one.tone, doing=doing)


def _lengths(text: str, unit: Any) -> tuple[float, ...]:
    lengths = tuple(sorted(float(parse_length(part, unit).mm) for part in text.split(";") if part.strip()))
    if not lengths:
        raise CorniceError("Give the lengths it is sold in.", remedy="As “2400; 3000”.")
    return lengths


def add_covering(session: Session, kind: type[Covering]) -> None:
    """Put another paper, tile, slat or board on the shelf, in usual sizes."""
    taken = [one.id for one in session.job.coverings]
    usual = next(one for one in shipped_coverings().values() if isinstance(one, kind))
    name = f"{WORDS[kind].removeprefix('a ').capitalize()} {len(taken) + 1}"
    session.do(edits.put_covering(replace(usual, id=edits.fresh_id(PREFIX[kind], taken), name=name)))
