"""What can be laid: the slats, boards, tiles and papers of the job, and those that ship to begin with."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Board, Covering, Overlay, Paper, Slat, Tile
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import FieldPath
from narrow_cornice.job.walled import Field, shipped_coverings

KINDS: tuple[tuple[str, type[Covering]], ...] = (
    ("Slats", Slat),
    ("Boards", Board),
    ("Tiles", Tile),
    ("Paper", Paper),
    ("Cement", Overlay),
)


def coverings_there_are(job: Job, kind: type[Covering] | None = None) -> Iterator[Covering]:
    """Yield what a field can be of: the coverings of the job first, then those that ship and are not among them."""
    there = {one.id for one in job.coverings}
    for one in (*job.coverings, *(one for one in shipped_coverings().values() if one.id not in there)):
        if kind is None or isinstance(one, kind):
            yield one


def laying_offers(bench: Bench, job: Job, room: Room, wall: str) -> Iterator[Invitation]:
    """Yield what can be laid on the wall that is looked at, a kind at a time."""
    for words, kind in KINDS:
        of: list[tuple[str, Callable[[], object]]] = [
            (one.name[:60], partial(lay, bench, room, Field("", "", one, wall=wall)))
            for one in coverings_there_are(job, kind)
        ]
        yield Invitation(words, of=tuple(of))


def lay(bench: Bench, room: Room, field: Field) -> None:
    """Lay a field, and select it."""
    before = {one.id for one in room.walling.fields}
    if not bench.do(edits.add_field(room.id, field)):
        return
    now = bench.session.job.room(room.id)
    fresh = next((one.id for one in now.walling.fields if one.id not in before), None)
    if fresh is not None:
        bench.session.select(FieldPath(room.id, fresh))
