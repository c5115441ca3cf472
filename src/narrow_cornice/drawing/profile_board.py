"""A profile board: the stock that comes nearest to a wanted section, side by side at one scale, with what differs."""

from __future__ import annotations

import itertools
from typing import Any

from narrow_cornice.derived.trimwork.stock_match import StockOffer, offers_of
from narrow_cornice.drawing.marks import LAID_WIDE, About, Area, Drawing, Label, Mark, Pen, Stroke, bounds_of
from narrow_cornice.drawing.section import TINTS
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import StockOfferPath
from narrow_cornice.job.trimwork import Joinery, MilledTrim
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.catalogue import StockPiece, StockProfile
from narrow_cornice.trim.kinds import TrimKind
from narrow_cornice.trim.nearest import closed_section
from narrow_cornice.trim.profiles import Profile
from narrow_cornice.units.show import bare_size, show_money

COLUMNS = 4
MOST = 8


# Many parameters: kept by the identity of each, so that an edit elsewhere works nothing out again.
@by_identity(times=1, each="drawing", of=as_built)
def profile_board(
    room: Room,
    changed_rules: dict[str, float],
    settings: Settings,
    kind: TrimKind,
    own: tuple[StockProfile, ...],
    stock: tuple[MilledTrim, ...],
    joinery: Joinery,
    member: str = "",
) -> Drawing:
    """Return the board of a kind of trim, or of one member of the cornice: each offer over the wanted section, what
    they do not share in rust."""
    offers = offers_of(room, changed_rules, kind, own, stock, joinery, member)
    title = f"Stock for the {member or kind}"
    wanted = offers.wanted
    if wanted is None:
        return Drawing(title, f"No {kind} is fitted in this room.", (), (0.0, 0.0, 200.0, 200.0))
    if not offers.offers:
        missing = f"No stock profile comes near this {member or kind}. Bring in a catalogue, or have it made."
        return Drawing(title, missing, (), (0.0, 0.0, 200.0, 200.0))
    shown = offers.offers[:MOST]
    columns = min(COLUMNS, len(shown))
    tall = max([wanted.height, *(one.match.profile.height for one in shown)])
    wide = max([wanted.reach, *(one.match.profile.reach for one in shown)])
    unit = max(tall, wide * 0.7) / 100
    lines = max(len(one.match.pieces) for one in shown) + 2
    step, drop = max(wide, 130 * unit) + 22 * unit, tall + (26 + 10.5 * lines) * unit
    marks: list[Mark] = []
    for place, one in enumerate(shown):
        row, column = divmod(place, columns)
        path = StockOfferPath(room.id, kind, member, one.match.key)
        marks += _card(one, wanted, kind, (column * step, row * drop), unit, step, about=path, settings=settings)
    left, top, right, bottom = bounds_of(marks, 6 * unit)
    right += 70 * unit  # the words of the last column are wider than its pieces
    made = f"; made to measure {_money(offers.made.value, settings)}" if offers.made is not None else ""
    subtitle = f"wanted {show(wanted.height, settings)} × {show(wanted.reach, settings)}{made}"
    if offers.thin:
        subtitle += f" · {offers.thin} thin profiles stand only on others"
    return Drawing(title, subtitle, tuple(marks), (left, top, right, bottom), wide=LAID_WIDE)


def show(mm: float, settings: Settings) -> str:
    """Return a size as the board writes it."""
    return bare_size(mm, settings)


def _money(amount: float, settings: Settings) -> str:
    return f"{show_money(amount)} {settings.money}".strip()


def _card(
    offer: StockOffer,
    wanted: Profile,
    kind: TrimKind,
    at: tuple[float, float],
    unit: float,
    step: float,
    *,
    about: About,
    settings: Settings,
) -> list[Mark]:
    """Return one offer: its pieces in tints of wood, the wanted face dashed, what they do not share, and its words."""
    x, y = at
    match = offer.match
    # A cornice hangs from the ceiling, everything else stands on its foot.
    base = y + (match.profile.height if kind == "cornice" else max(wanted.height, match.profile.height))
    marks: list[Mark] = [
        Stroke(((x, y - 4 * unit), (x, y + max(wanted.height, match.profile.height) + 4 * unit)), Pen("rule", 2.0))
    ]
    if kind == "cornice":
        marks.append(Stroke(((x, y), (x + max(wanted.reach, match.profile.reach) + 8 * unit, y)), Pen("rule", 2.0)))
    for tint, piece in zip(itertools.cycle(TINTS), match.pieces, strict=False):
        section = tuple((x + z, base - v) for z, v in piece.closed())
        marks.append(Area(section, tint, about, Pen("ink", 0.9)))
    top = y + wanted.height if kind == "cornice" else base
    for points in _differences(wanted, match.profile, match.taller if kind == "cornice" else 0.0):
        marks.append(Area(tuple((x + z, base - v) for z, v in points), "#a4492f66", about))
    marks.append(Stroke(tuple((x + z, top - v) for z, v in wanted.outline.polyline()), Pen("rust", 0.9, dashed=True)))
    words = y + max(wanted.height, match.profile.height) + 10 * unit
    taller = ""
    if abs(match.taller) >= 0.5:
        taller = f", {bare_size(abs(match.taller), settings)} {'taller' if match.taller > 0 else 'lower'}"
    for piece in reversed(match.pieces):
        marks.append(Label((x, words), piece.words, 8.5, "ink", "left", within=step - 4 * unit, about=about))
        words += 10.5 * unit
    price = f"{_money(offer.price.value, settings)}{', chosen' if offer.chosen else ''}"
    colour = "verdigris" if offer.chosen else "ink"
    marks.append(Label((x, words), price, 8.5, colour, "left", "bold", about=about))
    marks.append(
        Label(
            (x, words + 10.5 * unit), f"differs {100 * match.differs:.0f} %{taller}", 8.5, "soft", "left", about=about
        )
    )
    return marks


def _differences(wanted: Profile, profile: Profile, shift: float) -> list[list[tuple[float, float]]]:
    """Return what lies in one section and not in the other, in the coordinates of the pieces."""
    import shapely

    other = shapely.affinity.translate(closed_section(wanted), 0.0, shift)
    made: Any = closed_section(profile).symmetric_difference(other).buffer(-0.3).buffer(0.3)
    parts = getattr(made, "geoms", [made])
    return [list(part.exterior.coords) for part in parts if part.area > 4.0]


def profile_card(one: StockProfile) -> Drawing:
    """Return the section of one stock profile, for its card on the shelf."""
    section = StockPiece(one, 0.0, 0.0).closed()
    marks = (Area(tuple((z, -v) for z, v in section), TINTS[0], None, Pen("ink", 0.9)),)
    return Drawing(one.name[:60], "", marks, bounds_of(marks, 0.04 * max(one.height, one.depth)))
