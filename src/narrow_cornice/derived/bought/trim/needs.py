"""What trim each room needs: the pieces of each profile, by the key of its line."""

from __future__ import annotations

import math
import zlib
from collections.abc import Mapping, Sequence
from types import MappingProxyType
from typing import Any

import msgspec

from narrow_cornice.derived.trimwork.built_up import MemberPiece, built_of
from narrow_cornice.derived.trimwork.cut_list import BOARD_MISSING, CutPiece, cut_list
from narrow_cornice.derived.trimwork.sections import is_drawn
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.explained.figures import Figure, total
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.trimwork import Joinery, MilledTrim
from narrow_cornice.memo import by_identity, by_value
from narrow_cornice.trim.catalogue import StockProfile, shipped_profiles
from narrow_cornice.trim.fitted import NOTHING, Fitted
from narrow_cornice.trim.kinds import KINDS, MEMBER_PREFIX, MEMBERED, OF_TRIM, TrimKind
from narrow_cornice.trim.profiles import Profile
from narrow_cornice.units.show import ShownIn, bare_size, show_size

Cut = tuple[str, float, int]  # a piece by its name, its length in mm, its number in the cut list of its room


def moulded(kind: TrimKind) -> bool:
    """Return whether a kind has a profile that a knife cuts: stiles and rails are plain boards."""
    return OF_TRIM[kind].uses != {"board"}


class TrimNeed(msgspec.Struct, frozen=True):
    """What one room needs of one profile: the runs with the wall they are for, and the pieces they are cut as.

    ``girth`` is that of a profile that is made, for its knife; ``profile`` the stock profile it is otherwise;
    ``unsure`` names the walls to read again before their pieces are cut.
    """

    kind: TrimKind
    height: float
    projection: float
    name: str
    pieces: tuple[tuple[str, Figure], ...]
    cuts: tuple[Cut, ...] = ()
    girth: float = 0.0
    profile: StockProfile | None = None
    unsure: tuple[str, ...] = ()

    @property
    def moulded(self) -> bool:
        """Return whether a knife cuts it: stiles and rails are plain boards."""
        return self.girth > 0 and moulded(self.kind)

    def total(self, name: str) -> Figure:
        """Return the length of all pieces under the room's name."""
        return _pieces_total(self, name[:60])


@by_identity(times=1, each="wall")
def _pieces_total(need: TrimNeed, name: str) -> Figure:
    return total(name, "run", [figure for _, figure in need.pieces])


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="wall")
def _trim_need(
    kind: TrimKind,
    height: float,
    projection: float,
    name: str,
    girth: float,
    profile: StockProfile | None,
    unsure: tuple[str, ...],
    cuts: int,
    *flat: str | float | Figure,
) -> TrimNeed:
    """Return a need from so many cuts as names, lengths and numbers in turn, then runs as names and figures in turn;
    equal ones of the same figures are the same object."""
    end = 3 * cuts
    made = tuple(zip(flat[:end:3], flat[1:end:3], flat[2:end:3], strict=True))
    runs = tuple(zip(flat[end::2], flat[end + 1 :: 2], strict=True))
    return TrimNeed(kind, height, projection, name, runs, made, girth, profile, unsure)  # type: ignore[arg-type]


@by_identity(times=1, each="room", of=as_built)
def trim_needs(
    room: Room, changed_rules: dict[str, float], stock: tuple[MilledTrim, ...], joinery: Joinery, how: ShownIn
) -> Mapping[str, TrimNeed]:
    """Return the pieces of trim the room needs, by the key of its line; ``how`` says in which units they are named."""
    trimmed = trimmed_room(room, changed_rules)
    if trimmed is None:
        return MappingProxyType({})
    needs: dict[str, TrimNeed] = {}
    listed = cut_list(room, changed_rules, stock, joinery)
    for kind in KINDS:
        piece = trimmed.trim.of(kind)
        runs = [run for run in trimmed.runs if run.kind == kind and not run.there]
        if not runs or piece.height is None or piece.projection is None:
            continue
        pieces = tuple(
            (f"{room.name[:40]} {run.wall_name}{' ' + run.words[:40] if run.words else ''}", run.to_buy) for run in runs
        )
        mine = [one for one in listed if one.kind == kind]
        pieces += tuple(
            (f"{room.name[:40]} {one.name}", _cut_length(one.length)) for one in mine if one.returns and not one.stock
        )
        if piece.stock:
            _stock_needs(needs, room, piece, mine)
            continue
        built = built_of(piece, room.trim.choices, room.trim.curves, house_rules_of(changed_rules))
        if built:
            _member_needs(needs, room, built, mine, how)
            continue
        size = f"{round(piece.height.value, 1):g}×{round(piece.projection.value, 1):g}"
        members = ""
        if kind == "cornice":
            members = " of " + ", ".join(member.name for member in trimmed.trim.members if member.fitted)
        drawn = (
            f"~{_drawn_key(piece.profile)}" if piece.profile is not None and is_drawn(room.trim.choices, kind) else ""
        )
        curves = "" if room.trim.curves == "roman" or drawn or not moulded(kind) else ", Greek curves"
        key = f"trim:{kind}:{size}{members}{drawn}{curves}"
        shown = f"{bare_size(piece.height.value, how)} × {show_size(piece.projection.value, how)}"
        name = f"{kind.capitalize()} {shown}{members}{', as drawn' if drawn else ''}{curves}"
        lone = [member.name for member in trimmed.trim.members if member.fitted] if kind == MEMBERED else []
        if len(lone) == 1:  # the same moulding, by one knife, as where a larger cornice is built with it
            key = f"trim:cornice:{lone[0]}:{size}{drawn}{curves}"
            name = f"{lone[0].capitalize()} {shown} of a cornice{', as drawn' if drawn else ''}{curves}"
        cuts = [(f"{room.name[:40]} {one.name}", one.to_saw, one.number) for one in mine if not one.stock]
        flat: list[Any] = [one for part in (*cuts, *pieces) for one in part]
        girth = round(piece.profile.girth, 1) if piece.profile is not None else 0.0
        height, out = piece.height.value, piece.projection.value
        if kind == MEMBERED and not room.trim.choices.get(MEMBERED, NOTHING).solid:
            height = math.hypot(height, out)  # it is sprung: the timber is as wide as its face
        needs[key] = _trim_need(kind, height, out, name, girth, None, _unsure(mine), len(cuts), *flat)
    blocks = [one for one in listed if one.block]
    for board in shipped_profiles():
        cuts_of = [one for one in blocks if one.stock == board.id]
        if cuts_of:
            _stock_need(needs, room, board, cuts_of, cuts_of[0].kind)
    return MappingProxyType(needs)


@by_identity(times=1, each="room", of=as_built)
def not_cut(
    room: Room, changed_rules: dict[str, float], stock: tuple[MilledTrim, ...], joinery: Joinery
) -> tuple[str, ...]:
    """Return what of the trim of a room is in no line, in a sentence a kind: what is asked for and has no size or no
    place yet, and what is wider or thicker than any board that there is."""
    trimmed = trimmed_room(room, changed_rules)
    pieces = [trimmed.trim.of(kind) for kind in KINDS] if trimmed is not None else []
    said = [
        f"The {piece.kind} of {room.name[:60]} is in no line: {piece.missing}."
        for piece in pieces
        if piece.fitted and piece.missing
    ]
    listed = cut_list(room, changed_rules, stock, joinery)
    for kind in KINDS:
        mine = [one for one in listed if one.kind == kind and one.stock == BOARD_MISSING]
        if mine:
            first, more = mine[0], f" and {len(mine) - 1} more" if len(mine) > 1 else ""
            metres = sum(one.to_saw for one in mine) / 1000
            said.append(
                f"No board is large enough for {first.name}{more} of the {kind}, {metres:.1f} m, in {room.name[:60]}: "
                "they are in no line."
            )
    return tuple(said)


def _unsure(cuts: Sequence[CutPiece]) -> tuple[str, ...]:
    """Return the walls that hold a piece too loosely for it to be cut."""
    return _kept_names(tuple(dict.fromkeys(cut.wall for cut in cuts if cut.unsure)))


@by_value(times=1, each="wall")
def _kept_names(names: tuple[str, ...]) -> tuple[str, ...]:
    return names


def _drawn_key(profile: Profile) -> str:
    """Return a short key of a profile that somebody drew: the same for the same members."""
    members = [(one.member.kind, round(one.member.height, 1), round(one.member.out, 1)) for one in profile.members]
    return f"{zlib.crc32(repr(members).encode()):08x}"


def _member_needs(
    needs: dict[str, TrimNeed], room: Room, built: Sequence[MemberPiece], cuts: Sequence[CutPiece], how: ShownIn
) -> None:
    """Add what a cornice that is built of its members needs: its mouldings, and the boards of the others."""
    for one in built:
        if one.profile is None:
            continue
        mine = [cut for cut in cuts if cut.member == one.key]
        greek = ", Greek curves" if room.trim.curves == "greek" else ""
        drawn = (
            f"~{_drawn_key(one.profile)}"
            if room.trim.choices.get(f"{MEMBER_PREFIX}{one.member}", NOTHING).drawn
            else ""
        )
        key = f"trim:cornice:{one.key}:{round(one.height, 1):g}×{round(one.out, 1):g}{drawn}{greek}"
        size = f"{bare_size(one.height, how)} × {show_size(one.out, how)}"
        name = f"{one.name.capitalize()} {size} of a cornice{', as drawn' if drawn else ''}{greek}"
        named: list[Cut] = [(f"{room.name[:40]} {cut.name}", cut.to_saw, cut.number) for cut in mine]
        lengths = [(each, _cut_length(length)) for each, length, _ in named]
        flat: list[Any] = [each for part in (*named, *lengths) for each in part]
        girth = round(one.profile.girth, 1)
        needs[key] = _trim_need("cornice", one.across, one.out, name, girth, None, _unsure(mine), len(named), *flat)
    for board in {one.board.id: one.board for one in built if one.board is not None}.values():
        _stock_need(needs, room, board, [cut for cut in cuts if cut.stock == board.id and not cut.block], "cornice")


def _stock_needs(needs: dict[str, TrimNeed], room: Room, piece: Fitted, cuts: Sequence[CutPiece]) -> None:
    """Add what a piece put together from stock profiles needs of each of them."""
    for one in {each.profile.id: each.profile for each in piece.stock}.values():
        mine = [cut for cut in cuts if cut.stock == one.id and not cut.block]
        _stock_need(needs, room, one, mine, piece.kind)


def _stock_need(
    needs: dict[str, TrimNeed], room: Room, one: StockProfile, cuts: Sequence[CutPiece], kind: TrimKind
) -> None:
    """Add what is cut from a stock profile, to what the room needs of it for something else."""
    named: list[Cut] = [(f"{room.name[:40]} {cut.name}", cut.to_saw, cut.number) for cut in cuts]
    lengths = [(name, _cut_length(length)) for name, length, _ in named]
    flat: list[Any] = [each for part in (*named, *lengths) for each in part]
    key = f"stock:{one.id}"
    there, unsure = needs.get(key), _unsure(cuts)
    if there is not None:
        unsure = _kept_names(tuple(dict.fromkeys((*there.unsure, *unsure))))
        flat = [each for part in (*there.cuts, *named, *there.pieces, *lengths) for each in part]
        named = [*there.cuts, *named]
    girth = round(one.profile.girth, 1) if one.price_per_metre is None else 0.0
    needs[key] = _trim_need(
        kind, one.across, one.depth, f"{one.name}, {one.species}", girth, one, unsure, len(named), *flat
    )


@by_value(times=1, each="wall")
def _cut_length(mm: float) -> Figure:
    return Figure("cut length", mm, "mm", "table", note="from the cut list, over its longest points")
