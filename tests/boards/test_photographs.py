"""A client's photograph: its parts in the colours of the job, its wall squared up."""

from __future__ import annotations

import io

import numpy as np
import pytest
from msgspec.structs import replace
from PIL import Image

from narrow_cornice.boards.photographs import grown_part, parts_of_wall, pixels_of, repainted_photo, surfaces_of
from narrow_cornice.colour.tones import tone_difference
from narrow_cornice.job import edits
from narrow_cornice.job.history import History
from narrow_cornice.job.pictures import PictureError
from narrow_cornice.job.presented import ClientPhoto
from narrow_cornice.job.samples import demo_job


def photograph(left: str = "#b0b8c0", right: str = "#705040") -> bytes:
    """Return a picture of two walls side by side."""
    picture = Image.new("RGB", (300, 200), left)
    picture.paste(Image.new("RGB", (150, 200), right), (150, 0))
    held = io.BytesIO()
    picture.save(held, "JPEG", quality=95)
    return held.getvalue()


def test_a_part_gets_the_colour_of_its_surface_and_the_rest_stays() -> None:
    """The left half is the walls in sedge; another colour can be tried in its place; the job's picture is untouched."""
    history = History(demo_job())
    assert history.do(edits.add_client_photo("r2", "as it is", photograph()))
    photo = history.job.room("r2").presented.photos[-1]
    half = [(0.0, 0.0), (0.5, 0.0), (0.5, 1.0), (0.0, 1.0)]
    key = next(one for one in surfaces_of(history.job, history.job.room("r2")) if one.tone == "#c8d3c2").key
    assert history.do(edits.put_photo_part("r2", photo.id, "", half, key))
    room = history.job.room("r2")
    photo = room.presented.photos[-1]
    shown = repainted_photo(history.job, room, photo)
    left = "#" + "".join(f"{int(v):02x}" for v in np.median(shown[40:160, 20:120].reshape(-1, 3), axis=0))
    assert tone_difference(left, "#c8d3c2") < 2.0
    before = pixels_of(history.job.pictures[photo.picture])
    assert (shown[:, 160:] == before[:, 160:]).all()
    tried = repainted_photo(history.job, room, photo, {photo.parts[0].id: "#a9614f"})
    assert not np.array_equal(tried, shown)
    history.undo()
    history.undo()
    assert photo.picture not in history.job.pictures


def test_a_part_is_grown_from_a_point() -> None:
    """From a place on the left wall the left wall comes out, and not the right one."""
    found = grown_part(photograph(), (0.2, 0.5))
    assert found is not None
    outline, _ = found
    assert max(x for x, _ in outline) == pytest.approx(0.5, abs=0.03)
    assert min(x for x, _ in outline) == pytest.approx(0.0, abs=0.02)


def test_a_wall_squared_up_gives_its_bands_without_its_openings() -> None:
    """Seen straight on, the wall of the parlour with the bay comes out to scale: its window is a hole where it is."""
    job = demo_job()
    room = job.room("r2")
    photo = ClientPhoto(
        "p", "straight on", "x.jpg", wall="w1", corners=((0.0, 1.0), (1.0, 1.0), (1.0, 0.0), (0.0, 0.0))
    )
    parts = parts_of_wall(job, room, photo)
    assert parts
    opening = next(one for one in room.measured.openings if one.wall == "w1")
    holes = [hole for part in parts for hole in part.holes]
    assert holes
    from narrow_cornice.derived.measured.rooms import measured_room

    face = measured_room(room, {}).face("w1")
    left = min(x for x, _ in holes[0]) * face.length
    assert left <= opening.place.mm
    assert left > opening.place.mm - 200.0  # the casing beside it
    assert parts_of_wall(job, room, replace(photo, wall="no such")) == ()
    assert parts_of_wall(job, room, replace(photo, corners=((0.0, 0.0),) * 4)) == ()


def test_a_damaged_picture_is_refused_in_words() -> None:
    """Nothing is guessed of it."""
    with pytest.raises(PictureError, match="picture"):
        grown_part(b"no picture", (0.5, 0.5))
