"""What is brought in here: orders of architecture, stock profiles."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial

from PyQt6.QtWidgets import QDialog

from narrow_cornice.desk.bringing_in import BringingIn
from narrow_cornice.job import edits
from narrow_cornice.trim.orders import Order


def orders(into: BringingIn) -> None:
    """Bring in orders of trim from a file as they are handed out; those that ship are only taken where changed."""
    path = into.ask("Orders of trim", "Orders (*.toml)")
    if path is None:
        return
    from narrow_cornice.exchange.orders_file import read_orders

    def take(found: Sequence[Order]) -> None:
        known = into.session.job.order_keys()
        new = [one for one in found if known.get(one.key) != one]
        if not new:
            into.tell(f"{path.name}: these orders are all here already.")
            return
        names = ", ".join(one.name for one in new)
        if into.session.do(edits.put_orders(new, f"orders {names[:60]}")):
            into.session.told.emit(f"Taken: {names[:200]}. Choose it for a room under Order.")

    into.read(path, read_orders, take)


def profiles(into: BringingIn) -> None:
    """Bring in stock profiles: a catalogue, or outlines from a drawing."""
    path = into.ask("Stock profiles", "Catalogues and drawings (*.csv *.json *.dxf *.svg)")
    if path is None:
        return
    from narrow_cornice.desk.places.trim.profiles_preview import Found, ProfilesPreview, lines_of

    def take(found: Found) -> None:
        unit = into.session.job.settings.unit
        preview = ProfilesPreview(found, path.name, unit, into.theme, into.parent)
        if preview.exec() == QDialog.DialogCode.Accepted:
            taken = preview.taken()
            into.session.do(edits.put_profiles(taken, f"{len(taken)} stock profiles from {path.name[:40]}"))

    into.read(path, partial(lines_of, path.name), take)
