"""What can be laid and put up: the slats, boards, tiles and papers of the job and those that ship to begin with;
pictures, small things, screens, false windows, shower bases in usual sizes."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial
from typing import Any

from narrow_cornice.derived.walled.below import face_of, free_middle, standing_against
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.job import edits
from narrow_cornice.job.finishes import Board, Covering, Overlay, Paper, Slat, Tile
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import FalseWindowPath, FieldPath, FlightPath, GalleryPath, ShownPath, WetBasePath
from narrow_cornice.job.walled import (
    FalseWindow,
    Field,
    Flight,
    Gallery,
    Picture,
    Shown,
    Tinted,
    WetBase,
    shipped_coverings,
)
from narrow_cornice.units.lengths import Length

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


def put_up(bench: Bench, room: Room, field: str, thing: object, path: type[Any]) -> None:
    """Put something up in a room, and select it."""
    before = {one.id for one in getattr(room.walling, field)}
    if not bench.do(edits.put_on_wall(room.id, field, thing)):
        return
    now = bench.session.job.room(room.id)
    fresh = next((one.id for one in getattr(now.walling, field) if one.id not in before), None)
    if fresh is not None:
        bench.session.select(path(room.id, fresh))


def pictures_offers(bench: Bench, job: Job, room: Room, wall: str) -> Iterator[Invitation]:
    """Yield groups of pictures that can hang on a wall: over what stands there, or by themselves."""
    usual = tuple(Picture(f"p{n}", f"Picture {n}", _mm(400), _mm(500)) for n in (1, 2, 3))
    of = [
        (f"Over {one.name[:40]}", _gallery(bench, room, Gallery("", "", wall, usual, over=one.id)))
        for one in standing_against(room, wall, job.house_rules)
    ]
    of.append(("On the free wall", _gallery(bench, room, Gallery("", "", wall, usual))))
    yield Invitation("Pictures", of=tuple(of))


def _gallery(bench: Bench, room: Room, gallery: Gallery) -> Callable[[], object]:
    return partial(put_up, bench, room, "galleries", gallery, GalleryPath)


def _mm(mm: float) -> Length:
    return Length(round(mm, 1), f"{round(mm, 1):g} mm")


def flight_offers(bench: Bench, job: Job, room: Room, wall: str) -> Iterator[Invitation]:
    """Yield many small things on a wall, in an outline about its middle to begin with."""
    face = face_of(room, wall, job.house_rules)
    if face is None:
        return
    middle, tall = free_middle(face), min(one[1] for one in face.upper_edge)
    wide = min(900.0, face.length / 3)
    ring = (
        *((middle - wide, tall * 0.45), (middle + wide * 0.2, tall * 0.38), (middle + wide, tall * 0.62)),
        *((middle + wide * 0.7, tall * 0.82), (middle - wide * 0.6, tall * 0.75)),
    )
    outline = tuple((round(x), round(y)) for x, y in ring)
    tints = tuple(Tinted(one.id) for one in job.colours[:3])
    flight = Flight("", "", wall, outline, colours=tints)
    yield Invitation("Many small things", partial(put_up, bench, room, "flights", flight, FlightPath))


def screen_offers(bench: Bench, room: Room, wall: str) -> Iterator[Invitation]:
    """Yield screens of usual sizes on a wall."""
    of = []
    for inches in (43, 50, 55, 65):
        shown = Shown("", "", wall, _mm(inches * 25.4))
        words = f"{inches} in, {inches * 2.54:.0f} cm across its corners"
        of.append((words, partial(put_up, bench, room, "screens", shown, ShownPath)))
    yield Invitation("A screen", of=tuple(of))


def window_offers(bench: Bench, job: Job, room: Room, wall: str) -> Iterator[Invitation]:
    """Yield a false window as large as the first window of the room, in the middle of what is free of a wall."""
    face = face_of(room, wall, job.house_rules)
    if face is None:
        return
    real = next((one for one in room.measured.openings if one.kind == "window"), None)
    wide, tall = (float(real.width.mm), float(real.height.mm)) if real is not None else (900.0, 1200.0)
    low = float(real.sill.mm) if real is not None else 900.0
    place = max(0.0, free_middle(face) - wide / 2)
    window = FalseWindow("", "", wall, _mm(place), _mm(low), _mm(wide), _mm(tall))
    yield Invitation("A false window", partial(put_up, bench, room, "windows", window, FalseWindowPath))


def base_offers(bench: Bench, room: Room) -> Iterator[Invitation]:
    """Yield the base of a shower."""
    base = WetBase("", "", _mm(900), _mm(900))
    yield Invitation("A shower base", partial(put_up, bench, room, "bases", base, WetBasePath))
