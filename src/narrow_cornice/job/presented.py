"""What was decided about how a room is shown to the client, and what the client answered."""

from typing import Literal

import msgspec

from narrow_cornice.units.lengths import Length
from narrow_cornice.units.words import Id, Words

Says = Literal["yes", "no", "later"]
PaperSize = Literal["A3", "A4", "Letter", "Tabloid", "screen"]
Spot = tuple[float, float]


class Viewpoint(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """From where a room is seen: a place on its plan, how high the eye is, the place it looks ``to`` and how high that
    is, in mm (None: by the house rule), and the angle across the picture in degrees."""

    x: float
    y: float
    to: Spot
    height: Length | None = None
    aim: Length | None = None
    angle: float = 65.0


class Answer(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """What the client said of an item, why, and on which day (proleptic ordinal, None where nobody wrote it down)."""

    says: Says
    because: Words = ""
    day: int | None = None


class CardWish(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A card of a board that was moved or worded by hand: its corner as shares of the sheet (None where the rule puts
    it), other ``words``, and whether it is ``left_out``."""

    at: Spot | None = None
    words: Words = ""
    left_out: bool = False


class PhotoPart(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A part of a photograph that is one surface of the room: its outline as shares of the picture's width and height
    from its upper left, and the key of the surface whose colour it gets. ``holes`` are cut out of it. ``colour`` is
    another colour of the job to try instead."""

    id: Id
    outline: tuple[Spot, ...]
    surface: Id
    holes: tuple[tuple[Spot, ...], ...] = ()
    colour: Id = ""


class ClientPhoto(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A photograph of the room as it is: its picture beside the job, the parts of it that get new colours; ``wall`` is
    a wall that it shows square, and ``corners`` where the wall's corners are (lower left, lower right, upper right,
    upper left, as shares of the picture)."""

    id: Id
    name: Words
    picture: Id
    parts: tuple[PhotoPart, ...] = ()
    wall: Id = ""
    corners: tuple[Spot, ...] = ()


class Presented(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """How a room is presented: from where it is seen (None: from where most of it is), answers by item, which items
    can be left out (``optional``), cards by what they show, and photographs."""

    eye: Viewpoint | None = None
    answers: dict[Id, Answer] = {}
    optional: tuple[Id, ...] = ()
    cards: dict[Id, CardWish] = {}
    photos: tuple[ClientPhoto, ...] = ()


class Presenting(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """How the whole job is presented: the boards' paper, whether ``costs`` stand on them, which scheme rooms are
    held ``against`` (empty: as they are now), and the cards of the house's own board that were moved or worded."""

    paper: PaperSize = "A3"
    costs: bool = False
    against: Id = ""
    cards: dict[Id, CardWish] = {}
