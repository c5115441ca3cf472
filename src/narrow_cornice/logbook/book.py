"""The house's book: what every surface was finished with, in which colour, of which batch and when, and the profiles of
its trim; and the card of a room for touching up."""

from __future__ import annotations

from typing import NamedTuple

from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.derived.walled.laid_fields import fields_of
from narrow_cornice.derived.walled.piece_kinds import where_of
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.logged import Entry
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import FieldPath, SurfacePath, TrimPath
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.kinds import KINDS
from narrow_cornice.units.show import show_size


class BookLine(NamedTuple):
    """A line of the book: the room, what it is of, where in words, the product, its colour's name and tone (empty for
    none), sheen or size, the batches and days as they were written down, and what is left of it for touching up."""

    room: str
    about: ThingPath
    where: str
    product: str
    colour: str
    tone: str
    said: str
    batches: tuple[str, ...]
    days: tuple[int, ...]
    left: str


@by_identity(times=1, each="job")
def house_book(job: Job) -> tuple[BookLine, ...]:
    """Return the book of the house, room by room: finishes, papers and tiles, trim with its profiles."""
    return tuple(line for room in job.rooms for line in room_book(job, room))


@by_identity(times=1, each="room")
def room_book(job: Job, room: Room) -> tuple[BookLine, ...]:
    """Return the part of the book that is of one room."""
    return (*_finishes(job, room), *_fields(job, room), *_trim(job, room))


def _finishes(job: Job, room: Room) -> list[BookLine]:
    colours, coverings = {one.id: one for one in job.colours}, {one.id: one for one in job.coverings}
    groups: dict[tuple[str, str], list[tuple[str, ThingPath]]] = {}
    paints = {one.id: one for one in job.paints}
    for one in coated_surfaces(room, job.house_rules, job.paints, job.colours):
        product = one.finish.covering or (one.paint.id if one.paint is not None else "")
        if product and not one.left:
            key = (product, "" if one.finish.covering is not None else one.finish.colour or "")
            groups.setdefault(key, []).append((one.surface.group, SurfacePath.by_key(room.id, one.surface.key)))
    made = []
    for (product, colour), where in groups.items():
        paint, covering, shown = paints.get(product), coverings.get(product), colours.get(colour)
        entries = [one for one in job.logbook.entries if _is_of(one, room.id, product, colour)]
        name = paint.name if paint is not None else covering.name if covering is not None else product
        tone = shown.hex if shown is not None else covering.tone if covering is not None else ""
        made.append(
            BookLine(
                room.id,
                where[0][1],
                ", ".join(dict.fromkeys(group for group, _ in where)),
                name,
                shown.name if shown is not None else "",
                tone,
                paint.sheen if paint is not None else "",
                tuple(dict.fromkeys(one.batch for one in entries if one.batch)),
                tuple(sorted({one.day for one in entries})),
                _left(job, product, colour),
            )
        )
    return made


def _is_of(entry: Entry, room: str, paint: str, colour: str) -> bool:
    return entry.room == room and entry.paint == paint and (not entry.colour or entry.colour == colour)


def _left(job: Job, paint: str, colour: str) -> str:
    """Return in words what is left of a paint, and where."""
    tins = [tin for tin in job.left_paint if tin.paint == paint and (tin.colour or "") == colour]
    parts = [f"{tin.litres:g} L" + (f", {tin.kept}" if tin.kept else "") for tin in tins]
    return "; ".join(parts)


def _fields(job: Job, room: Room) -> list[BookLine]:
    made = []
    for laid in fields_of(room, job.house_rules):
        if not laid.fault:
            made.append(
                BookLine(
                    room.id,
                    FieldPath(room.id, laid.field.id),
                    where_of(room, laid.field),
                    laid.covering.name,
                    "",
                    laid.covering.tone,
                    "",
                    (),
                    (),
                    "",
                )
            )
    return made


def _trim(job: Job, room: Room) -> list[BookLine]:
    trimmed = trimmed_room(room, job.house_rules)
    if trimmed is None:
        return []
    made = []
    for kind in KINDS:
        piece = trimmed.trim.of(kind)
        if not piece.built or piece.height is None or not any(r.kind == kind and not r.there for r in trimmed.runs):
            continue
        size = show_size(piece.height.value, job.settings)
        if piece.projection is not None:
            size += f" × {show_size(piece.projection.value, job.settings)}"
        stock = ", ".join(dict.fromkeys(one.profile.name for one in piece.stock))
        entries = [one for one in job.logbook.entries if one.room == room.id and one.surface == kind]
        made.append(
            BookLine(
                room.id,
                TrimPath(room.id, kind),
                kind,
                stock or "made to this profile",
                "",
                "",
                size,
                (),
                tuple(sorted({one.day for one in entries})),
                "",
            )
        )
    return made
