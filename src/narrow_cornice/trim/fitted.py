"""The trim of one room: what the order wants, what is fitted, where it sits, with its profile.

The order's members become trim as the proportion tables say: cornice → crown assembly, top of the architrave →
picture rail, architrave → casing, pedestal cap → dado rail, pedestal or column base → skirting.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping, Sequence
from types import MappingProxyType
from typing import Any

import msgspec
from msgspec.structs import replace

from narrow_cornice.explained.figures import Figure, choice, explained, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.trim.catalogue import StockPiece, assembled
from narrow_cornice.trim.choices import TrimChoice
from narrow_cornice.trim.kinds import (
    KINDS,
    MEMBER_PREFIX,
    MEMBERED,
    OF_TRIM,
    Stands,
    TrimKind,
    choice_key,
    kind_and_member,
)
from narrow_cornice.trim.members import Curves
from narrow_cornice.trim.orders import Order
from narrow_cornice.trim.profiles import Profile, cornice_profile, kind_profile
from narrow_cornice.trim.proportion import Proportion, School, proportion, top_of_picture_rail
from narrow_cornice.units.lengths import Length

SourceOf = Callable[[TrimKind, str, str], ThingPath | None]  # where a size of a kind, or of a member of it, is typed


NOTHING = TrimChoice()


def nowhere(kind: TrimKind, member: str, size: str) -> None:
    """Return no path: for trim that is in no room."""


class Fitted(msgspec.Struct, frozen=True):
    """One kind of trim in a room.

    ``wants`` is what the order asks (None where the school has no such member), ``height`` and ``projection``
    what is built, ``bottom`` and ``top`` where it lies on the wall in mm above the floor (a casing: nought).
    ``missing`` says why a piece that was asked for cannot be built yet; ``stock`` are the stock profiles it is put
    together from, none where it is made; ``spring`` the angle between the wall and its back, where it was measured.
    """

    kind: TrimKind
    fitted: bool
    wants: Figure | None
    height: Figure | None = None
    projection: Figure | None = None
    bottom: float = 0.0
    top: float = 0.0
    profile: Profile | None = None
    missing: str = ""
    stock: tuple[StockPiece, ...] = ()
    spring: float | None = None

    @property
    def built(self) -> bool:
        """Whether the piece is fitted and has its size."""
        return self.fitted and self.height is not None


class Member(msgspec.Struct, frozen=True):
    """One member of the cornice: what the order wants, what is built, and whether it is fitted."""

    name: str
    fitted: bool
    wants: Figure
    height: Figure


class FittedTrim(msgspec.Struct, frozen=True):
    """All trim of a room, with the proportion it came from."""

    proportion: Proportion
    kinds: Mapping[TrimKind, Fitted]
    members: tuple[Member, ...]
    borrowed: bool  # whether the dado's size was borrowed from the nineteen-part wall

    def of(self, kind: TrimKind) -> Fitted:
        """Return the piece of that kind; every room has one of each, fitted or not."""
        return self.kinds[kind]

    @property
    def lone_crown(self) -> bool:
        """Whether of the cornice only the crowning member is fitted, with no picture rail to answer it."""
        fitted = [place for place, member in enumerate(self.members) if member.fitted]  # from the top down
        alone = len(self.members) > 1 and fitted == [0]
        return alone and self.kinds["cornice"].built and not self.kinds["picture rail"].built


@explained("made size", "mm", "ceil(wanted ÷ step − 0.5) × step")
def to_the_step(wanted: float, step: float) -> float:
    """Return the size that is made of the one that is wanted: to the nearest step (half a step down), so that one knife
    serves what is nearly alike."""
    return math.ceil(wanted / step - 0.5) * step


@explained("little member", "mm", "wanted × share")
def little_member(wanted: float, share: float) -> float:
    """Return how high a member is that is kept small, for the line it draws."""
    return wanted * share


@explained("bottom of the cornice", "mm", "ceiling height − cornice")
def bottom_of_cornice(ceiling_height: float, cornice: float) -> float:
    """Return where the cornice begins above the floor."""
    return ceiling_height - cornice


@explained("cornice projection", "mm", "cornice")
def projection_of_cornice(cornice: float) -> float:
    """Return how far a cornice comes out: as much as it is high unless somebody says otherwise."""
    return cornice


def _typed(name: str, length: Length | None, source: ThingPath | None, wants: Figure | None) -> Figure | None:
    """Return a typed size as a choice that remembers what the order wanted."""
    if length is None:
        return None
    note = f"typed as {length.text}" if length.text else "typed"
    if wants is not None:
        note += ", whatever the order wants"
    return choice(name, length.mm, "mm", source, note)


class Fitting(msgspec.Struct, frozen=True):
    """What the trim of a room is fitted from: its proportion and what differs from it.

    ``curves`` says how profiles are drawn; ``choices`` holds what differs from the order, by kind or "cornice: member";
    ``source`` gives the path of a typed size, so that it can be found. ``panelled`` says whether there are panels or
    framed things, ``framing`` how wide the stiles and rails of a wainscot are.
    """

    wall: Proportion
    order: Order
    school: School
    choices: Mapping[str, TrimChoice]
    rules: HouseRules
    source: SourceOf = nowhere
    curves: Curves = "roman"
    panelled: bool = False
    framing: Figure | None = None

    def chosen(self, key: str) -> TrimChoice:
        """Return what was chosen of a kind, or of a member of the cornice, by its key."""
        return self.choices.get(key, NOTHING)

    def typed(self, key: str, size: str, name: str, wants: Figure | None = None) -> Figure | None:
        """Return a size that somebody typed, or that of the stock a piece is put together from; None for neither."""
        stock = self.chosen(key).stock
        if stock and size in ("height", "projection"):
            made = assembled(key, stock)
            value = made.height if size == "height" else made.projection
            return choice(name, value, "mm", self.source(*kind_and_member(key), ""), stock_words(stock))
        return _typed(name, getattr(self.chosen(key), size), self.source(*kind_and_member(key), size), wants)

    def wanted(self, kind: TrimKind) -> Figure | None:
        """Return the size the order asks of a kind, None where the school has no such piece."""
        wants: Figure | None = getattr(self.wall, OF_TRIM[kind].wants) if OF_TRIM[kind].wants else None
        return wants

    def height(self, kind: TrimKind) -> Figure | None:
        """Return the size of a kind: what was typed, else what the order asks."""
        wants = self.wanted(kind)
        return self.typed(kind, "height", kind, wants) or (self.made(wants) if kind != "frieze" else wants)

    def made(self, wants: Figure | None) -> Figure | None:
        """Return a size that the order wants as it is made: to the step of the house rules, but never to nothing."""
        step = self.rules.figure("made_step")
        if wants is None or wants.value < 2 * step.value or step.value <= 0:
            return wants
        return to_the_step(wants, step, called=wants.name)

    def out(self, kind: TrimKind) -> Figure:
        """Return how far a kind comes off the wall: what was typed, else its house rule."""
        return self.typed(kind, "projection", f"{kind} projection") or self.rules.figure(OF_TRIM[kind].thickness)

    def is_fitted(self, kind: TrimKind, usual: bool) -> bool:
        """Return whether a kind is fitted: as somebody said, else as is usual."""
        fitted = self.chosen(kind).fitted
        return usual if fitted is None else fitted

    def put(
        self,
        kind: TrimKind,
        size: Figure | None,
        top: float | None,
        *,
        usual: bool,
        wants: Figure | None = None,
        out: Figure | None = None,
        members: Sequence[Member] = (),
    ) -> Fitted:
        """Return a kind at its size, with its upper edge at a height; one that lacks either says what is missing."""
        fitted = self.is_fitted(kind, usual)
        wants = wants or self.wanted(kind)
        out = out or self.out(kind)
        if size is None or top is None or size.value <= 0:
            missing = "this school has none: type its height and its top" if fitted else ""
            return Fitted(kind, fitted, wants, missing=missing)
        profile = _profile(kind, size, out, members, self.curves, self.choices) if fitted else None
        chosen = self.chosen(kind)
        stock = chosen.stock if fitted else ()
        return Fitted(kind, fitted, wants, size, out, top - size.value, top, profile, stock=stock, spring=chosen.spring)

    def line(self) -> Figure | None:
        """Return the line of the picture rail, under the frieze: its height above the floor."""
        line = self.typed("picture rail", "top", "top of picture rail", self.wall.picture_rail_top)
        frieze = self.height("frieze")
        if line is None and frieze is not None:
            typed = self.chosen("frieze").height is not None  # under what is built, then, and not what is wanted
            cornice = _cornice_height(self, cornice_members(self)) if typed else self.wall.cornice
            return top_of_picture_rail(self.wall.height, cornice, frieze)
        return line


def _on_the_floor(room: Fitting, kind: TrimKind) -> Fitted:
    size = room.height(kind)
    return room.put(kind, size, size.value if size is not None else None, usual=OF_TRIM[kind].usual)


def _at_its_own_height(room: Fitting, kind: TrimKind) -> Fitted:
    """Return a piece that no order knows: its size and its upper edge are typed, or by house rules."""
    declared = OF_TRIM[kind]
    wants = room.rules.figure(declared.height)
    top = room.typed(kind, "top", f"top of {kind}") or room.rules.figure(declared.top)
    size = room.typed(kind, "height", kind, wants) or wants
    return room.put(kind, size, top.value, usual=declared.usual, wants=wants)


def _lent(room: Fitting) -> Proportion:
    """Return the nineteen-part wall, which has the pedestal that other schools lack."""
    return proportion(room.wall.height, room.order, "nineteen-part", room.rules)


def borrows_dado(room: Fitting) -> bool:
    """Return whether a dado rail is asked for whose size or place this school does not have."""
    if room.school == "nineteen-part" or not room.chosen("dado rail").fitted:
        return False
    top = room.typed("dado rail", "top", "top of dado rail")
    return room.height("dado rail") is None or (top or room.wall.pedestal) is None


def _as_the_dado(room: Fitting, kind: TrimKind) -> Fitted:
    """Return the dado rail: the cap of the pedestal; what a school without one lacks is borrowed."""
    size, top = room.height(kind), room.typed(kind, "top", f"top of {kind}") or room.wall.pedestal
    if borrows_dado(room):
        lent = _lent(room)
        size, top = size or lent.dado_rail, top or lent.pedestal
    return room.put(kind, size, top.value if top else None, usual=room.school == "nineteen-part")


def _round_panels(room: Fitting, kind: TrimKind) -> Fitted:
    """Return what frames panels: as wide as its house rule, stiles and rails as wide as the margin of the wainscot."""
    board = OF_TRIM[kind].uses == {"board"}
    wants = (room.framing if board else None) or room.rules.figure(OF_TRIM[kind].height)
    across = room.typed(kind, "height", kind, wants) or wants
    usual = room.framing is not None if board else room.panelled
    return room.put(kind, across, across.value, usual=usual, wants=wants)


def _under_the_frieze(room: Fitting, kind: TrimKind) -> Fitted:
    line = room.line()
    return room.put(kind, room.height(kind), line.value if line is not None else None, usual=OF_TRIM[kind].usual)


def cornice_members(room: Fitting) -> tuple[Member, ...]:
    """Return the members of the cornice from the top down: what the order asks of each, and what is built."""
    made = []
    for name, wants in room.wall.members.items():
        chosen = room.chosen(choice_key(MEMBERED, name))
        less = wants
        if chosen.share < 1.0:
            less = little_member(
                wants, choice("share", chosen.share, "", note="a little one, for its line"), called=name
            )
        typed = room.typed(choice_key(MEMBERED, name), "height", name, wants)
        made.append(Member(name, chosen.fitted is not False, wants, typed or room.made(less) or less))
    return tuple(made)


def _cornice_height(room: Fitting, members: Sequence[Member]) -> Figure:
    """Return the height of the cornice: as typed, else of the members that are fitted."""
    typed = room.typed(MEMBERED, "height", MEMBERED, room.wall.cornice)
    if typed is not None:
        return typed
    return total("cornice", "mm", [one.height for one in members if one.fitted], "the members that are fitted")


def _under_the_ceiling(room: Fitting, kind: TrimKind) -> Fitted:
    members = cornice_members(room)
    size = _cornice_height(room, members)
    out = room.typed(kind, "projection", f"{kind} projection") or projection_of_cornice(size)
    built = [member for member in members if member.fitted]
    return room.put(kind, size, room.wall.height.value, usual=OF_TRIM[kind].usual, out=out, members=built)


def _between_rail_and_cornice(room: Fitting, kind: TrimKind) -> Fitted:
    """Return the band of wall between the line of the picture rail and the cornice."""
    fitted, line, wants = room.is_fitted(kind, False), room.line(), room.wanted(kind)
    if line is None or room.height(kind) is None:
        missing = "this school has none: type the top of the picture rail" if fitted else ""
        return Fitted(kind, fitted, wants, missing=missing)
    top, cornice = room.wall.height, _cornice_height(room, cornice_members(room))
    if room.is_fitted(MEMBERED, OF_TRIM[MEMBERED].usual) and cornice.value > 0:
        top = bottom_of_cornice(top, cornice)
    return Fitted(kind, fitted, wants, frieze_band(top, line), None, line.value, top.value)


HOW_IT_STANDS: dict[Stands, Callable[[Fitting, TrimKind], Fitted]] = {
    "on the floor": _on_the_floor,
    "as the dado": _as_the_dado,
    "at its own height": _at_its_own_height,
    "round panels": _round_panels,
    "round openings": _on_the_floor,
    "under the frieze": _under_the_frieze,
    "under the ceiling": _under_the_ceiling,
    "between rail and cornice": _between_rail_and_cornice,
}


def fitting(
    height: Figure,
    order: Order,
    school: School,
    choices: Mapping[str, TrimChoice],
    rules: HouseRules,
    **how: Any,
) -> Fitting:
    """Return what the trim of a room with this ceiling height is fitted from; ``how`` are further fields of it.

    Raises CorniceError for a height or a school that cannot be.
    """
    return Fitting(proportion(height, order, school, rules), order, school, choices, rules, **how)


def fitted_trim(room: Fitting) -> FittedTrim:
    """Return all trim of a room, each kind as it is declared to stand."""
    pieces = {kind: HOW_IT_STANDS[OF_TRIM[kind].stands](room, kind) for kind in KINDS}
    rail, whole = pieces["picture rail"], pieces["architrave"]
    if rail.built and whole.built and rail.height is not None and whole.height is not None:
        # The rail takes the place of the architrave's crowning moulding, so the rest of it lies below the rail.
        rest = rest_of_architrave(whole.height, rail.height)
        if rest.value > 0:
            profile = _profile("architrave", rest, whole.projection, (), room.curves, room.choices)
            pieces["architrave"] = replace(whole, height=rest, top=rail.bottom, profile=profile, stock=())
    return FittedTrim(room.wall, MappingProxyType(pieces), cornice_members(room), borrows_dado(room))


@explained("architrave below the rail", "mm", "architrave − picture rail")
def rest_of_architrave(architrave: float, picture_rail: float) -> float:
    """Return what is left of the architrave under a picture rail that stands for its crowning moulding."""
    return architrave - picture_rail


@explained("frieze", "mm", "top of the frieze − top of picture rail")
def frieze_band(top_of_the_frieze: float, top_of_picture_rail: float) -> float:
    """Return the height of the band between the picture rail's line and what is above it."""
    return top_of_the_frieze - top_of_picture_rail


def stock_words(pieces: Sequence[StockPiece]) -> str:
    """Return stock pieces from the top down, in words."""
    return "stock: " + " over ".join(piece.words for piece in sorted(pieces, key=lambda one: -one.at))


def _profile(
    kind: TrimKind,
    size: Figure,
    out: Figure | None,
    members: Sequence[Member],
    curves: Curves,
    choices: Mapping[str, TrimChoice],
) -> Profile | None:
    """Return the profile of a piece at its built size, as it was drawn or as the order has it."""
    projection = out.value if out is not None else 0.0
    if kind == "frieze":
        return None
    if kind in choices and choices[kind].stock:
        return assembled(kind, choices[kind].stock)
    if kind == "cornice":
        whole = sum(member.height.value for member in members)
        if whole <= 0:
            return None
        scale = size.value / whole  # a typed height of the whole stretches its members alike
        stack = tuple((member.name, member.height.value * scale) for member in members)
        drawn = {name: choices[key].drawn for name, _ in stack if (key := MEMBER_PREFIX + name) in choices}
        return cornice_profile(stack, projection, curves, drawn)
    return kind_profile(kind, size.value, projection, curves, choices[kind].drawn if kind in choices else None)
