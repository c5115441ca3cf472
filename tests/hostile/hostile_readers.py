"""Every reader of what comes from outside: how it is asked, and inputs that it reads, to begin mutating from."""

from __future__ import annotations

import io
from collections.abc import Callable, Mapping
from typing import NamedTuple

from narrow_cornice.casework.kinds import beginnings
from narrow_cornice.colour.light_request import light_answer, read_light
from narrow_cornice.cutting.request import read_lengths
from narrow_cornice.cutting.sheet_request import read_sheets
from narrow_cornice.drawing.unfolded import unfolded_room
from narrow_cornice.exchange.bridge_picture import pixels_of
from narrow_cornice.exchange.decks import colours_gpl, colours_table, read_deck
from narrow_cornice.exchange.dxf_drawing import drawing_dxf
from narrow_cornice.exchange.dxf_outlines import read_outlines
from narrow_cornice.exchange.kinds_file import kinds_toml, read_kinds
from narrow_cornice.exchange.orders_file import orders_toml, read_orders
from narrow_cornice.exchange.pictures_in import scaled_picture
from narrow_cornice.exchange.product_sheets import products_json, read_products, shipped_products
from narrow_cornice.exchange.profiles_in import (
    catalogue_csv,
    catalogue_file,
    read_catalogue_csv,
    read_profile_svg,
    read_profiles_dxf,
)
from narrow_cornice.exchange.readings_csv import read_readings, readings_table
from narrow_cornice.exchange.shop_prices import Asked, told_prices
from narrow_cornice.exchange.weather_csv import read_weather
from narrow_cornice.features.tile_request import read_tiles, tiles_answer
from narrow_cornice.instruments.colour_reader import read_colours
from narrow_cornice.instruments.laser import read_list
from narrow_cornice.instruments.meter_lines import MeterEar, reading_line, written
from narrow_cornice.job.file import decode_job, decode_json, encode_job
from narrow_cornice.job.samples import demo_job
from narrow_cornice.logbook.reading import read_entries
from narrow_cornice.perspective.request import answered, read_view
from narrow_cornice.survey.readings import parse_angle, parse_reading
from narrow_cornice.survey.request import read_survey, survey_answer
from narrow_cornice.survey.walk import read_walk
from narrow_cornice.trim.catalogue import catalogue_json, shipped_profiles
from narrow_cornice.trim.orders import orders
from narrow_cornice.units.dates import parse_date
from narrow_cornice.units.lengths import parse_length


class Reader(NamedTuple):
    """A reader: what is done with the bytes, and samples that it reads."""

    read: Callable[[bytes], object]
    samples: Callable[[], tuple[bytes, ...]]


def _text(reading: Callable[[str], object]) -> Callable[[bytes], object]:
    """Return a reader of what is typed or pasted: any text there is."""
    return lambda raw: reading(raw.decode("utf-8", "replace"))


def _job_json() -> bytes:
    import zipfile

    with zipfile.ZipFile(io.BytesIO(encode_job(demo_job()))) as archive:
        return archive.read("job.json")


def _picture(kind: str) -> bytes:
    from PIL import Image

    held = io.BytesIO()
    Image.effect_noise((64, 48), 60).convert("RGB").save(held, kind)
    return held.getvalue()


def _dxf() -> tuple[bytes, ...]:
    import ezdxf

    document = ezdxf.new("R2000")  # type: ignore[attr-defined]
    document.layers.add("walls")
    block = document.blocks.new("room")
    block.add_lwpolyline([(0, 0), (4310, 0), (4310, 3620), (0, 3620)], close=True, dxfattribs={"layer": "walls"})
    space = document.modelspace()
    space.add_blockref("room", (100, 100), dxfattribs={"rotation": 30})
    space.add_circle((9000, 0), 800)
    space.add_arc((0, 9000), 500, 10, 300)
    space.add_ellipse((9000, 9000), (700, 0), 0.5)
    space.add_spline([(0, 0), (10, 20), (30, 5), (60, 60)])
    held = io.StringIO()
    document.write(held)
    plan = drawing_dxf(unfolded_room(demo_job().rooms[0], {}, (), demo_job().settings, 0.0))
    return held.getvalue().encode(), plan


SVG = b"""<svg xmlns="http://www.w3.org/2000/svg" width="40mm" viewBox="0 0 40 80"><title>Ogee</title>
<g transform="translate(1 2) scale(1.5)"><path d="M0 0 L0 60 L10 60 C 20 50 5 40 22 30 A 6 6 0 0 1 30 20 L 30 0 Z"/>
</g><rect x="1" y="2" width="12" height="30" rx="2"/><circle cx="9" cy="9" r="4"/>
<polygon points="0,0 10,0 10,30 4,40"/></svg>"""
SURVEY = b"""{"corners": ["A","B","C","D"], "readings": [
{"kind": "distance", "from": "A", "to": "B", "value": 4310, "sigma": 2},
{"kind": "distance", "from": "B", "to": "C", "value": 3620},
{"kind": "distance", "from": "C", "to": "D", "value": 4300},
{"kind": "distance", "from": "D", "to": "A", "value": 3618},
{"kind": "distance", "from": "A", "to": "C", "value": 5630},
{"kind": "angle", "at": "B", "from": "A", "to": "C", "value": 90.4, "sigma": 0.3}, {"kind": "square", "at": "C"}]}"""
LENGTHS = b"""{"kerf": 3, "seconds": 1, "pieces": [{"name": "N wall", "length": 4310, "count": 2}],
"stock": [{"name": "4.8 m", "length": 4800, "price": 21.5, "count": null}]}"""
SHEETS = b"""{"kerf": 4, "edge_trim": 10, "seconds": 1, "parts": [
{"name": "side", "length": 2330, "width": 320, "count": 2, "grain": true}],
"sheets": [{"name": "ply 18", "length": 2440, "width": 1220, "price": 80, "count": null}]}"""
TILES = b"""{"region": [2400, 1200], "tile": [200, 100], "joint": 2, "pattern": "running", "start": null,
"openings": [[300, 300, 400, 500]], "reuse": true}"""
LIGHT = b"""{"room": [4000, 3000, 2600], "reflectance": {"floor": 0.2, "ceiling": 0.7, "walls": [0.5, 0.5, 0.5, 0.5]},
"lamps": [{"at": [2000, 1500, 2400], "lumens": 800}], "emit": 0, "patch": 1000}"""
VIEW = b"""{"eye": [100, 100, 1500], "towards": [3000, 2000, 1200], "angle": 60, "size": [800, 600],
"points": [[3000, 0, 0], [0, 0, 0]]}"""
WALK = b"4310 @ 90; 3620 @ 90.5; ?; 12' 4 1/2\" o; 300 @ ?"
LOGGED = b"Stair Hall: walls second coat, 3.2 l on 41 m2, brush\nParlour: 2 h sanding, 6 sheets\n"


def _weather() -> bytes:
    return b"day,warm,rain\n2027-03-15,12,rain\n2027-03-16;11,5;dry\n"


def _prices(raw: bytes) -> object:
    asked = (Asked("chalk", 2.5, "Chalk", 40.0), Asked("sedge", 1.0, "Sedge", 20.0))
    return told_prices(raw, asked, 739_000, "here")


def _profiles() -> tuple[bytes, ...]:
    few = shipped_profiles()[:6]
    return catalogue_csv(few, {}), catalogue_file(few, {})


READERS: Mapping[str, Reader] = {
    "job file": Reader(lambda raw: decode_job(raw, "job"), lambda: (encode_job(demo_job()),)),
    "job.json": Reader(lambda raw: decode_json(raw, "job"), lambda: (_job_json(),)),
    "plan outline": Reader(read_outlines, _dxf),
    "profiles as DXF": Reader(read_profiles_dxf, _dxf),
    "profile as SVG": Reader(read_profile_svg, lambda: (SVG,)),
    "catalogue as CSV": Reader(read_catalogue_csv, lambda: _profiles()[:1]),
    "catalogue as JSON": Reader(lambda raw: catalogue_json(raw, "catalogue"), lambda: _profiles()[1:]),
    "readings": Reader(
        lambda raw: read_readings(raw, demo_job().rooms[0], "in"),
        lambda: (readings_table(demo_job().rooms[0]).encode(),),
    ),
    "product sheets": Reader(read_products, lambda: (products_json(shipped_products()[:6]),)),
    "deck": Reader(
        lambda raw: read_deck(raw, "deck"),
        lambda: (colours_gpl(demo_job()).encode(), colours_table(demo_job()).encode()),
    ),
    "kinds of built-ins": Reader(read_kinds, lambda: (kinds_toml(dict(tuple(beginnings().items())[:2])),)),
    "orders": Reader(read_orders, lambda: (orders_toml(tuple(orders().values())[:2]),)),
    "weather": Reader(read_weather, lambda: (_weather(),)),
    "prices told": Reader(
        _prices,
        lambda: (b'{"shop": "Quay", "items": [{"code": "chalk", "size": 2.5, "price": 41.5, "stock": 3}]}',),
    ),
    "photograph": Reader(scaled_picture, lambda: tuple(_picture(kind) for kind in ("JPEG", "PNG", "TIFF", "WEBP"))),
    "bridge picture": Reader(pixels_of, lambda: (_picture("PNG"), _picture("JPEG"))),
    "meter": Reader(
        lambda raw: MeterEar().hear(raw),
        lambda: (written("H a meter") + written("U ft") + reading_line(4310, "in", 1.5) + b"C #12",),
    ),
    "survey": Reader(lambda raw: survey_answer(read_survey(raw)), lambda: (SURVEY,)),
    "lengths to cut": Reader(read_lengths, lambda: (LENGTHS,)),
    "sheets to cut": Reader(read_sheets, lambda: (SHEETS,)),
    "tiles": Reader(lambda raw: tiles_answer(read_tiles(raw)), lambda: (TILES,)),
    "light": Reader(lambda raw: light_answer(read_light(raw)), lambda: (LIGHT,)),
    "view": Reader(lambda raw: answered(read_view(raw)), lambda: (VIEW,)),
    "length": Reader(_text(parse_length), lambda: (b"12' 4 1/2\"", b"4310 mm", b"4,31 m", "8′ 7½″".encode())),
    "reading": Reader(_text(lambda text: parse_reading(text, "in")), lambda: (b"12' 4 1/2\" +- 1/16", b"4310 mm")),
    "angle": Reader(_text(parse_angle), lambda: (b"90.4", "90°30′".encode(), b"88\xc2\xb0 30'")),
    "date": Reader(_text(parse_date), lambda: (b"2027-03-15", b"15 March 2027", b"3/15/27")),
    "walk": Reader(_text(lambda text: read_walk(text, "in")), lambda: (WALK,)),
    "logbook": Reader(_text(lambda text: read_entries(demo_job(), text, 739_000)), lambda: (LOGGED,)),
    "list of lengths": Reader(_text(read_list), lambda: (b"4310\n3620 # a wall\n12' 4 1/2\"\n",)),
    "list of colours": Reader(_text(read_colours), lambda: (b"#c8d3c2\n#7d978a ; sedge\n",)),
}
