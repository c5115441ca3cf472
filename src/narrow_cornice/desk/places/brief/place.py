"""Brief: who needs what, how it should feel, what may be done."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import NoteRow, Row, Title
from narrow_cornice.desk.place import Desk, Export, Late, Leaf, Picture, Place
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.rows.furnished_rows import furnished_row
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import BriefPath


def _page(desk: Desk) -> PlacePage:
    from narrow_cornice.desk.places.brief.page import BriefPage

    return BriefPage(desk, PLACE)


def _room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    """Yield what the brief of a room causes."""
    yield Title(room.name[:300], f"{job.name[:80]}, the room as a whole")
    yield from bench.findings(
        lambda finding: finding.room_id in (room.id, "") and finding.by_brief, "What this brief causes"
    )
    if not room.outdoors:
        yield furnished_row(bench, room, "Furniture stays while it is worked in")
    yield NoteRow("Write into the letter; what it leaves open or asks for stands here, and in the second look.")


PLACE = Place(
    key="brief",
    name="Brief",
    letter="I",
    group="Understand",
    page=_page,
    room_rows=_room_rows,
    shows=(BriefPath,),
    leaves=(Leaf("letter", "Letter of agreement"),),
    hands_out=(
        Export("The brief to sign, on paper …", Late("narrow_cornice.desk.places.brief.handing_out", "print_brief")),
    ),
    pictures=(Picture("brief", {}),),
)
