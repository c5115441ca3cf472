"""What was decided about the trim of a room and of the job: order, kinds, panels, frames, milling and joinery."""

from typing import Literal

import msgspec

from narrow_cornice.survey.readings import Reading
from narrow_cornice.trim.choices import TrimChoice
from narrow_cornice.trim.kinds import TrimKind
from narrow_cornice.trim.members import Curves
from narrow_cornice.trim.orders import Order, orders as shipped_orders
from narrow_cornice.trim.panels import Alike, Manner, Zone
from narrow_cornice.trim.proportion import School
from narrow_cornice.trim.runs import CasingHead
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.words import Id, Words

Rank = Literal["principal", "secondary", "plain"]
FramedKind = Literal["mirror", "screen", "picture"]


class Panelling(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A field of panels: in which ``zone`` of the walls, as moulded frames or as a wainscot of stiles and rails, with
    one ``margin`` all round. Panels come near the ``wished`` width (None: the golden section), alike on each wall or in
    the whole room; ``walls`` are those it is on, all where none is named."""

    id: Id
    zone: Zone
    margin: Length
    manner: Manner = "picture-frame"
    wished: Length | None = None
    alike: Alike = "whole room"
    walls: tuple[Id, ...] = ()


class Framed(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A mirror, a screen or a picture framed with trim: ``width`` × ``tall`` is what the frame leaves open, ``mould``
    the kind of trim it is made of. ``diagonal`` is of a screen, whose opening leaves it air."""

    id: Id
    kind: FramedKind
    wall: Id
    name: Words
    place: Reading
    height: Reading
    width: Length
    tall: Length
    mould: TrimKind = "panel mould"
    diagonal: Length | None = None


class Trimwork(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """The trim of a room: its order (``own_order`` where it is none of those that ship) and school, and what differs
    from the order, by kind or "cornice: member". ``casing_heads`` says how head and legs of a casing meet."""

    rank: Rank = "principal"
    order: Id = "doric"
    own_order: Order | None = None
    school: School = "five-part"
    curves: Curves = "roman"
    casing_heads: CasingHead = "mitred"
    plinth_blocks: bool = False
    choices: dict[Id, TrimChoice] = {}
    panels: tuple[Panelling, ...] = ()
    frames: tuple[Framed, ...] = ()

    @property
    def order_in_force(self) -> Order:
        """Return the order the room is proportioned by."""
        return self.own_order or shipped_orders()[self.order]


class MilledTrim(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Trim as it is milled to order: for which kinds, in which lengths (mm), at a price per metre of a basic and a
    growing part (per mm of height), and what grinding the knife costs for each mm of the profile's girth, once."""

    id: Id
    name: Words
    kinds: tuple[TrimKind, ...]
    lengths: tuple[float, ...]
    price_per_metre: float
    price_per_metre_mm: float
    shop: Id
    knife_per_mm: float = 0.0


class Joinery(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """How trim is joined where practitioners disagree: inside corners coped, which forgives movement and bad angles,
    or mitred."""

    inside_corners: Literal["coped", "mitred"] = "coped"
