"""The job as a value: frozen structs, written to the file as they are.

Identities are short strings that stay for the life of a thing. Dictionaries in here are never changed in place;
an edit puts a new one (see ``edits``). What a room is made of stands by topic: ``measured``, ``trimwork``,
``finishes``, ``casework``, ``brief``. Modules of what a job holds do not postpone their annotations: each would be
compiled on its own when the first job is read, a thirtieth of the whole start.
"""

import msgspec

from narrow_cornice.casework.kinds import Beginning, OwnKind, beginnings as shipped_beginnings
from narrow_cornice.job.bought import CuttingPlan, OwnLine, Purchase, Quote, SheetCutting, Shop, shipped_shops
from narrow_cornice.job.brief import HouseBrief, RoomBrief
from narrow_cornice.job.casework import Casework
from narrow_cornice.job.coloured import OwnDeck, RoomColours
from narrow_cornice.job.finishes import Colour, Covering, LeftTin, Paint, RoomFinishes, TestBoard
from narrow_cornice.job.logged import Logbook
from narrow_cornice.job.measured import Measured, WayIn
from narrow_cornice.job.presented import Presented, Presenting
from narrow_cornice.job.programmed import Programming
from narrow_cornice.job.trimwork import Joinery, MilledTrim, Trimwork
from narrow_cornice.job.walled import Walling
from narrow_cornice.job.zoned import Fabric, OwnPiece, Zoning, shipped_fabrics
from narrow_cornice.trim.catalogue import StockProfile
from narrow_cornice.trim.orders import Order, orders as shipped_orders
from narrow_cornice.units.lengths import Unit
from narrow_cornice.units.words import Id, Words

SCHEMA = 12


class Room(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A room, in parts by topic: what was measured of it, what was decided about its trim, its finishes, its
    built-ins, its zones, its colours, what is put on its walls and how it is presented, and its brief. One that is
    ``outdoors`` has no walls: only pieces, such as a fence."""

    id: Id
    name: Words
    measured: Measured = Measured()
    trim: Trimwork = Trimwork()
    finishes: RoomFinishes = RoomFinishes()
    brief: RoomBrief = RoomBrief()
    casework: Casework = Casework()
    zones: Zoning = Zoning()
    colours: RoomColours = RoomColours()
    walling: Walling = Walling()
    presented: Presented = Presented()
    outdoors: bool = False


class Scheme(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Another way to do the job: its rooms, under a name, beside those that are worked on."""

    id: Id
    name: Words
    rooms: tuple[Room, ...]


class Settings(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """How the job shows its figures: the unit, its finest step, and the name of the money."""

    unit: Unit = "mm"
    step: float = 1
    denominator: int = 16
    money: Words = ""


class Job(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A whole job. ``ticks`` are lines bought, by line with what was bought; ``kept`` are findings kept, with the
    reason; ``cutting`` are cutting plans kept (``sheets`` those of sheet goods) and ``left_over`` bars and
    ``left_sheets`` sheets (length along the grain and width) there are already (mm), by line; ``mixing`` are paint
    lines whose tins are marked to be mixed; ``catalogue`` are stock profiles, ``orders`` orders, ``shops`` shops and
    ``built_in_kinds`` kinds of built-ins beside those that ship; ``pictures`` stand beside ``job.json`` in the file,
    by their names; ``own_lines`` are lines to buy that somebody wrote. ``coverings`` are papers, tiles, slats and
    boards, ``left_paint`` what there is of earlier tins, ``test_boards`` the log of stains that were tried;
    ``purchases`` say of lines to buy what was got and paid, ``quotes`` what a shop last said of a price; ``fabrics``
    are cloth beside what ships, ``decks`` colours that were read in, ``furniture`` sizes of pieces beside those of the
    library; ``schemes`` are other ways to do the job, and ``scheme`` the name of the one that is worked on;
    ``programme`` says when it is done, ``presenting`` how it is shown to the client, ``logbook`` what was really
    done and used."""

    name: Words
    place: Words = ""
    schema: int = SCHEMA
    settings: Settings = Settings()
    house_rules: dict[Id, float] = {}
    colours: tuple[Colour, ...] = ()
    paints: tuple[Paint, ...] = ()
    milled: tuple[MilledTrim, ...] = ()
    rooms: tuple[Room, ...] = ()
    ticks: dict[Id, Id] = {}
    kept: dict[Id, Words] = {}
    mixing: tuple[Id, ...] = ()
    ways_in: tuple[WayIn, ...] = ()
    brief: HouseBrief = HouseBrief()
    joinery: Joinery = Joinery()
    cutting: dict[Id, CuttingPlan] = {}
    sheets: dict[Id, SheetCutting] = {}
    left_over: dict[Id, tuple[float, ...]] = {}
    left_sheets: dict[Id, tuple[tuple[float, float], ...]] = {}
    catalogue: tuple[StockProfile, ...] = ()
    orders: tuple[Order, ...] = ()
    shops: tuple[Shop, ...] = ()
    built_in_kinds: tuple[OwnKind, ...] = ()
    own_lines: tuple[OwnLine, ...] = ()
    coverings: tuple[Covering, ...] = ()
    left_paint: tuple[LeftTin, ...] = ()
    test_boards: tuple[TestBoard, ...] = ()
    purchases: dict[Id, Purchase] = {}
    quotes: dict[Id, Quote] = {}
    fabrics: tuple[Fabric, ...] = ()
    decks: tuple[OwnDeck, ...] = ()
    furniture: tuple[OwnPiece, ...] = ()
    scheme: Words = ""
    schemes: tuple[Scheme, ...] = ()
    programme: Programming = Programming()
    presenting: Presenting = Presenting()
    logbook: Logbook = Logbook()
    pictures: dict[Id, bytes] = {}

    def order_keys(self) -> dict[str, Order]:
        """Return every order a room can have by its key: those that ship, and the job's own in their place."""
        return {**shipped_orders(), **{one.key: one for one in self.orders}}

    def beginnings(self) -> dict[str, Beginning]:
        """Return every kind of built-in to begin with, the job's own first."""
        return {**{one.id: one.kind for one in self.built_in_kinds}, **shipped_beginnings()}

    def shop_names(self) -> dict[str, str]:
        """Return the names of all shops by identity: those that ship, and the job's own in their place."""
        return {shop.id: shop.name for shop in (*shipped_shops(), *self.shops)}

    def cloth(self) -> dict[str, Fabric]:
        """Return every cloth by identity: what ships, and the job's own in its place."""
        return {**shipped_fabrics(), **{one.id: one for one in self.fabrics}}

    def room(self, room_id: str) -> Room:
        """Return the room of that identity. Raises KeyError where there is none."""
        for room in self.rooms:
            if room.id == room_id:
                return room
        raise KeyError(room_id)
