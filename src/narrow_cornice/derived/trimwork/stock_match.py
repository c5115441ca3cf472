"""Which stock profiles come nearest to a room's trim, and what they cost against having it made.

The price of stock is that of whole lengths of every piece for the whole room; made to measure it is the lengths and,
once, the grinding of the knife.
"""

from __future__ import annotations

import math

import msgspec
from msgspec.structs import replace

from narrow_cornice.cutting.allowances import BarSaw, bar_saw
from narrow_cornice.cutting.lengths import lengths_to_buy
from narrow_cornice.derived.trimwork.built_up import MemberPiece, built_of
from narrow_cornice.derived.trimwork.prices import cut_lengths, knife_price, milled_for, price_per_metre
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.explained.figures import Figure, table, total
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.trimwork import Joinery, MilledTrim
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.catalogue import StockProfile, shipped_profiles
from narrow_cornice.trim.choices import TrimChoice, with_choice
from narrow_cornice.trim.girth import girth_of
from narrow_cornice.trim.kinds import MEMBERED, OF_TRIM, TrimKind, Use
from narrow_cornice.trim.nearest import Match, nearest, nearest_to_member
from narrow_cornice.trim.profiles import Profile, stack_profile
from narrow_cornice.trim.stacks import height_of

MOST = 8  # profiles that are told for one member


class StockOffer(msgspec.Struct, frozen=True):
    """One way to buy a kind of trim as stock: the pieces, the price for the room as a figure, whether it is chosen."""

    match: Match
    price: Figure
    chosen: bool


class Offers(msgspec.Struct, frozen=True):
    """Stock that comes near a room's trim, the nearest first, and what it costs ``made`` to measure (None: by nobody).

    ``wanted`` is the profile without stock; ``thin`` how many profiles are left out since nothing so thin is put up.
    """

    wanted: Profile | None
    offers: tuple[StockOffer, ...] = ()
    made: Figure | None = None
    thin: int = 0


@by_identity(times=32, each="room")
def catalogue_of(own: tuple[StockProfile, ...]) -> tuple[StockProfile, ...]:
    """Return all stock profiles of a job: its own, and those that ship, where it has none of the same identity."""
    mine = {one.id for one in own}
    return (*own, *(one for one in shipped_profiles() if one.id not in mine))


def as_made(room: Room, kind: TrimKind) -> Room:
    """Return the room with a kind of trim made as its order or somebody drew it, not put together from stock."""
    if not room.trim.choices.get(kind, TrimChoice()).stock:
        return room
    return replace(room, trim=replace(room.trim, choices=with_choice(room.trim.choices, kind, stock=())))


@by_identity(times=32, each="room", of=as_built)
def _wanted(room: Room, changed_rules: dict[str, float], kind: TrimKind) -> Profile | None:
    trimmed = trimmed_room(as_made(room, kind), changed_rules)
    return trimmed.trim.of(kind).profile if trimmed is not None else None


@by_identity(times=32, each="room", of=as_built)
def _wanted_member(room: Room, changed_rules: dict[str, float], name: str) -> Profile | None:
    """Return one member of a room's cornice as a section of its own, None where it is not fitted."""
    whole = _wanted(room, changed_rules, "cornice")
    mine = tuple(one.member for one in whole.members if one.stack == name) if whole is not None else ()
    return stack_profile("cornice", mine, room.trim.curves) if mine and height_of(mine) > 1.0 else None


@by_identity(times=32, each="room")
def _matches(wanted: Profile, kind: TrimKind, own: tuple[StockProfile, ...], least: float) -> tuple[Match, ...]:
    return nearest(wanted, kind, catalogue_of(own), least)


@by_identity(times=32, each="room", of=as_built)
def offers_of(
    room: Room,
    changed_rules: dict[str, float],
    kind: TrimKind,
    own: tuple[StockProfile, ...],
    stock: tuple[MilledTrim, ...],
    joinery: Joinery,
    member: str = "",
) -> Offers:
    """Return the stock that comes nearest to a kind of trim of a room, or to one ``member`` of its cornice, priced for
    its runs."""
    wanted = _wanted_member(room, changed_rules, member) if member else _wanted(room, changed_rules, kind)
    if wanted is None or not OF_TRIM[kind].uses:
        return Offers(None)
    rules = house_rules_of(changed_rules)
    least, saw = rules.value("least_thickness"), bar_saw(rules)
    plain = as_made(room, kind)
    trimmed = trimmed_room(plain, changed_rules)
    cuts = [run.to_buy.value for run in trimmed.runs if run.kind == kind and not run.there] if trimmed else []
    built: tuple[MemberPiece, ...] = ()
    if trimmed is not None and not member:
        built = built_of(trimmed.trim.of(kind), plain.trim.choices, plain.trim.curves, rules)
    chosen = room.trim.choices.get(kind, TrimChoice()).stock
    offers = []
    known = catalogue_of(own)
    matches = nearest_to_member(wanted, member, known)[:MOST] if member else _matches(wanted, kind, own, least)
    for match in matches:
        prices = []
        for piece in match.pieces:
            one = piece.profile
            if one.price_per_metre is None:
                made = _made(one.profile, kind, cuts, stock, saw, one.lengths, one.across)
                prices.append(made if made is not None else table(piece.words, 0.0, "money", "nobody makes it here"))
                continue
            pieces = _within(cut_lengths(cuts), saw.longest(one.lengths))
            bars = lengths_to_buy(pieces, one.lengths, one.price_per_metre, saw.between, (), saw.lost(one.lengths))
            prices.append(table(piece.words, bars.price, "money", bars.words or "none"))
        offers.append(StockOffer(match, total("price of the stock", "money", prices), chosen == match.pieces))
    uses = frozenset[Use]() if member else OF_TRIM[kind].uses
    thin = sum(one.depth < least for one in known if uses & set(one.uses))
    sprung = kind == MEMBERED and not plain.trim.choices.get(kind, TrimChoice()).solid
    across = math.hypot(wanted.height, wanted.projection) if sprung else wanted.height
    made = _built(built, kind, cuts, stock, saw) if built else _made(wanted, kind, cuts, stock, saw, across=across)
    return Offers(wanted, tuple(offers), made, thin)


def _within(cuts: tuple[float, ...], longest: float) -> tuple[float, ...]:
    """Return pieces as they are cut from bars of a length: longer ones in equal parts, scarfed."""
    made: list[float] = []
    for one in cuts:
        parts = max(1, -(-int(one) // int(longest)))
        made += [one / parts] * parts
    return cut_lengths(made)


def _built(
    built: tuple[MemberPiece, ...], kind: TrimKind, cuts: list[float], stock: tuple[MilledTrim, ...], saw: BarSaw
) -> Figure | None:
    """Return what a cornice costs that is built of its members: its mouldings with their knives, and its boards."""
    parts: list[Figure] = []
    for one in built:
        if one.profile is not None:
            made = _made(one.profile, kind, cuts, stock, saw, across=one.across)
            if made is None:
                return None
            parts += [made]
        elif one.board is not None and one.board.price_per_metre is not None:
            pieces = _within(cut_lengths(cuts), saw.longest(one.board.lengths))
            metre = one.board.price_per_metre
            bars = lengths_to_buy(pieces, one.board.lengths, metre, saw.between, (), saw.lost(one.board.lengths))
            parts.append(table(one.name, bars.price, "money", bars.words or "none"))
    return total("made to measure", "money", parts)


def _made(
    wanted: Profile,
    kind: TrimKind,
    cuts: list[float],
    stock: tuple[MilledTrim, ...],
    saw: BarSaw,
    own: tuple[float, ...] = (),
    across: float = 0.0,
) -> Figure | None:
    """Return what a profile costs made to measure: whole lengths (its ``own``, or as they are made), and the knife; of
    timber so wide ``across``, as wide as it is high where that is not said."""
    one = milled_for(kind, stock)
    if one is None:
        return None
    per_metre = price_per_metre(one, across or wanted.height)
    lengths = own or one.lengths
    pieces = _within(cut_lengths(cuts), saw.longest(lengths))
    bars = lengths_to_buy(pieces, lengths, per_metre.value, saw.between, (), saw.lost(lengths))
    parts = [table("lengths", bars.price, "money", f"{bars.words}, {one.name}")]
    if one.knife_per_mm > 0:
        grinding = table("grinding per mm", one.knife_per_mm, "money", one.name)
        parts.append(knife_price(girth_of(wanted), grinding))
    return total("made to measure", "money", parts)


def job_offers(job: Job, room: Room, kind: TrimKind, member: str = "") -> Offers:
    """Return the offers of a room in a job, for a kind of trim or one member of the cornice."""
    return offers_of(room, job.house_rules, kind, job.catalogue, job.milled, job.joinery, member)
