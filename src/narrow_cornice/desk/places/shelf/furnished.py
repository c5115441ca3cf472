"""On the shelf: cloth for windows, and usual sizes of furniture of the job's own."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from typing import Any, get_args

from msgspec.structs import replace

from narrow_cornice.desk.cards import Card
from narrow_cornice.desk.places.shelf.shelved import number_of, one_of, typed_into
from narrow_cornice.desk.session import Session
from narrow_cornice.job import edits
from narrow_cornice.job.zoned import Fabric, OwnPiece, Scale, shipped_fabrics
from narrow_cornice.units.lengths import parse_length, plain_length
from narrow_cornice.units.show import bare_size, show_money, show_size
from narrow_cornice.units.words import several, with_article
from narrow_cornice.zones.library import Purpose, furniture

Offer = tuple[str, Callable[[], object]]


def cloth_cards(session: Session) -> list[Card]:
    """Return the cloth of the job, then what ships, which is only read."""
    mine = [_cloth_card(session, one) for one in session.job.fabrics]
    own = {one.id for one in session.job.fabrics}
    return [*mine, *(_shipped_card(session, one) for key, one in shipped_fabrics().items() if key not in own)]


def _cloth_card(session: Session, one: Fabric) -> Card:
    how, shops = session.job.settings, session.job.shop_names()
    many = sum(dressing.fabric == one.id for room in session.job.rooms for dressing in room.zones.dressings)

    def put(field: str, read: Callable[[str], Any] = str.strip) -> Callable[[str], bool]:
        return typed_into(session, lambda text: edits.put_fabric(replace(one, **{field: read(text)})))

    def size(field: str) -> tuple[str, Callable[[str], bool]]:
        return show_size(getattr(one, field), how), put(field, lambda text: parse_length(text, how.unit).mm)

    return Card(
        one.name,
        put("name"),
        (
            ("For", one.purpose, put("purpose", lambda text: one_of(text, get_args(Purpose)))),
            ("Wide", *size("width")),
            ("Repeat", *size("repeat")),
            ("Pattern", one.pattern, put("pattern", lambda text: one_of(text, get_args(Scale)))),
            ("A metre costs", show_money(one.price), put("price", number_of)),
            ("Tone", one.tone, put("tone")),
            ("Shop", shops.get(one.shop, one.shop), None),
        ),
        f"at {several(many, 'window')}" if many else "at no window yet",
        one.tone,
        doing=(("Remove it", lambda: session.do_made(lambda: edits.remove_fabric(one.id, one.name))),),
    )


def _shipped_card(session: Session, one: Fabric) -> Card:
    how = session.job.settings
    another = replace(one, id="", name=f"{one.name}, of your own")
    return Card(
        one.name,
        None,
        (
            ("For", one.purpose, None),
            ("Wide", show_size(one.width, how), None),
            ("Repeat", show_size(one.repeat, how), None),
            ("A metre costs", show_money(one.price), None),
        ),
        "ships with the program",
        one.tone,
        doing=(("Make one like it", lambda: session.do(edits.put_fabric(another))),),
    )


def add_cloth(session: Session) -> None:
    """Put another cloth on the shelf, in usual sizes."""
    session.do(edits.put_fabric(Fabric("", f"Cloth {len(session.job.fabrics) + 1}", 1400.0, 0.0, 24.0)))


def furniture_cards(session: Session) -> list[Card]:
    """Return the usual sizes of furniture of the job's own."""
    return [_piece_card(session, one) for one in session.job.furniture]


def _piece_card(session: Session, one: OwnPiece) -> Card:
    how = session.job.settings

    def put(field: str, read: Callable[[str], Any]) -> Callable[[str], bool]:
        return typed_into(session, lambda text: edits.put_own_piece(replace(one, **{field: read(text)})))

    def size(field: str) -> tuple[str, Callable[[str], bool]]:
        return show_size(getattr(one, field).mm, how), put(field, lambda text: parse_length(text, how.unit))

    kind = furniture()[one.kind]
    round_it = [
        (words, getattr(kind, key))
        for words, key in (("in front", "front"), ("at its sides", "sides"), ("at one side", "one_side"))
    ]
    free = ", ".join(f"{words} {bare_size(value, how)}" for words, value in round_it if value)
    return Card(
        one.name,
        put("name", str.strip),
        (
            ("Like a", kind.name, None),
            ("Width", *size("width")),
            ("Depth", *size("depth")),
            ("Height", *size("height")),
        ),
        f"free {free}" if free else "nothing has to stay free round it",
        doing=(("Remove it", lambda: session.do(edits.remove_own_piece(one.id, one.name))),),
    )


def furniture_offers(session: Session) -> tuple[Offer, ...]:
    """Return the kinds of the library, each with the beginning of a size of one's own."""

    def begin(key: str) -> None:
        kind = furniture()[key]
        sizes = (plain_length(kind.width), plain_length(kind.depth), plain_length(kind.height))
        session.do(edits.put_own_piece(OwnPiece("", key, f"{kind.name} of your own", *sizes)))

    return tuple((f"Like {with_article(kind.name)}", partial(begin, key)) for key, kind in furniture().items())
