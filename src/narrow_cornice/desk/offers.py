"""What can be put up on a wall, as it is offered, and the putting up of it."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import NamedTuple

from PyQt6.QtWidgets import QInputDialog

from narrow_cornice.desk.bench import Bench
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.hanging import Putting, kept_in, put_up_on_walls
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import path_to
from narrow_cornice.units.lengths import Length, parse_length, plain_length

Doable = tuple[str, Callable[[], object]]  # its words, and the doing of it


class Offer(NamedTuple):
    """Something that can be put up on a wall: its kind, in which field such things are kept, and how they are."""

    field: str
    kind: str
    putting: Putting

    @property
    def words(self) -> str:
        """Return the words it is offered under."""
        return self.putting.called.format(kind=self.kind)


def offers() -> dict[str, Offer]:
    """Return everything that can be put up on a wall, by its words."""
    made = (Offer(row.field, kind, putting) for row, putting in put_up_on_walls() for kind in putting.kinds())
    return {offer.words: offer for offer in made}


def add_to_wall(bench: Bench, room: Room, wall_id: str, name: str) -> None:
    """Ask what is on the wall and where, and put it there."""
    known = offers()
    what, given = QInputDialog.getItem(bench, f"On wall {name}", "What is there?", list(known), 0, False)
    offer = known.get(what)
    if not given or offer is None:
        return
    asked = offer.putting.asked(offer.kind)
    metric = bench.session.job.settings.unit == "mm"
    words = ", ".join(one.words for one in asked)
    text, given = QInputDialog.getText(
        bench,
        what[:1].upper() + what[1:],
        f"{words.capitalize()} (parted by semicolons):",
        text="; ".join(f"{one.mm:g}" if metric else one.inches for one in asked),
    )
    if not given:
        return
    try:
        sizes = [parse_length(part, bench.session.job.settings.unit) for part in text.split(";")]
        if len(sizes) != len(asked):
            raise CorniceError(f"{len(sizes)} sizes were given.", remedy=f"Needed are: {words}.")
        put(bench, room.id, wall_id, offer, sizes)
    except CorniceError as error:
        bench.session.refused.emit(error)


def put(bench: Bench, room_id: str, wall_id: str, offer: Offer, sizes: Sequence[Length]) -> None:
    """Put one thing on a wall and select it. Raises CorniceError."""
    if bench.do(edits.put_up(room_id, offer.field, offer.kind, wall_id, *sizes)):
        added = kept_in(offer.field).held(bench.session.job.room(room_id))[-1]
        bench.session.select(path_to(offer.field)(room_id, added.id))


def invitations(bench: Bench, room: Room, wall_id: str, wanted: Callable[[str], bool]) -> list[Doable]:
    """Return what can be put up on a wall of the fields that are wanted, each at its usual size, to be sized there."""
    metric = bench.session.job.settings.unit == "mm"

    def doing(offer: Offer) -> Callable[[], object]:
        def do() -> None:
            asked = offer.putting.asked(offer.kind)
            usual = [plain_length(one.mm) if metric else parse_length(one.inches, "in") for one in asked]
            try:
                put(bench, room.id, wall_id, offer, usual)
            except CorniceError as error:
                bench.session.refused.emit(error)

        return do

    return [(words, doing(offer)) for words, offer in offers().items() if wanted(offer.field)]
