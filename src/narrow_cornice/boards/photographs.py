"""A client's photograph with the parts of it that are surfaces of the room, in the colours proposed for them."""

from __future__ import annotations

import io
from typing import Any, NamedTuple

import numpy as np

from narrow_cornice.colour.repaint import GROWN_WIDE, Ring, grown, mask_of, outlines_of, repainted
from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.coated.two_tones import split_of
from narrow_cornice.derived.coated.wall_surfaces import wall_bands
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.job.finishes import Finish, group_and_thing
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.pictures import PictureError, kept_picture
from narrow_cornice.job.presented import ClientPhoto, PhotoPart, Spot
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.ceilings import band_outline
from narrow_cornice.survey.homography import SeenPoint, squared_up
from narrow_cornice.zones.plan_shapes import inside

SHOWN_WIDE = 1400  # pixels of a photograph as it is shown and repainted


class SurfaceOfRoom(NamedTuple):
    """A surface that a part of a photograph can be: its key, in words, its colour and that of the paint there now
    (empty where nobody said)."""

    key: str
    words: str
    tone: str
    old: str


@by_identity(times=1, each="room")
def surfaces_of(job: Job, room: Room) -> tuple[SurfaceOfRoom, ...]:
    """Return the surfaces of a room that have a colour, each group as a whole first."""
    known = {colour.id: colour.hex for colour in job.colours}
    tones = {one.id: one.tone for one in job.coverings}

    def tone_of(finish: Finish) -> str:
        if finish.covering is not None:
            return tones.get(finish.covering, "")
        return known.get(finish.colour or "", "")

    made: dict[str, SurfaceOfRoom] = {}
    for one in coated_surfaces(room, job.house_rules, job.paints, job.colours):
        tone, old = tone_of(one.finish), known.get(one.finish.over or "", "")
        if tone:
            group = one.surface.group
            made.setdefault(group, SurfaceOfRoom(group, f"all of the {group}", tone, old))
            made[one.surface.key] = SurfaceOfRoom(one.surface.key, one.surface.name, tone, old)
    return tuple(sorted(made.values(), key=lambda one: ("@" in one.key, one.words)))


def tone_of_part(job: Job, room: Room, part: PhotoPart) -> tuple[str, str]:
    """Return the colour that a part gets and the one of the paint there now, empty for what is not known."""
    surfaces = {one.key: one for one in surfaces_of(job, room)}
    found = surfaces.get(part.surface) or surfaces.get(group_and_thing(part.surface)[0])
    tone = found.tone if found is not None else ""
    if part.colour:
        tone = next((colour.hex for colour in job.colours if colour.id == part.colour), tone)
    return tone, found.old if found is not None else ""


@by_identity(times=2, each="room")
def pixels_of(content: bytes) -> Any:
    """Return a kept picture as pixels (h, w, 3), no wider than it is shown. Raises PictureError."""
    from PIL import Image

    picture = kept_picture(content).convert("RGB")
    if picture.width > SHOWN_WIDE:
        picture = picture.resize(
            (SHOWN_WIDE, max(1, round(picture.height * SHOWN_WIDE / picture.width))), Image.Resampling.LANCZOS
        )
    return np.asarray(picture)


def png_of(pixels: Any) -> bytes:
    """Return pixels as a PNG."""
    from PIL import Image

    held = io.BytesIO()
    Image.fromarray(pixels).save(held, "PNG", compress_level=1)
    return held.getvalue()


def repainted_photo(job: Job, room: Room, photo: ClientPhoto, others: dict[str, str] | None = None) -> Any:
    """Return a photograph with its parts in the colours proposed for them, as pixels (h, w, 3); ``others`` are other
    colours to try, by part. Raises PictureError."""
    content = job.pictures.get(photo.picture)
    if content is None:
        raise PictureError("the picture of this photograph is missing.")
    made = pixels_of(content)
    size = (made.shape[1], made.shape[0])
    for part in photo.parts:
        tone, old = tone_of_part(job, room, part)
        tone = (others or {}).get(part.id, tone)
        if tone:
            made = repainted(made, mask_of(size, [(part.outline, part.holes)]), tone, old or None)
    return made


def grown_part(content: bytes, seed: Spot) -> tuple[Ring, tuple[Ring, ...]] | None:
    """Return the outline, with its holes, of what has the paint of a place of a picture; None for nothing that can be
    made out. Raises PictureError."""
    from PIL import Image

    pixels = pixels_of(content)
    wide = min(GROWN_WIDE, pixels.shape[1])
    small = Image.fromarray(pixels).resize((wide, max(1, round(pixels.shape[0] * wide / pixels.shape[1]))))
    found = outlines_of(grown(np.asarray(small), seed))
    for outline, holes in found:
        if inside(outline, seed):
            return outline, holes
    return found[0] if found else None


def parts_of_wall(job: Job, room: Room, photo: ClientPhoto) -> tuple[PhotoPart, ...]:
    """Return the parts of a photograph that are surfaces of the wall it shows square: its painted bands without its
    openings; none where its wall is not known, or its corners do not square up."""
    trimmed = trimmed_room(room, job.house_rules)
    if trimmed is None or len(photo.corners) != 4:
        return ()
    face = next((one for one in trimmed.faces if one.id == photo.wall), None)
    if face is None:
        return ()
    upper = (face.upper_edge[0][1], face.upper_edge[-1][1])
    walls = ((0.0, 0.0), (face.length, 0.0), (face.length, upper[1]), (0.0, upper[0]))
    try:
        square = squared_up([SeenPoint(pixel, wall) for pixel, wall in zip(photo.corners, walls, strict=True)])
    except ValueError:
        return ()
    holes = []
    for seen in face.openings:
        u0, v0, u1, v1 = seen.rect
        casing = trimmed.trim.of("casing").height
        edge = casing.value if seen.opening.cased and casing is not None else 0.0
        low = v0 if seen.to_floor else v0 - edge
        holes.append(((u0 - edge, low), (u1 + edge, low), (u1 + edge, v1 + edge), (u0 - edge, v1 + edge)))
    made: list[PhotoPart] = []
    for group, _, low_edge, high_edge in wall_bands(trimmed.trim, trimmed.height, split_of(trimmed)):
        outline = band_outline(face.upper_edge, low_edge.value, high_edge.value)
        if len(outline) < 3:
            continue
        cut = [hole for hole in holes if hole[0][1] < high_edge.value and hole[2][1] > low_edge.value]
        made.append(
            PhotoPart(
                f"wall-{len(made) + 1}",
                tuple(square.pixel(point) for point in outline),
                f"{group}@{face.id}",
                tuple(tuple(square.pixel(point) for point in hole) for hole in cut),
            )
        )
    return tuple(made)
