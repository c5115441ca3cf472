"""A shelf or a rail that sags more than it may under what is kept on it (F7)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.casework.boards import sheet_goods
from narrow_cornice.casework.hardware import LONG_RAIL
from narrow_cornice.casework.strength import Lipping, sag_of
from narrow_cornice.derived.built.shelves import BayShelves, rails_of, shelves_of
from narrow_cornice.job.casework import BuiltIn, LippingWish
from narrow_cornice.job.edits.bay_edits import one_more_bay
from narrow_cornice.job.edits.casework_edits import change_built_in
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import BayPath
from narrow_cornice.review.finding import Finding, RoomSeen, together
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.show import bare_size
from narrow_cornice.units.words import several

LIPPING = LippingWish("hardwood", Length(20.0, "20 mm"), Length(40.0, "40 mm"))


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at the loose shelves of every bay."""
    for run in seen.room.casework.built_ins:
        numbers = {bay.id: number for number, bay in enumerate(run.bays, 1)}
        for bay in shelves_of(seen.room, run, seen.changed_rules):
            if bay.sag.holds:
                continue
            number = numbers[bay.there.bay.id]
            sag, allowed = bay.sag.after_years.shown(seen.settings), bay.sag.allowed.shown(seen.settings)
            span, most = seen.size(bay.shelf.span), seen.size(bay.sag.longest.value)
            yield Finding(
                key=f"shelf sags:{seen.room.id}:{run.id}:{bay.there.bay.id}",
                grade="will show",
                room_id=seen.room.id,
                room=seen.room.name,
                where=run.name[:60],
                says=_says(run, number, bay, sag, span),
                many="Shelves that sag more than they may: {n} bays",
                measured=f"{sag} after years, {allowed} allowed; it may span {most}",
                rule=f"A shelf sags one part in {seen.habit('sag_part')} of its span at most, and never more than "
                f"{seen.habit('most_sag')} (strength; house rules).",
                risk="It is seen, doors below it bind, and it does not come back.",
                about=BayPath(seen.room.id, run.id, bay.there.bay.id),
                fixes=tuple(_fixes(seen, run, bay)),
            )
        yield from _rails(seen, run, numbers)


def _rails(seen: RoomSeen, run: BuiltIn, numbers: dict[str, int]) -> Iterator[Finding]:
    for bay in rails_of(seen.room, run, seen.changed_rules):
        if bay.sag.holds:
            continue
        sag, allowed = bay.sag.after_years.shown(seen.settings), bay.sag.allowed.shown(seen.settings)
        yield Finding(
            key=f"rail sags:{seen.room.id}:{run.id}:{bay.there.bay.id}",
            grade="will show",
            room_id=seen.room.id,
            room=seen.room.name,
            where=run.name[:60],
            says=f"The rail of bay {numbers[bay.there.bay.id]} of {run.name[:40]} sags {sag}",
            many="Rails that sag more than they may: {n} bays",
            measured=f"{allowed} allowed over {seen.size(bay.span)}; it may span {seen.size(bay.sag.longest.value)}",
            rule=f"A rail of tube carries 40 kg a metre; over {seen.size(LONG_RAIL)} "
            "it is held in its middle too (strength).",
            risk="Hangers slide to the middle.",
            about=BayPath(seen.room.id, run.id, bay.there.bay.id),
            fixes=(replace(one_more_bay(seen.room.id, run.id, bay.there.bay.id), title="One more bay"),),
        )


def _says(run: BuiltIn, number: int, bay: BayShelves, sag: str, span: str) -> str:
    if bay.worktop:
        return f"The worktop over bay {number} of {run.name[:40]} sags {sag} over {span}"
    return f"The shelves of bay {number} of {run.name[:40]} sag {sag} over {span}"


def _fixes(seen: RoomSeen, run: BuiltIn, bay: BayShelves) -> Iterator[Edit]:
    """Yield what makes it hold: a lipping, a thicker board of the same material, one more bay."""
    if bay.worktop:
        yield from _thicker_worktop(seen, run, bay)
        yield from _gables(seen, run, bay)
        return
    lip = Lipping(LIPPING.material, LIPPING.thick.mm, LIPPING.tall.mm)
    lipped = " × ".join(bare_size(size, seen.settings) for size in (lip.thick, lip.tall))
    if run.lipping is None and sag_of(replace(bay.shelf, lipping=lip), seen.rules).holds:
        yield replace(change_built_in(seen.room.id, run.id, lipping=LIPPING), title=f"Lip the shelves {lipped}")
    mine = sheet_goods()[run.board]
    for key, goods in sheet_goods().items():
        thicker = goods.material == mine.material and goods.thickness > mine.thickness
        if thicker and sag_of(replace(bay.shelf, thickness=goods.thickness), seen.rules).holds:
            yield replace(change_built_in(seen.room.id, run.id, board=key), title=f"Build it of {goods.name}")
            break
    yield replace(one_more_bay(seen.room.id, run.id, bay.there.bay.id), title="One more bay")


def _thicker_worktop(seen: RoomSeen, run: BuiltIn, bay: BayShelves) -> Iterator[Edit]:
    for key, goods in sheet_goods().items():
        holds = sag_of(replace(bay.shelf, thickness=goods.thickness, material=goods.material), seen.rules).holds
        if goods.thickness > bay.shelf.thickness and holds:
            yield replace(change_built_in(seen.room.id, run.id, worktop=key), title=f"A worktop of {goods.name}")
            return


def _gables(seen: RoomSeen, run: BuiltIn, bay: BayShelves) -> Iterator[Edit]:
    """Yield as many more bays as leave the worktop no longer than it may span, a gable between each and the next, where
    all of them have room for knees."""
    if bay.there.bay.width is not None:  # somebody said how wide it is
        return
    board, wide = sheet_goods()[run.board].thickness, bay.there.width
    many = 2
    while (wide - (many - 1) * board) / many > bay.sag.longest.value:
        many += 1
    if (wide - (many - 1) * board) / many >= seen.rules.value("knees_wide"):
        more = one_more_bay(seen.room.id, run.id, bay.there.bay.id)
        yield together(f"{several(many - 1, 'gable')} under it", [more] * (many - 1))
