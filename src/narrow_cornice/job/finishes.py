"""What was decided about the surfaces of a room, and the colours and paints of the job."""

from typing import Literal

import msgspec

from narrow_cornice.finishes.paper import Match
from narrow_cornice.finishes.spread import Method, State, Texture
from narrow_cornice.finishes.tiles import Laid
from narrow_cornice.finishes.woods import Opacity, Wear, WoodAge
from narrow_cornice.survey.readings import Reading
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.words import Id, Tone, Words

FACE, INSIDE, DRAWERS = "casework face", "casework inside", "drawer box"
CASEWORK_GROUPS = (FACE, INSIDE, DRAWERS)  # the surfaces of built-ins, each by its run
Substrate = Literal["anything", "plaster", "wood", "metal", "masonry", "cement"]
Thinner = Literal["not said", "water", "solvent"]
BlockKind = Literal["block", "stencil"]
ColourOf = Literal["paint", "wood", "metal", "cloth", "stone"]
PieceKind = Literal["fence", "screen", "furniture", "radiator", "metalwork", "small things", "other"]
Sides = Literal[1, 2]
Mount = Literal["on laths", "on felt", "glued"]
Meets = Literal["square", "tongue and groove", "shiplap", "batten"]
TwoTone = Literal["one tone", "at the dado rail", "at a height"]


class Finish(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """What goes on a surface. ``coats`` None takes the coats that hide ``over`` (the colour there now), or the
    house rule where that is not said; ``state`` None is as it comes: new timber and boards bare, a wall with repairs
    patched, all else sound; ``primer`` is a paint put on first, in one coat: None as the school has it, empty for
    none. ``system`` is one of the table of systems, which says what of this is not said here; ``preparation`` what is
    done before paint (None: as system and state have it), ``seal`` a clear coat that comes last, ``substrate`` what the
    surface is of where it is not what it looks like. ``left`` is decided: it stays as it is. ``covering`` is a paper or
    a tile in place of paint. ``species`` and ``age`` are the wood under a stain, ``wear`` how it lies in the
    weather."""

    paint: Id | None = None
    colour: Id | None = None
    coats: int | None = None
    primer: Id | None = None
    state: State | None = None
    texture: Texture = "smooth"
    method: Method = "roller"
    over: Id | None = None
    system: Id = ""
    substrate: Substrate | None = None
    preparation: tuple[Id, ...] | None = None
    seal: Id | None = None
    left: bool = False
    covering: Id | None = None
    species: Id = ""
    age: WoodAge = "new"
    wear: Wear = "upright"


class Block(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A part of a wall that is masked and painted over the wall's own colour: its middle is at ``place`` along the wall
    and ``height`` above the floor. A stencil covers ``share`` of its area, in repeats of ``repeat_wide`` by
    ``repeat_tall``."""

    id: Id
    kind: BlockKind
    wall: Id
    name: Words
    place: Reading
    height: Reading
    width: Length
    tall: Length
    repeat_wide: Length | None = None
    repeat_tall: Length | None = None
    share: float = 0.3


class Piece(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A thing that is finished by itself, in a room or outside: a fence, a chair, hooks. ``width`` is its length,
    ``depth`` its thickness where it has one. A fence is of upright boards ``board`` wide and ``depth`` thick with a
    ``gap`` between them, finished on one or two ``sides``; ``count`` such things there are."""

    id: Id
    name: Words
    kind: PieceKind = "furniture"
    width: Length | None = None
    depth: Length | None = None
    height: Length | None = None
    board: Length | None = None
    gap: Length | None = None
    sides: Sides = 2
    count: int = 1


class RoomFinishes(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """The finishes of a room, by surface group ("upper wall") or by single surface ("upper wall@w1"), the single one
    first; where its walls change colour; the tone of its floor; ``blocks`` on its walls, and ``pieces`` that are
    finished with it."""

    surfaces: dict[Id, Finish] = {}
    two_tone: TwoTone = "one tone"
    split: Length | None = None
    floor: Tone = "#cdb48f"
    blocks: tuple[Block, ...] = ()
    pieces: tuple[Piece, ...] = ()


class Colour(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A named colour of the job, and what it is the colour ``of``: a paint, or a wood, metal, cloth or stone as it is,
    of which ``species`` and ``finish`` say more."""

    id: Id
    name: Words
    hex: Tone
    of: ColourOf = "paint"
    species: Id = ""
    finish: Words = ""


class Tin(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A size a paint is sold in."""

    litres: float
    price: float


class Paint(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A paint: volume solids in per cent, dry film in µm, SX per coat (``hiding``), sizes and shop; whether it is a
    primer, and ``on`` what. An ``opacity`` makes it a stain, or of a paint without one a clear coat. The rest is off
    its sheet: hours to the next coat and till a mixed one is past use (nought: not said), what it is thinned with, for
    how many months a left-over keeps (nought: by the house rule), and cautions in its maker's words."""

    id: Id
    name: Words
    sheen: Words
    solids: float
    film: float
    sizes: tuple[Tin, ...]
    shop: Id
    hiding: float = 1.0
    primer: bool = False
    on: Substrate = "anything"
    opacity: Opacity = ""
    recoat: float = 0.0
    pot_life: float = 0.0
    thinner: Thinner = "not said"
    keeps: int = 0
    cautions: tuple[Words, ...] = ()

    @property
    def stains(self) -> bool:
        """Whether it is a stain or a clear coat, through which wood is seen."""
        return self.opacity != ""


class Paper(msgspec.Struct, frozen=True, forbid_unknown_fields=True, tag="paper"):
    """A wallpaper: length and width of a roll and its repeat in mm, how its strips match, the price of a roll. A mural
    comes in so many ``panels``, each of that length and width, and its price is that of all."""

    id: Id
    name: Words
    length: float
    width: float
    repeat: float
    match: Match
    price: float
    shop: Id
    tone: Tone = "#d9d2bf"
    panels: int = 0


class Tile(msgspec.Struct, frozen=True, forbid_unknown_fields=True, tag="tile"):
    """A tile: sizes and joint in mm, how it is laid, how many a box holds, the price of a box; of mosaic the side of
    the ``sheet`` it comes on, nought for none."""

    id: Id
    name: Words
    width: float
    height: float
    thickness: float
    joint: float
    box: int
    price: float
    shop: Id
    laid: Laid = "straight"
    tone: Tone = "#d5dedb"
    sheet: float = 0.0


class Slat(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True, tag="slat"):
    """A slat or flute: width and depth in mm, the gap wished between two of them, the lengths it is sold in with the
    price of a metre, and how it is mounted."""

    id: Id
    name: Words
    width: float
    depth: float
    gap: float
    lengths: tuple[float, ...]
    price: float
    shop: Id = "timber-yard"
    tone: Tone = "#b98d5e"
    mount: Mount = "on laths"
    species: Id = ""


class Board(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True, tag="board"):
    """A board: its width, what ``shows`` of it when it is laid, its thickness in mm, how boards meet, the lengths it is
    sold in with the price of a metre. Where battens cover the joints, how wide one is and the price of a metre of it;
    ``block`` is the length of blocks for chevron and herringbone, nought for none."""

    id: Id
    name: Words
    width: float
    shows: float
    thickness: float
    lengths: tuple[float, ...]
    price: float
    meets: Meets = "tongue and groove"
    batten: float = 0.0
    batten_price: float = 0.0
    block: float = 0.0
    shop: Id = "timber-yard"
    tone: Tone = "#cfb084"
    species: Id = ""


class Overlay(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True, tag="overlay"):
    """A coat of cement over a wall or a fireplace: how thick in mm, kg of it for a square metre and a mm, how many kg a
    bag holds and what it costs, and in how many coats it is sealed."""

    id: Id
    name: Words
    thickness: float
    per_mm: float
    bag: float
    price: float
    seals: int = 2
    shop: Id = "builders-yard"
    tone: Tone = "#b9b4aa"


Covering = Paper | Tile | Slat | Board | Overlay
OVER_ALL = (Paper, Tile)  # coverings that a whole surface can be given
IN_LENGTHS = (Slat, Board)  # coverings that are cut from lengths and are finished afterwards


class LeftTin(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Paint that is left over: of which paint and colour, how much, from what day (proleptic ordinal, None where nobody
    knows) and batch, and where it is ``kept``; one that is kept for ``touch_up`` is not used."""

    id: Id
    paint: Id
    colour: Id | None
    litres: float
    day: int | None = None
    batch: Words = ""
    touch_up: bool = False
    kept: Words = ""


class TestBoard(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A test board of a stain: on which wood of what age, in how many coats, when, and what was thought of it."""

    id: Id
    paint: Id
    colour: Id | None
    species: Id
    age: WoodAge = "new"
    coats: int = 1
    day: int | None = None
    words: Words = ""
    taken: bool = False


def surface_key(group: str, thing: str = "") -> str:
    """Return under which key a finish is kept: of a group, or of the surface of one thing."""
    return f"{group}@{thing}" if thing else group


def group_and_thing(key: str) -> tuple[str, str]:
    """Return the group of a finish's key and the thing it is of alone, empty for the whole group."""
    group, _, thing = key.partition("@")
    return group, thing


def slope_thing(wall_id: str) -> str:
    """Return by what the sloped ceiling over a wall goes, as the thing of a surface."""
    return f"slope-{wall_id}"
