"""The trim of one room: what the order wants, what is fitted, where it sits, with its profile.

The order's members become trim as the proportion tables say: cornice → crown assembly, top of the architrave →
picture rail, architrave → casing, pedestal cap → dado rail, pedestal or column base → skirting.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence

import msgspec

from narrow_cornice.explained.figures import Figure, choice, explained, total
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.trim.catalogue import StockPiece, assembled
from narrow_cornice.trim.choices import KINDS, MEMBER_PREFIX, TrimChoice, TrimKind, kind_and_member
from narrow_cornice.trim.members import Curves
from narrow_cornice.trim.orders import Order
from narrow_cornice.trim.profiles import Profile, cornice_profile, kind_profile
from narrow_cornice.trim.proportion import Proportion, School, proportion, top_of_picture_rail
from narrow_cornice.units.lengths import Length

SourceOf = Callable[[TrimKind, str, str], ThingPath | None]  # where a size of a kind, or of a member of it, is typed


def nowhere(kind: TrimKind, member: str, size: str) -> None:
    """Return no path: for trim that is in no room."""


class Fitted(msgspec.Struct, frozen=True):
    """One kind of trim in a room.

    ``wants`` is what the order asks (None where the school has no such member), ``height`` and ``projection``
    what is built, ``bottom`` and ``top`` where it lies on the wall in mm above the floor (a casing: nought).
    ``missing`` says why a piece that was asked for cannot be built yet; ``stock`` are the stock profiles it is put
    together from, none where it is made.
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
    kinds: dict[TrimKind, Fitted]
    members: tuple[Member, ...]
    borrowed: bool  # whether the dado's size was borrowed from the nineteen-part wall

    def of(self, kind: TrimKind) -> Fitted:
        """Return the piece of that kind; every room has one of each, fitted or not."""
        return self.kinds[kind]

    @property
    def lone_crown(self) -> bool:
        """Whether of the cornice only the crowning member is fitted, with no picture rail to answer it."""
        fitted = [member.name for member in self.members if member.fitted]
        return (
            self.kinds["cornice"].built
            and len(self.members) > 1
            and fitted == ["cymatium"]
            and not self.kinds["picture rail"].built
        )


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
        note += f"; the order wants {wants.value:.1f} mm"
    return choice(name, length.mm, "mm", source, note)


def fitted_trim(
    height: Figure,
    order: Order,
    school: School,
    choices: Mapping[str, TrimChoice],
    rules: HouseRules,
    source: SourceOf = nowhere,
    curves: Curves = "roman",
    panelled: bool = False,
    framing: Figure | None = None,
) -> FittedTrim:
    """Return all trim of a room with this ceiling height.

    ``curves`` says how the profiles are drawn; ``choices`` holds what differs from the order, by kind or "cornice:
    member"; ``source`` gives the
    path of a typed size, so that it can be found. ``panelled`` says whether there are panels or framed things,
    ``framing`` how wide the stiles and rails of a wainscot are.
    """
    wall = proportion(height, order, school, rules)
    nothing = TrimChoice()

    def chosen(kind: str) -> TrimChoice:
        return choices.get(kind, nothing)

    def typed(kind: str, field: str, name: str, wants: Figure | None = None) -> Figure | None:
        stock = chosen(kind).stock
        if stock and field in ("height", "projection"):
            made = assembled(kind, stock)
            size = made.height if field == "height" else made.projection
            return choice(name, size, "mm", source(*kind_and_member(kind), ""), stock_words(stock))
        return _typed(name, getattr(chosen(kind), field), source(*kind_and_member(kind), field), wants)

    members = tuple(
        Member(
            name,
            chosen(MEMBER_PREFIX + name).fitted is not False,
            wants,
            typed(MEMBER_PREFIX + name, "height", name, wants) or wants,
        )
        for name, wants in wall.members.items()
    )
    built_members = [member for member in members if member.fitted]
    typed_cornice = typed("cornice", "height", "cornice", wall.cornice)
    whole = [member.height for member in built_members]
    if typed_cornice is not None:
        cornice = typed_cornice
    elif len(built_members) == len(members) and all(member.height is member.wants for member in members):
        cornice = wall.cornice
    else:
        cornice = total("cornice", "mm", whole, "the members that are fitted")

    borrowed = False
    dado_wants = wall.dado_rail
    dado_top = typed("dado rail", "top", "top of dado rail")
    if wall.pedestal is not None:
        dado_top = dado_top or wall.pedestal
    dado_height = typed("dado rail", "height", "dado rail", dado_wants) or dado_wants
    if school != "nineteen-part" and chosen("dado rail").fitted and (dado_height is None or dado_top is None):
        lent = proportion(height, order, "nineteen-part", rules)  # this school has no pedestal of its own
        borrowed = True
        dado_height = dado_height or lent.dado_rail
        dado_top = dado_top or lent.pedestal

    frieze = typed("frieze", "height", "frieze", wall.frieze) or wall.frieze
    rail_line = typed("picture rail", "top", "top of picture rail", wall.picture_rail_top)
    if rail_line is None and frieze is not None:
        rail_line = top_of_picture_rail(height, wall.cornice, frieze)
    line = rail_line.value if rail_line is not None else None

    pieces: dict[TrimKind, Fitted] = {}

    def put(
        kind: TrimKind, wants: Figure | None, size: Figure | None, out: Figure | None, top: float | None, usual: bool
    ) -> None:
        fitted = chosen(kind).fitted
        fitted = usual if fitted is None else fitted
        if size is None or top is None or size.value <= 0:
            missing = "this school has none: type its height and its top" if fitted else ""
            pieces[kind] = Fitted(kind, fitted, wants, missing=missing)
            return
        profile = _profile(kind, size, out, built_members, curves, choices) if fitted else None
        stock = chosen(kind).stock if fitted else ()
        pieces[kind] = Fitted(kind, fitted, wants, size, out, top - size.value, top, profile, stock=stock)

    def out(kind: str, rule: str) -> Figure:
        return typed(kind, "projection", f"{kind} projection") or rules.figure(rule)

    put(
        "skirting",
        wall.skirting,
        skirting := typed("skirting", "height", "skirting", wall.skirting) or wall.skirting,
        out("skirting", "skirting_thickness"),
        skirting.value,
        True,
    )
    put(
        "dado rail",
        dado_wants,
        dado_height,
        out("dado rail", "dado_projection"),
        dado_top.value if dado_top else None,
        school == "nineteen-part",
    )
    for kind, size, rule, usual in (
        ("panel mould", rules.figure("panel_mould_height"), "panel_mould_projection", panelled),
        ("stiles and rails", framing or rules.figure("panel_margin"), "framing_thickness", framing is not None),
    ):
        across = typed(kind, "height", kind, size) or size  # the width of what frames a panel
        put(kind, size, across, out(kind, rule), across.value, usual)  # type: ignore[arg-type]
    casing = typed("casing", "height", "casing", wall.casing) or wall.casing
    put("casing", wall.casing, casing, out("casing", "casing_thickness"), casing.value, True)
    rail = typed("picture rail", "height", "picture rail", wall.picture_rail) or wall.picture_rail
    put("picture rail", wall.picture_rail, rail, out("picture rail", "picture_rail_projection"), line, False)
    architrave = typed("architrave", "height", "architrave", wall.architrave) or wall.architrave
    put("architrave", wall.architrave, architrave, out("architrave", "architrave_thickness"), line, False)
    if pieces["picture rail"].built and pieces["architrave"].built and rail is not None and architrave is not None:
        # The rail takes the place of the architrave's crowning moulding, so the rest of it lies below the rail.
        low = pieces["architrave"].bottom
        rest = rest_of_architrave(architrave, rail)
        high = pieces["picture rail"].bottom
        if rest.value > 0:
            pieces["architrave"] = Fitted(
                "architrave",
                True,
                wall.architrave,
                rest,
                out("architrave", "architrave_thickness"),
                low,
                high,
                _profile("architrave", rest, out("architrave", "architrave_thickness"), (), curves, choices),
            )
    projection = typed("cornice", "projection", "cornice projection") or projection_of_cornice(cornice)
    put("cornice", wall.cornice, cornice, projection, height.value, True)
    cornice_piece = pieces["cornice"]
    frieze_top = bottom_of_cornice(height, cornice) if cornice_piece.built else height
    frieze_fitted = chosen("frieze").fitted is True
    if rail_line is not None and frieze is not None:
        band = frieze_band(frieze_top, rail_line)
        pieces["frieze"] = Fitted("frieze", frieze_fitted, wall.frieze, band, None, rail_line.value, frieze_top.value)
    else:
        pieces["frieze"] = Fitted(
            "frieze",
            frieze_fitted,
            wall.frieze,
            missing="this school has none: type the top of the picture rail" if frieze_fitted else "",
        )
    return FittedTrim(wall, {kind: pieces[kind] for kind in KINDS}, members, borrowed)


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
