"""The bench for stock profiles: one offer for a kind of trim, and what it is put together from."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from narrow_cornice.derived.trimwork.stock_match import job_offers
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, Caption, NoteRow, Row, Title
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import StockOfferPath
from narrow_cornice.trim.catalogue import StockPiece
from narrow_cornice.trim.kinds import TrimKind, choice_key
from narrow_cornice.trim.nearest import Match
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.show import show_money, show_size


def offer_rows(bench: Bench, job: Job, path: StockOfferPath) -> Iterator[Row]:
    """Yield the rows of one offer of stock for a kind of trim."""
    room, kind, member = job.room(path.room), path.kind, path.member
    offers = job_offers(job, room, kind, member)
    offer = next((one for one in offers.offers if one.match.key == path.match), None)
    if offer is None:
        yield Title(f"Stock for the {member or kind}", room.name[:200])
        yield NoteRow("This offer is no longer among the nearest.", "ochre")
        return
    match = offer.match
    yield Title("Stock profiles", f"for the {member or kind}, {room.name[:100]}")

    def shown(mm: float) -> str:
        return show_size(abs(mm), job.settings)

    shops = job.shop_names()
    for piece in reversed(match.pieces):
        one = piece.profile
        where = f"{shown(piece.out)} off the wall" if piece.out > 0.25 else "against the wall"
        yield NoteRow(f"{piece.words}: {one.species}, {where}; {shops.get(one.shop, one.shop)}.")
    yield Caption("Against what is wanted")
    yield NoteRow(f"{100 * match.differs:.1f} % of the section differs.", "ochre" if match.differs > 0.15 else "soft")
    yield NoteRow(f"{100 * match.in_proportion:.1f} % differs when it is brought to the wanted height: in shape alone.")
    for mm, more, less in ((match.taller, "taller", "lower"), (match.further, "further out", "less far out")):
        if abs(mm) >= 0.5:
            yield NoteRow(f"{shown(mm)} {more if mm > 0 else less}.")
    yield Caption("For this room")
    yield bench.figure_row(offer.price, True)
    for part in offer.price.parts:
        yield bench.figure_row(part, False)
    if offers.made is not None:
        yield bench.figure_row(offers.made, False)
        for part in offers.made.parts:
            yield bench.figure_row(part, False)
        saved = offers.made.value - offer.price.value
        money = f" {job.settings.money}" if job.settings.money else ""
        yield NoteRow(
            f"Stock costs {show_money(abs(saved))}{money} {'less' if saved >= 0 else 'more'} than having it made."
        )
    if member:
        yield from _like_this(bench, room, match, choice_key(kind, member))
        return
    words = "Have it made instead" if offer.chosen else "Use these pieces"
    pieces = () if offer.chosen else match.pieces
    yield ButtonsRow(
        (words,), lambda _: bench.do(edits.use_stock(room.id, kind, pieces, match.words if pieces else "made"))
    )


def stock_choice(bench: Bench, room: Room, kind: TrimKind, pieces: Sequence[StockPiece]) -> Iterator[Row]:
    """Yield what a kind of trim is put together from, with the way back."""
    yield Caption("Put together from stock")
    for piece in sorted(pieces, key=lambda one: -one.at):
        yield NoteRow(f"{piece.words}, {piece.profile.species}")
    yield ButtonsRow(("Have it made instead",), lambda _: bench.do(edits.use_stock(room.id, kind, (), "made")))


def _like_this(bench: Bench, room: Room, match: Match, key: str) -> Iterator[Row]:
    """Yield what draws a member of the cornice as a stock profile is, where that is a stack of members."""
    one = match.pieces[0].profile
    if not one.members or "board" in one.uses:
        yield NoteRow("Choose pieces for the whole cornice to put it together from stock.")
        return
    size = Length(one.height, f"{one.height:g}")

    def draw(_: int) -> None:
        bench.do(edits.draw_section(room.id, {key: {"drawn": one.members, "height": size}}, f"drawn as {one.name}"))

    yield ButtonsRow((f"Draw this member as {one.name}",), draw)
