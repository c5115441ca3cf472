"""A client's photograph as a drawing: as it is, in the colours that are proposed, or both beside one another; with the
parts that are marked on it."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import Literal

from msgspec.structs import replace

from narrow_cornice.boards.photographs import pixels_of, png_of, repainted_photo, surfaces_of, tone_of_part
from narrow_cornice.drawing.marks import Area, Drawing, Label, Mark, Pen, Photograph, Point, Stroke
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import ClientPhotoPath
from narrow_cornice.job.pictures import PictureError
from narrow_cornice.job.presented import ClientPhoto, Spot
from narrow_cornice.memo import by_identity

Shown = Literal["as it is", "repainted", "beside"]
WIDE = 1600.0  # mm of a photograph as it is drawn
GAP = 70.0


def photo_of(room: Room, photo_id: str) -> ClientPhoto | None:
    """Return the photograph of that identity, the first one where there is none."""
    photos = room.presented.photos
    return next((one for one in photos if one.id == photo_id), photos[0] if photos else None)


def as_proposed(photo: ClientPhoto) -> ClientPhoto:
    """Return a photograph without the colours that are only tried."""
    return replace(photo, parts=tuple(replace(part, colour="") for part in photo.parts))


@by_identity(times=2, each="room")
def photo_drawing(
    job: Job, room: Room, photo_id: str, shown: Shown, part_id: str = "", placed: tuple[Spot, ...] = ()
) -> Drawing:
    """Return a photograph with its parts; ``placed`` are the places of a part that is being marked."""
    photo = photo_of(room, photo_id)
    title = f"{room.name[:60]}, the client's photograph"
    if photo is None:
        words = "Drop a photograph of the room here, or choose one by the line below: its walls are painted anew."
        return Drawing(title, words, (), (0.0, 0.0, WIDE, 1000.0))
    try:
        before = pixels_of(job.pictures[photo.picture])
        after = repainted_photo(job, room, photo) if shown != "as it is" else before
        tried = any(part.colour for part in photo.parts) and shown == "beside"
        proposed = repainted_photo(job, room, as_proposed(photo)) if tried else after
    except (PictureError, KeyError) as error:
        return Drawing(title, f"This photograph cannot be shown: {error}", (), (0.0, 0.0, WIDE, 1000.0))
    tall = WIDE * before.shape[0] / before.shape[1]
    about = ClientPhotoPath(room.id, photo.id)
    marks: list[Mark] = []
    x = 0.0
    if shown == "beside":
        marks.append(Photograph((0.0, 0.0), WIDE, tall, png_of(before), 1.0, about))
        marks.append(Label((8.0, tall + 46.0), "as it is", 10, "ink", "left", "name"))
        x = WIDE + GAP
        marks.append(Label((x + 8.0, tall + 46.0), "as proposed", 10, "ink", "left", "name"))
        if tried:
            marks.append(Photograph((x, 0.0), WIDE, tall, png_of(proposed), 1.0, about))
            x += WIDE + GAP
            marks.append(Label((x + 8.0, tall + 46.0), "with the colours tried", 10, "ink", "left", "name"))
    marks.append(Photograph((x, 0.0), WIDE, tall, png_of(after), 1.0, about))

    def at(spot: Spot) -> Point:
        return (x + spot[0] * WIDE, spot[1] * tall)

    if shown == "as it is" or part_id:
        marks += _parts(job, room, photo, part_id, at, named=shown == "as it is")
    if len(placed) > 1:
        marks.append(Stroke(tuple(at(spot) for spot in placed), Pen("rust", 1.4)))
    for spot in placed:
        px, py = at(spot)
        marks.append(Area(((px - 7, py), (px, py - 7), (px + 7, py), (px, py + 7)), "rust"))
    said = {
        "as it is": "as it is, with the parts that get new colours",
        "repainted": "in the colours proposed; light, shadow and grain are the photograph's own",
        "beside": "as it is | as proposed",
    }[shown]
    if not photo.parts:
        said = "Mark its walls, trim and fronts: by a point that they are grown from, by their corners, or by the wall."
    bounds = (0.0, 0.0, x + WIDE, tall + (80.0 if shown == "beside" else 0.0))
    return Drawing(title, f"{photo.name[:60]} · {said}", tuple(marks), bounds)


# Many parameters: the parts of a photograph as it is drawn.
def _parts(
    job: Job, room: Room, photo: ClientPhoto, part_id: str, at: Callable[[Spot], Point], *, named: bool
) -> Iterator[Mark]:
    """Yield the outlines of a photograph's parts, the chosen one firm, with what they are where they are named."""
    names = {one.key: one.words for one in surfaces_of(job, room)}
    for part in photo.parts:
        path = ClientPhotoPath(room.id, photo.id, part.id)
        chosen = part.id == part_id
        pen = Pen("verdigris", 1.8 if chosen else 1.0, dashed=not chosen)
        for ring in (part.outline, *part.holes):
            yield Stroke(tuple(at(spot) for spot in ring), pen, closed=True, about=path)
        yield Area(tuple(at(spot) for spot in part.outline), "#2e6b6012", path)
        if named:
            count = len(part.outline)
            middle = (sum(x for x, _ in part.outline) / count, sum(y for _, y in part.outline) / count)
            tone, _ = tone_of_part(job, room, part)
            words = names.get(part.surface, part.surface.replace("@", " "))
            yield Label(at(middle), words if tone else f"{words}: no colour", 9, "ink", patch=True, about=path)
