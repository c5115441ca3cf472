"""What was decided about the colours of a room: its strategy, the roles of colours in it, its bridge material; and
decks of colours that were read in."""

import msgspec

from narrow_cornice.colour.deck import DeckColour
from narrow_cornice.colour.shares import RoleKind, Strategy
from narrow_cornice.units.words import Id, Tone, Words


class Role(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """What a colour of the job is in a room."""

    kind: RoleKind
    colour: Id


class BridgeTone(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A colour of a bridge material with its share of it, 0 … 1."""

    hex: Tone
    share: float


class Bridge(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A material that carries several colours of a room: its name, its picture beside the job, and its palette."""

    name: Words
    picture: Id
    tones: tuple[BridgeTone, ...] = ()


class RoomColours(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """The colours of a room; ``on_purpose`` are neighbouring rooms from which it differs deliberately,
    ``beside`` rooms it is seen with that share no door with it: up a stair, across a yard."""

    strategy: Strategy = "not said"
    roles: tuple[Role, ...] = ()
    bridge: Bridge | None = None
    on_purpose: tuple[Id, ...] = ()
    beside: tuple[Id, ...] = ()


class OwnDeck(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A deck of colours that was read in."""

    id: Id
    name: Words
    colours: tuple[DeckColour, ...]
