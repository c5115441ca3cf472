"""The stock profiles that a job has beside those that ship, in a window of their own."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from msgspec.structs import replace
from PyQt6.QtWidgets import QWidget

from narrow_cornice.desk.ruled_sheet import Cell, SheetRow
from narrow_cornice.desk.session import Session
from narrow_cornice.desk.tables.table_dialog import TableDialog, chosen_of, guarded
from narrow_cornice.desk.theme import Theme
from narrow_cornice.drawing.marks import About
from narrow_cornice.exchange.profiles_in import known_use
from narrow_cornice.job import edits
from narrow_cornice.job.paths import ProfilePath
from narrow_cornice.trim.catalogue import StockProfile
from narrow_cornice.units.lengths import parse_length


def profiles_dialog(session: Session, theme: Theme, parent: QWidget) -> TableDialog:
    """Return the stock profiles that the job has beside those that ship."""

    def put(one: StockProfile, **fields: Any) -> edits.Edit:
        changed: StockProfile = replace(one, **fields)
        return edits.put_profiles([changed], f"profile {changed.name[:40]}")

    def typed(one: StockProfile, field: str, read: Callable[[str], Any]) -> Callable[[str], bool]:
        return guarded(session, lambda text: put(one, **{field: read(text)}))

    def rows() -> list[SheetRow]:
        unit, shops = session.job.settings.unit, session.job.shop_names()
        made = []
        for one in session.job.catalogue:
            price = "" if one.price_per_metre is None else f"{one.price_per_metre:g}"
            lengths = "; ".join(f"{length:g} mm" for length in one.lengths)
            cells = (
                Cell(one.name, typed(one, "name", str.strip)),
                Cell(
                    "; ".join(one.uses), typed(one, "uses", lambda text: tuple(known_use(u) for u in text.split(";")))
                ),
                Cell(f"{one.height:.1f} × {one.depth:.1f}", number=True),
                Cell(one.species, typed(one, "species", str.strip)),
                Cell(
                    price,
                    typed(one, "price_per_metre", lambda text: float(text) if text.strip() else None),
                    number=True,
                ),
                Cell(
                    lengths,
                    typed(
                        one,
                        "lengths",
                        lambda text: tuple(parse_length(part, unit).mm for part in text.split(";") if part.strip()),
                    ),
                ),
                Cell(shops.get(one.shop, one.shop), typed(one, "shop", str.strip)),
            )
            made.append(SheetRow(ProfilePath(one.id), cells))
        return made

    def removed(chosen: About) -> None:
        one = chosen_of(ProfilePath, chosen, session.job.catalogue)
        if one is not None:
            session.do(edits.remove_profile(one.id, one.name))

    headings = ("Profile", "Use", "Height × depth", "Wood", "Price a metre", "Lengths", "Shop")
    return TableDialog(
        session, theme, parent, "Profiles of this job's own", headings, rows, buttons={"Remove it": removed}, stretch=5
    )
