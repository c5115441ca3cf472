"""What the job has on its shelf, as cards: paints, colours, trim stock, profiles and orders of its own."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from typing import Any, TypeVar, get_args

import msgspec
from msgspec.structs import replace
from PyQt6.QtGui import QColor
from PyQt6.QtWidgets import QColorDialog, QWidget

from narrow_cornice.derived.coated.coatings import finished_surfaces
from narrow_cornice.desk.cards import Card, Typed
from narrow_cornice.desk.session import Session
from narrow_cornice.drawing.profile_board import profile_card
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.profiles_in import known_use
from narrow_cornice.explained.figures import table
from narrow_cornice.finishes.spread import theoretical_spread
from narrow_cornice.finishes.woods import opacities
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Colour, Paint, Thinner, Tin
from narrow_cornice.job.trimwork import MilledTrim
from narrow_cornice.trim.catalogue import StockProfile
from narrow_cornice.units.lengths import parse_length
from narrow_cornice.units.show import show_money, show_number, show_size
from narrow_cornice.units.words import several

Thing = TypeVar("Thing", bound=msgspec.Struct)


def number_of(text: str) -> float:
    """Return a typed number, with a point or a comma. Raises CorniceError."""
    try:
        return float(text.strip().replace(",", "."))
    except ValueError:
        raise CorniceError(f"“{text[:40]}” is not a number.", remedy="Write for example 38 or 0.75.") from None


def one_of(text: str, known: tuple[str, ...]) -> str:
    """Return a typed word that is one of several. Raises CorniceError."""
    word = text.strip().lower()
    if word not in known:
        raise CorniceError(f"“{text[:40]}” is none of them.", remedy=f"Known: {', '.join(known)}.")
    return word


def tin_sizes(text: str) -> tuple[Tin, ...]:
    """Return tin sizes from "1 L 24; 2.5 L 49.50". Raises CorniceError."""
    tins = []
    for part in text.split(";"):
        words = part.replace(":", " ").replace("L", " ").replace("l", " ").split()
        if len(words) != 2:
            raise CorniceError(f"“{part.strip()[:30]}” is not a size and a price.", remedy="Write 1 L 24; 2.5 L 49.50.")
        tins.append(Tin(number_of(words[0]), number_of(words[1])))
    return tuple(tins)


def typed_into(session: Session, make: Callable[[str], edits.Edit]) -> Typed:
    """Return what typing into a field does: an edit made of the text, what is wrong with it told."""
    return lambda text: session.do_made(lambda: make(text))


def _putting(session: Session, thing: Thing, edit: Callable[[Thing], edits.Edit]) -> Callable[..., Typed]:
    """Return how a field of a thing is typed into, given its name and how its text is read (as it stands for none)."""

    def put(field: str, read: Callable[[str], Any] = str.strip) -> Typed:
        return typed_into(session, lambda text: edit(replace(thing, **{field: read(text)})))

    return put


def _sizes(session: Session, text: str) -> tuple[float, ...]:
    return tuple(parse_length(part, session.job.settings.unit).mm for part in text.split(";") if part.strip())


def colour_cards(session: Session, parent: QWidget) -> list[Card]:
    """Return the colours of the job, each with how many surfaces have it."""
    job = session.job
    used: dict[str, int] = {}
    for room in job.rooms:
        for one in finished_surfaces(room, job.house_rules, job.paints, job.colours):
            if one.colour is not None:
                used[one.colour.id] = used.get(one.colour.id, 0) + 1
    return [_colour_card(session, colour, used.get(colour.id, 0), parent) for colour in job.colours]


def _colour_card(session: Session, colour: Colour, used: int, parent: QWidget) -> Card:
    def pick() -> None:
        tone = QColorDialog.getColor(QColor(colour.hex), parent, f"A tone for {colour.name[:60]}")
        if tone.isValid():
            session.do(edits.change_colour(colour.id, colour.name, tone.name()))

    return Card(
        colour.name,
        typed_into(session, lambda text: edits.change_colour(colour.id, text, colour.hex)),
        (
            (
                "Tone",
                colour.hex,
                typed_into(session, lambda text: edits.change_colour(colour.id, colour.name, text.strip())),
            ),
        ),
        f"on {several(used, 'surface')}" if used else "on no surface yet",
        colour.hex,
        doing=(("Pick its tone", pick), ("Remove it", lambda: session.do(edits.remove_colour(colour.id, colour.name)))),
    )


def paint_cards(session: Session) -> list[Card]:
    """Return the paints of the job with what their makers say of them."""
    return [_paint_card(session, paint) for paint in session.job.paints]


def _paint_card(session: Session, paint: Paint) -> Card:
    shops = session.job.shop_names()

    put = _putting(session, paint, edits.put_paint)
    spread = theoretical_spread(table("", paint.solids, "%", "sheet"), table("", paint.film, "µm", "sheet"))
    return Card(
        paint.name,
        put("name"),
        (
            ("Sheen", paint.sheen, put("sheen")),
            ("Solids", f"{paint.solids:g} %", put("solids", lambda text: number_of(text.replace("%", "")))),
            ("Dry film", f"{paint.film:g} µm", put("film", lambda text: number_of(text.replace("µm", "")))),
            ("Hiding", f"{paint.hiding:g}", put("hiding", number_of)),
            (
                "Tins",
                "; ".join(f"{tin.litres:g} L {show_money(tin.price)}" for tin in paint.sizes),
                put("sizes", tin_sizes),
            ),
            ("Shop", shops.get(paint.shop, paint.shop), typed_into(session, lambda text: edits.put_paint(paint, text))),
            ("Primer", _primer_for(paint), typed_into(session, lambda text: _put_primer(paint, text))),
            ("Stain", paint.opacity or "no", put("opacity", _opacity)),
            ("Thinned with", paint.thinner, put("thinner", _thinner)),
            ("Next coat", f"{paint.recoat:g} h", put("recoat", lambda text: number_of(text.replace("h", "")))),
            ("Keeps", f"{paint.keeps} months" if paint.keeps else "", put("keeps", _months)),
        ),
        " · ".join((f"goes {show_number(spread.value, 1)} m² a litre before anything is lost", *paint.cautions))[:400],
        doing=(("Remove it", lambda: session.do(edits.remove_paint(paint.id, paint.name))),),
    )


def _opacity(text: str) -> str:
    word = text.strip().lower()
    if word in ("", "no"):
        return ""
    if word not in opacities():
        raise CorniceError(f"“{text[:40]}” is no stain.", remedy=f"Known: no, {', '.join(opacities())}.")
    return word


def _thinner(text: str) -> str:
    word = text.strip().lower() or "not said"
    if word not in get_args(Thinner):
        raise CorniceError(f"“{text[:40]}” thins nothing.", remedy=f"Known: {', '.join(get_args(Thinner))}.")
    return word


def _months(text: str) -> int:
    clean = text.lower().removesuffix("months").strip()
    return int(number_of(clean)) if clean else 0


PRIMERS = {
    "no": None,
    "n": None,
    "": None,
    "yes": "anything",
    "y": "anything",
    "wood": "wood",
    "plaster": "plaster",
    "metal": "metal",
    "masonry": "masonry",
}


def _primer_for(paint: Paint) -> str:
    if not paint.primer:
        return "no"
    return "yes" if paint.on == "anything" else f"for {paint.on}"


def _put_primer(paint: Paint, text: str) -> edits.Edit:
    word = text.strip().lower().removeprefix("for ")
    if word not in PRIMERS:
        raise CorniceError(
            f"“{text[:40]}” says nothing of a primer.",
            remedy="Write for wood, plaster, metal or masonry, yes (for anything) or no.",
        )
    on = PRIMERS[word]
    return edits.put_paint(replace(paint, primer=on is not None, on=on or "anything"))


def stock_cards(session: Session) -> list[Card]:
    """Return the trim that is milled to order for the job."""
    return [_stock_card(session, milled) for milled in session.job.milled]


def _stock_card(session: Session, milled: MilledTrim) -> Card:
    job = session.job
    shops = job.shop_names()

    put = _putting(session, milled, edits.put_milled)
    kinds = lambda text: tuple(kind.strip() for kind in text.split(",") if kind.strip())  # noqa: E731 (a reader as a value)
    return Card(
        milled.name,
        put("name"),
        (
            ("Sold as", ", ".join(milled.kinds), put("kinds", kinds)),
            (
                "Lengths",
                "; ".join(show_size(mm, job.settings) for mm in milled.lengths),
                put("lengths", lambda text: _sizes(session, text)),
            ),
            ("A metre", show_number(milled.price_per_metre), put("price_per_metre", number_of)),
            ("and per mm high", show_number(milled.price_per_metre_mm), put("price_per_metre_mm", number_of)),
            ("Knife per mm", show_number(milled.knife_per_mm), put("knife_per_mm", number_of)),
            (
                "Shop",
                shops.get(milled.shop, milled.shop),
                typed_into(session, lambda text: edits.put_milled(milled, text)),
            ),
        ),
        doing=(("Remove it", lambda: session.do(edits.remove_milled(milled.id, milled.name))),),
    )


def profile_cards(session: Session) -> list[Card]:
    """Return the stock profiles that the job has beside those that ship."""
    return [_profile_card(session, one) for one in session.job.catalogue]


def _profile_card(session: Session, one: StockProfile) -> Card:
    job = session.job
    shops = job.shop_names()

    put = _putting(session, one, lambda made: edits.put_profiles([made], f"profile {one.name[:40]}"))
    price = "" if one.price_per_metre is None else show_number(one.price_per_metre)
    return Card(
        one.name,
        put("name"),
        (
            ("Size", f"{show_size(one.height, job.settings)} × {show_size(one.depth, job.settings)}", None),
            ("Use", "; ".join(one.uses), put("uses", lambda text: tuple(known_use(use) for use in text.split(";")))),
            ("Wood", one.species, put("species")),
            ("A metre", price, put("price_per_metre", lambda text: number_of(text) if text.strip() else None)),
            (
                "Lengths",
                "; ".join(show_size(mm, job.settings) for mm in one.lengths),
                put("lengths", lambda text: _sizes(session, text)),
            ),
            ("Shop", shops.get(one.shop, one.shop), put("shop")),
        ),
        picture=profile_card(one),
        doing=(("Remove it", lambda: session.do(edits.remove_profile(one.id, one.name))),),
    )


def order_cards(session: Session) -> list[Card]:
    """Return the orders of trim that the job has beside those that ship."""
    return [
        Card(
            order.name,
            None,
            (("Column", f"{order.column_diameters:g} diameters", None),),
            "of this job, in place of or beside those that ship",
            doing=(("Remove it", partial(session.do, edits.remove_order(order.key, order.name))),),
        )
        for order in session.job.orders
    ]
