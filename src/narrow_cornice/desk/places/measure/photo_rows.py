"""Photographs of a wall: choosing one, squaring it up, and pointing at what it shows."""

from __future__ import annotations

from pathlib import Path

from PyQt6.QtWidgets import QDialog, QFileDialog, QInputDialog

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.offers import offers
from narrow_cornice.desk.seen_as import WALL
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.model import Room
from narrow_cornice.job.pictures import SUFFIXES_IN


def lay_photograph(bench: Bench, room: Room, wall_id: str, name: str) -> None:
    """Ask for a picture of a wall, have it squared up, and lay it over the elevation."""
    session = bench.session
    measured = measured_room(room, session.job.house_rules)
    if measured.fault:
        session.refused.emit(CorniceError("A wall must be measured before a photograph can be laid over it."))
        return
    chosen, _ = QFileDialog.getOpenFileName(
        bench,
        f"A photograph of wall {name}",
        str(Path.home()),
        f"Pictures ({' '.join(f'*{suffix}' for suffix in SUFFIXES_IN)})",
    )
    if not chosen:
        return
    from narrow_cornice.desk.bringing_in import read_aside
    from narrow_cornice.desk.places.measure.photo_dialog import PhotoDialog
    from narrow_cornice.exchange.pictures_in import scaled_picture

    def take(scaled: tuple[bytes, int, int]) -> None:
        content = scaled[0]
        dialog = PhotoDialog(content, measured.face(wall_id), session.job.settings, bench.theme, bench)
        if dialog.exec() == QDialog.DialogCode.Accepted:
            try:
                if session.do(edits.add_photo(room.id, wall_id, name, content, dialog.points())):
                    session.look(leaf="things", seen_as=WALL.key, wall_id=wall_id)
            except CorniceError as error:
                session.refused.emit(error)

    read_aside(session, bench, Path(chosen), scaled_picture, take)


def point_at(bench: Bench, wall_id: str, name: str) -> None:
    """Ask what is to be pointed at; the next click on the wall places it."""
    known = {words: offer for words, offer in offers().items() if offer.putting.can_point(offer.kind)}
    what, given = QInputDialog.getItem(bench, f"On wall {name}", "Point at:", list(known), 0, False)
    if given and what in known:
        bench.session.look(leaf="things", seen_as=WALL.key, wall_id=wall_id, pointing=what)
        offer = known[what]
        edge = "the free edge of" if offer.putting.one_of_a_kind else "where"
        bench.session.told.emit(f"Click {edge} the {offer.kind}{'' if offer.putting.one_of_a_kind else ' is'}")
