"""Photographs of walls: in the job, in its file, squared up over the elevation."""

from __future__ import annotations

import io
import subprocess
import zipfile
import zlib

import pytest
from msgspec.structs import replace
from PIL import Image, ImageDraw

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.drawing.elevation import wall_elevation
from narrow_cornice.drawing.marks import Photograph
from narrow_cornice.drawing.photographs import sight_of, squared_picture
from narrow_cornice.exchange.dxf_drawing import drawing_dxf
from narrow_cornice.exchange.pdf_sheets import drawings_pdf
from narrow_cornice.exchange.pictures_in import LONGEST_SIDE, scaled_picture
from narrow_cornice.exchange.svg_drawing import svg_drawing
from narrow_cornice.job import edits
from narrow_cornice.job.file import JobFileError, decode_job, encode_job
from narrow_cornice.job.history import History
from narrow_cornice.job.limits import JobError
from narrow_cornice.job.measured import PhotoPoint
from narrow_cornice.job.model import Job
from narrow_cornice.job.pictures import MOST_BYTES, MOST_PICTURE_BYTES, MOST_PICTURES, PictureError
from narrow_cornice.job.samples import demo_job

# where a wall of 4 308 × 2 974 stands on the picture, seen from the right
SEEN = ((200.0, 1000.0), (1500.0, 1100.0), (1500.0, 100.0), (200.0, 250.0))


def picture(wide: int = 1700, tall: int = 1250) -> bytes:
    """A grey room with a white wall, and a red patch whose place on the wall is known."""
    image = Image.new("RGB", (wide, tall), "#808080")
    draw = ImageDraw.Draw(image)
    draw.polygon(SEEN, fill="#ffffff")
    held = io.BytesIO()
    image.save(held, "PNG")
    return held.getvalue()


def with_photo() -> Job:
    length = measured_room(demo_job().rooms[0], {}).face("w1").length
    places = ((0.0, 0.0), (length, 0.0), (length, 2974.0), (0.0, 2974.0))
    points = [PhotoPoint(*pixel, *place) for pixel, place in zip(SEEN, places, strict=True)]
    history = History(demo_job())
    history.do(edits.add_photo("r1", "w1", "A–B", scaled_picture(picture())[0], points))
    return history.job


def test_a_picture_is_turned_upright_and_made_small() -> None:
    image = Image.new("RGB", (4000, 3000), "#336699")
    exif = Image.Exif()
    exif[0x0112] = 6  # lies on its side
    exif[0x010F] = "a camera"
    held = io.BytesIO()
    image.save(held, "JPEG", exif=exif)
    content, wide, tall = scaled_picture(held.getvalue())
    assert (wide, tall) == (LONGEST_SIDE * 3 // 4, LONGEST_SIDE)
    assert len(content) < 200_000
    assert not Image.open(io.BytesIO(content)).getexif()


@pytest.mark.parametrize(
    ("raw", "says"),
    [
        (b"no picture", "no picture"),
        (b"", "no picture"),
        (picture()[:3000], "damaged"),
        (picture(8, 8), "show no wall"),
    ],
)
def test_what_is_no_picture_is_refused(raw: bytes, says: str) -> None:
    with pytest.raises(PictureError, match=says):
        scaled_picture(raw)


def test_the_wall_is_seen_straight_on_and_placed_with_its_uncertainty() -> None:
    job = with_photo()
    (photo,) = job.rooms[0].measured.photos
    fit = sight_of(photo)
    assert fit is not None
    assert fit.wall(SEEN[2]) == pytest.approx((photo.points[2].u, 2974.0), abs=1e-3)
    assert 1 < fit.sigma((2000.0, 1500.0)) < 30
    squared = Image.open(io.BytesIO(squared_picture(photo, job.pictures[photo.picture], 4308.0, 2974.0)))
    assert squared.size == (1436, 991)
    # the whole of the squared picture is wall, but for a hair at its edge
    assert all(min(squared.getpixel(at)[:3]) > 240 for at in ((20, 20), (1415, 20), (1415, 970), (20, 970), (700, 500)))
    drawing = wall_elevation(job.rooms[0], {}, job.colours, job.settings, "w1", job.pictures)
    (laid,) = [mark for mark in drawing.marks if isinstance(mark, Photograph)]
    assert (laid.wide, laid.corner) == (
        pytest.approx(measured_room(job.rooms[0], {}).plan.sides[0].length.value),
        (0.0, -2974.0),
    )
    assert "data:image/png" in svg_drawing(drawing, 20)
    assert drawings_pdf([drawing], job).startswith(b"%PDF")
    assert drawing_dxf(drawing)


def test_the_picture_travels_in_the_job_file_and_goes_with_its_wall() -> None:
    job = with_photo()
    (name,) = set(job.pictures) - set(demo_job().pictures)
    raw = encode_job(job)
    with zipfile.ZipFile(io.BytesIO(raw)) as archive:
        assert set(archive.namelist()) == {"job.json", *(f"pictures/{one}" for one in job.pictures)}
        assert archive.read(f"pictures/{name}") == job.pictures[name]
        assert b"pictures" in archive.read("job.json")
    assert decode_job(raw, "again") == job
    history = History(job)
    history.do(edits.remove_wall("r1", "w1", "A–B"))
    assert history.job.rooms[0].measured.photos == ()
    assert history.job.pictures == demo_job().pictures  # those of the stone and the cloth stay
    history.undo()
    assert history.job.pictures == job.pictures
    history.do(edits.remove_photo("r1", "w1", "A–B"))
    assert (history.job.rooms[0].measured.photos, history.job.pictures) == ((), demo_job().pictures)
    again = History(job)
    again.do(edits.add_photo("r1", "w1", "A–B", b"other", job.rooms[0].measured.photos[0].points))
    assert [again.job.pictures[one] for one in set(again.job.pictures) - set(demo_job().pictures)] == [b"other"]


def test_a_file_with_far_too_large_pictures_is_refused() -> None:
    held = io.BytesIO(encode_job(demo_job()))
    with zipfile.ZipFile(held, "a", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr("pictures/big.jpg", b"\0" * (9 * 1024 * 1024))
        archive.writestr("pictures/../../evil.jpg", b"x")
    with pytest.raises(JobFileError, match="more than any job has"):
        decode_job(held.getvalue(), "bomb")


EPS = b"%!PS-Adobe-3.0 EPSF-3.0\n%%BoundingBox: 0 0 400 400\n%%EndComments\nshowpage\n%%EOF\n"


@pytest.mark.parametrize("raw", [EPS, b"GIF89a" + b"\x10\x00\x10\x00" + b"\0" * 40, b"BM" + b"\0" * 60])
def test_only_the_formats_that_are_said_are_opened_whatever_the_name(raw: bytes) -> None:
    with pytest.raises(PictureError, match="no picture"):
        scaled_picture(raw)


def test_a_picture_in_a_job_that_is_a_program_is_never_run(monkeypatch: pytest.MonkeyPatch) -> None:
    def run(*_: object, **__: object) -> None:
        raise AssertionError("a program was started")

    monkeypatch.setattr(subprocess, "Popen", run)
    job = with_photo()
    (photo,) = job.rooms[0].measured.photos
    name = photo.picture
    held = io.BytesIO(encode_job(replace(job, pictures={name: EPS + b" " * 6000})))
    opened = decode_job(held.getvalue(), "foreign")
    drawing = wall_elevation(opened.rooms[0], {}, opened.colours, opened.settings, "w1", opened.pictures)
    assert not any(isinstance(mark, Photograph) for mark in drawing.marks)
    assert "photograph cannot be shown" in drawing.subtitle


def test_pixels_are_counted_before_they_are_decoded(monkeypatch: pytest.MonkeyPatch) -> None:
    """A few kilobytes can say that they are a picture of gigabytes."""

    def decode(*_: object, **__: object) -> None:
        raise AssertionError("it was decoded")

    monkeypatch.setattr("PIL.ImageFile.ImageFile.load", decode)
    header = b"IHDR" + (30_000).to_bytes(4, "big") + (30_000).to_bytes(4, "big") + bytes((8, 2, 0, 0, 0))
    bomb = b"\x89PNG\r\n\x1a\n" + (13).to_bytes(4, "big") + header + zlib.crc32(header).to_bytes(4, "big")
    with pytest.raises(PictureError, match="pixels"):
        scaled_picture(bomb + (4).to_bytes(4, "big") + b"IDAT" + b"\0" * 40)


def test_more_photographs_than_a_file_holds_are_refused_when_they_are_laid() -> None:
    job = with_photo()
    (photo,) = job.rooms[0].measured.photos
    many = {f"p{number}.jpg": b"x" for number in range(MOST_PICTURES - len(job.pictures))}
    history = History(replace(job, pictures={**job.pictures, **many}))
    with pytest.raises(JobError, match=f"{MOST_PICTURES} are the most"):
        history.do(edits.add_photo("r1", "w2", "B–C", b"one more", photo.points))
    assert decode_job(encode_job(history.job), "again") == history.job
    large = {f"p{number}.jpg": b"x" * MOST_PICTURE_BYTES for number in range(MOST_BYTES // MOST_PICTURE_BYTES)}
    history = History(replace(demo_job(), pictures=large))
    with pytest.raises(JobError, match="MB"):
        history.do(edits.add_photo("r1", "w2", "B–C", b"one more", photo.points))
    assert history.job.pictures == large
