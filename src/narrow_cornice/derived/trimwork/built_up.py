"""A large cornice as it is built: of its members, each a sprung moulding or boards of its own, on a batten.

The bed mould lies against the wall, the corona before it is a board with its soffit, the crown springs from its edge.
One piece is made where the cornice is small (house rule), or where that was chosen and timber is wide enough for it.
"""

from __future__ import annotations

import math

import msgspec

from narrow_cornice.derived.trimwork.blocks import board_for
from narrow_cornice.explained.figures import Figure, explained, table
from narrow_cornice.explained.house_rules import HouseRules
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.catalogue import StockProfile
from narrow_cornice.trim.choices import TrimChoice
from narrow_cornice.trim.fitted import Fitted
from narrow_cornice.trim.kinds import MEMBERED
from narrow_cornice.trim.members import Curves
from narrow_cornice.trim.profiles import Profile, stack_profile
from narrow_cornice.trim.stacks import PlacedMember, height_of

BOARDS = frozenset({"corona", "dentil course", "modillion band", "fascia"})  # members that are boards
BOARD_THICK = 19.0
LEAST_SOFFIT = 20.0  # mm a board comes out, from which a soffit closes it below
BATTEN = (45.0, 38.0)  # across and thick


class MemberPiece(msgspec.Struct, frozen=True):
    """What of a cornice is cut as one: of which ``member`` (empty for the batten), what it is called, how high it is
    and how far it comes out by itself, by how much less it comes out than what comes out furthest, its spring; and
    either the profile that it is moulded to or the board that it is cut from."""

    member: str
    name: str
    height: float
    out: float
    short: float
    spring: Figure | None = None
    profile: Profile | None = None
    board: StockProfile | None = None

    @property
    def across(self) -> float:
        """Return how wide the timber is that it is made from: a sprung moulding by its face."""
        return math.hypot(self.height, self.out) if self.spring is not None else max(self.height, self.out)


@explained("spring", "°", "arctan(out ÷ high)")
def spring_from_sizes(out: float, high: float) -> float:
    """Return the angle between the wall and the back of a moulding, from how far it comes out and how high it is."""
    return math.degrees(math.atan2(out, high))


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
        made += _of_member(name, tuple(one for one in profile.members if one.stack == name), whole, curves)
    return tuple(made)


def _of_member(name: str, placed: tuple[PlacedMember, ...], whole: float, curves: Curves) -> list[MemberPiece]:
    """Return the pieces of one member."""
    if not placed:
        return []
    stack = tuple(one.member for one in placed)
    height, end = height_of(stack), max(one.end[0] for one in placed)
    out = end - min(one.start[0] for one in placed)
    if height < 1.0:
        return []
    if any(one.member.kind in BOARDS for one in placed):
        boards = [MemberPiece(name, name, height, BOARD_THICK, whole - end, board=board_for(height, BOARD_THICK))]
        if out > LEAST_SOFFIT:
            soffit = board_for(out, BOARD_THICK)
            boards.insert(0, MemberPiece(name, f"soffit of the {name}", BOARD_THICK, out, whole - end, board=soffit))
        return boards
    note = f"of the {name} as it is drawn: measure the moulding you buy"
    spring = spring_from_sizes(table("out", out, "mm", note), table("high", height, "mm", note))
    own = stack_profile(MEMBERED, stack, curves)
    return [MemberPiece(name, name, height, out, whole - end, spring, own)]
