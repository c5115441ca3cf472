"""What a job must satisfy beyond the types of its fields, so that nothing further on meets nonsense."""

from __future__ import annotations

from collections import Counter
from collections.abc import Collection, Mapping
from types import MappingProxyType

from narrow_cornice.casework.kinds import checked_kind
from narrow_cornice.colour.tones import checked_colour
from narrow_cornice.cutting.plans import fits
from narrow_cornice.explained.house_rules import HouseRules, shipped_rules
from narrow_cornice.finishes.woods import species
from narrow_cornice.job.bought import CuttingPlan, SheetCutting
from narrow_cornice.job.finishes import Colour, Covering, Paint
from narrow_cornice.job.kept_sheets import broken_sheets
from narrow_cornice.job.limits import MOST_PER_ROOM, JobError, length_within, number, unique
from narrow_cornice.job.measured import WayIn
from narrow_cornice.job.model import Job
from narrow_cornice.job.pictures import check_pictures
from narrow_cornice.job.presented_checks import check_logbook, check_presenting
from narrow_cornice.job.programme_checks import check_programme
from narrow_cornice.job.room_checks import allowed, check_brief, check_room
from narrow_cornice.job.trimwork import MilledTrim
from narrow_cornice.job.wall_checks import check_cards, check_covering
from narrow_cornice.job.zoned import Fabric, shipped_fabrics
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.catalogue import checked_profile
from narrow_cornice.trim.orders import checked_order
from narrow_cornice.zones.library import furniture

MOST_ROOMS = 2_000
MOST_LEFT = 400
MOST_SCHEMES = 20
MOST_DECKS, MOST_IN_DECK = 20, 5000


def checked_job(job: Job) -> Job:
    """Return the job if everything in it is possible. Raises JobError with the place where it is not."""
    _check_house_rules(job.house_rules)
    if job.settings.step not in (0.5, 1) or job.settings.denominator not in (8, 16, 32):
        raise JobError("Figures are shown to 1 or 0.5 mm, or to 1/8, 1/16 or 1/32 inch.", where="settings")
    _check_colours(job.colours)
    _check_paints(job.paints)
    _check_milled(job.milled)
    unique((shop.id for shop in job.shops), "shops")
    unique((one.key for one in job.orders), "orders")
    for index, order in enumerate(job.orders):
        allowed(checked_order, order, f"orders[{index}]")
    unique((one.id for one in job.own_lines), "own_lines")
    number(len(job.own_lines), "own_lines", 0, MOST_PER_ROOM)
    for index, line in enumerate(job.own_lines):
        number(line.count, f"own_lines[{index}].count", 0, 1e6)
        number(line.price, f"own_lines[{index}].price", 0, 1e7)
    unique((one.id for one in job.built_in_kinds), "built_in_kinds")
    for index, kind in enumerate(job.built_in_kinds):
        allowed(checked_kind, kind.kind, f"built_in_kinds[{index}]")
    unique((one.id for one in job.catalogue), "catalogue")
    for index, one in enumerate(job.catalogue):
        allowed(checked_profile, one, f"catalogue[{index}]")
    check_pictures(job.pictures)
    _check_left_over(job.left_over)
    for key, sheets in job.left_sheets.items():
        number(len(sheets), f"left_sheets[{key[:60]}]", 1, MOST_LEFT)
        for size in sheets:
            number(min(size), f"left_sheets[{key[:60]}]", 1, 20_000)
            number(max(size), f"left_sheets[{key[:60]}]", 1, 20_000)
    for key, kept in job.sheets.items():
        _check_sheets(kept, f"sheets[{key[:60]}]")
    for key, plan in job.cutting.items():
        _check_cutting(plan, f"cutting[{key[:60]}]")
    _check_ways_in(job.ways_in)
    check_brief(job.brief, "brief")
    if len(job.rooms) > MOST_ROOMS:
        raise JobError(f"More than {MOST_ROOMS} rooms.", where="rooms")
    unique((room.id for room in job.rooms), "rooms")
    known = _known(job.colours, job.paints, job.coverings, job.fabrics)
    _check_cloth_and_decks(job)
    _check_stock(job, known)
    for index, room in enumerate(job.rooms):
        check_room(room, f"rooms[{index}]", known)
    check_cards(job.rooms, job.coverings, "rooms")
    check_programme(job.programme, "programme")
    check_presenting(job.presenting, "presenting")
    check_logbook(job.logbook, "logbook")
    unique((one.id for one in job.schemes), "schemes")
    number(len(job.schemes), "schemes", 0, MOST_SCHEMES)
    for place, scheme in enumerate(job.schemes):
        unique((room.id for room in scheme.rooms), f"schemes[{place}].rooms")
        for index, room in enumerate(scheme.rooms):
            check_room(room, f"schemes[{place}].rooms[{index}]", known)
        check_cards(scheme.rooms, job.coverings, f"schemes[{place}].rooms")
    return job


def _check_house_rules(changed: Mapping[str, float]) -> None:
    """Check that the rules which a job changed are rules, and make sense."""
    HouseRules(changed)

    def sensible(given: tuple[str, float], _where: str) -> float:
        key, value = given
        return shipped_rules()[key].checked(value)

    for key, value in changed.items():
        allowed(sensible, (key, value), f"house_rules.{key}")


# By identity, so that a room that stayed as it was is not checked again as long as these are the same.
@by_identity(times=1, each="job")
def _known(
    colours: tuple[Colour, ...],
    paints: tuple[Paint, ...],
    coverings: tuple[Covering, ...],
    fabrics: tuple[Fabric, ...],
) -> Mapping[str, Collection[str]]:
    """Return which identities there are, by the word for what they are of."""
    made = {
        "colour": frozenset(one.id for one in colours),
        "paint": frozenset(one.id for one in paints),
        "covering": frozenset(one.id for one in coverings),
        "fabric": frozenset((*shipped_fabrics(), *(one.id for one in fabrics))),
    }
    return MappingProxyType(made)


def _check_cloth_and_decks(job: Job) -> None:
    """Check the cloth of a job and the decks of colours that were read in."""
    unique((one.id for one in job.fabrics), "fabrics")
    for index, cloth in enumerate(job.fabrics):
        number(cloth.width, f"fabrics[{index}].width", 100, 10_000)
        number(cloth.repeat, f"fabrics[{index}].repeat", 0, 5000)
        number(cloth.price, f"fabrics[{index}].price", 0, 1e5)
        checked_colour(cloth.tone, f"fabrics[{index}].tone")
    unique((one.id for one in job.furniture), "furniture")
    for index, piece in enumerate(job.furniture):
        if piece.kind not in furniture():
            raise JobError(f"Nothing is known of a “{piece.kind[:40]}”.", where=f"furniture[{index}].kind")
    unique((one.id for one in job.decks), "decks")
    number(len(job.decks), "decks", 0, MOST_DECKS)
    for index, deck in enumerate(job.decks):
        number(len(deck.colours), f"decks[{index}].colours", 1, MOST_IN_DECK)
        unique((one.id for one in deck.colours), f"decks[{index}].colours")
        for one in deck.colours:
            checked_colour(one.hex, f"decks[{index}].colours")


def _check_stock(job: Job, known: Mapping[str, Collection[str]]) -> None:
    """Check papers, tiles, left-over paint, test boards, and what was bought and quoted."""
    unique((one.id for one in job.coverings), "coverings")
    for index, covering in enumerate(job.coverings):
        where = f"coverings[{index}]"
        checked_colour(covering.tone, f"{where}.tone")
        check_covering(covering, where)
    for name, most in (("left_paint", MOST_PER_ROOM), ("test_boards", MOST_PER_ROOM)):
        unique((one.id for one in getattr(job, name)), name)
        number(len(getattr(job, name)), name, 0, most)
        for index, one in enumerate(getattr(job, name)):
            for field in ("paint", "colour"):
                given = getattr(one, field)
                if given is not None and given not in known[field]:
                    raise JobError(f"There is no {field} “{given[:40]}”.", where=f"{name}[{index}].{field}")
            if one.day is not None:
                number(one.day, f"{name}[{index}].day", 1, 3_652_059)
    for index, tin in enumerate(job.left_paint):
        number(tin.litres, f"left_paint[{index}].litres", 0.001, 1000)
    for index, board in enumerate(job.test_boards):
        number(board.coats, f"test_boards[{index}].coats", 1, 12)
        if board.species not in species():
            raise JobError(f"There is no wood “{board.species[:40]}”.", where=f"test_boards[{index}].species")
    for key, purchase in job.purchases.items():
        if purchase.paid is not None:
            number(purchase.paid, f"purchases[{key[:60]}].paid", 0, 1e7)
        for size, count in purchase.got:
            number(size, f"purchases[{key[:60]}].got", 0, 1e7)
            number(count, f"purchases[{key[:60]}].got", 0, 1e6)
    for key, quote in job.quotes.items():
        number(quote.price, f"quotes[{key[:60]}].price", 0, 1e6)
        number(quote.stock or 0, f"quotes[{key[:60]}].stock", 0, 1e6)


def _check_colours(colours: tuple[Colour, ...]) -> None:
    unique((colour.id for colour in colours), "colours")
    for index, colour in enumerate(colours):
        checked_colour(colour.hex, f"colours[{index}].hex")


def _check_paints(paints: tuple[Paint, ...]) -> None:
    unique((paint.id for paint in paints), "paints")
    for index, paint in enumerate(paints):
        where = f"paints[{index}]"
        number(paint.solids, f"{where}.solids", 1, 100)
        number(paint.film, f"{where}.film", 1, 5000)
        number(paint.hiding, f"{where}.hiding", 0.01, 100)
        for name in ("recoat", "pot_life", "keeps"):
            number(getattr(paint, name), f"{where}.{name}", 0, 10_000)
        if not paint.sizes:
            raise JobError("A paint needs at least one tin size.", where=f"{where}.sizes")
        for size in paint.sizes:
            number(size.litres, f"{where}.sizes", 0.001, 1000)
            number(size.price, f"{where}.sizes", 0, 1e6)


def _check_milled(milled: tuple[MilledTrim, ...]) -> None:
    unique((one.id for one in milled), "milled")
    for index, one in enumerate(milled):
        where = f"milled[{index}]"
        if not one.lengths:
            raise JobError("Trim needs at least one length it is sold in.", where=f"{where}.lengths")
        for length in one.lengths:
            number(length, f"{where}.lengths", 100, 20_000)
        number(one.price_per_metre, f"{where}.price_per_metre", 0, 1e6)
        number(one.price_per_metre_mm, f"{where}.price_per_metre_mm", 0, 1e6)
        number(one.knife_per_mm, f"{where}.knife_per_mm", 0, 1e6)


def _check_left_over(left_over: dict[str, tuple[float, ...]]) -> None:
    for key, bars in left_over.items():
        if len(bars) > MOST_LEFT:
            raise JobError(f"More than {MOST_LEFT} left-overs.", where=f"left_over[{key[:60]}]")
        for length in bars:
            number(length, f"left_over[{key[:60]}]", 1, 20_000)


def _check_cutting(plan: CuttingPlan, where: str) -> None:
    """Check that a kept cutting plan cuts every piece once from bars that hold it."""
    for length in (*plan.pieces, *plan.stocks, *plan.left_over):
        number(length, where, 1, 1e6)
    number(plan.kerf, f"{where}.kerf", 0, 1000)
    number(plan.lost, f"{where}.lost", 0, 1e5)
    number(plan.bound, f"{where}.bound", 0, 1e9)
    held = sorted(index for _, pieces in plan.bars for index in pieces)
    if held != list(range(len(plan.pieces))):
        raise JobError("It does not cut every piece once.", where=where)
    owned = [plan.bars[place][0] for place in plan.owned if 0 <= place < len(plan.bars)]
    if len(owned) < len(plan.owned) or Counter(owned) - Counter(plan.left_over):
        raise JobError("It cuts left-overs that are not there.", where=where)
    for place, (length, pieces) in enumerate(plan.bars):
        sold = place in plan.owned or length in plan.stocks
        if not sold or not fits(length, [plan.pieces[index] for index in pieces], plan.kerf):
            raise JobError("A bar of it is none that is sold, or shorter than its pieces.", where=where)


def _check_sheets(kept: SheetCutting, where: str) -> None:
    """Check that a kept plan of sheets cuts every part once, inside its sheet, in a way a panel saw can."""
    number(len(kept.left_sheets), where, 0, MOST_PER_ROOM)
    for length in (*kept.sheet, *(size for part in (*kept.parts, *kept.left_sheets) for size in part)):
        number(length, where, 1, 1e5)
    number(kept.kerf, f"{where}.kerf", 0, 100)
    number(kept.trim, f"{where}.trim", 0, 500)
    number(len(kept.parts), where, 1, MOST_PER_ROOM)
    number(kept.least, f"{where}.least", 0, len(kept.sheets))
    for one in (one for sheet in kept.sheets for one in sheet):
        number(one[0], where, 0, len(kept.parts) - 1)
    if broken := broken_sheets(kept):
        raise JobError(f"It cannot be cut: {broken}.", where=where)


def _check_ways_in(ways: tuple[WayIn, ...]) -> None:
    unique((one.id for one in ways), "ways_in")
    for index, way in enumerate(ways):
        for name in ("width", "height", "second"):
            length_within(getattr(way, name), f"ways_in[{index}].{name}")
