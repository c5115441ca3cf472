"""A large cornice as it is built: of its members, each a sprung moulding or boards of its own, on a batten.

The bed mould lies against the wall, the corona before it is a board with its soffit, the crown springs from its edge.
One piece is made where the cornice is small (house rule), or where that was chosen and timber is wide enough for it.
"""

from __future__ import annotations

import itertools
import math

import msgspec
from msgspec.structs import replace

from narrow_cornice.derived.trimwork.blocks import board_for
from narrow_cornice.explained.figures import Figure, choice, explained, table
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.catalogue import StockProfile
from narrow_cornice.trim.choices import TrimChoice
from narrow_cornice.trim.fitted import Fitted
from narrow_cornice.trim.kinds import MEMBERED, choice_key
from narrow_cornice.trim.members import Curves
from narrow_cornice.trim.profiles import Profile, stack_profile
from narrow_cornice.trim.spacing import APPLIED
from narrow_cornice.trim.stacks import PlacedMember, height_of

BOARDS = frozenset({"corona", "fascia", *APPLIED})  # members that are boards
BOARD_THICK = 19.0
LEAST_SOFFIT = 20.0  # mm a board comes out, from which a soffit closes it below
BATTEN = (45.0, 38.0)  # across and thick


class MemberPiece(msgspec.Struct, frozen=True):
    """What of a cornice is cut as one: of which ``member`` (empty for the batten), what it is called, how high it is
    and how far it comes out by itself, by how much less it comes out than what comes out furthest, its spring; and
    either the profile that it is moulded to or the board that it is cut from. ``number`` tells apart the pieces of a
    member that a course of blocks divides, from 1 up; nought where it is one."""

    member: str
    name: str
    height: float
    out: float
    short: float
    spring: Figure | None = None
    profile: Profile | None = None
    board: StockProfile | None = None
    number: int = 0

    @property
    def key(self) -> str:
        """Return what it goes by among the pieces of a cornice."""
        return f"{self.member}#{self.number}" if self.number else self.member

    @property
    def across(self) -> float:
        """Return how wide the timber is that it is made from: a sprung moulding by its face."""
        return math.hypot(self.height, self.out) if self.spring is not None else max(self.height, self.out)


@explained("spring", "°", "arctan(out ÷ high)")
def spring_from_sizes(out: float, high: float) -> float:
    """Return the angle between the wall and the back of a moulding, from how far it comes out and how high it is."""
    return math.degrees(math.atan2(out, high))


def measured_spring(degrees: float) -> Figure:
    """Return a spring that was measured of the moulding that is bought."""
    return choice("spring", degrees, "°", note="measured of the moulding, and typed")


def largest_size(piece: Fitted) -> float | None:
    """Return the larger of how high a piece is and how far it comes out, in mm: what decides whether it is one piece.
    None where it has no sizes."""
    if piece.height is None or piece.projection is None:
        return None
    return max(piece.height.value, piece.projection.value)


def in_one_piece(piece: Fitted, chosen: TrimChoice, rules: HouseRules) -> bool:
    """Return whether a cornice is made as one piece: a small one, or one that somebody chose so and a board can be."""
    largest = largest_size(piece)
    if largest is None:
        return True
    return largest <= rules.value("solid_cornice" if chosen.solid else "one_piece_cornice")


@by_identity(times=1, each="room")
def built_of(
    piece: Fitted, choices: dict[str, TrimChoice], curves: Curves, rules: HouseRules
) -> tuple[MemberPiece, ...]:
    """Return what a cornice is built of, in the order in which it is put up; nothing where it is one piece, is put
    together from stock, or is none."""
    profile = piece.profile
    if piece.kind != MEMBERED or piece.stock or profile is None or piece.projection is None:
        return ()
    if in_one_piece(piece, choices.get(MEMBERED, TrimChoice()), rules):
        return ()
    whole = piece.projection.value
    batten = board_for(*BATTEN)
    made = [MemberPiece("", "batten", BATTEN[0], BATTEN[1], whole - BATTEN[1], board=batten)]
    for name, _, _ in profile.bands:  # from the bed mould up
        made += _of_member(
            name,
            tuple(one for one in profile.members if one.stack == name),
            whole,
            curves,
            choices.get(choice_key(MEMBERED, name), TrimChoice()).spring,
        )
    return tuple(made)


def _of_member(
    name: str, placed: tuple[PlacedMember, ...], whole: float, curves: Curves, measured: float | None
) -> list[MemberPiece]:
    """Return the pieces of one member; of one with a course of blocks what is under it, the band the blocks stand on,
    and what is over it. ``measured`` is the spring of its moulding, where that was measured."""
    if not placed:
        return []
    parted = [list(group) for _, group in itertools.groupby(placed, key=lambda one: one.member.kind in APPLIED)]
    if len(parted) == 1:
        return _piece(name, placed, whole, curves, measured)
    made = []
    for number, group in enumerate(parted, 1):
        pieces = _piece(name, tuple(group), whole, curves, measured)
        made += [replace(one, name=f"{one.name}, part {number}", number=number) for one in pieces]
    return made


def _piece(
    name: str, placed: tuple[PlacedMember, ...], whole: float, curves: Curves, measured: float | None
) -> list[MemberPiece]:
    """Return what one member, or a part of it, is cut as."""
    stack = tuple(one.member for one in placed)
    height, end = height_of(stack), max(one.end[0] for one in placed)
    out = end - min(one.start[0] for one in placed)
    if height < 1.0:
        return []
    if placed[0].member.kind in APPLIED:  # the blocks stand before the band, which stands back by as much
        back = whole - min(one.start[0] for one in placed)
        return [MemberPiece(name, name, height, BOARD_THICK, back, board=board_for(height, BOARD_THICK))]
    if any(one.member.kind in BOARDS for one in placed):
        boards = [MemberPiece(name, name, height, BOARD_THICK, whole - end, board=board_for(height, BOARD_THICK))]
        if out > LEAST_SOFFIT:
            soffit = board_for(out, BOARD_THICK)
            boards.insert(0, MemberPiece(name, f"soffit of the {name}", BOARD_THICK, out, whole - end, board=soffit))
        return boards
    note = f"of the {name} as it is drawn: measure the moulding you buy"
    spring = spring_from_sizes(table("out", out, "mm", note), table("high", height, "mm", note))
    if measured is not None:
        spring = measured_spring(measured)
    own = stack_profile(MEMBERED, stack, curves)
    return [MemberPiece(name, name, height, out, whole - end, spring, own)]
