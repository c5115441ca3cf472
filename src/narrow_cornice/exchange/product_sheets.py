"""Product sheets of paints from CSV or JSON, and as JSON: what a maker says of solids, film, sizes, thinner, cautions.

A sheet is a row of a table, or an object of a list (or of ``products``), with these fields: ``name``, ``kind`` (paint,
primer, stain, clear), ``sheen``, ``solids`` in per cent, ``film`` in µm, ``sizes`` as "1 L 24; 2.5 L 49.50", ``shop``,
and where they are known ``id``, ``hiding`` (SX of a coat), ``on``, ``opacity``, ``recoat`` and ``pot life`` in hours,
``thinner``, ``keeps`` in months, ``cautions`` parted by |.
"""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Mapping, Sequence
from typing import Any, get_args

import msgspec

from narrow_cornice.errors import CorniceError
from narrow_cornice.finishes.woods import Opacity, opacities
from narrow_cornice.job.finishes import Paint, Substrate, Thinner, Tin

MOST = 2_000
KINDS = ("paint", "primer", "stain", "clear")
NEEDED = ("name", "solids", "film", "sizes")


class SheetError(CorniceError, ValueError):
    """A file that holds no product sheets that can be read."""


def read_products(raw: bytes) -> tuple[Paint, ...]:
    """Return the paints of a CSV or JSON file of product sheets. Raises SheetError with the row and the field."""
    try:
        text = raw.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise SheetError(f"this is not readable text (UTF-8), from byte {error.start + 1} on.") from None
    rows = _of_json(text) if text.lstrip()[:1] in ("[", "{") else _of_csv(text)
    if not rows:
        raise SheetError("there is no product sheet in it.", remedy=f"Each needs {', '.join(NEEDED)}.")
    if len(rows) > MOST:
        raise SheetError(f"more than {MOST} product sheets.")
    paints = [_paint(row, where) for where, row in rows]
    seen: set[str] = set()
    for (where, _), paint in zip(rows, paints, strict=True):
        if paint.id in seen:
            raise SheetError(f"there is a second “{paint.name[:40]}”.", where=where, remedy="Give each its own id.")
        seen.add(paint.id)
    return tuple(paints)


def _of_json(text: str) -> list[tuple[str, Mapping[str, Any]]]:
    try:
        held = msgspec.json.decode(text)
    except (msgspec.DecodeError, RecursionError) as error:
        raise SheetError(f"this is no JSON that can be read ({error}).") from None
    listed = held.get("products") if isinstance(held, dict) else held
    if not isinstance(listed, list) or not all(isinstance(one, dict) for one in listed):
        raise SheetError("there is no list of products in it.", remedy='Write {"products": [{"name": …}]}.')
    return [(f"product {number}", one) for number, one in enumerate(listed, 1)]


def _of_csv(text: str) -> list[tuple[str, Mapping[str, Any]]]:
    try:
        dialect: type[csv.Dialect] = csv.Sniffer().sniff(text[:2000], delimiters=",;\t")
    except csv.Error:
        dialect = csv.excel
    try:
        rows = [row for row in csv.reader(io.StringIO(text), dialect) if any(cell.strip() for cell in row)]
    except csv.Error as error:
        raise SheetError(f"this is no table that can be read ({error}).") from None
    headings = [cell.strip().lower() for cell in rows[0]] if rows else []
    if "name" not in headings:
        raise SheetError("there is no column “name”.", where="line 1", remedy=f"Headings: {', '.join(NEEDED)} …")
    return [
        (
            f"line {number}",
            {heading: cell.strip() for heading, cell in zip(headings, row, strict=False) if cell.strip()},
        )
        for number, row in enumerate(rows[1:], 2)
    ]


def _paint(row: Mapping[str, Any], where: str) -> Paint:
    """Return the paint of one sheet. Raises SheetError for what it lacks or cannot be."""
    given = {key.replace("_", " "): value for key, value in row.items()}
    for field in NEEDED:
        if given.get(field) in (None, "", []):
            raise SheetError(f"{field} is missing.", where=where)
    name = str(given["name"]).strip()[:200]
    kind = _one_of(given.get("kind") or "paint", KINDS, "kind", where)
    opacity: Opacity = _one_of(given.get("opacity") or "", ("", *opacities()), "opacity", where)
    if kind == "stain" and not opacity:
        opacity = "semi-transparent"
    return Paint(
        id=re.sub(r"[^a-z0-9]+", "-", str(given.get("id") or name).lower()).strip("-")[:60] or "paint",
        name=name,
        sheen=str(given.get("sheen") or "")[:60],
        solids=_number(given["solids"], "solids", where, 1, 100),
        film=_number(given["film"], "film", where, 1, 5000),
        sizes=_sizes(given["sizes"], where),
        shop=str(given.get("shop") or "")[:60],
        hiding=_number(given.get("hiding") or 1.0, "hiding", where, 0.01, 100),
        primer=kind == "primer",
        on=_one_of(given.get("on") or "anything", get_args(Substrate), "on", where),
        opacity="clear" if kind == "clear" else opacity,
        recoat=_number(given.get("recoat") or 0.0, "recoat", where, 0, 10_000),
        pot_life=_number(given.get("pot life") or 0.0, "pot life", where, 0, 10_000),
        thinner=_one_of(given.get("thinner") or "not said", get_args(Thinner), "thinner", where),
        keeps=int(_number(given.get("keeps") or 0, "keeps", where, 0, 10_000)),
        cautions=_words(given.get("cautions")),
    )


def _one_of(value: Any, known: Sequence[str], field: str, where: str) -> Any:
    word = str(value).strip().lower()
    if word not in known:
        words = ", ".join(one or "none" for one in known)
        raise SheetError(f"“{word[:40]}” is no {field} that is known.", where=where, remedy=f"Known: {words}.")
    return word


# Many parameters: what is read, and between what it must lie.
def _number(value: Any, field: str, where: str, least: float, most: float) -> float:
    try:
        number = float(str(value).replace("%", "").replace("µm", "").replace(",", ".").strip())
    except ValueError:
        raise SheetError(f"“{str(value)[:40]}” is no number for {field}.", where=where) from None
    if not least <= number <= most:
        raise SheetError(f"{field} of {number:g} is not between {least:g} and {most:g}.", where=where)
    return number


def _sizes(value: Any, where: str) -> tuple[Tin, ...]:
    """Return tin sizes of "1 L 24; 2.5 L 49.50", or of a list of litres and prices."""
    made = []
    for part in value if isinstance(value, list) else str(value).split(";"):
        words = (
            [part.get("litres"), part.get("price")]
            if isinstance(part, dict)
            else list(part)
            if isinstance(part, list)
            else re.sub(r"(?<=\d)\s*[lL]\b", " ", str(part)).split()
        )
        if len(words) != 2:
            remedy = "Write 1 L 24; 2.5 L 49.50."
            raise SheetError(f"“{str(part)[:40]}” is no size and price.", where=where, remedy=remedy)
        made.append(Tin(_number(words[0], "sizes", where, 0.001, 1000), _number(words[1], "sizes", where, 0, 1e6)))
    return tuple(made)


def _words(value: Any) -> tuple[str, ...]:
    parts = value if isinstance(value, list) else str(value or "").split("|")
    return tuple(str(part).strip()[:400] for part in parts if str(part).strip())


def products_json(paints: Sequence[Paint]) -> bytes:
    """Return paints as product sheets that can be changed by hand and brought in again."""
    rows = [
        {
            "id": one.id,
            "name": one.name,
            "kind": "primer"
            if one.primer
            else "clear"
            if one.opacity == "clear"
            else "stain"
            if one.stains
            else "paint",
            "sheen": one.sheen,
            "solids": one.solids,
            "film": one.film,
            "sizes": [{"litres": tin.litres, "price": tin.price} for tin in one.sizes],
            "shop": one.shop,
            "hiding": one.hiding,
            "on": one.on,
            "opacity": one.opacity,
            "recoat": one.recoat,
            "pot life": one.pot_life,
            "thinner": one.thinner,
            "keeps": one.keeps,
            "cautions": list(one.cautions),
        }
        for one in paints
    ]
    return msgspec.json.format(msgspec.json.encode({"products": rows}), indent=1) + b"\n"


def shipped_products() -> tuple[Paint, ...]:
    """Return the product sheets that ship: of our own invention."""
    from narrow_cornice.shipped import SHIPPED

    return read_products((SHIPPED / "product_sheets.json").read_bytes())
