"""The schedule of the whole house: every surface in one table, filtered by words, many edited at once.

A line is worked out when it comes into sight. One that an edit left as it was is the same object, so a table of some
thousand lines is shown anew in no time.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Mapping

from narrow_cornice.derived.coated.coatings import Coated, coated_surfaces
from narrow_cornice.derived.coated.coverings import Covered, room_coverings
from narrow_cornice.derived.coated.painting_hours import painting_hours
from narrow_cornice.derived.coated.repairs import room_repairs
from narrow_cornice.desk.ruled_sheet import Cell, SheetRow
from narrow_cornice.explained.figures import Figure
from narrow_cornice.finishes.systems import preparations
from narrow_cornice.job.finishes import Colour, Covering, Paint
from narrow_cornice.job.model import Job, Room, Settings
from narrow_cornice.job.paths import SurfacePath
from narrow_cornice.memo import by_identity

HEADINGS = (
    "Room", "Surface", "Colour", "Paint", "Coats", "m²", "Litres", "Hours", "State", "Repairs", "Before paint",
    "Primer", "Sheen", "By", "Of",
)  # fmt: skip
AREA = HEADINGS.index("m²")


class ScheduleRow(SheetRow, frozen=True):
    """A line of the schedule: its cells are written when they are first asked for; ``words`` are what it is found
    by."""

    room: str
    one: Coated
    hours: Figure | None
    covered: Covered | None
    repairs: str
    settings: Settings
    words: str

    @property
    def late(self) -> tuple[Cell, ...]:
        """Return its cells."""
        return _cells(self)


@by_identity(times=2, each="thing")
def _cells(row: ScheduleRow) -> tuple[Cell, ...]:
    one, how = row.one, row.settings
    said = "stays as it is" if one.left else row.covered.covering.name if row.covered is not None else "—"
    works = preparations()
    before = ", ".join(works[key].words for key in one.works) if one.paint is not None else ""
    primer = one.primer.name if one.primer is not None else ""
    hours = row.hours or (row.covered.hours if row.covered is not None else None)
    return (
        Cell(row.room),
        Cell(one.surface.name),
        Cell(one.colour.name if one.colour else "—", swatch=one.colour.hex if one.colour else ""),
        Cell(one.paint.name if one.paint is not None else said, warm=one.waits),
        Cell(f"{one.coats.value:g}" if one.coats is not None else "", number=True),
        Cell(bare(one.painted.shown(how)), number=True),
        Cell(bare(one.litres.shown(how)) if one.litres is not None else "", number=True),
        Cell(f"{hours.value:.1f}" if hours is not None else "", number=True),
        Cell(one.state),
        Cell(row.repairs),
        Cell(before),
        Cell(primer),
        Cell(one.paint.sheen if one.paint is not None else ""),
        Cell(one.method if one.paint is not None else ""),
        Cell(one.substrate),
    )


def bare(shown: str) -> str:
    """Return a quantity without its unit, which stands in the heading."""
    return shown.removesuffix(" m²").removesuffix(" sq ft").removesuffix(" L")


# Many parameters: kept by the identity of each, so that a line that stayed as it was is the same object.
@by_identity(times=2, each="thing")
def _row(
    room_id: str,
    room: str,
    one: Coated,
    hours: Figure | None,
    covered: Covered | None,
    repairs: str,
    settings: Settings,
) -> ScheduleRow:
    told = (
        room,
        one.surface.name,
        one.surface.group,
        one.substrate,
        one.state,
        one.colour.name if one.colour is not None else "",
        one.paint.name if one.paint is not None else "no paint" if one.waits else "",
        one.paint.sheen if one.paint is not None else "",
        one.system.name if one.system is not None else "",
        one.primer.name if one.primer is not None else "",
        covered.covering.name if covered is not None else "",
        "as it is" if one.left else "",
        repairs,
    )
    about = SurfacePath.by_key(room_id, one.surface.key)
    return ScheduleRow(about, (), room, one, hours, covered, repairs, settings, " ".join(told).lower())


def _repairs(room: Room) -> dict[str, str]:
    """Return by wall what is repaired there, in a few words."""
    counted: dict[str, Counter[str]] = {}
    for repair in room_repairs(room):
        if repair.mark.on == "wall":
            counted.setdefault(repair.mark.wall, Counter())[repair.mark.kind] += 1
    return {
        wall: ", ".join(f"{many} {kind}" if many > 1 else kind for kind, many in kinds.items())
        for wall, kinds in counted.items()
    }


# Many parameters: kept by the identity of each, so that a room that an edit left as it was is not gone through again.
@by_identity(times=3, each="room")
def _room_rows(
    room: Room,
    changed_rules: dict[str, float],
    paints: tuple[Paint, ...],
    colours: tuple[Colour, ...],
    coverings: tuple[Covering, ...],
    settings: Settings,
) -> tuple[ScheduleRow, ...]:
    tables = (room, changed_rules, paints, colours)
    return tuple(
        _of_room(room, coated_surfaces(*tables), painting_hours(*tables), room_coverings(*tables, coverings), settings)
    )


def _of_room(
    room: Room,
    coated: tuple[Coated, ...],
    hours: Mapping[str, Figure],
    covered: Mapping[str, Covered],
    settings: Settings,
) -> Iterator[ScheduleRow]:
    repairs = _repairs(room)
    for one in coated:
        key = one.surface.key
        mended = repairs.get(one.surface.wall_id, "") if one.surface.kind == "wall" else ""
        yield _row(room.id, room.name, one, hours.get(key), covered.get(key), mended, settings)


def house_rows(job: Job, sought: str) -> list[SheetRow]:
    """Return the lines of every surface of the house whose words hold all that is sought."""
    words = sought.lower().split()
    made: list[SheetRow] = []
    for room in job.rooms:
        rows = _room_rows(room, job.house_rules, job.paints, job.colours, job.coverings, job.settings)
        made += (row for row in rows if all(word in row.words for word in words)) if words else rows
    return made
