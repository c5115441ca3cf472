"""Trim: the wall as an order, every kind of trim sized, panels and frames, stock."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import Row
from narrow_cornice.desk.place import Desk, Export, Import, Late, Leaf, Picture, Place, RowsOf, SeenAs, SizesOf, Total
from narrow_cornice.desk.place_page import PlacePage
from narrow_cornice.desk.seen_as import SECTION, STRIP, UNFOLDED, WALL, kind_selected, member_selected
from narrow_cornice.desk.view import View
from narrow_cornice.drawing.coloured import drawn_colours
from narrow_cornice.drawing.marks import Drawing
from narrow_cornice.exchange.cautions import cautions_of
from narrow_cornice.explained.figures import Figure
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import FramePath, MemberPath, PanelsPath, RoomPath, StockOfferPath, TrimPath
from narrow_cornice.trim.kinds import KINDS

HERE = "narrow_cornice.desk.places.trim"


def _page(desk: Desk) -> PlacePage:
    from narrow_cornice.desk.places.trim.page import TrimPage

    return TrimPage(desk, PLACE)


def _room_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    from narrow_cornice.desk.rows.room_rows import order_choices, room_rows, two_tone

    yield from room_rows(bench, job, room, order_choices, two_tone)


def _rows() -> RowsOf:
    from narrow_cornice.desk.places.trim.panel_rows import panel_rows
    from narrow_cornice.desk.places.trim.section_rows import member_of_section
    from narrow_cornice.desk.places.trim.stock_rows import offer_rows
    from narrow_cornice.desk.places.trim.trim_rows import trim_rows

    return {TrimPath: trim_rows, MemberPath: member_of_section, StockOfferPath: offer_rows, PanelsPath: panel_rows}


def _sizes() -> SizesOf:
    from narrow_cornice.desk.places.trim.sizes import SIZES

    return SIZES


def _found(job: Job, room: Room) -> Iterator[tuple[str, ThingPath]]:
    for kind in KINDS:
        yield f"{kind} {room.name}", TrimPath(room.id, kind)


def _proportion(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.wall_order import wall_order

    return wall_order(room, job.house_rules, drawn_colours(job.colours, job.coverings), job.settings, view.wall_id)


def _stock(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.profile_board import profile_board  # only whoever shops pays for it

    kind, member = kind_selected(view.selected), member_selected(view.selected)
    return profile_board(room, job.house_rules, job.settings, kind, job.catalogue, job.milled, job.joinery, member)


def _total(job: Job) -> Figure:
    from narrow_cornice.derived.bought.tally import tally

    return tally(job)["trim"]


def _stands(job: Job) -> bool:
    """Return whether every room has trim that is fitted."""
    trimmed = (trimmed_room(room, job.house_rules) for room in job.rooms)
    return bool(job.rooms) and all(one is not None and one.runs for one in trimmed)


PROPORTION = SeenAs("order", "order", _proportion, under_lamps="never")
STOCK = SeenAs("stock", "stock", _stock, under_lamps="never")
LEAVES = (
    Leaf("room", "Room", (UNFOLDED, WALL, STRIP, PROPORTION), (TrimPath, RoomPath)),
    Leaf("order", "Order", (PROPORTION, WALL, UNFOLDED), (TrimPath,)),
    Leaf("section", "Section", (SECTION, PROPORTION, UNFOLDED), (MemberPath, TrimPath)),
    Leaf("panels", "Panels", (WALL, STRIP, UNFOLDED), (PanelsPath, FramePath, TrimPath)),
    Leaf("stock", "Stock", (STOCK, SECTION), (StockOfferPath, TrimPath)),
    Leaf("cuts", "Cut list", (STRIP, WALL, UNFOLDED), (TrimPath, PanelsPath, FramePath)),
)


def _cautions(job: Job, room: Room | None) -> tuple[str, ...]:
    """Return the cautions that the trim of a room calls for."""
    from narrow_cornice.derived.risks import trim_risks

    names = trim_risks(job, room) if room is not None else ()
    return cautions_of(names)


PLACE = Place(
    key="trim",
    name="Trim",
    letter="T",
    group="Design",
    page=_page,
    room_rows=_room_rows,
    shows=(TrimPath, MemberPath, StockOfferPath, PanelsPath),
    rows=_rows,
    sizes=_sizes,
    cautions=_cautions,
    leaves=LEAVES,
    stands=_stands,
    opens=True,
    found=_found,
    hands_out=(
        Export("Cut list and bars on paper …", Late(f"{HERE}.handing_out", "cut_list")),
        Export(
            "Profile at full size on paper, in tiles …", Late(f"{HERE}.handing_out", "full_size", {"suffix": "pdf"})
        ),
        Export("Profile at full size as DXF …", Late(f"{HERE}.handing_out", "full_size", {"suffix": "dxf"})),
        Export("Profile at full size as SVG …", Late(f"{HERE}.handing_out", "full_size", {"suffix": "svg"})),
        Export("Orders of trim as TOML …", Late(f"{HERE}.handing_out", "orders")),
        Export("Catalogue of stock profiles as CSV …", Late(f"{HERE}.handing_out", "catalogue", {"suffix": "csv"})),
        Export("Catalogue of stock profiles as JSON …", Late(f"{HERE}.handing_out", "catalogue", {"suffix": "json"})),
    ),
    brings_in=(
        Import("Orders of trim (TOML) …", Late(f"{HERE}.bringing_in", "orders")),
        Import("Stock profiles (CSV, JSON, DXF, SVG) …", Late(f"{HERE}.bringing_in", "profiles")),
    ),
    totals=(Total("trim", 20, _total),),
    pictures=(
        Picture("trim", {"leaf": "room", "room_id": "r1", "turn": 180.0, "selected": TrimPath("r1", "cornice")}),
        Picture(
            "trim-section",
            {"leaf": "section", "room_id": "r1", "selected": MemberPath("r1", "cornice", "bed mould", 1)},
        ),
    ),
)
